package plan

import (
	"math"
	"slices"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/protection"
	"graybridge/core/unit"
)

// found judges what hangs there, whatever else of the plan is open or stopped: the breaker
// against its wire before anything else that was said, and the relay where nothing was sized. A
// breaker and a wire that do not go together are not called good for themselves.
func (r *reading) found(g bridge.Guarded) (out []finding.Finding) {
	said := g.Said
	c := protection.Circuit{Wires: r.site.Wires(), Most: g.Most, ServiceFactor: r.site.Plate.ServiceFactor,
		PlateAmps: r.plateAmps()}
	c.Motor, c.Relay = r.bridge.OwnCircuit()
	if f, ok := r.guard.Unguarded(c); ok {
		f.Cures = g.Mend
		out = append(out, f)
		said = slices.DeleteFunc(slices.Clone(said), func(f finding.Finding) bool {
			return f.Grade == finding.Good && (f.ID == finding.ProtectionBreaker || f.ID == finding.ProtectionConductor)
		})
	}
	if !g.Sized {
		out = append(out, r.guard.Found(c)...)
	}
	return append(out, said...)
}

// plateAmps are the motor's in a lead: as joined where that is solved, else the greatest of its
// plate; 0: not known.
func (r *reading) plateAmps() (amps float64) {
	if r.site.Model != nil {
		return r.site.Model.LineAmps
	}
	for _, c := range r.site.Plate.Columns {
		amps = math.Max(amps, c.Amps)
	}
	return amps
}

// accepted is the protection noted that may stay: what a stop or a caution stands on is left
// out, and the plan's own takes its place in parts, ladder and card.
func accepted(p protection.Protection, said []finding.Finding) protection.Protection {
	for _, f := range said {
		if f.Grade != finding.Stop && f.Grade != finding.Caution {
			continue
		}
		switch f.ID {
		case finding.ProtectionBreaker:
			p.Breaker = 0
		case finding.ProtectionConductor:
			p.Conductor = unit.Conductor{}
		case finding.ProtectionWire:
			p.Breaker, p.Conductor = 0, unit.Conductor{}
		case finding.ProtectionRelay, finding.ProtectionBlind:
			p.RelaySet = 0
		}
	}
	return p
}
