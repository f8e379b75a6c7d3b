package bridge_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// A maker's table goes before the plan's where it asks more, just below and above each of its limits.
func TestTheMakersTableGoesFirst(t *testing.T) {
	rules := table.Wires{Rules: table.Metric}
	plan := bridge.Sized{Breaker: 20, Line: unit.Conductor{SquareMM: 2.5}, Motor: unit.Conductor{SquareMM: 1.5}}
	sizes := func(m bridge.Maker, amps float64) bridge.Sized { return m.Sizes(plan, amps, rules) }

	require.Equal(t, 20.0, sizes(bridge.Maker{BreakerAmps: 20}, 12).Breaker)
	require.False(t, sizes(bridge.Maker{BreakerAmps: 20}, 12).ByMaker)
	require.Equal(t, 16.0, sizes(bridge.Maker{BreakerAmps: 19.9}, 12).Breaker, "the next that exists below it")
	require.True(t, sizes(bridge.Maker{BreakerAmps: 19.9}, 12).ByMaker)
	require.False(t, sizes(bridge.Maker{BreakerAmps: 16}, 16/1.1).Clash)
	tight := sizes(bridge.Maker{BreakerAmps: 16}, 16/1.1+0.1)
	require.True(t, tight.Clash, "it could not carry what flows for good")
	require.Equal(t, []float64{20, 0}, []float64{tight.Breaker, tight.MostBreaker}, "then it is used for nothing")

	require.Equal(t, 2.5, sizes(bridge.Maker{LineWire: "2.5 mm²"}, 12).Line.SquareMM)
	require.Equal(t, 4.0, sizes(bridge.Maker{LineWire: "2.6 mm²"}, 12).Line.SquareMM, "the next size that exists")
	require.Equal(t, 4.0, sizes(bridge.Maker{LineWire: "12 AWG"}, 12).Line.SquareMM, "in a size of these rules")
	require.Equal(t, 1.5, sizes(bridge.Maker{MotorWire: "1 mm²"}, 12).Motor.SquareMM, "never thinner than the plan's")
	require.Equal(t, 2.5, sizes(bridge.Maker{MotorWire: "2.5 mm²"}, 12).Motor.SquareMM)
	var none *bridge.Maker
	require.Equal(t, plan, none.Sizes(plan, 12, rules))
	require.Empty(t, none.AirAround()+none.FuseAhead())
	empty := plan
	empty.Line = unit.Conductor{}
	require.Equal(t, unit.Conductor{}, (&bridge.Maker{LineWire: "4 mm²"}).Sizes(empty, 12, rules).Line,
		"beyond the tables a licensed person sizes it")
}

func TestTheMakersTableIsSaid(t *testing.T) {
	rules := table.Wires{Rules: table.Metric}
	plan := bridge.Sized{Breaker: 20, Line: unit.Conductor{SquareMM: 2.5}, Motor: unit.Conductor{SquareMM: 1.5}}
	m := bridge.Maker{BreakerAmps: 16, LineWire: "4 mm²", FuseAmps: 16, FuseKind: "slow", SideMM: 20}
	f, ok := m.Say("drive.maker", m.Sizes(plan, 12, rules), 12)
	require.True(t, ok)
	require.Equal(t, finding.Note, f.Grade)
	for _, part := range []string{"16", "4\u00a0mm²"} {
		require.Contains(t, f.Sentence, part)
	}
	f, ok = m.Say("drive.maker", m.Sizes(plan, 15, rules), 15)
	require.True(t, ok)
	require.Equal(t, finding.Caution, f.Grade)
	large := bridge.Maker{BreakerAmps: 25}
	_, ok = large.Say("drive.maker", large.Sizes(plan, 12, rules), 12)
	require.False(t, ok, "it asks no more than the plan")
	require.Contains(t, m.FuseAhead(), "slow")
	require.Contains(t, m.AirAround(), "20")
	require.Len(t, (&bridge.Maker{LineWire: "thick", MotorWire: "?"}).Validate(), 2)
	require.Empty(t, m.Validate())
}
