package transient_test

import (
	"encoding/json"
	"math"
	"math/cmplx"
	"os"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
)

// rule is a tolerance of the reference file: relative, or absolute where that
// is larger.
type rule struct{ Relative, Absolute float64 }

func reference(t testing.TB) (transient.Cases, []map[string]any) {
	t.Helper()
	data, err := os.ReadFile("testdata/time-domain.json")
	require.NoError(t, err)
	f, err := transient.DecodeCases(data)
	require.NoError(t, err)
	var raw struct{ Cases []map[string]any }
	require.NoError(t, json.Unmarshal(data, &raw))
	return f, raw.Cases
}

func compare(t *testing.T, where string, want, got any, tolerance map[string]any) {
	t.Helper()
	switch w := want.(type) {
	case map[string]any:
		g, ok := got.(map[string]any)
		require.True(t, ok, "%s is missing", where)
		for key, value := range w {
			inner, ok := tolerance[key].(map[string]any)
			if !ok {
				inner = tolerance
			}
			require.Contains(t, g, key, where)
			compare(t, where+"."+key, value, g[key], inner)
		}
	case []any:
		g := got.([]any)
		require.Len(t, g, len(w), where)
		for i := range w {
			compare(t, where, w[i], g[i], tolerance)
		}
	case float64:
		var r rule
		text, _ := json.Marshal(tolerance)
		require.NoError(t, json.Unmarshal(text, &r))
		require.InDelta(t, w, got, math.Max(r.Relative*math.Abs(w), r.Absolute)+1e-12, where)
	default:
		require.Equal(t, want, got, where)
	}
}

func TestTimeDomainAgreesWithTheIndependentCases(t *testing.T) {
	f, raw := reference(t)
	require.Len(t, f.Cases, 22)
	for i, c := range raw {
		t.Run(f.Cases[i].Name, func(t *testing.T) {
			answer, err := f.Solve(i)
			require.NoError(t, err)
			text, err := json.Marshal(answer)
			require.NoError(t, err)
			var got map[string]any
			require.NoError(t, json.Unmarshal(text, &got))
			tolerance := c["tolerance"].(map[string]any)
			compare(t, "expect", c["expect"], got, tolerance)
			if series, ok := c["series"].(map[string]any); ok {
				compare(t, "series", series["speed_rad_s"], got["series"].(map[string]any)["speed_rad_s"],
					tolerance["series"].(map[string]any)["speed_rad_s"].(map[string]any))
			}
		})
	}
}

var motor = circuit.Equivalent{R1Ohm: 4.2, X1Ohm: 5.1, R2Ohm: 4.6, X2Ohm: 5.1, XmOhm: 105, FrequencyHz: 50, Poles: 4}

func coils(prefix string) []circuit.Coil {
	return []circuit.Coil{
		{Name: prefix + "u", Start: prefix + "U1", Finish: prefix + "U2", AxisDeg: 0, Share: 1},
		{Name: prefix + "v", Start: prefix + "V1", Finish: prefix + "V2", AxisDeg: 120, Share: 1},
		{Name: prefix + "w", Start: prefix + "W1", Finish: prefix + "W2", AxisDeg: 240, Share: 1},
	}
}

func delta(prefix string) [][]string {
	return [][]string{{"L1", prefix + "U1", prefix + "W2"}, {"L2", prefix + "V1", prefix + "U2"},
		{"L3", prefix + "W1", prefix + "V2"}}
}

func bridge(q circuit.Equivalent, microfarad float64) circuit.Circuit {
	c := circuit.Circuit{FrequencyHz: 50, Reference: "L2", Sources: []circuit.Source{{Name: "line", From: "L1",
		To: "L2", VoltsRMS: 230}}, Joints: delta(""),
		Machines: []circuit.Machine{{Name: "m", Equivalent: q, Slip: 1, Coils: coils("")}}}
	if microfarad > 0 {
		c.Elements = []circuit.Element{{Name: "run", Kind: circuit.Capacitor, From: "L3", To: "L1",
			Microfarad: microfarad}}
	}
	return c
}

