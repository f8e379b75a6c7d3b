package capacitor

import (
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// State solves some joints as if they were fed.
func (o *Solved) State(id string, f site.Fed, known bool) site.State {
	s, live, solve := o.Site.Begin(id, f, known, site.DeadShort)
	if solve {
		settle(o, &s, live)
	}
	return s
}

// settle fills a state's figures.
func settle(o *Solved, s *site.State, f site.Fed) {
	s.Solved = true
	b := fed(&o.Read, f)
	if b == nil {
		s.Solved, s.Verdict = false, site.NotSolved
		return
	}
	run, start := o.Entered, o.StartEntered
	if o.Answer != nil {
		run = o.Answer.Microfarad
	}
	if f.Can > 0 {
		run *= f.Can
	}
	if slices.Contains(f.Joints.Of("L3"), b.Wiring.CornerTo) || f.NoCap {
		run, start = 0, 0 // both ends of the capacitor on one joint, or none there
	}
	if f.StartIn {
		if start == 0 {
			start = 2 * run // about twice the run value is usual
		}
		run, start = run+start, 0
	}
	load, up := o.Site.Load.At(o.Site.Load.Usual), o.Site.Load.RunUp()
	settle := b.Settle(run, up)
	if start > 0 { // it comes up on both and settles on the run capacitor
		settle.Starts, settle.Crawls = true, false
		settle.Slip = settle.RunSlip
	}
	gives, friction := b.StartTorque(run+start), o.Site.Model.FrictionNm/o.Site.Model.RatedTorqueNm
	s.Gives, s.Asks = gives, ask(&o.Read, b).Standing()
	s.Starts = settle.Starts && gives > ask(&o.Read, b).Standing()
	bare := settle.Starts && gives > o.Site.Load.StartShare()+friction // without belt and grease
	at := settle.RunSlip
	if load != up {
		b.Set(run) // the start was just asked with both cans
		at = machine.RunSlip(b.Surplus(load), 0)
	}
	s.Runs = !math.IsNaN(at)
	slip := 1.0 // standing, or stalled by the load it was given once up to speed
	switch {
	case s.Starts && settle.Crawls:
		slip = settle.Slip
	case s.Starts && s.Runs:
		slip = at
	case s.Starts && load == up:
		slip = settle.Slip
	}
	// Even idling it would take what no breaker holds, whatever the belt asks first.
	opens := false
	if bare && s.Runs {
		running, err := b.At(run, at)
		if opens = err == nil && abs(running.SupplyAmps)/o.Site.Model.LineAmps > breakerOpens; opens {
			slip = at
		}
	}
	p, err := b.At(run, slip)
	if err != nil {
		s.Short, s.Grade, s.Verdict = true, finding.Stop, linesShorted
		return
	}
	fill(&o.Read, s, b, p)
	verdict(&o.Read, s, b, p, slip, settle.Crawls, opens)
}

func fill(o *Read, s *site.State, b *Bridge, p Point) {
	for i, c := range p.Windings {
		s.Coils[i].Carries(abs(c.Volts), abs(c.Amps), c.Share)
	}
	s.Between = []site.Between{
		{A: "L1", B: "L2", Volts: unit.Whole(p.SupplyVolts, "V"), Value: p.SupplyVolts},
		{A: "L1", B: "L3", Volts: unit.Whole(p.CornerToL1, "V"), Value: p.CornerToL1},
		{A: "L2", B: "L3", Volts: unit.Whole(p.CornerToL2, "V"), Value: p.CornerToL2},
	}
	leadAmps := p.LeadAmps(b.Wiring.CornerTo)
	for i, l := range leads.Lines {
		s.Lines = append(s.Lines, site.LineAmps{Line: l, Amps: leadAmps[i], Text: site.AmpsText(leadAmps[i])})
	}
	s.Supply, s.SupplyT = abs(p.SupplyAmps), site.AmpsText(abs(p.SupplyAmps))
	s.Volts = unit.Whole(p.SupplyVolts, "V")
	s.CapAmps = site.AmpsText(p.Capacitor)
	s.Speed = max(0, p.RPM)
	s.RPM = unit.Whole(s.Speed, "rpm")
	s.Torque = unit.Text(max(0, p.TorqueNm-o.Site.Model.FrictionNm), "N·m")
	if p.Slip >= 1 {
		s.Torque = unit.Text(max(0, p.TorqueNm), "N·m")
	}
	if !math.IsNaN(p.Unbalance) && !math.IsInf(p.Unbalance, 0) {
		s.Unbal = unit.Text(p.Unbalance*100, "%")
	}
	if s.Starts {
		s.Turns = map[string]string{"L1": "clockwise", "L2": "anticlockwise"}[b.Wiring.CornerTo]
	}
}

// breakerOpens is how many times plate line amps, drawn on and on, no breaker
// of a motor circuit holds.
const breakerOpens = 4.0

// verdict says in words what happens.
func verdict(o *Read, s *site.State, b *Bridge, p Point, slip float64, crawls, opens bool) {
	coil, share := p.WorstCoil()
	fed := site.FedWords(s.ID)
	rated := o.Site.Model.RPM
	full := s.Supply / o.Site.Model.LineAmps
	switch one, two, fight := leads.Fighting(b.Wiring.Coils, b.Wiring.Joints); {
	case fight && share > 1.5:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = halvesFight(one, two, share, coil)
	case opens:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = takesTimes(fed, s, full, coil, share)
	case s.Supply < site.NothingFlows:
		s.Grade, s.Verdict = finding.Note, nothingFlows
	case !s.Starts && share > 1:
		s.Grade = finding.Stop
		s.Verdict = humsAt(fed, coil, share)
	case !s.Starts:
		s.Grade = finding.Stop
		s.Verdict = doesNotTurn(fed)
	case crawls:
		s.Grade = finding.Stop
		s.Verdict = crawlsAt(fed, p, coil, share)
	case !s.Runs || slip > 0.35:
		s.Grade = finding.Stop
		s.Verdict = stallsAt(fed, coil, share)
	case share > 1.15:
		s.Grade = finding.Stop
		s.Verdict = burnsAt(fed, p, coil, share)
	case share > 1:
		s.Grade = finding.Caution
		s.Verdict = shortRunsAt(fed, p, coil, share)
	case p.RPM < 0.97*rated:
		s.Grade = finding.Caution
		s.Verdict = runsWeak(fed, p, rated)
	default:
		s.Grade = finding.Good
		s.Verdict = runsAt(fed, p, coil, share)
	}
}
