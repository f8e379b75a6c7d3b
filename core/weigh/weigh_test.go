package weigh_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/wants"
	"graybridge/core/weigh"
)

func TestWhatIsWantedIsReadAsPeopleTypeIt(t *testing.T) {
	for _, c := range []struct {
		typed wants.Entry
		want  func(wants.Wants) bool
		bad   string // path of the entry that cannot be read
	}{
		{wants.Entry{}, func(w wants.Wants) bool { return w.OneSpeed() && !w.SpeedSaid && w.Hours == 4 }, ""},
		{wants.Entry{Slowest: "30 %"}, func(w wants.Wants) bool { return w.Slowest == 0.3 && w.Fastest == 1 }, ""},
		{wants.Entry{Slowest: "423 rpm"}, func(w wants.Wants) bool { return w.Slowest == 0.3 }, ""},
		{wants.Entry{Fastest: "120 %"}, func(w wants.Wants) bool { return w.Fastest == 1.2 && w.Slowest == 1 }, ""},
		{wants.Entry{Slowest: "slow"}, wants.Wants.OneSpeed, "weigh.slowest"},
		{wants.Entry{Slowest: "0 %"}, wants.Wants.OneSpeed, "weigh.slowest"},
		{wants.Entry{Hours: "6,5 h", Days: "240 days"}, func(w wants.Wants) bool {
			return w.Hours == 6.5 &&
				w.Days == 240
		}, ""},
		{wants.Entry{Hours: "30 h"}, func(w wants.Wants) bool { return w.Hours == 4 }, "weigh.hours_a_day"},
		{wants.Entry{Price: "0.2877 €"}, func(w wants.Wants) bool { return w.Price == 0.2877 && w.Currency == "€" },
			""},
		{wants.Entry{Price: "cheap"}, func(w wants.Wants) bool { return w.Price == 0 }, "weigh.kilowatt_hour"},
		{wants.Entry{Turns: wants.Both}, func(w wants.Wants) bool { return w.Both }, ""},
	} {
		w, readings := wants.Read(c.typed, 1410)
		require.True(t, c.want(w), "%+v read as %+v", c.typed, w)
		bad := ""
		for _, r := range readings {
			if r.Problem != "" {
				bad = r.Path
				require.NotEmpty(t, r.Wanted)
			}
		}
		require.Equal(t, c.bad, bad, "%+v", c.typed)
	}
}

// Of columns that do alike the simpler is taken; one with limits gives way to one without; a
// thin wire decides nothing.
func TestTheColumnThatIsTaken(t *testing.T) {
	column := func(kind string, rows map[weigh.Row]finding.Grade) weigh.Column {
		c := weigh.Column{Kind: kind}
		for _, r := range weigh.Rows() {
			if g, ok := rows[r.ID]; ok {
				c.Put(weigh.Cell{Row: r.ID, Text: "x", Grade: g})
			}
		}
		c.Settle()
		return c
	}
	good := map[weigh.Row]finding.Grade{weigh.Starts: finding.Good, weigh.AllDay: finding.Good}
	limited := map[weigh.Row]finding.Grade{weigh.Starts: finding.Good, weigh.Windings: finding.Caution}
	twice := map[weigh.Row]finding.Grade{weigh.AllDay: finding.Caution, weigh.Windings: finding.Caution}
	stopped := map[weigh.Row]finding.Grade{weigh.Starts: finding.Stop, weigh.AllDay: finding.Good}
	circuit := column(weigh.Drive, map[weigh.Row]finding.Grade{weigh.Starts: finding.Good, weigh.Wall: finding.Caution})
	circuit.Circuit = "Another circuit first."
	wall := column(weigh.Drive, map[weigh.Row]finding.Grade{weigh.Starts: finding.Good, weigh.Wall: finding.Stop})
	for name, c := range map[string]struct {
		columns []weigh.Column
		best    string
	}{
		"alike: the simpler": {[]weigh.Column{column(weigh.Drive, good), column(weigh.Capacitor, good)},
			weigh.Capacitor},
		"without limits": {[]weigh.Column{column(weigh.Capacitor, limited), column(weigh.Drive, good)},
			weigh.Drive},
		"fewer limits": {[]weigh.Column{column(weigh.Capacitor, twice), column(weigh.Drive, limited)},
			weigh.Drive},
		"what is not stopped": {[]weigh.Column{column(weigh.Capacitor, stopped), wall, column(weigh.Drive, twice)},
			weigh.Drive},
		"a thin wire asks no larger machine":  {[]weigh.Column{circuit, column(weigh.Rotary, good)}, weigh.Drive},
		"a thin wire is no limit of a bridge": {[]weigh.Column{column(weigh.Capacitor, limited), circuit}, weigh.Drive},
		"a wall that nothing mends":           {[]weigh.Column{wall, column(weigh.Rotary, twice)}, weigh.Rotary},
		"nothing that is left": {[]weigh.Column{column(weigh.Capacitor, stopped), {Kind: weigh.None}},
			""},
	} {
		best := weigh.Best(c.columns)
		if c.best == "" {
			require.Nil(t, best, name)
			continue
		}
		require.NotNil(t, best, name)
		require.Equal(t, c.best, best.Kind, name)
	}
	first := column(weigh.Drive, stopped)
	require.Equal(t, weigh.Starts, first.Deciding().Row)
	require.Equal(t, finding.Stop, first.Grade)
}

// One speed is from nine tenths to eleven tenths.
func TestOneSpeedJustBelowAndJustAbove(t *testing.T) {
	for _, c := range []struct {
		slowest, fastest float64
		one              bool
	}{{0.91, 1.09, true}, {0.89, 1, false}, {1, 1.11, false}, {1, 1, true}} {
		require.Equal(t, c.one, wants.Wants{Slowest: c.slowest, Fastest: c.fastest}.OneSpeed(), "%+v", c)
	}
}
