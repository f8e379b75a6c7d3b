package site

import (
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// LineGuard is the line ahead of a drive, a DC controller, a converter or one of its machines:
// what its breaker and wire must be, beside those that are noted.
type LineGuard struct {
	Wires     table.Wires
	Breaker   float64 // A, noted; 0: none
	Conductor unit.Conductor
	Amps      float64 // that the line carries all day
	StartAmps float64 // for a moment; 0: no more than for good
	// PlanBreaker is the plan's own size; 0 where the tables end.
	PlanBreaker float64
	// MakerMost is the greatest that the device's maker allows ahead of it; 0: not said.
	MakerMost float64
	// Relay is the setting of an overload relay that guards the wire, where the rules have
	// that; 0: the breaker alone guards it.
	Relay float64
}

// Need is what the wire carries by the rules, in A.
func (g LineGuard) Need() float64 { return g.Wires.Circuit().Conductor * g.Amps }

// Least is the smallest breaker that carries what flows for good and holds a start.
func (g LineGuard) Least() float64 {
	return math.Max(table.BreakerRuns*g.Amps, g.StartAmps/g.Wires.Circuit().BreakerHolds)
}

// Most is the greatest that still suits it; +Inf where the table ends below.
func (g LineGuard) Most() float64 {
	if g.MakerMost > 0 {
		return g.MakerMost
	}
	most, ok := g.Wires.Breaker(g.Wires.Circuit().Breaker * g.Amps)
	if !ok {
		return math.Inf(1)
	}
	return math.Max(most, g.PlanBreaker)
}

// Wants is what the wire must carry: by the rules, and the smallest breaker that holds.
func (g LineGuard) Wants() float64 {
	least, _ := g.Wires.Breaker(g.Least())
	return max(g.Need(), least, g.Relay)
}

// guards says that a wire that carries so many amps is guarded behind a breaker.
func (g LineGuard) guards(breaker, carry float64) bool {
	return breaker <= carry || g.Relay > 0 && g.Relay <= carry && breaker <= g.Most()
}

// fits says that the breaker noted may stay.
func (g LineGuard) fits() bool {
	return g.Breaker >= g.Least() && g.Breaker > 0 && g.Breaker <= g.Most()
}

// advised is the breaker to note beside the wire that is there: the plan's, or the largest that
// the wire bears; 0 where there is none.
func (g LineGuard) advised() float64 {
	carry, known := g.Wires.Ampacity(g.Conductor)
	if !known || carry < g.Wants() || g.guards(g.PlanBreaker, carry) {
		return g.PlanBreaker
	}
	best := 0.0
	for _, size := range g.Wires.Breakers() {
		if size <= carry && size >= g.Least() && size <= g.Most() {
			best = size
		}
	}
	return best
}

// BreakerCure notes the breaker that is advised, with the wire that it needs where the one noted
// is too thin for it; nil where that breaker is noted.
func (g LineGuard) BreakerCure() []finding.Cure {
	b := g.advised()
	if b == 0 || b == g.Breaker {
		return nil
	}
	cure := finding.Cure{Label: "Note " + unit.Rating(b), Path: "protection.breaker", Value: unit.Plain(b) + " A"}
	if carry, known := g.Wires.Ampacity(g.Conductor); known && !g.guards(b, carry) {
		if c, ok := g.wire(); ok && c != g.Conductor {
			cure.Label += ", use " + c.String()
			cure.And = finding.Setting{Path: "protection.conductor", Value: c.String()}
		}
	}
	return []finding.Cure{cure}
}

// WireCure is the wire that serves with the breaker that stays.
func (g LineGuard) WireCure(label string) []finding.Cure {
	c, ok := g.wire()
	if !ok || c == g.Conductor {
		return nil
	}
	return []finding.Cure{{Label: label + " " + c.String(), Path: "protection.conductor", Value: c.String()}}
}

// wire serves with the breaker that stays: the one noted where it fits and guards what is there,
// else the one advised.
func (g LineGuard) wire() (unit.Conductor, bool) {
	stays := g.advised()
	if carry, known := g.Wires.Ampacity(g.Conductor); g.fits() && (!known || g.guards(g.Breaker, carry)) {
		stays = g.Breaker
	}
	c, ok := g.Wires.Conductor(g.Wants())
	if carry, _ := g.Wires.Ampacity(c); ok && !g.guards(stays, carry) {
		c, ok = g.Wires.Conductor(math.Max(g.Wants(), stays))
	}
	return c, ok
}

// Mend cures a breaker that does not guard its wire: another breaker, which is less work, or
// where that one is noted already a thicker wire.
func (g LineGuard) Mend() []finding.Cure {
	if cure := g.BreakerCure(); cure != nil {
		return cure
	}
	return g.WireCure("Use")
}
