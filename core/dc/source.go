package dc

import (
	"math"

	"graybridge/core/search"
)

// Way is how a controller makes direct current.
type Way string

// The ways.
const (
	PhaseControlled Way = "phase-controlled" // half-controlled bridge: its firing is delayed
	FullWave        Way = "full-wave"        // diode bridge behind an adjustable transformer
	HalfWave        Way = "half-wave"        // one thyristor and a diode across the armature: every second half wave
	PWM             Way = "pwm"              // chopped from a filtered link
)

// FilterFactor is the line's power factor in front of a filtered link without a choke:
// planning.
const FilterFactor = 0.62

// Source is a controller's power part on a line.
type Source struct {
	Way Way
	KHz float64 // of a chopper
	Line
}

// Most is the greatest setting: the line's own volts, or the whole of the link.
//
// A setting is in volts: of a phase-controlled bridge the mean it would give into amps
// that never break, (√2·V/π)(1 + cos α); half of that for half-wave control; of a diode bridge the mean of
// its transformer's volts, (2√2/π)·V; of a chopper the mean of the link's, √2·V·duty.
func (s Source) Most() float64 {
	switch s.Way {
	case PWM:
		return math.Sqrt2 * s.Volts
	case HalfWave:
		return math.Sqrt2 / math.Pi * s.Volts
	}
	return 2 * math.Sqrt2 / math.Pi * s.Volts
}

// Delay is the firing angle of a setting where thyristors are fired late.
func (s Source) Delay(volts float64) float64 {
	return math.Acos(math.Max(-1, math.Min(1, 2*volts/s.Most()-1)))
}

// Period is from one firing to the next: an angle of the line; 1 of a chopper's own.
func (s Source) Period() float64 {
	switch s.Way {
	case PWM:
		return 1
	case HalfWave:
		return 2 * math.Pi
	}
	return math.Pi
}

// Wave is the settled armature at a setting and a back EMF.
func (s Source) Wave(m Armature, emf, volts float64) Wave {
	volts = math.Max(0, math.Min(volts, s.Most()))
	switch s.Way {
	case FullWave:
		share := volts / s.Most()
		if share == 0 {
			return Wave{MeanVolts: emf}
		}
		w := Rectified(m, Line{Volts: share * s.Volts, Hertz: s.Hertz}, emf, 0)
		w.LineAmps *= share // the transformer turns amps up as it turns volts down
		return w
	case PWM:
		return s.chopped(m, emf, volts/s.Most())
	case HalfWave:
		return settled(newRectifier(m, s.Line, emf, s.Period()), s.Delay(volts))
	}
	return Rectified(m, s.Line, emf, s.Delay(volts))
}

// chopped is the armature on a link that is switched on for a share of every period, a
// diode across it: exact, of two pieces, x counting periods.
func (s Source) chopped(m Armature, emf, duty float64) Wave {
	link, against := s.Most(), emf+m.BrushVolts
	if link <= against || duty == 0 {
		return Wave{MeanVolts: emf}
	}
	k := m.Ohm / (m.Millihenry * s.KHz) // a period over L/R
	pieces := make([]Piece, 0, 2)
	step := func(amps float64) float64 {
		on := Piece{To: duty, Thyristor: true, b: (link - against) / m.Ohm, k: k}
		on.c = amps - on.b
		off := Piece{From: duty, To: 1, b: -against / m.Ohm, k: k}
		off.c = on.At(duty) - off.b
		if off.c > 0 && off.At(1) < 0 {
			off.To = duty + math.Log(-off.c/off.b)/k
		}
		pieces = append(pieces[:0], on, off)
		return math.Max(0, off.At(1))
	}
	settled := step(0)
	if settled > 0 {
		settled /= -math.Expm1(-k)
		step(settled)
	}
	w := Wave{Pieces: pieces, Continuous: settled > 0}
	var square, given, carried float64
	for i := range pieces {
		a, q := pieces[i].integrals()
		w.MeanAmps, square, carried = w.MeanAmps+a, square+q, carried+pieces[i].To-pieces[i].From
		if pieces[i].Thyristor {
			given = a
		}
	}
	w.RMSAmps, w.MeanVolts = math.Sqrt(square), link*duty+(1-carried)*emf
	w.LineWatts = link * given
	w.LineAmps = w.LineWatts / (FilterFactor * s.Volts)
	return w
}

// Drive finds the setting at which the armature's mean amps are those asked; ok is false
// where even the greatest gives too few.
func (s Source) Drive(m Armature, emf, amps float64) (w Wave, volts float64, ok bool) {
	if s.Way == PhaseControlled || s.Way == "" {
		w, ok = Fire(m, s.Line, emf, amps, -1)
		return w, math.Sqrt2 * s.Volts / math.Pi * (1 + math.Cos(w.DelayRad)), ok
	}
	if w = s.Wave(m, emf, s.Most()); w.MeanAmps < amps {
		return w, s.Most(), false
	}
	volts = search.Root(func(v float64) float64 { return s.Wave(m, emf, v).MeanAmps - amps }, 0, s.Most())
	return s.Wave(m, emf, volts), volts, true
}

// EMFAt is the back EMF at which a setting carries some amps: the speed that the bridge
// by itself runs at. Below 0 where it does not carry them at standstill.
func (s Source) EMFAt(m Armature, volts, amps float64) float64 {
	off := func(emf float64) float64 { return s.Wave(m, emf, volts).MeanAmps - amps }
	if off(0) < 0 {
		return -1
	}
	return search.Root(off, 0, math.Sqrt2*s.Volts)
}
