package dc_test

import (
	"context"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/dc"
)

func jigger() dc.Motor {
	return dc.Motor{
		Armature:      dc.Armature{Ohm: 1.1, Millihenry: 9, BrushVolts: 1.5},
		ShaftWatts:    559,
		ArmatureVolts: 90,
		ArmatureAmps:  7.6,
		RPM:           1800,
	}
}

func sources() []dc.Source {
	l := dc.Line{Volts: 120, Hertz: 60}
	return []dc.Source{{Way: dc.PhaseControlled, Line: l}, {Way: dc.FullWave, Line: l}, {Way: dc.PWM, KHz: 16, Line: l},
		{Way: dc.HalfWave, Line: dc.Line{Volts: 240, Hertz: 60}}}
}

// Whatever makes the volts: what the line gives is what armature, brushes and back EMF
// take, and the amps asked are the amps driven.
func TestEverySourceDrivesTheAmpsAsked(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := draw(t)
		s := dc.Source{Line: d.l, KHz: rapid.Float64Range(4, 20).Draw(t, "kHz"),
			Way: rapid.SampledFrom([]dc.Way{dc.PhaseControlled, dc.FullWave, dc.PWM,
				dc.HalfWave}).Draw(t, "way")}
		amps := rapid.Float64Range(0.05, 20).Draw(t, "amps")
		w, volts, ok := s.Drive(d.m, d.emf, amps)
		if !ok {
			require.Less(t, s.Wave(d.m, d.emf, s.Most()).MeanAmps, amps*(1+1e-9))
			return
		}
		require.InEpsilon(t, amps, w.MeanAmps, 1e-4)
		taken := w.RMSAmps*w.RMSAmps*d.m.Ohm + (d.emf+d.m.BrushVolts)*w.MeanAmps
		require.InEpsilon(t, taken, w.LineWatts, 1e-5, "energy")
		require.GreaterOrEqual(t, w.FormFactor(), 1-1e-9)
		require.GreaterOrEqual(t, d.l.Volts*w.LineAmps, w.LineWatts*(1-1e-6), "watts are at most volts × amps")
		again := s.Wave(d.m, d.emf, volts)
		require.InEpsilon(t, w.MeanAmps, again.MeanAmps, 1e-3, "the setting gives it again")
	})
}

// One period of the chopper by small steps comes back to where it began, with the same
// mean and square.
func TestTheChopperIsWhatSmallStepsComeTo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := draw(t)
		s := dc.Source{Way: dc.PWM, KHz: rapid.Float64Range(2, 20).Draw(t, "kHz"), Line: d.l}
		const n = 4000
		on := rapid.IntRange(40, n).Draw(t, "on")
		w := s.Wave(d.m, d.emf, s.Most()*float64(on)/n)
		if len(w.Pieces) == 0 {
			require.GreaterOrEqual(t, d.emf+d.m.BrushVolts, s.Most())
			return
		}
		h := 1 / (s.KHz * 1e3) / n
		begin := w.Pieces[0].At(0)
		i, mean, square := begin, 0.0, 0.0
		slope := func(v, i float64) float64 {
			return (v - d.emf - d.m.BrushVolts - i*d.m.Ohm) / (d.m.Millihenry * 1e-3)
		}
		for k := range n {
			v := 0.0
			if k < on {
				v = s.Most()
			}
			next := math.Max(0, i+h*slope(v, i+h/2*slope(v, i)))
			a := (i + next) / 2
			mean, square, i = mean+a/n, square+a*a/n, next
		}
		scale := s.Most() / d.m.Ohm
		require.InDelta(t, begin, i, 1e-4*begin+1e-6*scale)
		require.InDelta(t, mean, w.MeanAmps, 1e-3*mean+1e-6*scale)
		require.InDelta(t, math.Sqrt(square), w.RMSAmps, 1e-3*math.Sqrt(square)+1e-5*scale)
	})
}

