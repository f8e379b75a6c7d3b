package bringup

import "graybridge/core/unit"

// What stands at each gate. Cautions stand where the hand is.

const (
	whoKey    = "who holds the key"
	whoHand   = "who works at the machine"
	whoSecond = "a second pair of eyes, if there is one"
)

var lockOffSteps = []string{
	"Switch off at the isolator or breaker of this machine. Where there is none that locks, a licensed person " +
		"fits one.",
	"Hang your own lock on it and keep the key. Without a lock: fuses out and in your pocket, and a tag with your " +
		"name.",
	"Tell the others in the shop.",
}

const lockOffNot = "Nothing else is opened until it is locked. Fixed wiring belongs to a licensed person in most " +
	"places."

var proveSteps = []string{
	"Prove the tester on a point that is known to be live.",
	"Here: every line to every other line, and every line to earth. All must show nothing.",
	"Prove the tester on the live point again: it may have died in between.",
}

const proveCaution = "Treat it as live until the third step is done. A tester that cannot be proved proves nothing."

const proveNot = "It is live, or the tester cannot be trusted. Close it, find where it is fed from, and ask a " +
	"licensed person where that is not plain. Do not work on it."

func waitFirst(text string) string {
	return "Wait " + text + ". The resistor that should do it may be broken: waiting is no proof: measure."
}

func measureAt(held string) string {
	if held == "" {
		return "Measure DC volts where the motor is fed, and each of its lines to earth."
	}
	return "Measure DC volts on " + held + "."
}

const shortIt = "Discharge it through a resistor on insulated leads, then short it, then measure again."

const neverShortIt = "Never short it. If it stays up, wait on and measure again."

const standStill = "The shaft must stand still: turned, the motor itself makes volts."

const onlyTheReading = "Enter a reading to go on."

func dischargeReason(limit float64, link bool) string {
	if link {
		return "a link is never shorted; below " + unit.Whole(limit, "V") + " it counts as discharged (guide value)"
	}
	return "what was discharged and shorted keeps next to nothing; " + unit.Whole(limit, "V") + " is what a meter " +
		"may show"
}

const dischargeNot = "Hands off. Wait as long again and measure again; if it does not fall, the resistor is broken: " +
	"discharge through another, on insulated leads."

func dischargeAbove(link bool) Meaning {
	if link {
		return Meaning{Says: []Cause{{Text: "it has not been off for long enough"},
			{Text: "the feed is not off"}}, Next: "Wait on, measure again: it must fall. If it does not, it is " +
			"still fed."}
	}
	return Meaning{Says: []Cause{{Text: "it has not been off for long enough"}, {Text: "the bleed resistor is broken"},
		{Text: "the feed is not off"}}, Next: "Measure again after a minute: it must fall by itself. If it does not, " +
		"the resistor is broken, or it is still fed."}
}

const armatureMakes = "A motor that turns makes volts at its own leads, also with the feed off."

var brushSteps = []string{"Brushes free in their holders, long enough, pressed evenly.",
	"Commutator brown and even, no bars burnt.", "Brush dust sucked out, not blown."}

const brushNot = "Fit brushes of the same size and grade and bed them in; a burnt bar wants a rewinder."

const jointCaution = "Earth first, off last. Only with the lock on and proved dead."

const jointTorque = "Strip to the lug's depth, no strand outside, no insulation under the screw; tighten, then pull " +
	"each wire once."

const jointPhoto = "Take a picture before the lid closes."

const jointNot = "Leave the lid open, and say what does not fit. The plan's Leads bay shows each joint."

var matchSteps = []string{"Read each joint from the card, one by one, and touch it. Better two: one reads, one " +
	"touches.",
	"Nothing is left over, and nothing stands loose."}

const matchNot = "Put right what differs, and go through all of them again."

var ohmSteps = []string{"Short the meter's leads first and take what they show off every reading.",
	"Measure the three pairs at the box, capacitor and drive off, motor cold.",
	"The three agree within 5 %: what they are alike in counts for more than how large they are."}

var armatureSteps = []string{"Short the meter's leads first and take what they show off.",
	"Armature: turn the shaft slowly by hand; the reading wanders a little and never opens.",
	"Field, where there is one: steady."}

const ohmNot = "One pair that differs is a joint that is loose, wrong or missing, or a coil that is not whole. Open " +
	"the box, still locked off, and go through the joints again."

const withinAlike = "within 5 % of each other"

func ohmsReason(part float64) string {
	if part == ohmsAgain {
		return "measured once, the winding warm or cold (copper: 0.4 % a kelvin), and two test leads"
	}
	return "copper estimated from the plate: 45 % either way, and two test leads. More important is that the three " +
		"agree."
}

func ohmsMeaning(above bool) Meaning {
	if above {
		return Meaning{Says: []Cause{{Text: "the test leads or a poor contact stand in the reading"},
			{Text: "other joints than on the card: star in place of delta is three times as much"}},
			Next: "Short the test leads and take them off; then the other two pairs. All three high alike: look at " +
				"the joints. One high: a loose joint."}
	}
	return Meaning{Says: []Cause{{Text: "other joints than on the card: delta in place of star is a third"},
		{Text: "something else still lies across the pair"}},
		Next: "The other two pairs. All three low alike: look at the joints. One low: turns that touch, or something " +
			"left on."}
}

