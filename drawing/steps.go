package drawing

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/leads"
	"graybridge/core/site"
)

// Steps draws the walk that numbers a motor whose plate is gone, one drawing a
// step, on the coils of its kind; nothing for kinds without halves. With a list
// of names, each number also carries the tape name that it turned out to be.
func Steps(k leads.Kind, n leads.Naming, tape []leads.LeadName) []Drawing {
	out := []Drawing{}
	tags := map[string]string{}
	for _, t := range tape {
		tags[t.Terminal] = t.Tag
	}
	for i, step := range k.Spiral() {
		d := Drawing{Title: fmt.Sprintf("Step %d: %s", i+1, step.Text), Width: 460, Height: 336, Items: []Item{},
			Facts: []Fact{}}
		arrangement := leads.Star
		if k == leads.NineDelta {
			arrangement = leads.Delta
		}
		s := site.State{Way: leads.Way{Arrangement: arrangement, Halves: step.Halves}}
		for _, c := range k.Layout().Coils {
			s.Coils = append(s.Coils, site.Coil{Name: site.Title(c.Name), Phase: int(c.AxisDeg / 120), Start: c.Start,
				Finish: c.Finish, Tone: site.OK})
		}
		shown := step.Joints
		node := nodes(k, &s, shown)
		laid := shown
		if laid == nil { // the outer halves lie outside all the same
			laid, _ = k.Layout().Table(s.Way)
		}
		ends := layHalves(s.Way, &s, nodes(k, &s, laid), laid)
		joinPlaces(&d, &s, node, ends)
		for c, coilEnds := range ends {
			d.add(coil(coilEnds[0].x, coilEnds[0].y, coilEnds[1].x, coilEnds[1].y, string(site.OK),
				"coil "+s.Coils[c].Name, 3)...)
		}
		numbers(&d, k, n, step, &s, ends, tags)
		for _, g := range shown {
			if line, own := "", withoutLines(g); len(own) > 1 {
				for _, name := range g {
					if slices.Contains(leads.Lines, name) {
						line = " with " + name
					}
				}
				d.fact("Joint", leads.PrintJoint(own, n)+line)
			}
		}
		out = append(out, d)
	}
	return out
}

// numbers writes the names that are known by a step, each once, where the
// coil ends lie.
//
// Long: one drawing, from left to right.
func numbers(d *Drawing, k leads.Kind, n leads.Naming, step leads.Step, s *site.State, ends [][2]spot,
	tags map[string]string) {
	type end struct {
		spot
		names []string
		phase int
	}
	centre := middleOf(s.Way)
	var all []end
	for c, coilEnds := range ends {
		for e, q := range coilEnds {
			name := [2]string{s.Coils[c].Start, s.Coils[c].Finish}[e]
			d.add(Item{Kind: KindCircle, X: q.x, Y: q.y, R: 3.5, Ink: Black, Fill: Paper, Stroke: 1.5, Of: "stud " +
				name})
			if i := slices.IndexFunc(all, func(o end) bool { return o.spot == q }); i >= 0 {
				all[i].names = append(all[i].names, name)
			} else {
				all = append(all, end{q, []string{name}, s.Coils[c].Phase})
			}
		}
	}
	reach := func(e end) float64 { return math.Hypot(e.x-centre.x, e.y-centre.y) }
	slices.SortStableFunc(all, func(a, b end) int { return cmp.Compare(reach(b), reach(a)) })
	written := map[string]bool{}
	for _, e := range all {
		var words []string
		fresh := false
		for _, name := range e.names {
			at := slices.Index(k.Terminals(), name)
			if at < 0 || at >= step.Numbered || written[name] {
				continue
			}
			written[name] = true
			word := n.Print(name)
			if tag := tags[name]; tag != "" {
				word += " (" + tag + ")"
			}
			words = append(words, word)
			fresh = fresh || at >= step.Numbered-3 && step.Joints == nil
			d.fact(word, fmt.Sprintf("on coil %s", s.Coils[2*e.phase].Name[:1]))
		}
		if len(words) == 0 {
			continue
		}
		ux, uy := (e.x-centre.x)/max(1, reach(e)), (e.y-centre.y)/max(1, reach(e))
		first := slices.IndexFunc(e.names, func(x string) bool {
			at := slices.Index(k.Terminals(),
				x)
			return at >= 3 && at < 6
		}) >= 0
		switch {
		case reach(e) > 100:
		case s.Way.Arrangement == leads.Delta && step.Halves == leads.Parallel:
			ux, uy = -ux, -uy
		case s.Way.Arrangement == leads.Delta:
			if !first {
				ux, uy = -ux, -uy
			}
		case step.Halves == leads.Parallel: // away from the twin
			ax, ay := polar(0, 0, 1, []float64{270, 30, 150}[e.phase])
			along := (e.x-centre.x)*ax + (e.y-centre.y)*ay
			px, py := e.x-centre.x-along*ax, e.y-centre.y-along*ay
			l := max(1, math.Hypot(px, py))
			ux, uy = px/l, py/l
		default: // either side of the arm, the first half's end above
			ux, uy = []float64{1, 0.5, -0.5}[e.phase], []float64{0, -0.87, -0.87}[e.phase]
			if !first {
				ux, uy = -ux, -uy
			}
		}
		t := text(e.x+ux*20, e.y+uy*17+5, strings.Join(words, ", "), Medium).bold().of("stud " + e.names[0])
		if len(words) > 1 || len(words[0]) > 3 {
			switch {
			case ux > 0.4:
				t.X, t.Anchor = e.x+9, "start"
			case ux < -0.4:
				t.X, t.Anchor = e.x-9, "end"
			}
		}
		if len(words) == 1 && reach(e) < 100 && step.Halves == leads.Parallel && s.Way.Arrangement == leads.Star &&
			uy > 0.5 && math.Abs(ux) > 0.3 {
			// The lower ends of two arms lean towards each other.
			t.X, t.Anchor = e.x+6, "end"
			if e.x > centre.x {
				t.X, t.Anchor = e.x-6, "start"
			}
		}
		if fresh {
			t = t.inked(Accent)
		}
		d.add(t)
	}
}
