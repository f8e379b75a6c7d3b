package job

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/bringup"
	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/protection"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// band is the spread of a figure over what nobody knows exactly: the can's
// ±5 %, a tenth more or less load, and 3 % for the model itself.
type band struct{ low, high float64 }

func (b *band) add(x float64) {
	if b.high == 0 && b.low == 0 {
		b.low, b.high = x, x
	}
	b.low, b.high = min(b.low, x), max(b.high, x)
}

// text prints the band, never narrower than a meter reads: a tachometer ±2 rpm, a
// voltmeter 1 V and 1 %, a clamp 0.02 A and 2 %.
func (b band) text(u string) string {
	low, high := 0.97*b.low, 1.03*b.high
	switch u {
	case "rpm": // speed is known far better: its doubt was put on the slip
		return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(b.low-2), math.Ceil(b.high+2), unit.Space, u)
	case "V":
		return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(min(low, b.low-1)), math.Ceil(max(high, b.high+1)), unit.Space, u)
	}
	low, high = max(0, min(low, b.low-0.02)), max(high, b.high+0.02)
	from := unit.Text(low, u)
	return strings.TrimSuffix(from, unit.Space+u) + " to " + unit.Text(high, u)
}

// spread solves the corners of what is not known exactly.
func (w *worker) spread(b *capacitor.Bridge, uf, share float64) map[string]*band {
	out := map[string]*band{}
	put := func(id string, x float64) {
		if out[id] == nil {
			out[id] = &band{}
		}
		out[id].add(x)
	}
	for _, can := range []float64{0.95, 1, 1.05} {
		for _, part := range []float64{0.9, 1, 1.1} {
			p, ok := b.Run(can*uf, machine.Load{Kind: w.site.Load.Kind, Share: part * share})
			if !ok {
				continue
			}
			put("supply", abs(p.SupplyAmps))
			put("corner-l1", p.CornerToL1)
			put("corner-l2", p.CornerToL2)
			put("capacitor", p.Capacitor)
			sync := p.RPM / (1 - p.Slip)
			put("rpm", sync*(1-1.2*p.Slip))
			put("rpm", sync*(1-0.8*p.Slip))
			for i, l := range p.LeadAmps(w.cornerTo) {
				put("lead-"+leads.Lines[i], l)
			}
		}
	}
	return out
}

// expectFinding is the reading to take, said before it is taken.
func (w *worker) expectFinding(b *capacitor.Bridge, q capacitor.Question, a capacitor.Answer) []finding.Finding {
	if !a.UsualRuns {
		return nil
	}
	s := w.spread(b, a.Microfarad, q.Usual)
	if s["supply"] == nil {
		return nil
	}
	return []finding.Finding{{ID: "bringup.expect", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("Measure at your load: expect %s in each supply line, %s.", unit.Text(abs(a.Usual.SupplyAmps), "A"), s["supply"].text("A")),
		Detail:   fmt.Sprintf("And %s from the made corner to L2, %s. Corner higher and amps lower: the load is lighter than you said.", unit.Whole(a.Usual.CornerToL2, "V"), s["corner-l2"].text("V")),
		Why:      append([]finding.Why{{Formula: "least and greatest over the can's ±5 %, the load ±10 %, and 3 % for the model", Section: finding.OnBands, Source: "engine"}}, w.site.LeansOn...)}}
}

// judge adds what the chapters say that did not need the engine.
func (w *worker) judge() {
	w.say(w.site.Load.Judge()...)
	if w.choice == nil && !w.judged {
		w.say(w.site.Supply.Judge(nil, w.doc.Workshop.Rules)...)
	}
}

