package circuit

import (
	"encoding/json"
	"math"
	"math/cmplx"

	"graybridge/core/openfile"
)

// BenchCaseFormat is the format name of a circuit on the bench, the open file
// that `graybridge solve` reads; docs/formats.md describes it.
const BenchCaseFormat = "gray-bridge/bench-case"

// BenchCase is a circuit with a name. Expect is carried for whoever compares
// and is ignored by the solver.
type BenchCase struct {
	Format  string `json:"format"`
	Version int    `json:"version"`
	Name    string `json:"name"`
	About   string `json:"about,omitempty"`
	Circuit
	Expect json.RawMessage `json:"expect,omitempty"`
}

// Polar is a phasor as people read it.
type Polar struct {
	RMS      float64 `json:"rms"`
	PhaseDeg float64 `json:"phase_deg"`
}

// Answer is the solution of a bench case by the names used in it.
type Answer struct {
	NodeVolts map[string]Polar  `json:"node_volts"`
	Amps      map[string]Polar  `json:"amps"`
	Machines  map[string]Torque `json:"machines"`
}

// Torque of one machine, in N·m.
type Torque struct {
	TorqueNm   float64 `json:"torque_nm"`
	ForwardNm  float64 `json:"forward_nm"`
	BackwardNm float64 `json:"backward_nm"`
}

// DecodeBenchCase reads a bench case strictly. The error is openfile.Problems.
func DecodeBenchCase(data []byte) (BenchCase, error) {
	var b BenchCase
	if err := openfile.Decode(data, &b, false); err != nil {
		return BenchCase{}, err
	}
	bad := openfile.Head(b.Format, b.Version, BenchCaseFormat)
	for _, e := range b.Validate() {
		bad = append(bad, openfile.Problem{Path: e.Where, Found: e.Found, Wanted: e.Wanted})
	}
	if len(bad) > 0 {
		return BenchCase{}, bad
	}
	return b, nil
}

// SolveCase solves a circuit once and names every value.
func SolveCase(c *Circuit) (Answer, error) {
	s, err := Compile(c)
	if err != nil {
		return Answer{}, err
	}
	if err := s.Solve(); err != nil {
		return Answer{}, err
	}
	a := Answer{NodeVolts: map[string]Polar{}, Amps: map[string]Polar{}, Machines: map[string]Torque{}}
	for name, v := range s.Nodes() {
		a.NodeVolts[name] = polar(v)
	}
	for i, src := range c.Sources {
		a.Amps[src.Name] = polar(s.SourceAmps(i))
	}
	for i, e := range c.Elements {
		a.Amps[e.Name] = polar(s.ElementAmps(i))
	}
	for i, m := range c.Machines {
		for k, coil := range m.Coils {
			a.Amps[coil.Name] = polar(s.CoilAmps(i, k))
		}
		t := s.Shaft(i)
		a.Machines[m.Name] = Torque{t.TorqueNm, t.ForwardNm, t.BackwardNm}
	}
	return a, nil
}

func polar(z complex128) Polar {
	return Polar{cmplx.Abs(z), cmplx.Phase(z) * 180 / math.Pi}
}
