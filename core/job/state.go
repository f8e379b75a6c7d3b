package job

import (
	"fmt"
	"math"
	"slices"

	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// State is the motor joined in one way, fed: now, or as wanted.
type State struct {
	ID       string            `json:"id"`
	Title    string            `json:"title"`
	Note     string            `json:"note"`
	Known    bool              `json:"known"` // the joints are known
	Joints   leads.Joints      `json:"joints" nullable:"false"`
	Text     string            `json:"text"` // joints as text, in the motor's own names
	Arranged leads.Arrangement `json:"arranged,omitempty"`
	Assumed  []string          `json:"assumed" nullable:"false"` // lines that were put on their usual terminals
	Solved   bool              `json:"solved"`
	Runs     bool              `json:"runs"`
	Starts   bool              `json:"starts"`
	Short    bool              `json:"short"`
	Coils    []Coil            `json:"coils" nullable:"false"`
	Between  []Between         `json:"between" nullable:"false"`
	Lines    []LineAmps        `json:"lines" nullable:"false"`
	Torque   string            `json:"torque,omitempty"`
	RPM      string            `json:"rpm,omitempty"`
	Turns    string            `json:"turns,omitempty"`
	Unbal    string            `json:"unbalance,omitempty"`
	Supply   float64           `json:"supply_amps"`
	SupplyT  string            `json:"supply,omitempty"`
	Volts    string            `json:"volts,omitempty"` // at the motor
	CapAmps  string            `json:"capacitor_amps,omitempty"`
	Verdict  string            `json:"verdict"`
	Grade    finding.Grade     `json:"grade"`
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
	Name   string  `json:"name"` // U, V, W
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
	d, p := w.doc, w.plan
	wanted := w.wanted
	found := w.found
	if wanted != nil && w.foundOK {
		p.Moves = leads.Moves(found, wanted, d.Leads.Naming, d.Leads.Done)
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
	p.Now = w.state("now", found, w.foundOK)
	p.Wanted = w.state("wanted", wanted, wanted != nil)
	name := func(s State) string {
		switch {
		case d.Leads.Kind == leads.Three:
			return "joined inside, in " + string(w.inner)
		case s.Arranged == "":
			return "neither star nor delta"
		}
		return string(s.Arranged)
	}
	p.Now.Title, p.Wanted.Title = "Now", "As wanted"
	if p.Wanted.Known {
		p.Wanted.Title = "As wanted: " + name(p.Wanted)
		p.Wanted.Note = "predicted"
	}
	if !w.foundOK {
		p.Now.Note = "say what is joined now"
	} else {
		p.Now.Title = "Now: " + name(p.Now)
		switch {
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
	if !w.foundOK {
		if len(w.plate.Columns) > 0 {
			w.say(finding.Finding{ID: "leads.found", Bay: finding.Leads, Grade: finding.Open, Sentence: "Say what is joined in the box now.",
				Detail: "Locked off and proved dead, open the lid: one flat link along a row is star, three upright links are delta.", Entries: []string{"leads.found"},
				Cures: []finding.Cure{{Label: "Star", Path: "leads.found", Value: "star"}, {Label: "Delta", Path: "leads.found", Value: "delta"}, {Label: "Nothing joined", Path: "leads.found", Value: "open"}}})
		}
		return
	}
	if !p.Now.Solved {
		return
	}
	same := hands == done
	if !same || p.Now.Grade == finding.Stop {
		f := finding.Finding{ID: "leads.fed-now", Bay: finding.Leads, Grade: p.Now.Grade, Sentence: p.Now.Verdict,
			Why: append([]finding.Why{{Formula: "the circuit as joined now, solved at your load", Numbers: p.Now.Text, Section: finding.OnCircuit, Source: "engine, as found"}}, w.leansOn...)}
		if hands > done {
			f.Detail = fmt.Sprintf("%d of %d moves are still to be made. Do not feed it before.", hands-done, hands)
			if len(p.Now.Assumed) > 0 {
				f.Detail += " Lines are taken to come to U1, V1 and W1."
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

// state solves some joints as if they were fed.
func (w *worker) state(id string, joints leads.Joints, known bool) State {
	s := State{ID: id, Known: known, Joints: joints, Coils: []Coil{}, Between: []Between{}, Lines: []LineAmps{}, Assumed: []string{}, Grade: finding.Open}
	coils, inside := leads.Coils(w.doc.Leads.Kind, w.inner)
	for _, c := range coils {
		s.Coils = append(s.Coils, Coil{Name: capacitor.Title(c.Name), Start: c.Start, Finish: c.Finish, Tone: Idle})
	}
	if s.Joints == nil {
		s.Joints = leads.Joints{}
	}
	if !known {
		s.Verdict = "Not known yet."
		return s
	}
	s.Text = joints.Print(w.doc.Leads.Naming)
	if w.doc.Leads.Kind == leads.Six {
		s.Arranged = leads.Name(joints)
	} else {
		s.Arranged = leads.Name(inside)
	}
	fed, assumed := joints.WithLines()
	if len(assumed) > 0 {
		s.Assumed = assumed
	}
	if w.model == nil {
		s.Verdict = "The plate is not complete yet."
		return s
	}
	w.solve(&s, fed)
	return s
}

// solve fills a state's figures.
func (w *worker) solve(s *State, fed leads.Joints) {
	s.Solved = true
	if slices.Contains(fed.Of("L1"), "L2") {
		s.Short, s.Grade, s.Verdict = true, finding.Stop, "Fed like this, L1 and L2 are joined: a dead short. Expect the breaker to open at once."
		return
	}
	b := w.bridge(fed)
	if b == nil {
		s.Solved, s.Verdict = false, "This circuit cannot be solved."
		return
	}
	uf := w.entered
	if w.answer != nil {
		uf = w.answer.Microfarad
	}
	if slices.Contains(fed.Of("L3"), w.cornerTo) {
		uf = 0 // both ends of the capacitor on one joint
	}
	load, up := w.load.At(w.load.Usual), w.load.RunUp()
	settle := b.Settle(uf, up)
	if w.startUF > 0 { // it comes up on both and settles on the run capacitor
		settle.Starts, settle.Crawls = true, false
		settle.Slip = settle.RunSlip
	}
	s.Starts = settle.Starts && b.StartTorque(uf+w.startUF) > w.load.StartShare()+w.model.FrictionNm/w.model.RatedTorqueNm
	run := settle.RunSlip
	if load != up {
		run = machine.RunSlip(b.Surplus(load), 0)
	}
	s.Runs = !math.IsNaN(run)
	slip := 1.0 // standing, or stalled by the load it was given once up to speed
	switch {
	case s.Starts && settle.Crawls:
		slip = settle.Slip
	case s.Starts && s.Runs:
		slip = run
	case s.Starts && load == up:
		slip = settle.Slip
	}
	p, err := b.At(uf, slip)
	if err != nil {
		s.Short, s.Grade, s.Verdict = true, finding.Stop, "Fed like this the lines are shorted: expect the breaker to open at once."
		return
	}
	w.fill(s, p)
	w.verdict(s, p, slip, settle.Crawls)
}

func (w *worker) fill(s *State, p capacitor.Point) {
	for i, c := range p.Windings {
		s.Coils[i].Volts, s.Coils[i].Amps = unit.Whole(abs(c.Volts), "V"), unit.Text(abs(c.Amps), "A")
		s.Coils[i].Share, s.Coils[i].Of, s.Coils[i].Tone = c.Share, unit.Percent(c.Share), toneOf(c.Share)
		if abs(c.Amps) < 1e-3 {
			s.Coils[i].Amps, s.Coils[i].Tone = "0 A", Idle
		}
	}
	s.Between = []Between{
		{"L1", "L2", unit.Whole(p.SupplyVolts, "V")}, {"L1", "L3", unit.Whole(p.CornerToL1, "V")}, {"L2", "L3", unit.Whole(p.CornerToL2, "V")},
	}
	leadAmps := p.LeadAmps(w.cornerTo)
	for i, l := range leads.Lines {
		s.Lines = append(s.Lines, LineAmps{l, leadAmps[i], unit.Text(leadAmps[i], "A")})
	}
	s.Supply, s.SupplyT = abs(p.SupplyAmps), unit.Text(abs(p.SupplyAmps), "A")
	s.Volts = unit.Whole(p.SupplyVolts, "V")
	s.CapAmps = unit.Text(p.Capacitor, "A")
	s.RPM = unit.Whole(max(0, p.RPM), "rpm")
	s.Torque = unit.Text(max(0, p.TorqueNm-w.model.FrictionNm), "N·m")
	if p.Slip >= 1 {
		s.Torque = unit.Text(max(0, p.TorqueNm), "N·m")
	}
	if !math.IsNaN(p.Unbalance) && !math.IsInf(p.Unbalance, 0) {
		s.Unbal = unit.Text(p.Unbalance*100, "%")
	}
	if s.Starts {
		s.Turns = map[string]string{"L1": "clockwise", "L2": "anticlockwise"}[w.cornerTo]
	}
}

// verdict says in words what happens.
func (w *worker) verdict(s *State, p capacitor.Point, slip float64, crawls bool) {
	coil, share := p.WorstCoil()
	fed := "Fed as it is now, it would "
	if s.ID == "wanted" {
		fed = "As wanted it would "
	}
	rated := w.model.RPM
	switch {
	case s.Supply < 1e-3:
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
