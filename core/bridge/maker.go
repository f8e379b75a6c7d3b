package bridge

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/openfile"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Maker is what a maker's own table asks ahead of a device and around it. What is 0 or empty it does not say.
type Maker struct {
	BreakerAmps float64 `json:"breaker_amps,omitempty" limit:">=0"` // greatest ahead of it
	FuseAmps    float64 `json:"fuse_amps,omitempty" limit:">=0"`    // greatest ahead of it
	FuseKind    string  `json:"fuse_kind,omitempty"`                // as its table calls it
	LineWire    string  `json:"line_wire,omitempty"`                // thinnest, "2.5 mm²" or "12 AWG"
	MotorWire   string  `json:"motor_wire,omitempty"`               // thinnest
	SideMM      float64 `json:"side_mm,omitempty" limit:">=0"`      // free at its sides
	FrontMM     float64 `json:"front_mm,omitempty" limit:">=0"`     // free in front of it
	CableM      float64 `json:"motor_cable_m,omitempty" limit:">=0"`
}

// Validate names every bad place of a maker's table; nil is one that nobody has entered.
func (m *Maker) Validate() (bad openfile.Problems) {
	if m == nil {
		return nil
	}
	for _, one := range []struct{ path, text string }{{"maker.line_wire", m.LineWire},
		{"maker.motor_wire", m.MotorWire}} {
		if _, ok, err := unit.ParseConductor(one.text); one.text != "" && (err != nil || !ok) {
			bad = append(bad, openfile.Problem{Path: one.path, Found: fmt.Sprintf("%q", one.text),
				Wanted: "a conductor, like 2.5 mm² or 12 AWG"})
		}
	}
	if len(m.FuseKind) > 60 {
		bad = append(bad, openfile.Problem{Path: "maker.fuse_kind", Found: fmt.Sprintf("%d letters", len(m.FuseKind)),
			Wanted: "at most 60 letters"})
	}
	return bad
}

// Sized is what stands ahead of a device by the plan's own tables: breaker, the wire to it and the wire to its motor.
type Sized struct {
	Breaker         float64
	Line, Motor     unit.Conductor
	MostBreaker     float64 // by its maker; 0: not said
	ByMaker, Clash  bool    // the maker's table changed something; it contradicts what flows
	lineSays, mSays unit.Conductor
}

// Sizes holds the plan's own sizes against the maker's table: no greater breaker, no thinner wire. amps flow for good;
// where the maker's breaker could not carry them, the table contradicts itself and its breaker is used for nothing.
func (m *Maker) Sizes(s Sized, amps float64, rules table.Wires) Sized {
	if m == nil {
		return s
	}
	if most := m.BreakerAmps; most > 0 {
		best := 0.0
		for _, b := range rules.Breakers() {
			if b <= most+1e-9 && b >= table.BreakerRuns*amps {
				best = b
			}
		}
		switch {
		case best == 0:
			s.Clash = true
		default:
			s.MostBreaker = most
			if s.Breaker == 0 || s.Breaker > best {
				s.Breaker, s.ByMaker = best, true
			}
		}
	}
	s.Line, s.lineSays = thicker(s.Line, m.LineWire, rules)
	s.Motor, s.mSays = thicker(s.Motor, m.MotorWire, rules)
	s.ByMaker = s.ByMaker || s.lineSays != (unit.Conductor{}) || s.mSays != (unit.Conductor{})
	return s
}

// thicker is the wire of the plan or the maker's, in a size of the rules; asks is the maker's where it is the thicker.
func thicker(plan unit.Conductor, text string, rules table.Wires) (c, asks unit.Conductor) {
	own, ok, err := unit.ParseConductor(text)
	if err != nil || !ok || plan == (unit.Conductor{}) || own.Area() <= plan.Area()*1.001 {
		return plan, asks
	}
	for _, size := range rules.Sizes() {
		if size.Conductor.Area() >= own.Area()*0.999 {
			return size.Conductor, own
		}
	}
	return own, own
}

// Say is what is said of a maker's table; ok is false where it changes nothing. id is what it is said by.
func (m *Maker) Say(id string, s Sized, amps float64) (f finding.Finding, ok bool) {
	f = finding.Finding{ID: id, Bay: finding.Bridge, Planning: true, Why: []finding.Why{{
		Formula: "the maker's table before the plan's own: no greater breaker, no thinner wire",
		Section: finding.OnProtection, Source: "the device's profile"}}}
	switch {
	case m == nil:
		return f, false
	case s.Clash:
		f.Grade, f.Sentence, f.Detail = finding.Caution, makerClash(m.BreakerAmps, amps), makerClashDetail
		f.Figure, f.Limit = unit.Rating(m.BreakerAmps), unit.Text(table.BreakerRuns*amps, "A")+" at least"
		f.Measure = finding.Against(m.BreakerAmps, finding.AtLeast, table.BreakerRuns*amps, "A")
	case s.ByMaker:
		f.Grade, f.Sentence, f.Detail = finding.Note, makerAsks(s), makerAsksDetail
	default:
		return f, false
	}
	return f, true
}
