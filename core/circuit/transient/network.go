package transient

import (
	"errors"
	"fmt"
	"math"

	"graybridge/core/circuit"
)

// branch is a two-ended part between merged nodes; its current counts from a to
// b inside it, its volts are a against b.
type branch struct {
	name    string
	a, b    int
	ohm     float64
	henry   float64
	farad   float64
	source  int // index of the source whose electromotive force acts in it, else -1
	machine int // of a coil, else -1
	coil    int
	element int // index in the circuit's elements, else -1
}

// network is a circuit with every dependent current and volt eliminated, for
// one position of its switches. The independent states are
//
//	q   amps of the inductive branches that close loops (links)
//	v   volts of the capacitors that are not fixed by others and the sources
//	ψ   rotor flux of each machine, stationary frame, two numbers each
//
// in this order; with the speeds ω they obey
//
//	dy/dt = (A0 + Σ ωr·A1) y + B·(sin ωt, cos ωt)
type network struct {
	nodes int
	ideal []branch // ideal sources
	caps  []branch // independent capacitors, a state each
	tied  []branch // capacitors whose volts follow from others'
	ohms  []branch // resistors and sources with resistance alone
	coils []branch // inductive branches: coils, inductors, sources with reactance

	links    []int       // the branch that closes each loop
	loops    [][]float64 // amps of inductive branch l per amp of loop q: loops[l][q]
	response matrix      // unknowns (node volts, ideal amps, capacitor amps) per input
	inputs   int         // inductive amps, tied amps, capacitor volts, source volts

	machines []rotorConstants
	waves    []wave

	nq, nc, nm, n int

	// Rows of the linear derivative, constant for the network.
	vdot  matrix // nc × (n + 2): dv/dt
	loopV matrix // nq × (n + 2): what drives the loops
	mass  matrix // nq × nq: inductance seen by the loops
	leak  matrix // nq × nq: the leakage alone of it
	link  matrix // nq × 2nm: loop flux per main flux
	flux  matrix // nq × 2nm: loop flux per rotor flux
	space matrix // 2nm × nq: stator space vector per loop amp
	tiedV matrix // volts of tied capacitors over (v, sin, cos)
}

// wave is one source, √2·V·sin(ωt + φ), as parts of sin ωt and cos ωt.
type wave struct{ sin, cos float64 }

type rotorConstants struct {
	lm, l2, lr, r2, r2Standstill float64
	polePairs                    float64
}

// mostParts bounds the circuits that are followed: their matrices are dense.
const mostParts = 300

// ErrNoFiniteCurrent says that closing the circuit would need an infinite
// current: a capacitor straight across an ideal source, or onto other volts.
var ErrNoFiniteCurrent = errors.New("has no finite current: give the source or the wire some ohms")

type forest []int

func newForest(n int) forest {
	f := make(forest, n)
	for i := range f {
		f[i] = i
	}
	return f
}

func (f forest) find(a int) int {
	for f[a] != a {
		f[a] = f[f[a]]
		a = f[a]
	}
	return a
}

func (f forest) join(a, b int) bool {
	a, b = f.find(a), f.find(b)
	f[a] = b
	return a != b
}

