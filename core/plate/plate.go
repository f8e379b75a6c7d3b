// Package plate reads what is stamped on the motor and judges whether it can be
// true.
//
// What is printed is kept as printed; everything else is computed beside it.
// What the plate does not say is taken from the entries it does have, then from
// tables of typical motors, and is marked as estimated from then on.
package plate

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Entry is the plate as typed. Every field may be empty.
type Entry struct {
	Power         string `json:"power,omitempty" example:"1½ HP"`
	Volts         string `json:"volts,omitempty" example:"208-230/460"`
	Connection    string `json:"connection,omitempty" example:"Δ/Y"`
	Amps          string `json:"amps,omitempty" example:"7,4/4,3 A"`
	RPM           string `json:"rpm,omitempty" example:"1410"`
	Hertz         string `json:"hertz,omitempty" example:"50"`
	PowerFactor   string `json:"power_factor,omitempty" example:"0.79"`
	Efficiency    string `json:"efficiency,omitempty" example:"82.5 %"`
	Phases        string `json:"phases,omitempty" example:"3"`
	ServiceFactor string `json:"service_factor,omitempty" example:"1.15"`
	Design        string `json:"design,omitempty" example:"B"`
	Code          string `json:"code,omitempty" example:"H" doc:"letter of the locked-rotor kVA"`
	LockedAmps    string `json:"locked_amps,omitempty" example:"28 A"`
	WindingOhms   string `json:"winding_ohms,omitempty" by:"hand" example:"7.6 Ω" doc:"one coil, measured cold, links off"`
	Frame         string `json:"frame,omitempty" example:"90S"`
	Enclosure     string `json:"enclosure,omitempty" example:"IP55"`
	Insulation    string `json:"insulation,omitempty" example:"F"`
	Duty          string `json:"duty,omitempty" example:"S1"`
	InverterDuty  string `json:"inverter_duty,omitempty" example:"10:1" doc:"speed range at full torque; “yes”: only the mark"`
	ArmatureVolts string `json:"armature_volts,omitempty" example:"90 V" doc:"of a brushed motor"`
	ArmatureAmps  string `json:"armature_amps,omitempty" example:"7.6 A"`
	FieldVolts    string `json:"field_volts,omitempty" example:"100 V"`
	FieldAmps     string `json:"field_amps,omitempty" example:"0.6 A"`
	Winding       string `json:"winding,omitempty" example:"permanent magnet" doc:"of a brushed motor: permanent magnet, shunt, compound, series"`
	FormFactor    string `json:"form_factor,omitempty" example:"1.4"`
	TopRPM        string `json:"top_rpm,omitempty" example:"2300" doc:"greatest, by a weaker field"`
	Candidates    string `json:"candidates,omitempty" entry:"lines" maxLength:"3000" example:"0.75 kW 230/400 V 3.8/2.2 A 925 rpm 50 Hz; 60 €" label:"motors that may be bought" doc:"plates, one a line, a price behind a semicolon"`
	Photo         string `json:"photo,omitempty" by:"hand" label:"picture of the plate" doc:"id of the picture of the plate"`
}

// Join is how whole windings are joined in one column of the plate.
type Join string

// The joins of whole windings.
const (
	Delta Join = "delta"
	Star  Join = "star"
)

// Column is one voltage of the plate with what belongs to it.
type Column struct {
	Volts unit.Range
	// line volts that the amps belong to: the upper end of a range whose amps are a range too, else its middle
	At       float64
	Amps     float64 // 0 when unknown
	Mark     finding.Mark
	Join     Join // empty when the plate does not say
	Parallel bool // the two halves of each phase stand side by side on it
}

// Winding is what one whole winding sees in this column, its halves counted
// end to end.
func (c Column) Winding() unit.Range {
	f := 1.0
	if c.Join == Star {
		f = 1 / math.Sqrt(3)
	}
	if c.Parallel {
		f *= 2
	}
	return unit.Range{Low: c.Volts.Low * f, High: c.Volts.High * f}
}

// Value is a figure with where it comes from.
type Value struct {
	Value float64
	Mark  finding.Mark
	Basis string // for an estimate: from what
}

