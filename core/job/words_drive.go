package job

import (
	"fmt"

	"graybridge/core/unit"
)

// What a plan on a drive says for a job.

func (w onDrive) takeDrive() string {
	return fmt.Sprintf("Take %s, key its settings, then wire it.", w.Profile.Name)
}

func (w onDrive) benchStanding() string {
	return "The motor on its drive at " + unit.Text(w.Hertz, "Hz") + ", standing."
}

const exchangeMotorWires = "Exchange any two of the drive's three motor wires, dead and proved dead; or the " +
	"direction command, where reverse is allowed."

const exchangeInput = "Exchanging the two wires at the drive's input."

const fiveHertz = "The drive at five hertz, its shortest run command."

const waitForLink = "Wait until it stands; feed off, wait for the link."
