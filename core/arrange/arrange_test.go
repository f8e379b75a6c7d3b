package arrange_test

import (
	"context"
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/arrange"
	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
	"graybridge/core/machine"
)

func plate(kw, amps, factor, rpm float64) machine.DesignPlate {
	return machine.DesignPlate{ShaftKW: kw, LineVolts: 230, LineAmps: amps, PowerFactor: factor, RPM: rpm,
		FrequencyHz: 50, LockedAmpsRatio: 5, LockedTorqueRatio: 2.3, X1Share: 0.45, FrictionShare: 0.015,
		IronShare: 0.2}
}

func wants(t require.TestingT, p machine.DesignPlate, from, to float64) arrange.Wants {
	m, err := p.Model()
	require.NoError(t, err)
	m = m.Bent(circuit.PlanningA, circuit.PlanningN)
	return arrange.Wants{Model: &m, Volts: 230, Hertz: 50, Kind: machine.Fan, From: from, To: to}
}

// The search finds the open arrangement of two capacitors, each in series with a winding,
// beside the winding across the line: it carries what the triangle cannot, starts harder and
// idles worse. A small motor gains little.
func TestTheSearchFindsTheOpenPair(t *testing.T) {
	w := wants(t, plate(1.1, 4.7, 0.79, 1410), 0.6, 0.85)
	found, err := arrange.Search(context.Background(), w, 12, 2, nil)
	require.NoError(t, err)
	require.Len(t, found, 12)
	best := found[0]
	require.True(t, best.Two())
	require.LessOrEqual(t, best.Worst, 1.01)
	require.InDelta(t, 0.86, best.Most, 0.04)
	require.InDelta(t, 1.5, best.Idle, 0.12)
	across := 0
	for _, ends := range best.Windings {
		if ends == [2]arrange.Node{arrange.L1, arrange.L2} || ends == [2]arrange.Node{arrange.L2, arrange.L1} {
			across++
		}
	}
	require.Equal(t, 1, across, best.Joint)
	i := 0
	for found[i].Two() {
		i++
	}
	one := found[i]
	require.InDelta(t, 0.68, one.Most, 0.06, "%s", one.Joint)
	require.Greater(t, best.Start, 1.3*one.Start)
	require.Greater(t, best.Worst/one.Worst, 0.8)
	small := wants(t, plate(0.25, 1.5, 0.65, 1380), 0.6, 0.85)
	found, err = arrange.Search(context.Background(), small, 12, 2, nil)
	require.NoError(t, err)
	gain := found[0].Worst
	for i := range found {
		if !found[i].Two() {
			gain /= found[i].Worst
			break
		}
	}
	require.Greater(t, gain, best.Worst/one.Worst, "a few hundred watts gain less")
}

// Other names for lines, inner nodes and phases are the same circuit: the same figures.
func TestJointsOfOneFamilyDoTheSame(t *testing.T) {
	all := arrange.All()
	require.Greater(t, len(all), 300)
	rapid.Check(t, func(t *rapid.T) {
		w := wants(t, plate(1.1, 4.7, 0.79, 1410), 0.5, 0.5)
		j := rapid.SampledFrom(all).Draw(t, "joint")
		uf := [2]float64{rapid.Float64Range(10, 80).Draw(t, "C1"), rapid.Float64Range(10, 80).Draw(t, "C2")}
		slip := rapid.Float64Range(0.01, 0.3).Draw(t, "slip")
		figures := func(j arrange.Joint) (torque float64, shares [3]float64) {
			s, err := w.Solve(j, false)
			require.NoError(t, err)
			s.Set(uf)
			torque = s.Torque(slip)
			return torque, s.Shares()
		}
		other := j
		swap := map[arrange.Node]arrange.Node{arrange.L1: arrange.L2, arrange.L2: arrange.L1, arrange.A: arrange.B,
			arrange.B: arrange.A}
		for i := range other.Windings {
			from := j.Windings[(i+1)%3] // V stands where U stood, and all are turned round
			other.Windings[i] = [2]arrange.Node{swap[from[1]], swap[from[0]]}
		}
		for i, c := range j.Caps {
			if c[0] != c[1] {
				other.Caps[i] = [2]arrange.Node{swap[c[0]], swap[c[1]]}
			}
		}
		a, as := figures(j)
		b, bs := figures(other)
		if math.IsNaN(a) {
			return
		}
		require.InDelta(t, a, b, 1e-5*(1+math.Abs(a)), "%s and %s", j, other)
		for i := range as {
			require.InDelta(t, as[(i+1)%3], bs[i], 1e-5*(1+as[(i+1)%3]))
		}
	})
}

