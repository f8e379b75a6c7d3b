package protection

import (
	"fmt"

	"graybridge/core/table"
)

// Kind of a device in a circuit as it is wired.
type DeviceKind string

// The kinds.
const (
	Isolator   DeviceKind = "isolator"
	BreakerKey DeviceKind = "breaker"
	Contactor  DeviceKind = "contactor"
	Overload   DeviceKind = "overload"
	Reverser   DeviceKind = "reverser" // a pair of contactors, or a switch with its centre off
	RunCan     DeviceKind = "run-can"
	StartCan   DeviceKind = "start-can"
	StartOut   DeviceKind = "start-out" // what takes the start capacitor out again
	Converting DeviceKind = "converter" // a drive or a DC controller
	Feeler     DeviceKind = "feeler"    // a thermistor with its relay
	Fuses      DeviceKind = "fuses"
	Brake      DeviceKind = "brake"
	MotorKey   DeviceKind = "motor"
)

// Device is one thing of a circuit: its mark on the drawing, what it is and must be.
type Device struct {
	Kind  DeviceKind `json:"kind"`
	Mark  string     `json:"mark"`
	Name  string     `json:"name"`
	Poles int        `json:"poles,omitempty"`
	Spec  string     `json:"spec"`
	There bool       `json:"there,omitempty"` // noted as fitted
}

// ContactKind is what stands on a rung.
type ContactKind string

// The kinds of contact, and the coil at a rung's end.
const (
	Opens  ContactKind = "closed" // at rest; opens when its device acts
	Closes ContactKind = "open"   // at rest
	Held   ContactKind = "start"  // a button, held in by a contact beside it
	Waits  ContactKind = "delay"
	Coil   ContactKind = "coil"
)

// Contact is one step of a rung.
type Contact struct {
	Kind  ContactKind `json:"kind" enum:"open,closed,start,delay,coil"`
	Mark  string      `json:"mark"`
	Ends  string      `json:"ends,omitempty"` // its terminals as the region numbers them
	Words string      `json:"words,omitempty"`
	Hold  string      `json:"hold,omitempty"` // whose contact holds a start in
}

// Rung is one line of a control circuit, from rail to rail.
type Rung struct {
	Title    string    `json:"title"`
	Contacts []Contact `json:"contacts" nullable:"false"`
}

// Ladder is a circuit as it is wired: its devices in the order in which power meets them, and
// its control circuit.
type Ladder struct {
	Rules   table.Rules `json:"rules"`
	Devices []Device    `json:"devices" nullable:"false"`
	Rungs   []Rung      `json:"rungs" nullable:"false"`
	Rail    string      `json:"rail"` // what the second rail is
	Says    []string    `json:"says" nullable:"false"`
}

// marks are the letters of the region: how drawings there name a device.
var marks = map[DeviceKind][2]string{ // metric, North America
	Isolator: {"Q0", "DISC"}, BreakerKey: {"Q1", "CB"}, Contactor: {"K1", "M"}, Overload: {"F1", "OL"},
	Reverser: {"S3", "SW"}, RunCan: {"C1", "C1"}, StartCan: {"C2", "C2"}, StartOut: {"K2", "SR"}, Converting: {"U1",
		"DRV"},
	Feeler: {"B1", "TH"}, Fuses: {"F0", "FU"}, Brake: {"R1", "BR"}, MotorKey: {"M1", "MTR"},
}

// Mark names a device as the region's drawings do.
func Mark(r table.Rules, k DeviceKind) string {
	if r == table.NorthAmerica {
		return marks[k][1]
	}
	return marks[k][0]
}

// Controls is what a control circuit must do.
type Controls struct {
	Rules      table.Rules
	Thermistor bool // guards the winding instead of an overload relay
	NoOverload bool // what feeds the motor limits its amps itself
	Pair       bool // forward and reverse by two contactors
	StartRelay bool // a relay takes the start capacitor out
	StartOpens string
	Fault      string // whose fault contact drops the line contactor out; empty: none
	FaultEnds  string // that contact's terminals
}