// build eliminates for the circuit with the named capacitors open.
func build(c *circuit.Circuit, open map[string]bool) (*network, error) {
	w := &network{}
	number := circuit.Number(c)
	at := func(name string) int { return number[name] + 1 } // the reference is 0
	for _, i := range number {
		w.nodes = max(w.nodes, i+2)
	}
	w.nodes = max(w.nodes, 1)
	if parts := w.nodes + len(c.Sources) + len(c.Elements); parts > mostParts {
		return nil, circuit.ValueError{Where: "circuit", Found: fmt.Sprintf("%d nodes, sources and elements", parts),
			Wanted: fmt.Sprintf("at most %d", mostParts)}
	}
	for i, s := range c.Sources {
		x := branch{name: s.Name, a: at(s.To), b: at(s.From), ohm: s.ResistanceOhm,
			henry: s.ReactanceOhm / (2 * math.Pi * c.FrequencyHz), source: i, machine: -1, element: -1}
		sin, cos := math.Sincos(s.PhaseDeg * math.Pi / 180)
		w.waves = append(w.waves, wave{math.Sqrt2 * s.VoltsRMS * cos, math.Sqrt2 * s.VoltsRMS * sin})
		switch {
		case x.henry > 0:
			w.coils = append(w.coils, x)
		case x.ohm > 0:
			w.ohms = append(w.ohms, x)
		default:
			w.ideal = append(w.ideal, x)
		}
	}
	var capacitors []branch
	for i, e := range c.Elements {
		x := branch{name: e.Name, a: at(e.From), b: at(e.To), source: -1, machine: -1, element: i}
		switch e.Kind {
		case circuit.Capacitor:
			x.farad = e.Microfarad * 1e-6
			if !open[e.Name] && x.a != x.b {
				capacitors = append(capacitors, x)
			}
		case circuit.Resistor:
			if x.ohm = e.Ohm; x.a != x.b {
				w.ohms = append(w.ohms, x)
			}
		case circuit.Inductor:
			x.ohm, x.henry = e.Ohm, e.Millihenry*1e-3
			w.coils = append(w.coils, x)
		}
	}
	for i, m := range c.Machines {
		q := m.Equivalent
		rated := 2 * math.Pi * q.FrequencyHz
		if !(q.X1Ohm > 0) {
			return nil, fmt.Errorf("machine %s: x1_ohm is 0; the time domain wants a leakage above 0", m.Name)
		}
		r := rotorConstants{lm: q.XmOhm / rated, l2: q.X2Ohm / rated, r2: q.R2Ohm, r2Standstill: q.R2StandstillOhm,
			polePairs: float64(q.Poles) / 2}
		r.lr = r.lm + r.l2
		w.machines = append(w.machines, r)
		for k, coil := range m.Coils {
			w.coils = append(w.coils, branch{name: coil.Name, a: at(coil.Start), b: at(coil.Finish),
				ohm: coil.Share * q.R1Ohm, henry: coil.Share * q.X1Ohm / rated, source: -1, machine: i, coil: k,
				element: -1})
		}
	}
	w.nm = len(w.machines)
	if err := w.eliminate(capacitors); err != nil {
		return nil, err
	}
	w.assemble(c)
	if !w.inertial() {
		return nil, errors.New("two branches without any inductance carry the same loop; give one of them some ohms " +
			"or millihenry")
	}
	return w, nil
}

// eliminate chooses the independent states: ideal sources first, then
// capacitors, resistors and inductive branches, each as far as it closes no
// loop; an inductive branch that closes one is a state of its own.
func (w *network) eliminate(capacitors []branch) error {
	f := newForest(w.nodes)
	for _, x := range w.ideal {
		if !f.join(x.a, x.b) {
			return fmt.Errorf("source %s: %w", x.name, circuit.ErrUnsolvable)
		}
	}
	ideal := append(forest{}, f...)
	for _, x := range capacitors {
		switch {
		case ideal.find(x.a) == ideal.find(x.b):
			return fmt.Errorf("capacitor %s, straight across an ideal source, %w", x.name, ErrNoFiniteCurrent)
		case f.join(x.a, x.b):
			w.caps = append(w.caps, x)
		default:
			w.tied = append(w.tied, x)
		}
	}
	for _, x := range w.ohms {
		f.join(x.a, x.b)
	}
	// Parts that only inductive branches connect: one node of each is taken as
	// the part's own reference.
	part := append(forest{}, f...)
	type edge struct{ to, branch int }
	tree := map[int][]edge{}
	var links []int
	for l, x := range w.coils {
		a, b := part.find(x.a), part.find(x.b)
		if f.join(x.a, x.b) {
			tree[a] = append(tree[a], edge{b, l})
			tree[b] = append(tree[b], edge{a, l})
		} else {
			links = append(links, l)
		}
	}
	w.links = links
	w.nq, w.nc = len(links), len(w.caps)
	w.n = w.nq + w.nc + 2*w.nm
	w.loops = make([][]float64, len(w.coils))
	for l := range w.loops {
		w.loops[l] = make([]float64, w.nq)
	}
	var path func(from, to, came int, visit func(l int)) bool
	path = func(from, to, came int, visit func(l int)) bool {
		if from == to {
			return true
		}
		for _, e := range tree[from] {
			if e.branch != came && path(e.to, to, e.branch, visit) {
				visit(e.branch)
				return true
			}
		}
		return false
	}
	for q, l := range links {
		w.loops[l][q] = 1
		// The loop's amps return from b to a through the tree.
		at := part.find(w.coils[l].b)
		var back []int
		path(at, part.find(w.coils[l].a), -1, func(t int) { back = append(back, t) })
		for i := len(back) - 1; i >= 0; i-- {
			t := back[i]
			if part.find(w.coils[t].a) == at {
				w.loops[t][q]++
				at = part.find(w.coils[t].b)
			} else {
				w.loops[t][q]--
				at = part.find(w.coils[t].a)
			}
		}
	}
	return w.respond(part)
}

