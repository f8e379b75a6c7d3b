package plan

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/unit"
)

// side is the machine's own side of a plan: what its plate and its leads come to. It goes
// by the kind of motor, not by the bridge.
type side interface {
	computed() bool
	leads(*Plan, bridge.Guarded) // states, moves and the Leads bay
	figures() []finding.Figure
	plate() []string // as typed, for the card
	leadsKey(*Plan) string
	leadsSettled() bool
	doLeads(*Plan) Do
	watts() float64 // at the shaft; 0: not read
	runs() string   // in a few words, where nothing stands against it
	joints(*Plan) []bringup.Line
}

// side of the machine that was read.
func (w *reading) side() side {
	if w.site.Feed.Brushed {
		return brushed{w}
	}
	return induction{w}
}

// induction is a three-phase motor.
type induction struct{ *reading }

func (w induction) computed() bool            { return w.site.Model != nil }
func (w induction) figures() []finding.Figure { return w.motorFigures() }
func (w induction) leadsSettled() bool        { return w.site.FoundKnown }
func (w induction) doLeads(p *Plan) Do        { return w.reading.doLeads(p) }
func (w induction) watts() float64            { return w.site.Plate.ShaftWatts }

func (w induction) leads(p *Plan, g bridge.Guarded) {
	p.Moves, p.Now, p.Wanted = w.states(p.Moves)
	p.say(w.sayNow(p.Moves, &p.Now)...)
	w.planLeads(p, g)
}

func (w induction) plate() []string {
	e := &w.machine.Plate
	return []string{e.Power, e.Volts, e.Connection, e.Amps, e.RPM, e.Hertz, e.PowerFactor}
}

func (w induction) leadsKey(p *Plan) string {
	if !p.Now.Known {
		return w.site.Hand.Kind.Title()
	}
	if p.Now.Way.Arrangement != "" {
		return p.Now.Way.String() + ", " + p.Now.Note
	}
	return p.Now.Note
}

func (w induction) runs() string {
	return fmt.Sprintf("%s, %d poles", unit.Text(w.site.Plate.ShaftWatts/1000, "kW"), w.site.Plate.Poles)
}

func (w induction) joints(p *Plan) (out []bringup.Line) {
	for _, g := range w.site.Wanted {
		terminals := slices.DeleteFunc(slices.Clone(g), func(n string) bool { return slices.Contains(leads.Lines, n) })
		line := "joined"
		for _, n := range g {
			switch n {
			case "L3":
				line = w.bridge.Third()
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
		out = append(out, joint)
	}
	return out
}
