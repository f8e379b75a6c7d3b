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
	earth, ok := table.EarthAWG(40)
	require.True(t, ok)
	require.Equal(t, 10, earth)
	for _, volts := range []float64{220, 230, 236, 240} {
		amps, _, ok = table.FullLoadAmps(1.5, volts)
		require.True(t, ok)
		require.InDelta(t, 6.0, amps, 1e-9, "one column serves its class of volts")
	}
	amps, _, _ = table.FullLoadAmps(1, 120)
	require.InDelta(t, 8.4, amps, 1e-9)
	_, _, ok = table.FullLoadAmps(5, 120)
	require.False(t, ok, "the column ends at 2 hp")
	amps, _, _ = table.FullLoadAmps(3, 575)
	require.InDelta(t, 3.9, amps, 1e-9)
	_, _, ok = table.FullLoadAmps(3, 300)
	require.False(t, ok, "no column for these volts")
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

// A table that ends says so; it never caps.
func TestTablesEnd(t *testing.T) {
	for _, r := range []table.Rules{table.Metric, table.NorthAmerica} {
		breaker, conductor := r.Ends()
		got, ok := r.Breaker(breaker)
		require.True(t, ok)
		require.InDelta(t, breaker, got, 0)
		_, ok = r.Breaker(breaker + 0.1)
		require.False(t, ok)
		_, ok = r.Conductor(conductor)
		require.True(t, ok)
		_, ok = r.Conductor(conductor + 0.1)
		require.False(t, ok)
	}
	_, ok := table.EarthAWG(201)
	require.False(t, ok)
}

// By the handbook: a relay never lets go at 1.05 times its setting; guide value keeps a tenth between what
// runs and a breaker's rating.
func TestWhatGuardsKeepsItsDistance(t *testing.T) {
	require.InDelta(t, 1.05, table.RelayHolds, 1e-12)
	require.InDelta(t, 1.1, table.BreakerRuns, 1e-12)
}
