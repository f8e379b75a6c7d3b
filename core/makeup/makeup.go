// Package makeup is how a circuit is made up by hand: whether the box holds what goes into it,
// which gland holds the cable, what a conduit takes, what a terminal's screw wants, what the
// box must keep out, and the work step by step with what is looked at before the lid goes on.
package makeup

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Entry is the make-up as typed.
type Entry struct {
	Box       string   `json:"box,omitempty" label:"box inside" example:"120 × 90 × 60 mm" doc:"or its printed volume, like 30 in³ or 500 cm³"`
	Clamp     string   `json:"clamp,omitempty" label:"clamp inside the box" enum:"yes,no"`
	Ends      Finish   `json:"ends,omitempty" label:"ends" enum:"ring,fork,ferrule,bare"`
	Cable     string   `json:"cable,omitempty" label:"cable's outer diameter" example:"10.5 mm"`
	Conduit   string   `json:"conduit,omitempty" example:"¾" doc:"trade size of thin-wall conduit, or its inside diameter, like 16.9 mm"`
	Wires     string   `json:"wires,omitempty" label:"wires in the conduit" example:"4" doc:"of the motor's size; or with their diameter, like 4 × 3.3 mm"`
	Terminal  string   `json:"terminal,omitempty" example:"M4 stud"`
	Torque    string   `json:"torque,omitempty" label:"terminal's torque" example:"1.2 N·m" doc:"from the motor's or the box's maker"`
	Strip     string   `json:"strip,omitempty" label:"strip length" example:"8 mm" doc:"the lug's or the terminal's depth"`
	Place     Place    `json:"place,omitempty" enum:"dry,dusty,wet,outdoors"`
	Asked     string   `json:"asked,omitempty" label:"class asked for the place" example:"IP54" doc:"by local rules or a maker's sheet"`
	Enclosure string   `json:"enclosure,omitempty" label:"box keeps out" example:"IP55" doc:"as it is marked"`
	Done      []string `json:"done,omitempty" by:"hand" doc:"steps that are done"`
}

// Finish is how a conductor ends.
type Finish string

// The finishes.
const (
	Ring    Finish = "ring"
	Fork    Finish = "fork"
	Ferrule Finish = "ferrule"
	Bare    Finish = "bare"
)

// Place is where the box stands.
type Place string

// The places.
const (
	Dry      Place = "dry"
	Dusty    Place = "dusty"
	Wet      Place = "wet"
	Outdoors Place = "outdoors"
)

// MakeUp is what was read. 0: not entered.
type MakeUp struct {
	Entry
	BoxCM3    float64
	CableMM   float64
	Trade     string  // of a conduit
	InsideMM2 float64 // of the conduit
	WireCount int
	WireMM    float64 // each wire's diameter; 0: the motor's size by the table
	Nm        float64
	StripMM   float64
	Marked    Class
	AskedFor  Class
}

// Class is an IP class: what it keeps out of solids and of water; −1: not said.
type Class struct{ Solids, Water int }

var (
	threeSides = regexp.MustCompile(`^([\d.,]+)\s*(?:mm|cm|in)?\s*[x×*]\s*([\d.,]+)\s*(?:mm|cm|in)?\s*[x×*]\s*([\d.,]+)\s*(mm|cm|in)?$`)
	aVolume    = regexp.MustCompile(`(?i)^([\d.,]+)\s*(in³|in3|cu\.?\s*in|cm³|cm3|l|dm³)$`)
	countOf    = regexp.MustCompile(`^(\d{1,2})(?:\s*[x×*]\s*(.+))?$`)
	newtons    = regexp.MustCompile(`(?i)^([\d.,]+)\s*(n·?m|nm|lb·?in|in·?lb|lbf·in)$`)
	classIP    = regexp.MustCompile(`(?i)^ip\s*([0-6x])([0-9x])`)
)

