package plan_test

import (
	"bytes"
	"context"
	"encoding/json"
	"math"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/can"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

func found(p plan.Plan, id string) *finding.Finding {
	for i := range p.Findings {
		if p.Findings[i].ID == id {
			return &p.Findings[i]
		}
	}
	return nil
}

// pictured asks for a picture with nobody going away.
func pictured[T any](of func(context.Context, *plan.Solved) (T, error)) func(document.Document) (T, bool) {
	return func(d document.Document) (T, bool) {
		v, err := of(context.Background(), plan.Read(context.Background(), d))
		return v, err == nil
	}
}

func documents() map[string]document.Document {
	out := map[string]document.Document{"empty": document.New("Empty", scenario.TansyLane()),
		"empty, 60 Hz": document.New("Empty", scenario.ColdFord())}
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			out[j.Document.Name] = j.Document
		}
	}
	return out
}

func TestEveryMadeUpMachineIsAGoodDocument(t *testing.T) {
	t.Parallel()
	for name, d := range documents() {
		require.Empty(t, d.Validate(), name)
		text, err := json.Marshal(d)
		require.NoError(t, err)
		again, err := document.Decode(text)
		require.NoError(t, err, name)
		back, err := json.Marshal(again)
		require.NoError(t, err)
		require.Equal(t, string(text), string(back), "the round trip is exact")
		p := plan.Make(d)
		require.Empty(t, p.Unreadable(), name)
	}
}

// No list of a plan is null, and the same document gives the same plan.
func TestAPlanIsWholeAndAlwaysTheSame(t *testing.T) {
	t.Parallel()
	for name, d := range documents() {
		one, err := json.Marshal(plan.Make(d))
		require.NoError(t, err, name)
		two, err := json.Marshal(plan.Make(d))
		require.NoError(t, err)
		require.Equal(t, string(one), string(two), name)
		for _, list := range []string{"readings", "findings", "bays", "moves", "motor", "bridge", "supply",
			"protection", "load", "schools", "joints", "coils", "between", "lines", "assumed", "parts", "checks",
			"cautions", "open", "settings", "names"} {
			require.NotContains(t, string(one), `"`+list+`":null`, name)
		}
		require.False(t, bytes.Contains(one, []byte("NaN")), name)
	}
}

func TestTheBlungerRunsInDeltaOnItsCapacitor(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.Blunger())
	require.True(t, p.Computed)
	require.Equal(t, leads.Delta, p.Wanted.Way.Arrangement)
	require.Equal(t, "U1-W2; V1-U2; W1-V2", strings.NewReplacer("L1-", "", "L2-", "", "L3-", "").Replace(p.Wanted.Text))
	require.Equal(t, finding.Good, p.Now.Grade)
	require.True(t, p.Now.Starts)
	require.Equal(t, "clockwise", p.Now.Turns)
	require.InDelta(t, 0.71, p.Link.Continuous, 0.02)
	require.True(t, p.Card.Ready)
	require.Nil(t, found(p, "protection.blind"), "what stirs does not idle: nothing is blind at its load")
	require.NotNil(t, found(p, "bringup.expect"))
	var good, over int
	for _, s := range p.Schools {
		if s.ID == "balance" {
			good++
			require.InDelta(t, 52, s.Microfarad, 0.5, "the made-up workshop's own")
		} else if s.Grade == finding.Stop {
			over++
		}
	}
	require.Equal(t, 1, good)
	require.Equal(t, 3, over, "the three rules of thumb overload this motor")
}

func TestFedAsFoundInStarItIsStopped(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Leads.Found, d.Machines[0].Leads.Done = "star", nil
	p := plan.Make(d)
	f := found(p, "leads.fed-now")
	require.Equal(t, finding.Stop, f.Grade)
	require.Contains(t, f.Detail, "Do not feed it before")
	require.Equal(t, leads.LockOff, p.Moves[0].Kind)
	require.NotEmpty(t, p.Moves[0].Caution)
	for _, c := range p.Now.Coils {
		require.Less(t, c.Share, p.Now.Coils[1].Share+1e-9, "winding V suffers")
	}
}

func TestHalfDoneWorkIsSolvedAsItStands(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.SlipMixer())
	require.Equal(t, "2 of 7 moves done", p.Now.Note)
	require.Empty(t, p.Now.Way.Arrangement)
	require.Equal(t, "U1-W2", p.Now.Text)
	d := scenario.SlipMixer()
	for _, m := range p.Moves {
		if !m.Done {
			d.Machines[0].Leads.Done = append(d.Machines[0].Leads.Done, m.ID)
		}
	}
	p = plan.Make(d)
	require.Equal(t, leads.Delta, p.Now.Way.Arrangement)
	require.NotNil(t, found(p, "leads.joined"))
}

