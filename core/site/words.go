package site

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func sayImpossible(err error) finding.Finding {
	return finding.Finding{ID: finding.PlateImpossible, Bay: finding.Motor, Grade: finding.Stop,
		Sentence: "No motor could be built to this plate.",
		Detail:   "Reason: " + err.Error() + ". Compare the entries with the plate, digit by digit.",
		Entries:  []string{"plate.power", "plate.amps", "plate.power_factor", "plate.rpm"}}
}

func sayBreakdown(r float64) finding.Finding {
	return finding.Finding{ID: "plate.breakdown", Bay: finding.Motor, Grade: finding.Note,
		Sentence: fmt.Sprintf("By this plate its greatest torque is %s × rated, which is unusual.",
			unit.Three(r)),
		Detail: "The plate's starting figures do not go well with the rest: what is said of the start is rough.",
		Figure: unit.Three(r), Limit: "1.5 to 4", Why: []finding.Why{{Formula: "greatest torque over slip / " +
			"rated torque", Section: finding.OnFit, Source: "fitted circuit", Estimated: true}}}
}

func sayIdleFlux(grade finding.Grade, best leads.Reach, here float64, own float64) finding.Finding {
	return finding.Finding{ID: "leads.idle-flux", Bay: finding.Leads, Grade: grade,
		Sentence: idlesHot(here),
		Detail: fmt.Sprintf("On its own volts and hertz it would take %s. The volts here give its iron %s of the flux "+
			"it was made for, and each percent more costs several percent of amps. A capacitor adds to it.",
			unit.Percent(own), unit.Percent(best.Flux)), Figure: unit.Percent(here),
		Limit:   "100" + unit.Space + "% of plate",
		Measure: finding.Against(here*100, finding.AtMost, 100, "% of rated amps"),
		Why: []finding.Why{{Formula: "magnetising amps of the curve at volts per hertz over its own",
			Numbers: fmt.Sprintf("flux %s", unit.Percent(best.Flux)), Section: finding.OnSaturation, Source: "engine",
			Estimated: true}}}
}

func idlesHot(here float64) string {
	if here > 1 {
		return fmt.Sprintf("Idling alone overheats it here: %s of its rated amps.", unit.Percent(here))
	}
	return fmt.Sprintf("It idles hotter here than it should: %s of its rated amps.", unit.Percent(here))
}

func (s *Site) sayShort(lines string) finding.Finding {
	return finding.Finding{ID: finding.LeadsShort, Bay: finding.Leads, Grade: finding.Stop,
		Sentence: fmt.Sprintf("The joints wanted tie %s together: a dead short.", lines),
		Detail:   "Nothing is sized for it. Never feed it.", Entries: []string{"leads.wanted"},
		Figure: s.Wanted.Print(s.Hand.Naming), Limit: "no two lines in one joint",
		Why: []finding.Why{{Formula: "two lines in one joint: no winding between them",
			Numbers: s.Wanted.Print(s.Hand.Naming), Section: finding.OnCircuit, Source: "joints as typed"}}}
}

func sayOther() finding.Finding {
	return finding.Finding{ID: finding.LeadsOther, Bay: finding.Leads, Grade: finding.Stop,
		Sentence: "These leads cannot be planned without their own diagram.",
		Detail: "Ten and eighteen leads, part-winding and two-speed motors have joints that no count of leads " +
			"tells. Look under the lid and on the back of the plate; a rewinder reads it in minutes.",
		Entries: []string{"leads.kind"}}
}

func sayHowMany(p *plate.Plate) finding.Finding {
	return finding.Finding{ID: finding.LeadsHowMany, Bay: finding.Leads, Grade: finding.Open,
		Sentence: "Volts of one to two on the plate: nine or twelve leads. How many come out?",
		Detail: "Six leads give one to √3 (230/400). With nine, continuity or the plate's diagram tells star " +
			"from delta inside.", Entries: []string{"leads.kind"},
		Cures: []finding.Cure{{Label: "Nine, star: to be proved", Path: "leads.kind",
			Value: string(leads.NineStar)}, {Label: "Nine, delta: to be proved", Path: "leads.kind",
			Value: string(leads.NineDelta)}, {Label: "Twelve", Path: "leads.kind", Value: string(leads.Twelve)}},
		Why: []finding.Why{{Formula: "halves end to end or side by side: volts 2 : 1",
			Numbers: fmt.Sprintf("%s : %s", unit.Plain(p.Columns[1].At), unit.Plain(p.Columns[0].At)),
			Section: finding.OnCoilVolts, Source: "plate"}}}
}

