package dc

import (
	"math"

	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/supply"
)

// like is a motor that would print the same plate, on the same controller at the same place
// of its dial, on a line and under a load as far as anybody knows them.
type like struct {
	Motor
	duty    *Duty // nil while no controller is chosen
	draw    []float64
	point   Point // at the dial
	full    Point // under rated torque at the speed of the dial
	loads   float64
	good    float64 // torque over rated for good at the dial, and for a minute
	minute  float64
	volts   float64 // on the armature at the dial
	reached bool
}

// What nobody knows of a brushed motor, in the order in which a draw holds it.
const (
	doubtPower = iota
	doubtAmps
	doubtRPM
	doubtOhm
	doubtBrush
	doubtInductance
	doubtConstant
	doubtLine
	doubtLoad
	directDoubts
)

// How far they reach (guide value).
const (
	ohmRead     = 0.05 // of measured ohms: the meter, and how warm the copper is by then
	brushGuess  = 0.35 // of the usual drop of two brushes
	brushRead   = 0.1
	inductance  = 0.4  // of the usual for its volts, amps and rpm
	keRead      = 0.02 // of a measured constant
	fewestLikes = 12
)

// likes draws them; seed 0 is the product's own, drawn once.
func (o *Solved) likes(seed uint64) (out []like) {
	if o.fit == nil {
		return nil
	}
	if seed == 0 && o.like != nil {
		return o.like
	}
	draws := site.Hypercube(seed, directDoubts)
	made := make([]*like, len(draws))
	each.Of(len(draws), func(i int) {
		if l, ok := o.drawLike(draws[i]); ok {
			made[i] = &l
		}
	})
	for _, l := range made {
		if l != nil {
			out = append(out, *l)
		}
	}
	if len(out) < fewestLikes { // a plate and readings that hardly go together
		out = []like{}
	}
	if seed == 0 {
		o.like = out
	}
	return out
}

// drawLike makes one; ok is false where no motor could be built so.
func (o *Solved) drawLike(u []float64) (l like, ok bool) {
	p, ohm := o.Site.Direct.Drawn(plate.DirectDraw{Power: u[doubtPower], Amps: u[doubtAmps], RPM: u[doubtRPM],
		Ohm: u[doubtOhm]})
	l.Motor, l.draw = o.fit.Motor, u
	l.ShaftWatts, l.ArmatureAmps, l.Motor.RPM = p.ShaftWatts, p.Amps, p.RPM
	if o.fit.ohmMark == finding.Measured {
		ohm = o.fit.Ohm * (1 + ohmRead*u[doubtOhm])
	}
	l.Ohm = ohm
	drop := brushGuess
	if o.Site.As.Leads.Brushed.Brush != "" {
		drop = brushRead
	}
	l.BrushVolts *= 1 + drop*u[doubtBrush]
	l.Millihenry *= 1 + inductance*u[doubtInductance]
	if l.MeasuredKe > 0 {
		l.MeasuredKe *= 1 + keRead*u[doubtConstant]
	}
	if c := l.Constants(); !(c.VoltsPerRPM > 0) || c.FrictionNm < 0 {
		return l, false
	}
	l.loads = 1 + site.LoadDoubt*u[doubtLoad]
	if o.Duty == nil {
		return l, true
	}
	d := *o.Duty
	d.Motor = &l.Motor
	d.Source.Volts *= 1 + site.LineDoubt*u[doubtLine]
	d.Load = d.Load.Times(l.loads)
	// The controller holds its volts, or the speed itself; the amps are the load's.
	rpm := o.Dial.RPM
	if !o.tacho() {
		for range 3 {
			c := d.Constants()
			amps := (d.Asked(d.Load.Usual, rpm)*c.RatedNm + c.FrictionNm) / c.NmPerAmp
			rpm = d.Speed(o.Volts, o.set.PerAmp, amps)
		}
	}
	if !(rpm > 0) {
		return l, false
	}
	l.duty = &d
	l.point = d.At(rpm, d.Asked(d.Load.Usual, rpm))
	l.full = d.At(o.Dial.RPM, 1)
	l.good, l.minute = d.Good(rpm), d.Minute(rpm)
	l.volts = d.VoltsFor(rpm, l.point.Nm/l.point.NmPerAmp)
	l.reached = l.point.Reachable
	return l, true
}

// tacho says that the speed itself is held.
func (o *Placed) tacho() bool { return held(o) == ByTacho && o.Profile.Tacho }

// valuesOf are the figures of a like by their names in the plan.
func (o *Solved) valuesOf(l like, put func(id string, x float64)) {
	d := l.duty
	if d == nil {
		return
	}
	put("good", l.good)
	put("minute", l.minute)
	if !l.reached {
		return
	}
	put("ra-cold", l.Ohm/hotCopper)
	put("speed", l.point.RPM)
	put("amps", l.point.MeanAmps)
	put("rms", l.point.RMSAmps)
	put("heat", math.Pow(l.point.RMSAmps/(d.ArmatureAmps*d.Factor), 2))
	put("line", l.point.LineAmps)
	put("volts", l.volts)
	share := d.Asked(d.Load.Heaviest, l.point.RPM)
	put("sag", d.Sag(l.point.RPM, share, 0))
	put("sag-ir", d.Sag(l.point.RPM, share, o.set.PerAmp))
	put("edge", d.Surge(d.Inertia, ampsLag))
}

