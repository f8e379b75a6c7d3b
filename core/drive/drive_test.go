package drive_test

import (
	"encoding/json"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// ballMill is the tileworks' mill: 0.75 kW, six poles, joined in delta.
func ballMill(t require.TestingT) (drive.Motor, drive.Plate, drive.Asks) {
	m, err := machine.Fit(machine.Rating{ShaftWatts: 750, LineVolts: 230, LineAmps: 3.8, PowerFactor: 0.68, RPM: 925,
		FrequencyHz: 50},
		machine.Targets{LockedAmpsRatio: 4.2, LockedTorqueRatio: 2, X1Share: 0.45, FrictionShare: 0.015,
			IronShare: 0.2})
	require.NoError(t, err)
	return drive.Motor{Model: &m, LineVolts: 230, LineAmps: 3.8, OutVolts: 236, BoostShare: 0.02, LimitShare: 1.5,
			Cooling: drive.OwnFan, Load: machine.Load{Kind: machine.Constant, Share: 0.7}, Inertia: 0.02},
		drive.Plate{Volts: 230, Amps: 3.8, Hertz: 50, RPM: 925, Watts: 750, Factor: 0.68, Poles: 6},
		drive.Asks{Rules: table.Wires{Rules: table.Metric}, Line: 236, ShaftWatts: 750, LineAmps: 3.8,
			Efficiency: 0.73, StartShare: 0.9,
			Volts: true}
}

func profile(t require.TestingT, id string) *drive.Profile {
	p, ok := drive.ByID(id)
	require.True(t, ok, id)
	return &p
}

func TestShippedProfilesAreGoodFilesAndComeBackUnchanged(t *testing.T) {
	require.Len(t, drive.Shipped(), 8)
	for _, p := range drive.Shipped() {
		text, err := json.Marshal(p)
		require.NoError(t, err)
		again, err := drive.Decode(text)
		require.NoError(t, err, p.Name)
		back, err := json.Marshal(again)
		require.NoError(t, err)
		require.Equal(t, string(text), string(back))
	}
}

func TestABadProfileNamesEveryBadPlace(t *testing.T) {
	text, err := json.Marshal(profile(t, "tarn-22"))
	require.NoError(t, err)
	for change, wanted := range map[[2]string]string{
		{`"function":"motor-amps"`, `"function":"motor-ampere"`}: "parameters[1].function",
		{`"code":"A1020"`, `"code":"A1010"`}:                     "parameters[1].code",
		{`"default":"10.5"`, `"default":"99"`}:                   "parameters[1].default",
		{`"phases":1`, `"phases":2`}:                             "input.phases",
		{`"role":"earth"`, `"role":"soil"`}:                      "terminals[2].role",
		{`"keying"`, `"kewing"`}:                                 "kewing",
	} {
		bad := strings.Replace(string(text), change[0], change[1], 1)
		require.NotEqual(t, string(text), bad, change[0])
		_, err := drive.Decode([]byte(bad))
		require.ErrorContains(t, err, wanted)
	}
}

// What the display shows reads back as the same value, to the display's step,
// and always within the range.
func TestDisplaysGoBothWays(t *testing.T) {
	var numbers []drive.Parameter
	for _, p := range drive.Shipped() {
		for _, q := range p.Parameters {
			if len(q.Choices) == 0 {
				numbers = append(numbers, q)
			}
		}
	}
	require.Greater(t, len(numbers), 20)
	rapid.Check(t, func(t *rapid.T) {
		q := rapid.SampledFrom(numbers).Draw(t, "parameter")
		x := rapid.Float64Range(q.Least-10, q.Most+10).Draw(t, "value")
		text, clamped := q.Show(x)
		back, err := q.Read(text)
		require.NoError(t, err)
		in := math.Min(math.Max(x, q.Least), q.Most)
		require.Equal(t, math.Abs(in-x) > 1e-9, clamped)
		require.InDelta(t, in, back, q.Step()/2+1e-9)
		again, _ := q.Show(back)
		require.Equal(t, text, again, "and once more gives the same text")
	})
}

// Whatever is asked, no row of a sheet stands outside what the drive takes.
func TestEveryRowOfASheetIsSomethingThatTheDriveTakes(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := profile(t, rapid.SampledFrom([]string{"tarn-22", "rill-15", "ghyll-7"}).Draw(t, "drive"))
		m, pl, a := ballMill(t)
		c, _ := drive.Read(drive.Entry{
			Most:  rapid.SampledFrom([]string{"", "20 Hz", "75 Hz", "300 Hz"}).Draw(t, "most"),
			Least: rapid.SampledFrom([]string{"", "15 Hz"}).Draw(t, "least"),
			Run: rapid.SampledFrom([]drive.RunBy{"", drive.Keypad, drive.TwoWire, drive.ThreeWire}).Draw(t,
				"run"),
			Speed:     rapid.SampledFrom([]drive.SpeedBy{"", drive.Keys, drive.Dial, drive.Pot}).Draw(t, "speed"),
			Direction: rapid.SampledFrom([]drive.TurnedBy{"", drive.Switch}).Draw(t, "direction"),
			Skip:      rapid.SampledFrom([]string{"", "34-37; 52-54"}).Draw(t, "skip"),
			Carrier:   rapid.SampledFrom([]string{"", "12 kHz"}).Draw(t, "carrier")})
		top := c.Top(m, c.Highest(m, p))
		wants := c.Wants(p, pl, a.Line, 50, m, top, m.Up(top, 0), m.Down(top, 0, false))
		rows, _, _ := p.Sheet(wants, true)
		require.NotEmpty(t, rows)
		for _, r := range rows {
			require.NotEmpty(t, r.Value, r.Code)
			require.NotEmpty(t, r.How, r.Code)
			for _, q := range p.Parameters {
				if q.Code != r.Code {
					continue
				}
				if len(q.Choices) > 0 {
					require.Contains(t, q.Choices, func() drive.Choice {
						for _, ch := range q.Choices {
							if ch.Value == r.Value {
								return ch
							}
						}
						return drive.Choice{}
					}())
					continue
				}
				x, err := q.Read(r.Value)
				require.NoError(t, err)
				require.True(t, x >= q.Least-1e-9 && x <= q.Most+1e-9, "%s %s", r.Code, r.Value)
			}
		}
		differing, _, _ := p.Sheet(wants, false)
		require.LessOrEqual(t, len(differing), len(rows))
		for _, r := range differing {
			require.NotEqual(t, r.Default, r.Value)
		}
	})
}

