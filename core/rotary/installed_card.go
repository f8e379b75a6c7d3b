package rotary

import (
	"cmp"
	"fmt"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/protection"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

func (w Installed) Carded() bool {
	_, ok := w.Size()
	return ok && w.Answer.OK
}

// Card fills the card of the converter, or of one machine on it.
func (w Installed) Card(c *bringup.Card, _ bridge.Planned, g bridge.Guarded) {
	z, _ := w.Size()
	c.Cautions = bringup.ConverterCautions()
	a := w.Answer
	if w.IsIdler() {
		for bank := range a.Cans {
			if name, value, note, ok := BankLine(a, bank); ok {
				c.Parts = append(c.Parts, bringup.Line{Name: name, Value: value, Note: note})
			}
		}
		if a.IdlerStart.Used > 0 && w.As.StartBy.ByCapacitor() {
			c.Parts = append(
				c.Parts,
				bringup.Line{
					Name:  "Start capacitor",
					Value: unit.Text(a.IdlerStart.Used, "µF"),
					Note:  "L1 to L3 for a second or so; " + a.IdlerStart.Bleed.String(),
				},
			)
		}
	}
	c.Parts = append(
		c.Parts,
		bringup.Line{Name: "Breaker, " + z.Poles, Value: cmp.Or(bridge.Noted(g.Noted.Breaker),
			bridge.SizeText(z.Breaker)),
			Note: "guide value"},
		bringup.Line{
			Name:  "Wire",
			Value: cmp.Or(bridge.Conductor(g.Noted.Conductor), table.Wire(z.Conductor)),
			Note:  "earth " + table.Wire(z.Earth) + ", guide value",
		},
	)
	relay := bringup.Line{
		Name:  "Overload relay",
		Value: cmp.Or(bridge.Noted(g.Noted.RelaySet), bridge.SizeText(z.RelaySet)),
		Note:  "one pole in each lead; the plan wants " + bridge.SizeText(z.RelaySet),
	}
	if z.RelaySet == 0 {
		relay.Value, relay.Note = cmp.Or(
			bridge.Noted(g.Noted.RelaySet),
			"no setting guards",
		), "not every winding: a thermistor too, or other cans"
	}
	if g.Noted.Relay == protection.Thermistor {
		relay = bringup.Line{
			Name:  "Winding guard",
			Value: "thermistor in the winding",
			Note:  "its relay in the contactor's coil",
		}
	}
	spun := map[bool]string{false: "forward: L1-L2-L3", true: "backward"}[w.As.Spun == Backward]
	c.Settings = append(
		c.Settings,
		relay,
		bringup.Line{Name: "Idler spun", Value: spun, Note: "always the same way; by the arrow on it"},
	)
	if w.IsIdler() {
		c.Settings = append(c.Settings,
			bringup.Line{Name: "Start in order", Value: strings.Join(w.View.Order, " ")},
			bringup.Line{Name: "Stop in order", Value: strings.Join(w.View.Stop, " ")})
		for _, pair := range w.View.Pairs {
			if !pair.May {
				c.Settings = append(
					c.Settings,
					bringup.Line{Name: "Never together", Value: w.named(pair.A) + " and " + w.named(pair.B)},
				)
			}
		}
	} else {
		e := a.Each[w.Planned()]
		c.Settings = append(c.Settings, bringup.Line{Name: "Load, all day",
			Value: "up to " + unit.Percent(e.Continuous) + " of plate", Note: "alone on the idler; yours " +
				unit.Percent(w.AsRead.Load.Usual)})
	}
	w.expect(c)
}

// named is a machine of the converter by its id.
func (w Installed) named(id string) string {
	for _, m := range w.Machines {
		if m.ID == id {
			return m.Name
		}
	}
	return id
}

// expect are the readings, dead and running.
func (w Installed) expect(c *bringup.Card) {
	c.Readings = append(c.Readings, w.DeadAndFed("cans", "Volts L1 to L2", w.Pairs())...)
	at, bands, ok := w.Spread(w.AsRead.Load.Usual)
	if !ok {
		return
	}
	gate, when, shaft := bringup.Free, "idling, nothing on it", &at.Idler
	if !w.IsIdler() {
		gate, when = bringup.Loaded, "at your load, "+unit.Percent(w.AsRead.Load.Usual)+", alone on the idler"
		shaft = &at.Machines[w.Planned()]
	}
	add := func(id, where, u string, value float64, band string) {
		c.Readings = append(c.Readings, bringup.Expected(gate, id, when, where, u, value, bands[band],
			finding.Estimated))
	}
	for i, pair := range []string{"12", "23", "31"} {
		add("made-"+pair, "Volts "+w.Pairs()[i], "V", at.Volts[i], "volts-"+pair)
	}
	for i, l := range leads.Lines {
		add("lead-"+l, "Amps, lead "+l, "A", shaft.Leads[i], "lead-"+l)
	}
	add("supply", "Amps, supply line", "A", at.Supply, "supply")
	add("rpm", "Speed", "rpm", shaft.RPM, "rpm")
}

// Buys lists what the converter, or a machine's place on it, is built of.
func (w Installed) Buys(g bridge.Guarded) []bridge.Buy {
	z, ok := w.Size()
	if !ok || !w.Answer.OK {
		return []bridge.Buy{}
	}
	out := []bridge.Buy{}
	if w.IsIdler() {
		out = w.bankBuys()
	}
	amps, relay := unit.Text(1.25*z.Amps, "A"), bridge.SizeText(z.RelaySet)
	wire := cmp.Or(bridge.Conductor(g.Noted.Conductor), table.Wire(z.Conductor))
	return append(out,
		bridge.Buy{ID: "isolator", Count: 1, What: "Isolator", Spec: z.Poles + ", lockable, within sight",
			Planning: true},
		bridge.Buy{ID: "breaker", Count: 1, What: "Breaker", Spec: z.Poles + ", " +
			cmp.Or(bridge.Noted(g.Noted.Breaker), bridge.SizeText(z.Breaker)),
			Own: g.Noted.Breaker > 0, Planning: true, Want: bridge.BreakerOf(g.Noted.Breaker, z.Breaker)},
		bridge.Buy{ID: "contactor", Count: 1, What: "Contactor", Planning: true,
			Spec: fmt.Sprintf("motor duty (AC-3), %s or more a pole, coil on lines 1 and 2", amps),
			Note: "holds itself in through the stop button",
			Want: stores.Want{Kind: stores.Contactor, Amps: 1.25 * z.Amps}},
		bridge.Buy{ID: "relay", Count: 1, What: "Overload relay", Spec: fmt.Sprintf("three-pole, range with %s in it",
			relay),
			Note: "one pole in each lead", Own: g.Noted.RelaySet > 0, Planning: true},
		bridge.Buy{ID: "wire", Count: 1, What: "Cable", Planning: true, Own: bridge.Conductor(g.Noted.Conductor) != "",
			Spec: fmt.Sprintf("%s copper, three conductors and earth %s", wire, table.Wire(z.Earth)),
			Want: bridge.CableOf(g.Noted.Conductor, z.Conductor)},
		bridge.Buy{ID: "label", Count: 1, What: "Label in the box", Spec: madeLineLabel})
}

// bankBuys are the cans of a converter and what joins them.
func (w Installed) bankBuys() (out []bridge.Buy) {
	a := w.Answer
	for bank, cans := range a.Cans {
		for _, p := range cans {
			out = appendCan(out, bank, p, a)
		}
	}
	if s := a.IdlerStart; w.As.StartBy.ByCapacitor() && s.Used > 0 {
		out = append(out, bridge.Buy{ID: "start", Count: 1, What: "Start capacitor " + unit.Text(s.Used, "µF"),
			Spec: "electrolytic, for starting", Note: "seconds only; its own bleed resistor: " + s.Bleed.Spec()})
	}
	return append(out, bridge.Buy{ID: "contactor-cans", Count: 1, What: "Contactor for the cans", Planning: true,
		Spec: "three-pole, for capacitors, coil on lines 1 and 2", Note: "joins the balance cans once the idler is up"})
}

// appendCan adds a can of a bank, counting its twins.
func appendCan(out []bridge.Buy, bank int, p can.Part, a *Answer) []bridge.Buy {
	id := fmt.Sprintf("bank%d-%s", bank+1, unit.Plain(p.Microfarad))
	if n := len(out); n > 0 && out[n-1].ID == id && out[n-1].Own == p.Own {
		out[n-1].Count++
		return out
	}
	class, volts := "none is made for what it sees", 0.0
	if c, ok := a.Class(bank); ok {
		volts = c
		class = unit.Whole(c, "V") + " AC or more"
	}
	return append(
		out,
		bridge.Buy{ID: id, Count: 1, What: bridge.CanName(p), Own: p.Own, Spec: "film, for continuous duty, ±5 %, " +
			class,
			Note: [2]string{"between L1 and L3", "between L2 and L3"}[bank] + "; its own bleed resistor",
			Want: stores.Want{Kind: stores.Capacitor, Microfarad: p.Microfarad, Volts: volts}},
	)
}

func (w Installed) Charged(g *bringup.Ground) {
	g.Held = "both banks of cans, each by itself"
	if w.Answer == nil || !w.Answer.OK {
		return
	}
	for bank := range w.Answer.Cans {
		g.Wait = bridge.Later(g.Wait, bridge.Waits(BankBleeder(w.Answer, bank), can.Sum(w.Answer.Cans[bank])))
	}
	if s := w.Answer.IdlerStart; s.Used > 0 {
		g.Held += ", and the start capacitor"
		g.Wait = bridge.Later(g.Wait, bridge.Waits(s.Bleed, s.Used))
	}
}
