// Package supply is what is in the wall: volts and hertz as measured, the wire
// that brings them, and what running and starting the motor does to them.
package supply

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Entry is the supply as typed. Empty volts or hertz mean the workshop's.
type Entry struct {
	Volts        string `json:"volts,omitempty" example:"236 V" doc:"measured at the post, nothing running"`
	Hertz        string `json:"hertz,omitempty" example:"50 Hz" doc:"empty: the workshop's"`
	FeederLength string `json:"feeder_length,omitempty" example:"18 m" doc:"one way, from the panel"`
	FeederSize   string `json:"feeder_size,omitempty" example:"6 mm²"`
	Breaker      string `json:"breaker,omitempty" example:"32 A" doc:"at the head of the feeder"`
}

// Supply is what was read.
type Supply struct {
	Volts, Hertz float64
	VoltsMark    finding.Mark // measured, or from the workshop's settings
	Nominal      float64
	FeederM      float64 // 0 when not entered
	Feeder       unit.Conductor
	FeederOhm    float64 // both wires, hot; 0 when length or size is missing
	Breaker      float64 // A; 0 when not entered
}

// Read reads the entry against the workshop's nominal volts and hertz.
func Read(e Entry, nominalVolts, nominalHertz float64) (Supply, []finding.Reading) {
	s := Supply{Volts: nominalVolts, Hertz: nominalHertz, Nominal: nominalVolts, VoltsMark: finding.Estimated}
	var readings []finding.Reading
	one := func(field, typed string, k unit.Kind, into *float64) bool {
		if typed == "" {
			return false
		}
		x, ok, err := k.One(typed)
		r := finding.Reading{Path: "supply." + field, Typed: typed}
		if err != nil || !ok {
			r.Problem, r.Wanted = "This could not be read.", k.Example
			if k.Base == "V" {
				r.Wanted = "one number, like 236"
			}
		} else {
			*into = x
			r.ReadAs = unit.Plain(math.Round(x*100)/100) + unit.Space + k.Base
		}
		readings = append(readings, r)
		return err == nil && ok
	}
	if one("volts", e.Volts, unit.Volts, &s.Volts) {
		s.VoltsMark = finding.Measured
	}
	one("hertz", e.Hertz, unit.Hertz, &s.Hertz)
	one("feeder_length", e.FeederLength, unit.Length, &s.FeederM)
	one("breaker", e.Breaker, unit.Amps, &s.Breaker)
	if e.FeederSize != "" {
		c, ok, err := unit.ParseConductor(e.FeederSize)
		r := finding.Reading{Path: "supply.feeder_size", Typed: e.FeederSize}
		if err != nil || !ok {
			r.Problem, r.Wanted = "This could not be read.", unit.Area.Example
		} else {
			s.Feeder, r.ReadAs = c, c.String()
		}
		readings = append(readings, r)
	}
	if perMetre, ok := table.OhmPerMetre(s.Feeder.SquareMM, s.Feeder.AWG); ok && s.FeederM > 0 {
		s.FeederOhm = 2 * s.FeederM * perMetre
	}
	return s, readings
}

// Draw is what the motor takes, from the engine.
type Draw struct {
	RunAmps, RunVolts     float64 // at the owner's load; volts at the motor
	StartAmps, StartVolts float64 // at the first instant of the start
	MostAmps              float64 // at the heaviest load that occurs
	Mark                  finding.Mark
}

