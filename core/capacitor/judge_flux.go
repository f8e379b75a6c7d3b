package capacitor

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// saturatesFrom is the flux over its own at plate from which what a motor draws hangs on
// how its iron bends more than on anything else.
const saturatesFrom = 1.1

// saturates says where the iron carries much more than at plate, which light running on a
// capacitor does, and what that leaves open.
func (a Answer) saturates(m *machine.Model, with func(...finding.Why) []finding.Why) (finding.Finding, bool) {
	flux, when := a.Idle.Flux, "Running light"
	if a.Usual.Flux > flux {
		flux, when = a.Usual.Flux, "At your load"
	}
	c := m.Eq.Saturation
	if c == nil || flux <= saturatesFrom {
		return finding.Finding{}, false
	}
	return finding.Finding{ID: "capacitor.saturates", Grade: finding.Note,
		Sentence: fmt.Sprintf("%s, its iron carries up to %s of its plate flux and asks %s times the magnetising amps.",
			when, unit.Percent(flux), unit.Three(c.Factor(flux)*flux)),
		Detail: "The amps here count that with a curve; two readings running light, with different µF, show this " +
			"motor's own.",
		Figure: unit.Percent(flux), Limit: unit.Percent(saturatesFrom),
		Why: with(finding.Why{Formula: fmt.Sprintf("magnetising amps = those at plate · (%s·x + %s·x^%s)",
			unit.Three(c.A), unit.Three(1-c.A), unit.Three(c.N)), Numbers: fmt.Sprintf("x = %s", unit.Three(flux)),
			Section: finding.OnSaturation, Source: "engine, both fields on the curve", Estimated: true})}, true
}
