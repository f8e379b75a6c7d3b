// Package rotary is the bridge on which one idling motor makes the third line for
// several machines: single phase on lines 1 and 2, the spinning idler between all
// three, balance capacitors from line 3 to each of the other two, machines on 1-2-3.
//
// A street is solved as it is: every machine stands at its stable speed nearest
// synchronous, and each pulls on the others through the two free nodes, line 1 behind
// the source's ohms and the made line 3. Whole windings in star or delta see only the
// forward and the backward part of the line volts, so a machine is two admittances,
//
//	yf(s) = k²·3^δ / (R1 + jX1 + Z(s))      yb(s) = yf(2−s)
//
// with k = 2 where its halves stand side by side and δ = 1 in delta, and the street is
// two equations for the line volts under one torque balance for each shaft
// (docs/engine.md, Rotary). Other joints, broken coils and mistakes go to the circuit
// solver, which a property holds this one to.
package rotary

import (
	"math"

	"graybridge/core/machine"
)

// Motor is an idler or a machine as it is joined.
type Motor struct {
	Model    *machine.Model
	Star     bool // whole windings in star, else in delta
	Parallel bool // the halves of each winding side by side
}

// Line is the single-phase supply: volts between L1 and L2 with nothing drawn, and
// what stands in series.
type Line struct {
	Volts, Hertz      float64
	Ohm, ReactanceOhm float64
}

// Balance is the two banks of capacitors, in µF.
type Balance struct {
	L13 float64 `json:"l1_l3_microfarad"`
	L23 float64 `json:"l2_l3_microfarad"`
}

// Mode of a machine in a state.
type Mode int

// The modes.
const (
	Off Mode = iota
	Running
	Standing // fed, its shaft held
)

// Duty is what one machine does in a state.
type Duty struct {
	Mode Mode
	Load machine.Load
}

// Shaft is one motor of a solved state. Windings are in the order U, V, W: amps of a
// whole winding, and over plate winding amps. Slip counts in the direction that the
// idler was spun.
type Shaft struct {
	Mode      Mode
	Slip, RPM float64
	TorqueNm  float64 // air gap
	Amps      [3]float64
	Shares    [3]float64
	Volts     [3]float64 // across a whole winding
	Leads     [3]float64 // amps in its leads on lines 1, 2, 3
}

// Worst is the winding with the most amps over plate.
func (s *Shaft) Worst() (winding string, share float64) {
	at := 0
	for i, x := range s.Shares {
		if x > s.Shares[at] {
			at = i
		}
	}
	return windings[at], s.Shares[at]
}

// windings are their names.
var windings = [3]string{"U", "V", "W"}

// State is a street solved for some duties.
type State struct {
	Runs     bool // every running machine and the idler have found their speed
	Falls    int  // where not: the machine that falls out; -1 for the idler
	Idler    Shaft
	Machines []Shaft
	Volts    [3]float64 // between lines 1-2, 2-3, 3-1
	Supply   float64    // amps
	Watts    float64    // taken at L1-L2, after the source's ohms
	VoltAmps float64    // at L1-L2
	Banks    [2]float64 // amps through L1-L3 and L2-L3
	// Factor is the unbalance: backward over forward volts of the lines.
	Factor float64
}

// PowerFactor of the supply.
func (s *State) PowerFactor() float64 {
	if s.VoltAmps == 0 {
		return 0
	}
	return s.Watts / s.VoltAmps
}

// Worst is the worst winding over plate of idler and machines; of is -1 for the idler.
// A street that does not run has no worst winding: +Inf.
func (s *State) Worst() (of int, winding string, share float64) {
	if !s.Runs {
		return s.Falls, "", math.Inf(1)
	}
	of = -1
	winding, share = s.Idler.Worst()
	for i := range s.Machines {
		if s.Machines[i].Mode != Running {
			continue
		}
		if w, x := s.Machines[i].Worst(); x > share {
			of, winding, share = i, w, x
		}
	}
	return of, winding, share
}

// Street is an idler, its banks and its machines on a line. It keeps its working
// values and is not for use by two goroutines at once.
type Street struct {
	line     Line
	motors   []motor // the idler first
	balance  Balance
	backward bool // the idler was spun the other way

	v1, v3   complex128 // against line 2
	slips    []float64
	warm     []float64
	duties   []Duty // of the motors, the idler first
	active   []int
	run      []int   // of these, the motors whose speed is looked for
	straight bool    // every main flux is taken for a straight line
	rough    bool    // states are only compared: see settledRough
	miss     float64 // how far a share may stand off its curve; above 1 they are held
	work     work
}

