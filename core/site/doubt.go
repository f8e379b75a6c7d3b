package site

import (
	"math"
	"math/rand/v2"
	"sync"

	"graybridge/core/can"
	"graybridge/core/each"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/unit"
)

// Doubt is one thing that nobody knows exactly.
type Doubt int

// The doubts, in the order in which a Twin holds them.
const (
	DoubtAmps Doubt = iota
	DoubtRPM
	DoubtFactor
	DoubtEfficiency
	DoubtLockedAmps
	DoubtLockedTorque
	DoubtIron
	DoubtFriction
	DoubtLeakage
	DoubtOhm
	DoubtFlux  // magnetising amps at the plate's flux, once readings have shown them
	DoubtCurve // how far the main flux bends
	DoubtSteep // how steeply
	DoubtLine
	DoubtCan
	DoubtLoad
	doubts
)

// How far a doubt of the site reaches (the bands' law; guide value).
const (
	LineDoubt  = 0.03
	LoadDoubt  = 0.1  // of a load that somebody said
	bendDoubt  = 0.5  // of the logarithm of 1 − a, planning curve
	steepDoubt = 0.25 // of the logarithm of n − 1
	readAgain  = 0.03 // of a magnetising reactance from readings
)

// Twin is a motor that would print the same plate, on the same line and load as far as
// anybody knows.
type Twin struct {
	Model           *machine.Model
	Efficiency      float64
	Line, Can, Load float64 // factors
	U               [doubts]float64
}

// twins is how many are drawn for a band: the least and the greatest of so many leave one
// of twenty-five outside.
const twins = 48

// drawn keeps the product's own twins of a site once they were asked for.
type drawn struct {
	once sync.Once
	all  []Twin
}

// Twins are motors like the site's, the same ones for the same site. Seed 0 is the
// product's own, drawn once.
func (s *Site) Twins(seed uint64) []Twin {
	if seed != 0 {
		return s.draw(seed)
	}
	s.own.once.Do(func() { s.own.all = s.draw(0) })
	return s.own.all
}

// draw makes the site's twins of a Latin hypercube.
func (s *Site) draw(seed uint64) []Twin {
	if s.Model == nil {
		return nil
	}
	drawn := Hypercube(seed, int(doubts))
	all, fits := make([]Twin, len(drawn)), make([]bool, len(drawn))
	each.Of(len(drawn), func(i int) {
		copy(all[i].U[:], drawn[i])
		fits[i] = s.fitTwin(&all[i])
	})
	out := all[:0]
	for i := range all {
		if fits[i] {
			out = append(out, all[i])
		}
	}
	return out
}

// Hypercube draws so many doubts for each twin, from −1 to 1: every doubt in as many equal
// steps as there are twins, in an order of its own.
func Hypercube(seed uint64, doubts int) [][]float64 {
	dice := rand.New(rand.NewPCG(seed, 0x67726179))
	steps := make([][]int, doubts)
	for d := range steps {
		steps[d] = dice.Perm(twins)
	}
	out := make([][]float64, twins)
	for i := range out {
		out[i] = make([]float64, doubts)
		for d := range out[i] {
			out[i][d] = 2*(float64(steps[d][i])+dice.Float64())/twins - 1
		}
	}
	return out
}

// fitTwin makes the motor of a draw; false where no motor could be built so.
func (s *Site) fitTwin(t *Twin) bool {
	u := t.U
	draw := plate.Draw{Amps: u[DoubtAmps], RPM: u[DoubtRPM], PowerFactor: u[DoubtFactor],
		Efficiency: u[DoubtEfficiency], LockedAmps: u[DoubtLockedAmps], LockedTorque: u[DoubtLockedTorque],
		Iron: u[DoubtIron], Friction: u[DoubtFriction], Leakage: u[DoubtLeakage], Ohm: u[DoubtOhm]}
	r, targets, efficiency := s.Plate.Drawn(s.Column, draw)
	m, err := machine.Fit(r, targets)
	if err != nil {
		return false
	}
	own := s.Model.Eq.Saturation
	a, n := own.A, own.N
	if s.Refitted {
		m.Eq.XmOhm = s.Model.Eq.XmOhm * (1 + readAgain*u[DoubtFlux])
	}
	if !s.CurveRead {
		a = 1 - math.Min(0.7, (1-a)*math.Exp(bendDoubt*u[DoubtCurve]))
		n = 1 + (n-1)*math.Exp(steepDoubt*u[DoubtSteep])
	}
	m = m.Bent(a, n)
	t.Model, t.Efficiency = &m, efficiency
	t.Line, t.Can, t.Load = 1+LineDoubt*u[DoubtLine], 1+can.Tolerance*u[DoubtCan], 1+LoadDoubt*u[DoubtLoad]
	return true
}

