package transient

import (
	"fmt"
	"math/cmplx"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/openfile"
)

// SaturationFormat is the open file of `graybridge saturate`; docs/formats.md describes
// it.
const SaturationFormat = "gray-bridge/saturation-reference"

// SaturationCases is that file: a machine of three whole windings with a curve of its
// main flux, held at a slip on an ideal supply.
type SaturationCases struct {
	Format  string           `json:"format"`
	Version int              `json:"version"`
	Cases   []SaturationCase `json:"cases"`
}

// SaturationCase is one machine held at one slip.
type SaturationCase struct {
	Name        string             `json:"name"`
	Equivalent  circuit.Equivalent `json:"equivalent"`
	Saturation  circuit.Saturation `json:"saturation"`
	Arrangement string             `json:"arrangement"`
	LineVolts   float64            `json:"line_volts_rms" limit:">=0"`
	FrequencyHz float64            `json:"frequency_hz" limit:">0"`
	Microfarad  *float64           `json:"microfarad,omitempty" limit:">0"`
	Slip        float64            `json:"slip"`
}

// The arrangements of a case: the windings in star on three lines, or in delta on two
// with a capacitor from the corner to L1.
const (
	starOnThree    = "three-phase-star"
	deltaCapacitor = "delta-capacitor"
)

// SaturationAnswer is what one case gives: true RMS amps and mean torque in time, or
// those of the fundamental.
type SaturationAnswer struct {
	Name            string   `json:"name"`
	TorqueNm        float64  `json:"mean_torque_nm"`
	U               float64  `json:"u_amps_rms"`
	V               float64  `json:"v_amps_rms"`
	W               float64  `json:"w_amps_rms"`
	CapacitorVolts  *float64 `json:"capacitor_volts_rms,omitempty"`
	IronLossLeftOut bool     `json:"iron_loss_left_out,omitempty"`
	DeepBarHeldTo   float64  `json:"deep_bar_held_to_ratio,omitempty"`
}

// DecodeSaturationCases reads the file strictly; the error is openfile.Problems. More
// keys are allowed.
func DecodeSaturationCases(data []byte) (SaturationCases, error) {
	var f SaturationCases
	if err := openfile.Decode(data, &f, true); err != nil {
		return SaturationCases{}, err
	}
	bad := openfile.Head(f.Format, f.Version, SaturationFormat)
	add := func(path string, found any, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: fmt.Sprint(found), Wanted: wanted})
	}
	names := map[string]bool{}
	for i := range f.Cases {
		c := &f.Cases[i]
		w := fmt.Sprintf("cases[%d].", i)
		if c.Name == "" || names[c.Name] {
			add(w+"name", fmt.Sprintf("%q", c.Name), "a name of its own")
		}
		names[c.Name] = true
		switch {
		case c.Arrangement != starOnThree && c.Arrangement != deltaCapacitor:
			add(w+"arrangement", fmt.Sprintf("%q", c.Arrangement), fmt.Sprintf("%q or %q", starOnThree, deltaCapacitor))
			continue
		case c.Arrangement == deltaCapacitor && c.Microfarad == nil:
			add(w+"microfarad", "nothing", "the capacitor's µF, above 0")
			continue
		}
		s := c.setup()
		if errs := s.Circuit.Validate(); len(errs) > 0 {
			for _, e := range errs { // as the file calls them
				where := strings.TrimPrefix(e.Where, "machines[0].")
				where = strings.Replace(where, "equivalent.saturation", "saturation", 1)
				where = strings.Replace(where, "sources[0].volts_rms", "line_volts_rms", 1)
				add(w+where, e.Found, e.Wanted)
			}
		} else if _, err := newRunner(&s); err != nil {
			add(w+"equivalent", err.Error(), "a machine that can be followed")
		}
	}
	if len(bad) > 0 {
		return SaturationCases{}, bad
	}
	return f, nil
}

// setup is the case as a circuit.
func (c *SaturationCase) setup() Setup {
	q := c.Equivalent
	q.Saturation = &c.Saturation
	x := circuit.Circuit{FrequencyHz: c.FrequencyHz, Reference: "L2",
		Machines: []circuit.Machine{{Name: "motor", Equivalent: q, Slip: c.Slip, Coils: []circuit.Coil{
			{Name: "u", Start: "U1", Finish: "U2", AxisDeg: 0, Share: 1},
			{Name: "v", Start: "V1", Finish: "V2", AxisDeg: 120, Share: 1},
			{Name: "w", Start: "W1", Finish: "W2", AxisDeg: 240, Share: 1}}}},
		Sources: []circuit.Source{{Name: "supply L1-L2", From: "L1", To: "L2", VoltsRMS: c.LineVolts}}}
	if c.Arrangement == starOnThree {
		x.Sources = append(x.Sources, circuit.Source{Name: "supply L2-L3", From: "L2", To: "L3",
			VoltsRMS: c.LineVolts, PhaseDeg: -120})
		x.Joints = [][]string{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}, {"U2", "V2", "W2"}}
	} else {
		x.Joints = [][]string{{"L1", "U1", "W2"}, {"L2", "U2", "V1"}, {"L3", "V2", "W1"}}
		x.Elements = []circuit.Element{{Name: "capacitor", Kind: circuit.Capacitor, From: "L3", To: "L1",
			Microfarad: *c.Microfarad}}
	}
	return Setup{Circuit: x, Rotors: []Rotor{{Held: true, SpeedShare: 1 - c.Slip}}, EndS: longestCase,
		StepS: bentStep}
}

// bentStep is the step of a case: an idle torque is what little two great fluxes leave,
// and a steep curve wants a quarter of the usual step for it.
const bentStep = 50e-6

// Steady answers case i by the harmonic balance at the fundamental.
func (f *SaturationCases) Steady(i int) (SaturationAnswer, error) {
	c := &f.Cases[i]
	s := c.setup()
	x, err := circuit.Compile(&s.Circuit)
	if err != nil {
		return SaturationAnswer{}, err
	}
	if err := x.Solve(); err != nil {
		return SaturationAnswer{}, err
	}
	a := SaturationAnswer{Name: c.Name, TorqueNm: x.Shaft(0).TorqueNm, U: cmplx.Abs(x.CoilAmps(0, 0)),
		V: cmplx.Abs(x.CoilAmps(0, 1)), W: cmplx.Abs(x.CoilAmps(0, 2))}
	if c.Microfarad != nil && c.Arrangement == deltaCapacitor {
		v := cmplx.Abs(x.ElementVolts(0))
		a.CapacitorVolts = &v
	}
	return a, nil
}

// InTime answers case i by following it in time until nothing changes.
func (f *SaturationCases) InTime(i int) (SaturationAnswer, error) {
	c := &f.Cases[i]
	s := c.setup()
	held, err := s.held(c.Name)
	if err != nil {
		return SaturationAnswer{}, err
	}
	return SaturationAnswer{Name: c.Name, TorqueNm: held.TorqueMean, U: held.WindingAmps["u"],
		V: held.WindingAmps["v"], W: held.WindingAmps["w"], CapacitorVolts: held.CapacitorVolts,
		IronLossLeftOut: held.IronLossLeftOut, DeepBarHeldTo: held.DeepBarHeldTo}, nil
}
