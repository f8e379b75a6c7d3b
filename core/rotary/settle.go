package rotary

import (
	"math"
	"math/cmplx"
	"slices"

	"graybridge/core/machine"
	"graybridge/core/search"
)

// Settle solves the street for what each machine does; duties has one for each
// machine. The speeds found are the stable ones nearest synchronous.
func (s *Street) Settle(duties []Duty) State {
	s.take(duties)
	falls := s.settle()
	return s.state(falls)
}

// take notes the duties; the idler always runs, with nothing on its shaft.
func (s *Street) take(duties []Duty) {
	s.duties[0] = Duty{Mode: Running, Load: machine.Load{Kind: machine.NoLoad}}
	copy(s.duties[1:], duties)
	for i := len(duties) + 1; i < len(s.duties); i++ {
		s.duties[i] = Duty{}
	}
	s.active, s.run = s.active[:0], s.run[:0]
	for i, d := range s.duties {
		if d.Mode != Off {
			s.active = append(s.active, i)
		}
		if d.Mode == Running {
			s.run = append(s.run, i)
		}
	}
}

// Nobody falls out.
const nobody = -2

// settle finds the slips; it returns the motor that finds none (0 the idler), or nobody.
func (s *Street) settle() (falls int) {
	s.begin()
	if s.newton(s.close()) && s.nearest() {
		s.keep()
		return nobody
	}
	return s.climb()
}

// begin stands every motor where its speed is looked for first: where the last state left it,
// else by its load.
func (s *Street) begin() {
	for i := range s.slips {
		switch {
		case s.duties[i].Mode == Standing:
			s.slips[i] = 1
		case s.warm[i] > 0 && s.warm[i] < 0.3:
			s.slips[i] = s.warm[i]
		case i == 0:
			s.slips[i] = 0.05 * s.motors[i].rated
		default:
			s.slips[i] = s.motors[i].rated * math.Min(1, math.Max(0.05, s.duties[i].Load.Share))
		}
	}
}

// glance is Settle for the worst winding alone, where only one under a limit is of use: what
// is clearly above it is not settled to the end.
func (s *Street) glance(duties []Duty, limit float64) WorstOf {
	s.take(duties)
	s.begin()
	if s.newton(glanceTorque, glanceShare) {
		if w := s.worst(); w.Share > glanceOver*limit {
			s.keep()
			return w
		}
		if s.newton(s.close()) && s.nearest() {
			s.keep()
			return s.worst()
		}
		s.begin()
	}
	if falls := s.climb(); falls != nobody {
		return WorstOf{Of: falls - 1, Share: math.Inf(1)}
	}
	return s.worst()
}

// How close a state is settled at a glance, and how far above the limit its worst winding
// must be then to be above it for certain.
const (
	glanceTorque = 1e-3
	glanceShare  = 1e-4
	glanceOver   = 1.02
)

// worst is the worst winding of the running motors as the street stands: State.Worst of it.
func (s *Street) worst() WorstOf {
	w, most := WorstOf{Of: -1}, -1.0
	for _, i := range s.run {
		_, amps := s.windings(i)
		rated := s.motors[i].Model.WindingAmps
		for k, a := range amps {
			if x := square(a) / (rated * rated); x > most {
				most, w.Of, w.Winding = x, i-1, windings[k]
			}
		}
	}
	w.Share = math.Sqrt(most)
	return w
}

// keep remembers the slips for the next state.
func (s *Street) keep() {
	for _, i := range s.active {
		if s.duties[i].Mode == Running {
			s.warm[i] = s.slips[i]
		}
	}
}

// forget drops what the last state was started from.
func (s *Street) forget() {
	clear(s.warm)
	s.work.of = s.work.of[:0]
	for i := range s.motors {
		if b := s.motors[i].bend; b != nil {
			b.forward, b.backward = field{share: 1, slope: -1}, field{share: 1, slope: -1}
		}
	}
}

// How close torques are taken to what their shafts ask, over what they ask, and the shares
// to their curves: where a state is read; and where many are only compared, to the last
// figure that a comparison of banks can turn on.
const (
	settledFast  = 1e-10
	settledRough = 1e-7
	sharesRough  = 1e-8
)

// close is how close this street's torques and shares are taken.
func (s *Street) close() (torque, share float64) {
	if s.rough {
		return settledRough, sharesRough
	}
	return settledFast, standsFast
}

