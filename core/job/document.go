// Package job is the one document that a person edits and the one function
// that answers it: Plan(document).
//
// The document holds what was read, measured and chosen, as typed. Plan calls
// the chapters in the order of work and gathers what they say: how each entry
// was read, the solved circuit as it is now and as wanted, the findings, the
// moves, the card. The same document always gives the same plan.
package job

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"graybridge/core/capacitor"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/openfile"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/supply"
	"graybridge/core/table"
)

// Format and Version of the open document; docs/formats.md describes it.
const (
	Format  = "gray-bridge/job"
	Version = 1
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
	Name    string      `json:"name"`
	Rules   table.Rules `json:"rules" enum:"metric,north-america"`
	Volts   float64     `json:"volts" minimum:"90" maximum:"600"`
	Hertz   float64     `json:"hertz" minimum:"40" maximum:"70"`
	Colours Colours     `json:"colours" enum:"europe,europe-old,north-america-240,north-america-480"`
	// Caps is the maker's table of caps in use here, one size a line.
	Caps string `json:"caps,omitempty" maxLength:"2000"`
	// Prices of run capacitors where they are bought, one can a line.
	Prices string `json:"prices,omitempty" maxLength:"2000"`
}

// Bridge is the way from two lines to three.
type Bridge struct {
	Kind string `json:"kind,omitempty" enum:"capacitor,drive"`
	capacitor.Entry
}

// Document is a job.
type Document struct {
	Format     string           `json:"format" enum:"gray-bridge/job"`
	Version    int              `json:"version" minimum:"1" maximum:"1"`
	Name       string           `json:"name" minLength:"1" maxLength:"80"`
	Workshop   Workshop         `json:"workshop"`
	Supply     supply.Entry     `json:"supply"`
	Plate      plate.Entry      `json:"plate"`
	Leads      leads.Entry      `json:"leads"`
	Bridge     Bridge           `json:"bridge"`
	Drive      *drive.Entry     `json:"drive,omitempty"`
	Load       load.Entry       `json:"load"`
	Protection protection.Entry `json:"protection"`
}

// New is an empty job of a workshop.
func New(name string, w Workshop) Document {
	naming := leads.IEC
	if w.Rules == table.NorthAmerica {
		naming = leads.T
	}
	return Document{Format: Format, Version: Version, Name: name, Workshop: w,
		Leads: leads.Entry{Kind: leads.Six, Naming: naming, Done: []string{}}, Bridge: Bridge{Kind: "capacitor"}}
}

// LongestEntry is the most bytes of one typed entry.
const LongestEntry = 400

// LongestList is the most bytes of an entry that is a list of lines.
const LongestList = 8000

