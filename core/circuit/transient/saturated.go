package transient

import (
	"errors"
	"fmt"
	"math"

	"graybridge/core/circuit"
)

// saturated follows a circuit whose machines' main flux bends. The amps are then no
// straight function of the fluxes, so the states that are stepped are the loops' flux
// linkages Λ in the place of their amps; the main flux of every machine follows from
// them and the rotors' fluxes, and the amps from it:
//
//	Λ = M·i + F·ψm        ψm/L2 + im(ψm) = S·i + ψ/L2
//	(S·M⁻¹·F + 1/L2)·ψm + im(ψm) = S·M⁻¹·Λ + ψ/L2
//
// with M the leakage of the loops alone. The left side is the slope of a convex
// function: it has one root, which Newton's method finds from the last one in two or
// three steps. The runner's y keeps amps, so that everything else reads as before.
type saturated struct {
	net    *network
	inv    matrix // M⁻¹
	back   matrix // M⁻¹·F
	sense  matrix // S·M⁻¹
	couple matrix // S·M⁻¹·F
	curves []curve

	psi    []float64 // main fluxes, where the last root was
	right  []float64
	jac    matrix
	room   matrix
	column matrix
	h      matrix
	drive  matrix
	state  []float64 // Λ, v, ψ
	k      [4][]float64
	mid    []float64
	amps   []float64 // over (q, v, ψ) as y
	slope  []float64
}

// curve is the magnetising amps of a main flux, im = ψ·(1/Lm)·(a + (1−a)·x^(n−1)).
type curve struct {
	perHenry, a, half float64
	rated2            float64 // square of the flux at x = 1
}

// errNoRotorLeakage says that a bent main flux wants a leakage of the rotor.
var errNoRotorLeakage = errors.New("x2_ohm is 0; with saturation the time domain wants a rotor leakage above 0")

func curveOf(q circuit.Equivalent) curve {
	c := curve{perHenry: 2 * math.Pi * q.FrequencyHz / q.XmOhm, a: 1, rated2: 1}
	if s := q.Saturation; s != nil {
		c.a, c.half = s.A, (s.N-1)/2
		c.rated2 = 2 * math.Pow(s.RatedGapVoltsRMS/(2*math.Pi*q.FrequencyHz), 2)
	}
	return c
}

// at is im/ψ and how its square grows: im = ψ·g, dim = g·dψ + h·ψ·(ψ·dψ).
func (c *curve) at(x, y float64) (g, h float64) {
	if c.a == 1 {
		return c.perHenry, 0
	}
	size := (x*x + y*y) / c.rated2
	p := circuit.Power(size, c.half)
	g = c.perHenry * (c.a + (1-c.a)*p)
	if size > 1e-18 {
		h = c.perHenry * (1 - c.a) * 2 * c.half * p / (size * c.rated2)
	}
	return g, h
}

func bends(c *circuit.Circuit) bool {
	for i := range c.Machines {
		if s := c.Machines[i].Equivalent.Saturation; s != nil && s.A < 1 {
			return true
		}
	}
	return false
}

func newSaturated(net *network, c *circuit.Circuit) (*saturated, error) {
	nq, n2 := net.nq, 2*net.nm
	s := &saturated{net: net, psi: make([]float64, n2), right: make([]float64, n2), jac: newMatrix(n2, n2),
		room: newMatrix(n2, n2), column: newMatrix(n2, 1), h: newMatrix(n2, n2), drive: newMatrix(n2, 1)}
	for i := range c.Machines {
		if net.machines[i].l2 == 0 {
			return nil, fmt.Errorf("machine %s: %w", c.Machines[i].Name, errNoRotorLeakage)
		}
		s.curves = append(s.curves, curveOf(c.Machines[i].Equivalent))
	}
	s.inv, s.back, s.sense, s.couple = newMatrix(nq, nq), net.link.clone(), newMatrix(n2, nq), newMatrix(n2, n2)
	for q := range nq {
		s.inv.add(q, q, 1)
	}
	solve(net.leak.clone(), s.inv)
	solve(net.leak.clone(), s.back)
	for i := range n2 {
		for q := range nq {
			space := net.space.at(i, q)
			if space == 0 {
				continue
			}
			for p := range nq {
				s.sense.add(i, p, space*s.inv.at(q, p))
			}
			for j := range n2 {
				s.couple.add(i, j, space*s.back.at(q, j))
			}
		}
	}
	for _, x := range []*[]float64{&s.state, &s.mid, &s.amps, &s.slope, &s.k[0], &s.k[1], &s.k[2], &s.k[3]} {
		*x = make([]float64, net.n)
	}
	return s, nil
}

