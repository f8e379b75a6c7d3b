package supply_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
)

func wall(e supply.Entry, rules table.Rules, d *supply.Draw, smooth bool) supply.Chain {
	volts, hertz := 230.0, 50.0
	if rules == table.NorthAmerica {
		volts, hertz = 240, 60
	}
	s, _ := supply.Read(e, table.Metric, volts, hertz)
	return s.Wall(rules, []supply.Taker{{Bridge: "capacitor", Name: "Run capacitor", Draw: d, Chosen: true,
		Smooth: smooth}})[0]
}

func link(c supply.Chain, id string) supply.ChainLink {
	for _, l := range c.Links {
		if l.ID == id {
			return l
		}
	}
	return supply.ChainLink{}
}

var us = &supply.Draw{RunAmps: 14, RunVolts: 238, StartAmps: 60, StartVolts: 230}

// The tidy installation that fails the 125 % line: 20 A on 12 AWG for a motor of 14 A.
func TestATidyInstallationFailsTheLine(t *testing.T) {
	c := wall(supply.Entry{Volts: "240", Breaker: "20 A", FeederSize: "12 AWG", FeederLength: "40 ft",
		Others: "lights 3 A\ndust fan 2 A", Earth: "12 AWG", Residual: "none", Seen: []string{"nothing"}},
		table.NorthAmerica, us, false)
	wire := link(c, "wire")
	require.Equal(t, finding.Caution, wire.Grade, "1.25 · 14 + 5 = 22.5 A on 20 A")
	require.InDelta(t, 22.5/20, wire.Used, 1e-9)
	require.Equal(t, map[string]string{"supply.others": ""}, wire.Cure.Then, "17.5 A alone is carried")
	breaker := link(c, "breaker")
	require.Equal(t, finding.Caution, breaker.Grade, "19 of 20 A for long")
	require.Equal(t, finding.Good, link(c, "earth").Grade)
	require.Equal(t, finding.Good, link(c, "residual").Grade, "local rules there")
	require.Equal(t, finding.Caution, c.Grade)
	require.Equal(t, "breaker", c.Weakest, "19/0.8 = 23.75 of 20 is more than 22.5 of 20")
	require.Contains(t, c.Sentence, "Tightest: breaker.")
}

func TestABreakerGuardsItsWire(t *testing.T) {
	e := supply.Entry{Volts: "240", Breaker: "30 A", FeederSize: "12-2", Cable: table.Building, FeederLength: "40 ft"}
	c := wall(e, table.NorthAmerica, us, false)
	require.Equal(t, finding.Stop, link(c, "wire").Grade)
	require.Equal(t, map[string]string{"supply.breaker": "20" + unit.Space + "A"}, link(c, "wire").Cure.Then,
		"20 A holds 14 A for long and a start of 60 A")
	heavy := &supply.Draw{RunAmps: 18, RunVolts: 238, StartAmps: 60, StartVolts: 230}
	cure := link(wall(e, table.NorthAmerica, heavy, false), "wire").Cure
	require.Equal(t, "10"+unit.Space+"AWG", cure.Then["supply.feeder_size"], "22.5 A, and a breaker of 30 A stays")
	require.Equal(t, finding.Open, link(c, "earth").Grade, "the earth of building cable is extra, and not said")
}

// In flexible cord every conductor counts, and its table is its own.
func TestCordOfTwoHasNoEarth(t *testing.T) {
	e := supply.Entry{Volts: "240", Breaker: "20 A", FeederSize: "12-2", Cable: table.Cord, FeederLength: "10 ft"}
	c := wall(e, table.NorthAmerica, us, false)
	require.Equal(t, finding.Stop, link(c, "earth").Grade)
	require.Equal(t, "earth", c.Weakest)
	require.Equal(t, finding.Open, link(c, "wire").Grade, "nothing is computed without its table")
	s, _ := supply.Read(e, table.Metric, 240, 60)
	require.Equal(t, finding.Stop, gradeOf(s.Judge(us, table.NorthAmerica), finding.SupplyEarth))
	e.FeederSize = "12-3"
	require.Equal(t, finding.Open, link(wall(e, table.NorthAmerica, us, false), "earth").Grade)
}

func gradeOf(all []finding.Finding, id string) finding.Grade {
	for _, f := range all {
		if f.ID == id {
			return f.Grade
		}
	}
	return ""
}

// An earth grows with its feeder: 20 A on 12 AWG asks 12 AWG; laid in 8 AWG, as much thicker.
func TestAnEarthGrowsWithItsFeeder(t *testing.T) {
	e := supply.Entry{Volts: "240", Breaker: "20 A", FeederSize: "8 AWG", FeederLength: "90 ft", Earth: "12 AWG"}
	l := link(wall(e, table.NorthAmerica, us, false), "earth")
	require.Equal(t, finding.Caution, l.Grade)
	require.Equal(t, "8"+unit.Space+"AWG", l.Cure.Then["supply.earth"])
	require.InDelta(t, math.Pow(92, 8./39), l.Used, 1e-6, "area of 8 over 12 AWG")
}

