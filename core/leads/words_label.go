package leads

import (
	"fmt"
)

// What finding starts and finishes says.

const noLowVolts = "This is no low voltage for finding starts and finishes."

const ohmsFirst = "The ohms of each group of three come first: they tell its corner lead."

func labellingsLeft(clean int, out Labelling) string {
	return fmt.Sprintf("%d of %d labellings agree with every reading.", clean, out.Classes)
}

func readingsContradict(e Experiment) string {
	return fmt.Sprintf("The readings contradict each other: one of them is false. Repeat %s.", e)
}

const oneLabelling = "One labelling agrees with every reading; one more proves it against a slip of the hand."

const twoContradict = "Two readings or more contradict the rest: take the readings away and begin again, probes " +
	"first held together."

const noFurtherReading = "No further reading tells the rest apart by this method; the other method may."

const everyLeadNamedSleeves = "Every lead has its name: write the sleeves."

func (out *Labelling) oneWasFalse() string {
	return fmt.Sprintf("Every lead has its name. The reading “%s” was false: all others agree without it.", out.False)
}

const noReading = "This is no reading."

func noSuchLeadName(unknownTag string) string {
	return fmt.Sprintf("%q is no name on these leads.", unknownTag)
}

const voltsUpDown = "The reading is volts, or up, down or still."

const flickOnOne = "A flick is read on one pair alone, not in series."
