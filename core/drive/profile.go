// Package drive is the bridge that makes three phases electronically, at any
// hertz: chosen by amps, told the right things in its own language, and its
// speed understood as the tool sees it.
//
// A drive speaks through its profile: an open file that maps the functions
// every drive has to one drive's codes, units, ranges, choices, jumpers, trims,
// terminals and quirks. The trade's rules stand here once; the profile only
// says how this unit is told.
package drive

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

// ProfileFormat is the open file of a drive.
const ProfileFormat = "gray-bridge/drive-profile"

// Profile is one drive.
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

	Input  Input  `json:"input"`
	Output Output `json:"output"`

	Parameters []Parameter `json:"parameters,omitempty" nullable:"false"`
	Jumpers    []Jumper    `json:"jumpers,omitempty" nullable:"false"`
	Trims      []Trim      `json:"trims,omitempty" nullable:"false"`
	Terminals  []Terminal  `json:"terminals,omitempty" nullable:"false"`
	Never      []Never     `json:"never,omitempty" nullable:"false"`
	Trips      []Trip      `json:"trips,omitempty" nullable:"false"`
	// Maker is its maker's own table of wire, fuse and clearances; nil: nobody has entered it.
	Maker *bridge.Maker `json:"maker,omitempty"`
	// Sources of what stands here: leaflet and page, or an own measurement.
	Sources []string `json:"sources,omitempty" nullable:"false"`

	Restore []string `json:"restore,omitempty" nullable:"false"` // how defaults are brought back, step by step
	// how one value is keyed; {code} and {value} stand for them
	Keying   string   `json:"keying,omitempty"`
	Displays []string `json:"displays,omitempty" nullable:"false"` // display modes that exist; the first at power-up
	Quirks   []string `json:"quirks,omitempty" nullable:"false"`

	PotOhm        Span    `json:"pot_ohm,omitzero"` // of a potentiometer that it takes; 0 to 0: none
	StopAlways    bool    `json:"stop_key_always,omitempty"`
	AirMM         float64 `json:"air_mm,omitempty" limit:">=0"` // free above and below
	LossShare     float64 `json:"loss_share,omitempty" limit:">=0"`
	WaitMinutes   float64 `json:"wait_minutes,omitempty" limit:">=0"` // after power-off, before the terminals are touched
	FloatingSink  bool    `json:"floating_heat_sink,omitempty"`
	PowerUpsHour  int     `json:"power_ups_an_hour,omitempty" limit:">=0"`
	AmbientC      float64 `json:"ambient_c,omitempty" limit:">=0"`        // full amps up to
	AltitudeM     float64 `json:"altitude_m,omitempty" limit:">=0"`       // full amps up to
	CarrierFree   float64 `json:"carrier_free_khz,omitempty" limit:">=0"` // full amps up to
	CarrierOf     float64 `json:"carrier_default_khz,omitempty" limit:">=0"`
	EnclosureCode string  `json:"enclosure,omitempty"`

	plate   *plated  // of a drive that is known by its plate alone
	clashes []string // where its own figures disagree; what cannot be is left out
	lifted  []string // what its leaflet does not say, and is taken as such drives usually have it
	bare    bool     // neither its keys nor its control terminals are described
	unsaid  bool     // whether its three-phase input takes one phase is not said
}

// Span is from a least to a greatest value.
type Span struct {
	Least float64 `json:"least" limit:">=0"`
	Most  float64 `json:"most" limit:">=0"`
}

// Input is what it wants from the line.
type Input struct {
	Volts Span `json:"volts"`
	// Amps of its rated input as its plate or sheet gives it, on the phases it is made for;
	// 0: not said, and counted from its own power.
	Amps    float64 `json:"amps,omitempty" limit:">=0"`
	Phases  int     `json:"phases" limit:">0"`
	Doubles bool    `json:"doubles,omitempty"`
	// Share of the rating that is left on a single-phase line, of a drive made
	// for three; the maker's sheet decides.
	SingleShare float64 `json:"single_phase_share,omitempty" limit:">=0"`
	NeverSingle bool    `json:"never_single_phase,omitempty"` // the maker allows no single-phase line
}

// share is what is left of its rating on one phase, of a drive made for three; where its maker allows none, nothing is
// counted off: it is refused for that, not for its size.
func (in Input) share() float64 {
	if in.NeverSingle {
		return 1
	}
	return in.SingleShare
}

