package bringup

import (
	"fmt"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/logbook"
	"graybridge/core/unit"
)

// What is said of how far a bring-up has come.

const noGates = "No bring-up yet: the plan is not that far."

const noSuchGate = "the plan as it stands has no such gate"

const againDead = "Open again: something failed while it was fed. Before the box is opened it is done once more."

// againRead says which reading opened a passed gate again.
func againRead(c Compared) string {
	return fmt.Sprintf("Open again: a later reading is outside, %s %s. %s", c.Text, byWhom(c.Who), c.Sentence)
}

// notTurning says that what was seen at the bump opens nothing.
func notTurning(words string) string {
	if words == OtherWay {
		return "It turned the other way: change it first, then bump again"
	}
	return "It hums and does not turn: switch off, find out why first, then bump again"
}

func neverSkipped(title string) string {
	return fmt.Sprintf("“%s” cannot be skipped: it guards the hand", title)
}

func failedSays(reason, next string) string {
	return strings.TrimSpace(fmt.Sprintf("Failed: %s. What next: %s", trimDot(reason), next))
}

func blockedSays(title, reason, next string) string {
	return fmt.Sprintf("Blocked: “%s” failed (%s). What next: %s", title, trimDot(reason), next)
}

func againSays(changed []logbook.Fact) string {
	parts := make([]string, 0, len(changed))
	for _, f := range changed[:min(len(changed), mostSaid)] {
		parts = append(parts, f.Name+" "+f.Value)
	}
	if more := len(changed) - len(parts); more > 0 {
		parts = append(parts, fmt.Sprintf("and %d more", more))
	}
	return "Open again, the plan has changed: " + strings.Join(parts, "; ") + "."
}

// mostSaid changes are told one by one.
const mostSaid = 3

func skippedSays(who, reason string) string {
	return "Skipped " + byWhom(who) + ": " + trimDot(reason) + "."
}

func skippedShort(who, reason string) string {
	return "skipped " + byWhom(who) + ": " + trimDot(reason)
}

func failedShort(reason string) string { return "failed: " + trimDot(reason) }

func byWhom(who string) string {
	if who == "" {
		return "by somebody without a name"
	}
	return "by " + who
}

func againShort(n int) string {
	if n == 1 {
		return "One gate is open again: what it stood on has changed"
	}
	return fmt.Sprintf("%d gates are open again: what they stood on has changed", n)
}

func waitsSays(titles []string) string {
	return "First do: " + strings.Join(titles, ", ") + "."
}

func nextSays(title string, passed, all, again int) string {
	s := fmt.Sprintf("Next: %s. %d of %d gates passed", title, passed, all)
	if again > 0 {
		s += fmt.Sprintf(", %d open again", again)
	}
	return s + "."
}

func allDone(passed, skipped int) string {
	s := fmt.Sprintf("All gates are behind it: %d passed", passed)
	if skipped > 0 {
		s += fmt.Sprintf(", %d skipped and not checked", skipped)
	}
	return s + "."
}

func notRead(name string) string { return "it has no reading yet of: " + name }

func farWants(sentence string) string {
	return sentence + " Passed all the same, it wants a word why"
}

func besideOhms(off float64, pair string) Beside {
	b := Beside{ID: "ohms-alike", Text: alikeOhms(off), Why: finding.Why{Formula: "greatest deviation from the " +
		"mean / mean",
		Numbers: unit.Percent(off), Source: "your three readings; the trade asks for 5 %", Section: finding.OnOhms}}
	if off > AlikePart {
		b.Text = unevenOhms(pair, off)
	}
	return b
}

func trimDot(s string) string { return strings.TrimRight(strings.TrimSpace(s), ".") }

func unevenOhms(pair string, off float64) string {
	return fmt.Sprintf("“%s” differs from the mean of the three by %s, more than 5 %%: a joint that is loose, wrong "+
		"or missing, or a coil that is not whole.", pair, unit.Percent(off))
}

func alikeOhms(off float64) string {
	return fmt.Sprintf("The three ohms agree within %s of their mean.", unit.Percent(off))
}
