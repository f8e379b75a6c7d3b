package plan_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/table"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// taken is a document with a cure taken.
func taken(d document.Document, c finding.Cure) document.Document {
	d = jobtest.With(d, c.Path, c.Value)
	if c.And.Path != "" {
		d = jobtest.With(d, c.And.Path, c.And.Value)
	}
	return d
}

// newStops are stops of one plan that another did not have.
func newStops(p, before plan.Plan) (out []string) {
	was := jobtest.Stops(before)
	for _, f := range p.Findings {
		if f.Grade == finding.Stop && !was[f.ID] {
			out = append(out, f.ID+": "+f.Sentence)
		}
	}
	return out
}

// milder says that a finding of a plan is gone in another, or is graded less, or its figure came
// nearer to its limit.
func milder(f finding.Finding, after plan.Plan) bool {
	for _, g := range after.Findings {
		if g.ID != f.ID || g.Grade != finding.Stop && g.Grade != finding.Caution {
			continue
		}
		if g.Grade.Rank() > f.Grade.Rank() {
			continue
		}
		if f.Measure == nil || g.Measure == nil || g.Grade.Rank() < f.Grade.Rank() ||
			off(*g.Measure) >= off(*f.Measure) {
			return false
		}
	}
	return true
}

// off is how far a figure stands on the bad side of its limit, as a share of the limit.
func off(m finding.Measure) float64 {
	if m.Limit == 0 {
		return m.Value
	}
	if m.Direction == finding.AtLeast {
		return 1 - m.Value/m.Limit
	}
	return m.Value/m.Limit - 1
}

// judgedCure says that a cure is one of a fault, or of what is to be noted, not an answer to a
// question of fact.
func judgedCure(f finding.Finding, c finding.Cure) bool {
	return f.Grade == finding.Stop || f.Grade == finding.Caution ||
		f.Grade == finding.Open && (strings.Contains(c.Path, ".protection.") ||
			strings.HasPrefix(c.Path, "bridge.rotary.l"))
}

// cureLaw is law 13: a cure cures.
func cureLaw(d document.Document, p plan.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	together, values := d, map[string]string{}
	for _, f := range p.Findings {
		if len(f.Cures) == 0 || !judgedCure(f, f.Cures[0]) {
			continue
		}
		for i, c := range f.Cures {
			cured := taken(d, c)
			after := plan.Make(cured)
			if f.Grade != finding.Open && !milder(f, after) {
				breaks("13: %s (%s) does not get milder by %q: %s", f.ID, f.Grade, c.Label, f.Sentence)
			}
			if c.Path == "bridge.kind" { // another bridge has stops of its own; it is a choice, said as one
				continue
			}
			if added := newStops(after, p); len(added) > 0 {
				breaks("13: %q of %s brings a stop (%v)", c.Label, f.ID, added)
			}
			if i > 0 {
				continue
			}
			for _, set := range []finding.Setting{{Path: c.Path, Value: c.Value}, c.And} {
				if was, ok := values[set.Path]; ok && set.Path != "" && was != set.Value {
					breaks("13: two cures fight over %s: %s and %s", set.Path, was, set.Value)
				}
				values[set.Path] = set.Value
			}
			together = taken(together, c)
		}
	}
	if added := newStops(plan.Make(together), p); len(values) > 0 && values["bridge.kind"] == "" && len(added) > 0 {
		breaks("13: all first cures together bring a stop (%v)", added)
	}
	return append(broken, adviceLaw(d)...)
}

// ofTheGuard are the findings about what hangs there.
var ofTheGuard = []string{finding.ProtectionBreaker, finding.ProtectionConductor, finding.ProtectionWire,
	finding.ProtectionRelay, finding.ProtectionBlind}

// adviceLaw notes what a plan advises by its own buttons, one after the other, and asks the next
// plan: no stop or caution meets it.
func adviceLaw(d document.Document) (broken []string) {
	d = d.Clone()
	d.Machines[0].Protection.Breaker, d.Machines[0].Protection.Conductor = "", ""
	d.Machines[0].Protection.Relay, d.Machines[0].Protection.RelaySet = "", ""
	for range 6 {
		p := plan.Make(d)
		var next *finding.Cure
		for _, f := range p.Findings {
			if !slices.Contains(ofTheGuard, f.ID) {
				continue
			}
			if f.Grade == finding.Stop || f.Grade == finding.Caution {
				return append(broken, fmt.Sprintf("13: the plan's own protection meets %s %s (%s; noted %+v)", f.Grade,
					f.ID, f.Sentence, d.Machines[0].Protection))
			}
			if f.Grade == finding.Open && len(f.Cures) > 0 && next == nil {
				next = &f.Cures[0]
			}
		}
		if next == nil {
			return broken
		}
		d = taken(d, *next)
	}
	return append(broken, fmt.Sprintf("13: noting what is advised does not end (%+v)", d.Machines[0].Protection))
}

