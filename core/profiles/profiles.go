// Package profiles is what a workshop knows of drives and DC controllers that do not ship: profiles that are
// begun from a plate or from one that ships, filled from a leaflet, looked over and tried. A profile may be
// unfinished for as long as it likes; what it is good for is said.
package profiles

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"unicode"

	"graybridge/core/bridge"
	"graybridge/core/dc"
	"graybridge/core/drive"
	"graybridge/core/openfile"
)

// Kind of device.
type Kind string

// The kinds.
const (
	Drive      Kind = "drive"
	Controller Kind = "dc"
)

// MostBytes of one profile, and Most in a workshop.
const (
	MostBytes = 200_000
	Most      = 100
)

// Checked is a profile looked over: bad places, with which no machine may be planned on it, and what it
// does not say.
type Checked struct {
	Problems openfile.Problems `json:"problems" nullable:"false"`
	Lacks    openfile.Lacks    `json:"lacks" nullable:"false"`
	Usable   bool              `json:"usable"`
}

// Check looks a profile over. It may be unfinished, and not stored yet, so that it has no id; data that is no object
// of JSON is an error.
func Check(kind Kind, data []byte) (Checked, error) {
	h, err := headOf(data)
	if err != nil {
		return Checked{}, err
	}
	if h.ID == "" {
		all := map[string]json.RawMessage{}
		if err := json.Unmarshal(data, &all); err != nil {
			return Checked{}, err
		}
		all["id"] = json.RawMessage(`"new"`)
		if data, err = json.Marshal(all); err != nil {
			return Checked{}, err
		}
	}
	var lacks openfile.Lacks
	switch kind {
	case Drive:
		var p drive.Profile
		if p, err = drive.Decode(data); err == nil {
			lacks = p.Lacks()
		}
	default:
		var p dc.Profile
		if p, err = dc.DecodeProfile(data); err == nil {
			lacks = p.Lacks()
		}
	}
	out := Checked{Problems: openfile.Problems{}, Lacks: append(openfile.Lacks{}, lacks...), Usable: err == nil}
	if err != nil && !errors.As(err, &out.Problems) {
		return Checked{}, err
	}
	return out, nil
}

// Head is what stands at the head of every profile.
type Head struct {
	Format   string `json:"format"`
	Version  int    `json:"version"`
	ID       string `json:"id,omitempty"`
	Name     string `json:"name,omitempty"`
	About    string `json:"about,omitempty"`
	Revision int    `json:"revision,omitempty"`
}

// headOf reads the head alone, of a file that may be anything besides.
func headOf(data []byte) (h Head, err error) {
	if len(data) > MostBytes {
		return h, tooLong(len(data))
	}
	return h, openfile.Decode(data, &h, true)
}

// partsOf takes a profile apart, finished or not, and gives the name that must stand in it to be kept.
func partsOf(data []byte) (all map[string]json.RawMessage, name string, err error) {
	if err := openfile.Fit(data, openfile.Deepest, MostBytes); err != nil {
		return nil, "", err
	}
	if err := json.Unmarshal(data, &all); err != nil {
		return nil, "", openfile.Problems{{Path: "file", Found: err.Error(), Wanted: "a profile as a JSON object"}}
	}
	_ = json.Unmarshal(all["name"], &name)
	if name = strings.TrimSpace(name); name == "" || len(name) > 60 {
		return nil, "", openfile.Problems{{Path: "name", Found: fmt.Sprintf("%q", name), Wanted: "1 to 60 letters"}}
	}
	return all, name, nil
}

// NameOf is a profile's name.
func NameOf(data []byte) (string, error) {
	_, name, err := partsOf(data)
	return name, err
}

// Named gives a profile its head: the format of its kind, its id among the workshop's, its revision; and its name. All
// else stays as it was typed.
func Named(kind Kind, data []byte, id string, revision int) (text []byte, name string, err error) {
	all, name, err := partsOf(data)
	if err != nil {
		return nil, "", err
	}
	for key, v := range map[string]any{"format": format(kind), "version": 1, "id": id, "name": name,
		"revision": revision} {
		if all[key], err = json.Marshal(v); err != nil {
			return nil, "", err
		}
	}
	if text, err = json.Marshal(all); len(text) > MostBytes {
		return nil, "", tooLong(len(text))
	}
	return text, name, err
}

func tooLong(bytes int) openfile.Problems {
	return openfile.Problems{{Path: "file", Found: fmt.Sprintf("%d bytes", bytes), Wanted: "at most 200 kB"}}
}

func format(kind Kind) string {
	if kind == Controller {
		return dc.ProfileFormat
	}
	return drive.ProfileFormat
}

