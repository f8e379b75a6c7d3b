package load

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/search"
	"graybridge/core/unit"
)

// BeltEntry is a belt drive as typed. Diameters are those at which the belt runs (pitch
// diameters), its length the one along the same line.
type BeltEntry struct {
	Motor      string `json:"motor,omitempty" label:"motor sheave" example:"80 mm" doc:"pitch diameter"`
	Tool       string `json:"tool,omitempty" label:"machine sheave" example:"336 mm" doc:"pitch diameter"`
	Centre     string `json:"centre,omitempty" label:"centre distance" example:"420 mm"`
	Length     string `json:"length,omitempty" label:"belt length" example:"1530 mm" doc:"pitch length"`
	Adjustable string `json:"adjustable,omitempty" label:"adjustable sheave" example:"67-83 mm in 5 turns" doc:"of the motor"`
	ToolRPM    string `json:"tool_rpm,omitempty" by:"hand" label:"machine speed" example:"222 rpm" doc:"by tachometer, usual load"`
	Wanted     string `json:"wanted,omitempty" label:"machine speed wanted" example:"250 rpm"`
	Most       string `json:"most,omitempty" label:"machine speed at most" example:"300 rpm" doc:"as its maker says"`
	ToolMM     string `json:"tool_diameter,omitempty" label:"tool diameter" example:"600 mm"`
	RimMost    string `json:"rim_most,omitempty" label:"rim speed at most" example:"25 m/s" doc:"cast on the sheave or in its sheet"`
	Idle       string `json:"idle_amps,omitempty" by:"hand" label:"amps with the belt off" example:"2.4 A"`
	Amps       string `json:"amps,omitempty" by:"hand" label:"amps by sheave" entry:"lines" example:"80 mm 5.1 A" doc:"one a line: motor sheave, amps"`
	Target     string `json:"target_amps,omitempty" label:"amps wanted" example:"4.5 A" doc:"empty: what the windings stand all day"`
}

// Ids of what is said of a belt that stands against running, not against sizing.
const (
	BeltTouch = "load.belt-centre"
	BeltMost  = "load.belt-most"
	BeltRim   = "load.belt-rim"
)

// AmpsAt is a reading of amps with a motor sheave of some diameter.
type AmpsAt struct{ MM, Amps float64 }

// Belt is what was read. 0: not entered.
type Belt struct {
	MotorMM, ToolMM  float64 // pitch diameters
	CentreMM, LongMM float64
	OpenMM, ShutMM   float64 // of an adjustable motor sheave, least and greatest
	Turns            float64 // of it between the two
	ToolRPM          float64 // measured
	WantedRPM        float64
	MostRPM          float64
	ToolAcrossMM     float64
	RimMost          float64 // m/s
	IdleAmps         float64
	Readings         []AmpsAt
	TargetAmps       float64
}

var (
	rangeInTurns = regexp.MustCompile(`(?i)^(.+?)\s*(?:-|–|to)\s*(.+?)\s*(?:in|,)\s*([\d.,½]+)\s*turns?$`)
	sheaveAmps   = regexp.MustCompile(`(?i)^(.+?(?:mm|cm|in|inch|"|″))\s*[:,]?\s+(.+)$`)
)

