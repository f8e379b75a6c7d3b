package site

import (
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/unit"
)

// buried leaves of the columns of a plate the one that a motor with three leads is joined for inside:
// the only one that it has, or what somebody found out. Where nobody knows it asks, says how to tell
// and what each answer comes to, and leaves none.
func (s *Site) buried(columns []plate.Column) []plate.Column {
	inner := plate.Join(s.As.Leads.Inner)
	of := func(j plate.Join) int {
		return slices.IndexFunc(columns, func(c plate.Column) bool { return c.Join == j })
	}
	delta, star := of(plate.Delta), of(plate.Star)
	if delta < 0 || star < 0 {
		s.Inner = leads.Arrangement(columns[0].Join)
		return columns[:1]
	}
	if inner == "" {
		s.say(s.sayBuried(columns[delta], columns[star]))
		return nil
	}
	s.Inner = leads.Arrangement(inner)
	at := map[plate.Join]int{plate.Delta: delta, plate.Star: star}[inner]
	return columns[at : at+1]
}

// joinedInside is what a motor that is joined so inside comes to on this supply.
func (s *Site) joinedInside(c plate.Column) string {
	hertz := 1.0
	if !s.Feed.OwnHertz && s.Plate.Hertz > 0 {
		hertz = s.Plate.Hertz / s.Supply.Hertz
	}
	best := leads.Reachable(leads.Three, leads.Arrangement(c.Join), s.Feed.Volts, c.Winding(), hertz)[0]
	switch {
	case best.Fits():
		return insideFits(best)
	case best.Flux > 1:
		return insideSaturates(best)
	}
	return s.insideStarves(best, c)
}

// Planning doubt of ohms that follow from a plate's losses (handbook, three leads out).
const plateOhmsDoubt = 0.3

// lineOhms are the ohms to expect between two leads of this motor at 20 °C, joined in star and in
// delta inside; ok is false where the plate does not give its losses.
func (s *Site) lineOhms(c plate.Column) (star, delta float64, ok bool) {
	coil := s.Plate.WindingOhm20
	if coil == 0 {
		if !s.Plate.Complete() || c.Amps == 0 {
			return 0, 0, false
		}
		targets, _ := s.Plate.Targets(c)
		m, err := machine.Fit(s.Plate.Rating(c), targets)
		if err != nil {
			return 0, 0, false
		}
		coil = copper(m.Eq.R1Ohm, 75, 20)
	}
	return 2 * coil, 2 * coil / 3, true
}

// nearer is the way inside to which measured ohms come within their doubt; empty where they come to
// neither or to both.
func (s *Site) nearer(star, delta float64) (join plate.Join) {
	if len(s.Measured.Line) != 3 {
		return ""
	}
	mean := (s.Measured.Line[0] + s.Measured.Line[1] + s.Measured.Line[2]) / 3
	mean = copper(mean, s.Measured.At, 20)
	near := func(x float64) bool { return math.Abs(mean/x-1) <= plateOhmsDoubt }
	switch {
	case near(star) && !near(delta):
		return plate.Star
	case near(delta) && !near(star):
		return plate.Delta
	}
	return ""
}

func (s *Site) sayBuried(delta, star plate.Column) finding.Finding {
	cures := []finding.Cure{{Label: "Delta inside", Path: "leads.inner", Value: string(plate.Delta)},
		{Label: "Star inside", Path: "leads.inner", Value: string(plate.Star)}}
	tell := tellBuried
	if y, d, ok := s.lineOhms(delta); ok {
		tell = tellBuriedOhms(y, d)
		if near := s.nearer(y, d); near != "" {
			tell += yoursAreNearer(near)
			if near == plate.Star {
				slices.Reverse(cures)
			}
		}
	}
	return finding.Finding{ID: finding.LeadsWhichJoin, Bay: finding.Motor, Grade: finding.Open,
		Sentence: "Three leads come out of a Δ/Y plate: are they joined in delta or in star inside?",
		Detail:   tell + " Delta inside: " + s.joinedInside(delta) + " Star inside: " + s.joinedInside(star),
		Entries:  []string{"leads.inner", "leads.kind"}, Cures: cures,
		Why: []finding.Why{{
			Formula: "coil volts: line in delta, line/√3 in star; between two leads 2R/3 and 2R of one coil",
			Numbers: unit.Whole(s.Feed.Volts, "V") + " on coils made for " + unit.Whole(delta.Winding().Mid(), "V"),
			Section: finding.OnCoilVolts, Source: "plate and supply"}}}
}
