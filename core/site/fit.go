package site

import (
	"errors"
	"fmt"
	"math/cmplx"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// planningCurve is what a main flux follows that nobody measured.
var planningCurve = finding.Why{Formula: fmt.Sprintf("magnetising amps ∝ %s·x + %s·x^%d, x flux over its own at plate",
	unit.Three(circuit.PlanningA), unit.Three(1-circuit.PlanningA), circuit.PlanningN), Section: finding.OnSaturation,
	Source: "guide value; two idle readings at different µF or volts replace it", Estimated: true}

// fit makes the motor that the plate describes, and says what it leans on.
func (s *Site) fit() {
	p := &s.Plate
	if !p.Complete() || s.Column.Join == "" || s.Column.Amps == 0 || s.Wanted == nil {
		return
	}
	targets, basis := p.Targets(s.Column)
	m, err := machine.Fit(p.Rating(s.Column), targets)
	if err != nil {
		if errors.Is(err, machine.ErrImpossible) && !s.Has(finding.PlatePower) && !s.Has(finding.PlateSlip) &&
			!s.Has(finding.PlateRPM) {
			s.say(sayImpossible(err))
		}
		return
	}
	m = m.Bent(circuit.PlanningA, circuit.PlanningN)
	s.Model, s.Fitted = &m, basis
	if v := p.PowerFactor; v.Mark == finding.Estimated {
		s.factorGuessed = true
		s.LeansOn = append(s.LeansOn, finding.Why{Formula: "power factor ≈ " + unit.Three(v.Value),
			Section: finding.OnFit, Source: v.Basis, Estimated: true})
	}
	if s.Column.Mark == finding.Estimated {
		s.LeansOn = append(s.LeansOn, finding.Why{Formula: "amps ≈ " + unit.Text(s.Column.Amps, "A"),
			Section: finding.OnFit, Source: "estimated: the plate's amps were not entered", Estimated: true})
	}
	if p.WindingOhm20 == 0 {
		s.LeansOn = append(s.LeansOn, finding.Why{Formula: "R1 ≈ " + unit.Text(m.Eq.R1Ohm, "Ω"),
			Section: finding.OnFit, Source: "from the plate's losses; measure a coil to replace it", Estimated: true})
	}
	if basis[0].Mark == finding.Estimated {
		s.LeansOn = append(s.LeansOn, finding.Why{Formula: fmt.Sprintf("locked-rotor amps ≈ %s × plate",
			unit.Three(m.LockedAmpsRatio)), Section: finding.OnFit, Source: basis[0].Note, Estimated: true})
	}
	s.LeansOn = append(s.LeansOn, planningCurve)
	if !s.Load.Known {
		s.LeansOn = append(s.LeansOn, finding.Why{Formula: "load = " + unit.Percent(s.Load.Usual),
			Section: finding.OnOperatingPoint, Source: "assumed until you say", Estimated: true})
	}
	s.sayFlux(&m)
	if r := m.BreakdownTorqueRatio; r < 1.5 || r > 4 || !m.AmpsReached {
		s.say(sayBreakdown(r))
	}
}

// fluxSaid is the flux over its own from which its idle amps are worth a word.
const fluxSaid = 1.04

// sayFlux says what more flux than its own costs a motor even without load: the magnetising
// amps of its own curve, on three balanced lines of these volts and hertz.
func (s *Site) sayFlux(m *machine.Model) {
	if s.Feed.OwnHertz || len(s.Reach) == 0 || s.Reach[0].Flux <= fluxSaid || !s.Reach[0].Fits() {
		return
	}
	idle := func(volts, hertz float64) float64 {
		amps, _ := m.Eq.Balanced(volts, hertz, 0)
		return cmplx.Abs(amps) / m.WindingAmps
	}
	best := s.Reach[0]
	own, here := idle(m.WindingVolts, m.FrequencyHz), idle(m.WindingVolts*best.Ratio, s.Supply.Hertz)
	grade := finding.Note
	if here > 1 {
		grade = finding.Caution
	}
	s.say(sayIdleFlux(grade, best, here, own))
}
