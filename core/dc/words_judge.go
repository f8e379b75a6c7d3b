package dc

import (
	"fmt"
	"math"

	"graybridge/core/unit"
)

// What dial, trims, stops and place say.

const speedOutOfReach = "The line does not give this speed under this load."

const slowerOrLess = "Slower, or less load."

func stallsAt(heavy float64, at string, v *PointView) string {
	return fmt.Sprintf("Your heaviest load stalls it%s: it needs %s, its limit gives %s.", at,
		unit.Percent(heavy), unit.Percent(v.Minute))
}

const stalledBurns = "A stalled armature burns under its brushes in seconds."

func heatsAt(v *PointView, at, word string) string {
	return fmt.Sprintf("Your load needs %s%s, %s is there all day: %s.", unit.Percent(v.Asked), at,
		unit.Percent(v.Good), word)
}

func carriesAt(at string, v *PointView) string {
	return fmt.Sprintf("It carries your load all day%s: it needs %s, %s is there.", at, unit.Percent(v.Asked),
		unit.Percent(v.Good))
}

func idlesAt(at string, v *PointView) string {
	return fmt.Sprintf("It runs idle%s; %s is there all day.", at, unit.Percent(v.Good))
}

func startFallsShort(start, most float64) string {
	return fmt.Sprintf("The start needs %s of rated torque; at its limit it gives %s.", unit.Percent(start),
		unit.Percent(most))
}

const standsAtLimit = "It would stand at its limit and burn under its brushes."

const cooledAlike = "Its cooling does not hang on its speed; the ripple of the current heats it."

const cooledBySpeed = "Its own fan blows less as it turns slower. A blower, a larger belt ratio (the motor faster, " +
	"the tool as before), or short runs."

func tooFast(o *Placed, v *View) string {
	return fmt.Sprintf("%s is wanted; under the usual load it turns at %s at most.", unit.Whole(o.Chosen.MostRPM,
		"rpm"), unit.Whole(v.Greatest, "rpm"))
}

func tooFastBecause(words map[string]string, v *View) string {
	return "Reason: " + words[v.GreatestBy] + ". Faster only by a belt, or by weakening a wound field within its " +
		"plate's top speed."
}

func dialEnds(o *Placed, v *View) string {
	return fmt.Sprintf("The dial ends at %s; %s is entered.", unit.Whole(v.MostRPM, "rpm"), unit.Whole(o.Chosen.AtRPM,
		"rpm"))
}

const dialsEnd = "The dial's end is taken."

func leastBurns(least, asked, good float64) string {
	return fmt.Sprintf("At %s the usual load needs %s; %s is there all day.", unit.Whole(least, "rpm"),
		unit.Percent(asked), unit.Percent(good))
}

func sagsSlow(sag float64) string {
	return fmt.Sprintf("So slow, its speed falls by %s from idling to the heaviest load.", unit.Percent(sag))
}

const lessSag = "The same volts are a large share there. More IR, up to its edge; a tachometer; or a larger belt ratio."

func irOverArmature(asked float64, d *Duty) string {
	return fmt.Sprintf("IR of %s is more than the armature's ohms: it speeds up under load.", unit.Percent(asked/d.Ohm))
}

func irHunts(asked float64, d *Duty, edge float64) string {
	return fmt.Sprintf("IR of %s is beyond its edge (%s): the speed hunts by itself.", unit.Percent(asked/d.Ohm),
		unit.Percent(edge/d.Ohm))
}

const irMargin = "Ra is estimated or measured cold: keep a margin."

func noTachometer(o *Placed) string {
	return o.Profile.Name + " takes no tachometer."
}

const heldOtherwise = "Volts alone, or IR, hold its speed."

func trimFallsShort(r Row) string {
	return fmt.Sprintf("%s does not reach what is wanted: %s.", r.Name, r.Want)
}

func trimAtItsEnd(r Row) string {
	return "It stands at its end: " + r.Note + "."
}

func foundElsewhere(r Row) string {
	return fmt.Sprintf("%s was found at %s; it belongs at %s.", r.Name, r.ReadBack, r.Value)
}

func limitUnusual(o *Placed) string {
	return fmt.Sprintf("A current limit of %s of rated amps is high: 150 %% is usual.",
		unit.Percent(o.Chosen.LimitShare))
}

const limitHarms = "Brushes and magnets suffer: strong amps can weaken a permanent magnet for good."

