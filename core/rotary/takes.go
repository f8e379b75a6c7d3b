package rotary

import (
	"fmt"
	"math"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Built are the µF of both banks.
func (w Installed) Built() []finding.Setting {
	if w.Answer == nil || !w.Answer.OK {
		return nil
	}
	return []finding.Setting{{Path: "bridge.rotary.l1_l3_microfarad", Value: unit.Plain(w.Answer.Balance.L13) + " µF"},
		{Path: "bridge.rotary.l2_l3_microfarad", Value: unit.Plain(w.Answer.Balance.L23) + " µF"}}
}

// Otherwise is a bank of which a fifth is gone.
func (w Installed) Otherwise() (out []bridge.Otherwise) {
	if w.Answer == nil || !w.Answer.OK {
		return nil
	}
	for bank := range 2 {
		uf := [2]float64{w.Answer.Balance.L13, w.Answer.Balance.L23}
		if !(uf[bank] > 0) {
			continue
		}
		uf[bank] *= bridge.CanLoses
		text := func(i int) string { return unit.Plain(math.Round(uf[i]*10)/10) + " µF" }
		out = append(out, bridge.Otherwise{Cause: [2]string{"bank-l1-lost", "bank-l2-lost"}[bank],
			Text: bankSmaller(bank), Short: bankIsSmall(bank),
			Sets: []finding.Setting{{Path: "bridge.rotary.l1_l3_microfarad", Value: text(0)},
				{Path: "bridge.rotary.l2_l3_microfarad", Value: text(1)}}})
	}
	return out
}

// Round is a round of the converter, idling or with the one machine that is planned.
func (w Installed) Round(machine string, read bringup.Values) (line finding.Setting, ok bool) {
	volts, ok := read.Three(bridge.MadeVolts)
	leads, _ := w.LoadTakes()
	amps, too := read.Three(leads)
	if !ok {
		return line, false
	}
	text := "idle"
	if !w.IsIdler() {
		text = machine
	}
	text += fmt.Sprintf("; %s %s %s V", unit.Plain(volts[0]), unit.Plain(volts[1]), unit.Plain(volts[2]))
	if x, ok := read["supply"]; ok {
		text += "; line " + unit.Plain(x) + " A"
	}
	if too {
		text += fmt.Sprintf("; %s %s %s %s A", machine, unit.Plain(amps[0]), unit.Plain(amps[1]), unit.Plain(amps[2]))
	}
	return finding.Setting{Path: "bridge.rotary.readings", Value: text}, true
}
