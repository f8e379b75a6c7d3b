package leads

import (
	"regexp"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Method is how starts and finishes are found.
type Method string

// The methods.
const (
	AC    Method = "ac"    // low volts on one coil, a meter on another
	Flick Method = "flick" // a battery touched to one coil, the kick of a meter on another
)

// Experiment is one reading on the tape names: the pair that is fed, the pair
// the meter is on, and whether the second of the first is joined to the first
// of the second, so that the meter reads both in series.
type Experiment struct {
	Feed   [2]string
	Read   [2]string
	Series bool
}

// String writes an experiment as it is kept: "1-2 4-5", in series "1-2+4-5".
func (e Experiment) String() string {
	sign := " "
	if e.Series {
		sign = "+"
	}
	return e.Feed[0] + "-" + e.Feed[1] + sign + e.Read[0] + "-" + e.Read[1]
}

// Sense is one reading that was taken: volts over the volts fed, or the
// direction of a kick.
type Sense struct {
	Experiment
	Share float64
	Kick  int // 1 up, -1 down, 0 still
	Flick bool
	Said  string
	Line  int // of the text that it was read from, from 0
}

var senseForm = regexp.MustCompile(`^(\S+?)-([^\s+]+?)\s*(\+|\s)\s*(\S+?)-(\S+?)\s+(.+)$`)

// readSenses reads the lines of labelling readings.
func readSenses(text string, tags []string, fed float64) (out []Sense, readings []finding.Reading) {
	for at, line := range strings.Split(text, "\n") {
		line = strings.TrimSpace(line)
		if line == "" {
			continue
		}
		bad := func(problem string) {
			readings = append(readings, finding.Reading{Path: "leads.senses", Typed: line, Problem: problem,
				Wanted: "the pair fed, the pair read and the reading: 1-2 4-5 2.9, joined in series 1-2+4-5 9.1, or " +
					"1-2 4-5 up"})
		}
		m := senseForm.FindStringSubmatch(line)
		if m == nil {
			bad(noReading)
			continue
		}
		s := Sense{Experiment: Experiment{Feed: [2]string{m[1], m[2]}, Read: [2]string{m[4], m[5]},
			Series: m[3] == "+"}, Said: m[6], Line: at}
		unknownTag := ""
		for _, n := range []string{m[1], m[2], m[4], m[5]} {
			if !slices.Contains(tags, n) {
				unknownTag = n
			}
		}
		if unknownTag != "" {
			bad(noSuchLeadName(unknownTag))
			continue
		}
		switch strings.ToLower(m[6]) {
		case "up", "plus", "positive":
			s.Flick, s.Kick = true, 1
		case "down", "minus", "negative":
			s.Flick, s.Kick = true, -1
		case "still", "nothing":
			s.Flick = true
		default:
			volts, ok, err := unit.Volts.One(m[6])
			if err != nil || !ok || !(fed > 0) {
				bad(voltsUpDown)
				continue
			}
			s.Share = volts / fed
		}
		if s.Flick && s.Series {
			bad(flickOnOne)
			continue
		}
		out = append(out, s)
	}
	return out, readings
}
