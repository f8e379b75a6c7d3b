package drawing

import (
	"math"
	"slices"

	"graybridge/core/leads"
	"graybridge/core/site"
)

// Box is the terminal box as it is in the hand: studs or lead ends, links, the
// lines that come in, the earth. done are the joints that exist; what only the
// shown state has is drawn dashed.
func Box(p *Scene, s *site.State, done leads.Joints) Drawing {
	d := Drawing{Title: "Terminal box, " + s.Title, Width: 400, Height: 330, Items: []Item{}, Facts: []Fact{}}
	d.add(Item{Kind: KindRect, X: 20, Y: 52, W: 360, H: 262, Ink: Black, Fill: Shade, Stroke: 2},
		Item{Kind: KindRect, X: 34, Y: 66, W: 332, H: 234, Ink: Faint, Fill: Paper, Stroke: 1})
	switch {
	case p.Box == leads.Studs:
		studs(&d, p, s, done)
	default:
		caps(&d, p, s, done)
	}
	d.add(circle(346, 278, 11, Earth, Paper), line(Earth, 2, 346, 270, 346, 277), line(Earth, 2, 339, 277, 353, 277),
		line(Earth, 1.5, 342, 281, 350, 281), line(Earth, 1.5, 344, 285, 348, 285))
	for _, b := range s.Between {
		d.fact("Volts between "+lineSaid(p, b.A)+" and "+lineSaid(p, b.B), b.Volts)
	}
	return d
}

// lineWord is a line's short name: the third is the made third line of a capacitor
// bridge, or a drive's third output.
func lineWord(p *Scene, l string) string {
	if l == "L3" {
		return p.Third
	}
	return l
}

func joined(done leads.Joints, a, b string) bool { return slices.Contains(done.Of(a), b) }

func studs(d *Drawing, p *Scene, s *site.State, done leads.Joints) {
	n := p.Naming
	up, low := p.Rows.Studs()
	at := map[string][2]float64{}
	for i := range up {
		x := 96 + 104*float64(i)
		at[up[i]], at[low[i]] = [2]float64{x, 138}, [2]float64{x, 222}
	}
	shown := s.Joints
	fed := shown
	if s.Solved {
		fed, _ = shown.WithLines(p.Kind)
	}
	for _, g := range shown {
		for _, pair := range chain(g) {
			a, b := at[pair[0]], at[pair[1]]
			what := "joint " + pair[0] + "-" + pair[1]
			open := !joined(done, pair[0], pair[1])
			if a[0] != b[0] && a[1] != b[1] { // not a link of the box: a loose jumper
				d.add(line(Metal, 5, a[0], a[1], (a[0]+b[0])/2, (a[1]+b[1])/2+14, b[0], b[1]).dashed(open).of(what))
			} else {
				d.add(line(Metal, 12, a[0], a[1], b[0], b[1]).dashed(open).of(what))
			}
			d.fact("Link", n.Print(pair[0])+" to "+n.Print(pair[1])+done0(open))
		}
	}
	for i, l := range leads.Lines {
		x := 96 + 104*float64(i)
		g := fed.Of(l)
		target := ""
		for _, name := range leads.Six.Terminals() { // the stud that the moves name
			if slices.Contains(g, name) {
				target = name
				break
			}
		}
		open := target == "" || !joined(done, l, target)
		name := lineWord(p, l)
		d.add(text(x, 18, name, Medium).bold())
		if s.Solved && !s.Short {
			d.add(text(x, 34, amps(s, l), Small).soft())
		}
		if target == "" {
			d.add(line(wire(l), 4, x, 42, x, 84).dashed(true).of("line " + l))
			continue
		}
		t := at[target]
		path := []float64{x, 42, x, 92, t[0], 112, t[0], t[1] - 16}
		if slices.Contains(low, target) { // beside the stud above, not over it
			path = []float64{x, 42, x, 92, t[0] + 50, 112, t[0] + 50, t[1], t[0] + 16, t[1]}
		}
		d.add(line(wire(l), 4, path...).dashed(open).of("line " + l))
		d.fact(name, "to "+n.Print(target)+done0(open))
	}
	for _, name := range append(slices.Clone(up), low...) {
		q := at[name]
		d.add(circle(q[0], q[1], 16, Black, Shade).of("stud "+name),
			circle(q[0], q[1], 7, Black, Metal).of("stud "+name))
		d.add(text(q[0]-23, q[1]+5, n.Print(name), Medium).bold().end())
		if other := besides(p, name); other != "" {
			d.add(text(q[0]-23, q[1]+18, other, Small).soft().end())
		}
		if s.Solved && !s.Short {
			d.add(text(q[0]+21, q[1]-8, "live", Small).start().toned("over").of("stud " + name))
		}
	}
	if !s.Known {
		d.add(text(200, 272, "What is joined here now?", Medium).soft())
		return
	}
	between(d, p, s, [3]float64{96, 200, 304}, 262)
}

