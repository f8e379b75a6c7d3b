package symptom

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"graybridge/core/complaint"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/unit"
)

// ErrNothing is returned for a machine of which too little is known to foretell anything.
var ErrNothing = errors.New("power, volts, amps, rpm and hertz of the plate are asked, and how its leads come out")

// ErrNoDrive is returned for a drive that is not chosen, ErrNoDesk for a bridge that the desk does not know yet.
var (
	ErrNoDrive = errors.New("which drive it is: choose it on the Bridge bay")
	ErrNoDesk  = errors.New("a bridge that the desk knows; brushed motors are looked at by their own film and trims")
)

// Belief is where a desk stands: the causes, likeliest first, and the check that comes next; nil: nothing more would
// tell, or one cause stands out.
type Belief struct {
	Causes []Believed `json:"causes" nullable:"false"`
	Next   *Check     `json:"next,omitempty"`
	Done   bool       `json:"done"`           // one cause stands out, or those left have the same cure
	None   bool       `json:"none,omitempty"` // none of these is the likeliest answer
	Marks  []Mark     `json:"marks" nullable:"false"`
	Unread []string   `json:"unread" nullable:"false"` // answers that could not be read, by their checks
}

// Believed is a cause with its share.
type Believed struct {
	Cause
	Share float64 `json:"share"`
}

// Mark is what the next check would read under a cause that is still believed.
type Mark struct {
	Cause string  `json:"cause"`
	Name  string  `json:"name"`
	Text  string  `json:"text"`
	Share float64 `json:"share"`
}

// Opened is a machine with every world of it solved. It does not change, and does not hang on what is said of the
// machine: Bare is the document that it is opened by.
type Opened struct {
	desk  desk
	bench *bench
}

// Bare is a document without what is said and was read at the desk.
func Bare(doc document.Document) document.Document {
	doc = doc.Clone()
	for i := range doc.Machines {
		doc.Machines[i].Desk = complaint.Entry{}
	}
	return doc
}

// Open solves every world of a document's machine. The error is ErrNothing, or the context's.
func Open(ctx context.Context, doc document.Document) (*Opened, error) {
	d, b, err := opened(ctx, doc)
	if err != nil {
		return nil, err
	}
	return &Opened{*d, b}, nil
}

// At is where the desk stands at a document's machine that is complained of. The error is ErrNothing, or the context's.
func At(ctx context.Context, doc document.Document) (Belief, error) {
	o, err := Open(ctx, doc)
	if err != nil {
		return Belief{}, err
	}
	return o.At(doc), nil
}

// At is where the desk stands: it hears what is said of the machine and takes in what was read since, in order.
func (o *Opened) At(doc document.Document) Belief {
	b, d := o.bench, &desk{worlds: slices.Clone(o.desk.worlds), causes: o.desk.causes}
	complained := &doc.Machines[b.at].Desk
	for i := range doc.Machines { // of a converter it may be noted at the idler
		if m := &doc.Machines[i]; len(complained.Said) == 0 && len(m.Desk.Said) > 0 {
			complained = &m.Desk
		}
	}
	told := complained.Answers()
	d.hears(complained.Complaints())
	unread := []string{}
	for _, t := range told {
		if t.Value == "" {
			continue
		}
		v, ok := b.value(t.Check, t.Value)
		if !ok {
			unread = append(unread, t.Check)
			continue
		}
		d.takes(t.Check, v)
	}
	d.deadOnly = len(complained.Danger) > 0
	return d.belief(b, told, unread)
}

// opened solves every world of a machine.
func opened(ctx context.Context, doc document.Document) (*desk, *bench, error) {
	b := &bench{ctx: ctx, doc: doc}
	if doc.Bridge.Kind == document.KindRotary && len(doc.Machines) > 1 {
		b.at = max(0, slices.IndexFunc(doc.Machines, func(m document.Machine) bool { return m.Role != document.Idler }))
	}
	alone := doc
	if b.at > 0 { // what its leads and its ohms are does not hang on the converter
		alone = doc.Clone()
		alone.Machines, alone.Bridge.Kind = alone.Machines[b.at:b.at+1], document.KindCapacitor
		alone.Machines[0].Role = ""
	}
	b.solved = plan.Read(ctx, alone)
	if b.solved.Broke != nil || !b.solved.Known() {
		return nil, nil, ErrNothing
	}
	b.site = b.solved.Site()
	if b.site == nil || b.site.Model == nil {
		return nil, nil, ErrNothing
	}
	m := doc.Machines[b.at]
	b.relay, _ = protection.Read(m.Protection, doc.Workshop.Rules)
	b.joints = b.site.Wanted
	if b.site.FoundKnown && (len(m.Leads.Done) == 0 || b.joints == nil) { // nobody has changed them since
		b.joints = b.site.Found
	}
	if b.joints == nil {
		return nil, nil, ErrNothing
	}
	b.rated = b.site.Model.LineAmps
	switch doc.Bridge.Kind {
	case document.KindRotary:
		b.onConverter()
	case document.KindCapacitor, "":
		b.corner = string(doc.Bridge.Capacitor.CornerTo)
		if b.corner == "" {
			b.corner = leads.Lines[0]
		}
		b.farads = b.planned()
		b.onCapacitor()
	case document.KindDrive:
		on, ok := b.solved.Bridge().(drive.Installed)
		if !ok || on.View == nil || on.Profile == nil {
			return nil, nil, ErrNoDrive
		}
		b.onDrive(on)
	default:
		return nil, nil, ErrNoDesk
	}
	if err := ctx.Err(); err != nil {
		return nil, nil, err
	}
	d := &desk{worlds: append(b.worlds, world{cause: None, weight: CauseOf(None).Weight})}
	for _, w := range d.worlds {
		if !slices.Contains(d.causes, w.cause) {
			d.causes = append(d.causes, w.cause)
		}
	}
	return d, b, nil
}

