package transient

import (
	"fmt"
	"math"

	"graybridge/core/circuit"
	"graybridge/core/openfile"
)

// CasesFormat is the open file of `graybridge simulate`; docs/formats.md
// describes it.
const CasesFormat = "gray-bridge/time-domain-reference"

// Cases is that file: machines by name, and cases that each put one of them on
// a supply, held at a slip or free.
type Cases struct {
	Format   string                 `json:"format"`
	Version  int                    `json:"version"`
	Machines map[string]CaseMachine `json:"machines"`
	Cases    []Case                 `json:"cases"`
}

// CaseMachine is a motor with its inertia.
type CaseMachine struct {
	Poles           int            `json:"poles"`
	FrequencyHz     float64        `json:"frequency_hz" limit:">0"`
	R1Ohm           float64        `json:"r1_ohm" limit:">=0"`
	X1Ohm           float64        `json:"x1_ohm" limit:">0"`
	R2Ohm           float64        `json:"r2_ohm" limit:">0"`
	R2StandstillOhm float64        `json:"r2_standstill_ohm,omitempty" limit:">0"`
	X2Ohm           float64        `json:"x2_ohm" limit:">=0"`
	XmOhm           float64        `json:"xm_ohm" limit:">0"`
	RfeOhm          float64        `json:"rfe_ohm,omitempty" limit:">0"`
	InertiaKgM2     float64        `json:"j_kgm2,omitempty" limit:">0"`
	Coils           []circuit.Coil `json:"coils"`

	Saturation *circuit.Saturation `json:"saturation,omitempty"`
}

// Case is one run.
type Case struct {
	Name       string          `json:"name"`
	Machine    string          `json:"machine"`
	Supply     CaseSupply      `json:"supply"`
	Joints     [][]string      `json:"joints"`
	Capacitors []CaseCapacitor `json:"capacitors"`
	Mode       string          `json:"mode"`
	Slip       *float64        `json:"slip,omitempty"`
	SpeedShare float64         `json:"initial_speed_share_of_synchronous,omitempty"`
	Load       CaseLoad        `json:"load,omitempty"`
	EndS       float64         `json:"end_s,omitempty" limit:">0"`
	Report     CaseReport      `json:"report,omitempty"`
}

// CaseSupply is ideal: line volts between L1 and L2 that cross zero going up at
// t = 0, with L3 following by 240° where it is three-phase.
type CaseSupply struct {
	Kind        string  `json:"kind"`
	LineVolts   float64 `json:"line_volts_rms" limit:">=0"`
	FrequencyHz float64 `json:"frequency_hz" limit:">0"`
	ClosingDeg  float64 `json:"closing_angle_deg,omitempty"` // angle of the line volts at t = 0
}

// CaseCapacitor may open at the first zero of its own current after a time.
type CaseCapacitor struct {
	Name        string   `json:"name"`
	From        string   `json:"from"`
	To          string   `json:"to"`
	Microfarad  float64  `json:"microfarad" limit:">0"`
	OpensAfterS *float64 `json:"opens_at_first_current_zero_after_s,omitempty" limit:">=0"`
}

// CaseLoad is what hangs on the shaft; the parts add up.
type CaseLoad struct {
	FrictionNm    float64 `json:"friction_nm,omitempty" limit:">=0"`
	ConstantNm    float64 `json:"constant_nm,omitempty" limit:">=0"`
	LinearNm      float64 `json:"linear_nm_at_reference,omitempty" limit:">=0"`
	FanNm         float64 `json:"fan_nm_at_reference,omitempty" limit:">=0"`
	ReferenceRadS float64 `json:"reference_rad_s,omitempty" limit:">0"`
	InertiaKgM2   float64 `json:"inertia_kgm2,omitempty" limit:">=0"` // added to the machine's
}

// CaseReport says which share of synchronous speed and which moments are asked.
type CaseReport struct {
	Share  *float64  `json:"share_of_synchronous,omitempty"`
	TimesS []float64 `json:"times_s,omitempty"`
}

// The modes of a case and the kinds of its supply.
const (
	fixedSlip   = "fixed-slip"
	freeRun     = "free"
	singlePhase = "single-phase"
	polyphase   = "three-phase"
)

// longestCase is the most seconds that one case may ask for.
const longestCase = 600

