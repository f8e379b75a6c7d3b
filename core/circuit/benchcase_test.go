package circuit_test

import (
	"encoding/json"
	"math"
	"math/cmplx"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
)

func phasor(p circuit.Polar) complex128 { return cmplx.Rect(p.RMS, p.PhaseDeg*math.Pi/180) }

// Every value must lie within 0.1 % of the largest of its kind in the case.
func requireClose(t *testing.T, kind string, want, got map[string]circuit.Polar) {
	t.Helper()
	largest := 0.0
	for _, w := range want {
		largest = math.Max(largest, w.RMS)
	}
	for name, w := range want {
		g, ok := got[name]
		require.True(t, ok, "%s %s is missing in the answer", kind, name)
		require.LessOrEqual(t, cmplx.Abs(phasor(w)-phasor(g)), 1e-3*largest, "%s %s: want %v, got %v", kind, name, w, g)
	}
}

func TestSolverAgreesWithTheIndependentBenchCases(t *testing.T) {
	files, err := filepath.Glob("testdata/bench-cases/*.json")
	require.NoError(t, err)
	require.Len(t, files, 35)
	for _, file := range files {
		t.Run(filepath.Base(file), func(t *testing.T) {
			data, err := os.ReadFile(file)
			require.NoError(t, err)
			bench, err := circuit.DecodeBenchCase(data)
			require.NoError(t, err)
			var want circuit.Answer
			require.NoError(t, json.Unmarshal(bench.Expect, &want))
			got, err := circuit.SolveCase(&bench.Circuit)
			require.NoError(t, err)
			requireClose(t, "volts", want.NodeVolts, got.NodeVolts)
			requireClose(t, "amps", want.Amps, got.Amps)
			largest := 0.0
			for _, m := range want.Machines {
				largest = max(largest, math.Abs(m.TorqueNm), math.Abs(m.ForwardNm), math.Abs(m.BackwardNm))
			}
			for name, w := range want.Machines {
				g := got.Machines[name]
				require.InDelta(t, w.TorqueNm, g.TorqueNm, 1e-3*largest)
				require.InDelta(t, w.ForwardNm, g.ForwardNm, 1e-3*largest)
				require.InDelta(t, w.BackwardNm, g.BackwardNm, 1e-3*largest)
			}
		})
	}
}
