package dc

import (
	"embed"
	"fmt"
	"math"
	"slices"
	"strings"
	"sync"

	"graybridge/core/bridge"
	"graybridge/core/openfile"
)

// ProfileFormat is the open file of a DC controller.
const ProfileFormat = "gray-bridge/dc-controller-profile"

// Turn is what a trim turns.
type Turn string

// The trims that controllers have, in the order in which the trade sets them.
const (
	TurnLeast Turn = "least"         // volts at the dial's beginning
	TurnMost  Turn = "most"          // volts at the dial's end
	TurnUp    Turn = "accelerate"    // seconds over the whole dial
	TurnDown  Turn = "decelerate"    // seconds
	TurnLimit Turn = "current-limit" // amps, as a share of the plug-in resistor's
	TurnIR    Turn = "ir"            // volts at the plug-in resistor's amps, as a share of the armature range
)

var turns = []Turn{TurnLeast, TurnMost, TurnUp, TurnDown, TurnLimit, TurnIR}

// Screw is what a terminal is for.
type Screw string

// The terminals.
const (
	ScrewLine     Screw = "line"
	ScrewEarth    Screw = "earth"
	ScrewArmature Screw = "armature"
	ScrewField    Screw = "field"
	ScrewPotHigh  Screw = "pot-high"
	ScrewPotWiper Screw = "pot-wiper"
	ScrewPotLow   Screw = "pot-low"
	ScrewInhibit  Screw = "inhibit" // closed: it gives nothing
	ScrewTacho    Screw = "tachometer"
)

var screws = []Screw{ScrewLine, ScrewEarth, ScrewArmature, ScrewField, ScrewPotHigh, ScrewPotWiper, ScrewPotLow,
	ScrewInhibit, ScrewTacho}

// Profile is one controller.
type Profile struct {
	Format  string `json:"format"`
	Version int    `json:"version"`
	ID      string `json:"id"`
	Name    string `json:"name"`
	About   string `json:"about,omitempty"`
	// Revision is its version among the workshop's own; 0: it is none of them.
	Revision int `json:"revision,omitempty" limit:">=0"`
	// CopyOf is the id of one that ships, of which it was begun.
	CopyOf string `json:"copy_of,omitempty"`

	Way    Way     `json:"way" enum:"phase-controlled,full-wave,half-wave,pwm"`
	KHz    float64 `json:"switching_khz,omitempty" limit:">=0"` // of a chopper
	Amps   float64 `json:"amps" limit:">0"`                     // of the armature, for good
	Factor float64 `json:"form_factor,omitempty" limit:">=0"`   // as its maker prints it; 0: not said

	Inputs  []InputRange `json:"inputs" nullable:"false"`
	Jumpers []Jumper     `json:"jumpers,omitempty" nullable:"false"`
	Plugs   []Plug       `json:"plug_in_resistors,omitempty" nullable:"false"`
	Trims   []Trim       `json:"trims,omitempty" nullable:"false"` // in the order on the board
	Screws  []Terminal   `json:"terminals,omitempty" nullable:"false"`
	// Trips are what its lamp or display shows where it gives up.
	Trips []Trip `json:"trips,omitempty" nullable:"false"`

	FieldAmps float64  `json:"field_amps,omitempty" limit:">=0"` // 0: it feeds no field
	Economy   bool     `json:"field_economy,omitempty"`          // the field is turned down while standing
	Isolated  bool     `json:"isolated,omitempty"`               // its controls are parted from the mains
	Quadrants int      `json:"quadrants,omitempty" limit:">=0"`  // 1 or 0: drives one way; 4: drives and brakes both ways
	Reversing string   `json:"reversing,omitempty" enum:"switch,contactor,itself"`
	Brakes    bool     `json:"braking_resistor,omitempty"` // it switches a braking resistor by itself
	Tacho     bool     `json:"tachometer,omitempty"`       // it takes a tachometer's volts
	LineFuse  float64  `json:"line_fuse_amps,omitempty" limit:">=0"`
	ArmFuse   float64  `json:"armature_fuse_amps,omitempty" limit:">=0"`
	PotOhm    float64  `json:"pot_ohm,omitempty" limit:">=0"`
	Enclosure string   `json:"enclosure,omitempty"`
	Quirks    []string `json:"quirks,omitempty" nullable:"false"`
	// Maker is its maker's own table of wire, fuse and clearances; nil: nobody has entered it.
	Maker *bridge.Maker `json:"maker,omitempty"`

	plate  *plated  // of a controller that is known by its plate alone
	lifted []string // what its leaflet does not say, and is taken as such controllers usually have it
}

