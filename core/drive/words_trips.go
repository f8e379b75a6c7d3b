package drive

import "graybridge/core/bridge"

// TripLines are what a drive may show where it gives up; one whose leaflet is not known, or that nobody chose, the
// kinds that all have.
func TripLines(p *Profile) []bridge.TripLine {
	if p != nil && len(p.Trips) > 0 {
		return bridge.TripLines(p.Trips, tripSays, tripLook)
	}
	out := []bridge.TripLine{}
	for _, k := range tripKinds {
		if k != OtherTrip && k != SafeStopOpen && k != LinkLost {
			out = append(out, bridge.TripLine{Says: tripSays[k], Look: tripLook[k], Kind: k})
		}
	}
	return out
}

// tripSays are the kinds in plain words.
var tripSays = map[TripKind]string{
	OverCurrentAccelerating: "Too many amps while running up",
	OverCurrentRunning:      "Too many amps at speed",
	OverVolts:               "Link volts too high",
	UnderVolts:              "Link volts too low",
	OverLoad:                "Motor overload",
	OverHeat:                "Drive too hot",
	EarthFault:              "Current to earth",
	InputPhase:              "An input line is missing",
	OutputPhase:             "A motor wire is open",
	LinkLost:                "The serial link is gone",
	SafeStopOpen:            "Its safe-stop input is open",
	OtherTrip:               "Another trip",
}

// tripLook is what to look at first, by kind.
var tripLook = map[TripKind]string{
	OverCurrentAccelerating: "Is the machine stuck? Else give it a longer ramp up, or less boost.",
	OverCurrentRunning: "Is the load stuck or its bearing dry? At once, every time: off, locked, link dead, then " +
		"measure motor and cable for a short.",
	OverVolts: "It brakes harder than it can: a longer ramp down, or a braking resistor. Also a line that is too " +
		"high.",
	UnderVolts: "Measure the line at the drive while it pulls. A long cord, a thin feeder or a loose screw sags.",
	OverLoad:   "Let the motor cool. Look at the load, at its own fan, and at the rated amps that are keyed.",
	OverHeat:   "Dust, its fan, too little air around it, or a carrier that is set too high.",
	EarthFault: "Off, locked, link dead. Take the motor cable off the drive, then measure insulation without the " +
		"drive.",
	InputPhase: "On one phase this watch must be off, and only where its maker allows one phase. Else a fuse or a " +
		"screw.",
	OutputPhase:  "Off, locked, link dead. Look at the three motor screws, the cable and the joints in the box.",
	LinkLost:     "Its cable, and who commands it.",
	SafeStopOpen: "Somebody opened it for a reason: find out before it is closed.",
	OtherTrip:    "Its leaflet says it.",
}
