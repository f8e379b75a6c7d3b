package symptom

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/complaint"
	"graybridge/core/leads"
	"graybridge/core/unit"
)

// seen is what was answered, as far as it counts.
type seen struct {
	told   []complaint.Told
	trip   string // the kind of the trip that the display shows
	values map[string]Value
	looked []Looked
	asks   []AskBack
}

// take takes in an answer, or asks it back.
func (s *seen) take(b *bench, d *desk, t complaint.Told, e *complaint.Entry) {
	c, known := CheckOf(t.Check)
	name := t.Check
	if known {
		name = c.Name
	}
	if t.Value == "" {
		s.looked = append(s.looked, Looked{Check: t.Check, Name: name})
		return
	}
	v, why := b.value(t.Check, t.Value)
	if why == "" && !t.Sure {
		if why = b.impossible(&c, v, e); why != "" {
			s.asks = append(s.asks, AskBack{t.Check, name, t.Value, why, true})
			return
		}
	}
	if why != "" {
		s.asks = append(s.asks, AskBack{t.Check, name, t.Value, why, false})
		return
	}
	s.values[t.Check] = v
	s.looked = append(s.looked, Looked{Check: t.Check, Name: name, Text: withUnit(c.answer(v, t.Value), &c)})
	d.takes(t.Check, v)
}

// entered takes in the joints that were entered as found, until somebody reads them anew.
func (s *seen) entered(b *bench, d *desk) {
	c, _ := CheckOf("joints")
	text := fmt.Sprintf(asFound, b.found.Print(b.site.Hand.Naming))
	v := Value{joints: b.found, other: true}
	s.values[c.ID] = v
	s.looked = append(s.looked, Looked{Check: c.ID, Name: c.Name, Text: text, Entered: true})
	d.takes(c.ID, v)
}

// kinds are what the checks' units are read by.
var kinds = map[string]unit.Kind{"Ω": unit.Ohms, "MΩ": unit.Megohms, "µF": unit.Microfarads, "A": unit.Amps,
	"V": unit.Volts, "rpm": unit.RPM, "Hz": unit.Hertz}

// value reads what was answered to a check; why says what is wrong with one that is no answer to it.
func (b *bench) value(check, text string) (v Value, why string) {
	c, known := CheckOf(check)
	if !known {
		return v, noAnswer
	}
	text = strings.TrimSpace(text)
	if check == "joints" {
		j, err := leads.Parse(text, b.site.Hand.Naming, b.site.Hand.Kind)
		if err != nil {
			return v, noAnswer
		}
		return Value{joints: j, other: !j.Equal(b.joints)}, ""
	}
	for _, w := range c.Words {
		if strings.EqualFold(w.Value, text) {
			return Value{Word: w.Value}, ""
		}
	}
	if len(c.Words) > 0 && c.Unit == "" {
		return v, noAnswer
	}
	if unit.BeyondScale(text) {
		if slices.ContainsFunc(c.Words, func(w Word) bool { return w.Value == "open" }) {
			return Value{Word: "open"}, ""
		}
		if c.Unit == "MΩ" {
			return Value{Figure: beyondTester}, ""
		}
	}
	if x := unit.Decimal(strings.TrimSpace(strings.TrimSuffix(text, c.Unit))); x >= 0 && x < 1e7 {
		return Value{Figure: x}, ""
	}
	k, ok := kinds[c.Unit]
	if !ok {
		return v, fmt.Sprintf(notNumber, c.Unit)
	}
	x, ok, err := k.One(text)
	if err == nil && ok && x >= 0 {
		return Value{Figure: x}, ""
	}
	if strings.ContainsAny(text, "0123456789") {
		return v, fmt.Sprintf(otherUnit, c.Unit)
	}
	return v, fmt.Sprintf(notNumber, c.Unit)
}

// beyondTester is what stands for an insulation beyond the tester's scale, in MΩ.
const beyondTester = 1000.0

// slip is how many times beyond everything that could be foretold a reading is asked back.
const slip = 50.0

// impossible says why a reading cannot be; empty where it can.
func (b *bench) impossible(c *Check, v Value, e *complaint.Entry) string {
	if c.Unit == "" || v.Word != "" {
		return ""
	}
	said := e.Complaints()
	still := slices.Contains(said, complaint.Silent) || slices.Contains(said, complaint.DisplayDark)
	if c.Unit == "A" && c.Live && still && v.Figure > 0.05*math.Max(b.rated, 1) {
		return fmt.Sprintf(notStill, unit.Text(v.Figure, "A"))
	}
	if c.Unit == "V" && c.Live && v.Figure < 3 && !still && slices.ContainsFunc(said, func(s complaint.Said) bool {
		return slices.Contains([]complaint.Said{complaint.MotorHot, complaint.Weak, complaint.Backward,
			complaint.Wanders, complaint.RelayTrips}, s)
	}) {
		return nothingAt
	}
	low, high, floor := math.Inf(1), 0.0, 0.0
	for _, w := range b.worlds {
		if r := w.read(c.ID); r.known && r.word == "" && r.joints == nil {
			low, high, floor = math.Min(low, r.figure), math.Max(high, r.figure), math.Max(floor, r.floor)
		}
	}
	if high == 0 || c.Unit == "MΩ" { // of an insulation any figure can be
		return ""
	}
	if v.Figure > slip*(high+floor) || low > floor && v.Figure < low/slip {
		return fmt.Sprintf(cannotBe, unit.Text(v.Figure, c.Unit), unit.Text(low, c.Unit), unit.Text(high, c.Unit))
	}
	return ""
}
