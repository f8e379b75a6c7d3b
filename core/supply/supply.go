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
	Volts        string `json:"volts,omitempty" by:"hand" example:"236 V" doc:"measured at the outlet, nothing running"`
	Hertz        string `json:"hertz,omitempty" example:"50 Hz" doc:"empty: the workshop's"`
	FeederLength string `json:"feeder_length,omitempty" example:"18 m" doc:"one way, from the panel"`
	FeederSize   string `json:"feeder_size,omitempty" example:"6 mm²" device:"feeder wire"`
	Breaker      string `json:"breaker,omitempty" example:"32 A" doc:"at the head of the feeder" device:"feeder breaker"`

	Transformer string `json:"transformer,omitempty" maxLength:"80" example:"230/400 V 3 kVA" doc:"between wall and bridge: volts in, volts out, rating" device:"transformer"`

	Loaded    string      `json:"loaded,omitempty" by:"hand" example:"231 V 9.5 A" doc:"volts at the panel while a known load draws its amps"`
	Circuit   string      `json:"circuit,omitempty" maxLength:"60" example:"Clay room" doc:"one of the workshop's; what is typed here goes before it"`
	Cable     table.Cable `json:"cable,omitempty" enum:"conduit,building,cord" doc:"how the feeder's conductors are made up"`
	Terminals string      `json:"terminals,omitempty" enum:"60,75" doc:"°C stamped on the terminals at both ends"`
	Air       string      `json:"air,omitempty" example:"35 °C" doc:"where the feeder runs hottest"`
	Together  string      `json:"together,omitempty" example:"2" doc:"circuits in one conduit; of AWG, loaded conductors"`
	Others    string      `json:"others,omitempty" entry:"lines" example:"lights 2 A" doc:"what else draws from it at the same time"`
	Earth     string      `json:"earth,omitempty" example:"6 mm²" doc:"its earth conductor; none where there is none" device:"feeder earth"`
	Residual  Residual    `json:"residual,omitempty" enum:"none,ac,a,b" doc:"the residual-current device ahead, by its type"`
	Panel     string      `json:"panel,omitempty" example:"100 A, else 30 A" doc:"the panel's main breaker, and what else runs on it at the same time"`
	OverTime  string      `json:"over_time,omitempty" by:"hand" entry:"lines" example:"2026-03-02 18:00 229 V" doc:"volts at the outlet at other times, one a line"`
	Seen      []string    `json:"seen,omitempty" by:"hand" nullable:"false" doc:"white, colours, shared, or nothing of these"`
}

// Residual is the kind of a residual-current device.
type Residual string

// The kinds, by what they see besides plain alternating current: nothing, pulses of direct
// current, smooth direct current.
const (
	NoResidual Residual = "none"
	ResidualAC Residual = "ac"
	ResidualA  Residual = "a"
	ResidualB  Residual = "b"
)

// What may be seen of wiring that exists.
const (
	WhiteLine    = "white"   // a neutral's colour on a line
	OtherColours = "colours" // of another region
	Shared       = "shared"  // control wires in the motor's conduit
	SeenNothing  = "nothing" // looked, and nothing of these
)

// noEarth is what is typed where a feeder has no earth conductor.
const noEarth = "none"

// Other is what else draws from the circuit.
type Other struct {
	Name string
	Amps float64
}

// Earthing is the feeder's earth conductor, as far as it is known.
type Earthing struct {
	unit.Conductor
	Known, None bool
}

// Supply is what was read.
type Supply struct {
	rules table.Rules

	Volts, Hertz float64
	Main, Else   float64 // amps: of the panel's main breaker, and of what else runs behind it; 0: not entered
	Over         []VoltsAt
	VoltsMark    finding.Mark // measured, or from the workshop's settings
	Nominal      float64
	FeederM      float64 // 0 when not entered
	Feeder       unit.Conductor
	FeederOhm    float64 // both wires, hot; 0 when length or size is missing
	Breaker      float64 // A; 0 when not entered

	SourceOhm float64 // of what stands ahead of the panel, from a reading under load; 0: not counted
	Reading   Under   // that reading

	Circuit  string // of the workshop; empty: none is named
	Laid     table.Laid
	Carried  table.Carried // by the feeder as it lies
	Cores    int           // printed on the cable, like 12-2; 0: not
	Others   []Other
	Beside   float64 // amps of the others together
	Earth    Earthing
	Residual Residual
	Seen     []string

	Step *Transformer // between wall and bridge; nil: none
	wall *Supply      // what the transformer is fed from; nil: no transformer is counted in
	end  string       // where its wires end, other than at a motor
}

