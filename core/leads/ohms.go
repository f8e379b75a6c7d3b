package leads

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Starter is a starter that was found on the leads.
type Starter string

// StarDelta is six leads on two contactors and a timer.
const StarDelta Starter = "star-delta"

// Ohms is what was measured on the joined motor before the first feed, as
// typed.
type Ohms struct {
	LineOhms     string `json:"line_ohms,omitempty" by:"hand" example:"1.1, 1.1, 1.1" doc:"L1-L2, L2-L3, L3-L1, bridge off"`
	OhmsAt       string `json:"ohms_at,omitempty" by:"hand" example:"18 °C" doc:"of the winding then"`
	Insulation   string `json:"insulation,omitempty" by:"hand" example:"85 MΩ" doc:"winding to frame"`
	InsulationAt string `json:"insulation_at,omitempty" by:"hand" example:"18 °C"`
	Tester       Tester `json:"tester,omitempty" enum:"insulation,multimeter"`
}

// Tester is what the insulation was measured with.
type Tester string

// The testers.
const (
	Insulation Tester = "insulation" // 500 V
	Multimeter Tester = "multimeter"
)

// LineOhms are the ohms to expect between the lines of some joints, each coil
// having its share of wholeOhm: L1-L2, L2-L3, L3-L1. NaN where nothing joins
// them. It is the direct-current circuit of the coils, solved.
func LineOhms(coils []circuit.Coil, joints [][]string, wholeOhm float64) [3]float64 {
	c := circuit.Circuit{FrequencyHz: 50, Reference: "L1", Joints: append([][]string{{"L1"}, {"L2"}, {"L3"}},
		joints...)}
	for _, k := range coils {
		c.Elements = append(c.Elements, circuit.Element{Name: k.Name, Kind: circuit.Resistor, From: k.Start,
			To: k.Finish, Ohm: wholeOhm * k.Share})
	}
	var out [3]float64
	for i, pair := range [3][2]string{{"L1", "L2"}, {"L2", "L3"}, {"L3", "L1"}} {
		out[i] = math.NaN()
		one := c
		one.Reference = pair[1]
		one.Sources = []circuit.Source{{Name: "meter", From: pair[0], To: pair[1], VoltsRMS: 1, ResistanceOhm: 1e-6}}
		s, err := circuit.Compile(&one)
		if err != nil || s.Solve() != nil {
			continue
		}
		if amps := real(s.SourceAmps(0)); amps > 1e-6 {
			out[i] = 1/amps - 1e-6
		}
	}
	return out
}

// Measured is what was read on the joined motor.
type Measured struct {
	Line   []float64 // three, or none
	At     float64   // °C
	AtSaid bool
	Megohm float64 // 0: not measured
	At40   float64 // the same carried to 40 °C
	InsAt  float64
	Open   bool // off the tester's scale
	// Insulated says that the insulation was measured: 0 is a reading, and the gravest.
	Insulated bool
	Tester    Tester
}

// ReadOhms reads the entries. Insulation halves for every 10 °C hotter.
func ReadOhms(o Ohms) (m Measured, readings []finding.Reading) {
	m.At, m.InsAt, m.Tester = 20, 20, o.Tester
	add := func(field, typed, readAs, problem, wanted string) {
		readings = append(readings, finding.Reading{Path: "leads." + field, Typed: typed, ReadAs: readAs,
			Problem: problem, Wanted: wanted})
	}
	degrees := func(field, typed string, into *float64) bool {
		if typed == "" {
			return false
		}
		x, ok, err := unit.Celsius.One(typed)
		if err != nil || !ok || x < -30 || x > 180 {
			add(field, typed, "", finding.NotRead, "degrees Celsius, like 18")
			return false
		}
		*into = x
		return true
	}
	m.AtSaid = degrees("ohms_at", o.OhmsAt, &m.At)
	degrees("insulation_at", o.InsulationAt, &m.InsAt)
	if o.LineOhms != "" {
		each, err := unit.Ohms.Each(o.LineOhms, 3)
		if err != nil || len(each) != 3 {
			add("line_ohms", o.LineOhms, "", threeReadings, "L1-L2, L2-L3, L3-L1, like 6.5, 6.5, 6.6")
		} else {
			m.Line = each
			add("line_ohms", o.LineOhms, fmt.Sprintf("L1-L2 %s, L2-L3 %s, L3-L1 %s", unit.Text(each[0], "Ω"),
				unit.Text(each[1], "Ω"), unit.Text(each[2], "Ω")), "", "")
		}
	}
	if o.Insulation != "" {
		x, ok, err := unit.Megohms.Meter(o.Insulation)
		switch {
		case err != nil || !ok:
			add("insulation", o.Insulation, "", finding.NotRead,
				unit.Wanted(err, "megohms like 50, or kΩ; over for beyond the scale"))
		case math.IsInf(x, 1):
			m.Open, m.Megohm, m.Insulated = true, 2000, true
			add("insulation", o.Insulation, "beyond the tester's scale", "", "")
		default:
			m.Megohm, m.Insulated = x, true
			add("insulation", o.Insulation, unit.Text(x, "MΩ"), "", "")
		}
	}
	m.At40 = m.Megohm * math.Pow(2, (m.InsAt-40)/10)
	return m, readings
}

