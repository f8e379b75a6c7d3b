package job

import (
	"math"

	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/logbook"
	"graybridge/core/rotary"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// lineDoubt is how far a line may lie from its volts of another hour.
const lineDoubt = 0.03

// deadAndFed are the readings of every bridge before a motor turns: its ohms, with what is
// taken off for them, and the volts that feed it.
func (w ground) deadAndFed(off, volts string, pairs [3]string) (out []bringup.Reading) {
	if ohm, _, mark := w.site.LineOhms(20, w.site.Wanted); !math.IsNaN(ohm[0] + ohm[1] + ohm[2]) {
		where := "Ohms " + pairs[0] + ", " + pairs[1] + ", " + pairs[2]
		out = append(out, bringup.Alike("dead, "+off+" off", where, pairs, ohm, mark))
	}
	fed := w.site.Supply.Volts
	r := bringup.Expected(bringup.Bump, "volts", "before the start", volts, "V", fed, site.Around(fed, lineDoubt),
		w.site.Supply.VoltsMark)
	r.Band = "" // the card has it from the wall's own reading
	return append(out, r)
}

// bringUp is what the gates of the bring-up are made of.
func (w *reading) bringUp(c *bringup.Card, p *Plan) bringup.Ground {
	g := bringup.Ground{Bridge: p.Link.Bridge, Idler: w.machine.Role == document.Idler && w.doc.Bridge.Kind == document.KindRotary,
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
	w.bridge.charged(&g)
	return g
}

func (w *reading) loadFacts() []logbook.Fact {
	l := w.site.Load
	return []logbook.Fact{{Name: "Load", Value: string(l.Kind) + ", usually " + unit.Percent(l.Usual) + ", at most " +
		unit.Percent(l.Heaviest)}}
}

// waits is how long a can takes to fall below what counts as dead, from the worst peak that it
// can keep; nil where it keeps none.
func waits(b can.Bleeder, microfarad float64) *bringup.Wait {
	seconds := b.Falls(microfarad, bringup.CanDead)
	if !(seconds > 0) {
		return nil
	}
	seconds = math.Ceil(seconds/10) * 10
	return &bringup.Wait{Seconds: seconds, Text: site.MinutesText(seconds / 60), Why: finding.Why{
		Formula: "t = R·C·ln(peak volts / volts left)",
		Numbers: unit.Text(b.Ohm/1000, "kΩ") + " · " + unit.Text(microfarad, "µF") + ", from " +
			unit.Whole(math.Sqrt2*b.Volts, "V") + " to " + unit.Whole(bringup.CanDead, "V") + ", both parts 5 % more",
		Source: "discharge through a whole resistor", Estimated: true, Section: finding.OnCapacitorPart}}
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

// later is the longer of two waits.
func later(a, b *bringup.Wait) *bringup.Wait {
	if a == nil || b != nil && b.Seconds > a.Seconds {
		return b
	}
	return a
}

func (w onRotary) charged(g *bringup.Ground) {
	g.Held = "both banks of cans, each by itself"
	if w.Answer == nil || !w.Answer.OK {
		return
	}
	for bank := range w.Answer.Cans {
		g.Wait = later(g.Wait, waits(rotary.BankBleeder(w.Answer, bank), can.Sum(w.Answer.Cans[bank])))
	}
	if s := w.Answer.IdlerStart; s.Used > 0 {
		g.Held += ", and the start capacitor"
		g.Wait = later(g.Wait, waits(s.Bleed, s.Used))
	}
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

func (w onDC) charged(g *bringup.Ground) {
	g.Field = w.Site.Direct.Field()
	g.Held = "the armature's leads and the controller's output"
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
