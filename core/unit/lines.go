package unit

import (
	"iter"
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
