package drawing

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/fit"
	"graybridge/core/load"
	"graybridge/core/unit"
)

// Scales of the mechanical drawings: the sheet they are laid out on, in px.
const (
	fitWidth, fitHeight   = 860.0, 340.0
	beltWidth, beltHeight = 860.0, 300.0
	sheetMargin           = 46.0
)

// Fit draws the old and the new motor over each other, to one scale: from the side, the
// front foot holes on one another, and facing the shaft end. The body's outline is by eye;
// feet, height, shaft and key are the sizes that are known.
func Fit(p *Scene) Drawing {
	d := Drawing{Title: "The old motor and the new one, to scale", Width: fitWidth, Height: fitHeight, Items: []Item{},
		Facts: []Fact{}}
	r := p.Fit
	if r == nil || !r.Known || !drawable(r.Old) && !drawable(r.New) {
		return d
	}
	bodies := []struct {
		fit.Outline
		ink  Ink
		dash bool
		name string
	}{{r.Old, Soft, true, "old"}, {r.New, Accent, false, "new"}}
	long, half, high := 0.0, 0.0, 0.0
	for _, b := range bodies {
		if !drawable(b.Outline) {
			continue
		}
		front, rear := sideEnds(b.Outline)
		long = max(long, front+rear)
		half = max(half, max(b.Across/2, b.Height)*1.12)
		high = max(high, 2.05*b.Height)
	}
	k := min((fitWidth-4*sheetMargin)/(long+2*half), (fitHeight-2*sheetMargin-16)/high)
	base := fitHeight - sheetMargin
	hole := 0.0 // x of the front foot hole, from the side
	for _, b := range bodies {
		if drawable(b.Outline) {
			_, rear := sideEnds(b.Outline)
			hole = max(hole, sheetMargin+rear*k)
		}
	}
	axis := fitWidth - sheetMargin - half*k
	d.add(line(Metal, 2, sheetMargin/2, base, fitWidth-sheetMargin/2, base),
		text(hole, base+30, "from the side, front foot holes on one another", Small).soft(),
		text(axis, base+30, "facing the shaft end", Small).soft(),
		line(Faint, 1, hole, 26, hole, base+14).dashed(true))
	for i, b := range bodies {
		if !drawable(b.Outline) {
			continue
		}
		what := b.name + " motor"
		side(&d, b.Outline, hole, base, k, b.ink, b.dash, what)
		end(&d, b.Outline, axis, base, k, b.ink, b.dash, what)
		y := 20 + 15*float64(i)
		d.add(line(b.ink, 2, sheetMargin, y-4, sheetMargin+28, y-4).dashed(b.dash),
			text(sheetMargin+36, y, fmt.Sprintf("%s: %s", b.name, b.Name), Small).start())
		d.fact(finding.Upper(b.name)+" motor", sizes(b.Outline))
	}
	d.add(text(fitWidth-sheetMargin, 20, "feet, height, shaft to scale; the outline by eye", Small).soft().end())
	return d
}

func drawable(b fit.Outline) bool { return b.Height > 0 && b.Shaft > 0 }

// sideEnds is how far a body reaches ahead of and behind its front foot hole.
func sideEnds(b fit.Outline) (front, rear float64) {
	front = b.Shoulder + b.ShaftLength
	rear = 1.35 * max(b.Along, b.Height)
	if b.Overall > 0 {
		rear = max(rear, b.Overall-front)
	}
	return front, rear
}

func side(d *Drawing, b fit.Outline, hole, base, k float64, ink Ink, dash bool, what string) {
	front, rear := sideEnds(b)
	h, r := b.Height*k, 0.94*b.Height*k
	shoulder := hole + b.Shoulder*k
	tail := hole - rear*k
	frame := rect(tail, base-h-r, shoulder-tail-0.18*b.Shoulder*k, 2*r, ink, None).of(what)
	frame.Dash, frame.Stroke = dash, 1
	d.add(frame)
	shaft := rect(shoulder-0.18*b.Shoulder*k, base-h-b.Shaft*k/2, (front-b.Shoulder)*k+0.18*b.Shoulder*k, b.Shaft*k,
		ink,
		None).of(what)
	shaft.Dash, shaft.Stroke = dash, 2
	d.add(shaft, line(ink, 1, shoulder, base-h-b.Shaft*k/2-4, shoulder, base-h+b.Shaft*k/2+4).dashed(dash),
		line(Faint, 1, tail-8, base-h, hole+front*k+12, base-h).dashed(true))
	foot := line(ink, 3, hole-b.Along*k-9, base-2, hole+9, base-2).of(what)
	foot.Dash = dash
	d.add(foot)
	for _, x := range []float64{hole, hole - b.Along*k} {
		if b.Along > 0 {
			d.add(line(ink, 1.5, x, base-9, x, base+9).dashed(dash).of(what))
		}
	}
}

