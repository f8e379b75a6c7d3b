package leads

import (
	"math"
	"math/cmplx"
	"slices"

	"graybridge/core/circuit"
)

// Coupling is how strongly the coils of a standing motor feel each other, as
// the engine has it: the volts of every terminal for one volt on a pair.
// Leakage is never known exactly, and small motors have far more of it than was
// fitted: it is solved as fitted and for several times as much, each of these a
// third less, as it is, and half as much again, so that they reach each other.
type Coupling struct {
	kind Kind
	by   [len(leakages)]map[[2]string][3]map[string]complex128
}

var (
	leakages      = [...]float64{1, 2.25, 5}
	leakageSpread = [3]float64{1, 0.67, 1.5}
)

// TypicalEquivalent is a middling small motor on its own base, for coils whose
// plate has not been read: only ratios of volts are taken from it.
func TypicalEquivalent(frequencyHz float64) circuit.Equivalent {
	return circuit.Equivalent{R1Ohm: 4, X1Ohm: 6, R2Ohm: 3.5, R2StandstillOhm: 4, X2Ohm: 6, XmOhm: 120,
		FrequencyHz: frequencyHz, Poles: 4}
}

// Couple solves every pair of a layout that can be fed, the rotor standing.
func Couple(k Kind, eq circuit.Equivalent, frequencyHz float64) (Coupling, error) {
	c := Coupling{kind: k}
	for i, times := range leakages {
		var err error
		if c.by[i], err = couple(k.Layout(), eq, times, frequencyHz); err != nil {
			return Coupling{}, err
		}
	}
	return c, nil
}

// couple solves every pair of a layout for so many times the leakage.
func couple(w Winding, eq circuit.Equivalent, times, frequencyHz float64) (map[[2]string][3]map[string]complex128,
	error) {
	out := map[[2]string][3]map[string]complex128{}
	for _, g := range w.Groups() {
		for i, a := range g {
			for _, b := range g[i+1:] {
				var all [3]map[string]complex128
				for n, leak := range leakageSpread {
					e := eq
					leak *= times
					e.R1Ohm, e.X1Ohm, e.X2Ohm = e.R1Ohm*leak, e.X1Ohm*leak, e.X2Ohm*leak
					// A joint of one name makes sure that every terminal is a node.
					joints := [][]string{}
					for _, t := range w.Terminals {
						joints = append(joints, []string{t})
					}
					s, err := circuit.Compile(&circuit.Circuit{
						FrequencyHz: frequencyHz, Reference: b,
						Sources:  []circuit.Source{{Name: "fed", From: a, To: b, VoltsRMS: 1}},
						Machines: []circuit.Machine{{Name: "motor", Equivalent: e, Slip: 1, Coils: w.Coils}},
						Joints:   joints,
					})
					if err == nil {
						err = s.Solve()
					}
					if err != nil {
						return nil, err
					}
					all[n] = map[string]complex128{}
					for _, other := range w.Groups() {
						for _, t := range other {
							all[n][t] = s.Volts(t, other[0]) // within its own group: groups float against each other
						}
					}
				}
				out[[2]string{a, b}] = all
			}
		}
	}
	return out, nil
}

// level is what a labelling predicts for an experiment.
type level struct{ low, mid, high float64 }

// predict gives a labelling's reading at one of the leakages. Names maps tape
// names to terminals.
func (c Coupling) predict(e Experiment, names map[string]string, flick bool, leakage int) level {
	a, b := names[e.Feed[0]], names[e.Feed[1]]
	sign := complex(1, 0)
	all, ok := c.by[leakage][[2]string{a, b}]
	if !ok {
		all, sign = c.by[leakage][[2]string{b, a}], -1
	}
	p, q := names[e.Read[0]], names[e.Read[1]]
	var got [3]float64
	for i := range got {
		v := sign * (all[i][p] - all[i][q])
		switch {
		case flick:
			got[i] = 0
			if math.Abs(real(v)) > stillUnder {
				got[i] = math.Copysign(1, real(v))
			}
		case e.Series:
			got[i] = cmplx.Abs(1 + v)
		default:
			got[i] = cmplx.Abs(v)
		}
	}
	return level{slices.Min(got[:]), got[0], slices.Max(got[:])}
}

const (
	stillUnder = 0.03  // of the volts fed: under this a kick counts as still
	meterDoubt = 0.02  // of the volts fed, to either side of what is predicted
	levelGap   = 0.015 // of the volts fed: levels nearer to each other are one
)

// levels clusters predictions that no meter tells apart. which says for each
// prediction the level it belongs to.
func levels(all []level) (out []level, which []int) {
	by := make([]int, len(all))
	for i := range by {
		by[i] = i
	}
	slices.SortFunc(by, func(a, b int) int {
		switch {
		case all[a].low < all[b].low:
			return -1
		case all[a].low > all[b].low:
			return 1
		}
		return 0
	})
	which = make([]int, len(all))
	for _, i := range by {
		if last := len(out) - 1; last >= 0 && all[i].low <= out[last].high+levelGap {
			out[last].high = max(out[last].high, all[i].high)
		} else {
			out = append(out, all[i])
		}
		which[i] = len(out) - 1
	}
	return out, which
}

// near gives the level that a reading belongs to; -1 when it lies outside all
// of them by more than the meter's doubt and nearly as far from the next.
func near(all []level, share float64) int {
	best, away := -1, math.Inf(1)
	for i, l := range all {
		d := max(0, l.low-share, share-l.high)
		if d < away {
			best, away = i, d
		}
	}
	if away > 2*meterDoubt {
		return -1
	}
	return best
}

// bySide gives the level of a reading on two coils in series by nothing but
// above or below the volts fed, where only one level lies there: leakage unlike
// any that was assumed changes how far, never which way. -1 where that does not
// tell.
func bySide(all []level, share float64) int {
	at := -1
	for i, l := range all {
		if side(l, share) {
			if at >= 0 {
				return -1
			}
			at = i
		}
	}
	return at
}

// side says whether a level and a reading lie on one side of the volts fed.
func side(l level, share float64) bool {
	return l.low > 1+meterDoubt && share > 1+meterDoubt || l.high < 1-meterDoubt && share < 1-meterDoubt
}
