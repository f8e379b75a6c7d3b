package bridge

import (
	"strings"

	"graybridge/core/finding"
)

// WayView is one arrangement that the leads allow, on this supply and bridge.
type WayView struct {
	Title   string        `json:"title"`
	Joints  string        `json:"joints"`
	Coil    string        `json:"coil"` // volts a coil gets
	MadeFor string        `json:"made_for"`
	Of      string        `json:"of"`
	Ratio   float64       `json:"ratio"`
	Fits    bool          `json:"fits"`
	Worst   string        `json:"worst,omitempty"` // winding amps of plate at the load, best µF for this way
	Start   string        `json:"start,omitempty"`
	MicroF  string        `json:"microfarad,omitempty"`
	Text    string        `json:"text"`
	Grade   finding.Grade `json:"grade"`
}

// Direction is which way it turns, what turns it round and what does not.
type Direction struct {
	Turns   string   `json:"turns"`
	From    string   `json:"from"` // the viewpoint
	Swap    string   `json:"swap"`
	Nothing []string `json:"nothing" nullable:"false"`
	Forbids string   `json:"forbids,omitempty"`
	ShownBy string   `json:"shown_by,omitempty"`
	Bump    []string `json:"bump" nullable:"false"`
	Corner  string   `json:"corner"` // the line that the capacitor is on
}

// Bumped takes in which way the last bump turned, and says so; fixed is what no longer
// changes once it was right, with its verb.
func (d *Direction) Bumped(entry, fixed string) []finding.Finding {
	switch was, _, _ := strings.Cut(entry, "-"); was {
	case "right":
		d.Turns = "As wanted: the bump showed it"
		return []finding.Finding{sayBumpedRight(fixed)}
	case "wrong":
		d.Turns = "The wrong way, as the bump showed"
		return []finding.Finding{sayBumpWrong(*d)}
	}
	return nil
}

// Swapped is what turns it round, and what forbids to run it before.
func (d *Direction) Swapped() string {
	if d.Forbids == "" {
		return d.Swap
	}
	return d.doNotRun()
}
