// Package circuit solves whatever is wired: coils, joints, capacitors, lines.
//
// A connection table, a capacitor bridge, a missed joint and a lost line are
// only different circuits, so one solver answers for all of them. It works at
// one frequency in the steady state, by modified nodal analysis with RMS
// phasors: the unknowns are the volts of every joined node against the
// reference, the amps of every source and the amps of every coil. Later
// chapters put their questions as circuits and read volts, amps and torque.
//
// The machine is the two-field model of docs/engine.md: each coil k stands on
// an electrical axis θk and holds a share Nk of its phase winding, and all
// coils see each other through the forward and the backward gap field:
//
//	Zf(s) = jXm ‖ Rfe ‖ (R2(s)/s + jX2)      Zb(s) = Zf(2−s)
//	Vk = (Nk·R1 + jNk·X1)·Ik + Σj (Nk·Nj/3)·[Zf·e^(−j(θk−θj)) + Zb·e^(+j(θk−θj))]·Ij
//
// A machine may carry a curve of its main flux (Saturation); without one it is
// linear. Harmonics and a zero-sequence gap flux are left out.
package circuit

import (
	"errors"
	"fmt"
	"math"
)

// Kind says what a two-ended element is.
type Kind string

// The kinds of element.
const (
	Capacitor Kind = "capacitor"
	Resistor  Kind = "resistor"
	Inductor  Kind = "inductor"
)

// Circuit is everything that is wired, by node names. Joints merge nodes.
// All values are SI but for Microfarad and Millihenry; angles are degrees.
type Circuit struct {
	FrequencyHz float64    `json:"frequency_hz"`
	Reference   string     `json:"reference"` // the node whose volts are called zero
	Sources     []Source   `json:"sources,omitempty"`
	Elements    []Element  `json:"elements,omitempty"`
	Machines    []Machine  `json:"machines,omitempty"`
	Joints      [][]string `json:"joints,omitempty"`
}

// Source is a line voltage with its series impedance. Its amps count positive
// out of From into the circuit.
type Source struct {
	Name          string  `json:"name"`
	From          string  `json:"from"`
	To            string  `json:"to"`
	VoltsRMS      float64 `json:"volts_rms"`
	PhaseDeg      float64 `json:"phase_deg"`
	ResistanceOhm float64 `json:"resistance_ohm,omitempty"`
	ReactanceOhm  float64 `json:"reactance_ohm,omitempty"`
}

// Element is a capacitor, resistor or inductor; only the value of its Kind is
// read (an inductor also reads Ohm as its series resistance). Its amps run
// from From to To inside it.
type Element struct {
	Name       string  `json:"name"`
	Kind       Kind    `json:"kind"`
	From       string  `json:"from"`
	To         string  `json:"to"`
	Microfarad float64 `json:"microfarad,omitempty"`
	Ohm        float64 `json:"ohm,omitempty"`
	Millihenry float64 `json:"millihenry,omitempty"`
}

// Machine is a three-phase induction motor at a slip, given coil by coil.
type Machine struct {
	Name       string     `json:"name"`
	Equivalent Equivalent `json:"equivalent"`
	Slip       float64    `json:"slip"`
	Coils      []Coil     `json:"coils,omitempty"`
}

// Equivalent is the per-phase circuit of a whole phase winding (halves in
// series), in ohms at FrequencyHz. RfeOhm 0 means no iron loss;
// R2StandstillOhm 0 means no deep-bar effect; no Saturation that Xm is a straight line.
type Equivalent struct {
	R1Ohm           float64 `json:"r1_ohm"`
	X1Ohm           float64 `json:"x1_ohm"`
	R2Ohm           float64 `json:"r2_ohm"`
	R2StandstillOhm float64 `json:"r2_standstill_ohm,omitempty" limit:">0"`
	X2Ohm           float64 `json:"x2_ohm"`
	XmOhm           float64 `json:"xm_ohm"`
	RfeOhm          float64 `json:"rfe_ohm,omitempty" limit:">0"`
	FrequencyHz     float64 `json:"frequency_hz"`
	Poles           int     `json:"poles"`

	Saturation *Saturation `json:"saturation,omitempty"` // never changed once set
}