func TestNoBridgeHelpsAStarOnlyMotorAt230Volts(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.DryingTurntable())
	require.Equal(t, finding.Stop, found(p, "leads.unreachable").Grade)
	require.Contains(t, found(p, "leads.unreachable").Detail, "transformer")
	require.Equal(t, finding.Stop, found(p, "capacitor.none").Grade)
	require.False(t, p.Card.Ready)
	require.NotEmpty(t, p.Card.NotReady)
	_, ok := pictured(picture.Island)(scenario.DryingTurntable())
	require.False(t, ok)
}

func TestTooMuchForTheMethodIsSaidWithWhatToDoInstead(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Plate = plate.Entry{Power: "5.5 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "19.5/11.2",
		RPM: "1440", Hertz: "50", PowerFactor: "0.83", Phases: "3"}
	d.Bridge.Capacitor.Microfarad = ""
	p := plan.Make(d)
	f := found(p, "capacitor.ceiling")
	require.Equal(t, finding.Stop, f.Grade)
	require.Contains(t, f.Detail, "rotary converter")
	require.False(t, p.Card.Ready)
	d.Machines[0].Plate = plate.Entry{Power: "4 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "14.5/8.4",
		RPM: "1430", Hertz: "50", PowerFactor: "0.82", Phases: "3"}
	require.Equal(t, finding.Caution, found(plan.Make(d), "capacitor.ceiling").Grade)
}

func TestASinglePhaseMotorStopsEverything(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Plate.Phases = "1"
	p := plan.Make(d)
	require.Equal(t, finding.Stop, p.Findings[0].Grade)
	require.Equal(t, "Not a three-phase motor", p.Next.Text)
	require.False(t, p.Computed)
	require.False(t, p.Card.Ready)
}

func TestDirectionFollowsTheCapacitorsEnd(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Bridge.Capacitor.CornerTo = "L2"
	p := plan.Make(d)
	require.Equal(t, "anticlockwise", p.Wanted.Turns)
	f := found(p, "capacitor.direction")
	require.Equal(t, finding.Caution, f.Grade, "the machine wants clockwise")
	require.Equal(t, finding.Cure{Label: "Capacitor to L1", Path: "bridge.capacitor.corner_to", Value: "L1"},
		f.Cures[0])
	d.Machines[0].Load.Turn = load.Anti
	d.Bridge.Capacitor.CornerTo = ""
	p = plan.Make(d)
	require.Equal(t, "L2", p.Link.CornerTo)
	require.Equal(t, finding.Good, found(p, "capacitor.direction").Grade)
	// Seen from behind it is the same motor: the same amps, mirrored.
	forward := plan.Make(scenario.Blunger())
	require.InDelta(t, forward.Wanted.Supply, p.Wanted.Supply, 0.01)
}

func TestAConstantLoadStartedFreeIsGivenItsLoadAtSpeed(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Load = load.Entry{Kind: machine.Constant, Share: "50 %", Start: load.Free}
	p := plan.Make(d)
	require.True(t, p.Wanted.Starts)
	require.Nil(t, func() *finding.Finding {
		if f := found(p, "capacitor.start"); f.Grade == finding.Stop {
			return f
		}
		return nil
	}())
	d.Machines[0].Load.Start = load.Loaded
	p = plan.Make(d)
	require.False(t, p.Wanted.Starts)
	require.Equal(t, finding.Stop, found(p, "capacitor.start").Grade)
	require.Contains(t, p.Wanted.Verdict, "hum")
}

func TestShortRunsAreJudgedByTheOwnersDuty(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Bridge.Capacitor.Microfarad = "68"
	f := found(plan.Make(d), "capacitor.heat")
	require.Equal(t, finding.Caution, f.Grade)
	require.Contains(t, f.Detail, "From cold it has about")
	d.Machines[0].Load.On, d.Machines[0].Load.Off = "10 min", "30 min"
	f = found(plan.Make(d), "capacitor.heat")
	require.Contains(t, f.Sentence, "For short runs only")
	d.Machines[0].Load.On, d.Machines[0].Load.Off = "8 h", "1 min"
	require.Contains(t, found(plan.Make(d), "capacitor.heat").Detail, "too much")
}

