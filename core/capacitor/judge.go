package capacitor

import (
	"fmt"
	"math"
	"slices"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Question is what the owner's motor and load put to the bridge.
type Question struct {
	Bridge                    *Bridge
	Kind                      machine.LoadKind
	Usual, Lightest, Heaviest float64 // shares of rated torque
	StartShare                float64 // to be overcome at standstill, over rated
	ServiceFactor             float64
	Heat                      machine.Heat // zero: for planning, by the plate's power alone
	Entered                   float64      // µF; 0 follows the plan
	Drawer                    []float64
	StartEntered              float64 // µF of a start capacitor; 0: none
	Reversing                 Reversing
	LightestSaid              bool    // the owner said how light it runs
	NeverIdles                bool    // its load stays on the shaft
	OnMinutes, OffMinutes     float64 // of the owner's work; 0: not said
	SchoolVolts               float64 // nominal line volts, as the rules of thumb are spoken
	PowerFactor               float64
	Estimates                 []finding.Why // what the figures lean on
}

// School is one way to size the run capacitor and what it would do here.
type School struct {
	ID         string        `json:"id"`
	Name       string        `json:"name"`
	Microfarad float64       `json:"microfarad"`
	Text       string        `json:"text"`
	AtLoad     string        `json:"at_load"`    // worst winding at the owner's load
	AtIdle     string        `json:"at_idle"`    // worst winding at the lightest load
	Continuous string        `json:"continuous"` // good all day to this share
	Start      string        `json:"start"`      // standstill torque over rated
	Grade      finding.Grade `json:"grade"`
	Why        finding.Why   `json:"why"`
}

// Answer is what the bridge does with the capacitance in it.
type Answer struct {
	Microfarad        float64
	Chosen            bool // by the owner; else the plan's
	Parts             []can.Part
	CanLow, CanHigh   float64 // worst winding over load and idling with the can at either end of its tolerance
	Start             StartAnswer
	Balance           float64
	Schools           []School
	Usual             Point
	UsualRuns         bool
	Idle, Heavy       Point
	HeavyRuns         bool
	Limit             Point // where the worst winding reaches rated amps
	Continuous        float64
	StartTorque       float64 // over rated
	StartSupplyAmps   float64 // at standstill, with the start capacitor where one is entered
	StartSupplyVolts  float64
	Starts            bool
	WorstVolts, Class float64 // capacitor: engine's worst, class to buy
	Bleed             can.Bleeder
	Both              float64 // µF with the least worst winding over load and idling together
	BothAt, BothIdle  float64 // worst winding there, at the load and idling
	StiffTorque       float64 // standstill torque over rated on a line without a feeder
	CapacitorAmps     float64 // worst of idle and load
	Full              Point   // at rated torque
	FullRuns          bool
}

func (q Question) load(share float64) machine.Load { return machine.Load{Kind: q.Kind, Share: share} }

// gradeOf a winding's share of rated amps.
func gradeOf(share float64) finding.Grade {
	switch {
	case share <= 1:
		return finding.Good
	case share <= 1.15:
		return finding.Caution
	}
	return finding.Stop
}

// Solve works out the bridge for the owner's load.
func (q Question) Solve() Answer {
	b := q.Bridge
	var a Answer
	a.Balance, _, _ = b.Balance(q.load(q.Usual))
	if w, _ := b.worst(a.Balance, q.load(q.Usual)); math.IsInf(w, 1) { // no capacitance carries this load
		a.Balance, _, _ = b.Balance(q.load(0.5))
	}
	a.Microfarad, a.Chosen = q.Entered, q.Entered > 0
	if a.Chosen {
		// What is in circuit stays what it is: cans stand for it only where they add up to it.
		if a.Parts = can.Combine(a.Microfarad, q.Drawer); math.Abs(can.Sum(a.Parts)-a.Microfarad) > 1e-6 {
			a.Parts = []can.Part{{Microfarad: a.Microfarad}}
		}
	} else {
		a.Parts = can.Combine(a.Balance, q.Drawer)
		if a.Parts == nil {
			a.Parts = []can.Part{{Microfarad: math.Max(1, math.Round(a.Balance))}}
		}
		a.Microfarad = can.Sum(a.Parts)
	}
	a.Schools = q.schools(a.Balance)
	a.Usual, a.UsualRuns = b.Run(a.Microfarad, q.load(q.Usual))
	a.Idle, _ = b.Run(a.Microfarad, q.load(q.Lightest))
	a.Heavy, a.HeavyRuns = b.Run(a.Microfarad, q.load(q.Heaviest))
	a.Full, a.FullRuns = b.Run(a.Microfarad, q.load(1))
	a.Continuous = b.Continuous(a.Microfarad, q.Kind, 1)
	if a.Continuous > 0 {
		a.Limit, _ = b.Run(a.Microfarad, q.load(a.Continuous))
	}
	a.StartTorque = b.StartTorque(a.Microfarad)
	if p, err := b.At(a.Microfarad, 1); err == nil {
		a.StartSupplyAmps, a.StartSupplyVolts = abs(p.SupplyAmps), p.SupplyVolts
	}
	a.StiffTorque = a.StartTorque
	if b.Wiring.FeederOhm > 0 {
		stiff := b.Wiring
		stiff.FeederOhm = 0
		if s, err := New(b.Model, stiff); err == nil {
			a.StiffTorque = s.StartTorque(a.Microfarad)
		}
	}
	a.Starts = a.StartTorque > q.Standing()
	q.balanceBoth(&a)
	a.CanLow, a.CanHigh = q.worstOf((1-can.Tolerance)*a.Microfarad), q.worstOf((1+can.Tolerance)*a.Microfarad)
	a.Start = q.sizeStart(a)
	if q.StartEntered > 0 {
		a.Starts = a.Start.Torque > q.Standing()
		a.StartSupplyAmps, a.StartSupplyVolts = a.Start.LineAmps, a.Start.LineVolts // one start, one figure
	}
	bare, _ := b.Run(a.Microfarad, machine.Load{Kind: machine.NoLoad})
	a.WorstVolts = max(a.Usual.CapacitorVolts, a.Idle.CapacitorVolts, a.Heavy.CapacitorVolts, bare.CapacitorVolts)
	a.CapacitorAmps = max(a.Usual.Capacitor, a.Idle.Capacitor, a.Heavy.Capacitor, bare.Capacitor)
	a.Class, _ = table.VoltageClass(max(400, 1.1*a.WorstVolts))
	a.Bleed = can.Discharge(a.Microfarad, a.WorstVolts)
	return a
}

// balanceBoth finds the µF that serves load and idling alike, where the load's own
// leaves a winding above plate while idling.
func (q Question) balanceBoth(a *Answer) {
	b := q.Bridge
	if a.Idle.worst().Share <= 1 || q.Lightest >= q.Usual || q.NeverIdles {
		return
	}
	// Idling asks for fewer µF than the load, the heaviest for more; it is rounded to what is sold.
	a.Both, _ = search.LeastTo(q.worstOf, a.Balance/8, a.Balance*3, 8, 5e-4)
	a.Both = math.Max(0.5, math.Round(2*a.Both)/2)
	if a.Both >= 20 {
		a.Both = math.Round(a.Both)
	}
	a.BothAt, _ = b.worst(a.Both, q.load(q.Usual))
	a.BothIdle, _ = b.worst(a.Both, q.load(q.Lightest))
	if math.Max(a.BothAt, a.BothIdle) >= q.worstOf(a.Microfarad)-0.01 || math.IsInf(a.BothAt, 0) {
		a.Both = 0
	}
}

func (q Question) schools(balance float64) []School {
	b, m := q.Bridge, q.Bridge.Model
	f := b.Wiring.FrequencyHz
	scale := Scale(q.SchoolVolts, f)
	watts := unit.Text(m.ShaftWatts, "W")
	reactance := ReactanceSchool(m.ShaftWatts, q.SchoolVolts, f, q.PowerFactor)
	scaled := fmt.Sprintf(" · (230/%s)² · 50/%s", unit.Plain(q.SchoolVolts), unit.Plain(f))
	list := []School{
		{ID: "reactance", Name: "Reactance", Microfarad: reactance,
			Why: finding.Why{Formula: "C = P/(2πf·V²·cosφ)", Numbers: fmt.Sprintf("%s/(2π·%s·%s²·%s)", watts,
				unit.Plain(f), unit.Plain(q.SchoolVolts), unit.Three(q.PowerFactor)), Section: finding.OnCapacitor,
				Source: "rule of the trade: X = V²·cosφ/P"}},
		{ID: "kilowatt", Name: "70 µF per kW", Microfarad: PerKilowattSpoken(m.ShaftWatts) * scale,
			Why: finding.Why{Formula: "70 µF/kW · (230/V)² · 50/f", Numbers: "70 · " +
				unit.Text(m.ShaftWatts/1000, "kW") + scaled, Section: finding.OnCapacitor,
				Source: "rule of the trade, spoken for 230 V and 50 Hz"}},
		{ID: "horsepower", Name: "50 µF per hp", Microfarad: PerHorsepowerSpoken(m.ShaftWatts) * scale,
			Why: finding.Why{Formula: "50 µF/hp · (230/V)² · 50/f", Numbers: "50 · " +
				unit.Text(m.ShaftWatts/unit.WattsPerHorsepower, "hp") + scaled, Section: finding.OnCapacitor,
				Source: "rule of the trade, spoken for 220-230 V and 50 Hz"}},
		{ID: "balance", Name: "Balance", Microfarad: balance, Why: finding.Why{Formula: "the µF with the least " +
			"worst-winding amps at your load", Numbers: fmt.Sprintf("searched at %s of rated torque",
			unit.Percent(q.Usual)), Section: finding.OnCapacitor, Source: "engine, golden section in log µF",
			Estimated: q.estimated()}},
	}
	for i := range list {
		s := &list[i]
		s.Text = microfarads(s.Microfarad)
		at, _ := b.worst(s.Microfarad, q.load(q.Usual))
		idle, _ := b.worst(s.Microfarad, q.load(q.Lightest))
		s.AtLoad, s.AtIdle = unit.Percent(at), unit.Percent(idle)
		s.Grade = gradeOf(max(at, idle))
		s.Continuous = unit.Percent(b.Continuous(s.Microfarad, q.Kind, 1))
		s.Start = unit.Percent(b.StartTorque(s.Microfarad))
	}
	return list
}

func (p Point) worst() Winding {
	if len(p.Windings) == 0 {
		return Winding{Share: math.Inf(1)}
	}
	return p.Windings[p.Worst]
}

// WorstCoil is the name of the worst winding and its share of rated amps.
func (p Point) WorstCoil() (string, float64) {
	w := p.worst()
	return site.Title(w.Coil), w.Share
}

// Judge turns the answer into what the plan says of this bridge.
func (q Question) Judge(a Answer) []finding.Finding {
	m := q.Bridge.Model
	var out []finding.Finding
	add := func(f finding.Finding) {
		f.Bay = finding.Bridge
		out = append(out, f)
	}
	with := func(w ...finding.Why) []finding.Why { return append(w, q.Estimates...) }
	cure := q.remedy(a)
	switch {
	case m.ShaftWatts > CeilingStop:
		add(sayCeiling(m))
	case m.ShaftWatts > CeilingCaution:
		add(sayCeilingCaution(m))
	}
	if !a.HeavyRuns {
		add(q.sayCarries(a, with, cure.forLoad()))
	} else {
		out = append(out, q.judgeHeat(a, cure, with)...)
	}
	out = append(out, q.judgeStart(a, with)...)
	if q.Reversing != "" {
		out = append(out, q.judgeReversing(a, with)...)
	}
	stopped := slices.ContainsFunc(out, func(f finding.Finding) bool { return f.Grade == finding.Stop })
	if a.Class == 0 {
		add(sayVolts(a, cure.forVolts(), with))
	} else if !stopped { // nothing is bought for a state that must not be
		add(sayPart(a, with))
	}
	if a.UsualRuns && a.Usual.Unbalance > 0.01 {
		add(sayCorner(a, with))
	}
	if f, ok := a.saturates(m, q.NeverIdles, with); ok {
		add(f)
	}
	return out
}

// judgeHeat says whether every winding stays inside its rated amps at the loads
// that are carried, and idling.
func (q Question) judgeHeat(a Answer, cure remedy, with func(...finding.Why) []finding.Why) []finding.Finding {
	var out []finding.Finding
	hot, at := a.Heavy, q.Heaviest
	if a.UsualRuns && a.Usual.worst().Share > hot.worst().Share {
		hot, at = a.Usual, q.Usual
	}
	coil, share := hot.WorstCoil()
	plate := q.Bridge.Model.WindingAmps
	why := with(finding.Why{Formula: "share = winding amps / plate winding amps, at the slip where torque = load + " +
		"friction",
		Numbers: fmt.Sprintf("%s / %s", unit.Text(share*plate, "A"), unit.Text(plate, "A")),
		Section: finding.OnOperatingPoint, Source: "engine, coil by coil"})
	f := finding.Finding{ID: finding.CapacitorHeat, Bay: finding.Bridge, Grade: gradeOf(share),
		Figure: unit.Percent(share),
		Limit:  unit.Percent(1), Measure: finding.Against(share*100, finding.AtMost, 100, "% of rated amps"), Why: why,
		Cures: cure.forLoad()}
	switch {
	case share <= 1:
		f.Sentence = loadsInside(share, coil)
		if a.Continuous > 0 {
			f.Detail = q.upToShare(a)
		}
	case share <= 1.15:
		f.Sentence = shortRunsOnly(coil, share, at)
		f.Detail = q.giveRests(a, at, share)
	default:
		f.Sentence = wouldBurn(coil, share, at)
		f.Detail = q.notForRunning(a, at, share)
	}
	if share > 1 {
		q.duty(&f, hot)
	} else {
		f.Cures = nil
	}
	out = append(out, f)
	if idle, s := a.Idle.WorstCoil(); s > 1 && len(a.Idle.Windings) > 0 && q.Lightest < q.Usual && !q.NeverIdles {
		g := q.sayIdle(s, idle, cure.forIdle(), with, plate)
		if a.Both > 0 && (!cure.ok || cure.both) {
			g.Detail += bothValue(a)
		}
		switch {
		case g.Grade == finding.Stop && q.LightestSaid:
			g.Sentence = lightBurns(idle, s)
		case g.Grade == finding.Stop: // nobody has said that it ever idles
			g.Grade = finding.Caution
			g.Sentence = idleBurns(idle, s)
			g.Detail += sayHowLight
		}
		out = append(out, g)
	}
	return out
}

// lighter is the advice to ask less of the motor, where less load is less amps.
func (q Question) lighter(a Answer, at, share float64) string {
	if s, _ := q.Bridge.worst(a.Microfarad, q.load(0.8*at)); s < share-0.02 {
		return ", or lighten the load"
	}
	return ""
}
