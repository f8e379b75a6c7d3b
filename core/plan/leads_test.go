package plan_test

import (
	"context"
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/scenario"
)

// lowered is the pug mill with its joints made as wanted.
func lowered() document.Document {
	d := scenario.PugMill()
	d.Machines[0].Leads.Found = "low"
	return d
}

func TestHighJointsFedLowAreStoppedAndLowOnesRun(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.PugMill())
	require.Equal(t, "star, high joints", p.Now.Named)
	require.Equal(t, finding.Stop, p.Now.Grade)
	require.Equal(t, "star, low joints", p.Wanted.Named)
	p = plan.Make(lowered())
	require.Equal(t, "star, low joints", p.Now.Named)
	require.NotNil(t, found(p, "leads.joined"))
	for _, m := range p.Moves {
		require.Contains(t, []leads.MoveKind{leads.LockOff, leads.Check}, m.Kind, m.Text)
	}
}

func TestHalfCoilsFedAgainstEachOtherOpenTheBreaker(t *testing.T) {
	t.Parallel()
	d := scenario.PugMill()
	d.Machines[0].Leads.Found = "L1-T1-T7; L2-T5-T8; L3-T3-T9; " +
		"T2-T4-T6" // T2 and T5 exchanged: halves 2-5 and 8-to-star disagree
	p := plan.Make(d)
	require.True(t, p.Now.Trips || p.Now.Grade == finding.Stop)
	d = scenario.ClayShredder()
	d.Machines[0].Leads.Found = "L1-T1-T10-T6-T12; L2-T2-T8-T4-T7; L3-T3-T9-T5-T11"
	p = plan.Make(d)
	require.True(t, p.Now.Trips, p.Now.Verdict)
	require.Contains(t, p.Now.Verdict, "Half coils Ua and Ub fight each other")
	require.Contains(t, p.Now.Verdict, "Expect the breaker to open at once.")
}

// Of halves no joint is given before plate or continuity agrees on the family.
func TestNoJointListBeforeTheFamilyIsKnown(t *testing.T) {
	t.Parallel()
	d := scenario.PugMill()
	d.Machines[0].Leads.Agreed, d.Machines[0].Leads.Found = "", ""
	p := plan.Make(d)
	require.Equal(t, finding.Open, found(p, "leads.family").Grade)
	require.False(t, p.Wanted.Known)
	require.Empty(t, p.Moves)
	require.Empty(t, p.Leads.Ways)
	d.Machines[0].Leads.Agreed = "plate"
	require.True(t, plan.Make(d).Wanted.Known)
	d.Machines[0].Leads.Agreed = ""
	d.Machines[0].Leads.Round = leads.Round{Tags: "T1 T2 T3 T4 T5 T6 T7 T8 T9",
		Touches: "T1 T4 1.1\nT2 T5 1.1\nT3 T6 1.1\nT7 T8 2.1\nT8 T9 2.1\nT1 T2 open\nT1 T3 open\nT1 T7 open\nT2 T3 " +
			"open\nT2 T7 open\nT3 T7 open\nT1 frame open"}
	p = plan.Make(d)
	require.Equal(t, "continuity", p.Leads.Agreed)
	require.Equal(t, "star, low joints", p.Wanted.Named)
}

// A plate of one to two volts has more leads than six, and is asked how many.
func TestAPlateOfOneToTwoVoltsAsksForItsLeads(t *testing.T) {
	t.Parallel()
	d := document.New("Pug mill two", scenario.ColdFord())
	require.Equal(t, leads.T, d.Machines[0].Leads.Naming)
	d.Machines[0].Plate = scenario.PugMill().Machines[0].Plate
	p := plan.Make(d)
	f := found(p, "leads.how-many")
	require.Equal(t, "How many leads come out?", p.Next.Text)
	require.Nil(t, found(p, "leads.which-join"))
	require.False(t, p.Wanted.Known)
	d.Machines[0].Leads.Kind = leads.Kind(f.Cures[0].Value)
	p = plan.Make(d)
	require.Nil(t, found(p, "leads.how-many"))
	require.Equal(t, "Find out what the leads are", p.Next.Text)
	d.Machines[0].Plate = scenario.Blunger().Machines[0].Plate
	d.Machines[0].Leads.Kind, d.Machines[0].Plate.Connection = leads.Six, ""
	require.Nil(t, found(plan.Make(d), "leads.how-many"), "230/400 is one to √3")
}

