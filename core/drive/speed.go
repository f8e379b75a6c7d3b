package drive

import (
	"fmt"
	"math"
	"math/cmplx"
	"sort"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/unit"
)

// Motor is a motor on a drive: its model, what its plate says in the joints
// that the drive feeds, and its load.
type Motor struct {
	Model      *machine.Model
	LineVolts  float64 // plate, in these joints
	LineAmps   float64
	OutVolts   float64 // greatest that the drive gives
	BoostShare float64 // of the volts, at standstill
	LimitShare float64 // amps for a minute, over the motor's rated amps
	Cooling    Cooling
	DutyRatio  float64 // of an inverter-duty motor, 10 for 10:1; 0: not said
	Load       machine.Load
	Inertia    float64 // rotor and machine, at the motor's shaft, kg·m²
}

// Volts of a whole winding at a frequency: in proportion up to the motor's own
// hertz, with the boost below, and never more than the drive gives.
func (m Motor) Volts(hertz float64) float64 {
	part := hertz / m.Model.FrequencyHz
	v := m.BoostShare + (1-m.BoostShare)*part
	return m.Model.WindingVolts * math.Min(v, m.OutVolts/m.LineVolts)
}

// ModelAt is the motor as the drive finds it at a frequency. The rotor's bars thicken
// their resistance with the frequency in them, which at standstill is the
// drive's, not the line's: R2(s) = R2 + (R2standstill − R2)·√(s·f/f0).
func (m Motor) ModelAt(hertz float64) machine.Model {
	own := *m.Model
	if r := own.Eq.R2StandstillOhm; r > 0 {
		own.Eq.R2StandstillOhm = own.Eq.R2Ohm + (r-own.Eq.R2Ohm)*math.Sqrt(hertz/own.FrequencyHz)
	}
	return own
}

// feel is the motor on the drive at a frequency: what it gives, in N·m, and the
// share of rated amps at a slip.
func (m Motor) feel(hertz float64) (at func(slip float64) (torque, share float64), err error) {
	own, volts := m.ModelAt(hertz).Eq, m.Volts(hertz)
	if !(volts > 0 && hertz > 0) || math.IsInf(volts+hertz, 0) {
		return nil, fmt.Errorf("%v V at %v Hz drive no motor", volts, hertz)
	}
	return func(slip float64) (torque, share float64) {
		amps, torque := own.Balanced(volts, hertz, slip)
		return torque, cmplx.Abs(amps) / m.Model.WindingAmps
	}, nil
}

// PlanningDutyRatio is taken for an inverter-duty motor whose plate gives no
// ratio: full torque down to a tenth of its hertz.
const PlanningDutyRatio = 10

// Cool is the share of rated torque that the motor's cooling carries all day
// at a speed: the trade's table of a plain motor with its own fan.
func (m Motor) Cool(hertz float64) float64 {
	if m.Cooling == Blower || m.Cooling == NonVentilated {
		return 1
	}
	x := hertz / m.Model.FrequencyHz
	if m.Cooling == InverterDuty {
		ratio := m.DutyRatio
		if ratio == 0 {
			ratio = PlanningDutyRatio
		}
		if x >= 0.999/ratio {
			return 1
		}
	}
	return machine.FanCool(x)
}

// cooled is what heats the motor at a point: its amps over plate, squared, in windings and
// losses alike, and its fan as far as it turns. The trade's table gives torque, and heat
// goes with its square.
func (m Motor) cooled(p Point) machine.Strain {
	c := m.Cool(p.Hz)
	return machine.Strain{Winding: p.Share * p.Share, Losses: p.Share * p.Share, Cooling: c * c}
}

// Point is the motor at one frequency.
type Point struct {
	Hz         float64 `json:"hz"`
	RPM        float64 `json:"rpm"` // at its load; synchronous where it does not carry it
	Continuous float64 `json:"continuous"`
	Short      float64 `json:"short"`    // for a minute, by the amps limit
	PullOut    float64 `json:"pull_out"` // greatest the motor has
	Asked      float64 `json:"asked"`    // by the load there
	Amps       float64 `json:"amps"`     // line, at its load; 0 where it does not carry it
	Share      float64 `json:"share"`    // of rated amps
	Heat       float64 `json:"heat"`     // asked over continuous
	Carries    bool    `json:"carries"`
}

