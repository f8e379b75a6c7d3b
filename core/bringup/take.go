package bringup

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Band is where a reading may lie, with the meter's own error.
type Band interface {
	Ends(unit string) (low, high float64, ok bool)
	Text(unit string) string
}

// Take is one value to read: what is expected and where it may lie. Low and High are nil where
// there is no such end.
type Take struct {
	ID     string       `json:"id"`
	Name   string       `json:"name"`
	When   string       `json:"when,omitempty"`
	Unit   string       `json:"unit,omitempty"` // empty: said in words
	Value  *float64     `json:"value,omitempty"`
	Low    *float64     `json:"low,omitempty"`
	High   *float64     `json:"high,omitempty"`
	Expect string       `json:"expect,omitempty"`
	Band   string       `json:"band,omitempty"`
	Reason string       `json:"reason,omitempty"` // of the band
	Mark   finding.Mark `json:"mark"`
	// Choices are the words to choose from where it is no number; the first is the expected one.
	Choices []string `json:"choices,omitempty"`
	Above   Meaning  `json:"above"`
	Below   Meaning  `json:"below"`
}

// Meaning is what a reading outside its band usually means, and which reading would tell next.
type Meaning struct {
	Says []Cause `json:"says" nullable:"false"` // the likeliest first
	Next string  `json:"next,omitempty"`
	// At is the take that tells next; empty where none here does.
	At string `json:"at,omitempty"`
}

// Cause is one thing that a reading may mean.
type Cause struct {
	ID   string `json:"id,omitempty"` // of the catalogue of causes; empty: it is none of them
	Text string `json:"text"`
	Cure string `json:"cure,omitempty"` // the catalogue's
	// Would is what the reading would be then, by the solver; empty where nothing was solved.
	Would string  `json:"would,omitempty"`
	Value float64 `json:"value,omitempty"`
}

// Reading is one measurement to take, as the card prints it: where the meter goes, what should
// be read and within what band. Expect is empty where only the taking matters.
type Reading struct {
	ID     string       `json:"id"`
	When   string       `json:"when"` // "before feeding", "idling", "at your load"
	Where  string       `json:"where"`
	Expect string       `json:"expect"`
	Band   string       `json:"band,omitempty"`
	Mark   finding.Mark `json:"mark"`
	Note   string       `json:"note,omitempty"`
	Gate   GateID       `json:"-"`
	Takes  []Take       `json:"-"`
}

// Expected is a reading of one value u with its band; a nil band is one that nobody can tell.
func Expected(gate GateID, id, when, where, u string, value float64, band Band, mark finding.Mark) Reading {
	r := Reading{ID: id, When: when, Where: where, Expect: printed(value, u), Mark: mark, Gate: gate}
	t := taking(id, where, u, value, mark)
	if band != nil {
		if low, high, ok := band.Ends(u); ok {
			r.Band = band.Text(u)
			t.Low, t.High, t.Band, t.Reason = &low, &high, r.Band, ownSpread
		}
	}
	r.Takes = []Take{t}
	return r
}

// Alike is a reading of three ohms that should be alike, with names from-to of each.
func Alike(when, where string, names [3]string, ohm [3]float64, mark finding.Mark) Reading {
	mean := (ohm[0] + ohm[1] + ohm[2]) / 3
	r := Reading{ID: "ohms", When: when, Where: where, Expect: "about " + unit.Text(mean, "Ω"),
		Band: withinAlike, Mark: mark, Gate: Ohms}
	for i, name := range names {
		t := taking(fmt.Sprintf("ohms-%d", i+1), "Ohms "+name, "Ω", ohm[i], mark)
		part := ohmsDoubt
		if mark == finding.Measured {
			part = ohmsAgain
		}
		low, high := (1-part)*ohm[i]-leadsOhm, (1+part)*ohm[i]+leadsOhm
		low = max(low, 0)
		t.Low, t.High, t.Reason = &low, &high, ohmsReason(part)
		t.Band = strings.TrimSuffix(unit.Text(low, "Ω"), unit.Space+"Ω") + " to " + unit.Text(high, "Ω")
		t.Above, t.Below = ohmsMeaning(true), ohmsMeaning(false)
		r.Takes = append(r.Takes, t)
	}
	return r
}

// Planning doubts of ohms: of a motor whose ohms are estimated from its plate, and of one
// whose ohms were measured before (a warm winding against a cold one); and what two test leads
// add.
const (
	ohmsDoubt = 0.45
	ohmsAgain = 0.12
	leadsOhm  = 0.2
)

// AlikePart is by how much of their mean three ohms may differ that should be alike.
const AlikePart = 0.05

func taking(id, name, u string, value float64, mark finding.Mark) Take {
	return Take{ID: id, Name: name, Unit: u, Value: &value, Expect: printed(value, u), Mark: mark,
		Above: Meaning{Says: []Cause{}}, Below: Meaning{Says: []Cause{}}}
}

