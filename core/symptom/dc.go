package symptom

import (
	"fmt"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/dc"
	"graybridge/core/unit"
)

// What is taken of a brushed motor where neither plate nor controller tells, and a meter reads it wide.
const (
	presumedArmatureOhm = 3.0
	presumedFieldOhm    = 400.0
	presumedArmature    = 180.0 // V
	presumedAmps        = 4.0
	presumedSpeed       = 1800.0 // rpm
)

// onController puts the causes of a brushed motor on its controller on the bench. What its owner says is told by the
// catalogue, planning; what a meter should read is worked out where plate and controller are known.
func (b *bench) onController() {
	on, _ := b.solved.Bridge().(dc.Installed)
	direct := b.site.Direct
	armature, volts, amps, rpm := presumedArmatureOhm, presumedArmature, presumedAmps, presumedSpeed
	if on.Shown != nil && on.Duty != nil {
		d := on.Duty
		armature, volts = coldOhms(d.Ohm), d.ArmatureVolts
		if on.Dial.Reachable {
			amps, rpm = on.Dial.MeanAmps, on.Dial.RPM
		}
		b.directCures(&on)
		b.has[cause.NeedsTacho] = on.Chosen.Held == dc.ByTacho
		b.has[cause.NeedsResistor] = on.Chosen.Brake == "yes"
	} else {
		b.presume(direct.Missing)
		b.has[cause.NeedsTacho], b.has[cause.NeedsResistor], b.has[cause.NeedsIR] = true, true, true
	}
	b.has[cause.NeedsField] = direct.Field() || on.Shown == nil || on.Duty == nil
	field, fieldVolts := presumedFieldOhm, direct.FieldVolts
	if x := direct.FieldOhms(); x > 0 {
		field = coldOhms(x)
	}
	if fieldVolts == 0 {
		fieldVolts = presumedArmature
	}
	reads := map[string]reading{
		"ohms armature": b.figure(armature, 0.2, 0.05), "ohms field": b.figure(field, 0.15, 2),
		"volts field": b.figure(fieldVolts, 0.1, 3), "volts armature": b.figure(volts, 0.1, 3),
		"amps armature": b.figure(amps, 0.2, 0.05*amps), "rpm": b.figure(rpm, 0.08, 20),
		"volts post": figure(b.site.Supply.Volts, strayVolts, 1),
	}
	b.looksUsual(reads)
	b.tell(cause.ShaftHeld, 1, odds{complaint.HumsStands: 0.6, complaint.Silent: 0.4, complaint.BreakerTrips: 0.2,
		complaint.Weak: 0.3}, func(r map[string]reading) { r["shaft"] = word("held") })
	for _, of := range []float64{1.4, 1.8} {
		b.tell(cause.LoadHeavy, 0.5, odds{complaint.MotorHot: 0.75, complaint.Weak: 0.5, complaint.TooSlow: 0.25,
			complaint.RelayTrips: 0.4, complaint.Sparks: 0.3, complaint.BreakerTrips: 0.15},
			func(r map[string]reading) {
				r["load uncoupled"] = word("well")
				r["amps armature"] = b.figure(amps*of, 0.2, 0.05*amps)
			})
	}
	b.supplyTold(odds{complaint.TooSlow: 0.6, complaint.Weak: 0.4}, odds{complaint.RunsAway: 0.05})
	b.tell("feed-lost", 1, odds{complaint.Silent: 0.95, complaint.DisplayDark: 0.6}, func(r map[string]reading) {
		r["display"], r["volts post"] = word("dark"), figure(0, strayVolts, 3)
	})
}

// coldOhms are a hot winding's ohms at 20 °C, by copper.
func coldOhms(hot float64) float64 { return hot * (234.5 + 20) / (234.5 + 75) }

// directCures are the figures of this job that cure what a controller's trims do, and changes of the plan where a cure
// is one.
func (b *bench) directCures(on *dc.Installed) {
	trims := map[dc.Turn][]string{dc.TurnIR: {"ir-high"}, dc.TurnLimit: {"limit-low", "limit-high"},
		dc.TurnLeast: {"least-trim-high"}, dc.TurnMost: {"most-trim-low", "most-trim-high"}}
	checkOf := map[dc.Turn]string{dc.TurnIR: "trim IR", dc.TurnLimit: "trim limit", dc.TurnLeast: "trim least",
		dc.TurnMost: "trim most"}
	for _, r := range on.View.Trims {
		b.has[cause.NeedsIR] = b.has[cause.NeedsIR] || r.Turn == dc.TurnIR
		hint := fmt.Sprintf(trimStands, r.Name, r.Value, r.Want)
		if check, ok := checkOf[r.Turn]; ok {
			b.hints[check] = hint
		}
		for _, id := range trims[r.Turn] {
			b.cures[id] = Remedy{Figures: []string{hint}}
		}
	}
	if on.Chosen.IRShare > dc.PlanIR {
		b.cures["ir-high"] = Remedy{Figures: b.cures["ir-high"].Figures, Sets: unsets(true, "bridge.dc.ir")}
	}
	if on.Chosen.LimitShare > 0 && on.Chosen.LimitShare < 1 {
		b.cures["limit-low"] = Remedy{Figures: b.cures["limit-low"].Figures, Sets: unsets(true, "bridge.dc.limit")}
	}
	if amps := on.Dial.MeanAmps; on.Dial.Reachable {
		b.hints["amps armature"] = fmt.Sprintf(expects, unit.Text(amps, "A"))
	}
}
