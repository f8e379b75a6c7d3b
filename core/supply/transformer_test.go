package supply_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/supply"
	"graybridge/core/table"
)

// behind is a 230 V wall with a feeder, and a transformer as typed.
func behind(t *testing.T, step, breaker string) supply.Supply {
	s, readings := supply.Read(supply.Entry{Volts: "230", FeederLength: "10 m", FeederSize: "2.5 mm²", Breaker: breaker,
		Transformer: step}, table.Metric, 230, 50)
	for _, r := range readings {
		require.Empty(t, r.Problem, r.Typed)
	}
	return s.Behind()
}

func gradesOf(s supply.Supply, d *supply.Draw) map[string]finding.Finding {
	out := map[string]finding.Finding{}
	for _, f := range s.Judge(d, table.Metric) {
		out[f.ID] = f
	}
	return out
}

func TestATransformerIsReadAsPrinted(t *testing.T) {
	for typed, want := range map[string]supply.Transformer{
		"230/400 V 3 kVA":        {From: 230, To: 400, VA: 3000},
		"120 V to 240 V 1500 VA": {From: 120, To: 240, VA: 1500},
		"auto 230/400 2,5 kVA":   {From: 230, To: 400, VA: 2500, Auto: true},
		"240 → 480 V, 5kVA auto": {From: 240, To: 480, VA: 5000, Auto: true},
		"230/400":                {From: 230, To: 400},
	} {
		s, r := supply.Read(supply.Entry{Transformer: typed}, table.Metric, 230, 50)
		require.Empty(t, r[0].Problem, typed)
		require.Equal(t, want, *s.Step, typed)
	}
	for _, typed := range []string{"3 kVA", "230 V", "230/4000 V 3 kVA", "230/400 V 3 VA", "x"} {
		s, r := supply.Read(supply.Entry{Transformer: typed}, table.Metric, 230, 50)
		require.NotEmpty(t, r[0].Problem, typed)
		require.NotEmpty(t, r[0].Wanted)
		require.Nil(t, s.Step)
	}
}

// Volts go up by the ratio, ohms by its square, amps at the wall by the ratio; watts stay.
func TestWhatTheBridgeAndTheWallSee(t *testing.T) {
	plain, stepped := behind(t, "", ""), behind(t, "230/460 V 3 kVA", "")
	require.InDelta(t, 460, stepped.Volts, 1e-9)
	require.InDelta(t, 460, stepped.Nominal, 1e-9)
	require.Greater(t, stepped.LineOhm(), 4*plain.LineOhm(), "and the transformer's own")
	require.InDelta(t, 4*plain.LineOhm()+0.04*460*460/3000, stepped.LineOhm(), 1e-9)
	require.InDelta(t, 230, stepped.AtWall(460), 1e-9)
	require.InDelta(t, 236, plain.AtWall(236), 1e-9)
	d := &supply.Draw{RunAmps: 4, RunVolts: 455, StartAmps: 20, StartVolts: 430, MostAmps: 5, Smooth: true}
	byID := func(s supply.Supply) map[string]finding.Figure {
		out := map[string]finding.Figure{}
		for _, f := range s.Figures(d) {
			out[f.ID] = f
		}
		return out
	}
	got := byID(stepped)
	require.InDelta(t, 8+0.05*3000/230, got["run-amps"].Value, 1e-9, "twice the amps, and what its iron takes")
	require.InDelta(t, 230, got["post"].Value, 1e-9)
	require.InDelta(t, 460, got["behind"].Value, 1e-9)
	require.InDelta(t, 460*5, got["through"].Value, 1e-9)
	require.Contains(t, got["running"].Name, "Transformer")
	require.Less(t, got["starting"].Value, got["running"].Value)
	for _, c := range stepped.Wall(table.Metric, []supply.Taker{{Bridge: "drive", Draw: d, Smooth: true}}) {
		for _, l := range c.Links {
			require.NotContains(t, l.Text, "type B", "direct current does not pass two windings")
		}
	}
	require.Equal(t, plain.Unseen(table.Metric), stepped.Unseen(table.Metric), "nobody has looked at the wall")
	require.Len(t, stepped.Stairs(d), 2)
}