func done0(open bool) string {
	if open {
		return ", not made yet"
	}
	return ""
}

func amps(s *site.State, l string) string {
	for _, one := range s.Lines {
		if one.Line == l {
			return one.Text
		}
	}
	return ""
}

// between prints the volts between the columns, never against nothing.
func between(d *Drawing, p *Scene, s *site.State, x [3]float64, y float64) {
	if len(s.Between) < 3 || s.Short {
		return
	}
	brace := func(a, b, y float64, t string) {
		d.add(line(Soft, 1, a+4, y-4, a+4, y, b-4, y, b-4, y-4))
		if t != "" {
			d.add(text((a+b)/2, y+13, t, Small).inked(Black))
		}
	}
	brace(x[0], x[1], y, s.Between[0].Volts)
	brace(x[1], x[2], y, s.Between[2].Volts)
	brace(x[0], x[2], y+20, "")
	d.add(text(x[1], y+33, "L1 to "+p.Third+" "+s.Between[1].Volts, Small))
}

// Windings is the motor as it is inside: coils on their axes, coloured by their
// amps against plate, joints by the lines that reach them.
func Windings(p *Scene, s *site.State) Drawing {
	d := Drawing{Title: "Windings, " + s.Title, Width: 460, Height: 336, Items: []Item{}, Facts: []Fact{}}
	for _, c := range s.Coils {
		value := "no figures yet"
		if c.Amps != "" {
			value = c.Amps + ", " + c.Of + " of rated amps, " + c.Volts
		}
		d.fact("Winding "+c.Name+" ("+p.Naming.Print(c.Start)+" to "+p.Naming.Print(c.Finish)+")", value)
	}
	if s.Torque != "" {
		d.fact("Torque", s.Torque)
	}
	if !s.Known {
		d.add(text(230, 328, "three coils; their joints are not said yet", Small).soft())
	}
	switch {
	case p.Kind.Halved():
		halves(&d, p, s)
	case s.Way.Arrangement == leads.Delta && p.Kind == leads.Six:
		triangle(&d, p, s)
	case len(s.Coils) > 0:
		spokes(&d, p, s)
	}
	return d
}

// corner names the line at a joint, or the terminals alone.
func cornerLabel(p *Scene, g []string) (line, terminals string) {
	var names []string
	for _, n := range g {
		if slices.Contains(leads.Lines, n) {
			line = n
		} else {
			names = append(names, n)
		}
	}
	return line, leads.PrintJoint(names, p.Naming)
}

// node draws a joint's dot with its line.
func node(d *Drawing, p *Scene, x, y float64, l, terminals string, lx, ly float64, anchor string) {
	ink := Black
	if l != "" {
		ink = wire(l)
	}
	d.add(Item{Kind: KindCircle, X: x, Y: y, R: 6, Ink: Black, Fill: ink, Stroke: 1.5, Of: "joint " + terminals})
	title := text(lx, ly, lineTitle(p, l), Medium).bold()
	sub := text(lx, ly+15, terminals, Small).soft()
	title.Anchor, sub.Anchor = anchor, anchor
	if l == "" {
		sub.Y = ly
	} else {
		d.add(title)
	}
	d.add(sub)
}

func lineTitle(p *Scene, l string) string {
	if l == "L3" && p.Third == "made" {
		return "made third line"
	}
	return l
}

