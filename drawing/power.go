package drawing

import (
	"fmt"
	"strings"

	"graybridge/core/protection"
)

// The sheet of a power circuit: the three wires' places, and where its list of devices begins.
const (
	powerWidth = 860.0
	powerX     = 150.0
	powerStep  = 62.0
	listX      = 420.0
)

// power lays a circuit out downward.
type power struct {
	*Drawing
	p     *Scene
	y     float64
	wires int     // that come down: two from the line, three behind a bridge
	made  bool    // what comes down is no wire of the line
	body  float64 // where the motor's is bonded
}

// Power draws a circuit as it is wired, from the line to the motor: every device with its mark
// and poles, and beside it what each must be. Of a converter the panel is drawn instead.
func Power(p *Scene) Drawing {
	d := Drawing{Title: "The power circuit", Width: powerWidth, Items: []Item{}, Facts: []Fact{}}
	l := p.Ladder
	if l == nil || len(l.Devices) == 0 {
		return d
	}
	w := &power{Drawing: &d, p: p, y: 30, wires: 2}
	if p.Branch {
		w.wires = 3
	}
	names := []string{"L1", l.Rail, "made L3"}
	for i := range w.wires {
		d.add(text(w.x(i), 20, names[i], Small).bold())
	}
	d.add(text(w.x(2)+58, 20, "earth", Small).soft())
	for _, one := range l.Devices {
		w.device(one)
	}
	d.Height = w.y + 16
	d.add(line(Earth, 2, w.x(2)+58, 26, w.x(2)+58, w.body).of("earth"))
	w.list(l.Devices)
	return d
}

func (w *power) x(i int) float64 { return powerX + powerStep*float64(i) }

func (w *power) ink(i int) Ink {
	if w.made {
		return []Ink{WireL1, WireL2, WireL3}[i]
	}
	if i == 2 {
		return WireL3
	}
	return supplyInk(w.p, i)
}

// run brings the wires down by so much.
func (w *power) run(dy float64) {
	for i := range w.wires {
		w.add(line(w.ink(i), 2.5, w.x(i), w.y, w.x(i), w.y+dy))
	}
	w.y += dy
}

func (w *power) named(mark string) { w.add(text(w.x(0)-30, w.y+5, mark, Small).bold().end().of(mark)) }

func (w *power) device(one protection.Device) {
	switch one.Kind {
	case protection.Isolator, protection.BreakerKey, protection.Contactor, protection.Fuses, protection.Reverser:
		if one.Kind == protection.Reverser && one.Poles == 1 {
			return // a switch in the capacitor's wire: drawn there
		}
		w.run(12)
		for i := range w.wires {
			x, ink := w.x(i), w.ink(i)
			switch {
			case one.Kind == protection.Fuses && (i == 0 || one.Poles > 1 && !w.p.Neutral):
				w.add(rect(x-5, w.y-8, 10, 22, Black, Paper), line(ink, 2.5, x, w.y-8, x, w.y+14))
			case one.Kind == protection.Fuses, one.Kind == protection.BreakerKey && one.Poles == 1 && i == 1:
				w.add(line(ink, 2.5, x, w.y-8, x, w.y+14))
			default:
				w.add(line(Black, 2, x, w.y+14, x-10, w.y-6))
				switch one.Kind {
				case protection.BreakerKey:
					w.add(line(Black, 1.5, x-4, w.y-10, x+4, w.y-2), line(Black, 1.5, x-4, w.y-2, x+4, w.y-10))
				case protection.Contactor, protection.Reverser:
					w.add(arc(x, w.y-5, 4, 90, 270, Black, 1.5))
				case protection.Isolator:
					w.add(line(Black, 1.5, x-5, w.y-8, x+5, w.y-8))
				}
			}
		}
		if w.wires > 1 && one.Kind != protection.Fuses && one.Poles > 1 { // one handle
			w.add(line(Black, 1, w.x(0)-4, w.y+4, w.x(w.wires-1)-4, w.y+4).dashed(true))
		}
		w.named(one.Mark)
		w.y += 14
		w.run(10)
	case protection.Overload:
		w.overload(one)
	case protection.RunCan:
		w.can(one)
	case protection.Converting:
		w.converter(one)
	case protection.MotorKey:
		w.motor(one)
	}
}

