package symptom

import (
	"fmt"
	"maps"
	"math"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// presumedRamp is what a ramp is taken for where nobody has planned one, in seconds.
const presumedRamp = 5.0

// onDrive puts the causes of a motor on a drive on the bench: those in the motor are solved, those in the drive's
// settings and wires are told by the catalogue, planning.
func (b *bench) onDrive() {
	on, _ := b.solved.Bridge().(drive.Installed)
	volts := b.site.Supply.Volts
	keyed := map[string]reading{
		"ramp up": figure(presumedRamp, 0.8, 0.1), "ramp down": figure(presumedRamp, 0.8, 0.1),
		"volts while pulling": b.figure(volts, 0.04, 1), "volts post": b.figure(volts, strayVolts, 1),
		"amps keyed": b.figure(b.rated, 0.1, 0.05), "joints": {joints: b.joints, known: true},
	}
	b.has[cause.NeedsLink] = on.Chosen.Run == drive.RunByLink || on.Chosen.Speed == drive.SpeedByLink
	b.has[cause.NeedsResistor] = on.Chosen.Resistor == "yes"
	if v := on.View; v != nil && on.Profile != nil {
		b.ofSheet(v)
		if v.Up.Asked > 0 {
			keyed["ramp up"] = figure(v.Up.Asked, 0.1, 0.1)
		}
		if v.Down.Asked > 0 {
			keyed["ramp down"] = figure(v.Down.Asked, 0.1, 0.1)
		}
		keyed["amps keyed"] = b.figure(on.PlateAmps()*float64(max(1, on.Chosen.Count)), 0.05, 0.05)
		b.driveCures(&on)
	}
	b.looksUsual(keyed)
	b.onMotor()
	for i := range b.worlds { // what the motor lacks, its drive says by tripping
		w := &b.worlds[i]
		maps.Copy(w.reads, map[string]reading{"display": b.usual["display"], "ramp up": b.usual["ramp up"],
			"ramp down": b.usual["ramp down"], "amps keyed": b.usual["amps keyed"],
			"volts while pulling": b.usual["volts while pulling"]})
		w.said = onDrive(w.cause)
	}
	b.supplyTold(odds{complaint.TripsRunning: 0.5, complaint.Weak: 0.3, complaint.TripsUp: 0.4},
		odds{complaint.TripsStopping: 0.5, complaint.TripsRunning: 0.4})
}

// supplyTold are the supply's volts where no circuit is solved again for them.
func (b *bench) supplyTold(low, high odds) {
	at := func(share float64) func(map[string]reading) {
		return func(r map[string]reading) {
			r["volts post"] = figure(b.site.Supply.Volts*share, strayVolts, 1)
			if was, ok := r["volts while pulling"]; ok {
				r["volts while pulling"] = figure(was.figure*share, was.strays, 1)
			}
		}
	}
	b.tell(cause.VoltsLow, 0.5, low, at(0.9))
	b.tell(cause.VoltsLow, 0.5, low, at(0.8))
	b.tell(cause.VoltsHigh, 1, high, at(1.12))
}

// ofSheet says beside a check what the plan's sheet wants there.
func (b *bench) ofSheet(v *drive.View) {
	checkOf := map[drive.Function]string{drive.Boost: "boost keyed", drive.BaseHertz: "base keyed",
		drive.MotorPoles: "poles keyed", drive.MotorRPM: "poles keyed", drive.Carrier: "carrier keyed",
		drive.RunSource: "run source", drive.Restart: "restart keyed", drive.Accelerate: "ramp up",
		drive.Decelerate: "ramp down", drive.MotorAmps: "amps keyed", drive.PhaseLoss: "input watch"}
	b.has[cause.NeedsWatch] = false
	for _, r := range v.Sheet {
		if r.Function == drive.PhaseLoss {
			b.has[cause.NeedsWatch] = true
		}
		if check, ok := checkOf[r.Function]; ok {
			b.hints[check] = hintOfSheet(r.Code, r.Name, r.Value, r.Plain)
		}
	}
}

// driveCures are the figures of this job that cure a drive's trips, and changes of the plan where a cure is one.
func (b *bench) driveCures(on *drive.Installed) {
	v := on.View
	if up := v.Up; up.Least > 0 && !math.IsInf(up.Least, 0) {
		b.cures["ramp-up-short"] = Remedy{Figures: []string{fmt.Sprintf(rampWouldDo, unit.Text(up.Asked, "s"),
			unit.Text(up.Least, "s"))}, Sets: unsets(on.Chosen.UpS > 0 && on.Chosen.UpS < up.Least,
			"bridge.drive.accelerate")}
	}
	if down := v.Down; down.Least > 0 && !math.IsInf(down.Least, 0) {
		c := Remedy{Figures: []string{fmt.Sprintf(rampWouldDo, unit.Text(down.Asked, "s"), unit.Text(down.Least, "s"))},
			Sets: unsets(on.Chosen.DownS > 0 && on.Chosen.DownS < down.Least, "bridge.drive.decelerate")}
		if with := on.Motor.Down(v.TopHz, 0, true); on.Chosen.Resistor != "yes" && with.Least > 0 {
			c.Figures = append(c.Figures, fmt.Sprintf(withBrake, unit.Text(with.Least, "s")))
			if c.Sets == nil {
				c.Sets = []finding.Setting{{Path: "bridge.drive.resistor", Value: "wanted"}}
			}
		}
		b.cures["ramp-down-short"] = c
	}
	boost := fmt.Sprintf(boostOf, unit.Percent(on.Motor.BoostShare))
	b.cures["boost-low"], b.cures["boost-high"] = Remedy{Figures: []string{boost}}, Remedy{Figures: []string{boost}}
	amps := fmt.Sprintf(keyAmps, unit.Text(on.PlateAmps()*float64(max(1, on.Chosen.Count)), "A"))
	b.cures["amps-keyed-low"], b.cures["amps-keyed-high"] = Remedy{Figures: []string{amps}},
		Remedy{Figures: []string{amps}}
	for id, check := range map[string]string{"base-hertz-wrong": "base keyed", "poles-keyed-wrong": "poles keyed",
		"carrier-high": "carrier keyed",
		"two-commands": "run source", "restart-by-itself": "restart keyed", "input-phase-watch": "input watch"} {
		if hint, ok := b.hints[check]; ok {
			b.cures[id] = Remedy{Figures: []string{hint}}
		}
	}
	if on.Chosen.Restart == "yes" {
		b.cures["restart-by-itself"] = Remedy{Figures: b.cures["restart-by-itself"].Figures,
			Sets: unsets(true, "bridge.drive.restart")}
	}
	b.cures["feed-weak"] = Remedy{Figures: []string{fmt.Sprintf(feedSags, unit.Whole(b.site.Supply.Volts, "V"),
		unit.Whole(b.sagged(on.Weighed.LineAmps), "V"))}}
}

// onDrive is what a motor's cause makes its drive do: it trips where a line would hum.
func onDrive(id string) odds {
	switch id {
	case cause.WindingOpen:
		return odds{complaint.HumsStands: 0.5, complaint.TripsUp: 0.6, complaint.Weak: 0.2}
	case cause.FrameTouch:
		return odds{complaint.TripsUp: 0.7, complaint.LeakageTrips: 0.5, complaint.TripsRunning: 0.3}
	case cause.ShaftHeld:
		return odds{complaint.HumsStands: 0.7, complaint.TripsUp: 0.8}
	case cause.LoadHeavy:
		return odds{complaint.RelayTrips: 0.7, complaint.TripsRunning: 0.6, complaint.MotorHot: 0.6,
			complaint.Weak: 0.4, complaint.TripsUp: 0.3}
	case cause.OtherVolts:
		return odds{complaint.Weak: 0.7, complaint.MotorHot: 0.5, complaint.TripsUp: 0.4, complaint.RelayTrips: 0.3}
	case cause.CoilReversed, cause.LeadsExchanged:
		return odds{complaint.HumsStands: 0.5, complaint.TripsUp: 0.6, complaint.MotorHot: 0.5, complaint.Loud: 0.3}
	}
	return odds{complaint.MotorHot: 0.4, complaint.Weak: 0.4, complaint.TripsUp: 0.3, complaint.Loud: 0.2}
}
