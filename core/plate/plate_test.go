package plate_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/plate"
)

func blunger() plate.Entry {
	return plate.Entry{Power: "1,1 kW", Volts: "230/400 V", Connection: "Δ/Y", Amps: "4,7/2,7", RPM: "1410",
		Hertz: "50", PowerFactor: "0,79", Phases: "3~"}
}

func findings(t *testing.T, e plate.Entry, hz float64) map[string]finding.Finding {
	t.Helper()
	p, _ := plate.Read(e, hz)
	out := map[string]finding.Finding{}
	for _, f := range p.Checks(hz, false) {
		out[f.ID] = f
	}
	return out
}

func TestPlateIsReadWithItsColumns(t *testing.T) {
	p, readings := plate.Read(blunger(), 50)
	require.True(t, p.Complete())
	require.Equal(t, 4, p.Poles)
	require.Len(t, p.Columns, 2)
	require.Equal(t, plate.Delta, p.Columns[0].Join)
	require.InDelta(t, 4.7, p.Columns[0].Amps, 1e-9)
	require.InDelta(t, 230.94, p.Columns[1].Winding().Mid(), 0.01)
	require.Equal(t, finding.Estimated, p.Efficiency.Mark)
	require.InDelta(t, 0.744, p.Efficiency.Value, 0.001)
	for _, r := range readings {
		require.Empty(t, r.Problem, r.Path)
		require.NotEmpty(t, r.ReadAs, r.Path)
	}
	require.Equal(t, finding.Good, findings(t, blunger(), 50)["plate.agrees"].Grade)
}

func TestJoinMarksInsideTheVolts(t *testing.T) {
	for _, volts := range []string{"230/400 V Δ/Y", "230Δ/400Y", "Δ 230 / Y 400 V", "230/400"} {
		e := blunger()
		e.Volts, e.Connection = volts, ""
		p, _ := plate.Read(e, 50)
		require.Len(t, p.Columns, 2, volts)
		require.Equal(t, []plate.Join{plate.Delta, plate.Star}, []plate.Join{p.Columns[0].Join, p.Columns[1].Join},
			volts)
	}
}

func TestFiftyAndSixtyHertzColumns(t *testing.T) {
	e := blunger()
	e.Hertz, e.RPM, e.Power = "50/60", "1410/1700", "1.1/1.3 kW"
	p, _ := plate.Read(e, 60)
	require.InDelta(t, 1700, p.RPM, 0)
	require.InDelta(t, 1300, p.ShaftWatts, 1e-9)
	p, _ = plate.Read(e, 50)
	require.InDelta(t, 1410, p.RPM, 0)
}

func TestBadPlatesNameTheEntriesThatDisagree(t *testing.T) {
	for _, c := range []struct {
		name    string
		change  func(*plate.Entry)
		id      string
		grade   finding.Grade
		entries []string
	}{
		{"single phase", func(e *plate.Entry) { e.Phases = "1" }, "plate.single-phase", finding.Stop,
			[]string{"plate.phases"}},
		{"no induction speed", func(e *plate.Entry) { e.RPM = "3600" }, "plate.rpm", finding.Stop,
			[]string{"plate.rpm", "plate.hertz"}},
		{"just above a synchronous speed", func(e *plate.Entry) { e.RPM = "1510" }, "plate.rpm", finding.Stop,
			[]string{"plate.rpm", "plate.hertz"}},
		{"two speeds typed", func(e *plate.Entry) { e.RPM = "1400/700" }, "plate.not-this", finding.Stop,
			[]string{"plate.volts", "plate.power", "plate.rpm"}},
		{"90 V alone", func(e *plate.Entry) { *e = plate.Entry{Volts: "90 V", Power: "½ HP"} }, "plate.not-this",
			finding.Stop, []string{"plate.volts", "plate.phases"}},
		{"two hertz", func(e *plate.Entry) {
			e.Power, e.Volts, e.Amps = "0.75/0.86 kW", "230/400 265/460", "3.2/1.85 3.2/1.85"
			e.RPM, e.Hertz = "1395/1675", "50/60"
		}, "plate.two-hertz", finding.Note, []string{"plate.hertz"}},
		{"exactly synchronous", func(e *plate.Entry) { e.RPM = "1500" }, "plate.slip", finding.Stop,
			[]string{"plate.rpm", "plate.hertz"}},
		{"more out than in", func(e *plate.Entry) { e.Amps = "2.7/1.5" }, "plate.power", finding.Stop,
			[]string{"plate.power", "plate.amps", "plate.amps"}},
		{"columns swapped", func(e *plate.Entry) { e.Amps = "4.7/4.7" }, "plate.columns", finding.Caution,
			[]string{"plate.volts", "plate.amps"}},
		{"amps of a bigger motor", func(e *plate.Entry) { e.Amps, e.PowerFactor = "9.4/5.4", "" }, "plate.amps",
			finding.Caution, []string{"plate.amps", "plate.power"}},
	} {
		t.Run(c.name, func(t *testing.T) {
			e := blunger()
			c.change(&e)
			f, ok := findings(t, e, 50)[c.id]
			require.True(t, ok, "%v", findings(t, e, 50))
			require.Equal(t, c.grade, f.Grade)
			require.Equal(t, c.entries, f.Entries)
			require.NotEmpty(t, f.Why)
		})
	}
}

