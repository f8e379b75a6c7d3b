package dc

import (
	"context"
	"math"
)

// Scene is what a film follows.
type Scene string

// The scenes.
const (
	StartScene Scene = "start" // from standstill up to the dial
	StepScene  Scene = "step"  // running at the dial, the heaviest load comes on
	BrakeScene Scene = "brake" // from the dial onto the braking resistor
)

// Set is a controller as it is trimmed.
type Set struct {
	Source
	Volts      float64 // on the armature at the dial
	LimitAmps  float64
	PerAmp     float64 // IR compensation, V/A
	UpSeconds  float64 // from nothing to those volts
	BrakingOhm float64
}

// Shaft is what hangs on it.
type Shaft struct {
	Inertia float64                   // with the rotor's
	Nm      func(rpm float64) float64 // asked by the load
	Later   func(rpm float64) float64 // from the step on
}

// Film is a run in time.
type Film struct {
	Seconds []float64 `json:"seconds" nullable:"false"`
	RPM     []float64 `json:"rpm" nullable:"false"`
	Amps    []float64 `json:"amps" nullable:"false"`  // mean of each half period
	Volts   []float64 `json:"volts" nullable:"false"` // mean on the armature
	Most    float64   `json:"most_amps"`
	Least   float64   `json:"least_rpm"`
	Settled float64   `json:"settled_s"` // until it is within 2 % of where it ends
	Text    string    `json:"text"`
}

const (
	mostFilm  = 30.0 // s
	filmLines = 400
	ampsLag   = 0.02 // s: the smoothing of the amps that IR compensation and limit see; guide value
)

// Follow runs a scene half period by half period: the amps exactly through each, with the
// speed as it is then; the speed by the mean amps. The controller holds the armature's
// mean volts by correcting its setting every half period.
func (m *Motor) Follow(ctx context.Context, s Set, shaft Shaft, scene Scene) (f Film, err error) {
	if scene == BrakeScene {
		return m.followBrake(s, shaft), nil
	}
	c := m.Constants()
	half := 1 / (2 * s.Hertz)
	run := runner{m: m, s: s, c: c, setting: 0}
	until := math.Min(mostFilm, 2.5*s.UpSeconds+1.5)
	asks := shaft.Nm
	if scene == StepScene {
		w := run.at(shaft.Nm)
		run.emf, run.seen, run.setting = c.VoltsPerRPM*w.rpm, w.amps, w.setting
		run.sum = w.sum
		until = math.Max(1.5, 12*shaft.Inertia*m.Ohm/(c.NmPerAmp*c.NmPerAmp))
		until = math.Min(mostFilm, until)
	}
	steps := int(until / half)
	every := max(1, steps/filmLines)
	f = Film{Least: math.Inf(1)}
	for i := range steps {
		if i%200 == 0 && ctx.Err() != nil {
			return f, ctx.Err()
		}
		t := float64(i) * half
		goal := s.Volts
		if scene == StartScene {
			goal = s.Volts * math.Min(1, t/math.Max(half, s.UpSeconds))
		} else if t > until/5 {
			asks = shaft.Later
		}
		rpm := run.emf / c.VoltsPerRPM
		mean, volts := run.half(goal)
		against := asks(rpm) + c.FrictionNm
		torque := c.NmPerAmp * mean
		if rpm <= 0 && torque <= against {
			torque, against = 0, 0
		}
		rpm = math.Max(0, rpm+(torque-against)/shaft.Inertia*half*30/math.Pi)
		run.emf = rpm * c.VoltsPerRPM
		f.Most = math.Max(f.Most, mean)
		if scene == StepScene {
			f.Least = math.Min(f.Least, rpm)
		}
		if i%every == 0 {
			f.add(t, rpm, mean, volts)
		}
	}
	f.finish()
	return f, nil
}

func (f *Film) add(t, rpm, amps, volts float64) {
	f.Seconds, f.RPM = append(f.Seconds, t), append(f.RPM, rpm)
	f.Amps, f.Volts = append(f.Amps, amps), append(f.Volts, volts)
}

func (f *Film) finish() {
	if math.IsInf(f.Least, 0) {
		f.Least = 0
	}
	if len(f.RPM) == 0 {
		return
	}
	end, most := f.RPM[len(f.RPM)-1], 0.0
	for _, n := range f.RPM {
		most = math.Max(most, n)
	}
	for i := len(f.RPM) - 1; i >= 0; i-- {
		if math.Abs(f.RPM[i]-end) > 0.02*most {
			f.Settled = f.Seconds[i]
			break
		}
	}
}

