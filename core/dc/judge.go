package dc

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// judge says what follows of dial, trims, stops and place.
func (o *Over) judge() {
	o.judgeDial()
	o.judgeSpeeds()
	o.judgeTrims()
	o.judgeStops()
	o.judgeDoubt()
	o.judgePlace()
}

func (o *Over) put(id string, g finding.Grade, sentence, detail string, entries ...string) *finding.Finding {
	o.say(finding.Finding{ID: id, Bay: finding.Bridge, Grade: g, Sentence: sentence, Detail: detail,
		Entries: entries})
	return &o.Said[len(o.Said)-1]
}

// judgeDial holds the load at the dial against what is there.
func (o *Over) judgeDial() {
	d, v := o.Duty, &o.View.Point
	rpm := o.Dial.RPM
	at := " at " + unit.Whole(rpm, "rpm")
	heavy := d.Asked(d.Load.Heaviest, rpm)
	why := []finding.Why{{Formula: "RMS amps ≤ plate amps · form factor · cooling", Section: finding.OnDirect,
		Source:  "engine",
		Numbers: fmt.Sprintf("form factor %s, cooling %s", v.Factor, unit.Percent(d.Cool(rpm))), Estimated: true}}
	switch {
	case !o.Dial.Reachable:
		o.put(finding.DCSpeed, finding.Stop, "The line does not give this speed under this load.",
			"Slower, or less load.",
			"dc.at", "load.share")
	case heavy > v.Minute+1e-9:
		f := o.put(finding.DCStalls, finding.Stop,
			fmt.Sprintf("Your heaviest load asks %s of plate torque%s; at its limit "+
				"it gives %s: it stalls.",
				unit.Percent(heavy), at, unit.Percent(v.Minute)),
			"A stalled armature burns under its brushes in seconds.",
			"load.heaviest", "dc.limit")
		f.Figure, f.Limit, f.Why = unit.Percent(heavy), unit.Percent(v.Minute)+" at most", why
		f.Measure = finding.Against(100*heavy, finding.AtMost, 100*v.Minute, "% of plate torque")
	case v.Asked > v.Good+1e-9:
		grade, word := finding.Caution, "for short runs only"
		if v.Asked > 1.15*v.Good {
			grade, word = finding.Stop, "it burns"
		}
		f := o.put(finding.DCHeat, grade,
			fmt.Sprintf("The usual load asks %s of plate torque%s; for good there is %s: %s.",
				unit.Percent(v.Asked), at,
				unit.Percent(v.Good), word), o.coolWords(), "dc.at", "load.share", "dc.cooling")
		f.Figure, f.Limit, f.Why = unit.Percent(v.Asked), unit.Percent(v.Good)+" at most", why
		f.Measure = finding.Against(100*v.Asked, finding.AtMost, 100*v.Good, "% of plate torque")
		if d.Cooling == "" || d.Cooling == OwnFan {
			f.Cures = []finding.Cure{{Label: "A blower cools it", Path: "dc.cooling", Value: string(Blower)}}
		}
	default:
		sentence := fmt.Sprintf("It carries your load for good%s: %s asked, %s there.", at, unit.Percent(v.Asked),
			unit.Percent(v.Good))
		if unit.Percent(v.Asked) == unit.Percent(0) {
			sentence = fmt.Sprintf("It runs idle%s; for good there is %s.", at, unit.Percent(v.Good))
		}
		f := o.put(finding.DCHeat, finding.Good, sentence, "")
		f.Why, f.Figure, f.Limit = why, unit.Percent(v.Asked), unit.Percent(v.Good)+" at most"
		f.Measure = finding.Against(100*v.Asked, finding.AtMost, 100*v.Good, "% of plate torque")
	}
	if start, most := d.Load.StartShare(), d.Minute(0); start > most {
		f := o.put(finding.DCStart, finding.Stop,
			fmt.Sprintf("The start asks %s of rated torque; at its limit it gives %s.",
				unit.Percent(start),
				unit.Percent(most)), "It would stand at its limit and burn under its brushes.",
			"load.start", "dc.limit")
		f.Figure, f.Limit = unit.Percent(start), unit.Percent(most)+" at most"
		f.Measure = finding.Against(100*start, finding.AtMost, 100*most, "% of plate torque")
	}
}

