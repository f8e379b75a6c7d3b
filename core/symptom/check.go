package symptom

import (
	"slices"

	"graybridge/core/complaint"
)

type odds map[complaint.Said]float64

// Check is something that can be looked at, felt or read.
type Check struct {
	ID      string `json:"id"`
	Name    string `json:"name"`
	Do      string `json:"do"`
	Caution string `json:"caution"`
	Unit    string `json:"unit,omitempty"`
	Words   []Word `json:"words,omitempty" nullable:"false"` // answers that are no figure
	Live    bool   `json:"live"`
	Hint    string `json:"hint,omitempty"` // the figure of this job that it is held against
	// Studs are where the probes go, by the names of the motor's leads; none: not in its box.
	Studs   []string `json:"studs,omitempty" nullable:"false"`
	danger  float64  // 1 looking, 2 dead and locked, 4 one start, 6 live from outside, 20 live at the motor's leads
	minutes float64
	usual   string   // what a machine in order shows; empty: it is worked out, or a figure
	on      []string // the bridges on which it can be done; none: all
	needs   string   // what the machine must have for it
}

// Word is an answer that is no figure.
type Word struct {
	Value string `json:"value"`
	Text  string `json:"text"`
}

// Cost of a check by its danger and its minutes.
func (c Check) Cost() float64 { return c.danger * (1 + c.minutes/20) }

// CheckOf is a check by its id; ok is false where it is none.
func CheckOf(id string) (Check, bool) {
	if i := slices.IndexFunc(checks, func(c Check) bool { return c.ID == id }); i >= 0 {
		return checks[i], true
	}
	return Check{}, false
}

// said is an answer in plain words: one of the check's own, or the figure with its unit.
func (c *Check) answer(v Value, text string) string {
	for _, w := range c.Words {
		if w.Value == v.Word {
			return w.Text
		}
	}
	return text
}