// overload draws the relay's three poles: in the motor's leads, or in series where it stands
// in the supply lines.
func (w *power) overload(one protection.Device) {
	pole := func(x float64) {
		w.add(line(Black, 2, x, w.y-6, x-8, w.y-6, x-8, w.y+10, x, w.y+10))
	}
	if w.wires == 2 && w.p.RelayWay == protection.SupplyLines {
		w.run(12)
		pole(w.x(0))
		pole(w.x(1))
		x := w.x(1)
		w.add(line(w.ink(1), 2.5, x, w.y+10, x, w.y+14, x+26, w.y+14, x+26, w.y-12, x+44, w.y-12, x+44, w.y-6))
		pole(x + 44)
		w.add(line(w.ink(1), 2.5, x+44, w.y+10, x+44, w.y+22, x, w.y+22), line(w.ink(0), 2.5, w.x(0), w.y+10, w.x(0),
			w.y+22))
		w.named(one.Mark)
		w.y += 22
		w.run(8)
		return
	}
	w.corner()
	w.run(12)
	for i := range w.wires {
		pole(w.x(i))
	}
	w.named(one.Mark)
	w.y += 10
	w.run(10)
}

// corner makes the third line of two with the capacitor, where none has been made yet.
func (w *power) corner() {
	if w.wires == 3 || w.p.Bridge != Capacitor || w.p.Ladder == nil {
		return
	}
	mark := protection.Mark(w.p.Ladder.Rules, protection.RunCan)
	w.run(16)
	at, from := w.y, 0
	if w.p.CornerTo == "L2" {
		from = 1
	}
	x, to := w.x(from), w.x(2)
	mid := (max(x, w.x(1)) + to) / 2
	w.add(circle(x, at, 3, Black, Black))
	if from == 0 { // over line 2, joined to nothing there
		w.add(line(WireL3, 2, x, at, w.x(1)-7, at), arc(w.x(1), at, 7, 180, 360, WireL3, 2),
			line(WireL3, 2, w.x(1)+7, at, mid-4, at))
	} else {
		w.add(line(WireL3, 2, x, at, mid-4, at))
	}
	w.add(line(Black, 3, mid-4, at-11, mid-4, at+11), line(Black, 3, mid+4, at-11, mid+4, at+11),
		line(WireL3, 2.5, mid+4, at, to, at), text(mid, at-15, mark, Small).bold())
	if w.p.Reversing { // the end that moves: its other place
		other := w.x(1 - from)
		w.add(line(WireL3, 1.5, mid-24, at, mid-24, at+14, other, at+14).dashed(true), circle(other, at+14, 3, Black,
			Paper),
			text(w.x(0)-30, at+18, "moved by "+w.mark(protection.Reverser), Small).end().soft())
	}
	w.startCan(at, from)
	w.wires = 3
	w.run(16)
}

// startCan draws the start capacitor with what takes it out again, beside the run capacitor.
func (w *power) startCan(at float64, from int) {
	if w.mark(protection.StartCan) == "" {
		return
	}
	x, to, y := w.x(from), w.x(2), at+46
	mid := (max(x, w.x(1)) + to) / 2
	w.run(46)
	w.add(circle(x, y, 3, Black, Black), line(WireL3, 2.5, to, at, to, y))
	if from == 0 {
		w.add(line(WireL3, 2, x, y, w.x(1)-7, y), arc(w.x(1), y, 7, 180, 360, WireL3, 2))
	}
	left := w.x(1) + 7
	if from == 1 {
		left = x
	}
	w.add(line(Black, 2, left, y, left+4, y), line(Black, 2, left+4, y, left+15, y-7), line(Black, 2, left+15, y,
		mid+8, y),
		line(Black, 3, mid+8, y-9, mid+8, y+9), line(Black, 3, mid+15, y-9, mid+15, y+9), line(WireL3, 2.5, mid+15, y,
			to, y),
		text(left+8, y+15, w.mark(protection.StartOut), Small).bold(), text(mid+12, y+21, w.mark(protection.StartCan),
			Small).bold())
}

// mark is a device's on this circuit; empty where there is none of its kind.
func (w *power) mark(kind protection.DeviceKind) string {
	for _, one := range w.p.Ladder.Devices {
		if one.Kind == kind {
			return one.Mark
		}
	}
	return ""
}

// can notes that the capacitors are drawn with the corner: only once.
func (w *power) can(one protection.Device) {
	if w.wires == 2 && w.p.RelayWay == protection.SupplyLines {
		w.corner()
	}
}

