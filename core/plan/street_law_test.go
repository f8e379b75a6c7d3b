package plan_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/cmplx"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// streetCase draws a converter of plates of one workshop: an idler and up to three
// machines, with everything that owners enter of them.
func streetCase(plates []jobtest.Plate, i int, r *rand.Rand) document.Document {
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	motor := func(id string, c jobtest.Plate) document.Machine {
		d := c.Document()
		m := d.Machines[0]
		m.ID, m.Name = id, c.ID
		if m.Leads.Kind.Halved() && r.IntN(5) > 0 {
			m.Leads.Agreed = "plate"
		}
		if tables := m.Leads.Kind.Layout().Tables; len(tables) > 0 && r.IntN(2) == 0 {
			m.Leads.Found = leads.Joints(tables[r.IntN(len(tables))].Joints).Print(m.Leads.Naming.For(m.Leads.Kind))
		}
		m.Load.Kind = []machine.LoadKind{"", machine.NoLoad, machine.Constant, machine.Linear, machine.Fan}[r.IntN(5)]
		m.Load.Share = pick("", "10 %", "40 %", "65 %", "80 %", "100 %", "150 %")
		m.Load.Start = []load.Start{"", load.Free, load.Loaded, load.Stuck}[r.IntN(4)]
		if r.IntN(3) == 0 {
			m.Load.Lightest, m.Load.Heaviest = pick("", "0 %", "30 %"), pick("", "90 %", "130 %")
		}
		if r.IntN(2) == 0 {
			m.Protection = protection.Entry{
				Breaker:   pick("6 A", "16 A", "25 A", "63 A", "150 A"),
				Conductor: pick("", "1.5 mm²", "6 mm²", "14 AWG"),
				Relay: []protection.Relay{"", protection.NoRelay, protection.SupplyLines, protection.MotorLeads,
					protection.Thermistor}[r.IntN(5)],
				RelaySet: pick("", "1 A", "5 A", "12 A"),
			}
		}
		return m
	}
	d := plates[i].Document()
	var same []jobtest.Plate
	for _, c := range plates {
		if c.Workshop.Volts == d.Workshop.Volts && c.Workshop.Hertz == d.Workshop.Hertz {
			same = append(same, c)
		}
	}
	idler := plates[i]
	for range 12 { // a larger one is the likelier idler, and one whose coils get their volts
		if c := same[r.IntN(len(same))]; c.KW > idler.KW && c.KW < 4*plates[i].KW ||
			!reaches(c) != !reaches(idler) && reaches(c) {
			idler = c
		}
	}
	d.Machines = []document.Machine{motor("m1", idler)}
	d.Machines[0].Role = document.Idler
	if d.Machines[0].Leads.Kind.Halved() && r.IntN(12) > 0 {
		d.Machines[0].Leads.Agreed = "plate"
	}
	for k := range 1 + r.IntN(3) {
		c := plates[i]
		if k > 0 {
			c = same[r.IntN(len(same))]
		}
		d.Machines = append(d.Machines, motor(fmt.Sprintf("m%d", k+2), c))
	}
	if r.IntN(8) == 0 {
		d.Machines[0].Role = ""
	}
	e := rotary.Entry{Spun: []rotary.Way{"", rotary.Forward, rotary.Backward}[r.IntN(3)],
		StartBy: []rotary.StartBy{"", rotary.ByRope, rotary.ByPony, rotary.ByButton, rotary.ByRelay}[r.IntN(5)],
		Start:   pick("", "", "100", "400"), Cans: []rotary.Joins{"", rotary.ByContactor, rotary.Fixed}[r.IntN(3)],
		Controls: []rotary.Controls{"", rotary.OnLines, rotary.OnMadeLeg}[r.IntN(3)], Neutral: pick("", "", "", "yes"),
		DropsOut: pick("", "yes"), Drawer: pick("", "2×70, 50, 2×30, 20", "40 40 40")}
	if r.IntN(2) == 0 {
		e.L13 = unit.Plain(math.Round(idler.KW * []float64{0, 8, 16, 30, 60, 150}[r.IntN(6)]))
		e.L23 = unit.Plain(math.Round(idler.KW * []float64{0, 2, 8, 16, 60}[r.IntN(5)]))
	}
	if len(d.Machines) > 2 && r.IntN(2) == 0 {
		e.Apart = []string{"m2+m3"}
	}
	d.Bridge = document.Bridge{Kind: document.KindRotary, Rotary: e}
	return d.Of(d.Machines[r.IntN(len(d.Machines))].ID)
}

