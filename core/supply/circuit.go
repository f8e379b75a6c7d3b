package supply

import (
	"fmt"
	"regexp"
	"strings"

	"graybridge/core/table"
	"graybridge/core/unit"
)

// Circuit is one of a workshop's circuits, entered once for all its jobs.
type Circuit struct {
	Name  string
	Entry Entry // what was entered of it, in a job's own words
}

var (
	circuitLine = regexp.MustCompile(`^([^:]{1,60}?)\s*:\s*(.+)$`)
	marked      = regexp.MustCompile(`^(60|75)\s*°?\s*[cC]$`)
	onlyAmps    = regexp.MustCompile(`^[\d.,]+\s*[aA]$`)
	beside      = regexp.MustCompile(`^(.*\S)\s+([\d.,]+)\s*[aA]$`)
	sized       = regexp.MustCompile(`(?i)mm|awg|\bga\b|gauge|^#|^\d{1,2}\s*[-/]\s*\d$`)
	far         = regexp.MustCompile(`(?i)^[\d.,]+\s*(m|ft|feet|')$`)
	together    = regexp.MustCompile(`(?i)^(?:together\s+(\d+)|(\d+)\s+together)$`)
	device      = regexp.MustCompile(`(?i)^(?:residual|rcd)\s+(none|ac|a|b)$`)
	named       = regexp.MustCompile(`(?i)^(air|earth)\s+(\S.*)$`)
)

// cables are the kinds of cable in the words people use.
var cables = map[string]table.Cable{"conduit": table.Conduit, "wires in conduit": table.Conduit,
	"building cable": table.Building, "building": table.Building, "cord": table.Cord, "flexible cord": table.Cord}

// ParseCircuits reads a workshop's circuits, one a line: its name, then what is known of
// it apart by commas, in any order. The error names the line and what would do.
func ParseCircuits(text string) (out []Circuit, err error) {
	for line := range unit.Lines(text) {
		m := circuitLine.FindStringSubmatch(line)
		if m == nil {
			return nil, fmt.Errorf("%q names no circuit", line)
		}
		c := Circuit{Name: m[1]}
		for _, other := range out {
			if strings.EqualFold(other.Name, c.Name) {
				return nil, fmt.Errorf("two circuits are called %q", c.Name)
			}
		}
		for _, piece := range pieces(m[2]) {
			if !c.Entry.take(piece) {
				return nil, fmt.Errorf("%q of %q is nothing of a circuit", piece, c.Name)
			}
		}
		out = append(out, c)
	}
	return out, nil
}

// pieces are apart by commas; a comma between two digits is a decimal one.
func pieces(text string) (out []string) {
	from := 0
	for i, r := range text {
		if r != ',' && r != ';' {
			continue
		}
		if i > 0 && i+1 < len(text) && r == ',' && digit(text[i-1]) && digit(text[i+1]) {
			continue
		}
		out, from = append(out, text[from:i]), i+1
	}
	out = append(out, text[from:])
	kept := out[:0]
	for _, p := range out {
		if p = strings.TrimSpace(p); p != "" {
			kept = append(kept, p)
		}
	}
	return kept
}

func digit(b byte) bool { return b >= '0' && b <= '9' }

// take puts one piece of a circuit where it belongs; false where it is nothing of one.
func (e *Entry) take(piece string) bool {
	low := strings.ToLower(piece)
	if c, ok := cables[low]; ok {
		e.Cable = c
		return true
	}
	if m := marked.FindStringSubmatch(piece); m != nil {
		e.Terminals = m[1]
		return true
	}
	if m := together.FindStringSubmatch(piece); m != nil {
		e.Together = m[1] + m[2]
		return true
	}
	if m := device.FindStringSubmatch(piece); m != nil {
		e.Residual = Residual(strings.ToLower(m[1]))
		return true
	}
	if low == "no earth" {
		e.Earth = noEarth
		return true
	}
	if m := named.FindStringSubmatch(piece); m != nil {
		if strings.EqualFold(m[1], "air") {
			_, ok, err := unit.Celsius.One(m[2])
			e.Air = m[2]
			return ok && err == nil
		}
		_, ok, err := unit.ParseConductor(m[2])
		e.Earth = m[2]
		return ok && err == nil
	}
	switch {
	case sized.MatchString(piece):
		_, _, err := conductor(piece, table.Metric) // its words say which
		e.FeederSize = piece
		return err == nil
	case onlyAmps.MatchString(piece):
		e.Breaker = piece
		return true
	case far.MatchString(piece):
		_, ok, err := unit.Length.One(piece)
		e.FeederLength = piece
		return ok && err == nil
	case beside.MatchString(piece):
		e.Others = strings.TrimSpace(e.Others + "\n" + piece)
		return true
	}
	return false
}

// On is an entry on one of the workshop's circuits: what a job does not say itself is the
// circuit's. known is false where no circuit is called what the entry names.
func (e Entry) On(circuits []Circuit) (out Entry, known bool) {
	if e.Circuit == "" {
		return e, true
	}
	for _, c := range circuits {
		if !strings.EqualFold(c.Name, strings.TrimSpace(e.Circuit)) {
			continue
		}
		for _, f := range []struct {
			own *string
			of  string
		}{{&e.FeederLength, c.Entry.FeederLength}, {&e.FeederSize, c.Entry.FeederSize}, {&e.Breaker, c.Entry.Breaker},
			{&e.Terminals, c.Entry.Terminals}, {&e.Air, c.Entry.Air}, {&e.Together, c.Entry.Together},
			{&e.Others, c.Entry.Others}, {&e.Earth, c.Entry.Earth}} {
			if *f.own == "" {
				*f.own = f.of
			}
		}
		if e.Cable == "" {
			e.Cable = c.Entry.Cable
		}
		if e.Residual == "" {
			e.Residual = c.Entry.Residual
		}
		return e, true
	}
	return e, false
}
