package leads

import (
	"fmt"
	"strings"
)

// What the groups of leads say.

func joinsNothing(v *Verdict) string {
	return fmt.Sprintf("%s joins nothing: an open coil, or a touch that missed the metal.", strings.Join(v.Lone, ", "))
}

const joinsNothingDetail = "Scrape the lead's end bright and touch it again with every other. If it stays open, a " +
	"coil or its lead is broken inside: not to be fed; a rewinder."

func unknownGroups(v *Verdict) string {
	return fmt.Sprintf("Groups of %s: none of the kinds that can be planned.", joinInts(sizesOf(v.Groups)))
}

const perhapsProtector = "Two leads more than usual are often a thermal protector: two thin leads that beep, joined " +
	"to no winding. Take them out of the count and enter them as extras."

const specialWindings = "Ten and eighteen leads belong to special windings; only the diagram on the plate or under " +
	"the lid tells."

const lookForMore = "Look for a second winding, two speeds, a protector, a brake coil or a heater. Only its own " +
	"diagram tells; nothing is guessed here."
