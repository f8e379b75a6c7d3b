package picture_test

import (
	"context"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

func pairOf(d document.Document) (capacitor.Pair, bool) {
	p, err := picture.PairOf(context.Background(), plan.Read(context.Background(), d))
	return p, err == nil
}

func line(p capacitor.Pair, id string) (capacitor.PairLine, bool) {
	for _, f := range p.Figures {
		if f.ID == id {
			return f, true
		}
	}
	return capacitor.PairLine{}, false
}

// Over the corpus two capacitors are offered only where every figure of theirs bears it and
// one capacitor does not carry the load; where they are not, the reason stands.
func TestThePairIsOfferedOnlyWhereItsFiguresBearIt(t *testing.T) {
	t.Parallel()
	offered, doubted, refused := 0, 0, map[string]int{}
	for i, c := range jobtest.Plates(t) {
		if i%2 == 1 || !jobtest.InPart(t, i/2, 3) {
			continue // half of them tell enough
		}
		for _, load := range [][2]string{{"55 %", "0"}, {"85 %", "80 %"}, {"70 %", "0"}} {
			d := c.Document()
			l := &d.Machines[0].Load
			l.Kind, l.Share, l.Lightest = machine.Fan, load[0], load[1]
			p, ok := pairOf(d)
			if !ok {
				continue
			}
			require.NotEmpty(t, p.Sentence, c.ID)
			for _, e := range p.Expect {
				require.NotEmpty(t, e.Band, c.ID)
				require.True(t, jobtest.BandHolds(e.Text, e.Band), "%s %s: %s within %s", c.ID, e.ID, e.Text, e.Band)
			}
			for _, f := range p.Figures {
				require.True(t, f.Text == "does not carry it" || f.Band != "" && jobtest.BandHolds(f.Text, f.Band) ||
					f.Text == "0"+unit.Space+"%", "%s %s: %s within %s", c.ID, f.ID, f.Text, f.Band)
			}
			if p.Doubt != "" {
				doubted++
				require.Contains(t, p.Doubt, "What would settle it: ")
			}
			plan := plan.Make(d)
			good := func(id string) bool { f, ok := line(p, id); return !ok || f.Grade == finding.Good }
			start, _ := line(p, "start")
			bears := p.Possible && good("usual") && good("light") && start.Grade != finding.Stop &&
				plan.Link.Continuous < plan.Link.Heaviest
			if load[1] == "0" {
				bears = bears && good("idle")
			}
			if p.Offered {
				offered++
				require.True(t, bears, "%s %v: %s", c.ID, load, p.Sentence)
				require.Equal(t, finding.Caution, p.Grade)
				require.NotEmpty(t, p.Moves)
				require.Contains(t, p.Moves[0], "Discharge")
				require.Len(t, p.Joints, 4)
			} else {
				word, _, _ := strings.Cut(p.Sentence, ":")
				refused[word]++
			}
			if !p.Possible {
				require.True(t, d.Machines[0].Leads.Kind != "six" || !strings.Contains(plan.Wanted.Named, "delta"))
			}
		}
	}
	require.Greater(t, offered, 4)
	require.Greater(t, doubted, 3)
	for _, want := range []string{"Not needed", "Not worth it", "Not for this machine", "Two capacitors want all six " +
		"ends of three windings."} {
		require.Positive(t, refused[want], "%v", refused)
	}
}

// Turned round, the pair is the same machine seen from behind; time agrees with the figures.
func TestThePairTurnsBothWaysAndIsProvedInTime(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Load.Share, d.Machines[0].Load.Lightest = "80 %", "70 %"
	d.Bridge.Capacitor.CornerTo = "L1"
	one, ok := pairOf(d)
	require.True(t, ok)
	require.True(t, one.Offered, one.Sentence)
	d.Bridge.Capacitor.CornerTo = "L2"
	other, ok := pairOf(d)
	require.True(t, ok)
	require.Equal(t, "clockwise", one.Turns)
	require.Equal(t, "anticlockwise", other.Turns)
	require.Equal(t, one.First.Winding, other.Second.Winding)
	require.InDelta(t, one.First.Best, other.First.Best, 0.2)
	a, _ := line(one, "usual")
	b, _ := line(other, "usual")
	require.Equal(t, a.Text, b.Text)
	proof, err := picture.PairProofOf(context.Background(), plan.Read(context.Background(), d))
	require.NoError(t, err)
	rows := map[string]capacitor.PairLine{}
	for _, r := range proof.Rows {
		rows[r.ID] = r
	}
	require.Equal(t, finding.Good, rows["up"].Grade)
	require.Equal(t, finding.Stop, rows["idle"].Grade, "load lost it burns, which is said")
	require.Equal(t, finding.Stop, rows["lost-C1"].Grade)
	require.Len(t, proof.Worst, 33)
	// The map's own point says what the figures say.
	near := func(uf float64, r [2]float64) int { return int(math.Round((uf - r[0]) / (r[1] - r[0]) * 32)) }
	at := proof.Worst[near(other.Second.Microfarad, proof.Other)][near(other.First.Microfarad, proof.First)]
	require.InDelta(t, other.Windings[0].Share, at, 0.1)
	d.Bridge.Capacitor.PairFirst = "nine"
	unread := plan.Make(d)
	require.Equal(t, "bridge.capacitor.pair_first_microfarad", unread.Unreadable()[0].Path)
	d.Bridge.Capacitor.PairFirst = "9"
	wrong, _ := pairOf(d)
	require.Contains(t, wrong.Sentence, "Not with these µF")
	require.Equal(t, 9.0, wrong.First.Microfarad)
}
