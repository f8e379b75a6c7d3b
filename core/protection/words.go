package protection

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func sayTableEnd(what string, c Choice) finding.Finding {
	return finding.Finding{ID: finding.ProtectionTableEnd, Grade: finding.Caution,
		Sentence: "The tables here do not reach " + what + ".",
		Detail:   "It is for a licensed person to size; nothing larger is put in its place.",
		Figure:   "beyond the table", Why: c.Why}
}

func sayBreaker(a Asks, c Choice, detail string, cures []finding.Cure, entries []string) finding.Finding {
	return finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Open,
		Sentence: fmt.Sprintf("Fit a %s breaker of %s for this motor.", a.Poles(), unit.Rating(c.Breaker)),
		Detail: detail + " It guards the wire, not the winding. Fixed wiring is for a licensed person in most " +
			"places.", Figure: unit.Rating(c.Breaker), Why: c.Why, Cures: cures, Entries: entries}
}

func (p Protection) sayWire(carry float64, w table.Wires) finding.Finding {
	return finding.Finding{ID: finding.ProtectionWire, Bay: finding.Protection, Planning: true, Grade: finding.Stop,
		Sentence: fmt.Sprintf("A %s breaker does not guard %s, which carries %s.", unit.Rating(p.Breaker),
			p.Conductor, unit.Rating(carry)),
		Detail: "Thicker wire or a smaller breaker.", Figure: unit.Rating(p.Breaker), Limit: unit.Rating(carry),
		Measure: finding.Against(p.Breaker, finding.AtMost, carry, "A"),
		Why: []finding.Why{{Formula: "breaker ≤ what the conductor carries", Section: finding.OnProtection,
			Source: w.Source()}}, Entries: []string{"protection.breaker", "protection.conductor"}}
}

func (p Protection) thinnerThan(thinnest table.Size) string {
	return fmt.Sprintf("A %s breaker does not guard %s: even %s carries only %s.", unit.Rating(p.Breaker), p.Conductor,
		thinnest.Conductor, unit.Rating(thinnest.Amps))
}

func noRelay() finding.Finding {
	return finding.Finding{ID: finding.ProtectionRelay, Bay: finding.Protection, Planning: true, Grade: finding.Stop,
		Sentence: "Nothing would switch the motor off when a winding overheats.", Figure: "no relay",
		Entries: []string{"protection.relay", "protection.relay_set"}}
}

func (p Protection) sayAboveCeiling(ceiling float64, c Circuit) finding.Finding {
	return finding.Finding{ID: finding.ProtectionRelay, Bay: finding.Protection, Planning: true,
		Grade: finding.Caution, Sentence: fmt.Sprintf("The relay is set to %s, more than this motor's rated %s allow.",
			unit.Rating(p.RelaySet), unit.Text(c.PlateAmps, "A")),
		Detail: "It would let a winding overheat. How far it guards is said once the plan is worked out.",
		Figure: unit.Rating(p.RelaySet), Limit: unit.Text(ceiling, "A") + " at most",
		Measure: finding.Against(p.RelaySet, finding.AtMost, ceiling, "A"),
		Why: []finding.Why{{Formula: "setting ≤ 115 % of rated amps (125 % with a service factor of 1.15)",
			Numbers: unit.Text(ceiling, "A"), Section: finding.OnProtection, Source: "code ceiling, guide value"}},
		Entries: []string{"protection.relay_set"}}
}

func sayConductor(c Choice, a Asks, cures []finding.Cure, entries []string) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Open,
		Sentence: fmt.Sprintf("Wire the motor circuit in %s copper, earth %s.", c.Conductor, table.Wire(c.Earth)),
		Detail: fmt.Sprintf("The capacitor's own two wires carry up to %s and want %s.",
			unit.Text(a.Capacitor, "A"), table.Wire(c.CapacitorWire)), Figure: c.Conductor.String(), Why: c.Why,
		Cures: cures, Entries: entries}
}

func (p Protection) sayConductorCaution(c Choice, cures []finding.Cure, entries []string) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution,
		Sentence: fmt.Sprintf("%s is not in the table here: at least %s is needed.",
			p.Conductor, table.Wire(c.Conductor)),
		Figure: p.Conductor.String(), Limit: table.Wire(c.Conductor), Why: c.Why, Cures: cures, Entries: entries}
}

func (p Protection) sayConductorThin(carry float64, need float64, a Asks, c Choice, cures []finding.Cure,
	entries []string) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution,
		Sentence: fmt.Sprintf("%s is too thin: it carries %s, %s is asked.", p.Conductor, unit.Rating(carry),
			unit.Text(need, "A")),
		Detail: fmt.Sprintf("Up to %s flows in a motor lead over the loads that occur; a quarter is added.",
			unit.Text(math.Max(a.MostLead, a.MostSupply), "A")),
		Figure: unit.Rating(carry), Limit: unit.Text(need, "A") + " at least",
		Measure: finding.Against(carry, finding.AtLeast, need, "A"), Why: c.Why, Cures: cures,
		Entries: entries}
}

func (p Protection) sayConductorGood(carry float64, need float64, c Choice) finding.Finding {
	return finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Good,
		Sentence: fmt.Sprintf("%s carries what flows in the motor's leads.", p.Conductor),
		Figure:   unit.Rating(carry), Limit: unit.Text(need, "A") + " at least",
		Measure: finding.Against(carry, finding.AtLeast, need, "A"), Why: c.Why}
}

func sayCapacitorWire(c Choice) finding.Finding {
	return finding.Finding{ID: "protection.capacitor-wire", Grade: finding.Note,
		Sentence: fmt.Sprintf("The capacitor's own two wires want %s copper.", table.Wire(c.CapacitorWire)),
		Detail:   "135 % of its amps, and what the breaker guards.", Figure: unit.Text(c.CapacitorOwn, "A"),
		Why: c.Why}
}
