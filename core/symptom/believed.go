package symptom

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// belief is where the desk stands.
func (d *desk) belief(b *bench, s *seen, e *complaint.Entry) Belief {
	out := Belief{Causes: []Believed{}, Marks: []Mark{}, Asks: s.asks, Looked: s.looked}
	if out.Asks == nil {
		out.Asks = []AskBack{}
	}
	if out.Looked == nil {
		out.Looked = []Looked{}
	}
	for i, one := range d.shares() {
		c := Believed{Cause: cause.Of(one.ID), Share: one.Share, Job: b.cureOf(one.ID), For: []string{},
			Against: []string{}}
		c.Again = c.Gates()
		if i < mostReasoned && one.ID != cause.None {
			c.For, c.Against = d.reasons(b, s, e, one.ID)
		}
		out.Causes = append(out.Causes, c)
	}
	out.Done, out.None = d.done(), out.Causes[0].ID == cause.None
	if out.Done {
		out.Proof = b.proof(&out.Causes[0].Cause, e)
		return out
	}
	asked := func(c *Check) bool {
		return slices.ContainsFunc(s.told, func(t complaint.Told) bool { return t.Check == c.ID })
	}
	next, ok := d.next(slices.DeleteFunc(slices.Clone(checks), func(c Check) bool {
		return asked(&c) || !b.can(&c) || b.wide > 1 && c.ID == "joints" || // nobody knows how they should be
			d.deadOnly && (c.Live || c.danger > 2) // it is not fed again
	}))
	if !ok {
		out.Proof = b.proof(&out.Causes[0].Cause, e)
		out.Left = whoTells(out.Causes)
		return out
	}
	next.Hint, next.Studs = b.hints[next.ID], b.studs(next.ID)
	out.Next, out.Marks = &next, d.marks(b, &next)
	return out
}

// studs are where the probes of a check go in the motor's box: a lead of the joint that each line comes to.
func (b *bench) studs(check string) (out []string) {
	what, lines, _ := strings.Cut(check, " ")
	if b.wide > 1 || !slices.Contains([]string{"ohms", "volts", "amps"}, what) {
		return nil
	}
	for _, line := range strings.Split(lines, "-") {
		for _, g := range b.joints {
			if !slices.Contains(g, line) {
				continue
			}
			if i := slices.IndexFunc(g, func(n string) bool { return n != line }); i >= 0 {
				out = append(out, g[i])
			}
		}
	}
	return out
}

// story is the whole way to where the desk stands: what was said, looked at, believed and mended.
func story(b *Belief, e *complaint.Entry) string {
	out := wrongWas + lower(e.Complaints(), func(s complaint.Said) string { return spoken[s].Text })
	if len(e.When) > 0 {
		out += " " + whenWas + lower(e.When, func(w string) string { return moments[complaint.When(w)] })
	}
	if len(e.Changed) > 0 {
		out += " " + beforeWas + lower(e.Changed, func(x string) string { return changes[complaint.Changed(x)] })
	}
	if e.Code != "" {
		out += " " + fmt.Sprintf(codeWas, e.Code)
	}
	looked := []string{}
	for _, l := range b.Looked {
		looked = append(looked, l.Name+" "+first(l.Text == "", couldNot, l.Text))
	}
	if len(looked) > 0 {
		out += " " + lookedWas + strings.Join(looked, "; ") + "."
	}
	for _, id := range e.Cured {
		out += " " + fmt.Sprintf(mendedWas, cause.Of(id).Name)
	}
	switch top := b.Causes[0]; {
	case b.None:
		out += " " + noneFits
	case b.Done:
		out += " " + fmt.Sprintf(foundIt, top.Name, unit.Percent(top.Share))
	default:
		out += " " + fmt.Sprintf(likeliest, top.Name, unit.Percent(top.Share))
	}
	if b.Proof != nil && b.Proof.Value != "" {
		out += " " + b.Proof.Text
	}
	return out
}

