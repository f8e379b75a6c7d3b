package drive_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/drive"
	"graybridge/core/finding"
)

// outside is what is said of a drive's control with 50 Hz as its most.
func outside(t *testing.T, id string, e drive.Entry) map[string]finding.Finding {
	c, readings := drive.Read(e)
	for _, r := range readings {
		require.Empty(t, r.Problem, r.Typed)
	}
	p := profile(t, id)
	m, pl, a := ballMill(t)
	out := map[string]finding.Finding{}
	wants := c.Wants(p, pl, a.Line, 50, m, 50, m.Up(50, 0), m.Down(50, 0, false))
	for _, f := range c.Control(p, wants, 50) {
		out[f.ID] = f
	}
	return out
}

// Every limit of what is entered for outside control, just below and just above.
func TestLimitsOfOutsideControl(t *testing.T) {
	for _, one := range []struct {
		id           string
		below, above drive.Entry
	}{
		{"drive.jog", drive.Entry{Jog: "10 Hz"}, drive.Entry{Jog: "10.1 Hz"}},
		{"drive.preset-most", drive.Entry{Presets: "50 Hz"}, drive.Entry{Presets: "50.2 Hz"}},
		{"drive.preset-least", drive.Entry{Presets: "10", Least: "10"}, drive.Entry{Presets: "9.9", Least: "10"}},
		{"drive.preset-skipped", drive.Entry{Presets: "34", Skip: "34-37"},
			drive.Entry{Presets: "34.1", Skip: "34-37"}},
		{"drive.signal-span", drive.Entry{Speed: drive.ByVolts, Signal: "0-50 Hz"},
			drive.Entry{Speed: drive.ByVolts, Signal: "0-50.2 Hz"}},
		{"drive.isolation", drive.Entry{Speed: drive.ByVolts, Isolated: "yes"},
			drive.Entry{Speed: drive.ByVolts, Isolated: "no"}},
		{"drive.who-stops", drive.Entry{Run: drive.RunByOutput, EStop: "yes"}, drive.Entry{Run: drive.RunByOutput}},
		{"drive.link-lost", drive.Entry{Speed: drive.Pot}, drive.Entry{Speed: drive.SpeedByLink}},
		{"drive.presets", drive.Entry{Speed: drive.ByPresets, Presets: "20"}, drive.Entry{Speed: drive.ByPresets}},
		{"drive.tune", drive.Entry{Mode: drive.Vector, Tuned: "yes"}, drive.Entry{Mode: drive.Vector}},
		{"drive.restart", drive.Entry{}, drive.Entry{Restart: "yes"}},
	} {
		assert.NotContains(t, outside(t, "wath-11", one.below), one.id, "just below")
		assert.Contains(t, outside(t, "wath-11", one.above), one.id, "just above")
	}
	require.NotContains(t, outside(t, "whin-15", drive.Entry{Presets: "20"}), "drive.preset-contacts")
	require.Contains(t, outside(t, "whin-15", drive.Entry{Presets: "20; 30"}), "drive.preset-contacts",
		"one contact chooses one speed")
	require.NotContains(t, outside(t, "wath-11", drive.Entry{Presets: "20; 30; 40"}), "drive.preset-contacts")
	require.Equal(t, finding.Note, outside(t, "wath-11", drive.Entry{Hold: "5 s"})["drive.hold"].Grade)
	require.Equal(t, finding.Caution, outside(t, "wath-11", drive.Entry{Hold: "5.1 s"})["drive.hold"].Grade)
}

