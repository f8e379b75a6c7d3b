package pdf

import (
	"fmt"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/drawing"
)

// flow is text that runs on over pages.
type flow struct {
	*page
	y, full float64
	head    func()
}

// room breaks the page where less than so much is left of it.
func (f *flow) room(mm float64) {
	if f.y+mm > f.height-margin-f.line {
		f.AddPage()
		f.y = margin
		f.head()
	}
}

func (f *flow) say(bold bool, indent float64, text string) {
	f.text(bold, 1)
	lines := f.SplitText(text, f.full-indent)
	f.room(f.line * float64(min(len(lines), 40)))
	f.text(bold, 1) // a new page has its own head
	f.y += f.words(margin+indent, f.y, f.full-indent, text)
}

func (f *flow) titled(text string) {
	f.room(4 * f.line)
	f.y += f.line * 0.4
	f.y += f.heading(margin, f.y, f.full, text)
}

// list prints lines beneath a title, each with a box to tick where somebody is to answer it.
func (f *flow) list(title string, all []string, tick bool) {
	if len(all) == 0 {
		return
	}
	f.titled(title)
	for _, s := range all {
		f.text(false, 1)
		f.room(f.line * float64(len(f.SplitText(s, f.full-5))))
		if tick {
			f.box(margin, f.y)
		}
		f.say(false, 5, s)
	}
}

// drawings stand below each other, each whole on a page.
func (f *flow) drawings(all ...drawing.Drawing) {
	for _, d := range all {
		if len(d.Items) == 0 {
			continue
		}
		width := f.full * 0.6
		if most := f.height - 3*margin - 14; width*d.Height/d.Width > most {
			width = most * d.Width / d.Height
		}
		f.room(width*d.Height/d.Width + 2)
		f.drawing(d, margin, f.y, width)
		f.y += width*d.Height/d.Width + 2
	}
}

// flowing begins a flow whose every page has this head.
func flowing(p *page, title, stamp string) *flow {
	f := &flow{page: p, y: margin, full: p.width - 2*margin}
	f.head = func() {
		shown := title
		if p.PageNo() > 1 {
			shown += ", continued"
		}
		p.text(true, 1.5)
		p.Text(margin, f.y+5, p.clipped(shown, f.full-75))
		p.text(false, 0.85)
		p.Text(margin+f.full-p.GetStringWidth(stamp), f.y+4, stamp)
		f.y += 8
		p.rule(margin, f.y, f.full)
		f.y++
	}
	f.head()
	return f
}

// connectionsOver prints the connections over several pages.
func (p *page) connectionsOver(plan plan.Plan, views drawing.Views, s Stamp) {
	f := flowing(p, plan.Card.Title+": connections", fmt.Sprintf("revision %d, %s", s.Revision,
		s.At.Format("2006-01-02")))
	f.say(false, 0, s.Workshop+" · "+plan.Card.Plate)
	f.drawings(views.Box, views.Windings)
	f.say(true, 0, plan.Wanted.Title+" — "+plan.Wanted.Text)
	moves := []string{}
	for i, m := range plan.Moves {
		moves = append(moves, strings.TrimSpace(fmt.Sprintf("%d  %s %s", i, m.Text, m.Caution)))
	}
	f.list("Moves, in this order", moves, true)
	for _, part := range connectionParts(plan) {
		f.list(part.heading, part.lines, false)
	}
	f.say(false, 0, connectionFoot)
}

// cardOver prints the card over several pages: what does not fit on one is not made unreadably small.
func (p *page) cardOver(c Card) {
	k := c.Card
	f := flowing(p, k.Title, fmt.Sprintf("Connection card, revision %d, %s", c.Revision, c.At.Format("2006-01-02")))
	f.say(false, 0, c.Workshop+" · "+k.Plate)
	if k.NotReady != "" {
		f.say(true, 0, k.NotReady)
	}
	f.list("Cautions", k.Cautions, false)
	f.drawings(c.Drawings.Box, c.Drawings.Windings)
	joints, settings, parts, readings := []string{}, []string{}, []string{}, []string{}
	for _, l := range k.Joints {
		joints = append(joints, dotted(l.Value, l.Name, l.Note))
	}
	for _, l := range k.Settings {
		settings = append(settings, dotted(l.Name+": "+l.Value, l.Note))
	}
	for _, l := range k.Parts {
		parts = append(parts, dotted(l.Name+": "+l.Value, l.Note))
	}
	for _, r := range k.Readings {
		line := fmt.Sprintf("%s, %s: expect %s, within %s", r.When, r.Where, r.Expect, r.Band)
		if r.Mark == finding.Estimated || r.Mark == finding.Measured {
			line += " (" + string(r.Mark) + ")"
		}
		readings = append(readings, line+"; measured ________")
	}
	f.list("Joints", joints, true)
	f.list("Settings", settings, false)
	f.list("Parts", parts, true)
	f.list("Readings: expect, then measure", readings, false)
	f.list("Checks, in this order, with who and when", k.Checks, true)
	f.list("Not checked yet", append(append([]string{}, k.Open...), c.Stays...), false)
	f.say(false, 0, strings.TrimSpace(k.Foot+" "+c.Book))
	if c.Code != nil {
		f.room(codeSide + 1)
		f.code(c.Code, margin, f.y)
	}
}

// dotted are the words of a line that there are.
func dotted(all ...string) string {
	out := []string{}
	for _, s := range all {
		if s != "" {
			out = append(out, s)
		}
	}
	return strings.Join(out, " · ")
}