// stop and start buttons by region.
func (c Controls) button(start bool, of string) Contact {
	if c.Rules == table.NorthAmerica {
		if start {
			return Contact{Kind: Held, Mark: "START" + of}
		}
		return Contact{Kind: Opens, Mark: "STOP" + of}
	}
	if start {
		return Contact{Kind: Held, Mark: "S1" + of, Ends: "13-14"}
	}
	return Contact{Kind: Opens, Mark: "S0" + of, Ends: "11-12"}
}

// ends are a device's terminals where the region numbers them.
func (c Controls) ends(s string) string {
	if c.Rules == table.NorthAmerica {
		return ""
	}
	return s
}

// Rungs is the control circuit: stop, start held in by the contactor itself, what guards the
// winding, the coil. Nothing comes back by itself when the supply returns.
func (c Controls) Rungs() []Rung {
	k := Mark(c.Rules, Contactor)
	guard := []Contact{{Kind: Opens, Mark: Mark(c.Rules, Overload), Ends: c.ends("95-96"), Words: "its relay"}}
	switch {
	case c.Thermistor:
		guard[0] = Contact{Kind: Opens, Mark: Mark(c.Rules, Feeler), Ends: c.ends("11-14"), Words: "winding's heat"}
	case c.NoOverload:
		guard = nil
	}
	if c.Fault != "" {
		guard = append(guard, Contact{Kind: Opens, Mark: Mark(c.Rules, Converting), Ends: c.FaultEnds,
			Words: "no fault at " + c.Fault})
	}
	stop := c.button(false, "")
	stop.Words = "stop"
	out := []Rung{}
	type way struct{ coil, other, title, press, button string }
	ways := []way{{k, "", "Motor", "start", ""}}
	if c.Pair {
		ways = []way{{k + "F", k + "R", "Forward", "Forward", "F"}, {k + "R", k + "F", "Reverse", "Reverse", "R"}}
	}
	for _, w := range ways {
		start := c.button(true, w.button)
		start.Hold, start.Words = w.coil, w.press
		contacts := []Contact{stop, start}
		if w.other != "" {
			contacts = append(contacts, Contact{Kind: Opens, Mark: w.other, Ends: c.ends("21-22"),
				Words: "other is out"})
		}
		contacts = append(contacts, guard...)
		out = append(out, Rung{w.title, append(contacts, Contact{Kind: Coil, Mark: w.coil, Ends: c.ends("A1-A2"),
			Words: "line"})})
	}
	if c.StartRelay {
		by := Contact{Kind: Closes, Mark: k, Ends: c.ends("43-44"), Words: "runs"}
		if c.Pair {
			by.Mark, by.Words = k+"F/"+k+"R", "either runs"
		}
		out = append(out, Rung{"Start capacitor", []Contact{by,
			{Kind: Opens, Mark: "KV", Words: c.StartOpens},
			{Kind: Opens, Mark: "T1", Words: "2 s at most"},
			{Kind: Coil, Mark: Mark(c.Rules, StartOut), Ends: c.ends("A1-A2"), Words: "start can"}}})
	}
	return out
}

// Interlocked says of a circuit's rungs that no two coils that may not be in together can be:
// each stands behind the other's closed contact. Named coils are the pair.
func Interlocked(rungs []Rung, a, b string) bool {
	behind := func(coil, other string) bool {
		for _, r := range rungs {
			if last := r.Contacts[len(r.Contacts)-1]; last.Mark != coil {
				continue
			}
			for _, c := range r.Contacts {
				if c.Kind == Opens && c.Mark == other {
					return true
				}
			}
		}
		return false
	}
	return behind(a, b) && behind(b, a)
}

// Drops says of a rung that losing the supply drops it out for good: its only way in besides
// contacts that open is a button held by its own coil.
func (r Rung) Drops() bool {
	coil := r.Contacts[len(r.Contacts)-1]
	for _, c := range r.Contacts {
		if c.Kind == Held {
			return coil.Kind == Coil && c.Hold == coil.Mark
		}
	}
	return false
}

// String is a rung in words.
func (r Rung) String() string {
	s := ""
	for i, c := range r.Contacts {
		if i > 0 {
			s += ", "
		}
		s += c.Mark
		if c.Words != "" {
			s += fmt.Sprintf(" (%s)", c.Words)
		}
	}
	return s
}
