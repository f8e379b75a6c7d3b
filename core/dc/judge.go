package dc

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// judge says what follows of dial, trims, stops and place.
func judge(o *Shown) {
	judgeDial(o)
	judgeSpeeds(o)
	judgeTrims(o)
	judgeStops(o)
	o.judgeDoubt()
	judgeSource(o)
	judgePlace(o)
}

func put(o *Shown, id string, g finding.Grade, sentence, detail string, entries ...string) *finding.Finding {
	o.say(finding.Finding{ID: id, Bay: finding.Bridge, Grade: g, Sentence: sentence, Detail: detail,
		Entries: entries})
	return &o.Said[len(o.Said)-1]
}

// judgeDial holds the load at the dial against what is there.
func judgeDial(o *Shown) {
	d, v := o.Duty, &o.View.Point
	rpm := o.Dial.RPM
	at := " at " + unit.Whole(rpm, "rpm")
	heavy := d.Asked(d.Load.Heaviest, rpm)
	why := []finding.Why{{Formula: "RMS amps ≤ rated amps · form factor · cooling", Section: finding.OnDirect,
		Source:  "engine",
		Numbers: fmt.Sprintf("form factor %s, cooling %s", v.Factor, unit.Percent(d.Cool(rpm))), Estimated: true}}
	switch {
	case !o.Dial.Reachable:
		put(o, finding.DCSpeed, finding.Stop, speedOutOfReach, slowerOrLess, "dc.at", "load.share")
	case heavy > v.Minute+1e-9:
		f := put(o, finding.DCStalls, finding.Stop, stallsAt(heavy, at, v), stalledBurns, "load.heaviest", "dc.limit")
		f.Figure, f.Limit, f.Why = unit.Percent(heavy), unit.Percent(v.Minute)+" at most", why
		f.Measure = finding.Against(100*heavy, finding.AtMost, 100*v.Minute, "% of rated torque")
	case v.Asked > v.Good+1e-9:
		grade, word := finding.Caution, "short runs only"
		if v.Asked > 1.15*v.Good {
			grade, word = finding.Stop, "it burns"
		}
		f := put(o, finding.DCHeat, grade, heatsAt(v, at, word), coolWords(&o.Solved), "dc.at", "load.share",
			"dc.cooling")
		f.Figure, f.Limit, f.Why = unit.Percent(v.Asked), unit.Percent(v.Good)+" at most", why
		f.Measure = finding.Against(100*v.Asked, finding.AtMost, 100*v.Good, "% of rated torque")
		if d.Cooling == "" || d.Cooling == OwnFan {
			f.Cures = []finding.Cure{{Label: "A blower cools it", Path: "dc.cooling", Value: string(Blower)}}
		}
	default:
		sentence := carriesAt(at, v)
		if unit.Percent(v.Asked) == unit.Percent(0) {
			sentence = idlesAt(at, v)
		}
		f := put(o, finding.DCHeat, finding.Good, sentence, "")
		f.Why, f.Figure, f.Limit = why, unit.Percent(v.Asked), unit.Percent(v.Good)+" at most"
		f.Measure = finding.Against(100*v.Asked, finding.AtMost, 100*v.Good, "% of rated torque")
	}
	if start, most := d.Load.StartShare(), d.Minute(0); start > most {
		f := put(o, finding.DCStart, finding.Stop, startFallsShort(start, most), standsAtLimit, "load.start",
			"dc.limit")
		f.Figure, f.Limit = unit.Percent(start), unit.Percent(most)+" at most"
		f.Measure = finding.Against(100*start, finding.AtMost, 100*most, "% of rated torque")
	}
}

func coolWords(o *Solved) string {
	if o.Duty.Cooling == Blower || o.Duty.Cooling == NonVentilated {
		return cooledAlike
	}
	return cooledBySpeed
}

