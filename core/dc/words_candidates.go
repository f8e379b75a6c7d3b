package dc

import (
	"fmt"

	"graybridge/core/unit"
)

// What is said of controllers that may be bought.

const sixAtMost = "Six controllers are laid beside each other, no more."

func candidateNamed(p *Profile) string {
	return fmt.Sprintf("%s, %s", unit.Whole(p.Inputs[0].Armature, "V"), unit.Text(p.Amps, "A"))
}

// alsoAsks is what a controller wants beside itself.
func alsoAsks(p *Profile, wound bool) string {
	if wound && p.FieldAmps == 0 {
		return "A field supply of its own, a breaker and fuses."
	}
	return "A breaker, a line fuse and an armature fuse; a potentiometer."
}

func shopAmps(amps float64) string {
	return fmt.Sprintf("Armature: at least %s all day.", unit.Text(amps, "A"))
}

func shopVolts(volts float64) string {
	return fmt.Sprintf("Armature volts: %s; more than it needs is trimmed down, less makes it slow.",
		unit.Whole(volts, "V"))
}

func shopInput(line float64) string {
	return fmt.Sprintf("Input: one phase, %s within its range.", unit.Whole(line, "V"))
}

func shopField(volts, amps float64) string {
	if amps > 0 {
		return fmt.Sprintf("A field supply of %s, %s: a shunt motor without its field runs away.",
			unit.Whole(volts, "V"), unit.Text(amps, "A"))
	}
	return fmt.Sprintf("A field supply of %s: a shunt motor without its field runs away.", unit.Whole(volts, "V"))
}

func shopSmooth(factor float64) string {
	return fmt.Sprintf("A smooth one (a chopper): the plate's form factor is %s.", unit.Three(factor))
}

// shopUsed is what to ask and to look at where it is a used one.
var shopUsed = []string{
	"Used: ask which plug-in resistor or jumpers came with it, for what motor it was set, and why it was taken out.",
	"Used: look for burnt tracks, a blown fuse bridged with wire, a heat sink that is loose, screws that lost their " +
		"letters.",
}
