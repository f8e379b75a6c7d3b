package dc

import (
	"math"

	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/search"
)

// Duty is a motor on a controller at some line, as it is used.
type Duty struct {
	*Motor
	Source
	FeederOhm float64 // of the line, there and back
	Factor    float64 // form factor that its plate allows
	Cooling   Cooling
	LimitAmps float64 // mean, for a minute
	GoodAmps  float64 // RMS that the controller gives for good
	Load      load.Load
	Inertia   float64 // rotor and machine, kg·m²
}

// dropped is the source behind its feeder at some line amps.
func (d *Duty) dropped(lineAmps float64) Source {
	s := d.Source
	s.Volts = math.Max(1, s.Volts-lineAmps*d.FeederOhm)
	return s
}

// At is the motor at a speed under a share of its torque; the feeder's drop is taken off
// the line in amps, which slightly overstates it for amps of no sine.
func (d *Duty) At(rpm, share float64) Point {
	c := d.Constants()
	p := Point{Constants: c, RPM: rpm, Nm: share*c.RatedNm + c.FrictionNm}
	for range 2 {
		p.Wave, _, p.Reachable = d.dropped(p.LineAmps).Drive(d.Armature, c.VoltsPerRPM*rpm, p.Nm/c.NmPerAmp)
		if d.FeederOhm == 0 || !p.Reachable {
			break
		}
	}
	return p
}

// Cool is the share of rated torque that the motor's cooling carries all day.
func (d *Duty) Cool(rpm float64) float64 {
	if d.Cooling == Blower || d.Cooling == NonVentilated {
		return 1
	}
	return machine.FanCool(rpm / d.RPM)
}

// Good is the share of rated torque that motor and controller give for good at a speed:
// the armature's RMS amps stay at rated amps × the form factor its plate allows, less as
// its fan slows, and inside the controller's.
func (d *Duty) Good(rpm float64) float64 {
	c := d.Constants()
	allowed := math.Min(d.ArmatureAmps*d.Factor*d.Cool(rpm), d.GoodAmps)
	emf := c.VoltsPerRPM * rpm
	w := d.Wave(d.Armature, emf, d.Most())
	if w.RMSAmps > allowed {
		volts := search.Root(func(v float64) float64 { return d.Wave(d.Armature, emf, v).RMSAmps - allowed }, 0,
			d.Most())
		w = d.Wave(d.Armature, emf, volts)
	}
	return math.Max(0, (w.MeanAmps*c.NmPerAmp-c.FrictionNm)/c.RatedNm)
}

// mostAmps is the least of a bound and what the line can drive at a speed, a hair below.
func (d *Duty) mostAmps(rpm, bound float64) float64 {
	emf := d.Constants().VoltsPerRPM * rpm
	return math.Min(bound, 0.999*d.Wave(d.Armature, emf, d.Most()).MeanAmps)
}

// Minute is the share of rated torque for a minute: the current limit, where the line
// gives it.
func (d *Duty) Minute(rpm float64) float64 {
	c := d.Constants()
	return math.Max(0, (d.mostAmps(rpm, d.LimitAmps)*c.NmPerAmp-c.FrictionNm)/c.RatedNm)
}

// Asked is the load's torque at a speed over rated.
func (d *Duty) Asked(share, rpm float64) float64 {
	return d.Load.At(share).ShaftNm(&machine.Model{RatedTorqueNm: 1}, rpm/d.RPM)
}

// Greatest is the speed at the dial's end under a share of its load: the least of plate
// volts on the armature, the controller's range and what the line gives. by names it.
func (d *Duty) Greatest(share, armature float64) (rpm float64, by string) {
	c := d.Constants()
	amps := func(rpm float64) float64 { return (d.Asked(share, rpm)*c.RatedNm + c.FrictionNm) / c.NmPerAmp }
	rpm, by = d.RPM, ""
	for range 40 {
		held := d.Speed(math.Min(d.ArmatureVolts, armature), 0, amps(rpm))
		by = "plate"
		if armature < d.ArmatureVolts {
			by = "range"
		}
		s := d.dropped(d.lineAmpsNear(rpm, amps(rpm)))
		if reach := s.EMFAt(d.Armature, s.Most(), amps(rpm)) / c.VoltsPerRPM; reach < held-0.5 {
			held, by = math.Max(0, reach), "line"
		}
		if math.Abs(held-rpm) < 0.05 {
			break
		}
		rpm += 0.6 * (held - rpm)
	}
	return rpm, by
}

// lineAmpsNear is the line's at a speed, for the feeder's drop; none without a feeder.
func (d *Duty) lineAmpsNear(rpm, amps float64) float64 {
	if d.FeederOhm == 0 {
		return 0
	}
	w, _, _ := d.Drive(d.Armature, d.Constants().VoltsPerRPM*rpm, amps)
	return w.LineAmps
}

// Slowest is the least speed at which a share of the load is carried all day, looked for
// from most downward; 0 where it is carried down to standstill.
func (d *Duty) Slowest(share, most float64) float64 {
	carries := func(rpm float64) bool { return d.Asked(share, rpm) <= d.Good(rpm)+1e-9 }
	if !carries(most) {
		return math.NaN()
	}
	const steps = 16
	for i := steps - 1; i >= 0; i-- {
		rpm := most * float64(i) / steps
		if carries(rpm) {
			continue
		}
		low, high := rpm, most*float64(i+1)/steps
		for range 8 {
			if mid := (low + high) / 2; carries(mid) {
				high = mid
			} else {
				low = mid
			}
		}
		return high
	}
	return 0
}