// known says that the feeder's conductor was entered and that the tables reach it.
func (s Supply) known() bool { return s.Feeder != (unit.Conductor{}) && s.Carried.Beyond == "" }

// overThin says that the breaker is larger than what even the thinnest wire of the tables
// carries, over a feeder that is thinner still.
func (s Supply) overThin() bool { return s.Carried.Under > 0 && s.Breaker > s.Carried.Under }

// Read reads the entry against the workshop's nominal volts and hertz.
func Read(e Entry, rules table.Rules, nominalVolts, nominalHertz float64) (Supply, []finding.Reading) {
	s := Supply{rules: rules,
		Volts: nominalVolts, Hertz: nominalHertz, Nominal: nominalVolts, VoltsMark: finding.Estimated}
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
	if e.Breaker != "" {
		x, ok, err := unit.Breaker(e.Breaker)
		r := finding.Reading{Path: "supply.breaker", Typed: e.Breaker}
		if err != nil || !ok {
			r.Problem, r.Wanted = finding.NotRead, "its rating, like 32 A or C32"
		} else {
			s.Breaker, r.ReadAs = x, unit.Rating(x)
		}
		readings = append(readings, r)
	}
	readings = append(readings, s.readWall(e, one)...)
	if e.Transformer != "" {
		t, r := readStep(e.Transformer)
		s.Step, readings = t, append(readings, r)
	}
	if perMetre, ok := table.OhmPerMetre(s.Feeder.SquareMM, s.Feeder.AWG); ok && s.FeederM > 0 {
		s.FeederOhm = 2 * s.FeederM * perMetre
	}
	return s, readings
}

// Under is the supply read while something known draws from it.
type Under struct{ Volts, Amps float64 }

// LineOhm is everything in series with the line, from the utility's transformer to the machine.
func (s Supply) LineOhm() float64 {
	if s.wall != nil {
		n := s.Step.Ratio()
		return s.wall.LineOhm()*n*n + s.Step.ohm()
	}
	return s.SourceOhm + s.FeederOhm
}

// Lost is what the feeder alone loses of the volts that are missing at the motor.
func (s Supply) Lost(atMotor float64) float64 {
	if s.FeederOhm == 0 {
		return 0
	}
	return (s.Volts - atMotor) * s.FeederOhm / s.LineOhm()
}

// Draw is what the motor takes, from the engine.
type Draw struct {
	IdleAmps, IdleVolts   float64 // at the lightest load; 0: not known
	RunAmps, RunVolts     float64 // at the owner's load; volts at the motor
	StartAmps, StartVolts float64 // at the first instant of the start
	MostAmps              float64 // at the heaviest load that occurs
	Mark                  finding.Mark
	Smooth                bool // smooth direct current may flow to earth behind it
}

// Ramped is the draw of electronics that ramp a motor up: never more than in the run.
func (s Supply) Ramped(amps float64, mark finding.Mark) *Draw {
	volts := s.Volts - amps*s.LineOhm()
	return &Draw{Mark: mark, Smooth: true, RunAmps: amps, RunVolts: volts, StartAmps: amps, StartVolts: volts,
		MostAmps: amps}
}

// Judge says what the supply makes of it. draw is nil while nothing can be
// computed.
func (s Supply) Judge(draw *Draw, rules table.Rules) []finding.Finding {
	var out []finding.Finding
	add := func(f finding.Finding) {
		f.Bay = finding.Supply
		out = append(out, f)
	}
	if s.wall != nil {
		s.judgeStep(draw, add)
		return append(out, s.wall.Judge(s.ahead(draw), rules)...)
	}
	s.judgeFeeder(draw, rules, add)
	if len(s.Over) > 0 {
		low, high := s.Over[0], s.Over[0]
		for _, at := range s.Over {
			if at.Volts < low.Volts {
				low = at
			}
			if at.Volts > high.Volts {
				high = at
			}
		}
		add(s.sayOverTime(low, high))
	}
	if s.VoltsMark != finding.Measured {
		add(s.sayMeasure())
	} else if off := s.Volts/s.Nominal - 1; math.Abs(off) > 0.1 {
		add(s.sayVolts(off))
	}
	if draw != nil {
		s.judgeDip(draw, add)
	}
	if s.FeederOhm == 0 {
		add(sayFeeder())
		return out
	}
	if draw == nil {
		return out
	}
	drop := s.Lost(draw.RunVolts)
	grade := finding.Good
	measure := finding.Against(drop/s.Volts*100, finding.AtMost, 100*MostDrop, "%")
	sentence := s.feederLoses(drop, draw)
	if drop > MostDrop*s.Volts {
		grade, sentence = finding.Caution, feederLosesMuch(drop)
	}
	add(s.sayDrop(grade, sentence, drop, measure, draw))
	return out
}

