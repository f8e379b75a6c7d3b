package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/can"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func sayWouldChange(j judged, band site.Band, verdict string, d doubtful, figure []float64,
	part float64) finding.Finding {
	return finding.Finding{ID: "capacitor.would-change", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("%s could be %s to %s: measure to be sure.", finding.Upper(j.what),
			unit.Percent(band.Low), unit.Percent(band.High)),
		Detail: fmt.Sprintf("“%s” rests on %s %s. What settles it: %s.", finding.Upper(verdict),
			unit.Percent(j.value), j.limit, d.settling),
		Figure: unit.Percent(j.value), Limit: unit.Percent(1),
		Why: []finding.Why{{Formula: "least and greatest over motors that would print the same plate",
			Numbers: fmt.Sprintf("%d motors; the verdict flips in %s of them", len(figure), unit.Percent(part)),
			Section: finding.OnBands, Source: "plate's rounding, estimates' scatter, can, line and load",
			Estimated: true}}}
}

func sayCeiling(m *machine.Model) finding.Finding {
	return finding.Finding{ID: finding.CapacitorCeiling, Grade: finding.Stop,
		Sentence: fmt.Sprintf("%s is too much for this method.", unit.Text(m.ShaftWatts/1000, "kW")),
		Detail: "A capacitor bridge ends at about 4 kW (5 hp). Take a rotary converter, a drive rated for " +
			"single-phase input, or a three-phase supply.",
		Figure: unit.Text(m.ShaftWatts/1000, "kW"), Limit: "4" + unit.Space + "kW",
		Measure: finding.Against(m.ShaftWatts/1000, finding.AtMost, CeilingStop/1000, "kW"),
		Why: []finding.Why{{Formula: "plate power against the method's usual ceiling",
			Section: finding.OnLimits, Source: "rule of the trade"}}}
}

func sayCeilingCaution(m *machine.Model) finding.Finding {
	return finding.Finding{ID: finding.CapacitorCeiling, Grade: finding.Caution,
		Sentence: fmt.Sprintf("%s is near the limit of this method: light starts only.",
			unit.Text(m.ShaftWatts/1000, "kW")),
		Detail: "Weigh a drive or a rotary converter before buying capacitors.",
		Figure: unit.Text(m.ShaftWatts/1000, "kW"), Limit: "3 to 4" + unit.Space + "kW",
		Why: []finding.Why{{Formula: "plate power against the method's usual ceiling", Section: finding.OnLimits,
			Source: "rule of the trade"}}}
}

func (q Question) sayCarries(a Answer, with func(w ...finding.Why) []finding.Why,
	cures []finding.Cure) finding.Finding {
	return finding.Finding{ID: finding.CapacitorCarries, Grade: finding.Stop,
		Sentence: fmt.Sprintf("It cannot carry %s of rated torque: it would stall and burn.",
			unit.Percent(q.Heaviest)),
		Detail: "Even up to speed the torque with this capacitor is less than the load needs. Lighten the load or " +
			"take another bridge.", Figure: unit.Percent(q.Heaviest), Limit: unit.Percent(a.Continuous) +
			" all day",
		Why: with(finding.Why{Formula: "no slip at which torque = load + friction",
			Section: finding.OnOperatingPoint, Source: "engine"}), Cures: cures}
}

func sayVolts(a Answer, cures []finding.Cure, with func(w ...finding.Why) []finding.Why) finding.Finding {
	return finding.Finding{ID: finding.CapacitorVolts, Grade: finding.Stop,
		Sentence: fmt.Sprintf("The capacitor would see %s: no run capacitor is made for it.",
			unit.Whole(a.WorstVolts, "V")), Detail: "Fewer µF.", Figure: unit.Whole(a.WorstVolts, "V"),
		Limit: "600" +
			unit.Space + "V", Cures: cures,
		Why: with(finding.Why{Formula: "capacitor volts over the load range", Section: finding.OnCapacitorPart,
			Source: "engine"})}
}