// flux moves s.psi to the root for the right side in s.right; coupled says that the
// loops' linkages are held, else their amps. s.jac is left as the slope there.
func (s *saturated) flux(coupled bool) {
	n := len(s.psi)
	if n == 2 {
		s.fluxOfOne(coupled)
		return
	}
	for range mostNewton {
		s.slopes(coupled)
		for i := range n {
			miss := s.right[i]
			for j := range n {
				miss -= s.value(i, j, coupled) * s.psi[j]
			}
			s.column.v[i] = miss
		}
		copy(s.room.v, s.jac.v)
		solve(s.room, s.column)
		step, most := 0.0, 0.0
		for i := range n {
			s.psi[i] += s.column.v[i]
			step, most = math.Max(step, math.Abs(s.column.v[i])), math.Max(most, math.Abs(s.psi[i]))
		}
		if step <= newtonEnds*most {
			break
		}
	}
}

// mostNewton bounds the steps to a root; each squares the miss, so the last one whose
// step is newtonEnds of the flux leaves nothing that a number of this length shows.
const (
	mostNewton = 40
	newtonEnds = 1e-7
)

// fluxOfOne is flux where there is one machine.
func (s *saturated) fluxOfOne(coupled bool) {
	c := s.curves[0]
	leak := 1 / s.net.machines[0].l2
	kxx, kxy, kyy := leak, 0.0, leak
	if coupled {
		kxx, kxy, kyy = kxx+s.couple.v[0], s.couple.v[1], kyy+s.couple.v[3]
	}
	x, y, bx, by := s.psi[0], s.psi[1], s.right[0], s.right[1]
	for range mostNewton {
		g, h := c.at(x, y)
		fx, fy := bx-(kxx+g)*x-kxy*y, by-kxy*x-(kyy+g)*y
		jxx, jxy, jyy := kxx+g+h*x*x, kxy+h*x*y, kyy+g+h*y*y
		det := 1 / (jxx*jyy - jxy*jxy)
		dx, dy := (jyy*fx-jxy*fy)*det, (jxx*fy-jxy*fx)*det
		x, y = x+dx, y+dy
		s.jac.v[0], s.jac.v[1], s.jac.v[2], s.jac.v[3] = jxx, jxy, jxy, jyy
		if dx*dx+dy*dy <= newtonEnds*newtonEnds*(x*x+y*y) {
			break
		}
	}
	s.psi[0], s.psi[1] = x, y
}

// value is the matrix that turns the main fluxes into the amps they ask, at s.psi.
func (s *saturated) value(i, j int, coupled bool) float64 {
	v := 0.0
	if coupled {
		v = s.couple.at(i, j)
	}
	if i == j {
		m := i / 2
		g, _ := s.curves[m].at(s.psi[2*m], s.psi[2*m+1])
		v += 1/s.net.machines[m].l2 + g
	}
	return v
}

// slopes writes the derivative of that at s.psi.
func (s *saturated) slopes(coupled bool) {
	if coupled {
		copy(s.jac.v, s.couple.v)
	} else {
		clear(s.jac.v)
	}
	for m := range s.curves {
		x, y := s.psi[2*m], s.psi[2*m+1]
		g, h := s.curves[m].at(x, y)
		g += 1 / s.net.machines[m].l2
		s.jac.add(2*m, 2*m, g+h*x*x)
		s.jac.add(2*m, 2*m+1, h*x*y)
		s.jac.add(2*m+1, 2*m, h*x*y)
		s.jac.add(2*m+1, 2*m+1, g+h*y*y)
	}
}

// enter makes the state of a y of amps.
func (s *saturated) enter(y []float64) {
	net := s.net
	copy(s.state, y)
	s.fluxOf(y)
	for q := range net.nq {
		sum := 0.0
		for p := range net.nq {
			sum += net.leak.at(q, p) * y[p]
		}
		for j, x := range s.psi {
			sum += net.link.at(q, j) * x
		}
		s.state[q] = sum
	}
}

// fluxOf moves s.psi to the main fluxes of a y of amps.
func (s *saturated) fluxOf(y []float64) {
	net := s.net
	at := net.nq + net.nc
	for i := range s.psi {
		sum := y[at+i] / net.machines[i/2].l2
		for q := range net.nq {
			sum += net.space.at(i, q) * y[q]
		}
		s.right[i] = sum
	}
	s.flux(false)
}

// leave makes the y of amps of a state; s.psi and s.jac are those of it.
func (s *saturated) leave(state, y []float64) {
	net := s.net
	at := net.nq + net.nc
	for i := range s.psi {
		sum := state[at+i] / net.machines[i/2].l2
		for q := range net.nq {
			sum += s.sense.v[i*net.nq+q] * state[q]
		}
		s.right[i] = sum
	}
	s.flux(true)
	copy(y[net.nq:], state[net.nq:])
	for q := range net.nq {
		sum := 0.0
		for p, x := range s.inv.row(q) {
			sum += x * state[p]
		}
		for j, x := range s.back.row(q) {
			sum -= x * s.psi[j]
		}
		y[q] = sum
	}
}

