package weigh

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"graybridge/core/bridge"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/unit"
	"graybridge/core/wants"
)

// Taken is a document with the bridge of a column in it: nothing else of it changes, but that
// a converter brings its idler and other kinds of bridge lose the protection noted for this
// one. ok is false where the column has nothing to take.
func (w *Weighing) Taken(d document.Document, kind string) (document.Document, bool) {
	on, ok := w.On[kind]
	may := slices.ContainsFunc(w.Columns, func(c Column) bool { return c.Kind == kind && c.May })
	if !ok || !may {
		return d, false
	}
	d = d.Clone()
	was := cmp.Or(d.Bridge.Kind, document.KindCapacitor)
	d.Bridge = on.Bridge
	one := on.Machines[0]
	for i := range d.Machines {
		m := &d.Machines[i]
		if m.ID != one.ID || was == kind {
			continue
		}
		m.Protection, m.Leads.Done = protection.Entry{}, []string{}
		if kind == document.KindRotary && m.Name == "" { // there are two of them now
			m.Name = one.Name
		}
	}
	for _, m := range on.Machines[1:] {
		if len(d.Machines) < document.MostMachines && !slices.ContainsFunc(d.Machines,
			func(x document.Machine) bool { return x.ID == m.ID }) {
			d.Machines = append(d.Machines, m)
		}
	}
	return d, true
}

// Weighing is a document set on each bridge at its best, and which of them is taken. Every
// column stands on a whole plan of a document with that bridge: the document that is taken
// into the job where the column is chosen.
type Weighing struct {
	Weighed
	// On are the documents of the columns, by kind.
	On map[string]document.Document `json:"-"`

	pairs string // what two capacitors would do where one does not
}

// weigher weighs one document.
type weigher struct {
	ctx    context.Context
	doc    document.Document // one machine, the one that is weighed
	base   *plan.Solved
	line   *site.Site    // the motor on the line's own volts and hertz
	direct *dc.Installed // the motor on a controller; nil: it is not brushed
	wants  wants.Wants
	whole  document.Document
	brief  bool // only what is judged, not what a converter asks ahead of it
}

// trial is the document on one bridge with some values, planned.
type trial struct {
	doc    document.Document
	kind   string
	mended bool // on another circuit than the one that is there
	*plan.Solved
}

// Of weighs the first machine of a document on every bridge but the rotary converter,
// whose column comes of ConverterOf. The error is the context's.
func Of(ctx context.Context, d document.Document) (Weighing, error) {
	w, err := newWeigher(ctx, d)
	if err != nil {
		return Weighing{}, err
	}
	out := Weighing{On: map[string]document.Document{}}
	out.Assumed = w.assumed()
	if out.Waits = w.waits(); out.Waits != "" {
		out.Rows, out.Columns, out.Reasons, out.Changes = Rows(), []Column{}, []string{}, []string{}
		out.Grade, out.Sentence = finding.Open, out.Waits
		return out, nil
	}
	add := func(c Column, t *trial) {
		if c.Chosen = c.Kind == w.was(); t != nil {
			c.May = w.may(c.Kind)
			out.On[c.Kind] = w.wanted(t.doc)
		}
		out.Columns = append(out.Columns, c)
	}
	if w.direct != nil { // a brushed motor runs on nothing else
		direct, onDirect, err := w.controller()
		if err != nil {
			return Weighing{}, err
		}
		for _, kind := range []string{document.KindCapacitor, document.KindRotary, document.KindDrive} {
			add(w.notFor(kind, brushedMotor), nil)
		}
		add(direct, onDirect)
		add(w.noneForBrushed(), nil)
		out.Conclude()
		out.Changes = w.changes(&out)
		return out, ctx.Err()
	}
	can, onCan, err := w.capacitor()
	if err != nil {
		return Weighing{}, err
	}
	if can.Grade != finding.Good {
		out.pairs = w.pair(&can, onCan)
	}
	add(can, onCan)
	add(Column{Kind: document.KindRotary, Name: plan.TitleOf(document.KindRotary), Grade: finding.Open, Waits: true,
		Cells: []Cell{}, Schools: []School{}, Verdict: workedOut}, nil)
	driven, onDriven, err := w.drive()
	if err != nil {
		return Weighing{}, err
	}
	add(driven, onDriven)
	add(w.notFor(document.KindDC, threePhaseMotor), nil)
	none, err := w.none(onDriven)
	if err != nil {
		return Weighing{}, err
	}
	add(none, nil)
	out.Conclude()
	out.Changes = []string{} // they come with the converter: each is planned anew
	return out, ctx.Err()
}

