package site

import (
	"cmp"
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/plate"
	"graybridge/core/unit"
)

// target decides how the windings should be joined: each coil must see the
// volts it was wound for.
func (s *Site) target() {
	p, k := &s.Plate, s.Hand.Kind
	if k == leads.Other {
		s.say(sayOther())
		return
	}
	if len(p.Columns) == 0 {
		return
	}
	if k.Halved() {
		p.ForLeads(map[leads.Kind]plate.Join{leads.NineStar: plate.Star, leads.NineDelta: plate.Delta}[k],
			k == leads.Twelve)
	}
	joined := p.Columns[:0:0]
	for _, c := range p.Columns {
		if c.Join != "" {
			joined = append(joined, c)
		}
	}
	if len(joined) == 0 && k == leads.Six && len(p.Columns) == 2 && math.Abs(p.Columns[1].At/p.Columns[0].At-2) < 0.15 {
		s.say(sayHowMany(p))
		return
	}
	if len(joined) == 0 && k == leads.Three && len(p.Columns) == 1 { // at its terminals it is one motor
		joined = p.Columns[:1:1]
		joined[0].Join = plate.Join(cmp.Or(s.As.Leads.Inner, string(plate.Delta)))
		if s.As.Leads.Inner == "" {
			s.say(sayInsideTaken())
		}
	}
	if len(joined) == 0 {
		s.say(sayWhichJoin())
		return
	}
	if k == leads.Three {
		if joined = s.buried(joined); joined == nil {
			return
		}
	}
	s.Column = joined[0]
	feed := s.Feed.Volts
	hertz := 1.0
	if !s.Feed.OwnHertz && p.Hertz > 0 {
		hertz = p.Hertz / s.Supply.Hertz
	}
	s.Reach = leads.Reachable(k, s.Inner, feed, s.Column.Winding(), hertz)
	best := s.Reach[0]
	for _, c := range joined {
		if leads.Arrangement(c.Join) == best.Arrangement && c.Parallel == (best.Halves == leads.Parallel) {
			s.Column = c
		}
	}
	if !s.Family() {
		s.Wanted = nil
		return
	}
	if s.Wanted == nil {
		s.Wanted = k.JointsFor(best.Way)
	}
	s.sayReach(best, hertz)
}

// sayReach says what the best joint gives the coils, and holds the joints wanted against
// it. hertz is the plate's over the supply's.
func (s *Site) sayReach(best leads.Reach, hertz float64) {
	p := &s.Plate
	name := best.String()
	why := []finding.Why{{Formula: "coil volts: line in delta, line/√3 in star; of a half in series half of that",
		Numbers: fmt.Sprintf("%s: %s of %s", name, unit.Text(best.CoilVolts, "V"), unit.Text(best.MadeFor, "V")),
		Section: finding.OnCoilVolts, Source: "plate and supply"}}
	figure, limit := unit.Text(best.CoilVolts, "V")+" a coil", "made for "+unit.Text(best.MadeFor, "V")
	if hertz != 1 {
		why = append(why, finding.Why{Formula: "flux = volts per hertz over the winding's own",
			Numbers: fmt.Sprintf("%s · %s/%s = %s", unit.Percent(best.Ratio), unit.Plain(p.Hertz),
				unit.Plain(s.Supply.Hertz), unit.Percent(best.Flux)), Section: finding.OnCoilVolts,
			Source: "plate and supply"})
	}
	flux := finding.Against(best.Flux*100, finding.AtMost, leads.Strained*100, "% of its own flux")
	switch {
	case best.Fits() && best.Flux > leads.Strained:
		s.say(sayTarget(name, best, figure, limit, flux, why))
	case best.Fits() && best.Flux < 1-leads.Within:
		weak := best.Flux * best.Flux
		s.say(s.sayTargetCaution(name, best, weak, figure, limit, why))
	case best.Fits():
		s.say(sayTargetGood(name, s.Hand.Kind == leads.Three, best, figure, limit, flux, why))
	case best.Flux < 1:
		s.sayTooFew(best, figure, limit, why)
	default:
		sentence := everyJointOver(best)
		if math.Abs(best.Ratio-1) <= leads.Within {
			sentence = s.everyJointFlux(best)
		}
		s.say(sayUnreachable(sentence, figure, limit, flux, why))
	}
	s.sayWanted(best, figure, limit, why)
}

// sayTooFew says that no joint reaches the coils' volts, and what helps.
func (s *Site) sayTooFew(best leads.Reach, figure, limit string, why []finding.Why) {
	name, k, feed := best.String(), s.Hand.Kind, s.Feed.Volts
	torque := best.Flux * best.Flux
	helps := fmt.Sprintf("a transformer up to %s", unit.Whole(s.Column.At, "V"))
	if s.Column.At >= 360 && s.Column.At <= 500 && s.Supply.Nominal >= 200 {
		helps += ", a drive whose maker doubles the volts"
	} else if s.Column.At > 500 {
		helps += fmt.Sprintf(" (no drive doubles %s to %s)", unit.Whole(s.Supply.Nominal, "V"),
			unit.Whole(s.Column.At, "V"))
	}
	if k == leads.Three && s.Column.Join == plate.Star {
		helps += byRewinder(s.Column.At / math.Sqrt(3))
	}
	f := s.sayUnreachableStop(feed, name, best, torque, helps, figure, limit, why)
	if !s.Feed.OwnHertz && !s.Feed.ThreeFed { // a drive's input would not take the volts, nor other machines on a line
		if c, ok := s.Supply.StepCure(s.Column.At, math.Sqrt(3)*s.Column.At*s.Column.Amps); ok {
			f.Cures = append(f.Cures, c)
		}
	}
	s.say(f)
}

// sayWanted holds the joints that the owner wants against the best.
func (s *Site) sayWanted(best leads.Reach, figure, limit string, why []finding.Why) {
	name, k := best.String(), s.Hand.Kind
	if chosen := leads.Name(k, s.Wanted); k != leads.Three && s.As.Leads.Wanted != "" && chosen != best.Way {
		own := chosen.String()
		if own == "" {
			own = "a joint without a name"
		}
		// nothing is sized for joints that starve or burn the coils, or that nobody has a name for
		grade := finding.Stop
		for _, r := range s.Reach {
			if r.Way == chosen && r.Fits() {
				grade = finding.Caution
			}
		}
		s.say(sayWanted(grade, own, name, figure, limit, why))
	}
}