type work struct {
	f, g, trial []float64
	jacobian    [][]float64
	slopes      [][]float64 // of each running motor's torque to each one's slip
	of          []int       // the running motors that slopes are of; none: not known
}

// motor is a Motor with what does not change while it is solved.
type motor struct {
	Motor
	own    complex128 // R1 + jX1 at the line's hertz
	k      float64
	legs   float64 // 3 in delta, 1 in star
	omega  float64 // synchronous, rad/s
	hertz  float64
	rated  float64
	zf, zb complex128
	pf, pb float64
	yf, yb complex128 // of a winding

	bend *bend // nil: its main flux is a straight line
}

// NewStreet puts an idler and its machines on a line.
func NewStreet(l Line, idler Motor, machines ...Motor) *Street {
	s := &Street{line: l, miss: standsFast, motors: make([]motor, 0, 1+len(machines))}
	for _, m := range append([]Motor{idler}, machines...) {
		k, legs := 1.0, 1.0
		if m.Parallel {
			k = 2
		}
		if !m.Star {
			legs = 3
		}
		eq := m.Model.Eq
		s.motors = append(
			s.motors,
			motor{Motor: m, k: k, legs: legs, omega: eq.SyncRadPerSecond(l.Hertz), hertz: l.Hertz,
				own: complex(eq.R1Ohm, eq.X1Ohm*l.Hertz/eq.FrequencyHz), rated: m.Model.RatedSlip,
				bend: newBend(eq, l.Hertz)},
		)
	}
	n := len(s.motors)
	s.slips, s.warm, s.duties = make([]float64, n), make([]float64, n), make([]Duty, n)
	s.work = work{
		f:        make([]float64, n),
		g:        make([]float64, n),
		trial:    make([]float64, n),
		jacobian: make([][]float64, n),
		slopes:   make([][]float64, n),
	}
	for i := range s.work.jacobian {
		s.work.jacobian[i], s.work.slopes[i] = make([]float64, n+1), make([]float64, n)
	}
	return s
}

// SetBalance puts the banks in.
func (s *Street) SetBalance(b Balance) { s.balance = b }

// SetBackward says that the idler was spun the other way: the made sequence and every
// machine are turned round with it.
func (s *Street) SetBackward(backward bool) { s.backward = backward }

// turn is e^(j2π/3).
var turn = complex(-0.5, math.Sqrt(3)/2)

// third is multiplied by: a complex division looks for infinities first.
const third = complex(1./3, 0)

// at stands a motor at a slip.
func (m *motor) at(slip float64, backward, straight bool) {
	eq := &m.Model.Eq
	m.zf, m.pf = eq.Gap(slip, m.hertz)
	m.zb, m.pb = eq.Gap(2-slip, m.hertz)
	if backward { // the field that drives it is the backward one
		m.zf, m.zb, m.pf, m.pb = m.zb, m.zf, m.pb, m.pf
	}
	if m.bend != nil && !straight {
		m.bend.forward.gap, m.bend.backward.gap = reciprocal(m.zf), reciprocal(m.zb)
		m.lean()
		return
	}
	m.yf, m.yb = reciprocal(m.own+m.zf), reciprocal(m.own+m.zb)
}

// stood is where a motor was stood: what at writes.
type stood struct {
	zf, zb, yf, yb    complex128
	pf, pb            float64
	forward, backward complex128
}

// standing notes where a motor stands, to put it back without working it out again.
func (m *motor) standing() stood {
	out := stood{m.zf, m.zb, m.yf, m.yb, m.pf, m.pb, 0, 0}
	if m.bend != nil {
		out.forward, out.backward = m.bend.forward.gap, m.bend.backward.gap
	}
	return out
}

func (m *motor) back(to stood) {
	m.zf, m.zb, m.yf, m.yb, m.pf, m.pb = to.zf, to.zb, to.yf, to.yb, to.pf, to.pb
	if m.bend != nil {
		m.bend.forward.gap, m.bend.backward.gap = to.forward, to.backward
	}
}

