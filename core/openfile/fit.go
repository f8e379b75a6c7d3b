package openfile

import (
	"bytes"
	"fmt"
	"unicode/utf8"
)

// Deepest is how deep lists and objects of a file may nest.
const Deepest = 64

// Fit looks JSON text over before anything is made of it: its values may nest
// to a depth and be so many, and its text must be text (UTF-8, without the
// letter NUL, which no database keeps). It takes one pass and no memory; the
// error is Problems. It does not say that the text is JSON.
func Fit(data []byte, depth, values int) error {
	deep, count := 0, 0
	inside := false
	for i := 0; i < len(data); i++ {
		c := data[i]
		switch {
		case inside && c == '\\':
			if bytes.HasPrefix(data[i+1:], []byte("u0000")) {
				return Problems{{pathAt(data, i), "the letter NUL", "text without it"}}
			}
			i++
		case c == '"':
			inside = !inside
		case c >= utf8.RuneSelf:
			r, size := utf8.DecodeRune(data[i:])
			if r == utf8.RuneError && size == 1 {
				return Problems{{pathAt(data, i), fmt.Sprintf("the byte 0x%02X, which is no text", c), "text in UTF-8"}}
			}
			i += size - 1
		case inside:
			if c == 0 {
				return Problems{{pathAt(data, i), "the letter NUL", "text without it"}}
			}
		case c == '{' || c == '[':
			if deep, count = deep+1, count+1; deep > depth {
				return Problems{
					{
						"file",
						fmt.Sprintf("lists or objects inside each other, more than %d deep", depth),
						fmt.Sprintf("at most %d", depth),
					},
				}
			}
		case c == '}' || c == ']':
			deep--
		case c == ',':
			count++
		}
		if count > values {
			return Problems{{"file", fmt.Sprintf("more than %d values", values), "fewer"}}
		}
	}
	return nil
}

// pathAt is the path of the value in which a place of the text lies, which is
// not nested deeply up to there.
func pathAt(data []byte, place int) string {
	found := "file"
	walkPlaces(data, func(path string, at int64) bool {
		if path != "" {
			found = path
		}
		return at <= int64(place)
	})
	return shortened(found)
}
