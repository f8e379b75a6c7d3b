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
}

// Within is how far a winding's volts may lie from its own for a joint to
// count as right.
const Within = 0.1

// Fits says that the winding sees its own volts.
func (r Reach) Fits() bool { return math.Abs(r.Ratio-1) <= Within }

// Reachable lists the ways that the leads allow for a winding made for the
// given whole-winding volts (halves counted end to end) on line volts, nearest
// to its own volts first. In star the corner's shift is counted as a true
// 120°: each winding sees line/√3.
func Reachable(k Kind, inner Arrangement, lineVolts float64, winding unit.Range) []Reach {
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
		out = append(out, Reach{t.Way, v * share, madeFor * share, v / madeFor})
	}
	sort.SliceStable(out, func(i, j int) bool { return math.Abs(math.Log(out[i].Ratio)) < math.Abs(math.Log(out[j].Ratio)) })
	return out
}
