package plan_test

import (
	"context"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/core/unit"
)

func TestTheBallMillIsPlannedOnItsDrive(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.BallMill())
	require.NotNil(t, p.Drive)
	require.Equal(t, finding.Good, found(p, "drive.amps").Grade)
	require.Equal(t, "delta", p.Wanted.Named)
	require.True(t, p.Wanted.Runs)
	require.Equal(t, finding.Good, p.Wanted.Grade, p.Wanted.Verdict)
	for _, c := range p.Wanted.Coils {
		require.InDelta(t, p.Wanted.Coils[0].Share, c.Share, 1e-6, "a drive's three phases are equal")
	}
	require.InDelta(t, p.Drive.Point.Share, p.Wanted.Coils[0].Share, 0.01, "head and dial say the same")
	codes := map[string]drive.Row{}
	for _, r := range p.Drive.Sheet {
		codes[r.Code] = r
		require.NotEmpty(t, r.How)
		require.NotEmpty(t, r.Why.Formula)
	}
	require.Equal(t, "3.8", codes["A1020"].Value)
	require.Equal(t, "925", codes["A1040"].Value)
	require.Equal(t, "2", codes["D4010"].Value, "start and stop buttons")
	require.Equal(t, "0", codes["D4040"].Value, "nothing starts by itself")
	require.NotContains(t, codes, "A1030", "50 Hz is its default")
	require.Empty(t, p.Schools, "no capacitor is spoken of")
	require.Equal(t, unit.Percent(p.Drive.Point.Share), p.Leads.Ways[0].Worst)
	require.NotEmpty(t, p.Leads.Ways[0].Start)
	require.NotEqual(t, p.Leads.Ways[0].Worst, p.Leads.Ways[1].Worst, "in star it is weak")
	require.True(t, p.Card.Ready, p.Card.NotReady)
	for _, f := range p.Findings {
		require.NotContains(t, strings.ToLower(f.Sentence+f.Detail), "µf", f.ID)
	}
	for _, m := range p.Moves {
		require.NotContains(t, m.Text, "capacitor")
	}
	for _, m := range p.Leads.Mistakes {
		s, err := picture.Mistaken(context.Background(), plan.Read(context.Background(), scenario.BallMill()), m.ID)
		require.NoError(t, err, m.ID)
		require.True(t, s.Solved || s.Short, m.ID)
	}
}

func TestABumpTheWrongWayOnADriveExchangesTwoWires(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Machines[0].Leads.Bumped = "wrong-L1"
	p := plan.Make(d)
	require.Contains(t, found(p, "leads.bump-wrong").Detail, "three motor wires")
	require.Equal(t, "machines.m1.leads.bumped", found(p, "leads.bump-wrong").Cures[0].Path)
	d.Machines[0].Leads.Bumped = "right-L1"
	require.Equal(t, finding.Good, found(plan.Make(d), "leads.bumped").Grade)
}

func TestSlowHertzLosesItsCooling(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Bridge.Drive.At = "10 Hz"
	p := plan.Make(d)
	f := found(p, "drive.speed")
	require.Equal(t, finding.Caution, f.Grade)
	require.Equal(t, "bridge.drive.cooling", f.Cures[0].Path)
	require.Contains(t, p.Wanted.Verdict, "10\u00a0Hz")
	d.Machines[0].Load.On, d.Machines[0].Load.Off = "5 min", "60 min"
	require.Equal(t, finding.Note, found(plan.Make(d), "drive.speed").Grade, "short runs at low speed keep cool")
	d.Machines[0].Load.On, d.Machines[0].Load.Off, d.Bridge.Drive.Least = "", "", "8 Hz"
	require.Equal(t, finding.Caution, found(plan.Make(d), "drive.range").Grade)
	d.Bridge.Drive.Least = ""
	d.Bridge.Drive.Cooling = drive.Blower
	require.Equal(t, finding.Good, found(plan.Make(d), "drive.speed").Grade)
}