// gather sorts the findings and fills what the screens read first.
func (w *worker) gather() {
	p := w.plan
	if w.ended() { // the plan stops where the trade stops: nothing is asked after it
		p.Findings = slices.DeleteFunc(p.Findings, func(f finding.Finding) bool { return f.Grade == finding.Open })
	}
	if p.Use != nil {
		v := p.Use.Under(p.Findings)
		p.Use = &v
	}
	finding.Sort(p.Findings)
	p.Motor = finding.Explained(w.motorFigures(), finding.OnFit, map[string]finding.Section{
		"poles": finding.OnPlate, "slip": finding.OnPlate, "power": finding.OnPlate, "torque": finding.OnPlate, "power-factor": finding.OnPlate, "efficiency": finding.OnPlate})
	finding.Explained(p.Bridge, finding.OnOperatingPoint, map[string]finding.Section{
		"heat": finding.OnTorque, "start": finding.OnTorque, "start-amps": finding.OnCircuit, "capacitor": finding.OnCapacitorPart, "can": finding.OnCapacitorPart, "corner": finding.OnCapacitor})
	finding.Explained(p.Supply, finding.OnSupplyDrop, nil)
	finding.Explained(p.Guard, finding.OnProtection, nil)
	finding.Explained(p.Load, finding.OnOperatingPoint, map[string]finding.Section{"start-gives": finding.OnTorque})
	p.Link = w.link()
	p.Next = w.next()
	p.Bays = w.bays()
	p.Offers = w.offers()
	p.Card = w.card()
}

// ended says that this motor is not planned on: it is not a three-phase one, or no
// joint reaches its coils' volts.
func (w *worker) ended() bool {
	return w.has("plate.single-phase") || w.has("plate.not-this") || w.has("leads.unreachable")
}

// unsized is a link of a document of which nothing has been solved.
func unsized(d *Document, m *Machine, h leads.Hand) Link {
	l := Link{Parts: []capacitor.Part{}, Does: m.Load.Does, Kind: h.Kind, Naming: h.Naming, Box: h.Box, Rows: m.Leads.Rows, Beside: m.Leads.Beside,
		Reversing: d.Bridge.Capacitor.Reversing == capacitor.BySwitch, Bridge: "capacitor", Third: "corner", RulerTo: 100, CornerTo: "L1"}
	if d.Bridge.Kind == KindDrive {
		l.Bridge, l.Third, l.Reversing = KindDrive, "L3", false
	}
	return l
}

func (w *worker) link() Link {
	l := unsized(w.doc, w.machine, w.site.Hand)
	l.RulerTo, l.CornerTo, l.LoadKind, l.RelayWay = 0, w.cornerTo, w.site.Load.Kind, w.guard.Relay
	l.Usual, l.Lightest, l.Heaviest = w.site.Load.Usual, w.site.Load.Lightest, w.site.Load.Heaviest
	if !w.isDrive() {
		l.Start, l.Microfarad, l.Chosen = w.startUF, w.entered, w.entered > 0
	} else if w.profile != nil {
		l.DriveName = w.profile.Name
	}
	if a := w.answer; a != nil {
		l.Microfarad, l.Chosen, l.Parts, l.Continuous = a.Microfarad, a.Chosen, a.Parts, a.Continuous
		top := a.Microfarad
		for _, s := range a.Schools {
			top = max(top, s.Microfarad)
		}
		step := 10.0
		if top > 100 {
			step = 50
		}
		l.RulerTo = math.Ceil(1.2*top/step) * step
	}
	l.Breaker = noted(w.guard.Breaker)
	if w.guard.Relay != protection.Thermistor {
		l.Relay = noted(w.guard.RelaySet)
	}
	if w.site.Supply.FeederM > 0 {
		l.Feeder = unit.Plain(math.Round(w.site.Supply.FeederM*10)/10) + unit.Space + "m"
		if w.doc.Workshop.Rules == table.NorthAmerica {
			l.Feeder = unit.Plain(math.Round(w.site.Supply.FeederM/0.3048)) + unit.Space + "ft"
		}
		if w.site.Supply.Feeder != (unit.Conductor{}) {
			l.Feeder += " of " + w.site.Supply.Feeder.String()
		}
	}
	l.Way = leads.Name(w.site.Hand.Kind, w.site.Wanted)
	return l
}

func (w *worker) gravest(bay finding.Bay) finding.Grade {
	best := finding.Good
	for _, f := range w.plan.Findings {
		if f.Bay == bay && f.Grade.Rank() < best.Rank() {
			best = f.Grade
		}
	}
	switch {
	case best == finding.Note:
		return finding.Good
	case best == finding.Good && w.unsettled(bay):
		return finding.Open
	}
	return best
}

