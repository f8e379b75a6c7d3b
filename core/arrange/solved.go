package arrange

import (
	"fmt"
	"math"

	"graybridge/core/circuit"
	"graybridge/core/machine"
)

// Solved is a joint of a motor on the line, ready to be asked. It is not for use by two
// goroutines at once.
type Solved struct {
	w      Wants
	two    bool
	sign   float64
	solver *circuit.Solver
	guess  [bandLoads + 1]float64 // slips of the band's loads, and of any other
}

// Circuit is a joint of a motor on the line with some capacitors.
func (w Wants) Circuit(j Joint, microfarad [2]float64) circuit.Circuit {
	c := circuit.Circuit{FrequencyHz: w.Hertz, Reference: "L2", Sources: []circuit.Source{{Name: "line", From: "line",
		To: "L2", VoltsRMS: w.Volts, ResistanceOhm: w.FeederOhm}}, Joints: append([][]string{{"line", "L1"}},
		j.Joints()...)}
	for i, p := range j.Caps {
		if p[0] != p[1] {
			c.Elements = append(c.Elements, circuit.Element{Name: fmt.Sprintf("C%d", i+1), Kind: circuit.Capacitor,
				From: p[0].String(), To: p[1].String(), Microfarad: microfarad[i]})
		}
	}
	c.Machines = []circuit.Machine{{Name: "motor", Equivalent: w.Model.Eq, Slip: 1, Coils: machine.Coils()}}
	return c
}

// Best finds the capacitors of one joint, on the curve.
func (w Wants) Best(j Joint, backward bool) (Result, bool) { return w.best(j, backward, nil) }

// Figures is what a joint does with some capacitors; ok is false where it cannot be solved.
func (w Wants) Figures(j Joint, backward bool, microfarad [2]float64) (r Result, ok bool) {
	s, err := w.Solve(j, backward)
	if err != nil {
		return r, false
	}
	r = Result{Joint: j, Backward: backward, Microfarad: microfarad, Worst: s.WorstOver(microfarad, math.Inf(1))}
	s.figures(&r)
	return r, true
}

// Solve readies a joint; backward counts slip and torque against the order U, V, W.
func (w Wants) Solve(j Joint, backward bool) (*Solved, error) {
	return w.SolveCircuit(w.Circuit(j, [2]float64{1, 1}), j.Two(), backward)
}

// SolveCircuit readies a circuit of Circuit's making, with a fault put in it.
func (w Wants) SolveCircuit(c circuit.Circuit, two, backward bool) (*Solved, error) {
	solver, err := circuit.Compile(&c)
	if err != nil {
		return nil, err
	}
	s := &Solved{w: w, two: two, sign: 1, solver: solver}
	if backward {
		s.sign = -1
	}
	return s, nil
}

// Set puts capacitors in.
func (s *Solved) Set(microfarad [2]float64) {
	s.solver.SetMicrofarad(0, microfarad[0])
	if s.two {
		s.solver.SetMicrofarad(1, microfarad[1])
	}
}

// Torque at a slip in the direction of running, N·m; NaN where there is no answer.
func (s *Solved) Torque(slip float64) float64 {
	if s.sign < 0 {
		slip = 2 - slip
	}
	s.solver.SetSlip(0, slip)
	if s.solver.Solve() != nil {
		return math.NaN()
	}
	return s.sign * s.solver.Shaft(0).TorqueNm
}

// A motor that hangs at a slip above so many times its own, or above that at least, does not
// carry its load: it crawls.
const (
	slipsMost = 2.5
	leastSlip = 0.06
)

// Run settles at a load; ok is false where it does not carry it near its own speed.
func (s *Solved) Run(load machine.Load) (slip float64, ok bool) { return s.run(load, bandLoads) }

// run begins at the slip of a place among the guesses.
func (s *Solved) run(load machine.Load, place int) (slip float64, ok bool) {
	surplus := s.w.Model.Surplus(s.Torque, load, s.w.Hertz)
	slip = machine.RunSlip(surplus, s.guess[place])
	if math.IsNaN(slip) {
		return 0, false
	}
	s.guess[place] = slip
	return slip, slip <= max(leastSlip, slipsMost*s.w.Model.RatedSlip) && !math.IsNaN(s.Torque(slip))
}

// Shares are the winding amps over plate at the point last solved.
func (s *Solved) Shares() (out [3]float64) {
	for k := range out {
		a := s.solver.CoilAmps(0, k)
		out[k] = math.Hypot(real(a), imag(a)) / s.w.Model.WindingAmps
	}
	return out
}

// CapVolts are the volts across the capacitors at the point last solved.
func (s *Solved) CapVolts() (out [2]float64) {
	for i := range 1 + map[bool]int{true: 1}[s.two] {
		v := s.solver.ElementVolts(i)
		out[i] = math.Hypot(real(v), imag(v))
	}
	return out
}

// Solver is the circuit underneath, at the point last solved.
func (s *Solved) Solver() *circuit.Solver { return s.solver }

// WorstOver is the worst winding over plate over the band; +Inf where some load of it is
// not carried, and whatever is first found above a limit.
func (s *Solved) WorstOver(microfarad [2]float64, limit float64) float64 {
	s.Set(microfarad)
	worst := 0.0
	for i := range bandLoads { // the heaviest first
		share := s.w.To - (s.w.To-s.w.From)*float64(i)/(bandLoads-1)
		if _, ok := s.run(machine.Load{Kind: s.w.Kind, Share: share}, i); !ok {
			return math.Inf(1)
		}
		x := s.Shares()
		if worst = max(worst, x[0], x[1], x[2]); worst > limit || s.w.To == s.w.From {
			break
		}
	}
	return worst
}

// bandLoads is in how many places a band of loads is looked at.
const bandLoads = 3
