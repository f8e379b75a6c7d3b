package capacitor

import (
	"fmt"

	"graybridge/core/bridge"
	"graybridge/core/can"
	"graybridge/core/unit"
)

// What a plan on a run capacitor says for a job.

func (w Installed) buyRun(verb string, a *Answer) string {
	return fmt.Sprintf("%s %s of run capacitor, from the made third line to %s.", verb, can.List(a.Parts), w.CornerTo)
}

func (w Installed) buyStart() string {
	return fmt.Sprintf(" Start it with %s more for two seconds.", unit.Text(w.StartEntered, "µF"))
}

func (w Installed) moveLineEnd(other string) string {
	return fmt.Sprintf("Move the capacitor's line end from %s to %s: nothing else. Exchanging any two of the three "+
		"motor leads behind the bridge does the same.", w.CornerTo, other)
}

const exchangeAtPlug = "Exchanging L1 and L2 at the plug, breaker or post: the whole bridge changes places with them."

const flagOnShaft = "A paper flag on the shaft; everyone's hands and sleeves away from it and from whatever draws in."

const lookOnOff = "Look from the shaft end. On and off again in well under a second."

func (w Installed) sayBumpWrongWay() string {
	return fmt.Sprintf("The bump turned the wrong way with the capacitor on %s.", w.CornerTo)
}

func sayBumpMoved(right string) string {
	return fmt.Sprintf("The capacitor was moved to %s after a bump the wrong way: bump once more.", right)
}

const cansUpright = "cans upright, clamped, a finger's width apart and two above the tabs: their cut-off lifts the " +
	"lid when they fail. Not in the motor's own box"

// Facts are told of a run capacitor whatever the motor.
var Facts = bridge.Facts{
	Title:     "Run capacitor",
	Noise:     "hums at twice the line's hertz, more the farther it is from balance",
	Cannot:    "one speed; its made third line is no third phase for anything else",
	Harmonics: "amps nearly a sine: hardly any harmonics",
	Residual:  "a residual-current device of type A or better",
	Hours:     [2]int{3, 5},
}

const (
	canSmaller = "the capacitor has lost a fifth of its µF"
	canLarger  = "a fifth more µF is in circuit than the plan has"
)
