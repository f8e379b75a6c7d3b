package plan

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/protection"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// order puts the findings in order: the plan stops where the trade stops, nothing is
// asked or bought after it.
func (w *reading) order(p *Plan) {
	if p.ended() {
		p.Findings = slices.DeleteFunc(p.Findings, func(f finding.Finding) bool { return f.Grade == finding.Open })
		for i := range p.Findings { // no device is wanted for a motor that is not planned on
			f := &p.Findings[i]
			f.Cures = slices.DeleteFunc(slices.Clone(f.Cures), func(c finding.Cure) bool {
				return document.EntryAt(document.Placed(w.machine.ID, c.Path)).Device != "" &&
					c.Path != supply.AtTransformer // it may be what makes the plan go on
			})
		}
	}
	if p.Use != nil {
		v := p.Use.Under(p.Findings)
		p.Use = &v
	}
	finding.Sort(p.Findings)
}

// conclude makes what the screens read first: figures with their sections, the link of
// the path, the next step, the bays, the offers and the card.
func (w *reading) conclude(p *Plan, g bridge.Guarded) {
	p.Motor = finding.Explained(w.side().figures(), finding.OnFit, map[string]finding.Section{
		"poles": finding.OnPlate, "slip": finding.OnPlate, "power": finding.OnPlate, "torque": finding.OnPlate,
		"power-factor": finding.OnPlate, "efficiency": finding.OnPlate})
	finding.Explained(p.Bridge, finding.OnOperatingPoint, map[string]finding.Section{
		"heat": finding.OnTorque, "start": finding.OnTorque, "start-amps": finding.OnCircuit,
		"capacitor": finding.OnCapacitorPart, "can": finding.OnCapacitorPart, "corner": finding.OnCapacitor})
	finding.Explained(p.Supply, finding.OnSupplyDrop, nil)
	finding.Explained(p.Guard, finding.OnProtection, nil)
	finding.Explained(p.Load, finding.OnOperatingPoint, map[string]finding.Section{"start-gives": finding.OnTorque})
	p.Link = w.link()
	p.Steps, p.Offers = p.steps(), w.offers(p)
	p.Next = p.Steps[0] // the card is always open
	w.offerDrive(p)
	p.Wall, p.Circuits, p.Stairs = w.wall(p, g), circuitNames(w.doc), w.site.Supply.Stairs(g.Draw)
	p.Bays = w.bays(p, g)
	w.stocked(p)
	p.Card = w.card(p, g)
	p.Ladder = w.ladder(p)
}

// ended says that this motor is not planned on: it is not a three-phase one, or no
// joint reaches its coils' volts.
func (p *Plan) ended() bool {
	return p.has(finding.PlateSinglePhase) || p.has(finding.PlateNotThis) || p.has(finding.LeadsUnreachable)
}

// provenSteps leaves a transformer as a cure only where the plan behind it, made whole, has no stop that this one has
// not, and goes on.
func (r *reading) provenSteps(ctx context.Context, p *Plan) {
	was := map[string]bool{}
	for _, f := range p.Findings {
		was[f.ID] = was[f.ID] || f.Grade == finding.Stop
	}
	for i := range p.Findings {
		f := &p.Findings[i]
		f.Cures = slices.DeleteFunc(slices.Clone(f.Cures), func(c finding.Cure) bool {
			if c.Path != supply.AtTransformer || c.Value == "" || f.ID == finding.SupplyTransformer {
				return false
			}
			d := r.doc.Clone()
			if !entry.Put(&d, c.Path, c.Value) {
				return true
			}
			behind, err := Solve(ctx, d)
			return err != nil || behind.plan.ended() || slices.ContainsFunc(behind.plan.Findings,
				func(x finding.Finding) bool { return x.Grade == finding.Stop && (!was[x.ID] || x.ID == f.ID) })
		})
	}
}