// DecodeCases reads the file strictly; the error is openfile.Problems. More
// keys are allowed.
func DecodeCases(data []byte) (Cases, error) {
	var f Cases
	if err := openfile.Decode(data, &f, true); err != nil {
		return Cases{}, err
	}
	bad := openfile.Head(f.Format, f.Version, CasesFormat)
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
		m, ok := f.Machines[c.Machine]
		if !ok {
			add(w+"machine", fmt.Sprintf("%q", c.Machine), "the name of one of the file's machines")
			continue
		}
		if c.Supply.Kind != singlePhase && c.Supply.Kind != polyphase {
			add(w+"supply.kind", fmt.Sprintf("%q", c.Supply.Kind), `"single-phase" or "three-phase"`)
			continue
		}
		switch c.Mode {
		case fixedSlip:
			if c.Slip == nil {
				add(w+"slip", "nothing", "a number")
			}
		case freeRun:
			if m.InertiaKgM2 == 0 {
				add("machines."+c.Machine+".j_kgm2", "nothing", "kg·m² above 0 for a free case")
			}
			if !(c.EndS > 0 && c.EndS <= longestCase) {
				add(w+"end_s", c.EndS, fmt.Sprintf("seconds above 0 and at most %d", longestCase))
			}
			if s := c.Report.Share; s != nil && *s == 0 {
				add(w+"report.share_of_synchronous", *s, "a share other than 0")
			}
			for k, t := range c.Report.TimesS {
				if !(t >= 0 && t <= c.EndS) {
					add(fmt.Sprintf("%sreport.times_s[%d]", w, k), t, "a moment from 0 to end_s")
				}
			}
			if c.Load.LinearNm+c.Load.FanNm > 0 && c.Load.ReferenceRadS == 0 {
				add(w+"load.reference_rad_s", "nothing", "the speed in rad/s at which the load was given")
			}
		default:
			add(w+"mode", fmt.Sprintf("%q", c.Mode), `"fixed-slip" or "free"`)
			continue
		}
		if setup, err := c.setup(m); err != nil {
			add(w+"circuit", err.Error(), "a circuit that can be followed")
		} else if _, err := newRunner(&setup); err != nil {
			add(w+"circuit", err.Error(), "a circuit that can be followed")
		}
	}
	if len(bad) > 0 {
		return Cases{}, bad
	}
	return f, nil
}

// setup is the case as a circuit.
func (c *Case) setup(m CaseMachine) (Setup, error) {
	s := Setup{EndS: c.EndS, Circuit: circuit.Circuit{FrequencyHz: c.Supply.FrequencyHz, Reference: "L2",
		Joints: c.Joints}}
	line := func(name, from, to string, deg float64) {
		s.Circuit.Sources = append(s.Circuit.Sources, circuit.Source{Name: name, From: from, To: to,
			VoltsRMS: c.Supply.LineVolts, PhaseDeg: deg + c.Supply.ClosingDeg})
	}
	line("supply L1-L2", "L1", "L2", 0)
	if c.Supply.Kind == polyphase {
		line("supply L2-L3", "L2", "L3", -120)
	}
	for _, k := range c.Capacitors {
		s.Circuit.Elements = append(s.Circuit.Elements, circuit.Element{Name: k.Name, Kind: circuit.Capacitor,
			From: k.From, To: k.To, Microfarad: k.Microfarad})
		if k.OpensAfterS != nil {
			s.Openings = append(s.Openings, Opening{k.Name, *k.OpensAfterS})
		}
	}
	s.Circuit.Machines = []circuit.Machine{{Name: "motor", Slip: 1, Coils: m.Coils, Equivalent: circuit.Equivalent{
		R1Ohm: m.R1Ohm, X1Ohm: m.X1Ohm, R2Ohm: m.R2Ohm, R2StandstillOhm: m.R2StandstillOhm, X2Ohm: m.X2Ohm,
		XmOhm: m.XmOhm, RfeOhm: m.RfeOhm, FrequencyHz: m.FrequencyHz, Poles: m.Poles, Saturation: m.Saturation}}}
	rotor := Rotor{InertiaKgM2: m.InertiaKgM2 + c.Load.InertiaKgM2, SpeedShare: c.SpeedShare,
		Load: Load{ConstantNm: c.Load.ConstantNm + c.Load.FrictionNm, LinearNm: c.Load.LinearNm, FanNm: c.Load.FanNm,
			ReferenceRadS: c.Load.ReferenceRadS}}
	if c.Mode == fixedSlip && c.Slip != nil {
		rotor = Rotor{Held: true, SpeedShare: 1 - *c.Slip}
		s.EndS = longestCase
	}
	s.Rotors = []Rotor{rotor}
	return s, s.Validate()
}

