// Package device says whether a thing that an entry names hangs there: it is wanted, it is bought,
// or somebody has seen it. The state stands behind the entry's own text, so that it goes where the
// entry goes:
//
//	10 A                               seen, nobody wrote when: what a person types
//	10 A, wanted                       the plan's advice, taken by its button
//	10 A, bought 2026-11-30 Ada        a record: the day, and who
//	10 A, seen 2026-11-30 Ada
//
// A choice that has no text of its own is "wanted" or "bought" by itself. A reading that came from the
// bring-up says so in the same way, with its day:
//
//	90 MΩ, read 2026-11-30 Ada
package device

import (
	"regexp"
	"strings"
)

// State of a device.
type State string

// The states. What a person typed without one counts as seen.
const (
	Seen   State = "seen"
	Wanted State = "wanted"
	Bought State = "bought"
	Read   State = "read" // of a reading: when, and by whom
)

// Noted is a device as an entry has it.
type Noted struct {
	Path  string `json:"path"`  // of the entry
	Word  string `json:"word"`  // "breaker"
	Value string `json:"value"` // as typed, without its state
	State State  `json:"state" enum:"seen,wanted,bought,read"`
	Day   string `json:"day,omitempty"` // of the record, 2026-11-30
	Who   string `json:"who,omitempty"`
}

var written = regexp.MustCompile(`(?i)^(?:(.*?)[,;\s]+)?(wanted|bought|seen)(?:\s+(?:on\s+)?(\d{4}-\d{2}-\d{2}))?` +
	`(?:,?\s+(?:by\s+)?(\S.*?))?\s*$`)

// Split takes the state off an entry's text.
func Split(text string) (value string, n Noted) {
	m := written.FindStringSubmatch(text)
	if m == nil {
		return text, Noted{Value: text, State: Seen}
	}
	n = Noted{Value: strings.TrimSpace(m[1]), State: State(strings.ToLower(m[2])), Day: m[3], Who: m[4]}
	return n.Value, n
}

var read = regexp.MustCompile(`^(.*?)[,;\s]+(read) (\d{4}-\d{2}-\d{2})(?: (\S.*?))?\s*$`)

// SplitReading takes off a reading's text when and by whom it was read; ok is false where that does
// not stand there.
func SplitReading(text string) (value string, n Noted, ok bool) {
	m := read.FindStringSubmatch(text)
	if m == nil {
		return text, Noted{Value: text, State: Seen}, false
	}
	n = Noted{Value: m[1], State: Read, Day: m[3], Who: m[4]}
	return n.Value, n, true
}

// AsRead is a reading with its day and who took it.
func AsRead(value, day, who string) string {
	return strings.TrimSpace(value + ", " + string(Read) + " " + day + " " + who)
}

// As is a value in a state; an empty value is that of a choice. Nothing stays nothing.
func As(value string, s State) string {
	if value == "" {
		return string(s)
	}
	return value + ", " + string(s)
}