func TestContinuityThatContradictsTheJobStopsIt(t *testing.T) {
	t.Parallel()
	d := scenario.PugMill()
	d.Machines[0].Leads.Round = scenario.TileExtruder().Machines[0].Leads.Round
	p := plan.Make(d)
	f := found(p, "leads.kind")
	require.Equal(t, finding.Stop, f.Grade)
	require.Equal(t, string(leads.NineDelta), f.Cures[0].Value)
	require.False(t, p.Wanted.Known, "no joint is given while they disagree")

	d = lowered() // the right groups, but two sleeves exchanged
	d.Machines[0].Leads.Round = leads.Round{Tags: "T1 T2 T3 T4 T5 T6 T7 T8 T9",
		Touches: "T1 T5 1.1\nT2 T4 1.1\nT3 T6 1.1\nT7 T8 2.1\nT8 T9 2.1\nT1 T2 open\nT1 T3 open\nT1 T7 open\nT2 T3 " +
			"open\nT2 T7 open\nT3 T7 open\nT1 frame open"}
	require.Equal(t, finding.Stop, found(plan.Make(d), "leads.marks").Grade)
	d.Machines[0].Leads.Round.Touches += "\nT3 frame 0.4"
	p = plan.Make(d)
	require.Equal(t, finding.Stop, found(p, "leads.frame").Grade)
	require.False(t, p.Card.Ready)
}

// Every classic mistake that a motor's leads allow is solved on that motor.
func TestEveryClassicMistakeIsSolved(t *testing.T) {
	t.Parallel()
	seen := map[string]bool{}
	for _, d := range []document.Document{scenario.Blunger(), lowered(), scenario.TileExtruder(),
		scenario.ClayShredder()} {
		right := plan.Make(d)
		for _, m := range right.Leads.Mistakes {
			s, err := picture.Mistaken(context.Background(), plan.Read(context.Background(), d), m.ID)
			require.NoError(t, err, "%s: %s", d.Name, m.ID)
			require.True(t, s.Solved || s.Short, "%s: %s: %s", d.Name, m.ID, s.Verdict)
			seen[m.ID] = true
			if m.ID == "other-line" {
				if !right.Wanted.Starts {
					continue
				}
				require.NotEqual(t, right.Wanted.Turns, s.Turns, d.Name)
				continue
			}
			switch m.ID {
			case "no-capacitor", "open-coil":
				require.NotEqual(t, finding.Good, s.Grade, "%s: %s: %s", d.Name, m.ID, s.Verdict)
			case "lost-line":
				if d.Bridge.Kind == document.KindDrive {
					require.Equal(t, finding.Stop, s.Grade, s.Verdict)
					continue
				}
				require.Contains(t, s.Verdict, "nothing flows", "L1 and the corner are joined by the capacitor only")
			}
			require.NotEqual(t, right.Wanted.Verdict, s.Verdict, "%s: %s", d.Name, m.ID)
		}
		all, err := picture.Faults(context.Background(), plan.Read(context.Background(), d))
		require.NoError(t, err)
		require.Len(t, all, len(right.Leads.Mistakes), "the same, in one batch")
		for _, f := range all {
			s, _ := picture.Mistaken(context.Background(), plan.Read(context.Background(), d), f.ID)
			require.Equal(t, s, f.State, "%s: %s", d.Name, f.ID)
		}
		_, err = picture.Mistaken(context.Background(), plan.Read(context.Background(), d), "no such mistake")
		require.ErrorIs(t, err, plan.ErrNone)
	}
	for _, id := range []string{"left-high", "other-family", "star-table", "delta-table", "wrong-cap", "half-reversed",
		"coil-reversed", "missed-wire", "open-coil", "lost-line", "no-capacitor", "weak-can", "coil-shorted",
		"start-left-in", "other-line"} {
		require.True(t, seen[id], id)
	}
	s, _ := picture.Mistaken(context.Background(), plan.Read(context.Background(), lowered()), "delta-table")
	require.True(t, s.Trips, s.Verdict)
	s, _ = picture.Mistaken(context.Background(), plan.Read(context.Background(), lowered()), "no-capacitor")
	require.False(t, s.Starts)
}

