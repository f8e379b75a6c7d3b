package table

import (
	"fmt"
	"strings"

	"graybridge/core/openfile"
	"graybridge/core/unit"
)

// OwnFormat and OwnVersion name the file of a workshop's own tables; docs/formats.md describes it.
const (
	OwnFormat  = "gray-bridge/tables"
	OwnVersion = 1
)

// Own are a workshop's own tables, of its country or its makers, each figure with their source:
// what the product has none of, and what goes before its own.
type Own struct {
	Format     string    `json:"format" enum:"gray-bridge/tables"`
	Version    int       `json:"version" minimum:"1" maximum:"1"`
	Name       string    `json:"name" minLength:"1" maxLength:"80"`
	Source     string    `json:"source" minLength:"1" maxLength:"200" doc:"where the figures are printed"`
	Conductors []Carries `json:"conductors,omitempty" maxItems:"40" doc:"what a conductor carries in conduit or cable"`
	Cord       []Carries `json:"cord,omitempty" maxItems:"40" doc:"what a flexible cord carries"`
	Glands     []Gland   `json:"glands,omitempty" maxItems:"60"`
	Torques    []Torque  `json:"torques,omitempty" maxItems:"60"`
	BoxVolumes []Volume  `json:"box_volumes,omitempty" maxItems:"40" doc:"of one conductor in a box"`
}

// Carries is a size and what it carries.
type Carries struct {
	Size string  `json:"size" example:"1.5 mm²"`
	Amps float64 `json:"amps" minimum:"0.1" maximum:"1000"`
}

// Gland is a cable gland: the cables that it clamps, its hole and its tap, mm.
type Gland struct {
	Name string  `json:"name" example:"M20" minLength:"1" maxLength:"40"`
	From float64 `json:"from_mm" minimum:"0.5" maximum:"200"`
	To   float64 `json:"to_mm" minimum:"0.5" maximum:"200"`
	Hole float64 `json:"hole_mm,omitempty" minimum:"0" maximum:"250"`
	Tap  float64 `json:"tap_mm,omitempty" minimum:"0" maximum:"250"`
}

// Torque of a terminal's screw.
type Torque struct {
	Terminal string  `json:"terminal" example:"M4 stud" minLength:"1" maxLength:"60"`
	Nm       float64 `json:"nm" minimum:"0.05" maximum:"200"`
}

// Volume of one conductor in a box, cm³.
type Volume struct {
	Size string  `json:"size" example:"2.5 mm²"`
	CM3  float64 `json:"cm3" minimum:"0.1" maximum:"1000"`
}

// Check names everything that cannot be used.
func (o *Own) Check() (bad openfile.Problems) {
	add := func(path, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: found, Wanted: wanted})
	}
	if o.Format != OwnFormat {
		add("format", fmt.Sprintf("%q", o.Format), fmt.Sprintf("%q", OwnFormat))
	}
	if o.Version != OwnVersion {
		add("version", fmt.Sprint(o.Version), fmt.Sprint(OwnVersion))
	}
	for _, one := range [][2]string{{"name", o.Name}, {"source", o.Source}} {
		if strings.TrimSpace(one[1]) == "" {
			add(one[0], "nothing", "what these tables are called, and where they are printed")
		}
	}
	size := func(path, text string, last float64) float64 {
		c, ok, err := unit.ParseConductor(text)
		if !ok || err != nil {
			add(path, fmt.Sprintf("%q", text), "a size, like 1.5 mm² or 14 AWG")
			return last
		}
		if c.Area() <= last {
			add(path, text, "each size once, the thinnest first")
		}
		return max(c.Area(), last)
	}
	for _, table := range []struct {
		name string
		rows []Carries
	}{{"conductors", o.Conductors}, {"cord", o.Cord}} {
		last, amps := 0.0, 0.0
		for i, r := range table.rows {
			at := fmt.Sprintf("%s[%d].", table.name, i)
			last = size(at+"size", r.Size, last)
			if !(r.Amps > amps) || r.Amps > 1000 {
				add(at+"amps", fmt.Sprint(r.Amps), "more than the size before it, at most 1000")
			}
			amps = max(amps, r.Amps)
		}
	}
	last := 0.0
	for i, r := range o.BoxVolumes {
		at := fmt.Sprintf("box_volumes[%d].", i)
		last = size(at+"size", r.Size, last)
		if !(r.CM3 > 0) || r.CM3 > 1000 {
			add(at+"cm3", fmt.Sprint(r.CM3), "0.1 to 1000")
		}
	}
	for i, g := range o.Glands {
		if at := fmt.Sprintf("glands[%d].", i); !(g.From > 0 && g.To > g.From) || g.To > 200 {
			add(at+"to_mm", fmt.Sprintf("%v to %v", g.From, g.To), "a range of cable diameters, the smaller first")
		}
	}
	for i, r := range o.Torques {
		if !(r.Nm > 0) || r.Nm > 200 {
			add(fmt.Sprintf("torques[%d].nm", i), fmt.Sprint(r.Nm), "0.05 to 200")
		}
	}
	return bad
}

// sizes are the rows of one system, thinnest first.
func sizes(rows []Carries, awg bool) (out []Size) {
	for _, r := range rows {
		c, ok, err := unit.ParseConductor(r.Size)
		if ok && err == nil && (c.AWG > 0) == awg {
			out = append(out, Size{c, r.Amps})
		}
	}
	return out
}