func (w *power) converter(one protection.Device) {
	w.run(10)
	h, left, right := 54.0, w.x(0)-24, w.x(2)+14
	w.add(rect(left, w.y, right-left, h, Black, Paper).of(one.Mark), line(Black, 1.5, left+8, w.y+h-6, right-8, w.y+6),
		text(w.x(0)-2, w.y+20, "1~", Small).bold())
	w.named(one.Mark)
	w.y += h
	if w.p.Bridge == Direct {
		w.add(text(w.x(2)-6, w.y-12, "=", Medium).bold(), text(w.x(0)+8, w.y+12, "A+", Small).start().soft(),
			text(w.x(1)+8, w.y+12, "A−", Small).start().soft())
		w.armature()
	} else {
		w.wires, w.made = 3, true
		w.add(text(w.x(2)-8, w.y-12, "3~", Small).bold())
	}
	w.run(22)
}

// armature draws what hangs between a controller and its motor: the braking resistor, closed
// by the line contactor falling out, and the field, which nothing opens.
func (w *power) armature() {
	if w.p.Brushed != nil && w.p.Brushed.Field {
		x := w.x(2) - 12
		w.add(line(Black, 2, x, w.y, x, w.y+14))
		w.add(coil(x, w.y+14, x, w.y+74, "idle", "field", 2)...)
		w.add(line(Black, 2, x, w.y+74, x, w.y+82, x+18, w.y+82, x+18, w.y),
			text(x+22, w.y+46, "F+ F−", Small).start().soft())
		w.fact("Field", "on the controller's own field terminals, never opened while it turns")
	}
	mark := w.mark(protection.Brake)
	if mark == "" {
		return
	}
	w.run(22)
	a, b := w.x(0), w.x(1)
	w.add(circle(a, w.y, 3, Black, Black), circle(b, w.y, 3, Black, Black), line(Black, 2, a, w.y, a+10, w.y),
		line(Black, 2, a+10, w.y, a+22, w.y-3), line(Black, 2, a+21, w.y-7, a+21, w.y), line(Black, 2, a+21, w.y, a+32,
			w.y),
		rect(a+32, w.y-5, 20, 10, Black, Paper), line(Black, 2, a+52, w.y, b, w.y),
		text(a+42, w.y-9, mark, Small).bold(),
		text(a+16, w.y+14, protection.Mark(w.p.Ladder.Rules, protection.Contactor), Small).soft())
	w.run(14)
}

func (w *power) motor(one protection.Device) {
	w.corner()
	w.run(14)
	cx := w.x(1)
	if w.wires == 2 {
		cx = (w.x(0) + w.x(1)) / 2
	}
	r := 34.0
	for i := range w.wires {
		if x := w.x(i); x != cx {
			w.add(line(w.ink(i), 2.5, x, w.y, x, w.y+12, cx+(x-cx)*0.45, w.y+12, cx+(x-cx)*0.45, w.y+24))
		} else {
			w.add(line(w.ink(i), 2.5, x, w.y, x, w.y+20))
		}
	}
	cy := w.y + 20 + r
	kind := "M 3~"
	if w.p.Bridge == Direct {
		kind = "M ="
	}
	w.add(circle(cx, cy, r, Black, Paper).of("motor"), text(cx, cy+5, kind, Medium).bold(),
		line(Earth, 2, w.x(2)+58, cy, cx+r, cy).of("earth"))
	w.body = cy
	if feeler := w.mark(protection.Feeler); feeler != "" {
		w.add(rect(cx-8, cy+12, 16, 8, Black, Paper), line(Black, 1, cx-8, cy+16, w.x(0)-14, cy+16).dashed(true),
			text(w.x(0)-20, cy+20, feeler, Small).bold().end())
	}
	w.add(text(w.x(0)-30, cy+5, one.Mark, Small).bold().end())
	w.y = cy + r
}

// list says beside the drawing what each device must be.
func (w *power) list(devices []protection.Device) {
	y := 40.0
	for _, one := range devices {
		name := one.Name
		if one.Poles > 0 {
			name += fmt.Sprintf(", %d-pole", one.Poles)
		}
		if one.There {
			name += ", there"
		}
		w.add(text(listX, y, one.Mark, Small).start().bold(), text(listX+62, y, name, Small).start().bold())
		for _, l := range wrapped(one.Spec, 56) {
			y += 13
			w.add(text(listX+62, y, l, Small).start().soft())
		}
		y += 18
		w.fact(one.Mark+", "+one.Name, one.Spec)
	}
	w.Height = max(w.Height, y)
}

// wrapped breaks a text between its words into lines of at most so many letters.
func wrapped(s string, most int) (lines []string) {
	line := ""
	for _, word := range strings.Fields(s) {
		if line != "" && len([]rune(line))+1+len([]rune(word)) > most {
			lines, line = append(lines, line), ""
		}
		if line != "" {
			line += " "
		}
		line += word
	}
	return append(lines, line)
}
