package drive

import (
	"fmt"

	"graybridge/core/bridge"
	"graybridge/core/unit"
)

// What a plan on a drive says for a job.

func (w Installed) takeDrive() string {
	if w.Profile.ID == ByPlate {
		return "Set your drive, then wire it."
	}
	return fmt.Sprintf("Take %s, key its settings, then wire it.", w.Profile.Name)
}

func (w Installed) benchStanding() string {
	return "The motor on its drive at " + unit.Text(w.Hertz, "Hz") + ", standing."
}

const exchangeMotorWires = "Exchange any two of the drive's three motor wires, dead and proved dead; or the " +
	"direction command, where reverse is allowed."

const exchangeInput = "Exchanging the two wires at the drive's input."

const fiveHertz = "The drive at five hertz, its shortest run command."

const waitForLink = "Wait until it stands; feed off, wait for the link."

const leafletUnread = "The drive's leaflet: only its plate is known here."

// noCodeYet stands where a drive's code is to be filled in by hand.
const noCodeYet = "____"

// driveNamed is a drive among the parts.
func driveNamed(p *Profile) string {
	if p.ID == ByPlate {
		return p.Name
	}
	return "Drive " + p.Name
}

// Facts are told of a drive whatever the motor.
var Facts = bridge.Facts{
	Title:     "Drive",
	Noise:     "whines at its carrier's kilohertz; its fan runs",
	Cannot:    "one motor a drive; no switching between drive and motor; no breaker as a daily switch",
	Harmonics: "amps in short peaks: strong third and fifth harmonics, less with a reactor",
	Residual: "a residual-current device that smooth DC does not blind: type B, or as the drive's " +
		"maker says",
	Hours: [2]int{4, 7},
}
