package meaning_test

import (
	"context"
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/bringup"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/logbook"
	"graybridge/core/meaning"
	"graybridge/core/plan"
	"graybridge/core/review"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// Over every plate, bridge and load: what goes to the machine has its gates in order, each with
// its steps; those that guard the hand cannot be skipped; what is expected lies inside its own
// band; nothing is fed for a plan that says no.
func TestTheBringUpHoldsOverTheCorpus(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(19, 1))
	gated := 0
	for range 2 {
		for i, c := range jobtest.Plates(t) {
			d := jobtest.Case(c, r)
			if !jobtest.InPart(t, i, 5) {
				continue
			}
			p := plan.Make(d)
			broken := gatesLaw(&p)
			require.Empty(t, broken, "%s\n%+v", c.ID, d)
			if len(p.Gates) > 0 {
				gated++
			}
		}
	}
	require.Greater(t, gated, 12)
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			for _, m := range j.Document.Machines {
				p := plan.Make(j.Document.Of(m.ID))
				require.Empty(t, gatesLaw(&p), "%s %s", j.Document.Name, m.ID)
			}
		}
	}
}

var never = []bringup.GateID{bringup.LockOff, bringup.ProveDead, bringup.Discharge, bringup.Earth, bringup.Guards}

func gatesLaw(p *plan.Plan) (broken []string) {
	say := func(what string) { broken = append(broken, what) }
	seen := map[bringup.GateID]bool{}
	takes := map[string]bool{}
	for i, g := range p.Gates {
		if g.Title == "" || len(g.Do) == 0 && g.ID != bringup.Settings || g.IfNot == "" || g.By == "" {
			say(string(g.ID) + " is not told")
		}
		if g.Must != slices.Contains(never, g.ID) {
			say(string(g.ID) + " must")
		}
		if (i == 0) != (len(g.After) == 0) {
			say(string(g.ID) + " hangs on nothing")
		}
		for _, id := range g.After {
			if !seen[id] {
				say(string(g.ID) + " waits for what comes later")
			}
		}
		if g.Fed && !p.Card.Ready && g.Waits == "" {
			say(string(g.ID) + " is fed though the card says no")
		}
		if g.ID == bringup.Discharge && (g.Opens == "" || g.Caution == "") {
			say("discharge opens without a reading")
		}
		if g.Wait != nil && !(g.Wait.Seconds > 0 && g.Wait.Seconds < 1800) {
			say("waits without an end")
		}
		for _, take := range g.Takes {
			if takes[take.ID] {
				say(take.ID + " twice")
			}
			takes[take.ID] = true
			if at := standing(take); at != bringup.Inside && at != bringup.Taken {
				say(take.ID + " outside its own band")
			}
			if (take.Low != nil || take.High != nil) && take.Reason == "" {
				say(take.ID + " has a band without a reason")
			}
			if strings.Contains(take.Expect+take.Band, "NaN") || strings.Contains(take.Expect+take.Band, "Inf") {
				say(take.ID + " without sense")
			}
		}
		seen[g.ID] = true
	}
	if len(p.Gates) > 0 && (p.Gates[0].ID != bringup.LockOff || len(p.Card.Checks) == 0) {
		say("not locked off first")
	}
	v := p.BringUp(nil)
	if v.Says == "" || len(p.Gates) > 0 && v.Next != bringup.LockOff {
		say("nothing is next")
	}
	return broken
}

// standing is where what is expected lies in its own band.
func standing(take bringup.Take) bringup.Standing {
	if take.Value == nil {
		return bringup.Taken
	}
	return take.Stands(*take.Value)
}

// broughtUp is a plate's job as far as its bring-up: on a capacitor or a drive, with a load that it
// carries.
func broughtUp(c jobtest.Plate, drive bool) document.Document {
	d := c.Document()
	m := &d.Machines[0]
	m.Load.Kind, m.Load.Share = "constant", "55 %"
	if m.Leads.Kind.Halved() {
		m.Leads.Agreed = "plate"
	}
	if drive {
		d.Bridge.Kind, d.Bridge.Drive.Profile = document.KindDrive, "tarn-22"
	}
	return d
}

