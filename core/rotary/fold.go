package rotary

import (
	"math"

	"graybridge/core/search"
)

// fold is where a street under rising loads finds no speed any more: the factor on every
// load, and the slips of idler and machines just there.
type fold struct {
	factor float64
	slips  []float64 // the idler's first
}

// foldsAt is the factor on every load of a state at which the street folds, as foldNear
// finds it, or as trying does where it is not near; ok is false where none is found.
func (s *Street) foldsAt(duties []Duty, near fold, along int) (factor float64, ok bool) {
	at, ok := s.foldNear(duties, near, along)
	if !ok {
		at, _, ok = s.fallsOut(duties, mostTried)
	}
	return at.factor, ok
}

// mostTried is the factor on the loads up to which a fall is looked for.
const mostTried = 8

// foldNear finds where the loads of a state can rise no more, close to where another
// street of the same shape folds. A state's slips run on smoothly through the fold while
// the factor turns back there, so the factor is the greatest of its values along one
// motor's slip: nothing has to fall out to find it. ok is false where it is not near.
func (s *Street) foldNear(duties []Duty, near fold, along int) (at fold, ok bool) {
	s.take(duties)
	copy(s.slips, near.slips)
	at.factor = near.factor
	step := 0.12 * near.slips[along]
	mid := near.slips[along]
	var x, y [3]float64
	value := func(slip float64) (float64, bool) {
		s.slips[along] = slip
		f, ok := s.factorAt(duties, along, at.factor)
		if ok {
			at.factor = f
		}
		return f, ok
	}
	x[1] = mid
	if y[1], ok = value(mid); !ok {
		return at, false
	}
	for range 6 {
		x[0], x[2] = x[1]-step, x[1]+step
		for _, k := range [...]int{0, 2} {
			if y[k], ok = value(x[k]); !ok {
				return at, false
			}
		}
		bow := y[0] - 2*y[1] + y[2]
		move := 2.5 * math.Copysign(step, y[2]-y[0])
		if bow < 0 {
			if top := 0.5 * step * (y[0] - y[2]) / bow; math.Abs(top) < math.Abs(move) {
				move = top
			}
		}
		last := y[1]
		x[1] += move
		if x[1] <= 0.1*mid || x[1] > 1 {
			return at, false
		}
		if y[1], ok = value(x[1]); !ok {
			return at, false
		}
		if math.Abs(move) <= step && math.Abs(y[1]-last) < 0.02*y[1] {
			at.factor = max(y[0], y[1], y[2])
			at.slips = append(at.slips, s.slips...)
			return at, true
		}
		step *= 0.7
	}
	return at, false
}

// factorAt is the factor on every load with which the street stands with one motor at
// the slip at which it is put, by Newton's steps from the factor and the slips at hand.
func (s *Street) factorAt(duties []Duty, along int, from float64) (factor float64, ok bool) {
	w, factor := &s.work, from
	loads := func(f float64) {
		for i := range duties {
			s.duties[i+1].Load.Share = f * duties[i].Load.Share
		}
	}
	run := s.run
	n := len(run)
	s.miss = foldClose
	defer func() { s.miss = standsFast }()
	loads(factor)
	size := s.residual(s.slips, w.f, -1)
	for range 25 {
		if size < foldMiss {
			return factor, true
		}
		copy(w.trial, s.slips)
		s.miss = sharesHeld
		for c, k := range run {
			if k == along { // its column is the factor's
				for r, i := range run {
					w.jacobian[r][c] = -s.loadNm(i, s.slips[i]) / factor
				}
				continue
			}
			d := 1e-6 * (1e-3 + math.Abs(s.slips[k]))
			here := s.motors[k].standing()
			w.trial[k] += d
			s.residual(w.trial, w.g, k)
			w.trial[k] = s.slips[k]
			s.motors[k].back(here)
			for r, i := range run {
				w.jacobian[r][c] = (w.g[i] - w.f[i]) / d
			}
		}
		s.miss = foldClose
		for r, i := range run {
			w.jacobian[r][n] = -w.f[i]
		}
		if !search.Gauss(w.jacobian[:n], n) {
			return 0, false
		}
		for c, k := range run {
			if k == along {
				factor = math.Max(0.2*factor, math.Min(5*factor, factor+w.jacobian[c][n]))
				continue
			}
			s.slips[k] = math.Max(0, math.Min(0.9, s.slips[k]+math.Max(-0.1, math.Min(0.1, w.jacobian[c][n]))))
		}
		loads(factor)
		size = s.residual(s.slips, w.f, -1)
	}
	return 0, false
}

// How close the shares of a street are taken to their curves, and its torques to what is
// asked, where only the factor is wanted.
const (
	foldClose = 1e-6
	foldMiss  = 1e-4
)

// loadNm is what a shaft's load alone asks at a slip.
func (s *Street) loadNm(i int, slip float64) float64 {
	m := s.motors[i].Model
	return s.duties[i].Load.ShaftNm(m, m.SpeedShare(slip, s.line.Hertz))
}
