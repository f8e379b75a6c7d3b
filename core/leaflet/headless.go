package leaflet

import (
	"regexp"
	"strings"
)

// Lines that were pasted without the head of their table, and with their gaps closed up as a PDF
// gives them: a code, a name, a range or choices, a default and a unit, in that order.
var (
	codeFirst = regexp.MustCompile(`^\s*([A-Za-z]{0,4}[-._]?\d[\w.-]{0,9})[\s:;|,]+(\D.*)$`)
	// Where the name ends: at a range, at choices, at a figure by itself.
	rangeAt = regexp.MustCompile(`[-+]?\d+(?:[.,]\d+)?\s*(?:[^\s\d]{1,4}\s*)?(?:~|-|–|…|\.\.\.?|\bto\b)` +
		`\s*[-+]?\d+(?:[.,]\d+)?`)
	choicesAt  = regexp.MustCompile(`(?:^|\s)\d+\s*[:=]\s*\D`)
	defaultAt  = regexp.MustCompile(`^\s*(?:[^\s\d]{1,4}\s+)?([-+]?\d+(?:[.,]\d+)?)(?:\s*([^\s\d]{1,5}))?\s*$`)
	lastFigure = regexp.MustCompile(`\s([-+]?\d+(?:[.,]\d+)?)(?:\s*[^\s\d]{1,5})?\s*$`)
	marks      = strings.NewReplacer("\t", " ", "|", " ", ";", " ")
)

// headless reads lines of which each begins with its code. Two in three must, else it is no table.
func headless(text string) (out [][columns]string) {
	lines := 0
	for line := range strings.SplitSeq(text, "\n") {
		line = strings.TrimSpace(marks.Replace(line))
		if line == "" {
			continue
		}
		lines++
		m := codeFirst.FindStringSubmatch(line)
		if m == nil {
			continue
		}
		var r [columns]string
		r[ofCode] = m[1]
		r[ofName], r[ofRange], r[ofDefault], r[ofUnit] = parted(m[2])
		if r[ofRange] == "" && r[ofDefault] == "" { // a sentence, not a line of a table
			continue
		}
		out = append(out, r)
	}
	if 3*len(out) < 2*lines {
		return nil
	}
	return out
}

// parted takes a line apart behind its code.
func parted(rest string) (name, span, def, dim string) {
	if at := choicesAt.FindStringIndex(rest); at != nil {
		name, span = rest[:at[0]], rest[at[0]:]
		if m := lastFigure.FindStringSubmatchIndex(span); m != nil {
			span, def = span[:m[0]], span[m[2]:m[3]]
		}
		return strings.TrimSpace(name), strings.TrimSpace(span), def, ""
	}
	tail := rest
	if at := rangeAt.FindStringIndex(rest); at != nil {
		name, span, tail = rest[:at[0]], rest[at[0]:at[1]], rest[at[1]:]
	} else if at := lastFigure.FindStringIndex(rest); at != nil {
		name, tail = rest[:at[0]], rest[at[0]:]
	} else {
		name, _, _ = strings.Cut(strings.TrimSpace(rest), "  ") // what is left open is no part of it
		return name, "", "", ""
	}
	if m := defaultAt.FindStringSubmatch(tail); m != nil {
		def, dim = m[1], m[2]
	}
	return strings.TrimRight(strings.TrimSpace(name), " ~–…"), span, def, dim
}
