package plan_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/scenario"
	"graybridge/core/unit"
)

// Each of these once was wrong; each is a case of its own from then on.

func unread(p plan.Plan) int { return len(p.Unreadable()) }

// sixLead is an ordinary motor of six leads on 230 V, joined as the plan wants it
// and carrying a constant load.
func sixLead(p plate.Entry) document.Document {
	d := document.New("Case", scenario.TansyLane())
	d.Supply.Volts, d.Supply.FeederLength, d.Supply.FeederSize = "232", "8 m", "6 mm²"
	d.Machines[0].Plate, d.Machines[0].Leads.Found = p, "delta"
	d.Machines[0].Load.Kind, d.Machines[0].Load.Share = machine.Constant, "70 %"
	return d
}

var (
	oneKW = plate.Entry{Power: "1.1 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "4.7/2.7", RPM: "1410",
		Hertz: "50", PowerFactor: "0.79", Phases: "3"}
	fourKW = plate.Entry{Power: "4 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "14.6/8.4", RPM: "1440",
		Hertz: "50", PowerFactor: "0.82", Phases: "3"}
	fifteen = plate.Entry{Power: "15 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "51/29.5", RPM: "1455",
		Hertz: "50", PowerFactor: "0.84", Phases: "3"}
)

func TestNoRelayIsSetWhereNothingRunsAllDay(t *testing.T) {
	t.Parallel()
	for _, uf := range []string{"77", "450", "500"} {
		d := sixLead(oneKW)
		d.Bridge.Capacitor.Microfarad = uf
		d.Machines[0].Protection = protection.Entry{Relay: protection.MotorLeads, RelaySet: "5.7 A"}
		p := plan.Make(d)
		f := found(p, "protection.relay")
		require.True(t, f == nil || f.Grade != finding.Good, "%s µF: %+v", uf, f)
		for _, f := range p.Findings {
			for _, c := range f.Cures {
				require.NotEqual(t, "machines.m1.protection.relay_set", c.Path, "%s µF: %s", uf, c.Label)
			}
		}
	}
}

func TestTheCapacitorsOwnWiresAreSized(t *testing.T) {
	t.Parallel()
	d := sixLead(fourKW)
	d.Machines[0].Load.Share = "60 %"
	p := plan.Make(d)
	require.NotNil(t, found(p, "protection.conductor"), "%v", p.Card.NotReady)
	require.NotContains(t, found(p, "protection.conductor").Detail, "the same size does")
	require.Contains(t, found(p, "protection.conductor").Detail, "mm²")
	d.Bridge.Capacitor.Microfarad = "280"
	p = plan.Make(d)
	require.Empty(t, p.Guard, "280 µF burn it: nothing is sized for them")
}

func TestBreakersAreJudgedBothWaysWithAndWithoutAWire(t *testing.T) {
	t.Parallel()
	d := document.New("One horse", scenario.ColdFord())
	d.Supply.Volts = "240"
	d.Machines[0].Leads.Kind, d.Machines[0].Leads.Agreed, d.Machines[0].Leads.Found = leads.NineStar, "plate",
		"low star"
	d.Machines[0].Plate = plate.Entry{Power: "1 HP", Volts: "208-230/460", Amps: "3.4-3.2/1.6", RPM: "1740",
		Hertz: "60", PowerFactor: "0.76", Phases: "3", Code: "K"}
	d.Machines[0].Load.Kind, d.Machines[0].Load.Share = machine.Fan, "65 %"
	d.Machines[0].Protection.Breaker = "100 A"
	for _, wire := range []string{"", "14 AWG"} {
		d.Machines[0].Protection.Conductor = wire
		p := plan.Make(d)
		require.Equal(t, finding.Caution, found(p, "protection.breaker").Grade, wire)
		require.Contains(t, found(p, "protection.breaker").Sentence, "too large")
	}
	small := sixLead(plate.Entry{Power: "0.25 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "1.4/0.8", RPM: "1370",
		Hertz: "50", PowerFactor: "0.66", Phases: "3"})
	small.Bridge.Capacitor.Microfarad, small.Machines[0].Load.Share, small.Machines[0].Protection.Breaker = "14",
		"50 %", "63 A"
	require.Equal(t, finding.Caution, found(plan.Make(small), "protection.breaker").Grade)
	d.Bridge.Kind, d.Bridge.Drive = document.KindDrive, drive.Entry{Profile: "tarn-22"}
	d.Machines[0].Protection = protection.Entry{Breaker: "50 A", Conductor: "14 AWG"}
	require.NotEqual(t, finding.Good, found(plan.Make(d), "protection.breaker").Grade)
	d.Machines[0].Protection.Breaker = "25 A"
	require.NotNil(t, found(plan.Make(d), "protection.conductor"))
	// The feeder's own breaker against the feeder's own wire, as found.
	d = sixLead(oneKW)
	d.Supply.FeederSize, d.Supply.Breaker = "1.5 mm²", "32 A"
	require.Equal(t, finding.Stop, found(plan.Make(d), "supply.wire").Grade)
}