// carried is what stands beside a size: a gauge as it is, an area by the next thinner one, and
// beyond the last nothing.
func carried(rows []Size, c unit.Conductor) (amps float64, ok bool) {
	for _, r := range rows {
		if c.AWG > 0 && r.AWG == c.AWG || c.AWG == 0 && r.SquareMM <= c.SquareMM {
			amps, ok = r.Amps, true
		}
	}
	if ok && c.AWG == 0 {
		ok = c.SquareMM <= rows[len(rows)-1].SquareMM
	}
	return amps, ok
}

// GlandFor is the smallest gland that clamps a cable of some outer diameter.
func (o *Own) GlandFor(mm float64) (g Gland, ok bool) {
	if o == nil {
		return g, false
	}
	for _, one := range o.Glands {
		if mm >= one.From && mm <= one.To && (!ok || one.To < g.To) {
			g, ok = one, true
		}
	}
	return g, ok
}

// TorqueOf is the torque of a terminal by its name.
func (o *Own) TorqueOf(terminal string) (nm float64, ok bool) {
	if o == nil {
		return 0, false
	}
	for _, t := range o.Torques {
		if strings.EqualFold(strings.TrimSpace(t.Terminal), strings.TrimSpace(terminal)) {
			return t.Nm, true
		}
	}
	return 0, false
}

var boxes = load[struct {
	Source string       `json:"source"`
	Inch3  [][2]float64 `json:"cubic_inches_by_awg"`
}]("boxes")

// BoxVolume is what one conductor of a size takes in a box, cm³: by the workshop's own table,
// else North America's; ok is false where neither has it.
func BoxVolume(c unit.Conductor, own *Own) (cm3 float64, source string, ok bool) {
	if own != nil {
		rows := make([]Carries, len(own.BoxVolumes))
		for i, v := range own.BoxVolumes {
			rows[i] = Carries{v.Size, v.CM3}
		}
		if cm3, ok := carried(sizes(rows, c.AWG > 0), c); ok {
			return cm3, own.Source, true
		}
	}
	t := boxes()
	for _, row := range t.Inch3 {
		if c.AWG > 0 && int(row[0]) == c.AWG {
			return row[1] * unit.CubicInch, t.Source, true
		}
	}
	return 0, t.Source, false
}

var conduits = load[struct {
	Source string       `json:"source"`
	Wires  [][2]float64 `json:"wire_square_inches_by_awg"`
	EMT    []struct {
		Trade string  `json:"trade"`
		At40  float64 `json:"at_40_percent"`
	} `json:"emt"`
	Limits [3]float64 `json:"limits"`
}]("conduits")

// WireArea is the area of a thermoplastic-insulated wire with its insulation, mm².
func WireArea(awg int) (mm2 float64, source string, ok bool) {
	t := conduits()
	for _, row := range t.Wires {
		if int(row[0]) == awg {
			return row[1] * unit.Inch * unit.Inch, t.Source, true
		}
	}
	return 0, t.Source, false
}

// EMT is the inside of a thin-wall conduit by its trade size, mm².
func EMT(trade string) (mm2 float64, source string, ok bool) {
	t := conduits()
	for _, row := range t.EMT {
		if row.Trade == strings.TrimSpace(trade) {
			return row.At40 / 0.4 * unit.Inch * unit.Inch, t.Source, true
		}
	}
	return 0, t.Source, false
}

// FillLimit is the share of a conduit that so many wires may take.
func FillLimit(wires int) float64 {
	l := conduits().Limits
	return l[min(max(wires, 1), 3)-1]
}

// Wires are the conductors of a rule set as a workshop sizes them: its own table of conductors
// where it has one, else the product's.
type Wires struct {
	Rules
	Own *Own // nil: none
}

// rows are the workshop's own of the rule set's system; nil where it has none.
func (w Wires) rows() []Size {
	if w.Own == nil {
		return nil
	}
	return sizes(w.Own.Conductors, w.Rules == NorthAmerica)
}

// Sizes lists the conductors, thinnest first.
func (w Wires) Sizes() []Size {
	if own := w.rows(); own != nil {
		return own
	}
	return w.Rules.Sizes()
}

// Conductor is the thinnest that carries amps; ok is false where the table ends below.
func (w Wires) Conductor(amps float64) (c unit.Conductor, ok bool) {
	for _, s := range w.Sizes() {
		if s.Amps >= amps {
			return s.Conductor, true
		}
	}
	return unit.Conductor{}, false
}

// Ampacity of a conductor; ok is false for a size outside the tables.
func (w Wires) Ampacity(c unit.Conductor) (amps float64, ok bool) {
	if w.Own != nil {
		if own := sizes(w.Own.Conductors, c.AWG > 0); own != nil {
			return carried(own, c)
		}
	}
	return Ampacity(c.SquareMM, c.AWG)
}

// Ends is what the tables end at, in amps: breakers and conductors.
func (w Wires) Ends() (breaker, conductor float64) {
	breaker, conductor = w.Rules.Ends()
	if own := w.rows(); own != nil {
		conductor = own[len(own)-1].Amps
	}
	return breaker, conductor
}

// Source names the table of the conductors.
func (w Wires) Source() string {
	if w.rows() != nil {
		return w.Own.Source
	}
	return w.Rules.Source()
}

// Thinner says that a conductor is thinner than the thinnest of its system in the tables, and
// gives that one: it carries less, whatever it carries.
func (w Wires) Thinner(c unit.Conductor) (thinnest Size, ok bool) {
	var all []Size
	if w.Own != nil {
		all = sizes(w.Own.Conductors, c.AWG > 0)
	}
	if len(all) == 0 && c.AWG > 0 {
		all = NorthAmerica.Sizes()
	} else if len(all) == 0 {
		all = Metric.Sizes()
	}
	return all[0], c.Area() > 0 && c.Area() < 0.999*all[0].Area()
}
