package dc

import (
	"fmt"
)

// How it is turned round, and stopped.

func reverseByLeads(a [2]string) string {
	return fmt.Sprintf("Exchange the two armature leads only, %s and %s; not the field with them: both together turn "+
		"it the same way.", a[0], a[1])
}

const reverseStanding = "Standing, and dead or by a switch with a catch in its middle: through off, a wait there " +
	"until the shaft stands."

const reverseNamed = "Direction is named facing the shaft end; bump it first, belt off."

func reverseContactors(o *Placed) string {
	return o.Profile.Name + "’s maker has a pair of interlocked contactors for it, with its own wait at a stand."
}

func reverseUnknown(o *Placed) string {
	return "The profile of " + o.Profile.Name + " says nothing of reversing: ask its maker’s sheet first."
}

func reversesItself(o *Placed) string {
	return o.Profile.Name + " turns it round by itself, through its current limit: no switch in the armature leads."
}

const stopFirst = "Stop: the line contactor opens, or the controller's inhibit closes: it gives nothing."

const stopParts = "Then the armature's contact parts it from the controller; it is made for DC."

const stopBrakes = "Last, and never while the controller still feeds, the braking pole lays the resistor across the " +
	"armature."
