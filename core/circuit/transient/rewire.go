package transient

import (
	"fmt"
	"math"
)

// physical reads the amps of every inductive branch and the volts of every
// capacitor by name, to carry them over a change of the circuit.
func (r *runner) physical() (amps, volts map[string]float64) {
	amps, volts = map[string]float64{}, map[string]float64{}
	for l, x := range r.net.coils {
		amps[x.name] = r.branchAmps(l)
	}
	for i, x := range r.net.caps {
		volts[x.name] = r.y[r.net.nq+i]
	}
	for d, x := range r.net.tied {
		volts[x.name] = r.tiedVolts(d)
	}
	return amps, volts
}

// rewire eliminates the circuit anew and carries over what is stored in it.
func (r *runner) rewire(amps, volts map[string]float64, flux []float64) error {
	net, err := build(&r.circuit, r.open)
	if err != nil {
		return err
	}
	r.net = net
	if bends(&r.circuit) {
		if r.sat, err = newSaturated(net, &r.circuit); err != nil {
			return err
		}
	}
	n := net.n
	r.y, r.dy, r.mid, r.next = make([]float64, n), make([]float64, n), make([]float64, n), make([]float64, n)
	for i := range r.k {
		r.k[i] = make([]float64, n)
	}
	r.sin, r.cos = math.Sincos(r.omega * r.t)
	// A loop's amps are those of the branch that closes it.
	for q, l := range net.links {
		r.y[q] = amps[net.coils[l].name]
	}
	for i, x := range net.caps {
		r.y[net.nq+i] = volts[x.name]
	}
	copy(r.y[net.nq+net.nc:], flux)
	for d, x := range net.tied {
		if have, must := volts[x.name], r.tiedVolts(d); math.Abs(have-must) > 1e-6*(1+math.Abs(must)) {
			return fmt.Errorf("capacitor %s, with %.4g V on it and %.4g V closed onto it, %w", x.name, have, must,
				ErrNoFiniteCurrent)
		}
	}
	r.a0, r.turn = newMatrix(n, n+2), newMatrix(n, 2*net.nm)
	r.work.left, r.work.right = newMatrix(net.nq+2*net.nm, net.nq+2*net.nm), newMatrix(net.nq+2*net.nm, n+2+2*net.nm)
	r.built, r.builtOnce = make([]float64, net.nm), false
	r.assemble(r.speed)
	rho := 0.0
	square := newMatrix(n, n)
	for _, forward := range []float64{0, 1} {
		for i := range n {
			copy(square.row(i), r.a0.row(i)[:n])
		}
		at := net.nq + net.nc
		for m := range net.nm {
			w := forward * r.omega
			for i := range n {
				square.add(i, at+2*m+1, -w*r.turn.at(i, 2*m))
				square.add(i, at+2*m, w*r.turn.at(i, 2*m+1))
			}
		}
		rho = max(rho, radius(square))
	}
	if !(rho < fastest) {
		return errStiff
	}
	if most := 2 / rho; r.step > most {
		period := 2 * math.Pi / r.omega
		r.step = period / math.Ceil(period/most)
		if r.set.EndS/r.step > mostSteps {
			return errStiff
		}
	}
	r.derive()
	return nil
}
