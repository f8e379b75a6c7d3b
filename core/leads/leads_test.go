package leads_test

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/leads"
	"graybridge/core/unit"
)

func parse(t require.TestingT, text string, n leads.Naming) leads.Joints {
	j, err := leads.Parse(text, n, leads.Six)
	require.NoError(t, err, text)
	return j
}

var (
	studs = leads.Hand{Naming: leads.IEC, Kind: leads.Six, Box: leads.Studs}
	delta = leads.Six.JointsFor(leads.Way{Arrangement: leads.Delta})
)

func TestJointsAreReadInEveryNaming(t *testing.T) {
	want := "L1-U1-W2; L2-V1-U2; L3-W1-V2"
	for text, n := range map[string]leads.Naming{
		"delta": leads.IEC, "L1-U1-W2; L2-V1-U2; L3-W1-V2": leads.IEC, "l1 u1 w2, l2+v1+u2, corner-w1-v2": leads.IEC,
		"L1-T1-T6; L2-T2-T4; L3-T3-T5": leads.T, "L1-U-Z; L2-V-X; L3-W-Y": leads.OldUX,
		"L1-A-Z; L2-B-X; L3-C-Y": leads.OldAX,
	} {
		require.Equal(t, want, parse(t, text, n).Print(leads.IEC), text)
	}
	require.Equal(t, "L1-T1-T6; L2-T2-T4; L3-T3-T5", parse(t, "delta", leads.T).Print(leads.T))
	_, err := leads.Parse("L1-T9", leads.T, leads.Six)
	require.ErrorContains(t, err, `"T9" is no lead of this motor`)
	_, err = leads.Parse("U1", leads.IEC, leads.Six)
	require.ErrorContains(t, err, "joins nothing")
}

func TestArrangementsAreRecognisedWhereverTheLinesComeIn(t *testing.T) {
	for text, want := range map[string]leads.Arrangement{
		"U2-V2-W2": leads.Star, "star": leads.Star, "U1-V1-W1; L1-U2": leads.Star,
		"U1-W2; V1-U2; W1-V2": leads.Delta, "U1-W2; V1-U2": "", "open": "",
	} {
		require.Equal(t, want, leads.Name(leads.Six, parse(t, text, leads.IEC)).Arrangement, text)
	}
}

func TestFlatLinkToUprightLinks(t *testing.T) {
	moves := leads.Moves(parse(t, "U2-V2-W2", leads.IEC), delta, studs, []string{"lock-off", "open:U2-V2-W2"})
	var texts []string
	for _, m := range moves {
		texts = append(texts, m.Text)
	}
	require.Equal(t, []string{
		"Lock off and prove dead", "Flat link off W2-U2-V2",
		"Upright link U1 to W2", "Bring L1 to U1-W2", "Upright link V1 to U2", "Bring L2 to V1-U2",
		"Upright link W1 to V2", "Bring the made third line (capacitor) to W1-V2",
		"Both nuts tight on every stud; every joint compared with the card once more; photograph",
	}, texts)
	require.Empty(t, leads.Apply(parse(t, "U2-V2-W2", leads.IEC), moves),
		"the flat link is off and nothing is joined yet")
}

func TestNothingToMoveWhenItIsAsWanted(t *testing.T) {
	moves := leads.Moves(delta, delta, studs, nil)
	require.Len(t, moves, 2, "only the lock-off and the check")
}

func TestReachIsByCoilVoltsNotByDogma(t *testing.T) {
	volts := func(v float64) unit.Range { return unit.Range{Low: v, High: v} }
	best := leads.Reachable(leads.Six, "", 230, volts(230), 1)[0]
	require.Equal(t, leads.Delta, best.Arrangement)
	require.True(t, best.Fits())
	best = leads.Reachable(leads.Six, "", 230, volts(133), 1)[0]
	require.Equal(t, leads.Star, best.Arrangement)
	require.True(t, best.Fits())
	for _, r := range leads.Reachable(leads.Six, "", 230, volts(400), 1) {
		require.False(t, r.Fits())
	}
	only := leads.Reachable(leads.Three, leads.Star, 230, volts(231), 1)
	require.Len(t, only, 1)
	require.InDelta(t, 0.575, only[0].Ratio, 0.001)
}