// lower are several things in one sentence.
func lower[T any](all []T, text func(T) string) string {
	out := []string{}
	for _, x := range all {
		out = append(out, finding.Lower(text(x)))
	}
	return finding.Together(out) + "."
}

// mostReasoned causes are shown with what speaks for and against them.
const mostReasoned = 8

// whoTells says who could tell the causes apart that are left.
func whoTells(all []Believed) string {
	who, left := electrical, 0
	for _, c := range all {
		if c.ID == cause.None || c.Share < 0.1 {
			continue
		}
		left++
		if c.Licensed && c.Group == cause.Motor {
			who = winder
		}
	}
	if left < 2 {
		return ""
	}
	return fmt.Sprintf(leftCan, left, who)
}

// mostMarks are shown of what a check would read.
const mostMarks = 5

// marks are what a check would read under each of the causes that are believed most.
func (d *desk) marks(b *bench, c *Check) []Mark {
	out := []Mark{}
	for _, s := range d.shares() {
		if s.ID == cause.None || s.Share < 0.02 || len(out) == mostMarks {
			continue
		}
		m := Mark{Cause: s.ID, Name: cause.Of(s.ID).Name, Share: s.Share}
		m.Text, m.Low, m.High = d.wouldRead(b, c, s.ID)
		if m.Text != "" {
			out = append(out, m)
		}
	}
	return out
}

// wouldRead is what a check would read under a cause, in words and from low to high; nothing where none of its worlds
// can tell.
func (d *desk) wouldRead(b *bench, c *Check, id string) (text string, low, high *float64) {
	var from, to float64
	known := false
	for _, w := range d.worlds {
		r := w.read(c.ID)
		if w.cause != id || !r.known || w.weight < 1e-6 && known {
			continue
		}
		switch {
		case r.joints != nil:
			text = first(r.joints.Equal(b.joints), "as the card shows", "another than the card shows")
		case r.word != "":
			text = strings.ToLower(c.answer(Value{Word: r.word}, r.word))
		case !known:
			from, to, known = r.figure, r.figure, true
		default:
			from, to = math.Min(from, r.figure), math.Max(to, r.figure)
		}
	}
	if !known {
		return text, nil, nil
	}
	figures := span(from, to, c.Unit)
	if b.wide > 1 && to > 0 {
		figures = fmt.Sprintf(perhaps, figures)
	}
	if text == "" {
		return figures, &from, &to
	}
	text = fmt.Sprintf(orElse, text, figures)
	return text, &from, &to
}

// span is a figure, or from which to which.
func span(low, high float64, u string) string {
	if high > 1.1*low {
		return fmt.Sprintf("%s to %s", unit.Three(low), unit.Text(high, u))
	}
	return unit.Text(low, u)
}

// How well a reading must fit, beside the world that it fits best, to speak for a cause, and how badly to speak
// against it.
const (
	speaksFor     = 0.5
	speaksAgainst = 0.25
)