// judgeSpeeds holds the range that is wanted against what there is.
func judgeSpeeds(o *Shown) {
	v, d := o.View, o.Duty
	words := map[string]string{"plate": "plate volts are on its armature there",
		"range": "the controller's armature volts end there",
		"line":  "the line gives no more"}
	if o.Chosen.MostRPM > v.Greatest*1.001 {
		f := put(o, "dc.most", finding.Caution, tooFast(&o.Placed, v), tooFastBecause(words, v), "dc.most")
		f.Figure, f.Limit = unit.Whole(o.Chosen.MostRPM, "rpm"), unit.Whole(v.Greatest, "rpm")
		f.Measure = finding.Against(o.Chosen.MostRPM, finding.AtMost, v.Greatest, "rpm")
	}
	if o.Chosen.AtRPM > v.MostRPM*1.001 {
		put(o, "dc.at", finding.Caution, dialEnds(&o.Placed, v), dialsEnd, "dc.at", "dc.most")
	}
	if least := o.Chosen.LeastRPM; least > 0 && d.Asked(d.Load.Usual, least) > d.Good(least)+1e-9 {
		asked := d.Asked(d.Load.Usual, least)
		good := d.Good(least)
		f := put(o, "dc.least", finding.Caution, leastBurns(least, asked, good), coolWords(&o.Solved), "dc.least",
			"dc.cooling")
		f.Figure, f.Limit = unit.Percent(asked), unit.Percent(good)+" at most"
		f.Measure = finding.Against(100*asked, finding.AtMost, 100*good, "% of rated torque")
	}
	if o.Dial.RPM > 0 {
		tacho := o.tacho()
		if sag := d.Sag(o.Dial.RPM, d.Asked(d.Load.Heaviest, o.Dial.RPM), o.set.PerAmp); sag > 0.25 && !tacho {
			f := put(o, "dc.sag", finding.Note, sagsSlow(sag), lessSag, "dc.at", "dc.ir")
			f.Figure, f.Limit = unit.Percent(sag), "25"+unit.Space+"%"
		}
	}
}

// judgeTrims says what a trim does not reach, and where IR hunts.
func judgeTrims(o *Shown) {
	d := o.Duty
	edge := d.Surge(d.Inertia, ampsLag)
	asked := o.set.PerAmp
	if o.Chosen.IRShare > 0 {
		asked = o.Chosen.IRShare * d.Ohm
	}
	why := []finding.Why{{Formula: "c ≥ Ra·(1 + τ²/(τm(τa + τ))) hunts; c > Ra speeds up under load",
		Section: finding.OnDirect, Source: "engine", Estimated: true}}
	cure := []finding.Cure{{Label: "Set IR to " + unit.Percent(PlanIR), Path: "dc.ir", Value: "80 %"}}
	if held(&o.Placed) == ByIR && asked >= d.Ohm {
		sentence := irOverArmature(asked, d)
		grade := finding.Caution
		if asked >= edge {
			grade, sentence = finding.Stop, irHunts(asked, d, edge)
		}
		f := put(o, finding.DCSurge, grade, sentence, irMargin, "dc.ir")
		f.Why, f.Cures, f.Figure, f.Limit = why, cure, unit.Three(asked)+unit.Space+"V/A",
			unit.Three(d.Ohm)+unit.Space+"V/A"
		f.Measure = finding.Against(asked, finding.AtMost, d.Ohm, "V/A")
	}
	if o.Chosen.Held == ByTacho && !o.Profile.Tacho {
		f := put(o, finding.DCTacho, finding.Stop, noTachometer(&o.Placed), heldOtherwise, "dc.held")
		f.Cures = []finding.Cure{{Label: "Hold it by IR", Path: "dc.held", Value: string(ByIR)}}
	}
	for _, r := range o.View.Trims {
		if r.Cut {
			put(o, "dc.trim-"+r.ID, finding.Caution, trimFallsShort(r), trimAtItsEnd(r))
		}
		if r.Odd {
			put(o, "dc.found-"+r.ID, finding.Note, foundElsewhere(r), "", "dc.read_back")
		}
	}
	if share := d.LimitAmps / d.ArmatureAmps; o.Chosen.LimitShare > 1.5 {
		f := put(o, "dc.limit", finding.Caution, limitUnusual(&o.Placed), limitHarms, "dc.limit")
		f.Figure, f.Limit = unit.Percent(o.Chosen.LimitShare), "150"+unit.Space+"%"
		f.Measure = finding.Against(100*o.Chosen.LimitShare, finding.AtMost, 150, "% of rated amps")
	} else if o.Chosen.LimitShare > 0 && share < 0.999*o.Chosen.LimitShare {
		put(o, "dc.limit", finding.Note, limitEnds(&o.Placed, share), limitEndsBy, "dc.limit")
	}
	if o.Chosen.UpS > 0 {
		if need := d.UpSeconds(o.View.MostRPM, d.LimitAmps, d.Load.RunUp().Share*d.Constants().RatedNm,
			d.Inertia); need > o.Chosen.UpS {
			f := put(o, "dc.ramp", finding.Caution, rampAtLimit(&o.Placed, need), rampDoesNothing, "dc.accelerate")
			f.Figure, f.Limit = unit.Text(o.Chosen.UpS, "s"), secondsText(need)
		}
	}
}