// respond solves the part of the circuit without inductance for its inputs:
// unknowns are node volts (each part against a node of its own), amps of ideal
// sources and amps of the independent capacitors.
func (w *network) respond(part forest) error {
	nv := len(w.ideal)
	size := w.nodes + nv + w.nc
	w.inputs = len(w.coils) + len(w.tied) + w.nc + len(w.waves)
	a, b := newMatrix(size, size), newMatrix(size, w.inputs)
	current := func(x branch, col int, m matrix, sign float64) { // a current from a to b enters Kirchhoff's sums
		m.add(x.a, col, sign)
		m.add(x.b, col, -sign)
	}
	for _, x := range w.ohms {
		g := 1 / x.ohm
		a.add(x.a, x.a, g)
		a.add(x.b, x.b, g)
		a.add(x.a, x.b, -g)
		a.add(x.b, x.a, -g)
		if x.source >= 0 { // e_a − e_b = −E + R·i
			col := w.inputs - len(w.waves) + x.source
			b.add(x.a, col, -g)
			b.add(x.b, col, g)
		}
	}
	for i, x := range w.ideal {
		row := w.nodes + i
		current(x, row, a, 1)
		a.add(row, x.a, 1)
		a.add(row, x.b, -1)
		b.add(row, w.inputs-len(w.waves)+x.source, -1)
	}
	for i, x := range w.caps {
		row := w.nodes + nv + i
		current(x, row, a, 1)
		a.add(row, x.a, 1)
		a.add(row, x.b, -1)
		b.add(row, len(w.coils)+len(w.tied)+i, 1)
	}
	for l, x := range w.coils {
		current(x, l, b, -1)
	}
	for d, x := range w.tied {
		current(x, len(w.coils)+d, b, -1)
	}
	for node := range w.nodes {
		if part.find(node) == node { // the part's reference stands at 0
			a.clearRow(node)
			b.clearRow(node)
			a.add(node, node, 1)
		}
	}
	if !solve(a, b) {
		return circuit.ErrUnsolvable
	}
	w.response = b
	return nil
}

