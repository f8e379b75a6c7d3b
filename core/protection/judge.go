package protection

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Judge compares what is entered with what the plan asks. Breaker against wire is said before
// it, by Unguarded.
func (p Protection) Judge(a Asks) (Choice, []finding.Finding) {
	c := a.Choose(p.Relay)
	var out []finding.Finding
	add := func(f finding.Finding) {
		f.Bay, f.Planning = finding.Protection, true
		out = append(out, f)
	}
	for _, what := range c.Ended {
		add(sayTableEnd(what, c))
	}
	j := judge{p, a, c, add}
	if c.Mend = j.breakerCures(); c.Mend == nil {
		c.Mend = j.wireCures("Use")
	}
	j.breaker()
	j.wire()
	j.relay()
	return c, out
}

// judge holds what is entered against a choice.
type judge struct {
	p   Protection
	a   Asks
	c   Choice
	add func(finding.Finding)
}

// breakerFits says that the breaker noted holds what runs and starts, and suits the motor.
func (j judge) breakerFits() bool {
	b := j.p.Breaker
	return b > 0 && b >= table.BreakerRuns*j.a.MostSupply && j.a.StartAmps <= j.a.Rules.Circuit().BreakerHolds*b &&
		b <= 1.001*j.c.BreakerMost
}

// advised is the breaker to note beside the wire that is there: the plan's, or the largest
// that the wire bears; 0 where the wire comes first.
func (j judge) advised() float64 {
	carry, known := j.a.Rules.Ampacity(j.p.Conductor)
	noted := j.p
	noted.Breaker = j.c.Breaker
	if !known || noted.Breaker <= carry || carry < j.need() || noted.relayGuards(j.a.Rules.Rules, carry) {
		return j.c.Breaker
	}
	best := 0.0
	for _, size := range j.a.Rules.Breakers() {
		if size <= carry && size >= j.c.BreakerLeast {
			best = size
		}
	}
	return best
}

// need is what the wire must carry: a quarter more than the greatest amps of a lead, the
// relay's setting, and the smallest breaker that holds.
func (j judge) need() float64 {
	return max(j.a.Rules.Circuit().Conductor*math.Max(j.a.MostLead, j.a.MostSupply), j.p.RelaySet, j.c.BreakerLeast)
}

// breakerCures note the breaker that is advised, with the wire that it needs where the one noted
// is too thin for it; nil where that breaker is noted, or none is advised.
func (j judge) breakerCures() []finding.Cure {
	b := j.advised()
	if b == 0 || b == j.p.Breaker {
		return nil
	}
	cure := finding.Cure{Label: "Note " + unit.Rating(b), Path: "protection.breaker", Value: unit.Plain(b) + " A"}
	carry, known := j.a.Rules.Ampacity(j.p.Conductor)
	if known && b > carry && !j.p.relayGuards(j.a.Rules.Rules, carry) {
		if c, ok := j.thicker(); ok && c != j.p.Conductor {
			cure.Label += ", use " + c.String()
			cure.And = finding.Setting{Path: "protection.conductor", Value: c.String()}
		}
	}
	return []finding.Cure{cure}
}

// wireCures are the wire that serves with the breaker that stays; nil where that one is noted.
func (j judge) wireCures(label string) []finding.Cure {
	best, ok := j.thicker()
	if !ok || best == j.p.Conductor {
		return nil
	}
	return []finding.Cure{{Label: label + " " + best.String(), Path: "protection.conductor", Value: best.String()}}
}

func (j judge) breaker() {
	p, a, c, cures := j.p, j.a, j.c, j.breakerCures()
	entries := []string{"protection.breaker"}
	if p.Breaker == 0 {
		if c.Breaker == 0 {
			return // the table ended: said
		}
		detail := breaksBoth
		if a.LineToNeutral() {
			detail = breaksHot
		}
		j.add(sayBreaker(a, c, detail, cures, entries))
		return
	}
	holds := a.Rules.Circuit().BreakerHolds
	least := math.Max(table.BreakerRuns*a.MostSupply, a.StartAmps/holds)
	f := finding.Finding{ID: finding.ProtectionBreaker, Figure: unit.Rating(p.Breaker), Why: c.Why, Entries: entries}
	switch {
	case p.Breaker < table.BreakerRuns*a.MostSupply:
		f.Grade, f.Sentence = finding.Caution, p.breakerTripsRunning(a)
		f.Measure, f.Limit, f.Cures = finding.Against(p.Breaker, finding.AtLeast, least, "A"),
			unit.Text(least, "A")+" at least", cures
	case a.StartAmps > holds*p.Breaker:
		word := "may trip"
		if a.StartAmps > 10*p.Breaker {
			word = "will trip"
		}
		f.Grade, f.Sentence = finding.Caution, p.breakerAtTheStart(word, a)
		f.Measure, f.Limit, f.Cures = finding.Against(p.Breaker, finding.AtLeast, least, "A"),
			unit.Text(least, "A")+" at least", cures
		f.Detail = breakerCurve
	case p.Breaker > 1.001*c.BreakerMost:
		f.Grade, f.Sentence = finding.Caution, p.breakerTooLarge(c)
		f.Detail = breakerTooLargeDetail
		f.Measure, f.Limit, f.Cures = finding.Against(p.Breaker, finding.AtMost, c.BreakerMost, "A"),
			unit.Rating(c.BreakerMost)+" at most", cures
	default:
		f.Grade, f.Sentence = finding.Good, p.breakerFits()
		f.Measure, f.Limit = finding.Against(p.Breaker, finding.AtLeast, least, "A"), "from "+unit.Text(least, "A")
	}
	j.add(f)
}

