package capacitor

import (
	"fmt"

	"graybridge/core/site"
	"graybridge/core/unit"
)

// What a settled state says.

const linesShorted = "Fed like this the lines are shorted: expect the breaker to open at once."

func halvesFight(one, two string, share float64, coil string) string {
	return fmt.Sprintf("Half coils %s and %s fight each other: %s of rated amps in winding %s. Expect the breaker to "+
		"open at once.", site.Title(one), site.Title(two), unit.Percent(share), coil)
}

func takesTimes(fed string, s *site.State, full float64, coil string, share float64) string {
	return fmt.Sprintf("%stake %s, %s times rated amps, winding %s at %s: expect the breaker to open at once.", fed,
		s.SupplyT, unit.Three(full), coil, unit.Percent(share))
}

const nothingFlows = "Fed like this nothing flows: no coil stands between the lines."

func humsAt(fed, coil string, share float64) string {
	return fmt.Sprintf("%shum and not turn (winding %s: %s).", fed, coil, unit.Percent(share))
}

func doesNotTurn(fed string) string {
	return fed + "not turn: too little torque to start this load."
}

func crawlsAt(fed string, p Point, coil string, share float64) string {
	return fmt.Sprintf("%scrawl at %s and burn (winding %s: %s).", fed, unit.Whole(p.RPM, "rpm"), coil,
		unit.Percent(share))
}

func stallsAt(fed, coil string, share float64) string {
	return fmt.Sprintf("%sstall under your load (winding %s: %s).", fed, coil, unit.Percent(share))
}

func burnsAt(fed string, p Point, coil string, share float64) string {
	return fmt.Sprintf("%srun at %s and burn winding %s (%s).", fed, unit.Whole(p.RPM, "rpm"), coil,
		unit.Percent(share))
}

func shortRunsAt(fed string, p Point, coil string, share float64) string {
	return fmt.Sprintf("%srun at %s, winding %s at %s: short runs.", fed, unit.Whole(p.RPM,
		"rpm"), coil, unit.Percent(share))
}

func runsWeak(fed string, p Point, rated float64) string {
	return fmt.Sprintf("%srun weak, at %s where the plate says %s.", fed, unit.Whole(p.RPM, "rpm"), unit.Whole(rated,
		"rpm"))
}

func runsAt(fed string, p Point, coil string, share float64) string {
	return fmt.Sprintf("%srun at %s, hottest winding %s at %s.", fed, unit.Whole(p.RPM, "rpm"), coil,
		unit.Percent(share))
}
