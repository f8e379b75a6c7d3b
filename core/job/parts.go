package job

import (
	"fmt"

	"graybridge/core/capacitor"
	"graybridge/core/protection"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Buy is one line of what a bridge is built of.
type Buy struct {
	ID    string `json:"id"`
	Count int    `json:"count"`
	What  string `json:"what"`
	Spec  string `json:"spec"`
	Note  string `json:"note,omitempty"`
	Price string `json:"price,omitempty"`
	Own   bool   `json:"own,omitempty"` // in the drawer, or noted as there
	// Planning says that rules of the place decide, not this list.
	Planning bool `json:"planning,omitempty"`
}

// buys lists everything that the capacitor bridge is built of.
func (w *worker) buys() []Buy {
	out := []Buy{}
	a := w.answer
	if a == nil || !a.UsualRuns || w.choice == nil || w.blocked() != nil {
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
			Spec: "film, for continuous duty, 50/60 Hz, ±5 %, " + class, Note: "two tabs a pole, no polarity; measured before it goes in"}
		if p.Own {
			b.Note = "yours: look at its volts before it goes in, measure its µF"
		} else if price, ok := w.prices.Of[p.Microfarad]; ok {
			b.Price = w.prices.Text(price)
		}
		out = append(out, b)
	}
	if a.Bleed.Ohm > 0 {
		out = append(out, Buy{ID: "bleed", Count: 1, What: "Discharge resistor", Spec: a.Bleed.Spec(), Note: "across the cans for good, never through a switch: below 50 V within a minute"})
	}
	if w.startUF > 0 {
		s := a.Start
		out = append(out, Buy{ID: "start", Count: 1, What: "Start capacitor " + unit.Text(w.startUF, "µF"), Spec: "electrolytic, for starting, " + s.ClassText(), Note: "seconds only; its own discharge resistor: " + s.Bleed.Spec()})
		amps := s.OwnAmps
		if w.doc.Bridge.Capacitor.StartBy == capacitor.ByRelay {
			out = append(out, Buy{ID: "start-relay", Count: 1, What: "Voltage relay for the start capacitor",
				Spec: fmt.Sprintf("contact closed at rest, for %s of capacitor amps; coil from the corner to the other line, opening at about %s", unit.Text(amps, "A"), unit.Whole(s.PickUp, "V")),
				Note: "that is the corner at three quarters of speed, estimated; a timer of two seconds beside it in case it sticks", Planning: true})
		} else {
			out = append(out, Buy{ID: "start-button", Count: 1, What: "Start button", Spec: fmt.Sprintf("spring return, contact for %s of capacitor amps", unit.Text(amps, "A")), Note: "held until it is up to speed, two seconds at most; a finger cannot forget it, a latching switch can", Planning: true})
		}
	}
	if w.doc.Bridge.Capacitor.Reversing == capacitor.BySwitch {
		out = append(out, Buy{ID: "reversing", Count: 1, What: "Reversing switch", Spec: fmt.Sprintf("one pole, L1 - 0 - L2, for %s of capacitor amps at %s", unit.Text(1.35*a.CapacitorAmps, "A"), unit.Whole(w.site.Supply.Nominal, "V")), Note: "between the capacitor and its line; turned only at standstill", Planning: true})
	}
	ch := w.choice
	motor := w.asks.MostSupply
	relay := Buy{ID: "relay", Count: 1, What: "Overload relay", Spec: fmt.Sprintf("three-pole, range with %s in it", sizeText(ch.RelaySet)), Note: relayWords(string(ch.Relay)), Own: w.guard.RelaySet > 0, Planning: true}
	if ch.RelaySet == 0 {
		relay.Spec, relay.Note = "none: no setting both carries the load and guards the windings", "see the thermistor"
	}
	out = append(out,
		Buy{ID: "isolator", Count: 1, What: "Isolator", Spec: "two-pole, lockable, within sight of the machine", Planning: true},
		Buy{ID: "breaker", Count: 1, What: "Breaker", Spec: fmt.Sprintf("%s, %s, holding %s at the start", w.asks.Poles(), first(noted(w.guard.Breaker), sizeText(ch.Breaker)), unit.Text(w.asks.StartAmps, "A")), Own: w.guard.Breaker > 0, Planning: true},
		Buy{ID: "contactor", Count: 1, What: "Contactor", Spec: fmt.Sprintf("motor duty (AC-3), %s or more a pole, coil for %s", unit.Text(1.25*motor, "A"), unit.Whole(w.site.Supply.Nominal, "V")), Note: "holds itself in through the stop button: nothing starts again by itself when the supply returns", Planning: true},
		Buy{ID: "stop", Count: 1, What: "Start and stop buttons", Spec: "stop red, opening by force, latching where a hand can be caught", Note: "within reach from where the machine is fed", Planning: true})
	if w.guard.Relay != protection.Thermistor {
		out = append(out, relay)
	}
	out = append(out,
		Buy{ID: "wire", Count: 1, What: "Motor cable", Spec: fmt.Sprintf("%s copper, three conductors and earth %s", first(conductor(w.guard.Conductor), protection.Wire(ch.Conductor)), protection.Wire(ch.Earth)), Own: conductor(w.guard.Conductor) != "", Planning: true},
		Buy{ID: "capacitor-wire", Count: 2, What: "Capacitor wires", Spec: fmt.Sprintf("%s copper (they carry up to %s), heat-proof, with insulated 6.3 mm push-on tabs", protection.Wire(ch.CapacitorWire), unit.Text(w.asks.Capacitor, "A")), Planning: true},
		Buy{ID: "box", Count: 1, What: "Capacitor box", Spec: "of metal, earthed, or of flame-retardant plastic; closed to fingers, its own glands", Note: "cans upright, clamped, a finger's width apart and two above the tabs: their cut-off lifts the lid when they fail. Not in the motor's own box"},
		Buy{ID: "label", Count: 1, What: "Label on the box", Spec: "“Capacitors inside: switch off, wait a minute, discharge, then open.”"})
	if ch.RelaySet == 0 {
		out = append(out, Buy{ID: "thermistor", Count: 1, What: "Thermistor in the winding head", Spec: fmt.Sprintf("for class %s, with its relay into the contactor's coil", first(w.machine.Plate.Insulation, "of the winding")), Note: "it feels the winding no relay can see", Own: w.guard.Relay == protection.Thermistor, Planning: true})
	}
	return out
}