// Plate is what was read and what follows from it.
type Plate struct {
	ShaftWatts    float64
	Columns       []Column
	RPM, Hertz    float64
	Poles         int
	PowerFactor   Value
	Efficiency    Value
	ServiceFactor float64
	Phases        int // 0 when the plate does not say
	Design, Code  string
	LockedAmps    float64  // line amps of the lowest volts column; 0 when not entered
	WindingOpen   bool     // measured, and the meter stayed off its scale
	WindingOhm20  float64  // of a whole winding, measured, taken as at 20 °C; 0 when not measured
	InverterDuty  float64  // speed range at full torque, 10 for 10:1; 0: the plate does not say
	Kind          LineKind // what the whole plate looks like; three-phase or unknown are planned on
	Synchronous   bool     // the rpm is exactly synchronous: nothing can be computed from it
	OutputRPM     bool     // the rpm is that of a gear's output
	Between       bool     // the rpm lies too far below one synchronous speed and above the next
	AsksDirect    bool     // by its volts alone it is a brushed motor's; nobody said so
	Missing       []string
	bothHertz     []float64 // where the plate has ratings for two
	entry         Entry
}

var (
	joinMark   = regexp.MustCompile(`(?i)Δ|∆|△|\bdelta\b|\btriangle\b|\bD\b|Y|λ|\bstar\b|\bwye\b|\bS\b`)
	glueSplit  = regexp.MustCompile(`(?i)(\d)\s*(Δ|∆|△|D|Y|λ)`)
	phaseCount = regexp.MustCompile(`\d`)
	phaseWords = regexp.MustCompile(`(?i)^\W*(?:ac\W*)?\d\W*(?:ac)?\W*(?:phases?|ph?|ø|φ)?\W*(?:motor)?\W*$`)
	voltEnd    = regexp.MustCompile(`(?i)v\s*/?$`)
)

func joins(text string) []Join {
	var out []Join
	for _, m := range joinMark.FindAllString(text, -1) {
		switch strings.ToLower(m) {
		case "y", "λ", "star", "wye", "s":
			out = append(out, Star)
		default:
			out = append(out, Delta)
		}
	}
	return out
}