func TestTablesDoNotCapAFifteenKilowattMotor(t *testing.T) {
	t.Parallel()
	d := sixLead(fifteen)
	d.Bridge.Kind, d.Bridge.Drive = document.KindDrive, drive.Entry{Profile: "tarn-22"}
	p := plan.Make(d)
	require.Equal(t, finding.Stop, found(p, "drive.amps").Grade)
	require.Empty(t, p.Guard)
}

func TestA120VoltCircuitHasOnePole(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.SlabRoller())
	require.Contains(t, found(p, "protection.breaker").Sentence, "breaker of")
	d := scenario.SlabRoller()
	d.Workshop.Volts = 120
	p = plan.Make(d)
	require.Contains(t, found(p, "protection.breaker").Sentence, "one-pole")
}

// An ordinary efficient motor comes up on a fitting drive, with a few percent of
// boost and seconds of ramp.
func TestAFittingDriveStartsAnEfficientMotor(t *testing.T) {
	t.Parallel()
	d := sixLead(plate.Entry{Power: "0.75 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "3.0/1.74", RPM: "1445",
		Hertz: "50", PowerFactor: "0.76", Efficiency: "82.5 %", Phases: "3"})
	d.Bridge.Kind, d.Bridge.Drive, d.Machines[0].Load.Start = document.KindDrive, drive.Entry{Profile: "tarn-22"},
		load.Loaded
	p := plan.Make(d)
	require.Equal(t, finding.Good, found(p, "drive.start").Grade, found(p, "drive.start").Sentence)
	require.Nil(t, found(p, "drive.ramp-up"))
	require.Less(t, p.Drive.Up.Asked, 20.0)
	d.Machines[0].Load.Start, d.Machines[0].Load.Heaviest = load.Stuck, "150 %"
	p = plan.Make(d)
	require.Equal(t, finding.Stop, found(p, "drive.start").Grade, "stuck, it asks 225 %")
	require.Contains(t, found(p, "drive.start").Detail, "Missing:")
	require.Empty(t, p.Drive.Sheet)
	d.Machines[0].Load.Start, d.Machines[0].Load.Heaviest = load.Free, ""
	d.Machines[0].Load.Turn = load.Anti
	require.Equal(t, finding.Caution, found(plan.Make(d), "drive.direction").Grade)
	d.Machines[0].Plate.Hertz = "60"
	d.Machines[0].Plate.RPM = "1735"
	require.Nil(t, found(plan.Make(d), "plate.hertz"), "a drive makes the motor's own hertz")
}

func TestInverterDutyHoldsToItsRatio(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Machines[0].Plate.InverterDuty = "10:1"
	d.Bridge.Kind, d.Bridge.Drive = document.KindDrive, drive.Entry{Profile: "tarn-22", At: "5"}
	d.Machines[0].Load.Share, d.Machines[0].Load.Start = "90 %", load.Loaded
	require.InDelta(t, 1, plan.Make(d).Drive.Point.Continuous, 0.05)
	d.Bridge.Drive.At = "2"
	require.Less(t, plan.Make(d).Drive.Point.Continuous, 0.7)
	d.Bridge.Drive.Cooling = drive.NonVentilated
	require.Greater(t, plan.Make(d).Drive.Point.Continuous, 0.85)
}

