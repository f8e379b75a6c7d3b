package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// figures are what the bridge does; mark says whether they lean on an
// estimate.
func figures(a Answer, m *machine.Model, heat machine.Heat, mark finding.Mark) []finding.Figure {
	computed := func(id, name string, value float64, text, note string) finding.Figure {
		if math.IsInf(value, 0) || math.IsNaN(value) { // what it cannot carry has no figure
			value = 0
		}
		return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: mark}
	}
	out := []finding.Figure{
		computed("continuous", "Good all day to", a.Continuous, unit.Percent(a.Continuous),
			unit.Text(a.Continuous*m.ShaftWatts/1000, "kW")+", no winding over its rated amps"),
	}
	if a.FullRuns {
		full := computed("full", "At full load", 0, "all day", "every winding inside its rated amps there")
		if a.Continuous < 1 {
			full.Note = "there; not at every load below"
		}
		if coil, share := a.Full.WorstCoil(); share > 1 {
			full.Value = heat.Minutes(machine.Strain{}, a.Full.Strain())
			full.Text, full.Mark = minutesText(full.Value), finding.Estimated
			full.Note = fmt.Sprintf("from cold, guide value: winding %s at %s of rated amps", coil, unit.Percent(share))
			if math.IsInf(full.Value, 1) {
				full.Value, full.Text = 0, "warm"
				full.Note = fmt.Sprintf("winding %s at %s of rated amps, the others cooler: it settles at %s of the "+
					"heat allowed, guide value", coil, unit.Percent(share), unit.Percent(heat.Settled(a.Full.Strain())))
			}
			full.Why = []finding.Why{site.HeatWhy(heat, full.Text)}
		}
		out = append(out, full)
	} else {
		out = append(out, computed("full", "At full load", 0, "stalls", "it does not carry rated torque"))
	}
	if a.UsualRuns {
		coil, share := a.Usual.WorstCoil()
		out = append(out,
			computed("worst", "Worst winding", share, unit.Percent(share), coil+" at your load, of rated amps"),
			computed("supply", "Supply line", abs(a.Usual.SupplyAmps), unit.Text(abs(a.Usual.SupplyAmps), "A"),
				"power factor "+unit.Three(a.Usual.PowerFactor)),
			computed("corner", "Volts of the made line", a.Usual.CornerToL1, unit.Whole(a.Usual.CornerToL1, "V"),
				"to L1; "+unit.Whole(a.Usual.CornerToL2, "V")+" to L2"),
			computed("speed", "Speed", a.Usual.RPM, unit.Whole(a.Usual.RPM, "rpm"),
				unit.Text(a.Usual.ShaftWatts/1000, "kW")+" at the shaft"),
			computed("heat", "Copper heat", a.Usual.CopperShare, unit.Percent(a.Usual.CopperShare),
				"of what the plate allows"))
	}
	class := "no class fits"
	if a.Class > 0 {
		class = fmt.Sprintf("and %s at worst; buy %s or more", unit.Text(a.CapacitorAmps, "A"),
			unit.Whole(a.Class, "V"))
	}
	out = append(out,
		computed("capacitor", "Capacitor", a.WorstVolts, unit.Whole(a.WorstVolts, "V"), class),
		computed("can", "Its ±5 %", max(a.CanLow, a.CanHigh), unit.Percent(a.CanLow)+" to "+unit.Percent(a.CanHigh),
			"worst winding, load and idle, low can to high can"),
		computed("start", "Start torque", a.StartTorque, unit.Percent(a.StartTorque), "of rated, run capacitor alone"),
		computed("start-amps", "Start takes", a.StartSupplyAmps, unit.Text(a.StartSupplyAmps, "A"),
			"from the line, at standstill"))
	return out
}

// minutesText prints minutes of running until a winding is hot.
func minutesText(minutes float64) string {
	switch {
	case math.IsInf(minutes, 1):
		return "as long as it likes"
	case minutes > site.Shift:
		return "over five hours"
	}
	return site.MinutesText(minutes)
}

// OwnAmps are the windings whose amps are others than those of the leads, and can be clamped by
// themselves: three whole ones, not joined in star. ok is false where there are none such.
func (o *Read) OwnAmps(p Point) (out []Winding, ok bool) {
	if o.Site.Hand.Kind.Halved() || len(p.Windings) != 3 {
		return nil, false
	}
	for i, l := range p.LeadAmps(o.CornerTo) {
		if math.Abs(abs(p.Windings[i].Amps)-l) > ownAmps*l {
			return p.Windings, true
		}
	}
	return nil, false
}

// ownAmps is by how much of a lead's amps a winding's differ that are its own.
const ownAmps = 0.03
