package rotary

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/circuit"
	"graybridge/core/machine"
)

// What stalls first is found along one motor's slip, from where another street of the
// same shape folds: it is where trying finds it.
func TestTheFoldIsWhereTryingFindsIt(t *testing.T) {
	tried, found := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		among := func(name string, least, most float64) float64 { return rapid.Float64Range(least, most).Draw(t, name) }
		n := rapid.IntRange(1, 3).Draw(t, "machines")
		motor := func(kw float64) Motor {
			amps := kw * 1000 / (math.Sqrt(3) * 230 * 0.8 * 0.82)
			m, err := machine.DesignPlate{ShaftKW: kw, LineVolts: 230, LineAmps: amps, PowerFactor: 0.8,
				RPM: 1800 * (1 - among("slip", 0.02, 0.05)), FrequencyHz: 60, RowIsStar: true,
				LockedAmpsRatio: among("locked amps", 5, 7), LockedTorqueRatio: among("locked torque", 1.6, 2.6),
				X1Share: 0.4, FrictionShare: 0.01, IronShare: 0.2}.Model()
			if err != nil {
				t.Skip(err)
			}
			bent := m.Bent(circuit.PlanningA, circuit.PlanningN)
			return Motor{Model: &bent, Star: true}
		}
		motors := []Motor{motor(among("idler", 3, 8))}
		duties := make([]Duty, n)
		for i := range n {
			motors = append(motors, motor(among("kw", 0.5, 3)))
			kind := rapid.SampledFrom([]machine.LoadKind{machine.Constant, machine.Linear, machine.Fan}).Draw(t, "kind")
			duties[i] = Duty{Running, machine.Load{Kind: kind, Share: among("share", 0.3, 1)}}
		}
		street := func(by func(string) float64) *Street {
			own := append([]Motor{}, motors...)
			for i := range own {
				m := *own[i].Model
				m.Eq.X1Ohm *= by("x1")
				m.Eq.X2Ohm *= by("x2")
				m.Eq.R2Ohm *= by("r2")
				own[i].Model = &m
			}
			s := NewStreet(Line{Volts: 240 * by("volts"), Hertz: 60, Ohm: 0.1}, own[0], own[1:]...)
			s.SetBalance(Balance{100 * by("13"), 20 * by("23")})
			return s
		}
		first := street(func(string) float64 { return 1 })
		at, who, ok := first.fallsOut(duties, 8)
		if !ok {
			t.Skip("nothing falls out")
		}
		other := street(func(name string) float64 { return among(name, 0.92, 1.08) })
		want, _, ok := other.FallsOut(duties, 20)
		require.True(t, ok)
		got, ok := other.foldsAt(duties, at, who+1)
		require.True(t, ok)
		require.InDelta(t, want, got, 0.006+0.01*want)
		near, ok := other.foldNear(duties, at, who+1)
		tried++
		if ok {
			found++
			require.InDelta(t, got, near.factor, 1e-3)
		}
	})
	require.Greater(t, tried, 30)
	require.Greater(t, float64(found), 0.95*float64(tried), "trying costs twenty times as much")
}
