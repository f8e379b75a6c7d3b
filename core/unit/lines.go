package unit

import (
	"iter"
	"regexp"
	"strings"
)

// Lines are the lines of a list that say something, without the spaces around them.
func Lines(text string) iter.Seq[string] {
	return func(yield func(string) bool) {
		for line := range strings.SplitSeq(text, "\n") {
			if line = strings.TrimSpace(line); line != "" && !yield(line) {
				return
			}
		}
	}
}

var priced = regexp.MustCompile(`^(.*);\s*((?:[€$£]\s*)?\d+(?:[.,]\d+)?\s*(?:[€$£]|[A-Z]{3})?)\s*$`)

// Priced parts a line from the price behind its semicolon; without one the price is empty.
func Priced(line string) (what, price string) {
	if m := priced.FindStringSubmatch(line); m != nil {
		return strings.TrimSpace(m[1]), strings.TrimSpace(m[2])
	}
	return line, ""
}