func TestASweepLiftsAndLowersTheCeiling(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Machines[0].Load.Kind, d.Machines[0].Load.Share = machine.Constant, "20 %"
	d.Bridge.Kind, d.Bridge.Drive = document.KindDrive, drive.Entry{Profile: "tarn-22", Most: "90"}
	require.InDelta(t, 75, plan.Make(d).Drive.TopHz, 0.1)
	d.Bridge.Drive.Shakes = "106"
	require.InDelta(t, 90, plan.Make(d).Drive.TopHz, 0.1)
	d.Bridge.Drive.Shakes = "64"
	require.Less(t, plan.Make(d).Drive.TopHz, 64.0)
}

func TestFluxIsVoltsPerHertz(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Machines[0].Plate.Hertz, d.Machines[0].Plate.RPM = "60", "1710"
	p := plan.Make(d)
	require.Equal(t, finding.Stop, found(p, "leads.unreachable").Grade, "120 % of its flux")
	require.Nil(t, p.Use)
	d = sixLead(oneKW)
	d.Supply.Volts = "252"
	f := found(plan.Make(d), "leads.target")
	require.Equal(t, finding.Caution, f.Grade)
	require.Contains(t, f.Detail, "110")
	d.Machines[0].Plate.Hertz, d.Machines[0].Plate.RPM, d.Supply.Volts = "400", "11500", "230"
	require.NotNil(t, found(plan.Make(d), "leads.unreachable"))
}

func TestAStartIsSaidWithItsMargin(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Bridge.Capacitor.Microfarad = "5"
	weak := found(plan.Make(d), "capacitor.start")
	require.NotEqual(t, finding.Note, weak.Grade, "%s", weak.Sentence)
	d.Bridge.Capacitor.Microfarad = "45"
	good := found(plan.Make(d), "capacitor.start")
	require.Equal(t, finding.Note, good.Grade)
	require.Contains(t, good.Detail, "more than it needs to start")
	d.Supply.FeederLength, d.Supply.FeederSize = "120 m", "1.5 mm²"
	dip := found(plan.Make(d), "capacitor.start")
	require.Contains(t, dip.Detail, "feeder's drop")
}

func TestOneValueServesLoadAndIdling(t *testing.T) {
	t.Parallel()
	d := scenario.SlipMixer()
	require.Nil(t, found(plan.Make(d), "capacitor.idle"), "what stirs does not idle")
	d.Machines[0].Load.Kind = machine.Constant
	p := plan.Make(d)
	f := found(p, "capacitor.idle")
	require.Regexp(t, "is a compromise: 11[0-9].% idling, 11[0-9].% at your load", f.Detail)
	require.NotContains(t, f.Detail, "serves both", "not where a winding is still above plate")
	require.Empty(t, f.Cures, "the load is not given up for an idling nobody has said")
	d.Machines[0].Load.Lightest = "0"
	f = found(plan.Make(d), "capacitor.idle")
	require.Len(t, f.Cures, 1)
	d.Bridge.Capacitor.Microfarad = f.Cures[0].Value
	after := plan.Make(d)
	if g := found(after, "capacitor.idle"); g != nil {
		require.Empty(t, g.Cures, "taken, it is gone")
	}
	require.NotEqual(t, "Permanent", p.Use.Title)
}

func TestTheBleederIsAPart(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.Blunger())
	require.Regexp(t, `Bleed resistor \d+[\d.]*\x{a0}kΩ, [\d.]+\x{a0}W across`, found(p, "capacitor.part").Detail)
	require.NotContains(t, found(p, "capacitor.part").Detail, "≤")
}

