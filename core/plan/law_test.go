package plan_test

import (
	"encoding/json"
	"flag"
	"fmt"
	"math"
	"math/cmplx"
	"math/rand/v2"
	"os"
	"path/filepath"
	"reflect"
	"regexp"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/table"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

var lawTo = flag.String("law.to", "", "folder to write the jobs to that break it")

// witness is the wanted circuit looked at by the solver itself, from idle to
// stall: what every winding, lead and capacitor carries.
type witness struct {
	slip, torque, worst, supply, lead, can []float64
	rated, friction                        float64
	plateSlip, hertz                       float64 // hertz over the plate's
}

func look(t *testing.T, d document.Document, p plan.Plan) (w witness, ok bool) {
	b, ok := picture.BenchCase(d, "wanted")
	if !ok || len(b.Elements) == 0 || d.Bridge.Kind == document.KindRotary { // a street has a law of its own
		return w, false
	}
	s, err := circuit.Compile(&b.Circuit)
	if err != nil {
		return w, false
	}
	plateAmps := 0.0
	for _, f := range p.Motor {
		if f.ID == "winding" {
			text, _, _ := strings.Cut(f.Note, " at plate")
			amps, _, err := unit.Amps.One(text)
			require.NoError(t, err)
			plateAmps = amps
		}
	}
	if plateAmps == 0 {
		return w, false
	}
	for _, c := range p.Wanted.Coils { // the figure's own digits, where there are some
		if amps, _, err := unit.Amps.One(c.Amps); err == nil && amps > 2 && c.Share > 0.2 {
			plateAmps = amps / c.Share
		}
	}
	var watts float64
	for _, f := range p.Motor {
		switch f.ID {
		case "power":
			watts = f.Value
		case "torque":
			w.rated = f.Value
		case "slip":
			w.plateSlip = f.Value
		case "poles":
			sync := 0.0
			_, _ = fmt.Sscanf(f.Note, "synchronous %f", &sync)
			w.hertz = b.FrequencyHz / (sync * f.Value / 120)
		}
	}
	w.friction = plate.FrictionShare * w.rated
	if watts == 0 {
		return w, false
	}
	back := p.Link.CornerTo == "L2"
	const n = 700
	for i := range n + 1 {
		slip := 2e-4 * math.Pow(1/2e-4, float64(i)/n)
		at := slip
		if back {
			at = 2 - slip
		}
		s.SetSlip(0, at)
		if s.Solve() != nil {
			return w, false
		}
		worst := 0.0
		for k := range b.Machines[0].Coils {
			worst = max(worst, cmplx.Abs(s.CoilAmps(0, k))/plateAmps)
		}
		line, can := s.SourceAmps(0), s.ElementAmps(0)
		torque := s.Shaft(0).TorqueNm
		leadAmps := [3]float64{cmplx.Abs(line + can), cmplx.Abs(line), cmplx.Abs(can)}
		if back {
			torque = -torque
			leadAmps = [3]float64{cmplx.Abs(line), cmplx.Abs(line - can), cmplx.Abs(can)}
		}
		w.slip, w.torque, w.worst = append(w.slip, slip), append(w.torque, torque-w.friction), append(w.worst, worst)
		w.supply, w.lead, w.can = append(w.supply, cmplx.Abs(line)),
			append(w.lead, max(leadAmps[0], leadAmps[1], leadAmps[2])), append(w.can, cmplx.Abs(can))
	}
	return w, true
}

// at is where a share of a load is carried nearest synchronous speed; -1 where it
// is not.
func (w witness) at(d document.Document, p plan.Plan, share float64) int {
	for i := 1; i < len(w.slip); i++ {
		speed := func(i int) float64 { return (1 - w.slip[i]) / (1 - w.plateSlip) * w.hertz }
		asks := share * w.rated
		switch p.Link.LoadKind {
		case machine.NoLoad:
			asks = 0
		case machine.Linear:
			asks *= speed(i)
		case machine.Fan:
			asks *= speed(i) * speed(i)
		}
		if w.torque[i] >= asks {
			return i
		}
	}
	return -1
}

var senseless = regexp.MustCompile(`NaN|Inf\b|none s\b|\bnone[\x{a0} ](?:A|V|s|W|kW)\b|\de[+-]\d|0\.0000|\b600[\x{a0} ]s\b|(?:^|\D)0[\x{a0} ]% asked|<nil>|%!|map\[`)

var values = map[string]bool{"leads.fed-now": true, "supply.wire": true,
	"supply.breaker": true, "supply.panel": true, "drive.sink": true, "drive.contactor": true,
	"drive.lid-run": true, "drive.lid": true, "drive.fight": true, "drive.run-source": true,
	"drive.speed-source": true, "drive.never": true,
	"rotary.controls": true, "rotary.neutral": true}

// law says how a plan breaks the law of advice; empty where it does not.
//
// Long: a list of rules, each by itself.
func law(t *testing.T, d document.Document, p plan.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	byID := map[string]finding.Finding{}
	var stop *finding.Finding
	for i, f := range p.Findings {
		byID[f.ID] = f
		if f.Grade == finding.Stop && f.Bay != finding.Protection && !values[f.ID] && stop == nil {
			stop = &p.Findings[i]
		}
		// 1: words follow figures.
		if m := f.Measure; m != nil {
			if f.Grade == finding.Good && !m.Holds() {
				breaks("1: %s is good on the wrong side: %+v", f.ID, *m)
			}
			if (f.Grade == finding.Stop || f.Grade == finding.Caution) && m.Holds() {
				breaks("1: %s is %s on the good side: %+v (%s)", f.ID, f.Grade, *m, f.Sentence)
			}
		}
	}
	// What the state would do and what is said of its start are one thing.
	if f := byID["capacitor.start"]; p.Wanted.Solved && !p.Wanted.Short && p.Use != nil {
		if f.Grade == finding.Stop && p.Wanted.Starts {
			breaks("1: %q beside %q", p.Wanted.Verdict, f.Sentence)
		}
		if hums := strings.Contains(p.Wanted.Verdict, "not turn"); hums && f.Grade != finding.Stop {
			breaks("1: %q beside %s %q", p.Wanted.Verdict, f.Grade, f.Sentence)
		}
	}
	if u := p.Use; u != nil {
		for _, f := range p.Findings {
			if f.Bay != finding.Protection && f.ID != "leads.fed-now" &&
				(f.Grade == finding.Stop || f.Grade == finding.Caution) && f.Grade.Rank() < u.Grade.Rank() {
				breaks("1: the verdict says %s (%s) over %s %s", u.Title, u.Grade, f.Grade, f.ID)
			}
		}
	}
	// 2: nothing is sized for a state that must not be.
	if stop != nil {
		for _, f := range p.Findings {
			for _, c := range f.Cures {
				if strings.Contains(c.Path, ".protection.") {
					breaks("2: %s offers %s under the stop %s", f.ID, c.Label, stop.ID)
				}
			}
		}
		if len(p.Guard) > 0 || len(p.Buys) > 0 || p.Card.Ready ||
			len(p.Card.Parts)+len(p.Card.Settings)+len(p.Card.Joints) > 0 {
			breaks("2: sized under the stop %s: %d figures, %d parts, card ready %v", stop.ID, len(p.Guard),
				len(p.Buys), p.Card.Ready)
		}
		if p.Drive != nil && len(p.Drive.Sheet) > 0 {
			breaks("2: a sheet under the stop %s", stop.ID)
		}
	}
	// A cure is gone once taken, and no two fight.
	offers := map[string]map[string]bool{}
	for _, f := range p.Findings {
		if f.Grade == finding.Open {
			continue // choices, not cures
		}
		for _, c := range f.Cures {
			if offers[c.Path] == nil {
				offers[c.Path] = map[string]bool{}
			}
			offers[c.Path][c.Value] = true
			if len(offers[c.Path]) > 1 {
				breaks("2: two cures fight over %s: %v", c.Path, offers[c.Path])
			}
		}
	}
	// 7, 8: unknown is not none, and a plan stops where the trade stops.
	if !p.Wanted.Known && (byID["leads.joined"].ID != "" || strings.Contains(p.Now.Note, "as wanted")) {
		breaks("7: joined as wanted before anybody has said what is wanted")
	}
	if byID["plate.single-phase"].ID != "" || byID["leads.unreachable"].ID != "" {
		for _, f := range p.Findings {
			if f.Grade == finding.Open {
				breaks("8: %s asks %q after the end", f.ID, f.Sentence)
			}
		}
	}
	// 5: flux.
	if f := byID["leads.target"]; f.Grade == finding.Good && (f.Measure == nil || f.Measure.Value > 105 ||
		f.Measure.Value < 90) {
		breaks("5: %v is called good", f.Measure)
	}
	// The answer first, and a way on for who does not know.
	if !p.Next.Card && p.Next.Unknown == "" {
		breaks("7: no answer to %q for who does not know", p.Next.Text)
	}
	for _, b := range p.Bays {
		worst := finding.Good
		for _, f := range p.Findings {
			if f.Bay == b.Bay && (f.Grade == finding.Stop || f.Grade == finding.Caution) &&
				f.Grade.Rank() < worst.Rank() {
				worst = f.Grade
			}
		}
		if b.Do.Text == "" || worst != finding.Good && b.Do.Grade != worst {
			breaks("1: %s says %q (%s) over %s", b.Title, b.Do.Text, b.Do.Grade, worst)
		}
	}
	// 10: no word without sense.
	jobtest.Texts("plan", reflect.ValueOf(p), func(path, text string) {
		if bad := senseless.FindString(text); bad != "" && !strings.Contains(path, ".Typed") &&
			!strings.HasPrefix(path, "plan.Readings") {
			breaks("10: %s says %q: %s", path, bad, text)
		}
	})
	// 9: a band holds what it foretells, and one reading has one band everywhere.
	bands := map[string]string{}
	for _, r := range p.Card.Readings {
		if !jobtest.BandHolds(r.Expect, r.Band) {
			breaks("9: %s expects %s within %s", r.ID, r.Expect, r.Band)
		}
		bands[r.ID] = r.Band
	}
	if p.Trim != nil && len(p.Trim.Rounds) == 0 { // what the trim foretells at the owner's load is on the card
		for _, n := range p.Trim.Next {
			id := map[string]string{"Supply line": "load-supply", "Lead L1": "load-lead-L1", "Lead L2": "load-lead-L2",
				"Made line’s lead": "load-lead-corner", "Made line to L2": "load-corner"}[n.Name]
			if band := bands[id]; band != "" && band != n.Band {
				breaks("9: %s has the band %s on the card and %s under Trim", n.Name, band, n.Band)
			}
			if !jobtest.BandHolds(n.Text, n.Band) {
				breaks("9: %s foretells %s within %s", n.Name, n.Text, n.Band)
			}
		}
	}
	if f := byID["bringup.expect"]; f.ID != "" && p.Card.Ready {
		for _, id := range []string{"load-supply", "load-corner"} {
			if band := bands[id]; band != "" && !strings.Contains(f.Sentence+f.Detail, band) {
				breaks("9: %s has the band %s on the card and another in %q", id, band, f.Sentence+f.Detail)
			}
		}
	}
	// 4, both ways: a feeder's breaker over its wire is found on every bridge.
	feeder, known, _ := unit.ParseConductor(d.Supply.FeederSize)
	if amps, ok := table.Ampacity(feeder.SquareMM, feeder.AWG); known && ok {
		if head, ok, _ := unit.Amps.One(d.Supply.Breaker); ok && head > amps &&
			byID["supply.wire"].Grade != finding.Stop {
			breaks("4: %g A over a feeder of %g A is not found", head, amps)
		}
	}
	if stop == nil && len(p.Guard) > 0 {
		broken = append(broken, guardLaw(t, d, p)...)
		broken = append(broken, dutyLaw(t, d, p)...)
	}
	return broken
}

// The law of advice over the corpus, with the solver as witness. A sample every
// day, all of it with -law.all; a job that breaks it is written with -law.to.
func TestTheLawHoldsOverTheCorpus(t *testing.T) {
	t.Parallel()
	plates := jobtest.Plates(t)
	rounds := 1
	if *jobtest.All {
		rounds = 40
	}
	type fault struct {
		text string
		d    document.Document
	}
	var mu sync.Mutex
	faults, planned := map[string][]fault{}, 0
	var group sync.WaitGroup
	work := make(chan func())
	for range 2 {
		group.Add(1)
		go func() {
			defer group.Done()
			for do := range work {
				do()
			}
		}()
	}
	for i, c := range plates {
		if !jobtest.InPart(t, i, 3) {
			continue
		}
		for round := range rounds {
			work <- func() {
				r := rand.New(rand.NewPCG(uint64(i), uint64(round)))
				d := jobtest.Case(c, r)
				if len(d.Validate()) > 0 {
					return
				}
				p := plan.Make(d)
				broken := law(t, d, p)
				if again, _ := json.Marshal(plan.Make(d)); round == 0 {
					one, _ := json.Marshal(p)
					if string(one) != string(again) {
						broken = append(broken, "12: the same document made another plan")
					}
				}
				broken = append(broken, curesGo(d, p)...)
				mu.Lock()
				defer mu.Unlock()
				planned++
				for _, b := range broken {
					key, _, _ := strings.Cut(b, "(")
					if len(key) > 34 {
						key = key[:34]
					}
					faults[key] = append(faults[key], fault{c.ID + ": " + b, d})
				}
			}
		}
	}
	close(work)
	group.Wait()
	for key, list := range faults {
		t.Errorf("%d × %s", len(list), list[0].text)
		if *lawTo != "" {
			text, _ := json.MarshalIndent(list[0].d, "", " ")
			require.NoError(t, os.WriteFile(filepath.Join(*lawTo, regexp.MustCompile(`\W+`).ReplaceAllString(key,
				"-")+".json"), text, 0o644))
		}
	}
	require.Greater(t, planned, 66*rounds)
}