// Coil is one coil of a machine: its two ends, its electrical axis and the
// share of the phase winding that it holds (1 whole, ½ half). Exchanging Start
// and Finish reverses it.
type Coil struct {
	Name    string  `json:"name"`
	Start   string  `json:"start"`
	Finish  string  `json:"finish"`
	AxisDeg float64 `json:"axis_deg"`
	Share   float64 `json:"share"`
}

// leakSiemens ties every joined node to the reference, so that a part with no
// other connection still has a solution.
const leakSiemens = 1e-9

// ErrUnsolvable says that the circuit has no single finite answer: two ideal
// sources fighting, or one shorted.
var ErrUnsolvable = errors.New("the circuit has no finite solution: an ideal source is shorted or two ideal sources " +
	"are joined; give a source some ohms")

// ErrNoFlux says that no main flux of the machines was found that their curves and the
// circuit both hold.
var ErrNoFlux = errors.New("no main flux holds between the saturated iron and this circuit")

// ValueError names one value of a circuit that the solver refuses.
type ValueError struct {
	Where  string // e.g. "machines[0].equivalent.poles"
	Found  string
	Wanted string
}

func (e ValueError) Error() string {
	return fmt.Sprintf("%s: found %s, want %s", e.Where, e.Found, e.Wanted)
}

// Validate returns every value that is out of range, all at once.
func (c *Circuit) Validate() []ValueError {
	v := checker{names: map[string]string{}, nodes: map[string]bool{}}
	v.positive("frequency_hz", c.FrequencyHz)
	for i, s := range c.Sources {
		w := fmt.Sprintf("sources[%d]", i)
		v.name(w, s.Name)
		v.ends(w, "from", s.From, "to", s.To)
		v.atLeastZero(w+".volts_rms", s.VoltsRMS)
		v.finite(w+".phase_deg", s.PhaseDeg)
		v.atLeastZero(w+".resistance_ohm", s.ResistanceOhm)
		v.atLeastZero(w+".reactance_ohm", s.ReactanceOhm)
	}
	for i, e := range c.Elements {
		w := fmt.Sprintf("elements[%d]", i)
		v.name(w, e.Name)
		v.ends(w, "from", e.From, "to", e.To)
		switch e.Kind {
		case Capacitor:
			v.positive(w+".microfarad", e.Microfarad)
		case Resistor:
			v.positive(w+".ohm", e.Ohm)
		case Inductor:
			v.positive(w+".millihenry", e.Millihenry)
			v.atLeastZero(w+".ohm", e.Ohm)
		default:
			v.add(w+".kind", fmt.Sprintf("%q", string(e.Kind)), `"capacitor", "resistor" or "inductor"`)
		}
	}
	machines := map[string]bool{}
	for i, m := range c.Machines {
		w := fmt.Sprintf("machines[%d]", i)
		if m.Name == "" {
			v.add(w+".name", "an empty name", "a name")
		} else if machines[m.Name] {
			v.add(w+".name", fmt.Sprintf("%q a second time", m.Name), "a name of its own")
		}
		machines[m.Name] = true
		v.finite(w+".slip", m.Slip)
		v.equivalent(w+".equivalent", m.Equivalent)
		if len(m.Coils) == 0 {
			v.add(w+".coils", "no coil", "at least one coil")
		}
		for k, coil := range m.Coils {
			wk := fmt.Sprintf("%s.coils[%d]", w, k)
			v.name(wk, coil.Name)
			v.ends(wk, "start", coil.Start, "finish", coil.Finish)
			v.finite(wk+".axis_deg", coil.AxisDeg)
			if !(coil.Share > 0 && coil.Share <= 1) {
				v.add(wk+".share", number(coil.Share), "a number above 0 and at most 1")
			}
		}
	}
	for i, joint := range c.Joints {
		for k, node := range joint {
			if node == "" {
				v.add(fmt.Sprintf("joints[%d][%d]", i, k), "an empty name", "a node's name")
			}
			v.nodes[node] = true
		}
	}
	if !v.nodes[c.Reference] || c.Reference == "" {
		v.add("reference", fmt.Sprintf("%q", c.Reference), "the name of a node of this circuit")
	}
	return v.errs
}

