package drive

import (
	"fmt"

	"graybridge/core/site"
	"graybridge/core/unit"
)

// What a settled state says.

func deadShort(lines string) string {
	return "A dead short joins the drive's outputs " + lines + ". It trips or breaks."
}

const chooseFirst = "Choose the drive first."

func halvesFight(one, two string) string {
	return fmt.Sprintf("Half coils %s and %s fight each other: the drive trips at once.", site.Title(one),
		site.Title(two))
}

const nothingFlows = "Fed like this nothing flows: no coil stands between the drive's outputs."

func tripsAsked(o *Solved, fedText string, most float64) string {
	return fmt.Sprintf("%srun until the drive trips: %s asked, %s has %s.", fedText, site.AmpsText(most),
		o.Profile.Name, unit.Text(o.Weighed.Have, "A"))
}

func tripsAt(fedText, hz, coil string, worst float64) string {
	return fmt.Sprintf("%strip under load at %s (winding %s: %s).", fedText, hz, coil,
		unit.Percent(worst))
}

func doesNotCarry(fedText, hz string) string {
	return fmt.Sprintf("%snot carry the load at %s.", fedText, hz)
}

func burnsAt(fedText string, s *site.State, coil string, worst float64) string {
	return fmt.Sprintf("%srun at %s and burn winding %s (%s).", fedText, s.RPM, coil, unit.Percent(worst))
}

func shortRunsAt(fedText string, s *site.State, hz, coil string, worst float64) string {
	return fmt.Sprintf("%srun at %s, %s, winding %s at %s: short runs.", fedText, s.RPM, hz,
		coil, unit.Percent(worst))
}

func everyWindingAt(fedText string, s *site.State, hz string, worst float64) string {
	return fmt.Sprintf("%srun at %s, %s, each winding at %s.", fedText, s.RPM, hz, unit.Percent(worst))
}

func runsAt(fedText string, s *site.State, hz, coil string, worst float64) string {
	return fmt.Sprintf("%srun at %s, %s, hottest winding %s at %s.", fedText, s.RPM, hz, coil,
		unit.Percent(worst))
}
