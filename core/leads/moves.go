package leads

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/finding"
)

// Box is how the joints are made in the hand.
type Box string

// The kinds of terminal box.
const (
	Studs Box = "studs" // six studs in two rows, with links
	Ends  Box = "ends"  // loose lead ends, with caps
)

// Rows is how the two rows of studs lie in the box in front of you.
type Rows string

// Turned rows: W2 U2 V2 above, U1 V1 W1 below.
const Turned Rows = "turned"

// Entry is the leads as the person says they are.
type Entry struct {
	Kind   Kind     `json:"kind,omitempty" enum:"three,six,nine-star,nine-delta,twelve,other"`
	Naming Naming   `json:"naming,omitempty" enum:"iec,t,u-x,a-x"`
	Beside Naming   `json:"beside,omitempty" enum:"iec,t,u-x,a-x" doc:"a second system that the plate prints"`
	Box    Box      `json:"box,omitempty" enum:"studs,ends" doc:"empty: six leads stand on studs, others are loose"`
	Rows   Rows     `json:"rows,omitempty" enum:"turned" doc:"the row of W2 U2 V2 lies above"`
	Inner  string   `json:"inner,omitempty" enum:"delta,star" label:"joined inside" doc:"of three leads"`
	Found  string   `json:"found,omitempty" example:"L1-U1-W2; L2-V1-U2; L3-W1-V2" doc:"joined now, or star, high delta, open"`
	Wanted string   `json:"wanted,omitempty" example:"delta" doc:"empty: the plan chooses"`
	Done   []string `json:"done,omitempty" by:"hand" nullable:"false" maxItems:"64" doc:"moves that are made"`
	Agreed string   `json:"agreed,omitempty" enum:"plate" doc:"the plate's own diagram shows this kind"`
	Clips  string   `json:"clips,omitempty" enum:"yes" doc:"joined with test clips until the direction is known"`
	Bumped string   `json:"bumped,omitempty" by:"hand" enum:"right-L1,wrong-L1,right-L2,wrong-L2" doc:"and where the capacitor was"`
	Photo  string   `json:"photo,omitempty" by:"hand" doc:"id of the picture of the final studs or caps"`
	Gauge  string   `json:"gauge,omitempty" example:"14 AWG" doc:"of the motor's leads"`
	// Extras are wires in the box that belong to no joint.
	Extras  string  `json:"extras,omitempty" entry:"lines" example:"P1 P2 thermal protector"`
	Starter Starter `json:"starter,omitempty" enum:"star-delta"`
	Round
	Ohms
	Brushed Brushed `json:"brushed,omitzero" label:"DC"`
}

// Hand is how this motor's joints are made and named.
type Hand struct {
	Naming Naming
	Kind   Kind
	Box    Box
	Third  string // what the third line is called in a move; empty: the made third line
}

// Hand of an entry: six leads stand on studs unless said otherwise, all others
// are loose ends.
func (e *Entry) Hand() Hand {
	k := e.Kind
	if k == "" {
		k = Six
	}
	h := Hand{Naming: e.Naming.For(k), Kind: k, Box: Ends}
	if k == Six && e.Box != Ends {
		h.Box = Studs
	}
	return h
}

// MoveKind is what a move does.
type MoveKind string

// The kinds of move.
const (
	LockOff MoveKind = "lock-off"
	OpenUp  MoveKind = "open" // a joint taken apart altogether
	TakeOut MoveKind = "take" // one name taken out of a joint that stays
	Join    MoveKind = "join" // pieces joined into one
	Check   MoveKind = "check"
)

// Move is one numbered thing to do with the hands.
type Move struct {
	ID      string   `json:"id"`
	Kind    MoveKind `json:"kind"`
	Text    string   `json:"text"`
	Caution string   `json:"caution,omitempty"`
	Names   []string `json:"names" nullable:"false"` // canonical, what the hand touches
	Done    bool     `json:"done"`
}

func id(k MoveKind, names []string) string { return string(k) + ":" + strings.Join(names, "-") }

