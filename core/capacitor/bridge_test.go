package capacitor_test

import (
	"context"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/capacitor"
	"graybridge/core/machine"
)

func model(t require.TestingT) machine.Model {
	m, err := machine.Fit(machine.Rating{ShaftWatts: 1100, LineVolts: 230, LineAmps: 4.7, PowerFactor: 0.79, RPM: 1410,
		FrequencyHz: 50},
		machine.Targets{LockedAmpsRatio: 5, LockedTorqueRatio: 2.3, X1Share: 0.45, FrictionShare: 0.015,
			IronShare: 0.2})
	require.NoError(t, err)
	return m
}

func bridgeTo(t require.TestingT, corner string, feeder float64) *capacitor.Bridge {
	m := model(t)
	b, err := capacitor.New(&m, capacitor.Wiring{Volts: 230, FrequencyHz: 50, FeederOhm: feeder, CornerTo: corner,
		Coils: machine.Coils(), Joints: capacitor.Delta})
	require.NoError(t, err)
	return b
}

func worst(b *capacitor.Bridge, uf float64, load machine.Load) float64 {
	p, ok := b.Run(uf, load)
	if !ok {
		return math.Inf(1)
	}
	_, share := p.WorstCoil()
	return share
}

// Turned the other way it is the same motor seen from behind.
func TestTheOtherDirectionIsTheMirrorImage(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		uf := rapid.Float64Range(20, 100).Draw(t, "µF")
		load := machine.Load{Kind: machine.Fan, Share: rapid.Float64Range(0, 0.7).Draw(t, "load")}
		f, ok := bridgeTo(t, "L1", 0).Run(uf, load)
		b, okBack := bridgeTo(t, "L2", 0).Run(uf, load)
		require.Equal(t, ok, okBack)
		if !ok {
			return
		}
		require.InDelta(t, f.Slip, b.Slip, 1e-7)
		require.InDelta(t, f.TorqueNm, b.TorqueNm, 1e-5)
		require.InDelta(t, f.CornerToL1, b.CornerToL2, 1e-4, "the corner stands on the other side")
		_, fs := f.WorstCoil()
		_, bs := b.WorstCoil()
		require.InDelta(t, fs, bs, 1e-6)
		lf, lb := f.LeadAmps("L1"), b.LeadAmps("L2")
		require.InDelta(t, lf[0], lb[1], 1e-5)
		require.InDelta(t, lf[2], lb[2], 1e-5)
	})
}

// At the run point torque is load and friction, and power in covers power out.
func TestTheRunPointIsAnEquilibrium(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := bridgeTo(t, "L1", rapid.SampledFrom([]float64{0, 0.3}).Draw(t, "feeder"))
		kind := rapid.SampledFrom([]machine.LoadKind{machine.Constant, machine.Linear, machine.Fan}).Draw(t, "kind")
		load := machine.Load{Kind: kind, Share: rapid.Float64Range(0, 0.8).Draw(t, "share")}
		p, ok := b.Run(rapid.Float64Range(25, 90).Draw(t, "µF"), load)
		if !ok {
			return
		}
		m := b.Model
		asked := load.ShaftNm(m, m.SpeedShare(p.Slip, 50)) + m.FrictionNm
		require.InDelta(t, asked, p.TorqueNm, 1e-4)
		in := 230 * math.Hypot(real(p.SupplyAmps), imag(p.SupplyAmps)) * p.PowerFactor
		require.Greater(t, in, p.ShaftWatts)
		require.LessOrEqual(t, p.SupplyVolts, 230+1e-9)
		var sum complex128
		for _, w := range p.Windings {
			sum += w.Volts
		}
		require.InDelta(t, 0, math.Hypot(real(sum), imag(sum)), 1e-6, "the volts round a delta add up to nothing")
	})
}

