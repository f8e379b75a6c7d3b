package bridge

import (
	"fmt"
	"slices"
)

// TripKind is why a device gives up, whatever it shows; each sort of device has its own.
type TripKind string

// Trip is what a device's display or lamp shows where it gives up, and what kind of trip that is.
type Trip struct {
	Code string   `json:"code"`
	Kind TripKind `json:"kind"`
	Text string   `json:"text,omitempty"` // as its leaflet has it
}

// TripLine is a trip with what it says and what to look at first.
type TripLine struct {
	Code string `json:"code"`
	Says string `json:"says"`
	Look string `json:"look"`

	Kind TripKind `json:"-"`
}

// TripLines are the trips of a profile, each with its leaflet's words, else those of its kind.
func TripLines(trips []Trip, says, look map[TripKind]string) []TripLine {
	out := []TripLine{}
	for _, t := range trips {
		text := t.Text
		if text == "" {
			text = says[t.Kind]
		}
		out = append(out, TripLine{t.Code, text, look[t.Kind], t.Kind})
	}
	return out
}

// CheckTrips names every trip whose kind is not known, or whose code does not stand once. like is a kind for an
// example, shown says what a code is.
func CheckTrips(trips []Trip, kinds []TripKind, like TripKind, shown string, add func(path, found, wanted string)) {
	seen := map[string]bool{}
	for i, t := range trips {
		at := fmt.Sprintf("trips[%d]", i)
		if !slices.Contains(kinds, t.Kind) {
			add(at+".kind", fmt.Sprintf("%q", string(t.Kind)), "a kind of trip, like "+string(like))
		}
		if t.Code == "" || seen[t.Code] {
			add(at+".code", fmt.Sprintf("%q", t.Code), shown+", once")
		}
		seen[t.Code] = true
	}
}

// TripNamings are kinds of trips with their names, as a profile's editor offers them.
func TripNamings(kinds []TripKind, says map[TripKind]string) (out []Naming) {
	for _, k := range kinds {
		out = append(out, Naming{Word: string(k), Name: says[k]})
	}
	return out
}
