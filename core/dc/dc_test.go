package dc_test

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/dc"
)

func TestReferenceCases(t *testing.T) {
	data, err := os.ReadFile("testdata/dc-cases.json")
	require.NoError(t, err)
	f, err := dc.Decode(data)
	require.NoError(t, err)
	require.Len(t, f.Cases, 6)
	for _, c := range f.Cases {
		t.Run(c.Name, func(t *testing.T) {
			got, want := values(t, c.Solve()), values(t, c.Expect)
			for key, w := range want {
				g, there := got[key]
				require.True(t, there, key)
				switch w := w.(type) {
				case bool:
					require.Equal(t, w, g, key)
				case float64:
					allowed := 0.005 * math.Abs(w)
					switch key {
					case "delay_deg":
						allowed = 0.3
					case "form_factor", "power_factor", "heat_ratio", "heat_ratio_form_factor_one", "regulation_open":
						allowed = math.Max(allowed, 0.005)
					}
					require.InDelta(t, w, g, allowed, key)
				}
			}
		})
	}
}

// values of a struct or of what it holds, by their keys in the file.
func values(t *testing.T, v any) map[string]any {
	text, err := json.Marshal(v)
	require.NoError(t, err)
	var out map[string]any
	require.NoError(t, json.Unmarshal(text, &out))
	delete(out, "name")
	if stop, ok := out["stop_by_resistor"].(map[string]any); ok {
		for k, x := range stop {
			out["stop "+k] = x
		}
		delete(out, "stop_by_resistor")
	}
	return out
}

type drawn struct {
	m     dc.Armature
	l     dc.Line
	emf   float64
	delay float64
}

func draw(t *rapid.T) drawn {
	l := dc.Line{
		Volts: rapid.SampledFrom([]float64{104, 120, 230, 240}).Draw(t, "volts"),
		Hertz: rapid.SampledFrom([]float64{50, 60}).Draw(t, "hertz"),
	}
	return drawn{
		l:     l,
		emf:   l.Volts * rapid.Float64Range(0, 1.5).Draw(t, "emf"),
		delay: rapid.Float64Range(0, math.Pi).Draw(t, "delay"),
		m: dc.Armature{
			Ohm:        rapid.Float64Range(0.3, 12).Draw(t, "ohm"),
			Millihenry: rapid.Float64Range(0.5, 120).Draw(t, "mH"),
			BrushVolts: rapid.Float64Range(0, 2).Draw(t, "brushes"),
		},
	}
}

// integrated is the same rectifier by small steps, until it repeats itself.
func (d drawn) integrated() (mean, rms, line, watts, volts float64) {
	const n = 20000
	h := math.Pi / n
	w := 2 * math.Pi * d.l.Hertz
	i, fired := 0.0, false
	slope := func(v, i float64) float64 {
		return (v - d.emf - d.m.BrushVolts - i*d.m.Ohm) / (d.m.Millihenry * 1e-3) / w
	}
	for period := range 400 {
		before := i
		mean, rms, line, watts, volts = 0, 0, 0, 0, 0
		fired = false
		for k := range n {
			x := (float64(k) + 0.5) * h
			v := math.Sqrt2 * d.l.Volts * math.Sin(x)
			if x >= d.delay && (i > 0 || v > d.emf+d.m.BrushVolts) {
				fired = true
			}
			if !fired {
				v = 0
			}
			next := i
			switch {
			case i > 0 || fired && v > d.emf+d.m.BrushVolts:
				mid := i + h/2*slope(v, i)
				next = math.Max(0, i+h*slope(v, mid))
			}
			a := (i + next) / 2
			if fired && next == 0 && v < d.emf {
				fired = false
			}
			if a > 0 {
				mean, rms, volts = mean+a*h, rms+a*a*h, volts+v*h
				if fired {
					line, watts = line+a*a*h, watts+v*a*h
				}
			} else {
				volts += d.emf * h
			}
			i = next
		}
		if period > 2 && math.Abs(i-before) < 1e-9*(1+i) {
			break
		}
	}
	return mean / math.Pi, math.Sqrt(rms / math.Pi), math.Sqrt(line / math.Pi), watts / math.Pi, volts / math.Pi
}

// Solved exactly piece by piece, the rectifier is what small steps come to.
func TestTheRectifierIsWhatSmallStepsComeTo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := draw(t)
		w := dc.Rectified(d.m, d.l, d.emf, d.delay)
		mean, rms, line, watts, volts := d.integrated()
		scale := d.l.Volts / d.m.Ohm
		require.InDelta(t, mean, w.MeanAmps, 0.004*mean+2e-4*scale)
		require.InDelta(t, rms, w.RMSAmps, 0.004*rms+3e-4*scale)
		require.InDelta(t, line, w.LineAmps, 0.004*line+3e-4*scale)
		require.InDelta(t, watts, w.LineWatts, 0.006*watts+3e-4*scale*d.l.Volts)
		require.InDelta(t, volts, w.MeanVolts, 0.004*d.l.Volts)
	})
}

// What the line gives is what armature, brushes and back EMF take; a meter's mean volts
// are back EMF, brushes while amps flow, and the ohms.
func TestEnergyOfTheRectifier(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := draw(t)
		w := dc.Rectified(d.m, d.l, d.emf, d.delay)
		taken := w.RMSAmps*w.RMSAmps*d.m.Ohm + (d.emf+d.m.BrushVolts)*w.MeanAmps
		require.InDelta(t, taken, w.LineWatts, 1e-6*(1+taken))
		if w.Continuous {
			require.InDelta(t, d.emf+d.m.BrushVolts+w.MeanAmps*d.m.Ohm, w.MeanVolts, 1e-6*d.l.Volts)
			most := 2 * math.Sqrt2 / math.Pi * d.l.Volts
			require.LessOrEqual(t, w.MeanVolts, most*(1+1e-9), "unbroken: at most 0.9 of the line's volts")
		}
		require.GreaterOrEqual(t, w.FormFactor(), 1-1e-9)
	})
}

