package bridge

import (
	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/protection"
	"graybridge/core/supply"
)

// Offer is one bridge's verdict for this job, in a line.
type Offer struct {
	Kind  string        `json:"kind"`
	Grade finding.Grade `json:"grade"`
	Text  string        `json:"text"`

	Draw *supply.Draw `json:"-"` // of the line; nil: not known
	ID   string       `json:"-"` // of a drive
	Name string       `json:"-"`
}

// Link carries the plain numbers that the drawings and the µF ruler need.
type Link struct {
	Microfarad float64          `json:"microfarad"`
	Chosen     bool             `json:"chosen"`
	Parts      []can.Part       `json:"parts" nullable:"false"`
	Start      float64          `json:"start_microfarad"` // entered; 0: none
	RulerTo    float64          `json:"ruler_to"`         // µF at the right end of the ruler
	CornerTo   string           `json:"corner_to"`
	Bridge     string           `json:"bridge"`            // capacitor, rotary, drive or dc
	Third      string           `json:"third"`             // what the third line is called
	Neutral    bool             `json:"neutral,omitempty"` // the second line wire is the neutral
	DriveName  string           `json:"drive_name,omitempty"`
	Usual      float64          `json:"usual"` // load shares
	Lightest   float64          `json:"lightest"`
	Heaviest   float64          `json:"heaviest"`
	Continuous float64          `json:"continuous"`
	Breaker    string           `json:"breaker,omitempty"`
	Branch     bool             `json:"branch,omitempty"` // one of several machines behind a converter
	Ahead      string           `json:"ahead,omitempty"`  // the converter's own breaker, ahead of a branch
	Relay      string           `json:"relay,omitempty"`
	RelayWay   protection.Relay `json:"relay_way,omitempty"`
	Does       string           `json:"does,omitempty"`
	Kind       leads.Kind       `json:"kind"`
	Naming     leads.Naming     `json:"naming"`
	LoadKind   machine.LoadKind `json:"load_kind"`
	Feeder     string           `json:"feeder,omitempty"`
	Way        leads.Way        `json:"way"`
	Box        leads.Box        `json:"box"`
	Rows       leads.Rows       `json:"rows,omitempty"`
	Beside     leads.Naming     `json:"beside,omitempty"`
	Reversing  bool             `json:"reversing,omitempty"` // a switch moves the capacitor
}
