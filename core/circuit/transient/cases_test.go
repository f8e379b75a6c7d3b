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

func TestBadCasesNamePlaceAndField(t *testing.T) {
	data, err := os.ReadFile("testdata/time-domain.json")
	require.NoError(t, err)
	good := string(data)
	for where, change := range map[string][2]string{
		"format":                   {`"gray-bridge/time-domain-reference"`, `"x"`},
		"version":                  {`"version": 1`, `"version": 2`},
		"machines.M1.r1_ohm":       {`"r1_ohm": 4.2`, `"r1_ohm": -4.2`},
		"machines.M1.x1_ohm":       {`"x1_ohm": 5.1`, `"x1_ohm": 0`},
		"machines.M2.j_kgm2":       {`"j_kgm2": 0.011`, `"j_kgm2": null`},
		"cases[0].machine":         {`"machine": "M1"`, `"machine": "M9"`},
		"cases[0].mode":            {`"mode": "fixed-slip"`, `"mode": "held"`},
		"cases[0].slip":            {`"slip": 0.05`, `"slope": 0.05`},
		"cases[0].supply.kind":     {`"kind": "three-phase"`, `"kind": "two-phase"`},
		"capacitors[0].microfarad": {`"microfarad": 60`, `"microfarad": 0`},
	} {
		require.True(t, strings.Contains(good, change[0]), change[0])
		_, err := transient.DecodeCases([]byte(strings.Replace(good, change[0], change[1], 1)))
		require.ErrorContains(t, err, where)
	}
}

func FuzzCases(f *testing.F) {
	data, err := os.ReadFile("testdata/time-domain.json")
	if err != nil {
		f.Fatal(err)
	}
	var whole map[string]any
	if err := json.Unmarshal(data, &whole); err != nil {
		f.Fatal(err)
	}
	for _, c := range whole["cases"].([]any)[16:] {
		c.(map[string]any)["end_s"] = 0.05
		delete(c.(map[string]any), "report")
		whole["cases"] = []any{c}
		one, _ := json.Marshal(whole)
		f.Add(one)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		cases, err := transient.DecodeCases(data)
		if err != nil {
			return
		}
		for i := range cases.Cases {
			if cases.Cases[i].EndS > 0.1 || cases.Cases[i].Mode != "free" {
				return // honest, but long
			}
			answer, err := cases.Solve(i)
			if err != nil {
				return
			}
			if _, err := json.Marshal(answer); err != nil {
				t.Fatalf("a number that is none: %v", err)
			}
		}
	})
}

// Two seconds of run-up with a start capacitor that drops out.
func BenchmarkStart(b *testing.B) {
	c := bridge(motor, 30)
	c.Elements = append(c.Elements, circuit.Element{Name: "start", Kind: circuit.Capacitor, From: "L3", To: "L1",
		Microfarad: 90})
	s := transient.Setup{Circuit: c, EndS: 2, Rotors: []transient.Rotor{{InertiaKgM2: 0.004,
		Load: transient.Load{FanNm: 3, ReferenceRadS: 157.08}}}, Openings: []transient.Opening{{Element: "start",
		AfterS: 0.8}}}
	b.ReportAllocs()
	for b.Loop() {
		if r, err := s.Run(nil); err != nil || len(r.Opened) != 1 {
			b.Fatal(err, r)
		}
	}
}

// The same with a deep bar, whose matrices follow the speed.
func BenchmarkStartDeepBar(b *testing.B) {
	q := motor
	q.R2StandstillOhm = 2 * q.R2Ohm
	c := bridge(q, 30)
	c.Elements = append(c.Elements, circuit.Element{Name: "start", Kind: circuit.Capacitor, From: "L3", To: "L1",
		Microfarad: 90})
	s := transient.Setup{Circuit: c, EndS: 2, Rotors: []transient.Rotor{{InertiaKgM2: 0.004,
		Load: transient.Load{FanNm: 3, ReferenceRadS: 157.08}}}, Openings: []transient.Opening{{Element: "start",
		AfterS: 0.8}}}
	b.ReportAllocs()
	for b.Loop() {
		if _, err := s.Run(nil); err != nil {
			b.Fatal(err)
		}
	}
}

// A drawing of the run misses neither its greatest amps nor where it ends.
func TestATraceKeepsPeaksAndEnds(t *testing.T) {
	s := transient.Setup{Circuit: bridge(motor, 40), EndS: 1, Rotors: []transient.Rotor{{InertiaKgM2: 0.004}}}
	peak, end := 0.0, 0.0
	_, err := s.Run(func(x *transient.Sample) bool {
		peak, end = math.Max(peak, math.Abs(x.SourceAmps(0))), x.SpeedRadS[0]
		return true
	})
	require.NoError(t, err)
	trace, err := s.Trace(120, nil)
	require.NoError(t, err)
	require.Len(t, trace.TimeS, 120)
	greatest := 0.0
	for _, a := range trace.Amps {
		greatest = math.Max(greatest, a)
	}
	require.InDelta(t, peak, greatest, 1e-9)
	require.InDelta(t, end*30/math.Pi, trace.RPM[0][119], 1e-9)
	short, err := s.Trace(120, func(x *transient.Sample) bool { return x.SpeedRadS[0] > 120 })
	require.NoError(t, err)
	require.True(t, short.Result.Stopped)
	require.Less(t, len(short.TimeS), 120)
	require.Greater(t, short.RPM[0][len(short.TimeS)-1], 120*30/math.Pi)
}