// Judge says what the supply makes of it. draw is nil while nothing can be
// computed.
func (s Supply) Judge(draw *Draw, rules table.Rules) []finding.Finding {
	var out []finding.Finding
	add := func(f finding.Finding) {
		f.Bay = finding.Supply
		out = append(out, f)
	}
	s.judgeFeeder(draw, rules, add)
	if s.VoltsMark != finding.Measured {
		add(finding.Finding{ID: finding.SupplyMeasure, Grade: finding.Open,
			Sentence: fmt.Sprintf("Measure the volts at the post; %s is only the name of the supply.",
				unit.Whole(s.Nominal, "V")),
			Detail: "With the motor off, meter on AC volts, probes with finger guards, one hand. A live box is work " +
				"for someone who may do it where you are.", Entries: []string{"supply.volts"}})
	} else if off := s.Volts/s.Nominal - 1; math.Abs(off) > 0.1 {
		add(finding.Finding{ID: "supply.volts", Grade: finding.Caution,
			Sentence: fmt.Sprintf("%s is %s from the nominal %s.", unit.Whole(s.Volts, "V"),
				unit.Percent(math.Abs(off)), unit.Whole(s.Nominal, "V")),
			Detail: "Measure again; if it stays, ask whoever supplies it before anything is fed.",
			Figure: unit.Whole(s.Volts, "V"), Limit: "within 10" + unit.Space + "%",
			Why: []finding.Why{{Formula: "(measured − nominal)/nominal",
				Numbers: fmt.Sprintf("(%s − %s)/%s", unit.Plain(s.Volts), unit.Plain(s.Nominal),
					unit.Plain(s.Nominal)), Section: finding.OnSupplyDrop, Source: "measured and workshop"}},
			Entries: []string{"supply.volts"}})
	}
	if s.FeederOhm == 0 {
		add(finding.Finding{ID: finding.SupplyFeeder, Grade: finding.Open,
			Sentence: "Length and size of the feeder are not entered: its drop is not counted.",
			Detail:   "From the panel to the machine, one way, and the size printed on the cable.",
			Entries:  []string{"supply.feeder_length", "supply.feeder_size"}})
		return out
	}
	if draw == nil {
		return out
	}
	drop := s.Volts - draw.RunVolts
	grade := finding.Good
	measure := finding.Against(drop/s.Volts*100, finding.AtMost, 3, "%")
	sentence := fmt.Sprintf("The feeder loses %s running, %s at the first instant of the start.", unit.Text(drop, "V"),
		unit.Text(s.Volts-draw.StartVolts, "V"))
	if drop > 0.03*s.Volts {
		grade, sentence = finding.Caution, fmt.Sprintf("The feeder loses %s running, more than 3 %%.",
			unit.Text(drop, "V"))
	}
	add(finding.Finding{ID: "supply.drop", Grade: grade, Sentence: sentence,
		Detail: "What the feeder's own supply loses ahead of the panel is not in this: watch the volts at the post " +
			"during the first start.",
		Figure: unit.Text(drop/s.Volts*100, "%"), Limit: "3" + unit.Space + "% target", Measure: measure,
		Planning: true,
		Why: []finding.Why{{Formula: "drop = V − |V − I·R|, R = 2 · length · Ω/m",
			Numbers: fmt.Sprintf("2 · %s m · %s Ω/m = %s; %s running, %s starting", unit.Three(s.FeederM),
				unit.Three(s.FeederOhm/2/s.FeederM), unit.Text(s.FeederOhm, "Ω"), unit.Text(draw.RunAmps, "A"),
				unit.Text(draw.StartAmps, "A")),
			Section: finding.OnSupplyDrop, Source: "copper, hot, from the conductor table; amps from the engine",
			Estimated: true}}})
	return out
}

// startBreaker is how many times its rating a breaker holds for certain while a
// motor starts.
const startBreaker = 5

