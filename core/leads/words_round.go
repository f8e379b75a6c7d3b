package leads

import (
	"fmt"
	"strings"
)

// What a round of touches says.

const oneNumber = "One number says how many leads there are."

func notAName(w string) string {
	return fmt.Sprintf("%q cannot be one of these names.", w)
}

const touchIs = "A touch is two names and what the meter said."

func (t *Touches) noSuchLead(words []string, i int) string {
	return fmt.Sprintf("%q is no name on these leads: %s.", words[i], strings.Join(t.Tags, " "))
}

const sameLead = "Both probes on the same lead."

func noMeterReading(said string) string {
	return fmt.Sprintf("%q is no reading of a meter.", said)
}

const tapeFirst = "Put a piece of tape with a name on every lead, and say how many there are."

func openYetJoined(b Between) string {
	return fmt.Sprintf("%s and %s were open, yet others join them: touch them again.", b.A, b.B)
}

func (t Touches) frameStop() string {
	return fmt.Sprintf("%s touches the frame: stop. This motor is not fed.", strings.Join(t.Frame, ", "))
}

const frameStopDetail = "A lead with a path to the body puts the line on the body. Dry it, look for a pinched lead " +
	"under the lid, measure again with a 500 V tester; else a rewinder."

func (t Touches) groupingsLeft(healthy [][]int) string {
	return fmt.Sprintf("%s, %d groupings of a healthy motor are still possible.", counted(len(t.All), "touch",
		"touches"), len(healthy))
}

const oneGroupingLeft = "One grouping is left; what was not touched yet is proved now."

const noHealthyMotor = "No healthy motor of this many leads shows these groups: go on until every pair is known."

func leadsOfNoKind(n int) string {
	return fmt.Sprintf("%d leads belong to none of the usual kinds: touch every pair, and look whether some are a "+
		"thermal protector, a brake or a heater.", n)
}

func thisIsAMotor(v *Verdict) string {
	return "This is a motor with " + v.Kind.Title() + "."
}

const threeJoined = "All three are joined inside: one voltage, nothing to rejoin. Whether in star or in delta no " +
	"meter can tell from outside; the plate says."

const threePairs = "Three pairs: three whole coils, both ends out. Star and delta are both open to it."

func threePairsAndStar(v *Verdict) string {
	return fmt.Sprintf("Three pairs and one group of three: the second halves end in a star inside, so %s are T7, T8 "+
		"and T9.", strings.Join(v.Groups[3], ", "))
}

const threeGroups = "Three groups of three: each is a corner of the delta with a coil to either side."

const sixPairs = "Six pairs: six half coils, both ends of each out. Star and delta, high and low, are all open to it."

const twoWindings = "Groups of three without an inner star: part-winding or two speeds."

const twoWindingsDetail = "Two or four groups of three belong to a motor with two windings or two speeds. Only its " +
	"own diagram tells which leads go together: nothing is guessed here."

func readOhmsAgain(g []string) string {
	return fmt.Sprintf(" In %s no pair reads the two others together: read its ohms again.", strings.Join(g, "-"))
}
