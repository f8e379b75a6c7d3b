package dc

import (
	"fmt"

	"graybridge/core/leads"
	"graybridge/core/plate"
	"graybridge/core/unit"
)

// Wire is one conductor of the run list.
type Wire struct {
	ID     string `json:"id"`
	Run    string `json:"run" enum:"line,armature,field,control"`
	From   string `json:"from"`
	To     string `json:"to"`
	Wire   string `json:"wire"`
	Colour string `json:"colour"` // L1, L2, earth, plus, minus, control
	Length string `json:"length,omitempty"`
	Note   string `json:"note,omitempty"`
	Done   bool   `json:"done"`
}

// wirer gathers the run list.
type wirer struct {
	o   *Solved
	p   *Profile
	out []Wire
}

func (w *wirer) add(id, run, from, to, wire, colour, note string) {
	one := Wire{ID: id, Run: run, From: from, To: to, Wire: wire, Colour: colour, Note: note}
	if (run == "armature" || run == "field") && w.o.Chosen.Run > 0 {
		one.Length = unit.Text(w.o.Chosen.Run, "m")
	}
	for _, d := range w.o.Chosen.Done {
		one.Done = one.Done || d == "wire:"+id
	}
	w.out = append(w.out, one)
}

func (w *wirer) screw(s Screw, n int, otherwise string) string {
	if t := w.p.of(s); len(t) > n {
		return t[n].Name
	}
	return otherwise
}

func sized(c unit.Conductor) string {
	if c == (unit.Conductor{}) {
		return "beyond the table"
	}
	return c.String() + " copper"
}

// wiring lists every conductor from the breaker to brushes and pot, in the order in which
// they are landed.
func wiring(o *Solved, p *Profile) []Wire {
	w := &wirer{o: o, p: p, out: []Wire{}}
	w.line()
	w.armature()
	w.field()
	w.control()
	return w.out
}

// lineNames are the two line wires by the workshop's supply.
func lineNames(o *Placed) (names [2]string, neutral bool) {
	if neutral = o.Site.Rules.LineToNeutral(o.Site.Supply.Volts); neutral {
		return [2]string{"hot", "neutral"}, true
	}
	return [2]string{"L1", "L2"}, false
}

func (w *wirer) line() {
	o := w.o
	size := sized(o.Weighed.Conductor)
	names, neutral := lineNames(&o.Placed)
	w.add("pe-in", "line", "earth bar", w.screw(ScrewEarth, 0, "its metal"), sized(o.Earth), "earth",
		"first on, last off")
	w.add("pe-motor", "line", "earth bar", "ring on the motor's body", sized(o.Earth), "earth",
		"on bare metal, both ends")
	fuse := "a fuse of its maker's amps"
	if w.p.LineFuse > 0 {
		fuse = unit.Rating(w.p.LineFuse) + " fuse"
	}
	for i, name := range names {
		to, note, colour := w.screw(ScrewLine, i, "its line terminal"), "through a lockable isolator",
			[]string{"L1", "L2"}[i]
		switch {
		case neutral && i == 1:
			note, colour = note+"; no fuse in the neutral", "neutral"
		default:
			note += ", then the " + fuse + ": fast, of the kind its maker names"
		}
		if o.Chosen.StartBy == "buttons" {
			note += "; through a pole of the contactor"
		}
		w.add("in-"+name, "line", "isolator "+name, to, size, colour, note)
	}
}

// armatureEnds are the motor's own names along the armature's way: of a compound motor
// its series field stands in it.
func armatureEnds(o *Placed) (plus, minus string, between []string) {
	n := o.Site.As.Leads.Brushed.Names
	a := n.Of(leads.ArmaturePart)
	if o.Site.Direct.Winding == plate.Compound {
		s := n.Of(leads.SeriesPart)
		return a[0], s[1], []string{a[1], s[0]}
	}
	return a[0], a[1], nil
}

func (w *wirer) armature() {
	o := w.o
	size := sized(o.Weighed.ArmatureWire)
	plus, minus, between := armatureEnds(&o.Placed)
	out, back := w.screw(ScrewArmature, 0, "armature +"), w.screw(ScrewArmature, 1, "armature −")
	fuse := "an armature fuse, fast and rated for DC"
	if w.p.ArmFuse > 0 {
		fuse = unit.Rating(w.p.ArmFuse) + " armature fuse, fast and rated for DC"
	}
	if o.Chosen.Reverse != "switch" {
		w.add("arm-plus", "armature", out, plus, size, "plus", "through the "+fuse)
		w.add("arm-minus", "armature", back, minus, size, "minus", "")
	} else {
		a := o.Site.As.Leads.Brushed.Names.Of(leads.ArmaturePart)
		w.add("arm-plus", "armature", out, "reversing switch, feed +", size, "plus", "through the "+fuse)
		w.add("arm-minus", "armature", back, "reversing switch, feed −", size, "minus", "")
		w.add("turn-1", "armature", "reversing switch, out 1", a[0], size, "plus",
			"armature leads only; centre off, a catch there")
		w.add("turn-2", "armature", "reversing switch, out 2", a[1], size, "minus",
			"rated for DC at "+unit.Whole(o.in.Armature, "V"))
		if len(between) > 0 {
			s := o.Site.As.Leads.Brushed.Names.Of(leads.SeriesPart)
			w.add("series", "armature", "reversing switch, feed −", s[0]+" and "+s[1]+" ahead of the switch", size,
				"minus",
				"the series field keeps its sense: it is never turned round with the armature")
			between = nil
		}
	}
	if len(between) > 0 {
		w.add("series", "armature", between[0], between[1], size, "minus",
			"the series field stands in the armature's way; its sense as found: it helps")
	}
	if o.Chosen.Brake == "yes" {
		w.add("brake", "armature", "braking pole, across the armature", unit.Text(o.stop.Ohm, "Ω")+", "+
			unit.Text(o.stop.Watts, "W")+" resistor", size, "plus",
			"closes last, after the controller has stopped feeding; both contacts rated for DC; the resistor gets hot")
	}
}

