// Package protection sizes what stands between the outlet and the motor: breaker,
// conductor and overload relay, by the workshop's rule set. Every figure is for
// planning; local rules and a licensed person decide.
package protection

import (
	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Relay is how the overload relay is wired, or what stands in its place.
type Relay string

// The ways to guard the windings on a capacitor bridge.
const (
	NoRelay     Relay = "none"
	SupplyLines Relay = "supply-lines" // line 1 through one pole, the return through the other two
	MotorLeads  Relay = "motor-leads"  // one pole in each motor lead, capacitor ahead of the third
	Thermistor  Relay = "thermistor"   // no amps watched: the winding's own heat opens the contactor
)

// Entry is the protection as it is or will be.
type Entry struct {
	Breaker   string `json:"breaker,omitempty" example:"10 A" device:"breaker"`
	Conductor string `json:"conductor,omitempty" example:"1.5 mm²" device:"wire"`
	Relay     Relay  `json:"relay,omitempty" enum:"none,supply-lines,motor-leads,thermistor"`
	RelaySet  string `json:"relay_set,omitempty" example:"4.5 A" device:"relay"`
	// RelayClass is printed on the relay; empty: class 10 is taken.
	RelayClass Class `json:"relay_class,omitempty" enum:"10,20"`
}

// Protection is what was read. 0 and a zero Conductor mean not entered.
type Protection struct {
	Breaker   float64
	Conductor unit.Conductor
	Relay     Relay
	RelaySet  float64
	Class     Class
}

// Read reads the entry where some rules hold: they say in what sizes of wire are told.
func Read(e Entry, rules table.Rules) (Protection, []finding.Reading) {
	p := Protection{Relay: e.Relay, Class: e.RelayClass}
	var readings []finding.Reading
	amps := func(field, typed string, read func(string) (float64, bool, error), into *float64) {
		if typed == "" {
			return
		}
		x, ok, err := read(typed)
		r := finding.Reading{Path: "protection." + field, Typed: typed}
		if err != nil || !ok {
			r.Problem, r.Wanted = finding.NotRead, "one number, like 10 A"
		} else {
			*into, r.ReadAs = x, unit.Rating(x)
		}
		readings = append(readings, r)
	}
	amps("breaker", e.Breaker, unit.Breaker, &p.Breaker)
	amps("relay_set", e.RelaySet, unit.Amps.One, &p.RelaySet)
	if e.Conductor != "" {
		c, ok, err := unit.ParseConductorIn(rules == table.NorthAmerica, e.Conductor)
		r := finding.Reading{Path: "protection.conductor", Typed: e.Conductor}
		if err != nil || !ok {
			r.Problem, r.Wanted = finding.NotRead, unit.Wanted(err, unit.Area.Example)
		} else {
			p.Conductor, r.ReadAs = c, c.String()
		}
		readings = append(readings, r)
	}
	return p, readings
}