// settled runs a held speed long enough and gives torque, RMS source amps and
// RMS coil amps over the last ten periods.
func settled(t require.TestingT, c circuit.Circuit, slips ...float64) (torque, source float64, coil []float64) {
	s := transient.Setup{Circuit: c, EndS: 3}
	for _, slip := range slips {
		s.Rotors = append(s.Rotors, transient.Rotor{Held: true, SpeedShare: 1 - slip})
	}
	n := 0
	coil = make([]float64, len(c.Machines[0].Coils))
	_, err := s.Run(func(x *transient.Sample) bool {
		if x.TimeS > s.EndS-10/c.FrequencyHz+1e-9 {
			n++
			torque += x.TorqueNm[0]
			source += x.SourceAmps(0) * x.SourceAmps(0)
			for k := range coil {
				coil[k] += x.CoilAmps(0, k) * x.CoilAmps(0, k)
			}
		}
		return true
	})
	require.NoError(t, err)
	for k := range coil {
		coil[k] = math.Sqrt(coil[k] / float64(n))
	}
	return torque / float64(n), math.Sqrt(source / float64(n)), coil
}

// At a held speed the time domain settles to what the phasors say, deep bar
// included, for any capacitor, with and without ohms in the line.
func TestAHeldSpeedSettlesToThePhasors(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := motor
		q.R2StandstillOhm = q.R2Ohm * rapid.Float64Range(0.5, 4).Draw(t, "deep bar")
		c := bridge(q, rapid.Float64Range(10, 100).Draw(t, "µF"))
		c.Sources[0].ResistanceOhm = rapid.SampledFrom([]float64{0, 0.4}).Draw(t, "ohm")
		c.Sources[0].ReactanceOhm = rapid.SampledFrom([]float64{0, 0.3}).Draw(t, "reactance")
		slip := rapid.Float64Range(0.01, 1.5).Draw(t, "slip")
		c.Machines[0].Slip = slip
		p, err := circuit.Compile(&c)
		require.NoError(t, err)
		require.NoError(t, p.Solve())
		torque, source, coil := settled(t, c, slip)
		want := p.Shaft(0)
		require.InDelta(t, want.TorqueNm, torque, 0.01*(math.Abs(want.ForwardNm)+math.Abs(want.BackwardNm)))
		require.InDelta(t, cmplx.Abs(p.SourceAmps(0)), source, 0.01*source)
		for k := range coil {
			require.InDelta(t, cmplx.Abs(p.CoilAmps(0, k)), coil[k], 0.01*source)
		}
	})
}

// Two capacitors that share one corner of an ideal line, an inductor, a
// resistor, halves of windings: every part agrees with its phasor.
func TestEveryKindOfPartSettlesToItsPhasor(t *testing.T) {
	c := bridge(motor, 30)
	c.Elements = append(c.Elements,
		circuit.Element{Name: "second", Kind: circuit.Capacitor, From: "L3", To: "L2", Microfarad: 20},
		circuit.Element{Name: "parallel", Kind: circuit.Capacitor, From: "L1", To: "L3", Microfarad: 6},
		circuit.Element{Name: "choke", Kind: circuit.Inductor, From: "L3", To: "x", Millihenry: 400, Ohm: 9},
		circuit.Element{Name: "lamp", Kind: circuit.Resistor, From: "x", To: "L2", Ohm: 120})
	var halves []circuit.Coil
	var joints [][]string
	for i, k := range coils("") {
		a, b := k, k
		a.Name, b.Name = k.Name+"a", k.Name+"b"
		a.Share, b.Share = 0.5, 0.5
		a.Finish, b.Start = "mid"+k.Name, "mid"+k.Name
		halves = append(halves, a, b)
		joints = append(joints, delta("")[i])
	}
	c.Joints, c.Machines[0].Coils, c.Machines[0].Slip = joints, halves, 0.2
	p, err := circuit.Compile(&c)
	require.NoError(t, err)
	require.NoError(t, p.Solve())
	s := transient.Setup{Circuit: c, EndS: 3, Rotors: []transient.Rotor{{Held: true, SpeedShare: 0.8}}}
	amps, volts := make([]float64, len(c.Elements)), make([]float64, len(c.Elements))
	n := 0
	_, err = s.Run(func(x *transient.Sample) bool {
		if x.TimeS > 2.8+1e-9 {
			n++
			for i := range c.Elements {
				amps[i] += x.ElementAmps(i) * x.ElementAmps(i)
				volts[i] += x.ElementVolts(i) * x.ElementVolts(i)
			}
		}
		return true
	})
	require.NoError(t, err)
	for i, e := range c.Elements {
		require.InEpsilon(t, cmplx.Abs(p.ElementAmps(i)), math.Sqrt(amps[i]/float64(n)), 0.002, e.Name)
		require.InEpsilon(t, cmplx.Abs(p.ElementVolts(i)), math.Sqrt(volts[i]/float64(n)), 0.002, e.Name)
	}
}

