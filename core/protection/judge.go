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
		detail := breaksBoth
		if a.LineToNeutral() {
			detail = breaksHot
		}
		add(sayBreaker(a, c, detail, cures, entries))
		return
	}
	holds := a.Rules.Circuit().BreakerHolds
	least := math.Max(1.1*a.MostSupply, a.StartAmps/holds)
	f := finding.Finding{ID: finding.ProtectionBreaker, Figure: unit.Rating(p.Breaker), Why: c.Why, Entries: entries}
	switch {
	case p.Breaker < 1.1*a.MostSupply:
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
	add(f)
	guarded := a.Rules.Rules == table.NorthAmerica && p.Relay != NoRelay && p.Relay != Thermistor && p.RelaySet > 0
	if carry, ok := a.Rules.Ampacity(p.Conductor); ok && p.Breaker > carry && !guarded {
		w := p.sayWire(carry, a)
		if a.Rules.Rules == table.NorthAmerica {
			w.Detail += largerBreaker
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
	need := math.Max(a.Rules.Circuit().Conductor*math.Max(a.MostLead, a.MostSupply), p.RelaySet)
	var cures []finding.Cure
	note := func(label string) {
		if c.Conductor != (unit.Conductor{}) {
			// A breaker that is there already is guarded against too.
			best := c.Conductor
			if bigger, ok := a.Rules.Conductor(math.Max(c.ConductorAmps, need)); ok {
				best = bigger
			}
			if a.Rules.Rules == table.Metric && p.Breaker > 0 && p.Breaker <= c.BreakerMost {
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
	carry, ok := a.Rules.Ampacity(p.Conductor)
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
	advice := relayInEachLead(leads)
	if !leadsGuard {
		advice = noRelaySetting
	}
	if !leadsGuard {
		rewire = []finding.Cure{{Label: "A thermistor in the winding", Path: "protection.relay",
			Value: string(Thermistor)}}
	}
	switch {
	case p.Relay == Thermistor:
		f.Grade, f.Sentence = finding.Good, thermistorOpens
		f.Detail = thermistorUnchecked
		f.Figure, f.Why = "by heat", []finding.Why{{Formula: "the winding's own temperature, whatever the amps",
			Section: finding.OnProtection, Source: "as noted by you"}}
		add(f)
		return
	case p.Relay == NoRelay:
		f.Grade, f.Sentence = finding.Stop, nothingWatches
		f.Detail, f.Cures, f.Figure, f.Why = nothingWatchesDetail(advice), rewire, "no relay",
			why(MotorLeads)
		add(f)
		return
	case p.Relay == "":
		f.Grade, f.Sentence = finding.Open, fitARelay(leads)
		f.Detail = fitARelayDetail
		f.Cures, f.Figure, f.Why = append(rewire, set()...), unit.Rating(leads), why(MotorLeads)
		if !leadsGuard {
			f.Sentence, f.Detail, f.Figure, f.Cures = thermistorOnly, advice, "no setting", rewire
		}
		add(f)
		return
	}
	g := a.Of(p.Relay)
	f.Why = why(p.Relay)
	if c.RelaySet == 0 {
		b := f
		b.ID, b.Grade = "protection.blind", finding.Caution
		b.Sentence = noSettingOfThis
		most, _ := a.Setting(p.Relay)
		b.Measure = finding.Against(g.Carries, finding.AtMost, most, "A")
		b.Figure, b.Limit = unit.Text(g.Carries, "A")+" at your loads",
			unit.Text(math.Min(g.Least, a.Ceiling()), "A")+" where a winding is at plate"
		if g.AtIdle {
			b.Sentence = relayBlind(a)
			b.Detail = relayBlindDetail(g)
		}
		if p.Relay == SupplyLines && leadsGuard {
			b.Detail += relayInLeadsWould(leads)
			b.Cures = []finding.Cure{{Label: "Rewire the relay", Path: "protection.relay", Value: string(MotorLeads)}}
		} else {
			b.Detail += relayElse
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
		f.Grade, f.Sentence, f.Cures = finding.Open, setTheRelay(c), set()
		f.Detail, f.Figure, f.Limit = setTheRelayFrom,
			"not set", unit.Rating(c.RelaySet)
	case p.RelaySet > guard*1.0005:
		f.Grade, f.Sentence, f.Cures = finding.Caution, p.setTooHigh(), set()
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(guard, "A")+" at most",
			finding.Against(p.RelaySet, finding.AtMost, guard, "A")
	case p.RelaySet < g.Carries:
		f.Grade, f.Sentence, f.Cures = finding.Caution, p.setTooLow(g), set()
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(g.Carries, "A")+" at least",
			finding.Against(p.RelaySet, finding.AtLeast, g.Carries, "A")
	default:
		f.Grade, f.Sentence = finding.Good, p.setRight()
		f.Figure, f.Limit, f.Measure = unit.Rating(p.RelaySet), unit.Text(guard, "A")+" at most",
			finding.Against(p.RelaySet, finding.AtMost, guard, "A")
	}
	add(f)
}
