package drawing

import (
	"fmt"

	"graybridge/core/rotary"
	"graybridge/core/unit"
)

// Measures of the panel: three bars across, a branch every so many px.
const (
	barTop, barStep = 66.0, 18.0
	branchStep      = 138.0
	poleStep        = 16.0
)

// Panel draws a converter's power circuit whole: the supply through the converter's own
// breaker and contactor to the bars of lines 1 and 2, the idler that makes the bar of
// line 3, the cans, and every machine's branch. Empty where nothing is solved.
func Panel(p *Scene) Drawing {
	d := Drawing{Title: "The converter's panel", Width: 860, Height: 380, Items: []Item{}, Facts: []Fact{}}
	v := p.Converter
	if v == nil || !v.Solved {
		return d
	}
	width := 150 + 2*branchStep
	for _, m := range v.Machines {
		if m.Counted {
			width += branchWidth(m)
		}
	}
	d.Width = max(640, width)
	inks := [3]Ink{WireL1, WireL2, WireL3}
	for i, ink := range inks {
		y, from := barTop+barStep*float64(i), 40.0
		name := []string{"L1", "L2", "L3, made"}[i]
		if i == 2 {
			from = 160
		}
		d.add(line(ink, 4, from, y, d.Width-20, y).of("bar "+name), text(d.Width-20, y-5, name, Small).end().bold())
	}
	supplyIn(&d, v)
	x := 170.0
	idlerBranch(&d, v, x)
	x += branchStep
	cansBranch(&d, v, x)
	x += branchStep
	n := 2
	for _, m := range v.Machines {
		if !m.Counted {
			continue
		}
		machineBranch(&d, m, x, n)
		x += branchWidth(m)
		n++
	}
	d.add(
		line(Earth, 2, 40, 356, d.Width-20, 356).dashed(true),
		text(44, 370, "earth to every frame; the idler's star point is joined to nothing", Small).start().soft(),
	)
	d.fact("Made line", "L3, marked in every box; no controls, lamps or neutral on it")
	return d
}

// supplyIn is the feed with the converter's breaker.
func supplyIn(d *Drawing, v *rotary.ConverterView) {
	asked := v.Idler.Breaker
	if asked == "" {
		asked = "beyond the table"
	}
	for i, x := range []float64{52, 76} {
		ink := []Ink{WireL1, WireL2}[i]
		y := barTop + barStep*float64(i)
		d.add(
			line(ink, 3, x, 8, x, 22),
			line(Black, 2, x, 40, x-8, 24).of("Q0"),
			line(ink, 3, x, 40, x, y),
			circle(x, y, 3.5, Black, Black),
		)
	}
	d.add(text(96, 36, "Q0, two-pole, "+asked, Small).start())
	d.fact("Q0", "converter's breaker, two-pole, "+asked+", lockable")
}

// poles draws three verticals from the bars through a contactor and a relay to y.
func poles(d *Drawing, x, to float64, parts []part) {
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		px, y := x+poleStep*float64(i), barTop+barStep*float64(i)
		d.add(circle(px, y, 3.5, Black, Black))
		from := y
		for _, one := range parts {
			d.add(line(ink, 2.5, px, from, px, one.y))
			switch one.kind {
			case "breaker":
				d.add(
					line(Black, 2, px, one.y+18, px-8, one.y+2),
					line(Black, 1.5, px-3, one.y-1, px+3, one.y+5),
					line(Black, 1.5, px-3, one.y+5, px+3, one.y-1),
				)
			case "contactor":
				d.add(line(Black, 2, px, one.y+18, px-8, one.y+2), arc(px, one.y+1, 4, 90, 270, Black, 1.5))
			case "switch": // open in the middle, straight one way, two of them crossed the other
				d.add(
					line(Black, 2, px, one.y+16, px-7, one.y+2),
					circle(px, one.y, 2, Black, Paper),
					circle(px, one.y+18, 2, Black, Paper),
				)
				if i < 2 {
					d.add(line(Black, 1, px, one.y, px+[]float64{poleStep, -poleStep}[i], one.y+18).dashed(true))
				}
			case "relay":
				d.add(line(Black, 2, px, one.y, px-6, one.y, px-6, one.y+14, px, one.y+14))
			}
			from = one.y + map[string]float64{"breaker": 18, "contactor": 18, "relay": 14, "switch": 18}[one.kind]
		}
		d.add(line(ink, 2.5, px, from, px, to))
	}
	for _, one := range parts {
		d.add(text(x+2*poleStep+9, one.y+13, one.name, Small).start())
	}
}

// branchWidth is how much room a machine's branch takes: a pair of contactors more.
func branchWidth(m rotary.MotorView) float64 {
	if m.Turned == rotary.TurnedByContactors {
		return branchStep + 56
	}
	return branchStep
}