// driveBuys lists what a drive is built in with.
func (w *worker) driveBuys() []Buy {
	p, ch := w.profile, w.weighed
	if p == nil || ch == nil || w.blocked() != nil {
		return []Buy{}
	}
	poles := protection.Asks{Rules: w.doc.Workshop.Rules, Volts: w.site.Supply.Nominal}.Poles()
	out := []Buy{
		{ID: "drive", Count: 1, What: "Drive " + p.Name, Spec: fmt.Sprintf("%s out, for %s from %s", unit.Text(p.Output.Amps, "A"), unit.Text(ch.Need, "A"), unit.Whole(w.site.Supply.Volts, "V")), Own: w.chosen.SecondHand == "yes"},
		{ID: "isolator", Count: 1, What: "Isolator", Spec: "two-pole, lockable, ahead of the drive, within sight", Planning: true},
		{ID: "breaker", Count: 1, What: "Breaker", Spec: poles + ", " + first(noted(w.guard.Breaker), sizeText(ch.Breaker)), Own: w.guard.Breaker > 0, Planning: true},
		{ID: "line-wire", Count: 1, What: "Line wire", Spec: first(conductor(w.guard.Conductor), protection.Wire(ch.Conductor)) + " copper and earth", Own: conductor(w.guard.Conductor) != "", Planning: true},
		{ID: "motor-wire", Count: 1, What: "Motor cable", Spec: protection.Wire(ch.MotorWire) + " copper, three conductors and earth, shielded where it runs more than a few metres", Note: "shield to earth at both ends, by ring or gland", Planning: true},
	}
	if w.chosen.Reactor == "yes" {
		out = append(out, Buy{ID: "reactor", Count: 1, What: "Line reactor", Spec: "for " + unit.Text(ch.RatedInput, "A"), Planning: true})
	}
	if w.chosen.Resistor == "yes" {
		out = append(out, Buy{ID: "resistor", Count: 1, What: "Braking resistor", Spec: "ohms and watts by the drive's own sheet", Planning: true})
	}
	if w.chosen.EStop != "yes" {
		out = append(out, Buy{ID: "stop", Count: 1, What: "Emergency stop", Spec: "latching, opening by force, into the drive's stop input or its line contactor", Note: "where a hand can be caught"})
	}
	return append(out, Buy{ID: "label", Count: 1, What: "Label on the box", Spec: fmt.Sprintf("“Drive inside: switch off, wait %s, measure its link, then open.”", unit.Plain(p.WaitMinutes)+unit.Space+"min")})
}

// noted is a size that is there already, in words; empty where none is.
func noted(amps float64) string {
	if amps == 0 {
		return ""
	}
	return unit.Rating(amps)
}

func canName(p capacitor.Part) string {
	stock, _, _ := table.RunCapacitors()
	for _, s := range stock {
		if s == p.Microfarad {
			return "Run capacitor " + unit.Plain(p.Microfarad) + unit.Space + "µF"
		}
	}
	return "Run capacitors together " + unit.Plain(p.Microfarad) + unit.Space + "µF"
}