// thicker is the wire that serves with the breaker that stays: the one noted where it fits and
// guards what is there, else the one advised.
func (j judge) thicker() (unit.Conductor, bool) {
	// Nothing is there yet: breaker, wire and relay go together.
	if j.p.Breaker == 0 && j.p.Conductor == (unit.Conductor{}) {
		return j.c.Conductor, j.c.Conductor != unit.Conductor{}
	}
	guard := j.p
	carry, known := j.a.Rules.Ampacity(j.p.Conductor)
	if !j.breakerFits() || known && j.p.Breaker > carry && !j.p.relayGuards(j.a.Rules.Rules, carry) {
		guard.Breaker = j.advised()
	}
	amps := math.Max(j.need(), j.c.ConductorAmps)
	if c, ok := j.a.Rules.Conductor(amps); ok {
		if carry, _ := j.a.Rules.Ampacity(c); guard.Breaker <= carry || guard.relayGuards(j.a.Rules.Rules, carry) {
			return c, true
		}
	}
	return j.a.Rules.Conductor(math.Max(amps, guard.Breaker))
}

func (j judge) wire() {
	p, a, c := j.p, j.a, j.c
	entries := []string{"protection.conductor"}
	need := j.need()
	cures := j.wireCures
	if p.Conductor == (unit.Conductor{}) {
		if c.Conductor == (unit.Conductor{}) {
			return // the table ended: said
		}
		best := c
		best.Conductor, _ = j.thicker()
		j.add(sayConductor(best, a, cures("Note"), entries))
		return
	}
	carry, ok := a.Rules.Ampacity(p.Conductor)
	switch {
	case !ok:
		best := c
		best.Conductor, _ = j.thicker()
		j.add(p.sayConductorCaution(best, cures("Use"), entries))
	case carry < need:
		j.add(p.sayConductorThin(carry, need, a, c, cures("Use"), entries))
	default:
		j.add(p.sayConductorGood(carry, need, c))
	}
	j.add(sayCapacitorWire(c))
}

// relayWhy is where a setting comes from.
func (j judge) relayWhy(r Relay) []finding.Why {
	g := j.a.Of(r)
	return []finding.Why{
		{Formula: "setting ≤ the least amps of the busiest pole at which any winding reaches rated amps, from the " +
			"lightest load entered to a stall", Numbers: fmt.Sprintf("%s; your loads put up to %s through it",
			ampsOrNone(g.Least), unit.Text(g.Carries, "A")), Section: finding.OnProtection,
			Source: "engine, coil by coil", Estimated: true},
		{Formula: "setting ≤ 115 % of rated amps (125 % with a service factor of 1.15)",
			Numbers: unit.Text(j.a.Ceiling(), "A"), Section: finding.OnProtection, Source: "code ceiling, guide value"}}
}

func ampsOrNone(amps float64) string {
	if math.IsInf(amps, 1) {
		return "no winding reaches it"
	}
	return unit.Text(amps, "A")
}

// fitting are the cures of a relay that is missing: fitted and set in one touch, or what stands
// for it where no setting guards.
func fitting(leads Setting) []finding.Cure {
	if leads.Amps == 0 {
		return []finding.Cure{{Label: "A thermistor in the winding", Path: "protection.relay",
			Value: string(Thermistor)}}
	}
	return []finding.Cure{{Label: "Relay in the motor leads, set to " + unit.Rating(leads.Amps),
		Path: "protection.relay", Value: string(MotorLeads),
		And: finding.Setting{Path: "protection.relay_set", Value: unit.Plain(leads.Amps) + " A"}}}
}

