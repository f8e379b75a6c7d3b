package meaning

import (
	"fmt"

	"graybridge/core/unit"
)

// What is said of readings at the machine.

const (
	loadHeavier = "the machine asks a quarter more than you said"
	loadLighter = "the machine asks a quarter less than you said"

	loadLittleHeavier = "the machine asks a tenth more than you said"

	somethingDrags = "something drags: a tight belt, a dry bearing, a shaft that is out of line"
	lineLower      = "the line gives 5 % less than was measured"
	lineHigher     = "the line gives 5 % more than was measured"

	lastCause = "a joint or lead that is not as on the card, or the meter on another one"
	lastNext  = "Read it once more with the meter on the lead that is named; then joints against the card, locked off."
	elseWord  = "it is something else"
)

func figureOf(x float64, u string) string {
	if u == "V" || u == "rpm" {
		return unit.Whole(x, u)
	}
	return unit.Text(x, u)
}

func readsIf(x float64, u, cause string) string {
	return fmt.Sprintf("%s if %s", figureOf(x, u), cause)
}

func nextTells(name, first, second string) string {
	return fmt.Sprintf("Next read “%s”: about %s, about %s.", name, first, second)
}

func takeIn(what string) string { return "Take " + what + " into the plan" }

const (
	takeOhms       = "the three ohms"
	takeInsulation = "the insulation"
	takeVolts      = "the volts at the outlet"
	takeRound      = "this round of readings"
	takeHeat       = "the heat run"
	takeBump       = "the direction that the bump showed"
	takeSheave     = "amps over plate with this sheave"
)

const (
	heatNone         = "No heat run yet: the air, then the frame at the start and every ten minutes."
	heatAnotherPoint = "One reading more of the frame, ten minutes later, and it can be said where it settles."
	heatAirMissing   = "The air around it was not read: without it nothing is said of the rise."
)

func forecastText(after int, settles, low, high float64) string {
	return fmt.Sprintf("After %d readings the frame looks to settle at %s (%s to "+
		"%s).", after, unit.Whole(settles, "°C"),
		unit.Plain(float64(int(low+0.5))), unit.Whole(high, "°C"))
}
