package fit

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

const (
	sameBolts    = "the bolts fit"
	faceDiffers  = "other bolts: an adapter ring, or another face"
	sameHeight   = "stands at the same height"
	sameHoles    = "the holes fit"
	sameShoulder = "the shaft begins at the same place"
	sameShaft    = "as before"
	sameLength   = "as before"
	sameKey      = "the key fits"
	sameThread   = "the end bolt fits"
	sameBox      = "the cable reaches as it did"
	sameOverall  = "takes the same room"
	weighIt      = "not known: weigh it or read it from its sheet before it is lifted"
	whoLifts     = "who lifts is not noted"

	threadDiffers = "another end bolt and washer"

	keepFace  = "Face bolts"
	keepBolts = "Foot bolts and their holes"
	keepKey   = "Key and keyway"

	getHoles = "New foot holes, marked from the motor itself on a loose trial: a hole that would run into an old " +
		"one wants an adapter plate instead"
	getReach = "Cable that reaches the other side, and its gland"
)

const takesByTable = "Takes, the other's amps by the code table"

func notKnown(before, after bool) string {
	switch {
	case before && after:
		return "neither is known"
	case before:
		return "the old one's is not known"
	}
	return "the new one's is not known: measure"
}

func getFace(before, after float64) string {
	return fmt.Sprintf("Adapter ring from a bolt circle of %s to %s", unit.Text(before, "mm"), unit.Text(after, "mm"))
}

func packs(mm float64) string { return unit.Text(mm, "mm") + " of packing under the feet" }

func getPacking(mm float64) string {
	return fmt.Sprintf("Packing plates of %s under both pairs of feet, and bolts so much longer", unit.Text(mm, "mm"))
}

func tooHigh(mm float64) string {
	return unit.Text(mm, "mm") + " too high: its base goes down, or the other half comes up"
}

func tooHighBelt(mm float64) string {
	return unit.Text(mm, "mm") + " higher: the belt takes it up, if its tension still can be set"
}

func getLower(mm float64) string {
	return fmt.Sprintf("A base that stands %s lower, or the machine raised by it", unit.Text(mm, "mm"))
}

func holesMove(d float64) string {
	way := "outward"
	if d < 0 {
		way = "inward"
	}
	return fmt.Sprintf("each hole moves %s %s", unit.Text(math.Abs(d)/2, "mm"), way)
}

func shoulderMoves(d float64) string {
	way := "further out"
	if d < 0 {
		way = "further in"
	}
	return fmt.Sprintf("on the same holes the shaft begins %s %s: the sheave moves on it, or the holes move",
		unit.Text(math.Abs(d), "mm"), way)
}

func shaftDiffers(d float64) string {
	if d > 0 {
		return unit.Text(d, "mm") + " thicker: what sits on it must be bored out or bought"
	}
	return unit.Text(-d, "mm") + " thinner: what sits on it needs a sleeve, or another is bought"
}

func boreDiffers(d float64) string {
	if d > 0 {
		return "smaller than the shaft by " + unit.Text(d, "mm")
	}
	return "greater than the shaft by " + unit.Text(-d, "mm")
}

func sameBore(hub string) string { return "fits " + hub }

func lengthDiffers(d float64) string {
	if d < 0 {
		return fmt.Sprintf("%s shorter: does the hub still sit over its whole length?", unit.Text(-d, "mm"))
	}
	return unit.Text(d, "mm") + " longer: nothing behind may touch it"
}

func keyDiffers(d float64) string {
	if d > 0 {
		return "wider by " + unit.Text(d, "mm") + ": the keyway is cut wider, or a stepped key"
	}
	return "narrower by " + unit.Text(-d, "mm") + ": a stepped key"
}

func overallDiffers(d float64) string {
	if d > 0 {
		return unit.Text(d, "mm") + " longer: is there room behind it, for air as well?"
	}
	return unit.Text(-d, "mm") + " shorter"
}

func boxMoves(to Side) string {
	return "on the " + string(to) + " now: does the cover clear, does the cable reach?"
}

func liftedBy(who string) string { return "lifted by " + who }

func hubName(c Coupling) string {
	switch c {
	case Direct:
		return "the coupling half"
	case Stub:
		return "the tool's hub"
	}
	return "the pulley"
}

func keepHub(hub string, mm float64) string {
	return fmt.Sprintf("%s, bore %s", finding.Upper(hub), unit.Text(mm, "mm"))
}

