package protection

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Judge compares what is entered with what the plan asks.
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
	p.judgeBreaker(a, c, add)
	p.judgeWire(a, c, add)
	p.judgeRelay(a, c, add)
	return c, out
}

func (p Protection) judgeBreaker(a Asks, c Choice, add func(finding.Finding)) {
	var cures []finding.Cure
	if c.Breaker > 0 {
		cures = []finding.Cure{{Label: "Note " + unit.Rating(c.Breaker), Path: "protection.breaker",
			Value: unit.Plain(c.Breaker) + " A"}}
	}
	entries := []string{"protection.breaker"}
	if p.Breaker == 0 {
		if c.Breaker == 0 {
			return // the table ended: said
		}
		detail := "It breaks both lines."
		if a.LineToNeutral() {
			detail = "It breaks the hot wire; the neutral is never broken alone."
		}
		add(sayBreaker(a, c, detail, cures, entries))
		return
	}
	least := math.Max(1.1*a.MostSupply, a.StartAmps/startBreaker)
	f := finding.Finding{ID: finding.ProtectionBreaker, Figure: unit.Rating(p.Breaker), Why: c.Why, Entries: entries}
	switch {
	case p.Breaker < 1.1*a.MostSupply:
		f.Grade, f.Sentence = finding.Caution, fmt.Sprintf("A breaker of %s will trip: the motor takes up to %s "+
			"running.", unit.Rating(p.Breaker), unit.Text(a.MostSupply, "A"))
		f.Measure, f.Limit, f.Cures = finding.Against(p.Breaker, finding.AtLeast, least, "A"),
			unit.Text(least, "A")+" at least", cures
	case a.StartAmps > startBreaker*p.Breaker:
		word := "may trip"
		if a.StartAmps > 10*p.Breaker {
			word = "will trip"
		}
		f.Grade, f.Sentence = finding.Caution, fmt.Sprintf("A breaker of %s %s at the start, which takes %s.",
			unit.Rating(p.Breaker), word, unit.Text(a.StartAmps, "A"))
		f.Measure, f.Limit, f.Cures = finding.Against(p.Breaker, finding.AtLeast, least, "A"),
			unit.Text(least, "A")+" at least", cures
		f.Detail = "A usual motor curve holds five times its rating for certain and lets go at ten."
	case p.Breaker > 1.001*c.BreakerMost:
		f.Grade, f.Sentence = finding.Caution, fmt.Sprintf("A breaker of %s is too large for this motor: %s is the "+
			"most.", unit.Rating(p.Breaker), unit.Rating(c.BreakerMost))
		f.Detail = "A short circuit at the motor would be broken late, and nothing guards a wire of the motor's size."
		f.Measure, f.Limit, f.Cures = finding.Against(p.Breaker, finding.AtMost, c.BreakerMost, "A"),
			unit.Rating(c.BreakerMost)+" at most", cures
	default:
		f.Grade, f.Sentence = finding.Good, fmt.Sprintf("The %s breaker carries the run and holds the start.",
			unit.Rating(p.Breaker))
		f.Measure, f.Limit = finding.Against(p.Breaker, finding.AtLeast, least, "A"), "from "+unit.Text(least, "A")
	}
	add(f)
	guarded := a.Rules == table.NorthAmerica && p.Relay != NoRelay && p.Relay != Thermistor && p.RelaySet > 0
	if carry, ok := table.Ampacity(p.Conductor.SquareMM, p.Conductor.AWG); ok && p.Breaker > carry && !guarded {
		w := p.sayWire(carry, a)
		if a.Rules == table.NorthAmerica {
			w.Detail += " On a motor's own circuit a larger breaker is allowed once an overload relay is there and " +
				"set, because that guards the wire."
		}
		if bigger, ok := a.Rules.Conductor(math.Max(p.Breaker, c.ConductorAmps)); ok && p.Breaker <= c.BreakerMost {
			w.Cures = []finding.Cure{{Label: "Use " + bigger.String(), Path: "protection.conductor",
				Value: bigger.String()}}
		}
		add(w)
	}
}

