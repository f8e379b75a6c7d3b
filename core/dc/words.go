package dc

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func sayNone(o *Placed) finding.Finding {
	return finding.Finding{ID: finding.DCNone, Bay: finding.Bridge, Grade: finding.Open,
		Entries:  []string{"dc.controller"},
		Sentence: "Which controller? It is chosen by the armature's amps.",
		Detail: fmt.Sprintf("The armature needs %s at %s. Type what stands on yours, or choose one that is "+
			"known here.", unit.Text(o.fit.ArmatureAmps, "A"), unit.Whole(o.fit.ArmatureVolts, "V"))}
}

func sayBars(l leads.LookPart) finding.Finding {
	return finding.Finding{ID: finding.LeadsBars, Bay: finding.Leads, Grade: finding.Stop,
		Entries:  []string{"leads.brushed.look"},
		Sentence: "Burnt bars: a coil of the armature is open or shorted.", Detail: l.Bad}
}

func sayBrushes(bad []string) finding.Finding {
	return finding.Finding{ID: "leads.brushes", Bay: finding.Leads, Grade: finding.Caution,
		Entries:  []string{"leads.brushed.look"},
		Sentence: "Brushes or commutator want work first: " + listed(bad) + ".",
		Detail: "New brushes are bedded in, a worn commutator is turned and its mica undercut. Carbon dust " +
			"lies on everything: suck it out."}
}

func sayLook() finding.Finding {
	return finding.Finding{ID: finding.LeadsLook, Bay: finding.Leads, Grade: finding.Open,
		Entries:  []string{"leads.brushed.look"},
		Sentence: "Brushes and commutator have not been looked at whole.",
		Detail: "Feed off and locked, caps of the brush holders out: seven things to look at stand under " +
			"Brushes."}
}

func sayFieldOhms(found float64, want float64, p *plate.Direct) finding.Finding {
	return finding.Finding{ID: "leads.field-ohms", Bay: finding.Leads, Grade: finding.Good,
		Entries:  []string{"leads.brushed.ohms", "plate.field_amps"},
		Sentence: fmt.Sprintf("The field's %s agree with its plate.", unit.Text(found, "Ω")),
		Figure:   unit.Text(found, "Ω"), Limit: unit.Text(want, "Ω") + " cold, by the plate",
		Why: []finding.Why{{Formula: "Vf/If, less a fifth when cold",
			Numbers: fmt.Sprintf("%s/%s", unit.Plain(p.FieldVolts), unit.Plain(p.FieldAmps)),
			Section: finding.OnDirect, Source: "plate and meter"}}}
}

func sayInsulation() finding.Finding {
	return finding.Finding{ID: finding.LeadsInsulation, Bay: finding.Leads, Grade: finding.Open,
		Entries:  []string{"leads.brushed.insulation"},
		Sentence: "Insulation to frame has not been measured.",
		Detail: "With a 500 V insulation tester, the controller off its leads, brushes lifted or not: over 1 MΩ " +
			"to run at " +
			"all. Low with brushes down and high with them lifted is brush dust."}
}

func sayInsulationGood(x float64) finding.Finding {
	return finding.Finding{ID: finding.LeadsInsulation, Bay: finding.Leads, Grade: finding.Good,
		Entries:  []string{"leads.brushed.insulation"},
		Sentence: fmt.Sprintf("Insulation to frame: %s.", unit.Text(x, "MΩ")), Figure: unit.Text(x, "MΩ"),
		Limit:   "1 MΩ at least",
		Measure: finding.Against(x, finding.AtLeast, 1, "MΩ")}
}

func sayImpossible() finding.Finding {
	return finding.Finding{ID: finding.PlateImpossible, Bay: finding.Motor, Grade: finding.Stop,
		Sentence: "No motor could be built to this plate and these readings.",
		Detail: "Armature volts × amps, less what its ohms and brushes use up, leave less than the shaft gives. " +
			"Compare " +
			"plate and readings, digit by digit.",
		Entries: []string{"plate.armature_amps", "plate.power", "leads.brushed.locked"}}
}

