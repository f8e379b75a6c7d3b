// Package leads knows what the wires in a terminal box are, how they are
// joined now, how they should be joined, and the fewest moves between the two.
//
// Joints are sets of names: terminals of the motor and the lines L1, L2 and L3
// (L3 is the made third line of a bridge). Terminals have one canonical name here
// (U1 … W2); what is read and printed follows the names on the person's own
// motor.
package leads

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"sort"
	"strconv"
	"strings"
)

// Kind is how many leads come out and what they belong to.
type Kind string

// The kinds that can be planned, and the one that can only be explained.
const (
	Three     Kind = "three"      // joined inside, one voltage
	Six       Kind = "six"        // three whole coils, both ends out
	NineStar  Kind = "nine-star"  // three two-ended half coils and an inner star of three
	NineDelta Kind = "nine-delta" // three corners of three leads each
	Twelve    Kind = "twelve"     // six half coils, both ends out
	Other     Kind = "other"      // ten, eighteen, part-winding, two speeds: only its own diagram tells
)

// Kinds lists them, the plain ones first.
var Kinds = []Kind{Three, Six, NineStar, NineDelta, Twelve, Other}

// Title is the kind in words.
func (k Kind) Title() string {
	return map[Kind]string{Three: "three leads", Six: "six leads", NineStar: "nine leads, star inside",
		NineDelta: "nine leads, delta inside", Twelve: "twelve leads", Other: "another set of leads"}[k]
}

// Halved says that each phase is wound in two halves whose ends come out.
func (k Kind) Halved() bool { return k == NineStar || k == NineDelta || k == Twelve }

// Naming is what is printed on the leads or studs.
type Naming string

// The naming worlds.
const (
	IEC    Naming = "iec" // U1 U2 V1 V2 W1 W2, second halves U5 U6 …
	T      Naming = "t"   // T1 … T12
	OldUX  Naming = "u-x" // U-X V-Y W-Z
	OldAX  Naming = "a-x" // A-X B-Y C-Z
	lineL1        = "L1"
	lineL2        = "L2"
	corner        = "L3"
)

// Namings lists them.
var Namings = []Naming{IEC, T, OldUX, OldAX}

// For is the naming that the leads of a kind can carry: the letter pairs have
// no names for halves.
func (n Naming) For(k Kind) Naming {
	if k.Halved() && n != IEC {
		return T
	}
	if n == "" {
		return IEC
	}
	return n
}

// Lines are the names of the three motor lines in a joint.
var Lines = []string{lineL1, lineL2, corner}

var (
	terminals = []string{"U1", "V1", "W1", "U2", "V2", "W2"}
	tNames    = []string{"T1", "T2", "T3", "T4", "T5", "T6", "T7", "T8", "T9", "T10", "T11", "T12"}
	halfIEC   = []string{"U1", "V1", "W1", "U2", "V2", "W2", "U5", "V5", "W5", "U6", "V6", "W6"}
)

var names = map[Naming][]string{
	IEC:   terminals,
	T:     tNames[:6],
	OldUX: {"U", "V", "W", "X", "Y", "Z"},
	OldAX: {"A", "B", "C", "X", "Y", "Z"},
}

// Terminals of a kind, by canonical name: of whole windings the upper stud row
// first, of halves by T number. Empty where nobody can know.
func (k Kind) Terminals() []string {
	switch k {
	case Three:
		return terminals[:3]
	case NineStar, NineDelta:
		return tNames[:9]
	case Twelve:
		return tNames
	case Other:
		return nil
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
	if i := slices.Index(tNames, canonical); i >= 0 && n == IEC {
		return halfIEC[i]
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
	own := k.Terminals()
	if i, err := strconv.Atoi(w); err == nil && i >= 1 && i <= len(own) { // a bare number is a T number
		w = tNames[i-1]
	}
	if k.Halved() {
		for _, all := range [][]string{tNames, halfIEC} {
			if i := slices.Index(all, w); i >= 0 && i < len(own) {
				return own[i], true
			}
		}
		return "", false
	}
	for _, naming := range []Naming{n, IEC, T, OldUX} {
		if i := slices.Index(names[naming], w); i >= 0 && i < len(own) {
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

// Sorted gives names in the order in which they stand: lines, then terminals,
// without the points inside that no lead reaches.
func Sorted(names []string) []string {
	out := slices.DeleteFunc(slices.Clone(names), func(n string) bool { return place(n) == math.MaxInt32 })
	slices.SortFunc(out, order)
	return out
}

// order puts lines first, then the terminals in the order of the studs.
func order(a, b string) int { return cmp.Or(place(a)-place(b), strings.Compare(a, b)) }

func place(n string) int {
	if i := slices.Index(Lines, n); i >= 0 {
		return i
	}
	if i := slices.Index(terminals, n); i >= 0 {
		return 3 + i
	}
	if i := slices.Index(tNames, n); i >= 0 {
		return 9 + i
	}
	return math.MaxInt32 // an inner node
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

// Arrangement is how whole phases are joined.
type Arrangement string

// The arrangements of phases.
const (
	Delta Arrangement = "delta"
	Star  Arrangement = "star"
)

var between = regexp.MustCompile(`[;,\n]+`)

// Parse reads joints as people type them: "L1-U1-W2; L2-V1-U2", with spaces,
// plus signs or dashes between names, or the words star, delta and open, with
// low and high for halves. The error says which name is unknown.
func Parse(text string, n Naming, k Kind) (Joints, error) {
	w := k.Layout()
	if j, ok := w.byWords(text); ok {
		return j, nil
	}
	var groups [][]string
	for _, part := range between.Split(text, -1) {
		var g []string
		for _, word := range strings.FieldsFunc(part, func(r rune) bool {
			return strings.ContainsRune(" \t-–—+=&·",
				r)
		}) {
			name, ok := n.canonical(word, k)
			if !ok {
				return nil, fmt.Errorf("%q is no lead of this motor; its leads are %s and the lines L1, L2, L3", word,
					PrintJoint(w.Terminals, n))
			}
			g = append(g, name)
		}
		groups = append(groups, g)
	}
	j := normal(groups)
	if len(j) == 0 {
		return nil, fmt.Errorf("%q joins nothing; write joints like %s, or the words %s", text, w.example().Print(n),
			w.words())
	}
	return j, nil
}

// WithLines puts each line that the joints leave out on its standard terminal
// (U1, V1, W1 or T1, T2, T3), as someone would who fed the box as it is.
// missing says which lines were assumed.
func (j Joints) WithLines(k Kind) (out Joints, missing []string) {
	all := slices.Clone([][]string(j))
	for i, l := range Lines {
		if own := k.Terminals(); len(j.Of(l)) == 1 && i < len(own) {
			all = append(all, []string{l, own[i]})
			missing = append(missing, l)
		}
	}
	return normal(all), missing
}

// Bare is the joints without the lines that come in.
func (j Joints) Bare() Joints {
	var out [][]string
	for _, g := range j {
		out = append(out, slices.DeleteFunc(slices.Clone(g), func(n string) bool { return slices.Contains(Lines, n) }))
	}
	return normal(out)
}

// Equal says that two sets of joints join the same.
func (j Joints) Equal(o Joints) bool {
	return slices.EqualFunc(normal(j), normal(o), func(a, b []string) bool { return slices.Equal(a, b) })
}
