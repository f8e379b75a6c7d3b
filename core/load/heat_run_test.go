package load_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/load"
)

// A frame that warms as two numbers say is found again from a thermometer's readings, and
// its band holds where it truly settles.
func TestAHeatRunFindsWhereTheFrameSettles(t *testing.T) {
	outside, drawn := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		tau := rapid.Float64Range(14, 60).Draw(t, "tau")
		air, rise := rapid.Float64Range(5, 35).Draw(t, "air"), rapid.Float64Range(10, 60).Draw(t, "rise")
		text := fmt.Sprintf("air %.0f °C\n0 min %.0f", air, air)
		for i := range rapid.IntRange(3, 7).Draw(t, "readings") {
			at := float64(i+1) * 12
			read := air + rise*(1-math.Exp(-at/tau)) + rapid.Float64Range(-1, 1).Draw(t, "off")
			text += fmt.Sprintf("\n%.0f min %.1f °C", at, read)
		}
		l, problems := load.Read(load.Entry{HeatRun: text})
		for _, p := range problems {
			require.Empty(t, p.Problem, p.Typed)
		}
		got, ok := l.HeatRun.Settle(28)
		require.True(t, ok)
		require.LessOrEqual(t, got.Low, got.Celsius)
		require.LessOrEqual(t, got.Celsius, got.High)
		drawn++
		if want := math.Round(air) + rise; want < got.Low-1 || want > got.High+1 {
			outside++
		}
	})
	require.LessOrEqual(t, outside, drawn/15, "%d of %d outside their band", outside, drawn)
}

func TestHotOhmsTellTheWinding(t *testing.T) {
	l, problems := load.Read(load.Entry{HeatRun: "air 20\ncold 4.0 Ω at 20 °C\n60 min hot 5.0 Ω"})
	require.Len(t, problems, 1)
	require.Empty(t, problems[0].Problem)
	require.InDelta(t, 5./4*254.5-234.5, l.HeatRun.WindingC(), 1e-9)
	require.InDelta(t, 60, l.HeatRun.HotAfter, 1e-9)
	l, problems = load.Read(load.Entry{HeatRun: "air 20\n10 min warm\n20 min 40\n15 min 38"})
	require.Len(t, problems, 2, "the rest counts")
	require.Equal(t, "load.heat_run", problems[0].Path)
	require.Len(t, l.HeatRun.Frame, 1)
	_, ok := l.HeatRun.Settle(28)
	require.False(t, ok, "one reading shows no way")
}
