package dc

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Room is what it leaves the load at the dial.
func (o *Solved) Room() *load.Room {
	d := o.Duty
	r := &load.Room{Mark: o.fit.mark(), RatedNm: d.Constants().RatedNm, Continuous: o.View.Point.Good,
		Start:  d.Minute(0),
		GoodBy: "armature", StartBy: "at the current limit"}
	if o.Dial.Reachable {
		r.RPM = o.Dial.RPM
		r.Watts = d.Asked(d.Load.Usual, o.Dial.RPM) * r.RatedNm * o.Dial.RPM * math.Pi / 30
	}
	return r
}

// Noted is what is there already, as entered; zero: nothing.
type Noted struct {
	Breaker   float64 // A
	Conductor unit.Conductor
}

// Guard sizes breaker and wire by the line's RMS amps, and judges what is there. mend is what
// would cure a breaker that does not guard its wire.
func (o *Solved) Guard(noted Noted) (figures []finding.Figure, said []finding.Finding, mend []finding.Cure) {
	w, rules := *o.Weighed, o.Site.Wires()
	need := rules.Circuit().Conductor * w.FullLine
	why := []finding.Why{{Formula: "125 % of the line's RMS amps at full torque and speed, next standard size; the " +
		"breaker guards the wire",
		Numbers: fmt.Sprintf("1.25 · %s = %s", unit.Text(w.FullLine, "A"), unit.Text(need, "A")),
		Section: finding.OnProtection,
		Source:  rules.Source(), Estimated: true}}
	fig := func(id, name, text, note string) finding.Figure {
		return finding.Figure{ID: id, Name: name, Text: text, Note: note, Mark: finding.Estimated, Why: why}
	}
	breaker := "beyond the table"
	if w.Breaker > 0 {
		breaker = unit.Rating(w.Breaker)
	}
	figures = []finding.Figure{
		fig("breaker", "Breaker", breaker, "ahead of the controller").AsPlanning(),
		fig("conductor", "Line wire", table.Wire(w.Conductor), "copper, earth "+table.Wire(o.Earth)).AsPlanning(),
		fig("armature-wire", "Armature wire", table.Wire(w.ArmatureWire),
			fmt.Sprintf("for %s: 150 %% of rated amps on a full-wave rectifier, "+
				"or its RMS and a quarter", unit.Text(w.ArmatureNeed, "A"))).AsPlanning(),
		fig("limit", "Armature limit", unit.Text(o.Duty.LimitAmps, "A"),
			"in the controller: "+unit.Percent(o.Duty.LimitAmps/o.Duty.ArmatureAmps)+" of rated amps"),
	}
	if wound(&o.Placed) {
		figures = append(figures, fig("field-wire", "Field wire", table.Wire(w.FieldWire),
			"never switched, never fused by itself").AsPlanning())
	}
	g := &guarder{o: o, why: why, line: site.LineGuard{Wires: rules, Breaker: noted.Breaker,
		Conductor: noted.Conductor, Amps: w.FullLine, PlanBreaker: w.Breaker, MakerMost: w.MostBreaker}}
	g.breaker()
	g.wire()
	g.say(sayArmatureWire(w))
	g.say(sayOverload(o))
	return figures, g.said, g.line.Mend()
}

type guarder struct {
	o    *Solved
	why  []finding.Why
	line site.LineGuard
	said []finding.Finding
}

func (g *guarder) say(f finding.Finding) {
	f.Bay, f.Planning, f.Why = finding.Protection, true, g.why
	g.said = append(g.said, f)
}

func (g *guarder) breaker() {
	w, b := g.o.Weighed, g.line.Breaker
	poles := g.o.Site.Rules.Poles(g.o.Site.Supply.Volts)
	entries := []string{"protection.breaker"}
	note := g.line.BreakerCure()
	switch {
	case b == 0 && w.Breaker > 0:
		g.say(sayBreaker(note, entries, poles, w))
	case b == 0:
	case b < g.line.Least():
		g.say(sayBreakerCaution(note, entries, b, w))
	case b > g.line.Most():
		g.say(sayBreakerLarge(note, entries, b, g.line.Most()))
	default:
		g.say(sayBreakerGood(b, w))
	}
}

func (g *guarder) wire() {
	w, wire, use := g.o.Weighed, g.line.Conductor, g.line.WireCure
	carry, known := g.o.Site.Wires().Ampacity(wire)
	entries := []string{"protection.conductor"}
	switch {
	case wire == (unit.Conductor{}) && w.Conductor != (unit.Conductor{}):
		g.say(g.sayConductor(use, entries, w))
	case wire == (unit.Conductor{}):
	case !known:
		g.say(sayConductorCaution(use, entries, wire, w))
	case carry < g.line.Wants():
		g.say(g.sayConductorThin(use, entries, wire, carry))
	default:
		g.say(g.sayConductorGood(wire, carry))
	}
}