// Read reads the entry.
func Read(e Entry) (m MakeUp, readings []finding.Reading) {
	m = MakeUp{Entry: e, Marked: Class{-1, -1}, AskedFor: Class{-1, -1}}
	r := &finding.Reader{Chapter: "makeup"}
	if e.Box != "" {
		if m.BoxCM3 = boxVolume(strings.TrimSpace(e.Box)); m.BoxCM3 > 0 {
			r.Note("box", e.Box, unit.Text(m.BoxCM3, "cm³")+", "+unit.Text(m.BoxCM3/unit.CubicInch, "in³"), "")
		} else {
			r.Note("box", e.Box, "", "its inside, like 120 × 90 × 60 mm, or its printed volume, like 30 in³")
		}
	}
	r.One("cable", e.Cable, unit.Diameter, &m.CableMM)
	r.One("strip", e.Strip, unit.Diameter, &m.StripMM)
	m.readConduit(r)
	if e.Torque != "" {
		if hit := newtons.FindStringSubmatch(strings.TrimSpace(e.Torque)); hit != nil {
			m.Nm = unit.Decimal(hit[1])
			if strings.Contains(strings.ToLower(hit[2]), "lb") {
				m.Nm *= unit.InchPound
			}
		}
		if m.Nm > 0 {
			r.Note("torque", e.Torque, unit.Text(m.Nm, "N·m")+", "+unit.Text(m.Nm/unit.InchPound, "lb·in"), "")
		} else {
			r.Note("torque", e.Torque, "", "like 1.2 N·m or 11 lb·in")
		}
	}
	for _, one := range []struct {
		field, typed string
		into         *Class
	}{{"enclosure", e.Enclosure, &m.Marked}, {"asked", e.Asked, &m.AskedFor}} {
		if one.typed == "" {
			continue
		}
		if hit := classIP.FindStringSubmatch(strings.TrimSpace(one.typed)); hit != nil {
			*one.into = Class{digit(hit[1]), digit(hit[2])}
			r.Note(one.field, one.typed, strings.ToUpper(hit[0]), "")
		} else {
			r.Note(one.field, one.typed, notCompared(one.typed), "")
		}
	}
	return m, r.Readings
}

func digit(s string) int {
	n, err := strconv.Atoi(s)
	if err != nil {
		return 0
	}
	return n
}

func boxVolume(text string) float64 {
	if hit := threeSides.FindStringSubmatch(text); hit != nil {
		scale := map[string]float64{"": 0.1, "mm": 0.1, "cm": 1, "in": unit.Inch / 10}[hit[4]]
		v := 1.0
		for _, side := range hit[1:4] {
			v *= unit.Decimal(side) * scale
		}
		return positive(v)
	}
	if hit := aVolume.FindStringSubmatch(text); hit != nil {
		u := strings.ToLower(hit[2])
		switch {
		case strings.Contains(u, "in"):
			return positive(unit.Decimal(hit[1]) * unit.CubicInch)
		case u == "l" || u == "dm³":
			return positive(unit.Decimal(hit[1]) * 1000)
		}
		return positive(unit.Decimal(hit[1]))
	}
	return 0
}

func positive(x float64) float64 {
	if x > 0 && x < 1e6 {
		return x
	}
	return 0
}

// aroundTrade is what people write around a trade size, fractions are how they write its parts.
var (
	aroundTrade = regexp.MustCompile(`(?i)\b(conduit|trade size|emt|inch(es)?|in)\b\.?|["”″]`)
	fractions   = strings.NewReplacer("1/2", "½", "3/4", "¾", "1/4", "¼")
)

// tradeSize is a conduit's trade size as the table has it: "conduit 1/2", `1-1/4"` and "0.75 in" too.
func tradeSize(text string) string {
	bare := fractions.Replace(strings.TrimSpace(aroundTrade.ReplaceAllString(text, "")))
	if whole := map[string]string{"0.5": "½", "0.75": "¾", "1.25": "1¼", "1.5": "1½"}[bare]; whole != "" {
		return whole
	}
	return strings.NewReplacer(" ", "", "-", "", unit.Space, "").Replace(bare)
}

