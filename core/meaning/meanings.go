// Package meaning is what readings at a machine mean: what a reading outside its band usually is,
// found by solving the machine with one thing otherwise; which readings go into the document that
// the plan's models are fitted on; and where a heat run settles.
package meaning

import (
	"context"
	"math"
	"slices"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/cause"
	"graybridge/core/document"
	"graybridge/core/each"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/unit"
)

// suspect is something that may be otherwise than the document says: put into the document,
// the plan of it says what every meter would show then.
type suspect struct {
	cause string // of the catalogue
	text  string // what it is, in a sentence's place after “usually:”
	short string // the same after “if”
	put   func(*document.Document, *plan.Solved) bool
	// less is the same by less, tried where the motor would not run with so much of it.
	less *suspect
}

// How much a suspect changes: enough to be seen beside a band, little enough to happen.
const (
	moreLoad   = 1.25
	lessLoad   = 0.75
	littleMore = 1.1
	dragShare  = 0.1 // of rated torque, idling
	lineOff    = 0.05
)

// suspects of every bridge; one that does not apply to a document puts nothing.
var suspects = []suspect{
	{cause.LoadHeavy, loadHeavier, "the load is heavier", sharing(moreLoad), &suspect{cause.LoadHeavy,
		loadLittleHeavier, "the load is heavier",
		sharing(littleMore), nil}},
	{cause.LoadLight, loadLighter, "the load is lighter", sharing(lessLoad), nil},
	{cause.Drags, somethingDrags, "something drags", drags, nil},
	{cause.VoltsLow, lineLower, "the line is low", lining(1 - lineOff), nil},
	{cause.VoltsHigh, lineHigher, "the line is high", lining(1 + lineOff), nil},
}

// suspectsOf are those of every bridge, and what of this one may be otherwise.
func suspectsOf(s *plan.Solved) []suspect {
	all := slices.Clone(suspects)
	for _, o := range s.Bridge().Otherwise() {
		all = append(all, suspect{cause: o.Cause, text: o.Text, short: o.Short, put: func(d *document.Document,
			_ *plan.Solved) bool {
			return set(d, o.Sets)
		}})
	}
	return all
}

// set puts settings into a document; false where there are none.
func set(d *document.Document, all []finding.Setting) bool {
	for _, one := range all {
		entry.Put(d, one.Path, one.Value)
	}
	return len(all) > 0
}

func drags(d *document.Document, w *plan.Solved) bool {
	if w.Site().Load.Lightest >= w.Site().Load.Usual {
		return false
	}
	d.Machines[0].Load.Lightest = percent(w.Site().Load.Lightest + dragShare)
	return true
}

func percent(share float64) string { return unit.Plain(math.Round(share*1000)/10) + " %" }

// sharing puts the load so many times as heavy.
func sharing(by float64) func(*document.Document, *plan.Solved) bool {
	return func(d *document.Document, w *plan.Solved) bool { return shareTimes(d, w, by) }
}

// lining puts the line so many times as high.
func lining(by float64) func(*document.Document, *plan.Solved) bool {
	return func(d *document.Document, w *plan.Solved) bool { return voltsTimes(d, w, by) }
}

func shareTimes(d *document.Document, w *plan.Solved, by float64) bool {
	l := w.Site().Load
	if l.Kind == machine.NoLoad || l.Usual == 0 {
		return false
	}
	d.Machines[0].Load.Kind, d.Machines[0].Load.Share = l.Kind, percent(l.Usual*by)
	return true
}

func voltsTimes(d *document.Document, w *plan.Solved, by float64) bool {
	d.Supply.Volts = unit.Plain(math.Round(w.Site().Supply.AtWall(w.Site().Supply.Volts)*by*10)/10) + " V"
	return true
}

// GatesOf are the gates of a document's machine, each take with what a reading outside its
// band usually means. What it means is not a rule of thumb: each suspect is put into the
// document, solved, and named only where it moves the reading that way; the reading that tells
// the first two apart is the one in which they differ most. The error is the context's, or
// ErrNone where nothing could be read.
func GatesOf(ctx context.Context, s *plan.Solved) ([]bringup.Gate, error) {
	if !s.Known() {
		return nil, plan.ErrNone
	}
	gates := cloneGates(s.Plan().Gates)
	own := valuesOf(gates)
	if len(own) == 0 {
		return gates, nil
	}
	all := suspectsOf(s)
	would := make([]map[string]float64, len(all))
	texts := make([]string, len(all))
	each.Of(len(all), func(i int) {
		for one := &all[i]; one != nil && len(would[i]) == 0 && ctx.Err() == nil; one = one.less {
			d := held(s)
			if !one.put(&d, s) {
				return
			}
			if solved, err := plan.Solve(ctx, d); err == nil {
				would[i], texts[i] = wouldRead(solved), one.text
			}
		}
	})
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	for g := range gates {
		for t := range gates[g].Takes {
			take := &gates[g].Takes[t]
			if take.Value == nil || take.Low == nil || take.High == nil || gates[g].ID == bringup.Ohms {
				continue
			}
			take.Above = meaning(gates, take, all, would, texts, +1)
			take.Below = meaning(gates, take, all, would, texts, -1)
		}
	}
	return gates, nil
}

