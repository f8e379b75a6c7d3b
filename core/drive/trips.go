package drive

import "graybridge/core/bridge"

// Trip is what its display shows where it gives up, and what kind of trip that is.
type Trip = bridge.Trip

// TripKind is why a drive gives up, whatever it shows.
type TripKind = bridge.TripKind

// The kinds.
const (
	OverCurrentAccelerating TripKind = "over-current-accelerating"
	OverCurrentRunning      TripKind = "over-current-running"
	OverVolts               TripKind = "over-volts"
	UnderVolts              TripKind = "under-volts"
	OverLoad                TripKind = "overload"
	OverHeat                TripKind = "over-heat"
	EarthFault              TripKind = "earth"
	InputPhase              TripKind = "input-phase"
	OutputPhase             TripKind = "output-phase"
	LinkLost                TripKind = "link-lost"
	SafeStopOpen            TripKind = "safe-stop"
	OtherTrip               TripKind = "other"
)

var tripKinds = []TripKind{OverCurrentAccelerating, OverCurrentRunning, OverVolts, UnderVolts, OverLoad, OverHeat,
	EarthFault, InputPhase, OutputPhase, LinkLost, SafeStopOpen, OtherTrip}
