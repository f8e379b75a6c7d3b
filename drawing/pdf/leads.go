package pdf

import (
	"bytes"
	"fmt"
	"math"
	"strings"
	"time"

	"graybridge/core/leads"
	"graybridge/core/plan"
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

// Connections prints the joints alone, large enough to read beside an open box: both drawings, the moves
// to tick, caps, extras and names. On one page where they fit there, else on further ones.
func Connections(plan plan.Plan, views drawing.Views, s Stamp, paper Paper) ([]byte, error) {
	for _, size := range []float64{11, 10, 9, 8, 7} {
		p := begin(Card{Card: plan.Card, At: s.At}, paper, size)
		if p.connections(plan, views, s) {
			return p.done()
		}
	}
	p := begin(Card{Card: plan.Card, At: s.At}, paper, 9)
	p.connectionsOver(plan, views, s)
	return p.done()
}

// connectionPart is what stands beside the moves under one heading.
type connectionPart struct {
	heading string
	lines   []string
}

// connectionParts are those that a plan has.
func connectionParts(plan plan.Plan) (out []connectionPart) {
	if len(plan.Leads.Caps) > 0 {
		lines := []string{plan.Leads.CapsText}
		for _, c := range plan.Leads.Caps {
			line := fmt.Sprintf("%s: %d wires", c.Joint, c.Conductors)
			if c.Area > 0 {
				line += fmt.Sprintf(", %.1f mm²", c.Area)
			}
			lines = append(lines, strings.TrimRight(line+", "+c.Size+c.Note, ", "))
		}
		out = append(out, connectionPart{"Caps to expect", lines})
	}
	if len(plan.Leads.Wanted) > 0 {
		out = append(out, connectionPart{"Ohms once joined, at 20 °C", []string{strings.Join(plan.Leads.Wanted,
			"; ") + ", from " + plan.Leads.LineFrom + " (" + string(plan.Leads.LineMark) + ")"}})
	}
	if len(plan.Leads.Extras) > 0 {
		lines := []string{}
		for _, e := range plan.Leads.Extras {
			lines = append(lines, strings.TrimPrefix(e.Names+", ", ", ")+e.What+": "+e.Goes)
		}
		out = append(out, connectionPart{"Not part of any joint", lines})
	}
	return append(out, connectionPart{"Direction", []string{plan.Leads.Direction.Turns + ", " +
		plan.Leads.Direction.From + ". " + plan.Leads.Direction.Swap}})
}

const connectionFoot = "Mains kills. Locked off and proved dead before the lid opens. This page says what was " +
	"checked and what was not; it does not replace local rules or a licensed person."

func (p *page) connections(plan plan.Plan, views drawing.Views, s Stamp) bool {
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
	for _, part := range connectionParts(plan) {
		ry += p.heading(rx, ry, right, part.heading)
		p.text(false, 1)
		for _, line := range part.lines {
			ry += p.words(rx, ry, right, line)
		}
	}
	y = math.Max(ly, ry) + 1
	p.text(false, 0.85)
	y += p.words(x, y, full, connectionFoot)
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
	from := 0 // the first label of this page
	for i, n := range names {
		for k := range 2 {
			at := 2*i + k - from
			if y+float64(at/perRow+1)*(h+2) > p.height-margin {
				p.AddPage()
				y, from, at = margin, 2*i+k, 0
			}
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
