package plan_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/jobtest"
)

// Over the corpus: a circuit is drawn only of what is sized, each of its devices stands among
// the parts as it is there, marks are unlike, and no coil comes in by itself.
func TestLaddersOverTheCorpus(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(8, 30))
	drawn := map[string]int{}
	for n, c := range jobtest.Plates(t) {
		d := jobtest.Case(c, r)
		if d.Bridge.Kind == document.KindCapacitor && n%3 == 0 {
			d.Bridge.Capacitor.Reversing = capacitor.ByContactors
		}
		if !jobtest.InPart(t, n/3, 3) {
			continue
		}
		p := plan.Make(d)
		if len(p.Buys) == 0 {
			require.Empty(t, p.Ladder.Devices, "%s: nothing is drawn that is not sized", c.ID)
			continue
		}
		drawn[d.Bridge.Kind]++
		specs, marks := map[string]bool{}, map[string]bool{}
		for _, b := range p.Buys {
			specs[b.Spec] = true
		}
		for _, one := range p.Ladder.Devices {
			switch one.Kind {
			case protection.MotorKey:
			case protection.RunCan:
				require.True(t, specs[one.Spec], "%s: %s", c.ID, one.Name)
			default:
				require.False(t, marks[one.Mark], "%s: %s twice", c.ID, one.Mark)
				marks[one.Mark] = true
				require.True(t, specs[one.Spec] || one.Name == "Line contactor", "%s: %s", c.ID, one.Name)
			}
		}
		for _, rung := range p.Ladder.Rungs {
			require.True(t, rung.Drops() || rung.Contacts[0].Kind == protection.Closes, "%s: %s", c.ID, rung)
		}
		if d.Bridge.Capacitor.Reversing == capacitor.ByContactors && d.Bridge.Kind == document.KindCapacitor {
			k := protection.Mark(d.Workshop.Rules, protection.Contactor)
			require.True(t, protection.Interlocked(p.Ladder.Rungs, k+"F", k+"R"), c.ID)
		}
	}
	require.Greater(t, drawn[document.KindCapacitor], 3)
	require.Greater(t, drawn[document.KindDrive], 3)
}
