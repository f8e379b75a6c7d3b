// Package drawing lays out the product's diagrams once, from a plan, as a list
// of primitives. The browser, the printed card and exports render the same
// list; the browser adds hands by what a primitive stands for.
//
// Coordinates are in px of the drawing's own size, y downward. Every primitive
// may say what it stands for ("coil U", "stud V2", "line L1") and a tone (ok,
// near, over, idle, live); inks are names that the theme turns into colours,
// so that wires follow the workshop's code.
package drawing

import "math"

// Kind of a primitive.
type Kind string

// The kinds of primitive.
const (
	KindLine   Kind = "line"   // an open polyline through Points
	KindShape  Kind = "shape"  // a closed polygon through Points
	KindArc    Kind = "arc"    // circle arc around X, Y from A0 to A1 degrees, clockwise on the screen
	KindCircle Kind = "circle" // around X, Y
	KindRect   Kind = "rect"   // from X, Y
	KindText   Kind = "text"   // baseline at X, Y
)

// Ink is what a stroke is drawn with; the theme gives it a colour.
type Ink string

// The inks.
const (
	Black  Ink = "black"
	Soft   Ink = "soft"
	Faint  Ink = "faint"
	Accent Ink = "accent"
	Metal  Ink = "metal"
	Paper  Ink = "paper"
	Shade  Ink = "shade"
	WireL1 Ink = "wire-l1"
	WireL2 Ink = "wire-l2"
	WireL3 Ink = "wire-l3"
	Earth  Ink = "wire-earth"
	Toned  Ink = "tone" // by Tone
	None   Ink = ""
)

// Size of a text.
type Size string

// The sizes of text.
const (
	Small  Size = "s"
	Medium Size = "m"
	Large  Size = "l"
)

// Item is one primitive.
type Item struct {
	Kind   Kind      `json:"k"`
	Points []float64 `json:"p,omitempty"` // x, y, x, y …
	X      float64   `json:"x,omitempty"`
	Y      float64   `json:"y,omitempty"`
	R      float64   `json:"r,omitempty"`
	W      float64   `json:"w,omitempty"`
	H      float64   `json:"h,omitempty"`
	A0     float64   `json:"a0,omitempty"`
	A1     float64   `json:"a1,omitempty"`
	Text   string    `json:"t,omitempty"`
	Anchor string    `json:"anchor,omitempty"` // start, middle, end
	Size   Size      `json:"size,omitempty"`
	Bold   bool      `json:"bold,omitempty"`
	Ink    Ink       `json:"ink,omitempty"`
	Fill   Ink       `json:"fill,omitempty"`
	Stroke float64   `json:"stroke,omitempty"`
	Dash   bool      `json:"dash,omitempty"`
	Tone   string    `json:"tone,omitempty"`
	Of     string    `json:"of,omitempty"`
}

// Fact is one row of the table that says in words what the drawing shows.
type Fact struct {
	Name  string `json:"name"`
	Value string `json:"value"`
}

// Drawing is a finished diagram.
type Drawing struct {
	Title  string  `json:"title"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
	Items  []Item  `json:"items" nullable:"false"`
	Facts  []Fact  `json:"facts" nullable:"false"`
}

func (d *Drawing) add(items ...Item) { d.Items = append(d.Items, items...) }

func (d *Drawing) fact(name, value string) {
	if value != "" {
		d.Facts = append(d.Facts, Fact{name, value})
	}
}

func line(ink Ink, stroke float64, points ...float64) Item {
	return Item{Kind: KindLine, Points: points, Ink: ink, Stroke: stroke}
}

func text(x, y float64, s string, size Size) Item {
	return Item{Kind: KindText, X: x, Y: y, Text: s, Size: size, Anchor: "middle", Ink: Black}
}

func circle(x, y, r float64, ink, fill Ink) Item {
	return Item{Kind: KindCircle, X: x, Y: y, R: r, Ink: ink, Fill: fill, Stroke: 1.5}
}

func rect(x, y, w, h float64, ink, fill Ink) Item {
	return Item{Kind: KindRect, X: x, Y: y, W: w, H: h, Ink: ink, Fill: fill, Stroke: 1.5}
}

func arc(x, y, r, a0, a1 float64, ink Ink, stroke float64) Item {
	return Item{Kind: KindArc, X: x, Y: y, R: r, A0: a0, A1: a1, Ink: ink, Stroke: stroke}
}

func (i Item) soft() Item           { i.Ink = Soft; return i }
func (i Item) bold() Item           { i.Bold = true; return i }
func (i Item) inked(ink Ink) Item   { i.Ink = ink; return i }
func (i Item) dashed(yes bool) Item { i.Dash = yes; return i }
func (i Item) of(what string) Item  { i.Of = what; return i }
func (i Item) toned(t string) Item  { i.Tone, i.Ink = t, Toned; return i }
func (i Item) start() Item          { i.Anchor = "start"; return i }
func (i Item) end() Item            { i.Anchor = "end"; return i }

// coil draws a winding between two points as a lead, bumps, and a lead.
func coil(x0, y0, x1, y1 float64, tone, what string, stroke float64) []Item {
	const bumps = 4
	length := math.Hypot(x1-x0, y1-y0)
	ux, uy := (x1-x0)/length, (y1-y0)/length
	r := min(13, length/12)
	body := 2 * r * bumps
	from := (length - body) / 2
	at := func(s float64) (float64, float64) { return x0 + ux*s, y0 + uy*s }
	ax, ay := at(from)
	bx, by := at(from + body)
	out := []Item{
		line(Toned, stroke, x0, y0, ax, ay).toned(tone).of(what),
		line(Toned, stroke, bx, by, x1, y1).toned(tone).of(what),
	}
	angle := math.Atan2(uy, ux) * 180 / math.Pi
	for i := range bumps {
		cx, cy := at(from + r*float64(2*i+1))
		out = append(out, arc(cx, cy, r, angle+180, angle+360, Toned, stroke).toned(tone).of(what))
	}
	return out
}

// arrow draws a head at the end of an arc of travel.
func arrow(x, y, degrees, size float64, ink Ink) Item {
	a := degrees * math.Pi / 180
	p := func(da, k float64) (float64, float64) {
		return x + k*size*math.Cos(a+da), y + k*size*math.Sin(a+da)
	}
	tx, ty := p(0, 1)
	lx, ly := p(2.5, 0.8)
	rx, ry := p(-2.5, 0.8)
	return Item{Kind: KindShape, Points: []float64{tx, ty, lx, ly, rx, ry}, Ink: ink, Fill: ink, Stroke: 1}
}

// turning draws the arrow of rotation around a centre.
func turning(x, y, r float64, clockwise bool) []Item {
	if clockwise {
		end := 320.0
		ex, ey := polar(x, y, r, end)
		return []Item{arc(x, y, r, 220, end, Accent, 2.5), arrow(ex, ey, end+95, 8, Accent)}
	}
	end := 220.0
	ex, ey := polar(x, y, r, end)
	return []Item{arc(x, y, r, end, 320, Accent, 2.5), arrow(ex, ey, end-95, 8, Accent)}
}

func polar(x, y, r, degrees float64) (float64, float64) {
	a := degrees * math.Pi / 180
	return x + r*math.Cos(a), y + r*math.Sin(a)
}

// weight of a wire by its amps, against what the plate draws.
func weight(amps, full float64) float64 {
	if full <= 0 || amps <= 0 {
		return 1.5
	}
	return min(6, 1.5+3*math.Sqrt(amps/full))
}