type checker struct {
	errs  []ValueError
	names map[string]string
	nodes map[string]bool
}

func number(x float64) string { return fmt.Sprintf("%g", x) }

func (v *checker) add(where, found, wanted string) {
	v.errs = append(v.errs, ValueError{where, found, wanted})
}

func (v *checker) name(where, name string) {
	switch first, twice := v.names[name]; {
	case name == "":
		v.add(where+".name", "an empty name", "a name")
	case twice:
		v.add(where+".name", fmt.Sprintf("%q, which %s has too", name, first), "a name of its own")
	default:
		v.names[name] = where
	}
}

func (v *checker) ends(where, a, from, b, to string) {
	for _, end := range [2][2]string{{a, from}, {b, to}} {
		if end[1] == "" {
			v.add(where+"."+end[0], "an empty name", "a node's name")
		}
		v.nodes[end[1]] = true
	}
}

func finite(x float64) bool { return !math.IsNaN(x) && !math.IsInf(x, 0) }

func (v *checker) finite(where string, x float64) {
	if !finite(x) {
		v.add(where, number(x), "a finite number")
	}
}

func (v *checker) positive(where string, x float64) {
	if !finite(x) || x <= 0 {
		v.add(where, number(x), "a number above 0")
	}
}

func (v *checker) atLeastZero(where string, x float64) {
	if !finite(x) || x < 0 {
		v.add(where, number(x), "0 or more")
	}
}

func (v *checker) equivalent(w string, q Equivalent) {
	v.atLeastZero(w+".r1_ohm", q.R1Ohm)
	v.atLeastZero(w+".x1_ohm", q.X1Ohm)
	v.positive(w+".r2_ohm", q.R2Ohm)
	if q.R2StandstillOhm != 0 {
		v.positive(w+".r2_standstill_ohm", q.R2StandstillOhm)
	}
	v.atLeastZero(w+".x2_ohm", q.X2Ohm)
	if q.X1Ohm+q.X2Ohm == 0 {
		v.add(w+".x2_ohm", "x1 and x2 both 0", "x1 + x2 above 0")
	}
	v.positive(w+".xm_ohm", q.XmOhm)
	if q.RfeOhm != 0 {
		v.positive(w+".rfe_ohm", q.RfeOhm)
	}
	v.positive(w+".frequency_hz", q.FrequencyHz)
	if q.Poles <= 0 || q.Poles%2 != 0 {
		v.add(w+".poles", fmt.Sprint(q.Poles), "an even number above 0")
	}
	v.saturation(w+".saturation", q.Saturation)
}

// RotorOhm is the rotor resistance at a slip: the deep-bar effect,
// R2(s) = R2 + (R2standstill − R2)·√min(|s|, 2).
func (q Equivalent) RotorOhm(slip float64) float64 {
	if q.R2StandstillOhm == 0 {
		return q.R2Ohm
	}
	return q.R2Ohm + (q.R2StandstillOhm-q.R2Ohm)*math.Sqrt(math.Min(math.Abs(slip), 2))
}

// SyncRadPerSecond is the mechanical speed of the field, 4πf/poles.
func (q Equivalent) SyncRadPerSecond(frequencyHz float64) float64 {
	return 4 * math.Pi * frequencyHz / float64(q.Poles)
}