// Decode reads a document strictly from JSON. The error is openfile.Problems
// and names every bad field.
func Decode(data []byte) (Document, error) {
	var d Document
	if err := openfile.Decode(data, &d, false); err != nil {
		return Document{}, err
	}
	if bad := d.Validate(); len(bad) > 0 {
		return Document{}, bad
	}
	return d, nil
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
		add("version", fmt.Sprint(d.Version), fmt.Sprint(Version))
	}
	if n := strings.TrimSpace(d.Name); n == "" || utf8.RuneCountInString(n) > 80 {
		add("name", fmt.Sprintf("%d letters", utf8.RuneCountInString(n)), "1 to 80 letters")
	}
	bad = append(bad, d.Workshop.Validate("workshop.")...)
	choice(add, "leads.kind", d.Leads.Kind, leads.Kinds...)
	choice(add, "leads.naming", d.Leads.Naming, leads.Namings...)
	choice(add, "leads.beside", d.Leads.Beside, leads.Namings...)
	choice(add, "leads.box", d.Leads.Box, leads.Studs, leads.Ends)
	choice(add, "leads.rows", d.Leads.Rows, leads.Turned)
	choice(add, "leads.agreed", d.Leads.Agreed, "plate")
	choice(add, "leads.clips", d.Leads.Clips, "yes")
	choice(add, "leads.bumped", d.Leads.Bumped, "right-L1", "wrong-L1", "right-L2", "wrong-L2")
	choice(add, "leads.starter", d.Leads.Starter, leads.StarDelta)
	choice(add, "leads.method", d.Leads.Method, leads.AC, leads.Flick)
	choice(add, "leads.tester", d.Leads.Tester, leads.Insulation, leads.Multimeter)
	choice(add, "bridge.kind", d.Bridge.Kind, "capacitor", KindDrive)
	choice(add, "bridge.start_by", d.Bridge.StartBy, capacitor.ByButton, capacitor.ByRelay)
	choice(add, "bridge.reversing", d.Bridge.Reversing, capacitor.BySwitch)
	choice(add, "bridge.corner_to", d.Bridge.CornerTo, "L1", "L2")
	choice(add, "load.kind", d.Load.Kind, machine.NoLoad, machine.Constant, machine.Linear, machine.Fan)
	choice(add, "load.start", d.Load.Start, load.Free, load.Loaded, load.Stuck)
	choice(add, "load.turn", d.Load.Turn, load.Either, load.Clockwise, load.Anti)
	choice(add, "protection.relay", d.Protection.Relay, protection.NoRelay, protection.SupplyLines, protection.MotorLeads, protection.Thermistor)
	if v := d.Drive; v != nil {
		choice(add, "drive.second_hand", v.SecondHand, "yes")
		choice(add, "drive.cooling", v.Cooling, drive.OwnFan, drive.Blower, drive.InverterDuty, drive.NonVentilated)
		choice(add, "drive.contactor", v.Contactor, "yes")
		choice(add, "drive.reactor", v.Reactor, "yes")
		choice(add, "drive.resistor", v.Resistor, "yes")
		choice(add, "drive.run", v.Run, drive.Keypad, drive.TwoWire, drive.ThreeWire)
		choice(add, "drive.speed", v.Speed, drive.Keys, drive.Dial, drive.Pot)
		choice(add, "drive.direction", v.Direction, drive.Fixed, drive.Switch)
		choice(add, "drive.lid", v.Lid, "shut")
		choice(add, "drive.emergency_stop", v.EStop, "yes")
		choice(add, "drive.daily_off", v.DailyOff, drive.ByCommand, drive.ByBreaker)
		if len(v.Done) > 200 {
			add("drive.done", fmt.Sprintf("%d ticks", len(v.Done)), "at most 200")
		}
		if v.Own != nil {
			for _, p := range v.Own.Validate() {
				add("drive.own."+p.Path, p.Found, p.Wanted)
			}
		} else if _, ok := drive.ByID(v.Profile); v.Profile != "" && !ok {
			add("drive.profile", fmt.Sprintf("%q", v.Profile), "the id of a known drive, or its profile under drive.own")
		}
	}
	if len(d.Leads.Done) > 64 {
		add("leads.done", fmt.Sprintf("%d moves", len(d.Leads.Done)), "at most 64")
	}
	for path, text := range d.typed() {
		most := LongestEntry
		if list := path == "leads.touches" || path == "leads.senses" || path == "leads.extras" || path == "bridge.trim" || path == "drive.read_back"; list {
			most = LongestList
		}
		if len(text) > most {
			add(path, fmt.Sprintf("%d bytes", len(text)), fmt.Sprintf("at most %d", most))
		}
	}
	return bad
}

// Validate names every bad setting of a workshop, each path after the prefix.
func (w Workshop) Validate(prefix string) openfile.Problems {
	var bad openfile.Problems
	add := func(path, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: prefix + path, Found: found, Wanted: wanted})
	}
	if n := utf8.RuneCountInString(strings.TrimSpace(w.Name)); n == 0 || n > 80 {
		add("name", fmt.Sprintf("%d letters", n), "1 to 80 letters")
	}
	if w.Rules == "" {
		add("rules", "nothing", "metric or north-america")
	}
	choice(add, "rules", w.Rules, table.Metric, table.NorthAmerica)
	if w.Colours == "" {
		add("colours", "nothing", "a wire colour code")
	}
	if _, err := leads.ParseCaps(w.Caps); err != nil {
		add("caps", err.Error(), "one size a line, like “small: 2 × 18 AWG to 3 × 14 AWG”")
	}
	if _, err := capacitor.ParsePrices(w.Prices); err != nil {
		add("prices", err.Error(), "one can a line, like “40 µF 11.50 €”")
	}
	for path, text := range map[string]string{"caps": w.Caps, "prices": w.Prices} {
		if len(text) > 2000 {
			add(path, fmt.Sprintf("%d bytes", len(text)), "at most 2000")
		}
	}
	choice(add, "colours", w.Colours, Europe, EuropeOld, NorthAmerica, NorthAmerica480)
	if !(w.Volts >= 90 && w.Volts <= 600) {
		add("volts", fmt.Sprint(w.Volts), "90 to 600")
	}
	if !(w.Hertz >= 40 && w.Hertz <= 70) {
		add("hertz", fmt.Sprint(w.Hertz), "40 to 70")
	}
	return bad
}

