package leads

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/unit"
)

// CapSize is one size of cap or splice with the least and the most copper its
// maker allows in it, as the sheet says.
type CapSize struct {
	Name        string
	Least, Most float64 // mm² together
}

var (
	capLine = regexp.MustCompile(`^(.+?)\s*[:=]\s*(.+?)\s*(?:to|…|\.\.\.?|–|—|-|;)\s*(.+)$`)
	capEnd  = regexp.MustCompile(`^(?:(\d+)\s*[x×*]\s*)?(.+)$`)
)

// ParseCaps reads a maker's table of caps, one size a line:
// "small: 2 × 18 AWG to 3 × 14 AWG" or "large: 3 mm² to 16 mm²". The error
// names the line.
func ParseCaps(text string) ([]CapSize, error) {
	var out []CapSize
	for line := range unit.Lines(text) {
		m := capLine.FindStringSubmatch(line)
		if m == nil {
			return nil, fmt.Errorf("%q is no cap size; write it like “small: 2 × 18 AWG to 3 × 14 AWG”", line)
		}
		c := CapSize{Name: m[1]}
		for i, into := range []*float64{&c.Least, &c.Most} {
			end := capEnd.FindStringSubmatch(strings.TrimSpace(m[2+i]))
			if end == nil {
				return nil, fmt.Errorf("%q names no wire at one of its ends; write it like “small: 2 × 18 AWG to 3 × "+
					"14 AWG”", line)
			}
			count := 1
			if end[1] != "" {
				count, _ = strconv.Atoi(end[1])
			}
			wire, ok, err := unit.ParseConductor(end[2])
			if err != nil || !ok {
				return nil, fmt.Errorf("%q is no wire of a cap size; write it like 2 × 14 AWG or 6 mm²", m[2+i])
			}
			*into = float64(count) * wire.Area()
		}
		if c.Least > c.Most {
			return nil, fmt.Errorf("%q holds at least more than at most", line)
		}
		out = append(out, c)
	}
	slices.SortStableFunc(out, func(a, b CapSize) int { return int(math.Copysign(1, a.Most-b.Most)) })
	return out, nil
}

// Cap is one joint of loose ends with what goes into it.
type Cap struct {
	Joint      string  `json:"joint"`
	Conductors int     `json:"conductors"`
	Lines      int     `json:"lines"` // of them, supply conductors
	Area       float64 `json:"area"`  // mm² together; 0 while a gauge is not said
	Size       string  `json:"size,omitempty"`
	Note       string  `json:"note,omitempty"`
}

// CapsFor counts what goes into each joint and finds a size of cap for it:
// the smallest of the table that takes the copper. Motor leads are of one
// gauge, lines of another; a zero gauge has not been said.
func CapsFor(j Joints, n Naming, lead, line unit.Conductor, table []CapSize) []Cap {
	out := []Cap{}
	for _, g := range j {
		if len(g) < 2 {
			continue
		}
		c := Cap{Joint: PrintJoint(g, n), Conductors: len(g)}
		for _, name := range g {
			if slices.Contains(Lines, name) {
				c.Lines++
			}
		}
		if lead != (unit.Conductor{}) && (line != (unit.Conductor{}) || c.Lines == 0) {
			c.Area = float64(c.Conductors-c.Lines)*lead.Area() + float64(c.Lines)*line.Area()
			for _, size := range table {
				if c.Area >= size.Least && c.Area <= size.Most {
					c.Size = size.Name
					break
				}
			}
			if c.Size == "" && len(table) > 0 {
				c.Note = "no cap of the table takes this: another make, or two joints"
			}
		}
		out = append(out, c)
	}
	return out
}

// Extra is wires in the box that belong to no joint.
type Extra struct {
	Names string `json:"names"`
	What  string `json:"what"`
	Goes  string `json:"goes"` // where they go
}

// Extras reads the lines of extras: names, then what they are.
func Extras(text string) []Extra {
	out := []Extra{}
	for line := range strings.SplitSeq(text, "\n") {
		words := strings.Fields(line)
		if len(words) == 0 {
			continue
		}
		what := extraAt(words)
		e := Extra{Names: strings.Join(words[:what], ", "), What: strings.Join(words[what:], " "),
			Goes: "not known: not into a joint, and not cut off; ends insulated until its diagram is found"}
		low := strings.ToLower(e.What)
		for _, k := range extraKinds {
			if slices.ContainsFunc(k.words, func(w string) bool { return strings.Contains(low, w) }) {
				e.Goes = k.goes
				break
			}
		}
		out = append(out, e)
	}
	return out
}

// inJoint finds the first wire of the extras that a text of joints names and
// that is no lead of the motor; nil where there is none.
func (h Hand) inJoint(text, extras string) (*Extra, string) {
	words := strings.FieldsFunc(text, func(r rune) bool { return strings.ContainsRune(" \t\n;,-–—+=&·", r) })
	for _, x := range Extras(extras) {
		for name := range strings.SplitSeq(x.Names, ", ") {
			if _, motors := h.Naming.canonical(name, h.Kind); name != "" && !motors &&
				slices.ContainsFunc(words, func(w string) bool { return strings.EqualFold(w, name) }) {
				return &x, name
			}
		}
	}
	return nil, ""
}

var extraKinds = []struct {
	words []string
	goes  string
}{
	{[]string{"therm", "ptc", "protector"}, "to the drive's or relay's thermistor input, or into the contactor's " +
		"coil circuit; never into a joint, never across the line"},
	{[]string{"brake"}, "fed from the line with its rectifier, never from a drive's output; it must let go before " +
		"the motor starts"},
	{[]string{"heater"}, "fed only while the motor stands, through a contact that the starter opens"},
	{[]string{"blower", "fan"}, "fed from the line by itself, running whenever the motor runs"},
	{[]string{"encoder", "tacho"}, "to the drive's encoder input in shielded cable, apart from the motor leads"},
}

// extraAt finds where the words of an extra begin after its names: at the
// first word that is longer than a lead's name.
func extraAt(words []string) int {
	for i, w := range words {
		if len(w) > 4 || strings.EqualFold(w, "ptc") || strings.EqualFold(w, "fan") {
			return i
		}
	}
	return min(len(words), 2)
}