func TestTheDrawersCansAreUsed(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Bridge.Capacitor.Microfarad, d.Bridge.Capacitor.Drawer = "", "40, 12, 30"
	p := plan.Make(d)
	require.Equal(t, []can.Part{{Microfarad: 40, Own: true}, {Microfarad: 12, Own: true}}, p.Link.Parts)
	require.InDelta(t, 52, p.Link.Microfarad, 0)
	require.Contains(t, found(p, "capacitor.part").Detail, "lies in your drawer")
	d.Bridge.Capacitor.Drawer = "some"
	p = plan.Make(d)
	require.NotEmpty(t, p.Unreadable())
}

func TestAnUnreadableEntryIsNamedWithWhatWouldDo(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Plate.Power, d.Supply.Volts, d.Bridge.Capacitor.Microfarad = "plenty", "mains", "two"
	p := plan.Make(d)
	var paths []string
	for _, bad := range p.Unreadable() {
		paths = append(paths, bad.Path)
		require.NotEmpty(t, bad.Wanted)
	}
	require.ElementsMatch(t, []string{"machines.m1.plate.power", "supply.volts", "bridge.capacitor.microfarad"}, paths)
	require.Equal(t, "Mend the entry that could not be read", p.Next.Text)
}

// Every cure that a finding offers changes the document to another good one,
// and takes its finding away or makes it no graver.
func TestEveryCureCures(t *testing.T) {
	t.Parallel()
	for name, d := range documents() {
		d.Machines[0].Protection = protection.Entry{}
		for _, f := range plan.Make(d).Findings {
			for _, c := range f.Cures {
				changed := put(t, d, c.Path, c.Value)
				if c.And.Path != "" {
					changed = put(t, changed, c.And.Path, c.And.Value)
				}
				require.Empty(t, changed.Validate(), "%s: %s", name, c.Label)
				p := plan.Make(changed)
				require.Empty(t, p.Unreadable(), "%s: %s", name, c.Label)
				if after := found(p, f.ID); after != nil {
					require.GreaterOrEqual(t, after.Grade.Rank(), f.Grade.Rank(), "%s: %s leaves %q", name, c.Label,
						after.Sentence)
				}
			}
		}
	}
}

// put changes one entry the way the browser does, and reads the document as a server does.
func put(t *testing.T, d document.Document, path, value string) document.Document {
	t.Helper()
	text, err := json.Marshal(jobtest.With(d, path, value))
	require.NoError(t, err)
	out, err := document.Decode(text)
	require.NoError(t, err, path)
	return out
}

// Any mixture of entries gives a whole plan: no panic, no nonsense.
func TestAnyEntriesGiveAPlan(t *testing.T) {
	t.Parallel()
	volts := rapid.SampledFrom([]string{"", "230/400", "400", "230", "208-230/460", "115/230", "rubbish"})
	rapid.Check(t, func(t *rapid.T) {
		d := scenario.Blunger()
		d.Machines[0].Plate.Volts = volts.Draw(t, "volts")
		d.Machines[0].Plate.Connection = rapid.SampledFrom([]string{"", "Δ/Y", "Y", "Δ"}).Draw(t, "connection")
		d.Machines[0].Plate.Amps = rapid.SampledFrom([]string{"", "4.7/2.7", "1", "40"}).Draw(t, "amps")
		d.Machines[0].Plate.Power = rapid.SampledFrom([]string{"", "0.12 kW", "1½ HP", "11 kW"}).Draw(t, "power")
		d.Machines[0].Plate.RPM = rapid.SampledFrom([]string{"", "1410", "2850", "930"}).Draw(t, "rpm")
		d.Machines[0].Leads.Kind = rapid.SampledFrom([]leads.Kind{"", leads.Three, leads.Six}).Draw(t, "kind")
		d.Machines[0].Leads.Found = rapid.SampledFrom([]string{"", "star", "delta", "open", "L1-L2", "L1-U1-U2; L2-V1",
			"L3-L1"}).Draw(t, "found")
		d.Machines[0].Load.Share = rapid.SampledFrom([]string{"", "0.3", "65 %", "180 %"}).Draw(t, "share")
		d.Machines[0].Load.Kind = rapid.SampledFrom([]machine.LoadKind{"", machine.NoLoad, machine.Constant,
			machine.Fan, machine.Linear}).Draw(t, "load")
		d.Bridge.Capacitor.Microfarad = rapid.SampledFrom([]string{"", "5", "52", "900"}).Draw(t, "µF")
		p := plan.Make(d)
		text, err := json.Marshal(p)
		require.NoError(t, err, "every number is finite")
		require.NotContains(t, string(text), "NaN")
		require.NotContains(t, string(text), "Inf")
		require.Len(t, p.Bays, 6)
		require.NotEmpty(t, p.Next.Text)
		if p.Wanted.Solved && !p.Wanted.Short {
			for _, c := range p.Wanted.Coils {
				require.False(t, math.IsNaN(c.Share))
			}
		}
	})
}

