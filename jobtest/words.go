package jobtest

import (
	"regexp"
	"strings"
)

var (
	// unspelt are numbers with their units, names of leads and ratings: nobody spells them out.
	unspelt = regexp.MustCompile(`[(]?[≈<>±×−+-]?\d[\d.,/–-]*(?:[\s\x{a0}]?(?:%|×|°C|[kMmµ]?[VAWΩFs]|kVA|VA|hp|Hz|rpm|Nm|min|h|mm²?|m|kg|AWG|poles?)(?:\b|$))?[)]?|\b[A-Z]{1,2}\d*(?:[–-][A-Z]\d*)?\b`)
	vowels  = regexp.MustCompile(`[aeiouy]+`)
	letters = regexp.MustCompile(`[a-z]`)
)

// Words are the words of a text as they are read aloud.
func Words(text string) (words []string) {
	for _, w := range strings.Fields(strings.ReplaceAll(text, "\u00a0", "_")) {
		if strings.Trim(w, "–—·×=+-−,.;:()“”\"") != "" {
			words = append(words, w)
		}
	}
	return words
}

// Sentences are the sentences of a text; a colon or a semicolon ends none.
func Sentences(text string) (out []string) {
	start := 0
	for _, at := range regexp.MustCompile(`[.!?](?:\s+|$)`).FindAllStringIndex(text, -1) {
		if s := strings.TrimSpace(text[start:at[1]]); s != "" {
			out = append(out, s)
		}
		start = at[1]
	}
	if s := strings.TrimSpace(text[start:]); s != "" {
		out = append(out, s)
	}
	return out
}

// syllables of a word, by its groups of vowels; a silent e at the end is none.
func syllables(word string) int {
	word = strings.ToLower(word)
	n := len(vowels.FindAllString(word, -1))
	if strings.HasSuffix(word, "e") && !strings.HasSuffix(word, "le") && n > 1 {
		n--
	}
	if strings.HasSuffix(word, "ed") && !strings.HasSuffix(word, "ted") && !strings.HasSuffix(word, "ded") && n > 1 {
		n--
	}
	return max(n, 1)
}

// Ease is the reading ease of a text by Flesch's formula, 206.8 − 1.015 · words a sentence − 84.6 ·
// syllables a word, with numbers, units and names of leads taken out; ok where words are left.
func Ease(text string) (ease float64, ok bool) {
	words, beats, parts := 0, 0, 0
	for _, s := range Sentences(text) {
		n := 0
		for _, w := range strings.FieldsFunc(unspelt.ReplaceAllString(s, " "), func(r rune) bool {
			return !(r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r == '\'' || r == '’')
		}) {
			if letters.MatchString(strings.ToLower(w)) {
				n, beats = n+1, beats+syllables(w)
			}
		}
		if n > 0 {
			words, parts = words+n, parts+1
		}
	}
	if words < 3 {
		return 0, false
	}
	return 206.8 - 1.015*float64(words)/float64(parts) - 84.6*float64(beats)/float64(words), true
}
