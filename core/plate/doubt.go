package plate

import (
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// Draw is one way in which a plate may differ from the motor under it: each number from −1
// to 1 is how far a figure is off, of what its doubt allows. The zero Draw is the plate as
// read.
type Draw struct {
	Amps, RPM, PowerFactor, Efficiency float64 // the plate's rounding, or an estimate's scatter
	LockedAmps, LockedTorque           float64
	Iron, Friction, Leakage, Ohm       float64
}

// How far the figures of a plate may be off (the bands' law, and the class figures' own
// scatter): planning but for the rounding.
const (
	lockedDoubt       = 0.2  // of estimated locked-rotor amps and torque
	lockedRead        = 0.03 // of entered ones
	codeDoubt         = 0.08 // of the middle of a code letter
	ironLow           = 0.12 // of all loss
	ironHigh          = 0.30
	frictionFactor    = 2.0  // either way
	leakageDoubt      = 0.15 // of X1's share
	ohmRead           = 0.02
	lossDoubt         = 0.42 // of the logarithm of a typical motor's losses
	factorDoubt       = 0.08 // of a typical power factor
	ampsDoubt         = 0.05 // of amps that the plate does not give
	halfFive, halfTen = 2.5, 5.0
)

var printed = regexp.MustCompile(`\d+(?:[.,]\d+)?`)

// halfUnit is half of the last digit with which a value stands in a text; fallback where
// it does not stand there.
func halfUnit(text string, value, fallback float64) float64 {
	best, half := math.Inf(1), fallback
	for _, n := range printed.FindAllString(text, -1) {
		if off := math.Abs(unit.Decimal(n) - value); off < best && off <= 0.02*value {
			digits := 0
			if i := strings.IndexAny(n, ".,"); i >= 0 {
				digits = len(n) - i - 1
			}
			best, half = off, 0.5*math.Pow(10, -float64(digits))
		}
	}
	return half
}

// rpmHalf is half of the step in which makers print speeds.
func (p *Plate) rpmHalf() float64 {
	switch r := math.Round(p.RPM); {
	case r != p.RPM:
		return 0.5
	case math.Mod(r, 10) == 0:
		return halfTen
	case math.Mod(r, 5) == 0:
		return halfFive
	}
	return 0.5
}

// Drawn is the column as the fit wants it, off as a draw says; efficiency is the motor's
// then. What the plate gives is off by its rounding, what was estimated by its scatter.
func (p *Plate) Drawn(c Column, d Draw) (r machine.Rating, t machine.Targets, efficiency float64) {
	r = p.Rating(c)
	t, _ = p.Targets(c)
	if c.Mark != finding.Estimated {
		r.LineAmps += d.Amps * halfUnit(p.entry.Amps, c.Amps, 0.01*c.Amps)
	} else {
		r.LineAmps *= 1 + ampsDoubt*d.Amps
	}
	sync := 120 * p.Hertz / float64(p.Poles)
	r.RPM = math.Min(p.RPM+d.RPM*p.rpmHalf(), sync-0.1*(sync-p.RPM))
	product := r.ShaftWatts / (math.Sqrt(3) * r.LineVolts * r.LineAmps)
	percent := 100 * p.Efficiency.Value
	scattered := 1 / (1 + (1/p.Efficiency.Value-1)*math.Exp(lossDoubt*d.Efficiency))
	rounded := (percent + d.Efficiency*halfUnit(p.entry.Efficiency, percent, 0.5)) / 100
	factor := p.PowerFactor.Value + d.PowerFactor*p.factorHalf()
	factorGiven, efficiencyGiven := p.entry.PowerFactor != "", p.entry.Efficiency != ""
	switch {
	case factorGiven && efficiencyGiven:
		r.PowerFactor, efficiency = factor, rounded
	case factorGiven:
		r.PowerFactor, efficiency = factor, product/factor
	case efficiencyGiven && c.Mark != finding.Estimated:
		r.PowerFactor, efficiency = product/rounded, rounded
	case c.Mark != finding.Estimated:
		r.PowerFactor, efficiency = product/scattered, scattered
	default:
		r.PowerFactor, efficiency = p.PowerFactor.Value*(1+factorDoubt*d.PowerFactor), scattered
	}
	locked := lockedDoubt
	switch {
	case p.LockedAmps > 0:
		locked = lockedRead
	case p.Code != "":
		locked = codeDoubt
	}
	t.LockedAmpsRatio *= 1 + locked*d.LockedAmps
	t.LockedTorqueRatio *= 1 + lockedDoubt*d.LockedTorque
	if d.Iron < 0 {
		t.IronShare += d.Iron * (IronShare - ironLow)
	} else {
		t.IronShare += d.Iron * (ironHigh - IronShare)
	}
	t.FrictionShare *= math.Pow(frictionFactor, d.Friction)
	t.X1Share *= 1 + leakageDoubt*d.Leakage
	t.WindingOhm *= 1 + ohmRead*d.Ohm
	return r, t, efficiency
}

// factorHalf is half of the last digit of the plate's power factor, which may stand there
// in percent.
func (p *Plate) factorHalf() float64 {
	typed := p.entry.PowerFactor
	if strings.Contains(typed, "%") || !strings.ContainsAny(typed, ".,") {
		return halfUnit(typed, 100*p.PowerFactor.Value, 0.5) / 100
	}
	return halfUnit(typed, p.PowerFactor.Value, 0.005)
}

// DirectDraw is a Draw of a brushed motor's plate.
type DirectDraw struct{ Power, Amps, RPM, Ohm float64 }

// copperDoubt is how far the armature's part of all loss may be from a half (guide value).
const copperDoubt = 0.12

// Drawn is the plate off as a draw says, with the armature's ohms, hot, as far as nobody has
// measured them. Horsepowers are sizes of the trade, kilowatts are rounded.
func (p *Direct) Drawn(d DirectDraw) (out Direct, ohms float64) {
	out = *p
	if strings.Contains(strings.ToLower(p.entry.Power), "w") {
		out.ShaftWatts += 1000 * d.Power * halfUnit(p.entry.Power, p.ShaftWatts/1000, 0.01*p.ShaftWatts/1000)
	}
	out.Amps += d.Amps * halfUnit(p.entry.ArmatureAmps, p.Amps, 0.01*p.Amps)
	out.RPM += d.RPM * halfUnit(p.entry.RPM, p.RPM, 0.5)
	loss := out.Volts*out.Amps - out.ShaftWatts
	return out, (0.5 + copperDoubt*d.Ohm) * loss / (out.Amps * out.Amps)
}
