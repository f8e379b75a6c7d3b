package leads_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/finding"
	"graybridge/core/leads"
)

func TestBrushedLeadsAreFound(t *testing.T) {
	for _, c := range []struct {
		about       string
		b           leads.Brushed
		field, both bool
		settled     bool
		grade       finding.Grade
		parts       []leads.Part
	}{
		{"nothing yet", leads.Brushed{}, false, false, false, finding.Open, nil},
		{"two leads of a magnet's motor", leads.Brushed{Ohms: "1 2 1.4\n1 frame open"}, false, false, true,
			finding.Good,
			[]leads.Part{leads.ArmaturePart}},
		{"a shunt motor before its shaft is turned", leads.Brushed{Ohms: "1 2 4.6\n3 4 515"}, true, false, false,
			finding.Open,
			[]leads.Part{"", leads.ShuntPart}},
		{"and after", leads.Brushed{Ohms: "1 2 4.6\n3 4 515", Turned: "2 1"}, true, false, true, finding.Good,
			[]leads.Part{leads.ArmaturePart, leads.ShuntPart}},
		{"by the volts it makes", leads.Brushed{Ohms: "a b 4.6\nc d 515", Makes: "a b 8.5 V"}, true, false, true,
			finding.Good,
			[]leads.Part{leads.ArmaturePart, leads.ShuntPart}},
		{"an open field runs away", leads.Brushed{Ohms: "1 2 4.6\n3 4 open", Turned: "1 2"}, true, false, false,
			finding.Stop,
			[]leads.Part{leads.ArmaturePart}},
		{"a lead on the frame", leads.Brushed{Ohms: "1 2 1.4\n1 frame 300"}, false, false, false, finding.Stop,
			[]leads.Part{leads.ArmaturePart}},
		{"a field where the plate has none", leads.Brushed{Ohms: "1 2 1.4\n3 4 200", Turned: "1 2"}, false, false,
			false,
			finding.Caution, []leads.Part{leads.ArmaturePart, leads.ShuntPart}},
		{"compound, its sense not known", leads.Brushed{Ohms: "1 2 1.4\n3 4 200\n5 6 0.1", Turned: "1 2"}, true, true,
			false,
			finding.Open, []leads.Part{leads.ArmaturePart, leads.ShuntPart, leads.SeriesPart}},
		{"compound, opposing", leads.Brushed{Ohms: "1 2 1.4\n3 4 200\n5 6 0.1", Turned: "1 2", Sense: leads.Opposes},
			true, true, false,
			finding.Stop, []leads.Part{leads.ArmaturePart, leads.ShuntPart, leads.SeriesPart}},
		{"compound, helping", leads.Brushed{Ohms: "1 2 1.4\n3 4 200\n5 6 0.1", Turned: "1 2", Sense: leads.Helps},
			true, true, true,
			finding.Good, []leads.Part{leads.ArmaturePart, leads.ShuntPart, leads.SeriesPart}},
	} {
		f, readings := c.b.Find(c.field, c.both)
		for _, r := range readings {
			require.Empty(t, r.Problem, c.about)
		}
		require.Equal(t, c.settled, f.Settled, c.about)
		require.Equal(t, c.grade, f.Grade, "%s: %s", c.about, f.Text)
		require.Len(t, f.Pairs, len(c.parts), c.about)
		for i, p := range c.parts {
			require.Equal(t, p, f.Pairs[i].Part, c.about)
		}
		if !c.settled {
			require.NotEmpty(t, f.Next, c.about)
		}
	}
}

func TestBrushedLeadsInThreeWorlds(t *testing.T) {
	require.Equal(t, [2]string{"E1", "E2"}, leads.DirectE.Of(leads.ShuntPart))
	require.Equal(t, [2]string{"E", "F"}, leads.Pairs.Of(leads.SeriesPart))
	require.Equal(t, [2]string{"A1", "A2"}, leads.BrushedNaming("").Of(leads.ArmaturePart))
	f, _ := leads.Brushed{Ohms: "7 8 1.1", Names: leads.Pairs}.Find(false, false)
	require.Equal(t, [2]string{"A", "B"}, f.Pairs[0].Names)
}

// Whatever the armature is, its ohms and its constant come back out of readings made of them.
func TestArmaturesAreMeasured(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		ohm, ke := rapid.Float64Range(0.3, 20).Draw(t, "ohm"), rapid.Float64Range(0.01, 0.2).Draw(t, "ke")
		brush := rapid.Float64Range(0.8, 2).Draw(t, "brush")
		locked := ""
		for i := range 3 {
			amps := 1 + float64(i)
			locked += fmt.Sprintf("%.4f V, %.2f A\n", brush+ohm*amps, amps)
		}
		idle := ""
		for _, rpm := range []float64{500, 1500} {
			amps := 0.4 + rpm/5000
			idle += fmt.Sprintf("%.4f V %.3f A %.0f rpm\n", ke*rpm+brush+ohm*amps, amps, rpm)
		}
		f, readings := leads.Brushed{Locked: locked, Brush: fmt.Sprintf("%.4f V", brush), Idle: idle}.Find(false, false)
		for _, r := range readings {
			require.Empty(t, r.Problem)
		}
		require.InEpsilon(t, ohm, f.RaOhm, 0.01)
		require.Less(t, f.RaSpread, 0.01)
		require.InEpsilon(t, ke, f.Ke, 0.02)
		g, _ := leads.Brushed{Spun: fmt.Sprintf("1200 rpm %.3f V", 1200*ke)}.Find(false, false)
		require.InEpsilon(t, ke, g.Ke, 0.001)
	})
}

func TestBadBrushedReadingsAreNamed(t *testing.T) {
	b := leads.Brushed{Ohms: "1 2\n1 1 3", Locked: "1.2 V 3 A", Spun: "fast", Idle: "45 V", Brush: "12 V", Turned: "1"}
	f, readings := b.Find(false, false)
	bad := 0
	for _, r := range readings {
		if r.Problem != "" {
			require.NotEmpty(t, r.Wanted)
			bad++
		}
	}
	require.Equal(t, 7, bad)
	require.Zero(t, f.RaOhm)
	require.False(t, math.IsNaN(f.Ke))
}

func TestTheLookList(t *testing.T) {
	all := leads.Brushed{Look: []string{"good:film", "bad:bars", "bad:length"}}.LookList()
	require.Len(t, all, 7)
	by := map[string]finding.Grade{}
	for _, l := range all {
		by[l.ID] = l.Grade
	}
	require.Equal(t, finding.Good, by["film"])
	require.Equal(t, finding.Stop, by["bars"])
	require.Equal(t, finding.Caution, by["length"])
	require.Equal(t, finding.Open, by["mica"])
}
