package site

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/unit"
)

// Band is the spread of a figure over what nobody knows exactly.
type Band struct{ Low, High float64 }

// Add takes another figure into the band.
func (b *Band) Add(x float64) {
	if b.High == 0 && b.Low == 0 {
		b.Low, b.High = x, x
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
	b.Low, b.High = max(0, b.Low-by), b.High+by
	return b
}

const beyond = 0.06

// Text prints the band with a meter's own error on both sides: a tachometer ±2 rpm, a
// voltmeter 1 V or 1 %, a clamp 0.02 A or 2 %.
func (b *Band) Text(u string) string {
	if b == nil {
		return ""
	}
	switch u {
	case "rpm":
		return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(b.Low-2), math.Ceil(b.High+2), unit.Space, u)
	case "V":
		return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(min(0.99*b.Low, b.Low-1)),
			math.Ceil(max(1.01*b.High, b.High+1)), unit.Space, u)
	}
	low, high := max(0, min(0.98*b.Low, b.Low-0.02)), max(1.02*b.High, b.High+0.02)
	from := unit.Text(low, u)
	return strings.TrimSuffix(from, unit.Space+u) + " to " + unit.Text(high, u)
}

// Plain prints the band without any meter's error.
func (b *Band) Plain(u string) string {
	if u == "A" {
		return strings.TrimSuffix(unit.Text(b.Low, u), unit.Space+u) + " to " + unit.Text(b.High, u)
	}
	return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(b.Low), math.Ceil(b.High), unit.Space, u)
}

// Around is a band of a part either way.
func Around(x, part float64) *Band { return &Band{Low: (1 - part) * x, High: (1 + part) * x} }
