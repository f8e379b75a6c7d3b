package table

import "math"

// MotorCircuit are the shares that a rule set asks of a motor's circuit, over its amps.
type MotorCircuit struct {
	Source       string  `json:"source"`
	Conductor    float64 `json:"conductor"` // of the motor's, a feeder's, a drive's rated input
	Capacitor    float64 `json:"capacitor"` // of the capacitor's own amps
	Overload     float64 `json:"overload"`  // the relay's setting at most, over rated amps
	WithFactor   float64 `json:"overload_with_factor"`
	FactorFrom   float64 `json:"factor_from"`       // the service factor from which that holds
	Breaker      float64 `json:"breaker"`           // at most, where a relay guards the wire
	BreakerHolds float64 `json:"breaker_holds"`     // times its rating it holds for the moment of a start
	DualElement  float64 `json:"dual_element_fuse"` // 0: the rule set has none
	PlainFuse    float64 `json:"plain_fuse"`
	DCBreaker    float64 `json:"dc_breaker"`
}

var motorCircuits = load[struct {
	Metric MotorCircuit `json:"metric"`
	AWG    MotorCircuit `json:"awg"`
}]("motor-circuits")

// Circuit is what the rule set asks of a motor's circuit.
func (r Rules) Circuit() MotorCircuit {
	if r == NorthAmerica {
		return motorCircuits().AWG
	}
	return motorCircuits().Metric
}

// Ceiling is the greatest setting of an overload relay over rated amps, by the service factor.
func (c MotorCircuit) Ceiling(serviceFactor float64) float64 {
	if serviceFactor >= c.FactorFrom {
		return c.WithFactor
	}
	return c.Overload
}

// Fuse is the largest standard fuse that a share of amps allows, the next size up; the sizes are
// those of breakers. ok is false where the table ends below, or the rule set has no such fuse.
func (r Rules) Fuse(share, amps float64) (rating float64, ok bool) {
	if share == 0 {
		return 0, false
	}
	return r.Breaker(share * amps)
}

var singlePhase = load[struct {
	Source string  `json:"source"`
	Rows   pairs   `json:"rows"`
	At115  float64 `json:"at_115_times"`
}]("single-phase-amps")

// SinglePhaseAmps is the code table's full-load current of a single-phase motor: its volts are
// met within a tenth of 115 or 230. ok is false outside the table.
func SinglePhaseAmps(horsepower, volts float64) (amps float64, source string, ok bool) {
	t := singlePhase()
	times := 0.0
	switch {
	case math.Abs(volts/230-1) <= 0.1:
		times = 1
	case math.Abs(volts/115-1) <= 0.1:
		times = t.At115
	}
	if times == 0 || horsepower < 0.99*t.Rows[0][0] || horsepower > 1.01*t.Rows[len(t.Rows)-1][0] {
		return 0, t.Source, false
	}
	return t.Rows.between(horsepower) * times, t.Source, true
}