func getBore(hub string, from, to float64) string {
	return fmt.Sprintf("%s bored from %s to %s, if its hub's wall allows, else another", finding.Upper(hub),
		unit.Text(from, "mm"), unit.Text(to, "mm"))
}

func getSleeve(hub string, from, to float64) string {
	return fmt.Sprintf("A sleeve from %s to %s (wall %s), or another for %s", unit.Text(to, "mm"),
		unit.Text(from, "mm"), unit.Text((from-to)/2, "mm"), hub)
}

func getKey(slot, shaft float64) string {
	return fmt.Sprintf("A stepped key: %s in the hub, %s in the shaft; or the hub's keyway cut to it",
		unit.Text(slot, "mm"), unit.Text(shaft, "mm"))
}

func getThread(m int) string { return fmt.Sprintf("An end bolt M%d with its washer", m) }

func moreOrLess(share float64) string {
	switch {
	case math.Abs(share) < 0.005:
		return "the same"
	case share > 0:
		return unit.Percent(share) + " more"
	}
	return unit.Percent(-share) + " less"
}

func speedChange(share float64) string {
	switch {
	case math.Abs(share) < 0.02:
		return "about the same"
	case share > 0:
		return unit.Percent(share) + " faster: sheaves, or less hertz"
	}
	return unit.Percent(-share) + " slower: sheaves, or more hertz"
}

func (c *comparison) sayRoom() finding.Finding {
	f := finding.Finding{ID: "fit.room", Bay: finding.Motor, Grade: finding.Good,
		Sentence: "The new motor's length goes into the room that was measured.",
		Figure:   unit.Text(c.New.Overall.MM, "mm"), Limit: unit.Text(c.RoomMM, "mm"),
		Measure: finding.Against(c.New.Overall.MM, finding.AtMost, c.RoomMM, "mm"),
		Why: []finding.Why{{Formula: "overall length ≤ room", Section: finding.OnFitting, Source: "both as you " +
			"measured them"}},
		Entries: []string{"fit.room"}}
	if c.New.Overall.MM > c.RoomMM {
		f.Grade = finding.Caution
		f.Sentence = fmt.Sprintf("The new motor is %s longer than the room for it.",
			unit.Text(c.New.Overall.MM-c.RoomMM, "mm"))
		f.Detail = "Turned round, set further along, or another: before anything is bought."
	}
	return f
}

func sayFouls() finding.Finding {
	return finding.Finding{ID: "fit.tried", Bay: finding.Motor, Grade: finding.Caution,
		Sentence: "Tried loosely, the new motor fouls something: clear it before a hole is drilled.",
		Detail: "The terminal cover, the fan's cowl and the cable's bend are what usually touch. A box can often be " +
			"turned by a quarter.", Entries: []string{"fit.tried"}}
}

func (c *comparison) sayHeight() finding.Finding {
	d := c.New.Height.MM - c.Old.Height.MM
	f := finding.Finding{ID: "fit.height", Bay: finding.Motor, Grade: finding.Caution,
		Sentence: fmt.Sprintf("Shaft to shaft, the new motor stands %s too low: pack it to the line.",
			unit.Text(-d, "mm")),
		Figure: unit.Text(c.New.Height.MM, "mm"), Limit: unit.Text(c.Old.Height.MM, "mm"),
		Detail: "A coupling takes up a fraction of a millimetre; its maker says how much. Out of line it shakes " +
			"bearings loose.", Entries: []string{"fit.coupling"},
		Why: []finding.Why{{Formula: "new shaft height − old", Section: finding.OnFitting, Source: "frame tables " +
			"and measures"}}}
	if d > 0 {
		f.Sentence = fmt.Sprintf("Shaft to shaft, the new motor stands %s too high: its base must go down.",
			unit.Text(d, "mm"))
	}
	return f
}

func (c *comparison) sayGets() finding.Finding {
	return finding.Finding{ID: "fit.gets", Bay: finding.Motor, Grade: finding.Note,
		Sentence: fmt.Sprintf("Not all of the old motor's mounting fits the new one: %s to be bought, bored or "+
			"drilled.",
			things(len(c.v.Gets))),
		Detail: strings.Join(c.v.Gets, ". ") + ".", Planning: true,
		Why: []finding.Why{{Formula: "new − old, each dimension", Section: finding.OnFitting,
			Source: strings.TrimPrefix(
				c.Old.Source+"; "+c.New.Source, "; ")}}}
}

