package drive

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/unit"
)

// Plate is what the sheet needs of a motor's plate, in the joints that the
// drive feeds. Guessed says which of them nobody read.
type Plate struct {
	Volts, Amps, Hertz, RPM, Watts, Factor float64
	Poles                                  int
	AmpsGuessed, FactorGuessed             bool
}

// numbered and worded put a want among the others: a figure in a function's own unit, or a word.
type (
	numbered func(f Function, x float64, text, formula, numbers string, guessed bool)
	worded   func(f Function, means, text, formula string)
)

// Wants are what every function must be for a job.
//
// Long: a list of functions, each by itself.
func (c Chosen) Wants(p *Profile, pl Plate, line, lineHertz float64, m Motor, most float64, up,
	down Ramp) map[Function]Want {
	w := map[Function]Want{}
	var num numbered = func(f Function, x float64, text, formula, numbers string, guessed bool) {
		w[f] = Want{Number: x, Text: text, Formula: formula, Numbers: numbers, Estimated: guessed}
	}
	var word worded = func(f Function, means, text, formula string) {
		w[f] = Want{Word: means, Text: text, Formula: formula}
	}
	volts := unit.Whole(pl.Volts, "V")
	num(LineVolts, line, unit.Whole(line, "V"), "measured at the outlet", unit.Whole(line, "V"), false)
	num(LineHertz, lineHertz, unit.Text(lineHertz, "Hz"), "the line's", "", false)
	num(MotorVolts, pl.Volts, volts, "plate volts in these joints", volts, false)
	// What it counts in amps and watts is the sum of all its motors.
	n := float64(c.Count)
	amps, formula, numbers := n*pl.Amps, "rated amps in these joints", unit.Text(pl.Amps, "A")
	if c.Count > 1 {
		formula, numbers = "rated amps in these joints × motors", fmt.Sprintf("%s × %d", numbers, c.Count)
	}
	num(MotorAmps, amps, unit.Text(amps, "A"), formula, numbers, pl.AmpsGuessed)
	num(MotorHertz, pl.Hertz, unit.Text(pl.Hertz, "Hz"), "plate", "", false)
	num(MotorRPM, pl.RPM, unit.Whole(pl.RPM, "rpm"), "plate", "", false)
	num(MotorPoles, float64(pl.Poles), fmt.Sprint(pl.Poles), "120·f/rpm, the next even number below",
		fmt.Sprintf("120·%s/%s", unit.Plain(pl.Hertz), unit.Plain(pl.RPM)), false)
	num(MotorPower, n*pl.Watts/1000, unit.Text(n*pl.Watts/1000, "kW"), "plate", "", false)
	num(MotorFactor, pl.Factor, unit.Three(pl.Factor), "plate", "", pl.FactorGuessed)
	num(BaseHertz, pl.Hertz, unit.Text(pl.Hertz, "Hz"), "the hertz at which it gets its plate volts", "", false)
	least := c.LeastHz
	num(LeastHertz, least, unit.Plain(least)+unit.Space+"Hz", "as chosen on the dial; 0 where nothing forbids it", "",
		false)
	num(MostHertz, most, unit.Text(most, "Hz"), "as chosen, within the least of the reasons that bound it", "", false)
	num(Boost, 100*m.BoostShare, unit.Text(100*m.BoostShare, "% of volts"),
		"the least that brings the load off at hardly any hertz", "winding ohms against the volts there", true)
	if !math.IsInf(up.Least, 1) {
		num(Accelerate, up.Asked, unit.Text(up.Asked, "s"), "J·Δω/(torque at the amps limit − load), and half as "+
			"much again", fmt.Sprintf("least %s", unit.Text(up.Least, "s")), true)
	}
	num(Decelerate, down.Asked, unit.Text(down.Asked, "s"), "J·Δω/(losses + load), and half as much again",
		fmt.Sprintf("least %s", unit.Text(down.Least, "s")), true)
	word(StopMode, "ramp", "down the ramp", "it stops by itself, and sooner than coasting")
	word(RunSource, string(c.wires(p)), "", "as chosen under Control")
	word(SpeedSource, string(c.setSpeed(p)), "", "as chosen under Control")
	switch {
	case c.turned():
		word(ReverseRun, "allowed", "allowed", "a switch turns it round, standing")
		if len(p.Parameters) == 0 {
			word(ReverseRun, "switch", "", "a switch turns it round, standing")
		}
	default:
		word(ReverseRun, "forbidden", "forbidden", "one direction only")
	}
	word(Restart, "no", "no", "nothing starts by itself when the supply returns")
	if c.Restart == "yes" {
		word(Restart, "yes", "yes", "as chosen under Control")
	}
	c.wantsOutside(p, num, word, pl, m, most)
	word(ResetFault, "no", "no", "a person looks first")
	guards := formula + ": the drive is the motor's overload relay"
	if c.Count > 1 {
		guards = formula + ": it sees the sum alone, each motor has its own relay"
	}
	num(Overload, amps, unit.Text(amps, "A"), guards, numbers, pl.AmpsGuessed)
	limit := 100 * m.LimitShare
	motor := p.find(MotorAmps)
	if q := p.find(CurrentLimit); q != nil && (motor == nil || !strings.HasSuffix(q.Unit, motor.Code)) {
		limit *= amps / p.Output.Amps // it counts in the drive's own amps
	}
	num(CurrentLimit, math.Round(limit), unit.Text(math.Round(limit), "%"),
		"for a minute, by the drive's and the motor's amps", "", false)
	khz := c.carrier(p)
	num(Carrier, khz, unit.Plain(khz)+unit.Space+"kHz", "as low as the noise allows", "", false)
	for i, b := range c.SkipBands {
		from, to := SkipFrom, SkipTo
		if i == 1 {
			from, to = SkipFrom2, SkipTo2
		}
		num(from, b.From, unit.Text(b.From, "Hz"), "the sweep: it shakes there", "", false)
		num(to, b.To, unit.Text(b.To, "Hz"), "the sweep: it shakes there", "", false)
	}
	if s := c.SpeedsAt(m, most); s.Tool > 0 {
		num(DisplayScale, math.Round(s.Tool), unit.Whole(s.Tool, "rpm"),
			"tool rpm at most hertz, with slip and sheaves", "", true)
	}
	return w
}

// Top is the most hertz in use: as chosen, but never beyond the least of the
// reasons that bound it, which Highest gives.
func (c Chosen) Top(m Motor, caps []Cap) float64 {
	top := m.Model.FrequencyHz
	if c.MostHz > 0 {
		top = c.MostHz
	}
	if len(caps) > 0 {
		top = math.Min(top, caps[0].Hz)
	}
	return top
}
