package drive

import (
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What commands a drive from outside beside switch, buttons and potentiometer.
const (
	RunByOutput  RunBy    = "controller" // a machine controller's run output, with its own contact
	RunByLink    RunBy    = "link"
	ByVolts      SpeedBy  = "volts"     // 0 to 10 V
	ByMilliamps  SpeedBy  = "milliamps" // 4 to 20 mA
	ByPresets    SpeedBy  = "presets"   // a selector for fixed speeds
	SpeedByLink  SpeedBy  = "link"
	TurnByOutput TurnedBy = "controller" // its direction output
)

// Mode is how it makes torque.
type Mode string

// The modes.
const (
	VoltsPerHertz Mode = "volts-per-hertz"
	Vector        Mode = "vector"
	Torque        Mode = "torque"
)

// mostPresets are as many as two contacts tell apart, none closed left out.
const mostPresets = 3

// Limits of what is entered for outside control; guide value.
const (
	mostJogHz    = 10.0 // beyond it jogging is running
	mostHoldS    = 5.0  // of direct current in a motor that stands, its fan too
	holdPercent  = 50.0 // of the motor's amps
	lowVoltsAtHz = 0.03 // of the base hertz, where the least point of the V/f line is put
)

// readOutside reads what was entered of commands from outside.
func (c *Chosen) readOutside(e *Entry) (readings []finding.Reading) {
	c.SignalTo = math.NaN()
	if e.Signal != "" {
		r := finding.Reading{Path: "drive.signal", Typed: e.Signal}
		m := bandForm.FindStringSubmatch(strings.ToLower(strings.TrimSpace(e.Signal)))
		if m == nil || unit.Decimal(m[1]) >= unit.Decimal(m[2]) {
			r.Problem, r.Wanted = noSignalSpan, "0-50 Hz"
		} else {
			c.SignalFrom, c.SignalTo = unit.Decimal(m[1]), unit.Decimal(m[2])
			r.ReadAs = signalReadAs(c.SignalFrom, c.SignalTo)
		}
		readings = append(readings, r)
	}
	if e.Presets != "" {
		r := finding.Reading{Path: "drive.presets", Typed: e.Presets}
		var said []string
		for part := range strings.FieldsFuncSeq(e.Presets, func(x rune) bool { return x == ';' || x == '\n' }) {
			x, ok, err := unit.Hertz.One(strings.TrimSpace(part))
			if err != nil || !ok || x <= 0 || len(c.PresetHz) == mostPresets {
				r.Problem, r.Wanted, c.PresetHz = noPreset(part), "15; 30; 45 Hz", nil
				break
			}
			c.PresetHz = append(c.PresetHz, x)
			said = append(said, unit.Plain(x))
		}
		if r.Problem == "" {
			r.ReadAs = strings.Join(said, ", ") + unit.Space + "Hz"
		}
		readings = append(readings, r)
	}
	return readings
}

// wires is how the terminals are to be set for where run comes from: a machine controller's output is a switch.
func (c Chosen) wires(p *Profile) RunBy {
	if run := c.run(p); run != RunByOutput {
		return run
	}
	return TwoWire
}

// setSpeed is what the source of speed is set to: presets are keyed beside the keys where the drive has no setting of
// their own.
func (c Chosen) setSpeed(p *Profile) SpeedBy {
	speed := c.speed(p)
	if speed == ByPresets && !p.names(SpeedSource, string(ByPresets)) {
		return Keys
	}
	return speed
}

// names says that a function has a setting of that meaning on this drive.
func (p *Profile) names(f Function, means string) bool { return p.hears(f) && p.offers(f, means) }

// hears says that a function can be set on this drive at all.
func (p *Profile) hears(f Function) bool {
	if p.find(f) != nil {
		return true
	}
	for _, j := range p.Jumpers {
		if j.Function == f {
			return true
		}
	}
	for _, t := range p.Trims {
		if t.Function == f {
			return true
		}
	}
	return false
}

// remote says that another device starts and stops it.
func (c Chosen) remote(p *Profile) bool {
	run := c.run(p)
	return run == RunByOutput || run == RunByLink
}

// signalled says that another device gives its speed by volts or milliamps.
func (c Chosen) signalled(p *Profile) bool { s := c.speed(p); return s == ByVolts || s == ByMilliamps }

// span is the hertz at the ends of a speed signal: as entered, else from the least to the most in use.
func (c Chosen) span(most float64) (from, to float64) {
	if math.IsNaN(c.SignalTo) {
		return c.LeastHz, most
	}
	return c.SignalFrom, c.SignalTo
}

// wantsOutside are what functions must be for commands from outside, how it makes torque and how it stops.
func (c Chosen) wantsOutside(p *Profile, num numbered, word worded, pl Plate, m Motor, most float64) {
	hertz := func(x float64) string { return unit.Plain(x) + unit.Space + "Hz" }
	if c.signalled(p) {
		from, to := c.span(most)
		num(SignalLeast, from, hertz(from), signalEnd(c.speed(p), false), "", false)
		num(SignalMost, to, hertz(to), signalEnd(c.speed(p), true), "", false)
	}
	if c.speed(p) == ByMilliamps {
		word(SignalLost, "stop", "stop", "below 4 mA its wire is broken")
	}
	if c.speed(p) == SpeedByLink || c.run(p) == RunByLink {
		word(LinkTimeOut, "stop", "stop", "nobody commands it then")
	}
	for i, hz := range c.PresetHz {
		num([]Function{Preset1, Preset2, Preset3}[i], hz, hertz(hz), "as chosen under Control", "", false)
	}
	if c.JogHz > 0 {
		num(JogHertz, c.JogHz, hertz(c.JogHz), "as chosen under Control", "", false)
	}
	if c.HoldS > 0 {
		num(HoldTime, c.HoldS, unit.Text(c.HoldS, "s"), "as chosen under Control", "", false)
		num(HoldAmps, holdPercent, unit.Text(holdPercent, "% of the motor's amps"),
			"half of rated amps: it brakes the last turns and heats little", "", true)
	}
	if c.Mode != "" {
		word(ControlMode, string(c.Mode), wordPlain(ControlMode, string(c.Mode)), "as chosen under Control")
	}
	if c.Catch == "yes" {
		word(Catch, "yes", "yes", "it may still turn when it is switched on")
	}
	if p.find(MiddleHertz) == nil && p.find(MiddleVolts) == nil && p.find(LowHertz) == nil && p.find(LowVolts) == nil {
		return
	}
	// The straight line from its boost at no hertz to plate volts at plate hertz, by two of its points.
	at := func(share float64) float64 { return pl.Volts * (m.BoostShare + (1-m.BoostShare)*share) }
	low, middle := lowVoltsAtHz*pl.Hertz, 0.5*pl.Hertz
	num(LowHertz, low, unit.Text(low, "Hz"), "3 % of plate hertz", "", true)
	num(LowVolts, math.Round(at(lowVoltsAtHz)), unit.Whole(at(lowVoltsAtHz), "V"), straightLine, "", true)
	num(MiddleHertz, middle, unit.Text(middle, "Hz"), "half of plate hertz", "", true)
	num(MiddleVolts, math.Round(at(0.5)), unit.Whole(at(0.5), "V"), straightLine, "", true)
}

// straightLine is where the points of the V/f line are put.
const straightLine = "the straight line from its boost to plate volts: full torque at any speed"

// outside judges what commands it from outside, what happens where a wire breaks, and how it makes torque.
//
// Long: a list of rules, each by itself.
func (c Chosen) outside(p *Profile, most float64, say sayer) {
	speed, run := c.speed(p), c.run(p)
	if c.remote(p) && c.EStop != "yes" {
		grade := finding.Caution // it is to be fitted
		if c.EStop == "" {
			grade = finding.Stop
		}
		say(finding.DriveWhoStops, grade, othersStop(run), othersStopDetail, "emergency_stop",
			finding.Cure{Label: "There will be", Path: "drive.emergency_stop", Value: "yes"})
	}
	switch {
	case speed == ByVolts:
		cures := []finding.Cure{}
		if p.offers(SpeedSource, string(ByMilliamps)) {
			cures = append(cures, finding.Cure{Label: "4 to 20 mA", Path: "drive.speed", Value: string(ByMilliamps)})
		}
		say("drive.signal-lost", finding.Caution, voltsLost(c), voltsLostDetail, "speed", cures...)
	case speed == ByMilliamps && p.hears(SignalLost):
		say("drive.signal-lost", finding.Note, ampsStop, proveLost, "speed")
	case speed == ByMilliamps:
		say("drive.signal-lost", finding.Caution, ampsUnknown, ampsUnknownDetail, "speed")
	case speed == Pot:
		say("drive.signal-lost", finding.Note, potLost, potLostDetail, "speed")
	}
	if run == RunByLink || speed == SpeedByLink {
		say("drive.link-lost", finding.Caution, linkLost, linkLostDetail, "speed")
	}
	if c.signalled(p) || c.remote(p) {
		switch c.Isolated {
		case "":
			say("drive.isolation", finding.Open, isolatedAsked, isolatedAskedDetail, "isolated")
		case "no":
			say("drive.isolation", finding.Caution, notIsolated, notIsolatedDetail, "isolated")
		}
	}
	if from, to := c.span(most); c.signalled(p) && (to > most*1.001 || from < c.LeastHz*0.999) {
		say("drive.signal-span", finding.Caution, spanBeyond(from, to, c.LeastHz, most), spanBeyondDetail, "signal")
	}
	c.fixedSpeeds(p, most, say)
	if c.JogHz > mostJogHz {
		say("drive.jog", finding.Caution, jogFast(c.JogHz), jogFastDetail, "jog")
	}
	if c.HoldS > 0 {
		grade, detail := finding.Note, holdsNoLoad
		if c.HoldS > mostHoldS {
			grade, detail = finding.Caution, holdHeats+" "+holdsNoLoad
		}
		say("drive.hold", grade, holdBrakes(c.HoldS), detail, "hold")
	}
	c.torqueMode(p, most, say)
	if c.Catch == "yes" && !p.hears(Catch) && !p.undescribed() {
		say("drive.catch", finding.Caution, catchesNot(p), catchesNotDetail, "catch")
	}
	if c.Restart == "yes" {
		say("drive.restart", finding.Caution, startsAgain, startsAgainDetail, "restart",
			finding.Cure{Label: "It stays standing", Path: "drive.restart", Value: ""})
	}
}

// fixedSpeeds judges presets against what is in use and against the contacts.
func (c Chosen) fixedSpeeds(p *Profile, most float64, say sayer) {
	if c.speed(p) == ByPresets && len(c.PresetHz) == 0 {
		say("drive.presets", finding.Open, presetsAsked, presetsAskedDetail, "presets")
	}
	if n := len(p.of(Preset)); len(c.PresetHz) > 1<<n-1 && !p.undescribed() {
		say("drive.preset-contacts", finding.Caution, fewContacts(p, n, len(c.PresetHz)), fewContactsDetail, "presets")
	}
	for _, hz := range c.PresetHz {
		switch {
		case hz > most*1.001:
			say("drive.preset-most", finding.Caution, presetBeyond(hz, most), presetBeyondDetail, "presets")
		case hz < c.LeastHz*0.999:
			say("drive.preset-least", finding.Caution, presetBelow(hz, c.LeastHz), presetBelowDetail, "presets")
		}
		for _, b := range c.SkipBands {
			if hz > b.From && hz < b.To {
				say("drive.preset-skipped", finding.Caution, presetSkipped(hz, b), presetSkippedDetail, "presets")
			}
		}
	}
}

// torqueMode judges how it makes torque.
func (c Chosen) torqueMode(p *Profile, most float64, say sayer) {
	if c.Mode == "" || c.Mode == VoltsPerHertz {
		return
	}
	byVolts := finding.Cure{Label: "Volts per hertz", Path: "drive.mode", Value: ""}
	switch {
	case c.Count > 1:
		say("drive.mode", finding.Stop, oneMotorOnly(c.Mode), oneMotorOnlyDetail, "mode", byVolts)
		return
	case p.hears(ControlMode) && !p.offers(ControlMode, string(c.Mode)):
		say("drive.mode", finding.Stop, noSuchMode(p, c.Mode), noSuchModeDetail, "mode", byVolts)
		return
	case c.Mode == Torque:
		say("drive.mode", finding.Caution, torqueRunsUp(most), torqueRunsUpDetail, "mode", byVolts)
	default:
		say("drive.mode", finding.Note, vectorHolds, vectorHoldsDetail, "mode")
	}
	if c.Tuned != "yes" {
		say("drive.tune", finding.Open, notTuned, notTunedDetail, "tuned")
	}
}