// Solve follows one case; the answer is a CaseAnswer or a FreeAnswer.
func (f *Cases) Solve(i int) (any, error) {
	c := &f.Cases[i]
	setup, err := c.setup(f.Machines[c.Machine])
	if err != nil {
		return nil, err
	}
	if c.Mode == fixedSlip {
		return setup.held(c.Name)
	}
	return c.free(&setup)
}

// tenPeriods is over how many periods of the supply means are taken.
const tenPeriods = 10

// held runs until nothing changes from period to period, then ten more.
func (s *Setup) held(name string) (CaseAnswer, error) {
	bank := make([]int, len(s.Circuit.Elements))
	for i := range bank {
		bank[i] = i
	}
	coils := s.Circuit.Machines[0].Coils
	period := 1 / s.Circuit.FrequencyHz
	var w, last *window
	periods, settled := 0, 0
	next := period
	result, err := s.Run(func(x *Sample) bool {
		if w == nil {
			w = &window{bank: bank, coils: len(coils)}
		}
		if x.TimeS > next-period*1e-6 {
			next += period
			periods++
			if settled == tenPeriods {
				return false
			}
			if settled > 0 {
				settled++
			} else {
				if last != nil && alike(w, last) && periods > 25 {
					settled = 1
				}
				last, w = w, &window{bank: bank, coils: len(coils)}
			}
		}
		w.add(x)
		return true
	})
	if err != nil {
		return CaseAnswer{}, err
	}
	a := CaseAnswer{Name: name, SupplyAmps: w.rms(w.supply), WindingAmps: w.windings(coils),
		SupplyWatts: w.watt / float64(w.n), TorqueMean: w.torque / float64(w.n),
		TorqueRipple:    w.lastT.high - w.lastT.low,
		IronLossLeftOut: result.IronLoss, DeepBarHeldTo: result.DeepBarTo[0]}
	if len(bank) > 0 {
		v, i := w.rms(w.volts), w.rms(w.amps)
		a.CapacitorVolts, a.CapacitorAmps = &v, &i
	}
	return a, nil
}

// alike compares two periods to a millionth.
func alike(a, b *window) bool {
	near := func(x, y, scale float64) bool { return math.Abs(x-y) <= 1e-10*(scale+1e-9) }
	scale := a.supply
	for k := range a.coil {
		if !near(a.coil[k], b.coil[k], a.coil[k]+scale) {
			return false
		}
	}
	return near(a.supply, b.supply, scale) && near(a.torque, b.torque, math.Abs(a.torque)+1e-3*math.Abs(a.watt)) &&
		near(a.volts, b.volts, a.volts)
}

