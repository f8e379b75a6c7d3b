package capacitor

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/can"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What the readings say, and what of them could not be read.

const noMicrofarads = "It does not begin with the µF that were in the circuit."

const microfaradsBetween = "The µF must be above 0 and at most 2000."

func noSuchWord(word string) string {
	return fmt.Sprintf("“%s” is none of leads, windings, corner, volts, supply.", word)
}

func noReadingAfter(rest string, p struct {
	word string
	at   int
	n    int
}) string {
	return fmt.Sprintf("“%s” after “%s” is no amps or volts.", strings.TrimSpace(rest), p.word)
}

func readingsAfter(p struct {
	word string
	at   int
	n    int
}, numbers []string) string {
	return fmt.Sprintf("After “%s” stand %d numbers; it takes %d.", p.word, len(numbers), p.n)
}

const halvesNotClamped = "Windings in halves cannot be clamped one by one; give the three leads."

const noReadings = "No reading stands behind the µF."

func readingsExchanged(s [2]int) string {
	return fmt.Sprintf("They fit if the amps of the %s and of the %s were noted in each other's place.",
		finding.Lower(readNames[s[0]]), finding.Lower(readNames[s[1]]))
}

func (t *Trim) readingsOtherCan(r Round) string {
	return fmt.Sprintf("They fit as if %s were in the circuit, not %s.", unit.Text(t.SuspectUF, "µF"),
		unit.Text(r.Microfarad, "µF"))
}

const canLost = " A can has lost capacity or a tab is off: discharge, then measure each can."

func readingsDoNotFit(last RoundFit) string {
	return fmt.Sprintf("The readings at %s do not fit this motor on this bridge: %s is furthest off.",
		unit.Text(last.Microfarad, "µF"), finding.Lower(readNames[last.WorstRead]))
}

const readAgain = "Read that one again at a steady load; then compare the joints with the card, and the µF in the " +
	"circuit."

func readingsGive(load string, t Trim) string {
	return fmt.Sprintf("The readings give a load of %s of rated torque and a magnetising reactance %s times the "+
		"estimate.", load, unit.Three(t.Magnetising))
}

func ironSaturates(t Trim) string {
	return fmt.Sprintf(" Two light rounds show how its iron saturates: 10%s%% more volts ask %s times the "+
		"magnetising amps.", unit.Space, unit.Three(circuit.Saturation{A: t.A, N: t.N}.Factor(1.1)*1.1))
}

const ironPlanned = " How its iron saturates is taken from a usual curve: a round idling, and another with " +
	"other µF, would measure it."

func oneMoreChanges(t Trim) string {
	return fmt.Sprintf("Here one µF more changes the worst winding by %+.1f%s%% of rated amps.", 100*t.PerMicro,
		unit.Space)
}

func noneHolds(load string) string {
	return fmt.Sprintf("At the load measured, %s, no capacitor holds this motor.", load)
}

const lightenOrOther = "Lighten the load or take another bridge."

func measuredRight(last RoundFit, t Trim, load string) string {
	return fmt.Sprintf("Measured: %s is right; the worst winding carries %s of rated amps at your %s load.",
		unit.Text(last.Microfarad, "µF"), unit.Percent(t.Now), load)
}

const neitherWay = "Neither more nor fewer µF would lower it by as much as the meter errs."

func noOtherHelps(load string, t Trim) string {
	return fmt.Sprintf("Measured: no other µF helps; at your %s load the worst winding carries %s of rated amps.", load,
		unit.Percent(t.Now))
}

const lightenOrRest = "Lighten the load, give it rests, or take another bridge."

func measuredMove(t Trim, last RoundFit, how string) string {
	return fmt.Sprintf("Measured: %s %s, to %s: the worst winding goes from %s to %s of rated amps.",
		unit.Text(math.Abs(t.To-last.Microfarad), "µF"), how, can.List(t.Parts), unit.Percent(t.Now),
		unit.Percent(t.After))
}

func measuredMoveHow(slope string) string {
	return slope + " Switch off, discharge, change the cans, read again."
}

func (q Question) readSince(last RoundFit) string {
	return fmt.Sprintf("%s is in the circuit since the readings at %s: read again at the same load.",
		unit.Text(q.Entered, "µF"), unit.Text(last.Microfarad, "µF"))
}

func (q Question) loadsDiffer(load string) string {
	return fmt.Sprintf(" The readings show a load of %s; the job says %s.", load, unit.Percent(q.Usual))
}