// Whatever the source, what happens where its wire breaks is said, and who may stop it.
func TestABrokenWireAndWhoStops(t *testing.T) {
	volts := outside(t, "wath-11", drive.Entry{Speed: drive.ByVolts, Least: "12 Hz"})["drive.signal-lost"]
	require.Equal(t, finding.Caution, volts.Grade)
	require.Contains(t, volts.Sentence, "12", "it runs on at its least")
	require.Equal(t, string(drive.ByMilliamps), volts.Cures[0].Value)
	require.Equal(t, finding.Note,
		outside(t, "wath-11", drive.Entry{Speed: drive.ByMilliamps})["drive.signal-lost"].Grade)
	require.Equal(t, finding.Caution,
		outside(t, "tarn-22", drive.Entry{Speed: drive.ByMilliamps})["drive.signal-lost"].Grade,
		"it has no such setting")
	require.Equal(t, finding.Stop, outside(t, "tarn-22", drive.Entry{Run: drive.RunByLink})["drive.who-stops"].Grade)
	require.Equal(t, finding.Caution, outside(t, "tarn-22", drive.Entry{Run: drive.RunByLink,
		EStop: "wanted"})["drive.who-stops"].Grade)
	require.Equal(t, finding.Stop, outside(t, "rill-15", drive.Entry{Run: drive.RunByLink})["drive.run-source"].Grade,
		"it has no link")
	require.Equal(t, finding.Stop,
		outside(t, "wath-11", drive.Entry{Direction: drive.TurnByOutput})["drive.fight"].Grade,
		"the keypad runs, the output only turns")
}

// Vector control follows one motor and is measured first; torque control bounds no speed.
func TestHowItMakesTorque(t *testing.T) {
	require.Equal(t, finding.Stop,
		outside(t, "wath-11", drive.Entry{Mode: drive.Vector, Motors: "2"})["drive.mode"].Grade)
	require.Equal(t, finding.Note, outside(t, "wath-11", drive.Entry{Mode: drive.Vector})["drive.mode"].Grade)
	torque := outside(t, "wath-11", drive.Entry{Mode: drive.Torque})["drive.mode"]
	require.Equal(t, finding.Caution, torque.Grade)
	require.Contains(t, torque.Sentence, "50")
	require.NotContains(t, outside(t, "wath-11", drive.Entry{Mode: drive.VoltsPerHertz}), "drive.mode")
	require.Contains(t, outside(t, "tarn-22", drive.Entry{Catch: "yes"}), "drive.catch")
	require.NotContains(t, outside(t, "wath-11", drive.Entry{Catch: "yes"}), "drive.catch")
}

// What is chosen for outside control stands in the sheet, as the display shows it, and its wires in the run list.
func TestOutsideControlIsKeyedAndWired(t *testing.T) {
	p := profile(t, "wath-11")
	m, pl, a := ballMill(t)
	c, _ := drive.Read(drive.Entry{Run: drive.RunByOutput, Direction: drive.TurnByOutput, Speed: drive.ByMilliamps,
		Signal: "5-45 Hz", Presets: "15; 30 Hz", Jog: "4 Hz", Hold: "1.5 s", Mode: drive.Vector, EStop: "yes"})
	wants := c.Wants(p, pl, a.Line, 50, m, 50, m.Up(50, 0), m.Down(50, 0, false))
	rows, unheard, _ := p.Sheet(wants, true)
	keyed := map[drive.Function]string{}
	for _, r := range rows {
		keyed[r.Function] = r.Value
	}
	for f, value := range map[drive.Function]string{drive.RunSource: "1", drive.SpeedSource: "4",
		drive.SignalLeast: "5.0", drive.SignalMost: "45.0", drive.SignalLost: "1", drive.Preset1: "15.0",
		drive.Preset2: "30.0", drive.JogHertz: "4.0", drive.HoldTime: "1.5", drive.HoldAmps: "50",
		drive.ControlMode: "1", drive.ReverseRun: "1"} {
		assert.Equal(t, value, keyed[f], f)
	}
	require.NotContains(t, unheard, drive.Preset1)
	w, _ := c.Choose(p, a)
	ids := map[string]string{}
	for _, one := range c.Wiring(p, w, w.Conductor, [3]string{"U1-W2", "V1-U2", "W1-V2"}) {
		ids[one.ID] = one.From
	}
	for id, from := range map[string]string{"run": "c1", "reverse": "c2", "signal": "c13", "signal-zero": "c12",
		"preset-1": "c4", "preset-2": "c5", "jog": "c6"} {
		assert.Equal(t, from, ids[id], id)
	}
	require.NotContains(t, ids, "pot-wiper")
	by := map[string]string{}
	for _, command := range c.Map(p) {
		for _, cell := range command.Cells {
			by[command.Name+" "+cell.Source] = cell.Does
		}
	}
	for _, at := range []string{"Start Controller", "Stop Controller", "Stop Emergency stop", "Speed Controller",
		"Direction Controller", "Jog Station"} {
		assert.NotEmpty(t, by[at], at)
	}
	require.Empty(t, by["Start Keypad"])
	require.Empty(t, by["Speed Dial"])
	only, _ := drive.Read(drive.Entry{Speed: drive.ByPresets, Presets: "20"})
	require.Equal(t, string(drive.Keys), only.Wants(p, pl, a.Line, 50, m, 50, m.Up(50, 0),
		m.Down(50, 0, false))[drive.SpeedSource].Word, "no setting of its own: the keys are the speed beside them")
}

