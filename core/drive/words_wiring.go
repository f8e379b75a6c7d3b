package drive

import (
	"fmt"

	"graybridge/core/unit"
)

// What is never wired, and the steps of an inspection.

const neverSupply = "The supply on the motor's terminals: it bursts at once."

const neverBetween = "Capacitors, a start relay or a contactor that switches while it runs, between drive and motor."

const neverTwo = "Two drives' outputs together, or the output to earth or neutral."

const neverControl = "Control wires in the motor's conduit, or any other low volts there."

const (
	stepNote   = "from the breaker through a lockable isolator; its core and case to earth"
	outputNote = "a contact of its own (relay); else look whether output and drive suit each other"
	signalNote = "shielded pair apart from the motor cable, shield on at the drive only"
)

const neverFloating = "The heat sink left floating: measure it to earth, and earth it."

func waitDead(wait string) string {
	return "Feed off and locked. Wait " + wait + ", then measure across its link or terminals."
}

const waitDeadSee = "Under 50 V, and falling."

const waitDeadCare = "The link holds several hundred volts after the feed is off."

const lidOff = "Plate read, lid off: burst cans, burnt smell, loose screws, dust blown out."

const lidOffSee = "Nothing burst, every screw tight."

const earthToSink = "Ohms from the earth terminal to the bare heat sink."

func earthToSinkSee(p *Profile) string {
	return "Under 1 Ω. Open: " + first(p.FloatingSink, "this kind leaves it floating; earth it with its own ring.",
		"earth it with its own ring.")
}

const lineToMotor = "Ohms from each line terminal to each motor terminal."

const lineToMotorSee = "Open, or very many: no short."

const ownDial = "Ohms of its own dial, end to end, and turning."

func ownDialSee(p *Profile) string {
	return fmt.Sprintf("%s to %s, without jumps.", unit.Plain(p.PotOhm.Least), unit.Plain(p.PotOhm.Most)+unit.Space+"Ω")
}

const keypadLead = "The keypad's lead pin to pin."

const keypadLeadSee = "Each pin to its own, none to its neighbour."

const inputVolts = "The greatest input volts on its plate, and the wall's."

func inputVoltsSee(p *Profile, line float64) string {
	return fmt.Sprintf("It says %s to %s; the wall has %s.", unit.Plain(p.Input.Volts.Least),
		unit.Whole(p.Input.Volts.Most, "V"), unit.Whole(line, "V"))
}

func displayFollows(p *Profile) string {
	return "The display follows: " + p.Displays[0] + " at the end."
}

const firstPower = "First power without motor, lid shut, hands away."

func displayShows(p *Profile) string {
	return "The display lights and shows " + firstOf(p.Displays) + "; no smell, no hum."
}

const lampLights = "The lamp lights; no smell, no hum."

const standAside = "Stand aside: an old link can burst."

const everyMode = "Go through every display mode."

const readCodes = "Read every code of the sheet and note what stood there."

const readCodesSee = "The defaults of the sheet; what differs was not reset: it is keyed."
