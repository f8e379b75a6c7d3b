package bringup

// Tools are what the work on a bridge wants at hand, by the kind of bridge; inches says that
// the workshop's rules are North American.
func Tools(bridge string, inches bool) []string {
	out := []string{
		"Lock and tag for the isolator",
		"Two-pole voltage tester, proved before and after on a known live",
		"Multimeter: ohms to a tenth, volts, continuity",
		"Clamp meter to a hundredth of an ampere",
		"Insulation tester, 500 V",
		"Rotation indicator, or chalk and a helper's eye",
		"Tachometer, contact thermometer",
		"Torque screwdriver for the terminals' own figure",
		"Crimp tool with its own dies, wire stripper set to the size",
	}
	if inches {
		out = append(out, "Knockout punch or step bit for the box's trade size")
	} else {
		out = append(out, "Hole cutter and tap for the gland's metric thread")
	}
	switch bridge {
	case "drive":
		out = append(out, "DC meter for the drive's link, 600 V", "The drive's own keypad leaflet")
	case "rotary":
		out = append(out, "Bleed resistor with probes", "Capacitance meter", "Rope, or what starts the idler")
	case "dc":
		out = append(out, "DC meter for armature volts, an ammeter for DC", "Insulated screwdriver for the trims")
	default:
		out = append(out, "Bleed resistor with probes", "Capacitance meter")
	}
	return out
}
