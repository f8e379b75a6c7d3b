// Package pdf prints the card for a machine, on one page where it fits there, A4 or Letter, black
// and white, from the same drawings and the same card as the screen.
package pdf

import (
	"bytes"
	"fmt"
	"math"
	"strconv"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/drawing"
)

// Paper is a size of sheet.
type Paper string

// The sheets.
const (
	A4     Paper = "a4"
	Letter Paper = "letter"
)

// Card is everything that the page says.
type Card struct {
	Workshop string
	Card     bringup.Card
	Drawings drawing.Views
	Revision int
	At       time.Time // of the revision
	// Of the machine's book: gates that were skipped or failed, where it ends, and the code by
	// which a phone opens the bring-up (a PNG; nil: none).
	Stays []string
	Book  string
	Code  []byte
	// On further pages: the circuit as it is wired, and what it is built of.
	Circuit []drawing.Drawing
	Buys    []Bought
}

// Bought is one line of what a circuit is built of.
type Bought struct{ What, Spec, Have, Price string }

const (
	codeSide = 15.0 // mm
	margin   = 10.0 // mm
	font     = "go"
)

type page struct {
	*fpdf.Fpdf
	width, height float64
	size          float64 // of plain text, points
	line          float64 // mm
	style         string  // of the text now, and its size in points
	points        float64
	added         [3]bool // typefaces beside the page's own that are in the document
}

// Write prints the card. The text shrinks by steps until everything stands on one page; what does not
// fit there in the smallest goes on over further ones in a size that is read at arm's length.
func Write(c Card, paper Paper) ([]byte, error) {
	for _, size := range []float64{9, 8.5, 8, 7.5, 7, 6.5, 6} {
		p := begin(c, paper, size)
		if p.card(c) {
			p.further(c)
			return p.done()
		}
	}
	p := begin(c, paper, 8.5)
	p.cardOver(c)
	p.further(c)
	return p.done()
}

func begin(c Card, paper Paper, size float64) *page {
	name := "A4"
	if paper == Letter {
		name = "Letter"
	}
	f := fpdf.New("P", "mm", name, "")
	f.AddUTF8FontFromBytes(font, "", faces[0].regular)
	f.AddUTF8FontFromBytes(font, "B", faces[0].bold)
	f.SetCreationDate(c.At)
	f.SetModificationDate(c.At)
	f.SetCatalogSort(true)
	f.SetTitle(c.Card.Title+", connection card", true)
	f.SetMargins(margin, margin, margin)
	f.SetAutoPageBreak(false, margin)
	f.AddPage()
	w, h := f.GetPageSize()
	return &page{Fpdf: f, width: w, height: h, size: size, line: size * 0.47}
}

func (p *page) text(bold bool, scale float64) {
	style := ""
	if bold {
		style = "B"
	}
	p.SetFont(font, style, p.size*scale)
}

// words writes wrapped text in a column and gives the height it took.
func (p *page) words(x, y, w float64, s string) float64 {
	lines := p.SplitText(s, w)
	for i, l := range lines {
		p.Text(x, y+p.line*(float64(i)+0.78), l)
	}
	return p.line * float64(max(1, len(lines)))
}

func (p *page) heading(x, y, w float64, s string) float64 {
	p.text(true, 1.08)
	p.Text(x, y+p.line*1.25, s)
	p.SetLineWidth(0.25)
	p.Line(x, y+p.line*1.5, x+w, y+p.line*1.5)
	return p.line * 1.75
}

func (p *page) rule(x, y, w float64) {
	p.SetDrawColor(170, 170, 170)
	p.SetLineWidth(0.1)
	p.Line(x, y, x+w, y)
	p.SetDrawColor(0, 0, 0)
}

func (p *page) box(x, y float64) {
	p.SetLineWidth(0.2)
	p.Rect(x, y+p.line*0.12, p.line*0.62, p.line*0.62, "D")
}

// ring marks where a figure comes from: open for estimated, filled for measured.
func (p *page) ring(x, y float64, mark finding.Mark) {
	p.SetLineWidth(0.2)
	r := p.line * 0.22
	switch mark {
	case finding.Estimated:
		p.Circle(x, y+p.line*0.52, r, "D")
	case finding.Measured:
		p.SetFillColor(0, 0, 0)
		p.Circle(x, y+p.line*0.52, r, "FD")
	}
}

