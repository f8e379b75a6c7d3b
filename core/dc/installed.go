package dc

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/site"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Installed is a DC controller in a plan.
type Installed struct {
	bridge.Ground
	*Shown
}

func (w Installed) Refitted() *site.Site                              { return w.Site }
func (w Installed) Read() []finding.Reading                           { return w.Readings }
func (w Installed) Says() []finding.Finding                           { return w.Said }
func (w Installed) Settled() bool                                     { return w.Weighed != nil }
func (w Installed) Third() string                                     { return "armature" }
func (w Installed) Pairs() [3]string                                  { return [3]string{"A1-A2", "F1-F2", "S1-S2"} }
func (w Installed) Able(leads.Mistake) bool                           { return false }
func (w Installed) Way(*bridge.WayView, leads.Reach)                  {}
func (w Installed) Bench(leads.Joints) (c circuit.BenchCase, ok bool) { return c, false }

// Settle is the motor at the dial.
func (w Installed) Settle(id string, _ site.Fed, _ bool) bridge.State {
	s := bridge.State{ID: id, Title: "At the dial", Joints: leads.Joints{}, Coils: []bridge.Coil{},
		Between: []bridge.Between{},
		Lines:   []bridge.LineAmps{}, Assumed: []string{},
		Known: true, Grade: finding.Open, Verdict: waitsForDCPlate}
	if w.View == nil {
		return s
	}
	if w.Duty == nil {
		s.Verdict = chooseController
		return s
	}
	v := w.View
	s.Title = "At " + unit.Whole(w.Dial.RPM, "rpm")
	s.Note = "predicted"
	s.Solved, s.Runs, s.Starts = w.Dial.Reachable, w.Dial.Reachable, w.Dial.Reachable && v.Point.Grade != finding.Stop
	s.Grade, s.Verdict = v.Point.Grade, v.Point.Says
	s.Supply, s.SupplyT = w.Dial.LineAmps, site.AmpsText(w.Dial.LineAmps)
	s.Volts = unit.Whole(w.Site.Supply.Volts-w.Dial.LineAmps*w.Site.Supply.LineOhm(), "V")
	for _, l := range []string{"L1", "L2"} {
		s.Lines = append(s.Lines, bridge.LineAmps{Line: l, Amps: w.Dial.LineAmps, Text: s.SupplyT})
	}
	s.RPM = unit.Whole(w.Dial.RPM, "rpm")
	s.Torque = unit.Text(v.Point.Asked*w.Duty.Constants().RatedNm, "N·m")
	if s.Starts {
		s.Turns = "clockwise"
	}
	return s
}

// Turning is the direction of a brushed motor.
func (w Installed) Turning() (d bridge.Direction, said []finding.Finding) {
	a := w.AsRead.As.Leads.Brushed.Names.Of(leads.ArmaturePart)
	d = bridge.Direction{Corner: "L1", From: "facing the shaft end", Turns: "Either way, until it is bumped",
		Forbids: w.AsRead.As.Load.Forbids, ShownBy: w.AsRead.As.Load.ShownBy,
		Swap:    exchangeArmature(a),
		Nothing: []string{exchangeLine, exchangeBoth},
		Bump:    []string{beltOffGuard, dialUp, bridge.LookHandsAway, dialToZero}}
	said = d.Bumped(w.AsRead.As.Leads.Bumped, "plus and minus are")
	return d, said
}

// Guarding sizes supply and protection by the line's RMS amps.
func (w Installed) Guarding(stop *finding.Finding) (g bridge.Guarded) {
	if w.Weighed == nil {
		return g
	}
	g, sizes := bridge.Steady(w.Site, w.Weighed.FullLine, "controller", w.SupplyFigures, stop)
	g.Load, g.Room = w.LoadFigures(), w.Room()
	if sizes {
		figures, said, mend := w.Guard(Noted{Breaker: w.Protection.Breaker, Conductor: w.Protection.Conductor})
		g.Guard, g.Said, g.Mend, g.Sized = figures, append(g.Said, said...), mend, true
	}
	return g
}

func (w Installed) BoxWire(bridge.Guarded) unit.Conductor {
	if w.Weighed == nil {
		return unit.Conductor{}
	}
	return w.Weighed.ArmatureWire
}

func (w Installed) Link(l *bridge.Link) {
	l.Third, l.CornerTo = "armature", ""
	if w.Profile != nil {
		l.DriveName = w.Profile.Name
	}
}

func (w Installed) Key() string {
	key := "controller, not chosen"
	if w.Profile != nil {
		key = w.Profile.Name
	}
	if w.Weighed != nil {
		key += ", " + unit.Whole(w.View.Dial.Volts, "V DC")
	}
	return key
}

