package drawing

import (
	"fmt"

	"graybridge/core/protection"
	"graybridge/core/table"
)

const (
	ladderLeft, ladderRight = 44.0, 816.0
	rungStep                = 84.0
	stepWidth               = 130.0
	columnStep              = 122.0
	columnRow               = 74.0
)

// Ladder draws the control circuit between the line's wires, as the region's drawings do: in
// North America rungs across between upright rails, elsewhere paths down between level ones.
// Of a converter it is the whole circuit: the idler first, the cans after it, every machine
// only while the idler's contactor is in.
func Ladder(p *Scene) Drawing {
	d := Drawing{Title: "The control circuit", Width: 860, Items: []Item{}, Facts: []Fact{}}
	if p.Ladder == nil {
		return d
	}
	rungs, rail := p.Ladder.Rungs, p.Ladder.Rail
	if len(rungs) == 0 {
		return d
	}
	below := "Between lines 1 and 2. The supply gone, all drop out; nothing starts again without its button."
	if p.Converter != nil {
		d.Title = "The converter's control circuit"
		below = "Between lines 1 and 2, none of it on the made line. The supply gone, all drop out; nothing starts " +
			"again without its button."
	}
	if p.Ladder.Rules == table.NorthAmerica {
		across(&d, rungs, rail, below)
	} else {
		down(&d, rungs, rail, below)
	}
	return d
}

// railInk is the colour of the second rail.
func railInk(rail string) Ink {
	if rail == "N" {
		return Soft
	}
	return WireL2
}

// across draws rungs between upright rails.
func across(d *Drawing, rungs []protection.Rung, rail, below string) {
	d.Height = 60 + rungStep*float64(len(rungs))
	bottom := d.Height - 24
	d.add(
		line(WireL1, 4, ladderLeft, 20, ladderLeft, bottom).of("bar L1"),
		line(railInk(rail), 4, ladderRight, 20, ladderRight, bottom).of("bar L2"),
		text(ladderLeft, 14, "L1, fused", Small).bold(),
		text(ladderRight, 14, rail, Small).bold(),
	)
	for i, r := range rungs {
		drawRung(d, r, 62+rungStep*float64(i))
	}
	d.add(text(ladderLeft, d.Height-6, below, Small).start().soft())
}

// down draws paths between level rails, numbered at their foot, each device's terminals beside
// it.
func down(d *Drawing, rungs []protection.Rung, rail, below string) {
	most := 0
	for _, r := range rungs {
		most = max(most, len(r.Contacts))
	}
	d.Width = max(860, 90+columnStep*1.25*float64(len(rungs)))
	pitch := min(230, (d.Width-90)/float64(len(rungs)))
	top, bottom := 34.0, 34+columnRow*float64(most)+28
	d.Height = bottom + 56
	d.add(line(WireL1, 4, 30, top, 60+pitch*float64(len(rungs)), top).of("bar L1"),
		line(railInk(rail), 4, 30, bottom, 60+pitch*float64(len(rungs)), bottom).of("bar L2"),
		text(26, top-8, "L1, fused", Small).start().bold(), text(26, bottom+16, rail, Small).start().bold())
	for i, r := range rungs {
		x := 30 + pitch*(float64(i)+0.42)
		y, said := top, ""
		for n, c := range r.Contacts {
			at := top + columnRow*(float64(n)+0.62)
			if c.Kind == protection.Coil {
				at = bottom - columnRow*0.5
			}
			d.add(line(Black, 1.5, x, y, x, at-12))
			upright(d, c, x, at)
			y = at + 12
			if said != "" {
				said += ", "
			}
			said += c.Mark + " (" + c.Words + ")"
		}
		d.add(line(Black, 1.5, x, y, x, bottom), text(x, bottom+18, fmt.Sprint(i+1), Small).bold(),
			text(x, bottom+32, r.Title, Small).soft())
		d.fact(r.Title, said)
	}
	d.add(text(26, d.Height-6, below, Small).start().soft())
}

