// Package transient follows a circuit through time: run-up, inrush, a start
// capacitor that drops out, a machine joining one that runs.
//
// The machine stands in the stationary frame with peak-value vectors; ψ is the
// rotor's flux, i_s = ⅔ Σ Nk·ik·e^(jθk) the stator's space vector:
//
//	λk = Nk·L1·ik + Nk·Re{e^(−jθk)·ψm}      ψm = Lm(i_s + i_r)      ψ = L2·i_r + ψm
//	vk = Nk·R1·ik + dλk/dt      0 = R̄·i_r − j·a·di_r/dt + dψ/dt − j·ωr·ψ
//	T = −(3/2)(poles/2)·Im{ψm*·i_r}      J·dω/dt = T − load
//
// With R̄ = ½[R2(s) + R2(2−s)] and a = [R2(s) − R2(2−s)]/(2·2πf) a held speed
// settles to exactly the phasor solution of package circuit, deep bar
// included. Iron loss is left out, which the results say.
//
// At a fixed speed the system is linear: its matrices are built once for each
// position of the switches and stepped with the classic fourth-order method.
// Switches, standstill and reversal are located inside a step. Sources are
// √2·V·sin(2πft + phase).
package transient

import (
	"context"
	"errors"
	"fmt"
	"math"

	"graybridge/core/circuit"
)

// Setup is a circuit to follow through time. The slips in the circuit's
// machines are not read; Rotors says how each moves, in the same order.
type Setup struct {
	Circuit  circuit.Circuit
	Rotors   []Rotor
	Openings []Opening
	Closings []Closing
	EndS     float64
	StepS    float64 // longest step; 0: the period in whole steps of at most 200 µs
	// Context ends a run whose caller has gone; nil: nobody does.
	Context context.Context
}

// Rotor is what turns.
type Rotor struct {
	InertiaKgM2 float64
	SpeedShare  float64 // at the start, of synchronous speed, forward positive
	Held        bool    // the speed stays as it is
	Load        Load
}

// Load opposes motion, holds at standstill and never drives. The parts add up.
type Load struct {
	ConstantNm    float64 // with friction the same at every speed
	LinearNm      float64 // at the reference speed
	FanNm         float64 // at the reference speed, with its square
	ReferenceRadS float64
}

// Nm is the load's torque at a speed in rad/s, either way.
func (l Load) Nm(speed float64) float64 {
	t := l.ConstantNm
	if l.ReferenceRadS > 0 {
		k := math.Abs(speed) / l.ReferenceRadS
		t += l.LinearNm*k + l.FanNm*k*k
	}
	return t
}

// Opening takes a capacitor out at the first zero of its own current after a
// time; it keeps the volts it then has.
type Opening struct {
	Element string
	AfterS  float64
}

// Closing makes more joints at a time.
type Closing struct {
	Joints [][]string
	AtS    float64
}

// Opened is what an opening left behind.
type Opened struct {
	Element   string
	TimeS     float64
	Volts     float64 // left on the capacitor, from against to
	SpeedRadS float64 // of the first machine
}

// Result is how a run ended.
type Result struct {
	TimeS    float64
	Opened   []Opened
	Stopped  bool // the observer ended it
	Steps    int
	IronLoss bool // a machine has iron loss, which is left out here
	// per machine: standstill over running rotor ohms that was used, where it had to be held
	// below the circuit's; else 0
	DeepBarTo []float64
}

// mostDeepBar is the greatest ratio of rotor ohms for which the one-circuit
// rotor is stable: |a|·2πf ≤ 0.68·R̄.
const mostDeepBar = 4

// Limits of a run.
const (
	longestStep = 200e-6
	mostSteps   = 40e6
	fastest     = 2e6 // 1/s: the fastest natural frequency that is followed
)

