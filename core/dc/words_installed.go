package dc

import (
	"fmt"

	"graybridge/core/bridge"
)

// What a plan on a DC controller says for a job.

const waitsForDCPlate = "Enter the plate first: power, armature volts and amps, rpm."

const chooseController = "Choose the controller first."

func exchangeArmature(a [2]string) string {
	return fmt.Sprintf("Exchange the two armature leads, %s and %s, standing and dead; the field stays.", a[0], a[1])
}

const exchangeLine = "Exchanging the two line wires."

const exchangeBoth = "Exchanging armature and field leads both: it turns as before."

const beltOffGuard = "Belt off, guard on what still turns."

const dialUp = "The dial a little up, for a second."

const dialToZero = "Dial to zero, feed off, wait until it stands."

func (w Installed) takeController() string {
	return fmt.Sprintf("Take %s, set its trims in order, then wire it.", w.Profile.Name)
}

const controllerUnread = "The controller's leaflet: only its plate is known here."

// Facts are told of a DC controller whatever the motor.
var Facts = bridge.Facts{
	Title:     "DC controller",
	Noise:     "hums in the armature at twice the line's hertz; brushes rub",
	Cannot:    "brushes wear; no speed beyond its volts",
	Harmonics: "amps cut by the rectifier: strong harmonics, lamps may flicker",
	Residual:  "a residual-current device as the controller's maker says",
	Hours:     [2]int{4, 7},
}
