package site

import (
	"fmt"
	"iter"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Band is the spread of a figure over what nobody knows exactly.
type Band struct {
	Low, High float64
	some      bool // a figure was taken in
}

// Add takes another figure into the band.
func (b *Band) Add(x float64) {
	if !b.some {
		b.Low, b.High, b.some = x, x, true
	}
	b.Low, b.High = min(b.Low, x), max(b.High, x)
}

// Bands are bands by the names of their figures.
type Bands map[string]*Band

// Add takes another figure into the band of its name.
func (all Bands) Add(id string, x float64) {
	if all[id] == nil {
		all[id] = &Band{}
	}
	all[id].Add(x)
}

// Stretch stretches every band.
func (all Bands) Stretch() {
	for _, b := range all {
		b.Stretch()
	}
}

// Stretch widens a band of twins a little: so few draws seldom meet its ends. With it one
// independent draw in twenty lies outside at most, which a property holds.
func (b *Band) Stretch() *Band {
	by := beyond * (b.High - b.Low)
	if low := b.Low - by; b.Low < 0 || low > 0 {
		b.Low = low
	} else {
		b.Low = 0 // what is never below nothing
	}
	b.High += by
	return b
}

const beyond = 0.06

// Ends are the ends of the band with a meter's own error on both sides: a tachometer ±2 rpm, a
// voltmeter 1 V or 1 %, a clamp 0.02 A or 2 %. They are those that Text prints.
func (b *Band) Ends(u string) (low, high float64, ok bool) {
	if b == nil {
		return 0, 0, false
	}
	switch u {
	case "rpm":
		return math.Floor(b.Low - 2), math.Ceil(b.High + 2), true
	case "V":
		return math.Floor(min(0.99*b.Low, b.Low-1)), math.Ceil(max(1.01*b.High, b.High+1)), true
	}
	return max(0, min(0.98*b.Low, b.Low-0.02)), max(1.02*b.High, b.High+0.02), true
}

// Text prints the band with a meter's own error on both sides.
func (b *Band) Text(u string) string {
	low, high, ok := b.Ends(u)
	switch {
	case !ok:
		return ""
	case u == "rpm" || u == "V":
		return fmt.Sprintf("%.0f to %.0f%s%s", low, high, unit.Space, u)
	}
	return strings.TrimSuffix(unit.Text(low, u), unit.Space+u) + " to " + unit.Text(high, u)
}

// Plain prints the band without any meter's error.
func (b *Band) Plain(u string) string {
	switch {
	case u == "min":
		return b.minutes()
	case u == "rpm", u == "%", u == "V" && b.High >= 20:
		return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(b.Low), math.Ceil(b.High), unit.Space, u)
	}
	return strings.TrimSuffix(unit.Text(b.Low, u), unit.Space+u) + " to " + unit.Text(b.High, u)
}

// Value prints the band of a figure's value, which is a share where the unit is %.
func (b *Band) Value(u string) string {
	if u == "%" {
		return (&Band{Low: 100 * b.Low, High: 100 * b.High}).Plain(u)
	}
	return b.Plain(u)
}

// minutes prints a band of minutes: what ends beyond a shift has no end that matters.
func (b *Band) minutes() string {
	if b.High >= Shift {
		return MinutesText(b.Low) + " or more"
	}
	low, high := MinutesText(b.Low), MinutesText(b.High)
	if low == high {
		return low
	}
	if _, of, _ := strings.Cut(high, unit.Space); strings.HasSuffix(low, of) { // the unit once
		low = strings.TrimSuffix(low, unit.Space+of)
	}
	return low + " to " + high
}

// MinutesText prints minutes of running: seconds where they are few.
func MinutesText(minutes float64) string {
	if minutes < 1.5 {
		return unit.Whole(60*minutes, "s")
	}
	return unit.Whole(minutes, "min")
}

// Shift is how many minutes of running are as good as without an end.
const Shift = 300.0

// Banded gives the figures of a list where their values may lie: others are the same list as
// each twin has it. units are those of the values by name, "%" that of a share, finding.AsWritten
// for sizes that come in steps; a figure without one has no band, nor has one that every twin
// has alike.
func Banded(own []finding.Figure, units map[string]string, others iter.Seq[[]finding.Figure]) []finding.Figure {
	all, least, most := Bands{}, map[string]finding.Figure{}, map[string]finding.Figure{}
	for list := range others {
		for _, f := range list {
			u, ok := units[f.ID]
			if !ok || math.IsNaN(f.Value) {
				continue
			}
			if u != finding.AsWritten {
				all.Add(f.ID, f.Value)
				continue
			}
			if l, some := least[f.ID]; !some || f.Value < l.Value {
				least[f.ID] = f
			}
			if m, some := most[f.ID]; !some || f.Value > m.Value {
				most[f.ID] = f
			}
		}
	}
	for i := range own {
		if l, m := least[own[i].ID].Text, most[own[i].ID].Text; l != m {
			own[i].Band = l + " to " + m
		}
	}
	return all.On(own, units)
}

// On puts the bands on the figures of their names.
func (all Bands) On(own []finding.Figure, units map[string]string) []finding.Figure {
	all.Stretch()
	for i := range own {
		f := &own[i]
		b := all[f.ID]
		if b == nil || b.Low == b.High {
			continue
		}
		f.Band = b.Value(units[f.ID])
	}
	return own
}

// Around is a band of a part either way.
func Around(x, part float64) *Band { return &Band{Low: (1 - part) * x, High: (1 + part) * x} }
