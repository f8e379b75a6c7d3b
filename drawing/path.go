package drawing

import (
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// Heights of the three lines and the earth in the power path.
const (
	pathWidth  = 1280.0
	pathHeight = 150.0
	y1, y2, y3 = 44.0, 74.0, 104.0
	yEarth     = 136.0
)

// Path is the whole way of the power, post to tool, for one state. Its six
// parts stand above the six bays, a sixth of the width each.
func Path(p *Scene, s *site.State) Drawing {
	d := Drawing{Title: "Power path, " + s.Title, Width: pathWidth, Height: pathHeight, Items: []Item{},
		Facts: []Fact{}}
	full := s.Supply
	for _, l := range s.Lines {
		full = max(full, l.Amps)
	}
	amps := map[string]float64{}
	label := map[string]string{}
	for _, l := range s.Lines {
		amps[l.Line], label[l.Line] = l.Amps, l.Text
	}
	flow := s.Solved && !s.Short && s.Supply > 1e-3
	supply := 1.5
	if flow {
		supply = weight(s.Supply, full)
	}
	d.add(line(Earth, 2, 60, yEarth, 1226, yEarth).dashed(true).of("earth"),
		text(150, yEarth-5, "earth: prove it unbroken", Small).soft())

	// Supply post.
	d.add(line(Black, 3, 56, 20, 56, yEarth), line(Black, 2, 44, 26, 68, 26), line(Black, 2, 44, yEarth, 68, yEarth))
	for i, y := range []float64{y1, y2} {
		name, ink := leads.Lines[i], supplyInk(p, i)
		shown := name
		if i == 1 && p.Neutral {
			shown = "N"
		}
		d.add(circle(56, y, 5, Black, Paper), text(36, y+4, shown, Small).bold())
		d.add(line(ink, supply, 61, y, 256, y).of("line " + name))
	}
	if s.Volts != "" {
		d.add(text(150, (y1+y2)/2+4, s.Volts, Medium).bold())
		d.fact("Volts at the motor", s.Volts)
	}
	if flow {
		d.add(text(150, y1-8, s.SupplyT, Small))
		d.fact("Supply line", s.SupplyT)
	}
	protect(&d, p, supply)
	if p.Bridge == Direct {
		directBox(&d, p, s, supply)
		directLeads(&d, p)
		directMotor(&d, p, s)
	} else {
		bridge(&d, p, s, flow, supply, amps, label, full)
		box(&d, p, s)
		motor(&d, p, s, flow, amps, label, full)
	}
	tool(&d, p, s)
	next(&d, p)
	for _, b := range p.Parts {
		d.fact(b.Title, b.Key+" ("+string(b.Mark)+")")
	}
	return d
}

// next flags the part of the path where the next thing is to be done.
func next(d *Drawing, p *Scene) {
	if p.Next.Text == "" {
		return
	}
	x := pathWidth / 6 * (float64(p.Next.Part) + 0.5)
	d.add(Item{Kind: KindShape, Points: []float64{x - 5, 5, x + 5, 5, x, 12}, Ink: Accent, Fill: Accent, Stroke: 1,
		Of: "next"},
		text(x+10, 13, "next: "+finding.Lower(p.Next.Text),
			Small).inked(Accent).start().of("next"))
	d.fact("Next", p.Next.Text)
}

// supplyInk is what the first or second line wire is drawn with, up to the bridge: a
// neutral has none of the lines' colours.
func supplyInk(p *Scene, i int) Ink {
	if i == 1 && p.Neutral {
		return Soft
	}
	return wire(leads.Lines[i])
}

func wire(name string) Ink {
	switch name {
	case "L1":
		return WireL1
	case "L2":
		return WireL2
	}
	return WireL3
}

// protect draws breaker and overload relay; what is not entered yet is dashed.
func protect(d *Drawing, p *Scene, w float64) {
	there := p.Breaker
	if p.Branch { // its own stands behind the converter
		there = p.Ahead
	}
	breaker := there == ""
	for i, y := range []float64{y1, y2} {
		ink := supplyInk(p, i)
		if i == 1 && p.Neutral { // a neutral goes through
			d.add(line(ink, w, 256, y, 330, y))
			continue
		}
		d.add(line(ink, w, 256, y, 262, y), line(Black, 2, 262, y, 288, y-12).dashed(breaker).of("breaker"),
			line(Black, 1.5, 284, y-4, 292, y+4), line(Black, 1.5, 284, y+4, 292, y-4), line(ink, w, 288, y, 330, y))
	}
	if !p.Neutral {
		d.add(line(Black, 1, 275, y1-4, 275, y2-6).dashed(true))
	}
	if breaker {
		d.add(text(275, y2+20, "no breaker yet", Small).soft())
	} else {
		d.add(text(275, y2+20, there, Small))
		d.fact("Breaker", there)
	}
	fitted := p.RelayWay == protection.SupplyLines
	for i, y := range []float64{y1, y2} {
		ink := supplyInk(p, i)
		if fitted {
			d.add(heater(345, y, ink, w)...)
		} else {
			d.add(line(ink, w, 330, y, 385, y))
		}
		d.add(line(ink, w, 385, y, 427, y))
	}
	if fitted {
		set := p.Relay
		if set == "" {
			set = "relay not set"
		}
		d.add(rect(340, y1-14, 40, y2-y1+24, Black, None).dashed(p.Relay == ""), text(360, y2+20, set, Small))
		d.fact("Overload relay", set+", in the supply lines")
	}
}

// heater is the thermal element of a relay pole, 30 px wide.
func heater(x, y float64, ink Ink, w float64) []Item {
	return []Item{line(ink, w, x-15, y, x+6, y), line(Black, 2, x+6, y, x+6, y-8, x+24, y-8, x+24, y),
		line(ink, w, x+24, y, x+40, y)}
}

// bridge draws the capacitor from the made third line to its line.
//
// Long: one drawing, from left to right.
func bridge(d *Drawing, p *Scene, s *site.State, flow bool, supply float64, amps map[string]float64,
	label map[string]string, full float64) {
	if p.Bridge == Drive {
		driveBox(d, p, s, flow, supply, amps, label, full)
		return
	}
	if p.Bridge == Rotary {
		converter(d, p, flow, supply, amps, label, full)
		return
	}
	const tap, plates = 462.0, 520.0
	weights := [3]float64{1.5, 1.5, 1.5}
	if flow {
		for i, l := range leads.Lines {
			weights[i] = weight(amps[l], full)
		}
	}
	none := !s.Solved && p.Microfarad == 0
	toL1 := p.CornerTo != "L2"
	from := y2
	if toL1 {
		from = y1
	}
	ink := wire("L2")
	if toL1 {
		ink = wire("L1")
	}
	for i, y := range []float64{y1, y2} {
		name := leads.Lines[i]
		d.add(line(wire(name), supply, 427, y, tap, y).of("line "+name),
			line(wire(name), weights[i], tap, y, 672, y).of("line "+name))
	}
	cw := weights[2]
	d.add(Item{Kind: KindCircle, X: tap, Y: from, R: 4, Ink: Black, Fill: Black, Stroke: 1})
	// a changeover switch between the capacitor and the two lines, standing on the one that it is on
	if p.Reversing {
		other, oink := y1, wire("L1")
		if toL1 {
			other, oink = y2, wire("L2")
		}
		d.add(Item{Kind: KindCircle, X: tap + 26, Y: other, R: 4, Ink: Black, Fill: Black, Stroke: 1})
		side := tap + 26
		if other == y1 {
			d.add(line(oink, cw, side, other, side, y2-8), arc(side, y2, 8, -90, 90, oink, cw),
				line(oink, cw, side, y2+8, side, y3-14))
		} else {
			d.add(line(oink, cw, side, other, side, y3-14))
		}
		d.add(circle(side, y3-14, 3, Black, Paper), circle(tap, y3-14, 3, Black, Paper),
			circle(tap+40, y3, 3, Black, Black),
			text(tap+34, y3+18, "reverse: standing", Small).end().soft())
		if toL1 {
			d.add(line(ink, cw, tap, from, tap, y2-8), arc(tap, y2, 8, -90, 90, ink, cw),
				line(ink, cw, tap, y2+8, tap, y3-17))
		} else {
			d.add(line(ink, cw, tap, from, tap, y3-17))
		}
		d.add(line(Black, 3, tap+40, y3, tap+3, y3-12).of("reversing switch"),
			line(Black, cw, tap+43, y3, plates-4, y3))
		d.fact("Reversing switch", "moves the capacitor between L1 and L2, at standstill only")
	} else if toL1 { // step over line 2 in an arc, joined to nothing there
		d.add(line(ink, cw, tap, from, tap, y2-8), arc(tap, y2, 8, -90, 90, ink, cw),
			line(ink, cw, tap, y2+8, tap, y3, plates-4, y3))
	} else {
		d.add(line(ink, cw, tap, from, tap, y3, plates-4, y3))
	}
	d.add(
		line(Black, 3.5, plates-4, y3-13, plates-4, y3+13).dashed(none).of("capacitor"),
		line(Black, 3.5, plates+4, y3-13, plates+4, y3+13).dashed(none).of("capacitor"),
		line(WireL3, cw, plates+4, y3, 672, y3).of("line L3"))
	caption := "no capacitor yet"
	if p.Microfarad > 0 {
		caption = p.caption(caption)
	}
	d.add(text(plates+14, y3+18, caption, Small).start().bold())
	d.fact("Capacitor", caption)
	if p.RelayWay == protection.MotorLeads {
		for i, y := range []float64{y1, y2, y3} {
			d.add(rect(628, y-6, 20, 12, Black, Paper).of("relay pole " + leads.Lines[i]))
		}
		set := p.Relay
		if set == "" {
			set = "relay not set"
		}
		d.add(text(638, y1-12, set, Small))
		d.fact("Overload relay", set+", in the motor leads")
	}
	if p.RelayWay == protection.Thermistor {
		d.fact("Winding guard", "thermistor in the winding, its relay in the contactor's coil")
	}
	for i, y := range []float64{y1, y2, y3} {
		if t := label[leads.Lines[i]]; t != "" && flow {
			d.add(text(590, y-7, t, Small))
			d.fact("Motor lead "+lineSaid(p, leads.Lines[i]), t)
		}
	}
}

// driveBox draws a drive: two lines in, three out, at its hertz.
func driveBox(d *Drawing, p *Scene, s *site.State, flow bool, supply float64, amps map[string]float64,
	label map[string]string, full float64) {
	const x, w = 462.0, 96.0
	for i, y := range []float64{y1, y2} {
		name := leads.Lines[i]
		d.add(line(supplyInk(p, i), supply, 427, y, x, y).of("line " + name))
	}
	for i, y := range []float64{y1, y2, y3} {
		name, weightOf := leads.Lines[i], 1.5
		if flow {
			weightOf = weight(amps[name], full)
		}
		d.add(line(wire(name), weightOf, x+w, y, 672, y).dashed(!flow).of("line " + name))
		if t := label[name]; t != "" && flow {
			d.add(text(612, y-7, t, Small))
			d.fact("Motor lead "+lineSaid(p, name), t)
		}
	}
	d.add(rect(x, y1-20, w, y3-y1+40, Black, Paper).of("drive"), line(Black, 1.5, x+14, y3+8, x+w-14, y1-8).of("drive"),
		text(x+22, y1+2, "1~", Medium).bold(), text(x+w-22, y3+10, "3~", Medium).bold())
	if p.Hertz > 0 {
		d.add(rect(x+w/2-32, y2-10, 64, 20, Paper, Paper), text(x+w/2, y2+5, unit.Text(p.Hertz, "Hz"),
			Medium).bold())
	}
	caption := p.caption("no drive yet")
	d.fact("Drive", caption)
}

func motor(d *Drawing, p *Scene, s *site.State, flow bool, amps map[string]float64, label map[string]string,
	full float64) {
	const cx, cy, r = 960.0, y2, 50.0
	for i, y := range []float64{y1, y2, y3} {
		name := leads.Lines[i]
		w := 1.5
		if flow {
			w = weight(amps[name], full)
		}
		d.add(line(wire(name), w, 804, y, 918, y).dashed(!flow).of("line " + name))
		if i != 1 {
			d.add(line(wire(name), w, 918, y, 922, y))
		}
	}
	if s.Short {
		d.add(text(860, y2-12, "dead short", Medium).bold().toned("over"))
	}
	d.add(circle(cx, cy, r, Black, Paper).of("motor"), text(cx, cy-2, "M", Large).bold())
	caption := "3~"
	switch {
	case s.Trips:
		caption = opens(p)
	case flow && s.Starts && s.RPM != "":
		caption = s.RPM
	case flow && !s.Starts:
		caption = "stands, hums"
	}
	d.add(text(cx, cy+18, caption, Small))
	d.fact("Motor", caption)
	if flow && s.Turns != "" && !s.Trips {
		d.add(turning(cx, cy, 38, s.Turns == "clockwise")...)
		d.fact("Turns", s.Turns+", facing the shaft end")
	}
	for i, c := range s.Coils {
		d.add(Item{Kind: KindRect, X: cx - 20 + 42/float64(len(s.Coils))*float64(i), Y: cy + 26,
			W: 42/float64(len(s.Coils)) - 2, H: 5, Ink: Toned, Fill: Toned, Tone: string(c.Tone), Stroke: 1,
			Of: "coil " + c.Name})
	}
}

// tool draws the machine by its kind of load.
func tool(d *Drawing, p *Scene, s *site.State) {
	running := s.Solved && s.Starts
	d.add(Item{Kind: KindRect, X: 1010, Y: y2 - 4, W: 82, H: 8, Ink: Metal, Fill: Metal, Stroke: 1}.of("shaft"))
	if running && s.Torque != "" && !s.Trips {
		d.add(text(1051, y2-14, s.Torque, Small))
		d.fact("Shaft torque", s.Torque)
	}
	const x = 1092.0
	switch p.LoadKind {
	case machine.NoLoad:
		d.add(circle(x+8, y2, 14, Black, Paper), text(x+60, y2+4, "nothing on it", Small).soft())
	case machine.Fan, machine.Linear: // a vat with a paddle
		d.add(line(Black, 3, x+14, y1-16, x+14, y3+14, x+124, y3+14, x+124, y1-16),
			line(Accent, 2, x+18, y1+2, x+44, y1-3, x+70, y1+2, x+96, y1-3, x+120, y1+2),
			line(Black, 3, x, y2, x+94, y2),
			Item{Kind: KindShape, Points: []float64{x + 52, y2, x + 40, y2 + 24, x + 64, y2 + 24}, Ink: Black,
				Fill: Shade, Stroke: 1.5},
			Item{Kind: KindShape, Points: []float64{x + 86, y2, x + 74, y2 + 24, x + 98, y2 + 24}, Ink: Black,
				Fill: Shade, Stroke: 1.5})
	default: // a drum on rollers
		d.add(line(Black, 3, x, y2, x+18, y2), rect(x+18, y1-10, 96, y3-y1+20, Black, Shade),
			line(Black, 1.5, x+18, y2, x+114, y2),
			line(Black, 1, x+42, y1-10, x+42, y3+10), line(Black, 1, x+90, y1-10, x+90, y3+10))
	}
	if p.Does != "" {
		d.fact("Machine", p.Does)
	}
}

// Span is the path as a short line for a list: post, bridge, motor, tool.
func Span(p *Scene, s *site.State) Drawing {
	if p.Converter != nil && len(p.Converter.Machines) > 0 && p.Converter.Idler != nil {
		return streetSpan(p)
	}
	d := Drawing{Title: "Span of " + p.Title, Width: 220, Height: 48, Items: []Item{}, Facts: []Fact{}}
	flow := s.Solved && s.Starts && !s.Short
	d.add(line(Black, 2.5, 10, 6, 10, 42))
	d.add(line(WireL1, 2.5, 10, 16, 118, 16), line(WireL2, 2.5, 10, 26, 118, 26))
	ready := p.Microfarad > 0
	switch p.Bridge {
	case Rotary:
		d.add(line(WireL3, 2.5, 52, 36, 118, 36), circle(52, 26, 13, Black, Paper), text(52, 30, "i", Small).bold())
	case Direct:
		d.add(line(Accent, 2.5, 66, 16, 118, 16), line(Black, 2.5, 66, 26, 118, 26),
			rect(36, 9, 30, 34, Black, Paper).dashed(p.Device == ""), text(51, 32, "=", Medium).bold())
	case Drive:
		d.add(line(WireL3, 2.5, 66, 36, 118, 36), rect(36, 9, 30, 34, Black, Paper).dashed(p.Device == ""),
			line(Black, 1.5, 42, 37, 60, 15))
	default:
		d.add(line(WireL3, 2.5, 54, 36, 118, 36).dashed(!ready), line(WireL1, 1.5, 40, 16, 40, 36, 48,
			36).dashed(!ready),
			line(Black, 2.5, 48, 29, 48, 43).dashed(!ready), line(Black, 2.5, 54, 29, 54, 43).dashed(!ready))
	}
	d.add(rect(84, 9, 22, 34, Black, Paper))
	d.add(circle(138, 26, 19, Black, Paper), text(138, 31, "M", Medium).bold())
	if flow {
		d.add(turning(138, 26, 14, s.Turns == "clockwise")...)
	}
	d.add(Item{Kind: KindRect, X: 157, Y: 24, W: 20, H: 4, Ink: Metal, Fill: Metal, Stroke: 1})
	switch p.LoadKind {
	case machine.NoLoad:
		d.add(circle(182, 26, 5, Black, Paper))
	case machine.Fan, machine.Linear:
		d.add(line(Black, 2, 180, 10, 180, 42, 212, 42, 212, 10), line(Accent, 1.5, 182, 18, 190, 15, 198, 18, 206, 15,
			211, 18))
	default:
		d.add(rect(178, 12, 34, 28, Black, Shade), line(Black, 1, 178, 26, 212, 26))
	}
	return d
}