// planted are faults that are really there, each larger than the one that is tried.
var planted = []struct {
	text string
	put  func(d *document.Document, p *plan.Plan) bool
}{
	{"more than you said", func(d *document.Document, p *plan.Plan) bool {
		d.Machines[0].Load.Share = unit.Plain(math.Round(p.Link.Usual*130)) + " %"
		return p.Link.Usual > 0
	}},
	{"a quarter less than you said", func(d *document.Document, p *plan.Plan) bool {
		d.Machines[0].Load.Share = unit.Plain(math.Round(p.Link.Usual*70)) + " %"
		return p.Link.Usual > 0
	}},
	{"lost a fifth", func(d *document.Document, p *plan.Plan) bool {
		d.Bridge.Capacitor.Microfarad = unit.Plain(math.Round(p.Link.Microfarad*7) / 10)
		return p.Link.Bridge == "capacitor" && p.Link.Microfarad > 0
	}},
}

// A fault that is really there is among what a reading outside its band is said to mean, on the
// side on which it was read; where it is the likeliest, the reading that is named to tell it
// from the next moves as is said.
func TestAPlantedFaultIsNamed(t *testing.T) {
	t.Parallel()
	outside, named, told := 0, 0, 0
	for i, c := range jobtest.Plates(t) {
		if i%3 != 0 || !jobtest.InPart(t, i/3, 5) {
			continue
		}
		d := broughtUp(c, i%2 == 1)
		p := plan.Make(d)
		if len(p.Gates) == 0 || !p.Card.Ready {
			continue
		}
		solved, err := plan.Solve(context.Background(), d)
		require.NoError(t, err)
		gates, err := meaning.GatesOf(context.Background(), solved)
		require.NoError(t, err)
		for _, f := range planted {
			truth := d.Clone()
			if p.Link.Bridge == "capacitor" { // what is built stays built
				truth.Bridge.Capacitor.Microfarad = unit.Plain(p.Link.Microfarad)
				truth.Bridge.Capacitor.CornerTo = p.Link.CornerTo
			}
			if !f.put(&truth, &p) {
				continue
			}
			really := plan.Make(truth)
			reads := expects(really.Gates)
			for _, take := range compared(gates) {
				x, ok := reads[take.ID]
				if !ok {
					continue
				}
				got := take.Compare(x, "")
				if got.Stands == bringup.Inside || got.Stands == bringup.Taken {
					continue
				}
				outside++
				at := slices.IndexFunc(got.Meaning.Says, func(one bringup.Cause) bool {
					return strings.Contains(one.Text, f.text)
				})
				if !assert.GreaterOrEqual(t, at, 0, "%s, %s: %s at %s says only %v", c.ID, f.text, got.Text, take.ID,
					got.Meaning.Says) {
					continue
				}
				named++
				require.Equal(t, x > *take.Value, got.Meaning.Says[at].Value > *take.Value, "%s: %s", c.ID, take.ID)
				if next := got.Meaning.At; next != "" && at == 0 && reads[next] != expects(gates)[next] {
					told++
				}
			}
		}
	}
	t.Logf("%d readings lay outside, the fault was named in %d, another reading tells in %d", outside, named, told)
	require.Greater(t, outside, 5)
	require.Greater(t, told, outside/3)
}

// compared are the takes whose readings the solver gives a meaning.
func compared(gates []bringup.Gate) (out []bringup.Take) {
	for _, g := range gates {
		for _, take := range g.Takes {
			if take.Value != nil && g.ID != bringup.Ohms {
				out = append(out, take)
			}
		}
	}
	return out
}

func expects(gates []bringup.Gate) map[string]float64 {
	out := map[string]float64{}
	for _, g := range gates {
		for _, take := range g.Takes {
			if take.Value != nil {
				out[take.ID] = *take.Value
			}
		}
	}
	return out
}