// InputRange is one way to feed it.
type InputRange struct {
	Least      float64 `json:"least_volts" limit:">0"`
	Most       float64 `json:"most_volts" limit:">0"`
	Armature   float64 `json:"armature_volts" limit:">0"` // of its range on this input
	FieldVolts float64 `json:"field_volts,omitempty" limit:">=0"`
	Jumper     string  `json:"jumper,omitempty"` // its place, where the board has one
}

// Jumper is a plug on the board that stands by the input or by the armature's volts.
type Jumper struct {
	Name string   `json:"name"`
	For  string   `json:"for" enum:"input,armature"`
	At   []string `json:"places" nullable:"false"`
}

// Plug is one plug-in resistor: its marking, and the amps that it scales limit and IR to.
type Plug struct {
	Marking string  `json:"marking"`
	Amps    float64 `json:"amps" limit:">0"`
}

// Trim is one pot on the board. From and To are what it gives at its ends, in its
// turn's own unit: shares, or seconds.
type Trim struct {
	Name  string  `json:"name"`
	Turn  Turn    `json:"turn"`
	From  float64 `json:"from" limit:">=0"`
	To    float64 `json:"to" limit:">0"`
	Taper string  `json:"taper,omitempty" enum:"straight,slow-start"` // slow-start: by the square of its travel
}

// Terminal is one screw.
type Terminal struct {
	Name  string `json:"name"`
	Screw Screw  `json:"screw"`
	Text  string `json:"text,omitempty"`
}

//go:embed profiles/*.json
var shipped embed.FS

// Shipped are the controllers that come with the product, by name.
var Shipped = sync.OnceValue(func() []Profile { return openfile.Shipped(shipped, DecodeProfile) })

// ByID finds a shipped controller.
func ByID(id string) (Profile, bool) {
	for _, p := range Shipped() {
		if p.ID == id {
			return p, true
		}
	}
	return Profile{}, false
}

// DecodeProfile reads a profile strictly. The error is openfile.Problems and names every
// bad place.
func DecodeProfile(data []byte) (Profile, error) { return openfile.DecodeValid[Profile](data) }

// Validate names every bad place of a profile.
func (p *Profile) Validate() openfile.Problems {
	var bad openfile.Problems
	add := func(path, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: found, Wanted: wanted})
	}
	if p.Format != ProfileFormat {
		add("format", fmt.Sprintf("%q", p.Format), fmt.Sprintf("%q", ProfileFormat))
	}
	if p.Version != 1 {
		add("version", fmt.Sprint(p.Version), "1")
	}
	for _, one := range []struct{ path, text string }{{"id", p.ID}, {"name", p.Name}} {
		if one.text = strings.TrimSpace(one.text); one.text == "" || len(one.text) > 60 {
			add(one.path, fmt.Sprintf("%q", one.text), "1 to 60 letters")
		}
	}
	if !slices.Contains([]Way{PhaseControlled, FullWave, HalfWave, PWM}, p.Way) {
		add("way", fmt.Sprintf("%q", string(p.Way)), "phase-controlled, full-wave, half-wave or pwm")
	}
	if p.Way == PWM && !(p.KHz >= 1 && p.KHz <= 100) {
		add("switching_khz", fmt.Sprint(p.KHz), "1 to 100, of a chopper")
	}
	if p.Factor != 0 && !(p.Factor >= 1 && p.Factor <= 2) {
		add("form_factor", fmt.Sprint(p.Factor), "1 to 2")
	}
	if !slices.Contains([]string{"", "switch", "contactor", "itself"}, p.Reversing) {
		add("reversing", fmt.Sprintf("%q", p.Reversing), "switch, contactor or itself; empty where its maker allows "+
			"none")
	}
	if p.Quadrants != 0 && p.Quadrants != 1 && p.Quadrants != 4 {
		add("quadrants", fmt.Sprint(p.Quadrants), "1 or 4")
	}
	p.validateParts(add)
	bridge.CheckTrips(p.Trips, tripKinds, FieldLost, "what its lamp or display shows", add)
	return append(bad, p.Maker.Validate()...)
}