func TestNoCapacitanceIsBetterThanTheBalanceValue(t *testing.T) {
	b := bridgeTo(t, "L1", 0)
	for _, share := range []float64{0, 0.3, 0.65} {
		load := machine.Load{Kind: machine.Fan, Share: share}
		uf, least, ok := b.Balance(load)
		require.True(t, ok)
		for try := 10.0; try < 130; try += 1.7 {
			require.GreaterOrEqual(t, worst(b, try, load), least-1e-4, "%.1f µF against %.1f at %.2f", try, uf, share)
		}
	}
}

// The continuous share found by the short way is that of trying every step.
func TestContinuousIsWhatTryingEveryStepFinds(t *testing.T) {
	b := bridgeTo(t, "L1", 0)
	for _, kind := range []machine.LoadKind{machine.Constant, machine.Linear, machine.Fan} {
		for uf := 15.0; uf <= 100; uf += 5 {
			want := 0.0
			for i := 130; i >= 0; i-- {
				share := float64(i) * capacitor.ContinuousStep
				if worst(b, uf, machine.Load{Kind: kind, Share: share}) <= 1 {
					want = share
					break
				}
			}
			require.InDelta(t, want, b.Continuous(uf, kind, 1), 1e-9, "%s at %v µF", kind, uf)
		}
	}
}

// Inside the island every winding is within rated amps, just outside one is not.
func TestTheIslandIsWhereEveryWindingIsInsidePlate(t *testing.T) {
	b := bridgeTo(t, "L1", 0)
	island, err := b.Map(context.Background(), 110, machine.Fan)
	require.NoError(t, err)
	require.Len(t, island.Contours, len(capacitor.Levels))
	spans := island.Contours[0].Spans
	require.Greater(t, len(spans), 20)
	for i, s := range spans {
		middle := machine.Load{Kind: machine.Fan, Share: (s.Low + s.High) / 2}
		require.LessOrEqual(t, worst(b, s.Microfarad, middle), 1.01, "at %.1f µF", s.Microfarad)
		require.Greater(t, worst(b, s.Microfarad, machine.Load{Kind: machine.Fan, Share: s.High + 0.04}), 0.99,
			"at %.1f µF", s.Microfarad)
		if i > 0 {
			require.Greater(t, s.Microfarad, spans[i-1].Microfarad)
		}
	}
	for level := 1; level < len(island.Contours); level++ {
		require.GreaterOrEqual(t, len(island.Contours[level].Spans), len(island.Contours[level-1].Spans),
			"a greater level holds a smaller one")
	}
}

func TestCurvesRunFromStandstillToSynchronousSpeed(t *testing.T) {
	b := bridgeTo(t, "L1", 0)
	points, err := b.Curve(52, 50)
	require.NoError(t, err)
	require.Len(t, points, 51)
	require.InDelta(t, 0, points[0].RPM, 1e-9)
	require.InDelta(t, 1500, points[50].RPM, 1e-9)
	require.InDelta(t, b.StartTorque(52)-b.Model.FrictionNm/b.Model.RatedTorqueNm, points[0].Torque, 1e-9)
}

// Where a relay in the supply lines is blind: from the lightest load at which a winding is
// above plate, without a gap; nowhere where it sees.
func TestWhereARelayIsBlind(t *testing.T) {
	at := func(load, worst, supply float64) capacitor.RangePoint {
		return capacitor.RangePoint{Load: load, Worst: worst, SupplyAmps: supply}
	}
	points := []capacitor.RangePoint{at(0, 1.2, 2), at(0.2, 1.05, 3), at(0.4, 0.9, 4), at(0.8, 1.1, 6)}
	require.Equal(t, &capacitor.Stretch{From: 0, To: 0.2}, capacitor.Blind(points, 5))
	require.Equal(t, &capacitor.Stretch{From: 0, To: 0.01}, capacitor.Blind(points[:1], 5))
	require.Nil(t, capacitor.Blind(points[2:], 5))
	require.Nil(t, capacitor.Blind(nil, 5))
}