// unsettled says that a bay against which nothing is said has not been worked
// out yet either.
func (w *worker) unsettled(bay finding.Bay) bool {
	switch bay {
	case finding.Bridge, finding.Protection:
		return w.answer == nil && w.weighed == nil
	case finding.Leads:
		return !w.site.FoundKnown
	case finding.Motor:
		return !w.plan.Computed
	}
	return false
}

func (w *worker) bays() []BayState {
	p := w.plan
	out := []BayState{}
	add := func(bay finding.Bay, title, key string) {
		out = append(out, BayState{Bay: bay, Title: title, Key: key, Mark: w.gravest(bay), Do: w.do(bay)})
	}
	key := fmt.Sprintf("%s %s", unit.Whole(w.site.Supply.Volts, "V"), unit.Whole(w.site.Supply.Hertz, "Hz"))
	if p.Link.Feeder != "" {
		key += ", " + p.Link.Feeder
	}
	add(finding.Supply, "Supply", key)
	key = "not entered"
	switch {
	case w.has("protection.wait"):
		key = "waits for the bridge"
	case p.Link.Breaker != "" && p.Link.Relay != "":
		key = p.Link.Breaker + ", relay " + p.Link.Relay
	case p.Link.Breaker != "" && w.guard.Relay == protection.Thermistor:
		key = p.Link.Breaker + ", thermistor"
	case p.Link.Breaker != "":
		key = p.Link.Breaker + ", relay not set"
	case w.weighed != nil:
		key = "wants " + sizeText(w.weighed.Breaker) + "; the drive guards the motor"
		if p.Link.Breaker != "" {
			key = p.Link.Breaker + ", the drive guards the motor"
		}
	case w.choice != nil && w.guard.Relay == protection.Thermistor:
		key = "wants " + sizeText(w.choice.Breaker) + "; thermistor"
	case w.choice != nil:
		key = "wants " + sizeText(w.choice.Breaker) + " and a relay"
	}
	add(finding.Protection, "Protection", key)
	key = "capacitor, not sized"
	if w.has("capacitor.none") {
		key = "none fits"
	}
	if w.answer != nil {
		key = unit.Text(w.answer.Microfarad, "µF") + " run to " + w.cornerTo
	}
	if w.isDrive() {
		key = "drive, not chosen"
		if w.profile != nil {
			key = w.profile.Name
		}
		if w.weighed != nil {
			key += ", " + unit.Text(w.hertz, "Hz")
		}
	}
	add(finding.Bridge, "Bridge", key)
	key = w.site.Hand.Kind.Title()
	if p.Now.Known {
		key = p.Now.Note
		if p.Now.Way.Arrangement != "" {
			key = p.Now.Way.String() + ", " + key
		}
	}
	add(finding.Leads, "Leads", key)
	key = "plate not read"
	if w.site.Plate.ShaftWatts > 0 {
		key = unit.Text(w.site.Plate.ShaftWatts/1000, "kW")
		if p.Wanted.Solved && w.answer != nil && w.answer.UsualRuns {
			coil, share := w.answer.Usual.WorstCoil()
			key += fmt.Sprintf(", winding %s %s", coil, unit.Percent(share))
		}
		if w.isDrive() && p.Wanted.Solved && len(p.Wanted.Coils) > 0 {
			key += ", " + p.Wanted.RPM
		}
	}
	add(finding.Motor, "Motor", key)
	words := map[machine.LoadKind]string{machine.NoLoad: "no load", machine.Constant: "constant", machine.Linear: "rising", machine.Fan: "fan-like"}
	key = words[w.site.Load.Kind] + ", " + unit.Percent(w.site.Load.Usual)
	if !w.site.Load.Known {
		key = "not said"
	}
	add(finding.Load, "Load", key)
	return out
}

// step is one question of the order of work: the findings that ask it, gravest
// first, and what it is called.
type step struct {
	bay  finding.Bay
	text string
	ids  []string
}