// Limits of the insulation at 40 °C, in MΩ.
const (
	leastToRun     = 1.0
	healthy        = 5.0
	newOrDried     = 100.0
	balancePercent = 5.0
	millohmPercent = 2.0
)

// JudgeInsulation says what an insulation reading means.
func (m Measured) JudgeInsulation() []finding.Finding {
	if !m.Insulated {
		return nil
	}
	f := finding.Finding{ID: finding.LeadsInsulation, Bay: finding.Leads, Figure: unit.Text(m.At40, "MΩ") + " at 40 °C",
		Limit: "over 1 MΩ to run at all, over 5 MΩ healthy",
		Why: []finding.Why{{Formula: "R40 = R · 2^((t − 40)/10)",
			Numbers: fmt.Sprintf("%s at %.0f °C → %s", unit.Text(m.Megohm, "MΩ"), m.InsAt, unit.Text(m.At40, "MΩ")),
			Section: finding.OnOhms, Source: "insulation halves every 10 °C hotter; limits of the trade"}},
		Entries: []string{"leads.insulation"}}
	switch {
	case m.Tester == "" && m.At40 >= leastToRun:
		f.Grade, f.Sentence = finding.Open, insulationWith
		f.Detail = insulationWithDetail
		f.Cures = []finding.Cure{{Label: "500 V tester", Path: "leads.tester", Value: string(Insulation)},
			{Label: "Multimeter", Path: "leads.tester", Value: string(Multimeter)}}
	case m.Tester == Multimeter && m.At40 >= leastToRun:
		f.Grade, f.Sentence = finding.Open, multimeterOnly
		f.Detail = multimeterOnlyDetail
		f.Figure = "not passed"
	case m.At40 < leastToRun:
		f.Grade, f.Sentence = finding.Stop, m.insulationStop()
		f.Detail = insulationDry
	case m.At40 < healthy:
		f.Grade, f.Sentence = finding.Caution, m.insulationDamp()
		f.Detail = insulationDampDetail
	default:
		f.Grade, f.Sentence = finding.Good, m.insulationPassed()
		if m.At40 < newOrDried {
			f.Detail = insulationHealthy
		}
	}
	return []finding.Finding{f}
}

// JudgeBalance says whether the coils of a round agree.
func (v Verdict) JudgeBalance() []finding.Finding {
	if len(v.Coils) < 2 {
		return nil
	}
	low, high := math.Inf(1), 0.0
	for _, c := range v.Coils {
		low, high = min(low, c.Ohm), max(high, c.Ohm)
	}
	f := v.sayBalance(low, high)
	if 100*v.Spread > balancePercent {
		f.Grade, f.Sentence = finding.Caution, v.coilsDiffer()
		f.Detail = coilsDifferDetail
	}
	return []finding.Finding{f}
}

// JudgeLine compares the ohms between the lines with those predicted for the
// joints now. whole is one whole winding's ohms at the temperature of the
// reading.
func (m Measured) JudgeLine(expect [3]float64, whole float64, mark finding.Mark) []finding.Finding {
	if len(m.Line) != 3 {
		return nil
	}
	mean := (m.Line[0] + m.Line[1] + m.Line[2]) / 3
	spread := 0.0
	for _, x := range m.Line {
		spread = max(spread, math.Abs(x/mean-1))
	}
	text := func(all []float64) string {
		words := make([]string, len(all))
		for i, x := range all {
			if words[i] = unit.Three(x); math.IsNaN(x) {
				words[i] = "open"
			}
		}
		return strings.Join(words, ", ") + unit.Space + "Ω"
	}
	f := m.sayLineOhms(text, expect, whole, mark)
	tolerance := 0.07
	if mark == finding.Estimated {
		tolerance = 0.35
	}
	worst := 0.0
	for i, x := range m.Line {
		if math.IsNaN(expect[i]) {
			worst = math.Inf(1)
			continue
		}
		worst = max(worst, math.Abs(x/expect[i]-1))
	}
	switch {
	case 100*spread > balancePercent:
		f.Grade, f.Sentence = finding.Stop, pairsDiffer(spread)
		f.Detail = pairsDifferDetail
	case worst > tolerance && mark == finding.Estimated:
		f.Grade, f.Sentence = finding.Note, pairsAgree
		f.Detail = pairsAgreeDetail
	case worst > tolerance:
		f.Grade, f.Sentence = finding.Caution, pairsNotJoints
		f.Detail = pairsNotJointsDetail
	}
	return []finding.Finding{f}
}
