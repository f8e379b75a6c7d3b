package job

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// State is the motor joined in one way, fed: now, or as wanted.
type State struct {
	ID      string        `json:"id"`
	Title   string        `json:"title"`
	Note    string        `json:"note"`
	Known   bool          `json:"known"` // the joints are known
	Joints  leads.Joints  `json:"joints" nullable:"false"`
	Text    string        `json:"text"` // joints as text, in the motor's own names
	Way     leads.Way     `json:"way"`
	Named   string        `json:"named,omitempty"`          // the way in words
	Assumed []string      `json:"assumed" nullable:"false"` // lines that were put on their usual terminals
	Solved  bool          `json:"solved"`
	Runs    bool          `json:"runs"`
	Starts  bool          `json:"starts"`
	Short   bool          `json:"short"`
	Trips   bool          `json:"trips"` // no breaker would hold what it takes
	Coils   []Coil        `json:"coils" nullable:"false"`
	Between []Between     `json:"between" nullable:"false"`
	Lines   []LineAmps    `json:"lines" nullable:"false"`
	Torque  string        `json:"torque,omitempty"`
	RPM     string        `json:"rpm,omitempty"`
	Turns   string        `json:"turns,omitempty"`
	Unbal   string        `json:"unbalance,omitempty"`
	Supply  float64       `json:"supply_amps"`
	SupplyT string        `json:"supply,omitempty"`
	Volts   string        `json:"volts,omitempty"` // at the motor
	CapAmps string        `json:"capacitor_amps,omitempty"`
	Verdict string        `json:"verdict"`
	Grade   finding.Grade `json:"grade"`
}

// Tone says how hard something is worked.
type Tone string

// The tones.
const (
	Idle Tone = "idle" // nothing known or nothing flowing
	OK   Tone = "ok"
	Near Tone = "near" // above plate, up to 15 %
	Over Tone = "over"
)

// Coil is one winding of a state, with its figures as shown.
type Coil struct {
	Name   string  `json:"name"`  // U, V, W, of halves Ua, Ub …
	Phase  int     `json:"phase"` // 0, 1, 2
	Half   bool    `json:"half,omitempty"`
	Open   bool    `json:"open,omitempty"` // broken inside
	Start  string  `json:"start"`
	Finish string  `json:"finish"`
	Volts  string  `json:"volts,omitempty"`
	Amps   string  `json:"amps,omitempty"`
	Share  float64 `json:"share"`
	Of     string  `json:"of,omitempty"` // share as text
	Tone   Tone    `json:"tone"`
}

// Between is the volts between two joints.
type Between struct {
	A     string `json:"a"`
	B     string `json:"b"`
	Volts string `json:"volts"`
}

// LineAmps is what flows in one motor lead.
type LineAmps struct {
	Line string  `json:"line"`
	Amps float64 `json:"amps"`
	Text string  `json:"text"`
}

func toneOf(share float64) Tone {
	switch {
	case share <= 1:
		return OK
	case share <= 1.15:
		return Near
	}
	return Over
}

// states builds the moves and both states.
func (w *worker) states() {
	p := w.plan
	wanted := w.site.Wanted
	found := w.site.Found
	if wanted != nil && w.site.FoundKnown {
		p.Moves = leads.Moves(found, wanted, w.site.Hand, w.machine.Leads.Done)
		found = leads.Apply(found, p.Moves)
	}
	done, hands := 0, 0
	for _, m := range p.Moves {
		if m.Kind == leads.LockOff || m.Kind == leads.Check {
			continue
		}
		hands++
		if m.Done {
			done++
		}
	}
	p.Now = w.state("now", found, w.site.FoundKnown)
	p.Wanted = w.state("wanted", wanted, wanted != nil)
	name := func(s State) string {
		switch {
		case w.site.Hand.Kind == leads.Three:
			return "joined inside, in " + string(w.site.Inner)
		case s.Named == "" && len(s.Joints) == 0:
			return "nothing joined"
		case s.Named == "" && w.site.Hand.Kind.Halved():
			return "joints without a name"
		case s.Named == "":
			return "neither star nor delta"
		}
		return s.Named
	}
	p.Now.Title, p.Wanted.Title = "Now", "As wanted"
	if p.Wanted.Known {
		p.Wanted.Title = "As wanted: " + name(p.Wanted)
		p.Wanted.Note = "predicted"
	}
	if !w.site.FoundKnown {
		p.Now.Note = "say what is joined now"
	} else {
		p.Now.Title = "Now: " + name(p.Now)
		switch {
		case wanted == nil:
			p.Now.Note = "what it should be is not known yet"
		case hands == 0:
			p.Now.Note = "joined as wanted"
		default:
			p.Now.Note = fmt.Sprintf("%d of %d moves done", done, hands)
		}
	}
	w.sayNow(done, hands)
}