func sayOhms(entries []string, why []finding.Why, f *fitted, copper float64, loss float64,
	p *plate.Direct) finding.Finding {
	return finding.Finding{ID: "dc.ohms", Bay: finding.Motor, Grade: finding.Caution, Entries: entries, Why: why,
		Sentence: fmt.Sprintf("The armature's %s cannot be right: not used.", unit.Text(f.Ohm, "Ω")),
		Detail: fmt.Sprintf("It alone would lose %s, more than all the plate's losses (%s). The meter's own leads "+
			"and a "+
			"brush that lies on a film add ohms. Send more amps through it, take the volts at the brushes and the "+
			"mean "+
			"of several shaft positions.", unit.Whole(copper, "W"), unit.Whole(loss, "W")),
		Figure: unit.Whole(copper, "W"), Limit: unit.Whole(loss, "W"),
		Measure: finding.Against(copper+f.BrushVolts*p.Amps, finding.AtMost, loss, "W")}
}

func saySpread(entries []string, why []finding.Why, f0 *leads.BrushedFound) finding.Finding {
	return finding.Finding{ID: "dc.spread", Bay: finding.Motor, Grade: finding.Caution, Entries: entries, Why: why,
		Sentence: fmt.Sprintf("The armature's ohms differ by %s between shaft positions.",
			unit.Percent(f0.RaSpread)),
		Detail: "A burnt or shorted bar shows like this; so does one brush that hardly touches. Look at the " +
			"commutator.",
		Figure: unit.Percent(f0.RaSpread), Limit: "25" + unit.Space + "%",
		Measure: finding.Against(100*f0.RaSpread, finding.AtMost, 25, "%")}
}

func sayOhmsGood(entries []string, why []finding.Why, f0 *leads.BrushedFound, f *fitted) finding.Finding {
	return finding.Finding{ID: "dc.ohms", Bay: finding.Motor, Grade: finding.Good, Entries: entries, Why: why,
		Sentence: fmt.Sprintf("Armature measured: %s cold, %s hot.", unit.Text(f0.RaOhm, "Ω"),
			unit.Text(f.Ohm, "Ω"))}
}

func sayKe(entries []string, why []finding.Why, got float64, want float64) finding.Finding {
	return finding.Finding{ID: "dc.ke", Bay: finding.Motor, Grade: finding.Caution, Entries: entries, Why: why,
		Sentence: fmt.Sprintf("Measured, it makes %s V per 1000 rpm; the plate means %s: the reading is not used.",
			unit.Three(1000*got), unit.Three(1000*want)),
		Detail: "Weak magnets, a field at the wrong volts while it was spun, or a slipping tachometer. Magnets " +
			"that were " +
			"weakened for good let it run fast and draw more amps for the same work.",
		Figure: unit.Percent(math.Abs(got/want - 1)), Limit: "12" + unit.Space + "%",
		Measure: finding.Against(100*math.Abs(got/want-1), finding.AtMost, 12, "%")}
}

func sayKeGood(o *Placed, entries []string, why []finding.Why, got float64) finding.Finding {
	return finding.Finding{ID: "dc.ke", Bay: finding.Motor, Grade: finding.Good, Entries: entries, Why: why,
		Sentence: fmt.Sprintf("Its constant agrees with the plate: %s V per 1000 rpm, by %s.", unit.Three(1000*got),
			o.Site.Brushed.KeBy)}
}

func sayArmatureWire(w Weighed) finding.Finding {
	return finding.Finding{ID: "protection.armature-wire", Grade: finding.Note,
		Sentence: fmt.Sprintf("From controller to armature: %s copper.", table.Wire(w.ArmatureWire)),
		Detail: "By RMS amps, not by what a mean-reading DC meter shows: half-wave rectifiers take 190 % of rated " +
			"amps, this one 150 % " +
			"(guide value)."}
}

func sayOverload(o *Solved) finding.Finding {
	return finding.Finding{ID: "protection.overload", Grade: finding.Note,
		Sentence: fmt.Sprintf("The current limit, %s, guards against jams, not against slow heat.",
			unit.Text(o.Duty.LimitAmps, "A")),
		Detail: "Between rated amps and the limit nothing trips: what the motor carries all day stands under Speed. " +
			"A thermostat in the " +
			"motor, or an overload relay by RMS amps in the line, guards it."}
}