// Readings at the machine are taken into the plan as changes of the document: the model is
// fitted on them, and what became measured is marked so.
func TestReadingsRefitThePlan(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Leads.Bumped = ""
	s, err := plan.Solve(context.Background(), d)
	require.NoError(t, err)
	p := *s.Plan()
	reads := []logbook.Read{}
	for _, take := range []struct {
		id string
		x  float64
	}{{"ohms-1", 5.1}, {"ohms-2", 5.2}, {"ohms-3", 5.1}, {"insulation", 90}, {"volts", 234}} {
		reads = append(reads, logbook.Read{Take: take.id, Value: take.x})
	}
	for id, x := range expects(p.Gates) {
		if strings.HasPrefix(id, "load-") {
			reads = append(reads, logbook.Read{Take: id, Value: math.Round(x*1.04*100) / 100})
		}
	}
	reads = append(reads, logbook.Read{Take: "direction", Words: "as wanted"})
	v := p.BringUp([]logbook.Entry{{N: 1, Kind: logbook.Reading, Taken: "2026-03-02T18:00:00Z", Reads: reads}})
	offers := meaning.TakesIn(s, &v)
	labels := []string{}
	for _, in := range offers {
		labels = append(labels, in.Label)
		for _, set := range in.Sets {
			d = jobtest.With(d, set.Path, set.Value)
		}
	}
	require.Equal(t, []string{"Take the three ohms into the plan", "Take the insulation into the plan",
		"Take the volts at the outlet into the plan", "Take the direction that the bump showed into the plan",
		"Take this round of readings into the plan"}, labels)
	after, err := plan.Solve(context.Background(), d)
	require.NoError(t, err)
	fitted := *after.Plan()
	require.NotNil(t, fitted.Trim, "the capacitor's model is fitted on the round")
	require.NotEmpty(t, fitted.Trim.Rounds)
	measured := map[string]finding.Mark{}
	for _, r := range fitted.Card.Readings {
		measured[r.ID] = r.Mark
	}
	require.Equal(t, finding.Measured, measured["ohms"], "what became measured is marked")
	require.Equal(t, finding.Measured, measured["volts"])
	require.Empty(t, fitted.Unreadable())
	require.Empty(t, meaning.TakesIn(after, &v), "what the document has is not offered again")
}

// What is read at the bring-up goes into the plan by itself where nobody typed anything else, with the
// day and who; a later reading replaces it; what somebody typed stays until a person decides.
func TestReadingsFlowIntoThePlan(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	m := &d.Machines[0]
	m.Leads.Insulation, m.Leads.LineOhms, m.Plate.WindingOhms = "", "", ""
	read := func(d document.Document, n int, megohm float64) (document.Document, bool) {
		s, err := plan.Solve(t.Context(), d)
		require.NoError(t, err)
		p := *s.Plan()
		v := p.BringUp([]logbook.Entry{{N: n, Kind: logbook.Reading, Taken: "2026-03-02T18:00:00Z", Who: "Ada",
			Reads: []logbook.Read{{Take: "insulation", Value: megohm}}}})
		out, ok, err := meaning.Flow(t.Context(), s, d, &v)
		require.NoError(t, err)
		return out, ok
	}
	after, ok := read(d, 1, 90)
	require.True(t, ok)
	require.Equal(t, "90 MΩ, read 2026-03-02 Ada", after.Machines[0].Leads.Insulation)
	require.Empty(t, d.Machines[0].Leads.Insulation, "the document that was asked of is not touched")
	p := plan.Make(after)
	require.Empty(t, p.Unreadable())
	at := slices.IndexFunc(p.Readings, func(r finding.Reading) bool {
		return strings.HasSuffix(r.Path, "leads.insulation")
	})
	require.Contains(t, p.Readings[at].ReadAs, "read on 2026-03-02 by Ada")
	require.Contains(t, strings.Join(review.Of(&p, "").Measured, "; "), "read on 2026-03-02 by Ada")
	_, again := read(after, 2, 90)
	require.False(t, again, "the same reading changes nothing")
	later, ok := read(after, 3, 40)
	require.True(t, ok)
	require.Equal(t, "40 MΩ, read 2026-03-02 Ada", later.Machines[0].Leads.Insulation)
	_, ok = read(after, 4, 0.2)
	require.False(t, ok, "what stops the plan waits: its gate holds, and is there to be read once more")
	m.Leads.Insulation = "60 MΩ"
	_, ok = read(d, 5, 90)
	require.False(t, ok, "what somebody typed stays")
}