func TestOverloadInHundredthsOfAnAmpere(t *testing.T) {
	m, pl, a := ballMill(t)
	p := profile(t, "rill-15")
	c, _ := drive.Read(drive.Entry{})
	rows, _, _ := p.Sheet(c.Wants(p, pl, a.Line, 50, m, 50, m.Up(50, 0), m.Down(50, 0, false)), true)
	found := map[string]drive.Row{}
	for _, r := range rows {
		found[r.Code] = r
	}
	require.Equal(t, "380", found["06.1"].Value)
	require.Equal(t, "500", found["02.1"].Value, "tenths of a hertz")
	require.Equal(t, "50", found["01.1"].Value, "it came set for 60")
	require.Equal(t, "F, to 06.1, F, to 380, F", found["06.1"].How)
	require.Equal(t, "6", found["01.3"].Value)
}

// Hertz to every speed and back.
func TestTheDialIsConsistentBothWays(t *testing.T) {
	m, _, _ := ballMill(t)
	p := profile(t, "tarn-22")
	m.BoostShare = m.Boost(0.8).Share
	c, readings := drive.Read(drive.Entry{MotorSheave: "80 mm", ToolSheave: "336 mm", ToolDiameter: "500 mm"})
	for _, r := range readings {
		require.Empty(t, r.Problem, r.Path)
	}
	rapid.Check(t, func(t *rapid.T) {
		hertz := rapid.Float64Range(8, 70).Draw(t, "Hz")
		s := c.SpeedsAt(m, hertz)
		require.InEpsilon(t, s.Motor*80/336, s.Tool, 1e-9)
		require.InEpsilon(t, s.Tool/60*math.Pi*0.5, s.Surface, 1e-9)
		for way, value := range map[string]float64{"hz": s.Hz, "motor": s.Motor, "tool": s.Tool, "surface": s.Surface,
			"feet": s.Feet} {
			back, ok := c.HertzFor(m, p, way, value)
			require.True(t, ok, way)
			require.InDelta(t, hertz, back, 0.01, way)
		}
	})
	_, ok := c.HertzFor(m, p, "motor", 1e6)
	require.False(t, ok)
}

