package capacitor

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/circuit"
	"graybridge/core/leads"
	"graybridge/core/machine"
)

// Halves end to end or side by side, in star or delta, are whole windings to a search: the
// same torque and the same worst share at every slip, saturated.
func TestHalvesAreWholeWindingsToASearch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m, err := machine.Fit(machine.Rating{ShaftWatts: 2200, LineVolts: 230, LineAmps: 8.7, PowerFactor: 0.79,
			RPM: 1740, FrequencyHz: 60, Star: true, Parallel: true}, machine.Targets{LockedAmpsRatio: 6,
			LockedTorqueRatio: 2, X1Share: 0.45, FrictionShare: 0.015, IronShare: 0.2})
		require.NoError(t, err)
		m = m.Bent(circuit.PlanningA, circuit.PlanningN)
		way := leads.Way{Arrangement: rapid.SampledFrom([]leads.Arrangement{leads.Star, leads.Delta}).Draw(t, "join"),
			Halves: rapid.SampledFrom([]leads.Halves{leads.Series, leads.Parallel}).Draw(t, "halves")}
		joints, _ := leads.Twelve.JointsFor(way).WithLines(leads.Twelve)
		coils, inside := leads.Coils(leads.Twelve, "")
		b, err := New(&m, Wiring{Volts: rapid.Float64Range(150, 260).Draw(t, "V"), FrequencyHz: 60,
			CornerTo: rapid.SampledFrom([]string{"L1", "L2"}).Draw(t, "to"), Coils: coils,
			Joints: append(append([][]string{}, inside...), joints...)})
		require.NoError(t, err)
		require.NotNil(t, b.whole, "%v", joints)
		b.Set(rapid.Float64Range(0, 200).Draw(t, "µF"))
		slip := rapid.Float64Range(0, 1).Draw(t, "slip")
		require.NoError(t, b.look(slip))
		torque := b.shaftNm()
		share, _ := b.lookedWorst()
		require.NoError(t, b.solve(slip))
		full, _ := b.solvedWorst()
		require.InDelta(t, b.sign*b.solver.Shaft(0).TorqueNm, torque, 1e-4*(1+math.Abs(torque)))
		require.InDelta(t, full, share, 1e-4*(1+full))
	})
}
