package circuit

import "math"

// Saturation is the curve of the main flux of a machine. With x the gap flux over
// the flux that RatedGapVoltsRMS makes at the equivalent's own hertz, the
// magnetising amps are those of Xm at x = 1 times
//
//	a·x + (1−a)·x^n
//
// in phase with the flux whatever its direction. A = 1 is the straight line.
type Saturation struct {
	A                float64 `json:"a" limit:">0"`
	N                float64 `json:"n" limit:">0"`
	RatedGapVoltsRMS float64 `json:"rated_gap_volts_rms" limit:">0"`
}

// The curve that is taken where nobody measured one, for planning: 10 % more volts
// ask 1.27 times the magnetising amps, 20 % more 1.7 times.
const (
	PlanningA = 0.8
	PlanningN = 7
)

// Steepest is the greatest exponent that is solved.
const Steepest = 25

// Factor is the magnetising amps at a circular flux x over those of the straight line.
func (c Saturation) Factor(x float64) float64 { return c.A + (1-c.A)*Power(x*x, (c.N-1)/2) }

func (v *checker) saturation(w string, c *Saturation) {
	if c == nil {
		return
	}
	if !(c.A > 0 && c.A <= 1) {
		v.add(w+".a", number(c.A), "a number above 0 and at most 1")
	}
	if !(c.N > 1 && c.N <= Steepest) {
		v.add(w+".n", number(c.N), "a number above 1 and at most 25")
	}
	v.positive(w+".rated_gap_volts_rms", c.RatedGapVoltsRMS)
}

// Ellipse is the curve under a forward and a backward field together. The flux then
// runs round an ellipse, |1 + e^(jφ)…|² = u + v + 2√(uv)·cos φ with u and v the squares
// of the two fields over the rated one, and the fundamental of its magnetising amps is
// each field times a real factor: the slope of
//
//	U(u, v) = 1/q · mean over φ of |·|^2q = 1/q · Σ (q over k)²·u^(q−k)·v^k,   q = (n+1)/2
//
// along it, for u ≥ v (harmonic balance at the fundamental; the mean of a binomial's
// square). The sum ends for an odd n.
type Ellipse struct {
	a, q  float64
	coeff [most]float64 // (q over k)²
	reach [most]float64 // the greatest v/u for which the terms from here on say nothing
	terms int
}

// nothing is what a term may be beside the first and not change a figure.
const nothing = 1e-19

const most = 24

// Ellipse makes the curve ready for two fields.
func (c *Saturation) Ellipse() Ellipse {
	e := Ellipse{a: c.A, q: (c.N + 1) / 2}
	choose := 1.0
	for k := range most {
		if choose == 0 {
			break
		}
		e.coeff[k] = choose * choose
		e.terms = k + 1
		if k > 0 { // the second derivative has the k-th term k² times
			e.reach[k] = math.Pow(nothing/(e.coeff[k]*float64(k*k)), 1/float64(k))
		}
		choose *= (e.q - float64(k)) / float64(k+1)
		if math.Abs(choose) < 1e-12 {
			choose = 0
		}
	}
	return e
}

// Shares are the factors over the bend: a field E asks E/(jXm)·(a + (1−a)·share). u and v
// are the squares of the forward and backward gap volts over the rated ones.
func (e *Ellipse) Shares(u, v float64) (forward, backward float64) {
	s := e.slopes(u, v)
	return s.u, s.v
}

// slopes are U's first and second derivatives.
type slopes struct{ u, v, uu, uv, vv float64 }

func (e *Ellipse) slopes(u, v float64) slopes {
	if v > u {
		s := e.slopes(v, u)
		return slopes{s.v, s.u, s.vv, s.uv, s.uu}
	}
	if u < 1e-12 {
		return slopes{}
	}
	t := v / u
	var s, d, dd float64
	terms := e.terms
	for terms > 3 && t < e.reach[terms-1] {
		terms--
	}
	for k := terms - 1; k >= 0; k-- { // Horner, with both derivatives
		dd = dd*t + 2*d
		d = d*t + s
		s = s*t + e.coeff[k]
	}
	g, slope := s-t*d/e.q, d-d/e.q-t*dd/e.q
	low := Power(u, e.q-2)
	return slopes{u: low * u * g, v: low * u * d / e.q,
		uu: low * ((e.q-1)*g - t*slope), uv: low * slope, vv: low * dd / e.q}
}

