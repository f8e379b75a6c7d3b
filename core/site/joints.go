package site

import (
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/leads"
)

// Agreed says by what the kind of leads is known: the plate's own diagram or
// the continuity round; empty where it is only said.
func (s *Site) Agreed() string {
	switch {
	case s.Round.Settled && s.Round.Kind == s.Hand.Kind:
		return "continuity"
	case s.As.Leads.Agreed == "plate":
		return "plate"
	case !s.Hand.Kind.Halved():
		return "count"
	}
	return ""
}

// Family says that joints may be given at all: of halves no list is given
// until plate or continuity agrees.
func (s *Site) Family() bool {
	return s.Agreed() != "" && (!s.Round.Settled || s.Round.Kind == s.Hand.Kind)
}

// CoilOhm is a whole winding's ohms at 20 °C, measured where somebody did.
func (s *Site) CoilOhm() (ohm float64, from string, mark finding.Mark) {
	switch {
	case s.Plate.WindingOhm20 > 0:
		return s.Plate.WindingOhm20, "the coil measured before joining", finding.Measured
	case s.Round.Settled && len(s.Round.Coils) > 0:
		for _, c := range s.Round.Coils {
			ohm += c.Ohm / float64(len(s.Round.Coils))
		}
		if s.Hand.Kind.Halved() {
			ohm *= 2
		}
		return ohm, "the ohms of the continuity round", finding.Measured
	case s.Model != nil:
		return copper(s.Model.Eq.R1Ohm, 75, 20), "the plate's losses", finding.Estimated
	}
	return math.NaN(), "", finding.Estimated
}

// copper carries the ohms of a winding from one temperature to another, in °C (handbook: 234.5).
func copper(ohm, from, to float64) float64 { return ohm * (234.5 + to) / (234.5 + from) }

// LineOhms are the ohms to expect between the lines of some joints at a
// temperature.
func (s *Site) LineOhms(celsius float64, joints leads.Joints) (ohm [3]float64, whole float64, mark finding.Mark) {
	whole, _, mark = s.CoilOhm()
	whole = copper(whole, 20, celsius)
	if math.IsNaN(whole) || joints == nil {
		return [3]float64{math.NaN(), math.NaN(), math.NaN()}, whole, mark
	}
	coils, inside := leads.Coils(s.Hand.Kind, s.Inner)
	live, _ := joints.WithLines(s.Hand.Kind)
	return leads.LineOhms(coils, append(slices.Clone(inside), live...), whole), whole, mark
}

// Shorts says which lines some joints tie together, in the bridge's own names
// for them; empty where none. On a capacitor bridge the corner may lie on the
// line that its capacitor goes to: that only leaves the capacitor out.
func (s *Site) Shorts(j leads.Joints) string {
	pairs := [][2]string{{"L1", "L2"}}
	if s.Feed.ThreeFed {
		pairs = append(pairs, [2]string{"L1", "L3"}, [2]string{"L2", "L3"})
	}
	for _, p := range pairs {
		for _, n := range j.Of(p[0]) {
			if n == p[1] {
				return p[0] + " and " + p[1]
			}
		}
	}
	return ""
}

// Shorted says that the joints wanted tie two lines together: nothing is computed of
// them but what they are.
func (s *Site) Shorted() (f finding.Finding, shorted bool) {
	lines := s.Shorts(s.Wanted)
	if lines == "" {
		return f, false
	}
	f = s.sayShort(lines)
	if s.As.Leads.Wanted != "" {
		f.Cures = []finding.Cure{{Label: "Let the plan choose the joints", Path: "leads.wanted", Value: ""}}
	}
	return f, true
}
