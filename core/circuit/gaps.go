package circuit

import "math"

// gaps is every gap field of every machine as a port: what a slip changes stands behind it, and
// all the rest of the circuit before it. So the rest is taken apart once, and each slip after
// it costs a system of two unknowns a machine.
//
// With Z the ohms of a field at its slip, Z₁ those at standstill, which the matrix holds, F the
// amps of the fields and j what a curve takes beside the straight line, the circuit sees at each
// port the volts ε = (Z − Z₁)·F − Z·j beyond its own, and answers F = F₀ + Y·ε. So
// (1 − Y·(Z − Z₁))·F = F₀ − Y·Z·j.
type gaps struct {
	still  []complex128   // the solution with every rotor held
	reply  [][]complex128 // the circuit's answer to one volt at a port, rotors held
	y      []complex128   // gap amps at p from a volt at q, rotors held; row-major
	open   []complex128   // gap amps with every rotor held
	z      []complex128   // ohms of the fields now
	beyond []complex128   // and what of them the matrix does not hold
	amps   []complex128   // of the fields: the solution
	work   []complex128   // 1 − y·beyond, taken apart
	pivot  []int
}

func newGaps(machines, unknowns int) *gaps {
	n := 2 * machines
	g := &gaps{pivot: make([]int, n), reply: make([][]complex128, n)}
	slab := make([]complex128, unknowns*(n+1)+n*(2*n+4))
	take := func(n int) (x []complex128) {
		x, slab = slab[:n:n], slab[n:]
		return x
	}
	g.still, g.y, g.work = take(unknowns), take(n*n), take(n*n)
	g.open, g.z, g.beyond, g.amps = take(n), take(n), take(n), take(n)
	for i := range g.reply {
		g.reply[i] = take(unknowns)
	}
	return g
}

// stand takes the circuit apart with every rotor held. It reports false where it cannot be.
func (s *Solver) stand() bool {
	n, g := s.n, s.gaps
	a := s.work
	copy(a, s.base)
	for i := range s.elements {
		e := &s.elements[i]
		if e.from == e.to {
			continue
		}
		if e.from >= 0 {
			a[e.from*n+e.from] += e.y
		}
		if e.to >= 0 {
			a[e.to*n+e.to] += e.y
		}
		if e.from >= 0 && e.to >= 0 {
			a[e.from*n+e.to] -= e.y
			a[e.to*n+e.from] -= e.y
		}
	}
	if !factor(a, s.pivot, n) {
		return false
	}
	clear(g.still)
	for i := range s.sources {
		src := &s.sources[i]
		sin, cos := math.Sincos(src.PhaseDeg * math.Pi / 180)
		g.still[s.nodeCount+i] = complex(src.VoltsRMS*cos, src.VoltsRMS*sin)
	}
	substitute(a, s.pivot, g.still)
	for i := range s.machines {
		m := &s.machines[i]
		f, b := g.reply[2*i], g.reply[2*i+1]
		clear(f)
		clear(b)
		for k := range m.rows {
			c := &m.rows[k]
			b[m.first+k] = complex(c.share, 0) * c.axis
			f[m.first+k] = complex(c.share*real(c.axis), -c.share*imag(c.axis))
		}
		substitute(a, s.pivot, f)
		substitute(a, s.pivot, b)
	}
	ports := len(g.open)
	for i := range s.machines {
		m := &s.machines[i]
		g.open[2*i], g.open[2*i+1] = m.amps(g.still)
		for q := range ports {
			g.y[2*i*ports+q], g.y[(2*i+1)*ports+q] = m.amps(g.reply[q])
		}
	}
	return true
}

// turn finds the amps of every field at the slips now set, with every curve a straight line.
func (s *Solver) turn() bool {
	g := s.gaps
	for i := range s.machines {
		m := &s.machines[i]
		g.z[2*i], g.z[2*i+1] = m.zf, m.zb
		g.beyond[2*i], g.beyond[2*i+1] = m.zf-m.locked, m.zb-m.locked
	}
	n := len(g.z)
	for p := range n {
		for q := range n {
			g.work[p*n+q] = -g.y[p*n+q] * g.beyond[q]
		}
		g.work[p*n+p]++
	}
	if !factor(g.work, g.pivot, n) {
		return false
	}
	copy(g.amps, g.open)
	substitute(g.work, g.pivot, g.amps)
	return true
}

// answer writes what one ampere, taken by the curve of a field, does to the amps of every field.
func (g *gaps) answer(into []complex128, port int) {
	n := len(into)
	for p := range n {
		into[p] = -g.y[p*n+port] * g.z[port]
	}
	substitute(g.work, g.pivot, into)
}

// close writes the whole solution from the amps of the fields.
func (s *Solver) close() {
	g := s.gaps
	copy(s.x, g.still)
	for i := range s.machines {
		m := &s.machines[i]
		for side, j := range [2]complex128{m.jf, m.jb} {
			at := 2*i + side
			volts := g.beyond[at]*g.amps[at] - g.z[at]*j
			for k, v := range g.reply[at] {
				s.x[k] += volts * v
			}
		}
	}
}
