package leads

import (
	"slices"

	"graybridge/core/circuit"
)

// Winding is a lead layout as data: which coils are inside, what comes out and
// how the leads may be joined. Terminals of nine and twelve leads carry their T
// numbers; nodes that no lead reaches are named in words.
type Winding struct {
	Kind      Kind
	Coils     []circuit.Coil
	Terminals []string
	Tables    []Table
}

// Table is one way to join the leads of a winding, with the lines on it.
type Table struct {
	Arrangement Arrangement
	Halves      Halves
	Joints      Joints
}

// Halves says how the two halves of each phase stand in a joint table.
type Halves string

// The ways of halves; whole windings have none.
const (
	Whole    Halves = ""
	Parallel Halves = "parallel" // low voltage: each half beside its twin
	Series   Halves = "series"   // high voltage: end to end
)

// The kinds of lead layout beyond three and six.
const (
	NineStar  Kind = "nine-star"  // three two-ended half coils and an inner star of three
	NineDelta Kind = "nine-delta" // three corners of three leads each
	Twelve    Kind = "twelve"     // six half coils, both ends out
)

// half writes the six half coils of a motor whose second halves end at the
// given nodes.
func half(ends [3]string) []circuit.Coil {
	second := [3]string{"T7", "T8", "T9"}
	first := [3][2]string{{"T1", "T4"}, {"T2", "T5"}, {"T3", "T6"}}
	var out []circuit.Coil
	for i, letter := range []string{"a", "b", "c"} {
		axis := 120 * float64(i)
		out = append(out,
			circuit.Coil{Name: letter + "1", Start: first[i][0], Finish: first[i][1], AxisDeg: axis, Share: 0.5},
			circuit.Coil{Name: letter + "2", Start: second[i], Finish: ends[i], AxisDeg: axis, Share: 0.5})
	}
	return out
}

var tNames = []string{"T1", "T2", "T3", "T4", "T5", "T6", "T7", "T8", "T9", "T10", "T11", "T12"}

// high is the table that nine-lead star and nine-lead delta share.
var high = Joints{{"L1", "T1"}, {"L2", "T2"}, {"L3", "T3"}, {"T4", "T7"}, {"T5", "T8"}, {"T6", "T9"}}

// Windings lists every layout with its joint tables, lowest voltage first.
func Windings() []Winding {
	return []Winding{
		{Kind: Six, Terminals: terminals, Coils: wholeCoils(), Tables: []Table{{Delta, Whole, deltaJoints}, {Star, Whole, starJoints}}},
		{Kind: NineStar, Terminals: tNames[:9], Coils: half([3]string{"inner star", "inner star", "inner star"}), Tables: []Table{
			{Star, Parallel, Joints{{"L1", "T1", "T7"}, {"L2", "T2", "T8"}, {"L3", "T3", "T9"}, {"T4", "T5", "T6"}}},
			{Star, Series, high}}},
		{Kind: NineDelta, Terminals: tNames[:9], Coils: half([3]string{"T2", "T3", "T1"}), Tables: []Table{
			{Delta, Parallel, Joints{{"L1", "T1", "T6", "T7"}, {"L2", "T2", "T4", "T8"}, {"L3", "T3", "T5", "T9"}}},
			{Delta, Series, high}}},
		{Kind: Twelve, Terminals: tNames, Coils: half([3]string{"T10", "T11", "T12"}), Tables: []Table{
			{Delta, Parallel, Joints{{"L1", "T1", "T7", "T6", "T12"}, {"L2", "T2", "T8", "T4", "T10"}, {"L3", "T3", "T9", "T5", "T11"}}},
			{Star, Parallel, Joints{{"L1", "T1", "T7"}, {"L2", "T2", "T8"}, {"L3", "T3", "T9"}, {"T4", "T5", "T6"}, {"T10", "T11", "T12"}}},
			{Delta, Series, Joints{{"L1", "T1", "T12"}, {"L2", "T2", "T10"}, {"L3", "T3", "T11"}, {"T4", "T7"}, {"T5", "T8"}, {"T6", "T9"}}},
			{Star, Series, Joints{{"L1", "T1"}, {"L2", "T2"}, {"L3", "T3"}, {"T4", "T7"}, {"T5", "T8"}, {"T6", "T9"}, {"T10", "T11", "T12"}}}}},
	}
}

func wholeCoils() []circuit.Coil {
	coils, _ := Coils(Six, "")
	return coils
}

// Groups are the leads that a meter finds connected with every joint undone:
// the fingerprint of a layout.
func (w Winding) Groups() [][]string {
	var joined [][]string
	for _, k := range w.Coils {
		joined = append(joined, []string{k.Start, k.Finish})
	}
	var out [][]string
	for _, g := range merged(joined) {
		g = slices.DeleteFunc(g, func(n string) bool { return !slices.Contains(w.Terminals, n) })
		slices.SortFunc(g, func(a, b string) int { return slices.Index(w.Terminals, a) - slices.Index(w.Terminals, b) })
		out = append(out, g)
	}
	slices.SortFunc(out, func(a, b []string) int {
		return slices.Index(w.Terminals, a[0]) - slices.Index(w.Terminals, b[0])
	})
	return out
}

// merged joins groups that share a name.
func merged(in [][]string) [][]string {
	var out [][]string
	for _, group := range in {
		all := slices.Clone(group)
		var rest [][]string
		for _, other := range out {
			if slices.ContainsFunc(other, func(n string) bool { return slices.Contains(all, n) }) {
				all = append(all, other...)
			} else {
				rest = append(rest, other)
			}
		}
		slices.Sort(all)
		out = append(rest, slices.Compact(all))
	}
	return out
}
