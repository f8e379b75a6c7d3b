package machine_test

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/machine"
)

// The independent rotary cases give slips and torques; asked for those torques,
// an idler and its load find those slips again.
func TestAnIdlerAndItsLoadFindTheirSpeeds(t *testing.T) {
	for _, name := range []string{"30-rotary-idler-alone", "31-rotary-idler-and-load", "32-rotary-balanced"} {
		data, err := os.ReadFile("../circuit/testdata/bench-cases/" + name + ".json")
		require.NoError(t, err)
		b, err := circuit.DecodeBenchCase(data)
		require.NoError(t, err)
		var expect circuit.Answer
		require.NoError(t, json.Unmarshal(b.Expect, &expect))
		var demands []machine.Demand
		var want []float64
		c := b.Circuit
		c.Machines = append([]circuit.Machine{}, b.Machines...)
		for i, m := range b.Machines {
			torque := expect.Machines[m.Name].TorqueNm
			demands = append(demands, func(float64) float64 { return torque })
			want = append(want, m.Slip)
			c.Machines[i].Slip = 1
		}
		slips, s, err := machine.Together(&c, demands)
		require.NoError(t, err, name)
		for i := range want {
			require.InDelta(t, want[i], slips[i], 1e-4+0.01*math.Abs(want[i]), "%s: %s", name, c.Machines[i].Name)
			require.InDelta(t, demands[i](0), s.Shaft(i).TorqueNm, 1e-3)
		}
	}
}

func TestAnOverloadedMachineStalls(t *testing.T) {
	r, targets := blunger()
	m, err := machine.Fit(r, targets)
	require.NoError(t, err)
	c := circuit.Circuit{FrequencyHz: 50, Reference: "L2", Sources: []circuit.Source{{Name: "line", From: "L1",
		To: "L2", VoltsRMS: 230}},
		Machines: []circuit.Machine{{Name: "m", Equivalent: m.Eq, Slip: 1, Coils: machine.Coils()}},
		Joints:   [][]string{{"L1", "U1", "W2"}, {"L2", "V1", "U2"}, {"L3", "W1", "V2"}}}
	_, _, err = machine.Together(&c, []machine.Demand{func(float64) float64 { return 10 * m.RatedTorqueNm }})
	require.ErrorIs(t, err, machine.ErrNoEquilibrium)
}

func TestHalvesSideBySideAreTheSameMotorAsEndToEnd(t *testing.T) {
	r, targets := blunger()
	r.Star, r.LineVolts, r.LineAmps = true, 460, 2.35
	high, err := machine.Fit(r, targets)
	require.NoError(t, err)
	r.Parallel, r.LineVolts, r.LineAmps = true, 230, 4.7
	low, err := machine.Fit(r, targets)
	require.NoError(t, err)
	require.InDelta(t, high.WindingVolts, low.WindingVolts, 1e-9)
	require.InDelta(t, high.WindingAmps, low.WindingAmps, 1e-9)
	require.InDelta(t, high.Eq.R2Ohm, low.Eq.R2Ohm, 1e-9)
	require.InDelta(t, high.Eq.XmOhm, low.Eq.XmOhm, 1e-9)
}

func TestALoadMayBeACurveThroughPoints(t *testing.T) {
	r, targets := blunger()
	m, err := machine.Fit(r, targets)
	require.NoError(t, err)
	l := machine.Load{Kind: machine.Points, Share: 0.5, Curve: &machine.Curve{{Speed: 0, Torque: 1.2},
		{Speed: 0.2, Torque: 0.4}, {Speed: 1, Torque: 1}}}
	for speed, want := range map[float64]float64{-1: 0.6, 0: 0.6, 0.1: 0.4, 0.2: 0.2, 0.6: 0.35, 1: 0.5, 1.1: 0.5} {
		require.InDelta(t, want*m.RatedTorqueNm, l.ShaftNm(&m, speed), 1e-9, "%v", speed)
	}
	require.InDelta(t, 0, machine.Load{Kind: machine.Points, Share: 1}.ShaftNm(&m, 1), 0)
}

func TestVoltageUnbalanceAsTheTradeCountsIt(t *testing.T) {
	require.InDelta(t, 0, machine.UnbalancePercent([3]float64{230, 230, 230}), 0)
	require.InDelta(t, 100*14./226, machine.UnbalancePercent([3]float64{240, 226, 212}), 1e-9)
	require.InDelta(t, 0, machine.UnbalancePercent([3]float64{}), 0)
}