func sayWhichJoin() finding.Finding {
	return finding.Finding{ID: finding.LeadsWhichJoin, Bay: finding.Motor, Grade: finding.Open,
		Sentence: "Do the plate's volts belong to delta or to star?",
		Detail: "Look for Δ or Y beside the volts, or a small diagram inside the lid. Without it nobody knows " +
			"what one winding was wound for.",
		Cures: []finding.Cure{{Label: "Delta", Path: "plate.connection", Value: "Δ"},
			{Label: "Star", Path: "plate.connection", Value: "Y"}},
		Entries: []string{"plate.connection", "plate.volts"}}
}

func sayInsideTaken() finding.Finding {
	return finding.Finding{ID: "leads.inside", Bay: finding.Leads, Grade: finding.Note,
		Sentence: "Star or delta inside? Nobody knows yet: the plan takes delta.",
		Detail: "Volts and amps at its three leads are the same either way, and so are they on a drive. On a " +
			"capacitor or a converter one winding may carry a little more or less than shown, and other µF may be " +
			"its best.",
		Entries: []string{"leads.inner"}, Cures: []finding.Cure{{Label: "Delta inside", Path: "leads.inner",
			Value: string(plate.Delta)}, {Label: "Star inside", Path: "leads.inner", Value: string(plate.Star)}}}
}

const tellBuried = "How to tell: the maker's own letter, or a look under the lacing of the end winding."

func tellBuriedOhms(star, delta float64) string {
	return fmt.Sprintf("How to tell: ohms between two leads, cold, by the plate about %s in star and %s in delta, "+
		"each within 30 %%; better the maker's own letter, or a look under the lacing of the end winding.",
		unit.Text(star, "Ω"), unit.Text(delta, "Ω"))
}

func yoursAreNearer(join plate.Join) string {
	return fmt.Sprintf(" The ohms that you measured are those of %s.", join)
}

func insideFits(best leads.Reach) string {
	return fmt.Sprintf("each coil gets the %s that it was made for, and the plan goes on.",
		unit.Whole(best.CoilVolts, "V"))
}

func insideSaturates(best leads.Reach) string {
	return fmt.Sprintf("each coil would get %s of its own flux and burn: not on this supply.",
		unit.Percent(best.Flux))
}

func (s *Site) insideStarves(best leads.Reach, c plate.Column) string {
	return fmt.Sprintf("each coil gets only %s of its %s, and gives about %s of its torque. Ways out: bring the star "+
		"point out (a rewinder's hour), a drive with %s Hz as its base, a transformer up to %s, another motor.",
		unit.Whole(best.CoilVolts, "V"), unit.Whole(best.MadeFor, "V"), unit.Percent(best.Flux*best.Flux),
		unit.Three(s.Plate.Hertz*best.Ratio), unit.Whole(c.At, "V"))
}

func sayTarget(name string, best leads.Reach, figure string, limit string, flux *finding.Measure,
	why []finding.Why) finding.Finding {
	return finding.Finding{ID: "leads.target", Bay: finding.Leads, Grade: finding.Caution,
		Sentence: fmt.Sprintf("Join in %s, the nearest there is; it will idle hot.", name),
		Detail: fmt.Sprintf("The iron then carries %s of the flux it was made for. It idles with more amps and "+
			"more heat than the "+
			"plate's. Measure the line at its worst hour; a tap down on a transformer would cure it.",
			unit.Percent(best.Flux)), Figure: figure, Limit: limit, Measure: flux, Why: why}
}

func (s *Site) sayTargetCaution(name string, best leads.Reach, weak float64, figure string, limit string,
	why []finding.Why) finding.Finding {
	return finding.Finding{ID: "leads.target", Bay: finding.Leads, Grade: finding.Caution,
		Sentence: fmt.Sprintf("Join in %s; at %s Hz it has about %s of its torque.", name, unit.Plain(s.Supply.Hertz),
			unit.Percent(weak)),
		Detail: fmt.Sprintf("Each coil gets its volts, but at these hertz they make %s of its flux. It turns "+
			"faster and "+
			"carries less. Weigh the load by that, or take a drive, which makes the motor's own hertz.",
			unit.Percent(best.Flux)), Figure: figure, Limit: limit,
		Measure: finding.Against(best.Flux*100, finding.AtLeast, 100*(1-leads.Within), "% of its own flux"),
		Why:     why}
}

func sayTargetGood(name string, inside bool, best leads.Reach, figure string, limit string, flux *finding.Measure,
	why []finding.Why) finding.Finding {
	sentence := fmt.Sprintf("Join in %s: each coil gets the %s it was made for.", name,
		unit.Whole(best.CoilVolts, "V"))
	if inside {
		sentence = fmt.Sprintf("Nothing to rejoin: each coil gets the %s it was made for.",
			unit.Whole(best.CoilVolts, "V"))
	}
	return finding.Finding{ID: "leads.target", Bay: finding.Leads, Grade: finding.Good, Sentence: sentence,
		Figure: figure, Limit: limit, Measure: flux, Why: why}
}

