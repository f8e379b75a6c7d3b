package rotary

import (
	"math"
	"slices"

	"graybridge/core/site"
)

// Occasion is a state that occurs: which machines run, and what came of it.
type Occasion struct {
	Running []int // of the street's machines
	Part    Part
	State   State
	at      int // of the states that occur
}

// Part of the load at which a case stands.
type Part string

// The parts.
const (
	Usual    Part = "usual"
	Lightest Part = "lightest"
	Heaviest Part = "heaviest"
)

// FirstOut says which motor stalls first as every load of the fullest case rises.
type FirstOut struct {
	Who    int // -1 the idler
	Factor float64
	Band   site.Band // of the factor
	Case   int
}

// falls is where the loads of one occasion can rise no more, and who falls out there.
type falls struct {
	fold
	who    int
	duties []Duty
}

// timetable is the sets of machines that may run together: every single one and every
// largest set of which no two are kept apart.
func (o *Read) timetable() [][]int {
	n := len(o.Counted)
	out := [][]int{}
	for i := range n {
		out = append(out, []int{i})
	}
	fits := func(set []int, i int) bool {
		for _, j := range set {
			if o.As.apart(o.id(i), o.id(j)) {
				return false
			}
		}
		return true
	}
	var grow func(set []int, from int)
	grow = func(set []int, from int) {
		if len(out) > mostSets {
			return
		}
		largest := true
		for i := range n {
			if slices.Contains(set, i) || !fits(set, i) {
				continue
			}
			largest = false
			if i >= from {
				grow(append(slices.Clone(set), i), i+1)
			}
		}
		if largest && len(set) > 1 {
			out = append(out, set)
		}
	}
	grow(nil, 0)
	return out
}

// mostSets bounds the sets of machines that are solved.
const mostSets = 40

// id of a machine of the street.
func (o *Read) id(i int) string { return o.Machines[o.Counted[i]].ID }

// At is a machine of the street.
func (o *Read) At(i int) Member { return o.Machines[o.Counted[i]] }

// occurring are the states that happen: the idler alone, every set at its usual and
// its lightest load, and each machine alone at its heaviest.
func (o *Solved) occurring() (states Occurring, shapes []Occasion) {
	n := len(o.Counted)
	states, shapes = Occurring{make([]Duty, n)}, []Occasion{{Running: []int{}, Part: Usual}}
	for _, set := range o.sets {
		for _, part := range []Part{Usual, Lightest, Heaviest} {
			if part == Heaviest && len(set) > 1 {
				continue // jams do not come together
			}
			duties, differs := make([]Duty, n), part == Usual
			for _, i := range set {
				l := o.At(i).Site.Load
				share := map[Part]float64{Usual: l.Usual, Lightest: l.Lightest, Heaviest: l.Heaviest}[part]
				differs = differs || share != l.Usual
				duties[i] = Duty{Running, l.At(share)}
			}
			if differs {
				states, shapes = append(states, duties), append(shapes, Occasion{Running: set, Part: part})
			}
		}
	}
	return states, shapes
}

// first finds who stalls first in the fullest case as every load rises together.
func (o *Solved) first(a *Answer) {
	for i, c := range a.Occasions {
		if c.Part != Usual || len(c.Running) == 0 || !c.State.Runs {
			continue
		}
		duties := make([]Duty, len(o.Counted))
		for _, j := range c.Running {
			l := o.At(j).Site.Load
			duties[j] = Duty{Running, l.At(math.Max(l.Usual, 0.01))}
		}
		at, who, out := o.Street.fallsOut(duties, mostTried)
		if !out {
			continue
		}
		o.falls = append(o.falls, falls{at, who, duties})
		if a.First == nil || at.factor < a.First.Factor {
			a.First = &FirstOut{Who: who, Factor: at.factor, Case: i}
		}
	}
	o.falls = slices.DeleteFunc(o.falls, func(f falls) bool { return f.factor > mayBeFirst*a.First.Factor })
}

// mayBeFirst is how far above the first fall another occasion's may lie and be the first
// of a likeness.
const mayBeFirst = 1.3