// Power is x^p for x ≥ 0, quick where p is a small whole number, and to some units of the last
// place where it is not.
func Power(x, p float64) float64 {
	if whole := int(p); float64(whole) == p && whole >= 0 && whole <= 12 {
		out := 1.0
		for range whole {
			out *= x
		}
		return out
	}
	return math.Exp(p * math.Log(x))
}

// gap is what a machine with a curve carries beside the linear solution.
type gap struct {
	Ellipse
	b      float64 // siemens of the straight line at the circuit's hertz
	rated2 float64 // square of the gap volts that make the rated flux
}

// ports is the working room of a Solver whose machines saturate: each gap field of
// each such machine is a port into the linear rest, into which the amps that the
// curve asks beyond the straight line are fed.
type ports struct {
	of    []int          // machine of each pair of ports
	reply [][]complex128 // the gap amps of every field from one ampere at a port
	t     []complex128   // gap volts at p from an ampere at q
	open  []complex128   // gap volts with none
	e     []complex128
	j     []complex128
	trial []complex128
	kept  []complex128
	slope []slopes // of the machines, at e
	real  []float64
	right []float64
}

func newPorts(of []int, machines int) *ports {
	n := 2 * len(of)
	p := &ports{of: of, slope: make([]slopes, len(of)), real: make([]float64, 4*n*n), right: make([]float64, 2*n),
		reply: make([][]complex128, n)}
	slab := make([]complex128, n*n+5*n+n*2*machines)
	take := func(n int) (x []complex128) {
		x, slab = slab[:n:n], slab[n:]
		return x
	}
	p.t, p.open, p.e, p.j, p.trial, p.kept = take(n*n), take(n), take(n), take(n), take(n), take(n)
	for i := range p.reply {
		p.reply[i] = take(2 * machines)
	}
	return p
}

// saturate finds the amps that the curves ask beside the straight line, and puts what they
// do to every gap into s.gaps.amps. It reports false where no flux was found that holds.
func (s *Solver) saturate() bool {
	g, p := s.gaps, s.ports
	n := 2 * len(p.of)
	for i, mi := range p.of {
		for side := range 2 {
			g.answer(p.reply[2*i+side], 2*mi+side)
		}
	}
	for i, mi := range p.of {
		for side := range 2 {
			at, z := 2*mi+side, g.z[2*mi+side]
			p.open[2*i+side] = g.amps[at] * z
			for q := range n {
				f := p.reply[q][at]
				if q == 2*i+side {
					f--
				}
				p.t[(2*i+side)*n+q] = f * z
			}
		}
	}
	copy(p.e, p.open)
	if !s.balance(1) && !s.elsewhere() {
		return false
	}
	for q, j := range p.j {
		for i, v := range p.reply[q] {
			g.amps[i] += j * v
		}
	}
	for i, mi := range p.of {
		m := &s.machines[mi]
		m.jf, m.jb = p.j[2*i], p.j[2*i+1]
	}
	return true
}

// elsewhere looks for the balance from other beginnings, where the straight line's gap volts
// lead nowhere (near resonance they are many times the iron's): sizes and phases around the
// rated flux, then from the straight line to the curve in steps, each flux beginning the
// next.
func (s *Solver) elsewhere() bool {
	p := s.ports
	for _, size := range [...]float64{1, 0.6, 1.3, 0.3} {
		for _, turn := range [...]complex128{1, 1i, -1i, -1} {
			for i, mi := range p.of {
				rated := math.Sqrt(s.machines[mi].gap.rated2)
				for side := range 2 {
					at := 2*i + side
					if e := math.Sqrt(square(p.open[at])); e > 0 {
						p.e[at] = p.open[at] * turn * complex(size*rated/e, 0)
					}
				}
			}
			if s.balance(1) {
				return true
			}
		}
	}
	copy(p.e, p.open)
	for part, step := 0.0, 0.02; part < 1; {
		next := math.Min(1, part+step)
		copy(p.kept, p.e)
		if s.balance(next) {
			part, step = next, 2*step
			continue
		}
		copy(p.e, p.kept)
		if step /= 2; step < 1e-4 {
			return false
		}
	}
	return true
}

