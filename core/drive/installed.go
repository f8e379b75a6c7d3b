package drive

import (
	"cmp"
	"fmt"
	"slices"

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

// Installed is a drive in a plan.
type Installed struct {
	bridge.Ground
	*Shown
}

func (w Installed) Refitted() *site.Site    { return w.Site }
func (w Installed) Read() []finding.Reading { return w.Readings }
func (w Installed) Says() []finding.Finding { return w.Said }
func (w Installed) Settled() bool           { return w.Weighed != nil }
func (w Installed) Third() string           { return "L3" }

func (w Installed) Settle(id string, f site.Fed, known bool) bridge.State {
	return w.State(id, f, known)
}

func (w Installed) Link(l *bridge.Link) {
	l.CornerTo = "L1" // its outputs stand in order; the command turns it round
	if w.Profile != nil {
		l.DriveName = w.Profile.Name
	}
}

func (w Installed) Key() string {
	key := "drive, not chosen"
	if w.Profile != nil {
		key = w.Profile.Name
	}
	if w.Weighed != nil {
		key += ", " + unit.Text(w.Hertz, "Hz")
	}
	return key
}

func (w Installed) GuardKey(bridge.Guarded) string {
	if w.Weighed == nil {
		return ""
	}
	return "wants " + bridge.SizeText(w.Weighed.Breaker) + "; the drive guards the motor"
}

func (w Installed) MotorKey(wanted *bridge.State) string {
	if !wanted.Solved || len(wanted.Coils) == 0 {
		return ""
	}
	return ", " + wanted.RPM
}

func (w Installed) Ready() (string, bool) {
	if w.Weighed == nil || w.Profile == nil {
		return "", false
	}
	return w.takeDrive(), true
}

// BoxWire: the motor's box is fed by the motor cable, not by the drive's own line.
func (w Installed) BoxWire(bridge.Guarded) unit.Conductor {
	if w.Weighed == nil {
		return unit.Conductor{}
	}
	return w.Weighed.MotorWire
}

// Way is what an arrangement would do on this drive at the plate's own hertz.
func (w Installed) Way(v *bridge.WayView, r leads.Reach) {
	if w.Motor == nil || r.Ratio >= 1+leads.Within {
		return
	}
	m := *w.Motor
	m.LineVolts = w.AsRead.Feed.Volts / r.Ratio
	if pt, err := m.At(w.AsRead.Model.FrequencyHz); err == nil && pt.Carries {
		v.Worst, v.Start = unit.Percent(pt.Share), unit.Percent(pt.Short)
	} else {
		v.Worst, v.Text = "stalls", bridge.NotLikeThis(v)
	}
}

func (w Installed) Bench(joints leads.Joints) (c circuit.BenchCase, ok bool) {
	if w.Motor == nil {
		return c, false
	}
	return circuit.BenchCase{About: w.benchStanding(), Circuit: *w.Case(site.Fed{Joints: joints})}, true
}

// Guarding sizes supply and protection by the drive's rated input.
func (w Installed) Guarding(stop *finding.Finding) (g bridge.Guarded) {
	if w.Weighed == nil {
		return g
	}
	g, sizes := bridge.Steady(w.AsRead, w.Weighed.LineAmps, "drive", w.SupplyFigures, stop)
	g.Load, g.Room = w.LoadFigures(), w.Room()
	if sizes {
		figures, said, mend := w.Guard(Noted{Breaker: w.Protection.Breaker, Conductor: w.Protection.Conductor})
		g.Guard, g.Said, g.Mend, g.Sized = figures, append(g.Said, said...), mend, true
	}
	return g
}

// Turning is the direction behind a drive: any two of its three motor
// wires turn it round.
func (w Installed) Turning() (d bridge.Direction, said []finding.Finding) {
	d = bridge.Direction{From: "facing the shaft end", Turns: "Clockwise, expected", Corner: "L1",
		Forbids: w.AsRead.As.Load.Forbids, ShownBy: w.AsRead.As.Load.ShownBy,
		Swap:    exchangeMotorWires,
		Nothing: []string{exchangeInput, bridge.TurnEveryCoil},
		Bump:    []string{bridge.BeltOffKey, fiveHertz, bridge.LookHandsAway, waitForLink}}
	said = d.Bumped(w.AsRead.As.Leads.Bumped, "the order of the three wires is")
	return d, said
}

func (w Installed) Carded() bool { return w.Weighed != nil }

// Card fills the card of a motor on a drive.
func (w Installed) Card(c *bringup.Card, p bridge.Planned, g bridge.Guarded) {
	v := w.View
	if v.ByPlate {
		c.Open = append(c.Open, leafletUnread)
	}
	c.Cautions = bringup.DriveCautions(v.WaitText)
	breaker := bridge.SizeText(w.Weighed.Breaker)
	c.Parts = append(c.Parts,
		bringup.Line{Name: "Drive", Value: w.Profile.Name, Note: fmt.Sprintf("%s of %s",
			unit.Text(w.Weighed.Need, "A"), unit.Text(w.Weighed.Have, "A"))},
		bringup.Line{Name: "Breaker, two-pole", Value: cmp.Or(bridge.Noted(g.Noted.Breaker), breaker),
			Note: "guide value"},
		bringup.Line{Name: "Line wire", Value: cmp.Or(bridge.Conductor(g.Noted.Conductor),
			w.Weighed.Conductor.String()),
			Note: "guide value"},
		bringup.Line{Name: "Motor wire", Value: w.Weighed.MotorWire.String(), Note: "guide value"})
	shown := []Function{MotorAmps, Overload, MotorHertz, MostHertz, RunSource,
		SpeedSource, Accelerate, Decelerate}
	for _, r := range v.Sheet {
		if slices.Contains(shown, r.Function) && len(c.Settings) < 7 {
			c.Settings = append(c.Settings, bringup.Line{Name: cmp.Or(r.Code, noCodeYet) + " " + r.Name,
				Value: r.Value,
				Note:  r.Plain})
		}
	}
	if more := len(v.Sheet) - len(c.Settings); more > 0 {
		c.Settings = append(c.Settings, bringup.Line{Name: "And", Value: fmt.Sprintf("%d more", more),
			Note: "on the sheet of settings"})
	}
	c.Settings = append(c.Settings, bringup.Line{Name: "Hertz", Value: unit.Text(w.Hertz, "Hz"), Note: "at most " +
		unit.Text(v.TopHz, "Hz")})
	c.Readings = append(c.Readings, w.DeadAndFed("drive", "Volts at its input", w.Pairs())...)
	if v.Point.Carries {
		// For its input the drive's losses and the link's shape besides.
		speed, amps := w.Spread()
		input := site.Band{Low: 0.92 * p.Wanted.Supply / v.Point.Amps * amps.Low,
			High: 1.08 * p.Wanted.Supply / v.Point.Amps * amps.High}
		when := "at your load, " + unit.Percent(w.AsRead.Load.Usual) + ", " + unit.Text(v.Point.Hz, "Hz")
		add := func(id, where, u string, value float64, band *site.Band) {
			c.Readings = append(c.Readings, bringup.Expected(bringup.Loaded, id, when, where, u, value, band,
				finding.Estimated))
		}
		add("amps", "Amps on the display", "A", v.Point.Amps, &amps)
		add("input", "Amps, supply line", "A", p.Wanted.Supply, &input)
		add("rpm", "Speed", "rpm", v.Point.RPM, &speed)
	}
}

// Buys lists what a drive is built in with.
func (w Installed) Buys(g bridge.Guarded) []bridge.Buy {
	p, ch := w.Profile, w.Weighed
	if p == nil || ch == nil {
		return []bridge.Buy{}
	}
	poles := w.AsRead.Rules.Poles(w.AsRead.Supply.Nominal)
	out := []bridge.Buy{
		{ID: "drive", Count: 1, What: driveNamed(p), Spec: fmt.Sprintf("%s out, for %s from %s",
			unit.Text(p.Output.Amps, "A"), unit.Text(ch.Need, "A"), unit.Whole(w.AsRead.Supply.Volts, "V")),
			Own:  w.Chosen.SecondHand == "yes" || p.ID == ByPlate,
			Want: stores.Want{Kind: stores.Drive, Name: p.Name}},
		{ID: "isolator", Count: 1, What: "Isolator", Spec: "two-pole, lockable, ahead of the drive, within sight",
			Planning: true},
		{ID: "breaker", Count: 1, What: "Breaker", Spec: poles + ", " +
			cmp.Or(bridge.Noted(g.Noted.Breaker), bridge.SizeText(ch.Breaker)), Own: g.Noted.Breaker > 0,
			Planning: true,
			Want:     bridge.BreakerOf(g.Noted.Breaker, ch.Breaker)},
		{ID: "line-wire", Count: 1, What: "Line wire", Spec: cmp.Or(bridge.Conductor(g.Noted.Conductor),
			table.Wire(ch.Conductor)) + " copper and earth", Own: bridge.Conductor(g.Noted.Conductor) != "",
			Planning: true,
			Want:     bridge.CableOf(g.Noted.Conductor, ch.Conductor)},
		{ID: "motor-wire", Count: 1, What: "Motor cable", Spec: table.Wire(ch.MotorWire) +
			" copper, three conductors and earth, shielded where it runs more than a few metres",
			Note: "shield to earth at both ends, by ring or gland", Planning: true,
			Want: bridge.CableOf(unit.Conductor{}, ch.MotorWire)},
	}
	if fuse := p.Maker.FuseAhead(); fuse != "" {
		out = append(out, bridge.Buy{ID: "line-fuse", Count: 2, What: "Line fuse", Spec: fuse,
			Note: "as its maker's table asks, ahead of the drive"})
	}
	if n := w.Chosen.Count; n > 1 {
		out = append(out, bridge.Buy{ID: "relay", Count: n, What: "Overload relay", Planning: true,
			Spec: "three-pole, range with " + unit.Text(w.PlateAmps(), "A") + " in it",
			Note: "one a motor, its contact in the drive's stop: the drive cannot see one motor alone"})
	}
	if w.Chosen.Reactor == "yes" {
		out = append(out, bridge.Buy{ID: "reactor", Count: 1, What: "Line reactor", Spec: "for " +
			unit.Text(ch.LineAmps, "A"), Planning: true})
	}
	if w.Chosen.Choke == "yes" {
		out = append(out, bridge.Buy{ID: "choke", Count: 1, What: "Output choke", Spec: "three-phase, for " +
			unit.Text(ch.Need, "A") + " or more, close to the drive", Planning: true})
	}
	if w.Chosen.Resistor == "yes" {
		out = append(out, bridge.Buy{ID: "resistor", Count: 1, What: "Braking resistor",
			Spec: "ohms and watts by the drive's own sheet", Planning: true})
	}
	if w.Chosen.EStop != "yes" {
		out = append(out, bridge.Buy{ID: "stop", Count: 1, What: "Emergency stop",
			Spec: "latching, opening by force, into the drive's stop input or its line contactor",
			Note: "where a hand can be caught"})
	}
	return append(out, bridge.Buy{ID: "label", Count: 1, What: "Label on the box",
		Spec: fmt.Sprintf("“Drive inside: switch off, wait %s, measure its link, then open.”",
			unit.Plain(p.WaitMinutes)+unit.Space+"min")})
}

func (w Installed) Charged(g *bringup.Ground) {
	g.Link, g.Held = true, "the drive's link, at the terminals that its sheet names"
	minutes := 5.0
	source := "guide value: no drive is chosen yet"
	if w.Profile != nil {
		minutes, source = w.Profile.WaitMinutes, "the drive's profile"
	}
	text := site.MinutesText(minutes)
	g.LinkWait = text
	g.Wait = &bringup.Wait{Seconds: minutes * 60, Text: text, Why: finding.Why{Formula: "the label's time",
		Numbers: text, Source: source, Estimated: w.Profile == nil}}
}