// airgap is T = −(3/2)·p·Im{ψm*·i_r} at the y of amps that s.psi belongs to.
func (s *saturated) airgap(m int, y []float64) float64 {
	net := s.net
	k, at := net.machines[m], net.nq+net.nc+2*m
	ix, iy := (y[at]-s.psi[2*m])/k.l2, (y[at+1]-s.psi[2*m+1])/k.l2
	return -1.5 * k.polePairs * (s.psi[2*m]*iy - s.psi[2*m+1]*ix)
}

// deriveSaturated gives the derivative of a state and the accelerations. It leaves the
// amps of the state in s.amps.
func (r *runner) deriveSaturated(sin, cos float64, state, speed, dstate, dspeed []float64) {
	s, net := r.sat, r.net
	n, nq, at := net.n, net.nq, net.nq+net.nc
	s.leave(state, s.amps)
	row := func(c []float64) float64 {
		sum := c[n]*sin + c[n+1]*cos
		for i, x := range s.amps {
			sum += c[i] * x
		}
		return sum
	}
	for q := range nq {
		dstate[q] = row(net.loopV.row(q))
	}
	for i := range net.nc {
		dstate[nq+i] = row(net.vdot.row(i))
	}
	deep := false
	for m, k := range net.machines {
		ohm, a := r.rotor(m, speed[m])
		deep = deep || a != 0
		w := speed[m] * k.polePairs
		px, py := s.amps[at+2*m], s.amps[at+2*m+1]
		ix, iy := (px-s.psi[2*m])/k.l2, (py-s.psi[2*m+1])/k.l2
		dstate[at+2*m], dstate[at+2*m+1] = -w*py-ohm*ix, w*px-ohm*iy
		rotor := &r.set.Rotors[m]
		if rotor.Held || r.stuck[m] {
			dspeed[m] = 0
			continue
		}
		opposing := r.heading[m] * rotor.Load.Nm(max(0, speed[m]*r.heading[m]))
		torque := -1.5 * k.polePairs * (s.psi[2*m]*iy - s.psi[2*m+1]*ix)
		dspeed[m] = (torque - opposing) / rotor.InertiaKgM2
	}
	if deep {
		r.deepBar(speed, dstate)
	}
}

// advanceSaturated is advance for a circuit whose main flux bends.
func (r *runner) advanceSaturated(h float64, y, speed []float64) {
	s := r.sat // its state and first slope are those of the present moment
	ms, mc := math.Sincos(r.omega * (r.t + h/2))
	es, ec := math.Sincos(r.omega * (r.t + h))
	for i, at := range [3]struct{ part, sin, cos float64 }{{h / 2, ms, mc}, {h / 2, ms, mc}, {h, es, ec}} {
		for j := range s.mid {
			s.mid[j] = s.state[j] + at.part*s.k[i][j]
		}
		for m := range r.midSpeed {
			r.midSpeed[m] = r.speed[m] + at.part*r.ks[i][m]
		}
		r.deriveSaturated(at.sin, at.cos, s.mid, r.midSpeed, s.k[i+1], r.ks[i+1])
	}
	for i := range s.mid {
		s.mid[i] = s.state[i] + h/6*(s.k[0][i]+2*s.k[1][i]+2*s.k[2][i]+s.k[3][i])
	}
	for m := range speed {
		speed[m] = r.speed[m] + h/6*(r.ks[0][m]+2*r.ks[1][m]+2*r.ks[2][m]+r.ks[3][m])
	}
	s.leave(s.mid, y)
}

// settleSaturated writes the derivatives at the present moment, those of the loops'
// amps by M·di/dt = dΛ/dt − F·dψm/dt.
func (r *runner) settleSaturated() {
	s, net := r.sat, r.net
	s.enter(r.y)
	r.deriveSaturated(r.sin, r.cos, s.state, r.speed, s.k[0], r.ks[0])
	copy(r.dy, s.k[0])
	copy(r.dspeed, r.ks[0])
	if !r.slopes {
		return
	}
	nq, at := net.nq, net.nq+net.nc
	for i := range s.psi {
		sum := r.dy[at+i] / net.machines[i/2].l2
		for q := range nq {
			sum += s.sense.v[i*nq+q] * r.dy[q]
		}
		s.column.v[i] = sum
	}
	copy(s.room.v, s.jac.v)
	solve(s.room, s.column)
	for q := range nq {
		sum := 0.0
		for p := range nq {
			sum += s.inv.at(q, p) * r.dy[p]
		}
		for j := range s.psi {
			sum -= s.back.at(q, j) * s.column.v[j]
		}
		s.slope[q] = sum
	}
	copy(r.dy, s.slope[:nq])
}
