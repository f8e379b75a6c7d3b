package table_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/table"
)

func TestTypicalMotorMeetsTheTableAndCorrectsForPoles(t *testing.T) {
	four := table.TypicalMotor(1.1, 4)
	require.InDelta(t, 0.78, four.PowerFactor, 1e-9)
	require.InDelta(t, 5.0, four.LockedAmpsRatio, 1e-9)
	six := table.TypicalMotor(1.1, 6)
	require.InDelta(t, 0.71, six.PowerFactor, 1e-9)
	require.InDelta(t, 0.745, six.Efficiency, 1e-9)
	require.NotEmpty(t, four.Source)
}

func TestCodeTables(t *testing.T) {
	amps, _, ok := table.FullLoadAmps(3, 208)
	require.True(t, ok)
	require.InDelta(t, 9.6*1.1, amps, 0.1)
	_, _, ok = table.FullLoadAmps(40, 230)
	require.False(t, ok)
	low, high, _, ok := table.CodeLetter("h")
	require.True(t, ok)
	require.Equal(t, []float64{6.3, 7.1}, []float64{low, high})
	_, _, _, ok = table.CodeLetter("Q")
	require.False(t, ok)
	_, torque, _ := table.LockedRotor(3, 230, 4)
	require.InDelta(t, 2.15, torque, 1e-9)
	require.Equal(t, 10, table.EarthAWG(40))
}

func TestWireTables(t *testing.T) {
	ohm, ok := table.OhmPerMetre(6, 0)
	require.True(t, ok)
	require.InDelta(t, 0.00375, ohm, 1e-9)
	ohm, ok = table.OhmPerMetre(0, 8)
	require.True(t, ok)
	require.InDelta(t, 0.778/304.8, ohm, 1e-9)
	_, ok = table.OhmPerMetre(0, 40)
	require.False(t, ok)
	amps, ok := table.Ampacity(2.5, 0)
	require.True(t, ok)
	require.InDelta(t, 23, amps, 0)
	class, ok := table.VoltageClass(431)
	require.True(t, ok)
	require.InDelta(t, 450, class, 0)
}
