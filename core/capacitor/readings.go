package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/cause"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// loadLeads are the takes of the amps in the motor's leads at its load.
var loadLeads = [3]string{"load-lead-L1", "load-lead-L2", "load-lead-corner"}

// LoadTakes are the amps of the three motor leads and the speed.
func (w Installed) LoadTakes() (leads [3]string, rpm string) { return loadLeads, "load-rpm" }

// BumpLine is the line that the capacitor is on.
func (w Installed) BumpLine() string { return w.CornerTo }

// Built are the µF of the plan and their line.
func (w Installed) Built() []finding.Setting {
	if w.Answer == nil {
		return nil
	}
	return []finding.Setting{{Path: "bridge.capacitor.microfarad", Value: unit.Plain(w.Answer.Microfarad)},
		{Path: "bridge.capacitor.corner_to", Value: w.CornerTo}}
}

// Otherwise is a can that has lost of its µF, or more of them than the plan has.
func (w Installed) Otherwise() []bridge.Otherwise {
	if w.Answer == nil {
		return nil
	}
	times := func(by float64) []finding.Setting {
		return []finding.Setting{{Path: "bridge.capacitor.microfarad",
			Value: unit.Plain(math.Round(w.Answer.Microfarad*by*10) / 10)}}
	}
	return []bridge.Otherwise{{Cause: cause.CanWeak, Text: canSmaller, Short: "the can is small",
		Sets: times(bridge.CanLoses)},
		{Cause: "run-capacitor-too-much", Text: canLarger, Short: "the can is large", Sets: times(bridge.CanExceeds)}}
}

// Round is a round at the usual load as the trim reads it.
func (w Installed) Round(_ string, read bringup.Values) (line finding.Setting, ok bool) {
	amps, ok := read.Three(loadLeads)
	if !ok || w.Answer == nil {
		return line, false
	}
	text := fmt.Sprintf("%s µF: leads %s %s %s", unit.Plain(w.Answer.Microfarad), unit.Plain(amps[0]),
		unit.Plain(amps[1]), unit.Plain(amps[2]))
	if own, ok := read.Three([3]string{"load-winding-u", "load-winding-v", "load-winding-w"}); ok {
		text += fmt.Sprintf("; windings %s %s %s", unit.Plain(own[0]), unit.Plain(own[1]), unit.Plain(own[2]))
	}
	l1, one := read["load-corner-l1"]
	l2, two := read["load-corner"]
	if one && two {
		text += fmt.Sprintf("; corner %s %s", unit.Plain(l1), unit.Plain(l2))
	}
	if x, ok := read["volts"]; ok {
		text += "; volts " + unit.Plain(x)
	}
	if x, ok := read["load-supply"]; ok {
		text += "; supply " + unit.Plain(x)
	}
	return finding.Setting{Path: "bridge.capacitor.trim", Value: text}, true
}
