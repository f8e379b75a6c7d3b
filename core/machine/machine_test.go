package machine_test

import (
	"math"
	"math/cmplx"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/machine"
)

func blunger() (machine.Rating, machine.Targets) {
	return machine.Rating{ShaftWatts: 1100, LineVolts: 230, LineAmps: 4.7, PowerFactor: 0.79, RPM: 1410,
			FrequencyHz: 50},
		machine.Targets{LockedAmpsRatio: 5, LockedTorqueRatio: 2.3, X1Share: 0.45, FrictionShare: 0.015, IronShare: 0.2}
}

func TestPolesAreTheNextSynchronousSpeedAbove(t *testing.T) {
	for _, c := range []struct {
		rpm, hz float64
		poles   int
	}{{1410, 50, 4}, {925, 50, 6}, {2850, 50, 2}, {1760, 60, 4}, {1140, 60, 6}, {3450, 60, 2}, {690, 50, 8},
		{3000, 50, 0}, {3600, 50, 0}, {0, 50, 0}, {-5, 50, 0}} {
		require.Equal(t, c.poles, machine.Poles(c.rpm, c.hz), "%v rpm at %v Hz", c.rpm, c.hz)
	}
}

// The fitted circuit on the plate's own supply gives the plate back: amps,
// power factor and shaft power at plate rpm.
func TestTheFitGivesThePlateBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, targets := blunger()
		eff := rapid.Float64Range(0.6, 0.9).Draw(t, "efficiency")
		r.PowerFactor = rapid.Float64Range(0.6, 0.88).Draw(t, "cosφ")
		r.ShaftWatts = rapid.Float64Range(200, 9000).Draw(t, "watts")
		r.LineVolts = rapid.Float64Range(110, 480).Draw(t, "volts")
		r.Star = rapid.Bool().Draw(t, "star")
		slip := rapid.Float64Range(0.015, 0.08).Draw(t, "slip")
		r.RPM = 1500 * (1 - slip)
		r.LineAmps = r.ShaftWatts / (math.Sqrt(3) * r.LineVolts * r.PowerFactor * eff)
		targets.LockedAmpsRatio = rapid.Float64Range(3.5, 7).Draw(t, "locked")
		m, err := machine.Fit(r, targets)
		if err != nil {
			require.ErrorIs(t, err, machine.ErrImpossible)
			return
		}
		running := m
		running.Eq.R2StandstillOhm = 0 // R2 of the fit is that of the plate's point, without the deep bar
		s, err := running.ThreePhase(m.WindingVolts, 50)
		require.NoError(t, err)
		s.SetSlip(0, m.RatedSlip)
		require.NoError(t, s.Solve())
		i := s.CoilAmps(0, 0)
		require.InDelta(t, m.WindingAmps, cmplx.Abs(i), 1e-4*m.WindingAmps)
		require.InDelta(t, r.PowerFactor, math.Cos(cmplx.Phase(i)), 1e-4)
		// With R1 at its floor the losses no longer add up to the plate's.
		if !m.R1AtFloor {
			require.InDelta(t, m.RatedTorqueNm+m.FrictionNm, s.Shaft(0).TorqueNm, 0.01*m.RatedTorqueNm)
		}
		if m.AmpsReached {
			s, err = m.ThreePhase(m.WindingVolts, 50)
			require.NoError(t, err)
			s.SetSlip(0, 1)
			require.NoError(t, s.Solve())
			require.InDelta(t, targets.LockedAmpsRatio, cmplx.Abs(s.CoilAmps(0, 0))/m.WindingAmps, 1e-3)
		}
		q := m.Eq
		require.Greater(t, q.R1Ohm, 0.0)
		require.GreaterOrEqual(t, q.R2StandstillOhm, 0.5*q.R2Ohm-1e-9)
		require.LessOrEqual(t, q.R2StandstillOhm, 6*q.R2Ohm+1e-9)
	})
}

func TestStarAndDeltaRowsOfOnePlateAreOneMotor(t *testing.T) {
	r, targets := blunger()
	low, err := machine.Fit(r, targets)
	require.NoError(t, err)
	r.Star, r.LineVolts, r.LineAmps = true, 230*math.Sqrt(3), 4.7/math.Sqrt(3)
	high, err := machine.Fit(r, targets)
	require.NoError(t, err)
	require.InDelta(t, low.Eq.R2Ohm, high.Eq.R2Ohm, 1e-6)
	require.InDelta(t, low.Eq.XmOhm, high.Eq.XmOhm, 1e-4)
	require.InDelta(t, low.WindingVolts, high.WindingVolts, 1e-9)
}

func TestAMeasuredResistanceReplacesTheEstimate(t *testing.T) {
	r, targets := blunger()
	targets.WindingOhm = 8.1
	m, err := machine.Fit(r, targets)
	require.NoError(t, err)
	require.InDelta(t, 8.1, m.Eq.R1Ohm, 0)
}

func TestImpossiblePlatesAreRefusedWithTheReason(t *testing.T) {
	for want, change := range map[string]func(*machine.Rating){
		"power":        func(r *machine.Rating) { r.ShaftWatts = 0 },
		"volts":        func(r *machine.Rating) { r.LineVolts = math.Inf(1) },
		"power factor": func(r *machine.Rating) { r.PowerFactor = 1 },
		"rpm":          func(r *machine.Rating) { r.RPM = 3000 },
		"more than it": func(r *machine.Rating) { r.LineAmps = 2 },
	} {
		r, targets := blunger()
		change(&r)
		_, err := machine.Fit(r, targets)
		require.ErrorIs(t, err, machine.ErrImpossible)
		require.ErrorContains(t, err, want)
	}
}

