package bridge

import (
	"graybridge/core/finding"
	"graybridge/core/unit"
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

// mostCandidates are laid beside each other.
const mostCandidates = 6

// Offered is one line of devices that may be bought, with what its plate says; Profile is nil where it is no plate.
type Offered[P any] struct {
	Profile      *P
	Reading      finding.Reading
	plate, price string
}

// Asked is how lines of devices that may be bought are read: where they stand, what is said of one too many, and an
// example of a plate and of a line with its price.
type Asked struct{ Path, TooMany, Plate, Line string }

// ReadOffered reads the plates of devices that may be bought, one a line, a price behind a semicolon.
func ReadOffered[P any](text string, asked Asked, read func(plate string) (*P, finding.Reading)) (out []Offered[P]) {
	for line := range unit.Lines(text) {
		one := Offered[P]{}
		one.plate, one.price = unit.Priced(line)
		one.Profile, one.Reading = read(one.plate)
		one.Reading.Path, one.Reading.Typed = asked.Path, line
		if len(out) >= mostCandidates {
			one.Profile, one.Reading.ReadAs = nil, ""
			one.Reading.Problem, one.Reading.Wanted = asked.TooMany, asked.Plate
		} else if one.Reading.Problem != "" {
			one.Reading.Wanted = asked.Line
		}
		out = append(out, one)
	}
	return out
}

// Candidates weighs what may be bought. weigh gives everything but plate and price; what does not fit asks nothing
// besides.
func Candidates[P any](offered []Offered[P], weigh func(*P) Candidate) []Candidate {
	out := []Candidate{}
	for _, one := range offered {
		if one.Profile == nil {
			continue
		}
		c := weigh(one.Profile)
		c.Plate, c.Price = one.plate, one.price
		if c.Grade == finding.Stop {
			c.Also = ""
		}
		out = append(out, c)
	}
	return out
}
