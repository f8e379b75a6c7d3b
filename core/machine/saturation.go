package machine

import (
	"math"
	"math/cmplx"

	"graybridge/core/circuit"
)

// Bent is the model with a curve of its main flux, which passes the plate's own point:
// there the magnetising amps are those that the fit found. a and n are those of
// circuit.Saturation; a = 1 is the straight line.
func (m Model) Bent(a, n float64) Model {
	m.Eq.Saturation = &circuit.Saturation{A: a, N: n, RatedGapVoltsRMS: m.GapVolts()}
	return m
}

// GapVolts are the volts behind a winding's own ohms at the plate's load, |V − I(R1 + jX1)|.
func (m *Model) GapVolts() float64 {
	amps := cmplx.Rect(m.WindingAmps, -math.Acos(m.PowerFactor))
	return cmplx.Abs(complex(m.WindingVolts, 0) - amps*complex(m.Eq.R1Ohm, m.Eq.X1Ohm))
}

// Straight is the model without its curve.
func (m Model) Straight() Model {
	m.Eq.Saturation = nil
	return m
}

// AmpsAt is the winding amps over plate on the motor's own three-phase supply at a share of
// rated shaft torque; +Inf where it stalls.
func (m *Model) AmpsAt(share float64) float64 {
	want := share*m.RatedTorqueNm + m.FrictionNm
	slip := RunSlip(func(slip float64) float64 {
		_, torque := m.Eq.Balanced(m.WindingVolts, m.FrequencyHz, slip)
		return torque - want
	}, m.RatedSlip*share)
	if math.IsNaN(slip) {
		return math.Inf(1)
	}
	amps, _ := m.Eq.Balanced(m.WindingVolts, m.FrequencyHz, slip)
	return cmplx.Abs(amps) / m.WindingAmps
}
