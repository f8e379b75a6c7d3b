package rotary_test

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/circuit"
	"graybridge/core/machine"
	"graybridge/core/rotary"
)

// near is the agreement that the reference asks: half a percent of the figure.
func near(t *testing.T, want, got, absolute float64, what string) {
	t.Helper()
	require.InDelta(t, want, got, math.Max(absolute, 0.005*math.Abs(want)), what)
}

func TestReferenceConverters(t *testing.T) {
	data, err := os.ReadFile("testdata/rotary-design-cases.json")
	require.NoError(t, err)
	f, err := rotary.Decode(data)
	require.NoError(t, err)
	var with struct {
		Cases []struct{ Expect rotary.FileAnswer }
	}
	require.NoError(t, json.Unmarshal(data, &with))
	for i, c := range f.Cases {
		t.Run(c.Name, func(t *testing.T) {
			got, err := c.Solve()
			require.NoError(t, err)
			want := with.Cases[i].Expect
			sameState(t, &want.Idle, &got.Idle)
			sameState(t, want.Loaded, got.Loaded)
			if want.Continuous != nil {
				require.InDelta(t, *want.Continuous, *got.Continuous, 0.0101)
			}
			require.Len(t, got.Starts, len(want.Starts))
			for name, w := range want.Starts {
				g := got.Starts[name]
				require.Equal(t, w.Hold, g.Hold, name)
				near(t, *w.Torque, *g.Torque, 0.005, name+": torque")
				near(t, *w.Supply, *g.Supply, 0, name+": supply")
				require.InDelta(t, *w.IdlerSlip, *g.IdlerSlip, 1e-4)
			}
		})
	}
}

func sameState(t *testing.T, want, got *rotary.FileState) {
	t.Helper()
	if want == nil {
		require.Nil(t, got)
		return
	}
	require.Equal(t, want.Runs, got.Runs)
	near(t, *want.Supply, *got.Supply, 0, "supply amps")
	near(t, *want.Watts, *got.Watts, 0, "supply watts")
	for k := range want.Volts {
		near(t, want.Volts[k], got.Volts[k], 0, "line volts")
	}
	shafts := map[string][2]rotary.FileShaft{"idler": {*want.Idler, *got.Idler}}
	require.Len(t, got.Machines, len(want.Machines))
	for name, m := range want.Machines {
		shafts[name] = [2]rotary.FileShaft{m, got.Machines[name]}
	}
	for name, s := range shafts {
		require.InDelta(t, s[0].Slip, s[1].Slip, 1e-4, name)
		for k := range s[0].Ratio {
			require.InDelta(t, s[0].Ratio[k], s[1].Ratio[k], 0.005, "%s winding %d", name, k)
		}
	}
}

// motor draws a motor that can be built.
func motor(t *rapid.T, name string, least, most float64) rotary.Motor {
	watts := rapid.Float64Range(least, most).Draw(t, name+" watts")
	star := rapid.Bool().Draw(t, name+" star")
	parallel := rapid.Bool().Draw(t, name+" parallel")
	eta := rapid.Float64Range(0.74, 0.88).Draw(t, name+" efficiency")
	pf := rapid.Float64Range(0.7, 0.86).Draw(t, name+" power factor")
	m, err := machine.Fit(
		machine.Rating{ShaftWatts: watts, LineVolts: 230, LineAmps: watts / (math.Sqrt(3) * 230 * eta * pf),
			PowerFactor: pf, RPM: rapid.Float64Range(1690, 1765).Draw(t, name+" rpm"), FrequencyHz: 60,
			Star: star, Parallel: parallel},
		machine.Targets{
			LockedAmpsRatio:   rapid.Float64Range(5, 7).Draw(t, name+" locked amps"),
			LockedTorqueRatio: 2,
			X1Share:           0.45,
			FrictionShare:     0.015,
			IronShare:         0.2,
		},
	)
	if err != nil {
		t.Skip(err)
	}
	if rapid.Bool().Draw(t, name+" saturates") {
		m = m.Bent(rapid.Float64Range(0.5, 0.95).Draw(t, name+" a"), rapid.Float64Range(3, 10).Draw(t, name+" n"))
	}
	return rotary.Motor{Model: &m, Star: star, Parallel: parallel}
}

type drawn struct {
	line    rotary.Line
	motors  []rotary.Motor // the idler first
	balance rotary.Balance
	duties  []rotary.Duty
}

