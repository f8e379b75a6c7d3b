package search_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/search"
)

func TestRootAndLeast(t *testing.T) {
	require.InDelta(t, math.Sqrt2, search.Root(func(x float64) float64 { return x*x - 2 }, 0, 2), 1e-9)
	x, y := search.Least(func(x float64) float64 { return math.Pow(math.Log(x/37), 2) + 5 }, 1, 1000, 16)
	require.InDelta(t, 37, x, 0.01)
	require.InDelta(t, 5, y, 1e-6)
	x, y = search.Greatest(func(x float64) float64 { return -math.Abs(x - 0.3) }, 0.01, 1, 40)
	require.InDelta(t, 0.3, x, 1e-4)
	require.InDelta(t, 0, y, 1e-4)
}

func TestSecantFindsWhatRisesAndLeavesTheRest(t *testing.T) {
	x, ok := search.Secant(func(x float64) float64 { return x*x - 2 }, 1.2, 0.05, 1e-9)
	require.True(t, ok)
	require.InDelta(t, math.Sqrt2, x, 1e-9)
	_, ok = search.Secant(func(x float64) float64 { return 2 - x*x }, 1.2, 0.05, 1e-9)
	require.False(t, ok, "it falls")
	_, ok = search.Secant(func(x float64) float64 { return math.NaN() }, 1.2, 0.05, 1e-9)
	require.False(t, ok)
	_, ok = search.Secant(func(x float64) float64 { return math.Exp(x) + 1 }, 1.2, 0.05, 1e-9)
	require.False(t, ok, "nowhere")
}
