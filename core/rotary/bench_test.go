package rotary_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/machine"
	"graybridge/core/rotary"
)

// clayRoom is an idler and three machines on 240 V, as plans solve them: their iron
// saturates.
func clayRoom(t testing.TB) *rotary.Street {
	motors := []rotary.Motor{fitted(t, 5.59, 19, 0.83, 1755), fitted(t, 2.237, 8.2, 0.78, 1760),
		fitted(t, 1.1186, 4.6, 0.77, 1750), fitted(t, 0.373, 2, 0.68, 1740)}
	for i := range motors {
		bent := motors[i].Model.Bent(circuit.PlanningA, circuit.PlanningN)
		motors[i].Model = &bent
	}
	s := rotary.NewStreet(rotary.Line{Volts: 240, Hertz: 60, Ohm: 0.08, ReactanceOhm: 0.02}, motors[0], motors[1:]...)
	s.SetBalance(rotary.Balance{L13: 170, L23: 20})
	return s
}

func fitted(t testing.TB, kw, amps, pf, rpm float64) rotary.Motor {
	m, err := machine.DesignPlate{
		ShaftKW:           kw,
		LineVolts:         230,
		LineAmps:          amps,
		PowerFactor:       pf,
		RPM:               rpm,
		FrequencyHz:       60,
		RowIsStar:         true,
		LockedAmpsRatio:   6.5,
		LockedTorqueRatio: 2,
		X1Share:           0.4,
		FrictionShare:     0.015,
		IronShare:         0.2,
	}.Model()
	require.NoError(t, err)
	return rotary.Motor{Model: &m, Star: true}
}

func duties() []rotary.Duty {
	return []rotary.Duty{
		{Mode: rotary.Running, Load: machine.Load{Kind: machine.Constant, Share: 0.6}},
		{Mode: rotary.Running, Load: machine.Load{Kind: machine.Constant, Share: 0.5}},
		{Mode: rotary.Running, Load: machine.Load{Kind: machine.Fan, Share: 0.7}},
	}
}

// One state with three machines after one that is unlike it: at most 0.3 ms.
func BenchmarkStreet(b *testing.B) {
	s, d := clayRoom(b), duties()
	idle := make([]rotary.Duty, 3)
	for b.Loop() {
		s.Settle(idle)
		s.SetBalance(rotary.Balance{})
		s.Settle(d)
		s.SetBalance(rotary.Balance{L13: 170, L23: 20})
	}
}

// A map of 60 × 60 over four states: at most 1.5 s.
func BenchmarkBalanceMap(b *testing.B) {
	s, d := clayRoom(b), duties()
	states := rotary.Occurring{make([]rotary.Duty, 3), {d[0], {}, {}}, {{}, d[1], d[2]}, d}
	for b.Loop() {
		require.NoError(b, s.Map(b.Context(), states, 60, func(int, []float64, []int) bool { return true }))
	}
}

// Both searches over four states: at most 0.5 s each.
func BenchmarkBalanceSearch(b *testing.B) {
	s, d := clayRoom(b), duties()
	states := rotary.Occurring{make([]rotary.Duty, 3), {d[0], {}, {}}, {{}, d[1], d[2]}, d}
	for b.Loop() {
		best, _, err := s.Search(b.Context(), states)
		require.NoError(b, err)
		require.True(b, best.OK)
	}
}
