package job

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/unit"
)

// LeadsPlan is what the Leads bay shows beside the two states and the moves.
type LeadsPlan struct {
	Round     leads.Verdict   `json:"round"`
	Labelling leads.Labelling `json:"labelling"`
	Agreed    string          `json:"agreed,omitempty"` // what the kind is known by
	Ways      []WayView       `json:"ways" nullable:"false"`
	Choices   []finding.Cure  `json:"choices" nullable:"false"` // the usual answers to what is joined now
	Caps      []leads.Cap     `json:"caps" nullable:"false"`    // of the wanted joints
	CapsText  string          `json:"caps_text,omitempty"`
	Extras    []leads.Extra   `json:"extras" nullable:"false"`
	Names     []NamePair      `json:"names" nullable:"false"`
	Mistakes  []MistakeChoice `json:"mistakes" nullable:"false"`
	Direction Direction       `json:"direction"`
	Steps     []string        `json:"steps" nullable:"false"` // of numbering a motor whose plate is gone
	LineOhms  []string        `json:"line_ohms" nullable:"false"`
	LineMark  finding.Mark    `json:"line_mark,omitempty"`
	LineFrom  string          `json:"line_from,omitempty"`
	Wanted    []string        `json:"line_ohms_wanted" nullable:"false"` // the same once joined as wanted
}

func emptyLeads() LeadsPlan {
	return LeadsPlan{Round: leads.Touches{}.Verdict(), Labelling: leads.Unlabelled(), Ways: []WayView{}, Choices: []finding.Cure{}, Caps: []leads.Cap{}, Extras: []leads.Extra{}, Names: []NamePair{}, Mistakes: []MistakeChoice{}, Steps: []string{}, LineOhms: []string{}, Wanted: []string{}}
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
}

// WayView is one arrangement that the leads allow, on this supply and bridge.
type WayView struct {
	Title   string        `json:"title"`
	Joints  string        `json:"joints"`
	Coil    string        `json:"coil"` // volts a coil gets
	MadeFor string        `json:"made_for"`
	Of      string        `json:"of"`
	Ratio   float64       `json:"ratio"`
	Fits    bool          `json:"fits"`
	Worst   string        `json:"worst,omitempty"` // winding amps of plate at the load, best µF for this way
	Start   string        `json:"start,omitempty"`
	MicroF  string        `json:"microfarad,omitempty"`
	Text    string        `json:"text"`
	Grade   finding.Grade `json:"grade"`
}

// Direction is which way it turns, what turns it round and what does not.
type Direction struct {
	Turns   string   `json:"turns"`
	From    string   `json:"from"` // the viewpoint
	Swap    string   `json:"swap"`
	Nothing []string `json:"nothing" nullable:"false"`
	Forbids string   `json:"forbids,omitempty"`
	ShownBy string   `json:"shown_by,omitempty"`
	Bump    []string `json:"bump" nullable:"false"`
	Corner  string   `json:"corner"` // the line that the capacitor is on
}