func (w Installed) GuardKey(bridge.Guarded) string {
	if w.Weighed == nil {
		return ""
	}
	return "wants " + bridge.SizeText(w.Weighed.Breaker)
}

func (w Installed) MotorKey(*bridge.State) string {
	if w.Duty == nil {
		return ""
	}
	return ", " + unit.Whole(w.Dial.RPM, "rpm")
}

func (w Installed) Ready() (string, bool) {
	if w.Weighed == nil {
		return "", false
	}
	return w.takeController(), true
}

func (w Installed) Offer([]finding.Finding) (bridge.Offer, bool) {
	if w.View == nil {
		return bridge.Offer{}, false
	}
	best := bridge.Offer{Grade: finding.Stop, Text: "none of the known controllers fits"}
	words := map[finding.Grade]string{finding.Good: " fits", finding.Caution: " fits with limits"}
	for _, c := range w.View.Controllers {
		if c.Grade.Rank() > best.Grade.Rank() {
			best.Grade, best.Text = c.Grade, c.Name+words[c.Grade]
		}
	}
	return best, true
}

// Buys lists what a controller is built in with.
func (w Installed) Buys(g bridge.Guarded) []bridge.Buy {
	p, ch := w.Profile, w.Weighed
	if p == nil || ch == nil {
		return []bridge.Buy{}
	}
	c := w.Chosen
	out := []bridge.Buy{
		{ID: "controller", Count: 1, What: "DC controller " + p.Name,
			Spec: fmt.Sprintf("%s, for %s from %s", unit.Text(p.Amps, "A"), unit.Text(w.Duty.ArmatureAmps, "A"),
				unit.Whole(w.Site.Supply.Volts, "V")), Own: c.SecondHand == "yes",
			Want: stores.Want{Kind: stores.Drive, Name: p.Name}},
		{ID: "isolator", Count: 1, What: "Isolator", Spec: "two-pole, lockable, ahead of the controller, within sight",
			Planning: true},
		{ID: "breaker", Count: 1, What: "Breaker", Spec: w.Site.Rules.Poles(w.Site.Supply.Volts) + ", " +
			cmp.Or(bridge.Noted(g.Noted.Breaker), bridge.SizeText(ch.Breaker)),
			Own: g.Noted.Breaker > 0, Planning: true, Want: bridge.BreakerOf(g.Noted.Breaker, ch.Breaker)},
		{ID: "line-fuse", Count: 2, What: "Line fuse", Spec: "fast, as its maker names" + fuseWords(p.LineFuse)},
		{ID: "armature-fuse", Count: 1, What: "Armature fuse", Spec: "fast, rated for DC" + fuseWords(p.ArmFuse)},
		{ID: "line-wire", Count: 1, What: "Line wire", Spec: cmp.Or(bridge.Conductor(g.Noted.Conductor),
			table.Wire(ch.Conductor)) + " copper and earth",
			Own: bridge.Conductor(g.Noted.Conductor) != "", Planning: true, Want: bridge.CableOf(g.Noted.Conductor,
				ch.Conductor)},
		{ID: "armature-wire", Count: 1, What: "Armature wire", Spec: table.Wire(ch.ArmatureWire) + " copper",
			Planning: true},
		{ID: "pot", Count: 1, What: "Potentiometer", Spec: unit.Text(p.PotOhm/1000, "kΩ") +
			", insulated shaft, rated for mains, with a cover over its back"},
		{ID: "box", Count: 1, What: "Box", Spec: "closed, for its heat; the controller is " + p.Enclosure},
	}
	if w.Site.Rules.LineToNeutral(w.Site.Supply.Volts) {
		out[3].Count, out[3].Note = 1, "one, in the hot wire; none in the neutral"
	}
	if c.StartBy == "buttons" {
		out = append(out, bridge.Buy{ID: "contactor", Count: 1, What: "Contactor",
			Spec: "two-pole with a holding contact, start and stop buttons", Planning: true})
	}
	if c.Reverse == "switch" {
		out = append(out, bridge.Buy{ID: "reversing", Count: 1, What: "Reversing switch",
			Spec: "two-pole changeover, centre off with a catch, rated for DC at " +
				unit.Whole(w.Duty.ArmatureVolts, "V") + " and " + unit.Text(w.Duty.ArmatureAmps, "A")})
	}
	if c.Brake == "yes" {
		stop := w.Braking()
		out = append(out, bridge.Buy{ID: "resistor", Count: 1, What: "Braking resistor",
			Spec: fmt.Sprintf("%s, %s, wire-wound, for %s a stop", unit.Text(stop.Ohm, "Ω"),
				unit.Text(stop.Watts, "W"), unit.Text(stop.Joules, "J"))},
			bridge.Buy{ID: "brake-contactor", Count: 1, What: "Braking contactor",
				Spec: "poles rated for DC, one that closes last"})
	}
	return out
}

