package rotary

import (
	"fmt"

	"graybridge/core/unit"
)

// shopping is what an idler must have where it is bought. least is the smallest standard size that serves; empty: none
// does.
func shopping(least string, volts float64, american bool) []string {
	size := "Size: none of the standard sizes serves alone; look under “with limits” before you buy."
	if least != "" {
		size = fmt.Sprintf("Size: %s or the next above. A smaller one lets the made line sag.", least)
	}
	wound := fmt.Sprintf("Three-phase, %s among its volts, “230/400” with six ends in the box.",
		unit.Whole(volts, "V"))
	if american {
		wound = fmt.Sprintf("Three-phase, %s among its volts: 208-230/460 with nine leads, or 230 alone.",
			unit.Whole(volts, "V"))
	}
	return []string{size, wound,
		"Four poles (about 1430 rpm at 50 Hz, 1740 rpm at 60 Hz), feet, a shaft that may be covered. No brake in it.",
		"Used: turn the shaft by hand: even, without play or a grating noise. Smell the box: burnt varnish is the " +
			"end of it.",
		"Used: three equal ohms between its leads (5\u00a0% apart at most); at home " +
			"no less than 1\u00a0MΩ to the frame at " +
			"500 V.",
		"Beside it: the cans in the table, a start capacitor or a rope, a breaker, a contactor with a relay, a guard."}
}
