package drawing

import (
	"fmt"
)

// Wiring draws a drive with its own terminals and every wire to them: the line
// and the controls from the left, the motor to the right. What is landed is
// drawn full, the rest dashed. Empty where no drive is chosen.
func Wiring(p *Scene) Drawing {
	d := Drawing{Title: "Wiring of the drive", Width: 860, Height: 200, Items: []Item{}, Facts: []Fact{}}
	if len(p.Wiring) == 0 {
		return d
	}
	const left, right, top, row = 330.0, 530.0, 46.0, 27.0
	ink := map[string]Ink{"L1": WireL1, "L2": WireL2, "L3": WireL3, "earth": Earth, "control": Soft}
	yl, yr := top+row, top+row
	d.add(text(12, 22, "from the breaker and the controls", Small).soft().start(),
		text(d.Width-12, 22, "to the motor", Small).soft().end())
	run := ""
	for _, w := range p.Wiring {
		stroke := 3.0
		if w.Run == "control" {
			stroke = 1.6
		}
		if w.ID == "shield" { // the braid round the motor's wires
			d.add(text(right+170, yr+4, "shield or conduit, earthed at both ends", Small).soft())
			d.fact("Shield", w.Wire)
			yr += row
			continue
		}
		if w.Run == "motor" {
			d.add(line(ink[w.Colour], stroke, right, yr, right+150, yr).dashed(!w.Done).of("wire "+w.ID),
				circle(right, yr, 5, Black, Paper),
				text(right-10, yr+4, w.From, Small).end().bold(), text(right+158, yr+4, w.To, Small).start())
			yr += row
		} else {
			if run == "line" && w.Run == "control" {
				yl += row * 0.6
			}
			name := w.To
			far := w.From
			if w.Run == "control" { // named from the terminal outward
				name, far = w.From, w.To
			}
			d.add(line(ink[w.Colour], stroke, left-90, yl, left, yl).dashed(!w.Done).of("wire "+w.ID),
				circle(left, yl, 5, Black, Paper),
				text(left+10, yl+4, name, Small).start().bold(), text(left-98, yl+4, far, Small).end())
			run = w.Run
			yl += row
		}
		done := ""
		if w.Done {
			done = ", landed"
		}
		d.fact(w.From+" to "+w.To, fmt.Sprintf("%s; %s%s", w.Wire, w.End, done))
	}
	low := max(yl, yr)
	d.Height = low + 22
	frame := []Item{rect(left, top, right-left, low-top-row*0.4, Black, Paper).of("drive"),
		text((left+right)/2, top-8, p.Device, Medium).bold()}
	d.Items = append(frame, d.Items...) // beneath the terminals
	return d
}
