package rotary

import (
	"fmt"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What is said of each round of readings on the running converter.

// IDRound is what is said of a round that lies far outside what the plates let expect.
const IDRound = "rotary.round"

const (
	roundInside     = "All inside what the plates let expect."
	roundOfOther    = "A machine that ran is not in this job: nothing is expected."
	roundWouldFall  = "By the plates a motor would fall out here, and yet it was read: look at which cans were in."
	noneOfTheCans   = "none of the cans is in"
	banksExchanged  = "the two banks are exchanged"
	spunTheOtherWay = "the idler was spun the other way"
)

func bankNotIn(bank int) string { return "the cans between " + bankNames[bank] + " are not in" }
func bankAtHalf(bank int) string {
	return "the cans between " + bankNames[bank] + " have half of their µF"
}

func roundTitle(o *Read, r Round, cans Balance) string {
	what := "the idler alone"
	if len(r.Running) > 0 {
		names := make([]string, len(r.Running))
		for i, id := range r.Running {
			if names[i] = id; indexOf(o, id) >= 0 {
				names[i] = o.At(indexOf(o, id)).Name
			}
		}
		what = strings.Join(names, " and ")
	}
	return fmt.Sprintf("%s, on %s and %s", finding.Upper(what), microfarads(cans.L13), microfarads(cans.L23))
}

func readFigure(f *RoundFigure) string {
	return fmt.Sprintf("%s %s, expected %s", f.Name, f.Read, f.Expect)
}

func slipOfThePen(f *RoundFigure) string {
	return fmt.Sprintf("Look at the meter's range: %s is about %s times off.", f.Name, unit.Plain(f.times))
}

func roundALittle(out []string) string { return "A little outside: " + strings.Join(out, "; ") + "." }

func roundOutside(far bool, out []string) string {
	if far {
		return "Far outside: " + strings.Join(out, "; ") + "."
	}
	return "Outside: " + strings.Join(out, "; ") + "."
}

func roundCauses(causes []string) string {
	if len(causes) == 0 {
		return "Of what was tried (cans out, exchanged or weak, the other way round) nothing brings these figures. " +
			"Look at the joints in each box, and read once more."
	}
	return "It would read so if " + strings.Join(causes, ", or if ") + "."
}

func sayRound(v ReadingsView) finding.Finding {
	return finding.Finding{ID: IDRound, Grade: finding.Caution, Entries: []string{"rotary.readings"},
		Sentence: "A round of readings lies outside: " + finding.Lower(v.Title) + ".", Detail: v.Verdict,
		Why: []finding.Why{{
			Formula: "reading against the spread over converters whose motors would print the same plates",
			Section: finding.OnBands, Source: "plates' rounding, estimates' scatter, cans, line and loads"}}}
}