func TestAFinerStepChangesNothing(t *testing.T) {
	run := func(step float64) (speed float64, peak float64) {
		s := transient.Setup{Circuit: bridge(motor, 40), EndS: 0.5, StepS: step,
			Rotors: []transient.Rotor{{InertiaKgM2: 0.004, Load: transient.Load{FanNm: 3, ReferenceRadS: 157}}}}
		_, err := s.Run(func(x *transient.Sample) bool {
			speed, peak = x.SpeedRadS[0], math.Max(peak, math.Abs(x.SourceAmps(0)))
			return true
		})
		require.NoError(t, err)
		return speed, peak
	}
	coarse, coarsePeak := run(200e-6)
	fine, finePeak := run(25e-6)
	require.InDelta(t, fine, coarse, 0.01)
	require.InDelta(t, finePeak, coarsePeak, 0.002*finePeak)
}

// A load is passive: it holds a weak motor, stops one that is switched the
// other way before turning it round, and never drives.
func TestLoadsHoldAndNeverDrive(t *testing.T) {
	s := transient.Setup{Circuit: bridge(motor, 15), EndS: 0.5, Rotors: []transient.Rotor{{InertiaKgM2: 0.004,
		Load: transient.Load{ConstantNm: 4}}}}
	_, err := s.Run(func(x *transient.Sample) bool {
		require.InDelta(t, 0, x.SpeedRadS[0], 0)
		return true
	})
	require.NoError(t, err)

	// Running backward on a bridge that turns forward: plugged, it stands for
	// good where the load is more than the torque, else comes up forward.
	for load, turns := range map[float64]bool{25: false, 0.1: true} {
		s = transient.Setup{Circuit: bridge(motor, 60), EndS: 4, Rotors: []transient.Rotor{{InertiaKgM2: 0.004,
			SpeedShare: -0.03, Load: transient.Load{ConstantNm: load}}}}
		last := 0.0
		_, err = s.Run(func(x *transient.Sample) bool {
			if turns {
				last = x.SpeedRadS[0]
				return true
			}
			require.LessOrEqual(t, x.SpeedRadS[0], 1e-9, "the load does not drive it forward")
			last = x.SpeedRadS[0]
			return true
		})
		require.NoError(t, err)
		if turns {
			require.Greater(t, last, 140.0)
		} else {
			require.InDelta(t, 0, last, 0)
		}
	}
}

func TestAnOpenedCapacitorKeepsItsVolts(t *testing.T) {
	c := bridge(motor, 30)
	c.Elements = append(c.Elements, circuit.Element{Name: "start", Kind: circuit.Capacitor, From: "L3", To: "L1",
		Microfarad: 90})
	s := transient.Setup{Circuit: c, EndS: 0.4, Rotors: []transient.Rotor{{InertiaKgM2: 0.004}},
		Openings: []transient.Opening{{Element: "start", AfterS: 0.2}}}
	var before, after float64
	r, err := s.Run(func(x *transient.Sample) bool {
		if x.TimeS < 0.2 {
			before = math.Max(before, math.Abs(x.ElementAmps(1)))
		}
		if x.TimeS > 0.22 {
			require.InDelta(t, 0, x.ElementAmps(1), 0)
			after = x.ElementVolts(1)
		}
		return true
	})
	require.NoError(t, err)
	require.Greater(t, before, 1.0)
	require.Len(t, r.Opened, 1)
	require.InDelta(t, r.Opened[0].Volts, after, 1e-9)
	require.Greater(t, math.Abs(after), 230.0, "it opens at its current's zero, where the volts are greatest")
	require.True(t, r.Opened[0].TimeS >= 0.2 && r.Opened[0].TimeS < 0.21)
}

