package document

import (
	"graybridge/core/capacitor"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/supply"
)

// version1 is the document's first form: one machine, whose chapters stood beside
// supply and bridge. It is read wherever it can still lie: in revisions, in files,
// in what a browser has not sent.
type version1 struct {
	Format   string       `json:"format"`
	Version  int          `json:"version"`
	Name     string       `json:"name"`
	Workshop Workshop     `json:"workshop"`
	Supply   supply.Entry `json:"supply"`
	Plate    plate.Entry  `json:"plate"`
	Leads    leads.Entry  `json:"leads"`
	Bridge   struct {
		Kind string `json:"kind,omitempty"`
		capacitor.Entry
	} `json:"bridge"`
	Drive      *drive.Entry     `json:"drive,omitempty"`
	Load       load.Entry       `json:"load"`
	Protection protection.Entry `json:"protection"`
}

// lift is the same job in the present form.
func (v version1) lift() Document {
	d := Document{Format: v.Format, Version: Version, Name: v.Name, Workshop: v.Workshop, Supply: v.Supply,
		Bridge:   Bridge{Kind: v.Bridge.Kind, Capacitor: v.Bridge.Entry},
		Machines: []Machine{{ID: First, Plate: v.Plate, Leads: v.Leads, Load: v.Load, Protection: v.Protection}}}
	if v.Drive != nil {
		d.Bridge.Drive = *v.Drive
	}
	return d
}

// fileVersion1 is a file of the first form, with its photographs.
type fileVersion1 struct {
	version1
	Photographs []Photograph `json:"photographs,omitempty"`
}
