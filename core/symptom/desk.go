package symptom

import (
	"cmp"
	"context"
	"errors"
	"slices"

	"graybridge/core/bridge"
	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/protection"
)

// ErrNothing is returned for a machine of which nothing can be foretold, not even as a common one.
var ErrNothing = errors.New("the plate's volts, amps, power and rpm")

// Belief is where a desk stands: the causes, likeliest first, and the check that comes next; nil: nothing more would
// tell, or one cause stands out.
type Belief struct {
	Causes   []Believed `json:"causes" nullable:"false"`
	Next     *Check     `json:"next,omitempty"`
	Done     bool       `json:"done"`           // one cause stands out, or those left have the same cure
	None     bool       `json:"none,omitempty"` // none of these is the likeliest answer
	Left     string     `json:"left,omitempty"` // who could tell, where nothing more would
	Marks    []Mark     `json:"marks" nullable:"false"`
	Looked   []Looked   `json:"looked" nullable:"false"` // what was answered, in plain words
	Asks     []AskBack  `json:"asks" nullable:"false"`   // answers that are asked back
	Codes    []TripCode `json:"codes" nullable:"false"`  // what the display may show where it gives up
	Proof    *Proof     `json:"proof,omitempty"`
	Story    string     `json:"story"`              // the whole way there, for the book
	Presumed bool       `json:"presumed,omitempty"` // too little is known of the motor: a common one stands for it
	Missing  []string   `json:"missing" nullable:"false"`
}

// Believed is a cause with its share, what of this job cures it, and why it is believed.
type Believed struct {
	cause.Cause
	Share   float64  `json:"share"`
	Job     Remedy   `json:"job"`
	For     []string `json:"for" nullable:"false"`
	Against []string `json:"against" nullable:"false"`
	Again   []string `json:"again" nullable:"false"` // gates of the bring-up that the work on it opens again
}

// Mark is what the next check would read under a cause that is still believed: a word, or figures from low to high.
type Mark struct {
	Cause string   `json:"cause"`
	Name  string   `json:"name"`
	Text  string   `json:"text"`
	Share float64  `json:"share"`
	Low   *float64 `json:"low,omitempty"`
	High  *float64 `json:"high,omitempty"`
}

// Looked is an answer in plain words; none of it: it could not be done.
type Looked struct {
	Check string `json:"check"`
	Name  string `json:"name"`
	Text  string `json:"text,omitempty"`
	// Entered says that it stands in the plan; nobody read it here.
	Entered bool `json:"entered,omitempty"`
}

// AskBack is an answer that cannot be, asked back; it counts when it was read twice.
type AskBack struct {
	Check string `json:"check"`
	Name  string `json:"name"`
	Value string `json:"value"`
	Text  string `json:"text"`
	Twice bool   `json:"twice"` // it counts if it is said again
}

// TripCode is a trip that the display may show.
type TripCode struct {
	Code string `json:"code"`
	Says string `json:"says"`
	Look string `json:"look"`
	kind string
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
	codes := b.codes()
	d.hears(complained.Complaints())
	s := seen{told: complained.Answers(), values: map[string]Value{}, trip: kindOf(codes, complained.Code)}
	d.places(complained, s.trip)
	for _, t := range s.told {
		s.take(b, d, t, complained)
	}
	if _, read := s.values["joints"]; !read && b.found != nil {
		s.entered(b, d)
	}
	d.deadOnly = len(complained.Danger) > 0
	out := d.belief(b, &s, complained)
	out.Story = story(&out, complained)
	out.Codes, out.Presumed, out.Missing = codes, b.wide > 1, b.missing
	return out
}

// opened solves every world of a machine.
func opened(ctx context.Context, doc document.Document) (*desk, *bench, error) {
	b := &bench{ctx: ctx, doc: doc, kind: doc.Bridge.Kind, wide: 1, missing: []string{}, has: map[string]bool{},
		hints: map[string]string{}, cures: map[string]Remedy{}}
	if b.kind == "" { // nobody knows: the commonest
		b.kind = document.KindCapacitor
	}
	if doc.Bridge.Kind == document.KindRotary && len(doc.Machines) > 1 {
		b.at = max(0, slices.IndexFunc(doc.Machines, func(m document.Machine) bool { return m.Role != document.Idler }))
	}
	if !b.read(ctx) {
		return nil, nil, errors.Join(ErrNothing, ctx.Err())
	}
	m := &b.doc.Machines[b.at]
	b.relay, _ = protection.Read(m.Protection, doc.Workshop.Rules)
	if b.site.Model != nil {
		b.rated = b.site.Model.LineAmps
	}
	b.holds()
	switch b.kind {
	case document.KindRotary:
		b.onConverter()
	case document.KindDrive:
		b.onDrive()
	case document.KindDC:
		b.onController()
	default:
		if b.corner = string(b.doc.Bridge.Capacitor.CornerTo); b.corner == "" {
			b.corner = leads.Lines[0]
		}
		b.farads = b.planned()
		b.onCapacitor()
	}
	b.quietly()
	b.commonCures()
	b.offered()
	if err := ctx.Err(); err != nil {
		return nil, nil, err
	}
	d := &desk{worlds: append(b.worlds, world{cause: cause.None, weight: cause.Of(cause.None).Weight})}
	for _, w := range d.worlds {
		if !slices.Contains(d.causes, w.cause) {
			d.causes = append(d.causes, w.cause)
		}
	}
	return d, b, nil
}

// codes are the trips of the drive or controller that is chosen; of a drive that nobody chose, the kinds that all have.
func (b *bench) codes() []TripCode {
	var lines []bridge.TripLine
	switch on := b.solved.Bridge().(type) {
	case dc.Installed:
		if on.Shown != nil {
			lines = dc.TripLines(on.Profile)
		}
	case drive.Installed:
		lines = drive.TripLines(on.Profile)
	}
	out := []TripCode{}
	for _, t := range lines {
		out = append(out, TripCode{Code: cmp.Or(t.Code, string(t.Kind)), Says: t.Says, Look: t.Look,
			kind: string(t.Kind)})
	}
	return out
}

// kindOf is the kind of a trip by its code; empty where none is known.
func kindOf(codes []TripCode, code string) string {
	for _, c := range codes {
		if code != "" && c.Code == code && c.kind != string(drive.OtherTrip) {
			return c.kind
		}
	}
	return ""
}
