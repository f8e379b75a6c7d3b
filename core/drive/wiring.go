package drive

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/device"
	"graybridge/core/unit"
)

// Wire is one conductor of the run list: from, to, what it is, how its ends are
// finished.
type Wire struct {
	ID     string `json:"id"`
	Run    string `json:"run" enum:"line,motor,control"`
	From   string `json:"from"`
	To     string `json:"to"`
	Wire   string `json:"wire"`
	Colour string `json:"colour"` // line l1, l2, corner; earth; control
	Length string `json:"length,omitempty"`
	End    string `json:"end"`
	Note   string `json:"note,omitempty"`
	Done   bool   `json:"done"`
}

// shieldFrom is the cable length from which a shield is wanted, m.
const shieldFrom = 3.0

// Wiring lists every conductor from the breaker to the motor and the controls,
// in the order in which they are landed. motorEnds are the joints that U, V and
// W go to, as the motor's own names print them.
//
// Long: a list of wires in the order in which they are landed.
func (c Chosen) Wiring(p *Profile, w Weighed, earth unit.Conductor, motorEnds [3]string) []Wire {
	out := []Wire{}
	add := func(id, run, from, to, wire, colour, end, note string) {
		one := Wire{ID: id, Run: run, From: from, To: to, Wire: wire, Colour: colour, End: end, Note: note}
		if run == "motor" && c.CableM > 0 {
			one.Length = unit.Text(c.CableM, "m")
		}
		for _, d := range c.Done {
			one.Done = one.Done || d == "wire:"+id
		}
		out = append(out, one)
	}
	end := func(t Terminal) string {
		s := map[string]string{"ferrule": "ferrule", "ring": "ring on bare metal", "bare": "bare, twisted"}[t.Finish]
		if s == "" {
			s = "by the drive's leaflet"
		}
		if t.StripMM > 0 {
			s += fmt.Sprintf(", strip %s", unit.Plain(t.StripMM)+unit.Space+"mm")
		}
		if t.Nm > 0 {
			s += fmt.Sprintf(", %s", unit.Text(t.Nm, "N·m"))
		}
		return s
	}
	line, motor, pe := p.of(LineIn), p.of(MotorOut), p.of(Earth)
	size := w.Conductor.String()
	name := func(c unit.Conductor,
		lines int) string { // in cord every conductor counts, in building cable the earth is extra
		if c.AWG > 0 {
			return fmt.Sprintf("%s (cord %d-%d, building cable %d-%d)", c, c.AWG, lines+1, c.AWG, lines)
		}
		return fmt.Sprintf("%s (cable %d × %s, earth in it)", c, lines+1, c)
	}
	if len(pe) > 0 {
		add("pe-in", "line", "earth bar", pe[0].Name, earth.String(), "earth", end(pe[0]), "first on, last off")
	}
	for i, t := range line {
		if i > 1 {
			break
		}
		line := []string{"L1", "L2"}[i]
		add("in-"+line, "line", "isolator "+line, t.Name, size, line, end(t),
			"from the breaker through a lockable isolator; both ends the same colour; "+name(w.Conductor, 2))
	}
	if len(pe) > 0 {
		add("pe-motor", "motor", pe[0].Name, "ring on the motor's body", earth.String(), "earth",
			"ring on bare metal, both ends", "")
	}
	for i, t := range motor {
		if i > 2 {
			break
		}
		add("out-"+t.Name, "motor", t.Name, motorEnds[i], w.MotorWire.String(), []string{"L1", "L2", "L3"}[i], end(t),
			"each wire finished at both ends before the next; "+name(w.MotorWire, 3))
	}
	shield := "metal conduit, or shielded cable"
	if c.CableM > shieldFrom {
		shield = "shielded cable: its braid clamped all round at both ends, drain with the earth, none as a long tail"
	}
	if len(p.of(ShieldBar)) > 0 {
		shield += "; at the drive to " + p.of(ShieldBar)[0].Name
	}
	add("shield", "motor", "shield at the drive", "shield at the motor's body", shield, "earth",
		"all round, on bare metal", "")
	role := func(r Role) Terminal {
		if t := p.of(r); len(t) > 0 {
			return t[0]
		}
		return Terminal{}
	}
	control := func(id string, from Terminal, to, note string) {
		if from.Name != "" {
			add(id, "control", from.Name, to, "0.75 mm² or 18 AWG, apart from the motor cable", "control", end(from),
				note)
		}
	}
	common := role(Common)
	stop := "emergency stop"
	switch c.run(p) {
	case TwoWire:
		control("common", common, first(c.EStop == "yes", stop, "run switch"), "")
		control("run", role(Run), "run switch, "+first(c.Direction == Switch, "forward", "other side"), "closed runs")
		if c.Direction == Switch {
			control("reverse", role(Reverse), "run switch, reverse", "off in the middle")
		}
	case RunByOutput:
		control("common", common, "machine controller, common of its outputs",
			first(c.EStop == "yes", "through the emergency stop's contact", ""))
		control("run", role(Run), "machine controller, run output", outputNote)
		if c.Direction == TurnByOutput {
			control("reverse", role(Reverse), "machine controller, direction output", outputNote)
		}
	case ThreeWire:
		control("common", common, first(c.EStop == "yes", stop+", stop, start", "stop and start button"), "")
		control("stop", role(Stop), "stop button, other side", "closed at rest, opens to stop")
		control("run", role(Run), "start button, other side", "springs open")
		if c.Direction == Switch {
			control("reverse", role(Reverse), "direction switch, to "+common.Name, "")
		}
	}
	if c.speed(p) == Pot {
		note := ""
		if role(PotWiper).Text != "" {
			note = role(PotWiper).Text
		}
		control("pot-high", role(PotHigh), "potentiometer, right end", note)
		control("pot-wiper", role(PotWiper), "potentiometer, middle", note)
		control("pot-low", role(PotLow), "potentiometer, left end", note)
	}
	if c.signalled(p) {
		in := role(SignalIn)
		if in.Name == "" {
			in = role(PotWiper)
		}
		control("signal", in, "signal of the other device, plus", signalNote+first(in.Text != "", "; "+in.Text, ""))
		control("signal-zero", role(PotLow), "signal of the other device, zero", signalNote)
	}
	for i, t := range p.of(SafeStop) {
		to, note := "each other by a wire, or it does not run", "an emergency stop belongs here"
		if c.EStop == "yes" {
			to, note = "emergency stop, a contact of its own", "open, the motor gets no torque; the feed is still on"
		}
		control(fmt.Sprintf("safe-%d", i+1), t, to, note)
	}
	for i, t := range p.of(Preset) {
		if len(c.PresetHz) > 0 || c.speed(p) == ByPresets {
			to := fmt.Sprintf("speed selector, contact %d, to %s", i+1, common.Name)
			control(fmt.Sprintf("preset-%d", i+1), t, to, t.Text)
		}
	}
	if c.JogHz > 0 {
		control("jog", role(Jog), "jog button, to "+common.Name, "springs open")
	}
	if f := p.of(FaultOut); len(f) == 2 {
		control("fault-a", f[0], "lamp or horn", "closes on a fault")
		control("fault-b", f[1], "its feed", "")
	}
	return out
}

