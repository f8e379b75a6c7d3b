// Package document is the one document that a person edits: what was read, measured and
// chosen of a job, as typed. It knows its versions and its file, what changed between two, and
// where an entry of a chapter stands in it. What follows from it is none of its business.
package document

import (
	"encoding/json"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"graybridge/core/can"
	"graybridge/core/capacitor"
	"graybridge/core/complaint"
	"graybridge/core/dc"
	"graybridge/core/drive"
	"graybridge/core/entry"
	"graybridge/core/fit"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/makeup"
	"graybridge/core/openfile"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/stores"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/wants"
)

// Format and Version of the open document; docs/formats.md describes it.
const (
	Format  = "gray-bridge/job"
	Version = 2
)

// Colours is the code by which wires are coloured.
type Colours string

// The wire colour codes.
const (
	Europe          Colours = "europe"
	EuropeOld       Colours = "europe-old"
	NorthAmerica    Colours = "north-america-240"
	NorthAmerica480 Colours = "north-america-480"
)

// Workshop is what all jobs of one place share. A stored job takes it from its
// workshop; a file carries a copy.
type Workshop struct {
	Name    string      `json:"name" minLength:"1" maxLength:"80" example:"Tansy Lane Tileworks"`
	Rules   table.Rules `json:"rules" enum:"metric,north-america"`
	Volts   float64     `json:"volts" minimum:"90" maximum:"600" doc:"nominal, single-phase"`
	Hertz   float64     `json:"hertz" minimum:"40" maximum:"70"`
	Colours Colours     `json:"colours" enum:"europe,europe-old,north-america-240,north-america-480"`
	// Caps is the maker's table of caps in use here.
	Caps string `json:"caps,omitempty" entry:"lines" maxLength:"2000" example:"small: 2 × 18 AWG to 3 × 14 AWG"`
	// Circuits of the place, one a line: what is known of each apart by commas.
	Circuits string `json:"circuits,omitempty" entry:"lines" maxLength:"4000" example:"Clay room: 32 A, 6 mm², 18 m, conduit"`
	// Prices of run capacitors where they are bought.
	Prices string `json:"prices,omitempty" entry:"lines" maxLength:"2000" example:"40 µF 11.50 €"`
	// Tables are the workshop's own, of its country or its makers.
	Tables *table.Own `json:"tables,omitempty" entry:"whole" doc:"a file of the workshop's own tables; Own tables, below"`
	// Stores is what lies in its drawers, as this job may take it: kept beside the settings.
	Stores []stores.StockItem `json:"stores,omitempty" entry:"-" maxItems:"500"`
}

// Check refuses lists that cannot be read: they are settings, not readings.
func (w *Workshop) Check() (bad openfile.Problems) {
	if _, err := leads.ParseCaps(w.Caps); err != nil {
		bad = append(bad, openfile.Problem{Path: "caps", Found: err.Error(),
			Wanted: "one size a line, like “small: 2 × 18 AWG to 3 × 14 AWG”"})
	}
	if _, err := supply.ParseCircuits(w.Circuits); err != nil {
		bad = append(bad, openfile.Problem{Path: "circuits", Found: err.Error(),
			Wanted: "one circuit a line, like “Clay room: 32 A, 6 mm², 18 m, conduit, lights 2 A”"})
	}
	if _, err := can.ParsePrices(w.Prices); err != nil {
		bad = append(bad, openfile.Problem{Path: "prices", Found: err.Error(),
			Wanted: "one can a line, like “40 µF 11.50 €”"})
	}
	if len(w.Stores) > stores.Most {
		bad = append(bad, openfile.Problem{Path: "stores", Found: fmt.Sprintf("%d lines", len(w.Stores)),
			Wanted: fmt.Sprintf("at most %d", stores.Most)})
	}
	for i, item := range w.Stores {
		bad = append(bad, item.Check(fmt.Sprintf("stores[%d].", i))...)
	}
	return bad
}

// Kind of bridge.
const (
	KindCapacitor = "capacitor"
	KindRotary    = "rotary"
	KindDrive     = "drive"
	KindDC        = "dc"
)

// Bridge is the way from two lines to three: the one chosen, and what was entered
// for each.
type Bridge struct {
	Kind      string          `json:"kind,omitempty" enum:"capacitor,rotary,drive,dc"`
	Capacitor capacitor.Entry `json:"capacitor,omitzero" label:"bridge"`
	Rotary    rotary.Entry    `json:"rotary,omitzero" label:"converter"`
	Drive     drive.Entry     `json:"drive,omitzero"`
	DC        dc.Entry        `json:"dc,omitzero" label:"DC"`
}

// Role is what a motor is on a rotary converter.
type Role string

// Idler is the motor that spins without a load and makes the third line.
const Idler Role = "idler"

// Machine is one motor with what it turns.
type Machine struct {
	ID         string           `json:"id" entry:"-" pattern:"^[a-z][a-z0-9-]{0,23}$"`
	Name       string           `json:"name,omitempty" maxLength:"80" example:"Clay crusher" doc:"empty: the job's"`
	Role       Role             `json:"role,omitempty" enum:"idler" doc:"what it is on a rotary converter"`
	CameFrom   string           `json:"came_from,omitempty" maxLength:"60" example:"0b7c…@12" doc:"the job and revision it was brought in from: its earlier history"`
	Plate      plate.Entry      `json:"plate"`
	Leads      leads.Entry      `json:"leads"`
	Load       load.Entry       `json:"load"`
	Protection protection.Entry `json:"protection"`
	Fit        fit.Entry        `json:"fit,omitzero" doc:"of a motor in another's place"`

	MakeUp makeup.Entry      `json:"makeup,omitzero" label:"make-up"`
	Parts  stores.PartsEntry `json:"parts,omitzero"`
	Desk   complaint.Entry   `json:"desk,omitzero" doc:"what is wrong with it, and what was looked at since"`
}

