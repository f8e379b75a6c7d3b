package rotary

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
	"graybridge/core/machine"
)

// Held at the speeds that the phasors found, a street followed in time settles to the
// phasors' amps: halves side by side, delta and star, both banks, either direction. Iron
// loss is left out of both, and no deep bar is deeper than the time domain follows.
func TestInTimeAStreetSettlesToItsPhasors(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		motor := func(name string, watts float64) Motor {
			star, parallel := rapid.Bool().Draw(t, name+" star"), rapid.Bool().Draw(t, name+" parallel")
			m, err := machine.Fit(
				machine.Rating{ShaftWatts: watts, LineVolts: 230, LineAmps: watts / (math.Sqrt(3) * 230 * 0.68),
					PowerFactor: 0.8, RPM: 1735, FrequencyHz: 60, Star: star, Parallel: parallel},
				machine.Targets{
					LockedAmpsRatio:   6,
					LockedTorqueRatio: 1.6,
					X1Share:           0.45,
					FrictionShare:     0.015,
					IronShare:         0,
				},
			)
			require.NoError(t, err)
			if m.Eq.R2StandstillOhm > 3.5*m.Eq.R2Ohm {
				m.Eq.R2StandstillOhm = 3.5 * m.Eq.R2Ohm
			}
			return Motor{Model: &m, Star: star, Parallel: parallel}
		}
		motors := []Motor{motor("idler", 5600), motor("machine", rapid.Float64Range(700, 2400).Draw(t, "watts"))}
		s := NewStreet(Line{Volts: 240, Hertz: 60}, motors[0], motors[1])
		balance := Balance{rapid.Float64Range(20, 180).Draw(t, "L1-L3"), rapid.Float64Range(5, 90).Draw(t, "L2-L3")}
		s.SetBalance(balance)
		backward := rapid.Bool().Draw(t, "backward")
		s.SetBackward(backward)
		st := s.Settle(
			[]Duty{
				{Running, machine.Load{Kind: machine.Constant, Share: rapid.Float64Range(0.1, 0.8).Draw(t, "share")}},
			},
		)
		if !st.Runs {
			t.Skip("falls out")
		}
		set := transient.Setup{EndS: 0.9, Circuit: circuit.Circuit{FrequencyHz: 60, Reference: "L2",
			Sources: []circuit.Source{{Name: "line", From: "L1", To: "L2", VoltsRMS: 240}},
			Elements: []circuit.Element{
				{Name: "a", Kind: circuit.Capacitor, From: "L1", To: "L3", Microfarad: balance.L13},
				{Name: "b", Kind: circuit.Capacitor, From: "L2", To: "L3", Microfarad: balance.L23},
			},
			Joints: [][]string{{"L1", behind}}}}
		way := 1.0
		if backward {
			way = -1
		}
		for i, slip := range []float64{st.Idler.Slip, st.Machines[0].Slip} {
			m, joints := s.inTime(i)
			set.Circuit.Machines = append(set.Circuit.Machines, m)
			set.Circuit.Joints = append(append(set.Circuit.Joints, joints...), onLines(i)...)
			set.Rotors = append(set.Rotors, transient.Rotor{Held: true, SpeedShare: way * (1 - slip)})
		}
		sum, made, n := 0.0, 0.0, 0
		_, err := set.Run(func(x *transient.Sample) bool {
			if x.TimeS > set.EndS-6.0/60 {
				sum += x.SourceAmps(0) * x.SourceAmps(0)
				made += x.ElementVolts(1) * x.ElementVolts(1)
				n++
			}
			return true
		})
		require.NoError(t, err)
		rms := func(sum float64) float64 { return math.Sqrt(sum / float64(n)) }
		require.InDelta(t, st.Supply, rms(sum), 0.02*st.Supply+0.1)
		require.InDelta(t, st.Volts[1], rms(made), 0.01*st.Volts[1])
	})
}