// values are where the likes' own figures at the dial lie, by their names.
func (o *Solved) values() site.Bands {
	all := site.Bands{}
	for _, l := range o.likes(0) {
		o.valuesOf(l, all.Add)
	}
	return all
}

// Spread is where the figures at the dial may lie, by their names.
func (o *Solved) Spread() site.Bands {
	all := o.values()
	all.Stretch()
	return all
}

// banded gives the figures of the dial where they may lie.
func (o *Solved) banded(figures []finding.Figure) []finding.Figure {
	return o.values().On(figures, map[string]string{"speed": "rpm", "amps": "A", "rms": "A", "heat": "%", "line": "A",
		"good": "%", "minute": "%", "sag": "%", "sag-ir": "%", "edge": "V/A"})
}

// motorBands gives the figures of the motor itself where they may lie.
func (o *Solved) motorBands(figures []finding.Figure) []finding.Figure {
	all := site.Bands{}
	for _, l := range o.likes(0) {
		c := l.Constants()
		all.Add("ra", l.Ohm)
		all.Add("la", l.Motor.Millihenry)
		all.Add("brushes", l.BrushVolts)
		all.Add("ke", 1000*c.VoltsPerRPM)
		all.Add("kt", c.NmPerAmp)
		all.Add("friction", c.FrictionNm)
		all.Add("efficiency", l.ShaftWatts/(l.ArmatureVolts*l.ArmatureAmps))
	}
	return all.On(figures, map[string]string{"ra": "Ω", "la": "mH", "brushes": "V", "ke": "V", "kt": "N·m",
		"friction": "N·m", "efficiency": "%"})
}

// settles is the reading that would settle a doubt of a brushed motor.
func settles(doubt int) string {
	switch doubt {
	case doubtOhm, doubtBrush:
		return "the armature's ohms, held still: volts over amps at several places of the shaft"
	case doubtInductance:
		return "the armature's RMS amps at the dial, by a clamp that reads true RMS"
	case doubtConstant:
		return "volts and rpm while it runs idle, at two places of the dial"
	case doubtLine:
		return "the line's volts at the controller, running, at the worst hour"
	}
	return "the armature's DC amps at your heaviest load"
}

// judgeDoubt says where a verdict at the dial may flip: what a load asks over what is there
// for good, or for a minute.
func (o *Shown) judgeDoubt() {
	d, v := o.Duty, &o.View.Point
	if !o.Dial.Reachable || !(v.Good > 0) || !(v.Minute > 0) {
		return
	}
	for _, j := range []struct {
		what  string
		value float64
		of    func(l like) float64
	}{
		{"your usual load", v.Asked / v.Good, func(l like) float64 {
			return l.duty.Asked(l.duty.Load.Usual, l.point.RPM) / l.good
		}},
		{"your heaviest load", d.Asked(d.Load.Heaviest, o.Dial.RPM) / v.Minute,
			func(l like) float64 { return l.duty.Asked(l.duty.Load.Heaviest, l.point.RPM) / l.minute }},
	} {
		var figures []float64
		var draws [][]float64
		for _, l := range o.likes(0) {
			if l.duty == nil {
				continue
			}
			x := j.of(l)
			if math.IsNaN(x) || math.IsInf(x, 0) {
				x = site.Stalled
			}
			figures, draws = append(figures, min(x, site.Stalled)), append(draws, l.draw)
		}
		if band, part, doubtful := site.Flips(j.value, figures); doubtful {
			o.say(sayWouldChange(j.what, j.value, band, part, len(figures), settles(site.LeadingOf(draws, figures))))
			return
		}
	}
}

// SupplyFigures are the volts and amps of the line with the controller on it.
func (o *Solved) SupplyFigures(d *supply.Draw) []finding.Figure {
	own := o.Duty.At(o.Dial.RPM, 1).LineAmps
	return site.Banded(o.Site.Supply.Figures(d), supply.Units, func(yield func([]finding.Figure) bool) {
		for _, l := range o.likes(0) {
			if l.duty == nil || !(own > 0) || !(l.full.LineAmps > 0) {
				continue
			}
			s := o.Site.Supply
			s.Volts = l.duty.Source.Volts
			if !yield(s.Figures(s.Ramped(d.RunAmps*l.full.LineAmps/own, d.Mark))) {
				return
			}
		}
	})
}

// LoadFigures set what the load asks beside what the controller leaves it.
func (o *Solved) LoadFigures() []finding.Figure {
	room := o.Room()
	return site.Banded(o.Site.Load.Figures(room), load.Units, func(yield func([]finding.Figure) bool) {
		for _, l := range o.likes(0) {
			one := *room
			if d := l.duty; d != nil {
				one.Continuous, one.Start = l.good, d.Minute(0)
				if l.reached && room.RPM > 0 {
					one.RPM = l.point.RPM
					one.Watts = d.Asked(d.Load.Usual, one.RPM) * l.Constants().RatedNm * one.RPM * math.Pi / 30
				}
			}
			if !yield(o.Site.Load.Times(l.loads).Figures(&one)) {
				return
			}
		}
	})
}
