package supply

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func (s Supply) sayMeasure() finding.Finding {
	return finding.Finding{ID: finding.SupplyMeasure, Grade: finding.Open,
		Sentence: "Measure the real voltage at the outlet.",
		Detail: fmt.Sprintf("%s is only its name. With the motor off, meter on AC volts, probes with finger "+
			"guards, one "+
			"hand. A live box is work for someone who may do it where you are.", unit.Whole(s.Nominal, "V")),
		Entries: []string{"supply.volts"}}
}

func (s Supply) sayVolts(off float64) finding.Finding {
	return finding.Finding{ID: "supply.volts", Grade: finding.Caution,
		Sentence: fmt.Sprintf("%s is %s from the nominal %s.", unit.Whole(s.Volts, "V"),
			unit.Percent(math.Abs(off)), unit.Whole(s.Nominal, "V")),
		Detail: "Measure again; if it stays, ask whoever supplies it before anything is fed.",
		Figure: unit.Whole(s.Volts, "V"), Limit: "within 10" + unit.Space + "%",
		Why: []finding.Why{{Formula: "(measured − nominal)/nominal",
			Numbers: fmt.Sprintf("(%s − %s)/%s", unit.Plain(s.Volts), unit.Plain(s.Nominal),
				unit.Plain(s.Nominal)), Section: finding.OnSupplyDrop, Source: "measured and workshop"}},
		Entries: []string{"supply.volts"}}
}

func sayFeeder() finding.Finding {
	return finding.Finding{ID: finding.SupplyFeeder, Grade: finding.Open,
		Sentence: "How long and how thick is the feeder? Its loss is not counted yet.",
		Detail:   "From the panel to the machine, one way, and the size printed on the cable.",
		Entries:  []string{"supply.feeder_length", "supply.feeder_size"}}
}

func (s Supply) sayDrop(grade finding.Grade, sentence string, drop float64, measure *finding.Measure,
	draw *Draw) finding.Finding {
	return finding.Finding{ID: "supply.drop", Grade: grade, Sentence: sentence,
		Detail: "What the feeder's own supply loses ahead of the panel is not in this: watch the volts at the outlet " +
			"during the first start.",
		Figure: unit.Text(drop/s.Volts*100, "%"), Limit: "3" + unit.Space + "% target", Measure: measure,
		Planning: true,
		Why: []finding.Why{{Formula: "drop = V − |V − I·R|, R = 2 · length · Ω/m",
			Numbers: fmt.Sprintf("2 · %s m · %s Ω/m = %s; %s running, %s starting", unit.Three(s.FeederM),
				unit.Three(s.FeederOhm/2/s.FeederM), unit.Text(s.FeederOhm, "Ω"), unit.Text(draw.RunAmps, "A"),
				unit.Text(draw.StartAmps, "A")),
			Section: finding.OnSupplyDrop, Source: "copper, hot, from the conductor table; amps from the engine",
			Estimated: true}}}
}

func (s Supply) sayWire() finding.Finding {
	guard := unit.Rating(math.Floor(10*s.Carried.Breaker) / 10)
	carries := "which carries " + as(s.Carried)
	if s.Carried.Breaker < s.Carried.Amps {
		carries = "which a breaker of " + guard + " guards at most"
	}
	return finding.Finding{ID: finding.SupplyWire, Grade: finding.Stop,
		Sentence: fmt.Sprintf("The %s breaker does not guard the feeder's %s, %s.", unit.Rating(s.Breaker), s.Feeder,
			carries),
		Detail: "This is so whatever the motor takes: a smaller breaker or a thicker feeder, by a licensed " +
			"person.", Figure: unit.Rating(s.Breaker), Limit: guard,
		Measure: finding.Against(s.Breaker, finding.AtMost, s.Carried.Breaker, "A"), Planning: true,
		Why: []finding.Why{{Formula: "breaker ≤ what the wire carries", Numbers: s.Carried.Numbers,
			Section: finding.OnProtection, Source: s.Carried.Source}},
		Entries: []string{"supply.breaker", "supply.feeder_size"}}
}