func choice[T ~string](add func(path, found, wanted string), path string, value T, allowed ...T) {
	if value == "" {
		return
	}
	names := make([]string, len(allowed))
	for i, a := range allowed {
		if a == value {
			return
		}
		names[i] = string(a)
	}
	add(path, fmt.Sprintf("%q", string(value)), strings.Join(names, ", ")+" or nothing")
}

// typed lists the free entries by path.
func (d *Document) typed() map[string]string {
	out := map[string]string{
		"supply.volts": d.Supply.Volts, "supply.hertz": d.Supply.Hertz, "supply.feeder_length": d.Supply.FeederLength,
		"supply.feeder_size": d.Supply.FeederSize, "supply.breaker": d.Supply.Breaker,
		"plate.power": d.Plate.Power, "plate.volts": d.Plate.Volts, "plate.connection": d.Plate.Connection, "plate.amps": d.Plate.Amps,
		"plate.rpm": d.Plate.RPM, "plate.hertz": d.Plate.Hertz, "plate.power_factor": d.Plate.PowerFactor, "plate.efficiency": d.Plate.Efficiency,
		"plate.phases": d.Plate.Phases, "plate.service_factor": d.Plate.ServiceFactor, "plate.design": d.Plate.Design, "plate.code": d.Plate.Code,
		"plate.locked_amps": d.Plate.LockedAmps, "plate.winding_ohms": d.Plate.WindingOhms, "plate.frame": d.Plate.Frame, "plate.enclosure": d.Plate.Enclosure,
		"plate.insulation": d.Plate.Insulation, "plate.duty": d.Plate.Duty, "plate.inverter_duty": d.Plate.InverterDuty,
		"leads.found": d.Leads.Found, "leads.wanted": d.Leads.Wanted, "leads.photo": d.Leads.Photo, "leads.gauge": d.Leads.Gauge, "leads.extras": d.Leads.Extras,
		"leads.tags": d.Leads.Tags, "leads.zero": d.Leads.Zero, "leads.touches": d.Leads.Touches, "leads.low_volts": d.Leads.LowVolts, "leads.senses": d.Leads.Senses,
		"leads.line_ohms": d.Leads.LineOhms, "leads.ohms_at": d.Leads.OhmsAt, "leads.insulation": d.Leads.Insulation, "leads.insulation_at": d.Leads.InsulationAt,
		"load.shown_by": d.Load.ShownBy, "load.forbids": d.Load.Forbids,
		"bridge.microfarad": d.Bridge.Microfarad, "bridge.drawer": d.Bridge.Drawer, "bridge.start_microfarad": d.Bridge.Start, "bridge.trim": d.Bridge.Trim,
		"load.on_minutes": d.Load.On, "load.off_minutes": d.Load.Off, "load.inertia": d.Load.Inertia,
		"load.does": d.Load.Does, "load.share": d.Load.Share, "load.lightest": d.Load.Lightest, "load.heaviest": d.Load.Heaviest,
		"protection.breaker": d.Protection.Breaker, "protection.conductor": d.Protection.Conductor, "protection.relay_set": d.Protection.RelaySet,
	}
	v := d.Drive
	if v == nil {
		v = &drive.Entry{}
	}
	for path, text := range map[string]string{
		"profile": v.Profile, "ambient": v.Ambient, "altitude": v.Altitude, "carrier": v.Carrier, "motors": v.Motors, "at": v.At, "least": v.Least, "most": v.Most,
		"motor_sheave": v.MotorSheave, "tool_sheave": v.ToolSheave, "tool_diameter": v.ToolDiameter, "motor_most": v.MotorMost, "shakes": v.Shakes, "skip": v.Skip,
		"accelerate": v.Accelerate, "decelerate": v.Decelerate, "cable": v.Cable, "sink_ohm": v.SinkOhm, "dial_ohm": v.DialOhm, "top_volts": v.TopVolts, "read_back": v.ReadBack,
	} {
		out["drive."+path] = text
	}
	return out
}
