package transient

import "math"

// capacitorAmps is the current of a capacitor in the circuit at some state.
func (r *runner) capacitorAmps(name string, y, speed []float64, sin, cos float64) float64 {
	net := r.net
	n := net.n
	over := func(row []float64) float64 {
		sum := row[n]*sin + row[n+1]*cos
		for i, x := range y {
			sum += row[i] * x
		}
		return sum
	}
	for i, x := range net.caps {
		if x.name == name {
			return x.farad * over(net.vdot.row(i))
		}
	}
	for d, x := range net.tied {
		if x.name == name {
			row := net.tiedV.row(d)
			// d/dt of (P·v + Q·E)
			sum := (row[n]*cos - row[n+1]*sin) * r.omega
			for i := range net.caps {
				sum += row[net.nq+i] * over(net.vdot.row(i))
			}
			return x.farad * sum
		}
	}
	return 0
}

func (r *runner) coilAmps(m, k int) float64 {
	for l, x := range r.net.coils {
		if x.machine == m && x.coil == k {
			return r.branchAmps(l)
		}
	}
	return 0
}

func (r *runner) elementVolts(i int) float64 {
	e := &r.circuit.Elements[i]
	if r.open[e.Name] {
		return r.left[e.Name]
	}
	for j, x := range r.net.caps {
		if x.element == i {
			return r.y[r.net.nq+j]
		}
	}
	for d, x := range r.net.tied {
		if x.element == i {
			return r.tiedVolts(d)
		}
	}
	for _, x := range r.net.ohms {
		if x.element == i {
			return r.nodeVolts(x.a) - r.nodeVolts(x.b)
		}
	}
	for l, x := range r.net.coils {
		if x.element == i {
			sum := x.ohm * r.branchAmps(l)
			for q, t := range r.net.loops[l] {
				sum += x.henry * t * r.dy[q]
			}
			return sum
		}
	}
	return 0
}

func (r *runner) elementAmps(i int) float64 {
	e := &r.circuit.Elements[i]
	if r.open[e.Name] {
		return 0
	}
	for _, x := range r.net.ohms {
		if x.element == i {
			return r.elementVolts(i) / x.ohm
		}
	}
	for l, x := range r.net.coils {
		if x.element == i {
			return r.branchAmps(l)
		}
	}
	return r.capacitorAmps(e.Name, r.y, r.speed, r.sin, r.cos)
}

// input is one input of the part of the circuit without inductance.
func (r *runner) input(in int) float64 {
	net := r.net
	if in < len(net.coils) {
		return r.branchAmps(in)
	}
	if in -= len(net.coils); in < len(net.tied) {
		return r.capacitorAmps(net.tied[in].name, r.y, r.speed, r.sin, r.cos)
	}
	if in -= len(net.tied); in < net.nc {
		return r.y[net.nq+in]
	}
	w := net.waves[in-net.nc]
	return w.sin*r.sin + w.cos*r.cos
}

// unknown is one answer of it: volts of a node, amps of an ideal source.
func (r *runner) unknown(row int) float64 {
	sum := 0.0
	for in, x := range r.net.response.row(row) {
		if x != 0 {
			sum += x * r.input(in)
		}
	}
	return sum
}

func (r *runner) nodeVolts(node int) float64 { return r.unknown(node) }

func (r *runner) sourceAmps(i int) float64 {
	net := r.net
	for j, x := range net.ideal {
		if x.source == i {
			return r.unknown(net.nodes + j)
		}
	}
	for l, x := range net.coils {
		if x.source == i {
			return r.branchAmps(l)
		}
	}
	for _, x := range net.ohms {
		if x.source == i {
			w := net.waves[i]
			return (r.nodeVolts(x.a) - r.nodeVolts(x.b) + w.sin*r.sin + w.cos*r.cos) / x.ohm
		}
	}
	return math.NaN()
}
