package load

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func (l Load) sayUnknown() finding.Finding {
	return finding.Finding{
		ID: finding.LoadUnknown, Bay: finding.Load, Grade: finding.Open,
		Sentence: "Say what the machine asks: kind of load and its share of plate.",
		Detail: fmt.Sprintf(
			"Until then it is taken as a constant %s of plate torque. A stirrer or blower is fan-like; a mill, "+
				"mixer of stiff clay, roller or conveyor is constant.",
			unit.Percent(l.Usual),
		),
		Entries: []string{"load.kind", "load.share"},
		Why: []finding.Why{
			{
				Formula:   fmt.Sprintf("share = %s", unit.Percent(l.Usual)),
				Section:   finding.OnOperatingPoint,
				Source:    "assumed for planning",
				Estimated: true,
			},
		},
	}
}

const minutesOrder = "Its minutes do not come after those of the line before."

func moreThanShare() string {
	return "More than " + unit.Percent(mostShare) + " of plate torque."
}
