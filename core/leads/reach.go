package leads

import (
	"math"
	"sort"

	"graybridge/core/unit"
)

// Reach is what a way gives each coil on a line voltage.
type Reach struct {
	Way
	CoilVolts float64 // of one coil as it is wound: of a half where there are halves
	MadeFor   float64 // its own volts; of a range the end that lies nearer
	Ratio     float64 // CoilVolts over MadeFor
	Flux      float64 // the same in volts per hertz: what the iron feels
}

// Within is how far a winding's volts may lie from its own for a joint to
// count as right.
const Within = 0.1

// Strained is the flux over its own from which the iron is worked harder than
// it was made for.
const Strained = 1.05

// Fits says that the winding sees its own volts, and its iron no more volts per
// hertz than it carries.
func (r Reach) Fits() bool { return math.Abs(r.Ratio-1) <= Within && r.Flux <= 1+Within }

// Reachable lists the ways that the leads allow for a winding made for the
// given whole-winding volts (halves counted end to end) on line volts, nearest
// to its own volts per hertz first. In star the corner's shift is counted as a true
// 120°: each winding sees line/√3. hertz is the motor's own over what it is fed
// with: 1 behind a drive, which makes the motor's own.
func Reachable(k Kind, inner Arrangement, lineVolts float64, winding unit.Range, hertz float64) []Reach {
	all := k.Layout().Tables
	if k == Three {
		all = []Table{{Way: Way{inner, Whole}}}
	}
	var out []Reach
	for _, t := range all {
		v := lineVolts * t.Factor()
		madeFor := min(max(v, winding.Low), winding.High)
		share := 1.0
		if t.Halves != Whole {
			share = 0.5
		}
		out = append(out, Reach{t.Way, v * share, madeFor * share, v / madeFor, v / madeFor * hertz})
	}
	sort.SliceStable(out, func(i,
		j int) bool {
		return math.Abs(math.Log(out[i].Flux)) < math.Abs(math.Log(out[j].Flux))
	})
	return out
}
