package drive

import (
	"math"
	"math/cmplx"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// State solves some joints as if they were fed.
func (o *Solved) State(id string, f site.Fed, known bool) site.State {
	s, live, solve := o.Site.Begin(id, f, known, func(lines string) string {
		return deadShort(lines)
	})
	if solve {
		settle(o, &s, live)
	}
	return s
}

// Case is the circuit of some joints on the drive at the dial's hertz.
func (o *Solved) Case(f site.Fed) *circuit.Circuit {
	coils, inside := o.Site.CoilsOf(f)
	m := o.Motor.ModelAt(o.Hertz)
	c := &circuit.Circuit{FrequencyHz: o.Hertz, Reference: "N", Elements: []circuit.Element{},
		Machines: []circuit.Machine{{Name: "motor", Equivalent: m.Eq, Slip: 1, Coils: coils}},
		Joints:   append(append([][]string{}, inside...), f.Joints...)}
	// The line volts are what the winding volts on this dial ask, in the joints wanted.
	line := o.Motor.Volts(o.Hertz) / o.Site.Model.WindingVolts * o.Motor.LineVolts
	for i, l := range leads.Lines {
		c.Sources = append(c.Sources, circuit.Source{Name: "drive " + l, From: l, To: "N",
			VoltsRMS: line / math.Sqrt(3), PhaseDeg: -120 * float64(i)})
	}
	return c
}

// settle fills a state's figures on the drive.
//
// Long: one state, figure by figure, with its verdict last.
func settle(o *Solved, s *site.State, f site.Fed) {
	if o.Motor == nil {
		s.Solved, s.Verdict = false, chooseFirst
		return
	}
	s.Solved = true
	solver, err := circuit.Compile(o.Case(f))
	if err != nil {
		s.Solved, s.Verdict = false, site.NotSolved
		return
	}
	torque := func(slip float64) float64 {
		solver.SetSlip(0, slip)
		if solver.Solve() != nil {
			return 0
		}
		return solver.Shaft(0).TorqueNm
	}
	peak, pull := search.Greatest(torque, 0.003, 1, 24)
	surplus := o.Site.Model.Surplus(torque, o.Site.Load.At(o.Site.Load.Usual), o.Hertz)
	slip := machine.RunSlip(surplus, 0)
	s.Runs = !math.IsNaN(slip) && slip <= peak*1.05
	s.Starts = s.Runs && pull > o.Site.Model.FrictionNm
	if !s.Runs {
		slip = 1
	}
	solver.SetSlip(0, slip)
	if solver.Solve() != nil {
		s.Solved, s.Verdict = false, site.NotSolved
		return
	}
	watts, worst, coil := 0.0, 0.0, ""
	c := o.Case(f)
	for i, k := range c.Machines[0].Coils {
		v, a := solver.CoilVolts(0, i), solver.CoilAmps(0, i)
		share := cmplx.Abs(a) / o.Site.Model.WindingAmps
		watts += real(v * cmplx.Conj(a))
		s.Coils[i].Carries(cmplx.Abs(v), cmplx.Abs(a), share)
		if share > worst {
			worst, coil = share, site.Title(k.Name)
		}
	}
	pairs := [][2]string{{"L1", "L2"}, {"L1", "L3"}, {"L2", "L3"}}
	for _, p := range pairs {
		s.Between = append(s.Between, site.Between{A: p[0], B: p[1],
			Volts: unit.Whole(cmplx.Abs(solver.Volts(p[0], p[1])), "V")})
	}
	most := 0.0
	for i, l := range leads.Lines {
		a := cmplx.Abs(solver.SourceAmps(i))
		most = math.Max(most, a)
		s.Lines = append(s.Lines, site.LineAmps{Line: l, Amps: a, Text: site.AmpsText(a)})
	}
	s.Supply = math.Max(0, watts) / (0.95 * o.Site.Supply.Volts * o.Weighed.InputFactor)
	s.SupplyT = site.AmpsText(s.Supply)
	s.Volts = unit.Whole(o.Site.Supply.Volts-s.Supply*o.Site.Supply.LineOhm(), "V")
	s.RPM = unit.Whole((1-slip)*120*o.Hertz/float64(o.Site.Model.Eq.Poles), "rpm")
	s.Torque = unit.Text(math.Max(0, solver.Shaft(0).TorqueNm-o.Site.Model.FrictionNm), "N·m")
	if s.Starts {
		s.Turns = "clockwise"
	}
	limit := o.Motor.LimitShare * o.Motor.LineAmps
	fedText := site.FedWords(s.ID)
	hz := unit.Text(o.Hertz, "Hz")
	switch one, two, fight := leads.Fighting(c.Machines[0].Coils, f.Joints); {
	case fight:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = halvesFight(one, two)
	case most < site.NothingFlows:
		s.Grade, s.Verdict = finding.Note, nothingFlows
	case s.Runs && most > 1.001*o.Weighed.Have/float64(o.Chosen.Count):
		s.Grade = finding.Stop
		s.Verdict = tripsAsked(o, fedText, most)
	case !s.Runs && most > limit:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = tripsAt(fedText, hz, coil, worst)
	case !s.Runs:
		s.Grade, s.Verdict = finding.Stop, doesNotCarry(fedText, hz)
	case worst > 1.15:
		s.Grade = finding.Stop
		s.Verdict = burnsAt(fedText, s, coil, worst)
	case worst > 1:
		s.Grade = finding.Caution
		s.Verdict = shortRunsAt(fedText, s, hz, coil, worst)
	default:
		s.Grade = finding.Good
		s.Verdict = everyWindingAt(fedText, s, hz, worst)
		if s.Coils[0].Share < worst*0.98 || s.Coils[len(s.Coils)-1].Share < worst*0.98 {
			s.Verdict = runsAt(fedText, s, hz, coil, worst)
		}
	}
}
