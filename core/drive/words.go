package drive

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func sayWouldChange(p Point, band site.Band, twins []site.Twin, part float64) finding.Finding {
	return finding.Finding{ID: "drive.would-change", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("Load at %s could be %s to %s: measure to be sure.",
			unit.Text(p.Hz, "Hz"), unit.Percent(band.Low), unit.Percent(band.High)),
		Detail: fmt.Sprintf("That is of what its cooling carries all day there; the plan takes %s. What settles it: "+
			"the amps on the drive's display at your load.", unit.Percent(p.Heat)),
		Figure: unit.Percent(p.Heat), Limit: unit.Percent(1),
		Why: []finding.Why{{Formula: "load asked over torque all day, over motors that would print the same plate",
			Numbers: fmt.Sprintf("%d motors; the verdict flips in %s of them", len(twins), unit.Percent(part)),
			Section: finding.OnBands, Source: "load ±10 %", Estimated: true}}}
}

func sayStart(a Asks) finding.Finding {
	return finding.Finding{ID: finding.DriveStart, Bay: finding.Bridge, Grade: finding.Good,
		Sentence: fmt.Sprintf("It starts the load: it gives %s, %s is needed.",
			unit.Percent(a.Start.Gives), unit.Percent(a.StartShare)),
		Figure: unit.Percent(a.Start.Gives), Limit: unit.Percent(a.StartShare) + " asked",
		Measure: finding.Against(100*a.Start.Gives, finding.AtLeast, 100*a.StartShare, "% of rated torque"),
		Entries: []string{"load.start"},
		Why: []finding.Why{{Formula: "torque at 6 % of its hertz inside the limit of amps, at the best boost",
			Numbers: fmt.Sprintf("boost %s", unit.Percent(a.Start.Share)), Section: finding.OnDriveSpeed,
			Source: "engine", Estimated: true}}}
}

func sayBreaker(poles string, weighed Weighed, note []finding.Cure) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Open,
		Sentence: fmt.Sprintf("Fit a %s breaker of %s ahead of the drive.", poles, unit.Rating(weighed.Breaker)),
		Detail: "It guards the wire. Fixed wiring is for a licensed person in most places. Residual-current " +
			"devices must be of a kind that drives do not blind or trip.", Cures: note,
		Entries: []string{"protection.breaker"}}
}

func sayBreakerCaution(b float64, weighed Weighed, note []finding.Cure) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution,
		Sentence: fmt.Sprintf("A breaker of %s will trip: the drive is rated for %s.", unit.Rating(b),
			unit.Text(weighed.LineAmps, "A")), Cures: note, Entries: []string{"protection.breaker"},
		Figure: unit.Rating(b), Limit: unit.Text(table.BreakerRuns*weighed.LineAmps, "A") + " at least",
		Measure: finding.Against(b, finding.AtLeast, table.BreakerRuns*weighed.LineAmps, "A")}
}

func sayBreakerLarge(b float64, most float64, note []finding.Cure) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution,
		Sentence: fmt.Sprintf("A breaker of %s is too large for this drive: %s at most.", unit.Rating(b),
			unit.Rating(most)), Detail: "The maker's sheet gives the largest; a short circuit inside the drive " +
			"would " +
			"be broken late.", Cures: note, Entries: []string{"protection.breaker"},
		Figure: unit.Rating(b), Limit: unit.Rating(most) + " at most",
		Measure: finding.Against(b, finding.AtMost, most, "A")}
}

func sayBreakerGood(b float64, weighed Weighed) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Good,
		Sentence: fmt.Sprintf("The %s breaker carries the drive.", unit.Rating(b)), Figure: unit.Rating(b),
		Limit:   "from " + unit.Text(table.BreakerRuns*weighed.LineAmps, "A"),
		Measure: finding.Against(b, finding.AtLeast, table.BreakerRuns*weighed.LineAmps, "A")}
}

func sayConductor(weighed Weighed, earth unit.Conductor, use func(label string) []finding.Cure) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Open,
		Sentence: fmt.Sprintf("Wire the drive in %s copper, the motor in %s, earth %s.", weighed.Conductor,
			table.Wire(weighed.MotorWire), table.Wire(earth)), Cures: use("Note"),
		Entries: []string{"protection.conductor"}}
}