func TestADoublingDriveIsSetByJumpersAndTrims(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.SlabRoller())
	require.Equal(t, "star, low joints", p.Wanted.Named, "230 V out of 118")
	require.Nil(t, found(p, "drive.line-volts"))
	at := map[string]drive.Row{}
	for _, r := range p.Drive.Sheet {
		at[r.Code] = r
	}
	require.Equal(t, "right", at["J1"].Value, "60 Hz motor")
	require.Equal(t, "B", at["J2"].Value, "0.37 kW")
	require.Equal(t, "middle", at["J3"].Value)
	require.Equal(t, drive.Turned, at["AMPS"].Kind)
	require.Contains(t, at["AMPS"].How, "on a clock")
	d := scenario.SlabRoller()
	d.Bridge.Drive.Run = drive.Keypad
	require.Equal(t, finding.Stop, found(plan.Make(d), "drive.never").Grade)
	d = scenario.SlabRoller()
	d.Supply.Volts = "240"
	require.Equal(t, finding.Stop, found(plan.Make(d), "drive.line-volts").Grade)
}

func TestADriveMadeForThreePhasesIsTooSmallForTheExtruder(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.TileExtruder())
	require.Equal(t, finding.Stop, found(p, "drive.amps").Grade)
	require.Contains(t, p.Wanted.Verdict, "until the drive trips")
	grades := map[string]finding.Grade{}
	for _, c := range p.Drive.Choices {
		grades[c.ID] = c.Grade
		require.NotEmpty(t, c.Text)
	}
	require.Equal(t, map[string]finding.Grade{"fell-40": finding.Stop, "ghyll-7": finding.Stop,
		"rill-15": finding.Stop, "tarn-22": finding.Stop, "wath-11": finding.Stop, "whin-15": finding.Stop,
		"withy-30": finding.Stop, "yarl-55": finding.Stop}, grades)
}

func TestASecondHandDriveIsInspectedAndReadBack(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Bridge.Drive = drive.Entry{Profile: "rill-15", SecondHand: "yes", ReadBack: "06.1 700\n01.1 60\n05.1 0",
		EStop: "yes", SinkOhm: "4000 Ω"}
	p := plan.Make(d)
	require.Equal(t, finding.Open, found(p, "drive.inspection").Grade)
	require.Contains(t, found(p, "drive.read-back").Detail, "06.1 stands at 700, wants 380")
	require.Equal(t, finding.Stop, found(p, "drive.sink").Grade)
	require.Len(t, p.Drive.Sheet, 19, "every code, also what is as the default: nobody knows what stands there")
	for _, s := range p.Drive.Inspection {
		d.Bridge.Drive.Done = append(d.Bridge.Drive.Done, "inspect:"+s.ID)
	}
	require.Nil(t, found(plan.Make(d), "drive.inspection"))
}

func TestWithoutADriveItIsAsked(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Bridge.Drive = drive.Entry{}
	p := plan.Make(d)
	require.Equal(t, "Choose the drive", p.Next.Text)
	require.Len(t, p.Drive.Choices, 8)
	require.False(t, p.Wanted.Solved)
	_, ok := pictured(picture.Island)(d)
	require.False(t, ok)
	d.Bridge.Drive = drive.Entry{Profile: "nobody-9"}
	require.NotEmpty(t, d.Validate())
}

func TestAnOwnProfileTravelsWithTheJob(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	own, _ := drive.ByID("tarn-22")
	own.ID, own.Name, own.Output.Amps = "beck-9", "Beck 9", 9
	d.Bridge.Drive.Profile, d.Bridge.Drive.Own = "beck-9", &own
	text, err := json.Marshal(d)
	require.NoError(t, err)
	again, err := document.Decode(text)
	require.NoError(t, err)
	p := plan.Make(again)
	require.Equal(t, "Beck 9", p.Drive.Name)
	require.Len(t, p.Drive.Choices, 9)
	d.Bridge.Drive.Own.Parameters[0].Code = d.Bridge.Drive.Own.Parameters[1].Code
	require.Equal(t, "bridge.drive.own.parameters[1].code", d.Validate()[0].Path)
}

func TestABenchCaseOfADriveIsThreePhases(t *testing.T) {
	t.Parallel()
	b, ok := picture.BenchCase(scenario.BallMill(), "wanted")
	require.True(t, ok)
	require.Len(t, b.Sources, 3)
	_, err := circuit.SolveCase(&b.Circuit)
	require.NoError(t, err)
}

// A load near what the cooling carries all day makes a verdict that would change.
func TestADrivesVerdictNearItsLimitWouldChange(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	require.Nil(t, found(plan.Make(d), "drive.would-change"), "70 % of what it carries is far enough")
	d.Machines[0].Load.Share = "96 %"
	f := found(plan.Make(d), "drive.would-change")
	require.NotNil(t, f)
	require.Equal(t, finding.Note, f.Grade)
	require.Contains(t, f.Detail, "What settles it")
}
