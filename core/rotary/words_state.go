package rotary

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// What a settled state says.

const shorted = "Fed like this two lines are shorted: expect the breaker to open at once."

// words fills a state's grade and verdict.
func words(o *Read, s *site.State, out outcome) {
	model := o.Member().Site.Model
	fed, share := site.FedWords(s.ID), unit.Percent(out.share)
	s.Trips = out.fate == fights || out.fate == trips
	s.Grade = finding.Stop
	switch out.fate {
	case dead:
		s.Grade = finding.Note
	case overworked, weak:
		s.Grade = finding.Caution
	case idles, works:
		s.Grade = finding.Good
	}
	at := fmt.Sprintf("winding %s at %s", out.coil, share)
	switch out.fate {
	case fights:
		s.Verdict = fmt.Sprintf("Half coils %s and %s fight each other: %s of rated amps in winding %s. "+
			"Expect the breaker to open at once.", site.Title(out.one), site.Title(out.two), share, out.coil)
	case trips:
		s.Verdict = fmt.Sprintf("%stake %s in a lead, %s times rated amps, winding %s at %s: "+
			"expect the breaker to open at once.",
			fed, site.AmpsText(out.most), unit.Three(out.most/model.LineAmps), out.coil, share)
	case dead:
		s.Verdict = "Fed like this nothing flows: no coil stands between the lines."
	case pulls:
		s.Verdict = fed + "pull the idler down: the made line breaks down for every machine."
	case fades:
		s.Verdict = fed + "not keep turning, " + at + "."
	case hums:
		s.Verdict = fed + "hum and not turn (" + at + ")."
	case stands:
		s.Verdict = fed + "not turn: too little torque to start this load."
	case crawls:
		s.Verdict = fed + "crawl at " + s.RPM + " and burn, " + at + "."
	case stalls:
		s.Verdict = fed + "stall under your load, " + at + "."
	case burns:
		s.Verdict = fmt.Sprintf("%srun at %s and burn winding %s (%s).", fed, s.RPM, out.coil, share)
	case overworked:
		s.Verdict = fed + "run at " + s.RPM + ", " + at + ": short runs."
	case weak:
		s.Verdict = fed + "run weak, at " + s.RPM + " where the plate says " + unit.Whole(model.RPM, "rpm") + "."
	case idles:
		s.Verdict = fed + "idle at " + s.RPM + " once spun, hottest " + at + "."
	case works:
		s.Verdict = fed + "run at " + s.RPM + ", hottest " + at + "."
	}
}

func wouldChange(band site.Band) string {
	return fmt.Sprintf("The hottest winding's amps could be %s to %s: measure to be sure.", unit.Percent(band.Low),
		unit.Percent(band.High))
}

func wouldSettle(o *Solved, w WorstOf, verdict string, twins []site.Twin, figure []float64) string {
	return fmt.Sprintf("“%s” rests on %s of rated amps, %s. What settles it, for %s: %s.", finding.Upper(verdict),
		unit.Percent(w.Share), occasion(o, w), o.Who(w.Of), settles(site.Leading(twins, figure)))
}

const waitsForIdler = "Enter the idler's plate, leads and joints first."

func fallsOutText(o *Read, st State) string {
	return fmt.Sprintf("%s falls out: it stalls, and the made line breaks down for all.",
		finding.Upper(o.Who(st.Falls)))
}