// label writes a coil's figures beside it.
func label(d *Drawing, c site.Coil, x, y float64, anchor string) {
	first := text(x, y, c.Name, Medium).bold()
	first.Anchor, first.Of = anchor, "coil "+c.Name
	if c.Amps == "" {
		d.add(first)
		return
	}
	if c.Open {
		first.Text = c.Name + "  open inside"
		d.add(first)
		return
	}
	first.Text = c.Name + "  " + c.Amps
	of := text(x, y+16, c.Of+" of plate", Small).toned(string(c.Tone))
	v := text(x, y+31, c.Volts+" across", Small).soft()
	of.Anchor, v.Anchor = anchor, anchor
	d.add(first, of, v)
}

// winding draws one coil of a state, with a gap where it is broken.
func winding(c site.Coil, x0, y0, x1, y1, stroke float64) []Item {
	items := coil(x0, y0, x1, y1, string(c.Tone), "coil "+c.Name, stroke)
	if c.Open {
		return slices.Delete(items, 3, 5)
	}
	return items
}

// stroke of a coil by its share of rated amps.
func stroke(c site.Coil) float64 { return math.Max(2.5, math.Min(7, 2+3.2*c.Share)) }

func triangle(d *Drawing, p *Scene, s *site.State) {
	fed := s.Joints
	if s.Solved {
		fed, _ = s.Joints.WithLines(p.Kind)
	}
	left, right, top := [2]float64{120, 264}, [2]float64{340, 264}, [2]float64{230, 56}
	place := func(terminal string) [2]float64 {
		g := fed.Of(terminal)
		switch {
		case slices.Contains(g, "U1"):
			return left
		case slices.Contains(g, "U2"):
			return right
		}
		return top
	}
	for _, c := range s.Coils {
		a, b := place(c.Start), place(c.Finish)
		// Bumps outward: walk so that the middle lies on the left hand.
		if cross := (b[0]-a[0])*(172-a[1]) - (b[1]-a[1])*(230-a[0]); cross < 0 {
			a, b = b, a
		}
		d.add(winding(c, a[0], a[1], b[0], b[1], stroke(c))...)
		mx, my := (a[0]+b[0])/2, (a[1]+b[1])/2
		switch {
		case my > 200:
			label(d, c, mx, 298, "middle")
		case mx < 230:
			label(d, c, mx-34, my-24, "end")
		default:
			label(d, c, mx+34, my-24, "start")
		}
	}
	for _, at := range [][2]float64{left, right, top} {
		terminal := map[[2]float64]string{left: "U1", right: "U2"}[at]
		if terminal == "" {
			for _, c := range s.Coils {
				if place(c.Start) == top {
					terminal = c.Start
				}
			}
		}
		l, names := cornerLabel(p, fed.Of(terminal))
		switch at {
		case left:
			node(d, p, at[0], at[1], l, names, at[0]-14, at[1]+4, "end")
		case right:
			node(d, p, at[0], at[1], l, names, at[0]+14, at[1]+4, "start")
		default:
			node(d, p, at[0], at[1], l, names, at[0], 22, "middle")
		}
	}
	middle(d, p, s, 230, 196)
}