// unsized is a link of a document of which nothing has been solved.
func unsized(d *document.Document, m *document.Machine, h leads.Hand) bridge.Link {
	l := bridge.Link{Parts: []can.Part{}, Does: m.Load.Does, Kind: h.Kind, Naming: h.Naming, Box: h.Box,
		Rows:      m.Leads.Rows,
		Beside:    m.Leads.Beside,
		Reversing: d.Bridge.Capacitor.Reversing != "", Bridge: "capacitor", Third: "made",
		RulerTo: 100, CornerTo: "L1"}
	if d.Bridge.Kind == document.KindDrive || d.Bridge.Kind == document.KindRotary || d.Bridge.Kind == document.KindDC {
		l.Bridge, l.Third, l.Reversing = d.Bridge.Kind, "L3", false
	}
	return l
}

func (w *reading) link() bridge.Link {
	l := unsized(w.doc, w.machine, w.site.Hand)
	l.RulerTo, l.LoadKind, l.RelayWay = 0, w.site.Load.Kind, w.guard.Relay
	l.Usual, l.Lightest, l.Heaviest = w.site.Load.Usual, w.site.Load.Lightest, w.site.Load.Heaviest
	if w.site.Load.NeverIdles() {
		l.Lightest = l.Usual
	}
	w.bridge.Link(&l)
	for _, m := range w.doc.Machines {
		if m.Role == document.Idler && l.Branch {
			ahead, _ := protection.Read(m.Protection, w.doc.Workshop.Rules)
			l.Ahead = bridge.Noted(ahead.Breaker)
		}
	}
	l.Neutral = w.site.Rules.LineToNeutral(w.site.Supply.Volts)
	l.Breaker = bridge.Noted(w.guard.Breaker)
	if w.guard.Relay != protection.Thermistor {
		l.Relay = bridge.Noted(w.guard.RelaySet)
	}
	if w.site.Supply.FeederM > 0 {
		l.Feeder = unit.Plain(math.Round(w.site.Supply.FeederM*10)/10) + unit.Space + "m"
		if w.doc.Workshop.Rules == table.NorthAmerica {
			l.Feeder = unit.Feet(w.site.Supply.FeederM)
		}
		if w.site.Supply.Feeder != (unit.Conductor{}) {
			l.Feeder += " of " + w.site.Supply.Feeder.String()
		}
	}
	l.Way = leads.Name(w.site.Hand.Kind, w.site.Wanted)
	return l
}

func (w *reading) gravest(p *Plan, bay finding.Bay) finding.Grade {
	best := finding.Good
	for _, f := range p.Findings {
		if f.Bay == bay && f.Grade.Rank() < best.Rank() {
			best = f.Grade
		}
	}
	switch {
	case best == finding.Note:
		return finding.Good
	case best == finding.Good && w.unsettled(p, bay):
		return finding.Open
	}
	return best
}

// graver of two grades.
func graver(a, b finding.Grade) finding.Grade {
	if b.Rank() < a.Rank() {
		return b
	}
	return a
}

// unsettled says that a bay against which nothing is said has not been worked
// out yet either.
func (w *reading) unsettled(p *Plan, bay finding.Bay) bool {
	switch bay {
	case finding.Bridge, finding.Protection:
		return !w.bridge.Settled()
	case finding.Leads:
		return !w.side().leadsSettled()
	case finding.Motor:
		return !p.Computed
	}
	return false
}

func (w *reading) bays(p *Plan, g bridge.Guarded) []BayState {
	out := []BayState{}
	add := func(bay finding.Bay, title, key string) {
		one := BayState{Bay: bay, Title: title, Key: key, Mark: w.gravest(p, bay), Do: w.do(p, bay)}
		if bay == finding.Supply { // the wall is as good as its weakest link
			if wall := w.doWall(p); wall.Grade.Rank() < one.Do.Grade.Rank() {
				one.Do = wall
			}
		}
		one.Mark = graver(one.Mark, one.Do.Grade) // no good mark on a bay that waits
		out = append(out, one)
	}
	key := fmt.Sprintf("%s %s", unit.Whole(w.site.Supply.Volts, "V"), unit.Whole(w.site.Supply.Hertz, "Hz"))
	if p.Link.Feeder != "" {
		key += ", " + p.Link.Feeder
	}
	add(finding.Supply, "Supply", key)
	key = w.guardKey(p, g)
	add(finding.Protection, "Protection", key)
	key = w.bridge.Key()
	add(finding.Bridge, "Bridge", key)
	key = w.side().leadsKey(p)
	add(finding.Leads, "Leads", key)
	key = "plate not read"
	if watts := w.side().watts(); watts > 0 {
		key = unit.Text(watts/1000, "kW")
		key += w.bridge.MotorKey(&p.Wanted)
	}
	add(finding.Motor, "Motor", key)
	words := map[machine.LoadKind]string{machine.NoLoad: "no load", machine.Constant: "constant",
		machine.Linear: "rising", machine.Fan: "fan-like"}
	key = words[w.site.Load.Kind] + ", " + unit.Percent(w.site.Load.Usual)
	if !w.site.Load.Known {
		key = "not said"
	}
	add(finding.Load, "Load", key)
	return out
}

