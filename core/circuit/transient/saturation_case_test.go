package transient_test

import (
	"encoding/json"
	"math"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
)

type saturationExpect struct {
	Expect struct {
		Torque    float64  `json:"mean_torque_nm"`
		U         float64  `json:"u_amps_rms"`
		V         float64  `json:"v_amps_rms"`
		W         float64  `json:"w_amps_rms"`
		Capacitor *float64 `json:"capacitor_volts_rms"`
	} `json:"expect"`
}

// The integration in time meets an independent one to half a percent, the harmonic
// balance to three percent of the largest amps.
func TestSaturationReference(t *testing.T) {
	data, err := os.ReadFile("testdata/saturation-cases.json")
	require.NoError(t, err)
	f, err := transient.DecodeSaturationCases(data)
	require.NoError(t, err)
	var want struct {
		Cases []saturationExpect `json:"cases"`
	}
	require.NoError(t, json.Unmarshal(data, &want))
	require.Len(t, want.Cases, len(f.Cases))
	for i, c := range f.Cases {
		w := want.Cases[i].Expect
		for _, way := range []struct {
			name   string
			answer func(int) (transient.SaturationAnswer, error)
			within float64
		}{{"in time", f.InTime, 0.005}, {"steady", f.Steady, 0.03}} {
			got, err := way.answer(i)
			require.NoError(t, err, c.Name)
			largest := max(w.U, w.V, w.W)
			if way.name == "in time" { // each amps by itself
				largest = 0
			}
			for _, x := range [][2]float64{{got.U, w.U}, {got.V, w.V}, {got.W, w.W}} {
				require.InDelta(t, x[1], x[0], way.within*max(largest, x[1]), "%s %s", c.Name, way.name)
			}
			require.InDelta(t, w.Torque, got.TorqueNm, way.within*w.Torque, "%s %s torque", c.Name, way.name)
			if w.Capacitor != nil {
				require.InEpsilon(t, *w.Capacitor, *got.CapacitorVolts, way.within, "%s %s", c.Name, way.name)
			}
			t.Logf("%-42s %-8s U %+.2f V %+.2f W %+.2f T %+.2f %%", c.Name, way.name, 100*(got.U/w.U-1),
				100*(got.V/w.V-1), 100*(got.W/w.W-1), 100*(got.TorqueNm/w.Torque-1))
		}
	}
}

func TestBadSaturationCasesNamePlaceAndField(t *testing.T) {
	data, err := os.ReadFile("testdata/saturation-cases.json")
	require.NoError(t, err)
	good := string(data)
	for where, change := range map[string][2]string{
		"format":                     {`"gray-bridge/saturation-reference"`, `"x"`},
		"cases[0].arrangement":       {`"three-phase-star"`, `"star"`},
		"cases[0].saturation.n":      {`"n": 7`, `"n": 0.5`},
		"cases[0].saturation.a":      {`"a": 0.8`, `"a": -1`},
		"cases[2].microfarad":        {`"microfarad": 52`, `"microfarads": 52`},
		"cases[0].equivalent.x2_ohm": {`"x2_ohm": 0.9408671053460569`, `"x2_ohm": null`},
		"x2_ohm is 0":                {`"x2_ohm": 0.9408671053460569`, `"x2_ohm": 0`},
	} {
		require.True(t, strings.Contains(good, change[0]), change[0])
		_, err := transient.DecodeSaturationCases([]byte(strings.Replace(good, change[0], change[1], 1)))
		require.ErrorContains(t, err, where)
	}
}

// bent is a motor whose flux is at its rated value at about 205 V across a winding.
func bent(a, n float64) circuit.Equivalent {
	q := motor
	q.Saturation = &circuit.Saturation{A: a, N: n, RatedGapVoltsRMS: 205}
	return q
}

// With a straight line for a curve the saturated way of stepping gives what the linear
// one gives, deep bar and a machine that comes up included.
func TestStraightCurveStepsLikeTheLinearWay(t *testing.T) {
	deep := motor
	deep.R2StandstillOhm = 9
	nearly := deep
	nearly.Saturation = &circuit.Saturation{A: 1 - 1e-12, N: 7, RatedGapVoltsRMS: 205}
	run := func(q circuit.Equivalent) (speed, amps []float64) {
		c := bridge(q, 120)
		s := transient.Setup{Circuit: c, EndS: 0.4, Rotors: []transient.Rotor{{InertiaKgM2: 0.004,
			Load: transient.Load{FanNm: 3, ReferenceRadS: 157.08}}}}
		_, err := s.Run(func(x *transient.Sample) bool {
			speed = append(speed, x.SpeedRadS[0])
			amps = append(amps, x.SourceAmps(0))
			return true
		})
		require.NoError(t, err)
		return speed, amps
	}
	speed, amps := run(deep)
	gotSpeed, gotAmps := run(nearly)
	require.Greater(t, speed[len(speed)-1], 140.0)
	require.InDeltaSlice(t, speed, gotSpeed, 0.02)
	require.InDeltaSlice(t, amps, gotAmps, 0.02)
}