// newton takes damped steps from the slips at hand until torques and shares are so close. The
// slopes are worked out once and follow from the steps after that (Broyden's update), until a
// step with them helps little.
func (s *Street) newton(torque, share float64) bool {
	w := &s.work
	s.miss = standsLoose
	defer func() { s.miss = standsFast }()
	size := s.residual(s.slips, w.f, -1)
	copy(w.trial, s.slips)
	known := s.rough && slices.Equal(w.of, s.run)
	w.of = append(w.of[:0], s.run...)
	for range 40 {
		if size < torque {
			s.miss = share
			if size = s.residual(s.slips, w.f, -1); size < torque {
				return true
			}
		}
		fresh := !known
		if fresh {
			s.slopes()
			known = true
		}
		s.miss = math.Max(share, math.Min(standsLoose, followsClose*size))
		n := len(s.run)
		for r, i := range s.run {
			copy(w.jacobian[r], w.slopes[r][:n])
			w.jacobian[r][n] = -w.f[i]
		}
		solved := search.Gauss(w.jacobian[:n], n)
		if !solved && fresh {
			return false
		}
		next, better := size, false
		for damp := 1.0; solved && damp > 1e-3; damp /= 2 {
			for r, i := range s.run {
				w.trial[i] = s.slips[i] + math.Max(-0.05, math.Min(0.05, damp*w.jacobian[r][n]))
			}
			if next = s.residual(w.trial, w.g, -1); next < size {
				better = true
				break
			}
			if !fresh {
				break
			}
		}
		switch {
		case better:
			s.learn()
			known = next < slow*size
			copy(s.slips, w.trial)
			copy(w.f, w.g)
			size = next
		case fresh:
			s.miss = standsFast
			s.residual(s.slips, w.f, -1)
			return size < 1e-7
		default: // the old slopes lead nowhere from here
			copy(w.trial, s.slips)
			size, known = s.residual(s.slips, w.f, -1), false
		}
	}
	return size < 1e-7
}

// slow is the part of the miss that a step with followed slopes may leave, for them to be
// followed further.
const slow = 0.3

// slopes works out how each running motor's torque moves with each one's slip, the street
// standing at its slips and the shares held.
func (s *Street) slopes() {
	w := &s.work
	s.miss = sharesHeld
	for c, k := range s.run {
		d := 1e-6 * (1e-3 + math.Abs(s.slips[k]))
		m := &s.motors[k]
		here := m.standing()
		w.trial[k] = s.slips[k] + d
		s.residual(w.trial, w.g, k)
		w.trial[k] = s.slips[k]
		m.back(here)
		for r, i := range s.run {
			w.slopes[r][c] = (w.g[i] - w.f[i]) / d
		}
	}
}

// learn makes the slopes answer the step from the slips to the trial ones as the torques
// did: J += (Δf − J·Δs)·Δsᵀ/|Δs|² (Broyden).
func (s *Street) learn() {
	w := &s.work
	size := 0.0
	for _, k := range s.run {
		d := w.trial[k] - s.slips[k]
		size += d * d
	}
	if size == 0 {
		return
	}
	for r, i := range s.run {
		off := w.g[i] - w.f[i]
		for c, k := range s.run {
			off -= w.slopes[r][c] * (w.trial[k] - s.slips[k])
		}
		for c, k := range s.run {
			w.slopes[r][c] += off * (w.trial[k] - s.slips[k]) / size
		}
	}
}

// surplus is a motor's torque over what its shaft asks at a slip, the others as they stand.
func (s *Street) surplus(i int, slip float64) float64 {
	m := &s.motors[i]
	m.at(slip, s.backward, s.straight)
	s.bus()
	f, b := s.parts()
	return m.torque(square(f), square(b), s.backward) - s.asks(i, slip)
}

// nearest says that no machine has a crossing nearer to synchronous speed than where
// it stands, and that it stands on the stable side. The street stands at its slips
// again when it returns.
func (s *Street) nearest() bool {
	ok := true
	s.miss = sharesHeld // nearer to synchronous the flux is what it is here
	defer func() { s.miss = standsFast }()
	for _, i := range s.run {
		at := s.slips[i]
		if at < 0 || at > 0.5 {
			return false
		}
		here := s.motors[i].standing()
		for _, part := range [...]float64{0.1, 0.3, 0.5, 0.7, 0.9} {
			ok = ok && s.surplus(i, part*at) <= 0
		}
		ok = ok && s.surplus(i, at*1.01+1e-6) > 0
		s.motors[i].back(here)
	}
	_, s.miss = s.close()
	s.bus()
	return ok
}

