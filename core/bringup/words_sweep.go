package bringup

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// What is said of a sweep and of readings that belong together.

const (
	sweepCeiling = "It shakes from about %s Hz on: keep below."
	sweepSkip    = "Skip %s to %s Hz: it shakes or buzzes there."
	sweepQuiet   = "Quiet from %s to %s Hz. Between and beyond nobody has listened."
	takeSweep    = "Take ceiling and skipped bands into the plan"
)

func sweepMore(n int) string {
	if n == 1 {
		return "One more frequency: a quiet one on each side of what shakes."
	}
	return fmt.Sprintf("%d more frequencies: a quiet one on each side of what shakes.", n)
}

func scaleOf(rpm, shown float64) Beside {
	by := rpm / shown
	return Beside{ID: "display-scale", Text: fmt.Sprintf("The display says %s where the tachometer says %s: its scale "+
		"times %s shows the truth.", unit.Whole(shown, "rpm"), unit.Whole(rpm, "rpm"), unit.Three(by)),
		Why: finding.Why{Formula: "scale = tachometer / display", Numbers: fmt.Sprintf("%s / %s = %s",
			unit.Plain(rpm), unit.Plain(shown), unit.Three(by)), Source: "your two readings"}}
}

func unevenVolts(x [3]float64) Beside {
	p := machine.UnbalancePercent(x)
	left := Derate(p)
	text := fmt.Sprintf("The three volts differ by %s: on a three-phase supply the motor would be taken to %s of its "+
		"power. On this bridge the windings' own amps and heat decide.", unit.Text(p, "%"), unit.Percent(left))
	if left == 0 {
		text = fmt.Sprintf("The three volts differ by %s: on a three-phase supply it would not be run at all. On this "+
			"bridge the windings' own amps and heat decide.", unit.Text(p, "%"))
	}
	return Beside{ID: "uneven-volts", Text: text, Why: finding.Why{Formula: "100 × greatest deviation from the " +
		"mean / mean",
		Numbers: unit.Text(p, "%"), Source: "the trade's definition and derating, said of three-phase supplies",
		Section: finding.OnUnbalance}}
}

func unevenAmps(x [3]float64) Beside {
	p := machine.UnbalancePercent(x)
	return Beside{ID: "uneven-amps", Text: fmt.Sprintf("The three amps differ by %s.", unit.Text(p, "%")),
		Why: finding.Why{Formula: "100 × greatest deviation from the mean / mean", Numbers: unit.Text(p, "%"),
			Source: "your three readings", Section: finding.OnUnbalance}}
}