func sayBreaker(note []finding.Cure, entries []string, poles string, w *Weighed) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Open, Cures: note, Entries: entries,
		Sentence: fmt.Sprintf("Fit a %s breaker of %s ahead of the controller.", poles, unit.Rating(w.Breaker)),
		Detail: "It guards the wire; the fuses of the controller's maker guard its rectifiers. Fixed wiring is " +
			"for a licensed person " +
			"in most places."}
}

func sayBreakerCaution(note []finding.Cure, entries []string, b float64, w *Weighed) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution, Cures: note, Entries: entries,
		Sentence: fmt.Sprintf("A breaker of %s will trip: the line carries %s RMS at full torque.", unit.Rating(b),
			unit.Text(w.FullLine, "A")),
		Figure: unit.Rating(b), Limit: unit.Text(table.BreakerRuns*w.FullLine, "A") + " at least",
		Measure: finding.Against(b, finding.AtLeast, table.BreakerRuns*w.FullLine, "A")}
}

func sayBreakerLarge(note []finding.Cure, entries []string, b float64, most float64) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution, Cures: note, Entries: entries,
		Sentence: fmt.Sprintf("A breaker of %s is too large for this controller: %s at most.",
			unit.Rating(b), unit.Rating(most)),
		Detail: "Its fuses must break first; a short inside would be broken late.",
		Figure: unit.Rating(b), Limit: unit.Rating(most) + " at most",
		Measure: finding.Against(b, finding.AtMost, most, "A")}
}

func sayBreakerGood(b float64, w *Weighed) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Good,
		Sentence: fmt.Sprintf("The %s breaker carries the controller.", unit.Rating(b)),
		Figure:   unit.Rating(b), Limit: "from " + unit.Text(table.BreakerRuns*w.FullLine, "A"),
		Measure: finding.Against(b, finding.AtLeast, table.BreakerRuns*w.FullLine, "A")}
}

func (g *guarder) sayConductor(use func(label string) []finding.Cure, entries []string, w *Weighed) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Open, Cures: use("Note"),
		Entries: entries,
		Sentence: fmt.Sprintf("Wire the controller in %s copper, the armature in %s, earth %s.", w.Conductor,
			table.Wire(w.ArmatureWire),
			table.Wire(g.o.Earth))}
}

func sayConductorCaution(use func(label string) []finding.Cure, entries []string, wire unit.Conductor,
	w *Weighed) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution, Cures: use("Use"),
		Entries: entries,
		Sentence: fmt.Sprintf("%s is not in the table here: at least %s is needed.", wire,
			table.Wire(w.Conductor))}
}

func (g *guarder) sayConductorThin(use func(label string) []finding.Cure, entries []string, wire unit.Conductor,
	carry float64) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution, Cures: use("Use"),
		Entries: entries,
		Sentence: fmt.Sprintf("%s carries %s; %s is asked for the line's RMS amps.", wire, unit.Rating(carry),
			unit.Text(g.line.Wants(), "A")),
		Figure: unit.Rating(carry), Limit: unit.Text(g.line.Wants(), "A") + " at least",
		Measure: finding.Against(carry, finding.AtLeast, g.line.Wants(), "A")}
}

func (g *guarder) sayConductorGood(wire unit.Conductor, carry float64) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Good,
		Sentence: fmt.Sprintf("%s carries the line's RMS amps and a quarter more.", wire),
		Figure:   unit.Rating(carry),
		Limit:    unit.Text(g.line.Wants(), "A") + " at least",
		Measure:  finding.Against(carry, finding.AtLeast, g.line.Wants(), "A")}
}

// sayWouldChange says a verdict that may flip; what holds one place for the value.
func sayWouldChange(what string, value float64, band site.Band, part float64, motors int,
	settling string) finding.Finding {
	return finding.Finding{ID: "dc.would-change", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("%s could be %s to %s: measure to be sure.", finding.Upper(what),
			unit.Percent(band.Low), unit.Percent(band.High)),
		Detail: fmt.Sprintf("That is of what it carries there; the plan takes %s. What settles it: %s.",
			unit.Percent(value), settling),
		Figure: unit.Percent(value), Limit: unit.Percent(1),
		Why: []finding.Why{{Formula: "least and greatest over motors that would print the same plate",
			Numbers: fmt.Sprintf("%d motors; the verdict flips in %s of them", motors, unit.Percent(part)),
			Section: finding.OnBands, Source: "plate's rounding, ohms, brushes, line and load", Estimated: true}}}
}