// climb lets every machine sink from synchronous speed to its first crossing in turn,
// each on what the others leave it, until nothing moves: slips only grow, so the first
// speeds at which all stand are the ones nearest synchronous. A machine that finds no
// crossing falls out, and its motor is returned.
func (s *Street) climb() (falls int) {
	for _, i := range s.run {
		s.slips[i] = 0
	}
	s.residual(s.slips, s.work.f, -1)
	for round := range 200 {
		most := 0.0
		for _, i := range s.run {
			surplus := func(slip float64) float64 { return s.surplus(i, slip) }
			at := machine.RunSlip(surplus, s.slips[i])
			if math.IsNaN(at) {
				return i
			}
			most = math.Max(most, math.Abs(at-s.slips[i]))
			s.slips[i] = at
			s.motors[i].at(at, s.backward, s.straight)
		}
		if round >= 2 && most < 1e-4 && s.newton(s.close()) {
			break
		}
		if most < 1e-10 {
			break
		}
	}
	s.residual(s.slips, s.work.f, -1)
	s.keep()
	return nobody
}

// state reads the solved street.
func (s *Street) state(falls int) State {
	out := State{Runs: falls == nobody, Falls: -1, Machines: make([]Shaft, len(s.motors)-1)}
	if !out.Runs {
		out.Falls = falls - 1
		return out
	}
	f, b := s.parts()
	out.Volts = [3]float64{cmplx.Abs(s.v1), cmplx.Abs(s.v3), cmplx.Abs(s.v1 - s.v3)}
	if s.backward {
		f, b = b, f
	}
	out.Factor = cmplx.Abs(b) / cmplx.Abs(f)
	var drawn complex128 // into line 1
	for _, i := range s.active {
		into := &out.Idler
		if i > 0 {
			into = &out.Machines[i-1]
		}
		drawn += s.shaft(i, into)
	}
	w := 2 * math.Pi * s.line.Hertz * 1e-6
	bank := (s.v1 - s.v3) * complex(0, w*s.balance.L13)
	out.Banks = [2]float64{cmplx.Abs(bank), cmplx.Abs(s.v3) * w * s.balance.L23}
	drawn += bank
	out.Supply = cmplx.Abs(drawn)
	out.Watts, out.VoltAmps = real(s.v1*cmplx.Conj(drawn)), out.Volts[0]*out.Supply
	return out
}

// windings are the volts across a motor's whole windings and the amps in them.
func (s *Street) windings(i int) (whole, amps [3]complex128) {
	m := &s.motors[i]
	lines := [3]complex128{s.v1, 0, s.v3}
	mean := (s.v1 + s.v3) * third
	k := complex(m.k, 0)
	for n := range whole {
		whole[n] = (lines[n] - mean) * k
		if !m.Star {
			whole[n] = (lines[n] - lines[(n+1)%3]) * k
		}
	}
	f, b := machine.SequenceVolts(whole)
	yf, yb := m.yf*f, m.yb*b
	return whole, [3]complex128{yf + yb, yf*turn*turn + yb*turn, yf*turn + yb*turn*turn}
}

// shaft fills one motor's figures and returns what it draws from line 1.
func (s *Street) shaft(i int, into *Shaft) complex128 {
	m := &s.motors[i]
	into.Mode, into.Slip = s.duties[i].Mode, s.slips[i]
	into.RPM = (1 - into.Slip) * 60 * m.omega / (2 * math.Pi)
	vf, vb := s.parts()
	into.TorqueNm = m.torque(square(vf), square(vb), s.backward)
	whole, amps := s.windings(i)
	var leads [3]complex128
	for k := range leads {
		leads[k] = amps[k] * complex(m.k, 0)
		if !m.Star {
			leads[k] = (amps[k] - amps[(k+2)%3]) * complex(m.k, 0)
		}
		into.Leads[k] = cmplx.Abs(leads[k])
		into.Amps[k], into.Volts[k] = cmplx.Abs(amps[k]), cmplx.Abs(whole[k])
		into.Shares[k] = into.Amps[k] / m.Model.WindingAmps
	}
	return leads[0]
}