// Read reads the entry.
func (e BeltEntry) Read() (b Belt, readings []finding.Reading) {
	r := &finding.Reader{Chapter: "load.belt"}
	r.One("motor", e.Motor, unit.Diameter, &b.MotorMM)
	r.One("tool", e.Tool, unit.Diameter, &b.ToolMM)
	r.One("centre", e.Centre, unit.Diameter, &b.CentreMM)
	r.One("length", e.Length, unit.Diameter, &b.LongMM)
	r.One("tool_rpm", e.ToolRPM, unit.RPM, &b.ToolRPM)
	r.One("wanted", e.Wanted, unit.RPM, &b.WantedRPM)
	r.One("most", e.Most, unit.RPM, &b.MostRPM)
	r.One("tool_diameter", e.ToolMM, unit.Diameter, &b.ToolAcrossMM)
	r.One("rim_most", e.RimMost, unit.Surface, &b.RimMost)
	r.One("idle_amps", e.Idle, unit.Amps, &b.IdleAmps)
	r.One("target_amps", e.Target, unit.Amps, &b.TargetAmps)
	if e.Adjustable != "" {
		readAs := ""
		if open, shut, turns, ok := readAdjustable(e.Adjustable); ok {
			b.OpenMM, b.ShutMM, b.Turns = open, shut, turns
			readAs = unit.Text((shut-open)/turns/2, "mm") + " a half turn"
		}
		r.Note("adjustable", e.Adjustable, readAs,
			"least and greatest pitch diameter and the turns between them, like 67-83 mm in 5 turns")
	}
	for line := range unit.Lines(e.Amps) {
		readAs := ""
		if at, ok := readAmpsAt(line); ok {
			b.Readings = append(b.Readings, at)
			readAs = unit.Text(at.Amps, "A") + " with " + unit.Text(at.MM, "mm")
		}
		r.Note("amps", line, readAs, "the motor sheave and the amps with it, like 80 mm 5.1 A")
	}
	return b, r.Readings
}

func readAdjustable(text string) (open, shut, turns float64, ok bool) {
	m := rangeInTurns.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return 0, 0, 0, false
	}
	low, high := m[1], m[2]
	if tail := strings.TrimLeft(high, "0123456789., "); tail != "" && strings.Trim(low, "0123456789., ") == "" {
		low += " " + tail // 67-83 mm: the unit stands once
	}
	a, okA, errA := unit.Diameter.One(low)
	b, okB, errB := unit.Diameter.One(high)
	n := unit.Decimal(strings.Replace(m[3], "½", ".5", 1))
	return a, b, n, okA && okB && errA == nil && errB == nil && b > a && n > 0 && n <= mostTurns
}

// mostTurns of an adjustable sheave that are believed.
const mostTurns = 40

func readAmpsAt(line string) (at AmpsAt, ok bool) {
	m := sheaveAmps.FindStringSubmatch(line)
	if m == nil {
		return at, false
	}
	mm, okMM, errMM := unit.Diameter.One(m[1])
	amps, okA, errA := unit.Amps.One(m[2])
	return AmpsAt{mm, amps}, okMM && okA && errMM == nil && errA == nil
}

// Ratio is motor revolutions to one of the machine; 0 where a sheave is not known.
func (b Belt) Ratio() float64 {
	if b.MotorMM == 0 || b.ToolMM == 0 {
		return 0
	}
	return b.ToolMM / b.MotorMM
}

// BeltLength is the pitch length of an open belt around two sheaves, and the angle in
// degrees over which it touches the smaller one; any unit of length. NaN where the sheaves
// would touch.
//
//	L = 2·C·cos α + π·(D + d)/2 + α·(D − d),  sin α = (D − d)/(2·C)
func BeltLength(centre, d1, d2 float64) (length, wrap float64) {
	if !(centre > (d1+d2)/2) {
		return math.NaN(), math.NaN()
	}
	a := math.Asin(math.Abs(d1-d2) / 2 / centre)
	return 2*centre*math.Cos(a) + math.Pi*(d1+d2)/2 + a*math.Abs(d1-d2), 180 - 2*a*180/math.Pi
}

// BeltCentre is BeltLength the other way round: the centre distance that a belt asks; NaN
// where it is too short for the sheaves.
func BeltCentre(length, d1, d2 float64) float64 {
	least := (d1 + d2) / 2 * (1 + 1e-9)
	short, _ := BeltLength(least, d1, d2)
	if !(length >= short) {
		return math.NaN()
	}
	return search.Root(func(c float64) float64 { l, _ := BeltLength(c, d1, d2); return l - length }, least, length)
}

