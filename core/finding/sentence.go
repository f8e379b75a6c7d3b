package finding

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// Upper is a text as it begins a sentence, Lower as it goes on in one; names may begin with any
// letter.
func Upper(s string) string { return first(s, unicode.ToUpper) }

// Lower is Upper the other way round.
func Lower(s string) string { return first(s, unicode.ToLower) }

func first(s string, to func(rune) rune) string {
	r, size := utf8.DecodeRuneInString(s)
	if size == 0 || r == utf8.RuneError {
		return s
	}
	return string(to(r)) + s[size:]
}

// Together names things as a sentence does: "a, b and c".
func Together(names []string) string {
	if len(names) < 2 {
		return strings.Join(names, "")
	}
	return strings.Join(names[:len(names)-1], ", ") + " and " + names[len(names)-1]
}
