package protection

import (
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What hangs there is judged whatever else of a plan is open or stopped, on every bridge and on
// none.

// Circuit is what the judgement of what was found leans on.
type Circuit struct {
	Wires table.Wires
	// Motor says that it is a motor's own circuit with an overload relay in it, not a feeder or
	// the line of a drive.
	Motor bool
	// Relay says that an overload relay belongs in it.
	Relay bool
	// Most is the greatest breaker that the rules allow on that motor's circuit; 0: not known.
	Most float64
	// PlateAmps are the motor's in a lead, as joined or at the least volts of its plate;
	// 0: not known.
	PlateAmps     float64
	ServiceFactor float64
}

// Unguarded holds the breaker against its wire; ok is false where it guards it, or where one of
// the two is not noted. The wire's cure is left to who knows what flows.
func (p Protection) Unguarded(c Circuit) (f finding.Finding, ok bool) {
	if p.Breaker == 0 || p.Conductor == (unit.Conductor{}) {
		return f, false
	}
	carry, known := c.Wires.Ampacity(p.Conductor)
	if !known { // what is thinner than the thinnest of the table carries less than that
		thinnest, thinner := c.Wires.Thinner(p.Conductor)
		if !thinner || p.Breaker <= thinnest.Amps {
			return f, false
		}
		f = p.sayWire(thinnest.Amps, c.Wires)
		f.Sentence = p.thinnerThan(thinnest)
		return f, true
	}
	if p.Breaker <= carry || c.Motor && p.relayGuards(c.Wires.Rules, carry) && !(c.Most > 0 && p.Breaker > c.Most) {
		return f, false
	}
	f = p.sayWire(carry, c.Wires)
	if c.Motor && c.Wires.Rules == table.NorthAmerica {
		f.Detail += largerBreaker
	}
	return f, true
}

// Found judges the relay that is noted while nothing is solved: none at all, or one set above
// what the rules allow over the plate's amps.
func (p Protection) Found(c Circuit) (out []finding.Finding) {
	if !c.Relay {
		return nil
	}
	if p.Relay == NoRelay {
		f := noRelay()
		f.Detail = breakerGuardsWire + fitOnceSolved
		return append(out, f)
	}
	ceiling := c.Wires.Circuit().Ceiling(math.Max(1, c.ServiceFactor)) * c.PlateAmps
	if p.RelaySet > 0 && ceiling > 0 && p.RelaySet > 1.0005*ceiling && p.Relay != Thermistor {
		out = append(out, p.sayAboveCeiling(ceiling, c))
	}
	return out
}
