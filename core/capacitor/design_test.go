package capacitor_test

import (
	"encoding/json"
	"math"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/capacitor"
)

// The file asks for 1 %, or 0.01 absolute for shares and ratios below 1, and
// 0.01 for the continuous shares.
func tolerance(key string, want float64) float64 {
	if strings.HasPrefix(key, "continuous_share") {
		return 0.01 + 1e-9
	}
	ratio := strings.Contains(key, "ratio") || strings.Contains(key, "slip") || strings.Contains(key, "unbalance")
	if ratio && math.Abs(want) < 1 {
		return 0.01
	}
	return 0.01 * math.Abs(want)
}

func TestDesignAgreesWithTheIndependentCases(t *testing.T) {
	data, err := os.ReadFile("testdata/capacitor-design-cases.json")
	require.NoError(t, err)
	file, err := capacitor.DecodeDesign(data)
	require.NoError(t, err)
	require.Len(t, file.Cases, 7)
	for _, c := range file.Cases {
		t.Run(c.Name, func(t *testing.T) {
			d, err := c.Solve()
			require.NoError(t, err)
			text, err := json.Marshal(d)
			require.NoError(t, err)
			var want, got map[string]any
			require.NoError(t, json.Unmarshal(c.Expect, &want))
			require.NoError(t, json.Unmarshal(text, &got))
			for key, w := range want {
				g, ok := got[key].(float64)
				require.True(t, ok, "%s is missing", key)
				require.InDelta(t, w.(float64), g, tolerance(key, w.(float64)), key)
			}
		})
	}
}

func BenchmarkDesignCase(b *testing.B) {
	data, err := os.ReadFile("testdata/capacitor-design-cases.json")
	require.NoError(b, err)
	file, err := capacitor.DecodeDesign(data)
	require.NoError(b, err)
	for b.Loop() {
		if _, err := file.Cases[0].Solve(); err != nil {
			b.Fatal(err)
		}
	}
}

// What the motor cannot carry has no amps and no slip: null, never a number
// from nonsense.
func TestFiguresThatDoNotExistAreNull(t *testing.T) {
	data, err := os.ReadFile("testdata/capacitor-design-cases.json")
	require.NoError(t, err)
	file, err := capacitor.DecodeDesign(data)
	require.NoError(t, err)
	c := file.Cases[0]
	c.Supply.Volts /= 4
	d, err := c.Solve()
	require.NoError(t, err)
	text, err := json.Marshal(d)
	require.NoError(t, err)
	var got map[string]any
	require.NoError(t, json.Unmarshal(text, &got))
	require.Nil(t, got["run_uf_least_winding_amps_at_70pct"])
	require.Nil(t, got["slip_at_70pct"])
	require.Nil(t, got["worst_winding_ratio_at_70pct"])
	require.InDelta(t, 0, got["continuous_share_with_that_uf"], 0)
	require.NotNil(t, got["r1_ohm"])
}

func TestBadDesignCasesNamePlaceAndField(t *testing.T) {
	data, err := os.ReadFile("testdata/capacitor-design-cases.json")
	require.NoError(t, err)
	for where, change := range map[string][2]string{
		"cases[0].plate.shaft_kw":            {`"shaft_kw": `, `"shaft_kw": -`},
		"cases[0].plate.rpm":                 {`"rpm": `, `"rpm": null, "was": `},
		"cases[0].plate":                     {`"x1_share_of_leakage": `, `"x1_share_of_leakage": 5, "was": `},
		"cases[0].single_phase_supply.volts": {`"volts": `, `"volts": "x", "was": `},
		"version":                            {`"version": 1`, `"version": 3`},
	} {
		require.True(t, strings.Contains(string(data), change[0]), change[0])
		_, err := capacitor.DecodeDesign([]byte(strings.Replace(string(data), change[0], change[1], 1)))
		require.ErrorContains(t, err, where)
	}
}
