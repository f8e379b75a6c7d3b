package plan_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/scenario"
)

// A loaded start asks for a start capacitor; the cure fits one, and the motor
// then starts, and says what leaving it in would do.
func TestAStartCapacitorIsSizedAndFitted(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Load = load.Entry{Kind: machine.Constant, Share: "50 %", Start: load.Loaded}
	f := found(plan.Make(d), "capacitor.start")
	require.Equal(t, finding.Stop, f.Grade)
	require.Len(t, f.Cures, 1)
	d = put(t, d, f.Cures[0].Path, f.Cures[0].Value)
	p := plan.Make(d)
	f = found(p, "capacitor.start")
	require.Equal(t, finding.Note, f.Grade)
	require.Contains(t, f.Detail, "it must drop out")
	require.True(t, p.Wanted.Starts)
	require.True(t, slices.ContainsFunc(p.Card.Parts, func(l bringup.Line) bool { return l.Name == "Start capacitor" }))
	d.Bridge.Capacitor.Start = "2"
	f = found(plan.Make(d), "capacitor.start")
	require.Equal(t, finding.Stop, f.Grade)
	require.Contains(t, f.Sentence, "would only hum")
	d.Machines[0].Load.Share, d.Machines[0].Load.Start = "180 %", load.Stuck
	require.Empty(t, found(plan.Make(d), "capacitor.start").Cures, "no start capacitor gives that")
}

// The run-up in time comes up where the plan says it starts, drops the start
// capacitor on the way, and ends at the plan's speed.
func TestTheRunUpAgreesWithThePlan(t *testing.T) {
	t.Parallel()
	run, ok := pictured(picture.Start)(scenario.Blunger())
	require.True(t, ok)
	require.True(t, run.Up)
	require.Zero(t, run.DropS)
	p := plan.Make(scenario.Blunger())
	end := run.RPM[len(run.RPM)-1]
	require.InDelta(t, 1444, end, 12, p.Wanted.RPM)
	require.Len(t, run.TimeS, len(run.Amps))

	d := scenario.Blunger()
	d.Machines[0].Load = load.Entry{Kind: machine.Constant, Share: "40 %", Start: load.Loaded, Inertia: "0.02"}
	d.Bridge.Capacitor.Start = "110"
	with, ok := pictured(picture.Start)(d)
	require.True(t, ok)
	require.True(t, with.Up)
	require.Greater(t, with.DropS, 0.0)
	require.Less(t, with.DropS, with.ReachS)
	require.True(t, slices.ContainsFunc(with.Figures, func(f finding.Figure) bool {
		return f.ID == "trapped" &&
			f.Value > 200
	}))
	d.Bridge.Capacitor.Start = ""
	hums, ok := pictured(picture.Start)(d)
	require.True(t, ok)
	require.False(t, hums.Up, "without it, it stands and hums")
	require.InDelta(t, 0, hums.RPM[len(hums.RPM)-1], 1)
	_, ok = pictured(picture.Start)(scenario.DryingTurntable())
	require.False(t, ok)
}

// Over the load range the figures meet those of the plan, and show where a relay
// in the supply lines is blind.
func TestTheRangeMeetsThePlanAndShowsTheBlindRelay(t *testing.T) {
	t.Parallel()
	r, ok := pictured(picture.RangesOf)(scenario.Blunger())
	require.True(t, ok)
	p := plan.Make(scenario.Blunger())
	at := r.Chosen[26] // 65 %
	require.InDelta(t, 0.65, at.Load, 1e-9)
	for i, c := range p.Wanted.Coils {
		require.InDelta(t, c.Share, at.Windings[i], 1e-6)
	}
	require.InDelta(t, p.Wanted.Supply, at.SupplyAmps, 1e-6)
	require.Greater(t, r.Chosen[0].Worst, 1.0, "idling, a winding passes its rated amps")
	require.Less(t, r.Chosen[0].SupplyAmps, 0.7*r.InLines, "while the supply line is far below the setting")
	require.Greater(t, r.BySchool[0].Worst, r.Chosen[0].Worst)
	for i := 1; i < len(r.Chosen); i++ {
		require.Less(t, r.Chosen[i].RPM, r.Chosen[i-1].RPM)
	}
	_, ok = pictured(picture.RangesOf)(scenario.DryingTurntable())
	require.False(t, ok)
}
