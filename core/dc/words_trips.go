package dc

import "graybridge/core/bridge"

// tripSays are the kinds in plain words.
var tripSays = map[TripKind]string{
	CurrentLimited: "It holds its current limit",
	OverCurrent:    "Too many amps in the armature",
	FieldLost:      "The field has no current",
	TachoLost:      "The tachometer says nothing",
	UnderVolts:     "Its line is too low, or gone",
	OverHeat:       "It is too hot",
	OtherTrip:      "Another trip",
}

// tripLook is what to look at first, by kind.
var tripLook = map[TripKind]string{
	CurrentLimited: "Is the machine stuck or too heavy? Else compare the trim for the current limit with the card.",
	OverCurrent:    "Off, locked: armature to frame, brushes, then the current limit.",
	FieldLost:      "Off, locked: follow the field's two wires. Without its field it runs away or burns.",
	TachoLost:      "Off, locked: its coupling and its two wires.",
	UnderVolts:     "Measure its line while it pulls: a loose screw, a long cord.",
	OverHeat:       "Dust, its fins, too little air, a load that is too heavy.",
	OtherTrip:      "Its leaflet says it.",
}

// TripKinds are the kinds with their names, as a profile's editor offers them.
func TripKinds() []bridge.Naming { return bridge.TripNamings(tripKinds, tripSays) }

// TripLines are what a controller may show where it gives up; none of one whose profile has none, or that nobody chose.
func TripLines(p *Profile) []bridge.TripLine {
	if p == nil {
		return nil
	}
	return bridge.TripLines(p.Trips, tripSays, tripLook)
}
