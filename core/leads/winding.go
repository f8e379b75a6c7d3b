package leads

import (
	"slices"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/machine"
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

// Halves says how the two halves of each phase stand in a joint table.
type Halves string

// The ways of halves; whole windings have none.
const (
	Whole    Halves = ""
	Parallel Halves = "parallel" // low voltage: each half beside its twin
	Series   Halves = "series"   // high voltage: end to end
)

// Way is how the windings are joined: the phases, and the halves of each.
type Way struct {
	Arrangement Arrangement `json:"arrangement,omitempty"`
	Halves      Halves      `json:"halves,omitempty"`
}

// String is the way in words; empty for joints that have no name.
func (w Way) String() string {
	switch {
	case w.Arrangement == "":
		return ""
	case w.Halves == Parallel:
		return string(w.Arrangement) + ", low joints"
	case w.Halves == Series:
		return string(w.Arrangement) + ", high joints"
	}
	return string(w.Arrangement)
}

// Factor is the volts of a whole winding (its halves counted end to end) per
// line volt: 1 in delta, 1/√3 in star, twice that with the halves side by side.
func (w Way) Factor() float64 {
	f := 1.0
	if w.Arrangement == Star {
		f = 1 / sqrt3
	}
	if w.Halves == Parallel {
		f *= 2
	}
	return f
}

const sqrt3 = 1.7320508075688772

// Table is one way to join the leads of a winding, with the lines on it.
type Table struct {
	Way
	Joints Joints
}

// phases are the letters of the three phases, in the order of their axes.
var phases = []string{"u", "v", "w"}

// half writes the six half coils of a motor whose second halves end at the
// given nodes.
func half(ends [3]string) []circuit.Coil {
	second := [3]string{"T7", "T8", "T9"}
	first := [3][2]string{{"T1", "T4"}, {"T2", "T5"}, {"T3", "T6"}}
	var out []circuit.Coil
	for i, letter := range phases {
		axis := 120 * float64(i)
		out = append(out,
			circuit.Coil{Name: letter + "a", Start: first[i][0], Finish: first[i][1], AxisDeg: axis, Share: 0.5},
			circuit.Coil{Name: letter + "b", Start: second[i], Finish: ends[i], AxisDeg: axis, Share: 0.5})
	}
	return out
}

// InnerStar is the node of a nine-lead star that no lead reaches.
const InnerStar = "inner star"

var (
	starJoints  = Joints{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}, {"U2", "V2", "W2"}}
	deltaJoints = Joints{{"L1", "U1", "W2"}, {"L2", "V1", "U2"}, {"L3", "W1", "V2"}}
	lineJoints  = Joints{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}}
	// high is the table that nine-lead star and nine-lead delta share.
	high         = Joints{{"L1", "T1"}, {"L2", "T2"}, {"L3", "T3"}, {"T4", "T7"}, {"T5", "T8"}, {"T6", "T9"}}
	nineStarLow  = Joints{{"L1", "T1", "T7"}, {"L2", "T2", "T8"}, {"L3", "T3", "T9"}, {"T4", "T5", "T6"}}
	nineDeltaLow = Joints{{"L1", "T1", "T6", "T7"}, {"L2", "T2", "T4", "T8"}, {"L3", "T3", "T5", "T9"}}
)

// Windings lists every layout with its joint tables, lowest voltage first.
func Windings() []Winding {
	return []Winding{
		{Kind: Six, Terminals: terminals, Coils: machine.Coils(), Tables: []Table{{Way{Delta, Whole}, deltaJoints},
			{Way{Star, Whole}, starJoints}}},
		{Kind: NineStar, Terminals: tNames[:9], Coils: half([3]string{InnerStar, InnerStar, InnerStar}),
			Tables: []Table{
				{Way{Star, Parallel}, nineStarLow},
				{Way{Star, Series}, high}}},
		{Kind: NineDelta, Terminals: tNames[:9], Coils: half([3]string{"T2", "T3", "T1"}), Tables: []Table{
			{Way{Delta, Parallel}, nineDeltaLow},
			{Way{Delta, Series}, high}}},
		{Kind: Twelve, Terminals: tNames, Coils: half([3]string{"T10", "T11", "T12"}), Tables: []Table{
			{Way{Delta, Parallel}, Joints{{"L1", "T1", "T7", "T6", "T12"}, {"L2", "T2", "T8", "T4", "T10"},
				{"L3", "T3", "T9", "T5", "T11"}}},
			{Way{Star, Parallel}, Joints{{"L1", "T1", "T7"}, {"L2", "T2", "T8"}, {"L3", "T3", "T9"},
				{"T4", "T5", "T6"}, {"T10", "T11", "T12"}}},
			{Way{Delta, Series}, Joints{{"L1", "T1", "T12"}, {"L2", "T2", "T10"}, {"L3", "T3", "T11"}, {"T4", "T7"},
				{"T5", "T8"}, {"T6", "T9"}}},
			{Way{Star, Series}, Joints{{"L1", "T1"}, {"L2", "T2"}, {"L3", "T3"}, {"T4", "T7"}, {"T5", "T8"},
				{"T6", "T9"}, {"T10", "T11", "T12"}}}}},
	}
}

// layouts are kept by kind: they never change.
var layouts = func() map[Kind]Winding {
	out := map[Kind]Winding{}
	for _, w := range Windings() {
		out[w.Kind] = w
	}
	return out
}()

// Layout is the winding of a kind. Of three leads it has whole coils and no
// tables: the joint is made inside. Of Other there is nothing.
func (k Kind) Layout() Winding {
	switch k {
	case Three:
		return Winding{Kind: Three, Coils: machine.Coils(), Terminals: terminals[:3]}
	case Other:
		return Winding{Kind: Other}
	case "":
		return layouts[Six]
	}
	return layouts[k]
}