// Settles is the reading that would settle a doubt, in words; empty where none would.
func (d Doubt) Settles() string {
	switch d {
	case DoubtAmps, DoubtFactor, DoubtEfficiency, DoubtIron, DoubtOhm, DoubtFlux:
		return "a round under Trim: the three motor leads and the corner's volts on the running bridge"
	case DoubtCurve, DoubtSteep, DoubtFriction:
		return "two rounds under Trim idling, with different µF"
	case DoubtRPM:
		return "the speed at your load, by a tachometer"
	case DoubtLockedAmps, DoubtLockedTorque, DoubtLeakage:
		return "the standstill torque, by an arm and a scale, hands clear and for a moment only"
	case DoubtLine:
		return "the line's volts at the machine, running, at the worst hour"
	case DoubtCan:
		return "each can's µF, discharged and off the circuit"
	case DoubtLoad:
		return "the amps in the supply line at your heaviest load"
	}
	return ""
}

// flipsFrom is the least share of the twins that makes a verdict doubtful: fewer are the
// tail of the band.
const flipsFrom = 0.06

// Stalled stands for a winding's share of plate where the motor does not carry its load: far
// over, and in no band.
const Stalled = 9.99

// Flips is how a verdict on a value, which has its limit at 1, fares over the twins' own
// values: the band in which they lie, as the figure itself has it, and in which share of them
// it would be the other one. doubtful says that this is more than the tail.
func Flips(value float64, figures []float64) (band Band, part float64, doubtful bool) {
	flips := 0
	for _, x := range figures {
		if x < Stalled {
			band.Add(x)
		}
		if (x <= 1) != (value <= 1) {
			flips++
		}
	}
	part = float64(flips) / math.Max(1, float64(len(figures)))
	return *band.Stretch(), part, part >= flipsFrom
}

// Leading is the doubt that a figure hangs on most, by how closely it goes along with it
// over the twins.
func Leading(all []Twin, figure []float64) Doubt {
	us := make([][]float64, len(all))
	for i := range all {
		us[i] = all[i].U[:]
	}
	return Doubt(LeadingOf(us, figure))
}

// LeadingOf is the place of the doubt that a figure hangs on most, of the draws it was worked
// out for.
func LeadingOf(draws [][]float64, figure []float64) int {
	best, at := -1.0, 0
	mean := 0.0
	for _, y := range figure {
		mean += y / float64(len(figure))
	}
	for d := range draws[0] {
		along, u2 := 0.0, 0.0
		for i, u := range draws {
			along += u[d] * (figure[i] - mean)
			u2 += u[d] * u[d]
		}
		if along = math.Abs(along) / math.Sqrt(u2); along > best {
			best, at = along, d
		}
	}
	return at
}

// MotorBands are where the figures of the motor itself may lie, by their names in a plan.
func (s *Site) MotorBands() map[string]string {
	out := map[string]string{}
	all := Bands{}
	for _, t := range s.Twins(0) {
		q := t.Model.Eq
		for id, x := range map[string]float64{"slip": 100 * t.Model.RatedSlip, "power-factor": t.Model.PowerFactor,
			"efficiency": 100 * t.Efficiency, "r1": q.R1Ohm, "x1": q.X1Ohm, "r2": q.R2Ohm, "xm": q.XmOhm,
			"breakdown": t.Model.BreakdownTorqueRatio} {
			all.Add(id, x)
		}
	}
	units := map[string]string{"slip": "%", "efficiency": "%", "r1": "Ω", "x1": "Ω", "r2": "Ω", "xm": "Ω",
		"breakdown": "× rated"}
	all.Stretch()
	for id, b := range all {
		low, high := unit.Three(b.Low), unit.Three(b.High)
		if low == high {
			continue // known to all its digits
		}
		if out[id] = low + " to " + high; units[id] != "" {
			out[id] += unit.Space + units[id]
		}
	}
	return out
}