func (p *Profile) validateParts(add func(path, found, wanted string)) {
	if len(p.Inputs) == 0 {
		add("inputs", "none", "one range of line volts at least")
	}
	for i, in := range p.Inputs {
		at := fmt.Sprintf("inputs[%d]", i)
		if in.Least >= in.Most {
			add(at+".least_volts", fmt.Sprint(in.Least), "less than most_volts")
		}
		if most := (Source{Way: p.Way, Line: Line{Volts: in.Most}}).Most(); in.Armature > most {
			add(at+".armature_volts", fmt.Sprint(in.Armature), fmt.Sprintf("at most %.0f, which its way gives", most))
		}
	}
	seen := map[Turn]bool{}
	for i, t := range p.Trims {
		at := fmt.Sprintf("trims[%d]", i)
		if !slices.Contains(turns, t.Turn) || seen[t.Turn] {
			add(at+".turn", fmt.Sprintf("%q", string(t.Turn)), "one of least, most, accelerate, decelerate, "+
				"current-limit, "+
				"ir, each once")
		}
		seen[t.Turn] = true
		if t.From == t.To {
			add(at+".to", fmt.Sprint(t.To), "another end than from")
		}
		if t.Taper != "" && t.Taper != "straight" && t.Taper != "slow-start" {
			add(at+".taper", fmt.Sprintf("%q", t.Taper), "straight or slow-start")
		}
	}
	for i, t := range p.Screws {
		if !slices.Contains(screws, t.Screw) || t.Name == "" {
			add(fmt.Sprintf("terminals[%d].screw", i), fmt.Sprintf("%q", string(t.Screw)),
				"what it is for, like armature")
		}
	}
	for i, j := range p.Jumpers {
		if j.For != "input" && j.For != "armature" {
			add(fmt.Sprintf("jumpers[%d].for", i), fmt.Sprintf("%q", j.For), "input or armature")
		}
	}
}

// Input is the range that some line volts fall into; ok is false where none does, and
// then it is the nearest.
func (p *Profile) Input(volts float64) (in InputRange, ok bool) {
	best := math.Inf(1)
	for _, r := range p.Inputs {
		if volts >= r.Least && volts <= r.Most {
			return r, true
		}
		if off := math.Min(math.Abs(volts-r.Least), math.Abs(volts-r.Most)); off < best {
			best, in = off, r
		}
	}
	return in, false
}

// of finds the terminals of a kind.
func (p *Profile) of(s Screw) (out []Terminal) {
	for _, t := range p.Screws {
		if t.Screw == s {
			out = append(out, t)
		}
	}
	return out
}

func (p *Profile) trim(t Turn) (Trim, bool) {
	i := slices.IndexFunc(p.Trims, func(x Trim) bool { return x.Turn == t })
	if i < 0 {
		return Trim{}, false
	}
	return p.Trims[i], true
}

// PlugFor is the plug-in resistor whose amps are nearest above those of a motor; the
// greatest where none is.
func (p *Profile) PlugFor(amps float64) (best Plug, ok bool) {
	for _, x := range p.Plugs {
		if x.Amps >= amps && (!ok || x.Amps < best.Amps) {
			best, ok = x, true
		}
	}
	if !ok {
		for _, x := range p.Plugs {
			if x.Amps > best.Amps {
				best = x
			}
		}
	}
	return best, ok
}

// Travel is the share of a pot's turn at which it gives what is wanted; cut says that it
// does not reach it and stands at its end.
func (t Trim) Travel(want float64) (share float64, cut bool) {
	share = (want - t.From) / (t.To - t.From)
	in := math.Min(math.Max(share, 0), 1)
	cut = math.Abs(in-share) > 0.005
	if t.Taper == "slow-start" {
		in = math.Sqrt(in)
	}
	return in, cut
}

// Gives is what a pot gives at a share of its turn.
func (t Trim) Gives(share float64) float64 {
	if t.Taper == "slow-start" {
		share *= share
	}
	return t.From + share*(t.To-t.From)
}

// Clock is where a pot points whose travel is 270°, from half past seven to half past four.
func Clock(share float64) string {
	minutes := int(math.Round((7.5+9*share)*60/15)) * 15
	return fmt.Sprintf("%d:%02d", (minutes/60-1)%12+1, minutes%60)
}
