package rotary

import (
	"fmt"

	"graybridge/core/bridge"
	"graybridge/core/finding"
)

// What a plan on a rotary converter says for a job.

func (w Installed) fitAndStart() string {
	return fmt.Sprintf("Fit %s, bring the idler up, then start the largest machine first.", w.Answer.Balance.Text())
}

const exchangeAtStarter = "Exchange any two of this machine's three leads at its own starter, dead and proved dead. " +
	"The others keep theirs."

const exchangeAtPanel = "Exchanging L1 and L2 at the panel: the idler and every machine change with them."

const idlerUp = "The idler up to speed, spun as the arrow on it shows."

const lookSecond = "On and off again in well under a second; look from the shaft end, hands and sleeves away."

const spinOther = "Stop everything, let it stand, and spin it the other way: the sequence of the whole shop turns " +
	"round with it, and the two banks must be exchanged."

const madeLineLabel = "“L3 is the made line. Capacitors inside: stop the idler, wait a minute, discharge, then open.”"

// sayOtherWay is said of a machine that the idler's spin would turn the other way than it is wanted.
func sayOtherWay(way, wants string, spun Way) finding.Finding {
	return finding.Finding{ID: IDOtherWay, Bay: finding.Leads, Grade: finding.Caution,
		Entries: []string{"bridge.rotary.spun", "load.turn"},
		Sentence: fmt.Sprintf("Behind an idler spun %s this machine turns %s; %s is wanted.", spun, finding.Lower(way),
			finding.Lower(wants)),
		Detail: "Exchange two of its leads at its own starter, locked off and proved dead. Spinning the idler " +
			"the other way turns every machine behind it. Bump it uncoupled before anything hangs on its direction.",
		Why: []finding.Why{{Formula: "L1-L2-L3 to U-V-W turns clockwise, seen from the shaft end",
			Section: finding.OnRotary, Source: "the way the idler is spun, and the leads' names"}}}
}

// Facts are told of a rotary converter whatever the motor.
var Facts = bridge.Facts{
	Title:     "Rotary converter",
	Noise:     "the idler hums and turns all the while, beside the machine's own noise",
	Cannot:    "one speed; the made line feeds no controls, lights or single-phase loads",
	Harmonics: "amps nearly a sine: hardly any harmonics",
	Residual:  "a residual-current device of type A or better",
	Hours:     [2]int{10, 16},
}

func bankSmaller(bank int) string {
	return "a fifth of the cans " + [2]string{"L1-L3", "L2-L3"}[bank] + " is missing or dead"
}

func bankIsSmall(bank int) string {
	return "bank " + [2]string{"L1-L3", "L2-L3"}[bank] + " is small"
}
