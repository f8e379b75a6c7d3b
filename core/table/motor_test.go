package table_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/table"
)

// Read off the tables: 1½ hp on 230 V single-phase takes 10 A, on 115 V twice that; a motor of
// 12.2 A may have a dual-element fuse of 25 A (21.35, next size up) and plain ones of 40 (36.6).
func TestMotorTablesAndShares(t *testing.T) {
	amps, _, ok := table.SinglePhaseAmps(1.5, 230)
	require.True(t, ok)
	require.InDelta(t, 10, amps, 1e-9)
	amps, _, ok = table.SinglePhaseAmps(1.5, 115)
	require.True(t, ok)
	require.InDelta(t, 20, amps, 1e-9)
	for _, beyond := range [][2]float64{{12, 230}, {0.25, 230}, {1, 400}} {
		_, _, ok = table.SinglePhaseAmps(beyond[0], beyond[1])
		require.False(t, ok, "%v", beyond)
	}
	rates := table.NorthAmerica.Circuit()
	dual, ok := table.NorthAmerica.Fuse(rates.DualElement, 12.2)
	require.True(t, ok)
	require.InDelta(t, 25, dual, 1e-9)
	plain, _ := table.NorthAmerica.Fuse(rates.PlainFuse, 12.2)
	require.InDelta(t, 40, plain, 1e-9)
	_, ok = table.Metric.Fuse(table.Metric.Circuit().DualElement, 12.2)
	require.False(t, ok, "the metric rules here name no such fuse: it is not made up")
	require.InDelta(t, 1.25, rates.Ceiling(1.15), 1e-9)
	require.InDelta(t, 1.15, rates.Ceiling(1.0), 1e-9)
}

// Read off the frame table and the rule of end threads.
func TestFramesAsPrinted(t *testing.T) {
	f, ok := table.FrameOf("IEC 90 L", false)
	require.True(t, ok)
	require.InDelta(t, 125, f.Along, 1e-9)
	f, ok = table.FrameOf("182t", false)
	require.True(t, ok, "an inch frame in a metric workshop is still one")
	require.InDelta(t, 114.3, f.Height, 1e-9)
	_, ok = table.FrameOf("D77", true)
	require.False(t, ok)
	for shaft, m := range map[float64]int{11: 4, 14: 5, 19: 6, 24: 8, 28: 10} {
		got, _, ok := table.EndThread(shaft)
		require.True(t, ok)
		require.Equal(t, m, got, "%v mm", shaft)
	}
	_, _, ok = table.EndThread(38)
	require.False(t, ok)
}
