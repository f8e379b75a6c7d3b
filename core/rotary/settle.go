package rotary

import (
	"math"
	"math/cmplx"

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
	s.active = s.active[:0]
	for i, d := range s.duties {
		if d.Mode != Off {
			s.active = append(s.active, i)
		}
	}
}

// Nobody falls out.
const nobody = -2

// settle finds the slips; it returns the motor that finds none (0 the idler), or nobody.
func (s *Street) settle() (falls int) {
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
	if s.newton() && s.nearest() {
		s.keep()
		return nobody
	}
	return s.climb()
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
	for i := range s.motors {
		if b := s.motors[i].bend; b != nil {
			b.forward, b.backward = field{share: 1, slope: -1}, field{share: 1, slope: -1}
		}
	}
}

// newton takes damped steps from the slips at hand.
func (s *Street) newton() bool {
	w := &s.work
	run := s.running()
	s.miss = standsLoose
	defer func() { s.miss = standsFast }()
	size := s.residual(s.slips, w.f, -1)
	copy(w.trial, s.slips)
	for range 40 {
		if size < 1e-10 {
			s.miss = standsFast
			if size = s.residual(s.slips, w.f, -1); size < 1e-10 {
				return true
			}
		}
		s.miss = sharesHeld
		for c, k := range run {
			d := 1e-6 * (1e-3 + math.Abs(s.slips[k]))
			w.trial[k] = s.slips[k] + d
			s.residual(w.trial, w.g, k)
			w.trial[k] = s.slips[k]
			s.motors[k].at(s.slips[k], s.backward, s.straight)
			for r, i := range run {
				w.jacobian[r][c] = (w.g[i] - w.f[i]) / d
			}
		}
		s.miss = math.Max(standsFast, math.Min(standsLoose, followsClose*size))
		n := len(run)
		for r, i := range run {
			w.jacobian[r][n] = -w.f[i]
		}
		if !search.Gauss(w.jacobian[:n], n) {
			return false
		}
		better := false
		for damp := 1.0; damp > 1e-3; damp /= 2 {
			for r, i := range run {
				w.trial[i] = s.slips[i] + math.Max(-0.05, math.Min(0.05, damp*w.jacobian[r][n]))
			}
			if next := s.residual(w.trial, w.g, -1); next < size {
				copy(s.slips, w.trial)
				copy(w.f, w.g)
				size, better = next, true
				break
			}
		}
		if !better {
			s.miss = standsFast
			s.residual(s.slips, w.f, -1)
			return size < 1e-7
		}
	}
	return size < 1e-7
}

// running are the motors whose speed is looked for.
func (s *Street) running() []int {
	out := s.active[:0:0]
	for _, i := range s.active {
		if s.duties[i].Mode == Running {
			out = append(out, i)
		}
	}
	return out
}

// surplus is a motor's residual at a slip, the others as they stand in the trial slips.
func (s *Street) surplus(i int, slip float64) float64 {
	s.work.trial[i] = slip
	s.residual(s.work.trial, s.work.g, i)
	return s.work.g[i]
}

// nearest says that no machine has a crossing nearer to synchronous speed than where
// it stands, and that it stands on the stable side. The street stands at its slips
// again when it returns.
func (s *Street) nearest() bool {
	w := &s.work
	copy(w.trial, s.slips)
	ok := true
	s.miss = sharesHeld // nearer to synchronous the flux is what it is here
	defer func() { s.miss = standsFast }()
	for _, i := range s.running() {
		at := s.slips[i]
		if at < 0 || at > 0.5 {
			return false
		}
		surplus := func(slip float64) float64 { return s.surplus(i, slip) }
		for _, part := range [...]float64{0.1, 0.3, 0.5, 0.7, 0.9} {
			ok = ok && surplus(part*at) <= 0
		}
		ok = ok && surplus(at*1.01+1e-6) > 0
		w.trial[i] = at
		s.motors[i].at(at, s.backward, s.straight)
	}
	s.miss = standsFast
	s.bus()
	return ok
}

// climb lets every machine sink from synchronous speed to its first crossing in turn,
// each on what the others leave it, until nothing moves: slips only grow, so the first
// speeds at which all stand are the ones nearest synchronous. A machine that finds no
// crossing falls out, and its motor is returned.
func (s *Street) climb() (falls int) {
	run := s.running()
	for _, i := range run {
		s.slips[i] = 0
	}
	s.residual(s.slips, s.work.f, -1)
	for round := range 200 {
		most := 0.0
		for _, i := range run {
			copy(s.work.trial, s.slips)
			surplus := func(slip float64) float64 { return s.surplus(i, slip) }
			at := machine.RunSlip(surplus, s.slips[i])
			if math.IsNaN(at) {
				return i
			}
			most = math.Max(most, math.Abs(at-s.slips[i]))
			s.slips[i] = at
			s.motors[i].at(at, s.backward, s.straight)
		}
		if round >= 2 && most < 1e-4 && s.newton() {
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
	lines := [3]complex128{s.v1, 0, s.v3}
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
		drawn += s.shaft(i, lines, into)
	}
	w := 2 * math.Pi * s.line.Hertz * 1e-6
	bank := (s.v1 - s.v3) * complex(0, w*s.balance.L13)
	out.Banks = [2]float64{cmplx.Abs(bank), cmplx.Abs(s.v3) * w * s.balance.L23}
	drawn += bank
	out.Supply = cmplx.Abs(drawn)
	out.Watts, out.VoltAmps = real(s.v1*cmplx.Conj(drawn)), out.Volts[0]*out.Supply
	return out
}

// shaft fills one motor's figures and returns what it draws from line 1.
func (s *Street) shaft(i int, lines [3]complex128, into *Shaft) complex128 {
	m := &s.motors[i]
	into.Mode, into.Slip = s.duties[i].Mode, s.slips[i]
	into.RPM = (1 - into.Slip) * 60 * m.omega / (2 * math.Pi)
	mean := (lines[0] + lines[1] + lines[2]) / 3
	var whole [3]complex128
	for k := range whole {
		whole[k] = (lines[k] - mean) * complex(m.k, 0)
		if !m.Star {
			whole[k] = (lines[k] - lines[(k+1)%3]) * complex(m.k, 0)
		}
	}
	f, b := machine.SequenceVolts(whole)
	yf, yb := m.yf*f, m.yb*b
	vf, vb := s.parts()
	into.TorqueNm = m.torque(square(vf), square(vb), s.backward)
	amps := [3]complex128{yf + yb, yf*turn*turn + yb*turn, yf*turn + yb*turn*turn}
	var leads [3]complex128
	for k := range leads {
		leads[k] = amps[k] * complex(m.k, 0)
		if !m.Star {
			leads[k] = (amps[k] - amps[(k+2)%3]) * complex(m.k, 0)
		}
		into.Leads[k] = cmplx.Abs(leads[k])
	}
	for k := range amps {
		into.Amps[k], into.Volts[k] = cmplx.Abs(amps[k]), cmplx.Abs(whole[k])
		into.Shares[k] = into.Amps[k] / m.Model.WindingAmps
	}
	return leads[0]
}
