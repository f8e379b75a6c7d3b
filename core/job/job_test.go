package job_test

import (
	"bytes"
	"context"
	"encoding/json"
	"math"
	"math/rand/v2"
	"os"
	"os/exec"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/job"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/scenario"
	"graybridge/core/unit"
)

func found(p job.Plan, id string) *finding.Finding {
	for i := range p.Findings {
		if p.Findings[i].ID == id {
			return &p.Findings[i]
		}
	}
	return nil
}

// pictured asks for a picture with nobody going away.
func pictured[T any](of func(context.Context, job.Document) (T, error)) func(job.Document) (T, bool) {
	return func(d job.Document) (T, bool) {
		v, err := of(context.Background(), d)
		return v, err == nil
	}
}

func documents() map[string]job.Document {
	out := map[string]job.Document{"empty": job.New("Empty", scenario.TansyLane()), "empty, 60 Hz": job.New("Empty", scenario.ColdFord())}
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			out[j.Document.Name] = j.Document
		}
	}
	return out
}

func TestEveryMadeUpMachineIsAGoodDocument(t *testing.T) {
	for name, d := range documents() {
		require.Empty(t, d.Validate(), name)
		text, err := json.Marshal(d)
		require.NoError(t, err)
		again, err := job.Decode(text)
		require.NoError(t, err, name)
		back, err := json.Marshal(again)
		require.NoError(t, err)
		require.Equal(t, string(text), string(back), "the round trip is exact")
		p := job.Make(d)
		require.Empty(t, p.Unreadable(), name)
	}
}

// No list of a plan is null, and the same document gives the same plan.
func TestAPlanIsWholeAndAlwaysTheSame(t *testing.T) {
	for name, d := range documents() {
		one, err := json.Marshal(job.Make(d))
		require.NoError(t, err, name)
		two, err := json.Marshal(job.Make(d))
		require.NoError(t, err)
		require.Equal(t, string(one), string(two), name)
		for _, list := range []string{"readings", "findings", "bays", "moves", "motor", "bridge", "supply", "protection", "load", "schools", "joints", "coils", "between", "lines", "assumed", "parts", "checks", "cautions", "open", "settings", "names"} {
			require.NotContains(t, string(one), `"`+list+`":null`, name)
		}
		require.False(t, bytes.Contains(one, []byte("NaN")), name)
	}
}

func TestTheBlungerRunsInDeltaOnItsCapacitor(t *testing.T) {
	p := job.Make(scenario.Blunger())
	require.True(t, p.Computed)
	require.Equal(t, leads.Delta, p.Wanted.Way.Arrangement)
	require.Equal(t, "U1-W2; V1-U2; W1-V2", strings.NewReplacer("L1-", "", "L2-", "", "L3-", "").Replace(p.Wanted.Text))
	require.Equal(t, finding.Good, p.Now.Grade)
	require.True(t, p.Now.Starts)
	require.Equal(t, "clockwise", p.Now.Turns)
	require.InDelta(t, 0.71, p.Link.Continuous, 0.02)
	require.True(t, p.Card.Ready)
	require.Equal(t, finding.Caution, found(p, "protection.blind").Grade, "idling, the relay in the supply lines sees nothing")
	require.NotNil(t, found(p, "bringup.expect"))
	var good, over int
	for _, s := range p.Schools {
		if s.ID == "balance" {
			good++
			require.InDelta(t, 50.8, s.Microfarad, 0.5)
		} else if s.Grade == finding.Stop {
			over++
		}
	}
	require.Equal(t, 1, good)
	require.Equal(t, 3, over, "the three rules of thumb overload this motor")
}

func TestFedAsFoundInStarItIsStopped(t *testing.T) {
	d := scenario.Blunger()
	d.Machines[0].Leads.Found, d.Machines[0].Leads.Done = "star", nil
	p := job.Make(d)
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
	p := job.Make(scenario.SlipMixer())
	require.Equal(t, "2 of 7 moves done", p.Now.Note)
	require.Empty(t, p.Now.Way.Arrangement)
	require.Equal(t, "U1-W2", p.Now.Text)
	d := scenario.SlipMixer()
	for _, m := range p.Moves {
		if !m.Done {
			d.Machines[0].Leads.Done = append(d.Machines[0].Leads.Done, m.ID)
		}
	}
	p = job.Make(d)
	require.Equal(t, leads.Delta, p.Now.Way.Arrangement)
	require.NotNil(t, found(p, "leads.joined"))
}

