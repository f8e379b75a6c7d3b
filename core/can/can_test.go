package can_test

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/can"
	"graybridge/core/table"
)

func total(parts []can.Part) (sum float64, bought int) {
	for _, p := range parts {
		sum += p.Microfarad
		if !p.Own {
			bought++
		}
	}
	return sum, bought
}

func TestTheDrawerComesFirst(t *testing.T) {
	require.Equal(
		t,
		[]can.Part{{Microfarad: 40, Own: true}, {Microfarad: 12, Own: true}},
		can.Combine(51, []float64{12, 8, 40, 5}),
	)
	require.Equal(
		t,
		[]can.Part{{Microfarad: 50, Own: false}},
		can.Combine(51, nil),
		"one can of the shop lies within 5 %",
	)
	require.Equal(
		t,
		[]can.Part{{Microfarad: 50, Own: true}, {Microfarad: 60, Own: false}},
		can.Combine(109, []float64{50}),
		"a can of the drawer saves buying two",
	)
	_, bought := total(can.Combine(350, nil))
	require.Equal(t, 4, bought)
	require.Nil(t, can.Combine(500, nil), "more than four cans of the shop")
	require.Nil(t, can.Combine(0, nil))
}

// Whatever is wanted and owned: within tolerance, at most four cans, each of the
// drawer used no more often than it lies there, and no choice that buys less.
func TestCombinationsAreHonest(t *testing.T) {
	stock, tolerance, _ := table.RunCapacitors()
	rapid.Check(t, func(t *rapid.T) {
		want := rapid.Float64Range(6, 380).Draw(t, "µF")
		drawer := rapid.SliceOfN(rapid.SampledFrom(append([]float64{7, 33}, stock...)), 0, 6).Draw(t, "drawer")
		parts := can.Combine(want, drawer)
		require.NotEmpty(t, parts)
		require.LessOrEqual(t, len(parts), 4)
		sum, bought := total(parts)
		require.LessOrEqual(t, math.Abs(sum-want), tolerance*want+1e-9)
		left := slices.Clone(drawer)
		for _, p := range parts {
			if p.Own {
				i := slices.Index(left, p.Microfarad)
				require.GreaterOrEqual(t, i, 0, "%v is not in %v", p, drawer)
				left = slices.Delete(left, i, i+1)
			} else {
				require.Contains(t, stock, p.Microfarad)
			}
		}
		if bought > 0 { // no one, two or three of the drawer alone would do
			for i, a := range drawer {
				require.Greater(t, math.Abs(a-want), tolerance*want)
				for j, b := range drawer[i+1:] {
					require.Greater(t, math.Abs(a+b-want), tolerance*want)
					for _, c := range drawer[i+1:][j+1:] {
						require.Greater(t, math.Abs(a+b+c-want), tolerance*want)
					}
				}
			}
		}
	})
}
