package plate

import (
	"regexp"
	"strings"

	"graybridge/core/unit"
)

var ratioText = regexp.MustCompile(`^\s*(\d+(?:[.,]\d+)?)\s*(?::|to)\s*1\s*$`)

// dutyRatio reads "10:1"; the bare mark is taken as 10:1. 0 where it is neither.
func dutyRatio(text string) float64 {
	if m := ratioText.FindStringSubmatch(strings.ToLower(text)); m != nil {
		if x := unit.Decimal(m[1]); x >= 1 && x <= 10000 {
			return x
		}
		return 0
	}
	switch strings.ToLower(strings.TrimSpace(text)) {
	case "yes", "inverter", "inverter duty", "vfd":
		return 10
	}
	return 0
}
