// Package bringup is what goes to the machine: the card with its moves, parts,
// settings, readings to expect with room to write them, checks and cautions.
package bringup

import (
	"slices"

	"graybridge/core/finding"
)

// Reading is one measurement to take: where the meter goes, what should be
// read and within what band. Expect is empty where only the taking matters.
type Reading struct {
	ID     string       `json:"id"`
	When   string       `json:"when"` // "before feeding", "running light", "at your load"
	Where  string       `json:"where"`
	Expect string       `json:"expect"`
	Band   string       `json:"band,omitempty"`
	Mark   finding.Mark `json:"mark"`
	Note   string       `json:"note,omitempty"`
}

// Line is a name with its value on the card.
type Line struct {
	Name  string `json:"name"`
	Value string `json:"value"`
	Note  string `json:"note,omitempty"`
}

// Card is one printed page.
type Card struct {
	Title    string    `json:"title"`
	Plate    string    `json:"plate"`
	Ready    bool      `json:"ready"` // nothing stops it and the main entries are there
	NotReady string    `json:"not_ready,omitempty"`
	Joints   []Line    `json:"joints" nullable:"false"`
	Parts    []Line    `json:"parts" nullable:"false"`
	Settings []Line    `json:"settings" nullable:"false"`
	Readings []Reading `json:"readings" nullable:"false"`
	Checks   []string  `json:"checks" nullable:"false"`
	Cautions []string  `json:"cautions" nullable:"false"`
	Open     []string  `json:"open" nullable:"false"` // what nobody has checked yet
	Foot     string    `json:"foot"`
}

// Gates are the checks of every first start, in order; each wants who and when.
func Gates() []string {
	return []string{
		"Locked off, proved dead (known live, here, known live again)",
		"Capacitor discharged through a resistor, then shorted",
		"Every joint matches this card",
		"Ohms of the three line pairs agree within 5 %",
		"Insulation: winding to frame over 1 MΩ with a 500 V tester (capacitor off)",
		"Earth: body of the motor to the supply's earth, continuous",
		"Guards on, load off, hands clear, eyes and ears protected",
		"Bump under a second: direction as wanted",
		"Free run, then coupled, then loaded: readings below",
		"Frame temperature every ten minutes for the first hour; not left alone the first day",
	}
}

// Cautions that stand on every card.
func Cautions() []string {
	return []string{mainsKills, canHolds, humsOff, noVoltRelease, heatKills}
}

// DriveGates are the checks of a first start on a drive.
func DriveGates(wait string) []string {
	out := Gates()
	out[1] = "Feed off, " + wait + " waited, its link measured dead"
	out[4] = "Insulation: winding to frame over 1 MΩ with a 500 V tester (drive off the leads)"
	out[5] = "Earth: body of the motor and heat sink of the drive to the supply's earth, continuous"
	// What guards the motor is keyed before anything turns it.
	out[7] = "Every setting of the sheet keyed and read back"
	out[8] = "Bump: shortest run at 5 Hz, direction as wanted"
	out = slices.Insert(out, 9, "Free run, then coupled, then loaded: readings below")
	return out
}

// DriveCautions stand on the card of a motor on a drive.
func DriveCautions(wait string) []string {
	return []string{mainsKills, linkHolds(wait), supplyNever, stopByCommand, fanCoolsLess}
}

// ConverterGates are the checks of a first start on a rotary converter: of the
// converter itself, or of a machine on it.
func ConverterGates(idler bool) []string {
	out := Gates()
	out[1] = "Balance and start cans discharged through a resistor, then shorted"
	out[4] = "Insulation: winding to frame over 1 MΩ with a 500 V tester (cans off)"
	if idler {
		out[6] = "Guard on the idler's shaft end; nothing coupled to it; hands clear"
		out[7] = "Every machine off and locked off; the idler spun the marked way"
		out[8] = "Idling: three line volts and the amps below, before any machine"
	} else {
		out[7] = "Idler up; rotation indicator at this starter; bump under a second: direction as wanted"
	}
	return out
}

// ConverterCautions stand on the card of a converter and of every machine on it.
func ConverterCautions() []string {
	return []string{mainsKills, madeLineLive, neverOntoStanding, nothingOnMade, machinesFirst}
}

// DirectGates are the checks of a first start of a brushed motor on its controller.
func DirectGates(field bool) []string {
	out := Gates()
	out[1] = "Brushes free, long enough, pressed evenly; brush dust sucked out"
	out[3] = "Armature ohms while turning it by hand, without jumps to open"
	out[4] = "Insulation: every lead to frame over 1 MΩ with a 500 V tester (controller off the leads)"
	out[6] = "Jumpers, plug-in resistor and trims as on this card; dial at zero; guards on, hands clear"
	out[7] = "Bump, belt off, dial a little up: direction as wanted"
	if field {
		out = slices.Insert(out, 7, "Field first: its volts measured before the dial is turned up")
	}
	return out
}

// DirectCautions stand on the card of a brushed motor.
func DirectCautions(mains, field bool) []string {
	out := []string{mainsKills, armatureStanding, heldFast, brushesSpark}
	if mains {
		out = append(out, potAtMains)
	}
	if field {
		out = append(out, fieldNever)
	}
	return out
}
