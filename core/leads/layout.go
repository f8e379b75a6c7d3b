// Package leads knows what the wires in a terminal box are, how they are
// joined now, how they should be joined, and the fewest moves between the two.
//
// Joints are sets of names: terminals of the motor and the lines L1, L2 and L3
// (L3 is the made corner of a bridge). Terminals have one canonical name here
// (U1 … W2); what is read and printed follows the names on the person's own
// motor.
package leads

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"sort"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/machine"
)

// Kind is how many leads come out and what they belong to.
type Kind string

// The kinds that can be planned.
const (
	Three Kind = "three" // joined inside, one voltage
	Six   Kind = "six"   // three whole coils, both ends out
)

// Naming is what is printed on the leads or studs.
type Naming string

// The naming worlds.
const (
	IEC    Naming = "iec" // U1 U2 V1 V2 W1 W2
	T      Naming = "t"   // T1 … T6
	OldUX  Naming = "u-x" // U-X V-Y W-Z
	OldAX  Naming = "a-x" // A-X B-Y C-Z
	noName        = ""
	lineL1        = "L1"
	lineL2        = "L2"
	corner        = "L3"
)

// Lines are the names of the three motor lines in a joint.
var Lines = []string{lineL1, lineL2, corner}

var terminals = []string{"U1", "V1", "W1", "U2", "V2", "W2"}

var names = map[Naming][]string{
	IEC:   terminals,
	T:     {"T1", "T2", "T3", "T4", "T5", "T6"},
	OldUX: {"U", "V", "W", "X", "Y", "Z"},
	OldAX: {"A", "B", "C", "X", "Y", "Z"},
}

// Terminals of a kind, by canonical name, upper stud row first.
func (k Kind) Terminals() []string {
	if k == Three {
		return terminals[:3]
	}
	return terminals
}

// Print is the name of a terminal or line on this motor.
func (n Naming) Print(canonical string) string {
	if i := slices.Index(terminals, canonical); i >= 0 {
		if own, ok := names[n]; ok {
			return own[i]
		}
	}
	return canonical
}

// canonical finds what a written name means: in the motor's own naming first,
// then in any other, so that someone may type either system.
func (n Naming) canonical(written string, k Kind) (string, bool) {
	w := strings.ToUpper(strings.TrimSpace(written))
	if slices.Contains(Lines, w) {
		return w, true
	}
	if w == "CORNER" || w == "C" && n != OldAX {
		return corner, true
	}
	for _, naming := range []Naming{n, IEC, T, OldUX} {
		if i := slices.Index(names[naming], w); i >= 0 && i < len(k.Terminals()) {
			return terminals[i], true
		}
	}
	return "", false
}

// Joints is what is joined to what. Every name stands in at most one joint.
type Joints [][]string

// normal merges joints that share a name, drops lone names, and sorts.
func normal(in [][]string) Joints {
	out := Joints(merged(in))
	for _, g := range out {
		slices.SortFunc(g, order)
	}
	out = slices.DeleteFunc(out, func(g []string) bool { return len(g) < 2 })
	sort.Slice(out, func(i, j int) bool { return order(out[i][0], out[j][0]) < 0 })
	return out
}

// order puts lines first, then the terminals in the order of the studs.
func order(a, b string) int { return place(a) - place(b) }

func place(n string) int {
	if i := slices.Index(Lines, n); i >= 0 {
		return i
	}
	return 3 + slices.Index(terminals, n)
}

// Of is the joint that holds a name, or the name alone.
func (j Joints) Of(name string) []string {
	for _, g := range j {
		if slices.Contains(g, name) {
			return g
		}
	}
	return []string{name}
}

// Print writes the joints as text with the motor's own names:
// "L1-U1-W2; L2-V1-U2; L3-W1-V2".
func (j Joints) Print(n Naming) string {
	parts := make([]string, len(j))
	for i, g := range j {
		parts[i] = PrintJoint(g, n)
	}
	return strings.Join(parts, "; ")
}

// PrintJoint writes one joint.
func PrintJoint(g []string, n Naming) string {
	own := make([]string, len(g))
	for i, name := range g {
		own[i] = n.Print(name)
	}
	return strings.Join(own, "-")
}

// The named joints of six leads.
var (
	starJoints  = Joints{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}, {"U2", "V2", "W2"}}
	deltaJoints = Joints{{"L1", "U1", "W2"}, {"L2", "V1", "U2"}, {"L3", "W1", "V2"}}
	lineJoints  = Joints{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}}
)

// Arrangement is a named way to join whole windings.
type Arrangement string

// The arrangements of whole windings.
const (
	Delta Arrangement = "delta"
	Star  Arrangement = "star"
)