// card lays everything out and says whether it stayed on the page.
func (p *page) card(c Card) bool {
	k := c.Card
	full := p.width - 2*margin
	x, y := margin, margin
	p.text(true, 1.9)
	p.Text(x, y+5, p.clipped(k.Title, full-70))
	p.text(false, 1)
	stamp := fmt.Sprintf("Connection card, revision %d, %s", c.Revision, c.At.Format("2006-01-02"))
	p.Text(x+full-p.GetStringWidth(stamp), y+4, stamp)
	y += 6
	y += p.words(x, y, full, c.Workshop+" · "+k.Plate)
	p.SetLineWidth(0.5)
	p.Line(x, y+0.6, x+full, y+0.6)
	y += 1.6
	if k.NotReady != "" {
		p.text(true, 1.1)
		y += p.words(x, y, full, k.NotReady) + 1
	}
	y = p.drawn(x, y, full, c)
	y = p.readings(x, y, full, k)
	left, right := full*0.57, full*0.4
	lowLeft := y + p.heading(x, y, left, "Checks, in this order, with who and when")
	for _, check := range k.Checks {
		p.box(x, lowLeft)
		p.text(false, 1)
		h := p.words(x+4, lowLeft, left-34, check)
		lowLeft += h + 0.3
		p.rule(x, lowLeft, left)
	}
	rx := x + full - right
	lowRight := y + p.heading(rx, y, right, "Cautions")
	list := func(lines []string) {
		p.text(false, 1)
		for _, s := range lines {
			p.Text(rx, lowRight+p.line*0.78, "•")
			lowRight += p.words(rx+2.5, lowRight, right-2.5, s)
		}
	}
	list(k.Cautions)
	if len(k.Open)+len(c.Stays) > 0 {
		lowRight += p.heading(rx, lowRight, right, "Not checked yet")
		list(k.Open)
		list(c.Stays)
	}
	y = math.Max(lowLeft, lowRight) + 1
	p.SetLineWidth(0.25)
	p.Line(x, y, x+full, y)
	p.text(false, 0.9)
	foot := k.Foot
	if c.Book != "" {
		foot += " " + c.Book
	}
	if c.Code == nil {
		return y+p.words(x, y+0.4, full, foot) <= p.height-margin+2
	}
	h := p.words(x, y+0.4, full-codeSide-3, foot)
	p.code(c.Code, x+full-codeSide, y+0.6)
	return y+math.Max(h, codeSide) <= p.height-margin+2
}

// code draws the code by which a phone opens the bring-up.
func (p *page) code(png []byte, x, y float64) {
	p.RegisterImageOptionsReader("code", fpdf.ImageOptions{ImageType: "png"}, bytes.NewReader(png))
	p.ImageOptions("code", x, y, codeSide, codeSide, false, fpdf.ImageOptions{}, 0, "")
}

// readings lists what to expect, with room to write what was measured. It gives where they end.
func (p *page) readings(x, y, full float64, k bringup.Card) float64 {
	if len(k.Readings) > 0 {
		y += p.heading(x, y, full, "Readings: expect, then measure")
		p.text(true, 1)
		at := []float64{x, x + 34, x + 94, x + 122, x + full - 32}
		for i, s := range []string{"When", "What", "Expect", "Within", "Measured"} {
			p.Text(at[i], y+p.line*0.78, s)
		}
		y += p.line
		p.text(false, 1)
		for n, r := range k.Readings {
			if n == 0 || k.Readings[n-1].When != r.When {
				p.Text(at[0], y+p.line*0.78, r.When)
			}
			p.Text(at[1], y+p.line*0.78, r.Where)
			p.ring(at[2]-1.8, y, r.Mark)
			p.Text(at[2], y+p.line*0.78, r.Expect)
			p.Text(at[3], y+p.line*0.78, r.Band)
			y += p.line * 1.08
			p.rule(x, y, full)
		}
		p.SetLineWidth(0.1)
		p.Line(at[4]-1.5, y-float64(len(k.Readings))*p.line*1.08, at[4]-1.5, y)
	}
	return y
}

// drawn lays the drawings beside joints and settings, and the parts below: of one circuit
// beneath it. It gives where they end.
func (p *page) drawn(x, y, full float64, c Card) float64 {
	third := full * 0.33
	side := x + third*2.12 + 6
	low := p.column(side, y, x+full-side, c.Card)
	if len(c.Drawings.Box.Items) == 0 {
		wide := third * 2.12
		below := y
		if len(c.Drawings.Windings.Items) > 0 {
			p.drawing(c.Drawings.Windings, x, y, wide)
			below += wide*c.Drawings.Windings.Height/c.Drawings.Windings.Width + 1
		}
		return math.Max(low, p.parts(x, below, wide, c.Card.Parts)) + 1
	}
	p.drawing(c.Drawings.Box, x, y, third)
	p.drawing(c.Drawings.Windings, x+third+2, y, third*1.12)
	return p.parts(x, math.Max(low, y+third*1.12*c.Drawings.Windings.Height/c.Drawings.Windings.Width)+1, full,
		c.Card.Parts)
}