// planned are the µF that should stand there: as entered, else the plan's.
func (b *bench) planned() float64 {
	if x, ok, err := unit.Microfarads.One(b.doc.Bridge.Capacitor.Microfarad); err == nil && ok {
		return x
	}
	for _, c := range b.solved.Bridge().Built() {
		if strings.HasSuffix(c.Path, "microfarad") {
			if x, ok, err := unit.Microfarads.One(c.Value); err == nil && ok {
				return x
			}
		}
	}
	return 0
}

// value reads what was answered to a check; ok is false where it is no answer to it.
func (b *bench) value(check, text string) (v Value, ok bool) {
	c, known := CheckOf(check)
	if !known {
		return v, false
	}
	text = strings.TrimSpace(text)
	if check == "joints" {
		j, err := leads.Parse(text, b.site.Hand.Naming, b.site.Hand.Kind)
		return Value{joints: j}, err == nil
	}
	for _, w := range c.Words {
		if strings.EqualFold(w.Value, text) {
			return Value{Word: w.Value}, true
		}
	}
	if len(c.Words) > 0 && c.Unit == "" {
		return v, false
	}
	bare := strings.TrimSpace(strings.TrimSuffix(text, c.Unit))
	x := unit.Decimal(bare)
	if !(x >= 0 && x < 1e7) {
		return v, false
	}
	return Value{Figure: x}, true
}

// belief is where the desk stands.
func (d *desk) belief(b *bench, told []complaint.Told, unread []string) Belief {
	out := Belief{Causes: []Believed{}, Marks: []Mark{}, Unread: unread}
	for _, s := range d.shares() {
		out.Causes = append(out.Causes, Believed{CauseOf(s.ID), s.Share})
	}
	out.Done, out.None = d.done(), out.Causes[0].ID == None
	if out.Done {
		return out
	}
	asked := func(c Check) bool {
		return slices.ContainsFunc(told, func(t complaint.Told) bool { return t.Check == c.ID })
	}
	next, ok := d.next(slices.DeleteFunc(slices.Clone(checks), func(c Check) bool {
		return asked(c) || d.deadOnly && (c.Live || c.ID == "load uncoupled") // it is not fed again
	}))
	if !ok {
		return out
	}
	out.Next, out.Marks = &next, d.marks(b, next.ID)
	return out
}

// mostMarks are shown of what a check would read.
const mostMarks = 5

// marks are what a check would read under each of the causes that are believed most.
func (d *desk) marks(b *bench, check string) []Mark {
	out := []Mark{}
	for _, s := range d.shares() {
		if s.ID == None || s.Share < 0.02 || len(out) == mostMarks {
			continue
		}
		low, high, text := 0.0, 0.0, ""
		for _, w := range d.worlds {
			r := w.reads[check]
			if w.cause != s.ID || !r.known || w.weight < 1e-5 {
				continue
			}
			switch {
			case r.joints != nil:
				text = first(r.joints.Equal(b.joints), "as the card shows", "another than the card shows")
			case r.word != "":
				text = r.word
			case high == 0 && low == 0:
				low, high = r.figure, r.figure
			default:
				low, high = min(low, r.figure), max(high, r.figure)
			}
		}
		c, _ := CheckOf(check)
		for _, w := range c.Words {
			if w.Value == text {
				text = strings.ToLower(w.Text)
			}
		}
		if text == "" {
			text = unit.Text(low, c.Unit)
			if high > 1.1*low {
				text = fmt.Sprintf("%s to %s", unit.Three(low), unit.Text(high, c.Unit))
			}
		}
		out = append(out, Mark{Cause: s.ID, Name: CauseOf(s.ID).Name, Text: text, Share: s.Share})
	}
	return out
}

func first(yes bool, a, b string) string {
	if yes {
		return a
	}
	return b
}
