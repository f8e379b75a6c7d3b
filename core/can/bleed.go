package can

import (
	"fmt"
	"math"

	"graybridge/core/unit"
)

// Bleeder is the resistor that takes the charge off a capacitor, as it is
// bought: a standard value, its watts, and the volts that it stands on.
type Bleeder struct {
	Most  float64 // Ω: the greatest that does it in time
	Ohm   float64 // the standard value; 0 where none is needed
	Watts float64
	Volts float64 // RMS across it
}

// e12 is the series of ordinary resistors, one decade.
var e12 = []float64{1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2}

// Discharge is the bleeder for a capacitance on some RMS volts: from the peak to
// 50 V within 60 s, R ≤ 60/(C·ln(√2·V/50)), at twice the heat it makes.
func Discharge(microfarad, volts float64) Bleeder {
	trapped := math.Sqrt2 * volts
	if !(trapped > 50) || !(microfarad > 0) || math.IsInf(trapped, 0) {
		return Bleeder{}
	}
	b := Bleeder{Most: 60 / (microfarad * 1e-6 * math.Log(trapped/50)), Volts: volts}
	decade := math.Pow(10, math.Floor(math.Log10(b.Most)))
	b.Ohm = decade
	for _, e := range e12 {
		if e*decade <= b.Most*1.000001 {
			b.Ohm = e * decade
		}
	}
	need := 2 * volts * volts / b.Ohm
	for _, b.Watts = range []float64{0.5, 1, 2, 3, 5, 10, 20, 50} {
		if b.Watts >= need {
			break
		}
	}
	return b
}

// String is the part as it is asked for in a shop.
func (b Bleeder) String() string {
	if b.Ohm == 0 {
		return "none needed"
	}
	ohm := unit.Plain(b.Ohm/1000) + unit.Space + "kΩ"
	if b.Ohm >= 1e6 {
		ohm = unit.Plain(b.Ohm/1e6) + unit.Space + "MΩ"
	}
	if b.Ohm < 1000 {
		ohm = unit.Plain(b.Ohm) + unit.Space + "Ω"
	}
	return fmt.Sprintf("%s, %s", ohm, unit.Plain(b.Watts)+unit.Space+"W")
}

// Spec is the part with what it must stand.
func (b Bleeder) Spec() string {
	return fmt.Sprintf(
		"%s, two of half the value in series where one is not rated for %s",
		b,
		unit.Whole(math.Sqrt2*b.Volts, "V"),
	)
}

// Falls is how many seconds a capacitance takes from its peak down to some volts through a
// resistor, both up to 5 % more than they say: 1.05²·R·C·ln(peak/volts); 0 where it starts below.
func (b Bleeder) Falls(microfarad, volts float64) float64 {
	peak := math.Sqrt2 * b.Volts
	if b.Ohm <= 0 || !(peak > volts) {
		return 0
	}
	return 1.05 * 1.05 * b.Ohm * microfarad * 1e-6 * math.Log(peak/volts)
}
