package site_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What the line ahead of a drive, a controller or a converter must be: each limit just below and
// just above.
func TestTheLineAhead(t *testing.T) {
	line := func(breaker float64, wire string) site.LineGuard {
		c, _, err := unit.ParseConductor(wire)
		require.NoError(t, err)
		return site.LineGuard{Wires: table.Wires{Rules: table.Metric}, Breaker: breaker, Conductor: c, Amps: 10,
			PlanBreaker: 16}
	}
	require.InDelta(t, 11, line(0, "").Least(), 1e-9, "ten percent over what flows for good")
	require.InDelta(t, 12.5, line(0, "").Need(), 1e-9, "the wire carries a quarter more")
	heavy := line(0, "")
	heavy.StartAmps = 100
	require.Greater(t, heavy.Least(), 11.0, "a start asks more")
	require.InDelta(t, 13, line(0, "").Wants(), 1e-9, "the smallest breaker that holds is guarded too")
	withRelay := line(0, "")
	withRelay.Relay = 14
	require.InDelta(t, 14, withRelay.Wants(), 1e-9)

	carry, _ := table.Wires{Rules: table.Metric}.Ampacity(unit.Conductor{SquareMM: 1.5})
	require.Less(t, carry, 20.0)
	over := line(20, "1.5 mm²")
	over.PlanBreaker = 20
	cures := over.BreakerCure()
	require.Len(t, cures, 1)
	require.Equal(t, "16 A", cures[0].Value, "the largest that the wire bears")
	require.Empty(t, cures[0].And.Path)
	fits := line(16, "2.5 mm²")
	require.Empty(t, fits.BreakerCure(), "the plan's own is not offered again")
	thin := line(16, "1 mm²")
	require.NotEmpty(t, thin.Mend())
}