// Held at a speed, the integration settles where the harmonic balance stands: deep bar,
// feeder ohms and reactance, halves of windings and a second machine included.
func TestHeldSaturatedMachinesSettleAtTheHarmonicBalance(t *testing.T) {
	q := bent(0.8, 7)
	q.R2StandstillOhm = 9
	halves := bridge(q, 45)
	m := &halves.Machines[0]
	var coils []circuit.Coil
	for _, c := range m.Coils {
		a, b := c, c
		a.Name, a.Finish, a.Share = c.Name+"a", c.Finish+"/half", 0.5
		b.Name, b.Start, b.Share = c.Name+"b", c.Finish+"/half", 0.5
		coils = append(coils, a, b)
	}
	m.Coils = coils
	fed := bridge(q, 60)
	fed.Sources[0].ResistanceOhm, fed.Sources[0].ReactanceOhm = 0.8, 0.5
	two := bridge(q, 60)
	second := two.Machines[0]
	second.Name, second.Coils, second.Equivalent = "second", nil, bent(0.7, 6)
	for _, c := range two.Machines[0].Coils {
		c.Name += "'"
		second.Coils = append(second.Coils, c)
	}
	two.Machines = append(two.Machines, second)
	two.Sources[0].ResistanceOhm = 0.3
	for name, c := range map[string]circuit.Circuit{"whole": bridge(q, 60), "halves": halves, "fed": fed, "two": two} {
		for _, slip := range []float64{0.004, 0.05} {
			var rotors []transient.Rotor
			for i := range c.Machines {
				c.Machines[i].Slip = slip
				rotors = append(rotors, transient.Rotor{Held: true, SpeedShare: 1 - slip})
			}
			steady, err := circuit.Compile(&c)
			require.NoError(t, err)
			require.NoError(t, steady.Solve(), name)
			s := transient.Setup{Circuit: c, EndS: 4, Rotors: rotors}
			sum, torque, n := make([]float64, len(c.Machines[0].Coils)), 0.0, 0
			_, err = s.Run(func(x *transient.Sample) bool {
				if x.TimeS > s.EndS-0.1+1e-9 {
					n++
					torque += x.TorqueNm[0]
					for k := range sum {
						sum[k] += x.CoilAmps(0, k) * x.CoilAmps(0, k)
					}
				}
				return true
			})
			require.NoError(t, err)
			most := 0.0
			for k := range sum {
				sum[k] = math.Sqrt(sum[k] / float64(n))
				most = max(most, sum[k])
			}
			for k := range sum {
				a := steady.CoilAmps(0, k)
				require.InDelta(t, sum[k], math.Hypot(real(a), imag(a)), 0.03*most, "%s at %v coil %d", name, slip, k)
			}
			require.InDelta(t, torque/float64(n), steady.Shaft(0).TorqueNm, 0.03*torque/float64(n)+0.02, name)
		}
	}
}

// A second way to see that the amps are those of the fluxes: what an inductor in the
// line carries and drops obeys its own law while the iron bends.
func TestInductorBesideSaturatedIron(t *testing.T) {
	c := bridge(bent(0.8, 7), 60)
	c.Sources[0].From = "far"
	c.Elements = append(c.Elements, circuit.Element{Name: "choke", Kind: circuit.Inductor, From: "far", To: "L1",
		Millihenry: 12, Ohm: 0.5})
	choke := len(c.Elements) - 1
	s := transient.Setup{Circuit: c, EndS: 0.2, Rotors: []transient.Rotor{{Held: true, SpeedShare: 0.99}}}
	var at, amps, volts []float64
	_, err := s.Run(func(x *transient.Sample) bool {
		at, amps, volts = append(at, x.TimeS), append(amps, x.ElementAmps(choke)), append(volts, x.ElementVolts(choke))
		return true
	})
	require.NoError(t, err)
	for i := 100; i+1 < len(at); i++ {
		slope := (amps[i+1] - amps[i-1]) / (at[i+1] - at[i-1])
		require.InDelta(t, 12e-3*slope+0.5*amps[i], volts[i], 1.5, "at %v s", at[i])
	}
}

// Two seconds of run-up with a bent main flux, beside BenchmarkStart and
// BenchmarkStartDeepBar.
func BenchmarkStartSaturated(b *testing.B) {
	for name, standstill := range map[string]float64{"plain": 0, "deep-bar": 9} {
		q := bent(0.8, 7)
		q.R2StandstillOhm = standstill
		c := bridge(q, 30)
		c.Elements = append(c.Elements, circuit.Element{Name: "start", Kind: circuit.Capacitor, From: "L3", To: "L1",
			Microfarad: 90})
		s := transient.Setup{Circuit: c, EndS: 2, Rotors: []transient.Rotor{{InertiaKgM2: 0.004,
			Load: transient.Load{FanNm: 3, ReferenceRadS: 157.08}}}, Openings: []transient.Opening{{Element: "start",
			AfterS: 0.3}}}
		b.Run(name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				if _, err := s.Run(nil); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// A time-domain case carries a curve too, and settles where the harmonic balance stands.
func TestATimeDomainCaseCarriesACurve(t *testing.T) {
	data, err := os.ReadFile("testdata/time-domain.json")
	require.NoError(t, err)
	good := string(data)
	at := strings.Index(good, `"r1_ohm": 4.2`)
	require.Positive(t, at)
	bent := good[:at] + `"saturation": {"a": 0.8, "n": 7, "rated_gap_volts_rms": 120}, ` + good[at:]
	plain, err := transient.DecodeCases([]byte(good))
	require.NoError(t, err)
	curved, err := transient.DecodeCases([]byte(bent))
	require.NoError(t, err)
	for i, c := range plain.Cases {
		if c.Machine != "M1" || c.Mode != "fixed-slip" {
			continue
		}
		a, err := plain.Solve(i)
		require.NoError(t, err)
		b, err := curved.Solve(i)
		require.NoError(t, err)
		require.Greater(t, b.(transient.CaseAnswer).SupplyAmps, a.(transient.CaseAnswer).SupplyAmps,
			"%s: driven past its flux it asks more", c.Name)
		return
	}
	t.Fatal("no held case")
}