// guardedLaw is law 14: what hangs there is judged always, and a refused device stands in no
// parts list, ladder or card.
func guardedLaw(d document.Document, p plan.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	e := d.Machines[0].Protection
	breaker, carry, known := hangs(d)
	var wire *finding.Finding
	for i, f := range p.Findings {
		if f.ID == finding.ProtectionWire {
			wire = &p.Findings[i]
		}
	}
	relayed := d.Workshop.Rules == "north-america" && d.Bridge.Kind != document.KindDrive &&
		d.Bridge.Kind != document.KindDC &&
		d.Machines[0].Role != document.Idler && e.RelaySet != "" && (e.Relay == "motor-leads" ||
		e.Relay == "supply-lines")
	if known && breaker > carry && !relayed && (wire == nil || wire.Grade != finding.Stop) {
		breaks("14: %s over %s is not stopped", e.Breaker, e.Conductor)
	}
	relay := found(p, finding.ProtectionRelay)
	overload := d.Bridge.Kind != document.KindDrive && d.Bridge.Kind != document.KindDC
	if overload && e.Relay == "none" && (relay == nil || relay.Grade != finding.Stop) {
		breaks("14: no relay is not stopped")
	}
	refused := map[string]string{}
	for _, f := range p.Findings {
		if f.Grade != finding.Stop && f.Grade != finding.Caution {
			continue
		}
		switch f.ID {
		case finding.ProtectionBreaker:
			refused["breaker"] = ratingOf(e.Breaker)
		case finding.ProtectionWire:
			refused["breaker"], refused["wire"] = ratingOf(e.Breaker), sizeOf(e.Conductor)
		case finding.ProtectionConductor:
			refused["wire"] = sizeOf(e.Conductor)
		}
	}
	for what, text := range refused {
		if text == "" {
			continue
		}
		for _, b := range p.Buys {
			wire := b.ID == "wire" || b.ID == "line-wire"
			if b.Own && (b.ID == "breaker" && what == "breaker" || wire && what == "wire") {
				breaks("14: the refused %s stands in the parts as there (%s)", text, b.Spec)
			}
		}
	}
	if wire != nil && p.Card.Ready {
		breaks("14: a card is ready over %s", wire.Sentence)
	}
	return broken
}

// heldOverUnlike plans each job once and holds the laws 13 and 14 over it.
func TestACureCures(t *testing.T) {
	jobtest.OverUnlike(t, 3, func(d document.Document) []string { return cureLaw(d, plan.Make(d)) })
}

func TestWhatHangsThereIsJudgedAlways(t *testing.T) {
	jobtest.OverUnlike(t, 2, func(d document.Document) []string { return guardedLaw(d, plan.Make(d)) })
}

// The same over a part of the corpus, with everything that owners enter; all of it with -law.all.
func TestCuresAndGuardsHoldOverTheCorpus(t *testing.T) {
	t.Parallel()
	step := 8
	if *jobtest.All {
		step = 1
	}
	breaches := map[string][]string{}
	for i, c := range jobtest.Plates(t) {
		if i%step != 0 {
			continue
		}
		d := jobtest.Case(c, rand.New(rand.NewPCG(uint64(i), 77)))
		p := plan.Make(d)
		for _, b := range append(cureLaw(d, p), guardedLaw(d, p)...) {
			key, _, _ := strings.Cut(b, "(")
			breaches[key] = append(breaches[key], c.ID+": "+b)
		}
	}
	for _, list := range breaches {
		t.Errorf("%d × %s", len(list), list[0])
	}
}

// hangs are breaker and wire as noted: known is false where the table does not say what the wire
// carries, unless it is thinner than all of it.
func hangs(d document.Document) (breaker, carry float64, known bool) {
	e := d.Machines[0].Protection
	breaker, ok, err := unit.Breaker(e.Breaker)
	c, sized, bad := unit.ParseConductor(e.Conductor)
	if !ok || err != nil || !sized || bad != nil {
		return 0, 0, false
	}
	if carry, known = table.Ampacity(c.SquareMM, c.AWG); !known {
		thinnest, thinner := table.Wires{Rules: d.Workshop.Rules}.Thinner(c)
		return breaker, thinnest.Amps, thinner
	}
	return breaker, carry, true
}

func ratingOf(typed string) string {
	if x, ok, err := unit.Breaker(typed); ok && err == nil {
		return unit.Rating(x)
	}
	return ""
}

func sizeOf(typed string) string {
	if c, ok, err := unit.ParseConductor(typed); ok && err == nil {
		return c.String()
	}
	return ""
}