// One turn of the line by small steps behind one thyristor and a diode across the armature: the mean, the square and
// what the line gives.
func TestHalfWavesAreWhatSmallStepsComeTo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := draw(t)
		s := dc.Source{Way: dc.HalfWave, Line: d.l}
		volts := rapid.Float64Range(0.02, 1).Draw(t, "share") * s.Most()
		w := s.Wave(d.m, d.emf, volts)
		const n = 2000
		h := 2 * math.Pi / n
		reactance := 2 * math.Pi * d.l.Hertz * d.m.Millihenry * 1e-3
		i, mean, square, watts := 0.0, 0.0, 0.0, 0.0
		turns := min(160, 3+int(4*reactance/d.m.Ohm)) // until it has settled
		for range turns {
			mean, square, watts = 0, 0, 0
			fired := false
			for k := range n {
				x := (float64(k) + 0.5) * h
				line := math.Sqrt2 * d.l.Volts * math.Sin(x)
				// Amps that go round through the diode hold the output at nothing: any line above that takes them over.
				open := i > 0 && line > 0 || line > d.emf+d.m.BrushVolts
				fired = (fired || x >= s.Delay(volts)) && x < math.Pi && open
				gives := 0.0
				if fired {
					gives = line
				}
				slope := func(i float64) float64 { return (gives - d.emf - d.m.BrushVolts - i*d.m.Ohm) / reactance }
				next := math.Max(0, i+h*slope(i+h/2*slope(i)))
				a := (i + next) / 2
				mean, square, watts, i = mean+a/n, square+a*a/n, watts+a*gives/n, next
			}
		}
		scale := d.l.Volts / d.m.Ohm
		require.InDelta(t, mean, w.MeanAmps, 0.006*mean+3e-4*scale)
		require.InDelta(t, math.Sqrt(square), w.RMSAmps, 0.006*math.Sqrt(square)+4e-4*scale)
		require.InDelta(t, watts, w.LineWatts, 0.01*watts+4e-4*scale*d.l.Volts)
	})
}

// A filtered link's form factor is near 1; a phase-controlled bridge's is not.
func TestFormFactorsOfTheSources(t *testing.T) {
	m := jigger()
	all := sources()
	emf := m.Constants().VoltsPerRPM * 900
	for i, bounds := range [][2]float64{{1.2, 2}, {1, 1.7}, {1, 1.05}, {1.5, 3}} {
		w, _, ok := all[i].Drive(m.Armature, emf, 7)
		require.True(t, ok)
		require.GreaterOrEqual(t, w.FormFactor(), bounds[0], all[i].Way)
		require.LessOrEqual(t, w.FormFactor(), bounds[1], all[i].Way)
	}
}

// IR compensation of the armature's own ohms flattens the speed; half of it halves the sag.
func TestIRFlattens(t *testing.T) {
	m := jigger()
	require.Zero(t, m.Sag(900, 1, m.Ohm))
	require.InDelta(t, m.Sag(900, 1, 0)/2, m.Sag(900, 1, m.Ohm/2), 1e-12)
	amps := 6.0
	volts := m.VoltsFor(900, amps)
	require.InDelta(t, 900, m.Speed(volts, 0, amps), 1e-9)
	flat := m.VoltsFor(900, amps) - m.Ohm*amps
	for _, a := range []float64{0.5, 3, 7} {
		require.InDelta(t, 900, m.Speed(flat, m.Ohm, a), 1e-9)
	}
}

// Below the edge a disturbance dies away, above it grows: small steps of the same loop.
func TestTheEdgeOfSurging(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m := jigger()
		m.Ohm = rapid.Float64Range(0.6, 2).Draw(t, "ohm")
		m.Millihenry = rapid.Float64Range(3, 30).Draw(t, "mH")
		inertia, lag := rapid.Float64Range(0.001, 0.03).Draw(t, "inertia"),
			rapid.Float64Range(0.004, 0.03).Draw(t, "lag")
		edge := m.Surge(inertia, lag)
		require.Greater(t, edge, m.Ohm)
		grows := func(perAmp float64) bool {
			k, l := m.Constants().NmPerAmp, m.Millihenry*1e-3
			i, seen, w := 1.0, 0.0, 0.0
			const h = 2e-5
			early, late := 0.0, 0.0
			for step := range 400000 {
				di := (perAmp*seen - m.Ohm*i - k*w) / l
				ds, dw := (i-seen)/lag, k*i/inertia
				i, seen, w = i+h*di, seen+h*ds, w+h*dw
				e := math.Abs(i) + k*math.Abs(w)
				if step < 100000 {
					early = math.Max(early, e)
				} else if step > 300000 {
					late = math.Max(late, e)
				}
			}
			return late > early
		}
		require.False(t, grows(0.9*m.Ohm))
		require.True(t, grows(edge*1.1), "above the edge it hunts")
	})
}