// MostDrop is the share of its volts that a feeder should lose at most, running (guide value).
const MostDrop = 0.03

// breakerShare is the share of its rating that a breaker carries for long (guide value).
const breakerShare = 0.8

// judgeFeeder holds the feeder's breaker against its wire, as found, and both
// against what the motor takes.
func (s Supply) judgeFeeder(draw *Draw, rules table.Rules, add func(finding.Finding)) {
	carry, known := s.Carried.Amps, s.known()
	if known && s.Breaker > s.Carried.Breaker {
		add(s.sayWire())
	}
	if s.overThin() {
		add(s.sayThinWire())
		return
	}
	if s.Carried.Beyond != "" && s.Feeder != (unit.Conductor{}) {
		add(s.sayBeyond())
	}
	if earth := s.needsEarth(rules); s.Earth.None || s.Earth.Known && !s.earthed(earth) {
		add(s.sayEarth(earth))
	}
	if odd := s.odd(); len(odd) > 0 {
		add(sayOdd(odd))
	}
	if draw == nil {
		return
	}
	most := math.Max(draw.RunAmps, draw.MostAmps)
	if known && carry < s.wants(most) {
		add(s.sayThin(carry, most))
	}
	w := waller{s, rules, Taker{Draw: draw, Smooth: draw.Smooth}, most}
	for _, l := range []ChainLink{w.panel(), w.residual()} {
		if l.Grade == finding.Stop || l.Grade == finding.Caution {
			add(sayLink(l))
		}
	}
	switch {
	case s.Breaker == 0:
	case most+s.Beside > breakerShare*s.Breaker:
		add(s.sayBreaker(most))
	case draw.StartAmps > rules.Circuit().BreakerHolds*s.Breaker:
		add(s.sayBreakerCaution(draw, rules.Circuit().BreakerHolds))
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
	if s.wall != nil {
		return append(s.wall.Figures(s.ahead(draw)), s.stepFigures(draw)...)
	}
	where := finding.Upper(s.ends())
	percent := func(v float64) string { return unit.Text((s.Volts-v)/s.Volts*100, "%") + " lost on the feeder" }
	feeder := draw.Mark
	if s.SourceOhm > 0 {
		percent = func(v float64) string { return unit.Text((s.Volts-v)/s.Volts*100, "%") + " lost on the way" }
	}
	if s.FeederOhm == 0 {
		percent = func(float64) string { return "feeder not entered: its loss is not counted" }
		feeder = finding.Estimated
	}
	return []finding.Figure{
		{ID: "post", Name: "At the outlet", Value: s.Volts, Text: unit.Whole(s.Volts, "V"), Note: "nothing running",
			Mark: s.VoltsMark},
		{ID: "running", Name: where + ", running", Value: draw.RunVolts, Text: unit.Text(draw.RunVolts, "V"),
			Note: percent(draw.RunVolts), Mark: feeder},
		{ID: "starting", Name: where + ", starting", Value: draw.StartVolts, Text: unit.Text(draw.StartVolts, "V"),
			Note: percent(draw.StartVolts), Mark: feeder},
		{ID: "run-amps", Name: "Running takes", Value: draw.RunAmps, Text: unit.Text(draw.RunAmps, "A"),
			Note: "from the line at your load", Mark: draw.Mark},
		{ID: "start-amps", Name: "Starting takes", Value: draw.StartAmps, Text: unit.Text(draw.StartAmps, "A"),
			Note: "from the line, at standstill", Mark: finding.Estimated},
	}
}
