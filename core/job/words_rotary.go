package job

import (
	"fmt"
)

// What a plan on a rotary converter says for a job.

func (w onRotary) fitAndStart() string {
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
