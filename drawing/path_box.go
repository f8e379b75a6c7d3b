package drawing

import (
	"graybridge/core/leads"
	"graybridge/core/site"
)

// box draws the terminal box in small, with its links.
func box(d *Drawing, p *Scene, s *site.State) {
	const x, w = 672.0, 132.0
	d.add(rect(x, y1-20, w, y3-y1+40, Black, Paper).of("box"))
	up, low := p.Rows.Studs()
	px := func(i int) float64 { return x + 32 + 34*float64(i) }
	place := map[string][2]float64{}
	if p.Box == leads.Ends {
		smallCaps(d, p, s, x, w)
		return
	}
	for i := range up {
		place[up[i]], place[low[i]] = [2]float64{px(i), y1 + 12}, [2]float64{px(i), y3 - 12}
	}
	for _, g := range s.Joints {
		for _, pair := range chain(g) {
			a, b := place[pair[0]], place[pair[1]]
			d.add(line(Metal, 5, a[0], a[1], b[0], b[1]))
		}
	}
	for _, n := range p.Kind.Terminals() {
		d.add(circle(place[n][0], place[n][1], 6, Black, Shade))
	}
	if !s.Known {
		d.add(text(x+w/2, (y1+y3)/2+4, "not said", Small).soft())
	}
}

// opens says what cuts the feed where nothing would hold what is taken.
func opens(p *Scene) string {
	if p.Bridge == Drive {
		return "drive trips"
	}
	return "breaker opens"
}

// smallCaps draws a cap for every joint of loose ends.
func smallCaps(d *Drawing, p *Scene, s *site.State, x, w float64) {
	mid := (y1 + y3) / 2
	if !s.Known {
		d.add(text(x+w/2, mid+4, "not said", Small).soft())
		return
	}
	joints, _ := s.Joints.WithLines(p.Kind)
	step := min(26, (w-16)/float64(max(1, len(joints))))
	cx := x + w/2 - step*float64(len(joints)-1)/2
	for _, g := range joints {
		own := withoutLines(g)
		d.add(Item{Kind: KindShape, Points: []float64{cx - 8, mid + 4, cx - 5, mid - 16, cx + 5, mid - 16, cx + 8,
			mid + 4}, Ink: Black, Fill: Metal, Stroke: 1})
		for i := range own {
			lx := cx + 4*(float64(i)-float64(len(own)-1)/2)
			d.add(line(Black, 1.5, lx, mid+4, lx, mid+22))
		}
		cx += step
	}
}

// chain joins the terminals of a joint pairwise in the order in which they
// stand in the box.
func chain(g []string) [][2]string {
	up, low := leads.Rows("").Studs()
	var order []string
	for _, row := range [][]string{up, low} {
		for _, n := range row {
			for _, have := range g {
				if have == n {
					order = append(order, n)
				}
			}
		}
	}
	var out [][2]string
	for i := 1; i < len(order); i++ {
		out = append(out, [2]string{order[i-1], order[i]})
	}
	return out
}
