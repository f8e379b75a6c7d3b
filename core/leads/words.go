package leads

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func (v Verdict) sayBalance(low float64, high float64) finding.Finding {
	return finding.Finding{ID: "leads.balance", Bay: finding.Leads, Grade: finding.Good,
		Sentence: fmt.Sprintf("The coils agree within %s.", unit.Text(100*v.Spread, "%")),
		Figure:   unit.Text(low, "Ω") + " to " + unit.Text(high, "Ω"), Limit: "within 5 % (2 % with a milliohm meter)",
		Why: []finding.Why{{Formula: "greatest deviation from the mean of the coils",
			Numbers: unit.Text(100*v.Spread, "%"), Section: finding.OnOhms,
			Source: "ohms of the round, less the meter's own"}}, Entries: []string{"leads.touches"}}
}

func (m Measured) sayLineOhms(text func(all []float64) string, expect [3]float64, whole float64,
	mark finding.Mark) finding.Finding {
	return finding.Finding{ID: "leads.line-ohms", Bay: finding.Leads, Grade: finding.Good, Figure: text(m.Line),
		Limit:    text(expect[:]) + " expected",
		Sentence: "Ohms between the lines are as these joints should read.", Entries: []string{"leads.line_ohms"},
		Why: []finding.Why{{Formula: "the coils' ohms as joined, solved",
			Numbers: fmt.Sprintf("one winding %s at %.0f °C", unit.Text(whole, "Ω"), m.At), Section: finding.OnOhms,
			Source: "engine", Estimated: mark == finding.Estimated}}}
}