func first(yes bool, a, b string) string {
	if yes {
		return a
	}
	return b
}

// behindStep puts the transformer that stands ahead of the drive into its run list: the isolator feeds its input, its
// output the drive.
func behindStep(o *Placed, wires []Wire) []Wire {
	t := o.Site.Supply.Step
	if t == nil {
		return wires
	}
	size := "sized once its kVA are known"
	if _, wire, ok := o.Site.Supply.StepWire(o.Site.Wires()); ok {
		size = wire.String()
	}
	var ahead []Wire
	for i := range wires {
		w := &wires[i]
		line, ok := strings.CutPrefix(w.ID, "in-")
		if !ok || w.Run != "line" {
			continue
		}
		one := Wire{ID: "step-" + line, Run: "line", From: w.From, To: "transformer, input " + unit.Whole(t.From, "V"),
			Wire: size, Colour: w.Colour, End: "by the transformer's own terminals", Note: stepNote}
		for _, d := range o.Chosen.Done {
			one.Done = one.Done || d == "wire:"+one.ID
		}
		ahead = append(ahead, one)
		w.From, w.Note = "transformer, output "+unit.Whole(t.To, "V"), "through the breaker for this side; "+w.Note
	}
	at := slices.IndexFunc(wires, func(w Wire) bool { return strings.HasPrefix(w.ID, "in-") })
	return slices.Insert(wires, max(0, at), ahead...)
}