// reaches says that the plate has volts near the workshop's own.
func reaches(c jobtest.Plate) bool {
	volts, err := unit.Volts.Columns(c.Plate.Volts)
	if err != nil || len(volts) == 0 {
		return false
	}
	return math.Abs(volts[0].Mid()/c.Workshop.Volts-1) < 0.15
}

// streetLaw holds a converter's own words and figures against the circuit of coils.
func streetLaw(d document.Document, p plan.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	v := p.Rotary
	if v == nil {
		return []string{"a converter without a view"}
	}
	by := func(id string) *finding.Finding {
		for i := range p.Findings {
			if p.Findings[i].ID == id {
				return &p.Findings[i]
			}
		}
		return nil
	}
	if v.Solved != (v.Idler != nil && len(v.States) > 0) {
		breaks("solved %v with %d states", v.Solved, len(v.States))
	}
	if !v.Solved {
		if by(rotary.IDIdler) == nil && by(rotary.IDIdlerPlate) == nil && p.Card.Ready {
			breaks("nothing is solved, nothing is asked, and the card is ready")
		}
		return broken
	}
	// The best pair is no worse than none, than equal ones, and than what is entered.
	option := map[string]rotary.OptionView{}
	for _, o := range v.Options {
		option[o.ID] = o
		if (o.Grade == finding.Good) != (o.Share > 0 && o.Share <= 1) {
			breaks("%s is %s at %g", o.ID, o.Grade, o.Share)
		}
	}
	rank := func(id string) float64 {
		if o := option[id]; o.Share > 0 {
			return o.Share
		}
		return math.Inf(1)
	}
	for _, id := range []string{"plain", "equal", "yours"} {
		if within := v.L13 <= v.Reach && v.L23 <= v.Reach || id != "yours"; within && rank("best") > rank(id)+0.004 {
			breaks("the best pair (%g) is worse than %s (%g)", rank("best"), id, rank(id))
		}
	}
	if w := by(rotary.IDWorst); w != nil && math.Abs(w.Measure.Value/100-rank("yours")) > 1e-9 {
		breaks("the worst winding is said %g and shown %g", w.Measure.Value, rank("yours"))
	}
	for _, m := range v.Machines { // a machine that would hum is never called good
		if f := by(rotary.IDStart); f != nil && f.Grade == finding.Good && m.Counted && m.Grade == finding.Stop &&
			strings.Contains(m.Start, "falls out") {
			breaks("%s pulls the idler down and its start is called good", m.ID)
		}
	}
	if f := by(finding.RotaryControls); f != nil && f.Grade == finding.Stop && p.Card.Ready {
		breaks("controls on the made line and the card is ready")
	}
	return append(broken, againstCoils(d, p)...)
}

