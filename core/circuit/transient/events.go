package transient

import (
	"math"
	"slices"

	"graybridge/core/search"
)

// holds says whether a load can hold this rotor at standstill.
func (r *runner) holds(m int) bool { return r.set.Rotors[m].Load != Load{} }

// loosen lets standing rotors go whose torque is more than what holds them.
func (r *runner) loosen() {
	for m := range r.stuck {
		if !r.stuck[m] {
			continue
		}
		if t := r.airgap(m, r.y); math.Abs(t) > r.set.Rotors[m].Load.Nm(0) {
			r.stuck[m] = false
			r.heading[m] = math.Copysign(1, t)
			r.derive()
		}
	}
}

// locate finds when inside a step of length h something becomes zero: a
// function of the state, or the current of a named capacitor.
func (r *runner) locate(h float64, of func(y, speed []float64) float64, name ...string) float64 {
	y, speed := make([]float64, len(r.y)), make([]float64, len(r.speed))
	value := func(at float64) float64 {
		if at == 0 {
			copy(y, r.y)
			copy(speed, r.speed)
		} else {
			r.advance(at, y, speed)
		}
		if of != nil {
			return of(y, speed)
		}
		sin, cos := math.Sincos(r.omega * (r.t + at))
		return r.capacitorAmps(name[0], y, speed, sin, cos)
	}
	if value(0) == 0 {
		return 0
	}
	return search.Root(value, 0, h)
}

// openNow takes a capacitor out of the circuit.
func (r *runner) openNow(name string) error {
	amps, volts := r.physical()
	r.open[name] = true
	r.left[name] = volts[name]
	o := Opened{Element: name, TimeS: r.t, Volts: volts[name]}
	if len(r.speed) > 0 {
		o.SpeedRadS = r.speed[0]
	}
	r.result.Opened = append(r.result.Opened, o)
	flux := slices.Clone(r.y[r.net.nq+r.net.nc:])
	return r.rewire(amps, volts, flux)
}

// closeAt makes the joints of a closing.
func (r *runner) closeAt(at float64) error {
	amps, volts := r.physical()
	flux := slices.Clone(r.y[r.net.nq+r.net.nc:])
	r.circuit.Joints = slices.Clone(r.circuit.Joints)
	for _, c := range r.set.Closings {
		if c.AtS == at {
			r.circuit.Joints = append(r.circuit.Joints, c.Joints...)
		}
	}
	return r.rewire(amps, volts, flux)
}