// reciprocal is 1/z of a finite z that is not 0.
func reciprocal(z complex128) complex128 {
	d := real(z)*real(z) + imag(z)*imag(z)
	return complex(real(z)/d, -imag(z)/d)
}

// lines are the forward and backward admittances at the motor's leads.
func (m *motor) lines() (f, b complex128) {
	scale := complex(m.k*m.k*m.legs, 0)
	return m.yf * scale, m.yb * scale
}

// torque is the air-gap torque in the direction of running at the line volts' parts.
func (m *motor) torque(forward, backward float64, turned bool) float64 {
	// |winding volts|² of a whole winding: k²·legs·|line part|²
	scale := 3 * m.k * m.k * m.legs / m.omega
	t := scale * (forward*square(m.yf*m.zf)*m.pf - backward*square(m.yb*m.zb)*m.pb)
	if turned {
		return -t
	}
	return t
}

func square(z complex128) float64 { return real(z)*real(z) + imag(z)*imag(z) }

// bus solves the line volts for the slips at which the active motors stand: once where
// every main flux is a straight line, else until each stands on its curve.
func (s *Street) bus() {
	s.nodes()
	if s.miss > 1 || s.straight {
		return
	}
	for range mostTurns {
		vf, vb := s.parts()
		f, b := square(vf), square(vb)
		miss := 0.0
		for _, i := range s.active {
			if s.motors[i].bend == nil {
				continue
			}
			miss = max(miss, s.motors[i].follow(f, b))
		}
		s.nodes()
		if miss < s.miss {
			return
		}
	}
}

// nodes solves the line volts for the admittances that the active motors now have.
func (s *Street) nodes() {
	var yf, yb complex128
	for _, i := range s.active {
		f, b := s.motors[i].lines()
		yf, yb = yf+f, yb+b
	}
	// A node's own admittance is (yf+yb)/3; from node k to node j the parts turn by
	// k−j and j−k thirds: lines 1 and 3 stand two thirds apart.
	yf, yb = yf*third, yb*third
	ft, bt := yf*turn, yb*turn
	own, y13, y31 := yf+yb, ft*turn+bt, ft+bt*turn // y13: amps into line 1 from the volts of line 3
	w := 2 * math.Pi * s.line.Hertz * 1e-6
	c13, c23 := complex(0, w*s.balance.L13), complex(0, w*s.balance.L23)
	a13, a31, a33 := y13-c13, y31-c13, own+c13+c23+leak
	e := complex(s.line.Volts, 0)
	if s.line.Ohm == 0 && s.line.ReactanceOhm == 0 {
		s.v1 = e
		s.v3 = -a31 * e * reciprocal(a33)
		return
	}
	source := reciprocal(complex(s.line.Ohm, s.line.ReactanceOhm))
	a11 := own + c13 + source
	d := reciprocal(a11*a33 - a13*a31)
	s.v1 = a33 * source * e * d
	s.v3 = -a31 * source * e * d
}

// leak keeps the made line tied where nothing hangs on it.
const leak = complex(1e-9, 0)

// parts are the forward and backward parts of the line volts.
func (s *Street) parts() (f, b complex128) {
	v := turn * s.v3
	return (s.v1 + turn*v) * third, (s.v1 + v) * third
}

// residual stands the active motors at some slips and writes each one's torque over
// what its shaft asks. only is the one motor that changed since, or -1 for all.
func (s *Street) residual(slips, out []float64, only int) (size float64) {
	for _, i := range s.active {
		if only < 0 || i == only {
			s.motors[i].at(slips[i], s.backward, s.straight)
		}
	}
	s.bus()
	vf, vb := s.parts()
	f, b := square(vf), square(vb)
	for _, i := range s.active {
		m := &s.motors[i]
		if s.duties[i].Mode == Standing {
			out[i] = 0
			continue
		}
		asked := s.asks(i, slips[i])
		out[i] = m.torque(f, b, s.backward) - asked
		size = math.Max(size, math.Abs(out[i])/(math.Abs(asked)+1e-3*m.Model.RatedTorqueNm))
	}
	return size
}

// asks is the torque that a shaft wants at a slip: its load and its friction.
func (s *Street) asks(i int, slip float64) float64 {
	m := s.motors[i].Model
	return s.duties[i].Load.ShaftNm(m, m.SpeedShare(slip, s.line.Hertz)) + m.FrictionNm
}
