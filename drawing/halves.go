package drawing

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/leads"
	"graybridge/core/site"
)

// caps draws loose lead ends: a cap for every joint with its leads beneath and
// its line from above, and what is free to the right of them.
//
// Long: one drawing, from left to right.
func caps(d *Drawing, p *Scene, s *site.State, done leads.Joints) {
	joints := s.Joints
	if s.Solved {
		joints, _ = s.Joints.WithLines(p.Kind)
	}
	var groups [][]string
	seen := map[string]bool{}
	for _, g := range joints {
		groups = append(groups, g)
		for _, n := range g {
			seen[n] = true
		}
	}
	for _, n := range p.Kind.Terminals() {
		if !seen[n] {
			groups = append(groups, []string{n})
		}
	}
	const step, gap, top, neck = 29.0, 14.0, 132.0, 246.0
	slotsOf := func(g []string) float64 {
		own := withoutLines(g)
		if len(own) < len(g) { // a line's name and amps need the width of two leads
			return math.Max(2, float64(len(own)))
		}
		return float64(len(own))
	}
	slots := 0.0
	for _, g := range groups {
		slots += slotsOf(g)
	}
	width := step*slots + gap*float64(len(groups)-1)
	scale := 1.0
	if room := d.Width - 76; width > room {
		scale = room / width
	}
	x, free := d.Width/2-width*scale/2, 0
	d.add(Item{Kind: KindRect, X: d.Width/2 - 60, Y: neck + 34, W: 120, H: 16, Ink: Black, Fill: Shade, Stroke: 1.5},
		text(d.Width/2, neck+46, "into the motor", Small).soft())
	for _, g := range groups {
		own := withoutLines(g)
		w := step * scale * slotsOf(g)
		cx := x + w/2
		first := cx - step*scale*float64(len(own)-1)/2
		var lines []string
		for _, name := range g {
			if slices.Contains(leads.Lines, name) {
				lines = append(lines, name)
			}
		}
		made := true
		for _, name := range g {
			made = made && joined(done, g[0], name)
		}
		for i, l := range lines {
			lx := cx + 14*(float64(i)-float64(len(lines)-1)/2)
			d.add(text(lx, 18, lineWord(p, l), Medium).bold().of("line "+l),
				line(wire(l), 4, lx, 42, lx, top).dashed(!made).of("line "+l))
			if s.Solved && !s.Short {
				d.add(text(lx, 34, amps(s, l), Small).soft())
			}
		}
		what := "joint " + g[0]
		for i, name := range own {
			lx := first + step*scale*float64(i)
			end := top + 18
			if len(g) == 1 {
				end = top + 40
			}
			bend := d.Width/2 + (lx-d.Width/2)*0.28
			d.add(line(Black, 3, lx, end, lx, neck-24, bend, neck+34).of("stud " + name))
			if len(g) == 1 {
				d.add(circle(lx, end-4, 4, Black, Paper).of("stud " + name))
			}
		}
		if len(own) == 0 && s.Solved {
			d.add(text(cx+6, top+20, "live, loose", Small).start().toned("over"))
		}
		if len(g) > 1 && len(own) > 0 {
			half := max(11, step*scale*float64(len(own))/2-3)
			d.add(Item{Kind: KindShape, Points: []float64{cx - half, top + 24, cx - half*0.72, top - 8, cx + half*0.72,
				top - 8, cx + half, top + 24}, Ink: Black, Fill: Metal, Stroke: 1.5, Of: what, Dash: !made})
			d.fact("Cap", fmt.Sprintf("%s%s", leads.PrintJoint(g, p.Naming), done0(!made)))
			if s.Solved && !s.Short && len(lines) > 0 {
				d.add(text(cx+6, top-14, "live", Small).start().toned("over"))
			}
		} else if len(own) == 1 {
			d.fact("Free", p.Naming.Print(own[0]))
		}
		for i, name := range own {
			lx := first + step*scale*float64(i)
			label := text(lx, top+42+14*float64(i%2), p.Naming.Print(name), Medium).bold().of("stud " + name)
			if len(g) == 1 {
				label.Y = top + 12 + 14*float64(free%2)
				free++
			}
			back := Item{Kind: KindRect, X: lx - 13, Y: label.Y - 12, W: 26, H: 15, Fill: Paper, Of: "stud " + name}
			d.add(back, label)
			if other := besides(p, name); other != "" {
				d.add(text(lx, label.Y+40, other, Small).soft())
			}
		}
		x += w + gap*scale
	}
	if !s.Known {
		d.add(text(d.Width/2, 100, "What is joined here now?", Medium).soft())
	}
	if len(s.Between) == 3 && !s.Short {
		d.Height = 348
		d.add(text(d.Width/2, 336, "L1 to L2 "+s.Between[0].Volts+"   L2 to "+p.Third+" "+s.Between[2].Volts+"  "+
			" L1 to "+p.Third+" "+s.Between[1].Volts, Small))
	}
}

