package capacitor

import (
	"cmp"
	"fmt"
	"math/cmplx"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Installed is the capacitor bridge in a plan.
type Installed struct {
	bridge.Ground
	*Shown
}

func (w Installed) Refitted() *site.Site    { return w.Shown.Site }
func (w Installed) Read() []finding.Reading { return w.Readings }
func (w Installed) Says() []finding.Finding { return w.Said }
func (w Installed) Settled() bool           { return w.Answer != nil }
func (w Installed) Third() string           { return "made third line (capacitor)" }
func (w Installed) Pairs() [3]string        { return [3]string{"L1-L2", "L2-made line", "made line-L1"} }
func (w Installed) Able(leads.Mistake) bool { return true }

func (w Installed) Settle(id string, f site.Fed, known bool) bridge.State {
	return w.State(id, f, known)
}

func (w Installed) Link(l *bridge.Link) {
	l.CornerTo = w.CornerTo
	l.Start, l.Microfarad, l.Chosen = w.StartEntered, w.Entered, w.Entered > 0
	if a := w.Answer; a != nil {
		l.Microfarad, l.Chosen, l.Parts, l.Continuous = a.Microfarad, a.Chosen, a.Parts, a.Continuous
		l.RulerTo = w.RulerTo()
	}
}

func (w Installed) Key() string {
	switch {
	case w.Answer != nil:
		return unit.Text(w.Answer.Microfarad, "µF") + " run to " + w.CornerTo
	case slices.ContainsFunc(w.Said, func(f finding.Finding) bool { return f.ID == None }):
		return "none fits"
	}
	return "capacitor, not sized"
}

func (w Installed) GuardKey(g bridge.Guarded) string {
	switch {
	case g.Choice == nil:
		return ""
	case w.Protection.Relay == protection.Thermistor:
		return "wants " + bridge.SizeText(g.Choice.Breaker) + "; thermistor"
	}
	return "wants " + bridge.SizeText(g.Choice.Breaker) + " and a relay"
}

func (w Installed) MotorKey(wanted *bridge.State) string {
	if !wanted.Starts || w.Answer == nil || !w.Answer.UsualRuns {
		return ""
	}
	coil, share := w.Answer.Usual.WorstCoil()
	return fmt.Sprintf(", winding %s %s", coil, unit.Percent(share))
}

func (w Installed) Ready() (string, bool) {
	if w.Answer == nil {
		return "", false
	}
	return w.buyText(), true
}

func (w Installed) BuyFirst() string {
	if w.Answer == nil {
		return ""
	}
	return w.buyText() + " "
}

func (w Installed) BoxWire(g bridge.Guarded) unit.Conductor {
	if g.Noted.Conductor == (unit.Conductor{}) && g.Choice != nil {
		return g.Choice.Conductor
	}
	return g.Noted.Conductor
}

func (w Installed) Offer(all []finding.Finding) (bridge.Offer, bool) {
	if w.Use == nil {
		return bridge.Offer{Grade: finding.Stop, Text: "no joint gives the coils their volts"}, true
	}
	use := w.Use.Under(all)
	return bridge.Offer{Grade: use.Grade, Text: finding.Lower(use.Title)}, true
}

// Way is what an arrangement would do with its own best capacitance.
func (w Installed) Way(v *bridge.WayView, r leads.Reach) {
	if w.AsRead.Model == nil || r.Ratio >= 1+leads.Within {
		return
	}
	uf, share, start, ok := w.Best(w.AsRead.Hand.Kind.JointsFor(r.Way))
	switch {
	case ok:
		v.MicroF, v.Worst, v.Start = unit.Text(uf, "µF"), unit.Percent(share), unit.Percent(start)
	case uf > 0:
		v.Worst, v.Text = "stalls", bridge.NotLikeThis(v)
	}
}

func (w Installed) OwnCircuit() (motor, relay bool) { return true, true }

func (w Installed) Bench(joints leads.Joints) (circuit.BenchCase, bool) { return w.Case(joints) }

// buyText is what to buy and where it goes.
func (w Installed) buyText() string {
	a := w.Answer
	verb := "Buy"
	if a.Chosen {
		verb = "Fit"
	}
	text := w.buyRun(verb, a)
	if w.StartEntered > 0 {
		text += w.buyStart()
	}
	return text
}

// Turning is the direction: what the plan expects, what the bump showed, what
// turns it round.
func (w Installed) Turning() (d bridge.Direction, said []finding.Finding) {
	turns := map[string]string{"L1": "clockwise", "L2": "anticlockwise"}
	other := OtherLine[w.CornerTo]
	d = bridge.Direction{From: "facing the shaft end", Turns: finding.Upper(turns[w.CornerTo]),
		Corner: w.CornerTo, Forbids: w.AsRead.As.Load.Forbids, ShownBy: w.AsRead.As.Load.ShownBy,
		Swap:    w.moveLineEnd(other),
		Nothing: []string{exchangeAtPlug, bridge.TurnEveryCoil},
		Bump:    []string{bridge.BeltOffKey, flagOnShaft, lookOnOff, bridge.WaitLockOff}}
	if w.AsRead.Load.Turn == load.Either && w.AsRead.As.Load.ShownBy == "" {
		d.Turns += ", expected; the machine has not said which it wants"
	}
	bumped := w.AsRead.As.Leads.Bumped
	if bumped == "" {
		return d, nil
	}
	was, corner, _ := strings.Cut(bumped, "-")
	right := corner
	if was == "wrong" {
		right = OtherLine[corner]
	}
	f := bridge.SayBumped(right)
	switch {
	case w.CornerTo != right:
		f.ID, f.Grade, f.Sentence = finding.LeadsBumpWrong, finding.Stop,
			w.sayBumpWrongWay()
		f.Detail = d.Swapped()
		f.Cures = []finding.Cure{{Label: "Capacitor to " + right, Path: "bridge.corner_to", Value: right}}
		d.Turns = "The wrong way, as the bump showed"
	case was == "wrong":
		f.Sentence = sayBumpMoved(right)
		f.Grade = finding.Open
		d.Turns = "As wanted, by the last bump turned round"
	default:
		d.Turns = "As wanted: the bump showed it"
	}
	return d, []finding.Finding{f}
}

func (w Installed) Carded() bool { return w.Answer != nil && w.Answer.UsualRuns }

// Card fills the card of a motor on a capacitor.
func (w Installed) Card(c *bringup.Card, p bridge.Planned, g bridge.Guarded) {
	a, use := w.Answer, w.Use.Under(p.Findings)
	c.Parts = append(c.Parts,
		bringup.Line{Name: "Run capacitor", Value: can.List(a.Parts),
			Note: fmt.Sprintf("film, continuous duty, ±5 %%, %s AC or more", unit.Whole(a.Class, "V"))},
		bringup.Line{Name: "Bleed resistor", Value: a.Bleed.String(), Note: "always across the capacitor"})
	if w.StartEntered > 0 {
		c.Parts = append(c.Parts, bringup.Line{Name: "Start capacitor", Value: unit.Text(w.StartEntered, "µF"),
			Note: fmt.Sprintf("electrolytic, %s, by %s, out within 2 s, with a bleed resistor", a.Start.ClassText(),
				map[StartBy]string{"": "button or relay", ByButton: "button",
					ByRelay: "relay"}[w.As.StartBy])})
	}
	if ch := g.Choice; ch != nil {
		c.Parts = append(c.Parts,
			bringup.Line{Name: "Breaker, " + g.Asks.Poles(), Value: cmp.Or(bridge.Noted(g.Noted.Breaker),
				bridge.SizeText(ch.Breaker)),
				Note: "guide value"},
			bringup.Line{Name: "Motor wire", Value: cmp.Or(bridge.Conductor(g.Noted.Conductor),
				table.Wire(ch.Conductor)),
				Note: "earth " + table.Wire(ch.Earth) + ", guide value"},
			bringup.Line{Name: "Capacitor wires", Value: table.Wire(ch.CapacitorWire), Note: "for " +
				unit.Text(ch.CapacitorOwn, "A") + ", guide value"})
		set := bringup.Line{Name: "Overload relay", Value: cmp.Or(bridge.Noted(g.Noted.RelaySet),
			bridge.SizeText(ch.RelaySet)),
			Note: bridge.RelayWords(string(ch.Relay)) + "; the plan wants " + bridge.SizeText(ch.RelaySet)}
		switch {
		case w.Protection.Relay == protection.Thermistor:
			set = bringup.Line{Name: "Winding guard", Value: "thermistor in the winding",
				Note: "its relay in the contactor's coil"}
		case ch.RelaySet == 0:
			set.Value, set.Note = cmp.Or(bridge.Noted(g.Noted.RelaySet), "no setting guards"),
				"not every winding: a thermistor too, or other µF"
		}
		c.Settings = append(c.Settings, set)
	}
	c.Settings = append(c.Settings,
		bringup.Line{Name: "Capacitor from made third line to", Value: w.CornerTo, Note: p.Wanted.Turns +
			" facing the shaft end; for the other way move it to the other line"},
		bringup.Line{Name: "Load, all day", Value: "up to " + unit.Percent(a.Continuous) + " of plate",
			Note: "yours " + unit.Percent(w.AsRead.Load.Usual) + ": " + strings.ToLower(use.Title)})
	w.expect(c, a)
}

// expect are the readings, dead and running.
func (w Installed) expect(c *bringup.Card, a *Answer) {
	c.Readings = append(c.Readings, w.DeadAndFed("capacitor", "Volts L1 to L2", [3]string{"L1-L2", "L2-made line",
		"made line-L1"})...)
	for _, at := range []struct {
		gate     bringup.GateID
		id, when string
		share    float64
		p        Point
	}{{bringup.Free, "light", "idling", w.AsRead.Load.Lightest, a.Idle}, {bringup.Loaded, "load",
		"at your load, " + unit.Percent(w.AsRead.Load.Usual), w.AsRead.Load.Usual, a.Usual}} {
		if len(at.p.Windings) == 0 || at.id == "light" && at.share == w.AsRead.Load.Usual {
			continue
		}
		s := w.Spread(at.share)
		if s["supply"] == nil {
			continue
		}
		add := func(id, where, u string, value float64, band string) {
			c.Readings = append(c.Readings, bringup.Expected(at.gate, at.id+"-"+id, at.when, where, u, value, s[band],
				finding.Estimated))
		}
		lead := at.p.LeadAmps(w.CornerTo)
		add("supply", "Amps, supply line", "A", cmplx.Abs(at.p.SupplyAmps), "supply")
		for i, l := range []string{"L1", "L2", "corner"} {
			name := map[bool]string{true: "made line"}[l == "corner"]
			add("lead-"+l, "Amps, motor lead "+cmp.Or(name, l), "A", lead[i], "lead-"+leads.Lines[i])
		}
		if own, ok := w.OwnAmps(at.p); ok { // read at the machine; the card has no room for three lines more
			last := &c.Readings[len(c.Readings)-1]
			for _, one := range own {
				id, name := "winding-"+one.Coil, "Amps, winding "+strings.ToUpper(one.Coil)
				r := bringup.Expected(at.gate, at.id+"-"+id, at.when, name, "A", cmplx.Abs(one.Amps), s[id],
					finding.Estimated)
				last.Takes = append(last.Takes, r.Takes...)
			}
		}
		add("corner", "Volts, made line to L2", "V", at.p.CornerToL2, "corner-l2")
		other := bringup.Expected(at.gate, at.id+"-corner-l1", at.when, "Volts, made line to L1", "V", at.p.CornerToL1,
			s["corner-l1"], finding.Estimated)
		last := &c.Readings[len(c.Readings)-1] // read at the machine; the card has room for one of the two
		last.Takes = append(last.Takes, other.Takes...)
		add("rpm", "Speed", "rpm", at.p.RPM, "rpm")
	}
}

// Buys lists everything that the capacitor bridge is built of.
//
// Long: a list of parts, each by itself.
func (w Installed) Buys(g bridge.Guarded) []bridge.Buy {
	out := []bridge.Buy{}
	a := w.Answer
	if a == nil || !a.UsualRuns || g.Choice == nil {
		return out
	}
	class := "none is made for what it sees"
	if a.Class > 0 {
		class = unit.Whole(a.Class, "V") + " AC or more"
	}
	for _, p := range a.Parts {
		if n := len(out); n > 0 && out[n-1].What == bridge.CanName(p) && out[n-1].Own == p.Own {
			out[n-1].Count++
			continue
		}
		b := bridge.Buy{ID: "run-" + unit.Plain(p.Microfarad), Count: 1, What: bridge.CanName(p), Own: p.Own,
			Spec: "film, for continuous duty, 50/60 Hz, ±5 %, " + class,
			Note: "two tabs a pole, no polarity; measured before it goes in",
			Want: stores.Want{Kind: stores.Capacitor, Microfarad: p.Microfarad, Volts: a.Class}}
		if p.Own {
			b.Note = "yours: look at its volts before it goes in, measure its µF"
		} else if price, ok := w.Prices.Of[p.Microfarad]; ok {
			b.Price = w.Prices.Text(price)
		}
		out = append(out, b)
	}
	if a.Bleed.Ohm > 0 {
		out = append(out, bridge.Buy{ID: "bleed", Count: 1, What: "Bleed resistor", Spec: a.Bleed.Spec(),
			Note: "always across the cans, never through a switch: below 50 V within a minute"})
	}
	if w.StartEntered > 0 {
		s := a.Start
		out = append(out, bridge.Buy{ID: "start", Count: 1, What: "Start capacitor " + unit.Text(w.StartEntered, "µF"),
			Spec: "electrolytic, for starting, " + s.ClassText(), Note: "seconds only; its own bleed resistor: " +
				s.Bleed.Spec()})
		amps := s.OwnAmps
		if w.As.StartBy == ByRelay {
			out = append(out, bridge.Buy{ID: "start-relay", Count: 1, What: "Voltage relay for the start capacitor",
				Spec: fmt.Sprintf("contact closed at rest, for %s of capacitor amps; coil from the made line to the "+
					"other line, opening at about %s", unit.Text(amps, "A"), unit.Whole(s.PickUp, "V")),
				Note: "that is the made line at three quarters of speed, estimated; a timer of two seconds beside " +
					"it in " +
					"case it sticks", Planning: true})
		} else {
			out = append(out, bridge.Buy{ID: "start-button", Count: 1, What: "Start button",
				Spec: fmt.Sprintf("spring return, contact for %s of capacitor amps", unit.Text(amps, "A")),
				Note: "held until it is up to speed, two seconds at most; a finger cannot forget it, a latching " +
					"switch can", Planning: true})
		}
	}
	if w.As.Reversing == BySwitch {
		out = append(out, bridge.Buy{ID: "reversing", Count: 1, What: "Reversing switch",
			Spec: fmt.Sprintf("one pole, L1 - 0 - L2, for %s of capacitor amps at %s",
				unit.Text(1.35*a.CapacitorAmps, "A"), unit.Whole(w.AsRead.Supply.Nominal, "V")),
			Note: "between the capacitor and its line; turned only at standstill", Planning: true})
	}
	if w.As.Reversing == ByContactors {
		out = append(out, bridge.Buy{ID: "reversing", Count: 1, What: "Reversing contactors, a pair",
			Spec: fmt.Sprintf("three-pole, two for the lines, the third for %s of capacitor amps, held off each other "+
				"mechanically and by a closed contact each", unit.Text(1.35*a.CapacitorAmps, "A")),
			Note: "in the place of the one contactor; pressed only at standstill", Planning: true})
	}
	ch := g.Choice
	motor := g.Asks.MostSupply
	relay := bridge.Buy{ID: "relay", Count: 1, What: "Overload relay",
		Spec: fmt.Sprintf("three-pole, range with %s in it",
			bridge.SizeText(ch.RelaySet)), Note: bridge.RelayWords(string(ch.Relay)), Own: g.Noted.RelaySet > 0,
		Planning: true}
	leadsSet := g.Asks.Setting(protection.MotorLeads).Amps
	switch {
	case ch.RelaySet == 0 && w.Protection.Relay != protection.Thermistor && leadsSet > 0: // wired otherwise it guards
		relay.Spec = fmt.Sprintf("three-pole, range with %s in it", bridge.SizeText(leadsSet))
		relay.Note = bridge.RelayWords(string(protection.MotorLeads))
	case ch.RelaySet == 0:
		relay.Spec, relay.Note = "none: no setting both carries the load and guards the windings", "see the thermistor"
		if relay.Own {
			relay.Spec = "set to " + unit.Rating(g.Noted.RelaySet) + "; no setting both carries the load and guards " +
				"the windings"
		}
	}
	if w.As.Reversing != ByContactors { // else the pair is it
		out = append(out, bridge.Buy{ID: "contactor", Count: 1, What: "Contactor",
			Spec: fmt.Sprintf("motor duty (AC-3), %s or more a pole, coil for %s", unit.Text(1.25*motor, "A"),
				unit.Whole(w.AsRead.Supply.Nominal, "V")),
			Note:     "holds itself in through the stop button: nothing starts again by itself when the supply returns",
			Planning: true, Want: stores.Want{Kind: stores.Contactor, Amps: 1.25 * motor}})
	}
	out = append(out,
		bridge.Buy{ID: "isolator", Count: 1, What: "Isolator", Spec: "two-pole, lockable, within sight of the machine",
			Planning: true},
		bridge.Buy{ID: "breaker", Count: 1, What: "Breaker", Spec: fmt.Sprintf("%s, %s, holding %s at the start",
			g.Asks.Poles(), cmp.Or(bridge.Noted(g.Noted.Breaker), bridge.SizeText(ch.Breaker)),
			unit.Text(g.Asks.StartAmps, "A")),
			Own: g.Noted.Breaker > 0, Planning: true, Want: bridge.BreakerOf(g.Noted.Breaker, ch.Breaker)},
		bridge.Buy{ID: "stop", Count: 1, What: "Start and stop buttons",
			Spec: "stop red, opening by force, latching where a hand can be caught",
			Note: "within reach from where the machine is fed", Planning: true})
	if w.Protection.Relay != protection.Thermistor {
		out = append(out, relay)
	}
	out = append(out,
		bridge.Buy{ID: "wire", Count: 1, What: "Motor cable",
			Spec: fmt.Sprintf("%s copper, three conductors and earth %s",
				cmp.Or(bridge.Conductor(g.Noted.Conductor), table.Wire(ch.Conductor)), table.Wire(ch.Earth)),
			Own: bridge.Conductor(g.Noted.Conductor) != "", Planning: true, Want: bridge.CableOf(g.Noted.Conductor,
				ch.Conductor)},
		bridge.Buy{ID: "capacitor-wire", Count: 2, What: "Capacitor wires",
			Spec: fmt.Sprintf("%s copper (they carry up to %s), heat-proof, with insulated 6.3 mm push-on tabs",
				table.Wire(ch.CapacitorWire), unit.Text(g.Asks.Capacitor, "A")), Planning: true},
		bridge.Buy{ID: "box", Count: 1, What: "Capacitor box",
			Spec: "of metal, earthed, or of flame-retardant plastic; closed to fingers, its own glands",
			Note: cansUpright},
		bridge.Buy{ID: "label", Count: 1, What: "Label on the box",
			Spec: "“Capacitors inside: switch off, wait a minute, discharge, then open.”"})
	if w.Protection.Relay == protection.Thermistor || ch.RelaySet == 0 && leadsSet == 0 {
		out = append(out, bridge.Buy{ID: "thermistor", Count: 1, What: "Thermistor in the winding head",
			Spec: fmt.Sprintf("for class %s, with its relay into the contactor's coil",
				cmp.Or(w.AsRead.As.Plate.Insulation, "of the winding")),
			Note: "it feels the winding no relay can see",
			Own:  w.Protection.Relay == protection.Thermistor, Planning: true})
	}
	return out
}

func (w Installed) Charged(g *bringup.Ground) {
	g.Held = "the capacitor"
	if a := w.Answer; a != nil {
		g.Wait = bridge.Waits(a.Bleed, a.Microfarad)
		if w.StartEntered > 0 {
			g.Held = "the run capacitor and the start capacitor, each by itself"
			g.Wait = bridge.Later(g.Wait, bridge.Waits(a.Start.Bleed, w.StartEntered))
		}
	}
}
