package job

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/capacitor"
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

// onCapacitor is the capacitor bridge in a plan.
type onCapacitor struct {
	Ground
	*capacitor.Over
}

func (w onCapacitor) refitted() *site.Site    { return w.Over.Site }
func (w onCapacitor) read() []finding.Reading { return w.Readings }
func (w onCapacitor) says() []finding.Finding { return w.Said }
func (w onCapacitor) settled() bool           { return w.Answer != nil }
func (w onCapacitor) third() string           { return "made corner (capacitor)" }
func (w onCapacitor) pairs() [3]string        { return [3]string{"L1-L2", "L2-corner", "corner-L1"} }
func (w onCapacitor) able(leads.Mistake) bool { return true }

func (w onCapacitor) settle(id string, f site.Fed, known bool) State { return w.State(id, f, known) }

func (w onCapacitor) link(l *Link) {
	l.CornerTo = w.CornerTo
	l.Start, l.Microfarad, l.Chosen = w.StartEntered, w.Entered, w.Entered > 0
	if a := w.Answer; a != nil {
		l.Microfarad, l.Chosen, l.Parts, l.Continuous = a.Microfarad, a.Chosen, a.Parts, a.Continuous
		l.RulerTo = w.RulerTo()
	}
}

func (w onCapacitor) key() string {
	switch {
	case w.Answer != nil:
		return unit.Text(w.Answer.Microfarad, "µF") + " run to " + w.CornerTo
	case slices.ContainsFunc(w.Said, func(f finding.Finding) bool { return f.ID == capacitor.None }):
		return "none fits"
	}
	return "capacitor, not sized"
}

func (w onCapacitor) guardKey(g guarded) string {
	switch {
	case g.choice == nil:
		return ""
	case w.Protection.Relay == protection.Thermistor:
		return "wants " + sizeText(g.choice.Breaker) + "; thermistor"
	}
	return "wants " + sizeText(g.choice.Breaker) + " and a relay"
}

func (w onCapacitor) motorKey(wanted *State) string {
	if !wanted.Starts || w.Answer == nil || !w.Answer.UsualRuns {
		return ""
	}
	coil, share := w.Answer.Usual.WorstCoil()
	return fmt.Sprintf(", winding %s %s", coil, unit.Percent(share))
}

func (w onCapacitor) ready() (string, bool) {
	if w.Answer == nil {
		return "", false
	}
	return w.buyText(), true
}

func (w onCapacitor) buyFirst() string {
	if w.Answer == nil {
		return ""
	}
	return w.buyText() + " "
}

func (w onCapacitor) boxWire(g guarded) unit.Conductor {
	if g.noted.Conductor == (unit.Conductor{}) && g.choice != nil {
		return g.choice.Conductor
	}
	return g.noted.Conductor
}

func (w onCapacitor) offer(all []finding.Finding) (Offer, bool) {
	if w.Use == nil {
		return Offer{Grade: finding.Stop, Text: "no joint gives the coils their volts"}, true
	}
	use := w.Use.Under(all)
	return Offer{Grade: use.Grade, Text: finding.Lower(use.Title)}, true
}

// way is what an arrangement would do with its own best capacitance.
func (w onCapacitor) way(v *WayView, r leads.Reach) {
	if w.AsRead.Model == nil || r.Ratio >= 1+leads.Within {
		return
	}
	uf, share, start, ok := w.Best(w.AsRead.Hand.Kind.JointsFor(r.Way))
	switch {
	case ok:
		v.MicroF, v.Worst, v.Start = unit.Text(uf, "µF"), unit.Percent(share), unit.Percent(start)
	case uf > 0:
		v.Worst, v.Text = "stalls", notLikeThis(v)
	}
}

func (w onCapacitor) ownCircuit() (motor, relay bool) { return true, true }

func (w onCapacitor) bench(joints leads.Joints) (circuit.BenchCase, bool) { return w.Case(joints) }