// Read reads every entry for a supply of the given frequency (which chooses
// among columns for 50 and 60 Hz) and fills what can be filled.
//
// Long: a list of entries, each read by itself.
func Read(e Entry, supplyHz float64) (Plate, []finding.Reading) {
	r := &reader{}
	p := Plate{entry: e, ServiceFactor: 1}
	hertz := r.columns("hertz", e.Hertz, unit.Hertz)
	pick := 0
	for i, h := range hertz {
		if math.Abs(h.Mid()-supplyHz) < math.Abs(hertz[pick].Mid()-supplyHz) {
			pick = i
		}
	}
	one := func(c unit.Columns) float64 {
		switch {
		case len(c) == 0:
			return 0
		case len(c) == len(hertz):
			return c[pick].Mid()
		}
		return c[0].Mid()
	}
	if len(hertz) > 0 {
		p.Hertz = hertz[pick].Mid()
	}
	for _, h := range hertz {
		p.bothHertz = append(p.bothHertz, h.Mid())
	}
	p.ShaftWatts = one(r.power(e.Power))
	rpm := r.columns("rpm", e.RPM, unit.RPM)
	p.RPM = one(rpm)
	pair := len(rpm) == 2 && len(hertz) < 2
	if pair {
		p.RPM = math.Max(rpm[0].Mid(), rpm[1].Mid())
	}
	if p.Hertz > 0 {
		p.Poles = machine.Poles(p.RPM, p.Hertz)
		exact := 120 * p.Hertz / p.RPM
		p.Synchronous = p.RPM > 0 && math.Abs(exact-2*math.Round(exact/2)) < 0.002
		p.OutputRPM = p.RPM > 0 && p.RPM < slowestOwn
		if p.Poles > 0 && !p.Synchronous && 1-p.RPM*float64(p.Poles)/(120*p.Hertz) > mostSlip {
			p.Poles, p.Between = 0, true
		}
	}
	p.readColumns(r, e, len(hertz), pick)
	for _, one1 := range []struct {
		field, typed string
		into         *Value
		most         float64
	}{{"power_factor", e.PowerFactor, &p.PowerFactor, 1}, {"efficiency", e.Efficiency, &p.Efficiency, 0.995}} {
		c := r.columns(one1.field, one1.typed, unit.Share)
		if len(c) == 0 {
			continue
		}
		if x := one(c); x <= one1.most {
			*one1.into = Value{x, finding.FromPlate, ""}
		} else {
			last := &r.readings[len(r.readings)-1]
			last.ReadAs, last.Problem, last.Wanted = "", noMotorHas, "at most 100 %, like 0.79 or 79 %"
		}
	}
	p.Kind = ReadLine(strings.Join([]string{e.Power, e.Volts, e.Connection, e.Amps, e.RPM +
		map[bool]string{true: " rpm", false: ""}[e.RPM != ""], phasesText(e.Phases), e.Duty, e.Enclosure,
		twoHertz(len(hertz), e.Hertz)}, " ")).Kind
	switch {
	case e.ArmatureVolts != "" || e.ArmatureAmps != "" || e.FieldVolts != "":
		p.Kind = DirectC
	case pair && math.Min(rpm[0].Mid(), rpm[1].Mid()) >= slowestOwn:
		p.Kind = TwoSpeed
	case len(p.Columns) == 1 && e.Phases == "" && directVolts(group{{p.Columns[0].At}}, len(hertz)):
		p.Kind, p.AsksDirect = DirectC, true
	}
	if c := r.columns("service_factor", e.ServiceFactor, unit.Share); len(c) > 0 {
		p.ServiceFactor = c[0].Mid()
	}
	if c := r.columns("locked_amps", e.LockedAmps, unit.Amps); len(c) > 0 {
		p.LockedAmps = c[0].Mid()
	}
	if unit.BeyondScale(e.WindingOhms) { // a reading too, and a grave one
		p.WindingOpen = true
		r.text("winding_ohms", e.WindingOhms, "off the scale", "")
	} else if c := r.columns("winding_ohms", e.WindingOhms, unit.Ohms); len(c) > 0 {
		p.WindingOhm20 = c[0].Mid()
	}
	if e.Phases != "" {
		digits := phaseCount.FindString(e.Phases)
		if !phaseWords.MatchString(e.Phases) {
			digits = ""
		}
		switch digits {
		case "1", "2", "3":
			p.Phases = int(digits[0] - '0')
			r.text("phases", e.Phases, digits, "")
		default:
			r.text("phases", e.Phases, "", "3 or 1")
		}
	}
	if e.Code != "" {
		low, high, _, ok := table.CodeLetter(e.Code)
		if ok {
			p.Code = strings.ToUpper(strings.TrimSpace(e.Code))
			r.text("code", e.Code, fmt.Sprintf("%s to %s kVA/hp with the rotor locked", unit.Three(low),
				unit.Three(high)), "")
		} else {
			r.text("code", e.Code, "", "one letter, A to U")
		}
	}
	if e.Design != "" {
		if d := strings.ToUpper(strings.TrimSpace(e.Design)); len(d) == 1 && strings.Contains("ABCDNH", d) {
			p.Design = d
			r.text("design", e.Design, "design "+d, "")
		} else {
			r.text("design", e.Design, "", "A, B, C, D or N")
		}
	}
	if e.InverterDuty != "" {
		p.InverterDuty = dutyRatio(e.InverterDuty)
		said := ""
		if p.InverterDuty > 0 {
			said = fmt.Sprintf("full torque down to 1/%s of its hertz", unit.Plain(p.InverterDuty))
		}
		r.text("inverter_duty", e.InverterDuty, said, "10:1")
	}
	p.fill()
	return p, append(r.readings, readOffered(e.Candidates, supplyHz)...)
}

// slowestOwn is the slowest speed that a three-phase motor here turns by itself:
// below, the rpm is a gear's.
const slowestOwn = 280

// mostSlip is the slip that no induction motor has at its plate's load.
const mostSlip = 0.3

// twoHertz is an entry of two hertz as the text of a whole plate has it: with it two powers and
// two speeds are not a two-speed motor's.
func twoHertz(n int, typed string) string {
	if n < 2 {
		return ""
	}
	return typed + " Hz"
}

func phasesText(typed string) string {
	switch phaseCount.FindString(typed) {
	case "1":
		return "1 PH"
	case "3":
		return "3 PH"
	}
	return ""
}

var (
	greekStar   = strings.NewReplacer("Υ", "Y", "υ", "Y", "△", "Δ", "∆", "Δ")
	hertzInside = regexp.MustCompile(`(?i)\s*\d+\s*hz`)
)

// byFrequency takes the volts or amps of one frequency out of an entry that
// gives them for two, with a space between: "230/400 265/460".
func byFrequency(text string, count, pick int) string {
	groups := strings.Fields(text)
	if count < 2 || len(groups) != count {
		return text
	}
	return groups[pick]
}