func TestPlatesAsPrinted(t *testing.T) {
	t.Parallel()
	d := sixLead(plate.Entry{Power: "3 HP", Volts: "208-230/460", Amps: "8.2/4.1", RPM: "1760", Hertz: "60",
		Phases: "3"})
	d.Workshop, d.Machines[0].Leads.Kind = scenario.ColdFord(), leads.NineStar
	require.Nil(t, found(plan.Make(d), "plate.columns"), "8.2 A belong to 230 V")

	d = sixLead(oneKW)
	d.Machines[0].Plate.Amps = "2.7/4.7"
	f := found(plan.Make(d), "plate.columns")
	require.Contains(t, f.Sentence, "exchanged")
	d.Machines[0].Plate.Amps = f.Cures[0].Value
	require.Nil(t, found(plan.Make(d), "plate.columns"))

	d = sixLead(oneKW)
	d.Machines[0].Plate.RPM = "1500"
	p := plan.Make(d)
	require.Equal(t, finding.Stop, found(p, "plate.slip").Grade)
	require.False(t, p.Computed, "no figures until it is mended")

	d.Machines[0].Plate.RPM = "10"
	require.Contains(t, found(plan.Make(d), "plate.rpm").Sentence, "gear")
	d.Machines[0].Plate.RPM, d.Machines[0].Plate.Efficiency = "1410", "110 %"
	require.Positive(t, unread(plan.Make(d)))

	d = sixLead(oneKW)
	d.Machines[0].Plate.WindingOhms = "60 Ω"
	require.Contains(t, found(plan.Make(d), "plate.ohms").Sentence, "more than the whole motor loses")

	d = sixLead(plate.Entry{Power: "1.1 kW", Volts: "400 V", Amps: "2.7", RPM: "1410", Hertz: "50", Phases: "3"})
	require.Nil(t, found(plan.Make(d), "plate.agrees"), "nothing was there to disagree")
	require.NotNil(t, found(plan.Make(d), "plate.alone"))

	for _, dc := range []plate.Entry{{Power: "3/4 HP", Volts: "180 V DC", Amps: "4", RPM: "1750"},
		{Power: "0.55 kW", Volts: "180 VDC", RPM: "1750", Hertz: "50"}} {
		p := plan.Make(sixLead(dc))
		require.Contains(t, found(p, "plate.not-this").Sentence, "DC motor")
		require.False(t, p.Computed)
		for _, f := range p.Findings {
			require.NotEqual(t, finding.Open, f.Grade, "%s asks on", f.ID)
		}
	}
	for typed, watts := range map[string]float64{"1.5 kW (2 HP)": 1500, "1.5 kW 2 HP": 1500, "2 HP": 1491.4} {
		got, readings := plate.Read(plate.Entry{Power: typed}, 50)
		require.InDelta(t, watts, got.ShaftWatts, 1, typed)
		require.Empty(t, readings[0].Problem, typed)
	}
	for _, volts := range []string{"230/400 V 50Hz", "230VD/400VY", "230/400 ΔΥ", "230Δ/400Υ"} {
		got, _ := plate.Read(plate.Entry{Power: "1.1 kW", Volts: volts, RPM: "1410", Hertz: "50"}, 50)
		require.Len(t, got.Columns, 2, volts)
		require.Equal(t, plate.Delta, got.Columns[0].Join, volts)
	}
	got, _ := plate.Read(plate.Entry{Power: "1.5/1.75 kW", Volts: "230/400 265/460", Amps: "6.1/3.5 6.1/3.5",
		RPM: "1420/1710", Hertz: "50/60"}, 60)
	require.InDelta(t, 265, got.Columns[0].At, 1e-9)
	require.InDelta(t, 1750, got.ShaftWatts, 1)
	require.InDelta(t, 1710, got.RPM, 1e-9)
	got, _ = plate.Read(plate.Entry{Power: "5 HP", Volts: "230", Code: "V", RPM: "1750", Hertz: "60"}, 60)
	require.Equal(t, "V", got.Code)
}