// Up to base the motor keeps its torque; above it the field weakens; at its own
// hertz it is the motor of the plate.
func TestTheEnvelopeIsTheTrades(t *testing.T) {
	m, _, _ := ballMill(t)
	own, err := m.At(50)
	require.NoError(t, err)
	require.InEpsilon(t, m.Model.BreakdownTorqueRatio, own.PullOut, 0.03)
	require.InDelta(t, 1, own.Continuous, 1e-9)
	plate := m
	plate.Load.Share = 1
	full, _ := plate.At(50)
	require.InEpsilon(t, 3.8, full.Amps, 0.03, "at rated torque it draws rated amps")
	require.InEpsilon(t, 925, full.RPM, 0.01)
	double, _ := m.At(100)
	ratio := double.PullOut / own.PullOut
	require.True(t, ratio > 0.22 && ratio < 0.4, "about (base/f)²: R1 tells at 50 Hz and hardly at 100: %v", ratio)
	require.LessOrEqual(t, double.Continuous, 0.52)
	slow, _ := m.At(12.5)
	require.InDelta(t, 0.75, slow.Continuous, 1e-6, "its own fan turns slowly")
	m.Cooling = drive.Blower
	slow, _ = m.At(12.5)
	require.InDelta(t, 1, slow.Continuous, 1e-6)
	short, _ := m.At(25)
	require.Greater(t, short.Short, short.Continuous)
}

func TestRampsComeFromInertiaAndAmps(t *testing.T) {
	m, _, _ := ballMill(t)
	require.True(t, math.IsInf(m.Up(50, 0).Least, 1), "2 % of boost do not bring 70 % of rated torque off")
	boost := m.Boost(0.7 * 1.15)
	require.True(t, boost.OK)
	require.True(t, boost.Share > 0.03 && boost.Share < 0.15, "%v", boost)
	m.BoostShare = boost.Share
	r := m.Up(50, 0)
	require.False(t, r.Trips)
	require.Greater(t, r.Asked, r.Least)
	for _, s := range r.Share {
		require.Less(t, s, m.LimitShare+1e-6)
	}
	require.True(t, m.Up(50, r.Least/2).Trips, "half the least time reaches the limit")
	heavy := m
	heavy.Inertia *= 2
	require.InEpsilon(t, 2*r.Least, heavy.Up(50, 0).Least, 1e-9)
	down := m.Down(50, 0, false)
	require.Less(t, m.Down(50, 0, true).Least, down.Least)
	require.True(t, m.Down(50, down.Least/2, false).Trips)
	stuck := m
	stuck.Load.Share = 3
	require.True(t, math.IsInf(stuck.Up(50, 0).Least, 1))
}

