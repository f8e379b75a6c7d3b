package protection_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/protection"
	"graybridge/core/table"
)

// Whatever a control circuit must do: losing the supply drops every motor's coil out for good,
// stop stands before all else, what guards the winding stands before the coil, a pair is
// interlocked by a closed contact each.
func TestAControlCircuitLetsNothingStartByItself(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := protection.Controls{Rules: rapid.SampledFrom([]table.Rules{table.Metric, table.NorthAmerica}).Draw(t,
			"rules"),
			Thermistor: rapid.Bool().Draw(t, "thermistor"), NoOverload: rapid.Bool().Draw(t, "no overload"),
			Pair: rapid.Bool().Draw(t, "pair"), StartRelay: rapid.Bool().Draw(t, "start relay")}
		if rapid.Bool().Draw(t, "fault") {
			c.Fault = "the drive"
		}
		rungs := c.Rungs()
		coils := map[string]bool{}
		for _, r := range rungs {
			last := r.Contacts[len(r.Contacts)-1]
			require.Equal(t, protection.Coil, last.Kind)
			require.False(t, coils[last.Mark], "one coil, one rung")
			coils[last.Mark] = true
			if r.Title == "Start capacitor" {
				require.Equal(t, protection.Closes, r.Contacts[0].Kind, "only while the motor's contactor is in")
				continue
			}
			require.True(t, r.Drops(), r.String())
			require.Equal(t, protection.Opens, r.Contacts[0].Kind, "stop first")
			guards := 0
			for _, one := range r.Contacts {
				if one.Mark == protection.Mark(c.Rules, protection.Overload) || one.Mark == protection.Mark(c.Rules,
					protection.Feeler) {
					guards++
				}
			}
			require.Equal(t, !c.NoOverload || c.Thermistor, guards == 1)
		}
		k := protection.Mark(c.Rules, protection.Contactor)
		require.Equal(t, c.Pair, protection.Interlocked(rungs, k+"F", k+"R"))
	})
}

// A circuit that is wired wrongly is told from one that is not.
func TestWhatIsMissingIsSeen(t *testing.T) {
	latching := protection.Rung{Title: "Motor", Contacts: []protection.Contact{{Kind: protection.Opens, Mark: "S0"},
		{Kind: protection.Closes, Mark: "S1"}, {Kind: protection.Coil, Mark: "K1"}}}
	require.False(t, latching.Drops(), "a latching switch starts again by itself")
	rungs := protection.Controls{Pair: true}.Rungs()
	rungs[0].Contacts = append(rungs[0].Contacts[:2:2], rungs[0].Contacts[3:]...)
	require.False(t, protection.Interlocked(rungs, "K1F", "K1R"), "one closed contact is missing")
}