// sayNow is the finding about feeding the box as it is.
func (w *worker) sayNow(done, hands int) {
	p := w.plan
	if !w.site.FoundKnown {
		if len(w.site.Plate.Columns) > 0 {
			w.say(finding.Finding{ID: "leads.found", Bay: finding.Leads, Grade: finding.Open, Sentence: "Say what is joined in the box now.",
				Detail: w.lookInside(), Entries: []string{"leads.found"}, Cures: w.foundChoices()})
		}
		return
	}
	if !p.Now.Solved {
		return
	}
	if w.site.Wanted == nil { // nothing to compare with: only what it would do
		if p.Now.Grade == finding.Stop {
			w.say(finding.Finding{ID: "leads.fed-now", Bay: finding.Leads, Grade: p.Now.Grade, Sentence: p.Now.Verdict, Detail: "What the joints should be is not known yet: do not feed it before."})
		}
		return
	}
	same := hands == done
	if !same || p.Now.Grade == finding.Stop {
		f := finding.Finding{ID: "leads.fed-now", Bay: finding.Leads, Grade: p.Now.Grade, Sentence: p.Now.Verdict,
			Why: append([]finding.Why{{Formula: "the circuit as joined now, solved at your load", Numbers: p.Now.Text, Section: finding.OnCircuit, Source: "engine, as found"}}, w.site.LeansOn...)}
		if hands > done {
			f.Detail = fmt.Sprintf("%d of %d moves are still to be made. Do not feed it before.", hands-done, hands)
			if len(p.Now.Assumed) > 0 {
				f.Detail += " Lines are taken to come to " + leads.PrintJoint(w.site.Hand.Kind.Terminals()[:3], w.site.Hand.Naming) + "."
			}
			if f.Grade == finding.Good || f.Grade == finding.Note {
				f.Grade = finding.Caution
			}
		}
		w.say(f)
		return
	}
	w.say(finding.Finding{ID: "leads.joined", Bay: finding.Leads, Grade: finding.Good, Sentence: "The joints are as wanted.", Detail: "Compare each with the card once more before the lid goes on.",
		Why: []finding.Why{{Formula: "joints now = joints wanted", Numbers: p.Now.Text, Source: "as ticked"}}})
}

// lookInside says what the eye finds under the lid.
func (w *worker) lookInside() string {
	if w.site.Hand.Box == leads.Studs {
		return "Locked off and proved dead, open the lid: one flat link along a row is star, three upright links are delta."
	}
	return "Locked off and proved dead, open the lid: count the caps and the leads in each. Most motors are delivered on the high joints."
}

// foundChoices are the usual answers to what is joined.
func (w *worker) foundChoices() []finding.Cure {
	out := []finding.Cure{}
	tables := w.site.Hand.Kind.Layout().Tables
	for i := range tables {
		t := tables[len(tables)-1-i] // as delivered first
		words := t.Way.String()
		out = append(out, finding.Cure{Label: strings.ToUpper(words[:1]) + words[1:], Path: "leads.found", Value: strings.TrimSuffix(strings.ReplaceAll(words, ",", ""), " joints")})
	}
	return append(out, finding.Cure{Label: "Nothing joined", Path: "leads.found", Value: "open"})
}

// state solves some joints as if they were fed.
func (w *worker) state(id string, joints leads.Joints, known bool) State {
	return w.stateFed(id, fed{joints: joints}, known)
}