// upright draws a contact or a coil in a path that goes down.
func upright(d *Drawing, c protection.Contact, x, y float64) {
	blade := func(from, to float64) { d.add(line(Black, 2, x, y+10, x+from, y-to)) }
	switch c.Kind {
	case protection.Coil:
		d.add(rect(x-14, y-9, 28, 18, Black, Paper).of("coil "+c.Mark), line(Black, 1.5, x, y-12, x, y-9),
			line(Black, 1.5, x, y+9, x, y+12))
	case protection.Opens:
		d.add(line(Black, 1.5, x, y-12, x, y-6, x+9, y-6), line(Black, 1.5, x, y+10, x, y+12))
		blade(11, 9)
	case protection.Held:
		d.add(line(Black, 1.5, x, y-12, x, y-7), line(Black, 1.5, x, y+10, x, y+12),
			line(Black, 1.5, x-22, y, x-6, y).dashed(true), line(Black, 1.5, x-22, y-5, x-22, y+5),
			line(Black, 1.5, x, y-16, x+38, y-16, x+38, y-7), line(Black, 2, x+38, y+10, x+29, y-7),
			line(Black, 1.5, x+38, y+10, x+38, y+18, x, y+18), text(x+44, y+5, c.Hold, Small).start())
		blade(-9, 7)
	case protection.Waits:
		d.add(line(Black, 1.5, x, y-12, x, y-7), line(Black, 1.5, x, y+10, x, y+12), arc(x-12, y, 5, 90, 270, Black,
			1.5))
		blade(-9, 7)
	default:
		d.add(line(Black, 1.5, x, y-12, x, y-7), line(Black, 1.5, x, y+10, x, y+12))
		blade(-9, 7)
	}
	side := x - 26
	d.add(text(side, y-1, c.Mark, Small).bold().end())
	if c.Ends != "" {
		d.add(text(side, y+11, c.Ends, Small).soft().end())
	}
	if c.Kind != protection.Held {
		d.add(text(x+20, y+4, c.Words, Small).start().soft())
	}
}

// drawRung draws one line; its steps stand from the left, its coil at the right.
func drawRung(d *Drawing, r protection.Rung, y float64) {
	x := ladderLeft
	said := ""
	for i, s := range r.Contacts {
		at := ladderLeft + 60 + stepWidth*float64(i)
		if s.Kind == protection.Coil {
			at = ladderRight - 60
		}
		d.add(line(Black, 1.5, x, y, at-10, y))
		switch s.Kind {
		case protection.Closes, protection.Waits:
			contact(d, at, y)
			if s.Kind == protection.Waits {
				d.add(arc(at, y+10, 5, 0, 180, Black, 1.5))
			}
		case protection.Opens:
			contact(d, at, y)
			d.add(line(Black, 1.5, at-9, y+9, at+9, y-9))
		case protection.Held:
			contact(d, at, y)
			d.add(
				line(Black, 1.5, at, y-9, at, y-16),
				line(Black, 1.5, at-7, y-16, at+7, y-16),
				line(
					Black,
					1.5,
					at-26,
					y,
					at-26,
					y+24,
					at-6,
					y+24,
				),
				line(Black, 1.5, at+6, y+24, at+26, y+24, at+26, y),
				line(
					Black,
					2,
					at-6,
					y+16,
					at-6,
					y+32,
				),
				line(Black, 2, at+6, y+16, at+6, y+32),
				text(at, y+44, s.Hold+" holds", Small).soft(),
			)
		case protection.Coil:
			d.add(circle(at, y, 13, Black, Paper).of("coil " + s.Mark))
		}
		name := text(at, y-20, s.Mark, Small).bold()
		if s.Kind == protection.Coil {
			name = text(at, y+4, s.Mark, Small).bold()
			d.add(text(at, y-20, s.Words, Small))
			d.add(line(Black, 1.5, at+13, y, ladderRight, y))
		} else if s.Kind != protection.Held {
			d.add(text(at, y+24, s.Words, Small).soft())
		} else {
			d.add(text(at+12, y-20, s.Words, Small).start().soft())
			name = text(at-12, y-20, s.Mark, Small).bold().end()
		}
		d.add(name)
		x = at + 10
		if said != "" {
			said += ", "
		}
		said += s.Mark + " (" + s.Words + ")"
	}
	d.fact(r.Title, said)
}

// contact draws an open contact of a relay.
func contact(d *Drawing, x, y float64) {
	d.add(
		line(Black, 2, x-10, y, x-5, y),
		line(Black, 2, x-5, y-9, x-5, y+9),
		line(Black, 2, x+5, y-9, x+5, y+9),
		line(Black, 2, x+5, y, x+10, y),
	)
}