// againstCoils solves the motor planned, alone with the idler, coil by coil.
func againstCoils(d document.Document, p plan.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	b, ok := picture.BenchCase(d, "wanted")
	if !ok || !p.Wanted.Solved || !p.Wanted.Runs || !p.Wanted.Starts || strings.Contains(p.Wanted.Verdict, "crawl") {
		return nil
	}
	id := ""
	if d.Machines[0].Role != document.Idler {
		id = d.Machines[0].ID
	}
	at := slices.IndexFunc(p.Rotary.States, func(s rotary.StateView) bool { return s.ID == id })
	if at < 0 || !p.Rotary.States[at].Runs {
		if at >= 0 {
			breaks("as wanted %s runs, in the street it falls out", id)
		}
		return broken
	}
	shown := p.Rotary.States[at].Motors[len(p.Rotary.States[at].Motors)-1]
	worst := 0.0
	for _, c := range p.Wanted.Coils {
		worst = max(worst, c.Share)
	}
	if most := slices.Max(shown.Shares); math.Abs(worst-most) > 0.003*(1+most) {
		breaks("the street says %g of plate, the coils %g", most, worst)
	}
	// The bench case solves to the same made line where its slips are set as shown.
	s, err := circuit.Compile(&b.Circuit)
	if err != nil {
		breaks("the bench case does not compile: %v", err)
		return broken
	}
	for i := range b.Machines {
		rpm, _, _ := unit.RPM.One(p.Rotary.States[at].Motors[min(i, len(p.Rotary.States[at].Motors)-1)].RPM)
		slip := 1 - rpm*float64(b.Machines[i].Equivalent.Poles)/120/b.FrequencyHz
		if d.Bridge.Rotary.Spun == rotary.Backward {
			slip = 2 - slip
		}
		s.SetSlip(i, slip)
	}
	if s.Solve() != nil {
		breaks("the bench case does not solve")
		return broken
	}
	if made, want := cmplx.Abs(s.Volts("L2", "L3")), p.Rotary.States[at].Volts[1]; math.Abs(made-want) > 0.02*want {
		breaks("made line %g in the street, %g in the coils", want, made)
	}
	return broken
}

// curesGo says which cure of a stop or a caution is offered again once it was taken.
func curesGo(d document.Document, p plan.Plan) (broken []string) {
	for _, f := range p.Findings {
		if f.Grade != finding.Stop && f.Grade != finding.Caution {
			continue
		}
		for _, cure := range f.Cures {
			cured := jobtest.With(d, cure.Path, cure.Value)
			if cure.And.Path != "" {
				cured = jobtest.With(cured, cure.And.Path, cure.And.Value)
			}
			for _, g := range plan.Make(cured).Findings {
				if g.ID == f.ID && slices.Contains(g.Cures, cure) {
					broken = append(broken, fmt.Sprintf("2: the cure %q of %s is offered again once taken", cure.Label,
						f.ID))
				}
			}
		}
	}
	return broken
}

// The law of advice over streets drawn from the corpus.
func TestTheLawHoldsOnStreets(t *testing.T) {
	t.Parallel()
	plates := jobtest.Plates(t)
	rounds := 1
	if *jobtest.All {
		rounds = 12
	}
	var mu sync.Mutex
	type fault struct {
		text string
		d    document.Document
	}
	faults := map[string][]fault{}
	solved, planned := 0, 0
	var group sync.WaitGroup
	work := make(chan int)
	for range 2 {
		group.Go(func() {
			for n := range work {
				d := streetCase(plates, n/rounds, rand.New(rand.NewPCG(uint64(n/rounds), uint64(1000+n%rounds))))
				if len(d.Validate()) > 0 {
					continue
				}
				p := plan.Make(d)
				broken := append(law(t, d, p), streetLaw(d, p)...)
				broken = append(broken, curesGo(d, p)...)
				mu.Lock()
				planned++
				if p.Rotary != nil && p.Rotary.Solved {
					solved++
				}
				for _, b := range broken {
					key := b[:min(len(b), 30)]
					faults[key] = append(faults[key], fault{b, d})
				}
				mu.Unlock()
			}
		})
	}
	for n := range len(plates) * rounds {
		if jobtest.InPart(t, n, 4) {
			work <- n
		}
	}
	close(work)
	group.Wait()
	for key, list := range faults {
		t.Errorf("%d × %s: %s", len(list), list[0].d.Name, list[0].text)
		if *lawTo != "" {
			text, _ := json.MarshalIndent(list[0].d, "", " ")
			name := strings.Map(func(c rune) rune {
				if c >= 'a' && c <= 'z' || c >= '0' && c <= '9' {
					return c
				}
				return '-'
			}, strings.ToLower(key))
			require.NoError(t, os.WriteFile(filepath.Join(*lawTo, "street-"+name+".json"), text, 0o644))
		}
	}
	require.Greater(t, planned, 37*rounds)
	require.Greater(t, solved, 32*rounds)
}