// A nine-lead 208-230/460 motor in star: its halves side by side on 240 V, end
// to end on 480 V, wherever in the range the line lies.
func TestHalvesReachTwoVolts(t *testing.T) {
	winding := unit.Range{Low: 2 * 208 / math.Sqrt(3), High: 2 * 230 / math.Sqrt(3)}
	for line, want := range map[float64]leads.Halves{208: leads.Parallel, 220: leads.Parallel, 240: leads.Parallel,
		460: leads.Series, 480: leads.Series} {
		all := leads.Reachable(leads.NineStar, "", line, winding, 1)
		require.Equal(t, want, all[0].Halves, line)
		require.True(t, all[0].Fits(), line)
		require.False(t, all[1].Fits(), line)
	}
	half := leads.Reachable(leads.NineStar, "", 230, winding, 1)[0]
	require.InDelta(t, 230/math.Sqrt(3), half.CoilVolts, 0.01)
	require.InDelta(t, 1, half.Ratio, 1e-9)
	twelve := leads.Reachable(leads.Twelve, "", 230, unit.Range{Low: 460, High: 460}, 1)
	require.Equal(t, leads.Way{Arrangement: leads.Delta, Halves: leads.Parallel}, twelve[0].Way)
	require.Len(t, twelve, 4)
}

// From any joints to any others, on studs and on loose ends, doing every move
// reaches the target, and no move is done that need not be.
func TestMovesAlwaysReachTheTarget(t *testing.T) {
	draw := func(t *rapid.T, h leads.Hand, label string) leads.Joints {
		groups := map[int][]string{}
		for _, n := range append(slices.Clone(leads.Lines), h.Kind.Terminals()...) {
			g := rapid.IntRange(0, 5).Draw(t, label+n)
			groups[g] = append(groups[g], n)
		}
		text := ""
		for g := 1; g <= 5; g++ { // group 0 stays loose
			if len(groups[g]) > 1 {
				text += leads.PrintJoint(groups[g], h.Naming) + "; "
			}
		}
		if text == "" {
			text = "open"
		}
		j, err := leads.Parse(text, h.Naming, h.Kind)
		require.NoError(t, err, text)
		return j
	}
	rapid.Check(t, func(t *rapid.T) {
		hand := leads.Hand{Kind: rapid.SampledFrom([]leads.Kind{leads.Three, leads.Six, leads.NineStar,
			leads.NineDelta, leads.Twelve}).Draw(t, "kind"), Box: rapid.SampledFrom([]leads.Box{leads.Studs,
			leads.Ends}).Draw(t, "box")}
		hand.Naming = rapid.SampledFrom(leads.Namings).Draw(t, "naming").For(hand.Kind)
		found, wanted := draw(t, hand, "found "), draw(t, hand, "wanted ")
		var ids []string
		for _, m := range leads.Moves(found, wanted, hand, nil) {
			require.NotContains(t, ids, m.ID)
			ids = append(ids, m.ID)
		}
		reached := leads.Apply(found, leads.Moves(found, wanted, hand, ids))
		require.Equal(t, wanted.Print(leads.IEC), reached.Print(leads.IEC), "from %s by %v", found.Print(leads.IEC),
			ids)
		if found.Equal(wanted) {
			require.Len(t, ids, 2)
		}
	})
}

func TestHighToLowCapByCap(t *testing.T) {
	h := leads.Hand{Naming: leads.T, Kind: leads.NineStar, Box: leads.Ends}
	found, err := leads.Parse("T4-T7; T5-T8; T6-T9", leads.T, leads.NineStar)
	require.NoError(t, err)
	var texts []string
	for _, m := range leads.Moves(found, h.Kind.JointsFor(leads.Way{Arrangement: leads.Star, Halves: leads.Parallel}),
		h, nil) {
		texts = append(texts, m.Text)
	}
	require.Equal(t, []string{
		"Lock off and prove dead", "Cap off T4-T7", "Cap off T5-T8", "Cap off T6-T9",
		"Cap together L1, T1 and T7", "Cap together L2, T2 and T8",
		"Cap together the made third line (capacitor), T3 and T9", "Cap together T4, T5 and T6",
		"Pull on every wire of every cap; every joint compared with the card once more; photograph",
	}, texts)
}