// besides is a lead's name in the second system that the plate prints, and in
// brackets the tape that is still on it once readings have named the leads.
func besides(p *Scene, name string) string {
	other := second(p, name)
	if tape := p.Tape(name); tape != "" {
		other = strings.TrimSpace(other + " (" + tape + ")")
	}
	return other
}

func second(p *Scene, name string) string {
	if p.Beside == "" || p.Beside == p.Naming || p.Beside.For(p.Kind) != p.Beside {
		return ""
	}
	return p.Beside.Print(name)
}

func withoutLines(g []string) []string {
	return slices.DeleteFunc(slices.Clone(g), func(n string) bool {
		return slices.Contains(leads.Lines, n) || strings.HasPrefix(n, leads.LooseEnd)
	})
}

type spot struct{ x, y float64 }

// halves draws a motor whose phases are wound in two halves: as an arm or a
// side a phase, the halves end to end or side by side, and every joint between
// them as it is. Joints without a name are drawn on arms.
func halves(d *Drawing, p *Scene, s *site.State) {
	fed := s.Joints
	if s.Solved {
		fed, _ = s.Joints.WithLines(p.Kind)
	}
	node := nodes(p.Kind, s, fed)
	ends := layHalves(s.Way, s, node, fed)
	at, order, names := joinPlaces(d, s, node, ends)
	for i, c := range s.Coils {
		a, b := ends[i][0], ends[i][1]
		d.add(winding(c, a.x, a.y, b.x, b.y, math.Min(5, stroke(c)))...)
	}
	delta := s.Way.Arrangement == leads.Delta
	centre := middleOf(s.Way)
	var inner []string
	for _, n := range order {
		var far spot
		reach := -1.0
		for _, q := range at[n] {
			if r := math.Hypot(q.x-centre.x, q.y-centre.y); r > reach {
				far, reach = q, r
			}
		}
		l, own := cornerLabel(p, names[n])
		ink, r := Black, 4.0
		if l != "" {
			ink, r = wire(l), 6
		}
		d.add(Item{Kind: KindCircle, X: far.x, Y: far.y, R: r, Ink: Black, Fill: ink, Stroke: 1.5, Of: "joint " +
			firstOf(names[n])})
		if reach < 46 { // the star points stand together in the middle: named beneath
			if own == "" {
				own = "star inside, no lead"
			}
			inner = append(inner, own)
			continue
		}
		nameNode(d, p, far, centre, reach, delta, l, own)
	}
	for i := 0; i < len(inner); i++ {
		row := inner[i]
		if len(inner) > 3 && i+1 < len(inner) { // hardly anything is joined: two in a row
			row += ",  " + inner[i+1]
			inner = slices.Delete(inner, i, i+1)
		}
		d.add(text(centre.x, centre.y+78+14*float64(i), row, Small).soft())
	}
	phaseLabels(d, s, ends, centre)
	middle(d, p, s, 74, 52)
}

// middleOf is the point around which the coils are laid.
func middleOf(way leads.Way) spot {
	if way.Arrangement == leads.Delta {
		return spot{230, 186}
	}
	return spot{230, 192}
}