// The points of the V/f line lie straight between boost and plate.
func TestThePointsOfTheLine(t *testing.T) {
	p := profile(t, "rill-15")
	m, pl, a := ballMill(t)
	c, _ := drive.Read(drive.Entry{})
	w := c.Wants(p, pl, a.Line, 50, m, 50, m.Up(50, 0), m.Down(50, 0, false))
	low, middle := w[drive.LowVolts].Number/pl.Volts, w[drive.MiddleVolts].Number/pl.Volts
	volt := 1 / pl.Volts // the drive keys whole volts
	require.InDelta(t, m.BoostShare+(1-m.BoostShare)*w[drive.LowHertz].Number/pl.Hertz, low, volt)
	require.InDelta(t, m.BoostShare+(1-m.BoostShare)*w[drive.MiddleHertz].Number/pl.Hertz, middle, volt)
	plain := profile(t, "tarn-22")
	_, asked := c.Wants(plain, pl, a.Line, 50, m, 50, m.Up(50, 0), m.Down(50, 0, false))[drive.MiddleVolts]
	require.False(t, asked, "asked only of a drive that has them")
}

func TestWhatCannotBeReadOfOutsideControl(t *testing.T) {
	for path, e := range map[string]drive.Entry{"drive.signal": {Signal: "50-0 Hz"}, "drive.presets": {Presets: "5; x"},
		"drive.jog": {Jog: "slow"}, "drive.hold": {Hold: "0"}} {
		_, readings := drive.Read(e)
		i := slices.IndexFunc(readings, func(r finding.Reading) bool { return r.Path == path })
		require.GreaterOrEqual(t, i, 0, path)
		require.NotEmpty(t, readings[i].Problem, path)
		require.NotEmpty(t, readings[i].Wanted, path)
	}
	_, four := drive.Read(drive.Entry{Presets: "10; 20; 30; 40"})
	require.NotEmpty(t, four[0].Problem, "three at most")
	line, _ := drive.Read(drive.Entry{Presets: "10\n20"})
	require.Equal(t, []float64{10, 20}, line.PresetHz)
}

// An emergency stop goes to the input that takes the torque away, where the drive has one.
func TestTheSafeStopIsWired(t *testing.T) {
	p := profile(t, "whin-15")
	_, _, a := ballMill(t)
	for _, stop := range []string{"", "yes"} {
		c, _ := drive.Read(drive.Entry{EStop: stop})
		w, _ := c.Choose(p, a)
		all := c.Wiring(p, w, w.Conductor, [3]string{"1", "2", "3"})
		i := slices.IndexFunc(all, func(x drive.Wire) bool { return x.ID == "safe-1" })
		require.GreaterOrEqual(t, i, 0)
		require.Equal(t, stop == "yes", all[i].To == "emergency stop, a contact of its own", all[i].To)
	}
}
