package leads_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/finding"
	"graybridge/core/leads"
)

func problems(readings []finding.Reading) []string {
	var out []string
	for _, r := range readings {
		if r.Problem != "" {
			out = append(out, r.Typed+": "+r.Problem)
		}
	}
	return out
}

// round touches a hidden motor as the verdict asks until it asks no more.
func round(t require.TestingT, n int, joined func(a, b string) bool) (leads.Verdict, int) {
	r := leads.Round{Tags: fmt.Sprint(n)}
	for touches := 0; ; touches++ {
		ts, readings := leads.ReadRound(r)
		require.Empty(t, problems(readings))
		v := ts.Verdict()
		if len(v.Next) == 0 || v.Settled {
			return v, touches
		}
		require.Less(t, touches, n*n)
		said := "open"
		if joined(v.Next[0], v.Next[1]) {
			said = "beep"
		}
		r.Touches += v.Next[0] + "-" + v.Next[1] + " " + said + "\n"
	}
}

// Every layout is known by its continuity groups, however its leads are
// tagged, in fewer touches than there are pairs.
func TestContinuityIdentifiesEveryLayout(t *testing.T) {
	layouts := append(leads.Windings(), leads.Winding{Kind: leads.Three, Terminals: leads.Three.Terminals()})
	rapid.Check(t, func(t *rapid.T) {
		w := rapid.SampledFrom(layouts).Draw(t, "layout")
		groups := w.Groups()
		if w.Kind == leads.Three {
			groups = [][]string{w.Terminals}
		}
		order := rapid.Permutation(w.Terminals).Draw(t, "order")
		at := func(tag string) string {
			var i int
			_, err := fmt.Sscan(tag, &i)
			require.NoError(t, err)
			return order[i-1]
		}
		v, touches := round(t, len(order), func(a, b string) bool {
			return slices.ContainsFunc(groups, func(g []string) bool {
				return slices.Contains(g, at(a)) &&
					slices.Contains(g, at(b))
			})
		})
		require.True(t, v.Settled)
		require.Equal(t, w.Kind, v.Kind, v.Text)
		require.LessOrEqual(t, touches, len(order)*(len(order)-1)/2)
		require.NotEmpty(t, v.Reason)
	})
}

func TestWhatARoundCanShow(t *testing.T) {
	said := func(tags, touches string) leads.Verdict {
		ts, readings := leads.ReadRound(leads.Round{Tags: tags, Touches: touches, Zero: "0.2"})
		require.Empty(t, problems(readings))
		return ts.Verdict()
	}
	open := func(joined ...[2]int) string {
		text := ""
		for a := 1; a <= 6; a++ {
			for b := a + 1; b <= 6; b++ {
				word := "open"
				if slices.Contains(joined, [2]int{a, b}) {
					word = "beep"
				}
				text += fmt.Sprintf("%d %d %s\n", a, b, word)
			}
		}
		return text
	}
	v := said("6", open([2]int{1, 2}, [2]int{3, 4}))
	require.Equal(t, []string{"5", "6"}, v.Lone)
	require.Equal(t, finding.Stop, v.Grade)
	require.Contains(t, v.Text, "open coil")
	v = said("6", open([2]int{1, 2}, [2]int{1, 3}, [2]int{2, 3}, [2]int{4, 5}, [2]int{4, 6}, [2]int{5, 6}))
	require.Equal(t, leads.Other, v.Kind)
	require.Contains(t, v.Text, "part-winding or two speeds")
	v = said("6", "1 2 beep\n3 frame 0.1\n")
	require.Equal(t, finding.Stop, v.Grade)
	require.Contains(t, v.Text, "3 touches the frame")
	require.Empty(t, v.Next)
	v = said("6", "1 2 beep\n2 3 beep\n1 3 open\n")
	require.Contains(t, v.Text, "touch them again")
	v = said("a b c d e f", "a b 2.2\nc\td\t2.3\ne-f: 3.0 Ω\na c OL\n")
	require.True(t, v.Settled)
	require.Equal(t, leads.Six, v.Kind)
	require.InDelta(t, 2.0, v.Coils[0].Ohm, 1e-9, "less the meter's own")
	bad := v.JudgeBalance()
	require.Equal(t, finding.Caution, bad[0].Grade, "one coil a third higher")
	v = said("9", "1 2 1.0\n1 3 1.0\n2 3 1.8\n")
	require.Contains(t, v.Text, "still possible")
	require.Len(t, v.Next, 2)
	_, readings := leads.ReadRound(leads.Round{Tags: "6", Touches: "1 9 beep\n1 2 soft\n1 2\n4 4 open"})
	require.Len(t, problems(readings), 4)
	v = said("8", "")
	require.Contains(t, v.Text, "none of the usual kinds")
}

func TestInsulationIsCarriedTo40Degrees(t *testing.T) {
	for _, c := range []struct {
		ohms  leads.Ohms
		grade finding.Grade
		says  string
	}{
		{leads.Ohms{Insulation: "8 MΩ", InsulationAt: "20", Tester: leads.Insulation}, finding.Caution, "2.00"},
		{leads.Ohms{Insulation: "50", InsulationAt: "20", Tester: leads.Insulation}, finding.Good,
			"passed at 500 V: 12.5"},
		{leads.Ohms{Insulation: "900 kΩ", InsulationAt: "40", Tester: leads.Insulation}, finding.Stop, "not fed"},
		{leads.Ohms{Insulation: "over", Tester: leads.Multimeter}, finding.Open, "cannot pass"},
		{leads.Ohms{Insulation: "0.1", Tester: leads.Multimeter}, finding.Stop, "not fed"},
	} {
		m, readings := leads.ReadOhms(c.ohms)
		require.Empty(t, problems(readings))
		f := m.JudgeInsulation()
		require.Len(t, f, 1)
		require.Equal(t, c.grade, f[0].Grade, f[0].Sentence)
		require.Contains(t, f[0].Sentence, c.says)
	}
	_, readings := leads.ReadOhms(leads.Ohms{Insulation: "lots", LineOhms: "1 2", OhmsAt: "hot"})
	require.Len(t, problems(readings), 3)
}
