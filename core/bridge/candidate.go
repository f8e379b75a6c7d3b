package bridge

import (
	"regexp"
	"strings"

	"graybridge/core/finding"
)

// Candidate is a device that may be bought, by its plate, weighed for this machine.
type Candidate struct {
	Plate string        `json:"plate"`
	Name  string        `json:"name"`
	Price string        `json:"price,omitempty"`
	Grade finding.Grade `json:"grade"`
	Words string        `json:"words"`
	Text  string        `json:"text"` // what it lacks, or why it fits
	Also  string        `json:"also"` // what it asks beside itself
}

// MostCandidates are laid beside each other.
const MostCandidates = 6

var priced = regexp.MustCompile(`^(.*);\s*((?:[€$£]\s*)?\d+(?:[.,]\d+)?\s*(?:[€$£]|[A-Z]{3})?)\s*$`)

// Priced parts a line into the plate and the price behind a semicolon; empty: none stands there.
func Priced(line string) (plate, price string) {
	if m := priced.FindStringSubmatch(line); m != nil {
		return strings.TrimSpace(m[1]), strings.TrimSpace(m[2])
	}
	return line, ""
}