func end(d *Drawing, b fit.Outline, axis, base, k float64, ink Ink, dash bool, what string) {
	h := b.Height * k
	body := circle(axis, base-h, 0.94*h, ink, None).of(what)
	body.Dash, body.Stroke = dash, 1
	shaft := circle(axis, base-h, b.Shaft*k/2, ink, None).of(what)
	shaft.Dash, shaft.Stroke = dash, 2
	d.add(body, shaft)
	if b.Key > 0 {
		key := rect(axis-b.Key*k/2, base-h-b.Shaft*k/2-b.Key*k/4, b.Key*k, b.Key*k/2, ink, None).of(what)
		key.Stroke = 1
		d.add(key)
	}
	if b.Across > 0 {
		d.add(line(ink, 3, axis-b.Across*k/2-8, base-2, axis+b.Across*k/2+8, base-2).dashed(dash).of(what))
		for _, side := range []float64{-1, 1} {
			x := axis + side*b.Across*k/2
			d.add(line(ink, 1.5, x, base-9, x, base+9).dashed(dash).of(what))
		}
	}
	at, size := map[fit.Side][2]float64{"left": {-1, 0}, "right": {1, 0}, "top": {0, -1}}, 0.34*h
	if way, ok := at[b.Box]; ok {
		box := rect(axis+way[0]*(0.94*h+size/2)-size/2, base-h+way[1]*(0.94*h+size/2)-size/2, size, size, ink,
			None).of(what)
		box.Dash, box.Stroke = dash, 1
		d.add(box)
	}
}

func sizes(b fit.Outline) string {
	out := b.Name
	for _, one := range []struct {
		name string
		mm   float64
	}{{"shaft height", b.Height}, {"feet across", b.Across}, {"feet along", b.Along}, {"foot hole to shoulder",
		b.Shoulder},
		{"shaft", b.Shaft}, {"shaft length", b.ShaftLength}} {
		if one.mm > 0 {
			out += ", " + one.name + " " + unit.Text(one.mm, "mm")
		}
	}
	return out
}

// Belt draws a belt drive to scale: both sheaves, their distance, and the belt around them.
func Belt(p *Scene) Drawing {
	d := Drawing{Title: "The belt, to scale", Width: beltWidth, Height: beltHeight, Items: []Item{}, Facts: []Fact{}}
	b := p.Belt
	if b == nil || !b.Known || b.CentreMM == 0 {
		return d
	}
	r1, r2, c := b.MotorMM/2, b.ToolMM/2, b.CentreMM
	k := min((beltWidth-4*sheetMargin)/(c+r1+r2), (beltHeight-2*sheetMargin)/(2*max(r1, r2)))
	y := beltHeight/2 - 6
	x1 := (beltWidth-(c+r1+r2)*k)/2 + r1*k
	x2 := x1 + c*k
	length, _ := load.BeltLength(c, b.MotorMM, b.ToolMM)
	a := math.Asin((r2 - r1) / c) // the belt leans by it
	for _, one := range []struct {
		x, r float64
		name string
		mm   float64
		ink  Ink
	}{{x1, r1 * k, "motor", b.MotorMM, Accent}, {x2, r2 * k, "machine", b.ToolMM, Metal}} {
		d.add(circle(one.x, y, one.r, one.ink, Paper).of(one.name+" sheave"), circle(one.x, y, 3, Black, Black),
			text(one.x, beltHeight-24, one.name, Small).bold(),
			text(one.x, beltHeight-9, unit.Text(one.mm, "mm"), Small))
		d.fact(finding.Upper(one.name)+" sheave", unit.Text(one.mm, "mm"))
	}
	for _, s := range []float64{-1, 1} {
		d.add(line(Black, 3, x1-r1*k*math.Sin(a), y+s*r1*k*math.Cos(a), x2-r2*k*math.Sin(a),
			y+s*r2*k*math.Cos(a)).of("belt"))
	}
	d.add(arc(x1, y, r1*k, 90+a*180/math.Pi, 270-a*180/math.Pi, Black, 3).of("belt"),
		arc(x2, y, r2*k, -90-a*180/math.Pi, 90+a*180/math.Pi, Black, 3).of("belt"))
	d.add(line(Soft, 1, x1, y, x2, y).dashed(true), text((x1+x2)/2, y-6, unit.Whole(c, "mm"), Small))
	d.fact("Centre distance", unit.Whole(c, "mm"))
	d.fact("Belt length asked", unit.Whole(length, "mm"))
	return d
}
