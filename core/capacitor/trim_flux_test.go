package capacitor_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/capacitor"
	"graybridge/core/circuit"
	"graybridge/core/machine"
)

// bentBridge is the test motor with a curve, its magnetising reactance k times the
// estimate.
func bentBridge(t require.TestingT, k, a, n, volts float64) *capacitor.Bridge {
	m := model(t)
	m.Eq.XmOhm *= k
	m = m.Bent(a, n)
	b, err := capacitor.New(&m, capacitor.Wiring{Volts: volts, FrequencyHz: 50, CornerTo: "L1", Coils: machine.Coils(),
		Joints: capacitor.Delta})
	require.NoError(t, err)
	return b
}

func idleRound(t require.TestingT, b *capacitor.Bridge, uf float64) string {
	p, ok := b.Run(uf, machine.Load{Kind: machine.NoLoad})
	require.True(t, ok)
	l := p.LeadAmps("L1")
	return fmt.Sprintf("%.1f µF: leads %.2f %.2f %.2f; corner %.0f %.0f; volts %.0f", uf, l[0], l[1], l[2],
		p.CornerToL1, p.CornerToL2, p.SupplyVolts)
}

// Two idle rounds at two µF, or at two volts, bring the curve of the real motor back:
// what it would idle at elsewhere is then foretold.
func TestTwoIdleRoundsRefitTheCurve(t *testing.T) {
	worstOff := 0.0
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.Float64Range(0.85, 1.2).Draw(t, "magnetising")
		a, n := rapid.Float64Range(0.65, 0.9).Draw(t, "a"), rapid.Float64Range(5, 9).Draw(t, "n")
		real := bentBridge(t, k, a, n, 232)
		text := idleRound(t, real, 30) + "\n" + idleRound(t, real, 60)
		if rapid.Bool().Draw(t, "two volts") {
			text = idleRound(t, bentBridge(t, k, a, n, 215), 45) + "\n" + idleRound(t, bentBridge(t, k, a, n, 245), 45)
		}
		q := capacitor.Question{Bridge: bentBridge(t, 1, circuit.PlanningA, circuit.PlanningN, 232), Kind: machine.Fan,
			Usual: 0.65, Heaviest: 0.65}
		got, ok := q.Trim(rounds(t, text))
		require.True(t, ok)
		require.True(t, got.Fits)
		require.True(t, got.CurveRead)
		fitted, err := capacitor.New(&got.Model, real.Wiring)
		require.NoError(t, err)
		for _, uf := range []float64{25, 40, 75} {
			want, ok := real.Run(uf, machine.Load{Kind: machine.NoLoad})
			require.True(t, ok)
			have, ok := fitted.Run(uf, machine.Load{Kind: machine.NoLoad})
			require.True(t, ok)
			for i := range want.Windings {
				require.InDelta(t, want.Windings[i].Share, have.Windings[i].Share, 0.04, "%v µF winding %d: found "+
					"%v %v %v", uf, i, got.Magnetising, got.A, got.N)
				worstOff = max(worstOff, abs(want.Windings[i].Share-have.Windings[i].Share))
			}
		}
	})
	t.Logf("worst foretelling off by %.3f of rated amps", worstOff)
}

func abs(x float64) float64 { return max(x, -x) }

// One round, or two at one µF and one voltage, say nothing about the curve.
func TestOneIdleRoundLeavesTheCurve(t *testing.T) {
	real := bentBridge(t, 1.1, 0.7, 6, 230)
	q := capacitor.Question{Bridge: bentBridge(t, 1, circuit.PlanningA, circuit.PlanningN, 230), Kind: machine.Fan,
		Usual: 0.65, Heaviest: 0.65}
	for _, text := range []string{idleRound(t, real, 45), idleRound(t, real, 45) + "\n" + idleRound(t, real, 45)} {
		got, ok := q.Trim(rounds(t, text))
		require.True(t, ok)
		require.False(t, got.CurveRead)
		require.Equal(t, circuit.PlanningA, got.A)
	}
}
