package dc

import (
	"fmt"

	"graybridge/core/unit"
)

// What is said of a controller that is known by its plate alone.

const (
	plateExample   = "IN 230 V AC ARM 180 V DC 10 A FLD 200 V DC"
	plateOfDrive   = "This is the plate of a drive for three-phase motors: it turns no brushed motor."
	noArmatureAmps = "The armature's amps are missing, like “ARM 180 V DC 10 A”."

	byItsPlate = "Judged by what stands on it. What its leaflet says is not known yet."
	notSaid    = "its enclosure is not known"
	earthScrew = "its earth screw"
	byTheMeter = "by the meter"
	takenField = "a field of 1 A at most"
	takenRest  = "a rectifier that is fired late (form factor 1.4), controls at mains potential, one direction only"
	wantScrews = "Two different letters or names, one for each screw."

	whichScrews       = "What stands beside the armature's two screws of your controller?"
	whichScrewsDetail = "Look at the board, dead and locked. Until then the wiring names the screws by what they " +
		"are for."
	judgedByPlate    = "Your controller is judged by its plate; the rest is usual of such controllers."
	plateClashDetail = "Read the plate again. Until it agrees, the figure that cannot be is left out."

	threeInput       = "Your controller wants three phases at its input: it has no supply here."
	threeInputDetail = "A controller for one phase, or a converter that makes three phases ahead of it."
)

// The screws by what they are for.
var (
	lineScrews     = []string{"line screw 1", "line screw 2"}
	armatureScrews = []string{"armature screw +", "armature screw −"}
	fieldScrews    = []string{"field screw +", "field screw −"}
)

func yourController(volts, amps float64) string {
	return fmt.Sprintf("Your %s, %s controller", unit.Whole(volts, "V"), unit.Text(amps, "A"))
}

func takenRange(in InputRange) string {
	return fmt.Sprintf("%s to %s at its input", unit.Plain(in.Least), unit.Whole(in.Most, "V"))
}

func armatureClash(in InputRange) string {
	return fmt.Sprintf("Its plate disagrees with itself: a rectifier makes no %s for the armature of %s.",
		unit.Whole(in.Armature, "V"), unit.Whole(in.Most, "V"))
}

func inputClash(amps float64, in InputRange, armature float64) string {
	return fmt.Sprintf("Its plate disagrees with itself: %s at its input cannot feed %s at %s.",
		unit.Text(amps, "A"), unit.Text(armature, "A"), unit.Whole(in.Armature, "V"))
}

// trimNamed is a trim by what it does.
func trimNamed(t Turn) string {
	return map[Turn]string{TurnLeast: "Least speed", TurnMost: "Most speed", TurnUp: "Ramp up",
		TurnDown: "Ramp down", TurnLimit: "Limit of amps", TurnIR: "Speed held under load (IR)"}[t]
}