const insulationTest = "500 V from the winding's leads, joined together, to the bare body: wait a minute, read."

const insulationAfter = "Discharge the winding through the tester before touching it."

const insulationCaution = "The tester puts 500 V on the leads. Nobody touches them."

const insulationReason = "1 MΩ with 500 V (guide value; local rules may ask for more)"

const insulationNot = "Do not feed it. Damp: dry it warm for a day and measure again. If it stays, a rewinder."

var insulationBelow = Meaning{Says: []Cause{{Text: "damp, or dirt at the terminals"}, {Text: "a winding that touches " +
	"the body"}}, Next: "Clean and dry the terminals, dry the motor warm, measure again; then lead by lead, joints " +
	"apart."}

func earthTest(body string) string {
	return "Ohmmeter from the " + body + ", bare metal, to the earth of the supply."
}

const earthWiggle = "Wiggle the cable at both ends while reading: it must not jump."

const earthCaution = "Without earth a winding that touches the body makes the body live. Earth is made first and " +
	"taken off last."

const earthReason = "an unbroken earth of a machine's length is well below 1 Ω with test leads (guide value); who " +
	"tests " +
	"installations asks for less"

const earthNot = "Do not feed it. Follow the earth from the body to the panel; a licensed person mends what is fixed."

var earthAbove = Meaning{Says: []Cause{{Text: "paint or rust under the ring"}, {Text: "an earth that is not joined " +
	"somewhere"}}, Next: "From the body to the earth terminal in its own box; then from there to the panel: the part " +
	"that reads high is the one."}

var spinSteps = []string{"Belt off, or uncoupled where that can be done.", "Turn the shaft a few times by hand: " +
	"free, no scraping, no dry bearing.", "What is loose on it is off or tight: key, pulley, set screw."}

const spinCaution = "Still locked off. Fingers out of pulleys and belts."

const spinNot = "New bearings by their number are the cheapest repair. Scraping: the bearing, or the rotor."

const keyedCaution = "Wiring and jumpers only with the feed off and the link dead. Keying needs the feed: lid shut, " +
	"motor not run."

const readBackAll = "Read every one back after a power cycle."

const trimsCaution = "Jumpers with the feed off; trims stand at mains potential: insulated screwdriver."

const relayTest = "Press the relay's test button: the contactor must drop."

const settingsNot = "What cannot be set as the sheet asks is said in the Bridge bay; the drive or relay may be the " +
	"wrong one. Do not run it."

var guardSteps = []string{"Guards on, covers shut, load off, tools away.", "Hands, sleeves and hair clear; eyes and " +
	"ears protected.", "Who else is near knows that it will start.", "Now take your lock off."}

const guardCaution = "It may start the moment it is fed. Rotating parts are guarded, or it is not fed."

const guardNot = "A guard that is missing is made before it turns."

var fieldSteps = []string{"Dial at zero. Feed the controller.", "Measure the volts on the field before the dial is " +
	"turned up."}

const fieldNot = "Off. Without its field the motor runs away: find the open field first."

var idlerSteps = []string{"Every machine off.", "Start the idler as its card says, wait until it is up.", "Rotation " +
	"indicator at this starter: the marked sequence."}

const idlerNot = "Off at once if it hums and does not turn. Wrong sequence: it was spun the other way; stop and " +
	"start it " +
	"right."

var bumpSteps = []string{"Measure the volts at the feed first.", "Belt off. One hand on the stop. Feed it under a " +
	"second.",
	"Watch the shaft end."}

var idlerBumpSteps = []string{"Every machine off and locked off.", "Measure the volts at the feed first.", "Spin it " +
	"the marked way, then close, or with its start capacitor.", "Up within two seconds, or off."}

var driveBumpSteps = []string{"Measure the volts at its input first.", "Belt off. 5 Hz, the shortest run that shows " +
	"it turning.", "Watch the shaft end."}

var dcBumpSteps = []string{"Belt off. Dial a little up, then back to zero.", "Watch the shaft end."}

const bumpNot = "Off. Humming and standing: the third line is missing or too weak. Breaker at once: a wrong joint. " +
	"Lock off before the box is opened."

func directionSteps(turns string) []string {
	if turns == "" {
		return []string{"Facing the shaft end, say which way it turned.", "The wanted direction was not said: say it " +
			"in the Load bay."}
	}
	return []string{"Facing the shaft end: wanted is " + turns + ".", "Compare with the mark on the machine itself."}
}

const directionNot = "Lock off, prove dead, discharge; then change it as the Leads bay says, and bump again. Never " +
	"by reversing at speed."

const directionCaution = "Some machines break or throw things when they run backward: not coupled before this is " +
	"settled."