// Output is what it gives.
type Output struct {
	KW       float64 `json:"kw,omitempty" limit:">=0"`
	Amps     float64 `json:"amps" limit:">0"`
	Volts    float64 `json:"volts" limit:">0"` // greatest
	Hertz    float64 `json:"most_hertz,omitempty" limit:">=0"`
	Overload float64 `json:"overload,omitempty" limit:">=0"` // of its amps, for a minute
}

// Parameter is one function under its code. What the display shows is the value
// times Scale, with so many decimals.
type Parameter struct {
	Function Function `json:"function"`
	Code     string   `json:"code"`
	Name     string   `json:"name"`
	Unit     string   `json:"unit,omitempty"`
	Scale    float64  `json:"scale,omitempty" limit:">=0"` // 0 is 1
	Decimals int      `json:"decimals,omitempty"`
	// Least and Most of its range; both 0: not known.
	Least   float64  `json:"least,omitempty"`
	Most    float64  `json:"most,omitempty"`
	Default string   `json:"default,omitempty"` // as the display shows it; empty: not known
	Choices []Choice `json:"choices,omitempty" nullable:"false"`
	Note    string   `json:"note,omitempty"`
}

// Choice is one value of a parameter that stands for a word.
type Choice struct {
	Value string `json:"value"`
	Means string `json:"means"`
	Text  string `json:"text"`
}

// Jumper is a plug or switch on the board.
type Jumper struct {
	Name      string     `json:"name"`
	Function  Function   `json:"function"`
	Positions []Position `json:"positions" nullable:"false"`
	Default   string     `json:"default"`
}

// Position of a jumper: a word, or a number of the function's unit.
type Position struct {
	At     string  `json:"at"`
	Means  string  `json:"means,omitempty"`
	Number float64 `json:"number,omitempty"`
	Text   string  `json:"text"`
}

// Trim is a small potentiometer on the board, straight between its ends.
type Trim struct {
	Name     string   `json:"name"`
	Function Function `json:"function"`
	From     float64  `json:"from"`
	To       float64  `json:"to"`
	Unit     string   `json:"unit"`
	Default  float64  `json:"default"` // share of its travel
}

// Terminal is one screw.
type Terminal struct {
	Name    string  `json:"name"`
	Role    Role    `json:"role"`
	Text    string  `json:"text,omitempty"`
	StripMM float64 `json:"strip_mm,omitempty" limit:">=0"`
	Nm      float64 `json:"torque_nm,omitempty" limit:">=0"`
	Finish  string  `json:"finish,omitempty"` // ferrule, ring, bare
}

// Never is a combination of settings that must not be.
type Never struct {
	When []Setting `json:"when" nullable:"false"`
	Text string    `json:"text"`
}

// Setting is a function set to a word.
type Setting struct {
	Function Function `json:"function"`
	Means    string   `json:"means"`
}

//go:embed profiles/*.json
var shipped embed.FS

// Shipped are the profiles that come with the product, by name.
var Shipped = sync.OnceValue(func() []Profile { return openfile.Shipped(shipped, Decode) })

// ByID finds a shipped profile.
func ByID(id string) (Profile, bool) {
	for _, p := range Shipped() {
		if p.ID == id {
			return p, true
		}
	}
	return Profile{}, false
}

// Decode reads a profile strictly. The error is openfile.Problems and names
// every bad place.
func Decode(data []byte) (Profile, error) { return openfile.DecodeValid[Profile](data) }

