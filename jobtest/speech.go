package jobtest

import (
	"fmt"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/reference"
)

// riddles are words that stood in sentences and told nobody anything; what is said instead stands in
// the glossary.
var riddles = regexp.MustCompile(`(?i:\b(would change|planning|leans on|waits for|made corner|made leg|running light|` +
	`stands against|to spare|opens on the reading|asks? [\d.]|at the post|nothing is sized)\b)| plate (amps|torque)\b|` +
	`\d[eE][+-]\d|[a-z]\.[A-Z][a-z]|[a-jl-z]Ω|go there[A-Z]`)

// ordinary are other names of the glossary's that are everyday words besides.
var ordinary = map[string]bool{"tester": true, "return": true, "nominal": true, "electrolytic": true, "voltage": true,
	"power": true, "current": true, "pair": true, "connection": true, "force": true, "hot": true, "live": true,
	"setting": true, "rotation": true, "reading": true, "choke": true, "drop": true, "frame": true, "fault": true,
	"core": true, "loss": true, "hp": true, "awg": true, "y": true, "Δ": true, "no load": true, "one phase": true,
	"two-pole": true, "three-pole": true, "rms": true, "class 10": true, "class 20": true, "class b": true,
	"class f": true, "full-load": true, "locked-rotor torque": true, "tie": true, "cap": true, "tail": true,
	"pulley": true, "sheave": true, "record": true, "jumper": true, "strap": true, "cage": true, "twist": true,
	"dump resistor": true, "estimate": true, "open ring": true, "volts per hertz": true, "electrician": true,
	"stiff line": true, "stud": true, "kilowatts": true, "triangle": true, "field winding": true, "gauge": true,
	"nameplate": true, "sensorless": true, "rule of thumb": true, "induction motor": true, "carbon": true, "menu item": true,
	"bus": true, "return wire": true, "ps": true, "field": true, "lag": true, "braid": true, "strand": true,
	"polarity": true, "resistance": true, "temperature": true, "three leads out": true, "tension": true}

// otherNames are those that sentences leave to the glossary: one word a thing.
var otherNames = sync.OnceValue(func() *regexp.Regexp {
	var all []string
	for _, term := range reference.Terms() {
		for _, name := range term.Also {
			if !ordinary[strings.ToLower(name)] {
				all = append(all, regexp.QuoteMeta(name))
			}
		}
	}
	return regexp.MustCompile(`(?i)\b(` + strings.Join(all, "|") + `)\b`)
})

const (
	mostHeadline = 14 // words
	mostSentence = 28
	medianEase   = 60.0
	tenthEase    = 45.0
)

// Speech gathers what the product says, and what is wrong with it by the rules of words.
type Speech struct {
	Eases  []float64
	Broken map[string]bool
}

// Breaks notes a text with what is wrong with it.
func (s *Speech) Breaks(kind, text string) {
	if s.Broken == nil {
		s.Broken = map[string]bool{}
	}
	s.Broken[kind+": "+text] = true
}

// Text judges one text: no riddle, no sentence that is out of breath.
func (s *Speech) Text(text string) {
	if found := riddles.FindString(text); found != "" {
		s.Breaks("riddle “"+found+"”", text)
	}
	if found := otherNames().FindString(text); found != "" {
		s.Breaks("another name, “"+found+"”", text)
	}
	for _, one := range Sentences(text) {
		if n := len(Words(one)); n > mostSentence {
			s.Breaks(fmt.Sprintf("%d words", n), one)
		}
	}
	if ease, ok := Ease(text); ok {
		s.Eases = append(s.Eases, ease)
	}
}

// Headline judges a sentence that stands first: it is read at a glance.
func (s *Speech) Headline(what, text string) {
	if n := len(Words(text)); n > mostHeadline {
		s.Breaks(fmt.Sprintf("%s of %d words", what, n), text)
	}
}

// All judges every whole sentence among the texts of a value.
func (s *Speech) All(v any) {
	Texts("", reflect.ValueOf(v), func(_, text string) {
		if strings.HasSuffix(text, ".") {
			s.Text(text)
		}
	})
}

// Hold fails a test for what is wrong with what was said, of which there must be enough. The measure
// is Flesch's.
func (s *Speech) Hold(t *testing.T, atLeast int) {
	t.Helper()
	shown := 0
	for kind := range s.Broken {
		if shown++; shown > 200 {
			break
		}
		t.Error(kind)
	}
	require.Greater(t, len(s.Eases), atLeast)
	slices.Sort(s.Eases)
	median, tenth := s.Eases[len(s.Eases)/2], s.Eases[len(s.Eases)/10]
	t.Logf("%d texts, reading ease %.0f in the median, %.0f in the worst tenth", len(s.Eases), median, tenth)
	require.GreaterOrEqual(t, median, medianEase)
	require.GreaterOrEqual(t, tenth, tenthEase)
}

// Texts hands every text of a value to see.
func Texts(path string, v reflect.Value, see func(path, text string)) {
	switch v.Kind() {
	case reflect.String:
		see(path, v.String())
	case reflect.Pointer:
		if !v.IsNil() {
			Texts(path, v.Elem(), see)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			Texts(path+"."+v.Type().Field(i).Name, v.Field(i), see)
		}
	case reflect.Slice:
		for i := range v.Len() {
			Texts(fmt.Sprintf("%s[%d]", path, i), v.Index(i), see)
		}
	}
}
