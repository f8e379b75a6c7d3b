package drive

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Room is what the drive leaves the load at the point on the dial.
func (o *Solved) Room() *load.Room {
	p := o.View.Point
	room := &load.Room{Mark: o.Site.Mark(), RatedNm: o.Site.Model.RatedTorqueNm, Continuous: p.Continuous,
		Start: p.Short, StartBy: startBy, GoodBy: "the motor"}
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
// says that the drive itself is the motor's overload relay. mend is what would cure a breaker
// that does not guard its wire.
func (o *Solved) Guard(noted Noted) (figures []finding.Figure, said []finding.Finding, mend []finding.Cure) {
	weighed, earth := *o.Weighed, o.Earth
	rules := o.Site.Wires()
	g := site.LineGuard{Wires: rules, Breaker: noted.Breaker, Conductor: noted.Conductor, Amps: weighed.LineAmps,
		PlanBreaker: weighed.Breaker, MakerMost: weighed.MostBreaker}
	motor := rules.Circuit().Conductor * weighed.Need
	why := []finding.Why{{Formula: "125 % of the drive's rated input, next standard size; the breaker guards the wire",
		Numbers: fmt.Sprintf("1.25 · %s = %s", unit.Text(weighed.LineAmps, "A"), unit.Text(g.Need(), "A")),
		Section: finding.OnProtection, Source: rules.Source(), Estimated: true}}
	fig := func(id, name, text, note string, value float64) finding.Figure {
		return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: finding.Estimated,
			Why: why}
	}
	breaker := "beyond the table"
	if weighed.Breaker > 0 {
		breaker = unit.Rating(weighed.Breaker)
	}
	figures = []finding.Figure{
		fig("breaker", "Breaker", breaker, "ahead of the drive", weighed.Breaker).AsPlanning(),
		fig("conductor", "Line wire", table.Wire(weighed.Conductor), "copper, earth "+table.Wire(earth),
			g.Need()).AsPlanning(),
		fig("motor-wire", "Motor wire", table.Wire(weighed.MotorWire), "drive to motor", motor).AsPlanning(),
		fig("overload", "Overload", unit.Text(overload(&o.Placed), "A"), overloadNote(&o.Placed), overload(&o.Placed)),
	}
	say := func(f finding.Finding) {
		f.Bay, f.Planning, f.Why = finding.Protection, true, why
		said = append(said, f)
	}
	poles := rules.Poles(o.Site.Supply.Nominal)
	note := g.BreakerCure()
	switch b := noted.Breaker; {
	case b == 0 && weighed.Breaker > 0:
		say(sayBreaker(poles, weighed, note))
	case b == 0:
	case b < g.Least():
		say(sayBreakerCaution(b, weighed, note))
	case b > g.Most():
		say(sayBreakerLarge(b, g.Most(), note))
	default:
		say(sayBreakerGood(b, weighed))
	}
	use := g.WireCure
	carry, known := rules.Ampacity(noted.Conductor)
	switch wire := noted.Conductor; {
	case wire == (unit.Conductor{}) && weighed.Conductor != (unit.Conductor{}):
		say(sayConductor(weighed, earth, use))
	case wire == (unit.Conductor{}):
	case !known:
		say(sayConductorCaution(wire, weighed, use))
	case carry < g.Wants():
		say(sayConductorThin(wire, carry, g.Wants(), use))
	default:
		say(sayConductorGood(wire, carry, g.Wants()))
	}
	if weighed.MotorWire != (unit.Conductor{}) {
		say(sayMotorWire(weighed, motor))
	}
	for _, f := range sayOverload(&o.Placed) {
		say(f)
	}
	return figures, said, g.Mend()
}
