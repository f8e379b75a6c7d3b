package makeup_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/makeup"
	"graybridge/core/table"
	"graybridge/core/unit"
)

func awg(n int) unit.Conductor { return unit.Conductor{AWG: n} }

var own = &table.Own{Format: table.OwnFormat, Version: 1, Name: "House tables", Source: "gland maker's sheet",
	Glands: []table.Gland{{Name: "M16", From: 4, To: 8}, {Name: "M20", From: 6, To: 12, Hole: 20.5, Tap: 18.5},
		{Name: "M25", From: 11, To: 17}}, Torques: []table.Torque{{Terminal: "M4 stud", Nm: 1.2}},
	Cord: []table.Carries{{Size: "1.5 mm²", Amps: 16}, {Size: "2.5 mm²", Amps: 20}}}

func judged(t *testing.T, e makeup.Entry, a makeup.Around) (makeup.View, map[string]finding.Finding) {
	m, readings := makeup.Read(e)
	for _, r := range readings {
		require.Empty(t, r.Problem, "%s %q", r.Path, r.Typed)
	}
	v, said := m.Judge(a)
	out := map[string]finding.Finding{}
	for _, f := range said {
		if f.Measure != nil {
			require.Equal(t, f.Grade == finding.Good, f.Measure.Holds(), f.ID)
		}
		out[f.ID] = f
	}
	return v, out
}

func figure(v makeup.View, id string) finding.Figure {
	for _, f := range v.Figures {
		if f.ID == id {
			return f
		}
	}
	return finding.Figure{}
}

// By hand: nine leads of 14 AWG at 2.0, three wires of 12 AWG at 2.25, the earth of 12 AWG once
// at 2.25: 27.0 in³ = 442.5 cm³; an inside clamp counts one of the largest: 29.25 in³.
func TestABoxIsCountedConductorByConductor(t *testing.T) {
	a := makeup.Around{Leads: 9, Gauge: awg(14), Lines: 3, Wire: awg(12), Earth: awg(12)}
	v, said := judged(t, makeup.Entry{Box: "28 in³"}, a)
	require.InDelta(t, 27*16.387064, figure(v, "box").Value, 1e-6)
	require.Equal(t, finding.Good, said["makeup.box"].Grade)
	v, said = judged(t, makeup.Entry{Box: "28 cu in", Clamp: "yes"}, a)
	require.InDelta(t, 29.25*16.387064, figure(v, "box").Value, 1e-6)
	require.Equal(t, finding.Caution, said["makeup.box"].Grade)
	_, said = judged(t, makeup.Entry{Box: "120 × 90 × 60 mm"}, a) // 648 cm³
	require.Equal(t, finding.Good, said["makeup.box"].Grade)
}

func TestWhereNoTableHasASizeNothingIsComputed(t *testing.T) {
	a := makeup.Around{Leads: 6, Lines: 3, Wire: unit.Conductor{SquareMM: 1.5}, Earth: unit.Conductor{SquareMM: 1.5}}
	v, said := judged(t, makeup.Entry{Box: "500 cm³", Cable: "10.5 mm", Conduit: "16.9 mm", Wires: "4"}, a)
	require.Equal(t, "not computed", figure(v, "box").Text)
	require.Equal(t, "by its maker's sheet", figure(v, "gland").Text)
	require.Equal(t, "not computed", figure(v, "conduit").Text)
	require.Empty(t, said)
	with := *own
	with.BoxVolumes = []table.Volume{{Size: "1.5 mm²", CM3: 30}}
	a.Own = &with
	v, said = judged(t, makeup.Entry{Box: "310 cm³"}, a)
	require.InDelta(t, 300, figure(v, "box").Value, 1e-9, "six, three and one")
	require.Equal(t, finding.Good, said["makeup.box"].Grade)
}

