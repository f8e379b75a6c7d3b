package drawing

import (
	"fmt"

	"graybridge/core/leads"
	"graybridge/core/unit"
)

// converter draws a rotary converter in the path: lines 1 and 2 pass through, the idler
// hangs on all three, and line 3 begins at it, with the balance cans to each of the
// others.
func converter(d *Drawing, p *Scene, flow bool, supply float64,
	amps map[string]float64, label map[string]string, full float64) {
	const first, second, idler = 446.0, 492.0, 566.0
	weights := [3]float64{1.5, 1.5, 1.5}
	if flow {
		for i, l := range leads.Lines {
			weights[i] = weight(amps[l], full)
		}
	}
	v, end := p.Converter, 672.0
	if p.Branch {
		end = branchAt
	}
	for i, y := range []float64{y1, y2} {
		name := leads.Lines[i]
		d.add(
			line(wire(name), supply, 427, y, idler, y).of("line "+name),
			line(wire(name), weights[i], idler, y, end, y).of("line "+name),
		)
	}
	d.add(line(WireL3, weights[2], first, y3, end, y3).dashed(!flow).of("line L3"))
	var l13, l23 float64
	if v != nil {
		l13, l23 = v.L13, v.L23
	}
	pathBank(d, first, y1, l13, "L1")
	pathBank(d, second, y2, l23, "L2")
	d.add(circle(idler, y2, 27, Black, Paper).of("idler"), text(idler, y2+14, "idler", Small).bold())
	for _, y := range []float64{y1, y3} {
		d.add(circle(idler, y, 3, Black, Black))
	}
	d.add(line(wire("L1"), 1.5, idler, y1, idler, y2-27), line(WireL3, 1.5, idler, y2+27, idler, y3))
	if v != nil && v.Solved {
		d.add(turning(idler, y2, 18, v.Spun != "backward")...)
		d.fact("Idler spun", string(v.Spun))
	}
	d.add(text(514, y3+18, "L3 made", Small).start().bold())
	if p.Branch {
		branchBreaker(d, p)
	}
	d.fact("Converter", p.caption(""))
	for i, y := range []float64{y1, y2, y3} {
		if t := label[leads.Lines[i]]; t != "" && flow {
			d.add(text(616, y-7, t, Small))
			d.fact("Motor lead "+lineSaid(p, leads.Lines[i]), t)
		}
	}
}

// pathBank draws balance cans in the path, from a supply line to the made one.
func pathBank(d *Drawing, x, from, uf float64, name string) {
	none, ink, mid := uf == 0, wire(name), (y2+y3)/2
	if from == y1 { // step over line 2
		d.add(line(ink, 1.5, x, from, x, y2-8), arc(x, y2, 8, -90, 90, ink, 1.5), line(ink, 1.5, x, y2+8, x, mid-3))
	} else {
		d.add(line(ink, 1.5, x, from, x, mid-3))
	}
	bank := "bank " + name + "-L3"
	d.add(circle(x, from, 3, Black, Black), line(Black, 3, x-11, mid-3, x+11, mid-3).dashed(none).of(bank),
		line(Black, 3, x-11, mid+4, x+11, mid+4).dashed(none).of(bank),
		line(WireL3, 1.5, x, mid+4, x, y3), circle(x, y3, 3, Black, Black))
	caption := "none"
	if !none {
		caption = unit.Text(uf, "µF")
	}
	d.add(text(x, y3+18, caption, Small))
	d.fact("Balance cans "+name+"-L3", caption)
}

// branchAt is where a branch's own breaker begins.
const branchAt = 640.0

// branchBreaker draws the breaker of a machine's own branch behind the converter, on
// all three of its lines.
func branchBreaker(d *Drawing, p *Scene) {
	const x = branchAt
	none := p.Breaker == ""
	for i, y := range []float64{y1, y2, y3} {
		ink := wire(leads.Lines[i])
		d.add(
			line(Black, 2, x, y, x+24, y-10).dashed(none).of("breaker"),
			line(
				Black,
				1.5,
				x+21,
				y-3,
				x+27,
				y+3,
			),
			line(Black, 1.5, x+21, y+3, x+27, y-3),
			line(ink, 1.5, x+24, y, 672, y),
		)
	}
	caption := "no breaker yet"
	if !none {
		caption = p.Breaker
	}
	d.add(text(668, y3+18, caption, Small).end())
	d.fact("Breaker of this machine", caption)
}

// streetSpan is a converter as a short line: post, idler, and its machines as branches;
// three are drawn, more are counted.
func streetSpan(p *Scene) Drawing {
	d := Drawing{Title: "Span of " + p.Title, Width: 220, Height: 48, Items: []Item{}, Facts: []Fact{}}
	d.add(line(Black, 2.5, 10, 6, 10, 42), line(WireL1, 2.5, 10, 16, 208, 16), line(WireL2, 2.5, 10, 26, 208, 26),
		line(WireL3, 2.5, 52, 36, 208, 36),
		circle(52, 26, 15, Black, Paper), text(52, 30, "i", Small).bold())
	v := p.Converter
	for i, m := range v.Machines {
		x := 94 + 34*float64(i)
		if i == 3 {
			d.add(circle(x, 26, 13, Paper, Paper), text(x, 30, fmt.Sprintf("+%d", len(v.Machines)-3), Small))
			break
		}
		d.add(circle(x, 26, 13, Black, Paper).dashed(!m.Counted), text(x, 30, "M", Small).bold())
		d.fact("Machine", m.Name)
	}
	return d
}
