package drawing

import (
	"fmt"

	"graybridge/core/rotary"
)

// step is one thing on a rung of a control circuit.
type step struct {
	kind  string // open, closed, start (open, held by hold), delay, coil
	name  string
	words string
	hold  string // the contact that holds a start in
}

// rung is a line of a control circuit from rail to rail.
type rung struct {
	title string
	steps []step
}

const (
	ladderLeft, ladderRight = 44.0, 816.0
	rungStep                = 84.0
	stepWidth               = 130.0
)

// Ladder draws a converter's control circuit between lines 1 and 2: the idler first,
// the cans after it, every machine only while the idler's contactor is in. When the
// supply fails every contactor drops out, and nothing comes back without its button.
func Ladder(p *Scene) Drawing {
	d := Drawing{Title: "The converter's control circuit", Width: 860, Items: []Item{}, Facts: []Fact{}}
	v := p.Converter
	if v == nil || !v.Solved {
		return d
	}
	rungs := ladderRungs(v)
	d.Height = 60 + rungStep*float64(len(rungs))
	bottom := d.Height - 24
	d.add(
		line(WireL1, 4, ladderLeft, 20, ladderLeft, bottom).of("bar L1"),
		line(WireL2, 4, ladderRight, 20, ladderRight, bottom).of("bar L2"),
		text(ladderLeft, 14, "L1, fused", Small).bold(),
		text(ladderRight, 14, "L2", Small).bold(),
	)
	for i, r := range rungs {
		drawRung(&d, r, 62+rungStep*float64(i))
	}
	d.add(
		text(
			ladderLeft,
			d.Height-6,
			"Between lines 1 and 2, none of it on the made line. The supply gone, all drop out; nothing starts "+
				"again without its button.",
			Small,
		).start().
			soft(),
	)
	return d
}

func ladderRungs(v *rotary.ConverterView) []rung {
	press := "once it spins"
	if v.StartBy.ByCapacitor() {
		press = "and its can"
	}
	out := []rung{
		{
			"Idler",
			[]step{
				{kind: "closed", name: "S0", words: "stop, all"},
				{kind: "start", name: "S1", words: press, hold: "K1"},
				{kind: "closed", name: "F1", words: "its relay"},
				{kind: "coil", name: "K1", words: "idler"},
			},
		},
	}
	if v.Start != "" {
		by := step{kind: "open", name: "S2", words: "held"}
		if v.StartBy == rotary.ByRelay {
			by = step{kind: "closed", name: "KV", words: "L2-L3 volts"}
		}
		out = append(out, rung{"Start capacitor", []step{{kind: "open", name: "K1", words: "idler closed"}, by,
			{kind: "closed", name: "T1", words: "2 s at most"}, {kind: "coil", name: "KS", words: "start capacitor"}}})
	}
	if v.Cans == rotary.ByContactor && (v.L13Cans != "" || v.L23Cans != "") {
		out = append(
			out,
			rung{
				"Balance cans",
				[]step{
					{kind: "open", name: "K1", words: "idler closed"},
					{kind: "delay", name: "T2", words: "until it is up"},
					{kind: "coil", name: "K2", words: "cans"},
				},
			},
		)
	}
	n := 2
	for _, m := range v.Machines {
		if !m.Counted {
			continue
		}
		k := fmt.Sprintf("K%d", n+1)
		ways := []struct{ coil, other, words string }{{k, "", m.Name}}
		if m.Turned == rotary.TurnedByContactors {
			ways = []struct{ coil, other, words string }{
				{k + "F", k + "R", m.Name + ", forward"},
				{k + "R", k + "F", m.Name + ", reverse"},
			}
		}
		for _, w := range ways {
			steps := []step{
				{kind: "open", name: "K1", words: "idler runs"},
				{kind: "closed", name: fmt.Sprintf("S%d0", n), words: "stop"},
				{kind: "start", name: fmt.Sprintf("S%d1", n), words: "start", hold: w.coil},
			}
			if w.other != "" {
				steps = append(steps, step{kind: "closed", name: w.other, words: "the other is out"})
			}
			steps = append(
				steps,
				step{kind: "closed", name: fmt.Sprintf("F%d", n), words: "its relay"},
				step{kind: "coil", name: w.coil, words: w.words},
			)
			out = append(out, rung{w.words, steps})
		}
		n++
	}
	return out
}

// drawRung draws one line; its steps stand from the left, its coil at the right.
func drawRung(d *Drawing, r rung, y float64) {
	x := ladderLeft
	said := ""
	for i, s := range r.steps {
		at := ladderLeft + 60 + stepWidth*float64(i)
		if s.kind == "coil" {
			at = ladderRight - 60
		}
		d.add(line(Black, 1.5, x, y, at-10, y))
		switch s.kind {
		case "open", "delay":
			contact(d, at, y)
			if s.kind == "delay" {
				d.add(arc(at, y+10, 5, 0, 180, Black, 1.5))
			}
		case "closed":
			contact(d, at, y)
			d.add(line(Black, 1.5, at-9, y+9, at+9, y-9))
		case "start":
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
				text(at, y+44, s.hold+" holds", Small).soft(),
			)
		case "coil":
			d.add(circle(at, y, 13, Black, Paper).of("coil " + s.name))
		}
		name := text(at, y-20, s.name, Small).bold()
		if s.kind == "coil" {
			name = text(at, y+4, s.name, Small).bold()
			d.add(text(at, y-20, s.words, Small))
			d.add(line(Black, 1.5, at+13, y, ladderRight, y))
		} else if s.kind != "start" {
			d.add(text(at, y+24, s.words, Small).soft())
		} else {
			d.add(text(at+12, y-20, s.words, Small).start().soft())
			name = text(at-12, y-20, s.name, Small).bold().end()
		}
		d.add(name)
		x = at + 10
		if said != "" {
			said += ", "
		}
		said += s.name + " (" + s.words + ")"
	}
	d.fact(r.title, said)
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
