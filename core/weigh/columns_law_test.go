package weigh_test

import (
	"context"
	"encoding/json"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/core/wants"
	"graybridge/core/weigh"
	"graybridge/jobtest"
)

// ofHow are entries of how a drive is switched and reached: no bridge is chosen by them.
var ofHow = []string{"run", "speed", "lid", "daily_off", "emergency_stop", "contactor", "sink_ohm", "direction"}

// bearsOn says that a finding of a plan bears on whether its bridge will do.
func bearsOn(f finding.Finding) bool {
	if f.ID == finding.LeadsUnreachable {
		return true
	}
	if f.Unread || f.ID == finding.ProtectionWait || f.Bay == finding.Leads || f.Bay == finding.Motor {
		return false
	}
	for _, e := range f.Entries {
		field, ok := strings.CutPrefix(e, "bridge.drive.")
		if !ok || !strings.Contains(" "+strings.Join(ofHow, " ")+" ", " "+field+" ") {
			return true
		}
	}
	return len(f.Entries) == 0
}

// No column of a weighing claims what the bay of its own bridge denies: every column is planned
// anew, and its figures, its stops and its cautions are the plan's.
//
// Long: one law after the other over each case.
func TestNoColumnClaimsWhatItsOwnBayDenies(t *testing.T) {
	t.Parallel()
	plates := jobtest.Plates(t)
	docs := []document.Document{}
	r := rand.New(rand.NewPCG(20, 1))
	for i, c := range plates {
		d := jobtest.Case(c, r)
		if i%3 == 0 {
			d.Weigh = wants.Entry{Slowest: []string{"", "100 %", "50 %", "15 %"}[r.IntN(4)],
				Fastest: []string{"", "130 %"}[r.IntN(2)], Turns: []wants.Turns{"", wants.Both}[r.IntN(2)],
				Price: "0.30 €"}
		}
		if i%2 == 1 && jobtest.InPart(t, i/2, 4) { // half of them: a weighing is a dozen plans
			docs = append(docs, d)
		}
	}
	weighed, failed := make([]weigh.Weighing, len(docs)), make([]error, len(docs))
	each.Of(len(docs), func(i int) {
		if weighed[i], failed[i] = weigh.Of(context.Background(), docs[i]); failed[i] == nil && i%3 == 0 {
			weighed[i], failed[i] = weigh.ConverterOf(context.Background(), docs[i], weighed[i], func(string) {})
		}
	})
	all := map[string]int{}
	for i, w := range weighed {
		require.NoError(t, failed[i])
		lawsOf(t, docs[i], w, all)
	}
	occur := []string{"capacitor stop", "drive caution", "drive stop", "rotary stop", "best drive", "best none"}
	if *jobtest.All { // what is rare need not be in every part
		occur = append(occur, "waits", "capacitor good", "capacitor caution", "drive good", "rotary caution",
			"best capacitor")
	}
	for _, k := range occur {
		require.NotZero(t, all[k], "%s never occurred: %v", k, all)
	}
}

// lawsOf holds one weighing to every law.
//
// Long: one law after the other.
func lawsOf(t *testing.T, d document.Document, w weigh.Weighing, seen map[string]int) {
	text, err := json.Marshal(w)
	require.NoError(t, err)
	for _, bad := range []string{"NaN", "Inf", "none s", "e+"} {
		require.NotContains(t, string(text), bad, d.Name)
	}
	if w.Waits != "" {
		seen["waits"]++
		require.Empty(t, w.Columns)
		return
	}
	left := false
	for i := range w.Columns {
		c := &w.Columns[i]
		about := d.Name + ", " + c.Name + ": "
		if c.Kind == weigh.None || c.Waits {
			continue
		}
		seen[c.Kind+" "+string(c.Grade)]++
		left = left || c.Grade != finding.Stop && c.Grade != finding.Open
		worst, deciding := 9, 0
		for _, cell := range c.Cells {
			require.True(t, len(cell.Why) > 0 || c.Kind == weigh.None || len(c.Cells) == 1, "%s%s has no reason",
				about, cell.Row)
			if m := cell.Measure; m != nil {
				require.Equal(t, cell.Grade == finding.Good, m.Holds(), "%s%s %s %+v", about, cell.Row, cell.Grade, m)
			}
			if cell.Grade != finding.Note && cell.Grade != finding.Open {
				worst = min(worst, cell.Grade.Rank())
			}
			if cell.Decides {
				deciding++
				require.Equal(t, c.Grade, cell.Grade, about)
			}
		}
		if worst < 9 {
			require.Equal(t, c.Grade.Rank(), worst, about+"the verdict is the gravest of what it sums up")
			require.Equal(t, 1, deciding, about)
		}
		on, may := w.On[c.Kind]
		require.Equal(t, c.May, may, about)
		if !may {
			require.NotEqual(t, finding.Good, c.Grade, about)
			continue
		}
		require.Empty(t, on.Validate(), about)
		p := plan.Make(on)
		for _, f := range p.Findings {
			if (f.Grade == finding.Stop || f.Grade == finding.Caution) && bearsOn(f) {
				require.LessOrEqual(t, c.Grade.Rank(), f.Grade.Rank(), "%s%s %s", about, f.ID, f.Sentence)
				require.Contains(t, string(text), quotedInside(t, f.Sentence), about)
			}
		}
		for _, f := range p.Load {
			if f.ID == "gives" && f.Value > 0 {
				require.Contains(t, c.Cell(weigh.AllDay).Text, f.Text, about)
			}
		}
		// The solver as witness: the wanted state's own coils against what the windings are said to feel.
		if cell := c.Cell(weigh.Windings); cell != nil && cell.Measure != nil && p.Wanted.Starts &&
			c.Kind == weigh.Capacitor {
			most := 0.0
			for _, coil := range p.Wanted.Coils {
				most = math.Max(most, coil.Share)
			}
			usual := unit.Decimal(strings.TrimSpace(strings.TrimSuffix(strings.Split(cell.Text, ", ")[1], "%")))
			require.InDelta(t, 100*most, usual, 0.5+0.005*usual, about+cell.Text)
		}
	}
	seen["best "+w.Best]++
	if left {
		require.NotEqual(t, weigh.None, w.Best, d.Name)
		require.NotEqual(t, finding.Stop, w.Grade, d.Name)
	}
	if w.Best == weigh.None {
		require.False(t, left, d.Name)
	}
	for _, r := range w.Reasons { // who is passed over is told why, and not by what the answer has too
		if w.Grade == finding.Stop && w.Best != weigh.None {
			require.NotContains(t, r, ": no. "+w.Columns[at(w, w.Best)].Cell(weigh.Wall).Told(), d.Name)
		}
	}
}

