// Package complaint is what an owner says is wrong with a machine, and what was looked at and read since: kept with the
// machine, so that it is there again on another device and both at one desk see it.
package complaint

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/openfile"
)

// Said is what an owner says of the machine.
type Said string

// What may be said.
const (
	Silent       Said = "silent"
	HumsStands   Said = "hums-stands"
	Crawls       Said = "crawls"
	Backward     Said = "backward"
	RelayTrips   Said = "relay-after-minutes"
	Weak         Said = "weak"
	MotorHot     Said = "motor-hot"
	LeakageTrips Said = "earth-leakage-trips"
	IdlerHums    Said = "idler-hums"
	IdlerHot     Said = "idler-hot"
	LowLeg       Said = "low-leg"

	// Of a drive.
	TripsUp       Said = "trips-coming-up"
	TripsStopping Said = "trips-stopping"
	TripsRunning  Said = "trips-running"
	DisplayDark   Said = "display-dark"
	ReadyStands   Said = "ready-stands"
)

// Sayings are all of them.
var Sayings = []Said{Silent, HumsStands, Crawls, Backward, RelayTrips, Weak, MotorHot, LeakageTrips, IdlerHums,
	IdlerHot, LowLeg, TripsUp, TripsStopping, TripsRunning, DisplayDark, ReadyStands}

// Dangers are what ends every thought of feeding it again until somebody has looked.
var Dangers = []string{"smoke", "tingle", "water", "bulging", "bare"}

// Entry is a complaint as it stands.
type Entry struct {
	Danger []string `json:"danger,omitempty" by:"hand" nullable:"false" maxItems:"10" label:"danger" doc:"smoke, tingle, water, bulging, bare"`
	Said   []string `json:"said,omitempty" by:"hand" nullable:"false" maxItems:"20" label:"what is wrong" doc:"hums-stands, motor-hot …"`
	Told   []string `json:"told,omitempty" by:"hand" nullable:"false" maxItems:"80" label:"what was looked at" doc:"CHECK=VALUE; CHECK= for one that cannot be done"`
}

// Check refuses what nobody says, and what is no answer to a check.
func (e *Entry) Check() (bad openfile.Problems) {
	for i, s := range e.Danger {
		if !slices.Contains(Dangers, s) {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("danger[%d]", i), Found: fmt.Sprintf("%q", s),
				Wanted: "smoke, tingle, water, bulging or bare"})
		}
	}
	for i, s := range e.Said {
		if !slices.Contains(Sayings, Said(s)) {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("said[%d]", i), Found: fmt.Sprintf("%q", s),
				Wanted: "what may be said, like hums-stands"})
		}
	}
	for i, t := range e.Told {
		if check, value, ok := strings.Cut(t, "="); !ok || check == "" || len(check) > 40 || len(value) > 200 {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("told[%d]", i), Found: fmt.Sprintf("%q", t),
				Wanted: "a check and what was read, like microfarad=12"})
		}
	}
	return bad
}

// Told is a check with what was read; an empty value is one that could not be done.
type Told struct{ Check, Value string }

// Answers are what was looked at, in order.
func (e *Entry) Answers() (out []Told) {
	for _, t := range e.Told {
		check, value, _ := strings.Cut(t, "=")
		out = append(out, Told{check, value})
	}
	return out
}

// Complaints are what is said.
func (e *Entry) Complaints() (out []Said) {
	for _, s := range e.Said {
		out = append(out, Said(s))
	}
	return out
}
