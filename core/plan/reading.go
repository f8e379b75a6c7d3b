package plan

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/device"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/fit"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/makeup"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/site"
	"graybridge/core/stores"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/wants"
)

// ground is what every stage of a plan stands on: the document, its machine, the
// site as read and what protection there is. Nothing of it changes.
type ground struct {
	ctx     context.Context // ends the work when its caller has gone
	doc     *document.Document
	machine *document.Machine
	site    *site.Site
	guard   protection.Protection
	devices []device.Noted // that the document names, with who has seen them
}

// reading is a document read and its bridge worked out over it.
type reading struct {
	ground
	bridge   bridge.Bridge
	readings []finding.Reading
	fit      fit.Fit
	makeUp   makeup.MakeUp
	prices   map[string]stores.Priced
	hours    float64
	wants    wants.Wants
	fromLine *bridge.Offer // what a capacitor would do here, beside a drive
}

// read reads a document's first machine and works its bridge out.
func read(ctx context.Context, d *document.Document) *reading {
	return readWith(ctx, d, capacitor.Place)
}

// asCapacitor reads it for a look at the capacitor bridge from another one.
func asCapacitor(ctx context.Context, d *document.Document) *reading {
	return readWith(ctx, d, capacitor.Weigh)
}

func readWith(ctx context.Context, d *document.Document,
	onCan func(capacitor.Entry, string, *site.Site) *capacitor.Shown) *reading {
	return readOn(ctx, d, onCan, nil)
}

// readOn is readWith on a converter that was worked out already; nil: none was.
func readOn(ctx context.Context, d *document.Document, onCan func(capacitor.Entry, string, *site.Site) *capacitor.Shown,
	known *rotary.Shown) *reading {
	d, devices := document.Settled(drawn(d))
	one := d.Machines[0]
	r := &reading{ground: ground{ctx: ctx, doc: d, machine: &one, devices: devices}}
	taken := drive.Entered{}
	feed := func(lineVolts float64) site.Feed { return site.Feed{Volts: lineVolts} }
	switch d.Bridge.Kind {
	case document.KindDrive:
		taken = drive.Take(sheaved(d.Bridge.Drive, one.Load.Belt))
		feed = taken.Feed
	case document.KindRotary:
		feed = rotary.Feed
	case document.KindDC:
		feed = dc.Feed
	}
	r.site = site.Read(entriesOf(d, &one), feed)
	r.readings = append([]finding.Reading{}, r.site.Readings...)
	if _, circuit := supplied(d); circuit != nil {
		r.readings = append(r.readings, *circuit)
	}
	var own []finding.Reading
	r.guard, own = protection.Read(one.Protection, d.Workshop.Rules)
	r.readings = append(r.readings, own...)
	ground := bridge.Ground{AsRead: r.site, Protection: r.guard}
	switch d.Bridge.Kind {
	case document.KindDrive:
		r.bridge = drive.Installed{Ground: ground, Shown: taken.Place(r.site)}
	case document.KindRotary:
		over := known
		if over == nil {
			over = converter(ctx, d, r.site)
		}
		r.bridge = rotary.Installed{Ground: ground, Shown: over}
	case document.KindDC:
		r.bridge = dc.Installed{Ground: ground, Shown: dc.Take(d.Bridge.DC).Place(r.site)}
	default:
		r.bridge = capacitor.Installed{Ground: ground,
			Shown: onCan(d.Bridge.Capacitor, d.Workshop.Prices, r.site)}
	}
	if d.Bridge.Kind == document.KindDrive ||
		d.Bridge.Kind == document.KindRotary { // what was typed of the other stays, and is read
		r.readings = append(r.readings, capacitor.Readings(d.Bridge.Capacitor, r.site)...)
	}
	r.readings = append(r.readings, r.bridge.Read()...)
	r.site = r.bridge.Refitted()
	r.fit, own = fit.Read(one.Fit, one.Plate.Frame, r.terms(), d.Workshop.Rules == table.NorthAmerica)
	r.readings = append(r.readings, own...)
	r.makeUp, own = makeup.Read(one.MakeUp)
	r.readings = append(r.readings, own...)
	r.prices, r.hours, own = one.Parts.Read()
	r.readings = append(r.readings, own...)
	r.wants, own = wants.Read(d.Weigh, r.plateRPM())
	r.readings = append(r.readings, own...)
	return r
}

