package machine

import (
	"math"

	"graybridge/core/search"
)

// LoadKind is how a load's torque goes with speed.
type LoadKind string

// The kinds of load.
const (
	NoLoad   LoadKind = "none"
	Constant LoadKind = "constant"
	Linear   LoadKind = "linear"
	Fan      LoadKind = "fan"
	Points   LoadKind = "points" // as measured: a curve through points
)

// Loaded is the kind by which a load on this shaft is judged: where nothing hangs on it, a
// constant one.
func (k LoadKind) Loaded() LoadKind {
	if k == NoLoad {
		return Constant
	}
	return k
}

// Load is what hangs on the shaft. Share is its torque over rated shaft torque
// at plate rpm; friction is added to it.
type Load struct {
	Kind  LoadKind
	Share float64
	Curve *Curve // of Points, else nil; its shares are multiplied by Share
}

// Curve is a load's torque over speed, both as shares of plate, in order of
// speed. Between points it runs straight, outside them level.
type Curve []struct{ Speed, Torque float64 }

// At is the curve's torque at a speed.
func (c Curve) At(speed float64) float64 {
	if len(c) == 0 {
		return 0
	}
	if speed <= c[0].Speed {
		return c[0].Torque
	}
	for i := 1; i < len(c); i++ {
		if a, b := c[i-1], c[i]; speed <= b.Speed && b.Speed > a.Speed {
			return a.Torque + (b.Torque-a.Torque)*(speed-a.Speed)/(b.Speed-a.Speed)
		}
	}
	return c[len(c)-1].Torque
}

// ShaftNm is the load's torque at a speed given as a share of plate rpm, in
// N·m, without the motor's own friction. Loads are passive: below standstill
// they count as at standstill.
func (l Load) ShaftNm(m *Model, speedShare float64) float64 {
	k := max(speedShare, 0)
	full := l.Share * m.RatedTorqueNm
	switch l.Kind {
	case Constant:
		return full
	case Linear:
		return full * k
	case Fan:
		return full * k * k
	case Points:
		if l.Curve != nil {
			return full * l.Curve.At(k)
		}
	}
	return 0
}

// SpeedShare is the speed at a slip as a share of plate rpm, on a supply of
// the given frequency.
func (m *Model) SpeedShare(slip, frequencyHz float64) float64 {
	return (1 - slip) * 120 * frequencyHz / float64(m.Eq.Poles) / m.RPM
}

// Surplus is torque minus load minus friction over slip, the function whose
// zero is the operating point. torque gives the air-gap torque in N·m.
func (m *Model) Surplus(torque func(slip float64) float64, load Load, frequencyHz float64) func(slip float64) float64 {
	return func(slip float64) float64 {
		return torque(slip) - load.ShaftNm(m, m.SpeedShare(slip, frequencyHz)) - m.FrictionNm
	}
}

// Settling says where a machine ends up that starts from standstill.
type Settling struct {
	Starts bool    // the standstill torque beats the load at standstill
	Slip   float64 // where it settles from standstill; 1 when it does not start
	// RunSlip is the stable crossing nearest synchronous speed, reached if it
	// is brought up to speed some other way; NaN when there is none.
	RunSlip float64
	// Crawls says that from standstill it hangs far below RunSlip.
	Crawls bool
}

// Runs says whether there is a running point at all.
func (s Settling) Runs() bool { return !math.IsNaN(s.RunSlip) }

// scanSlips are the slips at which crossings are looked for: fine near
// synchronous speed, where torque is steep.
var scanSlips = func() []float64 {
	out := []float64{0}
	for s := 0.002; s < 0.1; s *= 1.25 {
		out = append(out, s)
	}
	for s := 0.1; s < 0.995; s += 0.03 {
		out = append(out, s)
	}
	return append(out, 1)
}()

// Settle follows the surplus torque from standstill up, and from synchronous
// speed down.
func Settle(surplus func(slip float64) float64) Settling {
	n := len(scanSlips)
	v := make([]float64, n)
	for i, s := range scanSlips {
		v[i] = surplus(s)
	}
	out := Settling{Starts: v[n-1] > 0, Slip: 1, RunSlip: math.NaN()}
	for i := 1; i < n; i++ {
		if v[i-1] <= 0 && v[i] > 0 { // from synchronous speed down: first gain of torque
			out.RunSlip = search.Between(surplus, scanSlips[i-1], v[i-1], scanSlips[i], v[i])
			break
		}
	}
	if !out.Starts {
		return out
	}
	for i := n - 1; i > 0; i-- {
		if v[i] > 0 && v[i-1] <= 0 {
			out.Slip = search.Between(surplus, scanSlips[i-1], v[i-1], scanSlips[i], v[i])
			break
		}
		if i == 1 { // driven past synchronous speed: nothing holds it back here
			out.Slip = 0
		}
	}
	out.Crawls = out.Runs() && out.Slip > out.RunSlip+0.02
	return out
}

