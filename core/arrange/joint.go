package arrange

import (
	"fmt"
	"slices"
	"strings"
)

// Node is where a winding's end or a capacitor's is joined.
type Node int8

// The nodes.
const (
	L1 Node = iota
	L2
	A
	B
	nodes
)

var nodeNames = [nodes]string{"L1", "L2", "A", "B"}

func (n Node) String() string { return nodeNames[n] }

// Joint is one way to join the windings U, V, W (start, finish) and one or two capacitors;
// a capacitor that is not there stands between a node and itself.
type Joint struct {
	Windings [3][2]Node
	Caps     [2][2]Node
}

// Two says that it has two capacitors.
func (j Joint) Two() bool { return j.Caps[1][0] != j.Caps[1][1] }

// Joints lists what meets at each node, in the usual names of six leads.
func (j Joint) Joints() [][]string {
	out := make([][]string, nodes)
	for n := range nodes {
		out[n] = []string{n.String()}
	}
	for w, ends := range j.Windings {
		for e, n := range ends {
			out[n] = append(out[n], fmt.Sprintf("%c%d", 'U'+w, e+1))
		}
	}
	return slices.DeleteFunc(out, func(g []string) bool { return len(g) < 2 })
}

func (j Joint) String() string {
	var parts []string
	for _, g := range j.Joints() {
		parts = append(parts, strings.Join(g, "-"))
	}
	for i, c := range j.Caps {
		if c[0] != c[1] {
			parts = append(parts, fmt.Sprintf("C%d %s-%s", i+1, c[0], c[1]))
		}
	}
	return strings.Join(parts, "  ")
}

// sorted puts the ends of each capacitor, and the two of them, in order.
func (j Joint) sorted() Joint {
	for i := range j.Caps {
		if j.Caps[i][0] > j.Caps[i][1] {
			j.Caps[i][0], j.Caps[i][1] = j.Caps[i][1], j.Caps[i][0]
		}
	}
	if j.Two() && slices.Compare(j.Caps[1][:], j.Caps[0][:]) < 0 {
		j.Caps[0], j.Caps[1] = j.Caps[1], j.Caps[0]
	}
	return j
}

func (j Joint) renamed(as [nodes]Node) Joint {
	for i := range j.Windings {
		j.Windings[i] = [2]Node{as[j.Windings[i][0]], as[j.Windings[i][1]]}
	}
	for i := range j.Caps {
		j.Caps[i] = [2]Node{as[j.Caps[i][0]], as[j.Caps[i][1]]}
	}
	return j
}

func (j Joint) compare(k Joint) int {
	for i := range j.Windings {
		if c := slices.Compare(j.Windings[i][:], k.Windings[i][:]); c != 0 {
			return c
		}
	}
	for i := range j.Caps {
		if c := slices.Compare(j.Caps[i][:], k.Caps[i][:]); c != 0 {
			return c
		}
	}
	return 0
}

// family is the least of all joints that are this one under other names.
func (j Joint) family() Joint {
	best := j.sorted()
	for _, lines := range [2][2]Node{{L1, L2}, {L2, L1}} {
		for _, inner := range [2][2]Node{{A, B}, {B, A}} {
			one := j.renamed([nodes]Node{lines[0], lines[1], inner[0], inner[1]})
			for range 2 { // all windings turned round
				for i := range one.Windings {
					one.Windings[i][0], one.Windings[i][1] = one.Windings[i][1], one.Windings[i][0]
				}
				for range 2 { // seen from the other end
					one.Windings[1], one.Windings[2] = one.Windings[2], one.Windings[1]
					for range 3 { // the names of the phases
						one.Windings = [3][2]Node{one.Windings[1], one.Windings[2], one.Windings[0]}
						if s := one.sorted(); s.compare(best) < 0 {
							best = s
						}
					}
				}
			}
		}
	}
	return best
}

// makesSense says that nothing hangs loose: an inner node that anything is joined to has a
// winding and something else, and some winding is fed.
func (j Joint) makesSense() bool {
	var windings, caps [nodes]int
	for _, w := range j.Windings {
		windings[w[0]]++
		windings[w[1]]++
	}
	for _, c := range j.Caps {
		if c[0] != c[1] {
			caps[c[0]]++
			caps[c[1]]++
		}
	}
	for _, n := range []Node{A, B} {
		switch all := windings[n] + caps[n]; {
		case all == 0:
		case all == 1, windings[n] == 0:
			return false
		}
	}
	if windings[B]+caps[B] > 0 && windings[A]+caps[A] == 0 {
		return false
	}
	return windings[L1]+caps[L1] > 0 && windings[L2]+caps[L2] > 0
}

// All are the joints that differ in more than names.
func All() []Joint {
	var pairs, places [][2]Node
	for a := range nodes {
		for b := range nodes {
			if a == b {
				continue
			}
			pairs = append(pairs, [2]Node{a, b})
			if a < b && b > L2 {
				places = append(places, [2]Node{a, b})
			}
		}
	}
	seen := map[Joint]bool{}
	var out []Joint
	add := func(j Joint) {
		if !j.makesSense() {
			return
		}
		if f := j.family(); !seen[f] {
			seen[f] = true
			out = append(out, f)
		}
	}
	for _, u := range pairs {
		for _, v := range pairs {
			for _, w := range pairs {
				for i, c := range places {
					add(Joint{Windings: [3][2]Node{u, v, w}, Caps: [2][2]Node{c, {}}})
					for _, d := range places[i+1:] {
						add(Joint{Windings: [3][2]Node{u, v, w}, Caps: [2][2]Node{c, d}})
					}
				}
			}
		}
	}
	slices.SortFunc(out, Joint.compare)
	return out
}