func (o *Over) coolWords() string {
	if o.Duty.Cooling == Blower || o.Duty.Cooling == NonVentilated {
		return "Its cooling does not hang on its speed; the ripple of the current heats it."
	}
	return "Its own fan blows less as it turns slower. A blower, a larger belt ratio (the motor faster, the tool as " +
		"before), or short runs."
}

// judgeSpeeds holds the range that is wanted against what there is.
func (o *Over) judgeSpeeds() {
	v, d := o.View, o.Duty
	words := map[string]string{"plate": "plate volts are on its armature there",
		"range": "the controller's armature volts end there",
		"line":  "the line gives no more"}
	if o.Chosen.MostRPM > v.Greatest*1.001 {
		f := o.put("dc.most", finding.Caution, fmt.Sprintf("%s is wanted; under the usual load it turns at %s at most.",
			unit.Whole(o.Chosen.MostRPM, "rpm"),
			unit.Whole(v.Greatest, "rpm")), "Reason: "+words[v.GreatestBy]+". Faster only by a belt, or by weakening "+
			"a wound field within its plate's top speed.", "dc.most")
		f.Figure, f.Limit = unit.Whole(o.Chosen.MostRPM, "rpm"), unit.Whole(v.Greatest, "rpm")
		f.Measure = finding.Against(o.Chosen.MostRPM, finding.AtMost, v.Greatest, "rpm")
	}
	if o.Chosen.AtRPM > v.MostRPM*1.001 {
		o.put("dc.at", finding.Caution, fmt.Sprintf("The dial ends at %s; %s is entered.", unit.Whole(v.MostRPM, "rpm"),
			unit.Whole(o.Chosen.AtRPM, "rpm")),
			"The dial's end is taken.", "dc.at", "dc.most")
	}
	if least := o.Chosen.LeastRPM; least > 0 && d.Asked(d.Load.Usual, least) > d.Good(least)+1e-9 {
		asked := d.Asked(d.Load.Usual, least)
		good := d.Good(least)
		f := o.put("dc.least", finding.Caution, fmt.Sprintf("At %s the usual load asks %s for good and there is %s.",
			unit.Whole(least, "rpm"), unit.Percent(asked),
			unit.Percent(good)), o.coolWords(), "dc.least", "dc.cooling")
		f.Figure, f.Limit = unit.Percent(asked), unit.Percent(good)+" at most"
		f.Measure = finding.Against(100*asked, finding.AtMost, 100*good, "% of plate torque")
	}
	if o.Dial.RPM > 0 {
		tacho := o.tacho()
		if sag := d.Sag(o.Dial.RPM, d.Asked(d.Load.Heaviest, o.Dial.RPM), o.set.PerAmp); sag > 0.25 && !tacho {
			f := o.put("dc.sag", finding.Note,
				fmt.Sprintf("So slow, its speed falls by %s from idling to the heaviest "+
					"load.", unit.Percent(sag)),
				"The same volts are a large share there. More IR, up to its edge; a tachometer; or a larger belt "+
					"ratio.", "dc.at", "dc.ir")
			f.Figure, f.Limit = unit.Percent(sag), "25"+unit.Space+"%"
		}
	}
}

