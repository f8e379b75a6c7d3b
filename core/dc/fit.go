package dc

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// hotCopper carries ohms measured in a cold workshop (20 °C) to a warm motor (75 °C).
const hotCopper = (234.5 + 75) / (234.5 + 20)

// fitted is a motor made of plate and readings, with what it leans on.
type fitted struct {
	Motor
	ohmMark, keMark finding.Mark
	leansOn         []finding.Why
}

// fitMotor makes the motor of a site's plate and of what was measured of it. nil where
// the plate does not say enough, or cannot be.
func fitMotor(o *Shown) *fitted {
	p, found := &o.Site.Direct, &o.Site.Brushed
	if !p.Complete() {
		return nil
	}
	f := &fitted{ohmMark: finding.Estimated, keMark: finding.Computed}
	f.Motor = Motor{ShaftWatts: p.ShaftWatts, ArmatureVolts: p.Volts, ArmatureAmps: p.Amps, RPM: p.RPM}
	f.Armature = Armature{Ohm: p.Ohms(), Millihenry: p.Millihenry(), BrushVolts: found.BrushV}
	if f.BrushVolts > 0.3*f.Ohm*p.Amps { // a motor of few volts keeps more for its copper
		f.BrushVolts = math.Min(f.BrushVolts, 0.5*(p.Volts*p.Amps-p.ShaftWatts)/p.Amps)
	}
	guessedOhm := f.Ohm
	if found.RaOhm > 0 {
		f.Ohm, f.ohmMark = found.RaOhm*hotCopper, finding.Measured
		judgeOhms(o, f, guessedOhm)
	} else {
		f.leansOn = append(f.leansOn, finding.Why{Formula: "Ra ≈ half of the plate's losses: " + unit.Text(f.Ohm, "Ω"),
			Numbers: fmt.Sprintf("0.5·(%s·%s − %s)/%s²", unit.Plain(p.Volts), unit.Plain(p.Amps),
				unit.Whole(p.ShaftWatts, "W"),
				unit.Plain(p.Amps)), Section: finding.OnDirect, Source: "guide value; hold the armature and measure",
			Estimated: true})
	}
	if found.Ke > 0 {
		f.MeasuredKe, f.keMark = found.Ke, finding.Measured
		judgeKe(o, f)
	}
	f.leansOn = append(f.leansOn, finding.Why{Formula: "La ≈ " + unit.Text(f.Millihenry, "mH"),
		Section: finding.OnDirect,
		Source:  "usual for its volts, amps and rpm (guide value)", Estimated: true})
	if !o.Site.Load.Known {
		f.leansOn = append(f.leansOn, finding.Why{Formula: "load = " + unit.Percent(o.Site.Load.Usual),
			Section: finding.OnOperatingPoint, Source: "assumed until you say", Estimated: true})
	}
	if c := f.Constants(); !(c.VoltsPerRPM > 0) || c.FrictionNm < 0 {
		o.say(sayImpossible())
		return nil
	}
	return f
}

// judgeOhms holds the measured armature against the plate: a reading that leaves nothing
// for friction, or nearly no loss, was taken wrongly.
func judgeOhms(o *Shown, f *fitted, guessed float64) {
	f0, p := &o.Site.Brushed, &o.Site.Direct
	loss := p.Volts*p.Amps - p.ShaftWatts
	copper := f.Ohm * p.Amps * p.Amps
	why := []finding.Why{{Formula: "Ia²·Ra hot against Va·Ia − P", Section: finding.OnDirect,
		Source:  "measured and plate",
		Numbers: fmt.Sprintf("%s of %s", unit.Whole(copper, "W"), unit.Whole(loss, "W"))}}
	entries := []string{"leads.brushed.locked"}
	switch {
	case copper+f.BrushVolts*p.Amps > loss:
		o.say(sayOhms(entries, why, f, copper, loss, p))
		f.Ohm, f.ohmMark = guessed, finding.Estimated
	case f0.RaSpread > 0.25:
		o.say(saySpread(entries, why, f0))
	default:
		o.say(sayOhmsGood(entries, why, f0, f))
	}
}

