package circuit_test

import (
	"encoding/json"
	"math"
	"math/cmplx"
	"os"
	"testing"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"pgregory.net/rapid"

	"graybridge/core/circuit"
)

var motor = circuit.Equivalent{R1Ohm: 4.2, X1Ohm: 5.1, R2Ohm: 4.6, X2Ohm: 5.1, XmOhm: 105, RfeOhm: 1900,
	FrequencyHz: 50, Poles: 4}

// whole are three whole windings, halves six half windings.
func whole() []circuit.Coil {
	return []circuit.Coil{
		{Name: "u", Start: "U1", Finish: "U2", AxisDeg: 0, Share: 1},
		{Name: "v", Start: "V1", Finish: "V2", AxisDeg: 120, Share: 1},
		{Name: "w", Start: "W1", Finish: "W2", AxisDeg: 240, Share: 1},
	}
}

func halves() []circuit.Coil {
	var out []circuit.Coil
	for _, c := range whole() {
		for _, h := range []string{"a", "b"} {
			out = append(out, circuit.Coil{Name: c.Name + h, Start: c.Start + h, Finish: c.Finish + h,
				AxisDeg: c.AxisDeg, Share: 0.5})
		}
	}
	return out
}

func threePhase(volts float64) []circuit.Source {
	var out []circuit.Source
	for i, l := range []string{"L1", "L2", "L3"} {
		out = append(out, circuit.Source{Name: l, From: l, To: "N", VoltsRMS: volts, PhaseDeg: -120 * float64(i)})
	}
	return out
}

var (
	delta = [][]string{{"L1", "U1", "W2"}, {"L2", "V1", "U2"}, {"L3", "W1", "V2"}}
	star  = [][]string{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}, {"U2", "V2", "W2"}}
)

func solved(t require.TestingT, c circuit.Circuit) *circuit.Solver {
	if c.FrequencyHz == 0 {
		c.FrequencyHz = 50
	}
	if c.Reference == "" {
		c.Reference = "N"
	}
	s, err := circuit.Compile(&c)
	require.NoError(t, err)
	require.NoError(t, s.Solve())
	return s
}

func on(coils []circuit.Coil, joints [][]string, volts, slip float64) circuit.Circuit {
	return circuit.Circuit{Sources: threePhase(volts), Joints: joints,
		Machines: []circuit.Machine{{Name: "m", Equivalent: motor, Slip: slip, Coils: coils}}}
}

func anySlip(t *rapid.T) float64 { return rapid.Float64Range(-0.5, 2.5).Draw(t, "slip") }

// On a balanced supply the coils are the textbook's one-phase circuit.
func TestBalancedThreePhaseIsTheTextbookCircuit(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := motor
		q.R2StandstillOhm = rapid.Float64Range(2, 12).Draw(t, "standstill")
		slip := anySlip(t)
		c := on(whole(), star, 133, slip)
		c.Machines[0].Equivalent = q
		s := solved(t, c)
		r2 := q.R2Ohm + (q.R2StandstillOhm-q.R2Ohm)*math.Sqrt(math.Min(math.Abs(slip), 2))
		rotor := complex(math.Inf(1), 0)
		if slip != 0 {
			rotor = complex(r2/slip, q.X2Ohm)
		}
		y := 1/complex(0, q.XmOhm) + complex(1/q.RfeOhm, 0)
		if !cmplx.IsInf(rotor) {
			y += 1 / rotor
		}
		want := complex(133, 0) / (complex(q.R1Ohm, q.X1Ohm) + 1/y)
		require.InDelta(t, 0, cmplx.Abs(s.CoilAmps(0, 0)-want), 1e-6*cmplx.Abs(want))
		e := want / y
		power := 0.0
		if !cmplx.IsInf(rotor) {
			power = 3 * real(e*cmplx.Conj(e/rotor))
		}
		require.InDelta(t, power/(4*math.Pi*50/4), s.Shaft(0).TorqueNm, 1e-6*(1+math.Abs(power)))
		amps, torque := q.Balanced(133, 50, slip)
		require.InDelta(t, 0, cmplx.Abs(s.CoilAmps(0, 0)-amps), 1e-6*cmplx.Abs(amps))
		require.InDelta(t, s.Shaft(0).TorqueNm, torque, 1e-6*(1+math.Abs(torque)))
	})
}

