package leads_test

import (
	"encoding/json"
	"fmt"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/leads"
)

// Every joint table, put on the motor of the independent case that has it,
// gives that case's torque and line amps.
func TestJointTablesAreThoseOfTheIndependentCases(t *testing.T) {
	cases := map[string]string{
		"six delta ": "01-six-delta-three-phase", "six star ": "02-six-star-three-phase",
		"nine-star star parallel": "15-nine-star-low", "nine-star star series": "16-nine-star-high",
		"nine-delta delta parallel": "18-nine-delta-low", "nine-delta delta series": "19-nine-delta-high",
		"twelve star parallel": "25-twelve-star-low", "twelve star series": "26-twelve-star-high",
		"twelve delta parallel": "27-twelve-delta-low", "twelve delta series": "28-twelve-delta-high",
	}
	seen := 0
	for _, w := range leads.Windings() {
		for _, table := range w.Tables {
			name := fmt.Sprintf("%s %s %s", w.Kind, table.Arrangement, table.Halves)
			data, err := os.ReadFile("../circuit/testdata/bench-cases/" + cases[name] + ".json")
			require.NoError(t, err, name)
			b, err := circuit.DecodeBenchCase(data)
			require.NoError(t, err)
			var want circuit.Answer
			require.NoError(t, json.Unmarshal(b.Expect, &want))
			c := b.Circuit
			c.Joints = table.Joints
			c.Machines[0].Coils = w.Coils
			got, err := circuit.SolveCase(&c)
			require.NoError(t, err, name)
			torque := want.Machines[c.Machines[0].Name].TorqueNm
			require.InEpsilon(t, torque, got.Machines[c.Machines[0].Name].TorqueNm, 1e-3, name)
			for _, s := range c.Sources {
				require.InEpsilon(t, want.Amps[s.Name].RMS, got.Amps[s.Name].RMS, 1e-3, "%s: %s", name, s.Name)
			}
			seen++
		}
	}
	require.Equal(t, len(cases), seen)
}

// What a meter finds with every joint undone tells the layouts apart.
func TestContinuityGroupsAreTheFingerprintOfALayout(t *testing.T) {
	sizes := map[leads.Kind][]int{leads.Six: {2, 2, 2}, leads.NineStar: {2, 2, 2, 3}, leads.NineDelta: {3, 3, 3},
		leads.Twelve: {2, 2, 2, 2, 2, 2}}
	for _, w := range leads.Windings() {
		var got []int
		all := map[string]bool{}
		for _, g := range w.Groups() {
			got = append(got, len(g))
			for _, n := range g {
				all[n] = true
			}
		}
		require.ElementsMatch(t, sizes[w.Kind], got, w.Kind)
		require.Len(t, all, len(w.Terminals))
	}
}
