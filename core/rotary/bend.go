package rotary

import (
	"math"

	"graybridge/core/circuit"
)

// bend is the curve of a motor's main flux, and where its two fields stand on it. Each
// field asks share times the magnetising amps of the straight line; the shares follow
// from the gap volts, which follow from the line volts, which follow from the shares.
type bend struct {
	curve             circuit.Ellipse
	k                 float64 // siemens that a share of 1 more adds
	rated2            float64
	forward, backward field
}

// field is one of the two.
type field struct {
	gap   complex128 // admittance of the gap with the straight line
	share float64
	slope float64 // of what the curve answers to a share, as last seen
	asked float64 // the share that was put, and what the curve answered
	given float64
	seen  bool
}

// mostTurns bounds the way of the shares to where they stand: five to eight are usual.
const mostTurns = 80

// How far a share may stand off what its curve answers: where the state is read, where
// only the side of a crossing is asked; and where shares are held, since a step of
// Newton's needs the slope of what moves with the slips alone to find its way.
const (
	standsFast   = 1e-11
	standsLoose  = 1e-4
	sharesHeld   = 2
	followsClose = 1e-3 // of the torques' own miss
)

func newBend(eq circuit.Equivalent, hertz float64) *bend {
	c := eq.Saturation
	if c == nil || c.A == 1 {
		return nil
	}
	k := hertz / eq.FrequencyHz
	gap := c.RatedGapVoltsRMS * k
	return &bend{curve: c.Ellipse(), k: (1 - c.A) / (eq.XmOhm * k), rated2: gap * gap,
		forward: field{share: 1, slope: -1}, backward: field{share: 1, slope: -1}}
}

// lean writes the motor's admittances for the shares at hand. The next answers of the
// curve are the first ones of a new way.
func (m *motor) lean() {
	b := m.bend
	b.forward.seen, b.backward.seen = false, false
	m.tilt()
}

func (m *motor) tilt() {
	b := m.bend
	m.zf = reciprocal(b.forward.gap + complex(0, -b.k*(b.forward.share-1)))
	m.zb = reciprocal(b.backward.gap + complex(0, -b.k*(b.backward.share-1)))
	m.yf, m.yb = reciprocal(m.own+m.zf), reciprocal(m.own+m.zb)
}

// follow moves the shares toward what the curve answers at the line volts' parts, each by
// the secant of its own last two answers, and says how far they stood off.
func (m *motor) follow(forward, backward float64) (miss float64) {
	b := m.bend
	scale := m.k * m.k * m.legs / b.rated2
	f, k := b.curve.Shares(scale*forward*square(m.yf*m.zf), scale*backward*square(m.yb*m.zb))
	miss = max(b.forward.step(f), b.backward.step(k))
	m.tilt()
	return miss
}

func (f *field) step(answer float64) (miss float64) {
	if f.seen {
		if d := f.share - f.asked; math.Abs(d) > 1e-13*(1+f.share) {
			f.slope = max(-40, min(0.5, (answer-f.given)/d))
		}
	}
	f.asked, f.given, f.seen = f.share, answer, true
	miss = math.Abs(answer-f.share) / (1 + f.share)
	f.share = max(0, f.share+(answer-f.share)/(1-f.slope))
	return miss
}