// At solves the motor at a frequency, all torques over rated.
func (m Motor) At(hertz float64) (Point, error) {
	at, err := m.feel(hertz)
	if err != nil {
		return Point{}, err
	}
	rated := m.Model.RatedTorqueNm
	p := Point{Hz: hertz, RPM: 120 * hertz / float64(m.Model.Eq.Poles)}
	peak, pull := search.Greatest(func(slip float64) float64 { t, _ := at(slip); return t }, 0.003, 1, 24)
	p.PullOut = (pull - m.Model.FrictionNm) / rated
	// Torque grows with slip up to the peak, and amps with it.
	limit := peak
	if _, idle := at(1e-6); idle > m.LimitShare {
		limit = 0 // the volts alone pass the limit of amps
	} else if _, share := at(peak); share > m.LimitShare {
		limit = search.Root(func(slip float64) float64 { _, share := at(slip); return share - m.LimitShare }, 1e-6,
			peak)
	}
	if limit > 0 {
		t, _ := at(limit)
		p.Short = math.Max(0, (t-m.Model.FrictionNm)/rated)
	}
	field := math.Min(1, m.Volts(hertz)/m.Model.WindingVolts*m.Model.FrequencyHz/hertz)
	p.Continuous = math.Min(m.Cool(hertz)*math.Min(1, field), p.PullOut)
	surplus := m.Model.Surplus(func(slip float64) float64 { t, _ := at(slip); return t }, m.Load, hertz)
	if slip := machine.RunSlip(surplus, 0); !math.IsNaN(slip) && slip <= peak {
		_, p.Share = at(slip)
		p.Amps, p.Carries = p.Share*m.LineAmps, true
		p.RPM *= 1 - slip
	}
	p.Asked = m.Load.ShaftNm(m.Model, p.RPM/m.Model.RPM) / rated
	p.Heat = p.Asked / p.Continuous
	return p, nil
}

// boostAt is the frequency at which the boost must bring the load off, as a share of
// the motor's own: the ramp has come that far before anything turns (guide value). Its
// steps end at 15 %, the most that is worth its heat.
const (
	boostAt    = 0.06
	boostLeast = 0.01
	boostStep  = 0.01
	boostSteps = 14
)

// Brought is what the best boost does at hardly any hertz.
type Brought struct {
	Share float64 // of the volts: the least that brings the torque off, else the best there is
	Gives float64 // torque over rated there, inside the limit of amps
	Motor float64 // torque over rated there if amps were no matter
	OK    bool    // the torque is brought off
}

// Boost looks for the least share of the volts that brings a torque, over
// rated, off at hardly any hertz inside the limit of amps. Torque over boost
// rises and falls again: too many volts pass the limit of amps with no load at
// all, there or further up the ramp where the iron saturates first, so the whole
// range is looked through.
func (m Motor) Boost(torque float64) Brought {
	gives := func(share float64) (float64, float64) {
		m.BoostShare = share
		if m.overfed() {
			return 0, 0
		}
		p, err := m.At(boostAt * m.Model.FrequencyHz)
		if err != nil {
			return 0, 0
		}
		return p.Short, p.PullOut
	}
	best := Brought{Gives: -1}
	for i := range boostSteps + 1 {
		share := boostLeast + boostStep*float64(i)
		short, pull := gives(share)
		if short >= torque {
			if half, p := gives(share - boostStep/2); i > 0 && half >= torque {
				short, pull, share = half, p, share-boostStep/2
			}
			return Brought{share, short, pull, true}
		}
		if short > best.Gives {
			best = Brought{share, short, pull, false}
		}
	}
	return best
}

// overfed says that idling somewhere up the ramp passes the limit of amps: the boost then
// magnetises more than it lifts.
func (m Motor) overfed() bool {
	for _, part := range [...]float64{boostAt, 0.1, 0.15, 0.2, 0.3, 0.4} {
		at, err := m.feel(part * m.Model.FrequencyHz)
		if err != nil {
			return true
		}
		if _, idle := at(1e-6); idle > m.LimitShare {
			return true
		}
	}
	return false
}

// Envelope follows the motor from nearly nothing to a frequency.
func (m Motor) Envelope(most float64) []Point {
	out := []Point{}
	const steps = 44
	for i := 1; i <= steps; i++ {
		if p, err := m.At(most * float64(i) / steps); err == nil {
			out = append(out, p)
		}
	}
	return out
}

// Cap is one reason not to go faster.
type Cap struct {
	Hz     float64 `json:"hz"`
	Reason string  `json:"reason"`
	Text   string  `json:"text"`
}

// rimMost is the rim speed up to which a plain cast sheave is run, m/s,
// planning.
const rimMost = 30.0