// parts lists what is built in, and gives where the list ends.
func (p *page) parts(x, y, w float64, parts []bringup.Line) float64 {
	if len(parts) == 0 {
		return y
	}
	y += p.heading(x, y, w, "Parts")
	for _, l := range parts {
		p.box(x, y)
		p.text(false, 1)
		p.Text(x+4, y+p.line*0.78, l.Name)
		p.text(true, 1)
		p.Text(x+38, y+p.line*0.78, l.Value)
		p.text(false, 1)
		y += p.words(x+70, y, w-70, l.Note)
		p.rule(x, y, w)
	}
	return y
}

// column writes joints and settings and gives where it ends.
func (p *page) column(x, y, w float64, k bringup.Card) float64 {
	y += p.heading(x, y, w, "Joints")
	for _, l := range k.Joints {
		p.box(x, y)
		p.text(true, 1)
		p.Text(x+4, y+p.line*0.78, l.Value)
		p.text(false, 1)
		p.Text(x+4+16, y+p.line*0.78, l.Name)
		y += p.line * 1.08
		if l.Note != "" {
			p.text(false, 0.88)
			y += p.words(x+4+16, y, w-4-16, l.Note)
		}
		p.rule(x, y, w)
	}
	if len(k.Settings) > 0 {
		y += p.heading(x, y, w, "Settings")
		for _, l := range k.Settings {
			p.text(false, 1)
			y += p.words(x, y, w, l.Name+": "+l.Value)
			p.text(false, 0.88)
			y += p.words(x, y, w, l.Note)
			p.rule(x, y, w)
		}
	}
	return y
}

func rgb(hex string) (r, g, b int) {
	n, err := strconv.ParseUint(hex[1:], 16, 32)
	if err != nil {
		return 0, 0, 0
	}
	return int(n >> 16), int(n >> 8 & 255), int(n & 255)
}

// drawing renders the primitives at a place, as wide as asked.
func (p *page) drawing(d drawing.Drawing, x, y, width float64) {
	theme := drawing.BlackAndWhite()
	k := width / d.Width
	px := func(v float64) float64 { return x + v*k }
	py := func(v float64) float64 { return y + v*k }
	for _, i := range d.Items {
		if i.Kind == drawing.KindText {
			style := ""
			if i.Bold {
				style = "B"
			}
			p.SetFont(font, style, i.Size.Px()*k*72/25.4)
			w := p.GetStringWidth(i.Text)
			at := px(i.X)
			switch i.Anchor {
			case "middle":
				at -= w / 2
			case "end":
				at -= w
			}
			p.Text(at, py(i.Y), i.Text)
			continue
		}
		mode := ""
		if i.Fill != drawing.None {
			r, g, b := rgb(theme.Of(i.Fill, "ok"))
			p.SetFillColor(r, g, b)
			mode = "F"
		}
		if colour := theme.Of(i.Ink, i.Tone); colour != "" {
			r, g, b := rgb(colour)
			p.SetDrawColor(r, g, b)
			p.SetLineWidth(math.Max(0.12, i.Stroke*k))
			mode += "D"
		}
		if i.Dash {
			p.SetDashPattern([]float64{6 * k, 5 * k}, 0)
		}
		switch i.Kind {
		case drawing.KindCircle:
			p.Circle(px(i.X), py(i.Y), i.R*k, mode)
		case drawing.KindRect:
			p.Rect(px(i.X), py(i.Y), i.W*k, i.H*k, mode)
		case drawing.KindArc: // angles run the other way round in the file's own frame
			p.Arc(px(i.X), py(i.Y), i.R*k, i.R*k, 0, -i.A1, -i.A0, "D")
		case drawing.KindLine, drawing.KindShape:
			for n := 0; n+1 < len(i.Points); n += 2 {
				if n == 0 {
					p.MoveTo(px(i.Points[0]), py(i.Points[1]))
				} else {
					p.LineTo(px(i.Points[n]), py(i.Points[n+1]))
				}
			}
			if i.Kind == drawing.KindShape {
				p.ClosePath()
				p.DrawPath(mode)
			} else {
				p.DrawPath("D")
			}
		}
		if i.Dash {
			p.SetDashPattern([]float64{}, 0)
		}
		p.SetDrawColor(0, 0, 0)
	}
}
