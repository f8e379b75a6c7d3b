package plan

import (
	"graybridge/core/bringup"
	"graybridge/core/document"
	"graybridge/core/load"
	"graybridge/core/logbook"
	"graybridge/core/unit"
)

// bringUp is what the gates of the bring-up are made of.
func (w *reading) bringUp(c *bringup.Card, p *Plan) bringup.Ground {
	g := bringup.Ground{Bridge: p.Link.Bridge, Idler: w.machine.Role == document.Idler &&
		w.doc.Bridge.Kind == document.KindRotary,
		Plate: c.Plate, Card: c, Load: w.loadFacts()}
	if !c.Ready {
		g.Stop = c.NotReady
	}
	switch w.site.Load.Turn {
	case load.Clockwise:
		g.Turns = "clockwise"
	case load.Anti:
		g.Turns = "anticlockwise"
	}
	for _, stair := range p.Stairs {
		if stair.ID == "starting" && len(stair.Steps) > 1 && stair.Steps[0].Volts > 0 {
			g.Dip = 1 - stair.Steps[1].Volts/stair.Steps[0].Volts
		}
	}
	p.PlateAmps = w.site.Column.Amps
	w.bridge.Charged(&g)
	return g
}

func (w *reading) loadFacts() []logbook.Fact {
	l := w.site.Load
	return []logbook.Fact{{Name: "Load", Value: string(l.Kind) + ", usually " + unit.Percent(l.Usual) + ", at most " +
		unit.Percent(l.Heaviest)}}
}

// Stood is how things stand by a plan: connections, settings, parts and the figures that
// somebody asks for years later.
func (p *Plan) Stood() (out []logbook.Fact) {
	c := &p.Card
	add := func(prefix string, lines []bringup.Line) {
		for _, l := range lines {
			out = append(out, logbook.Fact{Name: prefix + l.Name, Value: l.Value})
		}
	}
	out = append(out, logbook.Fact{Name: "Plate", Value: c.Plate}, logbook.Fact{Name: "Bridge", Value: p.Link.Bridge})
	out = append(out, c.JointFacts()...)
	add("Part, ", c.Parts)
	settings := c.Settings
	if sheet := p.Settings(); len(sheet.Rows) > 0 {
		settings = nil
		for _, r := range sheet.Rows {
			settings = append(settings, bringup.Line{Name: joinedName(r.Code, r.Name), Value: r.Value})
		}
	}
	add("Setting, ", settings)
	for _, f := range p.Bridge {
		if f.Text != "" {
			out = append(out, logbook.Fact{Name: "Figure, " + f.Name, Value: f.Text})
		}
	}
	return out[:min(len(out), mostStood)]
}

const mostStood = 80

func joinedName(code, name string) string {
	if code == "" || code == name {
		return name
	}
	return code + " " + name
}

// Enter makes an entry whole by the plan that it was made on: what was expected of a reading, what
// a gate stood on, and whether its outcome counts after the entries known before it, the oldest
// first. refused is a sender's mistake that is not even kept.
func (p *Plan) Enter(e *logbook.Entry, known []logbook.Entry) (refused string) {
	switch e.Kind {
	case logbook.Reading:
		v := p.BringUp(nil)
		for i := range e.Reads {
			r := &e.Reads[i]
			if t, _ := v.Take(r.Take); t != nil {
				c := t.Compare(r.Value, r.Words)
				r.Name, r.Unit, r.Expect, r.Band, r.Where = t.Name, t.Unit, t.Expect, t.Band, string(c.Stands)
			}
		}
	case logbook.Gate:
		v := p.BringUp(known)
		void, never := v.Void(e)
		if never {
			return void
		}
		e.Void = void
		if g := v.GateOf(e.Gate); g != nil {
			e.Title, e.Basis = g.Title, g.Basis
		}
	}
	return ""
}

// BringUp says how far the bring-up of a plan's machine is by the entries of its book, the
// oldest first: the last stage of a plan, over records that stand beside the document.
func (p *Plan) BringUp(book []logbook.Entry) bringup.Progress {
	v := bringup.See(p.Gates, book)
	if len(p.Gates) == 0 && p.Card.NotReady != "" {
		v.Says = p.Card.NotReady
	}
	return v
}
