package plan

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/cause"
	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/unit"
)

// LeadsPlan is what the Leads bay shows beside the two states and the moves.
type LeadsPlan struct {
	Round     leads.Verdict    `json:"round"`
	Labelling leads.Labelling  `json:"labelling"`
	Agreed    string           `json:"agreed,omitempty"` // what the kind is known by
	Ways      []bridge.WayView `json:"ways" nullable:"false"`
	Choices   []finding.Cure   `json:"choices" nullable:"false"` // the usual answers to what is joined now
	Caps      []leads.Cap      `json:"caps" nullable:"false"`    // of the wanted joints
	CapsText  string           `json:"caps_text,omitempty"`
	Extras    []leads.Extra    `json:"extras" nullable:"false"`
	Names     []NamePair       `json:"names" nullable:"false"`
	Mistakes  []MistakeChoice  `json:"mistakes" nullable:"false"`
	Direction bridge.Direction `json:"direction"`
	Steps     []string         `json:"steps" nullable:"false"` // of numbering a motor whose plate is gone
	LineOhms  []string         `json:"line_ohms" nullable:"false"`
	LineMark  finding.Mark     `json:"line_mark,omitempty"`
	LineFrom  string           `json:"line_from,omitempty"`
	Wanted    []string         `json:"line_ohms_wanted" nullable:"false"` // the same once joined as wanted
}

func emptyLeads() LeadsPlan {
	return LeadsPlan{Round: leads.Touches{}.Verdict(), Labelling: leads.Unlabelled(), Ways: []bridge.WayView{},
		Choices: []finding.Cure{}, Caps: []leads.Cap{}, Extras: []leads.Extra{}, Names: []NamePair{},
		Mistakes: []MistakeChoice{}, Steps: []string{}, LineOhms: []string{}, Wanted: []string{}}
}

// NamePair is one lead in the motor's own system and in the others.
type NamePair struct {
	Name   string `json:"name"`
	Others string `json:"others"`
}

// MistakeChoice is a classic mistake to look at.
type MistakeChoice struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	About string `json:"about"`
	Cause string `json:"cause"` // of the catalogue
	Cure  string `json:"cure"`
}

// planLeads gathers what the bay shows, and says what follows from it.
func (w *reading) planLeads(p *Plan, g bridge.Guarded) {
	d := &w.machine.Leads
	l := emptyLeads()
	l.Round, l.Agreed, l.Extras = w.site.Round, w.site.Agreed(), leads.Extras(d.Extras)
	p.say(w.sayRound()...)
	eq := leads.TypicalEquivalent(w.site.Supply.Hertz)
	if w.site.Model != nil {
		eq = w.site.Model.Eq
	}
	var more []finding.Reading
	l.Labelling, more = leads.Label(d.Round, w.site.Hand, w.site.Round, eq, w.site.Supply.Hertz)
	p.Readings = append(p.Readings, more...)
	if l.Labelling.False != "" {
		p.say(sayFalseReading(l))
	}
	if len(w.site.Hand.Kind.Layout().Tables) > 0 {
		l.Choices = w.foundChoices()
	}
	if w.site.Round.Settled && w.site.Round.Kind == w.site.Hand.Kind && len(w.site.Hand.Kind.Layout().Tables) > 0 &&
		!w.site.Round.Marked && !l.Labelling.Settled {
		p.say(sayNames())
	}
	l.Ways = w.ways()
	l.Names = w.nameTable()
	for _, step := range w.site.Hand.Kind.Spiral() {
		l.Steps = append(l.Steps, step.Text)
	}
	if w.site.Wanted != nil {
		w.caps(&l, g)
		for _, m := range w.mistakes() {
			l.Mistakes = append(l.Mistakes, MistakeChoice{m.ID, m.Title, m.About, m.Cause,
				cause.Of(m.Cause).Cure})
		}
	}
	joints := p.Now.Joints
	if !w.site.FoundKnown {
		joints = w.site.Wanted
	}
	if ohm, whole, mark := w.site.LineOhms(w.site.Measured.At, joints); !math.IsNaN(whole) && joints != nil &&
		w.site.Family() {
		l.LineOhms = w.pairs(ohm)
		if wanted, _, _ := w.site.LineOhms(20, w.site.Wanted); w.site.Wanted != nil {
			l.Wanted = w.pairs(wanted)
		}
		_, l.LineFrom, l.LineMark = w.site.CoilOhm()
		p.say(w.site.Measured.JudgeLine(ohm, whole, mark)...)
	}
	p.say(w.site.Round.JudgeBalance()...)
	p.say(w.site.Measured.JudgeInsulation()...)
	if !w.site.Measured.Insulated && w.site.Wanted != nil && w.site.FoundKnown && p.Computed {
		p.say(sayInsulation())
	}
	if whole, _, mark := w.site.CoilOhm(); mark == finding.Measured && w.machine.Plate.WindingOhms == "" &&
		!math.IsNaN(whole) {
		one := whole
		if w.site.Hand.Kind.Halved() {
			one /= 2
		}
		text := unit.Plain(math.Round(one*1000) / 1000)
		p.say(sayUseOhms(one, text))
	}
	p.say(w.sayState(p.Moves)...)
	var said []finding.Finding
	l.Direction, said = w.bridge.Turning()
	p.say(said...)
	p.Leads = l
}

// pairs writes ohms between the lines with their names.
func (w *reading) pairs(ohm [3]float64) []string {
	names := w.bridge.Pairs()
	out := make([]string, 3)
	for i, name := range names {
		text := "open"
		if !math.IsNaN(ohm[i]) {
			text = unit.Text(ohm[i], "Ω")
		}
		out[i] = name + " " + text
	}
	return out
}