func TestSeriesAndParallelHalvesGiveTheSameTorque(t *testing.T) {
	series := [][]string{{"L1", "U1a"}, {"L2", "V1a"}, {"L3", "W1a"}, {"U2a", "U1b"}, {"V2a", "V1b"}, {"W2a", "W1b"},
		{"U2b", "V2b", "W2b"}}
	parallel := [][]string{{"L1", "U1a", "U1b"}, {"L2", "V1a", "V1b"}, {"L3", "W1a", "W1b"}, {"U2a", "V2a", "W2a"},
		{"U2b", "V2b", "W2b"}}
	rapid.Check(t, func(t *rapid.T) {
		slip := anySlip(t)
		high, low := solved(t, on(halves(), series, 266, slip)), solved(t, on(halves(), parallel, 133, slip))
		require.InDelta(t, high.Shaft(0).TorqueNm, low.Shaft(0).TorqueNm, 1e-6)
		require.InDelta(t, 2*cmplx.Abs(high.SourceAmps(0)), cmplx.Abs(low.SourceAmps(0)), 1e-6)
	})
}

func TestStarOnDeltaVoltsGivesAThird(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		slip := anySlip(t)
		want := solved(t, on(whole(), delta, 133, slip)).Shaft(0).TorqueNm / 3
		require.InDelta(t, want, solved(t, on(whole(), star, 133, slip)).Shaft(0).TorqueNm, 1e-6+1e-6*math.Abs(want))
	})
}

func single(joints [][]string, microfarad float64, to string, slip float64) circuit.Circuit {
	c := circuit.Circuit{FrequencyHz: 50, Reference: "L2", Sources: []circuit.Source{{Name: "line", From: "L1",
		To: "L2", VoltsRMS: 230}}, Joints: joints,
		Machines: []circuit.Machine{{Name: "m", Equivalent: motor, Slip: slip, Coils: whole()}}}
	if microfarad > 0 {
		c.Elements = []circuit.Element{{Name: "run", Kind: circuit.Capacitor, From: "L3", To: to,
			Microfarad: microfarad}}
	}
	return c
}

func TestWithoutCapacitorThereIsNoTorqueAtStandstill(t *testing.T) {
	for _, joints := range [][][]string{delta, star} {
		require.InDelta(t, 0, solved(t, single(joints, 0, "", 1)).Shaft(0).TorqueNm, 1e-6)
	}
	require.Greater(t, solved(t, single(delta, 40, "L1", 1)).Shaft(0).TorqueNm, 0.5, "to L1 is forward")
	require.Less(t, solved(t, single(delta, 40, "L2", 1)).Shaft(0).TorqueNm, -0.5, "to L2 is backward")
}

// Neither turning every coil round nor calling the phases by the next name
// changes what happens.
func TestRenamingAndReversingAllCoilsChangesNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		slip := anySlip(t)
		uf := rapid.Float64Range(5, 120).Draw(t, "µF")
		want := solved(t, single(delta, uf, "L1", slip))
		reversed, turned := single(delta, uf, "L1", slip), single(delta, uf, "L1", slip)
		for i := range reversed.Machines[0].Coils {
			c := &reversed.Machines[0].Coils[i]
			c.Start, c.Finish = c.Finish, c.Start
			turned.Machines[0].Coils[i].AxisDeg += 120
		}
		for _, other := range []circuit.Circuit{reversed, turned} {
			got := solved(t, other)
			require.InDelta(t, want.Shaft(0).TorqueNm, got.Shaft(0).TorqueNm, 1e-6)
			require.InDelta(t, cmplx.Abs(want.SourceAmps(0)), cmplx.Abs(got.SourceAmps(0)), 1e-6)
		}
	})
}

