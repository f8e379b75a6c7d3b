package machine

import (
	"errors"
	"math"

	"graybridge/core/circuit"
	"graybridge/core/search"
)

// Demand is what a machine's shaft is asked at a slip, in N·m of air-gap torque:
// its load and its own friction.
type Demand func(slip float64) float64

// ErrNoEquilibrium says that the machines of a circuit find no speeds at which
// each carries its load: one of them stalls.
var ErrNoEquilibrium = errors.New("no speeds at which every machine carries its load")

// Together finds the slips at which every machine of a circuit gives just what
// its shaft is asked, an idler and its loads for instance, where each pulls on
// the others through the shared lines. It starts from the slips set in the
// circuit (near synchronous speed where they are 1 or more) and takes damped
// Newton steps with a difference Jacobian. The solver stands at the solution.
//
// Long: one iteration whose steps share its matrix.
func Together(c *circuit.Circuit, demands []Demand) (slips []float64, s *circuit.Solver, err error) {
	s, err = circuit.Compile(c)
	if err != nil {
		return nil, nil, err
	}
	n := len(demands)
	slips = make([]float64, n)
	for i := range slips {
		if slips[i] = c.Machines[i].Slip; slips[i] >= 1 {
			slips[i] = 0.02
		}
	}
	residual := func(at []float64, out []float64) (size float64, err error) {
		for i, x := range at {
			s.SetSlip(i, x)
		}
		if err := s.Solve(); err != nil {
			return 0, err
		}
		for i := range out {
			want := demands[i](at[i])
			shaft := s.Shaft(i)
			out[i] = shaft.TorqueNm - want
			size = math.Max(size,
				math.Abs(out[i])/(1e-9+math.Abs(want)+1e-3*(math.Abs(shaft.ForwardNm)+math.Abs(shaft.BackwardNm))))
		}
		return size, nil
	}
	f, g, trial := make([]float64, n), make([]float64, n), make([]float64, n)
	jacobian := make([][]float64, n)
	for i := range jacobian {
		jacobian[i] = make([]float64, n+1)
	}
	size, err := residual(slips, f)
	if err != nil {
		return nil, nil, err
	}
	for range 60 {
		if size < 1e-9 {
			_, err = residual(slips, f)
			return slips, s, err
		}
		for k := range n {
			copy(trial, slips)
			d := 1e-6 * (1 + math.Abs(slips[k]))
			trial[k] += d
			if _, err := residual(trial, g); err != nil {
				return nil, nil, err
			}
			for i := range n {
				jacobian[i][k] = (g[i] - f[i]) / d
			}
		}
		for i := range n {
			jacobian[i][n] = -f[i]
		}
		if !search.Gauss(jacobian, n) {
			return nil, nil, ErrNoEquilibrium
		}
		better := false
		for damp := 1.0; damp > 1e-4; damp /= 2 {
			for i := range n {
				step := damp * jacobian[i][n]
				trial[i] = slips[i] + math.Max(-0.1, math.Min(0.1, step))
			}
			next, err := residual(trial, g)
			if err == nil && next < size {
				copy(slips, trial)
				copy(f, g)
				size, better = next, true
				break
			}
		}
		if !better {
			break
		}
	}
	if size < 1e-6 {
		_, err = residual(slips, f)
		return slips, s, err
	}
	return nil, nil, ErrNoEquilibrium
}