func (w *worker) stateFed(id string, f fed, known bool) State {
	joints := f.joints
	s := State{ID: id, Known: known, Joints: joints, Coils: []Coil{}, Between: []Between{}, Lines: []LineAmps{}, Assumed: []string{}, Grade: finding.Open}
	coils, inside := leads.Coils(w.site.Hand.Kind, w.site.Inner)
	if f.coils != nil {
		coils = f.coils
	}
	for i, c := range coils {
		one := Coil{Name: capacitor.Title(c.Name), Phase: int(c.AxisDeg / 120), Half: c.Share < 1, Start: c.Start, Finish: c.Finish, Tone: Idle}
		if c.Finish == leads.BrokenEnd { // drawn where it belongs, with its gap
			one.Open, one.Finish = true, w.site.Hand.Kind.Layout().Coils[i].Finish
		}
		s.Coils = append(s.Coils, one)
	}
	if s.Joints == nil {
		s.Joints = leads.Joints{}
	}
	if !known {
		s.Verdict = "Not known yet."
		return s
	}
	s.Text = joints.Print(w.site.Hand.Naming)
	if w.site.Hand.Kind == leads.Three {
		s.Way = leads.Name(leads.Six, inside)
	} else {
		s.Way = leads.Name(w.site.Hand.Kind, joints)
	}
	s.Named = s.Way.String()
	live, assumed := joints.WithLines(w.site.Hand.Kind)
	if len(assumed) > 0 {
		s.Assumed = assumed
	}
	if lines := w.site.Shorts(live); lines != "" {
		s.Solved, s.Short, s.Grade = true, true, finding.Stop
		s.Verdict = "Fed like this, " + lines + " are joined: a dead short. Expect the breaker to open at once."
		if w.isDrive() {
			s.Verdict = "Fed like this, the drive's outputs " + lines + " are joined: a dead short. It trips at once, or breaks."
		}
		return s
	}
	if w.site.Model == nil {
		s.Verdict = "The plate is not complete yet."
		return s
	}
	f.joints = live
	if w.isDrive() {
		w.solveDrive(&s, f)
		return s
	}
	w.solve(&s, f)
	return s
}

// solve fills a state's figures.
func (w *worker) solve(s *State, f fed) {
	s.Solved = true
	b := w.bridgeFed(f)
	if b == nil {
		s.Solved, s.Verdict = false, "This circuit cannot be solved."
		return
	}
	run, start := w.entered, w.startUF
	if w.answer != nil {
		run = w.answer.Microfarad
	}
	if slices.Contains(f.joints.Of("L3"), b.Wiring.CornerTo) || f.noCap {
		run, start = 0, 0 // both ends of the capacitor on one joint, or none there
	}
	if f.startIn {
		if start == 0 {
			start = 2 * run // about twice the run value is usual
		}
		run, start = run+start, 0
	}
	load, up := w.site.Load.At(w.site.Load.Usual), w.site.Load.RunUp()
	settle := b.Settle(run, up)
	if start > 0 { // it comes up on both and settles on the run capacitor
		settle.Starts, settle.Crawls = true, false
		settle.Slip = settle.RunSlip
	}
	s.Starts = settle.Starts && b.StartTorque(run+start) > w.site.Load.StartShare()+w.site.Model.FrictionNm/w.site.Model.RatedTorqueNm
	at := settle.RunSlip
	if load != up {
		at = machine.RunSlip(b.Surplus(load), 0)
	}
	s.Runs = !math.IsNaN(at)
	slip := 1.0 // standing, or stalled by the load it was given once up to speed
	switch {
	case s.Starts && settle.Crawls:
		slip = settle.Slip
	case s.Starts && s.Runs:
		slip = at
	case s.Starts && load == up:
		slip = settle.Slip
	}
	p, err := b.At(run, slip)
	if err != nil {
		s.Short, s.Grade, s.Verdict = true, finding.Stop, "Fed like this the lines are shorted: expect the breaker to open at once."
		return
	}
	w.fill(s, b, p)
	w.verdict(s, b, p, slip, settle.Crawls)
}

// nothingFlows is the least current, in amperes, that is more than the solver's
// own leakage.
const nothingFlows = 1e-3

func ampsText(a float64) string {
	if a < nothingFlows {
		return "0" + unit.Space + "A"
	}
	return unit.Text(a, "A")
}