// An idler that runs makes the third line; a machine that is then switched on
// comes up on it.
func TestAMachineJoinsOneThatRuns(t *testing.T) {
	c := bridge(motor, 0)
	small := motor
	small.R1Ohm, small.X1Ohm, small.R2Ohm, small.X2Ohm, small.XmOhm = 12, 15, 14, 15, 315
	c.Machines = append(c.Machines, circuit.Machine{Name: "load", Equivalent: small, Slip: 1, Coils: coils("load ")})
	s := transient.Setup{Circuit: c, EndS: 2.5,
		Rotors: []transient.Rotor{{InertiaKgM2: 0.02, SpeedShare: 0.95},
			{InertiaKgM2: 0.002, Load: transient.Load{FanNm: 0.5, ReferenceRadS: 157}}},
		Closings: []transient.Closing{{Joints: delta("load "), AtS: 0.5}}}
	var idle, joined float64
	_, err := s.Run(func(x *transient.Sample) bool {
		if x.TimeS < 0.5 {
			idle = math.Max(idle, math.Abs(x.SpeedRadS[1]))
			require.InDelta(t, 0, x.CoilAmps(1, 0), 1e-9)
		}
		joined = x.SpeedRadS[1]
		return true
	})
	require.NoError(t, err)
	require.InDelta(t, 0, idle, 0)
	require.Greater(t, joined, 140.0)
}

func TestAnObserverEndsTheRun(t *testing.T) {
	s := transient.Setup{Circuit: bridge(motor, 60), EndS: 5, Rotors: []transient.Rotor{{InertiaKgM2: 0.004}}}
	r, err := s.Run(func(x *transient.Sample) bool { return x.SpeedRadS[0] < 100 })
	require.NoError(t, err)
	require.True(t, r.Stopped)
	require.Less(t, r.TimeS, 1.0)
}

func TestWhatIsLeftOutIsSaid(t *testing.T) {
	q := motor
	q.RfeOhm, q.R2StandstillOhm = 1500, 6*q.R2Ohm
	s := transient.Setup{Circuit: bridge(q, 60), EndS: 0.05, Rotors: []transient.Rotor{{InertiaKgM2: 0.004}}}
	r, err := s.Run(nil)
	require.NoError(t, err)
	require.True(t, r.IronLoss)
	require.InDelta(t, 4, r.DeepBarTo[0], 0)
}

func TestWhatCannotBeFollowedIsRefused(t *testing.T) {
	rotor := []transient.Rotor{{InertiaKgM2: 0.004}}
	across := bridge(motor, 30)
	across.Elements = append(across.Elements, circuit.Element{Name: "across", Kind: circuit.Capacitor, From: "L1",
		To: "L2", Microfarad: 5})
	_, err := (&transient.Setup{Circuit: across, EndS: 1, Rotors: rotor}).Run(nil)
	require.ErrorIs(t, err, transient.ErrNoFiniteCurrent)
	require.ErrorContains(t, err, "across")

	onto := bridge(motor, 30)
	onto.Elements = append(onto.Elements, circuit.Element{Name: "late", Kind: circuit.Capacitor, From: "spare",
		To: "L1", Microfarad: 30})
	_, err = (&transient.Setup{Circuit: onto, EndS: 1, Rotors: rotor,
		Closings: []transient.Closing{{Joints: [][]string{{"spare", "L3"}}, AtS: 0.1}}}).Run(nil)
	require.ErrorIs(t, err, transient.ErrNoFiniteCurrent)

	stiff := bridge(motor, 30)
	stiff.Sources[0].ResistanceOhm = 1e-6
	stiff.Elements = append(stiff.Elements, circuit.Element{Name: "across", Kind: circuit.Capacitor, From: "L1",
		To: "L2", Microfarad: 5})
	_, err = (&transient.Setup{Circuit: stiff, EndS: 1, Rotors: rotor}).Run(nil)
	require.ErrorContains(t, err, "microsecond")

	for name, s := range map[string]transient.Setup{
		"rotors":  {Circuit: bridge(motor, 30), EndS: 1},
		"inertia": {Circuit: bridge(motor, 30), EndS: 1, Rotors: []transient.Rotor{{}}},
		"end":     {Circuit: bridge(motor, 30), Rotors: rotor},
		"opening": {Circuit: bridge(motor, 30), EndS: 1, Rotors: rotor,
			Openings: []transient.Opening{{Element: "line"}}},
		"load": {Circuit: bridge(motor, 30), EndS: 1, Rotors: []transient.Rotor{{InertiaKgM2: 1,
			Load: transient.Load{FanNm: 2}}}},
	} {
		_, err := s.Run(nil)
		require.ErrorContains(t, err, name)
	}
}