var freeSteps = []string{"Run it free for a few minutes and read what is asked.", "Listen; a screwdriver's handle at " +
	"the ear, its tip at the bearing.", "Note vibration with the hand or a meter."}

const freeNot = "Off, lock off. What it usually means stands beside the reading."

var coupledSteps = []string{"Lock off. Belt on, tension and line right, guard back on. Only then take the lock off.",
	"Run it coupled without work for a few minutes."}

const coupledNot = "Off, lock off. Belt too tight, out of line, or the machine itself is stiff: turn it by hand."

var loadedSteps = []string{"Give it its usual work. Read everything once it is steady.",
	"Watch a lamp on the same circuit at the start: how far does it dip?"}

const loadedNot = "Off before it gets hot. Less load, or what the readings say; an unloaded half hour proves nothing " +
	"about heat."

var hourSteps = []string{"The air first. Then the frame every ten minutes, always at the same spot.",
	"It is not left alone on the first day."}

const hourNot = "Off when the forecast stands above the limit. Less load, more air, or another bridge."

const hotCaution = "A frame of 60 °C burns the skin within seconds: thermometer, not fingers."

var retorqueSteps = []string{"After the first hours: lock off, prove dead, discharge.", "Every terminal once more to " +
	"its torque; pull each wire.", "Belt tension and set screws too."}

const retorqueNot = "A terminal that keeps coming loose wants another lug or a spring washer; a strand was outside it."

const shakeReason = "RMS velocity of a small machine on a firm base (guide value)"

var shakeAbove = Meaning{Says: []Cause{{Text: "out of balance, out of line, or a soft foot"}, {Text: "a bearing"},
	{Text: "a resonance near this speed"}}, Next: "Belt off and once more: still shaking is the motor itself. Switch " +
	"off and listen while it runs down: what stops at once is electrical."}

func dipReason(share float64) string {
	if share <= 0 {
		return "the line's own ohms are not known: nothing is said of its dip"
	}
	return "the plan's line dips by " + unit.Percent(share) + " at the start; the eye sees 3 % (guide value)"
}

// nothingNear is said where no cause that was solved brings the reading near.
const nothingNear = "none of the usual causes brings it near"

const nothingNearNext = "Read it once more, at the same place, with the range looked at. If it stays, write down " +
	"every reading you can and stop here."

// slipOf asks whether a reading is a slip of the pen or of the meter's range.
func slipOf(times float64, more bool) string {
	way := "small"
	if more {
		way = "large"
	}
	return "a slip of the pen or the meter's range: it is about " + unit.Plain(times) + " times too " + way
}

var wordsMeaning = map[string]Meaning{
	"dip": {Says: []Cause{{Text: "the line is longer or thinner than was entered"}, {Text: "the start takes longer " +
		"than it should"}}, Next: "Volts at the outlet during a start; then the feeder's length and size."},
	"spin": {Says: []Cause{{Text: "a dry or worn bearing"}, {Text: "a bent shaft or a rotor that touches"}},
		Next: "Belt off and once more: still rough is the motor, not the machine."},
	"direction": {Says: []Cause{{Text: "two of its lines are the other way round"}, {Text: "humming: the third line " +
		"is missing or too weak"}}, Next: "Switch off. Then check the capacitor's wires first."},
	"sound": {Says: []Cause{{Text: "humming: uneven windings, or it does not come up"}, {Text: "rumbling: a bearing"},
		{Text: "squealing: the belt, or a dry bearing"}, {Text: "knocking: a key, a coupling, a broken bearing"},
		{Text: "whining: the drive's carrier"}}, Next: "Switch off and listen while it runs down: what stops at once " +
		"is electrical, what stays is mechanical."},
}

const ownSpread = "the model's own spread: plate rounding, locked amps ±20 %, iron 12 to 30 %, capacitor ±5 %, line " +
	"±3 %, and the meter's error"

func saysWords(at Standing, words string) string {
	switch at {
	case Inside:
		return "As expected: " + words + "."
	case Above:
		return "Not as expected: " + words + "."
	}
	return "Noted: " + words + "."
}

// says is the sentence of a reading.
func (t *Take) says(at Standing, text string) string {
	switch at {
	case Inside:
		return text + " lies inside " + t.Band + "."
	case Above:
		return text + " lies above " + t.Band + "."
	case Below:
		return text + " lies below " + t.Band + "."
	case FarAbove:
		return text + " lies far above " + t.Band + ": stop and look before it goes on."
	case FarBelow:
		return text + " lies far below " + t.Band + ": stop and look before it goes on."
	}
	return text + " noted: nothing was expected here."
}

// apart is what is taken off before a tester is put on the winding, and short for the card.
func (g Ground) apart() (do, short string) {
	switch {
	case g.Link:
		return "Take the motor's leads off the drive: a tester breaks it.", "drive off the leads"
	case g.Bridge == "dc":
		return "Take the motor's leads off the controller: a tester breaks it.", "controller off the leads"
	case g.Bridge == "rotary":
		return "Take the cans off their lines.", "cans off"
	}
	return "Take the capacitor off.", "capacitor off"
}
