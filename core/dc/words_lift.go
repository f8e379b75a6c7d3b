package dc

import (
	"fmt"

	"graybridge/core/unit"
)

// What is said of a profile that does not say everything, and of a controller that is simulated from it.

const (
	liftedPot       = "a potentiometer of 5 kΩ"
	liftedQuadrants = "one direction only, without braking"

	lackFuse       = "Its line fuse. Breaker and wire are counted from its amps."
	lackPot        = "The ohms of its potentiometer. 5 kΩ is taken."
	lackFieldVolts = "The volts of its field supply. Whether a wound field gets its volts cannot be said."
	triedTravel    = "A trim and the dial stand at 0 to 100 % of their travel."
)

func liftedSaid(p *Profile) string {
	return fmt.Sprintf("%s's profile does not say everything; the rest is usual of such controllers.", p.Name)
}

func liftedFactor(usual float64) string { return "a form factor of " + unit.Three(usual) }

func lackFactor(usual float64) string {
	return fmt.Sprintf("Its form factor. %s is taken for the armature's heat.", unit.Three(usual))
}

func lackScrew(s Screw) string {
	return fmt.Sprintf("What stands beside its screws for the %s. The wiring names them by what they are for.",
		map[Screw]string{ScrewLine: "line", ScrewArmature: "armature", ScrewField: "field",
			ScrewPotWiper: "potentiometer"}[s])
}

func lackTrim(t Turn) string {
	return fmt.Sprintf("A trim for “%s”. Its line says what the meter must show.", trimNamed(t))
}

func noSuchTrim(name string) string { return fmt.Sprintf("Its profile knows no “%s”.", name) }

func triedGives(running bool, volts float64) string {
	if !running {
		return "inhibited, the armature gets nothing"
	}
	return "gives " + unit.Whole(volts, "V") + " unloaded"
}