// Proved in time: the pair comes up under a fan's load, stays near its phasors, bears the
// loss of its load, and where a capacitor or a winding opens the rest is still fed.
func TestTheOpenPairInTime(t *testing.T) {
	w := wants(t, plate(1.1, 4.7, 0.79, 1410), 0.6, 0.85)
	found, err := arrange.Search(context.Background(), w, 1, 2, nil)
	require.NoError(t, err)
	best := found[0]
	full := 0.85 * w.Model.RatedTorqueNm
	follow := func(c circuit.Circuit, fan float64, speed float64) (share, end float64) {
		s := transient.Setup{Circuit: c, EndS: 1.6, Rotors: []transient.Rotor{{InertiaKgM2: 0.006, SpeedShare: speed,
			Load: transient.Load{ConstantNm: w.Model.FrictionNm, FanNm: fan,
				ReferenceRadS: w.Model.RPM * math.Pi / 30}}}}
		sum, n := [3]float64{}, 0
		_, err := s.Run(func(x *transient.Sample) bool {
			if x.TimeS > s.EndS-0.2+1e-9 {
				n++
				for k := range sum {
					sum[k] += x.CoilAmps(0, k) * x.CoilAmps(0, k)
				}
			}
			end = x.SpeedRadS[0]
			return true
		})
		require.NoError(t, err)
		for _, v := range sum {
			share = max(share, math.Sqrt(v/float64(n))/w.Model.WindingAmps)
		}
		return share, math.Abs(end) / (100 * math.Pi / 2)
	}
	c := w.Circuit(best.Joint, best.Microfarad)
	c.Sources[0].ResistanceOhm = 0.3
	share, speed := follow(c, full, 0)
	require.Greater(t, speed, 0.93, "it comes up")
	require.InDelta(t, best.Worst, share, 0.08, "and settles where the phasors stand")
	idle, speed := follow(c, 0, 0)
	require.Greater(t, speed, 0.98)
	require.InDelta(t, best.Idle, idle, 0.2, "load lost: it idles as hot as foretold, and a little more by harmonics")
	dead := c
	dead.Elements = c.Elements[:1]
	lost, _ := follow(dead, full, math.Copysign(0.95, map[bool]float64{true: -1, false: 1}[best.Backward]))
	require.Greater(t, lost, 1.15, "a dead capacitor leaves the rest fed and overloaded")
}

func TestASearchStops(t *testing.T) {
	ctx, stop := context.WithCancel(context.Background())
	seen := 0
	_, err := arrange.Search(ctx, wants(t, plate(1.1, 4.7, 0.79, 1410), 0.6, 0.85), 12, 1, func(done, all int) {
		if seen++; seen == 3 {
			stop()
		}
	})
	require.ErrorIs(t, err, context.Canceled)
	require.Less(t, seen, 6)
}

func TestFilesAreReadStrictly(t *testing.T) {
	good := map[string]any{"format": arrange.Format, "version": 1, "plate": plate(1.1, 4.7, 0.79, 1410),
		"single_phase_supply": map[string]any{"volts": 230},
		"load":                map[string]any{"kind": "fan", "from": 0.5, "to": 0.8}}
	read := func() error {
		text, err := json.Marshal(good)
		require.NoError(t, err)
		f, err := arrange.Decode(text)
		if err == nil {
			w, most, err := f.Wants()
			require.NoError(t, err)
			require.Equal(t, 12, most)
			require.Equal(t, 50.0, w.Hertz)
		}
		return err
	}
	require.NoError(t, read())
	good["load"] = map[string]any{"kind": "fan", "from": 0.8, "to": 0.5}
	require.ErrorContains(t, read(), "load.to")
	good["load"] = map[string]any{"kind": "fans", "from": 0.5, "to": 0.8}
	require.ErrorContains(t, read(), "load.kind")
	delete(good, "load")
	require.ErrorContains(t, read(), "load")
}

// The whole search: at most 20 s on two cores.
func BenchmarkSearch(b *testing.B) {
	w := wants(b, plate(1.1, 4.7, 0.79, 1410), 0.6, 0.85)
	for b.Loop() {
		if _, err := arrange.Search(context.Background(), w, 12, 2, nil); err != nil {
			b.Fatal(err)
		}
	}
}
