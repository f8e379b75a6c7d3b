package plan

import (
	"fmt"

	"graybridge/core/leads"
	"graybridge/core/unit"
)

// What a way to join the leads says.

const ownVolts = "Each coil sees its own volts."

func (w *reading) reducedPower(r leads.Reach) string {
	return fmt.Sprintf("Reduced power: torque goes with the square of the volts, about %s of it. Right on %s.",
		unit.Percent(r.Ratio*r.Ratio), unit.Whole(w.site.Feed.Volts/r.Ratio, "V"))
}

func (w *reading) tooManyVolts(r leads.Reach) string {
	return fmt.Sprintf("Too many volts: the iron saturates and the winding burns. Right on %s: a transformer down "+
		"would make it possible.", unit.Whole(w.site.Feed.Volts/r.Ratio, "V"))
}

func capsOfWires(l *LeadsPlan, what string, wires []int) string {
	return fmt.Sprintf("%d %s of %d wires each.", len(l.Caps), what, wires[0])
}

func (w *reading) linesPermanently() string {
	return " Permanently: " + w.site.Wanted.Print(w.site.Hand.Naming) + "; on a drive the same three lines go to its " +
		"output, with no contactor between."
}

func (w *reading) belongsToSix() string {
	return " It belongs to six leads; this job has " + w.site.Hand.Kind.Title() + ": look again."
}
