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

// Ticked is the last tick of an id in a list; false where there is none.
func Ticked(list []string, id string) (t Tick, ok bool) {
	for _, text := range list {
		if one := TickOf(text); one.ID == id {
			t, ok = one, true
		}
	}
	return t, ok
}