// Table gives the joints of a way; ok is false where the leads do not allow it.
func (w Winding) Table(way Way) (Joints, bool) {
	for _, t := range w.Tables {
		if t.Way == way {
			return t.Joints, true
		}
	}
	return nil, false
}

// JointsFor gives the joints of a way for the leads that come out, with the
// lines on U1, V1 and W1 (T1, T2 and T3); three leads carry the lines alone.
func (k Kind) JointsFor(way Way) Joints {
	if k == Three {
		return lineJoints
	}
	j, _ := k.Layout().Table(way)
	return j
}

// Coils of a kind and the joints that are made inside the motor, for which
// three leads need the inner arrangement.
func Coils(k Kind, inner Arrangement) (coils []circuit.Coil, inside Joints) {
	if k == Three {
		whole := Six.JointsFor(Way{inner, Whole})
		inside = whole.Bare()
	}
	return slices.Clone(k.Layout().Coils), inside
}

func (w Winding) example() Joints {
	if len(w.Tables) == 0 {
		return lineJoints
	}
	return w.Tables[0].Joints
}

func (w Winding) words() string {
	switch w.Kind {
	case Three:
		return "open"
	case Six:
		return "star, delta or open"
	case Twelve:
		return "delta low, star low, delta high, star high or open"
	}
	return "low, high or open"
}

var wordSigns = strings.NewReplacer("triangle", "delta", "wye", "star", "parallel", "low", "series", "high", "joints",
	"", "δ", "delta", "Δ", "delta", "volts", "", "voltage", "")

// byWords finds a table by its name in words.
func (w Winding) byWords(text string) (Joints, bool) {
	words := strings.Fields(wordSigns.Replace(strings.ToLower(strings.NewReplacer(",", " ", "-", " ").Replace(text))))
	if slices.Equal(words, []string{"open"}) || slices.Equal(words, []string{"none"}) ||
		slices.Equal(words, []string{"nothing", "joined"}) {
		return Joints{}, true
	}
	if len(words) == 0 || len(words) > 2 {
		return nil, false
	}
	matches := func(t Table) bool {
		for _, word := range words {
			switch {
			case word == string(t.Arrangement), word == "y" && t.Arrangement == Star, word == "d" &&
				t.Arrangement == Delta:
			case word == "low" && t.Halves == Parallel, word == "high" && t.Halves == Series:
			default:
				return false
			}
		}
		return true
	}
	var found []Table
	for _, t := range w.Tables {
		if matches(t) {
			found = append(found, t)
		}
	}
	if len(found) != 1 { // "low" of twelve leads is two tables: nothing is guessed
		return nil, false
	}
	return found[0].Joints, true
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
		slices.SortFunc(g, order)
		out = append(out, g)
	}
	slices.SortFunc(out, func(a, b []string) int { return order(a[0], b[0]) })
	return out
}

// Symmetries are the ways to rename the leads of a layout that no reading at
// standstill can tell from the truth: phases renamed in rotation or as in a
// mirror, all coils reversed, equal halves exchanged, and what the joints
// inside leave of these. Each maps a terminal to the one it is taken for.
func (w Winding) Symmetries() []map[string]string {
	halves := len(w.Coils) / len(phases)
	at := func(phase, half int) circuit.Coil { return w.Coils[phase*halves+half] }
	var out []map[string]string
	for _, perm := range [][3]int{{0, 1, 2}, {1, 2, 0}, {2, 0, 1}, {0, 2, 1}, {2, 1, 0}, {1, 0, 2}} {
		for exchange := range 1 << (3 * (halves - 1)) {
			for _, reversed := range []bool{false, true} {
				nodes, back := map[string]string{}, map[string]string{}
				same := true
				put := func(from, to string) {
					if had, ok := nodes[from]; ok && had != to {
						same = false
					}
					if had, ok := back[to]; ok && had != from {
						same = false
					}
					if slices.Contains(w.Terminals, from) != slices.Contains(w.Terminals, to) {
						same = false
					}
					nodes[from], back[to] = to, from
				}
				for phase := range phases {
					for h := range halves {
						from, to := at(phase, h), at(perm[phase], h^(exchange>>phase&1))
						if reversed {
							to.Start, to.Finish = to.Finish, to.Start
						}
						put(from.Start, to.Start)
						put(from.Finish, to.Finish)
					}
				}
				if !same {
					continue
				}
				for n := range nodes {
					if !slices.Contains(w.Terminals, n) {
						delete(nodes, n)
					}
				}
				out = append(out, nodes)
			}
		}
	}
	return out
}

// symmetries are kept by kind.
var symmetries = func() map[Kind][]map[string]string {
	out := map[Kind][]map[string]string{}
	for k, w := range layouts {
		out[k] = w.Symmetries()
	}
	return out
}()

func (j Joints) renamed(by map[string]string) Joints {
	out := make([][]string, len(j))
	for i, g := range j {
		for _, n := range g {
			if to, ok := by[n]; ok {
				n = to
			}
			out[i] = append(out[i], n)
		}
	}
	return normal(out)
}

// Name recognises a way by what the terminals are joined to, wherever the
// lines come in and whichever of the equal leads were used. Empty when the
// joints have no name.
func Name(k Kind, j Joints) Way {
	bare := j.Bare()
	for _, t := range k.Layout().Tables {
		table := t.Joints.Bare()
		for _, s := range symmetries[k.Layout().Kind] {
			if bare.Equal(table.renamed(s)) {
				return t.Way
			}
		}
	}
	return Way{}
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
