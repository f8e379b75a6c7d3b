package drive

import (
	"fmt"

	"graybridge/core/unit"
)

// What ramps and a speed say.

const doesNotComeUp = "It does not come up: the load and its inertia need more than the amps limit gives."

func upAtLeast(r Ramp, most float64) string {
	return fmt.Sprintf("At least %s from standstill to %s; shorter, it reaches its limit of amps and trips or drags.",
		unit.Text(r.Least, "s"), unit.Text(most, "Hz"))
}

func downAtLeast(r Ramp, most float64) string {
	return fmt.Sprintf("At least %s from %s to standstill on its own losses and the load (guide value); shorter, the "+
		"link's volts rise and it trips.", unit.Text(r.Least, "s"), unit.Text(most, "Hz"))
}

func downWithResistor(r Ramp, most float64) string {
	return fmt.Sprintf("At least %s from %s to standstill with the braking resistor (guide value).", unit.Text(r.Least,
		"s"), unit.Text(most, "Hz"))
}

const notCarried = "It does not carry the load there."

const goodAllDay = "Good for running all day."

const forAMinute = "For a minute or so: its cooling carries less."

const overTheLimit = "More than the amps limit gives."