// What is exported as a bench case solves to the plan's own numbers, and comes
// back as the same joints.
func TestABenchCaseGoesOutAndComesBack(t *testing.T) {
	t.Parallel()
	for _, d := range []document.Document{scenario.Blunger(), lowered(), scenario.ClayShredder()} {
		b, ok := picture.BenchCase(d, "wanted")
		require.True(t, ok, d.Name)
		p := plan.Make(d)
		text, err := json.Marshal(b)
		require.NoError(t, err)
		again, err := circuit.DecodeBenchCase(text)
		require.NoError(t, err)
		answer, err := circuit.SolveCase(&again.Circuit)
		require.NoError(t, err)
		require.Greater(t, answer.Machines["motor"].TorqueNm, 0.0)
		back, err := picture.FromBenchCase(d, again)
		require.NoError(t, err)
		require.Equal(t, p.Wanted.Named, plan.Make(back).Now.Named)
		require.Equal(t, p.Link.CornerTo, back.Bridge.Capacitor.CornerTo)

		two := again
		two.Machines = append(slices.Clone(again.Machines), again.Machines[0])
		_, err = picture.FromBenchCase(d, two)
		require.ErrorContains(t, err, "2 machines")
		odd := again
		odd.Machines = slices.Clone(again.Machines)
		odd.Machines[0].Coils = odd.Machines[0].Coils[:1]
		_, err = picture.FromBenchCase(d, odd)
		require.ErrorContains(t, err, "none of a job's")
	}
	_, ok := picture.BenchCase(document.New("Empty", scenario.TansyLane()), "now")
	require.False(t, ok)
}

func TestABumpTheWrongWayIsTurnedRoundAtTheCapacitorOnly(t *testing.T) {
	t.Parallel()
	d := lowered()
	d.Machines[0].Leads.Bumped = "wrong-L1"
	p := plan.Make(d)
	f := found(p, "leads.bump-wrong")
	require.Equal(t, finding.Stop, f.Grade)
	require.Equal(t, "L2", f.Cures[0].Value)
	require.Contains(t, f.Detail, "pulls the clay into its bearing")
	require.False(t, p.Card.Ready)
	d.Bridge.Capacitor.CornerTo = "L2"
	p = plan.Make(d)
	require.Nil(t, found(p, "leads.bump-wrong"))
	require.Equal(t, finding.Open, found(p, "leads.bumped").Grade, "bump once more")
	d.Machines[0].Leads.Bumped = "right-L2"
	require.Equal(t, finding.Good, found(plan.Make(d), "leads.bumped").Grade)
	require.Contains(t, strings.Join(p.Leads.Direction.Nothing, " "), "Exchanging L1 and L2 at the plug")
}

func TestClipsStayOpenAndTheInsulationIsJudgedByItsTester(t *testing.T) {
	t.Parallel()
	d := lowered()
	d.Machines[0].Leads.Clips = "yes"
	require.Equal(t, finding.Open, found(plan.Make(d), "leads.clips").Grade)
	grade := func(reading, at string, tester leads.Tester) finding.Grade {
		d.Machines[0].Leads.Ohms = leads.Ohms{Insulation: reading, InsulationAt: at, Tester: tester}
		return found(plan.Make(d), "leads.insulation").Grade
	}
	require.Equal(t, finding.Open, grade("200 MΩ", "", ""), "who does not say with what has not tested it")
	require.Equal(t, finding.Open, grade("200 MΩ", "", leads.Multimeter), "a multimeter never passes a winding")
	require.Equal(t, finding.Stop, grade("0.1 MΩ", "", leads.Multimeter), "but it fails one")
	require.Equal(t, finding.Good, grade("200 MΩ", "", leads.Insulation))
	require.Equal(t, finding.Caution, grade("12 MΩ", "20 °C", leads.Insulation), "12 MΩ at 20 °C is 3 MΩ at 40 °C")
	require.Equal(t, finding.Good, grade("12 MΩ", "40 °C", leads.Insulation))
	require.Equal(t, finding.Stop, grade("3 MΩ", "20 °C", leads.Insulation), "0.75 MΩ at 40 °C")
}