func sayPart(a Answer, with func(w ...finding.Why) []finding.Why) finding.Finding {
	return finding.Finding{ID: "capacitor.part", Grade: finding.Note,
		Sentence: fmt.Sprintf("Buy %s, film, for continuous duty, at least %s AC.", can.List(a.Parts),
			unit.Whole(a.Class, "V")),
		Detail: can.OwnWords(a.Parts) + fmt.Sprintf("It sees %s at worst. Not an electrolytic start capacitor, "+
			"not one rated in DC volts. Bleed resistor %s across its terminals.", unit.Whole(a.WorstVolts, "V"),
			a.Bleed),
		Figure: unit.Whole(a.WorstVolts, "V"), Limit: unit.Whole(a.Class, "V class"),
		Why: with(
			finding.Why{Formula: "class ≥ 1.1 × worst volts, at least 400 V",
				Numbers: fmt.Sprintf("1.1 · %s = %s", unit.Whole(a.WorstVolts, "V"),
					unit.Whole(1.1*a.WorstVolts, "V")), Section: finding.OnCapacitorPart,
				Source: "engine at no load and load"},
			finding.Why{Formula: "R ≤ 60 s/(C·ln(V/50)), V the peak that can stay on it",
				Numbers: fmt.Sprintf("60/(%s·ln(%s/50))", unit.Text(a.Microfarad, "µF"),
					unit.Three(math.Sqrt2*a.WorstVolts)), Section: finding.OnCapacitorPart,
				Source: "to 50 V within a minute"})}
}

func sayCorner(a Answer, with func(w ...finding.Why) []finding.Why) finding.Finding {
	return finding.Finding{ID: "capacitor.corner", Grade: finding.Note,
		Sentence: "The made third line is no true third phase: feed only this motor.",
		Detail: fmt.Sprintf("At your load it stands at %s and %s to the two supply lines, and it moves with the load. "+
			"Never take lights, controls or another machine from it.", unit.Whole(a.Usual.CornerToL1, "V"),
			unit.Whole(a.Usual.CornerToL2, "V")),
		Figure: unit.Text(a.Usual.UnbalancePercent, "%") + " unbalance",
		Why: with(
			finding.Why{Formula: "greatest deviation from the mean / mean of the three line volts",
				Numbers: unit.Text(a.Usual.UnbalancePercent, "%"), Section: finding.OnUnbalance,
				Source: "the trade's definition"},
			finding.Why{Formula: "|V2|/|V1| of the three winding volts",
				Numbers: unit.Text(a.Usual.Unbalance*100, "%"), Section: finding.OnUnbalance,
				Source: "engine, symmetrical parts"})}
}

func (q Question) sayIdle(s float64, idle string, cures []finding.Cure, with func(...finding.Why) []finding.Why,
	plate float64) finding.Finding {
	return finding.Finding{ID: finding.CapacitorIdle, Bay: finding.Bridge, Grade: gradeOf(s),
		Sentence: fmt.Sprintf("Idling overheats winding %s slightly (%s of its rated amps).", idle, unit.Percent(s)),
		Detail:   "Do not leave it idling. So many µF feed that winding too much when little is driven.",
		Figure:   unit.Percent(s), Limit: unit.Percent(1), Measure: finding.Against(s*100, finding.AtMost, 100,
			"% of rated amps"), Cures: cures,
		Why: with(finding.Why{Formula: "winding amps at the lightest load / plate winding amps",
			Numbers: fmt.Sprintf("%s / %s at %s load", unit.Text(s*plate, "A"), unit.Text(plate, "A"),
				unit.Percent(q.Lightest)), Section: finding.OnOperatingPoint, Source: "engine, coil by coil"})}
}

func saySaturates(when string, flux float64, c *circuit.Saturation,
	with func(...finding.Why) []finding.Why) finding.Finding {
	return finding.Finding{ID: "capacitor.saturates", Grade: finding.Note,
		Sentence: fmt.Sprintf("%s, it runs hotter than on a three-phase supply.", when),
		Detail: fmt.Sprintf("Its iron carries up to %s of its rated flux and takes %s times the magnetising amps. "+
			"The amps "+
			"here count that with a usual curve; two readings without load, with different µF, show this motor's own.",
			unit.Percent(flux), unit.Three(c.Factor(flux)*flux)),
		Figure: unit.Percent(flux), Limit: unit.Percent(saturatesFrom),
		Why: with(finding.Why{Formula: fmt.Sprintf("magnetising amps = those at plate · (%s·x + %s·x^%s)",
			unit.Three(c.A), unit.Three(1-c.A), unit.Three(c.N)), Numbers: fmt.Sprintf("x = %s", unit.Three(flux)),
			Section: finding.OnSaturation, Source: "engine, both fields on the curve", Estimated: true})}
}

func sayNone(o *Read) finding.Finding {
	return finding.Finding{ID: None, Bay: finding.Bridge, Grade: finding.Stop,
		Sentence: "No capacitor helps: none of the joints gives the coils their volts.",
		Detail:   "A capacitor makes a third line; it does not make volts. See Leads for what would help.",
		Why: []finding.Why{{Formula: "coil volts per hertz within 10 % of its own",
			Numbers: fmt.Sprintf("%s of its own", unit.Percent(o.Site.Reach[0].Flux)),
			Section: finding.OnCoilVolts, Source: "plate and supply"}}}
}