// assemble writes the constant rows of the derivative.
//
// Long: one elimination, written in the order of its equations.
func (w *network) assemble(c *circuit.Circuit) {
	omega := 2 * math.Pi * c.FrequencyHz
	cols := w.n + 2
	nl, nd := len(w.coils), len(w.tied)
	vAt, eAt := nl+nd, nl+nd+w.nc
	sinAt, cosAt := w.n, w.n+1
	// over turns one response row into a row over (q, v, ψ, sin, cos), leaving
	// out the amps of the tied capacitors, which come back as a row of their own.
	over := func(row func(input int) float64) []float64 {
		out := make([]float64, cols)
		for l := range nl {
			if r := row(l); r != 0 {
				for q := range w.nq {
					out[q] += r * w.loops[l][q]
				}
			}
		}
		for i := range w.nc {
			out[w.nq+i] += row(vAt + i)
		}
		for s, wv := range w.waves {
			out[sinAt] += row(eAt+s) * wv.sin
			out[cosAt] += row(eAt+s) * wv.cos
		}
		return out
	}
	across := func(x branch) func(int) float64 {
		return func(in int) float64 { return w.response.at(x.a, in) - w.response.at(x.b, in) }
	}
	// Tied capacitors: v = P·v + Q·E, hence their dv/dt.
	w.tiedV = newMatrix(nd, cols)
	for d, x := range w.tied {
		copy(w.tiedV.row(d), over(across(x)))
	}
	// (Ct − Rd·Cd·P) dv/dt = Rl·i + Rv·v + Re·E + Rd·Cd·Q·dE/dt
	lhs := newMatrix(w.nc, w.nc)
	w.vdot = newMatrix(w.nc, cols)
	for i, x := range w.caps {
		row := w.nodes + len(w.ideal) + i
		lhs.add(i, i, x.farad)
		copy(w.vdot.row(i), over(func(in int) float64 { return w.response.at(row, in) }))
		for d, t := range w.tied {
			r := w.response.at(row, nl+d) * t.farad
			for j := range w.nc {
				lhs.add(i, j, -r*w.tiedV.at(d, w.nq+j))
			}
			// d/dt of sin is ω·cos, of cos −ω·sin
			w.vdot.add(i, cosAt, r*w.tiedV.at(d, sinAt)*omega)
			w.vdot.add(i, sinAt, -r*w.tiedV.at(d, cosAt)*omega)
		}
	}
	solve(lhs, w.vdot)
	// Amps of the tied capacitors over the states, to put them back.
	tiedAmps := newMatrix(nd, cols)
	for d, t := range w.tied {
		for j := range w.nc {
			p := t.farad * w.tiedV.at(d, w.nq+j)
			for k := range cols {
				tiedAmps.add(d, k, p*w.vdot.at(j, k))
			}
		}
		tiedAmps.add(d, cosAt, t.farad*w.tiedV.at(d, sinAt)*omega)
		tiedAmps.add(d, sinAt, -t.farad*w.tiedV.at(d, cosAt)*omega)
	}
	full := func(row func(int) float64) []float64 {
		out := over(row)
		for d := range nd {
			if r := row(nl + d); r != 0 {
				for k := range cols {
					out[k] += r * tiedAmps.at(d, k)
				}
			}
		}
		return out
	}
	w.mass, w.flux, w.space = newMatrix(w.nq, w.nq), newMatrix(w.nq, 2*w.nm), newMatrix(2*w.nm, w.nq)
	w.link = newMatrix(w.nq, 2*w.nm)
	w.loopV = newMatrix(w.nq, cols)
	for l, x := range w.coils {
		drive := full(across(x))
		for q := range w.nq {
			drive[q] -= x.ohm * w.loops[l][q]
		}
		if x.source >= 0 {
			drive[sinAt] += w.waves[x.source].sin
			drive[cosAt] += w.waves[x.source].cos
		}
		for q := range w.nq {
			t := w.loops[l][q]
			if t == 0 {
				continue
			}
			for k := range cols {
				w.loopV.add(q, k, t*drive[k])
			}
			for p := range w.nq {
				w.mass.add(q, p, t*x.henry*w.loops[l][p])
			}
		}
		if x.machine < 0 {
			continue
		}
		m := x.machine
		coil := c.Machines[m].Coils[x.coil]
		sin, cos := math.Sincos(coil.AxisDeg * math.Pi / 180)
		k := w.machines[m]
		for q := range w.nq {
			t := w.loops[l][q] * coil.Share
			w.link.add(q, 2*m, t*cos)
			w.link.add(q, 2*m+1, t*sin)
			w.flux.add(q, 2*m, t*cos*k.lm/k.lr)
			w.flux.add(q, 2*m+1, t*sin*k.lm/k.lr)
			w.space.add(2*m, q, 2./3*t*cos)
			w.space.add(2*m+1, q, 2./3*t*sin)
		}
	}
	w.leak = w.mass.clone()
	// The gap's share of the loops' inductance: ⅔·Lσ·Nk·Nj·cos(θk − θj).
	for m, k := range w.machines {
		sigma := k.lm * k.l2 / k.lr * 1.5
		for q := range w.nq {
			for p := range w.nq {
				w.mass.add(q, p, sigma*(w.space.at(2*m, q)*w.space.at(2*m, p)+w.space.at(2*m+1, q)*w.space.at(2*m+1,
					p)))
			}
		}
	}
}