// By hand: trade size ½ takes 0.122 in² at 40 %, 0.305 inside; five of 12 AWG 0.0665: 21.8 %; eight
// of 10 AWG 0.1688: 55 %. Two wires may take 31 %, one 53 %.
func TestConduitFill(t *testing.T) {
	for _, typed := range []string{"½", "1/2", `1/2"`, "conduit 1/2", "EMT 1/2 in", "0.5 in", "trade size ½"} {
		v, _ := judged(t, makeup.Entry{Conduit: typed, Wires: "5"}, makeup.Around{Wire: awg(12)})
		require.InDelta(t, 0.218, figure(v, "conduit").Value, 5e-4, typed)
	}
	for _, typed := range []string{`1-1/4"`, "1 1/4", "1.25 in", "1¼"} {
		v, _ := judged(t, makeup.Entry{Conduit: typed, Wires: "5"}, makeup.Around{Wire: awg(12)})
		require.Less(t, figure(v, "conduit").Value, 0.06, typed)
	}
	v, said := judged(t, makeup.Entry{Conduit: "½", Wires: "5"}, makeup.Around{Wire: awg(12)})
	require.InDelta(t, 0.218, figure(v, "conduit").Value, 5e-4)
	require.Equal(t, finding.Good, said["makeup.conduit"].Grade)
	v, said = judged(t, makeup.Entry{Conduit: "½", Wires: "8"}, makeup.Around{Wire: awg(10)})
	require.InDelta(t, 0.553, figure(v, "conduit").Value, 1e-3)
	require.Equal(t, finding.Caution, said["makeup.conduit"].Grade)
	_, said = judged(t, makeup.Entry{Conduit: "10 mm", Wires: "2 × 4.1 mm"}, makeup.Around{}) // 33.6 %
	require.Equal(t, finding.Caution, said["makeup.conduit"].Grade)
	_, said = judged(t, makeup.Entry{Conduit: "10 mm", Wires: "1 × 7.2 mm"}, makeup.Around{}) // 51.8 %
	require.Equal(t, finding.Good, said["makeup.conduit"].Grade)
}

func TestGlandAndTorqueComeFromTheWorkshopsTables(t *testing.T) {
	v, _ := judged(t, makeup.Entry{Cable: "10.5 mm", Terminal: "m4 stud"}, makeup.Around{Own: own})
	require.Equal(t, "M20", figure(v, "gland").Text)
	require.Contains(t, figure(v, "gland").Note, "hole 20.5")
	require.InDelta(t, 1.2, figure(v, "torque").Value, 1e-9)
	_, said := judged(t, makeup.Entry{Cable: "19 mm"}, makeup.Around{Own: own})
	require.Equal(t, finding.Caution, said["makeup.gland"].Grade)
	v, _ = judged(t, makeup.Entry{Torque: "11 lb·in"}, makeup.Around{})
	require.InDelta(t, 1.243, figure(v, "torque").Value, 1e-3)
}

func TestAPlaceIsHeldAgainstWhatIsAskedNotAgainstMemory(t *testing.T) {
	v, said := judged(t, makeup.Entry{Place: makeup.Wet, Enclosure: "IP20"}, makeup.Around{})
	require.Equal(t, "to be asked", figure(v, "place").Text)
	require.Empty(t, said)
	for marked, grade := range map[string]finding.Grade{"IP55": finding.Good, "IP54": finding.Good,
		"IP44": finding.Caution,
		"IP50": finding.Caution} {
		_, said = judged(t, makeup.Entry{Place: makeup.Wet, Asked: "IP54", Enclosure: marked}, makeup.Around{})
		require.Equal(t, grade, said["makeup.place"].Grade, marked)
	}
}

func TestStepsFollowWhatIsThere(t *testing.T) {
	has := func(v makeup.View, id string) bool {
		for _, s := range v.Steps {
			if s.ID == id {
				return true
			}
		}
		return false
	}
	plain, _ := judged(t, makeup.Entry{Done: []string{"photo-before"}}, makeup.Around{Bridge: "capacitor"})
	require.False(t, has(plain, "shield-clamp"))
	require.Equal(t, 1, plain.Did)
	drive, _ := judged(t, makeup.Entry{Strip: "8 mm", Torque: "1.2 N·m"}, makeup.Around{Bridge: "drive"})
	require.True(t, has(drive, "shield-clamp"))
	text := ""
	for i, s := range drive.Steps {
		text += s.Text + "\n"
		for _, later := range drive.Steps[i+1:] {
			require.NotEqual(t, s.ID, later.ID)
		}
	}
	require.Contains(t, text, "1.2\u00a0N·m")
	require.Contains(t, text, "8\u00a0mm")
	require.NotContains(t, strings.ToLower(text), "safe")
}

func TestMakeUpThatCannotBeRead(t *testing.T) {
	_, readings := makeup.Read(makeup.Entry{Box: "big", Conduit: "wide", Wires: "many", Torque: "tight",
		Cable: "thick"})
	require.Len(t, readings, 5)
	for _, r := range readings {
		require.NotEmpty(t, r.Wanted, r.Path)
	}
}