// wouldRead are the values that meters would show, whatever the plan says against it: what is
// really so does not ask whether it may be. Empty where the motor does not run.
func wouldRead(s *plan.Solved) (out map[string]float64) {
	out = map[string]float64{}
	defer func() {
		if recover() != nil { // what cannot be worked out explains nothing
			out = map[string]float64{}
		}
	}()
	if !s.Known() {
		return out
	}
	c := bringup.Card{}
	if s.Bridge().Carded() {
		s.Bridge().Card(&c, bridge.Planned{Wanted: &s.Plan().Wanted, Findings: s.Plan().Findings}, bridge.Guarded{})
	}
	for _, r := range c.Readings {
		for _, t := range r.Takes {
			if t.Value != nil && !math.IsNaN(*t.Value) && !math.IsInf(*t.Value, 0) {
				out[t.ID] = *t.Value
			}
		}
	}
	return out
}

// held is the document with the sizes that its plan chose entered: a suspect changes what is so,
// not what was built.
func held(w *plan.Solved) document.Document {
	d := w.Document().Clone()
	set(&d, w.Bridge().Built())
	return d
}

func cloneGates(gates []bringup.Gate) []bringup.Gate {
	out := slices.Clone(gates)
	for i := range out {
		out[i].Takes = slices.Clone(out[i].Takes)
	}
	return out
}

// valuesOf are the expected values of the takes by their ids.
func valuesOf(gates []bringup.Gate) map[string]float64 {
	out := map[string]float64{}
	for _, g := range gates {
		for _, t := range g.Takes {
			if t.Value != nil {
				out[t.ID] = *t.Value
			}
		}
	}
	return out
}

// shows is how much of half a band a suspect must move a reading to be named.
const shows = 0.3

// moved is by how many half bands a suspect moves a take.
func moved(t *bringup.Take, would map[string]float64) float64 {
	x, ok := would[t.ID]
	if !ok || t.Value == nil || t.Low == nil || t.High == nil || *t.High <= *t.Low {
		return 0
	}
	return 2 * (x - *t.Value) / (*t.High - *t.Low)
}

// meaning of a reading above (sign +1) or below (−1) its band.
func meaning(gates []bringup.Gate, t *bringup.Take, all []suspect, would []map[string]float64, texts []string,
	sign float64) bringup.Meaning {
	m := bringup.Meaning{Says: []bringup.Cause{}}
	var by []int
	for i := range all {
		if would[i] != nil && sign*moved(t, would[i]) >= shows {
			by = append(by, i)
		}
	}
	slices.SortStableFunc(by, func(a, b int) int {
		return -compare(sign*moved(t, would[a]), sign*moved(t, would[b]))
	})
	for _, i := range by[:min(len(by), mostCauses)] {
		x := would[i][t.ID]
		m.Says = append(m.Says, bringup.Cause{ID: all[i].cause, Cure: cause.Of(all[i].cause).Cure,
			Text: texts[i], Would: figureOf(x, t.Unit), Value: x})
	}
	m.Says = append(m.Says, bringup.Cause{Text: lastCause})
	if len(by) == 0 {
		m.Next = lastNext
		return m
	}
	next, apart := (*bringup.Take)(nil), tells
	for g := range gates {
		for k := range gates[g].Takes {
			other := &gates[g].Takes[k]
			if other.ID == t.ID || other.When != t.When && other.ID != "volts" {
				continue
			}
			a, b := moved(other, would[by[0]]), 0.0
			if len(by) > 1 {
				b = moved(other, would[by[1]])
			}
			if d := math.Abs(a - b); d > apart && a != 0 {
				next, apart = other, d
			}
		}
	}
	if next == nil {
		m.Next = lastNext
		return m
	}
	m.At = next.ID
	first := readsIf(would[by[0]][next.ID], next.Unit, all[by[0]].short)
	if len(by) > 1 {
		m.Next = nextTells(next.Name, first, readsIf(would[by[1]][next.ID], next.Unit, all[by[1]].short))
		return m
	}
	m.Next = nextTells(next.Name, first, readsIf(*next.Value, next.Unit, elseWord))
	return m
}

const (
	mostCauses = 3
	tells      = 0.5 // of half a band: by so much two suspects must differ for a reading to tell
)

func compare(a, b float64) int {
	switch {
	case a < b:
		return -1
	case a > b:
		return 1
	}
	return 0
}
