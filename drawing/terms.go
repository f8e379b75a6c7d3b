package drawing

import "math"

// Terms are the small drawings of the glossary, by the names that its words give them.
func Terms() map[string]Drawing {
	out := map[string]Drawing{}
	for name, draw := range map[string]func(d *Drawing){
		"three-phase": threePhase, "made-line": madeLine, "earth": earthed, "volts-amps": pipes, "relay": relayed,
		"lock": locked, "probes": probed, "winding": wound, "star": starred, "delta": deltaed, "box": studded,
		"halves": halved, "can": canned, "idler": idling, "drive": driven, "brushed": brushed,
	} {
		d := Drawing{Title: name, Width: 200, Height: 96, Items: []Item{}, Facts: []Fact{}}
		draw(&d)
		out[name] = d
	}
	return out
}

// label is a small word beside a part.
func (d *Drawing) label(x, y float64, s string) { d.add(text(x, y, s, Small).soft()) }

// wave is a swing of volts that begins a share of a turn late.
func (d *Drawing) wave(ink Ink, late float64) {
	var at []float64
	for i := range 61 {
		x := float64(i) / 60
		at = append(at, 16+168*x, 46-30*math.Sin(2*math.Pi*(1.5*x-late)))
	}
	d.add(line(ink, 2, at...))
}

func threePhase(d *Drawing) {
	d.wave(WireL1, 0)
	d.wave(WireL2, 1./3)
	d.wave(WireL3, 2./3)
	d.label(100, 93, "one after the other")
}

func madeLine(d *Drawing) {
	d.add(line(WireL1, 3, 14, 20, 130, 20), line(WireL2, 3, 14, 44, 130, 44), line(WireL3, 3, 84, 70, 130, 70),
		line(Black, 2, 50, 44, 50, 70, 66, 70), line(Black, 3, 66, 60, 66, 80), line(Black, 3, 74, 60, 74, 80),
		line(Black, 2, 74, 70, 84, 70), circle(156, 45, 27, Black, Paper), text(156, 50, "M", Medium))
	d.label(72, 93, "made by the capacitor")
}

func earthed(d *Drawing) {
	d.add(rect(30, 14, 70, 46, Black, Shade), text(65, 42, "body", Small), line(Earth, 3, 100, 48, 150, 48, 150, 62),
		line(Earth, 3, 134, 64, 166, 64), line(Earth, 2, 140, 70, 160, 70), line(Earth, 2, 146, 76, 154, 76))
	d.label(100, 93, "green, or green and yellow")
}

func pipes(d *Drawing) {
	d.add(line(Accent, 6, 16, 40, 184, 40), arrow(186, 40, 0, 12, Accent), line(Black, 1.5, 40, 26, 40, 56),
		line(Black, 1.5, 160, 26, 160, 56))
	d.label(100, 14, "amps: how much flows")
	d.label(100, 78, "volts: how hard it is pushed")
}

func relayed(d *Drawing) {
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		y := 20 + 24*float64(i)
		d.add(line(ink, 2.5, 12, y, 60, y), line(ink, 2.5, 60, y, 60, y-7, 76, y-7, 76, y, 92, y, 92, y-7, 108, y-7,
			108,
			y, 186, y))
	}
	d.add(rect(50, 6, 70, 70, Soft, None))
	d.label(100, 93, "warms with the motor's amps")
}

func locked(d *Drawing) {
	d.add(rect(28, 12, 52, 62, Black, Shade), line(Black, 4, 54, 56, 38, 30), circle(54, 58, 4, Black, Black),
		rect(116, 42, 44, 34, Black, Metal), arc(138, 42, 14, 180, 360, Black, 4), circle(138, 58, 4, Black, Black))
	d.label(100, 93, "off, and your own lock")
}

func probed(d *Drawing) {
	d.add(rect(70, 10, 60, 26, Black, Shade), line(Black, 2.5, 78, 36, 50, 70), line(Black, 2.5, 122, 36, 150, 70),
		circle(50, 72, 4, Metal, Metal), circle(150, 72, 4, Metal, Metal), text(100, 28, "0 V", Small))
	d.label(100, 93, "live point, here, live point")
}