func (p *Plate) readColumns(r *reader, e Entry, frequencies, pick int) {
	typedVolts, typedAmps := e.Volts, e.Amps
	e.Volts = byFrequency(hertzInside.ReplaceAllString(greekStar.Replace(e.Volts), ""), frequencies, pick)
	e.Volts = oneJoint.ReplaceAllString(gluedJoint.ReplaceAllString(e.Volts+" ", "$1/$3 $2/$4 "), "$1 $2 ")
	e.Amps = byFrequency(e.Amps, frequencies, pick)
	marks := joins(greekStar.Replace(e.Connection))
	r.text("connection", e.Connection, named(marks), "Δ/Y, delta/star or star")
	voltsText := glueSplit.ReplaceAllString(e.Volts, "$1 $2")
	if len(marks) == 0 {
		marks = joins(voltsText)
	}
	cleaned := strings.TrimSpace(joinMark.ReplaceAllString(voltsText, ""))
	cleaned = strings.TrimRight(cleaned, "/ ")
	if voltEnd.MatchString(cleaned) {
		cleaned = strings.TrimRight(strings.TrimSpace(cleaned), "/")
	}
	volts := r.shown("volts", typedVolts, cleaned, unit.Volts)
	amps := r.shown("amps", typedAmps, e.Amps, unit.Amps)
	for i, v := range volts {
		c := Column{Volts: v, At: v.Mid(), Mark: finding.FromPlate}
		if i < len(amps) && len(amps) <= len(volts) {
			c.Amps = amps[i].High
			switch {
			case v.IsRange() && amps[i].IsRange():
				c.At, c.Amps = v.High, amps[i].Low
			case v.IsRange():
				// One figure for a range: it belongs to the end that the other column agrees
				// with, else to the upper one.
				c.At = v.High
				if k := 1 - i; len(volts) == 2 && len(amps) == 2 && c.Amps > 0 {
					c.At = math.Min(math.Max(volts[k].High*amps[k].Low/c.Amps, v.Low), v.High)
				}
			}
		}
		switch {
		case len(marks) == len(volts):
			c.Join = marks[i]
		case len(marks) == 1 && (len(volts) == 1 || doubled(volts)):
			c.Join = marks[0]
		}
		p.Columns = append(p.Columns, c)
	}
	// Two volts in the ratio √3 are the two ways to join whole windings.
	if len(p.Columns) == 2 && p.Columns[0].Join == "" {
		if ratio := p.Columns[1].Volts.Mid() / p.Columns[0].Volts.Mid(); math.Abs(ratio/math.Sqrt(3)-1) < 0.06 {
			p.Columns[0].Join, p.Columns[1].Join = Delta, Star
		}
	}
}

// doubled says that two volts stand as one to two: the two ways to join halves
// of one arrangement.
func doubled(volts unit.Columns) bool {
	return len(volts) == 2 && math.Abs(volts[1].High/volts[0].High/2-1) < 0.06
}

// ForLeads gives each column the join that the leads imply, where the plate
// does not print it: halves that end in a star or a delta inside have only
// that, low volts first with the halves side by side. inside says which; both
// says that the leads allow either and the plate must tell.
func (p *Plate) ForLeads(inside Join, both bool) {
	n := len(p.Columns)
	p.WindingOhm20 *= 2 // one coil was measured: half a winding
	for i := range p.Columns {
		c := &p.Columns[i]
		if !both {
			c.Join = inside
		}
		switch {
		case n == 4: // delta and star low, delta and star high
			c.Parallel, c.Join = i < 2, []Join{Delta, Star}[i%2]
		case n == 2 && doubled(unit.Columns{p.Columns[0].Volts, p.Columns[1].Volts}):
			c.Parallel = i == 0
		case n == 2 && both: // √3 apart: delta and star of the same halves
			c.Parallel = p.Columns[0].Volts.Mid() < lowVolts
		default:
			c.Parallel = c.Volts.Mid() < lowVolts
		}
	}
}

// lowVolts parts the low from the high column of halves where a plate prints
// only one of them: the usual pairs lie at 208-240 and 380-480 V.
const lowVolts = 300

func named(marks []Join) string {
	parts := make([]string, len(marks))
	for i, m := range marks {
		parts[i] = string(m)
	}
	return strings.Join(parts, ", then ")
}
