// Package bringup is what goes to the machine: the card with its moves, parts,
// settings, readings to expect with room to write them, checks and cautions; and the gates
// of the bring-up, each with what must be behind it, what is read at it and what a reading
// means. How far a machine has come follows from its book (See).
package bringup

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

// Cautions that stand on every card.
func Cautions() []string {
	return []string{mainsKills, canHolds, humsOff, noVoltRelease, heatKills}
}

// DriveCautions stand on the card of a motor on a drive.
func DriveCautions(wait string) []string {
	return []string{mainsKills, linkHolds(wait), supplyNever, stopByCommand, fanCoolsLess}
}

// ConverterCautions stand on the card of a converter and of every machine on it.
func ConverterCautions() []string {
	return []string{mainsKills, madeLineLive, neverOntoStanding, nothingOnMade, machinesFirst}
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
