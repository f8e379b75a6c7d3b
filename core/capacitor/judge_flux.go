package capacitor

import (
	"graybridge/core/finding"
	"graybridge/core/machine"
)

// saturatesFrom is the flux over its own at plate from which what a motor draws hangs on
// how its iron bends more than on anything else.
const saturatesFrom = 1.1

// saturates says where the iron carries much more than at plate, which light running on a
// capacitor does, and what that leaves open. A load that stays on the shaft is light only uncoupled.
func (a Answer) saturates(m *machine.Model, neverIdles bool,
	with func(...finding.Why) []finding.Why) (finding.Finding, bool) {
	flux, when := a.Idle.Flux, "Idling"
	if neverIdles {
		when = "Uncoupled"
	}
	if a.Usual.Flux > flux {
		flux, when = a.Usual.Flux, "At your load"
	}
	c := m.Eq.Saturation
	if c == nil || flux <= saturatesFrom {
		return finding.Finding{}, false
	}
	return saySaturates(when, flux, c, with), true
}
