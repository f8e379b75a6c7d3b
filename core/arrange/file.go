package arrange

import (
	"fmt"
	"math"

	"graybridge/core/circuit"
	"graybridge/core/machine"
	"graybridge/core/openfile"
)

// Format is the open file of `graybridge arrange`; docs/formats.md describes it.
const Format = "gray-bridge/arrange"

// File is a plate with every target given, a single-phase line, and the loads that a joint
// has to serve.
type File struct {
	Format     string              `json:"format"`
	Version    int                 `json:"version"`
	Name       string              `json:"name,omitempty"`
	Plate      machine.DesignPlate `json:"plate"`
	Supply     FileSupply          `json:"single_phase_supply"`
	Load       FileLoad            `json:"load"`
	Saturation *FileCurve          `json:"saturation,omitempty"` // absent: the planning curve
	Most       *float64            `json:"most,omitempty" limit:">0"`
}

// FileSupply is the line between L1 and L2.
type FileSupply struct {
	Volts     float64  `json:"volts" limit:">0"`
	Hertz     *float64 `json:"frequency_hz,omitempty" limit:">0"` // absent: the plate's
	FeederOhm float64  `json:"feeder_ohm,omitempty" limit:">=0"`
}

// FileLoad is a band of loads, as shares of rated shaft torque.
type FileLoad struct {
	Kind machine.LoadKind `json:"kind"`
	From float64          `json:"from" limit:">=0"`
	To   float64          `json:"to" limit:">0"`
}

// FileCurve is the curve of the main flux; a = 1 is the straight line.
type FileCurve struct {
	A float64 `json:"a" limit:">0"`
	N float64 `json:"n" limit:">0"`
}

// usualMost is how many joints are given where the file does not say.
const usualMost = 12

// Decode reads a file strictly. The error is openfile.Problems.
func Decode(data []byte) (File, error) {
	var f File
	if err := openfile.Decode(data, &f, false); err != nil {
		return File{}, err
	}
	bad := openfile.Head(f.Format, f.Version, Format)
	add := func(path string, found any, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: fmt.Sprint(found), Wanted: wanted})
	}
	switch f.Load.Kind {
	case machine.Constant, machine.Linear, machine.Fan:
	default:
		add("load.kind", fmt.Sprintf("%q", f.Load.Kind), "constant, linear or fan")
	}
	if f.Load.To < f.Load.From || f.Load.To > 2 {
		add("load.to", f.Load.To, "a share from load.from up to 2")
	}
	if m := f.Most; m != nil && (*m > 100 || *m != math.Trunc(*m)) {
		add("most", *m, "a whole number up to 100")
	}
	if _, err := f.Plate.Model(); err != nil {
		add("plate", err.Error(), "a plate that a motor could be built to")
	}
	if c := f.Saturation; c != nil && !(c.A <= 1 && c.N > 1 && c.N <= circuit.Steepest) {
		add("saturation", fmt.Sprintf("a %v, n %v", c.A, c.N), "a at most 1, n above 1 and at most 25")
	}
	if len(bad) > 0 {
		return File{}, bad
	}
	return f, nil
}

// Wants is what the file asks.
func (f File) Wants() (w Wants, most int, err error) {
	m, err := f.Plate.Model()
	if err != nil {
		return w, 0, err
	}
	if c := f.Saturation; c != nil {
		m = m.Bent(c.A, c.N)
	} else if f.Plate.Saturation == nil {
		m = m.Bent(circuit.PlanningA, circuit.PlanningN)
	}
	w = Wants{Model: &m, Volts: f.Supply.Volts, Hertz: f.Plate.FrequencyHz, FeederOhm: f.Supply.FeederOhm,
		Kind: f.Load.Kind, From: f.Load.From, To: f.Load.To}
	if f.Supply.Hertz != nil {
		w.Hertz = *f.Supply.Hertz
	}
	most = usualMost
	if f.Most != nil {
		most = int(*f.Most)
	}
	return w, most, nil
}

// Answer is a joint as the command prints it.
type Answer struct {
	Joint      string            `json:"joint"`
	Nodes      [][]string        `json:"nodes"`
	Capacitors []AnswerCapacitor `json:"capacitors"`
	Turns      string            `json:"turns"` // with the order U, V, W, or against it
	Worst      float64           `json:"worst_winding_over_band"`
	Idle       *float64          `json:"worst_winding_idle"`
	Start      float64           `json:"start_torque_ratio"`
	Most       float64           `json:"every_winding_inside_plate_to"`
}

// AnswerCapacitor is one capacitor: where it stands, and the most volts across it idle and
// at the heaviest load.
type AnswerCapacitor struct {
	From       string  `json:"from"`
	To         string  `json:"to"`
	Microfarad float64 `json:"microfarad"`
	VoltsRMS   float64 `json:"volts_rms"`
}

// Answer of a result.
func (r Result) Answer() Answer {
	a := Answer{Joint: r.Joint.String(), Nodes: r.Joints(), Turns: "with U, V, W", Worst: r.Worst, Start: r.Start,
		Most: r.Most}
	if r.Backward {
		a.Turns = "against U, V, W"
	}
	if !math.IsInf(r.Idle, 1) {
		a.Idle = &r.Idle
	}
	for i, c := range r.Caps {
		if c[0] != c[1] {
			a.Capacitors = append(a.Capacitors, AnswerCapacitor{From: c[0].String(), To: c[1].String(),
				Microfarad: r.Microfarad[i], VoltsRMS: r.Volts[i]})
		}
	}
	return a
}
