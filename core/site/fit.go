package site

import (
	"errors"
	"fmt"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// planningCurve is what a main flux follows that nobody measured.
var planningCurve = finding.Why{Formula: fmt.Sprintf("magnetising amps ∝ %s·x + %s·x^%d, x flux over its own at plate",
	unit.Three(circuit.PlanningA), unit.Three(1-circuit.PlanningA), circuit.PlanningN), Section: finding.OnSaturation,
	Source: "planning; two idle readings at different µF or volts replace it", Estimated: true}

// fit makes the motor that the plate describes, and says what it leans on.
func (s *Site) fit() {
	p := &s.Plate
	if !p.Complete() || s.Column.Join == "" || s.Column.Amps == 0 || s.Wanted == nil {
		return
	}
	targets, basis := p.Targets(s.Column)
	m, err := machine.Fit(p.Rating(s.Column), targets)
	if err != nil {
		if errors.Is(err, machine.ErrImpossible) && !s.Has("plate.power") && !s.Has("plate.slip") &&
			!s.Has("plate.rpm") {
			s.say(finding.Finding{ID: "plate.impossible", Bay: finding.Motor, Grade: finding.Stop,
				Sentence: "No motor could be built to this plate.",
				Detail:   "Reason: " + err.Error() + ". Compare the entries with the plate, digit by digit.",
				Entries:  []string{"plate.power", "plate.amps", "plate.power_factor", "plate.rpm"}})
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
	if r := m.BreakdownTorqueRatio; r < 1.5 || r > 4 || !m.AmpsReached {
		s.say(finding.Finding{ID: "plate.breakdown", Bay: finding.Motor, Grade: finding.Note,
			Sentence: fmt.Sprintf("The fitted motor's breakdown torque is %s × rated, which is unusual.",
				unit.Three(r)),
			Detail: "The locked-rotor figures and the plate do not go together well: starting figures are weak here.",
			Figure: unit.Three(r), Limit: "1.5 to 4", Why: []finding.Why{{Formula: "greatest torque over slip / " +
				"rated torque", Section: finding.OnFit, Source: "fitted circuit", Estimated: true}}})
	}
}
