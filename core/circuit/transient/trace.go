package transient

import "math"

// Trace is a run decimated for drawing: the run is cut into slices of equal
// time, and each slice keeps what a drawing needs of it.
type Trace struct {
	TimeS  []float64   // end of each slice
	RPM    [][]float64 // by machine: at the end of the slice
	Torque [][]float64 // by machine: mean over the slice, N·m
	Amps   []float64   // of the first source: greatest either way
	Result Result
}

// Trace follows the circuit and keeps at most so many slices. stop, where it is
// not nil, ends the run by returning true.
func (s *Setup) Trace(slices int, stop func(*Sample) bool) (Trace, error) {
	n := len(s.Circuit.Machines)
	t := Trace{RPM: make([][]float64, n), Torque: make([][]float64, n)}
	width := s.EndS / float64(max(1, slices))
	sum := make([]float64, n)
	count, peak := 0, 0.0
	next := width
	keep := func(x *Sample) {
		t.TimeS = append(t.TimeS, x.TimeS)
		t.Amps = append(t.Amps, peak)
		for m := range n {
			t.RPM[m] = append(t.RPM[m], x.SpeedRadS[m]*30/math.Pi)
			t.Torque[m] = append(t.Torque[m], sum[m]/float64(count))
			sum[m] = 0
		}
		count, peak = 0, 0
	}
	var err error
	t.Result, err = s.Run(func(x *Sample) bool {
		for m := range n {
			sum[m] += x.TorqueNm[m]
		}
		count++
		if len(s.Circuit.Sources) > 0 {
			peak = math.Max(peak, math.Abs(x.SourceAmps(0)))
		}
		if x.TimeS == 0 {
			return true
		}
		if x.TimeS >= next*(1-1e-9) {
			keep(x)
			for next <= x.TimeS*(1+1e-9) {
				next += width
			}
		}
		if stop != nil && stop(x) {
			if count > 0 {
				keep(x)
			}
			return false
		}
		return true
	})
	return t, err
}