var settles = regexp.MustCompile(`\d+`)

// A frame that warms by the two-body law is forecast after each point, and the forecast comes
// nearer; put into the plan it is judged against the class.
func TestAHeatRunIsForecastAfterEachPoint(t *testing.T) {
	t.Parallel()
	s, err := plan.Solve(context.Background(), scenario.Blunger())
	require.NoError(t, err)
	var book []logbook.Entry
	write := func(minute int, take string, x float64) {
		book = append(book, logbook.Entry{N: len(book) + 1, Kind: logbook.Reading,
			Taken: "2026-03-02T" + clock(10*60+minute) + ":00Z", Reads: []logbook.Read{{Take: take, Value: x}}})
	}
	write(0, bringup.AirTake, 21)
	const rise, tau = 38.0, 31.0
	for m := 0; m <= 60; m += 10 {
		write(m, bringup.FrameTake, math.Round(10*(21+rise*(1-math.Exp(-float64(m)/tau))))/10)
	}
	h, err := meaning.HeatRunOf(context.Background(), s, book)
	require.NoError(t, err)
	require.Len(t, h.Points, 7)
	require.Len(t, h.Forecasts, 6, "after each point from the second")
	last := h.Forecasts[len(h.Forecasts)-1]
	require.InDelta(t, 21+rise, last.Settles, 2)
	for _, f := range h.Forecasts {
		require.LessOrEqual(t, f.Low, f.Settles)
		require.GreaterOrEqual(t, f.High, f.Settles)
		require.True(t, f.Low <= 21+rise+1 && f.High >= 21+rise-1, "the truth lies in the band after %d", f.After)
		require.Regexp(t, settles, f.Text)
	}
	require.Less(t, last.High-last.Low, h.Forecasts[0].High-h.Forecasts[0].Low, "the band narrows")
	require.NotNil(t, h.Finding, "against the class")
	require.Contains(t, h.Finding.Sentence, "Heat run")
	require.NotNil(t, h.Into)
	none, err := meaning.HeatRunOf(context.Background(), s, nil)
	require.NoError(t, err)
	require.Contains(t, none.Says, "No heat run yet")
	write(60+24*7, bringup.FrameTake, 22) // hours later it begins anew
	again, err := meaning.HeatRunOf(context.Background(), s, append(book, logbook.Entry{Kind: logbook.Reading,
		Taken: "2026-03-03T10:00:00Z", Reads: []logbook.Read{{Take: bringup.FrameTake, Value: 20}}}))
	require.NoError(t, err)
	require.Len(t, again.Points, 1)
}

func clock(minutes int) string {
	two := func(n int) string { return string([]byte{byte('0' + n/10), byte('0' + n%10)}) }
	return two(minutes/60%24) + ":" + two(minutes%60)
}

// What stood is told by its connections, settings and figures, each once.
func TestHowThingsStoodIsKept(t *testing.T) {
	t.Parallel()
	p := plan.Make(scenario.Blunger())
	names := map[string]bool{}
	for _, f := range p.Stood() {
		require.False(t, names[f.Name], f.Name)
		names[f.Name] = true
		require.NotEmpty(t, f.Value, f.Name)
	}
	require.True(t, names["Joint, L1"] && names["Part, Run capacitor"] && names["Setting, Overload relay"])
}
