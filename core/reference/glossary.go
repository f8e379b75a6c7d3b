// Package reference is what a shop keeps on the wall and no job is needed for: the words of the trade, what each bay is
// for, tables with their sources, instruments and what they cannot show, and formulas to try with one's own figures.
package reference

import (
	"slices"
	"strings"

	"graybridge/core/finding"
)

// Term is a word of the trade with its meaning in two sentences.
type Term struct {
	Name    string   `json:"name"`
	Also    []string `json:"also,omitempty" nullable:"false"` // other names, by which it is found
	America string   `json:"america,omitempty"`               // the North American name, where it differs
	Means   string   `json:"means"`
	Drawn   string   `json:"drawn,omitempty"` // a small drawing of it
	At      string   `json:"at,omitempty"`    // the bay where it is entered or computed
	// Section of docs/engine.md that says how it is computed.
	Section finding.Section `json:"section,omitempty"`
}

// Terms are all of them, by name.
func Terms() []Term {
	all := slices.Concat(supplyTerms, motorTerms, bridgeTerms)
	slices.SortFunc(all, func(a, b Term) int {
		return strings.Compare(strings.ToLower(a.Name),
			strings.ToLower(b.Name))
	})
	return all
}

// Help is what a bay is for: three sentences.
type Help struct {
	Bay   string `json:"bay"`
	Kind  string `json:"kind,omitempty"` // of the bridge, where its bay differs by it
	For   string `json:"for"`
	Needs string `json:"needs"`
	Wrong string `json:"wrong"` // what people get wrong there
}

// Helps are those of every bay; of the bridge's bay one a bridge.
func Helps() []Help { return slices.Clone(helps) }
