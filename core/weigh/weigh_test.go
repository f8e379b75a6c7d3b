package weigh_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/weigh"
)

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