// BaseLost is the line volts below which base speed is lost under a share of rated torque.
func (d *Duty) BaseLost(share float64) float64 {
	c := d.Constants()
	amps := (share*c.RatedNm + c.FrictionNm) / c.NmPerAmp
	s := d.Source
	s.Volts = search.Root(func(volts float64) float64 {
		s.Volts = volts
		return s.EMFAt(d.Armature, s.Most(), amps) - c.VoltsPerRPM*d.RPM
	}, 0.3*d.ArmatureVolts, 4*d.ArmatureVolts)
	w := s.Wave(d.Armature, c.VoltsPerRPM*d.RPM, s.Most())
	return s.Volts + w.LineAmps*d.FeederOhm
}

// Envelope is what it gives over speed.
type Envelope struct {
	RPM    []float64 `json:"rpm" nullable:"false"`
	Good   []float64 `json:"good" nullable:"false"`
	Minute []float64 `json:"minute" nullable:"false"`
	Asked  []float64 `json:"asked" nullable:"false"`
}

// Envelope up to a speed.
func (d *Duty) Envelope(most float64) (e Envelope) {
	const steps = 18
	for i := range steps + 1 {
		rpm := most * float64(i) / steps
		e.RPM, e.Good, e.Minute = append(e.RPM, rpm), append(e.Good, d.Good(rpm)), append(e.Minute, d.Minute(rpm))
		e.Asked = append(e.Asked, d.Asked(d.Load.Usual, rpm))
	}
	return e
}

// FanLine is one position of the dial: speed over torque, with the bridge by itself and
// as it is held. A speed that the line does not give is where the line ends.
type FanLine struct {
	Dial float64   `json:"dial"` // share of its turn
	Bare []float64 `json:"bare" nullable:"false"`
	Held []float64 `json:"held" nullable:"false"`
}

// Fan is speed over torque for the dial's positions.
type Fan struct {
	Torque  []float64 `json:"torque" nullable:"false"` // over rated
	Lines   []FanLine `json:"lines" nullable:"false"`
	Ceiling []float64 `json:"ceiling" nullable:"false"` // what the line gives at most
}

// Fan draws it. least and most are the volts at the dial's ends, perAmp the IR setting.
func (d *Duty) Fan(least, most, perAmp float64) (f Fan) {
	const steps = 15
	c := d.Constants()
	amps := func(share float64) float64 { return (share*c.RatedNm + c.FrictionNm) / c.NmPerAmp }
	end := 1.5
	for i := range steps + 1 {
		share := end * float64(i) / steps
		f.Torque = append(f.Torque, share)
		f.Ceiling = append(f.Ceiling, math.Max(0, d.EMFAt(d.Armature, d.Most(), amps(share))/c.VoltsPerRPM))
	}
	for _, dial := range []float64{0.25, 0.5, 0.75, 1} {
		l := FanLine{Dial: dial}
		volts := least + dial*(most-least)
		// The firing that gives these volts at half of rated torque, left as it is.
		half := amps(0.5)
		_, setting, _ := d.Drive(d.Armature, math.Max(0, volts-half*d.Ohm-d.BrushVolts), half)
		for i, share := range f.Torque {
			l.Bare = append(l.Bare, math.Max(0, d.EMFAt(d.Armature, setting, amps(share))/c.VoltsPerRPM))
			l.Held = append(l.Held, math.Min(f.Ceiling[i], d.Speed(volts, perAmp, amps(share))))
		}
		f.Lines = append(f.Lines, l)
	}
	return f
}

// Picture is the wave of volts and amps over two periods.
type Picture struct {
	At    []float64 `json:"at" nullable:"false"` // degrees of the line, or share of a period
	Volts []float64 `json:"volts" nullable:"false"`
	Amps  []float64 `json:"amps" nullable:"false"`
	Mean  float64   `json:"mean"`
	RMS   float64   `json:"rms"`
	Unit  string    `json:"unit"`
}

// Picture draws a wave. setting is its source's.
func (s Source) Picture(w *Wave, emf float64) (p Picture) {
	p = Picture{Mean: w.MeanAmps, RMS: w.RMSAmps, Unit: "° of the line"}
	whole := s.Period()
	if s.Way == PWM {
		p.Unit = "periods"
	}
	const steps = 90
	for i := range 2*steps + 1 {
		x := whole * float64(i) / steps
		in := math.Mod(x, whole)
		volts, amps := emf, 0.0
		for k := range w.Pieces {
			piece := &w.Pieces[k]
			at := in
			if at < piece.From-1e-9 {
				at += whole // of the period before
			}
			if at < piece.From-1e-9 || at > piece.To+1e-9 {
				continue
			}
			amps, volts = math.Max(0, piece.At(at)), 0
			if piece.Thyristor {
				volts = s.Most()
				if s.Way != PWM {
					volts = math.Sqrt2 * s.Volts * math.Sin(at)
				}
			}
			break
		}
		if s.Way == PWM {
			p.At = append(p.At, x)
		} else {
			p.At = append(p.At, x*180/math.Pi)
		}
		p.Volts, p.Amps = append(p.Volts, volts), append(p.Amps, amps)
	}
	return p
}
