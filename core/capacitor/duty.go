package capacitor

import (
	"fmt"
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// Use is how long a bridge may be used as it is.
type Use string

// The uses.
const (
	Permanent Use = "permanent"
	ShortRuns Use = "short"
	TestOnly  Use = "test"
	NotThis   Use = "none"
)

// UseVerdict settles for one motor and duty what the schools quarrel about:
// permanent, for short runs, or for a test only.
type UseVerdict struct {
	Use    Use           `json:"use" enum:"permanent,short,test,none"`
	Title  string        `json:"title"`
	Reason string        `json:"reason"`
	Other  string        `json:"other"` // the other school's view, with its figures here
	Grade  finding.Grade `json:"grade"`
	Why    []finding.Why `json:"why" nullable:"false"`
}

// greatest is the worst winding over the owner's loads, where it is, and
// whether that is the lightest of them.
func (q Question) greatest(a Answer) (hot Point, at float64, light bool) {
	share := 0.0
	for _, one := range []struct {
		p    Point
		load float64
	}{{a.Heavy, q.Heaviest}, {a.Usual, q.Usual}, {a.Idle, q.Lightest}} {
		if len(one.p.Windings) == 0 || q.NeverIdles && one.load < q.Usual {
			continue
		}
		if s := one.p.worst().Share; s > share {
			hot, share, at = one.p, s, one.load
			light = one.load == q.Lightest && q.Lightest < q.Usual
		}
	}
	return hot, at, light
}

// loaded is the worst winding at the usual and the heaviest load; +Inf where one
// of them is not carried.
func (q Question) loaded(a Answer) float64 {
	return max(a.Usual.worst().Share, a.Heavy.worst().Share)
}

// Verdict judges the owner's duty.
func (q Question) Verdict(a Answer) UseVerdict {
	v := UseVerdict{Why: []finding.Why{}}
	rule := a.Schools[0]
	if !a.HeavyRuns {
		v.Use, v.Title, v.Grade = NotThis, "Not on this bridge", finding.Stop
		v.Reason = q.cannotCarry(a)
		v.Other = ruleWouldPut(rule)
		return v
	}
	hot, at, light := q.greatest(a)
	coil, share := hot.WorstCoil()
	where := unit.Percent(at) + " load"
	if light && at == 0 {
		where = "no load"
	}
	v.Why = append(v.Why, finding.Why{Formula: "greatest winding amps / plate winding amps, over your lightest, " +
		"usual and heaviest load", Numbers: fmt.Sprintf("winding %s: %s at %s", coil, unit.Percent(share), where),
		Section: finding.OnDuty, Source: "engine, coil by coil", Estimated: q.estimated()})
	restless := q.heat().Settled(hot.Strain())
	minutes := q.heat().Minutes(machine.Strain{}, hot.Strain())
	until := fmt.Sprintf("from cold about %s until it is as hot as its class allows (guide value)",
		minutesText(minutes))
	if math.IsInf(minutes, 1) {
		until = fmt.Sprintf("the others being cooler, it settles at %s of the heat its class allows (guide value)",
			unit.Percent(restless))
	}
	switch {
	case share <= 1:
		v.Use, v.Title, v.Grade = Permanent, "Permanent", finding.Good
		v.Reason = q.staysInside(share, coil, where)
		v.Other = goodForATest(rule)
		return v
	case light && !q.LightestSaid && share > 1.15 && q.loaded(a) <= 1:
		v.Use, v.Title, v.Grade = ShortRuns, "Under load only, never left idling", finding.Caution
		v.Reason = insideButIdle(coil, share)
	case q.OnMinutes > 0:
		heat := q.cycle(hot.Strain())
		words := fmt.Sprintf("%s on, %s off", unit.Text(q.OnMinutes, "min"), unit.Text(q.OffMinutes, "min"))
		v.Why = append(v.Why, site.HeatWhy(q.heat(), words+": "+unit.Percent(heat)))
		if heat <= 1 {
			v.Use, v.Title, v.Grade = ShortRuns, "Short runs, as you work", finding.Caution
			v.Reason = restsKeep(where, coil, share, words, heat)
			break
		}
		v.Use, v.Title, v.Grade = TestOnly, "A test only", finding.Stop
		v.Reason = restsDoNotKeep(where, coil, share, words, heat, until)
	case share <= 1.15:
		v.Use, v.Title, v.Grade = ShortRuns, "Short runs", finding.Caution
		v.Reason = sayHowLong(where, coil, share, until)
		if light {
			v.Title = "Permanent under load, not left idling"
			v.Reason = heavyButUsual(where, coil, share, until)
			if _, usual := a.Heavy.WorstCoil(); usual > 1 {
				v.Title, v.Reason = "Short runs", heavyAndUsual(where, coil, share, until)
			}
		}
	default:
		v.Use, v.Title, v.Grade = TestOnly, "A test only", finding.Stop
		v.Reason = overAt(where, coil, share, until)
	}
	v.Other = q.leftInSettles(restless, a)
	return v
}

// Under is the verdict as grave as the gravest finding about the bridge, the
// joints, the motor or the supply: what stands at the top never says more than
// what it sums up.
func (v UseVerdict) Under(all []finding.Finding) UseVerdict {
	for _, f := range all {
		if f.Grade != finding.Stop && f.Grade != finding.Caution || f.Grade.Rank() >= v.Grade.Rank() ||
			f.Bay == finding.Protection || f.ID == finding.LeadsFedNow {
			continue
		}
		v.Grade = f.Grade
		if f.Grade == finding.Stop {
			v.Use, v.Title, v.Reason = NotThis, "Not as it stands", f.Sentence
		} else {
			v.Title, v.Reason = "With care", f.Sentence+" "+v.Reason
		}
	}
	return v
}

// estimated says that a figure of the bridge leans on an estimate.
func (q Question) estimated() bool {
	return slices.ContainsFunc(q.Estimates, func(w finding.Why) bool { return w.Estimated })
}

func (q Question) atBalance(a Answer) string {
	return unit.Percent(q.worstOf(a.Balance)) + " of rated amps at worst"
}
