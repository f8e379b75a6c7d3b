// Package supply is what is in the wall: volts and hertz as measured, the wire
// that brings them, and what running and starting the motor does to them.
package supply

import (
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
			r.Problem, r.Wanted = finding.NotRead, k.Example
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
			r.Problem, r.Wanted = finding.NotRead, unit.Area.Example
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

// Ramped is the draw of electronics that ramp a motor up: never more than in the run.
func (s Supply) Ramped(amps float64, mark finding.Mark) *Draw {
	volts := s.Volts - amps*s.FeederOhm
	return &Draw{Mark: mark, RunAmps: amps, RunVolts: volts, StartAmps: amps, StartVolts: volts, MostAmps: amps}
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
		add(s.sayMeasure())
	} else if off := s.Volts/s.Nominal - 1; math.Abs(off) > 0.1 {
		add(s.sayVolts(off))
	}
	if s.FeederOhm == 0 {
		add(sayFeeder())
		return out
	}
	if draw == nil {
		return out
	}
	drop := s.Volts - draw.RunVolts
	grade := finding.Good
	measure := finding.Against(drop/s.Volts*100, finding.AtMost, 100*MostDrop, "%")
	sentence := s.feederLoses(drop, draw)
	if drop > MostDrop*s.Volts {
		grade, sentence = finding.Caution, feederLosesMuch(drop)
	}
	add(s.sayDrop(grade, sentence, drop, measure, draw))
	return out
}

// MostDrop is the share of its volts that a feeder should lose at most, running (planning).
const MostDrop = 0.03

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
		add(s.sayWire(carry, source))
	}
	if draw == nil {
		return
	}
	most := math.Max(draw.RunAmps, draw.MostAmps)
	if known && carry < 1.25*most {
		add(s.sayThin(carry, most, rules))
	}
	switch {
	case s.Breaker == 0:
	case most > 0.8*s.Breaker:
		add(s.sayBreaker(most))
	case draw.StartAmps > startBreaker*s.Breaker:
		add(s.sayBreakerCaution(draw))
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
