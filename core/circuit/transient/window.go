package transient

import (
	"math"

	"graybridge/core/circuit"
)

// window gathers means over whole periods of the supply.
type window struct {
	bank         []int // capacitors still in the circuit
	coils        int
	n            int
	supply, watt float64
	torque       float64
	speed        float64
	coil         []float64
	volts, amps  float64
	lastT        extreme
	lastV        extreme
}

// extreme follows the highest and lowest of a sampled curve, each refined by
// the parabola through its three highest samples.
type extreme struct {
	high, low float64
	highAt    float64
	a, b      float64 // the two samples before
	ta, tb    float64
	n         int
}

func (e *extreme) add(t, x float64) {
	if e.n == 0 {
		e.high, e.low, e.highAt = x, x, t
	}
	if e.n >= 2 {
		// The middle sample b against its neighbours a and x.
		if top, at, ok := vertex(e.ta, e.tb, t, e.a, e.b, x); ok {
			if top > e.high {
				e.high, e.highAt = top, at
			}
			e.low = min(e.low, top)
		}
	}
	if x > e.high {
		e.high, e.highAt = x, t
	}
	e.low = min(e.low, x)
	e.a, e.b, e.ta, e.tb = e.b, x, e.tb, t
	e.n++
}

// vertex of the parabola through three samples, if it lies between the outer
// two and the middle one is an extreme.
func vertex(t0, t1, t2, x0, x1, x2 float64) (x, t float64, ok bool) {
	if (x1-x0)*(x2-x1) >= 0 || t1 == t0 || t2 == t1 {
		return 0, 0, false
	}
	d1, d2 := (x1-x0)/(t1-t0), (x2-x1)/(t2-t1)
	c := (d2 - d1) / (t2 - t0)
	if c == 0 {
		return 0, 0, false
	}
	t = (t0+t1)/2 - d1/(2*c)
	if t < t0 || t > t2 {
		return 0, 0, false
	}
	return x0 + d1*(t-t0) + c*(t-t0)*(t-t1), t, true
}

func (w *window) add(s *Sample) {
	if w.coil == nil {
		w.coil = make([]float64, w.coils)
	}
	w.n++
	// One value a period's step: RMS of a periodic curve needs no more.
	a := s.SourceAmps(0)
	w.supply += a * a
	for i := range s.r.net.waves {
		w.watt += s.SourceAmps(i) * s.SourceVolts(i)
	}
	w.torque += s.TorqueNm[0]
	w.speed += s.SpeedRadS[0]
	for k := range w.coil {
		x := s.CoilAmps(0, k)
		w.coil[k] += x * x
	}
	if len(w.bank) > 0 {
		v, i := s.ElementVolts(w.bank[0]), 0.0
		for _, e := range w.bank {
			i += s.ElementAmps(e)
		}
		w.volts += v * v
		w.amps += i * i
	}
	w.lastT.add(s.TimeS, s.TorqueNm[0])
	w.lastV.add(s.TimeS, s.SpeedRadS[0])
}

func (w *window) rms(sum float64) float64 { return math.Sqrt(sum / float64(w.n)) }

func (w *window) windings(coils []circuit.Coil) map[string]float64 {
	out := map[string]float64{}
	for k, c := range coils {
		out[c.Name] = w.rms(w.coil[k])
	}
	return out
}