// judgeTrims says what a trim does not reach, and where IR hunts.
func (o *Over) judgeTrims() {
	d := o.Duty
	edge := d.Surge(d.Inertia, ampsLag)
	asked := o.set.PerAmp
	if o.Chosen.IRShare > 0 {
		asked = o.Chosen.IRShare * d.Ohm
	}
	why := []finding.Why{{Formula: "c ≥ Ra·(1 + τ²/(τm(τa + τ))) hunts; c > Ra speeds up under load",
		Section: finding.OnDirect, Source: "engine", Estimated: true}}
	cure := []finding.Cure{{Label: "Set IR to " + unit.Percent(PlanIR), Path: "dc.ir", Value: "80 %"}}
	if o.held() == ByIR && asked >= d.Ohm {
		sentence := fmt.Sprintf("IR of %s is more than the armature's ohms: it speeds up under load.",
			unit.Percent(asked/d.Ohm))
		grade := finding.Caution
		if asked >= edge {
			grade, sentence = finding.Stop, fmt.Sprintf("IR of %s is beyond its edge (%s): the speed hunts by itself.",
				unit.Percent(asked/d.Ohm), unit.Percent(edge/d.Ohm))
		}
		f := o.put(finding.DCSurge, grade, sentence, "Ra is estimated or measured cold: keep a margin.", "dc.ir")
		f.Why, f.Cures, f.Figure, f.Limit = why, cure, unit.Three(asked)+unit.Space+"V/A",
			unit.Three(d.Ohm)+unit.Space+"V/A"
		f.Measure = finding.Against(asked, finding.AtMost, d.Ohm, "V/A")
	}
	if o.Chosen.Held == ByTacho && !o.Profile.Tacho {
		f := o.put(finding.DCTacho, finding.Stop, o.Profile.Name+" takes no tachometer.",
			"Volts alone, or IR, hold its speed.", "dc.held")
		f.Cures = []finding.Cure{{Label: "Hold it by IR", Path: "dc.held", Value: string(ByIR)}}
	}
	for _, r := range o.View.Trims {
		if r.Cut {
			o.put("dc.trim-"+r.ID, finding.Caution, fmt.Sprintf("%s does not reach what is wanted: %s.", r.Name,
				r.Want),
				"It stands at its end: "+r.Note+".")
		}
		if r.Odd {
			o.put("dc.found-"+r.ID, finding.Note, fmt.Sprintf("%s was found at %s; it belongs at %s.", r.Name,
				r.ReadBack,
				r.Value), "", "dc.read_back")
		}
	}
	if share := d.LimitAmps / d.ArmatureAmps; o.Chosen.LimitShare > 1.5 {
		f := o.put("dc.limit", finding.Caution,
			fmt.Sprintf("A current limit of %s of plate amps is more than the usual "+
				"150 %%.", unit.Percent(o.Chosen.LimitShare)),
			"Brushes and magnets suffer: strong amps can weaken a permanent magnet for good.", "dc.limit")
		f.Figure, f.Limit = unit.Percent(o.Chosen.LimitShare), "150"+unit.Space+"%"
		f.Measure = finding.Against(100*o.Chosen.LimitShare, finding.AtMost, 150, "% of plate amps")
	} else if o.Chosen.LimitShare > 0 && share < 0.999*o.Chosen.LimitShare {
		o.put("dc.limit", finding.Note, fmt.Sprintf("Its limit reaches %s of plate amps, not %s.", unit.Percent(share),
			unit.Percent(o.Chosen.LimitShare)),
			"By its own amps and its plug-in resistor.", "dc.limit")
	}
	if o.Chosen.UpS > 0 {
		if need := d.UpSeconds(o.View.MostRPM, d.LimitAmps, d.Load.RunUp().Share*d.Constants().RatedNm,
			d.Inertia); need > o.Chosen.UpS {
			f := o.put("dc.ramp", finding.Caution,
				fmt.Sprintf("In %s it comes up at its current limit all the way: %s "+
					"is the least.", unit.Text(o.Chosen.UpS, "s"),
					secondsText(need)), "It takes as long as it takes; the ramp then does nothing.", "dc.accelerate")
			f.Figure, f.Limit = unit.Text(o.Chosen.UpS, "s"), secondsText(need)
		}
	}
}