// judgeStops says what a stop, a turn and a lost field are.
func judgeStops(o *Shown) {
	d, s := o.Duty, &o.stop
	times := s.FirstAmps / d.ArmatureAmps
	if o.Chosen.Brake == "yes" && times > 3 {
		f := put(o, finding.DCBrake, finding.Stop, stopBurns(s, times), stopWeakens, "dc.brake_ohm")
		f.Figure, f.Limit = unit.Text(s.FirstAmps, "A"), unit.Text(3*d.ArmatureAmps, "A")+" at most"
		f.Measure = finding.Against(s.FirstAmps, finding.AtMost, 3*d.ArmatureAmps, "A")
		f.Cures = []finding.Cure{{Label: "Take the plan's resistor", Path: "dc.brake_ohm", Value: ""}}
	} else if o.Chosen.Brake == "yes" {
		put(o, finding.DCBrake, finding.Note, stopTakes(s), stopCare(s), "dc.brake")
	}
	if o.Chosen.Reverse == "switch" {
		put(o, "dc.reverse", finding.Note, turnedStanding, thrownTurning(&o.Solved, d), "dc.reverse")
	}
	if wound(&o.Placed) {
		r := d.RunsAway(d.VoltsFor(o.View.MostRPM, 0), o.View.MostRPM, math.Inf(1), 0, d.Inertia)
		text := fieldLostTo(r, d)
		if r.Peak > 3*d.RPM {
			text = fieldLost
		}
		put(o, "dc.field-lost", finding.Note, fieldNeverOpened, text, "plate.field_volts")
	}
	if o.Chosen.StartBy != "buttons" {
		f := put(o, "dc.restart", finding.Caution, startsByItself, staysOff, "dc.start_by")
		f.Cures = []finding.Cure{{Label: "Start and stop by buttons", Path: "dc.start_by", Value: "buttons"}}
	}
	if o.Chosen.EStop != "yes" {
		f := put(o, "dc.stop", finding.Note, noEmergencyStop, emergencyStop, "dc.emergency_stop")
		f.Cures = []finding.Cure{{Label: "There is one", Path: "dc.emergency_stop", Value: "yes"}}
	}
}

// judgeSource says what its way of making direct current brings along.
func judgeSource(o *Shown) {
	if f, ok := o.Profile.Maker.Say("dc.maker", o.Weighed.sized, o.Weighed.FullLine); ok {
		f.Entries = []string{"dc.controller"}
		o.say(f)
	}
	switch o.Profile.Way {
	case HalfWave:
		put(o, "dc.half-wave", finding.Caution, halfWaves(o.View.Point.Factor), halfWavesAhead, "dc.controller")
	case FullWave:
		put(o, "dc.no-limit", finding.Caution, limitsNoAmps, limitsNoAmpsDetail, "dc.controller")
	}
}

// judgePlace says what stands at mains potential and what the air does.
func judgePlace(o *Shown) {
	if !o.Profile.Isolated {
		put(o, "dc.mains", finding.Note, notIsolated, notIsolatedCare)
	}
	switch o.Chosen.Air {
	case "dust":
		put(o, "dc.air", finding.Caution, dusty, o.View.Box, "dc.air")
	case "wet":
		put(o, "dc.air", finding.Caution, wet, o.View.Box, "dc.air")
	}
	var set []string
	for _, r := range o.View.Trims {
		if r.Keyed != "" {
			set = append(set, fmt.Sprintf("%s was set to %s, wants %s", r.Name, r.Keyed, r.Value))
		}
	}
	if len(set) > 0 {
		put(o, "dc.keyed", finding.Caution, setAnew(len(set)), strings.Join(set, "; ")+".", "dc.done")
	}
	if o.Chosen.SecondHand == "yes" {
		left := 0
		for _, s := range inspection(&o.Solved) {
			if !s.Done {
				left++
			}
		}
		if left > 0 {
			put(o, finding.DCInspection, finding.Open, inspectionOpen(left), nobodyKnows, "dc.done")
		}
	}
	if o.Weighed.Ended {
		put(o, finding.DCTableEnd, finding.Stop, lineBeyondTables, "")
	}
}