// order of work: what is asked first, what later. Bridges are settled before
// their protection, everything before the moves.
var order = []step{
	{finding.Motor, "Take the last change back", []string{FailedID}},
	{finding.Motor, "Not a three-phase motor", []string{"plate.single-phase", "plate.not-this"}},
	{finding.Leads, "Stop: the winding has a fault", []string{"leads.frame", "leads.lone"}},
	{finding.Motor, "Read the plate", []string{"plate.missing"}},
	{finding.Motor, "Check the plate", []string{"plate.power", "plate.rpm", "plate.slip", "plate.impossible"}},
	{finding.Leads, "Take the short out of the joints", []string{"leads.short"}},
	{finding.Leads, "How many leads come out?", []string{"leads.how-many"}},
	{finding.Motor, "Star or delta?", []string{"leads.which-join"}},
	{finding.Leads, "Find the motor's own diagram", []string{"leads.other"}},
	{finding.Leads, "Find which lead is which", []string{"leads.marks", "leads.names"}},
	{finding.Leads, "Find out what the leads are", []string{"leads.family", "leads.kind"}},
	{finding.Leads, "No joint fits this supply", []string{"leads.unreachable"}},
	{finding.Leads, "Want joints that fit", []string{"leads.wanted"}},
	{finding.Motor, "Confirm three phases", []string{"plate.phases"}},
	{finding.Load, "Say what the machine asks", []string{"load.unknown"}},
	{finding.Leads, "Say what is joined now", []string{"leads.found"}},
	{finding.Supply, "Measure the supply", []string{"supply.measure"}},
	{finding.Bridge, "Choose the drive", []string{"drive.none"}},
	{finding.Bridge, "Settle the drive", []string{"drive.single-phase", "drive.amps", "drive.line-volts", "drive.motor-volts", "drive.contactor", "drive.start", "drive.speed", "drive.ramp-up", "drive.heaviest", "drive.lid-run", "drive.fight", "drive.run-source", "drive.speed-source", "drive.never", "drive.sink"}},
	{finding.Bridge, "Inspect the drive", []string{"drive.inspection"}},
	{finding.Bridge, "Settle the capacitor", []string{"capacitor.ceiling", "capacitor.carries", "capacitor.start", "capacitor.heat", "capacitor.idle", "capacitor.volts"}},
	{finding.Supply, "Enter the feeder", []string{"supply.feeder"}},
	{finding.Supply, "Mend the feeder", []string{"supply.wire"}},
	{finding.Protection, "Choose the protection", []string{"protection.breaker", "protection.conductor", "protection.relay", "protection.wire"}},
}

// afterMoves are asked once the joints are made.
var afterMoves = []step{
	{finding.Leads, "Turn the direction round", []string{"leads.bump-wrong"}},
	{finding.Leads, "Make the joints final", []string{"leads.clips"}},
}

// next is the first thing in the order of work that is not done.
func (w *worker) next() Next {
	p := w.plan
	for _, f := range p.Findings {
		if f.Unread {
			return Next{Bay: f.Bay, Text: "Mend the entry that could not be read", Entry: f.Entries[0], Unknown: "Leave it empty: what is not said is asked for, or assumed and marked."}
		}
	}
	asked := func(all []step) (Next, bool) {
		for _, s := range all {
			for _, id := range s.ids {
				for _, f := range p.Findings {
					if f.ID != id || f.Grade != finding.Open && f.Grade != finding.Stop {
						continue
					}
					return Next{Bay: s.bay, Text: s.text, Entry: firstEntry(f), Unknown: unknown[id]}, true
				}
			}
		}
		return Next{}, false
	}
	if n, ok := asked(order); ok {
		return n
	}
	for _, m := range p.Moves {
		if !m.Done {
			text := map[leads.MoveKind]string{leads.LockOff: "Lock off, then move the links", leads.Check: "Check the box and close it"}[m.Kind]
			if text == "" {
				text = "Move the links"
			}
			return Next{Bay: finding.Leads, Text: text, Unknown: "Each move stands under Leads with what the hand touches; tick it when it is made."}
		}
	}
	if n, ok := asked(afterMoves); ok {
		return n
	}
	return Next{Bay: finding.Bridge, Text: "Take the card to the machine", Card: true}
}

