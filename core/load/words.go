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
		Sentence: "How hard does it work? Say what it drives and how heavily.",
		Detail: fmt.Sprintf(
			"Until then it is taken as a constant %s of rated torque. A stirrer or blower is fan-like; a mill, "+
				"mixer of stiff clay, roller or conveyor is constant.",
			unit.Percent(l.Usual),
		),
		Entries: []string{"load.kind", "load.share"},
		Why: []finding.Why{
			{
				Formula:   fmt.Sprintf("share = %s", unit.Percent(l.Usual)),
				Section:   finding.OnOperatingPoint,
				Source:    "assumed, a guide value",
				Estimated: true,
			},
		},
	}
}

const minutesOrder = "Its minutes do not come after those of the line before."

func moreThanShare() string {
	return "More than " + unit.Percent(mostShare) + " of rated torque."
}