func TestNoBridgeHelpsAStarOnlyMotorAt230Volts(t *testing.T) {
	p := job.Make(scenario.DryingTurntable())
	require.Equal(t, finding.Stop, found(p, "leads.unreachable").Grade)
	require.Contains(t, found(p, "leads.unreachable").Detail, "transformer")
	require.Equal(t, finding.Stop, found(p, "capacitor.none").Grade)
	require.False(t, p.Card.Ready)
	require.NotEmpty(t, p.Card.NotReady)
	_, ok := pictured(job.Island)(scenario.DryingTurntable())
	require.False(t, ok)
}

func TestTooMuchForTheMethodIsSaidWithWhatToDoInstead(t *testing.T) {
	d := scenario.Blunger()
	d.Machines[0].Plate = plate.Entry{Power: "5.5 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "19.5/11.2", RPM: "1440", Hertz: "50", PowerFactor: "0.83", Phases: "3"}
	d.Bridge.Capacitor.Microfarad = ""
	p := job.Make(d)
	f := found(p, "capacitor.ceiling")
	require.Equal(t, finding.Stop, f.Grade)
	require.Contains(t, f.Detail, "rotary converter")
	require.False(t, p.Card.Ready)
	d.Machines[0].Plate = plate.Entry{Power: "4 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "14.5/8.4", RPM: "1430", Hertz: "50", PowerFactor: "0.82", Phases: "3"}
	require.Equal(t, finding.Caution, found(job.Make(d), "capacitor.ceiling").Grade)
}

func TestASinglePhaseMotorStopsEverything(t *testing.T) {
	d := scenario.Blunger()
	d.Machines[0].Plate.Phases = "1"
	p := job.Make(d)
	require.Equal(t, finding.Stop, p.Findings[0].Grade)
	require.Equal(t, "Not a three-phase motor", p.Next.Text)
	require.False(t, p.Computed)
	require.False(t, p.Card.Ready)
}

func TestDirectionFollowsTheCapacitorsEnd(t *testing.T) {
	d := scenario.Blunger()
	d.Bridge.Capacitor.CornerTo = "L2"
	p := job.Make(d)
	require.Equal(t, "anticlockwise", p.Wanted.Turns)
	f := found(p, "capacitor.direction")
	require.Equal(t, finding.Caution, f.Grade, "the machine wants clockwise")
	require.Equal(t, finding.Cure{Label: "Capacitor to L1", Path: "bridge.capacitor.corner_to", Value: "L1"}, f.Cures[0])
	d.Machines[0].Load.Turn = load.Anti
	d.Bridge.Capacitor.CornerTo = ""
	p = job.Make(d)
	require.Equal(t, "L2", p.Link.CornerTo)
	require.Equal(t, finding.Good, found(p, "capacitor.direction").Grade)
	// Seen from behind it is the same motor: the same amps, mirrored.
	forward := job.Make(scenario.Blunger())
	require.InDelta(t, forward.Wanted.Supply, p.Wanted.Supply, 0.01)
}

func TestAConstantLoadStartedFreeIsGivenItsLoadAtSpeed(t *testing.T) {
	d := scenario.Blunger()
	d.Machines[0].Load = load.Entry{Kind: machine.Constant, Share: "50 %", Start: load.Free}
	p := job.Make(d)
	require.True(t, p.Wanted.Starts)
	require.Nil(t, func() *finding.Finding {
		if f := found(p, "capacitor.start"); f.Grade == finding.Stop {
			return f
		}
		return nil
	}())
	d.Machines[0].Load.Start = load.Loaded
	p = job.Make(d)
	require.False(t, p.Wanted.Starts)
	require.Equal(t, finding.Stop, found(p, "capacitor.start").Grade)
	require.Contains(t, p.Wanted.Verdict, "hum")
}

// A loaded start asks for a start capacitor; the cure fits one, and the motor
// then starts, and says what leaving it in would do.
func TestAStartCapacitorIsSizedAndFitted(t *testing.T) {
	d := scenario.Blunger()
	d.Machines[0].Load = load.Entry{Kind: machine.Constant, Share: "50 %", Start: load.Loaded}
	f := found(job.Make(d), "capacitor.start")
	require.Equal(t, finding.Stop, f.Grade)
	require.Len(t, f.Cures, 1)
	d = put(t, d, f.Cures[0].Path, f.Cures[0].Value)
	p := job.Make(d)
	f = found(p, "capacitor.start")
	require.Equal(t, finding.Note, f.Grade)
	require.Contains(t, f.Detail, "it must drop out")
	require.True(t, p.Wanted.Starts)
	require.True(t, slices.ContainsFunc(p.Card.Parts, func(l bringup.Line) bool { return l.Name == "Start capacitor" }))
	d.Bridge.Capacitor.Start = "2"
	f = found(job.Make(d), "capacitor.start")
	require.Equal(t, finding.Stop, f.Grade)
	require.Contains(t, f.Sentence, "Even with")
	d.Machines[0].Load.Share, d.Machines[0].Load.Start = "180 %", load.Stuck
	require.Empty(t, found(job.Make(d), "capacitor.start").Cures, "no start capacitor gives that")
}

// The run-up in time comes up where the plan says it starts, drops the start
// capacitor on the way, and ends at the plan's speed.
func TestTheRunUpAgreesWithThePlan(t *testing.T) {
	run, ok := pictured(job.Start)(scenario.Blunger())
	require.True(t, ok)
	require.True(t, run.Up)
	require.Zero(t, run.DropS)
	p := job.Make(scenario.Blunger())
	end := run.RPM[len(run.RPM)-1]
	require.InDelta(t, 1444, end, 12, p.Wanted.RPM)
	require.Len(t, run.TimeS, len(run.Amps))

	d := scenario.Blunger()
	d.Machines[0].Load = load.Entry{Kind: machine.Constant, Share: "40 %", Start: load.Loaded, Inertia: "0.02"}
	d.Bridge.Capacitor.Start = "110"
	with, ok := pictured(job.Start)(d)
	require.True(t, ok)
	require.True(t, with.Up)
	require.Greater(t, with.DropS, 0.0)
	require.Less(t, with.DropS, with.ReachS)
	require.True(t, slices.ContainsFunc(with.Figures, func(f finding.Figure) bool { return f.ID == "trapped" && f.Value > 200 }))
	d.Bridge.Capacitor.Start = ""
	hums, ok := pictured(job.Start)(d)
	require.True(t, ok)
	require.False(t, hums.Up, "without it, it stands and hums")
	require.InDelta(t, 0, hums.RPM[len(hums.RPM)-1], 1)
	_, ok = pictured(job.Start)(scenario.DryingTurntable())
	require.False(t, ok)
}

// Over the load range the figures meet those of the plan, and show where a relay
// in the supply lines is blind.
func TestTheRangeMeetsThePlanAndShowsTheBlindRelay(t *testing.T) {
	r, ok := pictured(job.RangesOf)(scenario.Blunger())
	require.True(t, ok)
	p := job.Make(scenario.Blunger())
	at := r.Chosen[26] // 65 %
	require.InDelta(t, 0.65, at.Load, 1e-9)
	for i, c := range p.Wanted.Coils {
		require.InDelta(t, c.Share, at.Windings[i], 1e-6)
	}
	require.InDelta(t, p.Wanted.Supply, at.SupplyAmps, 1e-6)
	require.Greater(t, r.Chosen[0].Worst, 1.0, "idling, a winding passes its plate amps")
	require.Less(t, r.Chosen[0].SupplyAmps, 0.6*r.InLines, "while the supply line is far below the setting")
	require.Greater(t, r.BySchool[0].Worst, r.Chosen[0].Worst)
	for i := 1; i < len(r.Chosen); i++ {
		require.Less(t, r.Chosen[i].RPM, r.Chosen[i-1].RPM)
	}
	_, ok = pictured(job.RangesOf)(scenario.DryingTurntable())
	require.False(t, ok)
}

func TestShortRunsAreJudgedByTheOwnersDuty(t *testing.T) {
	d := scenario.Blunger()
	d.Bridge.Capacitor.Microfarad = "68"
	f := found(job.Make(d), "capacitor.heat")
	require.Equal(t, finding.Caution, f.Grade)
	require.Contains(t, f.Detail, "From cold it has about")
	d.Machines[0].Load.On, d.Machines[0].Load.Off = "10 min", "30 min"
	f = found(job.Make(d), "capacitor.heat")
	require.Contains(t, f.Sentence, "For short runs only")
	d.Machines[0].Load.On, d.Machines[0].Load.Off = "8 h", "1 min"
	require.Contains(t, found(job.Make(d), "capacitor.heat").Detail, "too much")
}

func TestTheDrawersCansAreUsed(t *testing.T) {
	d := scenario.Blunger()
	d.Bridge.Capacitor.Microfarad, d.Bridge.Capacitor.Drawer = "", "40, 12, 30"
	p := job.Make(d)
	require.Equal(t, []can.Part{{Microfarad: 40, Own: true}, {Microfarad: 12, Own: true}}, p.Link.Parts)
	require.InDelta(t, 52, p.Link.Microfarad, 0)
	require.Contains(t, found(p, "capacitor.part").Detail, "lies in your drawer")
	d.Bridge.Capacitor.Drawer = "some"
	p = job.Make(d)
	require.NotEmpty(t, p.Unreadable())
}

func TestAnUnreadableEntryIsNamedWithWhatWouldDo(t *testing.T) {
	d := scenario.Blunger()
	d.Machines[0].Plate.Power, d.Supply.Volts, d.Bridge.Capacitor.Microfarad = "plenty", "mains", "two"
	p := job.Make(d)
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
	for name, d := range documents() {
		d.Machines[0].Protection = protection.Entry{}
		for _, f := range job.Make(d).Findings {
			for _, c := range f.Cures {
				changed := put(t, d, c.Path, c.Value)
				if c.And.Path != "" {
					changed = put(t, changed, c.And.Path, c.And.Value)
				}
				require.Empty(t, changed.Validate(), "%s: %s", name, c.Label)
				p := job.Make(changed)
				require.Empty(t, p.Unreadable(), "%s: %s", name, c.Label)
				if after := found(p, f.ID); after != nil {
					require.GreaterOrEqual(t, after.Grade.Rank(), f.Grade.Rank(), "%s: %s leaves %q", name, c.Label, after.Sentence)
				}
			}
		}
	}
}

// put changes one entry the way the browser does, and reads the document as a server does.
func put(t *testing.T, d job.Document, path, value string) job.Document {
	t.Helper()
	text, err := json.Marshal(withEntry(d, path, value))
	require.NoError(t, err)
	out, err := job.Decode(text)
	require.NoError(t, err, path)
	return out
}

// Any mixture of entries gives a whole plan: no panic, no nonsense.
func TestAnyEntriesGiveAPlan(t *testing.T) {
	volts := rapid.SampledFrom([]string{"", "230/400", "400", "230", "208-230/460", "115/230", "rubbish"})
	rapid.Check(t, func(t *rapid.T) {
		d := scenario.Blunger()
		d.Machines[0].Plate.Volts = volts.Draw(t, "volts")
		d.Machines[0].Plate.Connection = rapid.SampledFrom([]string{"", "Δ/Y", "Y", "Δ"}).Draw(t, "connection")
		d.Machines[0].Plate.Amps = rapid.SampledFrom([]string{"", "4.7/2.7", "1", "40"}).Draw(t, "amps")
		d.Machines[0].Plate.Power = rapid.SampledFrom([]string{"", "0.12 kW", "1½ HP", "11 kW"}).Draw(t, "power")
		d.Machines[0].Plate.RPM = rapid.SampledFrom([]string{"", "1410", "2850", "930"}).Draw(t, "rpm")
		d.Machines[0].Leads.Kind = rapid.SampledFrom([]leads.Kind{"", leads.Three, leads.Six}).Draw(t, "kind")
		d.Machines[0].Leads.Found = rapid.SampledFrom([]string{"", "star", "delta", "open", "L1-L2", "L1-U1-U2; L2-V1", "L3-L1"}).Draw(t, "found")
		d.Machines[0].Load.Share = rapid.SampledFrom([]string{"", "0.3", "65 %", "180 %"}).Draw(t, "share")
		d.Machines[0].Load.Kind = rapid.SampledFrom([]machine.LoadKind{"", machine.NoLoad, machine.Constant, machine.Fan, machine.Linear}).Draw(t, "load")
		d.Bridge.Capacitor.Microfarad = rapid.SampledFrom([]string{"", "5", "52", "900"}).Draw(t, "µF")
		p := job.Make(d)
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
	pages, err := os.ReadFile("../../docs/engine.md")
	require.NoError(t, err)
	led := 0
	for name, d := range documents() {
		for _, f := range job.Make(d).Findings {
			for _, w := range f.Why {
				require.NotEmpty(t, w.Source, "%s: %s", name, f.ID)
				if w.Section == "" {
					require.Contains(t, []string{"leads.joined", "plate.single-phase"}, f.ID, "only what was read off or ticked needs no formula")
					continue
				}
				require.Contains(t, string(pages), "{#"+string(w.Section)+"}", "%s: %s", name, f.ID)
				led++
			}
		}
	}
	require.Greater(t, led, 30)
	run, ok := pictured(job.Start)(scenario.Blunger())
	require.True(t, ok)
	p := job.Make(scenario.Blunger())
	for _, list := range [][]finding.Figure{p.Motor, p.Bridge, p.Supply, p.Guard, p.Load, run.Figures} {
		require.NotEmpty(t, list)
		for _, f := range list {
			require.Contains(t, string(pages), "{#"+string(f.Section)+"}", f.Name)
		}
	}
}

// Arrows point one way: core imports nothing above it, chapters do not import each
// other, the site reads the chapters, and bridges stand on the site; drawing, store and
// api above it know of each other only downwards.
func TestArrowsPointOneWay(t *testing.T) {
	out, err := exec.Command("go", "list", "-f", `{{.ImportPath}} {{join .Imports " "}}`, "graybridge/...").Output()
	require.NoError(t, err)
	list := func(names ...string) map[string]bool {
		all := map[string]bool{}
		for _, n := range names {
			all[n] = true
		}
		return all
	}
	floor := []string{"unit", "can", "circuit", "circuit/transient", "machine", "finding", "search", "table", "openfile"}
	read := append([]string{"supply", "plate", "leads", "load"}, floor...)
	may := map[string]map[string]bool{
		"entry": list("openfile"), "site": list(read...), "capacitor": list(append(read, "site")...), "drive": list(append(read, "site")...),
		"rotary": list(append(read, "site")...), "dc": list(append(read, "site")...),
	}
	for _, line := range strings.Split(strings.TrimSpace(string(out)), "\n") {
		words := strings.Fields(line)
		from := strings.TrimPrefix(words[0], "graybridge/")
		chapter, core := strings.CutPrefix(from, "core/")
		for _, imported := range words[1:] {
			to, inside := strings.CutPrefix(imported, "graybridge/")
			below, toCore := strings.CutPrefix(to, "core/")
			switch {
			case !core:
				if !inside || toCore {
					continue
				}
				allowed := map[string]map[string]bool{
					"drawing": {}, "drawing/svg": list("drawing"), "drawing/pdf": list("drawing", "drawing/svg"), "store": list("store/migrations"),
					"api": list("drawing", "drawing/svg", "drawing/pdf", "store"),
				}[from]
				if allowed != nil {
					require.True(t, allowed[to], "%s imports %s", from, to)
				}
			case !inside:
				require.NotContains(t, []string{"net/http", "database/sql", "os", "log", "log/slog", "time"}, imported, "%s is pure", from)
				require.False(t, strings.Contains(strings.Split(imported, "/")[0], "."), "%s imports %s: core needs only the standard library", from, imported)
			case !toCore:
				require.Fail(t, "an arrow upwards", "%s imports %s", from, to)
			case chapter == "job" || chapter == "scenario":
			default:
				allowed := may[chapter]
				if allowed == nil {
					allowed = list(floor...)
				}
				require.True(t, allowed[below], "chapter %s imports chapter %s", chapter, below)
			}
		}
	}
}

// What leans on an estimate carries its mark wherever it is shown; with every
// entry measured or on the plate it no longer does.
func TestEstimatesAreMarkedWhereverTheyReach(t *testing.T) {
	d := scenario.Blunger()
	for _, list := range [][]finding.Figure{job.Make(d).Bridge, job.Make(d).Load} {
		for _, f := range list {
			require.Equal(t, finding.Estimated, f.Mark, f.Name)
		}
	}
	d.Machines[0].Plate.WindingOhms, d.Machines[0].Plate.LockedAmps = "7.6", "23.5 A"
	for _, f := range job.Make(d).Bridge {
		want := finding.Computed
		if f.ID == "full" { // minutes of a typical motor: planning whatever was measured
			want = finding.Estimated
			require.Contains(t, f.Note, "planning")
		}
		require.Equal(t, want, f.Mark, f.Name)
	}
}

// The bridge's curve meets the load's where the plan says the motor runs.
func TestTheCurvesMeetWhereTheMotorRuns(t *testing.T) {
	c, ok := pictured(job.CurvesOf)(scenario.Blunger())
	require.True(t, ok)
	p := job.Make(scenario.Blunger())
	require.Equal(t, p.Wanted.RPM, unit.Whole(c.RPM, "rpm"))
	for i := 1; i < len(c.Bridge); i++ {
		a, b := c.Bridge[i-1], c.Bridge[i]
		if a.RPM <= c.RPM && c.RPM <= b.RPM {
			require.True(t, a.Torque >= c.Share && b.Torque <= c.Share, "%v %v around %v", a, b, c.Share)
		}
	}
	require.InDelta(t, 1, c.Plate[94].Torque, 0.06, "1410 rpm is the plate's own point")
	none, ok := pictured(job.CurvesOf)(scenario.DryingTurntable())
	require.True(t, ok)
	require.Empty(t, none.Bridge)
	_, ok = pictured(job.CurvesOf)(job.New("Empty", scenario.TansyLane()))
	require.False(t, ok)
}

func BenchmarkPlan(b *testing.B) {
	d := scenario.Blunger()
	b.ReportAllocs()
	for b.Loop() {
		job.Make(d)
	}
}

// The same with three rounds of readings to refit.
func BenchmarkPlanTrimmed(b *testing.B) {
	d := scenario.Blunger()
	d.Bridge.Capacitor.Trim = strings.Repeat("52 µF: leads 3.6 4.8 3.5; corner 222 232; volts 235\n", 8)
	b.ReportAllocs()
	for b.Loop() {
		job.Make(d)
	}
}

// A motor on a drive: weighed, followed over hertz, set and wired.
func BenchmarkPlanDrive(b *testing.B) {
	d := scenario.BallMill()
	b.ReportAllocs()
	for b.Loop() {
		job.Make(d)
	}
}

func BenchmarkPlanDirect(b *testing.B) {
	d := scenario.JiggerWheel()
	b.ReportAllocs()
	for b.Loop() {
		job.Make(d)
	}
}

// The plan of the corpus that takes longest: every plate on each bridge, as read
// and with everything said that a law case says.
func BenchmarkPlanCorpus(b *testing.B) {
	var slowest job.Document
	most := time.Duration(0)
	r := rand.New(rand.NewPCG(11, 7))
	for _, c := range corpus(b) {
		for i := range 6 {
			d := c.document()
			if i > 1 {
				d = lawCase(c, r)
			}
			if i == 1 {
				d.Bridge.Kind = job.KindDrive
			}
			least := time.Hour
			for range 2 {
				from := time.Now()
				job.Make(d)
				least = min(least, time.Since(from))
			}
			if least > most {
				most, slowest = least, d
			}
		}
	}
	b.ReportAllocs()
	for b.Loop() {
		job.Make(slowest)
	}
	b.Logf("the slowest is %s on %q", slowest.Name, slowest.Bridge.Kind)
}

func BenchmarkStartRun(b *testing.B) {
	d := scenario.Blunger()
	for b.Loop() {
		if _, ok := pictured(job.Start)(d); !ok {
			b.Fatal("no run-up")
		}
	}
}

func BenchmarkIsland(b *testing.B) {
	d := scenario.Blunger()
	for b.Loop() {
		if _, ok := pictured(job.Island)(d); !ok {
			b.Fatal("no island")
		}
	}
}