// What goes in is lost in the windings or crosses the gap.
func TestPowerInIsStatorLossPlusGapPower(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		slip := rapid.Float64Range(0, 2).Draw(t, "slip")
		uf := rapid.Float64Range(0, 150).Draw(t, "µF")
		s := solved(t, single(delta, uf, "L1", slip))
		in := real(complex(230, 0) * cmplx.Conj(s.SourceAmps(0)))
		loss := 0.0
		for k := range 3 {
			a := cmplx.Abs(s.CoilAmps(0, k))
			loss += a * a * motor.R1Ohm
		}
		shaft := s.Shaft(0)
		w := motor.SyncRadPerSecond(50)
		gap := (shaft.ForwardNm + shaft.BackwardNm) * w
		require.InDelta(t, in, loss+shaft.IronWatts+gap, 1e-3*(1+in))
		mechanical := shaft.TorqueNm * w * (1 - slip)
		require.InDelta(t, gap, mechanical+shaft.RotorWatts, 1e-3*(1+in))
	})
}

// Where the impedance angle of the motor is 60°, a capacitor with ωC·V = line
// amps makes the three phases perfectly even.
func TestPerfectBalanceAtSixtyDegrees(t *testing.T) {
	q := motor
	q.RfeOhm = 0
	low, high := 0.005, 0.08 // the angle falls as slip grows from idling
	angle := func(slip float64) float64 {
		c := on(whole(), delta, 230/math.Sqrt(3), slip)
		c.Machines[0].Equivalent = q
		s := solved(t, c)
		return cmplx.Phase(s.CoilVolts(0, 0)/s.CoilAmps(0, 0)) * 180 / math.Pi
	}
	require.Greater(t, angle(low), 60.0)
	require.Less(t, angle(high), 60.0)

	for range 60 {
		if mid := (low + high) / 2; angle(mid) > 60 {
			low = mid
		} else {
			high = mid
		}
	}
	c := on(whole(), delta, 230/math.Sqrt(3), low)
	c.Machines[0].Equivalent = q
	line := cmplx.Abs(solved(t, c).SourceAmps(0))
	b := single(delta, line/(2*math.Pi*50*230)*1e6, "L1", low)
	b.Machines[0].Equivalent = q
	s := solved(t, b)
	for k := range 3 {
		require.InDelta(t, 230, cmplx.Abs(s.CoilVolts(0, k)), 0.01)
		require.InDelta(t, cmplx.Abs(s.CoilAmps(0, 0)), cmplx.Abs(s.CoilAmps(0, k)), 1e-3)
	}
}

func TestAtSynchronousSpeedTheForwardFieldGivesNoTorque(t *testing.T) {
	s := solved(t, on(whole(), star, 133, 0))
	require.InDelta(t, 0, s.Shaft(0).TorqueNm, 1e-9)
	require.InDelta(t, 0, solved(t, single(delta, 40, "L1", 2)).Shaft(0).BackwardNm, 1e-6,
		"nor does the backward field at slip 2")
}

func TestReactancesFollowTheFrequency(t *testing.T) {
	c := on(whole(), star, 133, 1)
	c.FrequencyHz = 25
	half := solved(t, c)
	q := motor
	q.X1Ohm, q.X2Ohm, q.XmOhm = q.X1Ohm/2, q.X2Ohm/2, q.XmOhm/2
	c = on(whole(), star, 133, 1)
	c.Machines[0].Equivalent = q
	require.InDelta(t, cmplx.Abs(solved(t, c).SourceAmps(0)), cmplx.Abs(half.SourceAmps(0)), 1e-9)
}

func TestFloatingPartsAreSolvedAndShortsAreNot(t *testing.T) {
	c := on(whole(), [][]string{{"L1", "U1"}}, 133, 0.5)
	s := solved(t, c)
	require.InDelta(t, 0, cmplx.Abs(s.CoilAmps(0, 0)), 1e-4, "an open winding carries no more than the leak")
	short := circuit.Circuit{FrequencyHz: 50, Reference: "N", Sources: threePhase(133),
		Joints: [][]string{{"L1", "L2"}}}
	solver, err := circuit.Compile(&short)
	require.NoError(t, err)
	require.ErrorIs(t, solver.Solve(), circuit.ErrUnsolvable)
}