func sayConductorCaution(wire unit.Conductor, weighed Weighed, use func(label string) []finding.Cure) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution,
		Sentence: fmt.Sprintf("%s is not in the table here: at least %s is needed.", wire,
			table.Wire(weighed.Conductor)), Cures: use("Use"), Entries: []string{"protection.conductor"}}
}

func sayConductorThin(wire unit.Conductor, carry float64, need float64,
	use func(label string) []finding.Cure) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution,
		Sentence: fmt.Sprintf("%s carries %s; 125 %% of the drive's rated input is %s.", wire, unit.Rating(carry),
			unit.Text(need, "A")), Cures: use("Use"), Entries: []string{"protection.conductor"},
		Figure: unit.Rating(carry), Limit: unit.Text(need, "A") + " at least",
		Measure: finding.Against(carry, finding.AtLeast, need, "A")}
}

func sayConductorGood(wire unit.Conductor, carry float64, need float64) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Good,
		Sentence: fmt.Sprintf("%s carries the drive's rated input and a quarter more.", wire),
		Figure:   unit.Rating(carry), Limit: unit.Text(need, "A") + " at least",
		Measure: finding.Against(carry, finding.AtLeast, need, "A")}
}

func sayMotorWire(weighed Weighed, motor float64) finding.Finding {
	return finding.Finding{ID: "protection.motor-wire", Grade: finding.Note,
		Sentence: fmt.Sprintf("From drive to motor: %s copper.", weighed.MotorWire),
		Detail:   "It carries 125 % of the motor's rated amps in these joints; the drive's overload guards it.",
		Figure:   unit.Text(motor, "A")}
}

// startBy is by what a drive starts a load.
const startBy = "for a minute, at the drive's limit of amps"

// overload is what the drive's own overload is set to, in A: the plate's amps in these joints, of
// all its motors together.
func overload(o *Placed) float64 { return o.PlateAmps() * float64(o.Chosen.Count) }

func overloadNote(o *Placed) string {
	if o.Chosen.Count > 1 {
		return fmt.Sprintf("in the drive, for %d motors together; each has its own relay, set to %s", o.Chosen.Count,
			unit.Text(o.PlateAmps(), "A"))
	}
	return "in the drive: rated amps in these joints"
}

func sayOverload(o *Placed) []finding.Finding {
	if n := o.Chosen.Count; n > 1 {
		return []finding.Finding{{ID: "protection.overload", Grade: finding.Note,
			Sentence: fmt.Sprintf("Each of the %d motors needs its own overload relay, set to %s.", n,
				unit.Text(o.PlateAmps(), "A")),
			Detail: fmt.Sprintf("The drive's own overload is set to the sum, %s: it cannot see one motor alone.",
				unit.Text(overload(o), "A"))}}
	}
	return []finding.Finding{{ID: "protection.overload", Grade: finding.Note,
		Sentence: fmt.Sprintf("The drive is the motor's overload relay, at %s.", unit.Text(o.PlateAmps(), "A")),
		Detail: "It counts amps, not heat: at low speed a plain motor's fan carries less, so the dial's torque for " +
			"good is the limit there."}}
}

func sayDirection(names string) finding.Finding {
	return finding.Finding{ID: "drive.direction", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: "If it turns the wrong way, exchange any two of its three motor wires.",
		Detail: fmt.Sprintf("Switched off, standing still and proved dead. At its input an exchange does nothing. "+
			"Facing the shaft end it turns clockwise where %s "+
			"are marked as the standard has it. The bump comes after the settings that protect the motor are keyed.",
			names), Why: []finding.Why{{Formula: "order of the three outputs", Section: finding.OnDirection,
			Source: "engine"}}}
}

func sayLink(v *View) finding.Finding {
	return finding.Finding{ID: "drive.link", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("After power-off wait %s and measure its link before anything is touched.", v.WaitText),
		Detail:   "It holds several hundred volts, lamp or no lamp."}
}

func sayNone(o *Placed) finding.Finding {
	return finding.Finding{ID: finding.DriveNone, Bay: finding.Bridge, Grade: finding.Open,
		Sentence: "Which drive? It is chosen by amps.", Detail: fmt.Sprintf("The motor needs %s in these joints. "+
			"Type what stands on yours, or choose one that is known here.",
			unit.Text(o.PlateAmps(), "A")), Entries: []string{"drive.profile"}}
}
