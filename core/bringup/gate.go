package bringup

import (
	"slices"

	"graybridge/core/finding"
	"graybridge/core/logbook"
)

// GateID names a gate of the bring-up.
type GateID string

// The gates in their order. Those of the first line cannot be skipped, nor Earth and Guards.
const (
	LockOff, ProveDead, Discharge GateID = "lock-off", "prove-dead", "discharge"

	Brushes    GateID = "brushes"
	Joints     GateID = "joints"
	Match      GateID = "match"
	Ohms       GateID = "ohms"
	Insulation GateID = "insulation"
	Earth      GateID = "earth"
	FirstSpin  GateID = "spin"
	Settings   GateID = "settings"
	Guards     GateID = "guards"
	FieldFirst GateID = "field"
	IdlerFirst GateID = "idler"
	Bump       GateID = "bump"
	Direction  GateID = "direction"
	Free       GateID = "free"
	Coupled    GateID = "coupled"
	Loaded     GateID = logbook.LoadedGate
	FirstHour  GateID = "hour"
	Retorque   GateID = "retorque"
)

// Gate is one step of the bring-up: what to do, the caution that stands with it, what it waits
// for, what is read at it, and what of the plan it stands on.
type Gate struct {
	ID      GateID         `json:"id"`
	Title   string         `json:"title"`
	Do      []string       `json:"do" nullable:"false"`
	Caution string         `json:"caution,omitempty"`
	By      string         `json:"by"` // whose work it is
	After   []GateID       `json:"after" nullable:"false"`
	Must    bool           `json:"must"`            // it cannot be skipped
	Opens   string         `json:"opens,omitempty"` // the take whose reading alone opens it
	Asks    []string       `json:"asks" nullable:"false" doc:"takes without which it is not passed"`
	Wait    *Wait          `json:"wait,omitempty"`
	Takes   []Take         `json:"takes" nullable:"false"`
	Basis   []logbook.Fact `json:"basis" nullable:"false"`
	IfNot   string         `json:"if_not"`            // what to do when it fails
	OnCard  string         `json:"-"`                 // its line on the card; empty: none
	Fed     bool           `json:"fed"`               // the machine is fed for it
	Waits   string         `json:"of_plan,omitempty"` // what the plan itself holds it back for
}

// Wait is how long to wait before the volts are read, and where that comes from.
type Wait struct {
	Seconds float64     `json:"seconds"`
	Text    string      `json:"text"`
	Why     finding.Why `json:"why"`
}

// Ground is what the gates are made of: the card's lines and what the bridge says besides.
type Ground struct {
	Bridge   string // capacitor, rotary, drive or dc
	Idler    bool   // the idler of a converter itself
	Field    bool   // a brushed motor with a field winding
	Held     string // what holds a charge, in words; empty: nothing is known to
	Link     bool   // it is a drive's link: never shorted
	LinkWait string // as the drive's profile says it
	Wait     *Wait
	Plate    string
	Card     *Card
	Load     []logbook.Fact
	Turns    string  // the wanted direction in words; empty: not said
	Dip      float64 // share of its volts that the line loses at the start; 0: not known
	Stop     string  // why nothing may be fed; empty: nothing against it
}

// Gates makes the gates of a machine's bring-up.
func Gates(g Ground) []Gate {
	var gates []Gate
	for _, id := range sequence(g) {
		one := g.gate(id)
		one.ID = id
		if one.Do == nil {
			one.Do = []string{}
		}
		one.Basis = g.basis(id)
		gates = append(gates, one)
	}
	for i := range gates {
		gates[i].After = after(gates[:i])
		if gates[i].Fed && g.Stop != "" {
			gates[i].Waits = g.Stop
		}
		gates[i].Takes = append(gates[i].Takes, g.takes(gates[i].ID)...)
		if gates[i].Takes == nil {
			gates[i].Takes = []Take{}
		}
		gates[i].Asks = gates[i].asks()
	}
	return gates
}

// asks are the takes without which a gate does not pass: those of the gates that are nothing
// but a reading.
func (g *Gate) asks() []string {
	out := []string{}
	switch g.ID {
	case Discharge, Ohms, Insulation, Earth, FieldFirst:
		for _, t := range g.Takes {
			out = append(out, t.ID)
		}
	}
	return out
}