func printed(value float64, u string) string {
	switch u {
	case "V", "rpm", "°C", "K":
		if math.Abs(value) >= 10 || u == "rpm" {
			return unit.Whole(value, u)
		}
	}
	return unit.Text(value, u)
}

// Standing is where a reading lies.
type Standing string

// The places.
const (
	Inside   Standing = "inside"
	Above    Standing = "above"
	Below    Standing = "below"
	FarAbove Standing = "far-above"
	FarBelow Standing = "far-below"
	Taken    Standing = "taken" // nothing was expected
)

// Far says that a reading lies outside by more than its band is wide.
func (s Standing) Far() bool { return s == FarAbove || s == FarBelow }

// Stands says where a reading lies: outside is beyond an end of the band, far outside is
// beyond it by more than the band is wide (by more than the end itself where the band has one
// end).
func (t *Take) Stands(x float64) Standing {
	switch {
	case t.Low == nil && t.High == nil, t.Unit == "":
		return Taken
	case t.High != nil && x > *t.High:
		width := *t.High
		if t.Low != nil {
			width = *t.High - *t.Low
		}
		if x > *t.High+width {
			return FarAbove
		}
		return Above
	case t.Low != nil && x < *t.Low:
		width := *t.Low / 2
		if t.High != nil {
			width = *t.High - *t.Low
		}
		if x < *t.Low-width {
			return FarBelow
		}
		return Below
	}
	return Inside
}

// Compared is a reading beside what was expected.
type Compared struct {
	Take     string   `json:"take"`
	Text     string   `json:"text"` // the reading as people say it
	Value    float64  `json:"value"`
	Words    string   `json:"words,omitempty"`
	Stands   Standing `json:"stands"`
	Sentence string   `json:"sentence"`
	Meaning  Meaning  `json:"meaning"`
	N        int      `json:"n"` // the entry of the book
	Taken    string   `json:"taken"`
	Who      string   `json:"who"`
}

// Compare sets a reading beside the take.
func (t *Take) Compare(x float64, words string) Compared {
	c := Compared{Take: t.ID, Value: x, Words: words, Stands: t.Stands(x), Text: words,
		Meaning: Meaning{Says: []Cause{}}}
	if t.Unit == "" {
		c.Stands = Taken
		if len(t.Choices) > 0 {
			if c.Stands = Inside; words != t.Choices[0] {
				c.Stands = Above
			}
		}
		c.Sentence = saysWords(c.Stands, words)
		if c.Stands == Above {
			c.Meaning = t.Above
		}
		return c
	}
	c.Text = printed(x, t.Unit)
	c.Sentence = t.says(c.Stands, c.Text)
	switch c.Stands {
	case Above, FarAbove:
		c.Meaning = t.bySize(x, t.Above)
	case Below, FarBelow:
		c.Meaning = t.bySize(x, t.Below)
	}
	return c
}

// Slips of the pen and of a meter's range, over what is expected.
const (
	slipLeast = 7.0
	slipTimes = 10.0
)

// bySize leaves of what a reading may mean the causes that bring it near: within the take's own
// band, doubled, around what would then be read. A reading that is ten or a hundred times off is
// asked as a slip first; where nothing comes near, that is said.
func (t *Take) bySize(x float64, m Meaning) Meaning {
	out := Meaning{Says: []Cause{}, Next: m.Next, At: m.At}
	if times := t.slip(x); times > 0 {
		out.Says = append(out.Says, Cause{Text: slipOf(times, x > *t.Value)})
	}
	if t.Low == nil || t.High == nil {
		out.Says = append(out.Says, m.Says...)
		return out
	}
	near, solved := *t.High-*t.Low, 0
	for _, c := range m.Says {
		if c.Would != "" {
			if solved++; math.Abs(x-c.Value) > near {
				continue
			}
		}
		out.Says = append(out.Says, c)
	}
	if solved > 0 && !slices.ContainsFunc(out.Says, func(c Cause) bool { return c.Would != "" }) {
		out.Says = slices.Insert(out.Says, len(out.Says)-min(len(out.Says), 1), Cause{Text: nothingNear})
		out.Next, out.At = nothingNearNext, ""
	}
	return out
}

// slip is by how many times ten a reading lies off what is expected, 10 or 100; 0 where it does
// not, or where nothing single is expected.
func (t *Take) slip(x float64) float64 {
	if t.Value == nil || !(*t.Value > 0) || !(x > 0) {
		return 0
	}
	off := math.Max(x / *t.Value, *t.Value/x)
	switch {
	case off < slipLeast:
		return 0
	case off < slipLeast*slipTimes:
		return slipTimes
	}
	return slipTimes * slipTimes
}