func wound(d *Drawing) {
	d.add(line(Black, 2, 16, 40, 50, 40), line(Black, 2, 150, 40, 184, 40))
	d.add(coil(50, 40, 150, 40, "ok", "coil", 3)...)
	d.label(26, 30, "start")
	d.label(172, 30, "finish")
}

func starred(d *Drawing) {
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		x, y := polar(100, 46, 40, -90+120*float64(i))
		d.add(coil(100, 46, x, y, "ok", "coil", 3)...)
		d.add(circle(x, y, 4, ink, ink))
	}
	d.add(circle(100, 46, 4, Black, Black))
}

func deltaed(d *Drawing) {
	var at [3][2]float64
	for i := range at {
		at[i][0], at[i][1] = polar(100, 52, 44, -90+120*float64(i))
	}
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		to := at[(i+1)%3]
		d.add(coil(at[i][0], at[i][1], to[0], to[1], "ok", "coil", 3)...)
		d.add(circle(at[i][0], at[i][1], 4, ink, ink))
	}
}

func studded(d *Drawing) {
	for i := range 3 {
		x := 34 + 30*float64(i)
		d.add(circle(x, 30, 7, Black, Metal), circle(x, 62, 7, Black, Metal), line(Metal, 6, x, 30, x, 62))
		x += 100
		d.add(circle(x, 30, 7, Black, Metal), circle(x, 62, 7, Black, Metal))
	}
	d.add(line(Metal, 6, 134, 30, 194, 30))
	d.label(64, 88, "delta")
	d.label(164, 88, "star")
}

func halved(d *Drawing) {
	d.add(coil(20, 24, 70, 24, "ok", "coil", 3)...)
	d.add(coil(20, 54, 70, 54, "ok", "coil", 3)...)
	d.add(line(Black, 2, 20, 24, 12, 24, 12, 54, 20, 54), line(Black, 2, 70, 24, 78, 24, 78, 54, 70, 54))
	d.add(coil(112, 40, 150, 40, "ok", "coil", 3)...)
	d.add(coil(150, 40, 188, 40, "ok", "coil", 3)...)
	d.add(circle(150, 40, 4, Black, Black))
	d.label(54, 84, "low: side by side")
	d.label(150, 66, "high: end to end")
}

func canned(d *Drawing) {
	d.add(rect(76, 26, 48, 54, Black, Shade), line(Metal, 5, 90, 12, 90, 26), line(Metal, 5, 110, 12, 110, 26),
		line(Black, 1.5, 90, 16, 96, 10, 104, 22, 110, 16))
	d.label(156, 18, "bleed resistor")
	d.label(36, 56, "keeps volts")
}

func idling(d *Drawing) {
	d.add(circle(60, 44, 28, Black, Paper), text(60, 49, "idler", Small), circle(156, 44, 24, Black, Paper),
		text(156, 49, "M", Medium))
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		y := 34 + 10*float64(i)
		d.add(line(ink, 2.5, 88, y, 133, y))
	}
	d.add(line(WireL1, 2.5, 6, 38, 33, 38), line(WireL2, 2.5, 6, 50, 33, 50))
	d.label(60, 90, "first, up to speed")
}

func driven(d *Drawing) {
	d.add(rect(70, 10, 60, 66, Black, Shade), text(100, 48, "= / ~", Small), line(WireL1, 2.5, 16, 34, 70, 34),
		line(WireL2, 2.5, 16, 52, 70, 52))
	for i, ink := range []Ink{WireL1, WireL2, WireL3} {
		y := 28 + 15*float64(i)
		d.add(line(ink, 2.5, 130, y, 186, y))
	}
	d.label(100, 92, "keeps volts for minutes")
}

func brushed(d *Drawing) {
	d.add(circle(100, 44, 24, Black, Paper), text(100, 49, "A", Medium), rect(66, 36, 10, 16, Black, Black),
		rect(124, 36, 10, 16, Black, Black), line(WireL1, 2.5, 20, 44, 66, 44), line(WireL2, 2.5, 134, 44, 180, 44))
	d.label(44, 70, "brush")
	d.label(156, 70, "brush")
	d.label(100, 92, "commutator between them")
}
