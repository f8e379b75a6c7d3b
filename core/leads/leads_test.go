package leads_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/leads"
)

func parse(t require.TestingT, text string, n leads.Naming) leads.Joints {
	j, err := leads.Parse(text, n, leads.Six)
	require.NoError(t, err, text)
	return j
}

func TestJointsAreReadInEveryNaming(t *testing.T) {
	want := "L1-U1-W2; L2-V1-U2; L3-W1-V2"
	for text, n := range map[string]leads.Naming{
		"delta": leads.IEC, "L1-U1-W2; L2-V1-U2; L3-W1-V2": leads.IEC, "l1 u1 w2, l2+v1+u2, corner-w1-v2": leads.IEC,
		"L1-T1-T6; L2-T2-T4; L3-T3-T5": leads.T, "L1-U-Z; L2-V-X; L3-W-Y": leads.OldUX, "L1-A-Z; L2-B-X; L3-C-Y": leads.OldAX,
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
		require.Equal(t, want, leads.Name(parse(t, text, leads.IEC)), text)
	}
}

func TestFlatLinkToUprightLinks(t *testing.T) {
	moves := leads.Moves(parse(t, "U2-V2-W2", leads.IEC), leads.Delta.Joints(), leads.IEC, []string{"lock-off", "open:U2-V2-W2"})
	var texts []string
	for _, m := range moves {
		texts = append(texts, m.Text)
	}
	require.Equal(t, []string{
		"Lock off and prove dead", "Flat link off W2-U2-V2",
		"Upright link U1 to W2", "Bring L1 to U1-W2", "Upright link V1 to U2", "Bring L2 to V1-U2", "Upright link W1 to V2", "Bring the made corner (capacitor) to W1-V2",
		"Both nuts tight on every stud; every joint compared with the card once more; photograph",
	}, texts)
	require.Empty(t, leads.Apply(parse(t, "U2-V2-W2", leads.IEC), moves), "the flat link is off and nothing is joined yet")
}

func TestNothingToMoveWhenItIsAsWanted(t *testing.T) {
	moves := leads.Moves(leads.Delta.Joints(), leads.Delta.Joints(), leads.IEC, nil)
	require.Len(t, moves, 2, "only the lock-off and the check")
}

func TestReachIsByCoilVoltsNotByDogma(t *testing.T) {
	best := leads.Reachable(leads.Six, "", 230, 230)[0]
	require.Equal(t, leads.Delta, best.Arrangement)
	require.True(t, best.Fits())
	best = leads.Reachable(leads.Six, "", 230, 133)[0]
	require.Equal(t, leads.Star, best.Arrangement)
	require.True(t, best.Fits())
	for _, r := range leads.Reachable(leads.Six, "", 230, 400) {
		require.False(t, r.Fits())
	}
	only := leads.Reachable(leads.Three, leads.Star, 230, 231)
	require.Len(t, only, 1)
	require.InDelta(t, 0.575, only[0].Ratio, 0.001)
}

// From any joints to any others, doing every move reaches the target, and no
// move is done that need not be.
func TestMovesAlwaysReachTheTarget(t *testing.T) {
	names := []string{"L1", "L2", "L3", "U1", "V1", "W1", "U2", "V2", "W2"}
	draw := func(t *rapid.T, label string) leads.Joints {
		groups := map[int][]string{}
		for _, n := range names {
			g := rapid.IntRange(0, 4).Draw(t, label+n)
			groups[g] = append(groups[g], n)
		}
		text := ""
		for g := 1; g <= 4; g++ { // group 0 stays loose
			if len(groups[g]) > 1 {
				text += leads.PrintJoint(groups[g], leads.IEC) + "; "
			}
		}
		if text == "" {
			text = "open"
		}
		return parse(t, text, leads.IEC)
	}
	rapid.Check(t, func(t *rapid.T) {
		found, wanted := draw(t, "found "), draw(t, "wanted ")
		var ids []string
		for _, m := range leads.Moves(found, wanted, leads.IEC, nil) {
			require.NotContains(t, ids, m.ID)
			ids = append(ids, m.ID)
		}
		reached := leads.Apply(found, leads.Moves(found, wanted, leads.IEC, ids))
		require.Equal(t, wanted.Print(leads.IEC), reached.Print(leads.IEC), "from %s by %v", found.Print(leads.IEC), ids)
		if found.Print(leads.IEC) == wanted.Print(leads.IEC) {
			require.Len(t, ids, 2)
		}
	})
}