// Every named way is found again by its joints, wherever the equal leads went,
// and the two families are never taken for each other on the low joints.
func TestWaysAreRecognised(t *testing.T) {
	for _, w := range leads.Windings() {
		for _, table := range w.Tables {
			require.Equal(t, table.Way, leads.Name(w.Kind, table.Joints), w.Kind)
		}
	}
	star, _ := leads.NineStar.Layout().Table(leads.Way{Arrangement: leads.Star, Halves: leads.Parallel})
	require.Empty(t, leads.Name(leads.NineDelta, star).Arrangement)
	for text, want := range map[string]string{"low": "star, low joints", "high": "star, high joints",
		"star low": "star, low joints", "1-7; 2-8; 3-9; 4-5-6": "star, low joints",
		"U1-U5; V1-V5; W1-W5; U2-V2-W2": "star, low joints", "T1-T8; T2-T7; T3-T9; T4-T5-T6": ""} {
		j, err := leads.Parse(text, leads.T, leads.NineStar)
		require.NoError(t, err, text)
		require.Equal(t, want, leads.Name(leads.NineStar, j).String(), text)
	}
	_, err := leads.Parse("low", leads.T, leads.Twelve)
	require.Error(t, err, "two tables of twelve leads are low: nothing is guessed")
}

// Line ohms by the circuit are those of the trade's rules.
func TestLineOhmsOfEveryWay(t *testing.T) {
	for way, want := range map[string]struct {
		kind  leads.Kind
		way   leads.Way
		whole float64
		ohm   float64
	}{
		"six delta":       {leads.Six, leads.Way{Arrangement: leads.Delta}, 3, 2},
		"six star":        {leads.Six, leads.Way{Arrangement: leads.Star}, 3, 6},
		"nine star low":   {leads.NineStar, leads.Way{Arrangement: leads.Star, Halves: leads.Parallel}, 2, 1},
		"nine star high":  {leads.NineStar, leads.Way{Arrangement: leads.Star, Halves: leads.Series}, 2, 4},
		"nine delta low":  {leads.NineDelta, leads.Way{Arrangement: leads.Delta, Halves: leads.Parallel}, 2, 1. / 3},
		"nine delta high": {leads.NineDelta, leads.Way{Arrangement: leads.Delta, Halves: leads.Series}, 2, 4. / 3},
	} {
		got := leads.LineOhms(want.kind.Layout().Coils, want.kind.JointsFor(want.way), want.whole)
		for _, ohm := range got {
			require.InEpsilon(t, want.ohm, ohm, 1e-5, way)
		}
	}
	missed, err := leads.Parse("L1-T1-T7; L2-T2-T8; L3-T3-T9", leads.T, leads.NineStar)
	require.NoError(t, err)
	got := leads.LineOhms(leads.NineStar.Layout().Coils, missed, 2)
	require.InEpsilon(t, 2, got[0], 1e-5, "only the inner star is left")
}

func TestCapsAreCountedAndSized(t *testing.T) {
	table, err := leads.ParseCaps("small: 2 × 18 AWG to 3 × 14 AWG\nlarge: 2 × 14 AWG to 5 × 12 AWG\n")
	require.NoError(t, err)
	require.InDelta(t, 2.08, unit.Conductor{AWG: 14}.Area(), 0.005)
	low := leads.NineDelta.JointsFor(leads.Way{Arrangement: leads.Delta, Halves: leads.Parallel})
	caps := leads.CapsFor(low, leads.T, unit.Conductor{AWG: 14}, unit.Conductor{AWG: 12}, table)
	require.Len(t, caps, 3)
	require.Equal(t, leads.Cap{Joint: "L1-T1-T6-T7", Conductors: 4, Lines: 1,
		Area: 3*unit.Conductor{AWG: 14}.Area() + unit.Conductor{AWG: 12}.Area(), Size: "large"}, caps[0])
	tight := leads.CapsFor(low, leads.T, unit.Conductor{AWG: 8}, unit.Conductor{AWG: 8}, table)
	require.Contains(t, tight[0].Note, "no cap of the table")
	for _, bad := range []string{"small", "small: thick to 3 × 14 AWG", "small: 5 × 12 AWG to 2 × 18 AWG"} {
		_, err := leads.ParseCaps(bad)
		require.Error(t, err, bad)
	}
}

func TestExtrasAreKeptOutOfTheJoints(t *testing.T) {
	got := leads.Extras("P1 P2 thermal protector\nB1 B2 brake coil\nX9 thin grey")
	require.Len(t, got, 3)
	require.Equal(t, "P1, P2", got[0].Names)
	require.Contains(t, got[0].Goes, "never into a joint")
	require.Contains(t, got[1].Goes, "never from a drive's output")
	require.Contains(t, got[2].Goes, "not known")
}
