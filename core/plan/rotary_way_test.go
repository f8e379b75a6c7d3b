package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/core/scenario"
	"graybridge/jobtest"
)

// The way the idler is spun decides the direction behind it: what is wanted otherwise is said, until a
// bump has shown it.
func TestAnIdlerSpunTheOtherWayIsFound(t *testing.T) {
	t.Parallel()
	for _, c := range []struct {
		spun   rotary.Way
		wants  load.Turn
		bumped string
		said   bool
	}{
		{rotary.Backward, load.Clockwise, "", true}, {rotary.Forward, load.Clockwise, "", false},
		{rotary.Forward, load.Anti, "", true}, {rotary.Backward, load.Anti, "", false},
		{rotary.Backward, load.Either, "", false}, {"", load.Clockwise, "", false},
		{rotary.Backward, load.Clockwise, "right-L1", false},
	} {
		d := scenario.ClayRoom()
		d.Bridge.Rotary.Spun = c.spun
		for i := range d.Machines {
			if d.Machines[i].Role != document.Idler {
				d.Machines[i].Load.Turn, d.Machines[i].Leads.Bumped = c.wants, c.bumped
				d = d.Of(d.Machines[i].ID)
				break
			}
		}
		p := plan.Make(d)
		said := false
		for _, f := range p.Findings {
			if f.ID == rotary.IDOtherWay {
				said = true
				require.Equal(t, finding.Caution, f.Grade)
			}
		}
		require.Equal(t, c.said, said, "%+v", c)
	}
}

// A machine that these cans carry at no load for good is said to be so: no table shows "0 %" beside a
// line that speaks of its windings at its load.
func TestAConverterNeverCarriesNothing(t *testing.T) {
	t.Parallel()
	views := 0
	see := func(p plan.Plan) {
		if p.Rotary == nil || !p.Rotary.Solved {
			return
		}
		views++
		for _, m := range p.Rotary.Machines {
			require.NotRegexp(t, `^0\s%`, m.Continuous, m.Name)
		}
	}
	for _, d := range documents() {
		see(plan.Make(d))
	}
	for n := 6; n < jobtest.UnlikeJobs; n += 16 {
		see(plan.Make(jobtest.Unlike(n)))
	}
	require.Greater(t, views, 3)
}
