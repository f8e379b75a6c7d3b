package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// StartAnswer is the start capacitor: beside the run capacitor for the second or
// two that the machine takes to come up.
type StartAnswer struct {
	Wanted     float64 // torque at standstill over rated, with a margin
	Microfarad float64 // that gives it; 0 where none is needed
	Reachable  bool
	Sold       bool    // such a one is made
	Most       float64 // the greatest torque that any start capacitor gives
	MostAt     float64 // µF
	School     float64 // the trade's: twice the run value
	Torque     float64 // with the one entered, or else with the one found
	LineAmps   float64 // from the supply at the first instant, with it
	LineVolts  float64 // at the motor then
	OwnAmps    float64 // through it, the greatest on the way up and held in
	LeftIn     float64 // worst winding idling if it is left in circuit
	LeftCoil   string
	Volts      float64     // across it, the greatest between standstill and its drop-out
	Held       float64     // across it when it is held in at full speed
	Class      float64     // stock class for these volts; 0 where none is made
	PickUp     float64     // corner to the other line where a relay should open: at its drop-out speed
	Bleed      can.Bleeder // to 50 V within a minute from the peak that stays on it
}

// DropOutSlip is the slip at which a start capacitor should go: three quarters
// of synchronous speed, where the run capacitor carries the motor on.
const DropOutSlip = 0.25

// StartMargin is how much more than what stands against it the start should
// give: low volts and a can's tolerance lie within it.
const StartMargin = 1.25

// BeltShare is what belt, grease and bearings of a machine ask at standstill,
// over rated torque, where its load asks nothing (guide value).
const BeltShare = 0.08

// Standing is the torque that stands against the start, over rated: the motor's
// own friction, and the load's or at least that of belt and grease.
func (q Question) Standing() float64 {
	own := q.Bridge.Model.FrictionNm / q.Bridge.Model.RatedTorqueNm
	return own + math.Max(q.StartShare, BeltShare)
}

// sizeStart finds the least start capacitor for the torque that the load asks.
func (q Question) sizeStart(a Answer) StartAnswer {
	b := q.Bridge
	s := StartAnswer{School: 2 * a.Microfarad, Reachable: true, Sold: true}
	s.Wanted = StartMargin * q.Standing()
	with := func(uf float64) float64 { return b.StartTorque(a.Microfarad + uf) }
	u := b.unit()
	s.MostAt, s.Most = search.Greatest(with, u/20, u*12, 12)
	if s.Wanted > a.StartTorque {
		if s.Reachable = s.Most >= s.Wanted; s.Reachable {
			s.Microfarad = search.Root(func(uf float64) float64 { return with(uf) - s.Wanted }, 0, s.MostAt)
			s.Microfarad = startSize(s.Microfarad, a.Microfarad)
			s.Reachable = with(s.Microfarad) >= s.Wanted
		}
		if s.Sold = s.Microfarad <= table.MostStart(); s.Reachable && !s.Sold {
			s.Reachable = false
		}
	}
	uf := s.Microfarad
	if q.StartEntered > 0 {
		uf = q.StartEntered
	}
	s.Torque = with(uf)
	if uf == 0 {
		return s
	}
	if p, err := b.At(a.Microfarad+uf, 1); err == nil {
		s.LineAmps, s.LineVolts = abs(p.SupplyAmps), p.SupplyVolts
	}
	if p, ok := b.Run(a.Microfarad+uf, q.load(q.Lightest)); ok {
		s.LeftCoil, s.LeftIn = p.WorstCoil()
		s.Held = p.CapacitorVolts
	}
	for _, slip := range []float64{1, 0.75, 0.5, DropOutSlip} {
		if p, err := b.At(a.Microfarad+uf, slip); err == nil {
			s.Volts = max(s.Volts, p.CapacitorVolts)
			s.PickUp = p.CornerToL2
			if b.Wiring.CornerTo == "L2" {
				s.PickUp = p.CornerToL1
			}
		}
	}
	if _, made := table.StartClass(s.Volts); !made && q.StartEntered == 0 {
		s.Reachable, s.Sold = false, false
	}
	s.OwnAmps = 2 * math.Pi * b.Wiring.FrequencyHz * uf * 1e-6 * math.Max(s.Volts, s.Held)
	s.Class, _ = table.StartClass(math.Max(s.Volts, s.Held)) // a button is held longer than the run-up takes
	s.Bleed = can.Discharge(uf, math.Max(s.Volts, s.Held))
	return s
}