// title is the job's name, and the machine's where it has several.
func (w *worker) title() string {
	if len(w.doc.Machines) > 1 && w.machine.Name != "" {
		return w.doc.Name + ", " + w.machine.Name
	}
	return w.doc.Name
}

// card gathers the page for the machine.
func (w *worker) card() bringup.Card {
	p := w.plan
	c := bringup.Card{Title: w.title(), Joints: []bringup.Line{}, Parts: []bringup.Line{}, Settings: []bringup.Line{}, Readings: []bringup.Reading{}, Open: []string{},
		Checks: bringup.Gates(), Cautions: bringup.Cautions(), Foot: "Estimated figures carry an open ring. This card says what was checked and what was not; it does not replace local rules or a licensed person."}
	var parts []string
	for _, t := range []string{w.machine.Plate.Power, w.machine.Plate.Volts, w.machine.Plate.Connection, w.machine.Plate.Amps, w.machine.Plate.RPM, w.machine.Plate.Hertz, w.machine.Plate.PowerFactor} {
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
	for _, g := range w.site.Wanted {
		terminals := slices.DeleteFunc(slices.Clone(g), func(n string) bool { return slices.Contains(leads.Lines, n) })
		line := "joined"
		for _, n := range g {
			switch n {
			case "L3":
				line = "made corner (capacitor)"
				if w.isDrive() {
					line = "L3"
				}
			case "L1", "L2":
				line = n
			}
		}
		joint := bringup.Line{Name: line, Value: leads.PrintJoint(terminals, w.site.Hand.Naming)}
		var tape []string
		for _, n := range terminals {
			if tag := p.Leads.Labelling.TapeOf(n); tag != "" {
				tape = append(tape, tag)
			}
		}
		if len(tape) > 0 {
			joint.Note = "tape " + strings.Join(tape, ", ")
		}
		c.Joints = append(c.Joints, joint)
	}
	if f := w.blocked(); f != nil {
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
	if w.weighed != nil {
		w.driveCard(&c)
		return c
	}
	a := w.answer
	if a == nil || !a.UsualRuns {
		c.NotReady = "No connection card yet: " + strings.ToLower(p.Next.Text[:1]) + p.Next.Text[1:] + "."
		return c
	}
	c.Ready = true
	for _, f := range p.Findings {
		if f.Grade == finding.Stop && f.ID != "leads.fed-now" {
			c.Ready, c.NotReady = false, "Not to be fed: "+f.Sentence
			break
		}
	}
	c.Parts = append(c.Parts,
		bringup.Line{Name: "Run capacitor", Value: capacitor.List(a.Parts), Note: fmt.Sprintf("film, continuous duty, ±5 %%, %s AC or more", unit.Whole(a.Class, "V"))},
		bringup.Line{Name: "Bleed resistor", Value: a.Bleed.String(), Note: "across the capacitor, for good"})
	if w.startUF > 0 {
		c.Parts = append(c.Parts, bringup.Line{Name: "Start capacitor", Value: unit.Text(w.startUF, "µF"), Note: fmt.Sprintf("electrolytic, %s, by %s, out within 2 s, with a bleed resistor", a.Start.ClassText(), map[capacitor.StartBy]string{"": "button or relay", capacitor.ByButton: "button", capacitor.ByRelay: "relay"}[w.doc.Bridge.Capacitor.StartBy])})
	}
	if ch := w.choice; ch != nil {
		c.Parts = append(c.Parts,
			bringup.Line{Name: "Breaker, " + w.asks.Poles(), Value: first(p.Link.Breaker, sizeText(ch.Breaker)), Note: "planning"},
			bringup.Line{Name: "Motor wire", Value: first(conductor(w.guard.Conductor), protection.Wire(ch.Conductor)), Note: "earth " + protection.Wire(ch.Earth) + ", planning"},
			bringup.Line{Name: "Capacitor wires", Value: protection.Wire(ch.CapacitorWire), Note: "for " + unit.Text(ch.CapacitorOwn, "A") + ", planning"})
		set := bringup.Line{Name: "Overload relay", Value: first(p.Link.Relay, sizeText(ch.RelaySet)), Note: relayWords(string(ch.Relay)) + "; plan asks " + sizeText(ch.RelaySet)}
		switch {
		case w.guard.Relay == protection.Thermistor:
			set = bringup.Line{Name: "Winding guard", Value: "thermistor in the winding", Note: "its relay in the contactor's coil"}
		case ch.RelaySet == 0:
			set.Value, set.Note = first(p.Link.Relay, "no setting guards"), "not every winding: a thermistor too, or other µF"
		}
		c.Settings = append(c.Settings, set)
	}
	c.Settings = append(c.Settings,
		bringup.Line{Name: "Capacitor from made corner to", Value: w.cornerTo, Note: p.Wanted.Turns + " facing the shaft end; for the other way move it to the other line"},
		bringup.Line{Name: "Load, all day", Value: "up to " + unit.Percent(a.Continuous) + " of plate", Note: "yours " + unit.Percent(w.site.Load.Usual) + ": " + strings.ToLower(w.plan.Use.Title)})
	w.readings(&c, a)
	return c
}

// sizeText is a size in amps; 0 is none that the tables or the motor allow.
func sizeText(amps float64) string { return first(noted(amps), "none fits") }

func first(a, b string) string {
	if a != "" {
		return a
	}
	return b
}

func conductor(c unit.Conductor) string {
	if c == (unit.Conductor{}) {
		return ""
	}
	return c.String()
}

func relayWords(way string) string {
	if way == "supply-lines" {
		return "line 1 through one pole, the return through the other two"
	}
	return "one pole in each motor lead, capacitor ahead of the third"
}

// readings are what to expect, dead and running.
func (w *worker) readings(c *bringup.Card, a *capacitor.Answer) {
	add := func(id, when, where, expect, band string, mark finding.Mark) {
		c.Readings = append(c.Readings, bringup.Reading{ID: id, When: when, Where: where, Expect: expect, Band: band, Mark: mark})
	}
	if ohm, _, mark := w.site.LineOhms(20, w.site.Wanted); !math.IsNaN(ohm[0] + ohm[1] + ohm[2]) {
		add("ohms", "dead, capacitor off", "Ohms L1-L2, L2-corner, corner-L1", "about "+unit.Text((ohm[0]+ohm[1]+ohm[2])/3, "Ω"), "within 5 % of each other", mark)
	}
	add("volts", "before the start", "Volts L1 to L2", unit.Whole(w.site.Supply.Volts, "V"), "", w.site.Supply.VoltsMark)
	b := w.bridge(w.site.Wanted)
	if b == nil {
		return
	}
	for _, at := range []struct {
		id, when string
		share    float64
		p        capacitor.Point
	}{{"light", "running light", w.site.Load.Lightest, a.Idle}, {"load", "at your load, " + unit.Percent(w.site.Load.Usual), w.site.Load.Usual, a.Usual}} {
		if len(at.p.Windings) == 0 || at.id == "light" && at.share == w.site.Load.Usual {
			continue
		}
		s := w.spread(b, a.Microfarad, at.share)
		if s["supply"] == nil {
			continue
		}
		lead := at.p.LeadAmps(w.cornerTo)
		add(at.id+"-supply", at.when, "Amps, supply line", unit.Text(abs(at.p.SupplyAmps), "A"), s["supply"].text("A"), finding.Estimated)
		for i, l := range []string{"L1", "L2", "corner"} {
			add(at.id+"-lead-"+l, at.when, "Amps, motor lead "+l, unit.Text(lead[i], "A"), s["lead-"+leads.Lines[i]].text("A"), finding.Estimated)
		}
		add(at.id+"-corner", at.when, "Volts, corner to L2", unit.Whole(at.p.CornerToL2, "V"), s["corner-l2"].text("V"), finding.Estimated)
		add(at.id+"-rpm", at.when, "Speed", unit.Whole(at.p.RPM, "rpm"), s["rpm"].text("rpm"), finding.Estimated)
	}
}