// was is the bridge that the job has.
func (w *weigher) was() string { return cmp.Or(w.whole.Bridge.Kind, document.KindCapacitor) }

// may says that a bridge can be taken into the job: one that several machines share is not
// exchanged for the sake of one of them.
func (w *weigher) may(kind string) bool { return len(w.whole.Machines) == 1 || kind == w.was() }

// newWeigher reads a document for weighing.
func newWeigher(ctx context.Context, d document.Document) (*weigher, error) {
	whole := d.Clone()
	d = d.Clone()
	d.Machines = d.Machines[:1]
	d.Machines[0].Role = ""
	entry.Devices(&d) // weighed as if all that is noted were there
	base, err := plan.Solve(ctx, d)
	if err != nil {
		return nil, err
	}
	w := &weigher{ctx: ctx, doc: d, base: base, whole: whole}
	if base.Known() {
		w.wants = base.Wants()
		w.wantsOfBridge()
		onLine := w.on(document.KindCapacitor)
		w.line, w.direct = plan.Read(ctx, onLine).Site(), w.brushed()
	}
	return w, nil
}

// wanted is a column's document with what weighing chose written as wanted, and what was there
// before as it was.
func (w *weigher) wanted(d document.Document) document.Document {
	d = d.Clone()
	entry.Wants(w.whole, &d)
	return d
}

// assumed is what was taken because nobody said it.
func (w *weigher) assumed() []string {
	out := w.wants.Assumed()
	if !w.base.Known() {
		return out
	}
	if l := w.doc.Machines[0].Load; l.Lightest == "" && l.Kind != machine.NoLoad {
		out = append(out, lightestIsNone)
	}
	if l := w.line.Load; !l.Known {
		out = append(out, "the load: "+unit.Percent(l.Usual)+", "+string(l.Kind))
	}
	return out
}

// wantsOfBridge takes the speeds that were asked of a drive or a controller, where none is
// asked of the choice.
func (w *weigher) wantsOfBridge() {
	if w.wants.SpeedSaid {
		return
	}
	slow, fast := 0.0, 0.0
	switch on := w.base.Bridge().(type) {
	case drive.Installed:
		if m := on.Site.Model; m != nil {
			slow, fast = on.Chosen.LeastHz/m.FrequencyHz, on.Chosen.MostHz/m.FrequencyHz
		}
	case dc.Installed:
		if rpm := on.Site.Direct.RPM; rpm > 0 {
			slow, fast = on.Chosen.LeastRPM/rpm, on.Chosen.MostRPM/rpm
		}
	}
	if slow > 0 && slow < 1 {
		w.wants.Slowest, w.wants.SpeedSaid = slow, true
	}
	if fast > 1 {
		w.wants.Fastest, w.wants.SpeedSaid = fast, true
	}
}

// waits is what must be read before anything can be weighed; empty where nothing must.
func (w *weigher) waits() string {
	switch {
	case !w.base.Known():
		return notWeighed
	case w.whole.Machines[0].Role == document.Idler:
		return weighsTheIdler
	}
	if w.direct == nil && w.line.Model == nil {
		p := w.base.Plan()
		if stop := bridge.Blocked(p.Findings); stop != nil {
			return stop.Sentence
		}
		return waitsFor(p.Next.Text)
	}
	return ""
}

// on is the document on a bridge, with nothing noted of its protection: what is asked is
// weighed, and what was fitted for another bridge does not follow.
func (w *weigher) on(kind string) document.Document {
	d := w.doc.Clone()
	d.Bridge.Kind = kind
	m := &d.Machines[0]
	m.Name = w.doc.Called(*m)
	m.Protection, m.Leads.Done = protection.Entry{}, []string{}
	return d
}