// Gap is the impedance of the gap and rotor seen by a field of the given slip,
// in ohms, and the share of |A·Z|² that becomes rotor power over slip
// (siemens). Written with s in the numerator, so that s = 0 needs no limit.
func (q Equivalent) Gap(slip, frequencyHz float64) (z complex128, rotor float64) {
	k := frequencyHz / q.FrequencyHz
	r := q.RotorOhm(slip)
	sx := slip * q.X2Ohm * k
	d := r*r + sx*sx
	y := complex(slip*r/d, -slip*sx/d-1/(q.XmOhm*k))
	if q.RfeOhm > 0 {
		y += complex(1/q.RfeOhm, 0)
	}
	return reciprocal(y), slip * r / d
}

// Balanced is three whole coils on a balanced three-phase supply of volts across
// each: one coil's amps and the torque in N·m. The textbook's circuit of one
// phase, which the Solver comes to as well, without its matrix:
// I = V/(R1 + jX1 + Z), T = 3·|E|²·Re(1/(R2/s + jX2))/ωsync with E = V − I·(R1 + jX1).
func (q Equivalent) Balanced(volts, frequencyHz, slip float64) (amps complex128, torqueNm float64) {
	z, rotor := q.Gap(slip, frequencyHz)
	own := complex(q.R1Ohm, q.X1Ohm*frequencyHz/q.FrequencyHz)
	y := reciprocal(z)
	if c := q.Saturation; c != nil && c.A < 1 {
		y += complex(0, -(1-c.A)/(q.XmOhm*frequencyHz/q.FrequencyHz)) * complex(q.bend(own, y, volts, frequencyHz), 0)
	}
	e := complex(volts, 0) * reciprocal(1+own*y)
	return e * y, 3 * square(e) * rotor / q.SyncRadPerSecond(frequencyHz)
}

// bend is x^(n−1) − 1 at the flux x that a coil behind its own ohms settles at:
// x·|1 + z·(y − j(1−a)b·(x^(n−1) − 1))| = volts over the rated gap volts, by Newton's
// method from above, where the left side only grows steeper.
func (q Equivalent) bend(own, y complex128, volts, frequencyHz float64) float64 {
	c, k := q.Saturation, frequencyHz/q.FrequencyHz
	d0, d1 := 1+own*y, own*complex(0, -(1-c.A)/(q.XmOhm*k))
	fed := volts / (c.RatedGapVoltsRMS * k)
	x := fed / math.Sqrt(square(d0)) // the straight line's
	half := (c.N - 1) / 2
	m := Power(x*x, half) - 1
	for range 60 {
		d := d0 + d1*complex(m, 0)
		size := math.Sqrt(square(d))
		slope := size + (real(d)*real(d1)+imag(d)*imag(d1))/size*(c.N-1)*(m+1)
		step := (x*size - fed) / slope
		x -= step
		if x <= 0 {
			x = (x + step) / 2
		}
		m = Power(x*x, half) - 1
		if math.Abs(step) <= 1e-13*x {
			break
		}
	}
	return m
}

// SideBySide is a winding in so many equal parts side by side: that part of the turns and
// so many times the copper divide every ohm by the square of it, and make the same flux
// with that part of the volts.
func (q Equivalent) SideBySide(parts float64) Equivalent {
	k := parts * parts
	q.R1Ohm, q.X1Ohm, q.R2Ohm, q.X2Ohm, q.XmOhm = q.R1Ohm/k, q.X1Ohm/k, q.R2Ohm/k, q.X2Ohm/k, q.XmOhm/k
	q.R2StandstillOhm, q.RfeOhm = q.R2StandstillOhm/k, q.RfeOhm/k
	if c := q.Saturation; c != nil {
		part := *c
		part.RatedGapVoltsRMS /= parts
		q.Saturation = &part
	}
	return q
}

// reciprocal is 1/z without the care for infinities that Go's complex division
// takes; every z here is finite and not zero.
func reciprocal(z complex128) complex128 {
	d := real(z)*real(z) + imag(z)*imag(z)
	return complex(real(z)/d, -imag(z)/d)
}