// joinPlaces draws the wires between coil ends that are one point, and says
// where every point lies and what is joined there.
func joinPlaces(d *Drawing, s *site.State, node map[string]int, ends [][2]spot) (at map[int][]spot, order []int,
	names map[int][]string) {
	at, names = map[int][]spot{}, map[int][]string{}
	for i := range s.Coils {
		for k, q := range ends[i] {
			n := node[[2]string{s.Coils[i].Start, s.Coils[i].Finish}[k]]
			if _, ok := at[n]; !ok {
				order = append(order, n)
			}
			if !slices.Contains(at[n], q) {
				at[n] = append(at[n], q)
			}
		}
	}
	for t, n := range node {
		names[n] = append(names[n], t)
	}
	for n := range names {
		names[n] = leads.Sorted(names[n])
	}
	for _, n := range order {
		rest := slices.Clone(at[n])
		what := "joint " + firstOf(names[n])
		for len(rest) > 1 { // joined by the shortest way
			best, to := math.Inf(1), 1
			for i := 1; i < len(rest); i++ {
				if l := math.Hypot(rest[i].x-rest[0].x, rest[i].y-rest[0].y); l < best {
					best, to = l, i
				}
			}
			d.add(line(Metal, 3.5, rest[0].x, rest[0].y, rest[to].x, rest[to].y).of(what))
			rest[0], rest[to] = rest[to], rest[0]
			rest = rest[1:]
		}
	}
	return at, order, names
}

func firstOf(names []string) string {
	if len(names) == 0 {
		return "inner star"
	}
	return names[0]
}

// nodes numbers what is electrically one point.
func nodes(k leads.Kind, s *site.State, fed leads.Joints) map[string]int {
	out := map[string]int{}
	next := 0
	for _, g := range fed {
		for _, n := range g {
			out[n] = next
		}
		next++
	}
	for _, c := range s.Coils {
		for _, n := range []string{c.Start, c.Finish} {
			if _, ok := out[n]; !ok {
				out[n] = next
				next++
			}
		}
	}
	return out
}

// layHalves gives every coil the places of its start and finish.
func layHalves(way leads.Way, s *site.State, node map[string]int, fed leads.Joints) [][2]spot {
	mid := middleOf(way)
	cx, cy := mid.x, mid.y
	out := make([][2]spot, len(s.Coils))
	angles := []float64{270, 30, 150}
	live := func(n string) bool {
		return slices.ContainsFunc(fed.Of(n), func(x string) bool { return slices.Contains(leads.Lines, x) })
	}
	if way.Arrangement == leads.Delta {
		corner := func(i int) spot { x, y := polar(cx, cy, 138, angles[i%3]); return spot{x, y} }
		for i, c := range s.Coils {
			from, to := corner(c.Phase), corner(c.Phase+1)
			ux, uy := (to.x-from.x)/math.Hypot(to.x-from.x, to.y-from.y),
				(to.y-from.y)/math.Hypot(to.x-from.x, to.y-from.y)
			second := i%2 == 1
			if way.Halves == leads.Parallel {
				off := 0.0
				if second {
					off = -24
				}
				nx, ny := uy*off, -ux*off
				trim := 12.0
				if second {
					trim = 42
				}
				a, b := spot{from.x + nx + ux*trim, from.y + ny + uy*trim},
					spot{to.x + nx - ux*trim, to.y + ny - uy*trim}
				if !second {
					a, b = from, to
				}
				out[i] = [2]spot{a, b}
				if node[c.Start] != node[s.Coils[i-i%2].Start] && second { // the twin lies the other way round
					out[i] = [2]spot{b, a}
				}
				continue
			}
			mid1, mid2 := spot{from.x + (to.x-from.x)*0.47, from.y + (to.y-from.y)*0.47},
				spot{from.x + (to.x-from.x)*0.53, from.y + (to.y-from.y)*0.53}
			if second {
				out[i] = [2]spot{mid2, to}
			} else {
				out[i] = [2]spot{from, mid1}
			}
		}
		return out
	}
	for i, c := range s.Coils {
		angle := angles[c.Phase]
		second := i%2 == 1
		if way.Arrangement == leads.Star && way.Halves == leads.Series {
			place := func(r float64) spot { x, y := polar(cx, cy, r, angle); return spot{x, y} }
			outer := live(c.Start) || live(c.Finish)
			a, b := place(138), place(74)
			if !outer {
				a, b = place(64), place(0)
			}
			out[i] = [2]spot{a, b}
			if outer && live(c.Finish) && !live(c.Start) {
				out[i] = [2]spot{b, a}
			}
			continue
		}
		side := -1.0
		if second {
			side = 1
		}
		turn := angle * math.Pi / 180
		ox, oy := -math.Sin(turn)*15*side, math.Cos(turn)*15*side
		x0, y0 := polar(cx, cy, 138, angle)
		x1, y1 := polar(cx, cy, 30, angle)
		out[i] = [2]spot{{x0 + ox, y0 + oy}, {x1 + ox, y1 + oy}}
	}
	return out
}