// NeverWired is what must never be connected to a drive.
func NeverWired() []string {
	return []string{neverSupply, neverBetween, neverTwo, neverControl, neverFloating}
}

// Step is one line of the inspection of an unknown drive: what is done, and what
// should be seen now.
type Step struct {
	ID     string `json:"id"`
	Do     string `json:"do"`
	See    string `json:"see"`
	Danger string `json:"danger,omitempty"`
	Entry  string `json:"entry,omitempty"`
	Done   bool   `json:"done"`
}

// Inspection is the card for a second-hand or unknown drive, before it is wired.
func (c Chosen) Inspection(p *Profile, line float64) []Step {
	out := []Step{}
	add := func(id, do, see, danger, entry string) {
		s := Step{ID: id, Do: do, See: see, Danger: danger, Entry: entry}
		for _, d := range c.Done {
			s.Done = s.Done || d == "inspect:"+id
		}
		out = append(out, s)
	}
	wait := unit.Plain(p.WaitMinutes) + unit.Space + "min"
	add("dead", waitDead(wait), waitDeadSee, waitDeadCare, "")
	add("look", lidOff, lidOffSee, "", "")
	add("sink", earthToSink, earthToSinkSee(p), "", "drive.sink_ohm")
	add("io", lineToMotor, lineToMotorSee, "", "")
	if p.PotOhm.Most > 0 {
		add("dial", ownDial, ownDialSee(p), "", "drive.dial_ohm")
	}
	if len(p.Displays) > 0 {
		add("lead", keypadLead, keypadLeadSee, "", "")
	}
	add("volts", inputVolts, inputVoltsSee(p, line), "", "drive.top_volts")
	for i, r := range p.Restore {
		see := "It answers."
		if len(p.Displays) > 0 {
			see = displayFollows(p)
		}
		if i == 0 {
			add("power", firstPower, first(len(p.Displays) > 0, displayShows(p), lampLights), standAside, "")
		}
		add(fmt.Sprintf("restore-%d", i+1), r, see, "", "")
	}
	if n := len(p.Displays); n > 0 {
		add("displays", everyMode, fmt.Sprintf("%d exist: %s.", n, strings.Join(p.Displays, ", ")), "", "")
	}
	if len(p.Parameters) > 0 {
		add("sweep", readCodes, readCodesSee, "", "drive.read_back")
	}
	return out
}

func firstOf(all []string) string {
	if len(all) == 0 {
		return ""
	}
	return all[0]
}

// BackInto sets what was read off the drive beside the sheet's rows, and names the
// codes read that the sheet does not have.
func (c Chosen) BackInto(rows []Row) (strange []string) {
	known := map[string]bool{}
	for i := range rows {
		known[rows[i].Code] = true
		rows[i].ReadBack = c.Back[rows[i].Code]
		rows[i].Set = device.SetOf(c.Done, "row:"+rows[i].ID, rows[i].Value)
	}
	for code := range c.Back {
		if !known[code] {
			strange = append(strange, code)
		}
	}
	return strange
}
