package leads

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/finding"
)

func counted(n int, one, more string) string {
	if n == 1 {
		return "After 1 " + one
	}
	return fmt.Sprintf("After %d %s", n, more)
}

// split names the pair whose answer leaves least open.
func (t Touches) split(v *Verdict, healthy [][]int, state [][]pairState) {
	best := math.Inf(1)
	for i := range state {
		for k := i + 1; k < len(state); k++ {
			if state[i][k] != unknown {
				continue
			}
			yes := 0
			for _, h := range healthy {
				if h[i] == h[k] {
					yes++
				}
			}
			no := len(healthy) - yes
			if left := float64(yes*yes+no*no) / float64(len(healthy)); left < best {
				best = left
				v.Next = []string{t.Tags[i], t.Tags[k]}
				v.NextWhy = fmt.Sprintf("leaves about %.0f of %d", math.Ceil(left), len(healthy))
			}
		}
	}
}

// groupings lists every way to put n things into groups of the given sizes
// that agrees with what is known. Each is the number of the group of every
// thing.
func groupings(n int, sizes []int, state [][]pairState) [][]int {
	var out [][]int
	group := make([]int, n)
	for i := range group {
		group[i] = -1
	}
	left := map[int]int{}
	for _, s := range sizes {
		left[s]++
	}
	kinds := slices.Compact(slices.Sorted(slices.Values(sizes)))
	var place func(number int)
	var fill func(number, from, more, size int)
	fits := func(x, number int) bool {
		for y := range n {
			if y == x || group[y] < 0 {
				continue
			}
			if state[x][y] == together && group[y] != number || state[x][y] == apart && group[y] == number {
				return false
			}
		}
		return true
	}
	fill = func(number, from, more, size int) {
		if more == 0 {
			place(number + 1)
			return
		}
		for x := from; x < n; x++ {
			if group[x] < 0 && fits(x, number) {
				group[x] = number
				fill(number, x+1, more-1, size)
				group[x] = -1
			}
		}
	}
	place = func(number int) {
		first := slices.Index(group, -1)
		if first < 0 {
			out = append(out, slices.Clone(group))
			return
		}
		if !fits(first, number) {
			return
		}
		for _, size := range kinds {
			if left[size] == 0 {
				continue
			}
			left[size]--
			group[first] = number
			fill(number, first+1, size-1, size)
			group[first] = -1
			left[size]++
		}
	}
	place(0)
	return out
}

func sum(all []int) (s int) {
	for _, x := range all {
		s += x
	}
	return s
}

func sizesOf(groups [][]string) []int {
	out := make([]int, len(groups))
	for i, g := range groups {
		out[i] = len(g)
	}
	slices.Sort(out)
	return out
}

// unusual explains groups that no healthy motor shows.
func (t Touches) unusual(v *Verdict) {
	v.Settled, v.Kind, v.Grade = true, Other, finding.Caution
	for _, g := range v.Groups {
		if len(g) == 1 {
			v.Lone = append(v.Lone, g[0])
		}
	}
	if len(v.Lone) > 0 {
		v.Grade, v.Text = finding.Stop, joinsNothing(v)
		v.Reason = joinsNothingDetail
		return
	}
	n := len(t.Tags)
	v.Text = unknownGroups(v)
	switch {
	case n == 8 || n == 11 || n == 14:
		v.Reason = perhapsProtector
	case n == 10 || n == 18:
		v.Reason = specialWindings
	default:
		v.Reason = lookForMore
	}
}

func joinInts(all []int) string {
	words := make([]string, len(all))
	for i, x := range all {
		words[i] = strconv.Itoa(x)
	}
	return strings.Join(words, ", ")
}