func TestDrivesAreWeighed(t *testing.T) {
	_, _, a := ballMill(t)
	weigh := func(id string, e drive.Entry, a drive.Asks) (drive.Weighed, map[string]finding.Finding) {
		c, _ := drive.Read(e)
		w, said := c.Choose(profile(t, id), a)
		out := map[string]finding.Finding{}
		for _, f := range said {
			out[f.ID] = f
		}
		return w, out
	}
	w, _ := weigh("tarn-22", drive.Entry{}, a)
	require.Equal(t, finding.Good, w.Verdict)
	require.InEpsilon(t, 750/(0.73*0.95*236*0.70), w.InputAmps, 1e-9)
	require.InEpsilon(t, 2200/(0.81*0.95*236*0.70), w.RatedInput, 1e-9,
		"its own rated input, whatever motor hangs on it")
	require.InDelta(t, 25, w.Breaker, 1e-9)
	require.Equal(t, unit.Conductor{SquareMM: 4}, w.Conductor)
	reactor, _ := weigh("tarn-22", drive.Entry{Reactor: "yes"}, a)
	require.Less(t, reactor.InputAmps, w.InputAmps)
	hot, said := weigh("tarn-22", drive.Entry{Ambient: "50 °C", Altitude: "2000 m", Carrier: "12 kHz"}, a)
	require.InEpsilon(t, 10.5*0.8*0.8*0.9, hot.Have, 1e-9)
	require.Len(t, hot.Derates, 3)
	shut, _ := weigh("tarn-22", drive.Entry{Ambient: "35 °C", Lid: "shut"}, a)
	require.InEpsilon(t, 10.5*0.9, shut.Have, 1e-9, "a shut lid is 10 °C more")
	require.Len(t, said["drive.amps"].Why, 4)

	extruder := a
	extruder.Line, extruder.LineAmps, extruder.ShaftWatts, extruder.Rules = 240, 13.2, 3730,
		table.Wires{Rules: table.NorthAmerica}
	w, said = weigh("fell-40", drive.Entry{}, extruder)
	require.Equal(t, finding.Stop, w.Verdict, "16.5 A at half rating are 8.25 A")
	require.Contains(t, said["drive.amps"].Detail, "26.4")
	require.Equal(t, finding.Caution, said["drive.three-phase-input"].Grade)

	_, said = weigh("ghyll-7", drive.Entry{}, a)
	require.Contains(t, said["drive.line-volts"].Detail, "doubles 120 V")
	roller := a
	roller.Line, roller.LineAmps, roller.ShaftWatts = 118, 2, 373
	w, _ = weigh("ghyll-7", drive.Entry{}, roller)
	require.Equal(t, finding.Good, w.Verdict)

	_, said = weigh("tarn-22", drive.Entry{Motors: "3", Contactor: "yes"}, a)
	require.Equal(t, finding.Stop, said["drive.amps"].Grade)
	require.Equal(t, finding.Stop, said["drive.contactor"].Grade)
	require.Contains(t, said["drive.several"].Sentence, "its own overload relay")
	single := a
	single.Single, single.Volts = true, false
	_, said = weigh("tarn-22", drive.Entry{}, single)
	require.Equal(t, finding.Stop, said["drive.single-phase"].Grade)
	require.Equal(t, finding.Stop, said["drive.motor-volts"].Grade)
}

func TestWhoMayCommandWhat(t *testing.T) {
	judge := func(id string, e drive.Entry) map[string]finding.Grade {
		c, _ := drive.Read(e)
		p := profile(t, id)
		m, pl, a := ballMill(t)
		out := map[string]finding.Grade{}
		for _, f := range c.Control(p, c.Wants(p, pl, a.Line, 50, m, 50, m.Up(50, 0), m.Down(50, 0, false)), 50) {
			out[f.ID] = f.Grade
		}
		return out
	}
	good := judge("tarn-22", drive.Entry{Run: drive.ThreeWire, Speed: drive.Pot, Lid: "shut", EStop: "yes"})
	require.Equal(t, map[string]finding.Grade{"drive.signal-lost": finding.Note}, good, "a pot has wires too")
	bad := judge("rill-15", drive.Entry{Run: drive.TwoWire, Speed: drive.Keys, Lid: "shut", DailyOff: drive.ByBreaker})
	for _, id := range []string{"drive.stop-key", "drive.lid-dial", "drive.two-wire", "drive.daily", "drive.stop"} {
		require.Contains(t, bad, id)
	}
	require.Equal(t, finding.Stop, judge("tarn-22", drive.Entry{Direction: drive.Switch})["drive.fight"],
		"the keypad runs, the switch does not stop")
	require.Equal(t, finding.Stop, judge("rill-15", drive.Entry{Speed: drive.Dial})["drive.speed-source"],
		"it has no dial")
	require.NotContains(t, judge("rill-15", drive.Entry{}), "drive.speed-source")
	require.Equal(t, finding.Stop, judge("ghyll-7", drive.Entry{Run: drive.Keypad,
		Direction: drive.Switch})["drive.never"])
	require.Contains(t, judge("ghyll-7", drive.Entry{DialOhm: "1000 Ω"}), "drive.pot")
}

