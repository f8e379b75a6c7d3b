package drive

import (
	"math"

	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/site"
	"graybridge/core/supply"
)

// like is a motor that would print the same plate, at the point on the dial under the usual
// load; ok is false where it does not carry it.
type like struct {
	site.Twin
	Point
	ok bool
}

// likes are the twins of the motor at the point on the dial, worked out once.
func likes(o *Solved) []like {
	if o.like != nil {
		return o.like
	}
	twins := o.Site.Twins(0)
	o.like = make([]like, len(twins))
	each.Of(len(twins), func(i int) {
		m, t := *o.Motor, twins[i]
		m.Model = t.Model
		m.Load.Share *= t.Load
		m.OutVolts *= t.Line
		p, err := m.At(o.View.Point.Hz)
		o.like[i] = like{t, p, err == nil && p.Carries}
	})
	return o.like
}

// Spread is the band of speed and of amps at the point on the dial under the usual load,
// over motors that would print the same plate.
func (o *Solved) Spread() (rpm, amps site.Band) {
	for _, l := range likes(o) {
		if l.ok {
			rpm.Add(l.RPM)
			amps.Add(l.Amps)
		}
	}
	return *rpm.Stretch(), *amps.Stretch()
}

// inputDoubt is how far the input's power factor and the drive's own losses may be from
// those of the trade (guide value).
const inputDoubt = 0.08

// input is what the line's volts, and what the drive itself is not known to take, make of its
// rated input; for the last the draw of a can is used that is not here.
func input(o *Placed, t site.Twin) float64 { return (1 + inputDoubt*t.U[site.DoubtCan]) / t.Line }

// banded gives the figures of the drive where they may lie.
func banded(o *Solved, figures []finding.Figure) []finding.Figure {
	all := site.Bands{}
	for _, l := range likes(o) {
		all.Add("continuous", l.Continuous)
		all.Add("short", l.Short)
		all.Add("volts", l.Line*o.Site.Feed.Volts)
		all.Add("input", o.Weighed.LineAmps*input(&o.Placed, l.Twin))
		if l.ok {
			all.Add("motor", l.Amps)
			all.Add("speed", l.RPM)
		}
	}
	return all.On(figures, map[string]string{"continuous": "%", "short": "%", "input": "A", "motor": "A",
		"speed": "rpm", "volts": "V"})
}

// SupplyFigures are the volts and amps of the line with the drive on it.
func (o *Placed) SupplyFigures(d *supply.Draw) []finding.Figure {
	return site.Banded(o.Site.Supply.Figures(d), supply.Units, func(yield func([]finding.Figure) bool) {
		for _, t := range o.Site.Twins(0) {
			own := o.Site.Supply
			own.Volts *= t.Line
			if !yield(own.Figures(own.Ramped(d.RunAmps*input(o, t), d.Mark))) {
				return
			}
		}
	})
}

// LoadFigures set what the load asks beside what the drive leaves it on the dial.
func (o *Solved) LoadFigures() []finding.Figure {
	room := o.Room()
	return site.Banded(o.Site.Load.Figures(room), load.Units, func(yield func([]finding.Figure) bool) {
		for _, l := range likes(o) {
			one := *room
			one.Continuous, one.Start = l.Continuous, l.Short
			if l.ok && room.RPM > 0 {
				one.RPM, one.Watts = l.RPM, l.Asked*l.Model.RatedTorqueNm*l.RPM*math.Pi/30
			}
			if !yield(o.Site.Load.Times(l.Load).Figures(&one)) {
				return
			}
		}
	})
}

// judgeDoubt says where the verdict at the dial may flip: what the load asks over what the
// cooling carries, for motors and loads that fit what was said.
func judgeDoubt(o *Shown, p Point) {
	if !p.Carries || !(p.Continuous > 0) {
		return
	}
	twins := o.Site.Twins(0)
	figure := make([]float64, len(twins))
	for i, t := range twins {
		figure[i] = t.Load * p.Asked / p.Continuous
	}
	band, part, doubtful := site.Flips(p.Heat, figure)
	if !doubtful {
		return
	}
	o.say(sayWouldChange(p, band, twins, part))
}