// judgeStops says what a stop, a turn and a lost field are.
func (o *Over) judgeStops() {
	d, s := o.Duty, &o.stop
	times := s.FirstAmps / d.ArmatureAmps
	if o.Chosen.Brake == "yes" && times > 3 {
		f := o.put(finding.DCBrake, finding.Stop, fmt.Sprintf("Onto %s a stop begins with %s, %s × plate amps: the "+
			"commutator burns.", unit.Text(s.Ohm, "Ω"),
			unit.Text(s.FirstAmps, "A"), unit.Three(times)), "Strong amps against its field can weaken a magnet for "+
			"good.", "dc.brake_ohm")
		f.Figure, f.Limit = unit.Text(s.FirstAmps, "A"), unit.Text(3*d.ArmatureAmps, "A")+" at most"
		f.Measure = finding.Against(s.FirstAmps, finding.AtMost, 3*d.ArmatureAmps, "A")
		f.Cures = []finding.Cure{{Label: "Take the plan's resistor", Path: "dc.brake_ohm", Value: ""}}
	} else if o.Chosen.Brake == "yes" {
		o.put(finding.DCBrake, finding.Note,
			fmt.Sprintf("On stop: %s, %s at first, %s to a twentieth of its speed, %s into "+
				"the resistor.", unit.Text(s.Ohm, "Ω"),
				unit.Text(s.FirstAmps, "A"), unit.Text(s.Seconds, "s"), unit.Text(s.Joules, "J")),
			"Never across the armature while the controller still feeds. It does not hold a load: what can fall or "+
				"run back wants a brake of its own.", "dc.brake")
	}
	if o.Chosen.Reverse == "switch" {
		o.put("dc.reverse", finding.Note,
			"Turned round by its armature leads only, standing: a switch with a catch at "+
				"off.",
			fmt.Sprintf("Thrown while turning, it takes %s: %s × plate.",
				unit.Text(d.StartAmps(d.VoltsFor(o.View.MostRPM, 0), o.View.MostRPM), "A"),
				unit.Three(d.StartAmps(d.VoltsFor(o.View.MostRPM, 0), o.View.MostRPM)/d.ArmatureAmps)), "dc.reverse")
	}
	if o.wound() {
		r := d.RunsAway(d.VoltsFor(o.View.MostRPM, 0), o.View.MostRPM, math.Inf(1), 0, d.Inertia)
		text := fmt.Sprintf("Open, with the belt off and no limit set, it runs to %s × its base speed (planning); "+
			"loaded it stands and burns.",
			unit.Three(math.Min(r.Peak/d.RPM, 3)))
		if r.Peak > 3*d.RPM {
			text = "Open, with the belt off and no limit set, it runs past three times its base speed (planning): it " +
				"bursts; loaded it stands and burns."
		}
		o.put("dc.field-lost", finding.Note,
			"Its field is never opened while it turns: no switch, no plug, no fuse of "+
				"its own in it.", text, "plate.field_volts")
	}
	if o.Chosen.StartBy != "buttons" {
		f := o.put("dc.restart", finding.Caution, "On a plain switch it starts by itself when the supply returns.",
			"Start and stop by buttons and a contactor with its own holding contact: what the supply drops stays off.",
			"dc.start_by")
		f.Cures = []finding.Cure{{Label: "Start and stop by buttons", Path: "dc.start_by", Value: "buttons"}}
	}
	if o.Chosen.EStop != "yes" {
		f := o.put("dc.stop", finding.Note, "No emergency stop is noted: needed where a hand or hair can be caught.",
			"It opens the contactor by force, latching; the pot is no stop.", "dc.emergency_stop")
		f.Cures = []finding.Cure{{Label: "There is one", Path: "dc.emergency_stop", Value: "yes"}}
	}
}

// judgePlace says what stands at mains potential and what the air does.
func (o *Over) judgePlace() {
	if !o.Profile.Isolated {
		o.put("dc.mains", finding.Note, "Its controls are not isolated: pot, trims and their wires stand at mains "+
			"potential.",
			"An insulated shaft and knob, a cover over the pot's back, trims turned with an insulated screwdriver, "+
				"nothing else joined to them.")
	}
	switch o.Chosen.Air {
	case "dust":
		o.put("dc.air", finding.Caution, "Dust: brushes spark, and an open board collects it.", o.View.Box, "dc.air")
	case "wet":
		o.put("dc.air", finding.Caution, "Wet: brushes and an open board want a closed box.", o.View.Box, "dc.air")
	}
	if o.Chosen.SecondHand == "yes" {
		left := 0
		for _, s := range o.inspection() {
			if !s.Done {
				left++
			}
		}
		if left > 0 {
			o.put(finding.DCInspection, finding.Open, fmt.Sprintf("Second-hand: %d steps of its inspection are open.",
				left),
				"Nobody knows yet what stands in it.", "dc.done")
		}
	}
	if o.Weighed.Ended {
		o.put(finding.DCTableEnd, finding.Stop,
			"What its line carries lies beyond the tables: a licensed person sizes it.",
			"")
	}
}