// Every conductor of the run list goes from one named place to another, once;
// no supply wire goes to a motor terminal.
func TestTheRunListIsWhole(t *testing.T) {
	for _, id := range []string{"tarn-22", "rill-15", "ghyll-7"} {
		for _, run := range []drive.RunBy{drive.TwoWire, drive.ThreeWire} {
			p := profile(t, id)
			_, _, a := ballMill(t)
			c, _ := drive.Read(drive.Entry{Run: run, Speed: drive.Pot, Direction: drive.Switch, EStop: "yes",
				Cable: "6 m"})
			w, _ := c.Choose(p, a)
			seen := map[string]bool{}
			for _, one := range c.Wiring(p, w, w.Conductor, [3]string{"U1-W2", "V1-U2", "W1-V2"}) {
				require.False(t, seen[one.ID], one.ID)
				seen[one.ID] = true
				require.NotEmpty(t, one.From)
				require.NotEmpty(t, one.To)
				require.NotEmpty(t, one.End)
				if one.Run == "line" {
					for _, term := range p.Terminals {
						require.False(t, term.Role == drive.MotorOut && term.Name == one.To)
					}
				}
			}
			for _, id := range []string{"pe-in", "in-L1", "in-L2", "pe-motor", "shield", "run", "reverse",
				"pot-wiper"} {
				require.True(t, seen[id], "%s: %s", p.Name, id)
			}
		}
	}
}

func TestTheInspectionFollowsTheDrive(t *testing.T) {
	c, _ := drive.Read(drive.Entry{Done: []string{"inspect:dead"}, ReadBack: "06.1 700\n99.9 1"})
	steps := c.Inspection(profile(t, "rill-15"), 240)
	require.True(t, steps[0].Done)
	require.Contains(t, steps[0].Danger, "several hundred volts")
	var text string
	for _, s := range steps {
		require.NotEmpty(t, s.See, s.ID)
		text += s.Do + s.See
	}
	require.Contains(t, text, "Hold both arrows")
	require.Contains(t, text, "2 exist: hertz, amps")
	require.Contains(t, text, "leaves it floating")
	m, pl, a := ballMill(t)
	p := profile(t, "rill-15")
	rows, _, _ := p.Sheet(c.Wants(p, pl, a.Line, 50, m, 50, m.Up(50, 0), m.Down(50, 0, false)), true)
	require.Equal(t, []string{"99.9"}, c.BackInto(rows))
	for _, r := range rows {
		if r.Code == "06.1" {
			require.Equal(t, "700", r.ReadBack)
		}
	}
}

func TestWhatBoundsTheHertz(t *testing.T) {
	m, _, _ := ballMill(t)
	p := profile(t, "tarn-22")
	top := func(e drive.Entry) drive.Cap {
		c, _ := drive.Read(e)
		return c.Highest(m, p)[0]
	}
	m.Load.Share = 0.2
	require.InDelta(t, 75, top(drive.Entry{}).Hz, 1e-9)
	require.Contains(t, top(drive.Entry{Shakes: "61 Hz"}).Reason, "sweep")
	require.InDelta(t, 90, top(drive.Entry{MotorMost: "1800 rpm"}).Hz, 0.001)
	require.Contains(t, top(drive.Entry{MotorSheave: "500 mm"}).Reason, "rim")
	m.Load = machine.Load{Kind: machine.Fan, Share: 0.7}
	require.Contains(t, top(drive.Entry{}).Reason, "more torque", "a fan asks with the square")
}

// Whatever is typed or brought in, reading it never breaks.
func FuzzWhatIsTypedAboutADrive(f *testing.F) {
	for _, seed := range []string{"34-37; 52-54", "06.1 700", "80 mm", "4 s", "1e999",
		`{"format": "gray-bridge/drive-profile"}`} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		c, readings := drive.Read(drive.Entry{Skip: text, ReadBack: text, MotorSheave: text, ToolSheave: text,
			Accelerate: text, Carrier: text, Motors: text, Most: text, DialOhm: text})
		require.True(t, c.Count >= 1 && c.Count <= 20)
		require.LessOrEqual(t, len(c.SkipBands), 2)
		for _, r := range readings {
			require.True(t, r.Problem != "" || r.ReadAs != "", r.Path)
		}
		_, _ = drive.Decode([]byte(text))
	})
}
