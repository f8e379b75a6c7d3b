package drive

import (
	"math"
	"slices"

	"graybridge/core/machine"
)

// Ramp is a time to come up or down and what it asks on the way.
type Ramp struct {
	Least float64   `json:"least_s"`
	Asked float64   `json:"asked_s"`
	Hz    []float64 `json:"hz" nullable:"false"`
	// of rated amps, on the way at the time asked; down: torque over what brakes
	Share []float64 `json:"share" nullable:"false"`
	Limit float64   `json:"limit"`
	Trips bool      `json:"trips"`
	Text  string    `json:"text"`
}

// BrakeShare is the torque that a drive without resistor brakes with, over
// rated: losses of motor and link alone, planning.
const BrakeShare = 0.15

// LongestRamp is the longest run-up in seconds that is planned: a motor near its
// limit of amps for longer is not brought up but roasted (guide value).
const LongestRamp = 60.0

// Up is the run-up to a frequency: the least time from the inertia and the
// torque that the amps limit leaves over the load, and the amps at another.
func (m Motor) Up(most, asked float64) Ramp {
	r := Ramp{Hz: []float64{}, Share: []float64{}, Limit: m.LimitShare}
	rated := m.Model.RatedTorqueNm
	const steps = 20
	dOmega := 4 * math.Pi * most / float64(m.Model.Eq.Poles) / steps
	var spare []float64
	for i := range steps {
		// A drive begins at a little above nothing: the boost is made for that.
		p, err := m.At(math.Max(most*(float64(i)+0.5)/steps, boostAt*m.Model.FrequencyHz))
		if err != nil {
			return r
		}
		load := m.Load.ShaftNm(m.Model, 120*p.Hz/float64(m.Model.Eq.Poles)/m.Model.RPM) / rated
		spare = append(spare, p.Short-load)
		r.Hz = append(r.Hz, p.Hz)
	}
	// A ramp is straight: where least is spare decides.
	if least := slices.Min(spare); least > 0 {
		r.Least = m.Inertia * dOmega * steps / (least * rated)
	} else {
		r.Least = math.Inf(1)
	}
	// Minutes on the limit of amps are no ramp: there is too little to spare.
	if r.Least > LongestRamp {
		r.Least = math.Inf(1)
	}
	if math.IsInf(r.Least, 1) {
		r.Asked, r.Trips, r.Text = asked, true, doesNotComeUp
		return r
	}
	if r.Asked = asked; asked == 0 {
		r.Asked = math.Max(2, math.Ceil(1.5*r.Least))
	}
	need := m.Inertia * dOmega * steps / r.Asked / rated
	for i, h := range r.Hz {
		load := m.Load.ShaftNm(m.Model, 120*h/float64(m.Model.Eq.Poles)/m.Model.RPM) / rated
		r.Share = append(r.Share, m.ampsFor(h, load+need))
		r.Trips = r.Trips || need > spare[i]
	}
	r.Text = upAtLeast(r, most)
	return r
}

// quickRamp is the least time up to which no more boost is looked for; above it one that
// shortens it to less than shorter of itself is taken (guide value).
const (
	quickRamp = 10.0
	shorter   = 0.8
)

// BoostFor looks for a share of the volts with which a slow run-up becomes quicker, or one that
// does not come up at all does: boost and limit of amps decide together what is spare on the way.
// The least that comes near the best is taken; better is false where none is.
func (m Motor) BoostFor(most float64, now Ramp) (share float64, better bool) {
	if now.Least <= quickRamp {
		return m.BoostShare, false
	}
	type tried struct{ share, least float64 }
	var all []tried
	best := now.Least
	for i := range boostSteps + 1 {
		one := m
		one.BoostShare = boostLeast + boostStep*float64(i)
		if one.BoostShare <= m.BoostShare || one.overfed() {
			continue
		}
		least := one.Up(most, 0).Least
		all, best = append(all, tried{one.BoostShare, least}), math.Min(best, least)
	}
	if math.IsInf(best, 1) || best > shorter*now.Least {
		return m.BoostShare, false
	}
	for _, t := range all {
		if t.least <= math.Max(quickRamp, best/shorter) {
			return t.share, true
		}
	}
	return m.BoostShare, false
}

// ampsFor is the share of rated amps at which the motor gives a torque; the
// limit and a tenth where it cannot.
func (m Motor) ampsFor(hertz, torque float64) float64 {
	at, err := m.feel(hertz)
	if err != nil {
		return 0
	}
	want := torque*m.Model.RatedTorqueNm + m.Model.FrictionNm
	slip := machine.RunSlip(func(slip float64) float64 { t, _ := at(slip); return t - want }, 0)
	if math.IsNaN(slip) {
		return 1.1 * m.LimitShare
	}
	_, share := at(slip)
	return share
}

// Down is the ramp down: what the losses brake, or the resistor, and the load
// with them.
func (m Motor) Down(most, asked float64, resistor bool) Ramp {
	brake := BrakeShare
	if resistor {
		brake = 1
	}
	r := Ramp{Hz: []float64{}, Share: []float64{}, Limit: 1}
	rated := m.Model.RatedTorqueNm
	const steps = 20
	dOmega := 4 * math.Pi * most / float64(m.Model.Eq.Poles) / steps
	help := func(h float64) float64 {
		return brake + m.Load.ShaftNm(m.Model, 120*h/float64(m.Model.Eq.Poles)/m.Model.RPM)/rated +
			m.Model.FrictionNm/rated
	}
	for i := range steps {
		h := most * (1 - (float64(i)+0.5)/steps)
		r.Hz = append(r.Hz, h)
		r.Least = math.Max(r.Least, m.Inertia*dOmega*steps/(help(h)*rated))
	}
	if r.Asked = asked; asked == 0 {
		r.Asked = math.Max(2, math.Ceil(1.5*r.Least))
	}
	need := m.Inertia * dOmega * steps / r.Asked / rated
	for _, h := range r.Hz {
		share := need / help(h)
		r.Share = append(r.Share, share)
		r.Trips = r.Trips || share > 1
	}
	r.Text = downAtLeast(r, most)
	if resistor {
		r.Text = downWithResistor(r, most)
	}
	return r
}