func street(t *rapid.T) drawn {
	d := drawn{
		line: rotary.Line{
			Volts:        240,
			Hertz:        60,
			Ohm:          rapid.Float64Range(0, 0.2).Draw(t, "ohm"),
			ReactanceOhm: rapid.Float64Range(0, 0.1).Draw(t, "reactance"),
		},
		motors: []rotary.Motor{motor(t, "idler", 4000, 8000)},
		balance: rotary.Balance{
			L13: rapid.Float64Range(0, 200).Draw(t, "L1-L3"),
			L23: rapid.Float64Range(0, 120).Draw(t, "L2-L3"),
		},
	}
	for range rapid.IntRange(0, 3).Draw(t, "machines") {
		d.motors = append(d.motors, motor(t, "machine", 400, 2500))
		d.duties = append(
			d.duties,
			rotary.Duty{
				Mode: rapid.SampledFrom([]rotary.Mode{rotary.Running, rotary.Running, rotary.Off, rotary.Standing}).
					Draw(t, "mode"),
				Load: machine.Load{
					Kind:  rapid.SampledFrom([]machine.LoadKind{machine.Constant, machine.Fan}).Draw(t, "load"),
					Share: rapid.Float64Range(0, 1).Draw(t, "share"),
				},
			},
		)
	}
	return d
}

func (d drawn) street() *rotary.Street {
	s := rotary.NewStreet(d.line, d.motors[0], d.motors[1:]...)
	s.SetBalance(d.balance)
	return s
}

// circuit is the same street coil by coil.
func (d drawn) circuit(st rotary.State) circuit.Circuit {
	c := circuit.Circuit{FrequencyHz: d.line.Hertz, Reference: "L2",
		Sources: []circuit.Source{
			{
				Name:          "line",
				From:          "L1",
				To:            "L2",
				VoltsRMS:      d.line.Volts,
				ResistanceOhm: d.line.Ohm,
				ReactanceOhm:  d.line.ReactanceOhm,
			},
		}}
	for _, b := range []struct {
		from string
		uf   float64
	}{{"L1", d.balance.L13}, {"L2", d.balance.L23}} {
		if b.uf > 0 {
			c.Elements = append(
				c.Elements,
				circuit.Element{Name: b.from, Kind: circuit.Capacitor, From: b.from, To: "L3", Microfarad: b.uf},
			)
		}
	}
	for i, m := range d.motors {
		shaft := st.Idler
		if i > 0 {
			if shaft = st.Machines[i-1]; shaft.Mode == rotary.Off {
				continue
			}
		}
		name := string(rune('a' + i))
		one := circuit.Machine{Name: name, Equivalent: m.Model.Eq, Slip: shaft.Slip}
		ends := [3][2]string{{"L1", "n"}, {"L2", "n"}, {"L3", "n"}}
		if !m.Star {
			ends = [3][2]string{{"L1", "L2"}, {"L2", "L3"}, {"L3", "L1"}}
		}
		for k, e := range ends {
			if e[1] == "n" {
				e[1] = "n" + name
			}
			parts, share := 1, 1.0
			if m.Parallel {
				parts, share = 2, 0.5
			}
			for half := range parts {
				one.Coils = append(
					one.Coils,
					circuit.Coil{
						Name:    name + string(rune('u'+k)) + string(rune('a'+half)),
						Start:   e[0],
						Finish:  e[1],
						AxisDeg: float64(120 * k),
						Share:   share,
					},
				)
			}
		}
		c.Machines = append(c.Machines, one)
	}
	return c
}

// The circuit of coils, stood at the slips that the street found, gives every shaft the
// torque it asks, and the same amps and volts.
func TestAStreetIsTheCircuitOfItsCoils(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := street(t)
		st := d.street().Settle(d.duties)
		if !st.Runs {
			t.Skip("falls out")
		}
		c := d.circuit(st)
		s, err := circuit.Compile(&c)
		require.NoError(t, err)
		require.NoError(t, s.Solve())
		at := 0
		for i, m := range d.motors {
			shaft := st.Idler
			if i > 0 {
				if shaft = st.Machines[i-1]; shaft.Mode == rotary.Off {
					continue
				}
			}
			require.InDelta(t, s.Shaft(at).TorqueNm, shaft.TorqueNm, 1e-4*(1+m.Model.RatedTorqueNm))
			step := len(c.Machines[at].Coils) / 3
			for k := range 3 {
				a := s.CoilAmps(at, k*step)
				require.InDelta(t, math.Hypot(real(a), imag(a)), shaft.Amps[k], 1e-3*m.Model.WindingAmps)
			}
			if shaft.Mode == rotary.Running {
				duty := rotary.Duty{}
				if i > 0 {
					duty = d.duties[i-1]
				}
				asked := duty.Load.ShaftNm(m.Model, m.Model.SpeedShare(shaft.Slip, 60)) + m.Model.FrictionNm
				require.InDelta(t, asked, shaft.TorqueNm, 1e-4*m.Model.RatedTorqueNm)
			}
			at++
		}
		source := s.SourceAmps(0)
		require.InDelta(t, math.Hypot(real(source), imag(source)), st.Supply, 1e-3*(1+st.Supply))
	})
}