// pair draws the reverse contactor of a pair beside the forward one, which stands on
// the poles at x: fed from the same three lines, two of them crossed behind it, and
// held off the other by a mechanical interlock.
func pair(d *Drawing, x float64, name string) {
	const off = 62.0
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		px, at := x+poleStep*float64(i), x+off+poleStep*float64(i)
		over, under := 142+5*float64(i), 188+6*float64(i)
		back := x + poleStep*float64([]int{1, 0, 2}[i])
		d.add(
			circle(px, over, 2.5, Black, Black),
			line(ink, 2, px, over, at, over, at, 162),
			line(Black, 2, at, 180, at-8, 164),
			arc(
				at,
				163,
				4,
				90,
				270,
				Black,
				1.5,
			),
			line(ink, 2, at, 180, at, under, back, under),
			circle(back, under, 2.5, Black, Black),
		)
	}
	mid := x + 2*poleStep + (off-2*poleStep)/2 - 2
	d.add(
		line(Black, 1, x+2*poleStep-4, 171, x+off-10, 171).dashed(true),
		Item{
			Kind:   KindShape,
			Points: []float64{mid - 5, 176, mid + 5, 176, mid, 166},
			Ink:    Black,
			Fill:   Paper,
			Stroke: 1.5,
		}.of(
			"interlock",
		),
		text(x+off+2*poleStep+9, 176, name, Small).start(),
	)
}

// part is a device in a branch.
type part struct {
	kind, name string
	y          float64
}

func idlerBranch(d *Drawing, v *rotary.ConverterView, x float64) {
	relay := "F1"
	if v.Idler.Relay != "" {
		relay += " " + v.Idler.Relay
	}
	poles(d, x, 268, []part{{"contactor", "K1", 140}, {"relay", relay, 200}})
	cx := x + poleStep
	d.add(
		circle(cx, 296, 28, Black, Paper).of("idler"),
		text(cx, 294, "idler", Small).bold(),
		text(cx, 308, v.Idler.Power, Small),
	)
	d.add(turning(cx, 296, 22, v.Spun != rotary.Backward)...)
	d.fact("Idler", fmt.Sprintf("K1 on lines 1 and 2 and its made line, relay %s in its three leads", relay))
}

func microfarads(uf float64) string {
	if uf == 0 {
		return "none"
	}
	return unit.Text(uf, "µF")
}

// cansBranch draws the balance cans behind their contactor, and the start capacitor.
func cansBranch(d *Drawing, v *rotary.ConverterView, x float64) {
	parts := []part{{"contactor", "K2", 140}}
	if v.Cans == rotary.Fixed {
		parts = nil
	}
	poles(d, x, 214, parts)
	bank := func(from, y float64, uf string) {
		to := x + 2*poleStep
		d.add(
			line(Black, 2, from, y, (from+to)/2-3, y),
			line(Black, 2.5, (from+to)/2-3, y-9, (from+to)/2-3, y+9),
			line(Black, 2.5, (from+to)/2+3, y-9, (from+to)/2+3, y+9),
			line(Black, 2, (from+to)/2+3, y, to, y),
			text(to+9, y+4, uf, Small).start(),
		)
	}
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		to := []float64{236, 262, 262}[i]
		d.add(line(ink, 2.5, x+poleStep*float64(i), 214, x+poleStep*float64(i), to))
	}
	bank(x, 236, microfarads(v.L13))
	bank(x+poleStep, 262, microfarads(v.L23))
	d.add(
		text(x-8, 292, "each can with its", Small).start().soft(),
		text(x-8, 306, "bleed resistor", Small).start().soft(),
	)
	d.fact("Balance cans", "L1-L3 "+v.L13Cans+"; L2-L3 "+v.L23Cans)
	if v.Start != "" {
		d.add(text(x-8, 324, "start "+v.Start+" L1-L3, by KS", Small).start())
		d.fact("Start capacitor", v.Start+" from L1 to L3 through KS, out once it is up")
	}
}

func machineBranch(d *Drawing, m rotary.MotorView, x float64, n int) {
	q, k, f := fmt.Sprintf("Q%d", n), fmt.Sprintf("K%d", n+1), fmt.Sprintf("F%d", n)
	breaker, relay := q, f
	if m.Breaker != "" {
		breaker += " " + m.Breaker
	}
	if m.Relay != "" {
		relay += " " + m.Relay
	}
	contactor := k
	if m.Turned == rotary.TurnedByContactors {
		contactor = ""
		d.add(text(x-14, 176, k+"F", Small).end())
		pair(d, x, k+"R")
	}
	parts := []part{{"breaker", breaker, 118}, {"contactor", contactor, 162}, {"relay", relay, 212}}
	if m.Turned == rotary.TurnedBySwitch {
		parts = append(parts, part{"switch", "I - 0 - II", 236})
	}
	poles(d, x, 270, parts)
	cx := x + poleStep
	d.add(
		circle(cx, 296, 26, Black, Paper).of("motor "+m.ID),
		text(cx, 301, "M", Medium).bold(),
		text(cx, 340, m.Name+", "+m.Power, Small),
	)
	turn := ""
	switch m.Turned {
	case rotary.TurnedBySwitch:
		turn = "; reversing switch, three poles, centre off, two crossed, turned at standstill"
	case rotary.TurnedByContactors:
		turn = "; " + k + "R crosses two leads, held off " + k + "F by parts and by contacts"
	}
	d.fact(
		m.Name,
		fmt.Sprintf("breaker %s, contactor %s, relay %s with a pole in each lead%s", breaker, contactor, relay, turn),
	)
}