// at is where a column stands.
func at(w weigh.Weighing, kind string) int {
	return slices.IndexFunc(w.Columns, func(c weigh.Column) bool { return c.Kind == kind })
}

func quotedInside(t *testing.T, s string) string {
	text, err := json.Marshal(s)
	require.NoError(t, err)
	return strings.Trim(string(text), `"`)
}

// What is chosen is taken whole, in one change: the plan of the job is then that of the column,
// and weighing again gives the same answer.
func TestAChoiceTakenDoesNotTurnTheAnswer(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(20, 2))
	plates := jobtest.Plates(t)
	taken := 0
	for i := 0; i < len(plates); i += 8 {
		d := jobtest.Case(plates[i], r)
		if !jobtest.InPart(t, i/8, 3) {
			continue
		}
		w, err := weigh.Of(context.Background(), d)
		require.NoError(t, err)
		after, ok := w.Taken(d, w.Best)
		if !ok {
			continue
		}
		taken++
		require.Empty(t, after.Validate(), d.Name)
		require.Equal(t, d.Machines[0].Plate, after.Machines[0].Plate)
		require.Equal(t, d.Machines[0].Load, after.Machines[0].Load)
		again, err := weigh.Of(context.Background(), after)
		require.NoError(t, err)
		require.Equal(t, w.Best, again.Best, d.Name)
		require.Equal(t, w.Grade, again.Grade, d.Name)
	}
	require.Greater(t, taken, 2)
}

// A bridge that several machines share is not exchanged for one of them, and an idler is not weighed.
func TestAMachineOfAConverterIsWeighedBesideTheOthers(t *testing.T) {
	t.Parallel()
	d := scenario.ClayRoom()
	w, err := weigh.Of(context.Background(), d.Of("m2"))
	require.NoError(t, err)
	w, err = weigh.ConverterOf(context.Background(), d.Of("m2"), w, func(string) {})
	require.NoError(t, err)
	for _, c := range w.Columns {
		_, ok := w.Taken(d, c.Kind)
		require.Equal(t, c.Kind == weigh.Rotary, ok, c.Name)
	}
	idler, err := weigh.Of(context.Background(), d)
	require.NoError(t, err)
	require.Contains(t, idler.Waits, "idler")
}

// The same document gives the same weighing, converter and borders included; the borders agree
// with the columns at the job's own load.
func TestBordersAgreeWithTheColumns(t *testing.T) {
	t.Parallel()
	plates := jobtest.Plates(t)
	drawn := 0
	for i := 5; i < len(plates); i += 40 {
		if !jobtest.InPart(t, i/40, 3) {
			continue
		}
		d := plates[i].Document()
		d.Machines[0].Leads.Agreed = "plate"
		d.Machines[0].Load.Kind, d.Machines[0].Load.Share = "fan", "60 %"
		w, err := weigh.Of(context.Background(), d)
		require.NoError(t, err)
		w, err = weigh.ConverterOf(context.Background(), d, w, func(string) {})
		require.NoError(t, err)
		m, err := weigh.MapOf(context.Background(), d, w)
		if err != nil {
			require.ErrorIs(t, err, plan.ErrNone)
			continue
		}
		drawn++
		for k, share := range m.Loads {
			if share == m.Load {
				require.Equal(t, w.Best, m.Best[0][k], d.Name)
				require.Equal(t, w.Grade, m.Grades[0][k], d.Name)
			}
		}
		again, err := weigh.MapOf(context.Background(), d, w)
		require.NoError(t, err)
		require.Equal(t, m, again)
	}
	require.NotZero(t, drawn)
}
