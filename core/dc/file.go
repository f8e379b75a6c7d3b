package dc

import (
	"fmt"
	"math"

	"graybridge/core/openfile"
)

// Format is the open file of `graybridge dc`; docs/formats.md describes it.
const Format = "gray-bridge/dc-reference"

// File is that file.
type File struct {
	Format  string     `json:"format,omitempty"`
	Version int        `json:"version,omitempty"`
	Cases   []FileCase `json:"cases"`
}

// FileCase is a motor on a line at a speed under a share of its torque.
type FileCase struct {
	Name      string     `json:"name"`
	Motor     FileMotor  `json:"motor"`
	Line      FileLine   `json:"line"`
	WantedRPM float64    `json:"wanted_rpm" limit:">0"`
	Share     float64    `json:"torque_share" limit:">=0"`
	Stop      *FileStop  `json:"stop_by_resistor,omitempty"`
	Expect    *FileFound `json:"expect,omitempty"` // where no stop is asked, the one expected is worked out
}

// FileMotor is a plate with its armature.
type FileMotor struct {
	ShaftKW    float64 `json:"shaft_kw" limit:">0"`
	Volts      float64 `json:"armature_volts" limit:">0"`
	Amps       float64 `json:"armature_amps" limit:">0"`
	RPM        float64 `json:"rpm" limit:">0"`
	Ohm        float64 `json:"armature_ohm" limit:">0"`
	Millihenry float64 `json:"armature_millihenry" limit:">0"`
	Brush      float64 `json:"brush_volts" limit:">=0"`
}

// FileLine is the supply.
type FileLine struct {
	Volts float64 `json:"volts" limit:">0"`
	Hertz float64 `json:"hertz" limit:">0"`
}

// FileStop is a stop by a resistor: what is asked, and what comes of it.
type FileStop struct {
	Ohm     float64 `json:"braking_ohm" limit:">0"`
	Inertia float64 `json:"inertia_kgm2" limit:">0"`
	First   float64 `json:"first_amps,omitempty"`
	Seconds float64 `json:"seconds_to_5_percent,omitempty"`
	Joules  float64 `json:"joules,omitempty"`
}

// FileFound is what a case comes to. Where the line does not give the amps, reachable is
// false and what hangs on the wave is left out.
type FileFound struct {
	Name        string    `json:"name,omitempty"`
	Reachable   bool      `json:"reachable"`
	VoltsPerRPM float64   `json:"ke_volts_per_rpm"`
	NmPerAmp    float64   `json:"kt_nm_per_amp"`
	RatedNm     float64   `json:"rated_torque_nm"`
	FrictionNm  float64   `json:"friction_nm"`
	Delay       *float64  `json:"delay_deg,omitempty"`
	Continuous  *bool     `json:"continuous,omitempty"`
	MeanAmps    *float64  `json:"mean_amps,omitempty"`
	RMSAmps     *float64  `json:"rms_amps,omitempty"`
	FormFactor  *float64  `json:"form_factor,omitempty"`
	MeanVolts   *float64  `json:"mean_armature_volts,omitempty"`
	Heat        *float64  `json:"heat_ratio,omitempty"`
	HeatOne     *float64  `json:"heat_ratio_form_factor_one,omitempty"`
	LineAmps    *float64  `json:"line_amps,omitempty"`
	LineWatts   *float64  `json:"line_watts,omitempty"`
	PowerFactor *float64  `json:"power_factor,omitempty"`
	Regulation  *float64  `json:"regulation_open,omitempty"`
	StartAmps   float64   `json:"start_amps_unlimited"`
	FlatOhm     float64   `json:"ir_ohm_flat"`
	Stop        *FileStop `json:"stop_by_resistor,omitempty"`
}

// Decode reads the file strictly; the error is openfile.Problems. More keys are allowed.
func Decode(data []byte) (File, error) {
	var f File
	if err := openfile.Decode(data, &f, true); err != nil {
		return File{}, err
	}
	bad := openfile.Head(f.Format, f.Version, Format)
	add := func(path, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: found, Wanted: wanted})
	}
	for i, c := range f.Cases {
		m := c.motor()
		at := fmt.Sprintf("cases[%d].motor", i)
		k := m.Constants()
		switch {
		case !(k.VoltsPerRPM > 0):
			add(at, "armature volts that amps times ohms and the brushes use up", "volts above them")
		case k.FrictionNm < 0:
			add(
				at,
				"more shaft power than the armature's volts and amps leave",
				"power below (volts − amps·ohms − brushes)·amps",
			)
		}
	}
	if len(bad) > 0 {
		return File{}, bad
	}
	return f, nil
}

func (c FileCase) motor() Motor {
	m := c.Motor
	return Motor{
		Armature:      Armature{Ohm: m.Ohm, Millihenry: m.Millihenry, BrushVolts: m.Brush},
		ShaftWatts:    m.ShaftKW * 1000,
		ArmatureVolts: m.Volts,
		ArmatureAmps:  m.Amps,
		RPM:           m.RPM,
	}
}

// Solve works a case out.
func (c FileCase) Solve() FileFound {
	m, l := c.motor(), Line(c.Line)
	p := m.At(l, c.WantedRPM, c.Share)
	f := FileFound{
		Name:        c.Name,
		Reachable:   p.Reachable,
		VoltsPerRPM: p.VoltsPerRPM,
		NmPerAmp:    p.NmPerAmp,
		RatedNm:     p.RatedNm,
		FrictionNm:  p.FrictionNm,
		StartAmps:   m.ArmatureVolts / m.Ohm,
		FlatOhm:     m.Ohm,
	}
	if p.Reachable {
		is := func(x float64) *float64 { return &x }
		f.Delay, f.Continuous, f.MeanAmps, f.RMSAmps = is(
			p.DelayRad*180/math.Pi,
		), &p.Continuous, is(
			p.MeanAmps,
		), is(
			p.RMSAmps,
		)
		f.FormFactor, f.MeanVolts, f.LineAmps, f.LineWatts = is(
			p.FormFactor(),
		), is(
			p.MeanVolts,
		), is(
			p.LineAmps,
		), is(
			p.LineWatts,
		)
		f.Heat, f.HeatOne = is(math.Pow(p.RMSAmps/m.ArmatureAmps, 2)), is(math.Pow(p.MeanAmps/m.ArmatureAmps, 2))
		f.PowerFactor, f.Regulation = is(p.PowerFactor(l)), is(m.Rise(&p))
	}
	stop := c.Stop
	if stop == nil && c.Expect != nil {
		stop = c.Expect.Stop
	}
	if stop != nil {
		s := m.Brake(c.WantedRPM, stop.Ohm, stop.Inertia)
		f.Stop = &FileStop{
			Ohm:     stop.Ohm,
			Inertia: stop.Inertia,
			First:   s.FirstAmps,
			Seconds: s.Seconds,
			Joules:  s.Joules,
		}
	}
	return f
}