// guardKey is the protection's key figure: what is there, or what is wanted.
func (w *reading) guardKey(p *Plan, g bridge.Guarded) string {
	there, wants := p.Link.Breaker, w.bridge.GuardKey(g)
	_, relay := w.bridge.OwnCircuit()
	switch {
	case p.has(finding.ProtectionWait):
		return "choose the bridge first"
	case there != "" && !relay:
		return there
	case there != "" && p.Link.Relay != "":
		return there + ", relay " + p.Link.Relay
	case there != "" && w.guard.Relay == protection.Thermistor:
		return there + ", thermistor"
	case there != "":
		return there + ", relay not set"
	}
	return cmp.Or(wants, "not entered")
}

// title is the job's name, and the machine's where it has several.
func (w *reading) title() string {
	if len(w.doc.Machines) > 1 && w.machine.Name != "" {
		return w.doc.Name + ", " + w.machine.Name
	}
	return w.doc.Name
}

// card gathers the page for the machine.
func (w *reading) card(p *Plan, g bridge.Guarded) bringup.Card {
	c := bringup.Card{Title: w.title(), Joints: []bringup.Line{}, Parts: []bringup.Line{}, Settings: []bringup.Line{},
		Readings: []bringup.Reading{}, Open: []string{},
		Checks: []string{}, Cautions: bringup.Cautions(), Foot: cardFoot}
	var parts []string
	for _, t := range w.side().plate() {
		if t = strings.TrimSpace(t); t != "" {
			parts = append(parts, t)
		}
	}
	c.Plate = strings.Join(parts, " · ")
	for _, f := range p.Findings {
		if f.Grade == finding.Stop || f.Grade == finding.Open {
			c.Open = append(c.Open, f.Sentence)
		}
	}
	for _, chain := range p.Wall {
		if chain.Chosen && chain.Unseen != "" {
			c.Open = append(c.Open, fromThePanel(chain))
		}
	}
	c.Joints = append(c.Joints, w.side().joints(p)...)
	if f := bridge.Blocked(p.Findings); f != nil {
		// Why it is not to be fed and what to change, nothing else.
		c.Joints, c.Checks, c.Open = []bringup.Line{}, []string{}, []string{}
		c.NotReady = "Not to be fed: " + f.Sentence
		for _, f := range p.Findings {
			if f.Grade == finding.Stop {
				c.Open = append(c.Open, strings.TrimSpace(f.Sentence+" "+f.Detail))
			}
		}
		return c
	}
	if w.bridge.Carded() {
		ready(&c, p)
		w.bridge.Card(&c, bridge.Planned{Wanted: &p.Wanted, Findings: p.Findings}, g)
	} else {
		c.NotReady = notYet(p)
	}
	p.Gates = bringup.Gates(w.bringUp(&c, p))
	c.Checks = bringup.Checks(p.Gates)
	return c
}

// notYet says why there is no card.
func notYet(p *Plan) string {
	return noCardYet(p)
}

// ready says whether a card is ready to be taken to the machine, and if not, why.
func ready(c *bringup.Card, p *Plan) {
	c.Ready = true
	for _, f := range p.Findings {
		if f.Grade == finding.Stop && f.ID != finding.LeadsFedNow {
			c.Ready, c.NotReady = false, "Not to be fed: "+f.Sentence
			break
		}
	}
}