// sequence of the gates for a ground.
func sequence(g Ground) []GateID {
	ids := []GateID{LockOff, ProveDead, Discharge, Joints, Match, Ohms, Insulation, Earth, FirstSpin, Settings, Guards,
		Bump, Direction, Free, Coupled, Loaded, FirstHour, Retorque}
	put := func(before, one GateID) { ids = slices.Insert(ids, slices.Index(ids, before), one) }
	switch {
	case g.Bridge == "dc":
		put(Joints, Brushes)
		if g.Field {
			put(Bump, FieldFirst)
		}
	case g.Bridge == "rotary" && g.Idler: // nothing is coupled to it, ever
		ids = slices.DeleteFunc(ids, func(id GateID) bool { return id == Coupled || id == Loaded })
	case g.Bridge == "rotary":
		put(Bump, IdlerFirst)
	}
	return ids
}

// after are the gates that a gate waits for, given those before it: the last that stands
// itself on all the others. What is looked at dead may be done in any order once the joints
// match; what is fed waits for all of it.
func after(before []Gate) []GateID {
	if len(before) == 0 {
		return []GateID{}
	}
	dead := []GateID{Ohms, Insulation, Earth, FirstSpin}
	last := before[len(before)-1].ID
	if !slices.Contains(dead, last) {
		return []GateID{last}
	}
	out := []GateID{}
	for _, g := range before {
		if slices.Contains(dead, g.ID) {
			out = append(out, g.ID)
		}
	}
	if len(before) >= 1 && len(out) < len(dead) { // one of the dead ones itself
		return []GateID{Match}
	}
	return out
}

// basis are the facts of the plan that a gate stands on: when one of them changes, it opens
// again.
func (g Ground) basis(id GateID) []logbook.Fact {
	facts := func(lines []Line) (out []logbook.Fact) {
		for _, l := range lines {
			out = append(out, logbook.Fact{Name: l.Name, Value: l.Value})
		}
		return out
	}
	joints := g.Card.JointFacts()
	plate := []logbook.Fact{{Name: "Plate", Value: g.Plate}}
	bridge := []logbook.Fact{{Name: "Bridge", Value: g.Bridge}}
	turns := []logbook.Fact{{Name: "Direction wanted", Value: g.Turns}}
	if g.Turns == "" {
		turns[0].Value = "not said"
	}
	parts, settings := facts(g.Card.Parts), facts(g.Card.Settings)
	switch id {
	case LockOff, ProveDead, Discharge:
		return slices.Concat(bridge, joints, parts)
	case Joints, Match, Retorque:
		return slices.Concat(bridge, joints)
	case Ohms:
		return slices.Concat(plate, joints)
	case Insulation, Brushes, FirstSpin:
		return plate
	case Earth:
		return slices.Concat(plate, bridge)
	case Guards:
		return slices.Concat(bridge, g.Load)
	case Settings:
		return slices.Concat(bridge, settings)
	case Bump, Direction, FieldFirst, IdlerFirst:
		return slices.Concat(plate, bridge, joints, parts, turns)
	}
	return slices.Concat(plate, bridge, joints, parts, settings, g.Load)
}

// JointFacts are the joints of a card: each named by its place and told by its leads, those of one
// name in one.
func (c *Card) JointFacts() (out []logbook.Fact) {
	for _, l := range c.Joints {
		f := logbook.Fact{Name: "Joint, " + l.Name, Value: l.Value}
		i := slices.IndexFunc(out, func(o logbook.Fact) bool { return o.Name == f.Name })
		if i < 0 {
			out = append(out, f)
			continue
		}
		out[i].Value += "; " + f.Value
	}
	return out
}

// takes are the card's readings that belong to a gate.
func (g Ground) takes(id GateID) (out []Take) {
	for _, r := range g.Card.Readings {
		if r.Gate != id {
			continue
		}
		for _, t := range r.Takes {
			t.When = r.When
			out = append(out, t)
		}
	}
	return out
}

// Checks are the gates' lines as the card prints them.
func Checks(gates []Gate) []string {
	out := []string{}
	for _, g := range gates {
		if g.OnCard != "" {
			out = append(out, g.OnCard)
		}
	}
	return out
}
