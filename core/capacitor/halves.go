package capacitor

import (
	"math/cmplx"

	"graybridge/core/circuit"
	"graybridge/core/machine"
)

// whole is a bridge whose windings come in halves, looked at as whole windings: two halves
// of one axis end to end, or side by side, carry the same amps each. It has half of the
// unknowns, which is what a search over thousands of points wants; readings are taken from
// the circuit of halves itself.
type whole struct {
	solver *circuit.Solver
	each   float64 // amps of a half over those of the whole winding
	of     [3]int  // the first half of each winding
}

// wholeOf makes it; nil where the windings are whole already, or their halves are joined in
// any other way.
func wholeOf(m *machine.Model, w Wiring) *whole {
	if len(w.Coils) != 6 {
		return nil
	}
	full := bridgeCircuit(m.Eq, w, w.Coils)
	at := circuit.Number(full)
	ends := map[int]int{}
	for _, c := range w.Coils {
		ends[at[c.Start]]++
		ends[at[c.Finish]]++
	}
	lines := map[int]bool{at["L1"]: true, at["L2"]: true, at["L3"]: true}
	out := &whole{}
	var coils []circuit.Coil
	series := 0
	for i := 0; i < 6; i += 2 {
		a, b := w.Coils[i], w.Coils[i+1]
		if a.AxisDeg != b.AxisDeg || a.Share != 0.5 || b.Share != 0.5 {
			return nil
		}
		one := circuit.Coil{Name: a.Name, AxisDeg: a.AxisDeg, Share: 1, Start: a.Start, Finish: a.Finish}
		private := func(n int) bool { return ends[n] == 2 && !lines[n] }
		// Two star points of their own stand at the same volts: the halves are alike.
		star := func(n int) bool { return ends[n] == 3 && !lines[n] }
		switch {
		case at[a.Start] == at[b.Start] && at[a.Finish] == at[b.Finish]:
		case at[a.Start] == at[b.Start] && star(at[a.Finish]) && star(at[b.Finish]):
		case at[a.Finish] == at[b.Start] && private(at[a.Finish]):
			one.Finish = b.Finish
			series++
		case at[b.Finish] == at[a.Start] && private(at[a.Start]):
			one.Start = b.Start
			series++
		default:
			return nil
		}
		coils, out.of[i/2] = append(coils, one), i
	}
	switch series {
	case 3:
		out.each = 1
	case 0:
		out.each = 0.5
	default:
		return nil
	}
	s, err := circuit.Compile(bridgeCircuit(out.equivalent(m), w, coils))
	if err != nil {
		return nil
	}
	out.solver = s
	return out
}

// equivalent is a motor's, of its whole windings as they are joined.
func (h *whole) equivalent(m *machine.Model) circuit.Equivalent {
	if h.each == 0.5 {
		return m.Eq.SideBySide(2)
	}
	return m.Eq
}

// look solves a slip for its torque and its worst winding alone; worst and shaft read it.
func (b *Bridge) look(slip float64) error {
	if b.whole == nil {
		return b.solve(slip)
	}
	if b.sign < 0 {
		slip = 2 - slip
	}
	b.whole.solver.SetSlip(0, slip)
	err := b.whole.solver.Solve()
	if err != nil {
		b.lastErr = err
	}
	return err
}

// shaftNm is the torque of the point last looked at, in the direction of running.
func (b *Bridge) shaftNm() float64 {
	s := b.solver
	if b.whole != nil {
		s = b.whole.solver
	}
	return b.sign * s.Shaft(0).TorqueNm
}

// lookedWorst is the worst winding of the point last looked at.
func (b *Bridge) lookedWorst() (share float64, winding int) {
	if b.whole == nil {
		return b.solvedWorst()
	}
	for k, first := range b.whole.of {
		v := cmplx.Abs(b.whole.solver.CoilAmps(0, k)) * b.whole.each / b.Model.WindingAmps
		if v > share {
			share, winding = v, first
		}
	}
	return share, winding
}

// solvedWorst reads the worst winding of the last solution.
func (b *Bridge) solvedWorst() (share float64, winding int) {
	for k := range b.Wiring.Coils {
		if v := cmplx.Abs(b.solver.CoilAmps(0, k)) / b.Model.WindingAmps; v > share {
			share, winding = v, k
		}
	}
	return share, winding
}