// balance finds the gap volts e = open + T·j(e) by Newton's method, with part of the
// curve's bend. e holds the beginning and the answer.
func (s *Solver) balance(part float64) bool {
	p := s.ports
	n := 2 * len(p.of)
	scale := 0.0
	for _, mi := range p.of {
		scale = max(scale, s.machines[mi].gap.rated2)
	}
	size := s.ask(p.e, part)
	for range 60 {
		if size <= 1e-20*scale {
			return true
		}
		s.linearise(part)
		if !gauss(p.real, p.right) {
			return false
		}
		damp, before := 1.0, size
		for range 12 {
			for i := range n {
				p.trial[i] = p.e[i] - complex(damp*p.right[2*i], damp*p.right[2*i+1])
			}
			if size = s.ask(p.trial, part); size < before {
				break
			}
			damp /= 2
		}
		if !(size < before) {
			s.ask(p.e, part)
			return before <= 1e-16*scale // as near as numbers of this length come
		}
		copy(p.e, p.trial)
	}
	return size <= 1e-16*scale
}

// ask writes the amps that the curves want at some gap volts, and in right what the
// circuit then misses; it returns the square of that.
func (s *Solver) ask(e []complex128, part float64) (size float64) {
	p := s.ports
	n := 2 * len(p.of)
	for i, mi := range p.of {
		g := &s.machines[mi].gap
		w := g.slopes(square(e[2*i])/g.rated2, square(e[2*i+1])/g.rated2)
		p.slope[i] = w
		k := part * (1 - g.a) * g.b
		p.j[2*i] = complex(0, -k*(w.u-1)) * e[2*i]
		p.j[2*i+1] = complex(0, -k*(w.v-1)) * e[2*i+1]
	}
	for r := range n {
		miss := e[r] - p.open[r]
		for q := range n {
			miss -= p.t[r*n+q] * p.j[q]
		}
		p.right[2*r], p.right[2*r+1] = real(miss), imag(miss)
		size += square(miss)
	}
	return size
}

// linearise writes the real matrix of ask at e.
func (s *Solver) linearise(part float64) {
	p := s.ports
	n := 2 * len(p.of)
	a := p.real
	clear(a)
	for i := range 2 * n {
		a[i*2*n+i] = 1
	}
	for i, mi := range p.of {
		g, w := &s.machines[mi].gap, p.slope[i]
		f, b := p.e[2*i], p.e[2*i+1]
		k := part * (1 - g.a) * g.b
		u, v := k*(w.u-1), k*(w.v-1)
		uu, uv, vv := 2*k*w.uu/g.rated2, 2*k*w.uv/g.rated2, 2*k*w.vv/g.rated2
		// what the curve's amps become per volt of the real and the imaginary part of f and b,
		// each of the two fields, without the factor −j
		by := [4][2]complex128{
			{complex(u, 0) + complex(uu*real(f), 0)*f, complex(uv*real(f), 0) * b},
			{complex(0, u) + complex(uu*imag(f), 0)*f, complex(uv*imag(f), 0) * b},
			{complex(uv*real(b), 0) * f, complex(v, 0) + complex(vv*real(b), 0)*b},
			{complex(uv*imag(b), 0) * f, complex(0, v) + complex(vv*imag(b), 0)*b},
		}
		for r := range n {
			tf, tb := p.t[r*n+2*i], p.t[r*n+2*i+1]
			re, im := a[2*r*2*n+4*i:][:4], a[(2*r+1)*2*n+4*i:][:4]
			for col := range by {
				d := tf*by[col][0] + tb*by[col][1]
				re[col] -= imag(d)
				im[col] += real(d)
			}
		}
	}
}
