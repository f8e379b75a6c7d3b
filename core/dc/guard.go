package dc

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Room is what it leaves the load at the dial.
func (o *Over) Room() *load.Room {
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

// Guard sizes breaker and wire by the line's RMS amps, and judges what is there.
func (o *Over) Guard(noted Noted) (figures []finding.Figure, said []finding.Finding) {
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
		fig("breaker", "Breaker", breaker, "ahead of the controller; planning"),
		fig("conductor", "Line wire", table.Wire(w.Conductor), "copper, earth "+table.Wire(o.Earth)+"; planning"),
		fig("armature-wire", "Armature wire", table.Wire(w.ArmatureWire),
			fmt.Sprintf("for %s: 150 %% of plate amps on a full-wave rectifier, "+
				"or its RMS and a quarter; planning", unit.Text(w.ArmatureNeed, "A"))),
		fig("limit", "Armature limit", unit.Text(o.Duty.LimitAmps, "A"),
			"in the controller: "+unit.Percent(o.Duty.LimitAmps/o.Duty.ArmatureAmps)+" of plate amps"),
	}
	if o.wound() {
		figures = append(figures, fig("field-wire", "Field wire", table.Wire(w.FieldWire),
			"never switched, never fused by itself; planning"))
	}
	g := &guarder{o: o, why: why, need: need, noted: noted}
	g.breaker()
	g.wire()
	g.say(sayArmatureWire(w))
	g.say(o.sayOverload())
	return figures, g.said
}

type guarder struct {
	o     *Over
	why   []finding.Why
	need  float64
	noted Noted
	said  []finding.Finding
}

func (g *guarder) say(f finding.Finding) {
	f.Bay, f.Planning, f.Why = finding.Protection, true, g.why
	g.said = append(g.said, f)
}

func (g *guarder) breaker() {
	w, b := g.o.Weighed, g.noted.Breaker
	poles := g.o.Site.Rules.Poles(g.o.Site.Supply.Volts)
	entries := []string{"protection.breaker"}
	var note []finding.Cure
	if w.Breaker > 0 {
		note = []finding.Cure{{Label: "Note " + unit.Rating(w.Breaker), Path: "protection.breaker",
			Value: unit.Plain(w.Breaker) + " A"}}
	}
	most := g.mostBreaker()
	switch {
	case b == 0 && w.Breaker > 0:
		g.say(sayBreaker(note, entries, poles, w))
	case b == 0:
	case b < 1.1*w.FullLine:
		g.say(sayBreakerCaution(note, entries, b, w))
	case b > most:
		g.say(sayBreakerLarge(note, entries, b, most))
	default:
		g.say(sayBreakerGood(b, w))
	}
}

// mostBreaker is the largest that goes ahead of it: two and a half times what the line
// carries, but never below the size that is asked.
func (g *guarder) mostBreaker() float64 {
	w := g.o.Weighed
	most, ok := g.o.Site.Rules.Breaker(g.o.Site.Rules.Circuit().Breaker * w.FullLine)
	if !ok {
		return math.Inf(1)
	}
	return math.Max(most, w.Breaker)
}

func (g *guarder) wire() {
	w, wire := g.o.Weighed, g.noted.Conductor
	carry, known := g.o.Site.Wires().Ampacity(wire)
	entries := []string{"protection.conductor"}
	use := func(label string) []finding.Cure {
		best := math.Max(g.need, w.Breaker)
		if b := g.noted.Breaker; b > 0 {
			if b > g.mostBreaker() {
				return nil // the breaker comes first
			}
			best = math.Max(g.need, b)
		}
		c, ok := g.o.Site.Wires().Conductor(best)
		if !ok {
			return nil
		}
		return []finding.Cure{{Label: label + " " + c.String(), Path: "protection.conductor", Value: c.String()}}
	}
	switch {
	case wire == (unit.Conductor{}) && w.Conductor != (unit.Conductor{}):
		g.say(g.sayConductor(use, entries, w))
	case wire == (unit.Conductor{}):
	case !known:
		g.say(sayConductorCaution(use, entries, wire, w))
	case carry < g.need:
		g.say(g.sayConductorThin(use, entries, wire, carry))
	case g.noted.Breaker > carry:
		g.say(g.sayWire(use, wire, carry))
	default:
		g.say(g.sayConductorGood(wire, carry))
	}
}