// JointsFor gives the joints of an arrangement for the leads that come out,
// with the lines on U1, V1 and W1.
func (a Arrangement) JointsFor(k Kind) Joints {
	if k == Three {
		return lineJoints
	}
	return a.Joints()
}

// Joints of an arrangement for six leads, with the lines on U1, V1 and W1.
func (a Arrangement) Joints() Joints {
	if a == Star {
		return starJoints
	}
	return deltaJoints
}

// Name recognises an arrangement by what its terminals are joined to, wherever
// the lines come in: star also with the other three ends together. Empty when
// it is neither.
func Name(j Joints) Arrangement {
	bare := j.withoutLines()
	switch {
	case bare.equal(deltaJoints.withoutLines()), bare.equal(Joints{{"U1", "V2"}, {"V1", "W2"}, {"W1", "U2"}}):
		return Delta
	case bare.equal(Joints{{"U2", "V2", "W2"}}), bare.equal(Joints{{"U1", "V1", "W1"}}):
		return Star
	}
	return noName
}

func (j Joints) withoutLines() Joints {
	var out [][]string
	for _, g := range j {
		out = append(out, slices.DeleteFunc(slices.Clone(g), func(n string) bool { return slices.Contains(Lines, n) }))
	}
	return normal(out)
}

func (j Joints) equal(o Joints) bool {
	return slices.EqualFunc(normal(j), normal(o), func(a, b []string) bool { return slices.Equal(a, b) })
}

var between = regexp.MustCompile(`[;,\n]+`)

// Parse reads joints as people type them: "L1-U1-W2; L2-V1-U2", with spaces,
// plus signs or dashes between names, or the words star, delta and open. The
// error says which name is unknown.
func Parse(text string, n Naming, k Kind) (Joints, error) {
	switch strings.ToLower(strings.TrimSpace(text)) {
	case "star", "y", "wye":
		if k == Six {
			return starJoints, nil
		}
	case "delta", "triangle", "d", "δ", "Δ":
		if k == Six {
			return deltaJoints, nil
		}
	case "open", "none", "nothing joined":
		return Joints{}, nil
	}
	var groups [][]string
	for _, part := range between.Split(text, -1) {
		var g []string
		for _, w := range strings.FieldsFunc(part, func(r rune) bool { return strings.ContainsRune(" \t-–—+=&·", r) }) {
			name, ok := n.canonical(w, k)
			if !ok {
				return nil, fmt.Errorf("%q is no lead of this motor; its leads are %s and the lines L1, L2, L3", w, PrintJoint(k.Terminals(), n))
			}
			g = append(g, name)
		}
		groups = append(groups, g)
	}
	j := normal(groups)
	if len(j) == 0 {
		return nil, fmt.Errorf("%q joins nothing; write joints like %s, or the words star, delta or open", text, deltaJoints.Print(n))
	}
	return j, nil
}

// Coils of a kind and the joints that are made inside the motor, for which
// three leads need the inner arrangement.
func Coils(k Kind, inner Arrangement) (coils []circuit.Coil, inside Joints) {
	coils = machine.Coils()
	if k == Three {
		inside = inner.Joints().withoutLines()
	}
	return coils, inside
}

// WithLines puts each line that the joints leave out on its standard terminal
// (U1, V1, W1), as someone would who fed the box as it is. missing says which
// lines were assumed.
func (j Joints) WithLines() (out Joints, missing []string) {
	all := slices.Clone([][]string(j))
	for i, l := range Lines {
		if len(j.Of(l)) == 1 {
			all = append(all, []string{l, terminals[i]})
			missing = append(missing, l)
		}
	}
	return normal(all), missing
}

// Reach is what an arrangement gives each winding on a line voltage.
type Reach struct {
	Arrangement Arrangement
	CoilVolts   float64
	Ratio       float64 // over the volts the winding was made for
}

// Within is how far a winding's volts may lie from its own for a joint to
// count as right.
const Within = 0.1

// Fits says that the winding sees its own volts.
func (r Reach) Fits() bool { return math.Abs(r.Ratio-1) <= Within }

// Reachable lists the arrangements that the leads allow for a winding made for
// windingVolts on line volts, nearest to its own volts first. In star the
// corner's shift is counted as a true 120°: each winding sees line/√3.
func Reachable(k Kind, inner Arrangement, lineVolts, windingVolts float64) []Reach {
	all := []Arrangement{Delta, Star}
	if k == Three {
		all = []Arrangement{inner}
	}
	var out []Reach
	for _, a := range all {
		v := lineVolts
		if a == Star {
			v /= math.Sqrt(3)
		}
		out = append(out, Reach{a, v, v / windingVolts})
	}
	sort.SliceStable(out, func(i, j int) bool { return math.Abs(math.Log(out[i].Ratio)) < math.Abs(math.Log(out[j].Ratio)) })
	return out
}