func fuseWords(amps float64) string {
	if amps == 0 {
		return ""
	}
	return ": " + unit.Rating(amps)
}

func (w Installed) Carded() bool { return w.Weighed != nil }

// Card fills the card of a brushed motor on its controller.
func (w Installed) Card(c *bringup.Card, _ bridge.Planned, g bridge.Guarded) {
	if c.Ready && !w.Site.Brushed.Settled {
		c.Ready, c.NotReady = false, "Not to be fed: "+w.Site.Brushed.Text
	}
	v, d := w.View, w.Duty
	if v.ByPlate {
		c.Open = append(c.Open, controllerUnread)
	}
	c.Cautions = bringup.DirectCautions(!w.Profile.Isolated, w.Site.Direct.Field())
	c.Parts = append(c.Parts,
		bringup.Line{Name: "Controller", Value: w.Profile.Name, Note: fmt.Sprintf("%s of %s",
			unit.Text(d.ArmatureAmps, "A"), unit.Text(w.Profile.Amps, "A"))},
		bringup.Line{Name: "Breaker", Value: cmp.Or(bridge.Noted(g.Noted.Breaker),
			bridge.SizeText(w.Weighed.Breaker)),
			Note: "guide value"},
		bringup.Line{Name: "Line wire", Value: cmp.Or(bridge.Conductor(g.Noted.Conductor),
			table.Wire(w.Weighed.Conductor)),
			Note: "guide value"},
		bringup.Line{Name: "Armature wire", Value: table.Wire(w.Weighed.ArmatureWire), Note: "guide value"})
	if w.Chosen.Brake == "yes" {
		c.Parts = append(c.Parts, bringup.Line{Name: "Braking resistor", Value: unit.Text(w.Braking().Ohm, "Ω"),
			Note: "closes last"})
	}
	for _, r := range v.Trims {
		c.Settings = append(c.Settings, bringup.Line{Name: r.Name, Value: r.Value, Note: r.What + ": " + r.Want})
	}
	w.cardReadings(c)
}

// cardReadings are what the meter should show.
func (w Installed) cardReadings(c *bringup.Card) {
	d, v := w.Duty, w.View
	add := func(gate bringup.GateID, id, when, where, u string, value float64, band bringup.Band) {
		c.Readings = append(c.Readings, bringup.Expected(gate, id, when, where, u, value, band, finding.Estimated))
	}
	bands := w.Spread()
	cold := d.Ohm * (234.5 + 20) / (234.5 + 75)
	add(bringup.Ohms, "ra", "dead", "Armature ohms, turning it slowly", "Ω", cold, bands["ra-cold"])
	c.Readings[len(c.Readings)-1].Band += ", more under light brushes"
	if ohm := w.Site.Direct.FieldOhms(); ohm > 0 {
		add(bringup.Ohms, "field", "dead", "Field ohms, cold", "Ω", ohm*(234.5+20)/(234.5+75),
			site.Around(ohm*(234.5+20)/(234.5+75), 0.1))
		add(bringup.FieldFirst, "field-volts", "fed, dial at zero", "Volts on the field", "V", w.Site.Direct.FieldVolts,
			site.Around(w.Site.Direct.FieldVolts, 0.1))
	}
	i := slices.IndexFunc(v.Trims, func(r Row) bool { return r.Turn == TurnMost })
	if i >= 0 {
		c.Readings = append(c.Readings, bringup.Reading{ID: "most", When: "belt off, dial at its end",
			Where: "Volts on the armature, DC", Expect: strings.TrimSuffix(v.Trims[i].Want, " DC"),
			Mark: finding.Estimated, Gate: bringup.Free, Takes: []bringup.Take{}})
	}
	when := "at your load, " + unit.Whole(w.Dial.RPM, "rpm")
	add(bringup.Loaded, "volts", when, "Volts on the armature, DC", "V", v.Dial.Volts, bands["volts"])
	add(bringup.Loaded, "amps", when, "Amps in the armature, DC", "A", w.Dial.MeanAmps, bands["amps"])
	add(bringup.Loaded, "line", when, "Amps, supply line, true RMS", "A", w.Dial.LineAmps, bands["line"])
	speed := bringup.Expected(bringup.Loaded, "rpm", when, "Speed", "rpm", w.Dial.RPM, bands["speed"],
		finding.Estimated)
	last := &c.Readings[len(c.Readings)-1] // read at the machine; the card has no room for another line
	last.Takes = append(last.Takes, speed.Takes...)
}

func (w Installed) Charged(g *bringup.Ground) {
	g.Field = w.Site.Direct.Field()
	g.Held = "the armature's leads and the controller's output"
}