// sayThinWire is sayWire of a feeder thinner than the tables begin.
func (s Supply) sayThinWire() finding.Finding {
	under := unit.Rating(s.Carried.Under)
	return finding.Finding{ID: finding.SupplyWire, Grade: finding.Stop,
		Sentence: fmt.Sprintf("The %s breaker does not guard the feeder's %s, which carries less than %s.",
			unit.Rating(s.Breaker), s.Feeder, under),
		Detail: "This is so whatever the motor takes: a smaller breaker or a thicker feeder, by a licensed person.",
		Figure: unit.Rating(s.Breaker), Limit: under, Measure: finding.Against(s.Breaker, finding.AtMost,
			s.Carried.Under, "A"), Planning: true,
		Why: []finding.Why{{Formula: "breaker ≤ what the wire carries", Numbers: "thinner than the table's thinnest",
			Section: finding.OnProtection, Source: s.Carried.Source}},
		Entries: []string{"supply.breaker", "supply.feeder_size"}}
}

func (s Supply) sayThin(carry float64, most float64) finding.Finding {
	wants, numbers := s.wants(most), fmt.Sprintf("1.25 · %s", unit.Text(most, "A"))
	asks := "the motor asks " + unit.Text(wants, "A")
	if s.Beside > 0 {
		asks = "the motor and what else runs on it ask " + unit.Text(wants, "A")
		numbers += " + " + unit.Text(s.Beside, "A")
	}
	return finding.Finding{ID: "supply.thin", Grade: finding.Caution,
		Sentence: fmt.Sprintf("The feeder's %s carries %s; %s.", s.Feeder, as(s.Carried), asks),
		Figure:   unit.Rating(carry), Limit: unit.Text(wants, "A") + " at least",
		Measure: finding.Against(carry, finding.AtLeast, wants, "A"), Planning: true,
		Why: []finding.Why{{Formula: "conductor ≥ 125 % of the greatest amps that occur, and the others",
			Numbers: numbers, Section: finding.OnProtection, Source: s.Carried.Source}},
		Entries: []string{"supply.feeder_size"}}
}

func (s Supply) sayBreaker(most float64) finding.Finding {
	grade, limit := finding.Caution, breakerShare*s.Breaker
	if most+s.Beside > s.Breaker { // it would not only run warm: it opens
		grade, limit = finding.Stop, s.Breaker
	}
	return finding.Finding{ID: finding.SupplyBreaker, Grade: grade,
		Sentence: fmt.Sprintf("Running takes up to %s of the feeder's %s.", unit.Text(most+s.Beside, "A"),
			unit.Rating(s.Breaker)),
		Detail: s.whatElse(), Figure: unit.Text(most+s.Beside, "A"), Limit: unit.Text(limit, "A"),
		Measure: finding.Against(most+s.Beside, finding.AtMost, limit, "A"), Planning: true,
		Why: []finding.Why{{Formula: "running amps ≤ 80 % of the breaker for long use",
			Section: finding.OnSupplyDrop, Source: "guide value; local rules decide"}},
		Entries: []string{"supply.breaker"}}
}

func (s Supply) sayBreakerCaution(draw *Draw, holds float64) finding.Finding {
	return finding.Finding{ID: finding.SupplyBreaker, Grade: finding.Caution,
		Sentence: fmt.Sprintf("The start takes %s: the feeder's %s may trip.", unit.Text(draw.StartAmps, "A"),
			unit.Rating(s.Breaker)),
		Detail: "A usual motor curve holds five times its rating for certain and lets go at ten.",
		Figure: unit.Text(draw.StartAmps, "A"), Limit: unit.Text(holds*s.Breaker, "A"),
		Measure: finding.Against(draw.StartAmps, finding.AtMost, holds*s.Breaker, "A"), Planning: true,
		Why: []finding.Why{{Formula: "start amps ≤ 5 × breaker", Section: finding.OnSupplyDrop,
			Source: "guide value"}}, Entries: []string{"supply.breaker"}}
}

func (s Supply) feederLoses(drop float64, draw *Draw) string {
	return fmt.Sprintf("The feeder loses %s running, %s at the first instant of the start.", unit.Text(drop, "V"),
		unit.Text(s.Lost(draw.StartVolts), "V"))
}

func feederLosesMuch(drop float64) string {
	return fmt.Sprintf("The feeder loses %s running, more than 3 %%.", unit.Text(drop, "V"))
}

func (s Supply) whatElse() string {
	if s.Beside == 0 {
		return "What else is on this feeder at the same time?"
	}
	return fmt.Sprintf("Of that %s are what else runs on it: another circuit for that comes first.",
		unit.Text(s.Beside, "A"))
}