// belted is how a belt lies: its centre distance as entered, else as the belt asks it.
func (b Belt) belted(motorMM float64) (centre, length, wrap float64, own bool) {
	switch {
	case motorMM == 0 || b.ToolMM == 0:
		return 0, 0, 0, false
	case b.CentreMM > 0:
		centre, own = b.CentreMM, true
	case b.LongMM > 0:
		centre = BeltCentre(b.LongMM, motorMM, b.ToolMM)
	default:
		return 0, 0, 0, false
	}
	length, wrap = BeltLength(centre, motorMM, b.ToolMM)
	return centre, length, wrap, own
}

// Running is what a belt's motor does, as it is known.
type Running struct {
	RPM      float64 // at the usual load; 0: not known
	Mark     finding.Mark
	MostAmps float64 // at which a winding reaches its plate; 0: not known
	MostOf   string  // whose that limit is
	IdleAmps float64 // predicted in the same wire with the belt off; 0: not known
	Gives    float64 // share of rated torque that is there all day; 0: not known
}

// BeltView is what a belt does and what a change of sheave would.
type BeltView struct {
	Known    bool             `json:"known"` // both sheaves
	MotorMM  float64          `json:"motor_mm"`
	ToolMM   float64          `json:"tool_mm"`
	CentreMM float64          `json:"centre_mm"` // 0: not known
	Figures  []finding.Figure `json:"figures" nullable:"false"`
	Changes  []SheaveChange   `json:"changes" nullable:"false"`
	Curve    []SheavePoint    `json:"curve" nullable:"false"` // amps over the motor sheave; empty: none measured
	Measured []SheavePoint    `json:"measured" nullable:"false"`
	Most     float64          `json:"most_amps"` // 0: not known
	MostOf   string           `json:"most_of,omitempty"`
}

// SheavePoint is amps with a motor sheave.
type SheavePoint struct {
	MM   float64 `json:"mm"`
	RPM  float64 `json:"rpm"` // of the machine; 0: not known
	Amps float64 `json:"amps"`
}

// SheaveChange is one change of the motor's sheave and what follows.
type SheaveChange struct {
	For     string           `json:"for"` // what it is made for
	MM      float64          `json:"mm"`  // the new motor sheave
	Figures []finding.Figure `json:"figures" nullable:"false"`
	Do      []string         `json:"do" nullable:"false"`
}

// Belted judges a belt with its motor running so.
func (l Load) Belted(r Running) (BeltView, []finding.Finding) {
	b := l.Belt
	v := BeltView{MotorMM: b.MotorMM, ToolMM: b.ToolMM, Most: r.MostAmps, MostOf: r.MostOf, Figures: []finding.Figure{},
		Changes: []SheaveChange{}, Curve: []SheavePoint{}, Measured: []SheavePoint{}}
	if b.Ratio() == 0 {
		return v, nil
	}
	v.Known = true
	centre, length, wrap, _ := b.belted(b.MotorMM)
	v.CentreMM = centre
	if math.IsNaN(length) {
		v.CentreMM = 0
		return v, []finding.Finding{b.sayTouch()}
	}
	rpm := r.RPM / b.Ratio()
	mark := r.Mark
	if b.ToolRPM > 0 {
		rpm, mark = b.ToolRPM, finding.Measured
	}
	v.Figures = b.figures(r, rpm, mark, centre, length, wrap)
	said := b.judge(r, rpm)
	said = append(said, l.changes(&v, r, rpm)...)
	return v, said
}