func TestASweepIsTheSameAsSolvingAnew(t *testing.T) {
	c := single(delta, 1, "L1", 1)
	sweep, err := circuit.Compile(&c)
	require.NoError(t, err)
	rapid.Check(t, func(t *rapid.T) {
		slip, uf, volts := anySlip(t), rapid.Float64Range(1, 100).Draw(t, "µF"), rapid.Float64Range(1, 400).Draw(t, "V")
		sweep.SetSlip(0, slip)
		sweep.SetMicrofarad(0, uf)
		sweep.SetVolts(0, volts)
		require.NoError(t, sweep.Solve())
		anew := single(delta, uf, "L1", slip)
		anew.Sources[0].VoltsRMS = volts
		want := solved(t, anew)
		require.InDelta(t, 0, cmplx.Abs(want.SourceAmps(0)-sweep.SourceAmps(0)), 1e-9*volts)
		require.InDelta(t, want.Shaft(0).TorqueNm, sweep.Shaft(0).TorqueNm, 1e-9*volts*volts)
	})
}

// An independent program's linear algebra gives the same volts: a ladder of
// elements without a machine, written as a real system of twice the size.
func TestElementsAgreeWithAnIndependentSolution(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 6).Draw(t, "nodes")
		name := func(i int) string { return string(rune('a' + i)) }
		c := circuit.Circuit{FrequencyHz: 60, Reference: "g", Sources: []circuit.Source{{Name: "s", From: "a", To: "g",
			VoltsRMS: 120, ResistanceOhm: 0.7, ReactanceOhm: 0.3}}}
		a := mat.NewDense(2*n, 2*n, nil)
		b := mat.NewVecDense(2*n, nil)
		admit := func(i, j int, y complex128) {
			for _, at := range [][3]int{{i, i, 1}, {j, j, 1}, {i, j, -1}, {j, i, -1}} {
				if at[0] >= n || at[1] >= n {
					continue // the reference
				}
				k := float64(at[2])
				a.Set(at[0], at[1], a.At(at[0], at[1])+k*real(y))
				a.Set(n+at[0], n+at[1], a.At(n+at[0], n+at[1])+k*real(y))
				a.Set(at[0], n+at[1], a.At(at[0], n+at[1])-k*imag(y))
				a.Set(n+at[0], at[1], a.At(n+at[0], at[1])+k*imag(y))
			}
		}
		w := 2 * math.Pi * 60.0
		source := 1 / complex(0.7, 0.3)
		admit(0, n, source)
		b.SetVec(0, real(120*source))
		b.SetVec(n, imag(120*source))
		for i := range n {
			admit(i, n, 1e-9)
			to, next := "g", n
			if i+1 < n {
				to, next = name(i+1), i+1
			}
			for k, kind := range []circuit.Kind{circuit.Resistor, circuit.Capacitor, circuit.Inductor} {
				v := rapid.Float64Range(1, 200).Draw(t, "value")
				e := circuit.Element{Name: name(i) + string(kind), Kind: kind, From: name(i), To: to}
				var y complex128
				switch k {
				case 0:
					e.Ohm, y = v, complex(1/v, 0)
				case 1:
					e.Microfarad, y = v, complex(0, w*v*1e-6)
				default:
					e.Millihenry, e.Ohm = v, 2
					y = 1 / complex(2, w*v*1e-3)
				}
				c.Elements = append(c.Elements, e)
				admit(i, next, y)
			}
		}
		var x mat.VecDense
		require.NoError(t, x.SolveVec(a, b))
		s := solved(t, c)
		for i := range n {
			want := complex(x.AtVec(i), x.AtVec(n+i))
			require.InDelta(t, 0, cmplx.Abs(want-s.Volts(name(i), "g")), 1e-6)
		}
	})
}