// show puts into a plan what only its bridge shows.
func (r *reading) show(p *Plan) {
	switch on := r.bridge.(type) {
	case capacitor.Installed:
		p.Trim, p.Use = on.Trim, on.Use
		if on.Answer != nil {
			p.Schools, p.Combos, p.Bridge = on.Answer.Schools, on.Combos, on.Figures
		}
	case rotary.Installed:
		p.Rotary = on.View
		p.Bridge = append(p.Bridge, on.Figures...)
	case drive.Installed:
		p.Drive = on.View
	case dc.Installed:
		if on.View != nil {
			p.DC = on.View
			p.Bridge = append(p.Bridge, on.View.Figures...)
		}
	}
}

// plateRPM is the plate's speed, of whichever kind of motor it is; 0: not known.
func (r *reading) plateRPM() float64 {
	if r.site.Feed.Brushed {
		return r.site.Direct.RPM
	}
	return r.site.Plate.RPM
}

// drawn is a document whose drawers are the workshop's stores, where its own names none.
func drawn(d *document.Document) *document.Document {
	cans := stores.Capacitors(d.Workshop.Stores, mostDrawn)
	if cans == "" {
		return d
	}
	out := *d
	if out.Bridge.Capacitor.Drawer == "" {
		out.Bridge.Capacitor.Drawer = cans
	}
	if out.Bridge.Rotary.Drawer == "" {
		out.Bridge.Rotary.Drawer = cans
	}
	return &out
}

// mostDrawn is how many cans of the stores are looked through.
const mostDrawn = 24

// sheaved is a drive's entries with the belt of the Load bay where they name none.
func sheaved(e drive.Entry, b load.BeltEntry) drive.Entry {
	if e.MotorSheave == "" && e.ToolSheave == "" {
		e.MotorSheave, e.ToolSheave = b.Motor, b.Tool
	}
	e.ToolDiameter = cmp.Or(e.ToolDiameter, b.ToolMM)
	return e
}

// entriesOf is what was typed of one machine and of the supply.
func entriesOf(d *document.Document, m *document.Machine) site.Entries {
	load := m.Load
	if d.Bridge.Kind == document.KindRotary && m.Role == document.Idler { // it turns nothing, whatever it turned before
		load.Kind, load.Share, load.Lightest, load.Heaviest, load.Inertia = machine.NoLoad, "", "", "", ""
	}
	fed, _ := supplied(d)
	return site.Entries{Rules: d.Workshop.Rules, Volts: d.Workshop.Volts, Hertz: d.Workshop.Hertz,
		Supply: fed, Tables: d.Workshop.Tables, Plate: m.Plate, Leads: m.Leads, Load: load}
}

// supplied is the supply with what the workshop's circuit says of it, and how the circuit's
// name was read; nil where none is named.
func supplied(d *document.Document) (supply.Entry, *finding.Reading) {
	if d.Supply.Circuit == "" {
		return d.Supply, nil
	}
	circuits, _ := supply.ParseCircuits(d.Workshop.Circuits) // settings: refused where they cannot be read
	e, known := d.Supply.On(circuits)
	r := &finding.Reading{Path: "supply.circuit", Typed: d.Supply.Circuit, ReadAs: d.Supply.Circuit}
	if !known {
		r.ReadAs, r.Problem, r.Wanted = "", noSuchCircuit, wantedCircuit(circuits)
	}
	return e, r
}

// said is what is said of the document before supply and protection are judged.
func (r *reading) said() []finding.Finding {
	return slices.Concat(r.unread(), r.site.Said, r.bridge.Says())
}

// labelOf is the word for an entry, by its path in a machine or in the document.
func labelOf(path string) string {
	e := document.EntryAt("machines." + entry.Any + "." + path)
	if e.Label == "" {
		e = document.EntryAt(path)
	}
	if e.Label == "" { // a chapter reads it under a name of its own
		return finding.Upper(strings.ReplaceAll(path[strings.LastIndex(path, ".")+1:], "_", " "))
	}
	return finding.Upper(e.Label)
}

// unread says each entry that could not be read.
func (r *reading) unread() (out []finding.Finding) {
	for _, one := range r.readings {
		if one.Problem == "" {
			continue
		}
		part, _, _ := strings.Cut(one.Path, ".")
		out = append(out, sayPath(one, labelOf(one.Path), finding.OfChapter(part)))
	}
	return out
}

// has says that something of an id was said.
func (p *Plan) has(id string) bool {
	for _, f := range p.Findings {
		if f.ID == id {
			return true
		}
	}
	return false
}

func (p *Plan) say(f ...finding.Finding) { p.Findings = append(p.Findings, f...) }
