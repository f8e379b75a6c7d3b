package supply

import (
	"graybridge/core/finding"
	"graybridge/core/table"
)

// Look is a link that nobody has looked at yet, and where it is entered.
type Look struct{ Name, Entry string }

// Unseen are the links that nobody has looked at, whatever the motor takes.
func (s Supply) Unseen(rules table.Rules) (out []Look) {
	if s.wall != nil {
		s = *s.wall
	}
	w := waller{s, rules, Taker{Draw: &Draw{}}, 0}
	for _, l := range w.links() {
		if l.Grade == finding.Open {
			out = append(out, Look{l.Name, l.Entry})
		}
	}
	return out
}