// buyText is what to buy and where it goes.
func (w onCapacitor) buyText() string {
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

// turning is the direction: what the plan expects, what the bump showed, what
// turns it round.
func (w onCapacitor) turning() (d Direction, said []finding.Finding) {
	turns := map[string]string{"L1": "clockwise", "L2": "anticlockwise"}
	other := capacitor.OtherLine[w.CornerTo]
	d = Direction{From: "facing the shaft end", Turns: finding.Upper(turns[w.CornerTo]),
		Corner: w.CornerTo, Forbids: w.AsRead.As.Load.Forbids, ShownBy: w.AsRead.As.Load.ShownBy,
		Swap:    w.moveLineEnd(other),
		Nothing: []string{exchangeAtPlug, turnEveryCoil},
		Bump:    []string{beltOffKey, flagOnShaft, lookOnOff, waitLockOff}}
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
		right = capacitor.OtherLine[corner]
	}
	f := sayBumped(right)
	switch {
	case w.CornerTo != right:
		f.ID, f.Grade, f.Sentence = finding.LeadsBumpWrong, finding.Stop,
			w.sayBumpWrongWay()
		f.Detail = d.swapped()
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

func (w onCapacitor) carded() bool { return w.Answer != nil && w.Answer.UsualRuns }

// card fills the card of a motor on a capacitor.
func (w onCapacitor) card(c *bringup.Card, p Planned, g guarded) {
	a, use := w.Answer, w.Use.Under(p.Findings)
	c.Parts = append(c.Parts,
		bringup.Line{Name: "Run capacitor", Value: can.List(a.Parts),
			Note: fmt.Sprintf("film, continuous duty, ±5 %%, %s AC or more", unit.Whole(a.Class, "V"))},
		bringup.Line{Name: "Bleed resistor", Value: a.Bleed.String(), Note: "across the capacitor, for good"})
	if w.StartEntered > 0 {
		c.Parts = append(c.Parts, bringup.Line{Name: "Start capacitor", Value: unit.Text(w.StartEntered, "µF"),
			Note: fmt.Sprintf("electrolytic, %s, by %s, out within 2 s, with a bleed resistor", a.Start.ClassText(),
				map[capacitor.StartBy]string{"": "button or relay", capacitor.ByButton: "button",
					capacitor.ByRelay: "relay"}[w.As.StartBy])})
	}
	if ch := g.choice; ch != nil {
		c.Parts = append(c.Parts,
			bringup.Line{Name: "Breaker, " + g.asks.Poles(), Value: first(noted(g.noted.Breaker), sizeText(ch.Breaker)),
				Note: "planning"},
			bringup.Line{Name: "Motor wire", Value: first(conductor(g.noted.Conductor), table.Wire(ch.Conductor)),
				Note: "earth " + table.Wire(ch.Earth) + ", planning"},
			bringup.Line{Name: "Capacitor wires", Value: table.Wire(ch.CapacitorWire), Note: "for " +
				unit.Text(ch.CapacitorOwn, "A") + ", planning"})
		set := bringup.Line{Name: "Overload relay", Value: first(noted(g.noted.RelaySet), sizeText(ch.RelaySet)),
			Note: relayWords(string(ch.Relay)) + "; plan asks " + sizeText(ch.RelaySet)}
		switch {
		case w.Protection.Relay == protection.Thermistor:
			set = bringup.Line{Name: "Winding guard", Value: "thermistor in the winding",
				Note: "its relay in the contactor's coil"}
		case ch.RelaySet == 0:
			set.Value, set.Note = first(noted(g.noted.RelaySet), "no setting guards"),
				"not every winding: a thermistor too, or other µF"
		}
		c.Settings = append(c.Settings, set)
	}
	c.Settings = append(c.Settings,
		bringup.Line{Name: "Capacitor from made corner to", Value: w.CornerTo, Note: p.Wanted.Turns +
			" facing the shaft end; for the other way move it to the other line"},
		bringup.Line{Name: "Load, all day", Value: "up to " + unit.Percent(a.Continuous) + " of plate",
			Note: "yours " + unit.Percent(w.AsRead.Load.Usual) + ": " + strings.ToLower(use.Title)})
	w.expect(c, a)
}

// readings are what to expect, dead and running.
func (w onCapacitor) expect(c *bringup.Card, a *capacitor.Answer) {
	c.Readings = append(c.Readings, w.deadAndFed("capacitor", "Volts L1 to L2", [3]string{"L1-L2", "L2-corner",
		"corner-L1"})...)
	for _, at := range []struct {
		gate     bringup.GateID
		id, when string
		share    float64
		p        capacitor.Point
	}{{bringup.Free, "light", "running light", w.AsRead.Load.Lightest, a.Idle}, {bringup.Loaded, "load",
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
		add("supply", "Amps, supply line", "A", abs(at.p.SupplyAmps), "supply")
		for i, l := range []string{"L1", "L2", "corner"} {
			add("lead-"+l, "Amps, motor lead "+l, "A", lead[i], "lead-"+leads.Lines[i])
		}
		if own, ok := w.OwnAmps(at.p); ok { // read at the machine; the card has no room for three lines more
			last := &c.Readings[len(c.Readings)-1]
			for _, one := range own {
				id, name := "winding-"+one.Coil, "Amps, winding "+strings.ToUpper(one.Coil)
				r := bringup.Expected(at.gate, at.id+"-"+id, at.when, name, "A", abs(one.Amps), s[id],
					finding.Estimated)
				last.Takes = append(last.Takes, r.Takes...)
			}
		}
		add("corner", "Volts, corner to L2", "V", at.p.CornerToL2, "corner-l2")
		other := bringup.Expected(at.gate, at.id+"-corner-l1", at.when, "Volts, corner to L1", "V", at.p.CornerToL1,
			s["corner-l1"], finding.Estimated)
		last := &c.Readings[len(c.Readings)-1] // read at the machine; the card has room for one of the two
		last.Takes = append(last.Takes, other.Takes...)
		add("rpm", "Speed", "rpm", at.p.RPM, "rpm")
	}
}

// buys lists everything that the capacitor bridge is built of.
//
// Long: a list of parts, each by itself.
func (w onCapacitor) buys(g guarded) []Buy {
	out := []Buy{}
	a := w.Answer
	if a == nil || !a.UsualRuns || g.choice == nil {
		return out
	}
	class := "none is made for what it sees"
	if a.Class > 0 {
		class = unit.Whole(a.Class, "V") + " AC or more"
	}
	for _, p := range a.Parts {
		if n := len(out); n > 0 && out[n-1].What == canName(p) && out[n-1].Own == p.Own {
			out[n-1].Count++
			continue
		}
		b := Buy{ID: "run-" + unit.Plain(p.Microfarad), Count: 1, What: canName(p), Own: p.Own,
			Spec: "film, for continuous duty, 50/60 Hz, ±5 %, " + class,
			Note: "two tabs a pole, no polarity; measured before it goes in",
			want: stores.Want{Kind: stores.Capacitor, Microfarad: p.Microfarad, Volts: a.Class}}
		if p.Own {
			b.Note = "yours: look at its volts before it goes in, measure its µF"
		} else if price, ok := w.Prices.Of[p.Microfarad]; ok {
			b.Price = w.Prices.Text(price)
		}
		out = append(out, b)
	}
	if a.Bleed.Ohm > 0 {
		out = append(out, Buy{ID: "bleed", Count: 1, What: "Discharge resistor", Spec: a.Bleed.Spec(),
			Note: "across the cans for good, never through a switch: below 50 V within a minute"})
	}
	if w.StartEntered > 0 {
		s := a.Start
		out = append(out, Buy{ID: "start", Count: 1, What: "Start capacitor " + unit.Text(w.StartEntered, "µF"),
			Spec: "electrolytic, for starting, " + s.ClassText(), Note: "seconds only; its own discharge resistor: " +
				s.Bleed.Spec()})
		amps := s.OwnAmps
		if w.As.StartBy == capacitor.ByRelay {
			out = append(out, Buy{ID: "start-relay", Count: 1, What: "Voltage relay for the start capacitor",
				Spec: fmt.Sprintf("contact closed at rest, for %s of capacitor amps; coil from the corner to the "+
					"other line, opening at about %s", unit.Text(amps, "A"), unit.Whole(s.PickUp, "V")),
				Note: "that is the corner at three quarters of speed, estimated; a timer of two seconds beside it in " +
					"case it sticks", Planning: true})
		} else {
			out = append(out, Buy{ID: "start-button", Count: 1, What: "Start button",
				Spec: fmt.Sprintf("spring return, contact for %s of capacitor amps", unit.Text(amps, "A")),
				Note: "held until it is up to speed, two seconds at most; a finger cannot forget it, a latching " +
					"switch can", Planning: true})
		}
	}
	if w.As.Reversing == capacitor.BySwitch {
		out = append(out, Buy{ID: "reversing", Count: 1, What: "Reversing switch",
			Spec: fmt.Sprintf("one pole, L1 - 0 - L2, for %s of capacitor amps at %s",
				unit.Text(1.35*a.CapacitorAmps, "A"), unit.Whole(w.AsRead.Supply.Nominal, "V")),
			Note: "between the capacitor and its line; turned only at standstill", Planning: true})
	}
	if w.As.Reversing == capacitor.ByContactors {
		out = append(out, Buy{ID: "reversing", Count: 1, What: "Reversing contactors, a pair",
			Spec: fmt.Sprintf("three-pole, two for the lines, the third for %s of capacitor amps, held off each other "+
				"mechanically and by a closed contact each", unit.Text(1.35*a.CapacitorAmps, "A")),
			Note: "in the place of the one contactor; pressed only at standstill", Planning: true})
	}
	ch := g.choice
	motor := g.asks.MostSupply
	relay := Buy{ID: "relay", Count: 1, What: "Overload relay", Spec: fmt.Sprintf("three-pole, range with %s in it",
		sizeText(ch.RelaySet)), Note: relayWords(string(ch.Relay)), Own: g.noted.RelaySet > 0, Planning: true}
	leadsSet := g.asks.Setting(protection.MotorLeads).Amps
	switch {
	case ch.RelaySet == 0 && w.Protection.Relay != protection.Thermistor && leadsSet > 0: // wired otherwise it guards
		relay.Spec = fmt.Sprintf("three-pole, range with %s in it", sizeText(leadsSet))
		relay.Note = relayWords(string(protection.MotorLeads))
	case ch.RelaySet == 0:
		relay.Spec, relay.Note = "none: no setting both carries the load and guards the windings", "see the thermistor"
		if relay.Own {
			relay.Spec = "set to " + unit.Rating(g.noted.RelaySet) + "; no setting both carries the load and guards " +
				"the windings"
		}
	}
	if w.As.Reversing != capacitor.ByContactors { // else the pair is it
		out = append(out, Buy{ID: "contactor", Count: 1, What: "Contactor", Spec: fmt.Sprintf("motor duty (AC-3), "+
			"%s or more a pole, coil for %s", unit.Text(1.25*motor, "A"), unit.Whole(w.AsRead.Supply.Nominal, "V")),
			Note:     "holds itself in through the stop button: nothing starts again by itself when the supply returns",
			Planning: true, want: stores.Want{Kind: stores.Contactor, Amps: 1.25 * motor}})
	}
	out = append(out,
		Buy{ID: "isolator", Count: 1, What: "Isolator", Spec: "two-pole, lockable, within sight of the machine",
			Planning: true},
		Buy{ID: "breaker", Count: 1, What: "Breaker", Spec: fmt.Sprintf("%s, %s, holding %s at the start",
			g.asks.Poles(), first(noted(g.noted.Breaker), sizeText(ch.Breaker)), unit.Text(g.asks.StartAmps, "A")),
			Own: g.noted.Breaker > 0, Planning: true, want: breakerOf(g.noted.Breaker, ch.Breaker)},
		Buy{ID: "stop", Count: 1, What: "Start and stop buttons", Spec: "stop red, opening by force, latching where " +
			"a hand can be caught", Note: "within reach from where the machine is fed", Planning: true})
	if w.Protection.Relay != protection.Thermistor {
		out = append(out, relay)
	}
	out = append(out,
		Buy{ID: "wire", Count: 1, What: "Motor cable", Spec: fmt.Sprintf("%s copper, three conductors and earth %s",
			first(conductor(g.noted.Conductor), table.Wire(ch.Conductor)), table.Wire(ch.Earth)),
			Own: conductor(g.noted.Conductor) != "", Planning: true, want: cableOf(g.noted.Conductor, ch.Conductor)},
		Buy{ID: "capacitor-wire", Count: 2, What: "Capacitor wires",
			Spec: fmt.Sprintf("%s copper (they carry up to %s), heat-proof, with insulated 6.3 mm push-on tabs",
				table.Wire(ch.CapacitorWire), unit.Text(g.asks.Capacitor, "A")), Planning: true},
		Buy{ID: "box", Count: 1, What: "Capacitor box", Spec: "of metal, earthed, or of flame-retardant plastic; " +
			"closed to fingers, its own glands", Note: cansUpright},
		Buy{ID: "label", Count: 1, What: "Label on the box", Spec: "“Capacitors inside: switch off, wait a minute, " +
			"discharge, then open.”"})
	if w.Protection.Relay == protection.Thermistor || ch.RelaySet == 0 && leadsSet == 0 {
		out = append(out, Buy{ID: "thermistor", Count: 1, What: "Thermistor in the winding head",
			Spec: fmt.Sprintf("for class %s, with its relay into the contactor's coil",
				first(w.AsRead.As.Plate.Insulation, "of the winding")), Note: "it feels the winding no relay can see",
			Own: w.Protection.Relay == protection.Thermistor, Planning: true})
	}
	return out
}

func (w onCapacitor) charged(g *bringup.Ground) {
	g.Held = "the capacitor"
	if a := w.Answer; a != nil {
		g.Wait = waits(a.Bleed, a.Microfarad)
		if w.StartEntered > 0 {
			g.Held = "the run capacitor and the start capacitor, each by itself"
			g.Wait = later(g.Wait, waits(a.Start.Bleed, w.StartEntered))
		}
	}
}
