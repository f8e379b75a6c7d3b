// Package can is the capacitors themselves, whichever bridge they serve: which cans
// of the drawer and the shop make up a value, what they cost, and the resistor that
// takes their charge off.
package can

import (
	"cmp"
	"math"
	"slices"
	"sort"
	"strings"
	"sync"

	"graybridge/core/table"
	"graybridge/core/unit"
)

// Part is one can of a run capacitor.
type Part struct {
	Microfarad float64 `json:"microfarad"`
	Own        bool    `json:"own"` // out of the owner's drawer
}

const (
	// Tolerance is that of a run capacitor, either way.
	Tolerance  = 0.05
	mostParts  = 4
	mostBought = 2 // beside cans of the drawer
)

// set is some cans and what they add up to.
type set struct {
	sum  float64
	cans []float64
}

// sets lists every choice of up to n of the values, each as often as it stands
// there (or any number of times), up to a sum, in order of their sums. The values rise.
func sets(values []float64, n int, again bool, most float64) []set {
	out := []set{{}}
	var choose func(from int, now set)
	choose = func(from int, now set) {
		for i := from; i < len(values) && len(now.cans) < n; i++ {
			if i > from && !again && values[i] == values[i-1] {
				continue // the same choice with a twin
			}
			if now.sum+values[i] > most {
				break
			}
			next := set{now.sum + values[i], append(append([]float64{}, now.cans...), values[i])}
			out = append(out, next)
			if again {
				choose(i, next)
			} else {
				choose(i+1, next)
			}
		}
	}
	choose(0, set{})
	slices.SortStableFunc(out, func(a, b set) int { return cmp.Compare(a.sum, b.sum) })
	return out
}

// shops are the choices of exactly so many stock cans, made when first asked for.
var shops = func() (out [mostParts + 1]func() []set) {
	for n := range out {
		out[n] = sync.OnceValue(func() []set {
			if n == 0 {
				return []set{{}}
			}
			stock, _, _ := table.RunCapacitors()
			var exactly []set
			for _, s := range sets(stock, n, true, math.Inf(1)) {
				if len(s.cans) == n {
					exactly = append(exactly, s)
				}
			}
			return exactly
		})
	}
	return out
}()

// Combine finds one to four cans in parallel that together lie within a can's
// tolerance of the wanted capacitance: the fewest to buy, then the fewest in
// all, then the nearest. The owner's drawer comes first. Nil when none do.
func Combine(want float64, drawer []float64) []Part {
	if !(want > 0) {
		return nil
	}
	_, tolerance, _ := table.RunCapacitors()
	own := append([]float64{}, drawer...)
	sort.Float64s(own)
	limit := tolerance * want
	owned := sets(own, mostParts, false, want+limit)
	for bought := 0; bought <= mostParts; bought++ {
		shop := shops[bought]()
		if greatest := shop[len(shop)-1].sum; len(owned) == 1 && greatest < want-limit {
			continue
		}
		var best []Part
		count, off := math.MaxInt, limit
		for _, o := range owned {
			if len(o.cans)+bought > mostParts || bought > mostBought && len(o.cans) > 0 || o.sum > want+limit {
				continue
			}
			at := sort.Search(len(shop), func(i int) bool { return o.sum+shop[i].sum >= want })
			for _, i := range []int{at - 1, at} {
				if i < 0 || i >= len(shop) {
					continue
				}
				n, d := len(o.cans)+bought, math.Abs(o.sum+shop[i].sum-want)
				if n == 0 || d > limit || n > count || n == count && d >= off {
					continue
				}
				best, count, off = join(o, shop[i]), n, d
			}
		}
		if best != nil {
			return best
		}
	}
	return nil
}

// join lists the drawer's cans first, greatest first.
func join(own, shop set) []Part {
	var out []Part
	for i := len(own.cans) - 1; i >= 0; i-- {
		out = append(out, Part{own.cans[i], true})
	}
	for i := len(shop.cans) - 1; i >= 0; i-- {
		out = append(out, Part{shop.cans[i], false})
	}
	return out
}

// Sum is the capacitance of parts side by side, in µF.
func Sum(parts []Part) float64 {
	t := 0.0
	for _, p := range parts {
		t += p.Microfarad
	}
	return t
}

// List writes parts as they are bought: "40 + 12 µF".
func List(parts []Part) string {
	texts := make([]string, len(parts))
	for i, p := range parts {
		texts[i] = unit.Plain(p.Microfarad)
	}
	return strings.Join(texts, " + ") + unit.Space + "µF"
}

// OwnWords says which of the parts lie in the drawer.
func OwnWords(parts []Part) string {
	var own []Part
	for _, p := range parts {
		if p.Own {
			own = append(own, p)
		}
	}
	switch len(own) {
	case 0:
		return ""
	case len(parts):
		return allInDrawer
	}
	return partInDrawer(own)
}