// Moves lists the fewest moves from found to wanted, lock-off first and the
// check last. For every found joint the largest part that may stay together
// stays; everything else is taken out; then each wanted joint is made from its
// pieces.
func Moves(found, wanted Joints, h Hand, done []string) []Move {
	n := h.Naming
	moves := []Move{{ID: string(LockOff), Kind: LockOff, Names: []string{}, Text: "Lock off and prove dead",
		Caution: proveDead}}
	target := func(name string) string { return strings.Join(wanted.Of(name), "-") }
	now := [][]string{}
	for _, g := range found {
		pieces := map[string][]string{}
		var keys []string
		for _, name := range g {
			t := target(name)
			if _, ok := pieces[t]; !ok {
				keys = append(keys, t)
			}
			pieces[t] = append(pieces[t], name)
		}
		if len(keys) == 1 {
			now = append(now, g)
			continue
		}
		keep := keys[0]
		for _, k := range keys {
			if len(pieces[k]) > len(pieces[keep]) {
				keep = k
			}
		}
		if len(pieces[keep]) == 1 {
			moves = append(moves, Move{ID: id(OpenUp, g), Kind: OpenUp, Names: g, Text: openText(g, h)})
			for _, name := range g {
				now = append(now, []string{name})
			}
			continue
		}
		now = append(now, pieces[keep])
		for _, k := range keys {
			if k == keep {
				continue
			}
			for _, name := range pieces[k] {
				moves = append(moves, Move{ID: id(TakeOut, []string{name}) + ":" + strings.Join(g, "-"), Kind: TakeOut,
					Names: []string{name},
					Text:  fmt.Sprintf("Take %s off %s", n.Print(name), PrintJoint(without(g, name), n))})
				now = append(now, []string{name})
			}
		}
	}
	for _, g := range wanted {
		var pieces []string
		for _, name := range g {
			if piece := representative(now, name); !slices.Contains(pieces, piece) {
				pieces = append(pieces, piece)
			}
		}
		if len(pieces) < 2 {
			continue
		}
		if h.Box == Ends {
			moves = append(moves, capMove(g, pieces, now, h))
		} else {
			moves = append(moves, joinMoves(g, pieces, h)...)
		}
	}
	check := Move{ID: string(Check), Kind: Check, Names: []string{},
		Text:    "Both nuts tight on every stud; every joint compared with the card once more; photograph",
		Caution: lidOn}
	if h.Box == Ends {
		check.Text = "Pull on every wire of every cap; every joint compared with the card once more; photograph"
		check.Caution = lidOnRoom
	}
	moves = append(moves, check)
	for i := range moves {
		moves[i].Done = slices.Contains(done, moves[i].ID)
	}
	return moves
}

// representative names the piece that holds a name: its first terminal, or the
// first line where it has none.
func representative(now [][]string, name string) string {
	for _, have := range now {
		if slices.Contains(have, name) {
			if i := slices.IndexFunc(have, func(n string) bool { return !slices.Contains(Lines, n) }); i >= 0 {
				return have[i]
			}
			return have[0]
		}
	}
	return name
}

// capMove makes a joint of loose ends in one go: one cap, or more wires into a
// cap that is there already.
func capMove(g, pieces []string, now [][]string, h Hand) Move {
	n := h.Naming
	there := ""
	for _, have := range now {
		if len(have) > 1 && slices.ContainsFunc(have, func(x string) bool { return slices.Contains(pieces, x) }) {
			there = PrintJoint(have, n)
			break
		}
	}
	text := "Cap together " + listed(g, h)
	if there != "" {
		var more []string
		for _, p := range pieces {
			if !strings.Contains("-"+there+"-", "-"+n.Print(p)+"-") {
				more = append(more, p)
			}
		}
		text = fmt.Sprintf("Into the cap of %s add %s", there, listed(more, h))
	}
	return Move{ID: id(Join, g), Kind: Join, Names: g, Text: text}
}

// listed writes names as a sentence has them, the made third line in words.
func listed(g []string, h Hand) string {
	words := make([]string, len(g))
	for i, x := range g {
		words[i] = h.Naming.Print(x)
		if x == corner {
			words[i] = h.lineName(x)
		}
	}
	return finding.Together(words)
}

// joinMoves makes a joint: links between terminals first, then its line.
func joinMoves(g, pieces []string, h Hand) []Move {
	n := h.Naming
	var lines, links []string
	for _, p := range pieces {
		if slices.Contains(Lines, p) {
			lines = append(lines, p)
		} else {
			links = append(links, p)
		}
	}
	var out []Move
	if len(links) > 1 {
		out = append(out, Move{ID: id(Join, links), Kind: Join, Names: links, Text: linkText(links, n)})
	}
	rest := slices.DeleteFunc(slices.Clone(g), func(x string) bool { return slices.Contains(Lines, x) })
	if len(rest) == 0 { // lines alone: a dead short or a spare corner, asked for all the same
		return []Move{{ID: id(Join, lines), Kind: Join, Names: lines, Text: "Join " + PrintJoint(lines, n)}}
	}
	for _, l := range lines {
		out = append(out, Move{ID: id(Join, []string{l, rest[0]}), Kind: Join, Names: []string{l, rest[0]},
			Text: fmt.Sprintf("Bring %s to %s", h.lineName(l), PrintJoint(rest, n))})
	}
	return out
}