// planLeads gathers what the bay shows, and says what follows from it.
func (w *worker) planLeads() {
	d := &w.machine.Leads
	l := emptyLeads()
	l.Round, l.Agreed, l.Extras = w.site.Round, w.site.Agreed(), leads.Extras(d.Extras)
	w.sayRound()
	eq := leads.TypicalEquivalent(w.site.Supply.Hertz)
	if w.site.Model != nil {
		eq = w.site.Model.Eq
	}
	var more []finding.Reading
	l.Labelling, more = leads.Label(d.Round, w.site.Hand, w.site.Round, eq, w.site.Supply.Hertz)
	w.plan.Readings = append(w.plan.Readings, more...)
	if l.Labelling.False != "" {
		w.say(finding.Finding{ID: "leads.false-reading", Bay: finding.Leads, Grade: finding.Caution, Sentence: fmt.Sprintf("The reading “%s” was false.", l.Labelling.False),
			Detail: "Every other reading agrees without it. Take it once more if you want to be sure.", Entries: []string{"leads.senses"}})
	}
	if len(w.site.Hand.Kind.Layout().Tables) > 0 {
		l.Choices = w.foundChoices()
	}
	if w.site.Round.Settled && w.site.Round.Kind == w.site.Hand.Kind && len(w.site.Hand.Kind.Layout().Tables) > 0 && !w.site.Round.Marked && !l.Labelling.Settled {
		w.say(finding.Finding{ID: "leads.names", Bay: finding.Leads, Grade: finding.Open, Sentence: "Which lead is which is not known yet.",
			Detail: "The groups are; starts and finishes are found by a few readings with low volts. Until then no joint can be made by name.", Entries: []string{"leads.senses"}})
	}
	l.Ways = w.ways()
	l.Names = w.nameTable()
	for _, step := range w.site.Hand.Kind.Spiral() {
		l.Steps = append(l.Steps, step.Text)
	}
	if w.site.Wanted != nil {
		w.caps(&l)
		for _, m := range w.mistakes() {
			l.Mistakes = append(l.Mistakes, MistakeChoice{m.ID, m.Title, m.About})
		}
	}
	joints := w.plan.Now.Joints
	if !w.site.FoundKnown {
		joints = w.site.Wanted
	}
	if ohm, whole, mark := w.site.LineOhms(w.site.Measured.At, joints); !math.IsNaN(whole) && joints != nil && w.site.Family() {
		l.LineOhms = w.pairs(ohm)
		if wanted, _, _ := w.site.LineOhms(20, w.site.Wanted); w.site.Wanted != nil {
			l.Wanted = w.pairs(wanted)
		}
		_, l.LineFrom, l.LineMark = w.site.CoilOhm()
		w.say(w.site.Measured.JudgeLine(ohm, whole, mark)...)
	}
	w.say(w.site.Round.JudgeBalance()...)
	w.say(w.site.Measured.JudgeInsulation()...)
	if !w.site.Measured.Insulated && w.site.Wanted != nil && w.site.FoundKnown && w.plan.Computed {
		w.say(finding.Finding{ID: "leads.insulation", Bay: finding.Leads, Grade: finding.Open, Sentence: "Insulation to frame has not been measured.",
			Detail: "With a 500 V insulation tester, capacitors, drive and thermistor leads taken off first: over 1 MΩ to run at all, over 5 MΩ healthy.", Entries: []string{"leads.insulation"}})
	}
	if whole, _, mark := w.site.CoilOhm(); mark == finding.Measured && w.machine.Plate.WindingOhms == "" && !math.IsNaN(whole) {
		one := whole
		if w.site.Hand.Kind.Halved() {
			one /= 2
		}
		text := unit.Plain(math.Round(one*1000) / 1000)
		w.say(finding.Finding{ID: "leads.use-ohms", Bay: finding.Leads, Grade: finding.Note, Sentence: fmt.Sprintf("The round measured %s a coil; the engine still estimates it from the plate.", unit.Text(one, "Ω")),
			Detail: "A meter that shows tenths is good enough above about 2 Ω; below it take a milliohm meter's reading.", Entries: []string{"plate.winding_ohms"},
			Cures: []finding.Cure{{Label: "Use " + text + unit.Space + "Ω", Path: "plate.winding_ohms", Value: text + " Ω"}}})
	}
	w.sayState()
	l.Direction = w.turning()
	w.plan.Leads = l
}

