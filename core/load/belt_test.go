package load_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
)

// Worked by hand: 80 and 336 mm, 420 mm apart: sin α = 128/420, α = 17.746° = 0.30973 rad;
// 2·420·cos α = 800.03, π·208 = 653.45, α·256 = 79.29: 1532.8 mm, over 180 − 35.49 = 144.5°.
func TestABeltsLengthIsItsGeometry(t *testing.T) {
	length, wrap := load.BeltLength(420, 80, 336)
	require.InDelta(t, 1532.8, length, 0.1)
	require.InDelta(t, 144.5, wrap, 0.05)
	same, half := load.BeltLength(500, 100, 100)
	require.InDelta(t, 2*500+math.Pi*100, same, 1e-9)
	require.InDelta(t, 180, half, 1e-9)
	short, _ := load.BeltLength(200, 80, 336)
	require.True(t, math.IsNaN(short), "sheaves that would touch")
	require.True(t, math.IsNaN(load.BeltCentre(600, 80, 336)), "a belt too short to go round them")
}

func TestCentreAndLengthUndoEachOther(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := rapid.Float64Range(20, 400).Draw(t, "a"), rapid.Float64Range(20, 900).Draw(t, "b")
		c := (a + b) / 2 * rapid.Float64Range(1.01, 8).Draw(t, "apart")
		length, wrap := load.BeltLength(c, a, b)
		require.InDelta(t, c, load.BeltCentre(length, a, b), 1e-3*c)
		require.True(t, wrap > 0 && wrap <= 180)
		require.Greater(t, length, 2*c, "it goes there and back")
	})
}

func read(t *testing.T, e load.Entry) load.Load {
	l, readings := load.Read(e)
	for _, r := range readings {
		require.Empty(t, r.Problem, "%s %q: %s", r.Path, r.Typed, r.Wanted)
	}
	return l
}

var runs = load.Running{RPM: 1400, Mark: finding.Computed, MostAmps: 4.7, MostOf: "the plate", Gives: 0.9}

func sheaveFigure(t *testing.T, c load.SheaveChange, id string) finding.Figure {
	for _, f := range c.Figures {
		if f.ID == id {
			return f
		}
	}
	require.FailNow(t, "no figure "+id)
	return finding.Figure{}
}

// By hand: 3 A with the belt off, 6 A with 80 mm: load part √(36 − 9) = 5.196. For 4.7 A the part
// is √(22.09 − 9) = 3.618, of the former 0.6963; its third root 0.8863: 70.9 mm.
func TestAFanTakesTheCubeOfItsSpeed(t *testing.T) {
	l := read(t, load.Entry{Kind: machine.Fan, Share: "100 %", Belt: load.BeltEntry{Motor: "80 mm", Tool: "200 mm",
		Idle: "3 A", Amps: "80 mm 6 A"}})
	v, said := l.Belted(runs)
	require.Len(t, v.Changes, 1)
	require.InDelta(t, 70.9, v.Changes[0].MM, 0.05)
	require.InDelta(t, 560*0.8863, sheaveFigure(t, v.Changes[0], "machine-speed").Value, 0.5)
	require.InDelta(t, 4.7, sheaveFigure(t, v.Changes[0], "amps").Value, 1e-6)
	require.InDelta(t, 0.6963, sheaveFigure(t, v.Changes[0], "share").Value, 1e-3)
	require.Contains(t, sheaveFigure(t, v.Changes[0], "amps").Note, "guide value")
	require.Equal(t, "load.belt-amps", said[0].ID)
	require.Equal(t, finding.Caution, said[0].Grade)
}

