package dc

import (
	"fmt"

	"graybridge/core/unit"
)

// What is never wired, what the box must be, and the steps of an inspection.

const neverLine = "The line on its armature terminals: it bursts at once."

const neverEarth = "Armature + or −, or a pot wire, to earth or to the machine’s frame."

const neverOpened = "A switch or contactor that opens the armature while it feeds, or closes onto it while it is " +
	"turned up."

const neverBraked = "The braking resistor across the armature while the controller still feeds."

const neverTwo = "Two motors’ armatures side by side on one controller, without sharing resistors by its maker’s sheet."

const neverSignal = "A signal from another device (0-10 V, a computer, a meter with an earthed case) straight to its " +
	"pot terminals: it is not isolated. Only through an isolator."

const neverInTheField = "A switch, a plug or a fuse of its own in the field: open while it turns, the motor runs away."

const neverFieldParted = "Field leads parted while fed: they flash and can kill by their own volts."

func heatInABox(heat float64, p *Profile) string {
	return fmt.Sprintf("It makes about %s of heat at its full amps (guide value); %s, so it belongs in a box%s. ",
		unit.Whole(heat, "W"), p.Enclosure, freeAround(p.Maker.AirAround()))
}

// freeAround is what its maker wants free around it, behind the box; empty where he says nothing.
func freeAround(air string) string {
	if air == "" {
		return ""
	}
	return " with air around it" + air
}

func boxDust(text string) string {
	return text + "Dust: a closed box, large enough to stay cool by its walls. Brushes spark, and fine dry dust of " +
		"wood or flour can take fire at them: then it takes a closed motor and an electrician who knows the " +
		"place."
}

func boxWet(text string) string {
	return text + "Wet: a box sealed against splashes, its lead-ins downward, a residual-current device ahead, of a " +
		"kind that rectified current does not blind."
}

func boxSparks(text string) string {
	return text + "Brushes spark: no solvent, no fine dry dust, no gas near the motor."
}

const lidOff = "Lid off, dead: burnt parts, cracked solder, loose screws, clay and brush dust blown out."

const lidOffSee = "Nothing burnt, every screw tight."

const fusesOut = "Fuses out: read their print and measure them."

const fusesOutSee = "Whole, fast, and not larger than its maker names."

const lineToArmature = "Ohms from each line terminal to each armature terminal, both ways round."

const lineToArmatureSee = "Many or open; near nothing one way only is a diode, both ways a dead one."

const ohmsToFrame = "Ohms from every terminal to the heat sink and the frame."

const potTurned = "Ohms of the pot end to end, then turning."

func potTurnedSee(p *Profile) string {
	return unit.Text(p.PotOhm/1000, "kΩ") + " or near, without jumps."
}

const noteTrims = "Note where every jumper and trim stands before anything is turned."

const noteTrimsSee = "Written down under Trims."

const readPlugIn = "Read the plug-in resistor's marking."

const readPlugInSee = "That of this motor's amps; another one lets through more."

func firstPower(o *Solved) string {
	return fmt.Sprintf("First power: a lamp of %s in place of the armature, field open, pot at zero, lid shut.",
		unit.Whole(o.in.Armature, "V"))
}

const firstPowerSee = "The lamp stays dark, and brightens smoothly as the pot is turned."

const standAside = "Everything on it stands at mains potential. Stand aside."

const potAtItsEnd = "Pot at its end: volts on the lamp."

func potAtItsEndSee(o *Solved) string {
	return "As its most-speed trim has it: at most " + unit.Whole(endVolts(o), "V") + "."
}

const fingerGuards = "Meter leads with finger guards, one hand."
