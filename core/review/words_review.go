package review

import (
	"fmt"
	"strings"

	"graybridge/core/finding"
)

// What a review says and asks of every machine.
const reviewCaution = "For a licensed person's review. Every size here is a guide value; the local code, the " +
	"plate and the makers' sheets decide. What was not measured or looked at is listed as not checked."

var (
	reviewAsks = []string{
		"Is the earth of this circuit continuous and low enough, measured at the machine?",
		"Is there an isolator that can be locked, within sight of the machine?",
		"Does the local code ask for more for this place: wet, dusty, or open to others?",
	}
	sourceOfMark = map[finding.Mark]string{finding.FromPlate: "read off the plate", finding.Measured: "measured",
		finding.Estimated: "estimated", finding.Computed: "computed by the engine", finding.FromTable: "a table"}
)

// sourceByEngine names the chapter of docs/engine.md that a figure is computed by.
func sourceByEngine(section finding.Section, mark finding.Mark) string {
	text := "by the engine: " + strings.ReplaceAll(string(section), "-", " ")
	if mark == finding.Estimated {
		text += ", leaning on what was estimated"
	}
	return text
}

func sameSource(figure string) string { return "as for " + finding.Lower(figure) }

func questionOfSize(name, text string) string {
	return fmt.Sprintf("Does the local code agree with this guide value: %s %s?", finding.Lower(name), text)
}

func questionOfStop(sentence string) string {
	return "The plan stops here; what would you do? " + sentence
}

func questionOfResidual(text string) string {
	return finding.Upper(text) + ": which type and rating belongs here?"
}