// Every formula that a finding shows leads to a place in the engine's pages.
func TestEveryWhyReachesItsFormula(t *testing.T) {
	t.Parallel()
	pages, err := os.ReadFile("../../docs/engine.md")
	require.NoError(t, err)
	led := 0
	for name, d := range documents() {
		for _, f := range plan.Make(d).Findings {
			for _, w := range f.Why {
				require.NotEmpty(t, w.Source, "%s: %s", name, f.ID)
				if w.Section == "" {
					require.Contains(t, []string{"leads.joined", "plate.single-phase"}, f.ID,
						"only what was read off or ticked needs no formula")
					continue
				}
				require.Contains(t, string(pages), "{#"+string(w.Section)+"}", "%s: %s", name, f.ID)
				led++
			}
		}
	}
	require.Greater(t, led, 30)
	run, ok := pictured(picture.Start)(scenario.Blunger())
	require.True(t, ok)
	p := plan.Make(scenario.Blunger())
	for _, list := range [][]finding.Figure{p.Motor, p.Bridge, p.Supply, p.Guard, p.Load, run.Figures} {
		require.NotEmpty(t, list)
		for _, f := range list {
			require.Contains(t, string(pages), "{#"+string(f.Section)+"}", f.Name)
		}
	}
}

// What leans on an estimate carries its mark wherever it is shown; with every
// entry measured or on the plate it no longer does.
func TestEstimatesAreMarkedWhereverTheyReach(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	for _, list := range [][]finding.Figure{plan.Make(d).Bridge, plan.Make(d).Load} {
		for _, f := range list {
			require.Equal(t, finding.Estimated, f.Mark, f.Name)
		}
	}
	d.Machines[0].Plate.WindingOhms, d.Machines[0].Plate.LockedAmps = "7.6", "23.5 A"
	for _, f := range plan.Make(d).Bridge {
		require.Equal(t, finding.Estimated, f.Mark, "how its iron saturates is a usual curve: "+f.Name)
	}
	d.Bridge.Capacitor.Trim = lightRound(d, "30") + "\n" + lightRound(d, "52")
	require.Contains(t, plan.Make(d).Trim.Refit, "show how its iron saturates")
	for _, f := range plan.Make(d).Bridge {
		want := finding.Computed
		if f.ID == "full" { // minutes of a typical motor: planning whatever was measured
			want = finding.Estimated
			require.Contains(t, f.Note, "guide value")
		}
		require.Equal(t, want, f.Mark, f.Name)
	}
}

// lightRound is what a job foretells for hardly any load with so many µF, as readings.
func lightRound(d document.Document, microfarad string) string {
	d.Machines = slices.Clone(d.Machines)
	d.Machines[0].Load.Share, d.Bridge.Capacitor.Microfarad = "1 %", microfarad
	text, read := microfarad+" µF:", map[string]string{}
	for _, e := range plan.Make(d).Trim.Next {
		read[e.Name] = strings.Fields(strings.ReplaceAll(e.Text, "\u00a0", " "))[0]
	}
	for _, part := range [][]string{{" leads", "Lead L1", "Lead L2", "Made line’s lead"},
		{"; corner", "Made line to L1", "Made line to L2"}, {"; volts", "L1 to L2"}} {
		text += part[0]
		for _, name := range part[1:] {
			text += " " + read[name]
		}
	}
	return text
}

// The bridge's curve meets the load's where the plan says the motor runs.
func TestTheCurvesMeetWhereTheMotorRuns(t *testing.T) {
	t.Parallel()
	c, ok := pictured(picture.CurvesOf)(scenario.Blunger())
	require.True(t, ok)
	p := plan.Make(scenario.Blunger())
	require.Equal(t, p.Wanted.RPM, unit.Whole(c.RPM, "rpm"))
	for i := 1; i < len(c.Bridge); i++ {
		a, b := c.Bridge[i-1], c.Bridge[i]
		if a.RPM <= c.RPM && c.RPM <= b.RPM {
			require.True(t, a.Torque >= c.Share && b.Torque <= c.Share, "%v %v around %v", a, b, c.Share)
		}
	}
	require.InDelta(t, 1, c.Plate[94].Torque, 0.06, "1410 rpm is the plate's own point")
	none, ok := pictured(picture.CurvesOf)(scenario.DryingTurntable())
	require.True(t, ok)
	require.Empty(t, none.Bridge)
	_, ok = pictured(picture.CurvesOf)(document.New("Empty", scenario.TansyLane()))
	require.False(t, ok)
}