func (p Protection) judgeWire(a Asks, c Choice, add func(finding.Finding)) {
	entries := []string{"protection.conductor"}
	need := math.Max(1.25*math.Max(a.MostLead, a.MostSupply), p.RelaySet)
	var cures []finding.Cure
	note := func(label string) {
		if c.Conductor != (unit.Conductor{}) {
			// A breaker that is there already is guarded against too.
			best := c.Conductor
			if bigger, ok := a.Rules.Conductor(math.Max(c.ConductorAmps, need)); ok {
				best = bigger
			}
			if a.Rules == table.Metric && p.Breaker > 0 && p.Breaker <= c.BreakerMost {
				if bigger, ok := a.Rules.Conductor(math.Max(p.Breaker, math.Max(c.ConductorAmps, need))); ok {
					best = bigger
				}
			}
			cures = []finding.Cure{{Label: label + " " + best.String(), Path: "protection.conductor",
				Value: best.String()}}
		}
	}
	if p.Conductor == (unit.Conductor{}) {
		if c.Conductor == (unit.Conductor{}) {
			return // the table ended: said
		}
		note("Note")
		add(sayConductor(c, a, cures, entries))
		return
	}
	note("Use")
	carry, ok := table.Ampacity(p.Conductor.SquareMM, p.Conductor.AWG)
	switch {
	case !ok:
		add(p.sayConductorCaution(c, cures, entries))
	case carry < need:
		add(p.sayConductorThin(carry, need, a, c, cures, entries))
	default:
		add(p.sayConductorGood(carry, need, c))
	}
	add(sayCapacitorWire(c))
}

