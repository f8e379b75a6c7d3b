package drawing

import (
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/fit"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/site"
)

// Bridge is what stands between the line and the motor's box.
type Bridge string

// The bridges.
const (
	Capacitor Bridge = "capacitor"
	Rotary    Bridge = document.KindRotary
	Drive     Bridge = document.KindDrive
	Direct    Bridge = document.KindDC
)

// Scene is all that the drawings show of a plan: nothing else of one is known in this room,
// and only this file makes it.
type Scene struct {
	Title string
	Now   *site.State
	Of    *site.State // as wanted
	Parts []Part      // of the path, in the order in which power flows
	Next  Next

	// The line and what guards it.
	Neutral  bool               // the second line wire is one
	Ladder   *protection.Ladder // nil: not known here
	Breaker  string
	Ahead    string // the converter's own breaker, ahead of a branch
	Branch   bool   // one of several machines behind a converter
	Relay    string
	RelayWay protection.Relay

	// The bridge.
	Bridge     Bridge
	Third      string // what the third line is called
	CornerTo   string
	Microfarad float64
	Reversing  bool // a switch moves the capacitor
	Hertz      float64
	Device     string                // the drive's or the controller's name
	Wiring     []drive.Wire          // of a drive
	Converter  *rotary.ConverterView // nil: no converter
	Direct     *dc.View              // nil: no controller

	// The motor's box and the tool.
	Kind     leads.Kind
	Naming   leads.Naming
	Beside   leads.Naming
	Box      leads.Box
	Rows     leads.Rows
	Tape     func(terminal string) string // what is still on a lead since it was found
	Brushed  *Brushed                     // nil: three windings
	Does     string
	LoadKind machine.LoadKind
	Belt     *load.BeltView   // nil: not known here
	Fit      *fit.Replacement // of a motor in another's place; nil: not known here
}

// Part is one of the six parts of the path.
type Part struct {
	Title, Key string
	Mark       finding.Grade
}

// Next is where on the path the next thing is to be done; none where Text is empty.
type Next struct {
	Part int
	Text string
}

// Brushed are the leads of a brushed motor.
type Brushed struct {
	Armature [2]string
	Field    bool
	Found    bool // which is which is known
}

// bridgePart is the bridge's place among the parts.
const bridgePart = 2

// caption is the bridge's key figure, or other words while there is none.
func (p *Scene) caption(none string) string {
	if len(p.Parts) > bridgePart {
		return p.Parts[bridgePart].Key
	}
	return none
}

// SceneOf is the scene of a plan.
func SceneOf(p *plan.Plan) *Scene {
	l := &p.Link
	s := &Scene{Title: p.Card.Title, Now: &p.Now, Of: &p.Wanted,
		Neutral: l.Neutral, Breaker: l.Breaker, Ahead: l.Ahead, Branch: l.Branch, Relay: l.Relay, RelayWay: l.RelayWay,
		Bridge: Bridge(l.Bridge), Third: l.Third, CornerTo: l.CornerTo, Microfarad: l.Microfarad,
		Reversing: l.Reversing, Device: l.DriveName, Converter: p.Rotary, Direct: p.DC,
		Kind: l.Kind, Naming: l.Naming, Beside: l.Beside, Box: l.Box, Rows: l.Rows, Tape: p.Leads.Labelling.TapeOf,
		Does: l.Does, LoadKind: l.LoadKind, Belt: &p.Belt, Fit: &p.Fit,
		Ladder: &p.Ladder}
	for i, b := range p.Bays {
		s.Parts = append(s.Parts, Part{b.Title, b.Key, b.Mark})
		if b.Bay == p.Next.Bay && !p.Next.Card {
			s.Next = Next{i, p.Next.Text}
		}
	}
	if p.Drive != nil {
		s.Hertz, s.Wiring = p.Drive.Dial.Hz, p.Drive.Wiring
		if s.Device == "" {
			s.Device = p.Drive.Name
		}
	}
	if p.Brushed != nil {
		s.Brushed = &Brushed{p.Brushed.Armature, p.Brushed.Field, p.Brushed.Found.Settled}
	}
	return s
}
