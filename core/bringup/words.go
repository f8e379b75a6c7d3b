package bringup

// The cautions that stand on cards.

const mainsKills = "Mains kills. No work on a live box. Fixed wiring belongs to a licensed person in most places; " +
	"local rules come first."

const canHolds = "The capacitor holds a charge of several hundred volts after switching off."

const humsOff = "If it hums and does not turn, switch off at once."

const noVoltRelease = "The machine may start again by itself when the supply returns: fit a no-volt release."

const heatKills = "A three-phase motor on single-phase runs unevenly: heat is what kills it. Do not bypass the " +
	"overload relay."

func linkHolds(wait string) string {
	return "The drive's link holds several hundred volts for " + wait + " after the feed is off."
}

const supplyNever = "Supply never on the drive's motor terminals; nothing that switches between drive and motor."

const stopByCommand = "Stop by the run command; the breaker is for work on it. Nothing may start by itself when the " +
	"supply returns."

const fanCoolsLess = "At low speed a plain motor's fan cools it less: stay inside the torque all day."

const madeLineLive = "The made line is live as long as the idler turns, and the cans hold a charge after it stops."

const neverOntoStanding = "Never close onto a standing idler without its start capacitor at work. What hums is " +
	"switched off at once."

const nothingOnMade = "No controls, lamps or single-phase loads on the made line, no neutral to it."

const machinesFirst = "Machines off before the idler; nothing may stand connected when it starts, and nothing starts " +
	"by itself when the supply returns."

const armatureStanding = "Turned round by its armature leads only, standing. The armature is never parted or joined " +
	"while it is fed."

const heldFast = "Held fast it burns under its brushes within seconds: dial to zero, off."

const brushesSpark = "Brushes spark: no solvent, gas or fine dry dust beside it."

const potAtMains = "Pot, trims and their wires stand at mains potential: insulated knob, cover, insulated screwdriver."

const fieldNever = "The field is never opened while it turns: the motor runs away and bursts."
