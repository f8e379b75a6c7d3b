package capacitor_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/can"
	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/machine"
)

// No way offered has more than four cans or lies off the value by more than a
// can's tolerance; the cheapest is no dearer than any other way that can be
// made of the priced cans.
func TestWaysToMakeUpAValueAreHonest(t *testing.T) {
	prices := []float64{8, 10, 12, 16, 20, 25, 30, 40, 50}
	rapid.Check(t, func(t *rapid.T) {
		want := rapid.Float64Range(9, 120).Draw(t, "µF")
		q := question(t, 0)
		q.Drawer = rapid.SliceOfN(rapid.SampledFrom(prices), 0, 4).Draw(t, "drawer")
		var lines []string
		for _, uf := range prices {
			lines = append(lines, fmt.Sprintf("%g µF %.2f", uf, rapid.Float64Range(1, 20).Draw(t, "price")))
		}
		p, err := can.ParsePrices(strings.Join(lines, "\n"))
		require.NoError(t, err)
		least := math.Inf(1)
		for _, a := range append([]float64{0}, prices...) {
			for _, b := range append([]float64{0}, prices...) {
				if sum := a + b; a > 0 && math.Abs(sum-want) <= 0.05*want {
					least = math.Min(least, p.Of[a]+p.Of[b])
				}
			}
		}
		for _, c := range q.Combos(want, p) {
			require.LessOrEqual(t, len(c.Parts), 4)
			require.NotEmpty(t, c.Parts)
			require.InDelta(t, want, c.Microfarad, 0.08*want, c.Why)
			require.NotEmpty(t, c.Worst)
			if strings.Contains(c.Why, "cheapest") {
				cost, ok := p.Cost(c.Parts)
				require.True(t, ok)
				require.LessOrEqual(t, cost, least+1e-9)
				require.InDelta(t, want, c.Microfarad, 0.0500001*want)
			}
		}
	})
}

// A start capacitor sees more the longer it is held; its class covers both.
func TestAStartCapacitorsVoltsAreCovered(t *testing.T) {
	q := question(t, 52)
	q.StartShare, q.StartEntered = 0.5, 100
	a := q.Solve()
	s := a.Start
	require.Greater(t, s.Held, s.Volts)
	p, ok := q.Bridge.Run(152, machine.Load{Kind: machine.Fan, Share: q.Lightest})
	require.True(t, ok)
	require.InEpsilon(t, p.CapacitorVolts, s.Held, 1e-6)
	if s.Class > 0 {
		require.GreaterOrEqual(t, s.Class, s.Held)
	}
	left := math.Sqrt2 * s.Held * math.Exp(-60/(s.Bleed.Most*100e-6))
	require.InDelta(t, 50, left, 0.01, "a minute after the feed is off")
	require.LessOrEqual(t, s.Bleed.Ohm, s.Bleed.Most*1.000001, "the part that is bought does it sooner")
	require.GreaterOrEqual(t, s.Bleed.Watts, 2*s.Held*s.Held/s.Bleed.Ohm)
	at, err := q.Bridge.At(152, capacitor.DropOutSlip)
	require.NoError(t, err)
	require.InEpsilon(t, at.CornerToL2, s.PickUp, 1e-9)
}

// Turned over under way, the motor is judged at the speed it really has.
func TestReversingUnderWayIsSaid(t *testing.T) {
	q := question(t, 52)
	q.Reversing = capacitor.BySwitch
	a := q.Solve()
	braked, share, ok := q.Reversed(a)
	require.True(t, ok)
	back := bridgeTo(t, "L2", 0)
	p, err := back.At(52, 2-a.Usual.Slip)
	require.NoError(t, err)
	require.Equal(t, p.TorqueNm > 0, braked)
	_, worst := p.WorstCoil()
	require.InEpsilon(t, worst, share, 1e-9)
	var said *finding.Finding
	for _, f := range q.Judge(a) {
		if f.ID == "capacitor.reversing" {
			said = &f
		}
	}
	require.Contains(t, said.Sentence, "standstill")
}

// The verdict is permanent exactly where every winding stays inside its plate
// over the owner's loads, and heavier work never makes it milder.
func TestTheVerdictFollowsTheWorstWinding(t *testing.T) {
	rank := map[capacitor.Use]int{capacitor.Permanent: 0, capacitor.ShortRuns: 1, capacitor.TestOnly: 2,
		capacitor.NotThis: 3}
	rapid.Check(t, func(t *rapid.T) {
		q := question(t, rapid.Float64Range(30, 90).Draw(t, "µF"))
		q.Kind = machine.Constant
		q.Usual = rapid.Float64Range(0.3, 0.8).Draw(t, "load")
		q.Lightest, q.Heaviest = q.Usual, q.Usual
		a := q.Solve()
		v := q.Verdict(a)
		_, share := a.Usual.WorstCoil()
		require.Equal(t, a.HeavyRuns && share <= 1, v.Use == capacitor.Permanent, "%v", share)
		require.NotEmpty(t, v.Other)
		q.OnMinutes, q.OffMinutes = 2, 60
		short := q.Verdict(a)
		q.OnMinutes, q.OffMinutes = 300, 5
		long := q.Verdict(a)
		require.LessOrEqual(t, rank[short.Use], rank[long.Use])
	})
}

func FuzzReadings(f *testing.F) {
	for _, seed := range []string{"52 µF: leads 4.1 3.8 2.2; corner 224 231; volts 236", "46 1 2 3", "40 µF 11.50 €",
		";;;", "52: volts"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		rounds, readings := capacitor.ReadRounds(text, true)
		for _, r := range rounds {
			require.True(t, r.Microfarad > 0)
		}
		for _, r := range readings {
			require.True(t, r.Problem != "" || r.ReadAs != "")
		}
		if p, err := can.ParsePrices(text); err == nil {
			for uf, price := range p.Of {
				require.True(t, uf > 0 && price > 0)
			}
		}
	})
}