// Document is a job: one supply, one bridge, one or more machines.
type Document struct {
	Format   string       `json:"format" enum:"gray-bridge/job" entry:"-"`
	Version  int          `json:"version" minimum:"2" maximum:"2" entry:"-"`
	Name     string       `json:"name" minLength:"1" maxLength:"80" example:"Blunger"`
	Workshop Workshop     `json:"workshop" entry:"shared"`
	Supply   supply.Entry `json:"supply"`
	Bridge   Bridge       `json:"bridge"`
	Machines []Machine    `json:"machines" minItems:"1" maxItems:"12" nullable:"false"`
	Weigh    wants.Entry  `json:"weigh,omitzero" label:"weigh" doc:"what the choice of the bridge is asked by"`
}

// MostMachines is how many machines one job may have.
const MostMachines = 12

// First is the id of the machine that a new job has.
const First = "m1"

// New is an empty job of a workshop, with one machine.
func New(name string, w Workshop) Document {
	naming := leads.IEC
	if w.Rules == table.NorthAmerica {
		naming = leads.T
	}
	return Document{Format: Format, Version: Version, Name: name, Workshop: w, Bridge: Bridge{Kind: KindCapacitor},
		Machines: []Machine{{ID: First, Leads: leads.Entry{Kind: leads.Six, Naming: naming, Done: []string{}}}}}
}

// Clone is a document of which nothing is shared with the first.
func (d Document) Clone() Document { return entry.Clone(d) }

// Of is the document with the machine of an id before the others: a plan is made
// of the first. Without such a machine it is the document as it is.
func (d Document) Of(machine string) Document {
	at := slices.IndexFunc(d.Machines, func(m Machine) bool { return m.ID == machine })
	if at <= 0 {
		return d
	}
	one := d.Machines[at]
	d.Machines = append([]Machine{one}, slices.Delete(slices.Clone(d.Machines), at, at+1)...)
	return d
}

// Called is what a machine of the document is called: its own name, or by what it is.
func (d *Document) Called(m Machine) string {
	switch {
	case m.Name != "":
		return m.Name
	case m.Role == Idler:
		return "the idler"
	case len(d.Machines) == 1:
		return d.Name
	}
	return "machine " + strings.TrimLeft(m.ID, "m")
}

// UnmarshalJSON reads any version of the document; an earlier one is lifted.
func (d *Document) UnmarshalJSON(data []byte) error {
	type plain Document
	if err := json.Unmarshal(data, (*plain)(d)); err != nil || d.Version != 1 {
		return err
	}
	var old version1
	if err := json.Unmarshal(data, &old); err != nil {
		return err
	}
	*d = old.lift()
	return nil
}

// Decode reads a document strictly from JSON, of this version or an earlier one.
// The error is openfile.Problems and names every bad field.
func Decode(data []byte) (Document, error) {
	present, err := Present(data)
	if err != nil {
		return Document{}, err
	}
	var d Document
	if err := json.Unmarshal(present, &d); err != nil {
		return Document{}, openfile.Problems{{Path: "file", Found: err.Error(), Wanted: "JSON of this format"}}
	}
	if bad := d.Validate(); len(bad) > 0 {
		return Document{}, bad
	}
	return d, nil
}

// Present is the text of a document that may be of an earlier version, strictly
// read, in the present one, with what was left out as empty as it is in a file.
func Present(data []byte) ([]byte, error) {
	if versionOf(data) != 1 {
		var d Document
		if err := openfile.Decode(data, &d, false); err != nil {
			return nil, err
		}
		return json.Marshal(d)
	}
	var old version1
	if err := openfile.Decode(data, &old, false); err != nil {
		return nil, err
	}
	return json.Marshal(old.lift())
}

// versionOf a document's text; 0 where it says none.
func versionOf(data []byte) int {
	var of struct{ Version int }
	if json.Unmarshal(data, &of) != nil {
		return 0
	}
	return of.Version
}

// Validate names every field that no plan can be made with. What was typed off
// a plate or meter is never refused here: what cannot be read becomes a
// reading with a problem (see Unreadable).
func (d *Document) Validate() openfile.Problems {
	var bad openfile.Problems
	add := func(path, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: found, Wanted: wanted})
	}
	if d.Format != Format {
		add("format", fmt.Sprintf("%q", d.Format), fmt.Sprintf("%q", Format))
	}
	if d.Version != Version {
		add("version", fmt.Sprint(d.Version), fmt.Sprintf("%d, or 1 of the earlier form", Version))
	}
	if n := len(d.Machines); n < 1 || n > MostMachines {
		add("machines", fmt.Sprintf("%d machines", n), fmt.Sprintf("1 to %d", MostMachines))
	}
	seen := map[string]bool{}
	for i, m := range d.Machines {
		if at := fmt.Sprintf("machines[%d].id", i); !machineID.MatchString(m.ID) {
			add(at, fmt.Sprintf("%q", m.ID), "a small letter and up to 23 letters, figures or dashes, like m1")
		} else if seen[m.ID] {
			add(at, fmt.Sprintf("%q a second time", m.ID), "each machine an id of its own")
		}
		seen[m.ID] = true
	}
	return append(bad, entry.Check(d)...)
}

var machineID = regexp.MustCompile(`^[a-z][a-z0-9-]{0,23}$`)

// Validate names every bad setting of a workshop, each path after the prefix.
func (w Workshop) Validate(prefix string) openfile.Problems {
	bad := entry.Check(&w)
	for i := range bad {
		bad[i].Path = prefix + bad[i].Path
	}
	return bad
}