func TestAResidualDeviceMustSeeWhatFlows(t *testing.T) {
	for _, c := range []struct {
		kind   supply.Residual
		smooth bool
		want   finding.Grade
	}{
		{"", false, finding.Open}, {supply.NoResidual, false, finding.Caution},
		{supply.ResidualAC, false, finding.Caution},
		{supply.ResidualA, false, finding.Good}, {supply.ResidualA, true, finding.Caution},
		{supply.ResidualB, true, finding.Good},
	} {
		l := link(wall(supply.Entry{Residual: c.kind}, table.Metric, us, c.smooth), "residual")
		require.Equal(t, c.want, l.Grade, "%q %v", c.kind, c.smooth)
	}
}

func TestCircuitsOfAWorkshop(t *testing.T) {
	all, err := supply.ParseCircuits("Clay room: 32 A, 6 mm², 18,5 m, conduit, earth 6 mm², lights 2,5 A\n\n" +
		"Shed: 20 A; 12-2; building cable; 65 ft; 75 °C; 4 together; air 35 °C; residual ac; no earth; saw 9 A")
	require.NoError(t, err)
	require.Equal(t, supply.Entry{Breaker: "32 A", FeederSize: "6 mm²", FeederLength: "18,5 m", Cable: table.Conduit,
		Earth: "6 mm²", Others: "lights 2,5 A"}, all[0].Entry)
	require.Equal(t, supply.Entry{Breaker: "20 A", FeederSize: "12-2", FeederLength: "65 ft", Cable: table.Building,
		Terminals: "75", Together: "4", Air: "35 °C", Residual: supply.ResidualAC, Earth: "none", Others: "saw 9 A"},
		all[1].Entry)
	e, known := supply.Entry{Circuit: "clay room", FeederLength: "9 m"}.On(all)
	require.True(t, known)
	require.Equal(t, "9 m", e.FeederLength, "what the job says goes before it")
	require.Equal(t, "32 A", e.Breaker)
	_, known = supply.Entry{Circuit: "attic"}.On(all)
	require.False(t, known)
	s, readings := supply.Read(e, table.Metric, 230, 50)
	for _, r := range readings {
		require.Empty(t, r.Problem, r.Typed)
	}
	require.InDelta(t, 2.5, s.Beside, 1e-9)
	for text, wrong := range map[string]string{"32 A, 6 mm²": "names no circuit", "Shed: a lot": "nothing of a circuit",
		"A: 6 mm²\na: 4 mm²": "two circuits"} {
		_, err := supply.ParseCircuits(text)
		require.ErrorContains(t, err, wrong)
	}
}

// A heater of 10 A pulled the panel from 240 to 236 V: 0.4 Ω stand ahead of it. Worked by
// hand: 60 A at the start lose 24 V there, which is seen; the feeder loses its own.
func TestTheSupplysOwnOhms(t *testing.T) {
	s, readings := supply.Read(supply.Entry{Volts: "240 V", Loaded: "236 V 10 A", FeederLength: "65 ft",
		FeederSize: "8 AWG"}, table.Metric, 240, 60)
	for _, r := range readings {
		require.Empty(t, r.Problem, r.Path)
	}
	require.InDelta(t, 0.4, s.SourceOhm, 1e-9)
	feeder := 2 * 65 * 0.778 / 1000
	require.InDelta(t, 0.4+feeder, s.LineOhm(), 1e-4)
	d := &supply.Draw{RunAmps: 14, RunVolts: 240 - 14*s.LineOhm(), StartAmps: 60, StartVolts: 240 - 60*s.LineOhm(),
		IdleAmps: 5, IdleVolts: 240 - 5*s.LineOhm()}
	stairs := s.Stairs(d)
	require.Len(t, stairs, 3)
	require.Equal(t, []string{"idle", "running", "starting"}, []string{stairs[0].ID, stairs[1].ID, stairs[2].ID})
	require.InDelta(t, 240-60*0.4, stairs[2].Steps[1].Volts, 1e-6)
	require.InDelta(t, 14*feeder, s.Lost(d.RunVolts), 1e-3, "the 3 % are the feeder's alone")
	all := s.Judge(d, table.NorthAmerica)
	require.Equal(t, finding.Caution, gradeOf(all, "supply.dip"), "10 % is seen")
	d.StartAmps, d.StartVolts = 15, 240-15*s.LineOhm()
	require.Equal(t, finding.Note, gradeOf(s.Judge(d, table.NorthAmerica), "supply.dip"), "2.5 % is hardly")
	for _, wrong := range []string{"236", "260 V 10 A", "90 V 10 A", "236 V 0 A", "much"} {
		s, readings := supply.Read(supply.Entry{Volts: "240 V", Loaded: wrong}, table.Metric, 240, 60)
		require.Zero(t, s.SourceOhm, wrong)
		require.NotEmpty(t, readings[len(readings)-1].Problem, wrong)
	}
	require.Empty(t, s.Stairs(nil))
}
