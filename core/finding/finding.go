// Package finding is how every chapter of the plan speaks: one plain sentence
// with its grade, its figure and limit, the formula and source behind it, and
// where possible a cure that one touch applies to the document.
package finding

import "sort"

// Grade says how grave a finding is.
type Grade string

// The grades, gravest first. Open means that something has not been entered or
// checked yet.
const (
	Stop    Grade = "stop"
	Caution Grade = "caution"
	Open    Grade = "open"
	Note    Grade = "note"
	Good    Grade = "good"
)

// Rank orders grades, gravest first.
func (g Grade) Rank() int {
	switch g {
	case Stop:
		return 0
	case Caution:
		return 1
	case Open:
		return 2
	case Note:
		return 3
	}
	return 4
}

// Bay is the part of the power path that a finding belongs to.
type Bay string

// The bays, in the order in which power flows.
const (
	Supply     Bay = "supply"
	Protection Bay = "protection"
	Bridge     Bay = "bridge"
	Leads      Bay = "leads"
	Motor      Bay = "motor"
	Load       Bay = "load"
)

// Bays lists them in order.
var Bays = []Bay{Supply, Protection, Bridge, Leads, Motor, Load}

// chapters are the bays in which a document's chapters are entered.
var chapters = map[string]Bay{"supply": Supply, "plate": Motor, "leads": Leads, "bridge": Bridge, "drive": Bridge,
	"rotary": Bridge, "dc": Bridge, "load": Load, "protection": Protection, "fit": Motor, "parts": Bridge,
	"makeup": Leads,
	"desk":   Bridge, "weigh": Bridge}

// OfChapter is the bay in which a chapter of the document is entered; empty where it is in none.
func OfChapter(chapter string) Bay { return chapters[chapter] }

// Why is one step behind a figure: the formula, the same with its numbers, and
// where it comes from.
type Why struct {
	Formula   string `json:"formula"`
	Numbers   string `json:"numbers,omitempty"`
	Source    string `json:"source"`
	Estimated bool   `json:"estimated,omitempty"` // leans on an entry that was estimated
	// Section of docs/engine.md that explains the formula; empty where the
	// source says all there is.
	Section Section `json:"section,omitempty"`
}

// Section is an anchor of docs/engine.md.
type Section string

// The sections that findings lead to.
const (
	OnCircuit        Section = "circuit"
	OnFit            Section = "fit"
	OnPlate          Section = "plate"
	OnCoilVolts      Section = "coil-volts"
	OnTorque         Section = "torque"
	OnOperatingPoint Section = "operating-point"
	OnCapacitor      Section = "capacitor"
	OnCapacitorPart  Section = "capacitor-part"
	OnDirection      Section = "direction"
	OnUnbalance      Section = "unbalance"
	OnBands          Section = "bands"
	OnSupplyDrop     Section = "supply-drop"
	OnProtection     Section = "protection"
	OnTime           Section = "time"
	OnContinuity     Section = "continuity"
	OnLabelling      Section = "labelling"
	OnOhms           Section = "ohms"
	OnTrim           Section = "trim"
	OnDuty           Section = "duty"
	OnDrive          Section = "drive"
	OnDriveSpeed     Section = "drive-speed"
	OnDriveSheet     Section = "drive-sheet"
	OnRotary         Section = "rotary"
	OnDirect         Section = "dc"
	OnSaturation     Section = "saturation"
	OnHeat           Section = "heat"
	OnPair           Section = "pair"
	OnLimits         Section = "limits"
	OnBelt           Section = "belt"
	OnWall           Section = "wall"
	OnFitting        Section = "fitting"
	OnMakeUp         Section = "make-up"
)

// Cure is one change of the document, named by the path of an entry and the
// text to put there.
type Cure struct {
	Label string  `json:"label"`
	Path  string  `json:"path"`
	Value string  `json:"value"`
	And   Setting `json:"and,omitzero"` // set with it, where one entry alone would make no sense
	// Stamp says that the day and who touched it are written behind the value.
	Stamp bool `json:"stamp,omitempty"`
}