// Limits of what is offered as a start capacitor (guide value): a smaller one is no start capacitor
// beside its run capacitor, and they are noted in fives.
const (
	leastStart = 1.5 // times the run capacitor
	heavyStart = 4.0 // from there on the start is heavier than the method suits
	startStep  = 5.0 // µF
)

// startSize is the size to fit where so many µF are needed beside a run capacitor.
func startSize(needed, run float64) float64 {
	return math.Ceil(math.Max(needed, leastStart*run)/startStep-1e-9) * startStep
}

// ClassText is the class of volts to buy a start capacitor in.
func (s StartAnswer) ClassText() string {
	sees := fmt.Sprintf("%s on the way up, %s if held on", unit.Whole(s.Volts, "V"), unit.Whole(s.Held, "V"))
	if greatest, ok := table.StartClass(s.Volts); s.Class == 0 && ok {
		return fmt.Sprintf("%s AC: none is made for what it sees, %s",
			unit.Whole(max(greatest, 330), "V"), sees)
	}
	if s.Class == 0 {
		return fmt.Sprintf("none is made for what it sees, %s: take a smaller one", sees)
	}
	return fmt.Sprintf("%s AC or more (it sees %s)", unit.Whole(s.Class, "V"), sees)
}

// Reversed is what happens when the capacitor is moved to the other line while
// the motor runs: whether it is braked towards the other direction or runs on,
// and the worst winding meanwhile. ok is false where it does not run.
func (q Question) Reversed(a Answer) (braked bool, share float64, ok bool) {
	if !a.UsualRuns {
		return false, 0, false
	}
	w := q.Bridge.Wiring
	w.CornerTo = map[string]string{"L1": "L2", "L2": "L1"}[w.CornerTo]
	b, err := New(q.Bridge.Model, w)
	if err != nil {
		return false, 0, false
	}
	p, err := b.At(a.Microfarad, 2-a.Usual.Slip)
	if err != nil {
		return false, 0, false
	}
	_, share = p.WorstCoil()
	return p.TorqueNm > 0, share, true
}

// judgeReversing is what a reversing switch must be and must not do.
func (q Question) judgeReversing(a Answer, with func(...finding.Why) []finding.Why) []finding.Finding {
	braked, share, ok := q.Reversed(a)
	f := sayReversing(with)
	if ok {
		f.Figure = unit.Percent(share) + " of rated amps"
		if braked {
			f.Detail += turnedOverStands(share)
		} else {
			f.Detail += turnedOverRunsOn(share)
		}
	}
	return []finding.Finding{f}
}

// worstOf is the worst winding over the owner's usual, heaviest and lightest
// load; +Inf where one is not carried.
func (q Question) worstOf(microfarad float64) float64 {
	worst := 0.0
	for _, share := range []float64{q.Usual, q.Heaviest, q.Lightest} {
		if q.NeverIdles && share < q.Usual {
			continue
		}
		at, _ := q.Bridge.worst(microfarad, q.load(share))
		worst = math.Max(worst, at)
	}
	return worst
}