// spokes draws the coils from the middle outward: star, and every set of joints
// that is neither star nor delta, with its joints drawn as wires.
func spokes(d *Drawing, p *Scene, s *site.State) {
	const cx, cy = 230.0, 172.0
	fed := s.Joints
	if s.Solved {
		fed, _ = s.Joints.WithLines(p.Kind)
	}
	star := s.Way.Arrangement == leads.Star
	angles := []float64{150, 30, 270}
	at := map[string][2]float64{}
	outer, inner := 132.0, 34.0
	if star {
		inner = 0
	}
	starts := true // starts outside, unless the starts are the star point
	if star && p.Kind == leads.Six && len(fed.Of("U1")) > 2 && slices.Contains(fed.Of("U1"), "V1") {
		starts = false
	}
	for i, c := range s.Coils {
		out, in := c.Start, c.Finish
		if !starts {
			out, in = in, out
		}
		x, y := polar(cx, cy, outer, angles[i])
		at[out] = [2]float64{x, y}
		x, y = polar(cx, cy, inner, angles[i])
		at[in] = [2]float64{x, y}
	}
	if !star {
		for _, g := range fed {
			for _, pair := range chain(g) {
				a, b := at[pair[0]], at[pair[1]]
				d.add(line(Metal, 3, a[0], a[1], b[0], b[1]).of("joint " + pair[0] + "-" + pair[1]))
			}
		}
	}
	for i, c := range s.Coils {
		a, b := at[c.Start], at[c.Finish]
		d.add(winding(c, a[0], a[1], b[0], b[1], stroke(c))...)
		x, y := polar(cx, cy, outer*0.58, angles[i])
		switch i {
		case 0:
			label(d, c, x-24, y-44, "end")
		case 1:
			label(d, c, x+24, y-44, "start")
		default:
			label(d, c, x+30, y-16, "start")
		}
	}
	for name, q := range ordered(at) {
		l, names := cornerLabel(p, fed.Of(name))
		outside := math.Hypot(q[0]-cx, q[1]-cy) > 60
		if !outside {
			if !star {
				d.add(circle(q[0], q[1], 4, Black, Paper).of("stud " + name))
			}
			continue
		}
		if len(fed.Of(name)) == 1 {
			l, names = "", p.Naming.Print(name)+", free"
		}
		switch {
		case q[1] < cy-60:
			node(d, p, q[0], q[1], l, names, q[0]-14, q[1], "end")
		case q[0] < cx:
			node(d, p, q[0], q[1], l, names, q[0], q[1]+24, "middle")
		default:
			node(d, p, q[0], q[1], l, names, q[0], q[1]+24, "middle")
		}
	}
	if star {
		d.add(Item{Kind: KindCircle, X: cx, Y: cy, R: 6, Ink: Black, Fill: Black, Stroke: 1, Of: "joint star"})
	}
	middle(d, p, s, cx, 262)
}

// ordered walks the terminals in the order of the studs, so that the same plan
// always gives the same drawing.
func ordered(at map[string][2]float64) func(yield func(string, [2]float64) bool) {
	return func(yield func(string, [2]float64) bool) {
		for _, n := range leads.Six.Terminals() {
			if q, ok := at[n]; ok && !yield(n, q) {
				return
			}
		}
	}
}

// middle writes torque, direction and unbalance.
func middle(d *Drawing, p *Scene, s *site.State, x, y float64) {
	switch {
	case !s.Solved:
		return
	case s.Short:
		d.add(text(x, y, "dead short", Large).bold().toned("over"))
		return
	case s.Trips:
		d.add(text(x, y, opens(p), Medium).bold().toned("over"))
		return
	case !s.Starts:
		d.add(text(x, y, "does not turn", Medium).bold().toned("over"))
		return
	}
	d.add(text(x, y, s.Torque, Large).bold())
	d.add(text(x, y+17, s.RPM, Small))
	if s.Turns != "" {
		d.add(turning(x, y-18, 24, s.Turns == "clockwise")...)
	}
}

// Set is every drawing of a plan: each in both states.
type Set struct {
	Now    Views `json:"now"`
	Wanted Views `json:"wanted"`
}

// Views are the drawings of one state.
// lineSaid is a line's name where there is room for all of it.
func lineSaid(p *Scene, l string) string {
	if w := lineWord(p, l); w != "made" {
		return w
	}
	return "made third line"
}

type Views struct {
	Path     Drawing `json:"path"`
	Box      Drawing `json:"box"`
	Windings Drawing `json:"windings"`
}

// All lays out every drawing of a plan.
func All(p *Scene) Set { return Set{Of(p, p.Now), Of(p, p.Of)} }

// Of lays out the drawings of one state of a plan.
func Of(p *Scene, s *site.State) Views {
	done := p.Now.Joints
	if s.ID == "mistake" { // a mistake is looked at as if it were made
		done = s.Joints
	}
	if p.Brushed != nil { // no links and no three windings: one circuit shows it all
		return Views{Path(p, s), Drawing{Items: []Item{}, Facts: []Fact{}}, DirectWiring(p)}
	}
	return Views{Path(p, s), Box(p, s, done), Windings(p, s)}
}