// The ohms between the lines prove joints, in the temperature of the reading.
func TestLineOhmsProveTheJoints(t *testing.T) {
	t.Parallel()
	d := lowered()
	d.Machines[0].Plate.WindingOhms = "1.1 Ω" // a half coil
	p := plan.Make(d)
	require.Equal(t, []string{"L1-L2 1.10\u00a0Ω", "L2-made line 1.10\u00a0Ω", "made line-L1 1.10\u00a0Ω"},
		p.Leads.LineOhms,
		"two halves side by side, twice in a row")
	high := scenario.PugMill()
	high.Machines[0].Plate.WindingOhms = "1.1 Ω"
	both := plan.Make(high).Leads
	require.Equal(t, "L1-L2 4.40\u00a0Ω", both.LineOhms[0], "as they are now, on the high joints")
	require.Equal(t, "L1-L2 1.10\u00a0Ω", both.Wanted[0], "once joined low")
	judge := func(reading, at string) *finding.Finding {
		d.Machines[0].Leads.Ohms = leads.Ohms{LineOhms: reading, OhmsAt: at}
		return found(plan.Make(d), "leads.line-ohms")
	}
	require.Equal(t, finding.Good, judge("1.1, 1.11, 1.09", "20 °C").Grade)
	require.Equal(t, finding.Good, judge("1.27, 1.27, 1.27", "60 °C").Grade, "a warm winding reads 16 % more")
	require.Equal(t, finding.Caution, judge("4.4, 4.4, 4.4", "20 °C").Grade, "four times: the high joints")
	require.Equal(t, finding.Stop, judge("1.1, 1.1, 1.7", "20 °C").Grade, "a cap missed its wire")
}

func TestAStarDeltaStarterAndOddLeadsAreNamed(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Leads.Starter = leads.StarDelta
	f := found(plan.Make(d), "leads.starter")
	require.Contains(t, f.Detail, "U1-W2", "the permanent joint is given")
	d.Machines[0].Leads.Extras = "P1 P2 thermal protector\nX1 X2 blue and thin"
	p := plan.Make(d)
	require.Len(t, p.Leads.Extras, 2)
	require.Equal(t, finding.Open, found(p, "leads.extra").Grade)
}

func TestOtherLeadsAreRecognisedAndNotPlanned(t *testing.T) {
	t.Parallel()
	d := scenario.PugMill()
	d.Machines[0].Leads.Kind = leads.Other
	p := plan.Make(d)
	require.Equal(t, finding.Stop, found(p, "leads.other").Grade)
	require.False(t, p.Wanted.Known)
	require.False(t, p.Computed)
}

// The right arrangement comes first, the others say what they would do.
func TestWaysAreJudgedByCoilVolts(t *testing.T) {
	t.Parallel()
	ways := plan.Make(lowered()).Leads.Ways
	require.Len(t, ways, 2)
	require.True(t, ways[0].Fits)
	require.Equal(t, finding.Caution, ways[1].Grade)
	require.Contains(t, ways[1].Text, "about 33\u00a0% of it", "(240/416)²: the plate's low column begins at 208 V")
	ways = plan.Make(scenario.ClayShredder()).Leads.Ways
	require.Len(t, ways, 4)
	require.Equal(t, "delta, low joints", ways[0].Title)
	d := scenario.Blunger()
	d.Machines[0].Plate = plate.Entry{Power: "1.1 kW", Volts: "115 V", Connection: "Δ", Amps: "9.4", RPM: "1410",
		Hertz: "50", PowerFactor: "0.79"}
	ways = plan.Make(d).Leads.Ways
	require.Equal(t, finding.Stop, ways[len(ways)-1].Grade, "delta at twice its volts burns")
	require.Contains(t, ways[len(ways)-1].Text, "transformer down")
}