func sayUnreachable(sentence string, figure string, limit string, flux *finding.Measure,
	why []finding.Why) finding.Finding {
	return finding.Finding{ID: finding.LeadsUnreachable, Bay: finding.Leads, Grade: finding.Stop, Sentence: sentence,
		Detail: "Its iron would saturate and it would burn, even without load. What helps: a drive, which makes " +
			"the motor's own hertz and volts, a transformer down, or another motor.", Figure: figure, Limit: limit,
		Measure: flux, Why: why, Entries: []string{"plate.volts", "plate.hertz"}}
}

func byRewinder(coil float64) string {
	return fmt.Sprintf(". Or a rewinder opens the star point inside and brings six leads out: coils of %s in delta on "+
		"%s", unit.Whole(coil, "V"), unit.Whole(coil, "V"))
}

func (s *Site) sayUnreachableStop(feed float64, name string, best leads.Reach, torque float64, helps string,
	figure string, limit string, why []finding.Why) finding.Finding {
	return finding.Finding{ID: finding.LeadsUnreachable, Bay: finding.Leads, Grade: finding.Stop,
		Sentence: fmt.Sprintf("Your %s is too low for this motor, however it is wired.", unit.Whole(feed, "V")),
		Detail: fmt.Sprintf("The best, %s, gives a coil %s of its volts and about %s of its torque. What helps: "+
			"%s. Or take another motor with a %s column, or a three-phase supply.", name, unit.Percent(best.Ratio),
			unit.Percent(torque), helps, unit.Whole(s.Supply.Nominal, "V")),
		Figure: figure, Limit: limit, Measure: finding.Against(best.Flux*100, finding.AtLeast,
			100*(1-leads.Within), "% of its own flux"), Why: append(why,
			finding.Why{Formula: "torque ∝ (volts per hertz)²",
				Numbers: fmt.Sprintf("%s² = %s", unit.Three(best.Flux), unit.Three(torque)),
				Section: finding.OnCoilVolts, Source: "induction motor"}), Entries: []string{"plate.volts"}}
}

func sayWanted(grade finding.Grade, own string, name string, figure string, limit string,
	why []finding.Why) finding.Finding {
	return finding.Finding{ID: finding.LeadsWanted, Bay: finding.Leads, Grade: grade,
		Sentence: fmt.Sprintf("Wanted is %s; %s gives the coils their volts.", own, name), Figure: figure,
		Limit: limit, Why: why,
		Cures:   []finding.Cure{{Label: "Want " + name, Path: "leads.wanted", Value: ""}},
		Entries: []string{"leads.wanted"}}
}

const heatLacksAir = "The heat run lacks the air's temperature."

const heatLacksAirDetail = "A rise counts from the air around the motor: read it a metre off, out of the sun, as " +
	"“air 21 °C”."

const heatAnother = "The heat run wants another reading of the frame, ten minutes on."

const heatAnotherDetail = "Two readings over time show where it settles; more narrow it down."

func heatSettles(said []string, winding float64) string {
	return fmt.Sprintf("Heat run: %s; the hottest winding would settle at about %s.",
		finding.Together(said), celsius(winding))
}

func heatTooHot(h machine.Heat, allowed, left float64) string {
	return fmt.Sprintf("Class %s allows %s: %s too hot. Lighten the load, give it rests, or cool it.", h.Class,
		celsius(allowed), unit.Whole(-left, "K"))
}

func heatHotDay(h machine.Heat, allowed, left float64) string {
	return fmt.Sprintf("Class %s allows %s: %s remain. A hot day takes them.", h.Class, celsius(allowed),
		unit.Whole(left, "K"))
}

func heatRemains(h machine.Heat, allowed, left float64) string {
	return fmt.Sprintf("Class %s allows %s: %s remain.", h.Class, celsius(allowed), unit.Whole(left, "K"))
}

const plateFirst = "The plate is not complete yet."

func everyJointOver(best leads.Reach) string {
	return fmt.Sprintf("Your volts are too high for this motor (%s), however it is wired.",
		unit.Percent(best.Ratio))
}

func (s *Site) everyJointFlux(best leads.Reach) string {
	return fmt.Sprintf("At %s Hz this motor overheats however it is wired: %s of its flux at best.",
		unit.Plain(s.Supply.Hertz), unit.Percent(best.Flux))
}

// NotSolved is said of a circuit that has no single answer.
const NotSolved = "This circuit cannot be solved."

// DeadShort is said of lines that the joints lay together.
func DeadShort(lines string) string {
	return "A dead short joins " + lines + ": the breaker opens at once."
}