// nameNode writes what is joined at a point: beside or beneath the corners
// where a line comes in, and on the free side of the points between halves.
func nameNode(d *Drawing, p *Scene, q, centre spot, reach float64, delta bool, l, own string) {
	dx, dy := q.x-centre.x, q.y-centre.y
	title, sub := text(q.x, q.y, lineTitle(p, l), Medium).bold(), text(q.x, q.y, own, Small).soft()
	outer := reach > 100
	switch {
	case outer && dy < -60 && delta:
		title.Y, sub.Y = q.y-24, q.y-11
	case outer && dy < -60 && dx > 2: // the right one of two that stand apart
		title, sub = title.start(), sub.start()
		title.X, sub.X, title.Y, sub.Y = q.x+12, q.x+12, q.y-8, q.y+6
	case outer && dy < -60:
		title, sub = title.end(), sub.end()
		title.X, sub.X, title.Y, sub.Y = q.x-30, q.x-30, q.y+2, q.y+16
	case outer:
		shift := math.Copysign(14, dx)
		title.X, sub.X = q.x+shift, q.x+shift
		title.Y, sub.Y = q.y+24, q.y+38
	case math.Abs(dx) < 20 && delta: // on the bottom side
		sub.Y = q.y - 12
	case delta: // inside of the other sides
		sub.Y = q.y + 4
		if sub.X = q.x - 10; dx < 0 {
			sub.X = q.x + 10
		}
		sub.Anchor = "end"
		if dx < 0 {
			sub.Anchor = "start"
		}
	case math.Abs(dx) < 20: // on the upright arm
		sub.X, sub.Y, sub.Anchor = q.x-16, q.y+4, "end"
	default:
		sub.Y = q.y + 26
	}
	if l != "" {
		d.add(title)
	} else if outer {
		sub.Y -= 10
	}
	d.add(sub)
}

// phaseLabels writes the two halves of every phase beside them.
func phaseLabels(d *Drawing, s *site.State, ends [][2]spot, centre spot) {
	for phase := range 3 {
		var mid spot
		n := 0.0
		var own []site.Coil
		for i, c := range s.Coils {
			if c.Phase == phase {
				mid.x += (ends[i][0].x + ends[i][1].x) / 2
				mid.y += (ends[i][0].y + ends[i][1].y) / 2
				n++
				own = append(own, c)
			}
		}
		mid = spot{mid.x / n, mid.y / n}
		x, y, anchor := mid.x+34, mid.y-8, "start"
		switch {
		case s.Way.Arrangement == leads.Delta && phase == 1:
			x, y, anchor = 230, 296, "middle"
		case mid.y > centre.y+10 && mid.x < centre.x || s.Way.Arrangement == leads.Delta && mid.x < centre.x-20:
			x, y, anchor = mid.x-46, mid.y, "end"
			if s.Way.Arrangement != leads.Delta {
				x, y = mid.x-8, mid.y-44
			}
		case mid.x > centre.x+20:
			x, y = mid.x+46, mid.y
			if s.Way.Arrangement != leads.Delta {
				x, y = mid.x+8, mid.y-44
			}
		}
		for i, c := range own {
			t := text(x, y+15*float64(i), c.Name, Small).toned(string(c.Tone)).of("coil " + c.Name)
			if c.Amps != "" {
				t.Text = c.Name + "  " + c.Amps + ", " + c.Of
			}
			if c.Open {
				t.Text = c.Name + "  open inside"
			}
			t.Anchor = anchor
			d.add(t)
		}
	}
}
