package capacitor_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/machine"
)

// readings are what a meter with so many digits would show on a motor whose
// magnetising reactance is k times the estimate.
func readings(t require.TestingT, k, uf float64, load machine.Load, windings bool) string {
	m := model(t)
	m.Eq.XmOhm *= k
	b, err := capacitor.New(&m, capacitor.Wiring{Volts: 230, FrequencyHz: 50, CornerTo: "L1", Coils: machine.Coils(),
		Joints: capacitor.Delta})
	require.NoError(t, err)
	p, ok := b.Run(uf, load)
	require.True(t, ok)
	l := p.LeadAmps("L1")
	text := fmt.Sprintf("%.1f µF: leads %.2f %.2f %.2f; corner %.0f %.0f; volts %.0f", uf, l[0], l[1], l[2],
		p.CornerToL1, p.CornerToL2, p.SupplyVolts)
	if windings {
		text += "; windings"
		for _, w := range p.Windings {
			text += fmt.Sprintf(" %.2f", w.Share*m.WindingAmps)
		}
	}
	return text
}

func question(t require.TestingT, entered float64) capacitor.Question {
	return capacitor.Question{Bridge: bridgeTo(t, "L1", 0), Kind: machine.Fan, Usual: 0.65, Lightest: 0.1,
		Heaviest: 0.65, Entered: entered}
}

func rounds(t require.TestingT, text string) []capacitor.Round {
	out, problems := capacitor.ReadRounds(text, true)
	for _, p := range problems {
		require.Empty(t, p.Problem, p.Typed)
	}
	return out
}

// From readings the load and the magnetising reactance of the real motor come
// back, and the µF that the real motor wants.
func TestTrimFindsTheRealLoadAndTheRealBalance(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.Float64Range(0.8, 1.25).Draw(t, "magnetising")
		share := rapid.Float64Range(0.3, 0.75).Draw(t, "load")
		uf := rapid.Float64Range(38, 75).Draw(t, "µF")
		load := machine.Load{Kind: machine.Fan, Share: share}
		got, ok := question(t, 0).Trim(rounds(t, readings(t, k, uf, load, rapid.Bool().Draw(t, "windings"))))
		require.True(t, ok)
		require.True(t, got.Fits)
		require.InEpsilon(t, k, got.Magnetising, 0.04)
		require.InDelta(t, share, got.Load.Share, 0.04)
		m := model(t)
		m.Eq.XmOhm *= k
		real, err := capacitor.New(&m, bridgeTo(t, "L1", 0).Wiring)
		require.NoError(t, err)
		best, _, _ := real.Balance(load)
		require.InEpsilon(t, best, got.Best, 0.05)
		// Found within 5 %, made up of cans within 5 %: no worse than the ends of
		// both, or than what is in the circuit.
		ends := math.Max(worst(real, best*0.95*0.95, load), worst(real, best*1.05*1.05, load))
		require.LessOrEqual(t, worst(real, got.To, load), math.Max(ends, worst(real, uf, load))+1e-9,
			"the advice never makes it worse")
	})
}

func TestTrimSaysMoreOrFewerAndThenLeavesIt(t *testing.T) {
	load := machine.Load{Kind: machine.Fan, Share: 0.5}
	first := readings(t, 1.1, 70, load, false)
	q := question(t, 70)
	got, _ := q.Trim(rounds(t, first))
	_, findings := q.Show(got)
	require.Less(t, got.To, 60.0)
	require.Contains(t, findings[0].Sentence, "µF fewer")
	require.Equal(t, "bridge.microfarad", findings[0].Cures[0].Path)
	require.Equal(t, "load.share", findings[0].Cures[1].Path, "the readings show half load, the job says 65 %")
	require.Positive(t, got.PerMicro, "at 70 µF more is worse")

	// The cans are in: the program waits for the reading it foretold.
	q = question(t, got.To)
	waiting, _ := q.Trim(rounds(t, first))
	_, findings = q.Show(waiting)
	require.Equal(t, finding.Open, findings[0].Grade)
	require.Contains(t, findings[0].Sentence, "read again")
	both := first + "\n" + readings(t, 1.1, got.To, load, false)
	settled, _ := q.Trim(rounds(t, both))
	_, findings = q.Show(settled)
	require.True(t, settled.Leave)
	require.Equal(t, finding.Good, findings[0].Grade, findings[0].Sentence)

	short := readings(t, 1.1, 30, load, false)
	q = question(t, 30)
	got, _ = q.Trim(rounds(t, short))
	_, findings = q.Show(got)
	require.Contains(t, findings[0].Sentence, "µF more")
	require.Negative(t, got.PerMicro)
}

func TestReadingsThatDoNotFitNameTheirReason(t *testing.T) {
	load := machine.Load{Kind: machine.Fan, Share: 0.6}
	m := model(t)
	b, err := capacitor.New(&m, bridgeTo(t, "L1", 0).Wiring)
	require.NoError(t, err)
	line := func(called, really float64, swap bool) string {
		p, ok := b.Run(really, load)
		require.True(t, ok)
		l := p.LeadAmps("L1")
		if swap {
			l[0], l[1] = l[1], l[0]
		}
		return fmt.Sprintf("%.0f: leads %.2f %.2f %.2f; corner %.0f %.0f; volts 230", called, l[0], l[1], l[2],
			p.CornerToL1, p.CornerToL2)
	}
	says := func(text string) string {
		q := question(t, 0)
		got, ok := q.Trim(rounds(t, text))
		require.True(t, ok)
		require.False(t, got.Fits, text)
		_, findings := q.Show(got)
		require.Equal(t, finding.Caution, findings[0].Grade)
		require.Len(t, findings, 1)
		return findings[0].Detail
	}
	require.Contains(t, says(line(52, 52, true)), "lead L1 and of the lead L2 were noted in each other's place")
	require.Contains(t, says(line(60, 38, false)), "A can has lost capacity")
	require.Contains(t, says("52: leads 9 1 9; corner 100 300; volts 230"), "Read that one again")
}

func TestRoundsAreReadAsTheyAreWritten(t *testing.T) {
	r := rounds(t, "52 µF: leads 4.1 A 3,8 A 2.2 A; corner 224 231; volts 236\n46 4.0 3.6 2.4")
	require.Len(t, r, 2)
	require.InDelta(t, 3.8, r[0].Read[1], 1e-9)
	require.InDelta(t, 236, r[0].Read[8], 1e-9)
	require.InDelta(t, 46, r[1].Microfarad, 1e-9)
	require.InDelta(t, 2.4, r[1].Read[2], 1e-9)
	for text, problem := range map[string]string{
		"leads 4 4 4":              "does not begin with the µF",
		"52 leads 4.1 3.8":         "stand 2 numbers; it takes 3",
		"52 heat 80":               "“heat” is none of leads",
		"52":                       "No reading",
		"52 leads 4.1 3.8 2.2 bar": "is no amps or volts",
		"0 leads 1 2 3":            "above 0",
	} {
		_, problems := capacitor.ReadRounds(text, true)
		require.Len(t, problems, 1, text)
		require.Contains(t, problems[0].Problem, problem)
	}
	_, problems := capacitor.ReadRounds("52 windings 1 2 3", false)
	require.Contains(t, problems[0].Problem, "halves")
}
