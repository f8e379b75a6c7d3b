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
func (o *Over) Guard(noted Noted) (figures []finding.Figure, said []finding.Finding) {
	weighed, earth := *o.Weighed, o.Earth
	rules := o.Site.Wires()
	rates := rules.Circuit()
	need, motor := rates.Conductor*weighed.RatedInput, rates.Conductor*weighed.Need
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
	most, _ := rules.Breaker(rates.Breaker * weighed.RatedInput)
	wire := noted.Conductor
	carry, known := rules.Ampacity(wire)
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
		say(sayBreaker(poles, weighed, note))
	case b == 0:
	case b < 1.1*weighed.InputAmps:
		say(sayBreakerCaution(b, weighed, note))
	case most > 0 && b > most:
		say(sayBreakerLarge(b, most, note))
	default:
		say(sayBreakerGood(b, weighed))
	}
	switch {
	case wire == (unit.Conductor{}) && weighed.Conductor != (unit.Conductor{}):
		say(sayConductor(weighed, earth, use))
	case wire == (unit.Conductor{}):
	case !known:
		say(sayConductorCaution(wire, weighed, use))
	case carry < need:
		say(sayConductorThin(wire, carry, need, use))
	case noted.Breaker > carry:
		say(sayWire(noted, wire, carry, use))
	default:
		say(sayConductorGood(wire, carry, need))
	}
	if weighed.MotorWire != (unit.Conductor{}) {
		say(sayMotorWire(weighed, motor))
	}
	say(o.sayOverload())
	return figures, said
}
