package dc

import (
	"fmt"

	"graybridge/core/unit"
)

// What the picture of speeds, ramps and stops says.

const outOfReach = "Out of reach: the line does not give these volts under this load."

func beyondItsLimit(heavy float64) string {
	return fmt.Sprintf("The heaviest load (%s) is beyond its current limit: it stalls there.", unit.Percent(heavy))
}

func wouldBurn(v *PointView) string {
	return fmt.Sprintf("It would burn: it needs %s, %s is there all day.", unit.Percent(v.Asked), unit.Percent(v.Good))
}

func forShortRuns(v *PointView) string {
	return fmt.Sprintf("For short runs: it needs %s, %s is there all day.", unit.Percent(v.Asked), unit.Percent(v.Good))
}

func runsIdle(v *PointView) string {
	return fmt.Sprintf("It runs idle; %s is there all day.", unit.Percent(v.Good))
}

func carriesForGood(v *PointView) string {
	return fmt.Sprintf("It carries the load all day: it needs %s, %s is there.", unit.Percent(v.Asked),
		unit.Percent(v.Good))
}

const noSpeedForGood = "Its usual load is not carried all day at any speed."

const everySpeedForGood = "Its usual load is carried all day down to standstill."

func speedForGoodFrom(v *View) string {
	return fmt.Sprintf("Its usual load is carried all day from %s up; slower, its own fan cools too little.",
		unit.Whole(v.Slowest, "rpm"))
}

func comesUp(end float64, f Film) string {
	return fmt.Sprintf("Up to %s, at most %s in the armature.", unit.Whole(end, "rpm"), unit.Text(f.Most, "A"))
}

func doesNotComeUp(end float64, f Film) string {
	return fmt.Sprintf("It does not come up: %s at the end, %s in the armature.", unit.Whole(end, "rpm"),
		unit.Text(f.Most, "A"))
}

func fromTo(f Film, end float64) string {
	return fmt.Sprintf("From %s to %s under the heaviest load, %s at the lowest.", unit.Whole(f.RPM[0], "rpm"),
		unit.Whole(end, "rpm"), unit.Whole(f.Least, "rpm"))
}

func standsAfter(f Film, set Set) string {
	return fmt.Sprintf("At a stand after %s; %s at first, %s across the resistor.",
		unit.Text(f.Seconds[len(f.Seconds)-1], "s"), unit.Text(f.Most, "A"), unit.Text(f.Most*set.BrakingOhm, "V"))
}
