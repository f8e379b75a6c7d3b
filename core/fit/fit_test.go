package fit_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/finding"
	"graybridge/core/fit"
	"graybridge/core/table"
)

func compared(t require.TestingT, e fit.Entry, frame string, inches bool) (fit.Replacement, []finding.Finding) {
	f, readings := fit.Read(e, frame, fit.Terms{VoltAmps: 1872, Watts: 1100, RPM: 1410}, inches)
	for _, r := range readings {
		require.Empty(t, r.Problem, "%s %q", r.Path, r.Typed)
	}
	return f.Compare(0)
}

// plain has plain spaces.
func plain(lines ...string) string {
	return strings.ReplaceAll(strings.Join(lines, "\n"), "\u00a0", " ")
}

func says(v fit.Replacement) map[string]string {
	out := map[string]string{}
	for _, r := range v.Rows {
		out[r.ID] = string(r.Grade) + ": " + plain(r.Says)
	}
	return out
}

// By hand from the frame table: 71 stands 71 high on 112 × 90, shaft 14 × 30, key 5; 90S stands
// 90 high on 140 × 100, shaft 24 × 50, key 8; end threads M5 and M8.
func TestASmallFrameReplacedByAGreater(t *testing.T) {
	v, said := compared(t, fit.Entry{Other: fit.BodyEntry{Frame: "71"}, Coupling: fit.Direct, Lifts: "Bram T.",
		This: fit.BodyEntry{Weight: "14 kg"}}, "90S", false)
	rows := says(v)
	require.Contains(t, rows["height"], "caution: 19 mm too high")
	require.Contains(t, rows["across"], "caution: each hole moves 14 mm outward")
	require.Contains(t, rows["along"], "caution: each hole moves 5 mm outward")
	require.Contains(t, rows["shoulder"], "begins 11 mm further out")
	require.Contains(t, rows["shaft"], "10 mm thicker")
	require.Contains(t, rows["length"], "20 mm longer")
	require.Contains(t, rows["thread"], "caution")
	require.Contains(t, rows["weight"], "good: lifted by Bram T.")
	require.Contains(t, plain(v.Gets...), "The coupling half bored from 14 mm to 24 mm")
	require.Contains(t, plain(v.Gets...), "A stepped key: 5 mm in the hub, 8 mm in the shaft")
	require.Contains(t, plain(v.Gets...), "An end bolt M8")
	ids := map[string]finding.Grade{}
	for _, f := range said {
		ids[f.ID] = f.Grade
	}
	require.Equal(t, map[string]finding.Grade{"fit.height": finding.Caution, "fit.gets": finding.Note,
		"fit.open": finding.Open}, ids)
}

// The other way round the new motor is lower: packing, and a sleeve of 5 mm wall.
func TestAGreatFrameReplacedByASmaller(t *testing.T) {
	v, _ := compared(t, fit.Entry{Other: fit.BodyEntry{Frame: "90 S"}, Coupling: fit.Belt, Bore: "24 mm"}, "71", false)
	require.Contains(t, says(v)["height"], "19 mm of packing")
	require.Contains(t, plain(v.Gets...), "A sleeve from 14 mm to 24 mm (wall 5 mm)")
	require.Contains(t, says(v)["bore"], "greater than the shaft by 10 mm")
}

// 56 and 143T stand alike high and share the key, and nothing else of the mounting.
func TestInchFrames(t *testing.T) {
	v, _ := compared(t, fit.Entry{Other: fit.BodyEntry{Frame: "56C"}, Coupling: fit.Belt}, "143T", true)
	rows := says(v)
	require.Contains(t, rows["height"], "good")
	require.Contains(t, rows["key"], "good")
	require.Contains(t, rows["across"], "each hole moves 7.87 mm outward") // (5.50 − 4.88)/2 in
	require.Contains(t, rows["shaft"], "6.35 mm thicker")
	require.InDelta(t, 88.9, v.Old.Height, 1e-9)
	metric, _ := table.FrameOf("56", false)
	require.Equal(t, 56.0, metric.Height, "under metric rules 56 is the metric frame")
}

