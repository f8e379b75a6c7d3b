package dc

import (
	"fmt"
	"math"

	"graybridge/core/unit"
)

// By what a trim is known to stand right.

const deadFirst = "Feed off, locked and proved dead."

const placePrinted = "Its place is printed on the board beside the pins."

const markingScales = "Its marking; it scales limit and IR."

const justStands = "The shaft just stands, without creeping."

func tachometerLoaded(o *Placed) string {
	return fmt.Sprintf("A tachometer shows about %s under the usual load.", unit.Whole(o.Chosen.LeastRPM, "rpm"))
}

func tachometerFree(d *Duty, s *Trimmed) string {
	return fmt.Sprintf("A tachometer shows about %s, belt off.", unit.Whole(d.Speed(s.MostVolts, s.PerAmp, s.IdleAmps),
		"rpm"))
}

const watchUp = "A watch: from a turned-up dial to full speed."

func coastsLonger(o *Solved) string {
	return fmt.Sprintf("It cannot pull the motor down: coasting alone takes %s.", secondsText(coast(o)))
}

const brakesItself = "It brakes the motor itself, back into the line: a watch from full speed to rest."

const ammeterStays = "The ammeter stays there as the dial goes up. No longer than a second at a time: a standing " +
	"commutator burns under its brushes."

const heldByABar = "The shaft is held by a bar in a keyed hub against the bench, never by hand or glove."

func halfSpeed(d *Duty, s *Trimmed) string {
	return fmt.Sprintf("Half speed: load on, load off; the speed stays within %s. Where it hunts, back it off.",
		unit.Percent(math.Abs(d.Sag(d.RPM/2, d.Load.Usual, s.PerAmp))))
}
