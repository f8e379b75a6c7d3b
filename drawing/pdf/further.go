package pdf

import "graybridge/drawing"

// further writes the circuit and its parts on pages after the card, as many as they take.
func (p *page) further(c Card) {
	if len(c.Circuit) == 0 && len(c.Buys) == 0 {
		return
	}
	full, y := p.width-2*margin, 0.0
	next := func(title string) {
		p.AddPage()
		p.text(true, 1.5)
		p.Text(margin, margin+4, p.clipped(c.Card.Title+": "+title, full))
		p.SetLineWidth(0.4)
		p.Line(margin, margin+6, margin+full, margin+6)
		y = margin + 9
	}
	next("the circuit as it is wired, guide value")
	p.text(false, 1)
	y += p.words(margin, y, full, wiredDead) + 2
	for _, d := range c.Circuit {
		if len(d.Items) == 0 {
			continue
		}
		width := full
		if most := p.height - 2*margin - 14; d.Height/d.Width*width > most {
			width = most * d.Width / d.Height
		}
		if y+width*d.Height/d.Width > p.height-margin {
			next("the circuit, continued")
		}
		p.drawing(d, margin, y, width)
		y += width*d.Height/d.Width + 3
	}
	if len(c.Buys) > 0 {
		p.buys(c.Buys, &y, next)
	}
}

const wiredDead = "Wired dead only: locked off, proved dead (known live, here, known live again), charges taken " +
	"off, earth first and off last. Fixed wiring belongs to a licensed person in most places; local rules come first."

// buys lists what is built in, a line each, with a box to tick.
func (p *page) buys(all []Bought, y *float64, next func(string)) {
	full := p.width - 2*margin
	at := []float64{margin + 4, margin + 48, margin + 128, margin + full - 22}
	head := func() { *y += p.heading(margin, *y, full, "Parts: what it must be, what is there, what it costs") }
	if *y > p.height-margin-30 {
		next("parts")
	}
	head()
	for _, b := range all {
		p.text(false, 1)
		tall := p.line * float64(max(len(p.SplitText(b.Spec, 78)), len(p.SplitText(b.Have, full-154)),
			len(p.SplitText(b.What, 42)), 1))
		if *y+tall > p.height-margin {
			next("parts, continued")
			head()
		}
		p.box(margin, *y)
		p.text(true, 1)
		p.words(at[0], *y, 42, b.What)
		p.text(false, 1)
		p.words(at[1], *y, 78, b.Spec)
		p.words(at[2], *y, full-154, b.Have)
		p.Text(at[3], *y+p.line*0.78, b.Price)
		*y += tall + 0.4
		p.rule(margin, *y, full)
	}
}

// Sheets are the drawings of a circuit that there are.
func Sheets(all ...drawing.Drawing) (out []drawing.Drawing) {
	for _, d := range all {
		if len(d.Items) > 0 {
			out = append(out, d)
		}
	}
	return out
}