// reasons are what speaks for a cause and what against it.
func (d *desk) reasons(b *bench, s *seen, e *complaint.Entry, id string) (speaks, against []string) {
	speaks, against = []string{}, []string{}
	put := func(yes bool, text string) {
		if yes {
			speaks = append(speaks, text)
		} else {
			against = append(against, text)
		}
	}
	for _, said := range e.Complaints() {
		p := 0.0
		for _, w := range d.worlds {
			if w.cause == id {
				p = math.Max(p, w.said[said])
			}
		}
		put(p >= 0.25, fmt.Sprintf(first(p >= 0.25, heardFor, heardNot), finding.Lower(spoken[said].Text)))
	}
	c := cause.Of(id)
	for _, w := range e.When {
		if fit := c.Timely(complaint.When(w)); len(c.When) > 0 {
			put(fit == 1, first(fit == 1, momentFor, momentNot))
		}
	}
	for _, x := range e.Changed {
		if c.BroughtOn(complaint.Changed(x)) == 1 {
			put(true, changeFor)
		}
	}
	if s.trip != "" {
		ends := slices.Contains(c.Trips, s.trip)
		put(ends, first(ends, codeFor, codeNot))
	}
	for _, l := range s.looked {
		v, ok := s.values[l.Check]
		check, _ := CheckOf(l.Check)
		if !ok {
			continue
		}
		fits, all := 0.0, 0.0
		for i := range d.worlds {
			if w := &d.worlds[i]; w.cause == id && w.read(l.Check).known {
				fits, all = math.Max(fits, w.read(l.Check).fits(v)), all+1
			}
		}
		if all == 0 {
			continue
		}
		text, name := l.Text, check.Name
		would, _, _ := d.wouldRead(b, &check, id)
		switch ratio := fits / math.Max(1e-9, d.bestFit(l.Check, v)); {
		case ratio > speaksFor:
			put(true, fmt.Sprintf(forIt, name, text))
		case ratio < speaksAgainst:
			put(false, fmt.Sprintf(againstIt, name, text, would))
		}
	}
	return speaks, against
}

// bestFit is how well a reading fits the world that it fits best.
func (d *desk) bestFit(check string, v Value) (best float64) {
	for i := range d.worlds {
		if r := d.worlds[i].read(check); r.known {
			best = math.Max(best, r.fits(v))
		}
	}
	return best
}

// withUnit is an answer with the check's unit behind a bare figure.
func withUnit(text string, c *Check) string {
	if x := unit.Decimal(text); c.Unit != "" && !math.IsNaN(x) {
		return text + unit.Space + c.Unit
	}
	return text
}

// Proof is the reading that proves a cure: what it should be, what was read, and whether that proves it.
type Proof struct {
	Check  *Check `json:"check,omitempty"` // none: it is seen at work
	Expect string `json:"expect"`
	Value  string `json:"value,omitempty"`
	Holds  bool   `json:"holds"`
	Text   string `json:"text"`
}

// proves is how far, in its own strays, a reading may lie from that of a machine in order.
const proves = 2.0

// proof is the reading that proves the cure of a cause.
func (b *bench) proof(c *cause.Cause, e *complaint.Entry) *Proof {
	check, ok := CheckOf(c.Proves)
	want, known := b.usual[c.Proves]
	if !ok || !known || !want.known || !b.can(&check) {
		return &Proof{Expect: c.Proof, Text: proofSeen}
	}
	p := &Proof{Check: &check, Expect: b.expected(&check, want)}
	told, there := e.Proved()
	if !there || told.Check != check.ID {
		return p
	}
	p.Value = told.Value
	v, why := b.value(check.ID, told.Value)
	if why != "" {
		p.Text = why
		return p
	}
	switch {
	case want.joints != nil:
		p.Holds = want.joints.Equal(v.joints)
	case want.word != "" || v.Word != "":
		p.Holds = want.word == v.Word
	case check.Unit == "MΩ":
		p.Holds = v.Figure >= 1
	default:
		z := math.Log((v.Figure + want.floor) / (want.figure + want.floor))
		p.Holds = math.Abs(z) <= proves*math.Max(0.05, want.strays)
	}
	text := withUnit(check.answer(v, told.Value), &check)
	p.Text = fmt.Sprintf(proved, text)
	if !p.Holds {
		p.Text = fmt.Sprintf(notProved, text, p.Expect)
	}
	return p
}

// expected is what a machine in order reads at a check.
func (b *bench) expected(c *Check, r reading) string {
	switch {
	case r.joints != nil:
		return "the joints of the card"
	case r.word != "":
		return strings.ToLower(c.answer(Value{Word: r.word}, r.word))
	case c.Unit == "MΩ":
		return "over 1 MΩ"
	}
	return "about " + unit.Text(r.figure, c.Unit)
}

func first(yes bool, a, b string) string {
	if yes {
		return a
	}
	return b
}