func things(n int) string {
	if n == 1 {
		return "one thing is"
	}
	return fmt.Sprintf("%d things are", n)
}

func saySizes(frame string, other bool) finding.Finding {
	entry := "fit.this.height"
	if other {
		entry = "fit.other.height"
	}
	return finding.Finding{ID: "fit.sizes", Bay: finding.Motor, Grade: finding.Open,
		Sentence: fmt.Sprintf("Frame %s is not in the tables here: measure its shaft height, feet and shaft.", frame),
		Detail:   "Older and special frames have sizes of their own, and nothing is computed for them.",
		Entries:  []string{entry}}
}

func (c *comparison) sayOpen() finding.Finding {
	return finding.Finding{ID: "fit.open", Bay: finding.Motor, Grade: finding.Open,
		Sentence: "Nobody has looked at all of the new motor's fit yet: " + listed(c.v.Open) + ".",
		Detail:   "A frame's size is no full guarantee. Try it loosely, cover on, before a hole is drilled.",
		Entries:  []string{"fit.tried"}}
}

// listed joins what is open, at most four by name.
func listed(all []string) string {
	names := make([]string, 0, 4)
	for i, s := range all {
		if i == 4 {
			return strings.Join(names, ", ") + fmt.Sprintf(" and %d more", len(all)-4)
		}
		names = append(names, finding.Lower(s))
	}
	return strings.Join(names, ", ")
}

// The steps of the mechanical work.

const (
	doLock = "Lock off, prove dead (known live, here, known live again), discharge what holds a charge."
	doNote = "Photograph the old motor's box, belt run and every dimension while it still stands; chalk the " +
		"direction on the machine."
	doBeltOff  = "Slack the belt and take it off; never lever it over the sheave."
	doUncouple = "Part the shaft from what it drives; hold what could fall or run back."
	doLeadsOff = "Take the supply leads off, earth last, and mark each."
	doTry      = "Set the new motor in loosely with its cover on: does box, cover, cowl or cable touch anything?"
	doDrill    = "Mark the new foot holes from the motor itself, take it out, drill; no swarf near the windings."
	doFace     = "Fit the adapter ring to the machine's face."
	doGland    = "Turn the terminal box to the side that the cable reaches; gland and its thread fit the cable?"
	doThread   = "Thread the belts over before the motor closes their way."
	doSeat     = "Set the motor in, bolts finger tight."
	doTension  = "Tension by the belt maker's force and deflection."
	doTighten  = "Tighten crosswise, then look at the line and the tension again."
	doLand     = "Earth first, then the joints as the card says; gland tightened last."
	doByHand   = "Turn it by hand a whole round: nothing scrapes, nothing draws in."
	doGuard    = "Guards back on."
	doAfter    = "After the first hours: bolts, set screws, belt and terminals once more, locked off."
)

func (c *comparison) doLiftOut() string {
	text := "Lift the old motor out"
	if c.Old.Kilograms > 0 {
		text += " (" + unit.Text(c.Old.Kilograms, "kg") + ")"
	}
	if who := strings.TrimSpace(c.Lifts); who != "" {
		return text + ": " + who + ", or a hoist by its eye."
	}
	return text + ": two people or a hoist by its eye; keep the key and what came loose."
}

func doHubOff(hub string) string {
	return "Pull " + hub + " off the old shaft with a puller, set screws out first."
}

func doBore(c *comparison) string {
	if c.bore {
		return "Bore and key " + hubName(c.Coupling) + " for the new shaft before it is needed."
	}
	return "Fit the sleeve into " + hubName(c.Coupling) + "."
}

func doHubOn(hub string, thread int) string {
	text := "Key, " + hub + " and thread-lock on the new shaft before it is mounted"
	if thread > 0 {
		text += fmt.Sprintf(", drawn on by the M%d in its end, not driven", thread)
	}
	return text + "."
}

func (c *comparison) doPacking() string {
	return "Lay " + packs(c.Old.Height.MM-c.New.Height.MM) + ", the same under all four."
}

func (c *comparison) doLower() string {
	return "Bring the base down by " + unit.Text(c.New.Height.MM-c.Old.Height.MM, "mm") + "."
}

func doAlign(c Coupling) string {
	switch c {
	case Direct:
		return "Align both halves of the coupling: rim and face, at four places round."
	case Stub:
		return "Check that what sits on the shaft runs true and clears all round."
	}
	return "Align: a straightedge across both sheaves touches four rims."
}