func (m *MakeUp) readConduit(r *finding.Reader) {
	if text := strings.TrimSpace(m.Conduit); text != "" {
		if mm2, _, ok := table.EMT(tradeSize(text)); ok {
			m.Trade, m.InsideMM2 = tradeSize(text), mm2
			r.Note("conduit", m.Conduit, "trade size "+m.Trade+", "+unit.Text(mm2, "mm²")+" inside", "")
		} else if d, ok, err := unit.Diameter.One(text); ok && err == nil && d >= 4 {
			m.InsideMM2 = math.Pi / 4 * d * d
			r.Note("conduit", m.Conduit, unit.Text(d, "mm")+" inside", "")
		} else {
			r.Note("conduit", m.Conduit, "", "a trade size of thin-wall conduit, ½ to 1½, or its inside diameter, "+
				"like 16.9 mm")
		}
	}
	if m.Wires == "" {
		return
	}
	hit := countOf.FindStringSubmatch(strings.TrimSpace(m.Wires))
	if hit != nil {
		m.WireCount, _ = strconv.Atoi(hit[1])
		if hit[2] != "" {
			d, ok, err := unit.Diameter.One(hit[2])
			if err != nil || !ok {
				m.WireCount = 0
			}
			m.WireMM = d
		}
	}
	if m.WireCount > 0 {
		text := fmt.Sprintf("%d wires", m.WireCount)
		if m.WireMM > 0 {
			text += " of " + unit.Text(m.WireMM, "mm")
		}
		r.Note("wires", m.Wires, text, "")
	} else {
		r.Note("wires", m.Wires, "", "how many, like 4, or with their diameter over the insulation, like 4 × 3.3 mm")
	}
}

// Around is what the rest of the plan knows of the box.
type Around struct {
	Bridge    string
	Leads     int            // motor leads that end in the box
	Gauge     unit.Conductor // of the motor's leads; zero: not said
	Lines     int            // line conductors that come in, without the earth
	Wire      unit.Conductor // of them
	Earth     unit.Conductor
	Electrons bool // something in the box makes heat or wants air
	Own       *table.Own
}

// Figures and findings of the make-up over what the plan knows.
func (m MakeUp) Judge(a Around) (View, []finding.Finding) {
	v := View{Figures: []finding.Figure{}, Steps: m.steps(a)}
	var said []finding.Finding
	for _, one := range []func(Around) ([]finding.Figure, []finding.Finding){m.box, m.gland, m.conduit, m.torque,
		m.place} {
		figures, findings := one(a)
		v.Figures, said = append(v.Figures, figures...), append(said, findings...)
	}
	for _, s := range v.Steps {
		if s.Done {
			v.Did++
		}
	}
	return v, said
}

// View is the make-up as the plan shows it.
type View struct {
	Figures []finding.Figure `json:"figures" nullable:"false"`
	Steps   []Work           `json:"steps" nullable:"false"`
	Did     int              `json:"did"`
}

// Work is one step by hand.
type Work struct {
	ID    string `json:"id"`
	Group string `json:"group"`
	Text  string `json:"text"`
	Done  bool   `json:"done"`
}

func planned(id, name string, value float64, text, note string, why ...finding.Why) finding.Figure {
	return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: finding.Estimated, Why: why,
		Section: finding.OnMakeUp}
}

// box counts each conductor by its size; all earths count as one of the largest, an inside
// clamp as one, caps nothing.
func (m MakeUp) box(a Around) ([]finding.Figure, []finding.Finding) {
	if a.Leads == 0 || a.Wire == (unit.Conductor{}) {
		return nil, nil
	}
	need, largest, source := 0.0, 0.0, ""
	var missing unit.Conductor
	count := func(n int, c unit.Conductor) {
		if n == 0 {
			return
		}
		cm3, from, ok := table.BoxVolume(c, a.Own)
		if source = from; !ok {
			missing = c
			return
		}
		need += float64(n) * cm3
		largest = max(largest, cm3)
	}
	gauge := a.Gauge
	note := fmt.Sprintf("%d motor leads, %d line wires, earths as one", a.Leads, a.Lines)
	if gauge == (unit.Conductor{}) {
		gauge = a.Wire
		note += "; the leads taken of the wire's size"
	}
	count(a.Leads, gauge)
	count(a.Lines, a.Wire)
	count(1, a.Earth)
	if m.Clamp == "yes" && missing == (unit.Conductor{}) {
		need += largest
		note += ", the clamp as one"
	}
	if missing != (unit.Conductor{}) || need == 0 {
		if m.BoxCM3 == 0 {
			return nil, nil
		}
		return []finding.Figure{planned("box", "Box wants", 0, "not computed", noBoxTable(missing))}, nil
	}
	fig := planned("box", "Box wants", need, unit.Text(need, "cm³")+", "+unit.Text(need/unit.CubicInch, "in³"), note,
		finding.Why{Formula: "Σ conductors × volume of their size", Section: finding.OnMakeUp, Source: source})
	if m.BoxCM3 == 0 {
		return []finding.Figure{fig}, nil
	}
	return []finding.Figure{fig}, []finding.Finding{m.sayBox(need, note, source)}
}

