package pdf

import (
	"bytes"
	"fmt"
	"math"
	"strings"
	"time"

	"graybridge/core/job"
	"graybridge/core/leads"
	"graybridge/drawing"
)

// Stamp says where a page comes from.
type Stamp struct {
	Workshop string
	Revision int
	At       time.Time // of the revision
}

// PaperFor is the usual sheet under a rule set.
func PaperFor(rules string) Paper {
	if rules == "north-america" {
		return Letter
	}
	return A4
}

func (p *page) done() ([]byte, error) {
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, err
	}
	return out.Bytes(), nil
}

// Connections prints the joints alone on one page, large enough to read beside
// an open box: both drawings, the moves to tick, caps, extras and names.
func Connections(plan job.Plan, views drawing.Views, s Stamp, paper Paper) ([]byte, error) {
	for _, size := range []float64{11, 10, 9, 8, 7} {
		p := begin(Card{Card: plan.Card, At: s.At}, paper, size)
		if p.connections(plan, views, s) {
			return p.done()
		}
	}
	return nil, fmt.Errorf("the connections of %s do not fit on one page", plan.Card.Title)
}

func (p *page) connections(plan job.Plan, views drawing.Views, s Stamp) bool {
	full := p.width - 2*margin
	x, y := margin, margin
	p.text(true, 1.7)
	p.Text(x, y+5, p.clipped(plan.Card.Title+": connections", full-70))
	p.text(false, 0.85)
	stamp := fmt.Sprintf("revision %d, %s", s.Revision, s.At.Format("2006-01-02"))
	p.Text(x+full-p.GetStringWidth(stamp), y+4, stamp)
	y += 7
	p.text(false, 1)
	y += p.words(x, y, full, s.Workshop+" · "+plan.Card.Plate) + 1
	half := full / 2
	p.drawing(views.Box, x, y, half-2)
	p.drawing(views.Windings, x+half+2, y, half-2)
	y += math.Max(half*views.Box.Height/views.Box.Width, half*views.Windings.Height/views.Windings.Width) + 1
	p.text(true, 1.1)
	y += p.words(x, y, full, plan.Wanted.Title+" — "+plan.Wanted.Text) + 1
	left, right := full*0.56, full*0.4
	rx := x + full - right
	ly := y + p.heading(x, y, left, "Moves, in this order")
	for i, m := range plan.Moves {
		p.box(x, ly)
		p.text(true, 1)
		h := p.words(x+4.5, ly, left-5, fmt.Sprintf("%d  %s", i, m.Text))
		ly += h
		if m.Caution != "" {
			p.text(false, 0.85)
			ly += p.words(x+4.5, ly, left-5, m.Caution)
		}
		ly += 0.5
		p.rule(x, ly, left)
	}
	ry := y
	if len(plan.Leads.Caps) > 0 {
		ry += p.heading(rx, ry, right, "Caps to expect")
		p.text(false, 1)
		ry += p.words(rx, ry, right, plan.Leads.CapsText)
		for _, c := range plan.Leads.Caps {
			line := fmt.Sprintf("%s: %d wires", c.Joint, c.Conductors)
			if c.Area > 0 {
				line += fmt.Sprintf(", %.1f mm²", c.Area)
			}
			ry += p.words(rx, ry, right, strings.TrimRight(line+", "+c.Size+c.Note, ", "))
		}
	}
	if len(plan.Leads.Wanted) > 0 {
		ry += p.heading(rx, ry, right, "Ohms once joined, at 20 °C")
		p.text(false, 1)
		ry += p.words(rx, ry, right, strings.Join(plan.Leads.Wanted,
			"; ")+", from "+plan.Leads.LineFrom+" ("+string(plan.Leads.LineMark)+")")
	}
	if len(plan.Leads.Extras) > 0 {
		ry += p.heading(rx, ry, right, "Not part of any joint")
		p.text(false, 1)
		for _, e := range plan.Leads.Extras {
			ry += p.words(rx, ry, right, strings.TrimPrefix(e.Names+", ", ", ")+e.What+": "+e.Goes)
		}
	}
	ry += p.heading(rx, ry, right, "Direction")
	p.text(false, 1)
	ry += p.words(rx, ry, right, plan.Leads.Direction.Turns+", "+plan.Leads.Direction.From+". "+
		""+plan.Leads.Direction.Swap)
	y = math.Max(ly, ry) + 1
	p.text(false, 0.85)
	y += p.words(x, y, full, "Mains kills. Locked off and proved dead before the lid opens. This page says what was "+
		"checked and what was not; it does not replace local rules or a licensed person.")
	return y <= p.height-margin+2
}

// Sleeves prints the names of sorted leads as labels to cut out and slip into
// a sleeve, each twice, with the tape name they replace beside it.
func Sleeves(names []leads.LeadName, s Stamp, paper Paper) ([]byte, error) {
	p := begin(Card{At: s.At}, paper, 10)
	full := p.width - 2*margin
	y := margin
	p.text(true, 1.4)
	p.Text(margin, y+4, "Sleeves: "+s.Workshop)
	p.text(false, 0.9)
	y += 7
	y += p.words(margin, y, full, "Cut out, wrap round the lead or slip into a clear sleeve. The small figure is the "+
		"name on the tape.") + 3
	const w, h = 30.0, 12.0
	perRow := int(full / (w + 2))
	for i, n := range names {
		for k := range 2 {
			at := 2*i + k
			x, top := margin+float64(at%perRow)*(w+2), y+float64(at/perRow)*(h+2)
			p.SetLineWidth(0.2)
			p.Rect(x, top, w, h, "D")
			p.text(true, 2.2)
			p.Text(x+4, top+8.5, n.Name)
			p.text(false, 0.9)
			p.Text(x+w-9, top+8.5, "("+n.Tag+")")
		}
	}
	return p.done()
}