// Validate names the first thing that cannot be followed.
func (s *Setup) Validate() error {
	if errs := s.Circuit.Validate(); len(errs) > 0 {
		return errs[0]
	}
	bad := func(where string, found any, wanted string) error {
		return circuit.ValueError{Where: where, Found: fmt.Sprint(found), Wanted: wanted}
	}
	if len(s.Rotors) != len(s.Circuit.Machines) {
		return bad("rotors", len(s.Rotors), fmt.Sprintf("%d, one for each machine", len(s.Circuit.Machines)))
	}
	finite := func(x float64) bool { return !math.IsNaN(x) && !math.IsInf(x, 0) }
	for i, r := range s.Rotors {
		w := fmt.Sprintf("rotors[%d].", i)
		l := r.Load
		switch {
		case !finite(r.SpeedShare):
			return bad(w+"speed", r.SpeedShare, "a finite share of synchronous speed")
		case !r.Held && !(r.InertiaKgM2 > 0 && finite(r.InertiaKgM2)):
			return bad(w+"inertia", r.InertiaKgM2, "kg·m² above 0")
		case !(l.ConstantNm >= 0 && l.LinearNm >= 0 && l.FanNm >= 0 && l.ReferenceRadS >= 0) ||
			!finite(l.ConstantNm+l.LinearNm+l.FanNm+l.ReferenceRadS):
			return bad(w+"load", l, "N·m of 0 or more")
		case l.LinearNm+l.FanNm > 0 && l.ReferenceRadS == 0:
			return bad(w+"load.reference", 0, "the speed in rad/s at which the load was given")
		}
	}
	if !(s.EndS > 0) || !finite(s.EndS) {
		return bad("end", s.EndS, "seconds above 0")
	}
	if !(s.StepS >= 0) || !finite(s.StepS) {
		return bad("step", s.StepS, "seconds of 0 or more")
	}
	capacitors := map[string]bool{}
	for _, e := range s.Circuit.Elements {
		capacitors[e.Name] = e.Kind == circuit.Capacitor
	}
	for i, o := range s.Openings {
		if !capacitors[o.Element] {
			return bad(fmt.Sprintf("openings[%d]", i), fmt.Sprintf("%q", o.Element), "the name of a capacitor")
		}
		capacitors[o.Element] = false // once
		if !(o.AfterS >= 0) {
			return bad(fmt.Sprintf("openings[%d]", i), o.AfterS, "seconds of 0 or more")
		}
	}
	for i, c := range s.Closings {
		if !(c.AtS >= 0) {
			return bad(fmt.Sprintf("closings[%d]", i), c.AtS, "seconds of 0 or more")
		}
	}
	return nil
}

// Sample is one moment of a run. It is valid only while the observer looks.
type Sample struct {
	TimeS     float64
	SpeedRadS []float64
	TorqueNm  []float64
	r         *runner
}

// SourceAmps is the current of source i, out of its From into the circuit.
func (s *Sample) SourceAmps(i int) float64 { return s.r.sourceAmps(i) }

// CoilAmps is the current of coil k of machine m, from start to finish.
func (s *Sample) CoilAmps(m, k int) float64 { return s.r.coilAmps(m, k) }

// ElementVolts is the voltage across element i, From against To. An opened
// capacitor keeps its volts.
func (s *Sample) ElementVolts(i int) float64 { return s.r.elementVolts(i) }

// ElementAmps is the current of element i, From to To inside it.
func (s *Sample) ElementAmps(i int) float64 { return s.r.elementAmps(i) }

// SourceVolts is the electromotive force of source i, From against To.
func (s *Sample) SourceVolts(i int) float64 {
	w := s.r.net.waves[i]
	return w.sin*s.r.sin + w.cos*s.r.cos
}

// errStiff says that a loop settles too fast to be followed in honest steps.
var errStiff = errors.New("a loop settles within less than a microsecond; leave its ohms out or give it more")

// Run follows the circuit from every amp, volt and flux at zero to EndS. The
// observer sees every step, the first moment included, and ends the run by
// returning false; nil watches nothing.
func (s *Setup) Run(observe func(*Sample) bool) (Result, error) {
	if err := s.Validate(); err != nil {
		return Result{}, err
	}
	r, err := newRunner(s)
	if err != nil {
		return Result{}, err
	}
	return r.run(observe)
}