func TestWhereAMotorSettles(t *testing.T) {
	// A torque curve with a dip: 1 at standstill, 0.4 at slip 0.7, 2.5 at 0.2.
	torque := func(s float64) float64 {
		switch {
		case s > 0.7:
			return 0.4 + (s-0.7)*2
		case s > 0.2:
			return 0.4 + (0.7-s)*4.2
		}
		return s * 12.5
	}
	against := func(load float64) func(float64) float64 {
		return func(s float64) float64 { return torque(s) - load }
	}
	free := machine.Settle(against(0.2))
	require.True(t, free.Starts)
	require.False(t, free.Crawls)
	require.InDelta(t, 0.016, free.Slip, 1e-6)
	crawls := machine.Settle(against(0.6))
	require.True(t, crawls.Starts)
	require.True(t, crawls.Crawls, "it hangs in the dip")
	require.InDelta(t, 0.8, crawls.Slip, 1e-3)
	require.InDelta(t, 0.048, crawls.RunSlip, 1e-6)
	heavy := machine.Settle(against(1.2))
	require.False(t, heavy.Starts)
	require.InDelta(t, 1, heavy.Slip, 0)
	require.InDelta(t, 0.096, heavy.RunSlip, 1e-6, "brought up to speed it would run")
	over := machine.Settle(against(3))
	require.False(t, over.Runs())
	require.InDelta(t, free.RunSlip, machine.RunSlip(against(0.2), 0.0161), 1e-9, "a near guess finds the same point")
}

func TestLoadsFollowTheirSpeed(t *testing.T) {
	r, targets := blunger()
	m, err := machine.Fit(r, targets)
	require.NoError(t, err)
	for kind, want := range map[machine.LoadKind]float64{machine.NoLoad: 0, machine.Constant: 0.6, machine.Linear: 0.3,
		machine.Fan: 0.15} {
		l := machine.Load{Kind: kind, Share: 0.6}
		require.InDelta(t, want*m.RatedTorqueNm, l.ShaftNm(&m, 0.5), 1e-9, kind)
		require.InDelta(t, l.ShaftNm(&m, 0), l.ShaftNm(&m, -0.3), 1e-9, "a load never drives")
	}
}

func TestSequenceVoltsSplitForwardAndBackward(t *testing.T) {
	a := cmplx.Rect(1, -2*math.Pi/3)
	f, b := machine.SequenceVolts([3]complex128{230, 230 * a, 230 * a * a})
	require.InDelta(t, 230, cmplx.Abs(f), 1e-9)
	require.InDelta(t, 0, cmplx.Abs(b), 1e-9)
	f, b = machine.SequenceVolts([3]complex128{230, 230 * a * a, 230 * a})
	require.InDelta(t, 0, cmplx.Abs(f), 1e-9)
	require.InDelta(t, 230, cmplx.Abs(b), 1e-9)
}

// A design plate may carry a curve: the fit's own gap volts unless they are given.
func TestADesignPlateCarriesACurve(t *testing.T) {
	p := machine.DesignPlate{ShaftKW: 1.1, LineVolts: 230, LineAmps: 4.7, PowerFactor: 0.79, RPM: 1410, FrequencyHz: 50,
		LockedAmpsRatio: 5, LockedTorqueRatio: 2.3, X1Share: 0.45, FrictionShare: 0.015, IronShare: 0.2}
	m, err := p.Model()
	require.NoError(t, err)
	require.Nil(t, m.Eq.Saturation)
	p.Saturation = &machine.DesignCurve{A: 0.8, N: 7}
	bent, err := p.Model()
	require.NoError(t, err)
	require.InDelta(t, m.GapVolts(), bent.Eq.Saturation.RatedGapVoltsRMS, 1e-9)
	amps := func(m machine.Model, volts float64) float64 {
		a, _ := m.Eq.Balanced(volts, 50, 0)
		return real(a)*real(a) + imag(a)*imag(a)
	}
	require.Greater(t, amps(bent, 260), amps(m, 260))
	volts := 150.0
	p.Saturation.RatedGapVoltsRMS = &volts
	early, err := p.Model()
	require.NoError(t, err)
	require.Greater(t, amps(early, 230), amps(bent, 230))
	p.Saturation.N = 1
	_, err = p.Model()
	require.ErrorIs(t, err, machine.ErrImpossible)
	require.ErrorContains(t, err, "saturation")
}

// A winding has five percent of leakage at least: a target out of reach is met no nearer than that,
// and says that it is not met; one within reach stays above it.
func TestLeakageHasItsFloor(t *testing.T) {
	leakage := func(locked float64) (float64, machine.Model) {
		m, err := machine.Fit(machine.Rating{ShaftWatts: 1491.4, LineVolts: 230, LineAmps: 6.2, PowerFactor: 0.78,
			RPM: 1745, FrequencyHz: 60}, machine.Targets{LockedAmpsRatio: locked, LockedTorqueRatio: 2.3, X1Share: 0.45,
			FrictionShare: 0.015, IronShare: 0.2})
		require.NoError(t, err)
		return (m.Eq.X1Ohm + m.Eq.X2Ohm) / (m.WindingVolts / m.WindingAmps), m
	}
	share, m := leakage(40)
	require.False(t, m.AmpsReached)
	require.GreaterOrEqual(t, share, 0.05-1e-9)
	within, m := leakage(5)
	require.True(t, m.AmpsReached)
	require.Greater(t, within, share)
}