// runner is a controller and its armature from one half period to the next.
type runner struct {
	m       *Motor
	s       Set
	c       Constants
	emf     float64
	amps    float64 // at the line's zero, carried over
	pieces  []Piece
	seen    float64 // amps as the controller has smoothed them
	setting float64
	sum     float64 // of the volts' error
}

// half follows one half period towards a goal of volts; mean amps and armature volts.
func (r *runner) half(goal float64) (mean, volts float64) {
	goal += r.s.PerAmp * r.seen
	// The limit takes the volts back to what its amps ask at this speed.
	goal = math.Min(goal, r.emf+r.m.BrushVolts+r.m.Ohm*r.s.LimitAmps)
	r.setting = math.Max(0, math.Min(r.s.Most(), goal+r.sum))
	var w Wave
	if r.s.Way == PhaseControlled {
		rect := newRectifier(r.m.Armature, r.s.Line, r.emf, math.Pi)
		w = Wave{DelayRad: r.s.Delay(r.setting)}
		r.amps, w.Pieces = rect.coast(0, w.DelayRad, r.amps, r.pieces[:0])
		r.amps, w.Pieces = rect.conduct(w.DelayRad, r.amps, w.Pieces)
		r.pieces = w.Pieces
		w.sum(&rect)
		w.Continuous = r.amps > 0
	} else {
		w = r.s.Wave(r.m.Armature, r.emf, r.setting)
	}
	r.sum = math.Max(-r.s.Most(), math.Min(r.s.Most(), r.sum+0.15*(goal-w.MeanVolts)))
	if r.setting >= r.s.Most() && r.sum > 0 || r.setting <= 0 && r.sum < 0 { // at its end it does not wind up
		r.sum *= 0.5
	}
	a := math.Min(1, 1/(2*r.s.Hertz)/ampsLag)
	r.seen += a * (w.MeanAmps - r.seen)
	return w.MeanAmps, w.MeanVolts
}

// settledAt is a controller that has come to rest at a load.
type settledAt struct{ rpm, amps, setting, sum float64 }

// at finds where it runs at a load with the volts held.
func (r *runner) at(nm func(rpm float64) float64) settledAt {
	rpm := r.m.RPM
	var amps float64
	for range 60 {
		amps = (nm(rpm) + r.c.FrictionNm) / r.c.NmPerAmp
		amps = math.Min(amps, r.s.LimitAmps)
		next := r.m.Speed(r.s.Volts, r.s.PerAmp, amps)
		rpm += 0.5 * (next - rpm)
	}
	w, setting, _ := r.s.Drive(r.m.Armature, r.c.VoltsPerRPM*rpm, amps)
	return settledAt{rpm, amps, setting, setting - w.MeanVolts}
}

// followBrake runs the armature onto its resistor, the load still on the shaft:
// L·di/dt = E − Vb − (Ra + Rb)·i, J·dω/dt = −k·i − load − friction, by the middle of
// each step.
func (m *Motor) followBrake(s Set, shaft Shaft) (f Film) {
	c := m.Constants()
	ohm, henry := m.Ohm+s.BrakingOhm, m.Millihenry*1e-3
	rpm, amps := m.Speed(s.Volts, s.PerAmp, (shaft.Nm(m.RPM)+c.FrictionNm)/c.NmPerAmp), 0.0
	h := math.Min(1e-3, 0.2*henry/ohm)
	slope := func(rpm, amps float64) (di, dn float64) {
		drive := c.VoltsPerRPM*rpm - m.BrushVolts
		if drive <= 0 && amps <= 0 {
			di = 0
		} else {
			di = (drive - ohm*amps) / henry
		}
		return di, -(c.NmPerAmp*amps + shaft.Nm(rpm) + c.FrictionNm) / shaft.Inertia * 30 / math.Pi
	}
	t, next := 0.0, 0.0
	for t < mostFilm && rpm > 0 {
		if t >= next {
			f.add(t, rpm, amps, amps*s.BrakingOhm)
			next = t + math.Max(h, 0.002)
		}
		di, dn := slope(rpm, amps)
		di, dn = slope(rpm+h/2*dn, math.Max(0, amps+h/2*di))
		amps, rpm = math.Max(0, amps+h*di), math.Max(0, rpm+h*dn)
		f.Most = math.Max(f.Most, amps)
		t += h
	}
	f.add(t, rpm, amps, amps*s.BrakingOhm)
	f.thin()
	f.finish()
	return f
}

// thin leaves so many points as a line needs.
func (f *Film) thin() {
	every := len(f.RPM)/filmLines + 1
	if every == 1 {
		return
	}
	var out Film
	for i := 0; i < len(f.RPM); i += every {
		out.add(f.Seconds[i], f.RPM[i], f.Amps[i], f.Volts[i])
	}
	out.Most = f.Most
	*f = out
}
