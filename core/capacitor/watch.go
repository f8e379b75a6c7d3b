package capacitor

import (
	"math"

	"graybridge/core/load"
	"graybridge/core/machine"
)

// Watched is what the poles of a relay carry while some winding is at or above its rated amps,
// the least from the lightest load that was entered to a stall, for poles in the two supply
// lines and in the three motor leads; +Inf where no winding is.
type Watched struct {
	Lines, Leads     float64 // A
	Curve            []WatchPoint
	linesAt, leadsAt float64 // the slips of those two
}

// WatchPoint is one load on the way from idling to a stall.
type WatchPoint struct {
	Slip         float64
	Load         float64 // share of rated torque, as this kind of load counts it
	Lines, Leads float64 // A in a supply line and in the busiest motor lead
	Worst        float64 // the worst winding over plate
	Coil         string
}

// watchSlips is at how many slips a bridge is looked at from idle to stall.
const watchSlips = 48

// Watch follows the motor from idle to stall. from is the lightest load that was entered: what
// is lighter is in the curve alone.
func (b *Bridge) Watch(microfarad float64, from machine.Load) Watched {
	out := Watched{Lines: math.Inf(1), Leads: math.Inf(1)}
	b.Set(microfarad)
	idle := machine.RunSlip(b.Surplus(machine.Load{Kind: machine.NoLoad}), 0)
	if !(idle > 0) {
		idle = 1e-4
	}
	first := math.Max(idle, machine.RunSlip(b.Surplus(from), 0)*(1-1e-9))
	look := func(slip float64) float64 {
		p, err := b.At(microfarad, slip)
		if err != nil {
			return math.NaN()
		}
		w := b.watchPoint(p, from.Kind)
		out.Curve = append(out.Curve, w)
		if w.Worst < 1-1e-9 || slip < first {
			return w.Worst - 1
		}
		if w.Leads < out.Leads {
			out.Leads, out.leadsAt = w.Leads, slip
		}
		if w.Lines < out.Lines {
			out.Lines, out.linesAt = w.Lines, slip
		}
		return w.Worst - 1
	}
	slips := []float64{idle}
	for i := 1; i <= watchSlips; i++ {
		next := idle * math.Pow(1/idle, float64(i)/watchSlips)
		if last := slips[len(slips)-1]; last < first && first < next {
			slips = append(slips, first)
		}
		slips = append(slips, next)
	}
	lastSlip, last := slips[0], look(slips[0])
	for _, slip := range slips[1:] {
		v := look(slip)
		if last*v < 0 { // rated amps are reached in between: there the pole carries least
			low, high := lastSlip, slip
			for range 24 {
				mid := (low + high) / 2
				p, err := b.At(microfarad, mid)
				if err != nil {
					break
				}
				if f := p.worst().Share - 1; f*last > 0 {
					low = mid
				} else {
					high = mid
				}
			}
			if last < 0 { // of the two sides the one at plate
				look(high)
			} else {
				look(low)
			}
		}
		lastSlip, last = slip, v
	}
	return out
}

// watchPoint is a point as a relay sees it.
func (b *Bridge) watchPoint(p Point, kind machine.LoadKind) WatchPoint {
	l := p.LeadAmps(b.Wiring.CornerTo)
	w := WatchPoint{Slip: p.Slip, Load: p.LoadShare, Lines: abs(p.SupplyAmps), Leads: max(l[0], l[1], l[2])}
	w.Coil, w.Worst = p.WorstCoil()
	one := machine.Load{Kind: kind.Loaded(), Share: 1}
	if full := one.ShaftNm(b.Model, b.Model.SpeedShare(p.Slip, b.Wiring.FrequencyHz)); full > 0 {
		w.Load = p.LoadShare * b.Model.RatedTorqueNm / full
	}
	return w
}

// lightestEntered is the lightest load that the owner entered: the usual one where nobody said
// how light it runs.
func lightestEntered(l load.Load) float64 {
	if l.LightestSaid {
		return l.Lightest
	}
	return l.Usual
}