// judgeRelay says how the relay is set, and what it sees of each winding.
//
// Long: a list of rules, each by itself, in the order in which they are said.
func (p Protection) judgeRelay(a Asks, c Choice, add func(finding.Finding)) {
	f := finding.Finding{ID: finding.ProtectionRelay, Entries: []string{"protection.relay", "protection.relay_set"}}
	why := func(r Relay) []finding.Why {
		g := a.Of(r)
		return []finding.Why{
			{Formula: "setting ≤ the least amps of the busiest pole at which any winding reaches plate amps, idle to " +
				"stall", Numbers: fmt.Sprintf("%s; your loads put up to %s through it", unit.Text(g.Least, "A"),
				unit.Text(g.Carries, "A")), Section: finding.OnProtection, Source: "engine, coil by coil",
				Estimated: true},
			{Formula: "setting ≤ 115 % of plate amps (125 % with a service factor of 1.15)",
				Numbers: unit.Text(a.Ceiling(), "A"), Section: finding.OnProtection, Source: "code ceiling, planning"}}
	}
	leads, leadsGuard := a.Setting(MotorLeads)
	rewire := []finding.Cure{{Label: "Relay in the motor leads", Path: "protection.relay", Value: string(MotorLeads)}}
	set := func() []finding.Cure {
		if c.RelaySet == 0 {
			return nil
		}
		return []finding.Cure{{Label: "Set " + unit.Rating(c.RelaySet), Path: "protection.relay_set",
			Value: unit.Plain(c.RelaySet) + " A"}}
	}
	advice := fmt.Sprintf("Fit an overload relay with one pole in each motor lead, set to %s, or a thermistor in the "+
		"winding.", unit.Rating(leads))
	if !leadsGuard {
		advice = "No relay setting both carries your load and guards the windings here: a thermistor in the winding, " +
			"other µF, or another bridge."
	}
	if !leadsGuard {
		rewire = []finding.Cure{{Label: "A thermistor in the winding", Path: "protection.relay",
			Value: string(Thermistor)}}
	}
	switch {
	case p.Relay == Thermistor:
		f.Grade, f.Sentence = finding.Good, "A thermistor in the winding opens the contactor by the winding's own heat."
		f.Detail = "It sees what no relay in the lines can. Nobody has checked it here: lift one of its wires with " +
			"the motor off, and the contactor must not hold."
		f.Figure, f.Why = "by heat", []finding.Why{{Formula: "the winding's own temperature, whatever the amps",
			Section: finding.OnProtection, Source: "as noted by you"}}
		add(f)
		return
	case p.Relay == NoRelay:
		f.Grade, f.Sentence = finding.Stop, "Nothing would switch the motor off when a winding overheats."
		f.Detail, f.Cures, f.Figure, f.Why = "A breaker guards the wire only. "+advice, rewire, "no relay",
			why(MotorLeads)
		add(f)
		return
	case p.Relay == "":
		f.Grade, f.Sentence = finding.Open, fmt.Sprintf("Fit an overload relay: one pole in each motor lead, set to "+
			"%s.", unit.Rating(leads))
		f.Detail = "The capacitor joins ahead of the third pole, so that the made corner is watched too. A " +
			"phase-sensitive relay may trip on the unequal amps."
		f.Cures, f.Figure, f.Why = append(rewire, set()...), unit.Rating(leads), why(MotorLeads)
		if !leadsGuard {
			f.Sentence, f.Detail, f.Figure, f.Cures = "No overload relay guards this motor alone: it wants a "+
				"thermistor in the winding.", advice, "no setting", rewire
		}
		add(f)
		return
	}
	g := a.Of(p.Relay)
	f.Why = why(p.Relay)
	if c.RelaySet == 0 {
		b := f
		b.ID, b.Grade = "protection.blind", finding.Caution
		b.Sentence = "No setting of this relay both carries your load and guards the windings."
		most, _ := a.Setting(p.Relay)
		b.Measure = finding.Against(g.Carries, finding.AtMost, most, "A")
		b.Figure, b.Limit = unit.Text(g.Carries, "A")+" at your loads",
			unit.Text(math.Min(g.Least, a.Ceiling()), "A")+" where a winding is at plate"
		if g.AtIdle {
			b.Sentence = fmt.Sprintf("The relay cannot see winding %s overheat while idling.", a.Idle.Coil)
			b.Detail = fmt.Sprintf("Running light its busiest pole carries %s while a winding is at plate amps or "+
				"more; your load puts %s through it.", unit.Text(g.Least, "A"), unit.Text(g.Carries, "A"))
		}
		if p.Relay == SupplyLines && leadsGuard {
			b.Detail += fmt.Sprintf(" One pole in each motor lead, set to %s, would watch the corner too.",
				unit.Rating(leads))
			b.Cures = []finding.Cure{{Label: "Rewire the relay", Path: "protection.relay", Value: string(MotorLeads)}}
		} else {
			b.Detail += " A thermistor in the winding sees what no relay here can; or other µF, which the Bridge bay " +
				"shows."
			b.Cures = []finding.Cure{{Label: "A thermistor in the winding", Path: "protection.relay",
				Value: string(Thermistor)}}
		}
		add(b)
		if p.RelaySet == 0 {
			return
		}
	}
	guard := math.Min(g.Least, a.Ceiling())
	switch {
	case p.RelaySet == 0:
		f.Grade, f.Sentence, f.Cures = finding.Open, fmt.Sprintf("Set the overload relay to %s.",
			unit.Rating(c.RelaySet)), set()
		f.Detail, f.Figure, f.Limit = "From predicted amps on this bridge, not from the plate's three-phase amps.",
			"not set", unit.Rating(c.RelaySet)
	case p.RelaySet > guard*1.0005:
		f.Grade, f.Sentence, f.Cures = finding.Caution, fmt.Sprintf("Set to %s the relay lets a winding pass its "+
			"plate amps.", unit.Rating(p.RelaySet)), set()
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(guard, "A")+" at most",
			finding.Against(p.RelaySet, finding.AtMost, guard, "A")
	case p.RelaySet < g.Carries:
		f.Grade, f.Sentence, f.Cures = finding.Caution, fmt.Sprintf("Set to %s the relay trips at your loads, which "+
			"take up to %s.", unit.Rating(p.RelaySet), unit.Text(g.Carries, "A")), set()
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(g.Carries, "A")+" at least",
			finding.Against(p.RelaySet, finding.AtLeast, g.Carries, "A")
	default:
		f.Grade, f.Sentence = finding.Good, fmt.Sprintf("The relay set to %s trips before a winding stays above "+
			"plate amps.", unit.Rating(p.RelaySet))
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(guard, "A")+" at most",
			finding.Against(p.RelaySet, finding.AtMost, guard, "A")
	}
	add(f)
}