func limitEnds(o *Placed, share float64) string {
	return fmt.Sprintf("Its limit reaches %s of rated amps, not %s.", unit.Percent(share),
		unit.Percent(o.Chosen.LimitShare))
}

const limitEndsBy = "By its own amps and its plug-in resistor."

func rampAtLimit(o *Placed, need float64) string {
	return fmt.Sprintf("In %s it only comes up at its limit: give it %s at least.", unit.Text(o.Chosen.UpS,
		"s"), secondsText(need))
}

const rampDoesNothing = "It takes as long as it takes; the ramp then does nothing."

func stopBurns(s *Stopping, times float64) string {
	return fmt.Sprintf("Onto %s a stop begins with %s, %s × rated amps: the commutator burns.", unit.Text(s.Ohm, "Ω"),
		unit.Text(s.FirstAmps, "A"), unit.Three(times))
}

const stopWeakens = "Strong amps against its field can weaken a magnet for good."

func stopTakes(s *Stopping) string {
	return fmt.Sprintf("On stop the resistor of %s brings it to a twentieth in %s.", unit.Text(s.Ohm, "Ω"),
		unit.Text(s.Seconds, "s"))
}

func stopCare(s *Stopping) string {
	return fmt.Sprintf("It takes %s at first and %s in all. Never across the armature while the controller still "+
		"feeds. It does not "+
		"hold a load: what can fall or run back wants a brake of its own.", unit.Text(s.FirstAmps, "A"),
		unit.Text(s.Joules, "J"))
}

const turnedStanding = "Turn it round by its armature leads only, while it stands still."

func thrownTurning(o *Solved, d *Duty) string {
	return fmt.Sprintf("Thrown while turning, it takes %s: %s × plate.",
		unit.Text(d.StartAmps(d.VoltsFor(o.View.MostRPM, 0), o.View.MostRPM), "A"),
		unit.Three(d.StartAmps(d.VoltsFor(o.View.MostRPM, 0), o.View.MostRPM)/d.ArmatureAmps))
}

func fieldLostTo(r Runaway, d *Duty) string {
	return fmt.Sprintf("Open, with the belt off and no limit set, it runs to %s × its base speed (guide value); "+
		"loaded "+
		"it stands and burns.", unit.Three(math.Min(r.Peak/d.RPM, 3)))
}

const fieldLost = "Open, with the belt off and no limit set, it runs past three times its base speed (guide " +
	"value): it " +
	"bursts; loaded it stands and burns."

const fieldNeverOpened = "Never open its field while it turns: no switch, plug or fuse there."

const startsByItself = "On a plain switch it starts by itself when the supply returns."

const staysOff = "Start and stop by buttons and a contactor with its own holding contact: what the supply drops " +
	"stays off."

const noEmergencyStop = "No emergency stop is noted: needed where a hand or hair can be caught."

const emergencyStop = "It opens the contactor by force, latching; the pot is no stop."

func halfWaves(factor string) string {
	return fmt.Sprintf("It takes every second half wave only: rough amps, form factor %s here.", factor)
}

const halfWavesAhead = "The motor heats more and growls. The line carries direct current: the leakage device " +
	"ahead must be of a type for pulsing direct current (type A or better), and a small transformer ahead " +
	"saturates."

const limitsNoAmps = "It limits no amps: held, the motor takes all until a fuse blows."

const limitsNoAmpsDetail = "Fuse its armature for the motor's amps, begin at zero each time, turn up slowly."

const notIsolated = "Its controls are not isolated: pot, trims and their wires stand at mains potential."

const notIsolatedCare = "An insulated shaft and knob, a cover over the pot's back, trims turned with an insulated " +
	"screwdriver, nothing else joined to them."

const dusty = "Dust: brushes spark, and an open board collects it."

const wet = "Wet: brushes and an open board want a closed box."

func inspectionOpen(left int) string {
	return fmt.Sprintf("Second-hand: %d steps of its inspection are open.", left)
}

const nobodyKnows = "Nobody knows yet what stands in it."

const lineBeyondTables = "What its line carries lies beyond the tables: a licensed person sizes it."

func setAnew(n int) string {
	if n == 1 {
		return "One trim was set for another plan; set it anew."
	}
	return fmt.Sprintf("%d trims were set for another plan; set them anew.", n)
}