// judgeFeeder holds the feeder's breaker against its wire, as found, and both
// against what the motor takes.
func (s Supply) judgeFeeder(draw *Draw, rules table.Rules, add func(finding.Finding)) {
	carry, known := table.Ampacity(s.Feeder.SquareMM, s.Feeder.AWG)
	source := finding.Why{Formula: "breaker ≤ what the wire carries", Section: finding.OnProtection,
		Source: rules.Source()}
	if known && s.Breaker > carry {
		add(finding.Finding{ID: finding.SupplyWire, Grade: finding.Stop,
			Sentence: fmt.Sprintf("The %s breaker does not guard the feeder's %s, which carries %s.",
				unit.Rating(s.Breaker), s.Feeder, unit.Rating(carry)),
			Detail: "This is so whatever the motor takes: a smaller breaker or a thicker feeder, by a licensed " +
				"person.", Figure: unit.Rating(s.Breaker), Limit: unit.Rating(carry),
			Measure: finding.Against(s.Breaker, finding.AtMost, carry, "A"), Planning: true,
			Why: []finding.Why{source}, Entries: []string{"supply.breaker", "supply.feeder_size"}})
	}
	if draw == nil {
		return
	}
	most := math.Max(draw.RunAmps, draw.MostAmps)
	if known && carry < 1.25*most {
		add(finding.Finding{ID: "supply.thin", Grade: finding.Caution,
			Sentence: fmt.Sprintf("The feeder's %s carries %s; the motor asks %s.", s.Feeder, unit.Rating(carry),
				unit.Text(1.25*most, "A")),
			Figure: unit.Rating(carry), Limit: unit.Text(1.25*most, "A") + " at least",
			Measure: finding.Against(carry, finding.AtLeast, 1.25*most, "A"), Planning: true,
			Why: []finding.Why{{Formula: "conductor ≥ 125 % of the greatest amps that occur",
				Numbers: fmt.Sprintf("1.25 · %s", unit.Text(most, "A")), Section: finding.OnProtection,
				Source: rules.Source()}}, Entries: []string{"supply.feeder_size"}})
	}
	switch {
	case s.Breaker == 0:
	case most > 0.8*s.Breaker:
		add(finding.Finding{ID: "supply.breaker", Grade: finding.Caution,
			Sentence: fmt.Sprintf("Running takes up to %s of the feeder's %s.", unit.Text(most, "A"),
				unit.Rating(s.Breaker)),
			Detail: "What else is on this feeder at the same time?", Figure: unit.Text(most, "A"),
			Limit: unit.Text(0.8*s.Breaker, "A"), Measure: finding.Against(most, finding.AtMost, 0.8*s.Breaker,
				"A"), Planning: true,
			Why: []finding.Why{{Formula: "running amps ≤ 80 % of the breaker for long use",
				Section: finding.OnSupplyDrop, Source: "planning; local rules decide"}},
			Entries: []string{"supply.breaker"}})
	case draw.StartAmps > startBreaker*s.Breaker:
		add(finding.Finding{ID: "supply.breaker", Grade: finding.Caution,
			Sentence: fmt.Sprintf("The start takes %s: the feeder's %s may trip.", unit.Text(draw.StartAmps, "A"),
				unit.Rating(s.Breaker)),
			Detail: "A usual motor curve holds five times its rating for certain and lets go at ten.",
			Figure: unit.Text(draw.StartAmps, "A"), Limit: unit.Text(startBreaker*s.Breaker, "A"),
			Measure: finding.Against(draw.StartAmps, finding.AtMost, startBreaker*s.Breaker, "A"), Planning: true,
			Why: []finding.Why{{Formula: "start amps ≤ 5 × breaker", Section: finding.OnSupplyDrop,
				Source: "planning"}}, Entries: []string{"supply.breaker"}})
	}
}

// Units are the units of the figures that may have a band.
var Units = map[string]string{"post": "V", "running": "V", "starting": "V", "run-amps": "A", "start-amps": "A"}

// Figures is the voltage from post to motor, running and starting. Empty
// while nothing can be computed.
func (s Supply) Figures(draw *Draw) []finding.Figure {
	if draw == nil {
		return []finding.Figure{}
	}
	percent := func(v float64) string { return unit.Text((s.Volts-v)/s.Volts*100, "%") + " lost on the feeder" }
	feeder := draw.Mark
	if s.FeederOhm == 0 {
		percent = func(float64) string { return "feeder not entered: its drop is not counted" }
		feeder = finding.Estimated
	}
	return []finding.Figure{
		{ID: "post", Name: "At the post", Value: s.Volts, Text: unit.Whole(s.Volts, "V"), Note: "nothing running",
			Mark: s.VoltsMark},
		{ID: "running", Name: "Motor, running", Value: draw.RunVolts, Text: unit.Text(draw.RunVolts, "V"),
			Note: percent(draw.RunVolts), Mark: feeder},
		{ID: "starting", Name: "Motor, starting", Value: draw.StartVolts, Text: unit.Text(draw.StartVolts, "V"),
			Note: percent(draw.StartVolts), Mark: feeder},
		{ID: "run-amps", Name: "Running takes", Value: draw.RunAmps, Text: unit.Text(draw.RunAmps, "A"),
			Note: "from the line at your load", Mark: draw.Mark},
		{ID: "start-amps", Name: "Starting takes", Value: draw.StartAmps, Text: unit.Text(draw.StartAmps, "A"),
			Note: "from the line, at standstill", Mark: finding.Estimated},
	}
}