// relay says how the relay is set, and what it sees of each winding.
//
// Long: a list of rules, each by itself, in the order in which they are said.
func (j judge) relay() {
	p, a, c := j.p, j.a, j.c
	f := finding.Finding{ID: finding.ProtectionRelay, Entries: []string{"protection.relay", "protection.relay_set"}}
	leads := a.Setting(MotorLeads)
	switch {
	case p.Relay == Thermistor:
		f.Grade, f.Sentence = finding.Good, thermistorOpens
		f.Detail = thermistorUnchecked
		f.Figure, f.Why = "by heat", []finding.Why{{Formula: "the winding's own temperature, whatever the amps",
			Section: finding.OnProtection, Source: "as noted by you"}}
		j.add(f)
		return
	case p.Relay == NoRelay:
		f = noRelay()
		f.Detail = breakerGuardsWire + fitOrElse(leads, a)
		f.Cures, f.Why = fitting(leads), j.relayWhy(MotorLeads)
		j.add(f)
		return
	case p.Relay == "":
		f.Grade, f.Sentence = finding.Open, fitARelay(leads.Amps)
		f.Detail = joined(howFar(leads, a), fitARelayDetail)
		f.Cures, f.Figure, f.Why = fitting(leads), unit.Rating(leads.Amps), j.relayWhy(MotorLeads)
		if leads.Amps == 0 {
			f.Sentence, f.Detail, f.Figure = noRelayAlone, otherThanRelay(a), "no setting"
		}
		j.add(f)
		return
	}
	g := a.Of(p.Relay)
	f.Why = j.relayWhy(p.Relay)
	var set []finding.Cure
	if c.RelaySet > 0 {
		set = []finding.Cure{{Label: "Set " + unit.Rating(c.RelaySet), Path: "protection.relay_set",
			Value: unit.Plain(c.RelaySet) + " A"}}
	}
	if c.RelaySet == 0 {
		j.blind(f, g, leads)
		if p.RelaySet == 0 {
			return
		}
	}
	// What guards, or the plan's own setting, which says how far it does.
	most := math.Max(floorTo(math.Min(g.Least, a.Ceiling())), c.RelaySet)
	least := g.Carries / table.RelayHolds
	if c.RelaySet > 0 {
		least = math.Min(least, c.RelaySet)
	}
	how := a.How(p.Relay, p.RelaySet)
	switch {
	case p.RelaySet == 0:
		f.Grade, f.Sentence, f.Cures = finding.Open, setTheRelay(c), set
		f.Detail, f.Figure, f.Limit = joined(howFar(c.Setting, a), setTheRelayFrom), "not set", unit.Rating(c.RelaySet)
	case p.RelaySet > most*1.0005:
		f.Grade, f.Sentence, f.Cures = finding.Caution, p.setTooHigh(), set
		f.Detail = howFar(how, a)
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(most, "A")+" at most",
			finding.Against(p.RelaySet, finding.AtMost, most, "A")
	case p.RelaySet < least*0.9995:
		f.Grade, f.Sentence, f.Cures = finding.Caution, p.setTooLow(g), set
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(least, "A")+" at least",
			finding.Against(p.RelaySet, finding.AtLeast, least, "A")
	default:
		f.Grade, f.Sentence = finding.Good, p.setRight(how)
		f.Detail = howFar(how, a)
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(most, "A")+" at most",
			finding.Against(p.RelaySet, finding.AtMost, most, "A")
	}
	j.add(f)
}

// blind says that no setting of the relay as it is wired does both, and what would.
func (j judge) blind(f finding.Finding, g Guard, leads Setting) {
	most := math.Min(g.Least, j.a.Ceiling())
	f = finding.Finding{ID: finding.ProtectionBlind, Grade: finding.Caution, Sentence: noSettingOfThis,
		Why: f.Why, Entries: f.Entries}
	f.Measure = finding.Against(g.Usual/relayWaits, finding.AtMost, math.Min(most, 0.9995*g.Usual/relayWaits), "A")
	f.Figure, f.Limit = unit.Text(g.Carries, "A")+" at your loads", unit.Text(most, "A")+" where a winding is at plate"
	if coil, worst := j.hotLight(); worst > 1 {
		f.Sentence = relayBlind(coil)
		f.Detail = relayBlindDetail(g)
	}
	if j.p.Relay == SupplyLines && leads.Amps > 0 {
		f.Detail = joined(f.Detail, relayInLeadsWould(leads.Amps))
		f.Cures = []finding.Cure{{Label: "Rewire the relay", Path: "protection.relay", Value: string(MotorLeads),
			And: finding.Setting{Path: "protection.relay_set", Value: unit.Plain(leads.Amps) + " A"}}}
	} else {
		f.Detail = joined(f.Detail, otherThanRelay(j.a))
		f.Cures = fitting(Setting{})
	}
	j.add(f)
}

// hotLight is the winding that passes plate at the lightest load that was entered.
func (j judge) hotLight() (coil string, worst float64) {
	for _, w := range j.a.Watch {
		if w.Part == Entered {
			return w.Coil, w.Worst
		}
	}
	return "", 0
}

// relayGuards says that the relay noted guards a wire that carries so many amps, as the rules
// of North America allow on a motor's own circuit.
func (p Protection) relayGuards(rules table.Rules, carry float64) bool {
	return rules == table.NorthAmerica && (p.Relay == SupplyLines || p.Relay == MotorLeads) && p.RelaySet > 0 &&
		p.RelaySet <= carry
}
