package device

import "strings"

// Tick is something that was ticked off: its id, and where it was recorded what stood there then, the day and who:
//
//	row:P3.05
//	row:P3.05=4.70, read 2026-11-30 Ada
type Tick struct {
	ID    string
	Value string // empty: nobody wrote it
	Day   string // 2026-11-30
	Who   string
}

// TickOf reads one.
func TickOf(text string) Tick {
	rest, n, _ := SplitReading(text)
	id, value, _ := strings.Cut(rest, "=")
	return Tick{ID: id, Value: value, Day: n.Day, Who: n.Who}
}

// Set is how a row that is set to a value stands: ticked at it, or at another one, with the day and who.
type Set struct {
	Done  bool   `json:"done"`            // at the value that stands there now
	Keyed string `json:"keyed,omitempty"` // another value, which it was ticked at
	Day   string `json:"day,omitempty"`   // of the tick, 2026-11-30
	Who   string `json:"who,omitempty"`
}

// SetOf is how the row of an id stands by a list of ticks, the last of which counts. A tick without a value counts for
// any.
func SetOf(ticks []string, id, value string) (s Set) {
	for _, text := range ticks {
		if t := TickOf(text); t.ID == id {
			s = Set{Done: t.Value == "" || t.Value == value, Day: t.Day, Who: t.Who}
			if !s.Done {
				s.Keyed = t.Value
			}
		}
	}
	return s
}
