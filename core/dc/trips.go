package dc

import "graybridge/core/bridge"

// Trip is what its lamp or display shows where it gives up, and what kind of trip that is.
type Trip = bridge.Trip

// TripKind is why a controller gives up, whatever it shows.
type TripKind = bridge.TripKind

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