// free follows a run-up and reads everything that is asked of it.
//
// Long: one run with everything that is watched in it.
func (c *Case) free(s *Setup) (FreeAnswer, error) {
	m := s.Circuit.Machines[0]
	sync := m.Equivalent.SyncRadPerSecond(s.Circuit.FrequencyHz)
	share := 0.95
	if c.Report.Share != nil {
		share = *c.Report.Share
	}
	a := FreeAnswer{Name: c.Name}
	var supply, torque, speed, cap extreme
	reach := share * sync
	lastT, lastV, lastSlope := 0.0, 0.0, 0.0
	first, above := math.NaN(), math.NaN()
	fast := 0.0 // the last moment above one percent
	wanted := c.Report.TimesS
	var series []float64
	start := s.EndS - math.Floor(math.Min(tenPeriods, s.EndS*s.Circuit.FrequencyHz))/s.Circuit.FrequencyHz
	var w *window
	direction := math.Copysign(1, share)
	finalSpeed := 0.0
	result, err := s.Run(func(x *Sample) bool {
		v, slope := x.SpeedRadS[0], x.r.dspeed[0]
		if x.TimeS > 0 {
			// The speed between two steps is the cubic with the right slopes.
			between := hermite(lastT, x.TimeS, lastV, v, lastSlope, slope)
			if (lastV-reach)*direction < 0 && (v-reach)*direction >= 0 {
				at := crossing(between, lastT, x.TimeS, reach)
				if math.IsNaN(first) {
					first = at
				}
				above = at
			}
			for len(wanted) > len(series) && wanted[len(series)] <= x.TimeS+1e-12 {
				series = append(series, between(wanted[len(series)]))
			}
		} else {
			if (v-reach)*direction >= 0 {
				first, above = 0, 0
			}
			for len(wanted) > len(series) && wanted[len(series)] <= 0 {
				series = append(series, v)
			}
		}
		lastT, lastV, lastSlope = x.TimeS, v, slope
		if math.Abs(v) > 0.01*sync {
			fast = x.TimeS
		}
		supply.add(x.TimeS, math.Abs(x.SourceAmps(0)))
		torque.add(x.TimeS, x.TorqueNm[0])
		speed.add(x.TimeS, v)
		for i := range s.Circuit.Elements {
			if !x.r.open[s.Circuit.Elements[i].Name] {
				cap.add(x.TimeS, math.Abs(x.ElementVolts(i)))
			}
		}
		finalSpeed = v
		if x.TimeS > start+1e-9 {
			if w == nil {
				w = &window{coils: len(m.Coils)}
				for i, e := range s.Circuit.Elements {
					if !x.r.open[e.Name] {
						w.bank = append(w.bank, i)
					}
				}
			}
			w.add(x)
		}
		return true
	})
	if err != nil {
		return FreeAnswer{}, err
	}
	a.RunsUp = !math.IsNaN(first) && (finalSpeed-reach)*direction >= 0
	if !math.IsNaN(first) {
		a.TimeToSpeed = &TimeToSpeed{share, first, above}
	}
	if !a.RunsUp {
		a.BelowOnePercent = &fast
	}
	a.PeakSupplyAmps, a.PeakSupplyAtS = supply.high, supply.highAt
	a.PeakSpeed, a.PeakTorque = speed.high, torque.high
	if len(s.Circuit.Elements) > 0 {
		a.PeakCapacitor = &cap.high
	}
	for _, o := range result.Opened {
		a.Openings = append(a.Openings, CaseOpening{o.Element, o.TimeS, math.Abs(o.Volts), o.SpeedRadS})
	}
	if len(a.Openings) > 0 {
		a.Opening = &a.Openings[0]
	}
	if len(a.Openings) < 2 {
		a.Openings = nil
	}
	mean := w.speed / float64(w.n)
	a.Final = CaseFinal{Slip: 1 - mean/sync, Speed: mean, SpeedRipple: w.lastV.high - w.lastV.low,
		TorqueMean: w.torque / float64(w.n), TorqueRipple: w.lastT.high - w.lastT.low,
		SupplyAmps: w.rms(w.supply), WindingAmps: w.windings(m.Coils)}
	if len(w.bank) > 0 {
		v, i := w.rms(w.volts), w.rms(w.amps)
		a.Final.CapacitorVolts, a.Final.CapacitorAmps = &v, &i
	}
	if series != nil {
		a.Series = map[string][]float64{"speed_rad_s": series}
	}
	a.IronLossLeftOut, a.DeepBarHeldTo = result.IronLoss, result.DeepBarTo[0]
	return a, nil
}

// hermite is the cubic through two values with two slopes.
func hermite(t0, t1, x0, x1, d0, d1 float64) func(t float64) float64 {
	h := t1 - t0
	return func(t float64) float64 {
		u := (t - t0) / h
		return x0*(1+2*u)*(1-u)*(1-u) + d0*h*u*(1-u)*(1-u) + x1*u*u*(3-2*u) + d1*h*u*u*(u-1)
	}
}

// crossing halves its way to where a curve passes a level.
func crossing(f func(float64) float64, low, high, level float64) float64 {
	up := f(high) > level
	for range 50 {
		mid := (low + high) / 2
		if (f(mid) > level) == up {
			high = mid
		} else {
			low = mid
		}
	}
	return (low + high) / 2
}
