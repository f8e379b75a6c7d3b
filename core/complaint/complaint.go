// Package complaint is what an owner says is wrong with a machine, and what was looked at and read since: kept with the
// machine, so that it is there again on another device and both at one desk see it.
package complaint

import (
	"fmt"
	"regexp"
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
	StartsSpun   Said = "starts-when-spun"
	Crawls       Said = "crawls"
	Backward     Said = "backward"
	BreakerTrips Said = "breaker-trips" // or a fuse
	RelayTrips   Said = "relay-after-minutes"
	Weak         Said = "weak"
	MotorHot     Said = "motor-hot"
	CanHot       Said = "capacitor-hot"
	WireHot      Said = "wire-hot"
	LeakageTrips Said = "earth-leakage-trips"
	Loud         Said = "loud"
	Shakes       Said = "shakes"
	Wanders      Said = "speed-wanders"
	Sparks       Said = "sparks"
	StartsAlone  Said = "starts-by-itself"

	// Of a converter.
	IdlerHums Said = "idler-hums"
	IdlerHot  Said = "idler-hot"
	LowLeg    Said = "low-leg"

	// Of a drive.
	TripsUp       Said = "trips-coming-up"
	TripsStopping Said = "trips-stopping"
	TripsRunning  Said = "trips-running"
	DisplayDark   Said = "display-dark"
	ReadyStands   Said = "ready-stands"
	DriveHot      Said = "drive-hot"
	ResistorHot   Said = "resistor-hot"
	Lies          Said = "display-lies"

	// Of a DC motor.
	RunsAway Said = "runs-away"
	Creeps   Said = "creeps-at-zero"
	TooSlow  Said = "not-to-its-speed"
)

// Sayings are all of them.
var Sayings = []Said{Silent, HumsStands, StartsSpun, Crawls, Backward, BreakerTrips, RelayTrips, Weak, MotorHot, CanHot,
	WireHot, LeakageTrips, Loud, Shakes, Wanders, Sparks, StartsAlone, IdlerHums, IdlerHot, LowLeg, TripsUp,
	TripsStopping, TripsRunning, DisplayDark, ReadyStands, DriveHot, ResistorHot, Lies, RunsAway, Creeps, TooSlow}

// Dangers are what ends every thought of feeding it again until somebody has looked.
var Dangers = []string{"smoke", "tingle", "water", "bulging", "bare"}

// When is the moment at which it goes wrong.
type When string

// The moments.
const (
	SwitchingOn  When = "switching-on"
	ComingUp     When = "coming-up"
	Idling       When = "idling"
	AtWork       When = "at-work"
	AfterMinutes When = "after-minutes"
	Stopping     When = "stopping"
	NowAndThen   When = "now-and-then"
)

// Whens are all of them.
var Whens = []When{SwitchingOn, ComingUp, Idling, AtWork, AfterMinutes, Stopping, NowAndThen}

// Changed is what has changed since it last ran well.
type Changed string

// What may have changed.
const (
	Moved       Changed = "moved"
	Rewired     Changed = "rewired"
	OtherLoad   Changed = "other-load"
	OtherCan    Changed = "other-capacitor"
	OtherSupply Changed = "other-supply"
	OtherKeys   Changed = "settings"
	LongRest    Changed = "long-rest"
	Wet         Changed = "wet"
	NewMachine  Changed = "never-ran-well"
)

// Changes are all of them.
var Changes = []Changed{Moved, Rewired, OtherLoad, OtherCan, OtherSupply, OtherKeys, LongRest, Wet, NewMachine}

// Entry is a complaint as it stands.
type Entry struct {
	Danger  []string `json:"danger,omitempty" by:"hand" nullable:"false" maxItems:"10" label:"danger" doc:"smoke, tingle, water, bulging, bare"`
	Said    []string `json:"said,omitempty" by:"hand" nullable:"false" maxItems:"40" label:"what is wrong" doc:"hums-stands, motor-hot …"`
	When    []string `json:"when,omitempty" by:"hand" nullable:"false" maxItems:"10" label:"when it goes wrong" doc:"switching-on, after-minutes …"`
	Changed []string `json:"changed,omitempty" by:"hand" nullable:"false" maxItems:"10" label:"what changed" doc:"moved, rewired …"`
	Code    string   `json:"code,omitempty" by:"hand" maxLength:"40" label:"code on the display" doc:"of a trip, as the display shows it"`
	Told    []string `json:"told,omitempty" by:"hand" nullable:"false" maxItems:"80" label:"what was looked at" doc:"CHECK=VALUE; CHECK= for one that cannot be done; CHECK=!VALUE for one that was read twice"`
	Cured   []string `json:"cured,omitempty" by:"hand" nullable:"false" maxItems:"20" label:"what was mended" doc:"causes that were cured, and the complaint stayed"`
	Proof   string   `json:"proof,omitempty" by:"hand" maxLength:"200" label:"the reading that proves it" doc:"CHECK=VALUE after the cure"`
}

// word is an id of a cause.
var word = regexp.MustCompile(`^[a-z][a-z0-9-]{1,39}$`)

// Check refuses what nobody says, and what is no answer to a check.
func (e *Entry) Check() (bad openfile.Problems) {
	bad = append(bad, refused("danger", e.Danger, Dangers, "smoke, tingle, water, bulging or bare")...)
	bad = append(bad, refused("said", e.Said, Sayings, "what may be said, like hums-stands")...)
	bad = append(bad, refused("when", e.When, Whens, "a moment, like switching-on")...)
	bad = append(bad, refused("changed", e.Changed, Changes, "what may have changed, like moved")...)
	for i, t := range e.Told {
		if !answers(t) {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("told[%d]", i), Found: fmt.Sprintf("%q", t),
				Wanted: "a check and what was read, like microfarad=12"})
		}
	}
	for i, c := range e.Cured {
		if !word.MatchString(c) {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("cured[%d]", i), Found: fmt.Sprintf("%q", c),
				Wanted: "a cause, like run-capacitor-open"})
		}
	}
	if e.Proof != "" && !answers(e.Proof) {
		bad = append(bad, openfile.Problem{Path: "proof", Found: fmt.Sprintf("%q", e.Proof),
			Wanted: "a check and what was read, like microfarad=12"})
	}
	return bad
}

// refused are those of some words that are none of the known.
func refused[T ~string](name string, all []string, known []T, wanted string) (bad openfile.Problems) {
	for i, s := range all {
		if !slices.Contains(known, T(s)) {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("%s[%d]", name, i), Found: fmt.Sprintf("%q", s),
				Wanted: wanted})
		}
	}
	return bad
}

// answers says that a text is a check with what was read.
func answers(text string) bool {
	check, value, ok := strings.Cut(text, "=")
	return ok && check != "" && len(check) <= 40 && len(value) <= 200
}

// Told is a check with what was read; an empty value is one that could not be done. Sure is one that was read twice:
// it is not asked back.
type Told struct {
	Check, Value string
	Sure         bool
}

// Answers are what was looked at, in order.
func (e *Entry) Answers() (out []Told) {
	for _, t := range e.Told {
		out = append(out, told(t))
	}
	return out
}

// Proved is what was read after the cure; false where nothing was.
func (e *Entry) Proved() (Told, bool) { return told(e.Proof), e.Proof != "" }

func told(text string) Told {
	check, value, _ := strings.Cut(text, "=")
	value, sure := strings.CutPrefix(value, "!")
	return Told{check, value, sure}
}

// Complaints are what is said.
func (e *Entry) Complaints() (out []Said) {
	for _, s := range e.Said {
		out = append(out, Said(s))
	}
	return out
}