func (w *worker) fill(s *State, b *capacitor.Bridge, p capacitor.Point) {
	for i, c := range p.Windings {
		s.Coils[i].Volts, s.Coils[i].Amps = unit.Whole(abs(c.Volts), "V"), ampsText(abs(c.Amps))
		s.Coils[i].Share, s.Coils[i].Of, s.Coils[i].Tone = c.Share, unit.Percent(c.Share), toneOf(c.Share)
		if abs(c.Amps) < nothingFlows {
			s.Coils[i].Tone = Idle
		}
	}
	s.Between = []Between{
		{"L1", "L2", unit.Whole(p.SupplyVolts, "V")}, {"L1", "L3", unit.Whole(p.CornerToL1, "V")}, {"L2", "L3", unit.Whole(p.CornerToL2, "V")},
	}
	leadAmps := p.LeadAmps(b.Wiring.CornerTo)
	for i, l := range leads.Lines {
		s.Lines = append(s.Lines, LineAmps{l, leadAmps[i], ampsText(leadAmps[i])})
	}
	s.Supply, s.SupplyT = abs(p.SupplyAmps), ampsText(abs(p.SupplyAmps))
	s.Volts = unit.Whole(p.SupplyVolts, "V")
	s.CapAmps = ampsText(p.Capacitor)
	s.RPM = unit.Whole(max(0, p.RPM), "rpm")
	s.Torque = unit.Text(max(0, p.TorqueNm-w.site.Model.FrictionNm), "N·m")
	if p.Slip >= 1 {
		s.Torque = unit.Text(max(0, p.TorqueNm), "N·m")
	}
	if !math.IsNaN(p.Unbalance) && !math.IsInf(p.Unbalance, 0) {
		s.Unbal = unit.Text(p.Unbalance*100, "%")
	}
	if s.Starts {
		s.Turns = map[string]string{"L1": "clockwise", "L2": "anticlockwise"}[b.Wiring.CornerTo]
	}
}

// breakerOpens is how many times plate line amps, drawn on and on, no breaker
// of a motor circuit holds.
const breakerOpens = 4.0

// verdict says in words what happens.
func (w *worker) verdict(s *State, b *capacitor.Bridge, p capacitor.Point, slip float64, crawls bool) {
	coil, share := p.WorstCoil()
	fed := "Fed as it is now, it would "
	switch s.ID {
	case "wanted":
		fed = "As wanted it would "
	case "mistake", "way":
		fed = "Fed like this it would "
	}
	rated := w.site.Model.RPM
	full := s.Supply / w.site.Model.LineAmps
	switch one, two, fight := leads.Fighting(b.Wiring.Coils, b.Wiring.Joints); {
	case fight && share > 1.5:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = fmt.Sprintf("Half coils %s and %s fight each other: %s of plate amps in winding %s. Expect the breaker to open at once.", capacitor.Title(one), capacitor.Title(two), unit.Percent(share), coil)
	case full > breakerOpens && s.Starts && s.Runs:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = fmt.Sprintf("%stake %s, %s times plate amps, winding %s at %s: expect the breaker to open at once.", fed, s.SupplyT, unit.Three(full), coil, unit.Percent(share))
	case s.Supply < nothingFlows:
		s.Grade, s.Verdict = finding.Note, "Fed like this nothing flows: no coil stands between the lines."
	case !s.Starts && share > 1:
		s.Grade = finding.Stop
		s.Verdict = fmt.Sprintf("%shum and not turn, with winding %s at %s of plate amps.", fed, coil, unit.Percent(share))
	case !s.Starts:
		s.Grade = finding.Stop
		s.Verdict = fed + "not turn: too little torque to start this load."
	case crawls:
		s.Grade = finding.Stop
		s.Verdict = fmt.Sprintf("%scrawl at %s and burn, winding %s at %s of plate amps.", fed, unit.Whole(p.RPM, "rpm"), coil, unit.Percent(share))
	case !s.Runs || slip > 0.35:
		s.Grade = finding.Stop
		s.Verdict = fmt.Sprintf("%sstall under your load, winding %s at %s of plate amps.", fed, coil, unit.Percent(share))
	case share > 1.15:
		s.Grade = finding.Stop
		s.Verdict = fmt.Sprintf("%srun at %s and burn winding %s: %s of plate amps.", fed, unit.Whole(p.RPM, "rpm"), coil, unit.Percent(share))
	case share > 1:
		s.Grade = finding.Caution
		s.Verdict = fmt.Sprintf("%srun at %s with winding %s at %s of plate amps: short runs only.", fed, unit.Whole(p.RPM, "rpm"), coil, unit.Percent(share))
	case p.RPM < 0.97*rated:
		s.Grade = finding.Caution
		s.Verdict = fmt.Sprintf("%srun weak, at %s where the plate says %s.", fed, unit.Whole(p.RPM, "rpm"), unit.Whole(rated, "rpm"))
	default:
		s.Grade = finding.Good
		s.Verdict = fmt.Sprintf("%srun at %s, worst winding %s at %s of plate amps.", fed, unit.Whole(p.RPM, "rpm"), coil, unit.Percent(share))
	}
}
