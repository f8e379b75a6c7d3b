package leads

import (
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

func (t Touches) ohm(a, b string) float64 {
	for _, x := range t.All {
		if x.Joined && (x.A == a && x.B == b || x.A == b && x.B == a) {
			return x.Ohm
		}
	}
	return math.NaN()
}

// sumWithin is how far two coils in series may lie from the sum of both when a
// corner is looked for.
const sumWithin = 0.15

// ohms finds the corners of a nine-lead delta and each coil's own ohms, and
// asks for what is missing.
func (t Touches) ohms(v *Verdict) {
	ask := func(a, b, why string) {
		if len(v.Next) == 0 {
			v.Next, v.NextWhy = []string{a, b}, why
		}
	}
	for _, g := range v.Groups {
		if len(g) == 2 {
			if r := t.ohm(g[0], g[1]); math.IsNaN(r) {
				ask(g[0], g[1], "in ohms: the coils should agree")
			} else {
				v.Coils = append(v.Coils, CoilOhm{g[0] + "-" + g[1], r, ohmText(r) + unit.Space + "Ω"})
			}
			continue
		}
		r := [3]float64{t.ohm(g[1], g[2]), t.ohm(g[0], g[2]), t.ohm(g[0], g[1])} // opposite each lead
		for i := range r {
			if math.IsNaN(r[i]) {
				ask(g[(i+1)%3], g[(i+2)%3], map[bool]string{true: "in ohms: it tells the corner lead",
					false: "in ohms: the three should agree"}[v.Kind == NineDelta])
			}
		}
		if math.IsNaN(r[0] + r[1] + r[2]) {
			continue
		}
		if v.Kind == NineDelta {
			t.cornerOf(v, g, r)
			continue
		}
		if v.Kind != NineStar {
			continue
		}
		for i := range r { // star: a coil is half of (its two pairs less the third)
			one := (r[(i+1)%3] + r[(i+2)%3] - r[i]) / 2
			v.Coils = append(v.Coils, CoilOhm{g[i] + " to the inner star", one, ohmText(one) + unit.Space + "Ω"})
		}
	}
	if len(v.Coils) > 1 {
		mean := 0.0
		for _, c := range v.Coils {
			mean += c.Ohm / float64(len(v.Coils))
		}
		for _, c := range v.Coils {
			if mean > 0 {
				v.Spread = max(v.Spread, math.Abs(c.Ohm/mean-1))
			}
		}
	}
}

// cornerOf finds the corner lead of a group of three: the two others read both
// coils in series.
func (t Touches) cornerOf(v *Verdict, g []string, r [3]float64) {
	most := 0
	for i := range r {
		if r[i] > r[most] {
			most = i
		}
	}
	a, b := r[(most+1)%3], r[(most+2)%3]
	if math.Abs(r[most]-(a+b)) > sumWithin*(a+b) {
		v.Grade = finding.Caution
		v.Reason += readOhmsAgain(g)
		return
	}
	v.Corners = append(v.Corners, g[most])
	for _, side := range []int{(most + 1) % 3, (most + 2) % 3} {
		// The coil between the corner and a side is measured opposite the other side.
		other := 3 - most - side
		v.Coils = append(v.Coils, CoilOhm{g[most] + "-" + g[side], r[other], ohmText(r[other]) + unit.Space + "Ω"})
	}
}