// judgeStart says whether it starts, with what, and with how much to spare.
func (q Question) judgeStart(a Answer, with func(...finding.Why) []finding.Why) []finding.Finding {
	rated := q.Bridge.Model.RatedTorqueNm
	s := a.Start
	standing := q.Standing()
	asked := unit.Percent(standing)
	what := "needs about " + asked
	if q.StartShare > BeltShare {
		what = "needs " + asked
	}
	gives, by := a.StartTorque, "run capacitor alone"
	if q.StartEntered > 0 {
		gives, by = s.Torque, "run and start capacitor together"
	}
	f := finding.Finding{ID: finding.CapacitorStart, Bay: finding.Bridge, Figure: unit.Percent(gives),
		Limit:   unit.Percent(StartMargin*standing) + " with reserve",
		Measure: finding.Against(gives*100, finding.AtLeast, StartMargin*standing*100, "% of rated torque"),
		Entries: []string{"load.start"},
		Why: with(finding.Why{Formula: "torque at standstill / rated torque, " + by,
			Numbers: fmt.Sprintf("%s / %s", unit.Text(gives*rated, "N·m"), unit.Text(rated, "N·m")),
			Section: finding.OnTorque, Source: "engine at slip 1"},
			finding.Why{Formula: "a quarter more than what stands against it: friction and load, at least 8 % for " +
				"belt and grease", Numbers: fmt.Sprintf("1.25 · %s", asked), Section: finding.OnTorque,
				Source: "guide value; low volts and a can's tolerance lie within it", Estimated: true})}
	var fit []finding.Cure
	if s.Reachable && s.Microfarad > 0 && s.Microfarad != q.StartEntered {
		fit = []finding.Cure{{Label: "Fit a start capacitor of " + unit.Plain(s.Microfarad) + " µF",
			Path: "bridge.start_microfarad", Value: unit.Plain(s.Microfarad)}}
	}
	help := func() string {
		switch {
		case !s.Sold:
			return noSuchStartCan(s)
		case !s.Reachable:
			return noStartCan(s)
		}
		return startCanGives(s)
	}
	dip := ""
	if a.StiffTorque > 1.15*gives && q.StartEntered == 0 {
		dip = dropTakesPart(a)
	}
	switch {
	case gives <= standing:
		f.Grade, f.Sentence = finding.Stop, humsPlain(gives, what)
		if q.StartEntered > 0 {
			f.Sentence = q.humsWithCan(gives, what)
			f.Entries = append(f.Entries, "bridge.start_microfarad")
		}
		f.Detail, f.Cures = switchOffAtOnce(help, dip), fit
	case gives < StartMargin*standing:
		f.Grade, f.Sentence = finding.Caution, startsBarely(gives, what)
		f.Detail, f.Cures = startsBarelyDetail(help, dip), fit
	case q.StartEntered > 0:
		f.Grade, f.Sentence = finding.Note, q.startsWithCan(gives, what)
		f.Entries = append(f.Entries, "bridge.start_microfarad")
		f.Detail = startCanRating(s)
	default:
		f.Grade, f.Sentence = finding.Note, startsPlain(gives, what)
		f.Detail = startsPlainDetail(gives, standing, dip)
	}
	out := []finding.Finding{f}
	if times := q.StartEntered / a.Microfarad; times > heavyStart { // the method is for light starts
		out = append(out, q.sayHeavyStart(times, gives))
	}
	return out
}

// microfarads prints a capacitance as cans are sold: whole above twenty, halves
// below.
func microfarads(uf float64) string {
	if uf >= 20 {
		return unit.Plain(math.Round(uf)) + unit.Space + "µF"
	}
	return unit.Plain(math.Max(0.5, math.Round(2*uf)/2)) + unit.Space + "µF"
}

// duty softens or sharpens the finding about heat by how the owner works. hot is the state
// with the worst winding.
func (q Question) duty(f *finding.Finding, hot Point) {
	f.Planning = true
	heat, strain := q.heat(), hot.Strain()
	alone := heat.Minutes(machine.Strain{}, strain)
	settled := unit.Percent(heat.Settled(strain))
	if math.IsInf(alone, 1) {
		f.Detail += settlesCooler(settled)
	} else {
		f.Detail += fromColdItHas(alone)
	}
	f.Why = append(f.Why, site.HeatWhy(heat, fmt.Sprintf("%s of rated amps, %s of plate losses: %s from cold, "+
		"settling at %s", unit.Percent(hot.worst().Share), unit.Percent(hot.LossShare), minutesText(alone), settled)))
	if q.OnMinutes == 0 {
		return
	}
	worst := q.cycle(strain)
	words := fmt.Sprintf("%s on, %s off", unit.Text(q.OnMinutes, "min"), unit.Text(q.OffMinutes, "min"))
	f.Why = append(f.Why, finding.Why{Formula: "both bodies over the cycle, again and again: its worst moment",
		Numbers: fmt.Sprintf("%s: %s of the heat allowed", words, unit.Percent(worst)), Section: finding.OnHeat,
		Source: "two bodies, guide value", Estimated: true})
	if worst <= 1 {
		f.Grade = finding.Caution
		f.Sentence = shortRunsKeep(words, worst)
		f.Detail += othersNever
		return
	}
	f.Detail += runsTooMuch(words, worst)
}

// heat is the motor's own, for planning where nobody gave it.
func (q Question) heat() machine.Heat {
	if q.Heat == (machine.Heat{}) {
		return machine.HeatOf(q.Bridge.Model, "", math.NaN())
	}
	return q.Heat
}

// cycle is the greatest heat of the owner's runs and rests, over what is allowed.
func (q Question) cycle(s machine.Strain) float64 {
	return q.heat().Cycle(machine.Phase{Strain: s, Minutes: q.OnMinutes}, machine.Phase{Minutes: q.OffMinutes})
}