// sayRound is what the continuity round says about the whole job.
func (w *reading) sayRound() (said []finding.Finding) {
	say := func(f finding.Finding) { said = append(said, f) }
	v, k := w.site.Round, w.site.Hand.Kind
	switch {
	case v.Grade == finding.Stop && len(v.Lone) > 0:
		say(finding.Finding{ID: finding.LeadsLone, Bay: finding.Leads, Grade: finding.Stop, Sentence: v.Text,
			Detail: v.Reason, Entries: []string{"leads.touches"}})
	case v.Grade == finding.Stop:
		say(finding.Finding{ID: finding.LeadsFrame, Bay: finding.Leads, Grade: finding.Stop, Sentence: v.Text,
			Detail: v.Reason, Entries: []string{"leads.touches"}})
	case v.Settled && v.Kind != k:
		say(sayKind(v, k))
	case v.Settled && v.Kind == k && v.Marked && !w.site.Hand.MarksAgree(v.Groups):
		say(sayMarks(v))
	case v.Settled && k.Halved():
		say(sayKindGood(k, v))
	case w.site.Agreed() == "":
		say(sayFamily())
	}
	if !v.Settled && len(v.Groups) > 0 && v.Grade == finding.Caution {
		say(finding.Finding{ID: "leads.round", Bay: finding.Leads, Grade: finding.Caution, Sentence: v.Text,
			Entries: []string{"leads.touches"}})
	}
	return said
}

func sizes(groups [][]string) string {
	words := make([]string, len(groups))
	for i, g := range groups {
		words[i] = strings.Join(g, "-")
	}
	return strings.Join(words, ", ")
}

// ways is every arrangement the leads allow, on this supply and load.
func (w *reading) ways() []bridge.WayView {
	out := []bridge.WayView{}
	if len(w.site.Reach) == 0 || !w.site.Family() {
		return out
	}
	out = make([]bridge.WayView, len(w.site.Reach))
	each.Of(len(out), func(i int) {
		r := w.site.Reach[i]
		joints := w.site.Hand.Kind.JointsFor(r.Way)
		v := bridge.WayView{Title: r.Way.String(), Joints: joints.Print(w.site.Hand.Naming),
			Coil: unit.Whole(r.CoilVolts, "V"), MadeFor: unit.Whole(r.MadeFor, "V"),
			Of: unit.Percent(r.Ratio), Ratio: r.Ratio, Fits: r.Fits(), Grade: finding.Good,
			Text: ownVolts}
		switch {
		case r.Fits():
		case r.Ratio < 1:
			v.Grade = finding.Caution
			v.Text = w.reducedPower(r)
		default:
			v.Grade = finding.Stop
			v.Text = w.tooManyVolts(r)
		}
		w.bridge.Way(&v, r)
		out[i] = v
	})
	return out
}

// nameTable translates the leads' own names.
func (w *reading) nameTable() []NamePair {
	out := []NamePair{}
	for _, t := range w.site.Hand.Kind.Terminals() {
		own := w.site.Hand.Naming.Print(t)
		var others []string
		for _, n := range leads.Namings {
			if n.For(w.site.Hand.Kind) != n {
				continue
			}
			if other := n.Print(t); other != own && !slices.Contains(others, other) {
				others = append(others, other)
			}
		}
		out = append(out, NamePair{own, strings.Join(others, ", ")})
	}
	return out
}

func (w *reading) caps(l *LeadsPlan, g bridge.Guarded) {
	table, err := leads.ParseCaps(w.doc.Workshop.Caps)
	if err != nil {
		table = nil // refused when the workshop is stored
	}
	l.Caps = leads.CapsFor(w.site.Wanted, w.site.Hand.Naming, w.site.Gauge, w.bridge.BoxWire(g), table)
	count := map[int]int{}
	var wires []int
	for _, c := range l.Caps {
		if count[c.Conductors] == 0 {
			wires = append(wires, c.Conductors)
		}
		count[c.Conductors]++
	}
	slices.Sort(wires)
	var parts []string
	for _, n := range wires {
		parts = append(parts, fmt.Sprintf("%d of %d wires", count[n], n))
	}
	what := "caps"
	if w.site.Hand.Box == leads.Studs {
		what = "joints"
	}
	l.CapsText = fmt.Sprintf("%d %s: %s.", len(l.Caps), what, strings.Join(parts, ", "))
	if len(wires) == 1 {
		l.CapsText = capsOfWires(l, what, wires)
	}
}

// sayState is what keeps a job open: clips, the photograph, a starter found.
func (w *reading) sayState(moves []leads.Move) (said []finding.Finding) {
	say := func(f finding.Finding) { said = append(said, f) }
	d := &w.machine.Leads
	if d.Clips == "yes" {
		say(sayClips())
	}
	done := len(moves) > 0
	for _, m := range moves {
		done = done && m.Done
	}
	if done && d.Clips == "" && d.Photo == "" {
		say(sayPhoto())
	}
	if d.Starter == leads.StarDelta {
		f := sayStarter()
		if w.site.Wanted != nil && w.site.Hand.Kind == leads.Six {
			f.Detail += w.linesPermanently()
		}
		if w.site.Hand.Kind != leads.Six {
			f.Detail += w.belongsToSix()
		}
		say(f)
	}
	for _, e := range leads.Extras(d.Extras) {
		if strings.HasPrefix(e.Goes, "not known") {
			say(sayExtra(e))
		}
	}
	return said
}

// mistakes are the faults that these leads and this bridge can have.
func (w *reading) mistakes() []leads.Mistake {
	if w.site.Wanted == nil || w.site.Model == nil {
		return nil
	}
	return slices.DeleteFunc(leads.Mistakes(w.site.Hand, w.site.Wanted),
		func(m leads.Mistake) bool { return !w.bridge.Able(m) })
}