// judgeKe holds the measured constant against the plate's.
func judgeKe(o *Shown, f *fitted) {
	plain := f.Motor
	plain.MeasuredKe = 0
	want, got := plain.Constants().VoltsPerRPM, f.MeasuredKe
	why := []finding.Why{{Formula: "Ke = (Va − Ia·Ra − brushes)/n", Section: finding.OnDirect, Source: "plate",
		Numbers: fmt.Sprintf("%s V per 1000 rpm by plate, %s measured", unit.Three(1000*want), unit.Three(1000*got))}}
	entries := []string{"leads.brushed.spun", "leads.brushed.idle"}
	if f.Constants().FrictionNm < 0 || math.Abs(got/want-1) > 0.12 {
		f.MeasuredKe, f.keMark = 0, finding.Computed
		o.say(sayKe(entries, why, got, want))
		return
	}
	o.say(sayKeGood(&o.Placed, entries, why, got))
}

// Mark of a figure that comes from the engine.
func (f *fitted) mark() finding.Mark {
	for _, w := range f.leansOn {
		if w.Estimated {
			return finding.Estimated
		}
	}
	return finding.Computed
}

// Figures are what plate and readings make of the motor.
func (o *Solved) MotorFigures() []finding.Figure {
	p := &o.Site.Direct
	out := []finding.Figure{}
	add := func(id, name string, value float64, text, note string, mark finding.Mark, section finding.Section) {
		out = append(out, finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: mark,
			Section: section})
	}
	if p.ShaftWatts > 0 {
		add("power", "Power", p.ShaftWatts, unit.Text(p.ShaftWatts/1000, "kW"),
			unit.Text(p.ShaftWatts/unit.WattsPerHorsepower, "hp")+
				" at the shaft", finding.FromPlate, finding.OnPlate)
	}
	if p.ShaftWatts > 0 && p.RPM > 0 {
		t := 9.549 * p.ShaftWatts / p.RPM
		add("torque", "Rated torque", t, unit.Text(t, "N·m"), unit.Text(t*0.73756, "lb·ft"), finding.Computed,
			finding.OnPlate)
	}
	if p.Efficiency > 0 {
		add("efficiency", "Armature efficiency", p.Efficiency, unit.Percent(p.Efficiency),
			"power over armature volts × amps",
			finding.Computed, finding.OnPlate)
	}
	add("winding", "Field", 0, string(p.Winding), map[bool]string{true: "as printed",
		false: "as its entries show"}[p.WindingSaid],
		map[bool]finding.Mark{true: finding.FromPlate, false: finding.Estimated}[p.WindingSaid], finding.OnPlate)
	add("form-factor", "Form factor allowed", p.FormFactor.Value, unit.Three(p.FormFactor.Value), p.FormFactor.Basis,
		p.FormFactor.Mark,
		finding.OnDirect)
	if ohm := p.FieldOhms(); !math.IsNaN(ohm) {
		add("field-ohms", "Field, warm", ohm, unit.Text(ohm, "Ω"), unit.Text(ohm/hotCopper, "Ω")+" cold",
			finding.Computed, finding.OnDirect)
	}
	f := o.fit
	if f == nil {
		return out
	}
	c := f.Constants()
	add("ra", "Armature", f.Ohm, unit.Text(f.Ohm, "Ω"), "hot; "+unit.Text(f.Ohm/hotCopper,
		"Ω")+" cold, brushes' drop apart",
		f.ohmMark, finding.OnDirect)
	add("la", "Armature", f.Millihenry, unit.Text(f.Millihenry, "mH"), "usual for its volts, amps and rpm",
		finding.Estimated,
		finding.OnDirect)
	add("brushes", "Both brushes", f.BrushVolts, unit.Text(f.BrushVolts, "V"), "while amps flow",
		map[bool]finding.Mark{true: finding.Measured, false: finding.Estimated}[o.Site.As.Leads.Brushed.Brush != ""],
		finding.OnDirect)
	ke := f.keMark
	if ke == finding.Computed && f.ohmMark == finding.Estimated {
		ke = finding.Estimated
	}
	add("ke", "Makes", 1000*c.VoltsPerRPM, unit.Text(1000*c.VoltsPerRPM, "V"), "at 1000 rpm", ke, finding.OnDirect)
	add("kt", "Torque", c.NmPerAmp, unit.Text(c.NmPerAmp, "N·m"), "for each ampere", ke, finding.OnDirect)
	add("friction", "Friction and iron", c.FrictionNm, unit.Text(c.FrictionNm, "N·m"),
		unit.Text(c.FrictionNm/c.NmPerAmp, "A")+
			" of the armature's amps", ke, finding.OnDirect)
	return o.motorBands(out)
}
