package symptom

import "graybridge/core/complaint"

// What an owner may say, and how likely he is to say each in a world.
const (
	silent        = complaint.Silent
	humsStands    = complaint.HumsStands
	crawls        = complaint.Crawls
	backward      = complaint.Backward
	relayTrips    = complaint.RelayTrips
	weak          = complaint.Weak
	motorHot      = complaint.MotorHot
	leakageTrips  = complaint.LeakageTrips
	idlerHums     = complaint.IdlerHums
	idlerHot      = complaint.IdlerHot
	lowLeg        = complaint.LowLeg
	tripsUp       = complaint.TripsUp
	tripsStopping = complaint.TripsStopping
	tripsRunning  = complaint.TripsRunning
	displayDark   = complaint.DisplayDark
	readyStands   = complaint.ReadyStands
)

type odds map[complaint.Said]float64

// None is the cause that explains everything badly.
const None = "none-of-these"

// Cause is one thing that may be wrong.
type Cause struct {
	ID     string  `json:"id"`
	Name   string  `json:"name"`
	Cure   string  `json:"cure"`
	Proof  string  `json:"proof"` // the reading that shows that it is cured
	Weight float64 `json:"-"`     // how often it is met beside the others; planning
	// Licensed work: an electrician's or a winder's.
	Licensed bool `json:"licensed,omitempty"`
}

// CauseOf is a cause by its id.
func CauseOf(id string) Cause {
	for _, c := range catalogue {
		if c.ID == id {
			return c
		}
	}
	return Cause{ID: id, Name: id}
}

// Causes are all that are known.
func Causes() []Cause { return catalogue }

// Check is something that can be looked at, felt or read.
type Check struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	Do      string  `json:"do"`
	Caution string  `json:"caution"`
	Unit    string  `json:"unit,omitempty"`
	Words   []Word  `json:"words,omitempty" nullable:"false"` // answers that are no figure
	Live    bool    `json:"live"`
	danger  float64 // 1 looking, 2 dead and locked, 6 live from outside, 20 live at the motor's leads
	minutes float64
}

// Word is an answer that is no figure.
type Word struct {
	Value string `json:"value"`
	Text  string `json:"text"`
}

// Cost of a check by its danger and its minutes.
func (c Check) Cost() float64 { return c.danger * (1 + c.minutes/20) }

// CheckOf is a check by its id; ok is false where it is none.
func CheckOf(id string) (Check, bool) {
	for _, c := range checks {
		if c.ID == id {
			return c, true
		}
	}
	return Check{}, false
}
