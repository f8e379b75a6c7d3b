package dc

import (
	"math"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Entered is a controller as entered, before it stands over a site.
type Entered struct {
	As       Entry
	Chosen   Chosen
	Profile  *Profile                  // nil: none is chosen
	onPlate  *Profile                  // by its plate, chosen or not; nil: none was typed or read
	bought   []bridge.Offered[Profile] // controllers that may be bought
	own      *Profile                  // brought in, with what its leaflet does not say; nil: none was
	Readings []finding.Reading
}

// Take reads what was entered.
func Take(e Entry) Entered {
	t := Entered{As: e}
	t.Chosen, t.Readings = Read(e)
	own, read := fromPlate(e)
	t.onPlate = own
	t.bought = readCandidates(e.Candidates)
	for _, one := range t.bought {
		t.Readings = append(t.Readings, one.Reading)
	}
	if e.Own != nil {
		lifted := e.Own.Lifted()
		t.own = &lifted
	}
	t.Readings = append(t.Readings, read...)
	if e.Controller == ByPlate || e.Controller == "" && e.Own == nil && e.Plate != "" {
		t.Profile = own
	} else if e.Own != nil && (e.Controller == "" || e.Controller == e.Own.ID) {
		t.Profile = t.own
	} else if p, ok := ByID(e.Controller); ok {
		t.Profile = &p
	}
	return t
}

// Feed tells a site that its machine is a brushed motor.
func Feed(lineVolts float64) site.Feed {
	return site.Feed{Volts: lineVolts, OwnHertz: true, Brushed: true}
}

// Placed is a controller as entered, over the site of its motor.
type Placed struct {
	Entered
	Site *site.Site

	fit *fitted
}

// Solved is a controller weighed, trimmed and wired over its site.
type Solved struct {
	Placed
	View    *View    // nil: there is no motor to drive
	Duty    *Duty    // nil: no controller is chosen
	Weighed *Weighed // nil: as Duty
	Volts   float64  // on the armature at the dial
	Dial    Point
	Earth   unit.Conductor

	in   InputRange
	set  Trimmed
	stop Stopping
	like []like // nil until asked for
}

// Shown is a controller over a site, worked out once, with what is said of it. Its values are not
// to be changed.
type Shown struct {
	Solved
	Said []finding.Finding
}

// Place puts the controller over a site and works it out.
func (t Entered) Place(s *site.Site) *Shown {
	o := &Shown{Solved: Solved{Placed: Placed{Entered: t, Site: s}}}
	sayLeads(o)
	o.fit = fitMotor(o)
	if o.fit != nil {
		work(o)
	}
	return o
}

func (o *Shown) say(f ...finding.Finding) { o.Said = append(o.Said, f...) }

// duty puts the motor on a controller.
func duty(o *Placed, p *Profile) *Duty {
	f := o.fit
	d := &Duty{
		Motor:     &f.Motor,
		Source:    Source{Way: p.Way, KHz: p.KHz, Line: Line{Volts: o.Site.Supply.Volts, Hertz: o.Site.Supply.Hertz}},
		FeederOhm: o.Site.Supply.LineOhm(),
		Factor:    o.Site.Direct.FormFactor.Value,
		Cooling:   o.Chosen.Cooling,
		Load:      o.Site.Load,
	}
	d.GoodAmps = p.Amps * p.Factor // it is rated in mean amps of its own form factor
	d.LimitAmps = limitShare(o, p) * f.ArmatureAmps
	d.Inertia = o.Site.Load.Inertia + f.RotorInertia()
	return d
}

// limitShare is the current limit over rated amps: what is asked, else 130 %, or what the
// controller has.
func limitShare(o *Placed, p *Profile) float64 {
	share := 1.3
	if o.Chosen.LimitShare > 0 {
		share = o.Chosen.LimitShare
	}
	most := 1.5 * p.Amps / o.fit.ArmatureAmps
	if t, ok := p.trim(TurnLimit); ok {
		plug := p.Amps
		if x, ok := p.PlugFor(o.fit.ArmatureAmps); ok || x.Amps > 0 {
			plug = x.Amps
		}
		most = math.Min(most, math.Max(t.From, t.To)*plug/o.fit.ArmatureAmps)
	}
	return math.Min(share, most)
}

// work weighs, trims, wires and judges the controller.
func work(o *Shown) {
	v := emptyView()
	o.View = v
	v.Controllers, v.Candidates, v.Shopping = offers(&o.Placed), candidates(&o.Placed), shopping(&o.Placed)
	p := o.Profile
	if p == nil {
		o.say(sayNone(&o.Placed))
		return
	}
	v.Mains = !p.Isolated
	v.Name, v.About, v.Quirks = p.Name, p.About, append(v.Quirks, p.Quirks...)
	o.in, _ = p.Input(o.Site.Supply.Volts)
	o.Duty = duty(&o.Placed, p)
	weighed, said := weigh(&o.Placed, p, o.Duty)
	o.Weighed = &weighed
	o.say(said...)
	v.Verdict, v.Words = weighed.Verdict, weighed.Words
	settle(&o.Solved, v)
	v.Trims, v.ByPlate = rows(&o.Solved), p.byMeter()
	o.stop = stopping(&o.Solved)
	v.Stop = stopView(&o.Solved)
	size(&o.Solved)
	v.Wiring, v.Never = wiring(&o.Solved, p), neverWired(p, &o.Site.Direct)
	v.Box = boxText(&o.Solved, p)
	v.Figures = o.banded(figures(&o.Solved))
	v.Held = o.banded(v.Held)
	judge(o)
	judgePlate(o)
}

// settle finds dial, speeds and trims.
func settle(o *Solved, v *View) {
	d := o.Duty
	end := endVolts(o)
	// The speeds of use are those of the dial: never above what the motor is made for.
	usual, by := d.Greatest(d.Load.Usual, end)
	heavy, heavyBy := d.Greatest(d.Load.Heaviest, end)
	v.Greatest, v.GreatestBy, v.GreatestHeavy = usual, by, heavy
	if heavyBy == "line" {
		v.GreatestBy = "line"
	}
	v.MostRPM = usual
	if o.Chosen.MostRPM > 0 {
		v.MostRPM = math.Min(o.Chosen.MostRPM, usual)
	}
	at := v.MostRPM
	if o.Chosen.AtRPM > 0 {
		at = math.Min(o.Chosen.AtRPM, v.MostRPM)
	}
	v.Slowest = d.Slowest(d.Load.Usual, v.MostRPM)
	o.Dial = d.At(at, d.Asked(d.Load.Usual, at))
	o.set = trimmed(o, v.MostRPM)
	o.Volts = d.VoltsFor(at, o.Dial.Nm/o.Dial.NmPerAmp) - o.set.PerAmp*o.Dial.Nm/o.Dial.NmPerAmp
	v.Envelope = d.Envelope(math.Max(v.MostRPM, 1.02*d.RPM))
	level := o.set.PerAmp
	if o.tacho() {
		level = d.Ohm // the speed itself is held
	}
	v.Fan = d.Fan(o.set.LeastVolts, o.set.MostVolts, level)
	v.Dial = speeds(o, at)
	v.Point = pointView(o)
	shown := d.dropped(o.Dial.LineAmps)
	emf := d.Constants().VoltsPerRPM * at
	wave, setting, _ := shown.Drive(d.Armature, emf, o.Dial.Nm/o.Dial.NmPerAmp)
	if shown.Way == FullWave {
		shown.Volts *= setting / shown.Most()
	}
	v.Wave = shown.Picture(&wave, emf)
}

// endVolts is the armature's at the dial's end: the range that the controller has on this
// line, as far as its trim lets it.
func endVolts(o *Solved) float64 {
	most := 1.0
	if t, ok := o.Profile.trim(TurnMost); ok {
		most = math.Max(t.From, t.To)
	}
	return o.in.Armature * most
}

// Speeds are a point of the dial in all its units.
type Speeds struct {
	MotorRPM  float64 `json:"motor_rpm"`
	Share     float64 `json:"share"` // of the dial's turn
	Volts     float64 `json:"volts"` // on the armature, under the usual load
	ToolRPM   float64 `json:"tool_rpm"`
	SurfaceMS float64 `json:"surface_m_s"`
	SurfaceFt float64 `json:"surface_ft_min"`
}

func speeds(o *Solved, rpm float64) Speeds {
	s := Speeds{MotorRPM: rpm, ToolRPM: rpm * o.Chosen.Ratio()}
	s.Volts = o.Duty.VoltsFor(rpm, o.Dial.Nm/o.Dial.NmPerAmp)
	if span := o.set.MostVolts - o.set.LeastVolts; span > 0 {
		s.Share = math.Min(1, math.Max(0, (o.Volts-o.set.LeastVolts)/span))
	}
	if o.Chosen.ToolM > 0 {
		s.SurfaceMS = math.Pi * o.Chosen.ToolM * s.ToolRPM / 60
		s.SurfaceFt = s.SurfaceMS / unit.FootPerMinute
	}
	return s
}

// RPMFor is the motor's rpm at a speed spoken as "motor", "tool", "surface" (m/s), "feet"
// (ft/min) or "volts" on the armature; ok is false where there is none.
func (o *Solved) RPMFor(way string, value float64) (rpm float64, ok bool) {
	if o.Duty == nil {
		return 0, false
	}
	switch way {
	case "motor":
		rpm = value
	case "tool":
		rpm = value / o.Chosen.Ratio()
	case "surface", "feet":
		if o.Chosen.ToolM == 0 {
			return 0, false
		}
		if way == "feet" {
			value *= unit.FootPerMinute
		}
		rpm = value * 60 / (math.Pi * o.Chosen.ToolM) / o.Chosen.Ratio()
	case "volts":
		rpm = o.Duty.Speed(value, 0, o.Dial.Nm/o.Dial.NmPerAmp)
	}
	return rpm, rpm > 0 && rpm <= o.View.Greatest*1.0005
}

// size finds what feeds it: the breaker by the line's RMS amps at full torque and speed,
// the armature's wire by the code's share for rectified amps.
func size(o *Solved) {
	rules := o.Site.Wires()
	w := o.Weighed
	share := rules.Circuit().Conductor
	w.Breaker, _ = rules.Breaker(share * w.FullLine)
	w.Conductor, _ = rules.Conductor(math.Max(share*w.FullLine, w.Breaker))
	w.ArmatureWire, _ = rules.Conductor(w.ArmatureNeed)
	sized := o.Profile.Maker.Sizes(bridge.Sized{Breaker: w.Breaker, Line: w.Conductor, Motor: w.ArmatureWire},
		w.FullLine, rules)
	w.Breaker, w.Conductor, w.ArmatureWire, w.MostBreaker = sized.Breaker, sized.Line, sized.Motor, sized.MostBreaker
	w.sized = sized
	w.FieldWire, _ = rules.Conductor(math.Max(share*o.Site.Direct.FieldAmps, 1))
	w.Ended = w.Breaker == 0 || w.Conductor == (unit.Conductor{})
	o.Earth = w.Conductor
	if rules.Rules == table.NorthAmerica {
		awg, _ := table.EarthAWG(w.Breaker)
		o.Earth = unit.Conductor{AWG: awg}
	}
}

// wound says that the motor has a field which is fed apart.
func wound(o *Placed) bool { return o.Site.Direct.Field() }

// setting is the controller and the shaft as a film follows them.
func setting(o *Solved) (Set, Shaft) {
	d := o.Duty
	c := d.Constants()
	asked := func(share float64) func(rpm float64) float64 {
		return func(rpm float64) float64 { return d.Asked(share, rpm) * c.RatedNm }
	}
	s := Set{Source: d.dropped(o.Dial.LineAmps), Volts: o.Volts, LimitAmps: d.LimitAmps, PerAmp: o.set.PerAmp,
		UpSeconds: o.set.UpSeconds * o.Dial.RPM / math.Max(1, o.View.MostRPM), BrakingOhm: o.stop.Ohm}
	return s, Shaft{Inertia: d.Inertia, Nm: asked(d.Load.Usual), Later: asked(d.Load.Heaviest)}
}