// pairs writes ohms between the lines with their names.
func (w *worker) pairs(ohm [3]float64) []string {
	names := [3]string{"L1-L2", "L2-corner", "corner-L1"}
	if w.isDrive() {
		names = [3]string{"L1-L2", "L2-L3", "L3-L1"}
	}
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
func (w *worker) sayRound() {
	v, k := w.site.Round, w.site.Hand.Kind
	switch {
	case v.Grade == finding.Stop && len(v.Lone) > 0:
		w.say(finding.Finding{ID: "leads.lone", Bay: finding.Leads, Grade: finding.Stop, Sentence: v.Text, Detail: v.Reason, Entries: []string{"leads.touches"}})
	case v.Grade == finding.Stop:
		w.say(finding.Finding{ID: "leads.frame", Bay: finding.Leads, Grade: finding.Stop, Sentence: v.Text, Detail: v.Reason, Entries: []string{"leads.touches"}})
	case v.Settled && v.Kind != k:
		w.say(finding.Finding{ID: "leads.kind", Bay: finding.Leads, Grade: finding.Stop, Sentence: fmt.Sprintf("Continuity shows %s; the job says %s.", v.Kind.Title(), k.Title()),
			Detail: v.Reason, Entries: []string{"leads.kind"}, Cures: []finding.Cure{{Label: "It is " + v.Kind.Title(), Path: "leads.kind", Value: string(v.Kind)}},
			Why: []finding.Why{{Formula: "groups of leads that a meter finds joined", Numbers: sizes(v.Groups), Section: finding.OnContinuity, Source: "continuity round"}}})
	case v.Settled && v.Kind == k && v.Marked && !w.site.Hand.MarksAgree(v.Groups):
		w.say(finding.Finding{ID: "leads.marks", Bay: finding.Leads, Grade: finding.Stop, Sentence: "The marks on these leads are wrong: continuity joins others than the names say.",
			Detail: "A mark was misread, or somebody sleeved them wrongly. Name the leads on tape, 1, 2, 3 …, and find starts and finishes anew.", Entries: []string{"leads.tags"},
			Why: []finding.Why{{Formula: "groups of leads that a meter finds joined", Numbers: sizes(v.Groups), Section: finding.OnContinuity, Source: "continuity round"}}})
	case v.Settled && k.Halved():
		w.say(finding.Finding{ID: "leads.kind", Bay: finding.Leads, Grade: finding.Good, Sentence: "Continuity agrees: " + k.Title() + ".", Detail: v.Reason,
			Why: []finding.Why{{Formula: "groups of leads that a meter finds joined", Numbers: sizes(v.Groups), Section: finding.OnContinuity, Source: "continuity round"}}})
	case w.site.Agreed() == "":
		w.say(finding.Finding{ID: "leads.family", Bay: finding.Leads, Grade: finding.Open, Sentence: "Star or delta inside? Nobody has checked yet, so no joints are given.",
			Detail:  "Nine-lead star and nine-lead delta share their high joints and differ in the low ones; the wrong table trips the breaker. Continuity tells: three pairs and a three are a star, three threes a delta. Or the plate's own diagram, whose low joints are four (star) or three (delta).",
			Entries: []string{"leads.touches"}, Cures: []finding.Cure{{Label: "The plate's diagram shows it", Path: "leads.agreed", Value: "plate"}}})
	}
	if !v.Settled && len(v.Groups) > 0 && v.Grade == finding.Caution {
		w.say(finding.Finding{ID: "leads.round", Bay: finding.Leads, Grade: finding.Caution, Sentence: v.Text, Entries: []string{"leads.touches"}})
	}
}

func sizes(groups [][]string) string {
	words := make([]string, len(groups))
	for i, g := range groups {
		words[i] = strings.Join(g, "-")
	}
	return strings.Join(words, ", ")
}

// ways is every arrangement the leads allow, on this supply and load.
func (w *worker) ways() []WayView {
	out := []WayView{}
	if len(w.site.Reach) == 0 || !w.site.Family() {
		return out
	}
	for _, r := range w.site.Reach {
		joints := w.site.Hand.Kind.JointsFor(r.Way)
		v := WayView{Title: r.Way.String(), Joints: joints.Print(w.site.Hand.Naming), Coil: unit.Whole(r.CoilVolts, "V"), MadeFor: unit.Whole(r.MadeFor, "V"),
			Of: unit.Percent(r.Ratio), Ratio: r.Ratio, Fits: r.Fits(), Grade: finding.Good, Text: "Each coil sees its own volts."}
		switch {
		case r.Fits():
		case r.Ratio < 1:
			v.Grade = finding.Caution
			v.Text = fmt.Sprintf("Reduced power: torque goes with the square of the volts, about %s of it. Right on %s.", unit.Percent(r.Ratio*r.Ratio), unit.Whole(w.site.Feed.Volts/r.Ratio, "V"))
		default:
			v.Grade = finding.Stop
			v.Text = fmt.Sprintf("Too many volts: the iron saturates and the winding burns. Right on %s: a transformer down would make it possible.", unit.Whole(w.site.Feed.Volts/r.Ratio, "V"))
		}
		if w.motor != nil && r.Ratio < 1+leads.Within {
			m := *w.motor
			m.LineVolts = w.site.Feed.Volts / r.Ratio
			if pt, err := m.At(w.site.Model.FrequencyHz); err == nil && pt.Carries {
				v.Worst, v.Start = unit.Percent(pt.Share), unit.Percent(pt.Short)
			} else {
				v.Worst, v.Text = "stalls", v.Text+" It does not carry your load like this."
			}
		}
		if w.site.Model == nil || r.Ratio >= 1+leads.Within || w.isDrive() {
			out = append(out, v)
			continue
		}
		if b := w.bridge(joints); b != nil {
			load := w.site.Load.At(w.site.Load.Usual)
			var uf, share float64
			var ok bool
			if a := w.answer; a != nil && joints.Bare().Equal(w.site.Wanted.Bare()) && a.UsualRuns { // sought already
				uf = a.Balance
				p, runs := b.Run(uf, load)
				ok = runs
				_, share = p.WorstCoil()
			} else {
				uf, share, ok = b.Balance(load)
			}
			if ok {
				v.MicroF, v.Worst, v.Start = unit.Text(uf, "µF"), unit.Percent(share), unit.Percent(b.StartTorque(uf))
			} else {
				v.Worst, v.Text = "stalls", v.Text+" It does not carry your load like this."
			}
		}
		out = append(out, v)
	}
	return out
}

// nameTable translates the leads' own names.
func (w *worker) nameTable() []NamePair {
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

func (w *worker) caps(l *LeadsPlan) {
	table, err := leads.ParseCaps(w.doc.Workshop.Caps)
	if err != nil {
		table = nil // refused when the workshop is stored
	}
	line := w.guard.Conductor
	switch {
	case w.isDrive() && w.weighed != nil: // the box is fed by the motor cable, not by the drive's own line
		line = w.weighed.MotorWire
	case w.isDrive():
		line = unit.Conductor{}
	case line == (unit.Conductor{}) && w.choice != nil:
		line = w.choice.Conductor
	}
	l.Caps = leads.CapsFor(w.site.Wanted, w.site.Hand.Naming, w.site.Gauge, line, table)
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
		l.CapsText = fmt.Sprintf("%d %s of %d wires each.", len(l.Caps), what, wires[0])
	}
}

// sayState is what keeps a job open: clips, the photograph, a starter found.
func (w *worker) sayState() {
	d := &w.machine.Leads
	if d.Clips == "yes" {
		w.say(finding.Finding{ID: "leads.clips", Bay: finding.Leads, Grade: finding.Open, Sentence: "Joined with test clips: not finished.",
			Detail: "Clips are for finding the direction, uncoupled and watched. Then every joint is made final, locked off and proved dead again.", Entries: []string{"leads.clips"},
			Cures: []finding.Cure{{Label: "Joints are final", Path: "leads.clips", Value: ""}}})
	}
	done := len(w.plan.Moves) > 0
	for _, m := range w.plan.Moves {
		done = done && m.Done
	}
	if done && d.Clips == "" && d.Photo == "" {
		w.say(finding.Finding{ID: "leads.photo", Bay: finding.Leads, Grade: finding.Note, Sentence: "No photograph of the finished joints yet.",
			Detail: "A picture of the studs or caps before the lid closes is what the next person wishes for.", Entries: []string{"leads.photo"}})
	}
	if d.Starter == leads.StarDelta {
		f := finding.Finding{ID: "leads.starter", Bay: finding.Leads, Grade: finding.Caution, Sentence: "A star-delta starter is on these leads: it needs a three-phase supply and goes.",
			Detail: "Six cables (three and three) run from its contactors to the six leads. Locked off, take all six off the starter and join the motor for good in the box.", Entries: []string{"leads.starter"}}
		if w.site.Wanted != nil && w.site.Hand.Kind == leads.Six {
			f.Detail += " Permanently: " + w.site.Wanted.Print(w.site.Hand.Naming) + "; on a drive the same three lines go to its output, with no contactor between."
		}
		if w.site.Hand.Kind != leads.Six {
			f.Detail += " It belongs to six leads; this job has " + w.site.Hand.Kind.Title() + ": look again."
		}
		w.say(f)
	}
	for _, e := range leads.Extras(d.Extras) {
		if strings.HasPrefix(e.Goes, "not known") {
			w.say(finding.Finding{ID: "leads.extra", Bay: finding.Leads, Grade: finding.Open, Sentence: fmt.Sprintf("Leads %s: what they are is not known.", first(e.Names, e.What)), Detail: "Goes " + e.Goes + ".", Entries: []string{"leads.extras"}})
		}
	}
}

// turning is the direction: what the plan expects, what the bump showed, what
// turns it round.
func (w *worker) turning() Direction {
	turns := map[string]string{"L1": "clockwise", "L2": "anticlockwise"}
	other := otherLine[w.cornerTo]
	if w.isDrive() {
		return w.turningOnDrive()
	}
	d := Direction{From: "facing the shaft end", Turns: strings.ToUpper(turns[w.cornerTo][:1]) + turns[w.cornerTo][1:], Corner: w.cornerTo, Forbids: w.machine.Load.Forbids, ShownBy: w.machine.Load.ShownBy,
		Swap: fmt.Sprintf("Move the capacitor's line end from %s to %s: nothing else. Exchanging any two of the three motor leads behind the bridge does the same.", w.cornerTo, other),
		Nothing: []string{
			"Exchanging L1 and L2 at the plug, breaker or post: the whole bridge changes places with them.",
			"Turning every coil round, or renaming the phases in rotation.",
		},
		Bump: []string{
			"Belt off or coupling apart; key out or taped; guard on what still turns.",
			"A paper flag on the shaft; everyone's hands and sleeves away from it and from whatever draws in.",
			"Look from the shaft end. On and off again in well under a second.",
			"Wait until it stands. Lock off before anything is touched.",
		}}
	if w.site.Load.Turn == load.Either && w.machine.Load.ShownBy == "" {
		d.Turns += ", expected; the machine has not said which it wants"
	}
	bumped := w.machine.Leads.Bumped
	if bumped == "" {
		return d
	}
	was, corner, _ := strings.Cut(bumped, "-")
	right := corner
	if was == "wrong" {
		right = otherLine[corner]
	}
	f := finding.Finding{ID: "leads.bumped", Bay: finding.Leads, Grade: finding.Good, Sentence: fmt.Sprintf("The bump showed the right direction, capacitor on %s.", right), Entries: []string{"leads.bumped"},
		Detail: "From now on the order of the three leads is fixed: mark them.", Why: []finding.Why{{Formula: "capacitor from the corner to L1 or L2", Section: finding.OnDirection, Source: "bump test"}}}
	switch {
	case w.cornerTo != right:
		f.ID, f.Grade, f.Sentence = "leads.bump-wrong", finding.Stop, fmt.Sprintf("The bump turned the wrong way with the capacitor on %s.", w.cornerTo)
		f.Detail = d.Swap
		f.Cures = []finding.Cure{{Label: "Capacitor to " + right, Path: "bridge.corner_to", Value: right}}
		if d.Forbids != "" {
			f.Detail += " Do not run it this way: " + d.Forbids + "."
		}
		d.Turns = "The wrong way, as the bump showed"
	case was == "wrong":
		f.Sentence = fmt.Sprintf("The capacitor was moved to %s after a bump the wrong way: bump once more.", right)
		f.Grade = finding.Open
		d.Turns = "As wanted, by the last bump turned round"
	default:
		d.Turns = "As wanted: the bump showed it"
	}
	w.say(f)
	return d
}

// turningOnDrive is the direction behind a drive: any two of its three motor
// wires turn it round.
func (w *worker) turningOnDrive() Direction {
	d := Direction{From: "facing the shaft end", Turns: "Clockwise, expected", Corner: "L1", Forbids: w.machine.Load.Forbids, ShownBy: w.machine.Load.ShownBy,
		Swap:    "Exchange any two of the drive's three motor wires, dead and proved dead; or the direction command, where reverse is allowed.",
		Nothing: []string{"Exchanging the two wires at the drive's input.", "Turning every coil round, or renaming the phases in rotation."},
		Bump:    []string{"Belt off or coupling apart; key out or taped; guard on what still turns.", "The drive at five hertz, its shortest run command.", "Look from the shaft end, hands and sleeves away.", "Wait until it stands; feed off, wait for the link."}}
	switch was, _, _ := strings.Cut(w.machine.Leads.Bumped, "-"); was {
	case "right":
		d.Turns = "As wanted: the bump showed it"
		w.say(finding.Finding{ID: "leads.bumped", Bay: finding.Leads, Grade: finding.Good, Sentence: "The bump showed the right direction.", Detail: "From now on the order of the three wires is fixed: mark them.", Entries: []string{"leads.bumped"}})
	case "wrong":
		d.Turns = "The wrong way, as the bump showed"
		f := finding.Finding{ID: "leads.bump-wrong", Bay: finding.Leads, Grade: finding.Stop, Sentence: "The bump turned the wrong way.", Detail: d.Swap, Entries: []string{"leads.bumped"},
			Cures: []finding.Cure{{Label: "Exchanged: bump again", Path: "leads.bumped", Value: ""}}}
		if d.Forbids != "" {
			f.Detail += " Do not run it this way: " + d.Forbids + "."
		}
		w.say(f)
	}
	return d
}

// mistakes are the classic ones that can be made with these leads on this
// bridge: those of a capacitor only where there is one.
func (w *worker) mistakes() []leads.Mistake {
	all := leads.Mistakes(w.site.Hand, w.site.Wanted)
	if !w.isDrive() {
		return all
	}
	return slices.DeleteFunc(all, func(m leads.Mistake) bool { return m.NoCapacitor || m.OtherLine || m.StartLeftIn })
}

// Mistaken is a classic mistake made on a document's motor: the plan as it is,
// and the state that the mistake leaves. ok is false for a mistake that these
// leads cannot make or while nothing can be computed.
func Mistaken(d Document, id string) (p Plan, s State, ok bool) {
	p = Make(d)
	w := prepared(context.Background(), &d)
	if w.site.Wanted == nil || w.site.Model == nil {
		return p, s, false
	}
	for _, m := range w.mistakes() {
		if m.ID == id {
			s = w.stateFed("mistake", fed{joints: m.Joints, coils: m.Coils, otherLine: m.OtherLine, noCap: m.NoCapacitor, startIn: m.StartLeftIn}, true)
			s.Title, s.Note = m.Title, "a mistake, predicted"
			if m.OtherLine && s.Grade == finding.Good {
				s.Grade, s.Verdict = finding.Note, strings.TrimSuffix(s.Verdict, ".")+", turning "+s.Turns+"."
			}
			return p, s, true
		}
	}
	return p, s, false
}

// BenchCase is the circuit of a state as an open file, at the speed where it
// settles. ok is false while nothing can be computed.
func BenchCase(d Document, state string) (b circuit.BenchCase, ok bool) {
	w := prepared(context.Background(), &d)
	joints := w.site.Wanted
	if state == "now" {
		joints = w.site.Found
		if w.site.FoundKnown && w.site.Wanted != nil {
			joints = leads.Apply(w.site.Found, leads.Moves(w.site.Found, w.site.Wanted, w.site.Hand, d.Machines[0].Leads.Done))
		}
	}
	if w.site.Model == nil || joints == nil {
		return b, false
	}
	live, _ := joints.WithLines(w.site.Hand.Kind)
	if w.isDrive() {
		if w.motor == nil {
			return b, false
		}
		return circuit.BenchCase{Format: circuit.BenchCaseFormat, Version: 1, Name: d.Name + ", " + state, About: "The motor on its drive at " + unit.Text(w.hertz, "Hz") + ", standing.", Circuit: *w.driveCase(fed{joints: live})}, true
	}
	br := w.bridge(live)
	if br == nil {
		return b, false
	}
	uf := w.entered
	if w.answer != nil {
		uf = w.answer.Microfarad
	}
	slip, at := 1.0, "standing"
	p, runs := br.Run(uf, w.site.Load.At(w.site.Load.Usual))
	if starts := br.Settle(uf, w.site.Load.RunUp()).Starts || w.startUF > 0; runs && starts {
		slip, at = p.Slip, "at your load"
		if w.cornerTo == "L2" {
			slip = 2 - slip
		}
	}
	c := circuit.Circuit{FrequencyHz: w.site.Supply.Hertz, Reference: "line 2", Elements: []circuit.Element{},
		Sources:  []circuit.Source{{Name: "supply", From: "line 1", To: "line 2", VoltsRMS: w.site.Supply.Volts, ResistanceOhm: w.site.Supply.FeederOhm}},
		Machines: []circuit.Machine{{Name: "motor", Equivalent: w.site.Model.Eq, Slip: slip, Coils: br.Wiring.Coils}},
		Joints:   append([][]string{{"L1", "line 1"}, {"L2", "line 2"}}, br.Wiring.Joints...)}
	if uf > 0 {
		c.Elements = append(c.Elements, circuit.Element{Name: "run capacitor", Kind: circuit.Capacitor, From: "L3", To: w.cornerTo, Microfarad: uf})
	}
	return circuit.BenchCase{Format: circuit.BenchCaseFormat, Version: 1, Name: d.Name + ", " + state, About: "The motor as joined " + map[string]string{"now": "now", "wanted": "as wanted"}[state] + ", " + at + ".", Circuit: c}, true
}

// FromBenchCase puts what a bench case wires into a document: the kind of
// leads, what is joined, the capacitor, volts and hertz of the supply. The
// plate stays: it governs the equivalent circuit. The error says what the file
// has that no job can take.
func FromBenchCase(d Document, b circuit.BenchCase) (Document, error) {
	if len(b.Machines) != 1 {
		return d, fmt.Errorf("the file has %d machines; a job takes a file with one", len(b.Machines))
	}
	kind := leads.Kind("")
	for _, k := range []leads.Kind{leads.Six, leads.NineStar, leads.NineDelta, leads.Twelve} {
		w := k.Layout()
		same := len(w.Coils) == len(b.Machines[0].Coils)
		for _, c := range w.Coils {
			same = same && slices.ContainsFunc(b.Machines[0].Coils, func(o circuit.Coil) bool {
				return o.Start == c.Start && o.Finish == c.Finish && o.AxisDeg == c.AxisDeg && o.Share == c.Share
			})
		}
		if same {
			kind = k
		}
	}
	if kind == "" {
		return d, fmt.Errorf("the coils of the file are none of a job's: six leads U1 to W2, nine or twelve leads T1 to T12")
	}
	known := append(slices.Clone(leads.Lines), kind.Terminals()...)
	var groups []string
	for _, j := range b.Joints {
		var own []string
		for _, n := range j {
			if slices.Contains(known, n) {
				own = append(own, n)
			}
		}
		if len(own) > 1 {
			groups = append(groups, strings.Join(own, "-"))
		}
	}
	found := "open"
	if len(groups) > 0 {
		found = strings.Join(groups, "; ")
	}
	d = d.Clone()
	l := &d.Machines[0].Leads
	l.Kind, l.Naming, l.Found, l.Done = kind, l.Naming.For(kind), found, []string{}
	if len(b.Sources) == 1 {
		d.Supply.Volts, d.Supply.Hertz = unit.Plain(b.Sources[0].VoltsRMS)+" V", unit.Plain(b.FrequencyHz)+" Hz"
	}
	total := 0.0
	for _, e := range b.Elements {
		if e.Kind != circuit.Capacitor {
			continue
		}
		ends := []string{e.From, e.To}
		for _, line := range []string{"L1", "L2"} {
			if slices.Contains(ends, "L3") && slices.Contains(ends, line) {
				d.Bridge.Capacitor.CornerTo = line
				total += e.Microfarad
			}
		}
	}
	if total > 0 {
		d.Bridge.Capacitor.Microfarad = unit.Plain(math.Round(total*1000) / 1000)
	}
	return d, nil
}