// What goes in at L1-L2 comes out as shaft power and heat.
func TestEnergyOfAStreet(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := street(t)
		st := d.street().Settle(d.duties)
		if !st.Runs {
			t.Skip("falls out")
		}
		c := d.circuit(st)
		s, err := circuit.Compile(&c)
		require.NoError(t, err)
		require.NoError(t, s.Solve())
		out := 0.0
		for i, m := range c.Machines {
			shaft := s.Shaft(i)
			sync := m.Equivalent.SyncRadPerSecond(60)
			out += shaft.TorqueNm*sync*(1-m.Slip) + shaft.RotorWatts + shaft.IronWatts
			for k, coil := range m.Coils {
				a := s.CoilAmps(i, k)
				out += (real(a)*real(a) + imag(a)*imag(a)) * coil.Share * m.Equivalent.R1Ohm
			}
		}
		require.InDelta(t, st.Watts, out, 1e-3*(10+st.Watts))
	})
}

func TestTheOtherDirectionIsTheBanksExchanged(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := street(t)
		for i := range d.motors { // a delta seen from behind has other names for its windings
			d.motors[i].Star = true
		}
		one := d.street().Settle(d.duties)
		d.balance.L13, d.balance.L23 = d.balance.L23, d.balance.L13
		s := d.street()
		s.SetBackward(true)
		other := s.Settle(d.duties)
		require.Equal(t, one.Runs, other.Runs)
		if !one.Runs {
			return
		}
		require.InDelta(t, one.Supply, other.Supply, 1e-6*(1+one.Supply))
		require.InDelta(t, one.Volts[1], other.Volts[2], 1e-4)
		require.InDelta(t, one.Idler.Slip, other.Idler.Slip, 1e-7)
		require.InDelta(t, one.Idler.Amps[0], other.Idler.Amps[1], 1e-4)
		for i, m := range one.Machines {
			require.InDelta(t, m.Shares[0], other.Machines[i].Shares[1], 1e-5)
			require.InDelta(t, m.Shares[2], other.Machines[i].Shares[2], 1e-5)
		}
	})
}

func TestAMachineSwitchedOffIsAMachineThatIsNotThere(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := street(t)
		for i := range d.duties {
			d.duties[i].Mode = rotary.Off
		}
		with := d.street().Settle(d.duties)
		d.motors, d.duties = d.motors[:1], nil
		alone := d.street().Settle(nil)
		require.Equal(t, alone.Runs, with.Runs)
		require.Equal(t, alone.Idler, with.Idler)
		require.InDelta(t, alone.Supply, with.Supply, 1e-9)
	})
}

// Wherever it comes from, a street finds the same speeds: those nearest synchronous.
func TestTheSpeedsFoundDoNotHangOnWhatWasSolvedBefore(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := street(t)
		s := d.street()
		for i := range d.duties { // something else first, often near where a machine falls out
			other := append([]rotary.Duty{}, d.duties...)
			other[i] = rotary.Duty{
				Mode: rotary.Running,
				Load: machine.Load{Kind: machine.Constant, Share: rapid.Float64Range(0, 2.2).Draw(t, "before")},
			}
			s.Settle(other)
		}
		warm, cold := s.Settle(d.duties), d.street().Settle(d.duties)
		require.Equal(t, cold.Runs, warm.Runs)
		if cold.Runs {
			require.InDelta(t, cold.Idler.Slip, warm.Idler.Slip, 1e-6)
			for i := range cold.Machines {
				require.InDelta(t, cold.Machines[i].Slip, warm.Machines[i].Slip, 1e-6)
			}
		}
	})
}

// Whatever is typed as readings is read or refused, line by line, and never panics.
func FuzzReadRounds(f *testing.F) {
	for _, s := range []string{"idle; 240 252 248 V; line 2.4 A; m1 16.7 3.3 19.9 A", "m2+m3; - 1 - V", "x", ";;;",
		"idle; cans 1 2; line 1", "m2; m2 1 2 3", "2 248 V; V"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		rounds, readings := rotary.ReadRounds(text)
		good := 0
		for _, r := range readings {
			if r.Problem == "" {
				good++
			} else if r.Wanted == "" {
				t.Fatalf("%q is refused without saying what would do", r.Typed)
			}
		}
		if good != len(rounds) {
			t.Fatalf("%d lines read, %d rounds", good, len(rounds))
		}
		for _, r := range rounds {
			for _, v := range append(r.Volts[:], r.Line) {
				if !(v >= 0 && v < 2000) {
					t.Fatalf("%v out of %q", v, r.Typed)
				}
			}
		}
	})
}

// A file of converters is solved or refused with the place named.
func FuzzDecode(f *testing.F) {
	data, err := os.ReadFile("testdata/rotary-design-cases.json")
	if err != nil {
		f.Fatal(err)
	}
	f.Add(data)
	f.Add([]byte(`{"format":"gray-bridge/rotary-reference","version":1,"cases":[{}]}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		file, err := rotary.Decode(data)
		if err != nil {
			return
		}
		for _, c := range file.Cases[:min(2, len(file.Cases))] {
			if len(c.Machines) < 4 {
				if _, err := c.Solve(); err != nil {
					t.Fatalf("%s: %v", c.Name, err)
				}
			}
		}
	})
}
