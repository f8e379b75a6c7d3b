package job

import (
	"fmt"
	"slices"

	"graybridge/core/bringup"
	"graybridge/core/circuit"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/site"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// onDrive is a drive in a plan.
type onDrive struct {
	Ground
	*drive.Over
}

func (w onDrive) refitted() *site.Site    { return w.Over.Site }
func (w onDrive) read() []finding.Reading { return w.Readings }
func (w onDrive) says() []finding.Finding { return w.Said }
func (w onDrive) settled() bool           { return w.Weighed != nil }
func (w onDrive) third() string           { return "L3" }
func (w onDrive) pairs() [3]string        { return [3]string{"L1-L2", "L2-L3", "L3-L1"} }
func (w onDrive) buyFirst() string        { return "" }

func (w onDrive) settle(id string, f site.Fed, known bool) State { return w.State(id, f, known) }

// able leaves out the mistakes of a capacitor.
func (w onDrive) able(m leads.Mistake) bool {
	return !m.NoCapacitor && !m.OtherLine && !m.StartLeftIn && m.Can == 0
}

func (w onDrive) link(l *Link) {
	l.CornerTo = "L1" // its outputs stand in order; the command turns it round
	if w.Profile != nil {
		l.DriveName = w.Profile.Name
	}
}

func (w onDrive) key() string {
	key := "drive, not chosen"
	if w.Profile != nil {
		key = w.Profile.Name
	}
	if w.Weighed != nil {
		key += ", " + unit.Text(w.Hertz, "Hz")
	}
	return key
}

func (w onDrive) guardKey(guarded) string {
	if w.Weighed == nil {
		return ""
	}
	return "wants " + sizeText(w.Weighed.Breaker) + "; the drive guards the motor"
}

func (w onDrive) motorKey(wanted *State) string {
	if !wanted.Solved || len(wanted.Coils) == 0 {
		return ""
	}
	return ", " + wanted.RPM
}

func (w onDrive) ready() (string, bool) {
	if w.Weighed == nil || w.Profile == nil {
		return "", false
	}
	return w.takeDrive(), true
}

// box: the motor's box is fed by the motor cable, not by the drive's own line.
func (w onDrive) boxWire(guarded) unit.Conductor {
	if w.Weighed == nil {
		return unit.Conductor{}
	}
	return w.Weighed.MotorWire
}

// offer: a drive is offered by name, among the drives that are known.
func (w onDrive) offer([]finding.Finding) (Offer, bool) { return Offer{}, false }

// way is what an arrangement would do on this drive at the plate's own hertz.
func (w onDrive) way(v *WayView, r leads.Reach) {
	if w.Motor == nil || r.Ratio >= 1+leads.Within {
		return
	}
	m := *w.Motor
	m.LineVolts = w.AsRead.Feed.Volts / r.Ratio
	if pt, err := m.At(w.AsRead.Model.FrequencyHz); err == nil && pt.Carries {
		v.Worst, v.Start = unit.Percent(pt.Share), unit.Percent(pt.Short)
	} else {
		v.Worst, v.Text = "stalls", notLikeThis(v)
	}
}

func (w onDrive) ownCircuit() (motor, relay bool) { return false, false }

func (w onDrive) bench(joints leads.Joints) (c circuit.BenchCase, ok bool) {
	if w.Motor == nil {
		return c, false
	}
	return circuit.BenchCase{About: w.benchStanding(), Circuit: *w.Case(site.Fed{Joints: joints})}, true
}

// guarding sizes supply and protection by the drive's rated input.
func (w onDrive) guarding(stop *finding.Finding) (g guarded) {
	if w.Weighed == nil {
		return g
	}
	g, sizes := steady(w.AsRead, w.Weighed.LineAmps, "drive", w.SupplyFigures, stop)
	g.load, g.room = w.LoadFigures(), w.Room()
	if sizes {
		figures, said, mend := w.Guard(drive.Noted{Breaker: w.Protection.Breaker, Conductor: w.Protection.Conductor})
		g.guard, g.said, g.mend, g.sized = figures, append(g.said, said...), mend, true
	}
	return g
}

// turning is the direction behind a drive: any two of its three motor
// wires turn it round.
func (w onDrive) turning() (d Direction, said []finding.Finding) {
	d = Direction{From: "facing the shaft end", Turns: "Clockwise, expected", Corner: "L1",
		Forbids: w.AsRead.As.Load.Forbids, ShownBy: w.AsRead.As.Load.ShownBy,
		Swap:    exchangeMotorWires,
		Nothing: []string{exchangeInput, turnEveryCoil},
		Bump:    []string{beltOffKey, fiveHertz, lookHandsAway, waitForLink}}
	said = d.bumped(w.AsRead.As.Leads.Bumped, "the order of the three wires is")
	return d, said
}

func (w onDrive) carded() bool { return w.Weighed != nil }

// card fills the card of a motor on a drive.
func (w onDrive) card(c *bringup.Card, p Planned, g guarded) {
	v := w.View
	if v.ByPlate {
		c.Open = append(c.Open, leafletUnread)
	}
	c.Cautions = bringup.DriveCautions(v.WaitText)
	breaker := sizeText(w.Weighed.Breaker)
	c.Parts = append(c.Parts,
		bringup.Line{Name: "Drive", Value: w.Profile.Name, Note: fmt.Sprintf("%s of %s",
			unit.Text(w.Weighed.Need, "A"), unit.Text(w.Weighed.Have, "A"))},
		bringup.Line{Name: "Breaker, two-pole", Value: first(noted(g.noted.Breaker), breaker), Note: "planning"},
		bringup.Line{Name: "Line wire", Value: first(conductor(g.noted.Conductor), w.Weighed.Conductor.String()),
			Note: "planning"},
		bringup.Line{Name: "Motor wire", Value: w.Weighed.MotorWire.String(), Note: "planning"})
	shown := []drive.Function{drive.MotorAmps, drive.Overload, drive.MotorHertz, drive.MostHertz, drive.RunSource,
		drive.SpeedSource, drive.Accelerate, drive.Decelerate}
	for _, r := range v.Sheet {
		if slices.Contains(shown, r.Function) && len(c.Settings) < 7 {
			c.Settings = append(c.Settings, bringup.Line{Name: first(r.Code, noCodeYet) + " " + r.Name, Value: r.Value,
				Note: r.Plain})
		}
	}
	if more := len(v.Sheet) - len(c.Settings); more > 0 {
		c.Settings = append(c.Settings, bringup.Line{Name: "And", Value: fmt.Sprintf("%d more", more),
			Note: "on the sheet of settings"})
	}
	c.Settings = append(c.Settings, bringup.Line{Name: "Hertz", Value: unit.Text(w.Hertz, "Hz"), Note: "at most " +
		unit.Text(v.TopHz, "Hz")})
	c.Readings = append(c.Readings, w.deadAndFed("drive", "Volts at its input", w.pairs())...)
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

// driveBuys lists what a drive is built in with.
func (w onDrive) buys(g guarded) []Buy {
	p, ch := w.Profile, w.Weighed
	if p == nil || ch == nil {
		return []Buy{}
	}
	poles := w.AsRead.Rules.Poles(w.AsRead.Supply.Nominal)
	out := []Buy{
		{ID: "drive", Count: 1, What: driveNamed(p), Spec: fmt.Sprintf("%s out, for %s from %s",
			unit.Text(p.Output.Amps, "A"), unit.Text(ch.Need, "A"), unit.Whole(w.AsRead.Supply.Volts, "V")),
			Own:  w.Chosen.SecondHand == "yes" || p.ID == drive.ByPlate,
			want: stores.Want{Kind: stores.Drive, Name: p.Name}},
		{ID: "isolator", Count: 1, What: "Isolator", Spec: "two-pole, lockable, ahead of the drive, within sight",
			Planning: true},
		{ID: "breaker", Count: 1, What: "Breaker", Spec: poles + ", " +
			first(noted(g.noted.Breaker), sizeText(ch.Breaker)), Own: g.noted.Breaker > 0, Planning: true,
			want: breakerOf(g.noted.Breaker, ch.Breaker)},
		{ID: "line-wire", Count: 1, What: "Line wire", Spec: first(conductor(g.noted.Conductor),
			table.Wire(ch.Conductor)) + " copper and earth", Own: conductor(g.noted.Conductor) != "", Planning: true,
			want: cableOf(g.noted.Conductor, ch.Conductor)},
		{ID: "motor-wire", Count: 1, What: "Motor cable", Spec: table.Wire(ch.MotorWire) +
			" copper, three conductors and earth, shielded where it runs more than a few metres",
			Note: "shield to earth at both ends, by ring or gland", Planning: true,
			want: cableOf(unit.Conductor{}, ch.MotorWire)},
	}
	if n := w.Chosen.Count; n > 1 {
		out = append(out, Buy{ID: "relay", Count: n, What: "Overload relay", Planning: true,
			Spec: "three-pole, range with " + unit.Text(w.PlateAmps(), "A") + " in it",
			Note: "one a motor, its contact in the drive's stop: the drive cannot see one motor alone"})
	}
	if w.Chosen.Reactor == "yes" {
		out = append(out, Buy{ID: "reactor", Count: 1, What: "Line reactor", Spec: "for " +
			unit.Text(ch.LineAmps, "A"), Planning: true})
	}
	if w.Chosen.Choke == "yes" {
		out = append(out, Buy{ID: "choke", Count: 1, What: "Output choke", Spec: "three-phase, for " +
			unit.Text(ch.Need, "A") + " or more, close to the drive", Planning: true})
	}
	if w.Chosen.Resistor == "yes" {
		out = append(out, Buy{ID: "resistor", Count: 1, What: "Braking resistor",
			Spec: "ohms and watts by the drive's own sheet", Planning: true})
	}
	if w.Chosen.EStop != "yes" {
		out = append(out, Buy{ID: "stop", Count: 1, What: "Emergency stop",
			Spec: "latching, opening by force, into the drive's stop input or its line contactor",
			Note: "where a hand can be caught"})
	}
	return append(out, Buy{ID: "label", Count: 1, What: "Label on the box",
		Spec: fmt.Sprintf("“Drive inside: switch off, wait %s, measure its link, then open.”",
			unit.Plain(p.WaitMinutes)+unit.Space+"min")})
}

func (w onDrive) charged(g *bringup.Ground) {
	g.Link, g.Held = true, "the drive's link, at the terminals that its sheet names"
	minutes := 5.0
	source := "planning: no drive is chosen yet"
	if w.Profile != nil {
		minutes, source = w.Profile.WaitMinutes, "the drive's profile"
	}
	text := site.MinutesText(minutes)
	g.LinkWait = text
	g.Wait = &bringup.Wait{Seconds: minutes * 60, Text: text, Why: finding.Why{Formula: "the label's time",
		Numbers: text, Source: source, Estimated: w.Profile == nil}}
}
