package machine_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/machine"
)

func TestHeatOfDutyIsThatOfASimpleWinding(t *testing.T) {
	require.InDelta(t, 25*math.Log(2), machine.TimeToPlateHeat(math.Sqrt2), 1e-9)
	require.InDelta(t, 1.44, machine.DutyHeat(1.2, 1e6, 10), 1e-9, "never resting it settles at share squared")
	// A short run and a long rest warm it only by the run itself.
	require.InDelta(t, 2*(1-math.Exp(-5./25)), machine.DutyHeat(math.Sqrt2, 5, 1e6), 1e-6)
	require.Less(t, machine.DutyHeat(1.3, 5, 20), machine.DutyHeat(1.3, 10, 20))
}
