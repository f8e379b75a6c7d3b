package drawing

import (
	"graybridge/core/dc"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// directBox draws a DC controller in the path: two lines in, plus and minus out.
func directBox(d *Drawing, p *Scene, s *site.State, supply float64) {
	const x, w = 462.0, 96.0
	flow := s.Solved && s.Starts
	for i, y := range []float64{y1, y2} {
		d.add(line(supplyInk(p, i), supply, 427, y, x, y).of([]string{"line L1", "line L2"}[i]))
	}
	heavy := 1.5
	if flow {
		heavy = 4
	}
	d.add(
		line(Accent, heavy, x+w, y1+10, 672, y1+10).dashed(!flow).of("armature +"),
		line(Black, heavy, x+w, y3-10, 672, y3-10).dashed(!flow).of("armature −"),
		text(x+w+14, y1+4, "+", Small).bold(), text(x+w+14, y3+4, "−", Small).bold(),
		rect(x, y1-20, w, y3-y1+40, Black, Paper).of("controller"),
		line(Black, 1.5, x+14, y3+8, x+w-14, y1-8),
		text(x+22, y1+2, "1~", Medium).bold(), text(x+w-22, y3+12, "=", Large).bold(),
	)
	if p.Direct != nil && p.Direct.Dial.Volts > 0 {
		d.add(rect(x+w/2-34, y2-10, 68, 20, Paper, Paper), text(x+w/2, y2+5, unit.Whole(p.Direct.Dial.Volts, "V"),
			Medium).bold())
		if flow {
			d.add(text(612, y1+3, p.Direct.Point.Amps, Small))
			d.fact("Armature", p.Direct.Point.Amps+" mean, "+p.Direct.Point.RMS+" RMS")
		}
	}
	caption := p.caption("no controller yet")
	d.fact("Controller", caption)
}

// directLeads draws armature and field leads where a three-phase motor has its box.
func directLeads(d *Drawing, p *Scene) {
	const x, w = 672.0, 132.0
	d.add(rect(x, y1-20, w, y3-y1+40, Black, Paper).of("box"))
	if p.Brushed == nil {
		return
	}
	names := p.Brushed.Armature
	d.add(line(Accent, 2.5, x, y1+10, x+w, y1+10), line(Black, 2.5, x, y3-10, x+w, y3-10),
		circle(x+w/2, y1+10, 5, Black, Shade), circle(x+w/2, y3-10, 5, Black, Shade),
		text(x+w/2, y1, names[0], Small), text(x+w/2, y3+6, names[1], Small))
	if !p.Brushed.Found {
		d.add(text(x+w/2, y2+4, "not found yet", Small).soft())
	}
	if p.Brushed.Field {
		d.fact("Field", "fed by itself, never opened")
	}
}

// directMotor draws armature, brushes and field.
func directMotor(d *Drawing, p *Scene, s *site.State) {
	const cx, cy, r = 960.0, y2, 44.0
	flow := s.Solved && s.Starts
	d.add(
		line(Accent, 2.5, 804, y1+10, cx, y1+10, cx, cy-r).dashed(!flow).of("armature +"),
		line(Black, 2.5, 804, y3-10, cx, y3-10, cx, cy+r).dashed(!flow).of("armature −"),
		circle(cx, cy, r, Black, Paper).of("motor"),
		rect(cx-8, cy-r-6, 16, 10, Black, Shade).of("brush"), rect(cx-8, cy+r-4, 16, 10, Black, Shade).of("brush"),
		text(cx, cy-2, "M", Large).bold(),
	)
	caption := "="
	switch {
	case flow && s.RPM != "":
		caption = s.RPM
	case s.Solved:
		caption = "stalls"
	}
	d.add(text(cx, cy+18, caption, Small))
	d.fact("Motor", caption)
	if flow && s.Turns != "" {
		d.add(turning(cx, cy, 33, s.Turns == "clockwise")...)
	}
	if p.Brushed == nil {
		return
	}
	if p.Brushed.Field { // a coil beside it
		for i := range 3 {
			d.add(arc(884, y1+18+12*float64(i), 6, -90, 90, Black, 2).of("field"))
		}
		d.add(text(876, y2+4, "field", Small).end().soft())
		return
	}
	d.add(rect(878, cy-24, 10, 48, Black, Metal).of("magnet"), text(872, y2+4, "magnet", Small).end().soft())
}

// Measures of the wiring drawing.
const (
	dcLeft, dcRight   = 330.0, 500.0
	dcTop, dcRow      = 40.0, 30.0
	dcArmX, dcFieldX  = 800.0, 700.0
	dcWide            = 880.0
	dcFuseW, dcFuseH  = 34.0, 12.0
	dcSwitchX         = 600.0
	dcMostNameColumns = 22
)

// DirectWiring draws a DC controller with its own terminals as a circuit: line and pot to
// the left, armature, field and braking resistor to the right. What stands at mains
// potential beside the line is hatched. Empty where no controller is chosen.
func DirectWiring(p *Scene) Drawing {
	d := Drawing{Title: "Wiring of the controller", Width: dcWide, Height: 200, Items: []Item{}, Facts: []Fact{}}
	if p.Direct == nil || len(p.Direct.Wiring) == 0 {
		return d
	}
	v := p.Direct
	d.add(text(12, 20, "from breaker and isolator", Small).soft().start(),
		text(dcWide-12, 20, "to the motor", Small).soft().end())
	low := max(directLineSide(&d, v), directMotorSide(&d, v, p))
	d.Height = low + 26
	frame := []Item{rect(dcLeft, dcTop, dcRight-dcLeft, low-dcTop, Black, Paper).of("controller"),
		text((dcLeft+dcRight)/2, dcTop-8, v.Name, Medium).bold()}
	d.Items = append(frame, d.Items...)
	for _, w := range v.Wiring {
		done := ""
		if w.Done {
			done = ", landed"
		}
		d.fact(w.From+" to "+w.To, w.Wire+done)
	}
	return d
}

func screw(d *Drawing, x, y float64, name string, left bool) {
	d.add(circle(x, y, 5, Black, Paper))
	if left {
		d.add(text(x+10, y+4, name, Small).start().bold())
		return
	}
	d.add(text(x-10, y+4, name, Small).end().bold())
}

// wireOf finds a wire of the run list.
func wireOf(v *dc.View, id string) (dc.Wire, bool) {
	for _, w := range v.Wiring {
		if w.ID == id {
			return w, true
		}
	}
	return dc.Wire{}, false
}

// directLineSide draws line, earth, pot and inhibit; the lowest y used.
func directLineSide(d *Drawing, v *dc.View) float64 {
	y := dcTop + 24
	buttons := false
	_, buttons = wireOf(v, "coil")
	for _, w := range v.Wiring {
		if w.Run != "line" || w.ID == "pe-motor" {
			continue
		}
		ink := map[string]Ink{"earth": Earth, "L1": WireL1, "L2": WireL2, "neutral": Soft}[w.Colour]
		dash := !w.Done
		d.add(text(116, y+4, clip(w.From), Small).end())
		if w.ID == "pe-in" {
			d.add(line(ink, 3, 124, y, dcLeft, y).dashed(dash).of("wire " + w.ID))
		} else {
			d.add(line(ink, 3, 124, y, 168, y).dashed(dash).of("wire "+w.ID), circle(168, y, 2.5, Black, Black),
				line(Black, 2, 168, y, 190, y-10), line(ink, 3, 192, y, 230, y).dashed(dash))
			if w.To != "" && w.Note != "" && !neutralWire(w) {
				d.add(rect(230, y-dcFuseH/2, dcFuseW, dcFuseH, Black, Paper).of("fuse"),
					line(ink, 1.5, 230, y, 230+dcFuseW, y))
			} else {
				d.add(line(ink, 3, 230, y, 230+dcFuseW, y).dashed(dash))
			}
			if buttons {
				d.add(line(ink, 3, 264, y, 278, y).dashed(dash), line(Black, 2, 278, y-7, 278, y+7),
					line(Black, 2, 290, y-7, 290, y+7),
					line(ink, 3, 290, y, dcLeft, y).dashed(dash))
			} else {
				d.add(line(ink, 3, 264, y, dcLeft, y).dashed(dash))
			}
		}
		screw(d, dcLeft, y, w.To, true)
		y += dcRow
	}
	if buttons {
		d.add(text(284, y-8, "contactor", Small).soft())
	}
	return directPot(d, v, y+12)
}

func neutralWire(w dc.Wire) bool { return w.ID == "in-neutral" }

// directPot draws the potentiometer, on a hatched ground where it stands at the mains.
func directPot(d *Drawing, v *dc.View, y float64) float64 {
	const px = 150.0
	from := y
	names := []string{"pot-high", "pot-wiper", "pot-low"}
	ys := [3]float64{}
	for i, id := range names {
		w, ok := wireOf(v, id)
		ys[i] = y
		if ok {
			x := px + 12
			if id == "pot-wiper" {
				x = px + 34
			}
			d.add(line(Soft, 1.8, x, y, dcLeft, y).dashed(!w.Done).of("wire " + id))
			screw(d, dcLeft, y, w.From, true)
		}
		y += dcRow
	}
	d.add(line(Soft, 1.8, px+12, ys[0], px, ys[0], px, ys[0]+10), line(Soft, 1.8, px, ys[2]-10, px, ys[2], px+12,
		ys[2]),
		rect(px-8, ys[0]+10, 16, ys[2]-ys[0]-20, Black, Paper).of("pot"),
		line(Black, 1.8, px+34, ys[1], px+10, ys[1]), arrow(px+16, ys[1], 180, 8, Black))
	if v.Mains {
		var hatch []Item
		for x := 96.0; x < 300; x += 14 {
			hatch = append(hatch, line(Faint, 1.5, x, ys[2]+16, x+20, from-14))
		}
		d.Items = append(hatch, d.Items...)
		d.add(text(92, ys[1]-4, "at mains", Small).end().toned("over"),
			text(92, ys[1]+12, "potential", Small).end().toned("over"))
		d.fact("Pot", "at mains potential: insulated shaft, covered")
	}
	if w, ok := wireOf(v, "inhibit"); ok {
		y += 6
		d.add(line(Soft, 1.8, 204, y, dcLeft, y).dashed(!w.Done).of("wire inhibit"), line(Black, 2, 180, y, 202, y-9),
			circle(178, y, 2.5, Black, Black),
			text(170, y+4, "stop contact", Small).end())
		screw(d, dcLeft, y, w.From, true)
		y += dcRow
	}
	return y - 8
}

// directMotorSide draws armature, reversing switch, braking resistor and field.
func directMotorSide(d *Drawing, v *dc.View, p *Scene) float64 {
	top, bottom := dcTop+30, dcTop+150
	plus, _ := wireOf(v, "arm-plus")
	minus, _ := wireOf(v, "arm-minus")
	a1, a2 := plus.To, minus.To
	end := dcArmX
	// The armature's loop.
	d.add(line(Accent, 3, dcRight, top, 530, top).dashed(!plus.Done).of("wire arm-plus"),
		rect(530, top-dcFuseH/2, dcFuseW, dcFuseH, Black, Paper).of("fuse"),
		line(Accent, 1.5, 530, top, 530+dcFuseW, top),
		text(530+dcFuseW/2, top-10, "fuse, DC", Small).soft())
	from := 530 + dcFuseW
	if t1, ok := wireOf(v, "turn-1"); ok {
		t2, _ := wireOf(v, "turn-2")
		a1, a2 = t1.To, t2.To
		d.add(line(Accent, 3, from, top, dcSwitchX, top).dashed(!plus.Done),
			line(Black, 3, dcRight, bottom, dcSwitchX, bottom).dashed(!minus.Done).of("wire arm-minus"),
			rect(dcSwitchX, top-14, 64, bottom-top+28, Black, Shade).of("reversing switch"),
			line(Black, 1.5, dcSwitchX+10, top, dcSwitchX+54, bottom).dashed(true),
			line(Black, 1.5, dcSwitchX+10, bottom, dcSwitchX+54, top).dashed(true),
			line(Black, 2, dcSwitchX+10, top, dcSwitchX+40, top-8),
			line(Black, 2, dcSwitchX+10, bottom, dcSwitchX+40, bottom-8),
			text(dcSwitchX+32, (top+bottom)/2+4, "I  0  II", Small).bold(),
			text(dcSwitchX+32, top-20, "standing", Small).soft(),
			line(Accent, 3, dcSwitchX+64, top, end, top).dashed(!t1.Done).of("wire turn-1"),
			line(Black, 3, dcSwitchX+64, bottom, end, bottom).dashed(!t2.Done).of("wire turn-2"))
	} else {
		d.add(line(Accent, 3, from, top, end, top).dashed(!plus.Done),
			line(Black, 3, dcRight, bottom, end, bottom).dashed(!minus.Done).of("wire arm-minus"))
	}
	if w, ok := wireOf(v, "brake"); ok {
		const bx = 700.0
		mid := (top + bottom) / 2
		d.add(circle(bx, top, 3, Black, Black), circle(bx, bottom, 3, Black, Black),
			line(Black, 2, bx, top, bx, top+18).dashed(!w.Done),
			line(Black, 2.5, bx-10, top+22, bx, top+40).of("braking pole"),
			line(Black, 2, bx, top+40, bx, mid+2).dashed(!w.Done),
			rect(bx-8, mid+2, 16, 38, Black, Paper).of("braking resistor"),
			line(Black, 2, bx, mid+40, bx, bottom).dashed(!w.Done),
			text(bx+14, mid+18, "stop", Small).start().soft(), text(bx+14, mid+34, "closes last", Small).start().soft())
	}
	armature(d, end, top, bottom, a1, a2, v.Dial.Volts)
	screw(d, dcRight, top, plus.From, false)
	screw(d, dcRight, bottom, minus.From, false)
	return directField(d, v, p, bottom+dcRow+6)
}

// armature draws the rotor between its brushes.
func armature(d *Drawing, x, top, bottom float64, a1, a2 string, volts float64) {
	mid, r := (top+bottom)/2, 34.0
	d.add(line(Accent, 3, x, top, x, mid-r-6), line(Black, 3, x, mid+r+6, x, bottom),
		rect(x-9, mid-r-8, 18, 12, Black, Shade).of("brush"),
		rect(x-9, mid+r-4, 18, 12, Black, Shade).of("brush"), circle(x, mid, r, Black, Paper).of("armature"),
		text(x, mid+6, "M", Large).bold(),
		text(x, top-8, a1, Small).bold(), text(x, bottom+16, a2, Small).bold())
	if volts > 0 {
		d.add(text(x+40, mid+4, unit.Whole(volts, "V"), Small).start())
	}
}

// directField draws the field, or its terminals left open.
func directField(d *Drawing, v *dc.View, p *Scene, y float64) float64 {
	n := 0
	var ys []float64
	for _, w := range v.Wiring {
		if w.Run != "field" {
			continue
		}
		screw(d, dcRight, y, w.From, false)
		ys = append(ys, y)
		if w.Wire == "none" {
			d.add(text(dcRight+14, y+4, "left open, covered: live", Small).start().soft())
		} else {
			d.add(line([]Ink{Accent, Black}[n%2], 2.5, dcRight, y, dcFieldX, y).dashed(!w.Done).of("wire "+w.ID),
				text(dcFieldX+8, y+4, w.To, Small).start().bold())
		}
		n++
		y += dcRow * 1.6
	}
	if len(ys) == 2 && p.Brushed != nil && p.Brushed.Field {
		d.add(coil(dcFieldX, ys[0], dcFieldX, ys[1], "idle", "field", 2.5)...)
		d.add(text(dcFieldX+40, (ys[0]+ys[1])/2+4, "field: never opened", Small).start().toned("over"))
	}
	if n == 0 {
		return y - dcRow
	}
	return y - dcRow*0.6
}

func clip(s string) string {
	if r := []rune(s); len(r) > dcMostNameColumns {
		return string(r[:dcMostNameColumns-1]) + "…"
	}
	return s
}
