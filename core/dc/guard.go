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
	w, rules := *o.Weighed, o.Site.Rules
	need := 1.25 * w.FullLine
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
	g.say(finding.Finding{ID: "protection.armature-wire", Grade: finding.Note,
		Sentence: fmt.Sprintf("From controller to armature: %s copper.", table.Wire(w.ArmatureWire)),
		Detail: "By RMS amps, not by what a mean-reading DC meter shows: half-wave rectifiers ask 190 % of plate " +
			"amps, this one 150 % " +
			"(planning)."})
	g.say(finding.Finding{ID: "protection.overload", Grade: finding.Note,
		Sentence: fmt.Sprintf("The current limit is set to %s; it guards against jams, not against long heat.",
			unit.Text(o.Duty.LimitAmps, "A")),
		Detail: "Between plate amps and the limit nothing trips: what the motor carries for good stands under Speed. " +
			"A thermostat in the " +
			"motor, or an overload relay by RMS amps in the line, guards it."})
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
		g.say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Open, Cures: note, Entries: entries,
			Sentence: fmt.Sprintf("Fit a %s breaker of %s ahead of the controller.", poles, unit.Rating(w.Breaker)),
			Detail: "It guards the wire; the fuses of the controller's maker guard its rectifiers. Fixed wiring is " +
				"for a licensed person " +
				"in most places."})
	case b == 0:
	case b < 1.1*w.FullLine:
		g.say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution, Cures: note, Entries: entries,
			Sentence: fmt.Sprintf("A breaker of %s will trip: the line carries %s RMS at full torque.", unit.Rating(b),
				unit.Text(w.FullLine, "A")),
			Figure: unit.Rating(b), Limit: unit.Text(1.1*w.FullLine, "A") + " at least",
			Measure: finding.Against(b, finding.AtLeast, 1.1*w.FullLine, "A")})
	case b > most:
		g.say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Caution, Cures: note, Entries: entries,
			Sentence: fmt.Sprintf("A breaker of %s is too large ahead of this controller: %s is the most.",
				unit.Rating(b), unit.Rating(most)),
			Detail: "Its fuses must break first; a short inside would be broken late.",
			Figure: unit.Rating(b), Limit: unit.Rating(most) + " at most",
			Measure: finding.Against(b, finding.AtMost, most, "A")})
	default:
		g.say(finding.Finding{ID: finding.ProtectionBreaker, Grade: finding.Good,
			Sentence: fmt.Sprintf("The %s breaker carries the controller.", unit.Rating(b)),
			Figure:   unit.Rating(b), Limit: "from " + unit.Text(1.1*w.FullLine, "A"),
			Measure: finding.Against(b, finding.AtLeast, 1.1*w.FullLine, "A")})
	}
}

// mostBreaker is the largest that goes ahead of it: two and a half times what the line
// carries, but never below the size that is asked.
func (g *guarder) mostBreaker() float64 {
	w := g.o.Weighed
	most, ok := g.o.Site.Rules.Breaker(2.5 * w.FullLine)
	if !ok {
		return math.Inf(1)
	}
	return math.Max(most, w.Breaker)
}

func (g *guarder) wire() {
	w, wire := g.o.Weighed, g.noted.Conductor
	carry, known := table.Ampacity(wire.SquareMM, wire.AWG)
	entries := []string{"protection.conductor"}
	use := func(label string) []finding.Cure {
		best := math.Max(g.need, w.Breaker)
		if b := g.noted.Breaker; b > 0 {
			if b > g.mostBreaker() {
				return nil // the breaker comes first
			}
			best = math.Max(g.need, b)
		}
		c, ok := g.o.Site.Rules.Conductor(best)
		if !ok {
			return nil
		}
		return []finding.Cure{{Label: label + " " + c.String(), Path: "protection.conductor", Value: c.String()}}
	}
	switch {
	case wire == (unit.Conductor{}) && w.Conductor != (unit.Conductor{}):
		g.say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Open, Cures: use("Note"),
			Entries: entries,
			Sentence: fmt.Sprintf("Wire the controller in %s copper, the armature in %s, earth %s.", w.Conductor,
				table.Wire(w.ArmatureWire),
				table.Wire(g.o.Earth))})
	case wire == (unit.Conductor{}):
	case !known:
		g.say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution, Cures: use("Use"),
			Entries: entries,
			Sentence: fmt.Sprintf("%s is not in the table: what it carries is not known here; %s is asked.", wire,
				table.Wire(w.Conductor))})
	case carry < g.need:
		g.say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Caution, Cures: use("Use"),
			Entries: entries,
			Sentence: fmt.Sprintf("%s carries %s; 125 %% of the line's RMS amps is %s.", wire, unit.Rating(carry),
				unit.Text(g.need, "A")),
			Figure: unit.Rating(carry), Limit: unit.Text(g.need, "A") + " at least",
			Measure: finding.Against(carry, finding.AtLeast, g.need, "A")})
	case g.noted.Breaker > carry:
		g.say(finding.Finding{ID: finding.ProtectionWire, Grade: finding.Stop, Cures: use("Use"),
			Entries: []string{"protection.breaker", "protection.conductor"},
			Sentence: fmt.Sprintf("A %s breaker does not guard %s, which carries %s.", unit.Rating(g.noted.Breaker),
				wire, unit.Rating(carry)),
			Detail: "Thicker wire or a smaller breaker.", Figure: unit.Rating(g.noted.Breaker),
			Limit:   unit.Rating(carry),
			Measure: finding.Against(g.noted.Breaker, finding.AtMost, carry, "A")})
	default:
		g.say(finding.Finding{ID: finding.ProtectionConductor, Grade: finding.Good,
			Sentence: fmt.Sprintf("%s carries the line's RMS amps and a quarter more.", wire),
			Figure:   unit.Rating(carry),
			Limit:    unit.Text(g.need, "A") + " at least", Measure: finding.Against(carry, finding.AtLeast, g.need,
				"A")})
	}
}