func (b Belt) figures(r Running, rpm float64, mark finding.Mark, centre, length, wrap float64) []finding.Figure {
	out := []finding.Figure{{ID: "ratio", Name: "Ratio", Value: b.Ratio(), Text: "1 : " + unit.Three(b.Ratio()),
		Note: unit.Text(b.MotorMM, "mm") + " drives " + unit.Text(b.ToolMM, "mm"), Mark: finding.Measured}}
	if rpm > 0 {
		note := "by tachometer"
		if b.ToolRPM == 0 {
			note = "motor " + unit.Whole(r.RPM, "rpm") + " at the usual load; the belt's creep not counted"
		}
		out = append(out, finding.Figure{ID: "machine-speed", Name: "Machine turns", Value: rpm,
			Text: unit.Whole(rpm, "rpm"), Note: note, Mark: mark})
		rim := math.Pi * max(b.MotorMM*r.RPM, b.ToolMM*rpm) / 60000
		out = append(out, finding.Figure{ID: "rim", Name: "Belt runs at", Value: rim, Text: unit.Text(rim, "m/s"),
			Note: unit.Whole(rim/unit.FootPerMinute, "ft/min"), Mark: mark,
			Why: []finding.Why{{Formula: "π · diameter · rpm / 60", Section: finding.OnBelt, Source: "geometry"}}})
		if b.ToolAcrossMM > 0 {
			edge := math.Pi * b.ToolAcrossMM * rpm / 60000
			out = append(out, finding.Figure{ID: "edge", Name: "Tool's edge", Value: edge, Text: unit.Text(edge, "m/s"),
				Note: unit.Whole(edge/unit.FootPerMinute, "ft/min"), Mark: mark})
		}
	}
	if centre == 0 {
		return out
	}
	a := math.Asin(math.Abs(b.ToolMM-b.MotorMM) / 2 / centre)
	from := finding.Computed
	if b.CentreMM > 0 {
		from = finding.Measured
	}
	why := []finding.Why{{Formula: "L = 2·C·cos α + π·(D + d)/2 + α·(D − d), sin α = (D − d)/(2·C)",
		Numbers: fmt.Sprintf("C %s, D %s, d %s", unit.Three(centre), unit.Three(b.ToolMM), unit.Three(b.MotorMM)),
		Section: finding.OnBelt, Source: "geometry"}}
	out = append(out,
		finding.Figure{ID: "centre", Name: "Centre distance", Value: centre, Text: unit.Whole(centre, "mm"),
			Note: unit.Inches(centre), Mark: from, Why: why},
		finding.Figure{ID: "belt", Name: "Belt length asked", Value: length, Text: unit.Whole(length, "mm"),
			Note: unit.Inches(length) + ", along its pitch line", Mark: finding.Computed, Why: why},
		finding.Figure{ID: "wrap", Name: "Belt holds the small sheave over", Value: wrap, Text: unit.Whole(wrap, "°"),
			Note: "less holds less: the belt maker's table says how much", Mark: finding.Computed},
		finding.Figure{ID: "span", Name: "Free span", Value: centre * math.Cos(a),
			Text: unit.Whole(centre*math.Cos(a), "mm"), Note: "the maker's deflection is given by it",
			Mark: finding.Computed})
	if b.CentreMM > 0 && b.LongMM > 0 {
		asks := BeltCentre(b.LongMM, b.MotorMM, b.ToolMM)
		note := "the belt is too short for these sheaves"
		if !math.IsNaN(asks) {
			note = "it asks a centre distance of " + unit.Whole(asks, "mm")
		}
		out = append(out, finding.Figure{ID: "over", Name: "Belt over what is asked", Value: b.LongMM - length,
			Text: signed(b.LongMM - length), Note: note, Mark: finding.Measured})
	}
	return out
}

// signed is a difference in millimetres with its sign.
func signed(mm float64) string {
	if mm > 0 {
		return "+" + unit.Text(mm, "mm")
	}
	return unit.Text(mm, "mm")
}

// creep is how much slower than its sheaves say a machine may turn before the belt is
// suspected, and faster before an entry is.
const creep = 0.04

// judge holds the belt against what it may.
func (b Belt) judge(r Running, rpm float64) (out []finding.Finding) {
	if b.ToolRPM > 0 && r.RPM > 0 {
		want := r.RPM / b.Ratio()
		if off := b.ToolRPM/want - 1; math.Abs(off) > creep {
			out = append(out, b.sayCreep(want, off, r))
		}
	}
	if b.MostRPM > 0 && rpm > 0 {
		out = append(out, b.sayMost(rpm))
	}
	if rim := math.Pi * max(b.MotorMM*r.RPM, b.ToolMM*rpm) / 60000; b.RimMost > 0 && rpm > 0 {
		out = append(out, b.sayRim(rim))
	}
	return out
}