// Two readings calibrate the law: parts 4 A at 80 mm and 2 A at 60 mm: ln 2/ln(4/3) = 2.41.
func TestTwoReadingsCalibrateTheLaw(t *testing.T) {
	l := read(t, load.Entry{Kind: machine.Fan, Share: "100 %", Belt: load.BeltEntry{Motor: "80 mm", Tool: "200 mm",
		Idle: "3 A", Amps: "60 mm 3.606 A\n80 mm 5 A", Target: "4.2 A"}})
	v, said := l.Belted(runs)
	require.Len(t, v.Changes, 1)
	want := 80 * math.Pow(math.Sqrt(4.2*4.2-9)/4, 1/(math.Log(2)/math.Log(80./60)))
	require.InDelta(t, want, v.Changes[0].MM, 0.05)
	require.Contains(t, sheaveFigure(t, v.Changes[0], "amps").Note, "from two readings")
	for _, f := range said {
		require.NotEqual(t, "load.belt-readings", f.ID)
	}
	require.Len(t, v.Measured, 2)
}

func TestReadingsThatContradictAreNotUsed(t *testing.T) {
	for name, amps := range map[string]string{"less than with the belt off": "80 mm 2.5 A",
		"a greater sheave that takes less": "60 mm 6 A\n80 mm 5 A"} {
		l := read(t, load.Entry{Kind: machine.Fan, Share: "80 %", Belt: load.BeltEntry{Motor: "80 mm", Tool: "200 mm",
			Idle: "3 A", Amps: amps}})
		_, said := l.Belted(runs)
		ids := ""
		for _, f := range said {
			ids += f.ID + " "
		}
		require.Contains(t, ids, "load.belt-readings", name)
	}
}

// 67 to 83 mm in 5 turns: 1.6 mm a half turn; from 80 to 70.9 mm are 5.7, so 6 half turns open.
func TestHalfTurnsOfAnAdjustableSheave(t *testing.T) {
	l := read(t, load.Entry{Kind: machine.Fan, Share: "100 %", Belt: load.BeltEntry{Motor: "80 mm", Tool: "200 mm",
		Idle: "3 A", Amps: "80 mm 6 A", Adjustable: "67-83 mm in 5 turns"}})
	v, _ := l.Belted(runs)
	turns := sheaveFigure(t, v.Changes[0], "half-turns")
	require.InDelta(t, -6, turns.Value, 1e-9)
	require.Equal(t, "6, opened", turns.Text)
	l.Belt.TargetAmps = 3.2
	v, _ = l.Belted(runs)
	require.Equal(t, "beyond its range", sheaveFigure(t, v.Changes[0], "half-turns").Text)
}

func TestABeltIsHeldAgainstWhatItMay(t *testing.T) {
	entry := load.Entry{Kind: machine.Constant, Share: "50 %", Belt: load.BeltEntry{Motor: "80 mm", Tool: "320 mm",
		Centre: "400 mm", Length: "1500 mm", Most: "300 rpm", RimMost: "5 m/s", ToolRPM: "310 rpm", Wanted: "250 rpm"}}
	v, said := read(t, entry).Belted(runs)
	grades := map[string]finding.Grade{}
	for _, f := range said {
		grades[f.ID] = f.Grade
		if f.Measure != nil {
			require.Equal(t, f.Grade == finding.Good, f.Measure.Holds(), f.ID)
		}
	}
	require.Equal(t, map[string]finding.Grade{"load.belt-creep": finding.Caution, load.BeltMost: finding.Stop,
		load.BeltRim: finding.Stop, "load.belt-wanted": finding.Open}, grades)
	require.InDelta(t, 80*250./310, v.Changes[0].MM, 1e-9, "from the speed that was measured")
	entry.Belt.Centre = "150 mm"
	_, said = read(t, entry).Belted(runs)
	require.Equal(t, load.BeltTouch, said[0].ID)
}

func TestBeltEntriesThatCannotBeRead(t *testing.T) {
	_, readings := load.BeltEntry{Motor: "big", Adjustable: "83 in 5", Amps: "80 mm\n80 mm 5 A\n5 A",
		RimMost: "fast"}.Read()
	var bad []string
	for _, r := range readings {
		if r.Problem != "" {
			require.NotEmpty(t, r.Wanted)
			bad = append(bad, r.Typed)
		}
	}
	require.Equal(t, "big|fast|83 in 5|80 mm|5 A", strings.Join(bad, "|"))
}