// IDOf makes the id of a profile of its name, one that none of the others has and none that ships.
func IDOf(name string, taken func(id string) bool) string {
	var b strings.Builder
	for _, r := range strings.ToLower(name) {
		switch {
		case unicode.IsLetter(r) || unicode.IsDigit(r):
			b.WriteRune(r)
		case b.Len() > 0 && !strings.HasSuffix(b.String(), "-"):
			b.WriteRune('-')
		}
	}
	base := strings.Trim(b.String(), "-")
	if r := []rune(base); len(r) > 40 {
		base = string(r[:40])
	}
	if base == "" {
		base = "device"
	}
	ships := func(id string) bool {
		_, a := drive.ByID(id)
		_, b := dc.ByID(id)
		return a || b || id == drive.ByPlate
	}
	id := base
	for n := 2; taken(id) || ships(id); n++ {
		id = fmt.Sprintf("%s-%d", base, n)
	}
	return id
}

// Beginning is what a profile is begun of: one that ships, or what stands on the device, with the letters beside its
// screws and the codes that were found where it was planned by its plate. All of it empty begins with nothing.
type Beginning struct {
	Shipped     string `json:"shipped,omitempty" maxLength:"60"`
	Plate       string `json:"plate,omitempty" maxLength:"400"`
	LineScrews  string `json:"line_screws,omitempty" maxLength:"80"`
	MotorScrews string `json:"motor_screws,omitempty" maxLength:"80"`
	Codes       string `json:"codes,omitempty" maxLength:"4000"`
}

// Begin is a profile to go on with. problem says what would do where it cannot be begun so.
func Begin(kind Kind, of Beginning) (data []byte, problem string) {
	shipped, plate := of.Shipped, of.Plate
	var p any = Head{Format: format(kind), Version: 1}
	switch {
	case shipped != "" && kind == Drive:
		known, ok := drive.ByID(shipped)
		if !ok {
			return nil, noneShips
		}
		known.ID, known.Name, known.CopyOf = "", copyOf(known.Name), known.ID
		p = known
	case shipped != "":
		known, ok := dc.ByID(shipped)
		if !ok {
			return nil, noneShips
		}
		known.ID, known.Name, known.CopyOf = "", copyOf(known.Name), known.ID
		p = known
	case plate != "" && kind == Drive:
		if p, problem = drive.FromPlate(drive.Entry{Plate: plate, LineScrews: of.LineScrews,
			MotorScrews: of.MotorScrews, Codes: of.Codes}); problem != "" {
			return nil, problem
		}
	case plate != "":
		if p, problem = dc.FromPlate(plate); problem != "" {
			return nil, problem
		}
	}
	data, err := json.Marshal(p)
	if err != nil {
		return nil, err.Error()
	}
	return data, ""
}

// Outcome is what a simulated device shows after a deed.
type Outcome struct {
	Shows   string `json:"shows"`
	Refused string `json:"refused,omitempty"`
	Tripped bool   `json:"tripped,omitempty"`
}

// Try does deeds at a device that is simulated from its profile, one after the other. The error is
// openfile.Problems where the profile is no good.
func Try(kind Kind, data []byte, deeds []bridge.Deed) ([]Outcome, error) {
	out := make([]Outcome, len(deeds))
	if kind == Controller {
		p, err := dc.DecodeProfile(data)
		if err != nil {
			return nil, err
		}
		for i, o := range p.Try(deeds) {
			out[i] = Outcome{Shows: o.Shows, Refused: o.Refused}
		}
		return out, nil
	}
	p, err := drive.Decode(data)
	if err != nil {
		return nil, err
	}
	for i, o := range p.Try(deeds) {
		out[i] = Outcome{Shows: o.Shows, Refused: o.Refused, Tripped: o.Tripped}
	}
	return out, nil
}

// Vocabulary is every word that a profile of a kind may use, with its plain name.
type Vocabulary struct {
	Functions []bridge.Naming `json:"functions,omitempty" nullable:"false"` // of a drive's settings
	Turns     []bridge.Naming `json:"turns,omitempty" nullable:"false"`     // of a controller's trims
	Terminals []bridge.Naming `json:"terminals" nullable:"false"`
	Trips     []bridge.Naming `json:"trips,omitempty" nullable:"false"` // kinds of its trips
	Shipped   []bridge.Naming `json:"shipped" nullable:"false"`         // to begin from
}

// Words are the vocabulary of a kind.
func Words(kind Kind) Vocabulary {
	v := Vocabulary{}
	if kind == Drive {
		v.Functions, v.Terminals, v.Trips = drive.Namings(), drive.Screws(), drive.TripKinds()
		for _, p := range drive.Shipped() {
			v.Shipped = append(v.Shipped, bridge.Naming{Word: p.ID, Name: p.Name})
		}
		return v
	}
	v.Turns, v.Terminals, v.Trips = dc.Turns(), dc.ScrewNames(), dc.TripKinds()
	for _, p := range dc.Shipped() {
		v.Shipped = append(v.Shipped, bridge.Naming{Word: p.ID, Name: p.Name})
	}
	return v
}