// Over-compensated but slow: the film stays calm without IR, and its end is the speed of
// the held volts.
func TestFilmsEndWhereTheVoltsHoldThem(t *testing.T) {
	m := jigger()
	c := m.Constants()
	load := func(share float64) func(float64) float64 {
		return func(float64) float64 { return share * c.RatedNm }
	}
	for _, s := range sources() {
		set := dc.Set{Source: s, Volts: 60, LimitAmps: 1.3 * m.ArmatureAmps, UpSeconds: 2}
		shaft := dc.Shaft{Inertia: 0.008, Nm: load(0.4), Later: load(0.9)}
		f, err := m.Follow(context.Background(), set, shaft, dc.StartScene)
		require.NoError(t, err)
		amps := (0.4*c.RatedNm + c.FrictionNm) / c.NmPerAmp
		require.InEpsilon(t, m.Speed(60, 0, amps), f.RPM[len(f.RPM)-1], 0.02, s.Way)
		require.LessOrEqual(t, f.Most, 1.1*set.LimitAmps, s.Way)
		step, err := m.Follow(context.Background(), set, shaft, dc.StepScene)
		require.NoError(t, err)
		amps = (0.9*c.RatedNm + c.FrictionNm) / c.NmPerAmp
		require.InEpsilon(t, m.Speed(60, 0, amps), step.RPM[len(step.RPM)-1], 0.02, s.Way)
		require.InEpsilon(t, m.Speed(60, 0, (0.4*c.RatedNm+c.FrictionNm)/c.NmPerAmp), step.RPM[0], 0.02, s.Way)
		set.PerAmp = 0.8 * m.Ohm
		held, err := m.Follow(context.Background(), set, shaft, dc.StepScene)
		require.NoError(t, err)
		n := len(held.RPM) - 1
		require.Less(t, held.RPM[0]-held.RPM[n], 0.4*(step.RPM[0]-step.RPM[n]), "IR holds the speed")
	}
}

// The brake's film and the closed form agree where the armature's inductance does not count.
func TestTheBrakesFilmIsItsFormula(t *testing.T) {
	m := jigger()
	m.Millihenry = 0.5
	c := m.Constants()
	set := dc.Set{Source: sources()[0], Volts: m.VoltsFor(1800, c.FrictionNm/c.NmPerAmp), BrakingOhm: 5}
	f, err := m.Follow(context.Background(), set,
		dc.Shaft{Inertia: 0.01, Nm: func(float64) float64 { return 0 }}, dc.BrakeScene)
	require.NoError(t, err)
	want := m.Brake(1800, 5, 0.01)
	require.InEpsilon(t, want.FirstAmps, f.Most, 0.03)
	for i, n := range f.RPM {
		if n <= 0.05*1800 {
			require.InEpsilon(t, want.Seconds, f.Seconds[i], 0.03)
			break
		}
	}
}

func TestAFieldLostAndAFieldWeakened(t *testing.T) {
	m := jigger()
	free := m.RunsAway(90, m.RPM, math.Inf(1), 0, 0.002)
	require.Greater(t, free.Peak, 3*m.RPM, "belt off and without a limit it runs away")
	held := m.RunsAway(90, m.RPM, 1.3*m.ArmatureAmps, 0, 0.002)
	require.Less(t, held.Peak, free.Peak, "a limit holds it back")
	require.Greater(t, held.Peak, m.RPM)
	loaded := m.RunsAway(90, m.RPM, 1.3*m.ArmatureAmps, m.Constants().RatedNm, 0.002)
	require.True(t, loaded.Stalls)
	w := m.Weakened(0.8)
	require.InEpsilon(t, m.Constants().NmPerAmp*0.8, w.Constants().NmPerAmp, 1e-9)
	require.InDelta(t, m.Constants().FrictionNm, w.Constants().FrictionNm, 1e-9)
	require.InEpsilon(t, 1800/0.8, w.Speed(90, 0, m.ArmatureAmps), 1e-9)
}

func TestStartAmpsAndRamps(t *testing.T) {
	m := jigger()
	require.InDelta(t, (90-1.5)/1.1, m.StartAmps(90, 0), 1e-9)
	require.Greater(t, m.StartAmps(90, 1800), 1.9*m.StartAmps(90, 0)-2, "turned the other way about twice")
	seconds := m.UpSeconds(1800, 1.3*m.ArmatureAmps, 2, 0.02)
	require.InDelta(t, 1.3*m.ArmatureAmps, m.UpAmps(1800, seconds, 2, 0.02), 1e-9)
	require.True(t, math.IsInf(m.UpSeconds(1800, 1, 2, 0.02), 1))
	ohm := m.OhmsFor(1800, 2.5)
	require.InDelta(t, 2.5*m.ArmatureAmps, m.Brake(1800, ohm, 0.01).FirstAmps, 1e-9)
}
