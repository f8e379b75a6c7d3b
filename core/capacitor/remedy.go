package capacitor

import (
	"math"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// remedy is the one other value of the run capacitor that a plan offers, with what it would do:
// it is offered at a finding only where it makes that one milder and brings no other stop.
type remedy struct {
	ok         bool
	both       bool // the value that serves load and idling alike
	cure       finding.Cure
	microfarad float64
	// Worst winding over plate, at the loads and idling: now and with it.
	loadNow, idleNow float64
	load, idle       float64
	nowMicrofarad    float64
}

// milder is by how much of rated amps a winding must be relieved for that to be worth a change.
const milder = 0.01

// remedy of a wrong capacitance: the µF that leave the worst winding least over the whole duty,
// where they leave it noticeably less than those in circuit, and the motor still starts. Once
// taken it is gone. A load that is carried well is not given up for an idling nobody has said.
func (q Question) remedy(a Answer) (r remedy) {
	r.loadNow, r.idleNow, r.nowMicrofarad = q.loaded(a), q.idling(a.Microfarad), a.Microfarad
	now, best := q.worstOf(a.Microfarad), math.Inf(1)
	try := func(uf float64, cure finding.Cure, both bool) {
		worst := q.worstOf(uf)
		if !(worst < best-milder) || a.Starts && !q.starts(uf) {
			return
		}
		best = worst
		r.ok, r.both, r.cure, r.microfarad = true, both, cure, uf
	}
	if a.Chosen { // following the plan takes the cans that come nearest to its balance
		uf := math.Max(1, math.Round(a.Balance))
		if parts := can.Combine(a.Balance, q.Drawer); parts != nil {
			uf = can.Sum(parts)
		}
		try(uf, finding.Cure{Label: "Follow the plan: " + microfarads(uf), Path: "bridge.microfarad", Value: ""}, false)
	}
	trade := a.BothAt > max(1, q.loaded(a)+0.02)
	if a.Both > 0 && (q.LightestSaid || !trade) {
		label := "Take " + microfarads(a.Both)
		if max(a.BothAt, a.BothIdle) > 1 {
			label += ", a compromise"
		}
		try(a.Both, finding.Cure{Label: label, Path: "bridge.microfarad", Value: unit.Plain(a.Both)}, true)
	}
	if !(best < now-2*milder) {
		r.ok = false
		return r
	}
	r.idle = q.idling(r.microfarad)
	for _, share := range []float64{q.Usual, q.Heaviest} {
		at, _ := q.Bridge.worst(r.microfarad, q.load(share))
		r.load = math.Max(r.load, at)
	}
	return r
}

// idling is the worst winding at the lightest load over plate; 0 where it never runs so.
func (q Question) idling(microfarad float64) float64 {
	if q.NeverIdles || q.Lightest >= q.Usual {
		return 0
	}
	at, _ := q.Bridge.worst(microfarad, q.load(q.Lightest))
	return at
}

// starts says that a run capacitor, with the start capacitor that is entered, brings it off.
func (q Question) starts(microfarad float64) bool {
	return q.Bridge.StartTorque(microfarad+q.StartEntered) > q.Standing()
}

func (r remedy) offered(helps bool) []finding.Cure {
	if !r.ok || !helps {
		return nil
	}
	return []finding.Cure{r.cure}
}

// forLoad is the cure of a winding that is too hot, or a load that is not carried.
func (r remedy) forLoad() []finding.Cure {
	if math.IsInf(r.loadNow, 1) { // not carried now: nothing else has been said yet
		return r.offered(gradeOf(r.load) != finding.Stop && gradeOf(r.idle) != finding.Stop)
	}
	return r.offered(r.load < r.loadNow-milder && !graver(r.idle, r.idleNow))
}

// forIdle is the cure of a winding that is too hot while idling.
func (r remedy) forIdle() []finding.Cure {
	return r.offered(r.idle < r.idleNow-milder && !graver(r.load, r.loadNow))
}

// forVolts is the cure of a capacitor that sees too many volts.
func (r remedy) forVolts() []finding.Cure { return r.offered(r.microfarad < r.nowMicrofarad) }

// graver says that a winding's share would be a graver finding than it is.
func graver(share, now float64) bool { return gradeOf(share).Rank() < gradeOf(now).Rank() }
