package machine_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/machine"
)

func heat(t *rapid.T) machine.Heat {
	m := machine.Model{}
	m.ShaftWatts = rapid.Float64Range(100, 15000).Draw(t, "W")
	return machine.HeatOf(&m, rapid.SampledFrom([]string{"", "A", "E", "B", "F", "H"}).Draw(t, "class"),
		rapid.Float64Range(-10, 60).Draw(t, "air"))
}

func strain(t *rapid.T, name string) machine.Strain {
	w := rapid.Float64Range(0.05, 30).Draw(t, name+" winding")
	return machine.Strain{Winding: w, Losses: w * rapid.Float64Range(0.3, 1).Draw(t, name+" losses"),
		Cooling: rapid.Float64Range(0.2, 1).Draw(t, name+" cooling")}
}

// stepped warms two bodies in small steps and gives the greatest rise of the last round.
func stepped(h machine.Heat, rounds int, phases ...machine.Phase) float64 {
	w, f, worst := 0.0, 0.0, 0.0
	for round := range rounds {
		worst = 0
		for _, p := range phases {
			cooling := p.Cooling
			if p.Strain == (machine.Strain{}) {
				cooling = 0.5
			}
			const steps = 4000
			dt := p.Minutes / steps
			for range steps {
				dw := (h.OverFrameK*p.Winding - w) / h.WindingMinutes
				df := (h.FrameK*p.Losses - cooling*f) / h.FrameMin
				w, f = w+dt*dw, f+dt*df
				if round == rounds-1 {
					worst = max(worst, w+f)
				}
			}
		}
	}
	return worst / h.LimitK
}

// The worst moment of phases that come again is what small steps come to, wherever in the
// phases it lies.
func TestCyclesAreThoseOfSmallSteps(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := heat(t)
		var phases []machine.Phase
		total := 0.0
		for range rapid.IntRange(1, 4).Draw(t, "phases") {
			p := machine.Phase{Minutes: rapid.Float64Range(0.5, 40).Draw(t, "minutes")}
			if rapid.Bool().Draw(t, "runs") {
				p.Strain = strain(t, "phase")
			}
			phases = append(phases, p)
			total += p.Minutes
		}
		rounds := int(math.Ceil(16*h.FrameMin*5/total)) + 1
		if rounds > 250 {
			t.Skip("long")
		}
		require.InEpsilon(t, 1+stepped(h, rounds, phases...), 1+h.Cycle(phases...), 0.004)
	})
}

func TestHeatIsMonotone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h, s, before := heat(t), strain(t, "load"), machine.Strain{}
		more := s
		more.Winding *= rapid.Float64Range(1, 2).Draw(t, "more winding")
		more.Losses *= rapid.Float64Range(1, 2).Draw(t, "more losses")
		require.LessOrEqual(t, h.Settled(s), h.Settled(more))
		require.GreaterOrEqual(t, h.Minutes(before, s), h.Minutes(before, more)-1e-6)
		warm := machine.PlateStrain(rapid.Float64Range(0, 0.9).Draw(t, "before"))
		warm.Cooling = s.Cooling
		require.LessOrEqual(t, h.Minutes(warm, s), h.Minutes(before, s)+1e-6, "warm before is sooner hot")
		on, off := rapid.Float64Range(1, 60).Draw(t, "on"), rapid.Float64Range(1, 60).Draw(t, "off")
		cycle := func(s machine.Strain, on, off float64) float64 {
			return h.Cycle(machine.Phase{Strain: s, Minutes: on}, machine.Phase{Minutes: off})
		}
		require.LessOrEqual(t, cycle(s, on, off), cycle(more, on, off)+1e-9)
		require.LessOrEqual(t, cycle(s, on, off), cycle(s, 1.2*on, off)+1e-9)
		require.GreaterOrEqual(t, cycle(s, on, off), cycle(s, on, 1.2*off)-1e-9)
		require.LessOrEqual(t, cycle(s, on, off), h.Settled(s)+1e-9)
		hotter := h
		hotter.LimitK *= 0.8
		require.LessOrEqual(t, hotter.Minutes(before, s), h.Minutes(before, s)+1e-9)
		start := machine.Strain{Winding: 25, Losses: 12, Cooling: 1}
		require.GreaterOrEqual(t, h.Starts(before, start, 0.05, 50), h.Starts(before, start, 0.1, 50))
	})
}

// The moment named is the moment: the winding is then as hot as allowed.
func TestMinutesEndAtTheLimit(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h, s := heat(t), strain(t, "load")
		minutes := h.Minutes(machine.Strain{}, s)
		if math.IsInf(minutes, 1) {
			require.LessOrEqual(t, h.Settled(s), 1+1e-9)
			return
		}
		require.InDelta(t, 1, h.Rise(machine.Phase{Strain: s, Minutes: minutes}), 1e-6)
	})
}

// At plate load in air of 40 °C a motor settles at what its class allows; at twice plate
// amps a winding has about half of the minutes that one body of 25 min would give it, a
// small motor a third.
func TestPlateHeatAndTheShortMinutesOfSmallMotors(t *testing.T) {
	m := machine.Model{}
	one := 25 * math.Log(4./3)
	twice := machine.Strain{Winding: 4, Losses: 1.7, Cooling: 1} // one winding of three, the others below plate
	for watts, share := range map[float64]float64{3000: 0.5, 550: 0.3} {
		m.ShaftWatts = watts
		h := machine.HeatOf(&m, "F", math.NaN())
		require.InDelta(t, 1, h.Settled(machine.PlateStrain(1)), 1e-12)
		require.InDelta(t, share, h.Minutes(machine.Strain{}, twice)/one, 0.1, "%v W", watts)
	}
	require.Less(t, machine.HeatOf(&m, "B", 50).LimitK, machine.HeatOf(&m, "B", 40).LimitK)
}
