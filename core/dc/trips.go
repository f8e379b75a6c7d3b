package dc

import (
	"fmt"
	"slices"
)

// Trip is what its lamp or display shows where it gives up, and what kind of trip that is.
type Trip struct {
	Code string   `json:"code"`
	Kind TripKind `json:"kind"`
	Text string   `json:"text,omitempty"` // as its leaflet has it
}

// TripKind is why a controller gives up, whatever it shows.
type TripKind string

// The kinds.
const (
	CurrentLimited TripKind = "current-limit"
	OverCurrent    TripKind = "over-current"
	FieldLost      TripKind = "field-lost"
	TachoLost      TripKind = "tachometer-lost"
	UnderVolts     TripKind = "under-volts"
	OverHeat       TripKind = "over-heat"
	OtherTrip      TripKind = "other"
)

var tripKinds = []TripKind{CurrentLimited, OverCurrent, FieldLost, TachoLost, UnderVolts, OverHeat, OtherTrip}

// TripLine is a trip with what it says and what to look at first.
type TripLine struct {
	Code, Says, Look string
	Kind             TripKind
}

// TripLines are what a controller may show where it gives up; none of one whose profile has none, or that nobody chose.
func TripLines(p *Profile) (out []TripLine) {
	if p == nil {
		return nil
	}
	for _, t := range p.Trips {
		says := t.Text
		if says == "" {
			says = tripSays[t.Kind]
		}
		out = append(out, TripLine{t.Code, says, tripLook[t.Kind], t.Kind})
	}
	return out
}

func (p *Profile) validateTrips(add func(path, found, wanted string)) {
	seen := map[string]bool{}
	for i, t := range p.Trips {
		at := fmt.Sprintf("trips[%d]", i)
		if !slices.Contains(tripKinds, t.Kind) {
			add(at+".kind", fmt.Sprintf("%q", string(t.Kind)), "a kind of trip, like field-lost")
		}
		if t.Code == "" || seen[t.Code] {
			add(at+".code", fmt.Sprintf("%q", t.Code), "what its lamp or display shows, once")
		}
		seen[t.Code] = true
	}
}