// A later firing never gives more amps.
func TestLaterFiringGivesFewerAmps(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := draw(t)
		later := math.Min(math.Pi, d.delay+rapid.Float64Range(0, 0.5).Draw(t, "later"))
		a, b := dc.Rectified(d.m, d.l, d.emf, d.delay), dc.Rectified(d.m, d.l, d.emf, later)
		require.LessOrEqual(t, b.MeanAmps, a.MeanAmps+1e-9*(1+a.MeanAmps))
	})
}

// The joules of a stop, in resistor, armature, brushes and friction, are the kinetic
// energy that was lost.
func TestEnergyOfAStop(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m := dc.Motor{
			Armature: dc.Armature{
				Ohm:        rapid.Float64Range(0.5, 5).Draw(t, "ohm"),
				Millihenry: 10,
				BrushVolts: rapid.Float64Range(0, 2).Draw(t, "brushes"),
			},
			ShaftWatts:    500,
			ArmatureVolts: 180,
			ArmatureAmps:  3.6,
			RPM:           1800,
		}
		if m.Constants().FrictionNm <= 0 {
			t.Skip("more power than volts and amps leave")
		}
		rpm, inertia := rapid.Float64Range(60, 2400).Draw(t, "rpm"), rapid.Float64Range(0.001, 0.1).Draw(t, "inertia")
		s := m.Brake(rpm, rapid.Float64Range(1, 80).Draw(t, "resistor"), inertia)
		w := rpm * math.Pi / 30
		lost := inertia / 2 * w * w * (1 - 0.05*0.05)
		require.InDelta(t, lost, s.Joules+s.InArmature+s.InBrushes+s.InFriction, 1e-6*lost)
		require.Positive(t, s.Seconds)
	})
}

func BenchmarkRectifier(b *testing.B) {
	m := dc.Motor{
		Armature:      dc.Armature{Ohm: 1.1, Millihenry: 9, BrushVolts: 1.5},
		ShaftWatts:    559,
		ArmatureVolts: 90,
		ArmatureAmps:  7.6,
		RPM:           1800,
	}
	for b.Loop() {
		m.At(dc.Line{Volts: 120, Hertz: 60}, 900, 0.7)
	}
}

// Speeds by torques, 100 × 100: at most 0.3 s.
func BenchmarkRectifierMap(b *testing.B) {
	m := dc.Motor{
		Armature:      dc.Armature{Ohm: 1.1, Millihenry: 9, BrushVolts: 1.5},
		ShaftWatts:    559,
		ArmatureVolts: 90,
		ArmatureAmps:  7.6,
		RPM:           1800,
	}
	for b.Loop() {
		m.Map(dc.Line{Volts: 120, Hertz: 60}, 1800, 1.5, 100)
	}
}

// A map is the same point for point, whatever stood beside it.
func TestAMapIsTheSamePointForPoint(t *testing.T) {
	m := dc.Motor{
		Armature:      dc.Armature{Ohm: 2.6, Millihenry: 24, BrushVolts: 1.5},
		ShaftWatts:    746,
		ArmatureVolts: 180,
		ArmatureAmps:  4.9,
		RPM:           1750,
	}
	l := dc.Line{Volts: 208, Hertz: 60}
	const n = 12
	all := m.Map(l, 1900, 1.4, n)
	out := 0
	for j, row := range all {
		for i, got := range row {
			want := m.At(l, 1900*float64(i)/(n-1), 1.4*float64(j)/(n-1))
			require.Equal(t, want.Reachable, got.Reachable)
			if !want.Reachable {
				out++
				continue
			}
			require.InDelta(t, want.DelayRad, got.DelayRad, 1e-7)
			require.InDelta(t, want.RMSAmps, got.RMSAmps, 1e-6*(1+want.RMSAmps))
		}
	}
	require.Positive(t, out, "full torque at speed is out of reach on 208 V")
}

// Fired just before the line falls below what stands against it, the armature gets a
// short pulse: not nothing.
func TestAShortPulseIsAPulse(t *testing.T) {
	d := drawn{
		m:     dc.Armature{Ohm: 1, Millihenry: 1, BrushVolts: 1},
		l:     dc.Line{Volts: 104, Hertz: 50},
		emf:   0.77 * 104,
		delay: 0.8 * math.Pi, // on the grid of the small steps
	}
	mean, rms, _, _, _ := d.integrated()
	w := dc.Rectified(d.m, d.l, d.emf, d.delay)
	require.Positive(t, mean)
	require.InEpsilon(t, mean, w.MeanAmps, 0.004)
	require.InEpsilon(t, rms, w.RMSAmps, 0.004)
}

// Fired a hair before the line's zero hardly anything flows: a little, and never no number.
func TestFiredAtTheVeryEnd(t *testing.T) {
	for _, delay := range []float64{3.14, 3.14093017578125, 3.1415, math.Pi} {
		w := dc.Rectified(dc.Armature{Ohm: 0.3, Millihenry: 6, BrushVolts: 1.9e-6}, dc.Line{Volts: 104, Hertz: 50},
			1.5e-8, delay)
		for name, x := range map[string]float64{"mean": w.MeanAmps, "rms": w.RMSAmps, "line": w.LineAmps,
			"watts": w.LineWatts} {
			require.False(t, math.IsNaN(x), "%s at %v", name, delay)
			require.InDelta(t, 0, x, 1, "%s at %v", name, delay)
		}
	}
}
