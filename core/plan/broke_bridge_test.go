package plan_test

import (
	"encoding/json"
	"math"
	"math/cmplx"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

func figure(all []finding.Figure, id string) finding.Figure {
	at := slices.IndexFunc(all, func(f finding.Figure) bool { return f.ID == id })
	if at < 0 {
		return finding.Figure{}
	}
	return all[at]
}

// everything is every text of a plan in one.
func everything(p plan.Plan) string {
	text, _ := json.Marshal(p)
	return string(text)
}

func TestTheCornersLeadSizesTheMotorWire(t *testing.T) {
	t.Parallel()
	d := sixLead(plate.Entry{Power: "3 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "11.1/6.4", RPM: "1430",
		Hertz: "50", PowerFactor: "0.81", Phases: "3"})
	d.Bridge.Capacitor.Microfarad, d.Machines[0].Load.Share, d.Machines[0].Load.Kind = "180", "70 %", machine.Fan
	d.Machines[0].Protection.Conductor = "1.5 mm²"
	p := plan.Make(d)
	most := 0.0
	for _, l := range p.Wanted.Lines {
		most = math.Max(most, l.Amps)
	}
	require.Greater(t, most, p.Wanted.Supply, "a lead carries more than the line does")
	f := found(p, "protection.conductor")
	if f == nil {
		require.NotNil(t, found(p, "protection.wait"))
		return
	}
	require.Equal(t, 1.25*most <= 16, f.Grade == finding.Good, "%s at %.1f A", f.Sentence, most)
}

func TestASmallBreakerIsNotSaidToHoldTheStart(t *testing.T) {
	t.Parallel()
	judged := 0
	for i, c := range jobtest.Plates(t) {
		if !jobtest.InPart(t, i, 4) {
			continue
		}
		d := c.Document()
		d.Machines[0].Leads.Agreed, d.Machines[0].Load.Kind, d.Machines[0].Load.Share,
			d.Machines[0].Protection.Breaker = "plate", machine.Fan, "30 %", "6 A"
		p := plan.Make(d)
		f := found(p, "protection.breaker")
		if start := figure(p.Supply, "start-amps").Value; f != nil && start > 5*6 {
			judged++
			require.NotEqual(t, finding.Good, f.Grade, "%s: %s at %.1f A", c.ID, f.Sentence, start)
		}
	}
	require.Positive(t, judged)
}

// One start is one figure, wherever it is said.
func TestOneStartHasOneFigure(t *testing.T) {
	t.Parallel()
	for _, start := range []string{"", "90"} {
		d := sixLead(oneKW)
		d.Bridge.Capacitor.Microfarad, d.Bridge.Capacitor.Start = "45", start
		p := plan.Make(d)
		require.Equal(t, figure(p.Supply, "start-amps").Text, figure(p.Bridge, "start-amps").Text,
			"start capacitor %q", start)
	}
}

func TestTheStartButtonsContactBreaksWhatFlowsInIt(t *testing.T) {
	t.Parallel()
	d := sixLead(fourKW)
	d.Machines[0].Load.Share, d.Machines[0].Load.Kind, d.Bridge.Capacitor.Start, d.Bridge.Capacitor.StartBy = "55 %",
		machine.Fan, "250", "button"
	p := plan.Make(d)
	b := buy(p, "start-button")
	require.NotNil(t, b, "%v", p.Card.NotReady)
	_, spec, _ := strings.Cut(b.Spec, "contact for ")
	spec, _, _ = strings.Cut(spec, " of ")
	amps, _, err := unit.Amps.One(spec)
	require.NoError(t, err, b.Spec)
	c, ok := picture.BenchCase(d, "wanted")
	require.True(t, ok)
	// At full speed, held in: the start capacitor's own amps at the corner's volts then.
	c.Circuit.Elements = append(c.Circuit.Elements, circuit.Element{Name: "start", Kind: circuit.Capacitor, From: "L3",
		To: "L1", Microfarad: 250})
	s, err := circuit.Compile(&c.Circuit)
	require.NoError(t, err)
	most := 0.0
	for _, slip := range []float64{1, 0.5, 0.25, 0.05, 0.03} {
		s.SetSlip(0, slip)
		require.NoError(t, s.Solve())
		most = math.Max(most, cmplx.Abs(s.ElementAmps(len(c.Circuit.Elements)-1)))
	}
	require.GreaterOrEqual(t, amps, 0.97*most, b.Spec)
}

func TestTableAmpsStandAsThePrintedOnes(t *testing.T) {
	t.Parallel()
	d := document.New("Case", scenario.ColdFord())
	d.Machines[0].Plate = plate.Entry{Power: "1 HP", Volts: "208-230/460", Amps: "3.4-3.2/1.6", RPM: "1740",
		Hertz: "60", PowerFactor: "0.76", Phases: "3", Code: "K"}
	d.Machines[0].Leads.Kind, d.Machines[0].Leads.Agreed, d.Machines[0].Leads.Found = leads.NineStar, "plate",
		"low star"
	d.Machines[0].Load.Kind, d.Machines[0].Load.Share = machine.Fan, "60 %"
	seen := map[string]bool{}
	for _, volts := range []string{"224", "232", "238"} {
		d.Supply.Volts = volts
		p := plan.Make(d)
		require.NotEmpty(t, p.Guard, volts)
		why := figure(p.Guard, "conductor").Why[0]
		require.Contains(t, why.Source, "230", "the printed column: %s", why.Source)
		amps, _, _ := strings.Cut(strings.TrimPrefix(why.Numbers, "1.25 · "), " =")
		seen[amps] = true
	}
	require.Len(t, seen, 1, "a few volts do not change a printed column: %v", seen)
	d.Workshop.Volts, d.Supply.Volts, d.Machines[0].Plate = 120, "121",
		plate.Entry{Power: "1/4 HP", Volts: "115/230", Amps: "1.6/0.8", RPM: "1720", Hertz: "60", Phases: "3"}
	small := plan.Make(d)
	require.NotEmpty(t, small.Guard, "%v", small.Card.NotReady)
	for _, f := range small.Guard {
		for _, y := range f.Why {
			require.NotRegexp(t, `2[34]0 V`, y.Source, "120 V has a column of its own")
		}
	}
}

func TestNothingIsPermanentUnderAStopOrAboveItsPlate(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Bridge.Capacitor.Microfarad = "5"
	p := plan.Make(d)
	require.NotEqual(t, "Permanent", p.Use.Title)
	d = scenario.Blunger()
	d.Bridge.Capacitor.Trim = "5.3 4.6 4.9"
	if p = plan.Make(d); p.Use != nil && p.Trim != nil {
		for _, c := range p.Wanted.Coils {
			require.False(t, c.Share > 1 && p.Use.Title == "Permanent", "%s at %s", c.Name, c.Of)
		}
	}
}

// What is said of full load and of all day is one thing.
func TestFullLoadIsAllDayOnlyWhereItIs(t *testing.T) {
	t.Parallel()
	for _, c := range jobtest.Plates(t)[:60] {
		d := c.Document()
		d.Machines[0].Leads.Agreed = "plate"
		p := plan.Make(d)
		full, all := figure(p.Bridge, "full"), figure(p.Bridge, "continuous")
		if full.Text == "all day" && all.Value < 1 {
			require.Contains(t, full.Note, "not at every load below", c.ID)
		}
	}
}

func TestTheIdlingOfASmallMotorIsNotCuredByLighterLoad(t *testing.T) {
	t.Parallel()
	d := scenario.SlipMixer()
	d.Machines[0].Load.Lightest = "0"
	f := found(plan.Make(d), "capacitor.idle")
	require.NotNil(t, f)
	require.NotRegexp(t, `[Ll]ighten|[Ll]ighter load helps`, f.Sentence+f.Detail)
}

func TestADriveIsNotToldThatTheMotorTurnsFaster(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Machines[0].Plate.Hertz, d.Machines[0].Plate.RPM = "60", "1710"
	d.Bridge.Kind, d.Bridge.Drive = document.KindDrive, drive.Entry{Profile: "tarn-22"}
	require.NotContains(t, everything(plan.Make(d)), "faster")
	d.Machines[0].Plate.Hertz, d.Machines[0].Plate.RPM = "42", "1200"
	d.Bridge.Kind, d.Bridge.Drive = "capacitor", drive.Entry{}
	require.Contains(t, everything(plan.Make(d)), "faster", "the line's own hertz turn it")
}

func TestAJumperThatDoesNotReachSaysWhatIsWanted(t *testing.T) {
	t.Parallel()
	d := scenario.SlabRoller()
	d.Machines[0].Plate.Power, d.Machines[0].Plate.Amps, d.Machines[0].Plate.Volts = "1/8 HP", "0.7/0.35", "230/460"
	p := plan.Make(d)
	cut := 0
	for _, f := range p.Findings {
		if !strings.HasPrefix(f.ID, "drive.cut.") {
			continue
		}
		cut++
		require.Regexp(t, `\d`, f.Detail, "the value that is wanted: %s %s", f.Sentence, f.Detail)
	}
	require.Positive(t, cut, "%+v", p.Drive.Sheet)
}

// The card's gates come in the order of the work: the settings that protect the
// motor are keyed before it is bumped.
func TestSettingsComeBeforeTheBump(t *testing.T) {
	t.Parallel()
	gates := plan.Make(scenario.BallMill()).Card.Checks
	at := func(word string) int {
		return slices.IndexFunc(gates, func(g string) bool { return strings.Contains(strings.ToLower(g), word) })
	}
	require.GreaterOrEqual(t, at("keyed"), 0, "%v", gates)
	require.Greater(t, at("bump"), at("keyed"), "%v", gates)
}

func TestALongMotorSaysThatTheTableIsForFourPoles(t *testing.T) {
	t.Parallel()
	d := sixLead(plate.Entry{Power: "1.5 kW", Volts: "230/400", Connection: "Δ/Y", RPM: "565", Hertz: "50",
		Phases: "3"})
	text := everything(plan.Make(d))
	require.Regexp(t, `10 poles|ten poles|four poles|four-pole`, text)
}

func TestHalfOfTheLossUnexplainedIsCaught(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Machines[0].Plate.WindingOhms = "0.4 Ω"
	require.NotNil(t, found(plan.Make(d), "plate.ohms"))
}

func TestANoughtOhmTouchIsRead(t *testing.T) {
	t.Parallel()
	d := scenario.TileExtruder()
	d.Machines[0].Leads.Zero, d.Machines[0].Leads.Touches = "0", "1-2 0 Ω\n1-3 0\n"
	require.Zero(t, unread(plan.Make(d)))
}

func TestADeadShortIsSaidOfTheDeviceThatIsThere(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Machines[0].Leads.Found = "L1-U1; L2-U1; L3-W1"
	v := plan.Make(d).Now.Verdict
	require.Contains(t, v, "drive")
	require.NotContains(t, v, "breaker")
	d.Bridge.Kind = "capacitor"
	require.Contains(t, plan.Make(d).Now.Verdict, "breaker")
}

func TestAFeedersSmallBreakerIsFoundForAnyBridge(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Supply.Breaker = "4 A"
	f := found(plan.Make(d), "supply.breaker")
	require.NotNil(t, f)
	require.Equal(t, finding.Stop, f.Grade, "what runs opens it")
	d.Machines[0].Protection = protection.Entry{Breaker: "63 A"}
	require.Equal(t, finding.Caution, found(plan.Make(d), "protection.breaker").Grade)
}
