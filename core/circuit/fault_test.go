package circuit_test

import (
	"encoding/json"
	"math/cmplx"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
)

func benchCase(t *testing.T, name string) circuit.BenchCase {
	t.Helper()
	data, err := os.ReadFile("testdata/bench-cases/" + name + ".json")
	require.NoError(t, err)
	b, err := circuit.DecodeBenchCase(data)
	require.NoError(t, err)
	return b
}

// A fault done to a healthy case gives the figures of the independent case that
// has it.
func TestFaultsAreTheCasesThatHaveThem(t *testing.T) {
	for want, fault := range map[string]struct {
		of string
		do func(*circuit.Circuit) *circuit.Circuit
	}{
		"22-nine-star-low-swapped-pair": {"15-nine-star-low",
			func(c *circuit.Circuit) *circuit.Circuit { return c.SwapLeads("T7", "T8") }},
		"23-nine-star-low-star-cap-missing": {"15-nine-star-low",
			func(c *circuit.Circuit) *circuit.Circuit { return c.TakeOut("T4") }},
		"29-three-phase-lead-lost": {"15-nine-star-low",
			func(c *circuit.Circuit) *circuit.Circuit { return c.LoseLine("P3") }},
		"14-six-delta-one-coil-reversed": {"01-six-delta-three-phase",
			func(c *circuit.Circuit) *circuit.Circuit { return c.ReverseCoil("v") }},
		"13-six-open-coil": {"01-six-delta-three-phase",
			func(c *circuit.Circuit) *circuit.Circuit { return c.OpenCoil("u") }},
		"11-six-delta-no-capacitor-running": {"05-six-delta-capacitor-to-l1",
			func(c *circuit.Circuit) *circuit.Circuit { return c.LoseElement(c.Elements[0].Name) }},
	} {
		healthy, faulty := benchCase(t, fault.of), benchCase(t, want)
		before, err := json.Marshal(healthy.Circuit)
		require.NoError(t, err)
		c := fault.do(&healthy.Circuit)
		after, err := json.Marshal(healthy.Circuit)
		require.NoError(t, err)
		require.Equal(t, string(before), string(after), "the circuit given stays as it was")
		c.Machines[0].Slip = faulty.Machines[0].Slip
		got, err := circuit.SolveCase(c)
		require.NoError(t, err)
		answer, err := circuit.SolveCase(&faulty.Circuit)
		require.NoError(t, err)
		for _, m := range answer.Machines {
			require.InDelta(t, m.TorqueNm, got.Machines[c.Machines[0].Name].TorqueNm,
				1e-3*(1+m.ForwardNm+m.BackwardNm), want)
		}
		largest := 0.0
		for _, a := range answer.Amps {
			largest = max(largest, a.RMS)
		}
		for name, a := range answer.Amps {
			if g, ok := got.Amps[name]; ok {
				require.InDelta(t, a.RMS, g.RMS, 1e-3*largest, "%s: %s", want, name)
			}
		}
	}
}

func TestShortsAndLeaksToFrame(t *testing.T) {
	b := benchCase(t, "05-six-delta-capacitor-to-l1")
	_, err := circuit.SolveCase(b.Short("L1", "L2"))
	require.ErrorIs(t, err, circuit.ErrUnsolvable)
	c := b.ToFrame("u", b.Reference, 1000)
	s, err := circuit.Compile(c)
	require.NoError(t, err)
	require.NoError(t, s.Solve())
	leak := s.ElementAmps(len(c.Elements) - 1)
	require.InDelta(t, cmplx.Abs(s.Volts(c.Machines[0].Coils[0].Start, b.Reference))/1000, cmplx.Abs(leak), 1e-9)
	require.Equal(t, len(b.Elements)+1, len(c.Elements))
	same, err := json.Marshal(b.OpenCoil("no such coil"))
	require.NoError(t, err)
	before, err := json.Marshal(b.Circuit)
	require.NoError(t, err)
	require.Equal(t, string(before), string(same))
}
