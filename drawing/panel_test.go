package drawing_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/core/scenario"
	"graybridge/drawing"
)

// rungs are the lines of a control circuit by what they are called.
func rungs(d drawing.Drawing) map[string]string {
	out := map[string]string{}
	for _, f := range d.Facts {
		out[f.Name] = f.Value
	}
	return out
}

// A pair of contactors is interlocked twice: by parts in the panel, by a closed contact
// of each in the other's rung.
func TestAPairOfContactorsIsInterlockedTwice(t *testing.T) {
	d := scenario.ClayRoom()
	plain := plan.Make(d)
	interlocks := func(x drawing.Drawing) int {
		return count(x, func(i drawing.Item) bool { return i.Of == "interlock" })
	}
	require.Zero(t, interlocks(drawing.Panel(drawing.SceneOf(&plain))))
	d.Bridge.Rotary.Turning = []string{"m3:" + rotary.TurnedByContactors}
	p := plan.Make(d)
	require.Equal(t, 1, interlocks(drawing.Panel(drawing.SceneOf(&p))))
	rungs := rungs(drawing.Ladder(drawing.SceneOf(&p)))
	forward, reverse := rungs["Clay crusher, forward"], rungs["Clay crusher, reverse"]
	require.Contains(t, forward, "K4R (the other is out)")
	require.Contains(t, reverse, "K4F (the other is out)")
	require.Less(t, strings.Index(forward, "K4R"), strings.Index(forward, "K4F ("), "ahead of its coil")
}

// Every machine's rung begins with the idler's own contact: it drops out with the idler.
func TestEveryMachineDropsOutWithTheIdler(t *testing.T) {
	p := plan.Make(scenario.ClayRoom())
	rungs := rungs(drawing.Ladder(drawing.SceneOf(&p)))
	for _, name := range []string{"Pug mill", "Clay crusher", "Balance cans"} {
		require.True(t, strings.HasPrefix(rungs[name], "K1 ("), "%s: %s", name, rungs[name])
	}
	require.True(t, strings.HasPrefix(rungs["Idler"], "S0 ("), "the stop breaks first")
	require.NotContains(t, rungs, "Start capacitor", "spun by rope")
	bars := count(drawing.Ladder(drawing.SceneOf(&p)), func(i drawing.Item) bool { return i.Ink == drawing.WireL3 })
	require.Zero(t, bars, "nothing of the control circuit is on the made line")
}

func TestNothingIsDrawnOfAConverterThatIsNotSolved(t *testing.T) {
	d := scenario.ClayRoom()
	d.Machines[0].Plate.Power = ""
	p := plan.Make(d)
	require.Empty(t, drawing.Panel(drawing.SceneOf(&p)).Items)
	require.Empty(t, drawing.Ladder(drawing.SceneOf(&p)).Items)
}