func TestBadBenchCasesNamePlaceAndField(t *testing.T) {
	good, err := os.ReadFile("testdata/bench-cases/05-six-delta-capacitor-to-l1.json")
	require.NoError(t, err)
	_, err = circuit.DecodeBenchCase(good)
	require.NoError(t, err)
	for where, text := range map[string]string{
		"format":     `{"format":"x","version":1,"name":"n","frequency_hz":50,"reference":"a","sources":[{"name":"s","from":"a","to":"b","volts_rms":1,"phase_deg":0}]}`,
		"version":    `{"format":"gray-bridge/bench-case","version":2,"name":"n","frequency_hz":50,"reference":"a","sources":[{"name":"s","from":"a","to":"b","volts_rms":1,"phase_deg":0}]}`,
		"reference":  `{"format":"gray-bridge/bench-case","version":1,"name":"n","frequency_hz":50,"reference":"z","sources":[{"name":"s","from":"a","to":"b","volts_rms":1,"phase_deg":0}]}`,
		"volts_rms":  `{"format":"gray-bridge/bench-case","version":1,"name":"n","frequency_hz":50,"reference":"a","sources":[{"name":"s","from":"a","to":"b","volts_rms":-1,"phase_deg":0}]}`,
		"phase_deg":  `{"format":"gray-bridge/bench-case","version":1,"name":"n","frequency_hz":50,"reference":"a","sources":[{"name":"s","from":"a","to":"b","volts_rms":1}]}`,
		"microfarad": `{"format":"gray-bridge/bench-case","version":1,"name":"n","frequency_hz":50,"reference":"a","elements":[{"name":"c","kind":"capacitor","from":"a","to":"b","microfarad":0}]}`,
		"kind":       `{"format":"gray-bridge/bench-case","version":1,"name":"n","frequency_hz":50,"reference":"a","elements":[{"name":"c","kind":"Capacitor","from":"a","to":"b","microfarad":1}]}`,
		"name":       `{"format":"gray-bridge/bench-case","version":1,"name":"n","frequency_hz":50,"reference":"a","sources":[{"name":"s","from":"a","to":"b","volts_rms":1,"phase_deg":0},{"name":"s","from":"a","to":"b","volts_rms":1,"phase_deg":0}]}`,
		"Name":       `{"format":"gray-bridge/bench-case","version":1,"Name":"n","frequency_hz":50,"reference":"a"}`,
	} {
		_, err := circuit.DecodeBenchCase([]byte(text))
		require.ErrorContains(t, err, where)
	}
}

// seed is a case without what the solver does not read and without spaces: the
// fuzzer spends its time on small inputs, not on making large ones smaller.
func seed(f *testing.F, data []byte) []byte {
	var all map[string]json.RawMessage
	require.NoError(f, json.Unmarshal(data, &all))
	delete(all, "expect")
	delete(all, "about")
	small, err := json.Marshal(all)
	require.NoError(f, err)
	return small
}

func FuzzBenchCase(f *testing.F) {
	for _, name := range []string{"05-six-delta-capacitor-to-l1", "31-rotary-idler-and-load",
		"35-supply-with-impedance"} {
		data, err := os.ReadFile("testdata/bench-cases/" + name + ".json")
		if err != nil {
			f.Fatal(err)
		}
		f.Add(seed(f, data))
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		b, err := circuit.DecodeBenchCase(data)
		if err != nil {
			return
		}
		a, err := circuit.SolveCase(&b.Circuit)
		if err != nil {
			return
		}
		for name, v := range a.NodeVolts {
			if math.IsNaN(v.RMS) || math.IsInf(v.RMS, 0) {
				t.Fatalf("nonsense at %s: %v", name, v)
			}
		}
	})
}

// Three coils and a capacitor, one slip after the other.
func BenchmarkSteadySolve(b *testing.B) {
	c := single(delta, 40, "L1", 1)
	s, err := circuit.Compile(&c)
	require.NoError(b, err)
	b.ReportAllocs()
	slip := 0.0
	for b.Loop() {
		slip += 0.001
		if slip > 1 {
			slip = 0
		}
		s.SetSlip(0, slip)
		if err := s.Solve(); err != nil {
			b.Fatal(err)
		}
	}
}