func TestMeasuresGoBeforeTheTable(t *testing.T) {
	v, _ := compared(t, fit.Entry{Other: fit.BodyEntry{Frame: "80", Shaft: "3/4 in", Key: "6 × 6 mm"}}, "80", false)
	for _, r := range v.Rows {
		if r.ID == "shaft" {
			require.Equal(t, finding.Measured, r.OldMark)
			require.Equal(t, finding.FromTable, r.NewMark)
			require.Equal(t, finding.Good, r.Grade, "19.05 and 19 mm are one size")
		}
	}
}

func TestAFrameThatNoTableHasIsAsked(t *testing.T) {
	v, said := compared(t, fit.Entry{Other: fit.BodyEntry{Frame: "80"}}, "D77", false)
	require.True(t, slices.ContainsFunc(said, func(f finding.Finding) bool { return f.ID == "fit.sizes" }))
	for _, r := range v.Rows {
		require.NotEqual(t, finding.Good, r.Grade, "%s: nothing is known of the new one", r.ID)
	}
}

func TestRoomIsHeldAgainstTheLength(t *testing.T) {
	for length, grade := range map[string]finding.Grade{"285 mm": finding.Good, "310 mm": finding.Caution} {
		_, said := compared(t, fit.Entry{Other: fit.BodyEntry{Frame: "80"}, This: fit.BodyEntry{Overall: length},
			Room: "300 mm", Tried: "fouls"}, "90S", false)
		require.Equal(t, grade, said[0].Grade)
		require.Equal(t, grade == finding.Good, said[0].Measure.Holds())
		require.Equal(t, "fit.tried", said[1].ID)
	}
}

func TestUnreadableSizesNameWhatWouldDo(t *testing.T) {
	_, readings := fit.Read(fit.Entry{Other: fit.BodyEntry{Height: "high", Key: "?", EndThread: "fine",
		Weight: "heavy"}},
		"", fit.Terms{}, false)
	require.Len(t, readings, 4)
	for _, r := range readings {
		require.NotEmpty(t, r.Problem, r.Path)
		require.NotEmpty(t, r.Wanted, r.Path)
	}
}

// Over every two frames: a frame in its own place keeps everything; what is gained one way is
// lost the other; every step stands after all it waits for; nothing says safe.
func TestAnyFrameInAnyPlace(t *testing.T) {
	metric, inches := table.Frames()
	all := append(slices.Clone(metric), inches...)
	rapid.Check(t, func(t *rapid.T) {
		a, b := rapid.SampledFrom(all).Draw(t, "old"), rapid.SampledFrom(all).Draw(t, "new")
		inch := slices.Contains(inches, a) && a != "56" || rapid.Bool().Draw(t, "rules")
		e := fit.Entry{Other: fit.BodyEntry{Frame: a}, Mount: rapid.SampledFrom([]fit.Mount{"", fit.Feet,
			fit.Face}).Draw(t, "mount"),
			Coupling: rapid.SampledFrom([]fit.Coupling{"", fit.Belt, fit.Direct, fit.Stub}).Draw(t, "by")}
		v, said := compared(t, e, b, inch)
		back := e
		back.OtherIs = "new"
		other, _ := compared(t, back, b, inch)
		require.Equal(t, v.Old, other.New)
		for _, r := range v.Rows {
			if a == b && !slices.Contains([]string{"box", "overall", "weight", "face", "key", "thread"}, r.ID) {
				require.Equal(t, finding.Good, r.Grade, r.ID)
			}
			for _, o := range other.Rows {
				if o.ID == r.ID && r.ID != "weight" {
					require.Equal(t, r.Grade, o.Grade, "%s, old and new exchanged", r.ID)
				}
			}
		}
		if a == b {
			require.Empty(t, v.Gets)
		}
		seen := map[string]bool{}
		for _, s := range v.Order {
			for _, before := range s.After {
				require.True(t, seen[before], "%s waits for %s, which does not stand before it", s.ID, before)
			}
			require.False(t, seen[s.ID], "%s twice", s.ID)
			seen[s.ID] = true
		}
		require.Equal(t, "lock", v.Order[0].ID)
		for _, s := range v.Order[1:] {
			require.NotEmpty(t, s.After, "%s waits for nothing, not even the lock-off", s.ID)
		}
		for _, f := range said {
			require.NotContains(t, strings.ToLower(f.Sentence+f.Detail), " safe")
			require.NotContains(t, f.Sentence+f.Detail, "NaN")
		}
	})
}
