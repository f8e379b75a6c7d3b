package drive

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Room is what the drive leaves the load at the point on the dial.
func (o *Over) Room() *load.Room {
	p := o.View.Point
	room := &load.Room{Mark: o.Site.Mark(), RatedNm: o.Site.Model.RatedTorqueNm, Continuous: p.Continuous,
		Start: p.Short}
	if p.Carries {
		room.RPM, room.Watts = p.RPM, p.Asked*o.Site.Model.RatedTorqueNm*p.RPM*math.Pi/30
	}
	return room
}

// Noted is what is there already, as entered; zero: nothing.
type Noted struct {
	Breaker   float64 // A
	Conductor unit.Conductor
}

// Guard sizes breaker and wire by the drive's rated input, judges what is there, and
// says that the drive itself is the motor's overload relay.
//
// Long: a list of rules, each by itself, in the order in which they are said.
func (o *Over) Guard(noted Noted) (figures []finding.Figure, said []finding.Finding) {
	weighed, earth := *o.Weighed, o.Earth
	rules := o.Site.Rules
	need, motor := 1.25*weighed.RatedInput, 1.25*weighed.Need
	why := []finding.Why{{Formula: "125 % of the drive's rated input, next standard size; the breaker guards the wire",
		Numbers: fmt.Sprintf("1.25 · %s = %s", unit.Text(weighed.RatedInput, "A"), unit.Text(need, "A")),
		Section: finding.OnProtection, Source: rules.Source(), Estimated: true}}
	fig := func(id, name, text, note string) finding.Figure {
		return finding.Figure{ID: id, Name: name, Text: text, Note: note, Mark: finding.Estimated, Why: why}
	}
	breaker := "beyond the table"
	if weighed.Breaker > 0 {
		breaker = unit.Rating(weighed.Breaker)
	}
	figures = []finding.Figure{
		fig("breaker", "Breaker", breaker, "ahead of the drive; planning"),
		fig("conductor", "Line wire", table.Wire(weighed.Conductor), "copper, earth "+table.Wire(earth)+"; planning"),
		fig("motor-wire", "Motor wire", table.Wire(weighed.MotorWire), "drive to motor; planning"),
		fig("overload", "Overload", unit.Text(o.PlateAmps(), "A"), "in the drive: plate amps in these joints"),
	}
	say := func(f finding.Finding) {
		f.Bay, f.Planning, f.Why = finding.Protection, true, why
		said = append(said, f)
	}
	poles := rules.Poles(o.Site.Supply.Nominal)
	var note []finding.Cure
	if weighed.Breaker > 0 {
		note = []finding.Cure{{Label: "Note " + unit.Rating(weighed.Breaker), Path: "protection.breaker",
			Value: unit.Plain(weighed.Breaker) + " A"}}
	}
	most, _ := rules.Breaker(2.5 * weighed.RatedInput)
	wire := noted.Conductor
	carry, known := table.Ampacity(wire.SquareMM, wire.AWG)
	// The wire that guards with the breaker there is.
	use := func(label string) []finding.Cure {
		best := math.Max(need, weighed.Breaker)
		if b := noted.Breaker; b > 0 && (most == 0 || b <= most) {
			best = math.Max(need, b)
		}
		c, ok := rules.Conductor(best)
		if !ok || noted.Breaker > 0 && most > 0 && noted.Breaker > most {
			return nil // the breaker comes first
		}
		return []finding.Cure{{Label: label + " " + c.String(), Path: "protection.conductor", Value: c.String()}}
	}
	switch b := noted.Breaker; {
	case b == 0 && weighed.Breaker > 0:
		say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Open,
			Sentence: fmt.Sprintf("Fit a %s breaker of %s ahead of the drive.", poles, unit.Rating(weighed.Breaker)),
			Detail: "It guards the wire. Fixed wiring is for a licensed person in most places. Residual-current " +
				"devices must be of a kind that drives do not blind or trip.", Cures: note,
			Entries: []string{"protection.breaker"}})
	case b == 0:
	case b < 1.1*weighed.InputAmps:
		say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution,
			Sentence: fmt.Sprintf("A breaker of %s will trip: the drive draws %s at full power.", unit.Rating(b),
				unit.Text(weighed.InputAmps, "A")), Cures: note, Entries: []string{"protection.breaker"},
			Figure: unit.Rating(b), Limit: unit.Text(1.1*weighed.InputAmps, "A") + " at least",
			Measure: finding.Against(b, finding.AtLeast, 1.1*weighed.InputAmps, "A")})
	case most > 0 && b > most:
		say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution,
			Sentence: fmt.Sprintf("A breaker of %s is too large ahead of this drive: %s is the most.", unit.Rating(b),
				unit.Rating(most)), Detail: "The maker's sheet gives the largest; a short circuit inside the drive " +
				"would " +
				"be broken late.", Cures: note, Entries: []string{"protection.breaker"},
			Figure: unit.Rating(b), Limit: unit.Rating(most) + " at most",
			Measure: finding.Against(b, finding.AtMost, most, "A")})
	default:
		say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Good,
			Sentence: fmt.Sprintf("The %s breaker carries the drive.", unit.Rating(b)), Figure: unit.Rating(b),
			Limit:   "from " + unit.Text(1.1*weighed.InputAmps, "A"),
			Measure: finding.Against(b, finding.AtLeast, 1.1*weighed.InputAmps, "A")})
	}
	switch {
	case wire == (unit.Conductor{}) && weighed.Conductor != (unit.Conductor{}):
		say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Open,
			Sentence: fmt.Sprintf("Wire the drive in %s copper, the motor in %s, earth %s.", weighed.Conductor,
				table.Wire(weighed.MotorWire), table.Wire(earth)), Cures: use("Note"),
			Entries: []string{"protection.conductor"}})
	case wire == (unit.Conductor{}):
	case !known:
		say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution,
			Sentence: fmt.Sprintf("%s is not in the table: what it carries is not known here; %s is asked.", wire,
				table.Wire(weighed.Conductor)), Cures: use("Use"), Entries: []string{"protection.conductor"}})
	case carry < need:
		say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution,
			Sentence: fmt.Sprintf("%s carries %s; 125 %% of the drive's rated input is %s.", wire, unit.Rating(carry),
				unit.Text(need, "A")), Cures: use("Use"), Entries: []string{"protection.conductor"},
			Figure: unit.Rating(carry), Limit: unit.Text(need, "A") + " at least",
			Measure: finding.Against(carry, finding.AtLeast, need, "A")})
	case noted.Breaker > carry:
		say(finding.Finding{ID: finding.ProtectionWire, Grade: finding.Stop,
			Sentence: fmt.Sprintf("A %s breaker does not guard %s, which carries %s.", unit.Rating(noted.Breaker),
				wire, unit.Rating(carry)), Detail: "Ahead of a drive nothing else guards the wire: thicker wire or a " +
				"smaller breaker.", Cures: use("Use"), Entries: []string{"protection.breaker", "protection.conductor"},
			Figure: unit.Rating(noted.Breaker), Limit: unit.Rating(carry),
			Measure: finding.Against(noted.Breaker, finding.AtMost, carry, "A")})
	default:
		say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Good,
			Sentence: fmt.Sprintf("%s carries the drive's rated input and a quarter more.", wire),
			Figure:   unit.Rating(carry), Limit: unit.Text(need, "A") + " at least",
			Measure: finding.Against(carry, finding.AtLeast, need, "A")})
	}
	if weighed.MotorWire != (unit.Conductor{}) {
		say(finding.Finding{ID: "protection.motor-wire", Grade: finding.Note,
			Sentence: fmt.Sprintf("From drive to motor: %s copper.", weighed.MotorWire),
			Detail:   "It carries 125 % of the motor's plate amps in these joints; the drive's overload guards it.",
			Figure:   unit.Text(motor, "A")})
	}
	say(finding.Finding{ID: "protection.overload", Grade: finding.Note,
		Sentence: fmt.Sprintf("The drive is the motor's overload relay, at %s.", unit.Text(o.PlateAmps(), "A")),
		Detail: "It counts amps, not heat: at low speed a plain motor's fan carries less, so the dial's torque for " +
			"good is the limit there."})
	return figures, said
}