func (h Hand) lineName(l string) string {
	switch {
	case l == corner && h.Third != "":
		return h.Third
	case l == corner:
		return "the made third line (capacitor)"
	}
	return l
}

func without(g []string, name string) []string {
	return slices.DeleteFunc(slices.Clone(g), func(x string) bool { return x == name })
}

// Rows of studs, facing pairs above each other.
var (
	upper = []string{"U1", "V1", "W1"}
	lower = []string{"W2", "U2", "V2"}
)

// Studs gives the upper and lower stud row of six leads.
func (r Rows) Studs() (up, low []string) {
	if r == Turned {
		return lower, upper
	}
	return upper, lower
}

func facing(a, b string) bool {
	i := slices.Index(upper, a)
	return i >= 0 && lower[i] == b
}

func isRow(g []string) bool {
	if len(g) != 3 {
		return false
	}
	for _, row := range [][]string{upper, lower} {
		if !slices.ContainsFunc(g, func(x string) bool { return !slices.Contains(row, x) }) {
			return true
		}
	}
	return false
}

func linkText(g []string, n Naming) string {
	switch {
	case len(g) == 2 && facing(g[0], g[1]):
		return fmt.Sprintf("Upright link %s to %s", n.Print(g[0]), n.Print(g[1]))
	case isRow(g):
		return "Flat link along " + PrintJoint(rowOrder(g), n)
	}
	return "Join " + PrintJoint(g, n)
}

func openText(g []string, h Hand) string {
	n := h.Naming
	if h.Box == Ends {
		return "Cap off " + PrintJoint(g, n)
	}
	bare := slices.DeleteFunc(slices.Clone(g), func(x string) bool { return slices.Contains(Lines, x) })
	switch {
	case isRow(bare) && len(bare) == len(g):
		return "Flat link off " + PrintJoint(rowOrder(g), n)
	case len(g) == 2 && facing(g[0], g[1]):
		return fmt.Sprintf("Upright link off %s and %s", n.Print(g[0]), n.Print(g[1]))
	}
	return "Open " + PrintJoint(g, n)
}

// rowOrder is how the studs stand beside each other.
func rowOrder(g []string) []string {
	for _, row := range [][]string{upper, lower} {
		if slices.Contains(row, g[0]) {
			return row
		}
	}
	return g
}

// Apply gives the joints after the moves that are done.
func Apply(found Joints, moves []Move) Joints {
	now := [][]string{}
	for _, g := range found {
		now = append(now, slices.Clone(g))
	}
	for _, m := range moves {
		if !m.Done {
			continue
		}
		switch m.Kind {
		case OpenUp:
			now = slices.DeleteFunc(now, func(g []string) bool { return slices.Equal(g, m.Names) })
		case TakeOut:
			for i := range now {
				now[i] = without(now[i], m.Names[0])
			}
		case Join:
			now = append(now, m.Names)
		}
	}
	return normal(now)
}

// Read reads the entry's joints. Where found has not been said, known is
// false. The readings name what could not be read.
func Read(e Entry) (found, wanted Joints, known, chosen bool, readings []finding.Reading) {
	h := e.Hand()
	one := func(path, text string) (Joints, bool) {
		if strings.TrimSpace(text) == "" {
			return nil, false
		}
		r := finding.Reading{Path: path, Typed: text}
		if x, name := h.inJoint(text, e.Extras); x != nil {
			r.Problem = extraGoes(name, x)
			r.Wanted = "the joints without " + name
			readings = append(readings, r)
			return nil, false
		}
		j, err := Parse(text, h.Naming, h.Kind)
		if err != nil {
			r.Problem, r.Wanted = err.Error()+".", "joints like "+h.Kind.Layout().example().Print(h.Naming)
		} else if r.ReadAs = j.Print(h.Naming); len(j) == 0 {
			r.ReadAs = "nothing joined"
		}
		readings = append(readings, r)
		return j, err == nil
	}
	found, known = one("leads.found", e.Found)
	wanted, chosen = one("leads.wanted", e.Wanted)
	return found, wanted, known, chosen, readings
}