func TestMissingFiguresAreEstimatedAndSaySo(t *testing.T) {
	e := blunger()
	e.PowerFactor, e.Amps = "", ""
	p, _ := plate.Read(e, 50)
	require.True(t, p.Complete())
	require.Equal(t, finding.Estimated, p.Columns[0].Mark)
	require.InDelta(t, 4.63, p.Columns[0].Amps, 0.05)
	f := findings(t, e, 50)["plate.estimated"]
	require.Contains(t, f.Sentence, "power factor and amps")
	for _, w := range f.Why {
		require.True(t, w.Estimated)
	}
	e.Volts = ""
	require.Equal(t, finding.Open, findings(t, e, 50)["plate.missing"].Grade)
}

func TestAnotherFrequencyIsACaution(t *testing.T) {
	require.Equal(t, finding.Caution, findings(t, blunger(), 60)["plate.hertz"].Grade)
	require.NotContains(t, findings(t, blunger(), 50), "plate.hertz")
}

func TestTargetsComeInTheirOrder(t *testing.T) {
	e := plate.Entry{Power: "3 HP", Volts: "208-230/460", Amps: "9.0-8.2/4.1", RPM: "1760", Hertz: "60",
		PowerFactor: "78 %", Code: "J", Phases: "3"}
	p, _ := plate.Read(e, 60)
	byCode, figures := p.Targets(p.Columns[1])
	require.InDelta(t, 7.55*3000/(1.7320508*460)/4.1, byCode.LockedAmpsRatio, 1e-3)
	require.Contains(t, figures[0].Note, "code letter J")
	e.LockedAmps = "60"
	p, _ = plate.Read(e, 60)
	entered, _ := p.Targets(p.Columns[0])
	require.InDelta(t, 60/8.2, entered.LockedAmpsRatio, 1e-9)
}

// A plate that the reader calls complete either fits a machine or is refused
// with a reason; nothing panics and no number comes from nonsense.
func FuzzPlate(f *testing.F) {
	f.Add("1.1 kW", "230/400", "4.7/2.7", "1410", "50", "0.79")
	f.Add("7½ HP", "208-230/460 V", "21-19/9.5", "1755", "60", "")
	f.Add("", "Δ/Y", "////", "½", "1/2/3", "%")
	f.Fuzz(func(t *testing.T, power, volts, amps, rpm, hertz, pf string) {
		p, _ := plate.Read(plate.Entry{Power: power, Volts: volts, Amps: amps, RPM: rpm, Hertz: hertz,
			PowerFactor: pf}, 50)
		p.Checks(50, false)
		if !p.Complete() {
			return
		}
		for _, c := range p.Columns {
			targets, _ := p.Targets(c)
			m, err := machine.Fit(p.Rating(c), targets)
			if err == nil && (!(m.Eq.R2Ohm > 0) || !(m.Eq.XmOhm > 0) || !(m.RatedTorqueNm > 0)) {
				t.Fatalf("nonsense from %+v: %+v", p, m)
			}
		}
	})
}

// Just below and just above the slip that no motor has; the hertz that would explain it is offered.
func TestASpeedBetweenTwoSynchronousOnesIsNoMotor(t *testing.T) {
	at := func(rpm string) (plate.Plate, finding.Finding) {
		e := blunger()
		e.RPM = rpm
		p, _ := plate.Read(e, 50)
		return p, findings(t, e, 50)["plate.rpm"]
	}
	p, f := at("2101")
	require.Equal(t, 2, p.Poles)
	require.Empty(t, f.ID)
	p, f = at("2099")
	require.Zero(t, p.Poles)
	require.Equal(t, finding.Stop, f.Grade)
	require.False(t, p.Complete())
	_, f = at("1725")
	require.Equal(t, []finding.Cure{{Label: "It is a 60 Hz plate", Path: "plate.hertz", Value: "60"}}, f.Cures)
}

// The supply picks the ratings, each quantity its own.
func TestTheSupplyPicksTheRatingsOfATwoHertzPlate(t *testing.T) {
	e := blunger()
	e.Power, e.Volts, e.Amps, e.PowerFactor = "0.75/0.86 kW", "230/400 265/460", "3.2/1.85 3.2/1.85", "0.78/0.8"
	e.RPM, e.Hertz = "1395/1675", "50/60"
	for hertz, want := range map[float64][4]float64{50: {750, 1395, 230, 0.78}, 60: {860, 1675, 265, 0.8}} {
		p, readings := plate.Read(e, hertz)
		for _, r := range readings {
			require.Empty(t, r.Problem, r.Path)
		}
		require.Equal(t, want, [4]float64{p.ShaftWatts, p.RPM, p.Columns[0].At, p.PowerFactor.Value})
		require.Equal(t, hertz, p.Hertz)
		require.True(t, p.Complete())
	}
}

// A meter off its scale is a winding that is open: an entry like another, and a grave one.
func TestAnOpenWindingIsAReading(t *testing.T) {
	e := blunger()
	e.WindingOhms = "OL"
	require.Equal(t, finding.Stop, findings(t, e, 50)["plate.winding-open"].Grade)
	e.WindingOhms = "7.6 Ω"
	require.NotContains(t, findings(t, e, 50), "plate.winding-open")
}

// Below 280 rpm the speed is a gear's.
func TestAGearsOutputJustBelowAndJustAbove(t *testing.T) {
	for rpm, gear := range map[string]bool{"279": true, "281": false} {
		e := blunger()
		e.RPM = rpm
		p, _ := plate.Read(e, 50)
		require.Equal(t, gear, p.OutputRPM, rpm)
	}
}