func TestFarVoltsAreSaidToBeFar(t *testing.T) {
	t.Parallel()
	d := sixLead(plate.Entry{Power: "3 HP", Volts: "575 V", Amps: "3.2", RPM: "1740", Hertz: "60", Phases: "3",
		Connection: "Y"})
	d.Workshop, d.Machines[0].Leads.Kind, d.Supply.Volts = scenario.ColdFord(), leads.Three, "240"
	f := found(plan.Make(d), "leads.unreachable")
	require.NotContains(t, strings.ReplaceAll(f.Detail, "no drive doubles", ""), "doubles")
	star := found(plan.Make(scenario.DryingTurntable()), "leads.unreachable")
	require.Contains(t, star.Detail, "opens the star point")
}

func TestZeroIsAReading(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Leads.Insulation, d.Machines[0].Leads.InsulationAt = "0", ""
	p := plan.Make(d)
	require.Empty(t, p.Unreadable())
	require.Equal(t, finding.Stop, found(p, "leads.insulation").Grade)
	d = scenario.TileExtruder()
	d.Machines[0].Leads.Zero = "0"
	require.Zero(t, unread(plan.Make(d)))
	d.Machines[0].Load.Share = "0 %"
	require.Zero(t, unread(plan.Make(d)))
}

func TestUnprovedNineLeadsAreNotCalledAsWanted(t *testing.T) {
	t.Parallel()
	for _, p := range []plate.Entry{{}, {Power: "3 HP", Volts: "208-230/460", Amps: "9.0-8.2/4.1", RPM: "1760",
		Hertz: "60", Phases: "3"}} {
		d := document.New("Nine", scenario.ColdFord())
		d.Machines[0].Plate, d.Machines[0].Leads.Kind, d.Machines[0].Leads.Found = p, leads.NineStar, "high star"
		plan := plan.Make(d)
		require.Nil(t, found(plan, "leads.joined"))
		require.NotContains(t, plan.Now.Note, "as wanted")
	}
}

func TestFiguresAreSaidAsPeopleSayThem(t *testing.T) {
	t.Parallel()
	for x, want := range map[[2]any]string{{0.065, "s"}: "0.1", {0.606, "V"}: "0.6", {0.5, "W"}: "0.5",
		{236.0, "V"}: "236", {50.0, "µF"}: "50", {0.25, "kW"}: "0.25", {4.7, "A"}: "4.70", {0.0004, "A"}: "0"} {
		require.Equal(t, want+unit.Space+x[1].(string), unit.Text(x[0].(float64), x[1].(string)))
	}
}

// A sensor's lead is no lead of the motor: it stands in no joint, and the
// sentence says where it goes.
func TestASensorsLeadStandsInNoJoint(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Leads.Extras = "P1 P2 PTC thermistor"
	d.Machines[0].Leads.Found = "L1-U1-W2; L2-V1-U2-p1; L3-W1-V2"
	p := plan.Make(d)
	at := slices.IndexFunc(p.Readings, func(r finding.Reading) bool { return r.Path == "machines.m1.leads.found" })
	require.Contains(t, p.Readings[at].Problem, "P1 belongs to the PTC thermistor")
	require.Contains(t, p.Readings[at].Problem, "never into a joint")
	require.False(t, p.Now.Known)
	d.Machines[0].Leads.Extras = "U1 PTC thermistor" // the motor's own name wins
	d.Machines[0].Leads.Found = "L1-U1-W2; L2-V1-U2; L3-W1-V2"
	p = plan.Make(d)
	require.Empty(t, p.Unreadable())
}

// Behind a drive the box is fed by the motor cable: its copper sizes the caps.
func TestCapsBehindADriveAreSizedByTheMotorCable(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Machines[0].Leads.Box, d.Machines[0].Leads.Gauge = leads.Ends, "1.5 mm²"
	d.Machines[0].Protection.Conductor = "16 mm²"
	thick := plan.Make(d).Leads.Caps
	d.Machines[0].Protection.Conductor = ""
	require.Equal(t, plan.Make(d).Leads.Caps, thick, "the drive's own line is not in the box")
	require.NotEmpty(t, thick)
	require.Positive(t, thick[0].Area)
}