// Validate names every bad place of a profile.
//
// Long: a list of places, each checked by itself.
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
	if p.Input.Phases != 1 && p.Input.Phases != 3 {
		add("input.phases", fmt.Sprint(p.Input.Phases), "1 or 3")
	}
	if !(p.Input.Volts.Least > 0 && p.Input.Volts.Least <= p.Input.Volts.Most) {
		add("input.volts", fmt.Sprint(p.Input.Volts), "least and greatest volts")
	}
	if p.Input.NeverSingle && (p.Input.Phases != 3 || p.Input.SingleShare > 0) {
		add("input.never_single_phase", "true", "a drive made for three phases, without a share that is left on one")
	}
	if p.Input.SingleShare > 1 {
		add("input.single_phase_share", fmt.Sprint(p.Input.SingleShare),
			"at most 1, of a drive made for three phases")
	}
	if p.LossShare > 0.3 {
		add("loss_share", fmt.Sprint(p.LossShare), "at most 0.3")
	}
	codes := map[string]bool{}
	once := func(path, code string) {
		if code == "" || codes[code] {
			add(path, fmt.Sprintf("%q", code), "a code that stands once")
		}
		codes[code] = true
	}
	known := func(path string, f Function) {
		if !slices.Contains(functions, f) {
			add(path, fmt.Sprintf("%q", string(f)), "a function, like motor-amps")
		}
	}
	for i, q := range p.Parameters {
		at := fmt.Sprintf("parameters[%d]", i)
		once(at+".code", q.Code)
		known(at+".function", q.Function)
		if q.Decimals < 0 || q.Decimals > 4 {
			add(at+".decimals", fmt.Sprint(q.Decimals), "0 to 4")
			continue
		}
		if len(q.Choices) > 0 {
			if q.Default != "" && !slices.ContainsFunc(q.Choices, func(c Choice) bool { return c.Value == q.Default }) {
				add(at+".default", fmt.Sprintf("%q", q.Default), "one of its choices")
			}
			continue
		}
		if q.ranged() && !(q.Least < q.Most) {
			add(at+".least", fmt.Sprint(q.Least), "less than most")
		}
		if q.Default == "" {
			continue
		}
		if x, err := q.Read(q.Default); err != nil {
			add(at+".default", fmt.Sprintf("%q", q.Default), "a number as the display shows it")
		} else if q.ranged() && (x < q.Least-1e-9 || x > q.Most+1e-9) {
			add(at+".default", fmt.Sprintf("%q", q.Default), "between least and most")
		}
	}
	for i, j := range p.Jumpers {
		at := fmt.Sprintf("jumpers[%d]", i)
		once(at+".name", j.Name)
		known(at+".function", j.Function)
		if !slices.ContainsFunc(j.Positions, func(x Position) bool { return x.At == j.Default }) {
			add(at+".default", fmt.Sprintf("%q", j.Default), "one of its positions")
		}
	}
	for i, t := range p.Trims {
		at := fmt.Sprintf("trims[%d]", i)
		once(at+".name", t.Name)
		known(at+".function", t.Function)
		if t.From == t.To {
			add(at+".to", fmt.Sprint(t.To), "another value than from")
		}
		if t.Default < 0 || t.Default > 1 {
			add(at+".default", fmt.Sprint(t.Default), "0 to 1 of its travel")
		}
	}
	for i, t := range p.Terminals {
		if !slices.Contains(roles, t.Role) {
			add(fmt.Sprintf("terminals[%d].role", i), fmt.Sprintf("%q", string(t.Role)),
				"a role, like line, motor or earth")
		}
	}
	bridge.CheckTrips(p.Trips, tripKinds, OverVolts, "what the display shows", add)
	bad = append(bad, p.Maker.Validate()...)
	for i, n := range p.Never {
		for k, s := range n.When {
			known(fmt.Sprintf("never[%d].when[%d].function", i, k), s.Function)
		}
	}
	return bad
}

// find is the parameter of a function.
func (p *Profile) find(f Function) *Parameter {
	for i := range p.Parameters {
		if p.Parameters[i].Function == f {
			return &p.Parameters[i]
		}
	}
	return nil
}

// of lists the terminals of a role.
func (p *Profile) of(r Role) []Terminal {
	var out []Terminal
	for _, t := range p.Terminals {
		if t.Role == r {
			out = append(out, t)
		}
	}
	return out
}

// OutputVolts is the greatest three-phase volts on a line of so many volts:
// never more than the line's own, but for a drive that doubles.
func (p *Profile) OutputVolts(line float64) float64 {
	if p.Input.Doubles {
		line *= 2
	}
	return math.Min(line, p.Output.Volts)
}

// String is the drive's name.
func (p *Profile) String() string { return p.Name }

// Ends are the names of the terminals of a role, as they stand on the drive; empty where it has
// none.
func (p *Profile) Ends(r Role) string {
	var names []string
	for _, t := range p.of(r) {
		names = append(names, t.Name)
	}
	return strings.Join(names, "-")
}