// RunSlip is the stable crossing nearest synchronous speed, NaN when there is
// none. It looks only as far up in slip as it must, first within a tenth of the guess.
func RunSlip(surplus func(slip float64) float64, guess float64) float64 {
	return RunSlipWithin(surplus, guess, 1e-10)
}

// RunSlipWithin is RunSlip whose last step is within so much slip: for a search that asks it
// again and again, and looks at what follows from it to a part in ten thousand.
func RunSlipWithin(surplus func(slip float64) float64, guess, within float64) float64 {
	if guess > 0 && guess < 0.5 {
		a, b := guess/nearGuess, guess*nearGuess
		if fa := surplus(a); fa <= 0 {
			if fb := surplus(b); fb > 0 {
				return search.BetweenTo(surplus, a, fa, b, fb, within)
			}
		}
	}
	// In strides first: a load that is carried nowhere is the dear one to be sure of.
	n := len(scanSlips)
	var v [scanMost]float64
	var known [scanMost]bool
	at := func(i int) float64 {
		if !known[i] {
			v[i], known[i] = surplus(scanSlips[i]), true
		}
		return v[i]
	}
	top, best := -1, math.Inf(-1)
	for i := 0; i < n; i += scanStride {
		if x := at(i); x > best {
			top, best = i, x
		}
		if best > 0 {
			break
		}
	}
	if !(best > 0) { // between the strides beside the greatest, where it may still rise above nothing
		for i := max(0, top-scanStride+1); i < min(n, top+scanStride) && !(best > 0); i++ {
			if x := at(i); x > best {
				top, best = i, x
			}
		}
		if at(n-1) > 0 && !(best > 0) {
			top, best = n-1, at(n-1)
		}
	}
	if !(best > 0) {
		return math.NaN()
	}
	for i := 1; i <= top; i++ {
		if at(i-1) <= 0 && at(i) > 0 {
			return search.BetweenTo(surplus, scanSlips[i-1], at(i-1), scanSlips[i], at(i), within)
		}
	}
	return math.NaN()
}

// nearGuess is how far a slip is looked for around its guess at first.
const nearGuess = 1.1

// RunSlipNear is RunSlip to a part in ten thousand of slip, for a guess that may be half
// as much again beside it: by secants, as long as torque rises with slip. What they do not
// find is looked for over the whole range.
func RunSlipNear(surplus func(slip float64) float64, guess float64) float64 {
	a, fa := guess, surplus(guess)
	b := a * nearGuess
	if fa > 0 {
		b = a / nearGuess
	}
	fb := surplus(b)
	for range 5 {
		slope := (fb - fa) / (b - a)
		if !(slope > 0) {
			break
		}
		next := b - fb/slope
		if !(next > b/2 && next < 2*b) {
			break
		}
		if math.Abs(next-b) < secantWithin*b { // what is left is of second order
			return next
		}
		a, fa = b, fb
		b, fb = next, surplus(next)
	}
	return RunSlip(surplus, guess)
}

const secantWithin = 3e-3

// scanStride is how many of the scanned slips a first look takes at once; scanMost bounds
// their number.
const (
	scanStride = 3
	scanMost   = 64
)

// SequenceVolts splits three winding volts with axes 0, 120, 240° into their
// forward and backward parts; |backward|/|forward| is the unbalance factor.
func SequenceVolts(v [3]complex128) (forward, backward complex128) {
	a := complex(-0.5, math.Sqrt(3)/2)
	return (v[0] + a*v[1] + a*a*v[2]) / 3, (v[0] + a*a*v[1] + a*v[2]) / 3
}

// UnbalancePercent is the trade's definition of voltage unbalance: 100 × the
// greatest deviation from the mean over the mean, of three line volts.
func UnbalancePercent(v [3]float64) float64 {
	mean := (v[0] + v[1] + v[2]) / 3
	if mean == 0 {
		return 0
	}
	worst := 0.0
	for _, x := range v {
		worst = max(worst, math.Abs(x-mean))
	}
	return 100 * worst / mean
}
