// Package cause is the catalogue of what can be wrong with a machine on one phase: what each is called, how often it is
// met, when it shows, what cures it and what proves the cure. The desk believes in them, "A mistake…" draws them, and
// the bring-up names them where a reading lies outside its band; all three take them from here.
package cause

import (
	"slices"

	"graybridge/core/complaint"
)

// The causes that somebody asks for by name.
const (
	None           = "none-of-these"
	CanOpen        = "run-capacitor-open"
	CanWeak        = "run-capacitor-weak"
	CanOther       = "capacitor-on-the-other-line"
	StartLeftIn    = "start-capacitor-left-in"
	WindingOpen    = "winding-open"
	TurnsShorted   = "turns-shorted"
	CoilReversed   = "coil-reversed"
	LeadsExchanged = "two-leads-exchanged"
	CapMissing     = "star-cap-missing"
	LeadOff        = "lead-off"
	OtherVolts     = "joined-for-the-other-volts"
	OtherFamily    = "other-family-of-joints"
	LoadHeavy      = "load-too-heavy"
	LoadLight      = "load-lighter"
	Drags          = "something-drags"
	VoltsLow       = "supply-volts-low"
	VoltsHigh      = "supply-volts-high"
	LineLost       = "line-lost"
	ShaftHeld      = "shaft-held"
	FrameTouch     = "winding-to-frame"
)

// Group is where a cause sits.
type Group string

// The groups.
const (
	Supply     Group = "supply"
	Protection Group = "protection"
	Leads      Group = "leads"
	Motor      Group = "motor"
	Capacitor  Group = "capacitor"
	Converter  Group = "converter"
	Drive      Group = "drive"
	Controller Group = "controller"
	Load       Group = "load"
)

// Cause is one thing that may be wrong.
type Cause struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Cure   string `json:"cure"`
	Proof  string `json:"proof"`    // the reading that shows that it is cured
	Proves string `json:"proof_by"` // the check of that reading; empty: it is seen at work
	// Licensed work: an electrician's or a winder's.
	Licensed bool `json:"licensed,omitempty"`
	// Danger is what can hurt with it, before anything else is said.
	Danger string `json:"danger,omitempty"`

	Group  Group   `json:"-"`
	Weight float64 `json:"-"` // how often it is met beside the others; guide value
	Often  string  `json:"-"` // the reason of its weight

	// On are the bridges that it can befall: capacitor, rotary, drive, dc; none: all.
	On      []string            `json:"-"`
	Needs   string              `json:"-"` // what the machine must have for it, like a tachometer; empty: nothing
	When    []complaint.When    `json:"-"` // it shows then; none: at any time
	Changed []complaint.Changed `json:"-"` // what brings it on
	Trips   []string            `json:"-"` // the kinds of a drive's trip that it ends in

	// Says and Reads are of a cause that no circuit shows: how likely an owner says each, and what a check shows where
	// it differs from a machine in order.
	Says  map[complaint.Said]float64 `json:"-"`
	Reads map[string]Shown           `json:"-"`
}

// Shown is what a check shows under a cause: a word, or so many times what a machine in order reads.
type Shown struct {
	Word   string
	Times  float64
	Strays float64 // of the logarithm of the figure
}

func is(word string) Shown                    { return Shown{Word: word} }
func times(of, strays float64) Shown          { return Shown{Times: of, Strays: strays} }
func at(w ...complaint.When) []complaint.When { return w }

type says = map[complaint.Said]float64
type shows = map[string]Shown

var all = slices.Concat(ofSupply, ofProtection, ofLeads, ofMotor, ofCapacitor, ofConverter, ofDrive, ofController,
	ofLoad, ofNothing)

// All are all that are known.
func All() []Cause { return slices.Clone(all) }

// Of is a cause by its id; one that is not known has its id for a name.
func Of(id string) Cause {
	if i := slices.IndexFunc(all, func(c Cause) bool { return c.ID == id }); i >= 0 {
		return all[i]
	}
	return Cause{ID: id, Name: id}
}

// Befalls says that a cause can befall a machine on a bridge.
func (c *Cause) Befalls(bridge string) bool { return len(c.On) == 0 || slices.Contains(c.On, bridge) }

// What a machine may have that a cause needs.
const (
	NeedsStartCan = "start capacitor"
	NeedsRelay    = "overload relay"
	NeedsBreaker  = "breaker"
	NeedsFlow     = "fan or pump"
	NeedsOthers   = "other machines on the converter"
	NeedsLink     = "serial link"
	NeedsWatch    = "watch of the input's phases"
	NeedsResistor = "braking resistor"
	NeedsTacho    = "tachometer"
	NeedsField    = "field winding"
	NeedsIR       = "IR compensation"
)

// Gates are the gates of the bring-up that work on a cause opens again.
func (c *Cause) Gates() []string {
	switch c.Group {
	case Leads:
		return []string{"joints", "ohms", "insulation", "bump", "direction", "free"}
	case Motor:
		return []string{"ohms", "insulation", "spin", "free"}
	case Capacitor, Converter:
		return []string{"bump", "direction", "free"}
	case Supply, Protection:
		return []string{"earth", "bump"}
	case Drive, Controller:
		return []string{"settings", "direction", "free"}
	case Load:
		return []string{"coupled", "loaded"}
	}
	return []string{}
}

// Timely is how well a moment fits: a cause that shows at other times is not ruled out by it, an owner mishears.
func (c *Cause) Timely(w complaint.When) float64 { return fitting(c.When, w, elsewhen) }

// BroughtOn is how well a change fits.
func (c *Cause) BroughtOn(x complaint.Changed) float64 { return fitting(c.Changed, x, elsewise) }

// How much less a cause is believed at a moment, or after a change, that is not its own; guide value.
const (
	elsewhen = 0.25
	elsewise = 0.4
	neither  = 0.6
)

func fitting[T comparable](own []T, x T, other float64) float64 {
	switch {
	case len(own) == 0:
		return neither
	case slices.Contains(own, x):
		return 1
	}
	return other
}
