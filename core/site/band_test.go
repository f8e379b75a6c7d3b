package site_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/site"
	"graybridge/core/unit"
)

func TestBandsAreSaidAsPeopleSayThem(t *testing.T) {
	sp := unit.Space
	for _, c := range []struct {
		low, high  float64
		unit, want string
	}{
		{3.2, 10.4, "min", "3 to 10" + sp + "min"},
		{0.6, 3, "min", "36" + sp + "s to 3" + sp + "min"},
		{0.5, 0.9, "min", "30 to 54" + sp + "s"},
		{40, 400, "min", "40" + sp + "min or more"},
		{221.4, 236.2, "V", "221 to 237" + sp + "V"},
		{1.32, 1.61, "V", "1.3 to 1.6" + sp + "V"},
		{-4.2, 12.1, "%", "-5 to 13" + sp + "%"},
		{1.02, 1.34, "A", "1.02 to 1.34" + sp + "A"},
	} {
		require.Equal(t, c.want, (&site.Band{Low: c.low, High: c.high}).Plain(c.unit))
	}
}

// A band takes what is nothing for a figure as well, and stretches below nothing only where
// a figure lies there.
func TestABandOfNothing(t *testing.T) {
	var b site.Band
	b.Add(0)
	b.Add(5)
	require.Equal(t, 0.0, b.Stretch().Low)
	require.Greater(t, b.High, 5.0)
	var c site.Band
	c.Add(-1)
	c.Add(1)
	require.Less(t, c.Stretch().Low, -1.0)
}

// Figures of twins become bands by their names: a share in percent, a size by the least and
// the greatest as written, and none where all are alike.
func TestFiguresAreBandedByTheirNames(t *testing.T) {
	figure := func(id string, value float64, text string) finding.Figure {
		return finding.Figure{ID: id, Value: value, Text: text}
	}
	list := func(amps, share, breaker float64, size string) []finding.Figure {
		return []finding.Figure{figure("amps", amps, ""), figure("share", share, ""), figure("breaker", breaker, size),
			figure("said", 1, "")}
	}
	own := list(4, 0.5, 10, "10 A")
	got := site.Banded(own, map[string]string{"amps": "A", "share": "%", "breaker": finding.AsWritten, "said": "V"},
		slices.Values([][]finding.Figure{list(3, 0.4, 6, "6 A"), list(5, 0.6, 16, "16 A")}))
	require.Equal(t, "2.88 to 5.12"+unit.Space+"A", got[0].Band)
	require.Equal(t, "38 to 62"+unit.Space+"%", got[1].Band)
	require.Equal(t, "6 A to 16 A", got[2].Band)
	require.Empty(t, got[3].Band)
}
