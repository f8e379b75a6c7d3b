package rotary

import (
	"math"
	"slices"

	"graybridge/core/circuit"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/site"
)

// State solves some joints of the motor planned as if they were fed: the idler alone on
// the line, or the machine beside the spinning idler. The others stand off.
func (o *Solved) State(id string, f site.Fed, known bool) site.State {
	s, live, solve := o.Member().Site.Begin(id, f, known, site.DeadShort)
	if !solve {
		return s
	}
	if !o.IsIdler() && o.Street == nil {
		s.Verdict = waitsForIdler
		return s
	}
	settle(o, &s, live)
	return s
}

// fed is a circuit of the motor planned, coil by coil, with slips counted in the
// direction that the idler is spun.
type fed struct {
	solver   *circuit.Solver
	circuit  circuit.Circuit
	one      int // index of the motor planned; the idler is 0
	backward bool
	err      error
}

// Circuit is the line, the banks, the idler and, beside it, the machine planned as it
// is fed. Coils and joints of the idler bear "idler " before their names where it is
// not the one planned.
func (o *Solved) Circuit(f site.Fed) circuit.Circuit {
	m := o.Member().Site
	supply := m.Supply
	c := circuit.Circuit{FrequencyHz: supply.Hertz, Reference: "L2", Elements: []circuit.Element{},
		Sources: []circuit.Source{
			{Name: "line", From: "L1", To: "L2", VoltsRMS: supply.Volts, ResistanceOhm: supply.LineOhm()},
		}}
	b := o.Entered
	if o.Answer != nil {
		b = o.Answer.Balance
	}
	banks := [2]float64{b.L13, b.L23}
	if f.Banks != nil {
		banks = *f.Banks
	}
	for i, uf := range banks {
		if uf > 0 {
			c.Elements = append(c.Elements, circuit.Element{Name: "bank " + bankNames[i], Kind: circuit.Capacitor,
				From: leads.Lines[i], To: "L3", Microfarad: uf})
		}
	}
	coils, inside := m.CoilsOf(f)
	one := circuit.Machine{Name: "motor", Equivalent: m.Model.Eq, Slip: 1, Coils: coils}
	c.Joints = append(append([][]string{}, inside...), f.Joints...)
	if !o.IsIdler() {
		c.Machines = append(c.Machines, idlerCoils(&o.Read, &c))
	}
	c.Machines = append(c.Machines, one)
	return c
}

// idlerCoils are the idler's as wanted, under names of their own.
func idlerCoils(o *Read, c *circuit.Circuit) circuit.Machine {
	s := o.Idler.Site
	coils, inside := s.CoilsOf(site.Fed{})
	own := func(name string) string {
		if slices.Contains(leads.Lines, name) {
			return name
		}
		return "idler " + name
	}
	for i, k := range coils {
		coils[i].Name, coils[i].Start, coils[i].Finish = own(k.Name), own(k.Start), own(k.Finish)
	}
	live, _ := s.Wanted.WithLines(s.Hand.Kind)
	for _, j := range append(append([][]string{}, inside...), live...) {
		var named []string
		for _, n := range j {
			named = append(named, own(n))
		}
		c.Joints = append(c.Joints, named)
	}
	return circuit.Machine{Name: "idler", Equivalent: s.Model.Eq, Slip: 1, Coils: coils}
}

func feed(o *Solved, f site.Fed) (*fed, error) {
	c := o.Circuit(f)
	solver, err := circuit.Compile(&c)
	return &fed{solver: solver, circuit: c, one: len(c.Machines) - 1,
		backward: (o.As.Spun == Backward) != f.SpunOther}, err
}

// torque of a motor with its slip set, in the direction the idler is spun.
func (d *fed) torque(i int, slip float64) float64 {
	d.set(i, slip)
	if err := d.solver.Solve(); err != nil {
		d.err = err
		return math.NaN()
	}
	if d.backward {
		return -d.solver.Shaft(i).TorqueNm
	}
	return d.solver.Shaft(i).TorqueNm
}

func (d *fed) set(i int, slip float64) {
	if d.backward {
		slip = 2 - slip
	}
	d.solver.SetSlip(i, slip)
}

// runs finds where a motor runs with the others where they stand; NaN where nowhere.
func (d *fed) runs(i int, m *machine.Model, l machine.Load, guess float64) float64 {
	at := machine.RunSlip(
		m.Surplus(func(slip float64) float64 { return d.torque(i, slip) }, l, d.circuit.FrequencyHz),
		guess,
	)
	if !math.IsNaN(at) {
		d.set(i, at)
	}
	return at
}

// joined says that a coil's end stands on a line.
func (d *fed) joined(line, end string) bool {
	return line == end || slices.ContainsFunc(d.circuit.Joints, func(j []string) bool {
		return slices.Contains(j, line) && slices.Contains(j, end)
	})
}