func sayDirection(o *Read, turns map[string]string, other string) finding.Finding {
	return finding.Finding{ID: finding.CapacitorDirection, Bay: finding.Bridge, Grade: finding.Good,
		Sentence: fmt.Sprintf("Turns %s, facing the shaft end.", turns[o.CornerTo]),
		Detail: fmt.Sprintf("If U, V, W are marked as the standard has it: bump it to be sure. For the other way "+
			"move the capacitor's line end from %s to %s.", o.CornerTo, other),
		Why: []finding.Why{{Formula: "capacitor from the corner to L1: forward; to L2: backward",
			Section: finding.OnDirection, Source: "engine; the order U, V, W turns clockwise facing the shaft end"}}}
}

func sayExpect(o *Read, a Answer, s site.Bands) finding.Finding {
	return finding.Finding{ID: "bringup.expect", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("At your load, expect %s in each supply line, %s.",
			unit.Text(abs(a.Usual.SupplyAmps), "A"), s["supply"].Text("A")),
		Detail: fmt.Sprintf("Also expect %s from the made third line to L2, %s. Higher volts there with fewer amps "+
			"mean that the load is lighter than you said.", unit.Whole(a.Usual.CornerToL2, "V"),
			s["corner-l2"].Text("V")),
		Why: append([]finding.Why{{Formula: "least and greatest over motors that would print the same plate, can " +
			"±5 %, line ±3 %, load ±10 %, and the meter's own error", Section: finding.OnBands,
			Source: "engine"}}, o.Site.LeansOn...)}
}

func sayRace(stall RacePoint, class float64, why []finding.Why) finding.Finding {
	return finding.Finding{ID: "protection.race", Bay: finding.Protection, Planning: true, Grade: finding.Note,
		Sentence: fmt.Sprintf("If it stalls warm, the relay trips within %[2]s, the winding at about %[1]s.",
			unit.Whole(stall.AtTrip, "°C"), minutesText(stall.Relay)),
		Figure: unit.Whole(stall.AtTrip, "°C"), Limit: unit.Whole(class, "°C") + " for good",
		Why: why, Entries: []string{"protection.relay_class", "protection.relay_set"}}
}

func sayRaceSlow(p RacePoint, why []finding.Why) finding.Finding {
	return finding.Finding{ID: "protection.race-slow", Bay: finding.Protection, Planning: true,
		Grade: finding.Note, Sentence: fmt.Sprintf("The relay can miss a slow overload: the winding may overheat in "+
			"%s first.", minutesText(p.Winding)),
		Detail: fmt.Sprintf("At %s times its setting it may not trip for two hours, or never; a winding then carries "+
			"%s of its rated amps. Watch the amps under load.", unit.Three(p.Times), unit.Percent(p.Worst)),
		Why: why, Entries: []string{"protection.relay"}}
}

func sayReversing(with func(...finding.Why) []finding.Why) finding.Finding {
	return finding.Finding{ID: "capacitor.reversing", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: "Reverse only at standstill: the capacitor's line end moves between L1 and L2.",
		Detail: "A switch has one pole, centre off, breaking before it makes; contactors are a pair, each held off " +
			"by the other; for the capacitor's amps and the line's volts. The " +
			"start capacitor and its device move with it. The motor's three leads and the supply stay as they are.",
		Entries: []string{"bridge.reversing"}, Why: with(finding.Why{Formula: "torque at the running speed with the " +
			"capacitor on the other line", Section: finding.OnDirection, Source: "engine"})}
}

func sayDropDoubt(value float64, band site.Band, part float64, motors int, settling string) finding.Finding {
	of := func(x float64) string { return unit.Text(100*x*supply.MostDrop, "%") }
	return finding.Finding{ID: "supply.would-change", Bay: finding.Supply, Grade: finding.Note,
		Sentence: fmt.Sprintf("The feeder could lose %s to %s of its volts: measure to be sure.",
			of(band.Low), of(band.High)),
		Detail: fmt.Sprintf("The plan takes %s, running. What settles it: %s.", of(value), settling),
		Figure: of(value), Limit: of(1),
		Why: []finding.Why{{Formula: "least and greatest over motors that would print the same plate",
			Numbers: fmt.Sprintf("%d motors; the verdict flips in %s of them", motors, unit.Percent(part)),
			Section: finding.OnBands, Source: "plate's rounding, estimates' scatter, can, line and load",
			Estimated: true}}}
}