// Setting is the text to put at the path of an entry.
type Setting struct {
	Path  string `json:"path"`
	Value string `json:"value"`
}

// Finding is one thing that the plan says.
type Finding struct {
	ID       string `json:"id"` // stable, e.g. "capacitor.worst-winding"
	Bay      Bay    `json:"bay"`
	Grade    Grade  `json:"grade"`
	Sentence string `json:"sentence"`
	Detail   string `json:"detail,omitempty"`
	Figure   string `json:"figure,omitempty"`
	Limit    string `json:"limit,omitempty"`
	// Measure is figure and limit as numbers; the grade follows from it.
	Measure  *Measure `json:"measure,omitempty"`
	Unread   bool     `json:"unread,omitempty"`   // an entry that could not be read
	Planning bool     `json:"planning,omitempty"` // a figure for planning only
	Why      []Why    `json:"why,omitempty"`
	Cures    []Cure   `json:"cures,omitempty"`
	// Entries are the paths of the document's entries that this is about.
	Entries []string `json:"entries,omitempty"`
}

// Direction says on which side of its limit a figure is good.
type Direction string

// The directions.
const (
	AtMost  Direction = "at-most"
	AtLeast Direction = "at-least"
)

// Measure is a figure against its limit, in the unit named.
type Measure struct {
	Value     float64   `json:"value"`
	Limit     float64   `json:"limit"`
	Direction Direction `json:"direction" enum:"at-most,at-least"`
	Unit      string    `json:"unit"`
}

// Holds says that the figure is on the good side of its limit.
func (m Measure) Holds() bool {
	if m.Direction == AtLeast {
		return m.Value >= m.Limit
	}
	return m.Value <= m.Limit
}

// Against is a measure for a finding.
func Against(value float64, d Direction, limit float64, unit string) *Measure {
	return &Measure{value, limit, d, unit}
}

// Sort puts findings gravest first, keeping the order of speaking within a
// grade.
func Sort(all []Finding) {
	sort.SliceStable(all, func(i, j int) bool { return all[i].Grade.Rank() < all[j].Grade.Rank() })
}

// Reading is how one entry of the document was read: what was typed, what it
// was taken for, or why it could not be read.
type Reading struct {
	Path    string `json:"path"`
	Typed   string `json:"typed"`
	ReadAs  string `json:"read_as,omitempty"`
	Problem string `json:"problem,omitempty"`
	Wanted  string `json:"wanted,omitempty"`
}

// Mark says where a figure comes from.
type Mark string

// The marks of a figure.
const (
	FromPlate Mark = "plate"
	Measured  Mark = "measured"
	Estimated Mark = "estimated"
	Computed  Mark = "computed"
	FromTable Mark = "table"
)

// Figure is a named value as the product shows it.
type Figure struct {
	ID    string  `json:"id"`
	Name  string  `json:"name"`
	Value float64 `json:"value"`
	Text  string  `json:"text"`
	Note  string  `json:"note,omitempty"`
	Mark  Mark    `json:"mark"`
	// Band is where the figure may lie, over what nobody knows exactly.
	Band  string `json:"band,omitempty"`
	Grade Grade  `json:"grade,omitempty"`
	Why   []Why  `json:"why,omitempty"`
	// Section of docs/engine.md that explains it.
	Section Section `json:"section,omitempty"`
	// Planning says that rules of the place decide, not this figure; its note says it too.
	Planning bool `json:"-"`
}

// AsPlanning is a figure that the rules of the place decide.
func (f Figure) AsPlanning() Figure {
	f.Planning, f.Note = true, f.Note+"; guide value"
	return f
}

// AsWritten stands for the unit of figures that come in steps: their band names the least
// and the greatest as they are written.
const AsWritten = "as written"

// Explained gives every figure of a list that has none yet a section of
// docs/engine.md: its own by id, else the list's.
func Explained(list []Figure, rest Section, own map[string]Section) []Figure {
	for i := range list {
		f := &list[i]
		if f.Section != "" {
			continue
		}
		if f.Section = rest; own[f.ID] != "" {
			f.Section = own[f.ID]
		}
	}
	return list
}