func (m MakeUp) gland(a Around) ([]finding.Figure, []finding.Finding) {
	if m.CableMM == 0 {
		return nil, nil
	}
	g, ok := a.Own.GlandFor(m.CableMM)
	if !ok {
		if a.Own == nil || len(a.Own.Glands) == 0 {
			return []finding.Figure{planned("gland", "Gland", 0, "by its maker's sheet",
					fmt.Sprintf("one that clamps %s; the workshop's own tables name none", unit.Text(m.CableMM,
						"mm")))},
				nil
		}
		return nil, []finding.Finding{m.sayNoGland(a.Own)}
	}
	note := fmt.Sprintf("clamps %s to %s", unit.Text(g.From, "mm"), unit.Text(g.To, "mm"))
	if g.Hole > 0 {
		note += ", hole " + unit.Text(g.Hole, "mm")
	}
	if g.Tap > 0 {
		note += ", tap drill " + unit.Text(g.Tap, "mm")
	}
	return []finding.Figure{planned("gland", "Gland", m.CableMM, g.Name, note, finding.Why{
		Formula: "the smallest that clamps the cable's outer diameter", Section: finding.OnMakeUp,
		Source: a.Own.Source})}, nil
}

func (m MakeUp) conduit(a Around) ([]finding.Figure, []finding.Finding) {
	if m.InsideMM2 == 0 || m.WireCount == 0 {
		return nil, nil
	}
	each, source := math.Pi/4*m.WireMM*m.WireMM, "diameters as measured"
	if m.WireMM == 0 {
		var ok bool
		if each, source, ok = table.WireArea(a.Wire.AWG); !ok {
			return []finding.Figure{planned("conduit", "Conduit is filled", 0, "not computed", noWireArea)}, nil
		}
	}
	fill, limit := float64(m.WireCount)*each/m.InsideMM2, table.FillLimit(m.WireCount)
	why := finding.Why{Formula: "wires · area / inside", Numbers: fmt.Sprintf("%d · %s / %s", m.WireCount,
		unit.Text(each, "mm²"), unit.Text(m.InsideMM2, "mm²")), Section: finding.OnMakeUp, Source: source}
	return []finding.Figure{planned("conduit", "Conduit is filled", fill, unit.Percent(fill), "at most "+
		unit.Percent(limit), why)}, []finding.Finding{m.sayFill(fill, limit, why)}
}

func (m MakeUp) torque(a Around) ([]finding.Figure, []finding.Finding) {
	nm, source, mark := m.Nm, "as you entered it", finding.Measured
	if nm == 0 && m.Terminal != "" {
		if own, ok := a.Own.TorqueOf(m.Terminal); ok {
			nm, source, mark = own, a.Own.Source, finding.FromTable
		}
	}
	if nm == 0 {
		return nil, nil
	}
	f := planned("torque", "Terminal's torque", nm, unit.Text(nm, "N·m"),
		unit.Text(nm/unit.InchPound, "lb·in")+"; "+source)
	f.Mark = mark
	return []finding.Figure{f}, nil
}

// place holds what the box keeps out against where it stands.
func (m MakeUp) place(a Around) ([]finding.Figure, []finding.Finding) {
	if m.Place == "" || m.Place == Dry && m.AskedFor.Solids < 0 {
		return nil, nil
	}
	if m.AskedFor.Solids < 0 || m.Marked.Solids < 0 {
		return []finding.Figure{planned("place", "Class for this place", 0, "to be asked", classAsked)}, nil
	}
	holds := m.Marked.Solids >= m.AskedFor.Solids && m.Marked.Water >= m.AskedFor.Water
	return nil, []finding.Finding{m.sayPlace(holds, a)}
}