// Highest lists the reasons that bound the hertz, the least of them first.
func (c Chosen) Highest(m Motor, p *Profile) []Cap {
	var out []Cap
	add := func(hertz float64, reason string) {
		if hertz > 0 && !math.IsInf(hertz, 0) {
			out = append(out, Cap{hertz, reason, unit.Text(hertz, "Hz")})
		}
	}
	base, poles := m.Model.FrequencyHz, float64(m.Model.Eq.Poles)
	granted := c.MotorMostRPM * poles / 120
	switch {
	case granted > 0:
		add(granted, fmt.Sprintf("the plate or the maker grants %s", unit.Whole(c.MotorMostRPM, "rpm")))
	case poles <= 2:
		add(base, "a two-pole motor stays at its own hertz: bearings and balance")
	case c.ShakesHz > 0:
		add(2*base, "twice its own hertz: the sweep is quiet there, the plate grants no more")
	default:
		add(1.5*base, "one and a half times its own hertz: bearings and balance of a plain motor, until plate and "+
			"sweep say more (guide value)")
	}
	if d := math.Max(c.MotorSheaveM, c.ToolSheaveM*c.Ratio()); d > 0 { // both rims run at the belt's speed
		add(rimMost/(math.Pi*d)*60*poles/120, fmt.Sprintf("sheave rims stay below %s (guide value)",
			unit.Text(rimMost, "m/s")))
	}
	if c.ShakesHz > 0 {
		add(c.ShakesHz-1, "just below where the sweep showed it shaking, "+unit.Text(c.ShakesHz, "Hz"))
	}
	add(p.Output.Hertz, "the drive gives no more")
	// Above base there is less and less for good, and no load asks less with
	// speed: the crossing is halved in, in fortieths of its own hertz.
	const fortieths = 80
	past := func(i int) bool {
		pt, err := m.At(base * (1 + float64(i+1)/40))
		return err == nil && (!pt.Carries || pt.Asked > 1.001*pt.Continuous)
	}
	if i := sort.Search(fortieths, past); i < fortieths {
		add(base*(1+float64(i)/40), "beyond it the load asks more torque than the motor has all day")
	}
	for i := 1; i < len(out); i++ {
		for k := i; k > 0 && out[k].Hz < out[k-1].Hz; k-- {
			out[k], out[k-1] = out[k-1], out[k]
		}
	}
	return out
}

// Speeds is one speed in every way that it is spoken.
type Speeds struct {
	Hz      float64 `json:"hz"`
	Motor   float64 `json:"motor_rpm"` // with slip at the load
	Tool    float64 `json:"tool_rpm"`
	Surface float64 `json:"surface_m_s"` // 0 without a diameter
	Feet    float64 `json:"surface_ft_min"`
}

// SpeedsAt says a frequency in every way.
func (c Chosen) SpeedsAt(m Motor, hertz float64) Speeds {
	p, err := m.At(hertz)
	if err != nil {
		return Speeds{Hz: hertz}
	}
	s := Speeds{Hz: hertz, Motor: p.RPM, Tool: p.RPM * c.Ratio()}
	s.Surface = s.Tool / 60 * math.Pi * c.ToolM
	s.Feet = s.Surface * 196.850394
	return s
}

// HertzFor is the frequency at which a speed is reached, spoken in one of the
// ways "motor", "tool", "surface" (m/s) or "feet" (ft/min). ok is false where
// it is not reached within the drive's hertz.
func (c Chosen) HertzFor(m Motor, p *Profile, way string, value float64) (hertz float64, ok bool) {
	of := func(h float64) float64 {
		s := c.SpeedsAt(m, h)
		return map[string]float64{"hz": s.Hz, "motor": s.Motor, "tool": s.Tool, "surface": s.Surface,
			"feet": s.Feet}[way] - value
	}
	// Synchronous speed is the least that it takes; slip never half as much again.
	ratio := c.Ratio()
	motor := map[string]float64{"hz": value * 120 / float64(m.Model.Eq.Poles), "motor": value, "tool": value / ratio,
		"surface": value * 60 / (math.Pi * c.ToolM) / ratio,
		"feet":    value / 196.850394 * 60 / (math.Pi * c.ToolM) / ratio}[way]
	low := motor * float64(m.Model.Eq.Poles) / 120
	high := math.Min(1.5*low+3, p.Output.Hertz)
	if !(value > 0) || !(low <= high) || of(high) < 0 {
		return 0, false
	}
	low = math.Max(0.2, 0.98*low)
	for range 48 { // slip bends it too much for a secant far above base
		if mid := (low + high) / 2; of(mid) < 0 {
			low = mid
		} else {
			high = mid
		}
	}
	return (low + high) / 2, true
}

// Words is the grade of a torque asked over what is there all day.
func (p Point) Words() (finding.Grade, string) {
	switch {
	case !p.Carries:
		return finding.Stop, notCarried
	case p.Heat <= 1:
		return finding.Good, goodAllDay
	case p.Asked <= p.Short:
		return finding.Caution, forAMinute
	}
	return finding.Stop, overTheLimit
}