func (w *wirer) field() {
	o := w.o
	if !wound(&o.Placed) {
		for _, t := range w.p.of(ScrewField) {
			w.add("field-"+t.Name, "field", t.Name, "nothing", "none", "control",
				"a magnet's motor has no field: left open and covered, it is live")
		}
		return
	}
	f := o.Site.As.Leads.Brushed.Names.Of(leads.ShuntPart)
	for i := range 2 {
		w.add("field-"+f[i], "field", w.screw(ScrewField, i, "field supply"), f[i], sized(o.Weighed.FieldWire),
			[]string{"plus", "minus"}[i], "straight: no switch, no plug, no fuse of its own in it")
	}
}

func (w *wirer) control() {
	o := w.o
	const thin = "0.75 mm² or 18 AWG, insulated for mains"
	live := "; at mains potential: insulated shaft, a cover over its back, its own conduit"
	if w.p.Isolated {
		live = "; shielded where it runs beside the armature"
	}
	pot := fmt.Sprintf("potentiometer of %s", unit.Text(w.p.PotOhm/1000, "kΩ"))
	w.add("pot-high", "control", w.screw(ScrewPotHigh, 0, "pot, high"), pot+", right end", thin, "control",
		"facing its shaft"+live)
	w.add("pot-wiper", "control", w.screw(ScrewPotWiper, 0, "pot, wiper"), pot+", middle", thin, "control", "")
	w.add("pot-low", "control", w.screw(ScrewPotLow, 0, "pot, low"), pot+", left end", thin, "control", "")
	if inhibit := w.screw(ScrewInhibit, 0, ""); inhibit != "" {
		note := "closed it gives nothing: the stop opens the contactor and closes this"
		w.add("inhibit", "control", inhibit, "stop contact, to "+w.screw(ScrewPotLow, 0, "pot, low"), thin, "control",
			note+live)
	}
	if o.Chosen.StartBy == "buttons" {
		names, _ := lineNames(&o.Placed)
		stop := "stop (opens), start (closes)"
		if o.Chosen.EStop == "yes" {
			stop = "emergency stop (latching, opens by force), " + stop
		}
		w.add("coil", "control", "isolator "+names[0], stop+", the contactor's coil", "1.5 mm² or 14 AWG", "L1",
			"its own contact beside start holds it: what the supply drops stays off")
		w.add("coil-back", "control", "the contactor's coil", names[1], "1.5 mm² or 14 AWG", "control", "")
	}
	if o.Chosen.Held == ByTacho {
		w.add("tacho", "control", "tachometer on the shaft", w.screw(ScrewTacho, 0,
			"no such terminal on this controller"), thin, "control", "")
	}
}

// neverWired is what must never be connected.
func neverWired(p *Profile, plateRead *plate.Direct) []string {
	out := []string{neverLine, neverEarth, neverOpened, neverBraked, neverTwo}
	if !p.Isolated {
		out = append(out, neverSignal)
	}
	if plateRead.Field() {
		out = append(out, neverInTheField, neverFieldParted)
	}
	return out
}

// boxText is what stands around it.
func boxText(o *Solved, p *Profile) string {
	heat := 1.5*p.Amps + 0.02*o.in.Armature*p.Amps
	text := heatInABox(heat, p)
	switch o.Chosen.Air {
	case "dust":
		return boxDust(text)
	case "wet":
		return boxWet(text)
	}
	return boxSparks(text)
}

// InspectStep is one line of the inspection of an unknown controller.
type InspectStep struct {
	ID     string `json:"id"`
	Do     string `json:"do"`
	See    string `json:"see"`
	Danger string `json:"danger,omitempty"`
	Done   bool   `json:"done"`
}

// inspection is what is looked at on a second-hand controller before it is wired.
func inspection(o *Solved) []InspectStep {
	if o.Chosen.SecondHand != "yes" {
		return []InspectStep{}
	}
	p := o.Profile
	out := []InspectStep{}
	add := func(id, do, see, danger string) {
		s := InspectStep{ID: id, Do: do, See: see, Danger: danger}
		for _, d := range o.Chosen.Done {
			s.Done = s.Done || d == "inspect:"+id
		}
		out = append(out, s)
	}
	add("look", lidOff, lidOffSee, "")
	add("fuses", fusesOut, fusesOutSee, "")
	add("short", lineToArmature, lineToArmatureSee, "")
	add("frame", ohmsToFrame, "Open.", "")
	add("pot", potTurned, potTurnedSee(p), "")
	add("places", noteTrims, noteTrimsSee, "")
	if len(p.Plugs) > 0 {
		add("plug", readPlugIn, readPlugInSee, "")
	}
	add("lamp", firstPower(o), firstPowerSee, standAside)
	add("most", potAtItsEnd, potAtItsEndSee(o), fingerGuards)
	return out
}
