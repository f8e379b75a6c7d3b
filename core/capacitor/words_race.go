package capacitor

import (
	"fmt"

	"graybridge/core/machine"
)

// What the race of relay and winding says.

const relayHoldsStalled = "Stalled, this relay may hold while the winding burns."

const relayHoldsCure = "Set it lower, put a pole in each motor lead, or fit a thermistor."

func stalledTooLong(heat machine.Heat) string {
	return fmt.Sprintf("That is more than a class %s winding bears for a moment. A relay of class 10, a lower "+
		"setting or a thermistor in the winding lets go sooner; never hold a stalled motor switched on.", heat.Class)
}

const stalledBears = "It bears that for a moment, not often: let it cool before the next try."
