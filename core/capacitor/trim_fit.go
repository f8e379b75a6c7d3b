package capacitor

import (
	"math"

	"graybridge/core/search"
)

// bent is what the rounds are fitted on: a factor on the magnetising reactance at the
// plate's flux, and the curve of the main flux.
type bent struct{ xm, a, n float64 }

// Doubts of the curve before anything is read, of the logarithms of 1 − a and n − 1,
// and how far two rounds are apart that tell about it.
const (
	bendDoubt    = 0.5
	steepDoubt   = 0.3
	curveFrom    = 0.05 // of the µF or of the volts
	lightlyBelow = 0.3  // of rated torque
	mostBend     = 0.7  // 1 − a
	steepest     = 15.0
	leastSlip    = 1e-6
)

// with is the same bridge with another main flux.
func (b *Bridge) with(f bent) (*Bridge, error) {
	m := *b.Model
	m.Eq.XmOhm *= f.xm
	if m.Eq.Saturation != nil {
		m = m.Bent(f.a, f.n)
	}
	return New(&m, b.Wiring)
}

// own is the bridge's own main flux.
func (b *Bridge) own() bent {
	f := bent{xm: 1, a: 1, n: 7}
	if c := b.Model.Eq.Saturation; c != nil {
		f.a, f.n = c.A, c.N
	}
	return f
}

// tellCurve says that the rounds tell about the curve: two that run lightly at different
// µF or different volts, so that the main flux differs.
func tellCurve(b *Bridge, rounds []Round, slips []float64) bool {
	if b.Model.Eq.Saturation == nil {
		return false
	}
	var light []int
	for i := range rounds {
		b.fedAt(rounds[i].volts(b))
		if p, err := b.At(rounds[i].Microfarad, slips[i]); err == nil && p.LoadShare < lightlyBelow {
			light = append(light, i)
		}
	}
	b.fedAt(b.Wiring.Volts)
	for _, i := range light {
		for _, k := range light {
			if math.Abs(rounds[i].Microfarad/rounds[k].Microfarad-1) > curveFrom ||
				math.Abs(rounds[i].volts(b)/rounds[k].volts(b)-1) > curveFrom {
				return true
			}
		}
	}
	return false
}

// fitFlux finds the main flux that all rounds share, each at a slip of its own, by least
// squares in meter errors (Levenberg and Marquardt's steps); the doubts before anything
// is read count as readings. free says that the curve was fitted too.
func (b *Bridge) fitFlux(rounds []Round) (best bent, free bool) {
	before := b.own()
	slips := make([]float64, len(rounds))
	for i := range rounds {
		slips[i], _ = b.at(&rounds[i], rounds[i].Microfarad)
	}
	free = tellCurve(b, rounds, slips)
	shared := 1
	if free {
		shared = 3
	}
	flux := func(x []float64) bent {
		f := bent{xm: math.Min(mostXm, math.Max(leastXm, math.Exp(x[0]))), a: before.a, n: before.n}
		if free {
			f.a = 1 - math.Min(mostBend, (1-before.a)*math.Exp(x[1]))
			f.n = math.Min(steepest, 1+(before.n-1)*math.Exp(x[2]))
		}
		return f
	}
	doubts := []float64{xmDoubt, bendDoubt, steepDoubt}[:shared]
	slip := func(x []float64, i int) float64 { return math.Exp(x[shared+i]) }
	miss := func(x []float64) (out []float64, ok bool) {
		c, err := b.with(flux(x))
		if err != nil {
			return nil, false
		}
		for i, d := range doubts {
			out = append(out, x[i]/d)
		}
		for i := range rounds {
			if s := slip(x, i); !(s >= leastSlip && s <= trimSlipTo) {
				return nil, false
			}
			part, ok := c.misses(&rounds[i], slip(x, i))
			if !ok {
				return nil, false
			}
			out = append(out, part...)
		}
		return out, true
	}
	x := make([]float64, shared+len(rounds))
	for i, s := range slips {
		x[shared+i] = math.Log(s)
	}
	search.LeastSquares(x, miss)
	return flux(x), free
}

// misses are a round's deviations one by one, in meter errors.
func (b *Bridge) misses(r *Round, slip float64) (out []float64, ok bool) {
	b.Set(r.Microfarad)
	var into [readable]float64
	if !b.predictAt(r, slip, &into) {
		return nil, false
	}
	for i, read := range r.Read {
		if i != atVolts && !math.IsNaN(read) && !math.IsNaN(into[i]) {
			out = append(out, (into[i]-read)/b.meterError(i, read))
		}
	}
	return out, true
}