// Each limit of a transformer, just below and just above.
func TestATransformersLimits(t *testing.T) {
	draw := func(amps float64) *supply.Draw { return &supply.Draw{RunAmps: amps, MostAmps: amps, StartAmps: amps} }
	size := func(amps float64) finding.Grade {
		return gradesOf(behind(t, "230/400 V 4 kVA", ""), draw(amps))[finding.SupplyTransformer].Grade
	}
	require.Equal(t, finding.Good, size(4000/1.25/400-0.01))
	require.Equal(t, finding.Caution, size(4000/1.25/400+0.02))
	require.Equal(t, finding.Caution, size(4000.0/400-0.01))
	require.Equal(t, finding.Stop, size(4000.0/400+0.02))
	larger := gradesOf(behind(t, "230/400 V 4 kVA", ""), draw(11))[finding.SupplyTransformer]
	require.Len(t, larger.Cures, 1)
	require.Equal(t, finding.Good,
		gradesOf(behind(t, larger.Cures[0].Value, ""), draw(11))[finding.SupplyTransformer].Grade, "the cure cures")
	asked := gradesOf(behind(t, "230/400 V", ""), draw(5))[finding.SupplyTransformer]
	require.Equal(t, finding.Open, asked.Grade)
	require.Equal(t, finding.Good,
		gradesOf(behind(t, asked.Cures[0].Value, ""), draw(5))[finding.SupplyTransformer].Grade)

	inrush := func(step string) finding.Grade {
		return gradesOf(behind(t, step, "16 A"), draw(1))["supply.transformer-inrush"].Grade
	}
	require.Equal(t, finding.Note, inrush("230/400 V 3.06 kVA"), "12 × its amps stay under ten times the breaker")
	require.Equal(t, finding.Caution, inrush("230/400 V 3.07 kVA"))
	guard := func(step string) bool {
		_, said := gradesOf(behind(t, step, "16 A"), draw(1))["supply.transformer-guard"]
		return said
	}
	require.False(t, guard("230/400 V 1.48 kVA"))
	require.True(t, guard("230/400 V 1.46 kVA"))
	wall := func(step string) finding.Grade {
		return gradesOf(behind(t, step, ""), draw(1))["supply.transformer-volts"].Grade
	}
	require.Empty(t, wall("210/400 V 3 kVA"))
	require.Equal(t, finding.Stop, wall("208/400 V 3 kVA"), "its iron saturates")
	require.Empty(t, wall("255/400 V 3 kVA"))
	require.Equal(t, finding.Caution, wall("256/400 V 3 kVA"))
	require.Contains(t, gradesOf(behind(t, "230/400 V 3 kVA auto", ""), nil), "supply.transformer-auto")
}

// A cure names the next rating with reserve; where one stands, there is none.
func TestATransformerAsACure(t *testing.T) {
	s := behind(t, "", "")
	for va, kva := range map[float64]string{799: " 1 kVA", 801: " 1.6 kVA", 2000: " 2.5 kVA", 2001: " 3 kVA"} {
		c, ok := s.StepCure(400, va)
		require.True(t, ok)
		require.True(t, strings.HasSuffix(c.Value, kva), "%g VA: %s", va, c.Value)
		require.True(t, strings.HasPrefix(c.Value, "230/400 V"))
	}
	_, ok := s.StepCure(400, 1e6)
	require.False(t, ok)
	_, ok = behind(t, "230/400 V 3 kVA", "").StepCure(400, 800)
	require.False(t, ok)
	for to, offered := range map[float64]bool{252: false, 254: true} {
		_, ok := s.StepCure(to, 800)
		require.Equal(t, offered, ok, "a tenth is missing")
	}
	for volts, offered := range map[string]bool{"207": true, "206": false, "253": true, "254": false} {
		odd, _ := supply.Read(supply.Entry{Volts: volts}, table.Metric, 230, 50)
		_, ok := odd.StepCure(400, 800)
		require.Equal(t, offered, ok, "%s V at the wall", volts)
	}
	breaker, wire, ok := behind(t, "230/400 V 3 kVA", "").StepWire(table.Wires{Rules: table.Metric})
	require.True(t, ok)
	require.Equal(t, 20.0, breaker, "1.25 × 13 A, the next size")
	require.GreaterOrEqual(t, wire.SquareMM, 2.5)
}