// try plans a document.
func (w *weigher) try(d document.Document) (*trial, error) {
	s, err := plan.Solve(w.ctx, d)
	if err != nil {
		return nil, err
	}
	return &trial{doc: d, kind: d.Bridge.Kind, mended: w.circuitOf(d.Supply) != "", Solved: s}, nil
}

// counterfactual is one thing that could be otherwise.
type counterfactual struct {
	words string
	with  func(d *document.Document, wants *wants.Wants)
}

// changes says what would change the answer: of the bridges that are simpler than the one
// taken, what would have to be otherwise for each, planned anew.
func (w *weigher) changes(of *Weighing) []string {
	out := []string{}
	if of.pairs != "" {
		out = append(out, of.pairs)
	}
	for i := range of.Columns {
		c := &of.Columns[i]
		d, ok := of.On[c.Kind]
		if !ok || c.Kind == of.Best || c.Grade == finding.Good {
			continue
		}
		for _, f := range w.counterfactuals(c) {
			other := *w
			changed := d.Clone()
			f.with(&changed, &other.wants)
			if c.Kind == document.KindCapacitor {
				changed.Bridge.Capacitor.Microfarad, changed.Bridge.Capacitor.Start = "", ""
			}
			t, err := w.try(changed)
			if err != nil {
				return out
			}
			if t, err = w.cured(t); err != nil {
				return out
			}
			if col := other.column(t); col.Grade != finding.Stop && col.Grade.Rank() > c.Grade.Rank() {
				out = append(out, wouldDo(c.Kind, f.words, col.Grade))
				break
			}
		}
	}
	return out
}

// and is both at once.
func (a counterfactual) and(b counterfactual) counterfactual {
	return counterfactual{a.words + " and " + b.words, func(d *document.Document, wants *wants.Wants) {
		a.with(d, wants)
		b.with(d, wants)
	}}
}

// counterfactuals are what is tried for a column: the least change first.
func (w *weigher) counterfactuals(c *Column) (out []counterfactual) {
	l := w.line.Load
	var others []counterfactual // what a lighter load is tried with
	if l.Start != load.Free {
		free := counterfactual{startsFree, func(d *document.Document,
			_ *wants.Wants) {
			d.Machines[0].Load.Start = load.Free
		}}
		out, others = append(out, free), append(others, free)
	}
	if !w.wants.OneSpeed() {
		one := counterfactual{oneSpeed, func(_ *document.Document, wants *wants.Wants) {
			wants.Slowest,
				wants.Fastest = 1, 1
		}}
		others = append(others, one)
		if c.Kind == document.KindCapacitor || c.Kind == document.KindRotary {
			out = append(out, one)
		}
	}
	if lighter, ok := w.lighter(c); ok {
		out = append(out, lighter)
		for _, other := range others {
			lighter = lighter.and(other)
			out = append(out, lighter)
		}
	}
	if l.Lightest < l.Usual && c.Kind == document.KindCapacitor {
		out = append(out, counterfactual{neverIdle, func(d *document.Document, _ *wants.Wants) {
			d.Machines[0].Load.Lightest = fmt.Sprintf("%.0f %%", 100*l.Usual)
		}})
	}
	return out
}

// lighter is the load that a column carries all day; ok is false where that is the job's own,
// or hardly any.
func (w *weigher) lighter(c *Column) (f counterfactual, ok bool) {
	carries := c.Cell(AllDay)
	if carries == nil || carries.Measure == nil || carries.Measure.Direction != finding.AtLeast {
		return f, false
	}
	l, most := w.line.Load, math.Floor(carries.Measure.Value/5)*5
	if most < 20 || most >= 100*l.Heaviest {
		return f, false
	}
	percent := func(share float64) string { return fmt.Sprintf("%.0f %%", math.Min(most, 100*share)) }
	return counterfactual{loadUpTo(most), func(d *document.Document, _ *wants.Wants) {
		m := &d.Machines[0].Load
		m.Share, m.Heaviest, m.Lightest = percent(l.Usual), percent(l.Heaviest), percent(l.Lightest)
	}}, true
}

// reached says whether some joint gives the coils their volts on the line as it is.
func (w *weigher) reached() bool {
	return len(w.line.Reach) > 0 && w.line.Reach[0].Fits()
}
