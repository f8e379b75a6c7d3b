// Package openfile reads the product's open JSON files strictly and says, for
// every bad place at once, where it is, what was found and what would do.
//
// encoding/json is too kind for files that people write by hand: it folds the
// case of keys, takes a key twice, drops what it does not know and reads a
// missing number as zero. Decode walks the text against the Go type first and
// only then unmarshals.
//
// The type says what is wanted: a field without omitempty must be there; a
// tag limit:">0" or limit:">=0" bounds a number that is present; a field of
// type json.RawMessage takes anything. A null list is an empty list, a null
// anything else is refused.
package openfile

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"reflect"
	"slices"
	"sort"
	"strconv"
	"strings"
)

// MaxBytes is the largest file that is read.
const MaxBytes = 16 << 20

// Problem is one bad place of a file or document: its path
// ("plate.power", "machines[0].slip"), what was found there and what would do.
type Problem struct {
	Path   string `json:"path"`
	Found  string `json:"found"`
	Wanted string `json:"wanted"`
}

// Error makes a Problem an error of one line.
func (p Problem) Error() string {
	return fmt.Sprintf("%s: found %s; want %s", p.Path, p.Found, p.Wanted)
}

// Lack is something that a file does not say, and what cannot be said without it.
type Lack struct {
	Path string `json:"path"`
	Text string `json:"text"`
}

// Lacks are all of them.
type Lacks []Lack

// Where adds one where it is missing.
func (l *Lacks) Where(missing bool, path, text string) {
	if missing {
		*l = append(*l, Lack{path, text})
	}
}

// Problems is every bad place of one file.
type Problems []Problem

// Head is what is wrong with the head of a file that should be of a format, version 1.
func Head(format string, version int, wanted string) (bad Problems) {
	if format != wanted {
		bad = append(bad, Problem{"format", fmt.Sprintf("%q", format), fmt.Sprintf("%q", wanted)})
	}
	if version != 1 {
		bad = append(bad, Problem{"version", fmt.Sprint(version), "1"})
	}
	return bad
}

// Error joins them on one line.
func (p Problems) Error() string {
	parts := make([]string, len(p))
	for i, one := range p {
		parts[i] = one.Error()
	}
	return strings.Join(parts, "; ")
}

// Decode reads one JSON value into the pointer `into`. moreKeys allows keys
// that the type does not name. The error is Problems, and then nothing was
// written.
func Decode(data []byte, into any, moreKeys bool) error {
	if len(data) > MaxBytes {
		return Problems{{"file", fmt.Sprintf("%d bytes", len(data)), "at most 16 MiB"}}
	}
	if err := Fit(data, Deepest, MaxBytes); err != nil {
		return err
	}
	w := walker{dec: json.NewDecoder(bytes.NewReader(data)), moreKeys: moreKeys}
	w.dec.UseNumber()
	if err := w.value("", reflect.TypeOf(into).Elem(), ""); err != nil {
		return append(w.problems, Problem{w.place(), err.Error(), "JSON"})
	}
	if _, err := w.dec.Token(); !errors.Is(err, io.EOF) {
		w.add("file", "more text after the end", "one JSON value")
	}
	if len(w.problems) > 0 {
		return w.problems
	}
	if err := json.Unmarshal(data, into); err != nil {
		return Problems{{"file", err.Error(), "JSON of this format"}}
	}
	return nil
}

type walker struct {
	dec      *json.Decoder
	problems Problems
	moreKeys bool
	last     string
}

func (w *walker) place() string {
	if w.last == "" {
		return "file"
	}
	return w.last
}

func (w *walker) add(path, found, wanted string) {
	switch n := len(w.problems); {
	case n > mostProblems:
		return
	case n == mostProblems:
		path, found, wanted = "file", "more bad places", "these mended first"
	case path == "":
		path = "file"
	}
	w.problems = append(w.problems, Problem{shortened(path), shortened(found), wanted})
}

// mostProblems is how many bad places of one file are named at a time.
const mostProblems = 60

// shortened keeps a message readable whatever stands in a file.
func shortened(text string) string {
	const most = 240
	if len(text) <= most {
		return text
	}
	return strings.ToValidUTF8(text[:most], "") + "…"
}

var rawMessage = reflect.TypeFor[json.RawMessage]()

// value reads one value that should be of type t. The error is of the JSON
// text itself; what is merely not wanted is added to the problems.
func (w *walker) value(path string, t reflect.Type, limit string) error {
	w.last = path
	tok, err := w.dec.Token()
	if err != nil {
		return syntax(err)
	}
	if t == nil || t == rawMessage {
		return w.rest(tok)
	}
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	switch t.Kind() {
	case reflect.Struct:
		if tok == json.Delim('{') {
			return w.object(path, t)
		}
		w.add(path, describe(tok), "an object")
	case reflect.Map:
		if tok == json.Delim('{') {
			return w.entries(path, t.Elem())
		}
		w.add(path, describe(tok), "an object")
	case reflect.Slice:
		if tok == nil {
			return nil
		}
		if tok == json.Delim('[') {
			return w.list(path, t.Elem())
		}
		w.add(path, describe(tok), "a list")
	case reflect.String:
		if _, ok := tok.(string); !ok {
			w.add(path, describe(tok), "a text")
		}
	case reflect.Bool:
		if _, ok := tok.(bool); !ok {
			w.add(path, describe(tok), "true or false")
		}
	case reflect.Float64, reflect.Int:
		w.number(path, tok, t.Kind(), limit)
	default:
		return fmt.Errorf("openfile: cannot read into %s", t)
	}
	return w.rest(tok)
}

func (w *walker) number(path string, tok json.Token, kind reflect.Kind, limit string) {
	n, ok := tok.(json.Number)
	if !ok {
		w.add(path, describe(tok), "a number")
		return
	}
	x, err := strconv.ParseFloat(string(n), 64)
	switch {
	case err != nil || math.IsInf(x, 0):
		w.add(path, string(n), "a number within range")
	case kind == reflect.Int:
		if _, err := strconv.Atoi(string(n)); err != nil {
			w.add(path, string(n), "a whole number")
		}
	case limit == ">0" && !(x > 0):
		w.add(path, string(n), "a number above 0")
	case limit == ">=0" && !(x >= 0):
		w.add(path, string(n), "0 or more")
	}
}

// rest skips what is left of a value whose first token was read.
func (w *walker) rest(tok json.Token) error {
	depth := 0
	for {
		switch tok {
		case json.Delim('{'), json.Delim('['):
			depth++
		case json.Delim('}'), json.Delim(']'):
			depth--
		}
		if depth <= 0 {
			return nil
		}
		var err error
		if tok, err = w.dec.Token(); err != nil {
			return syntax(err)
		}
	}
}

func (w *walker) object(path string, t reflect.Type) error {
	known, seen := fields(t), map[string]bool{}
	for w.dec.More() {
		tok, err := w.dec.Token()
		if err != nil {
			return syntax(err)
		}
		key := tok.(string) // the decoder admits nothing else here
		at := join(path, key)
		f, ok := known[key]
		switch {
		case seen[key]:
			w.add(at, "the key a second time", "each key once")
			f.t = nil
		case !ok && !w.moreKeys:
			w.add(at, "an unknown key", "one of "+list(known))
		}
		seen[key] = true
		if err := w.value(at, f.t, f.limit); err != nil {
			return err
		}
	}
	for name, f := range known {
		if f.required && !seen[name] {
			w.add(join(path, name), "nothing", "a value: it may not be missing")
		}
	}
	w.sort()
	_, err := w.dec.Token()
	return syntax(err)
}

// sort keeps messages in one order although Go's maps have none.
func (w *walker) sort() {
	sort.SliceStable(w.problems, func(i, j int) bool { return w.problems[i].Path < w.problems[j].Path })
}

func (w *walker) entries(path string, t reflect.Type) error {
	seen := map[string]bool{}
	for w.dec.More() {
		tok, err := w.dec.Token()
		if err != nil {
			return syntax(err)
		}
		key := tok.(string)
		at := join(path, key)
		if seen[key] {
			w.add(at, "the key a second time", "each key once")
		}
		seen[key] = true
		if err := w.value(at, t, ""); err != nil {
			return err
		}
	}
	_, err := w.dec.Token()
	return syntax(err)
}

func (w *walker) list(path string, t reflect.Type) error {
	for i := 0; w.dec.More(); i++ {
		if err := w.value(fmt.Sprintf("%s[%d]", path, i), t, ""); err != nil {
			return err
		}
	}
	_, err := w.dec.Token()
	return syntax(err)
}

func list(known map[string]field) string {
	names := make([]string, 0, len(known))
	for n := range known {
		names = append(names, n)
	}
	slices.Sort(names)
	return strings.Join(names, ", ")
}

func join(path, key string) string {
	if path == "" {
		return key
	}
	return path + "." + key
}

func syntax(err error) error {
	if errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) {
		return errors.New("the end of the text")
	}
	return err
}

func describe(tok json.Token) string {
	switch v := tok.(type) {
	case nil:
		return "null"
	case string:
		if len(v) > 60 {
			v = v[:60] + "…"
		}
		return strconv.Quote(v)
	case json.Number:
		return string(v)
	case bool:
		return strconv.FormatBool(v)
	case json.Delim:
		if v == '[' {
			return "a list"
		}
		return "an object"
	}
	return "something else"
}

// WithLines puts the line of the text in front of every problem's place, for a
// person who has the file open: "line 7: plate.power". Any other error comes
// back as it is.
func WithLines(data []byte, err error) error {
	var bad Problems
	if !errors.As(err, &bad) {
		return err
	}
	wanted := map[string]bool{}
	for _, p := range bad {
		for path := p.Path; path != ""; path = holder(path) {
			wanted[path] = true
		}
	}
	lines := placeLines(data, wanted)
	out := make(Problems, len(bad))
	for i, p := range bad {
		out[i] = p
		line, ok := lines[p.Path]
		for path := holder(p.Path); !ok && path != ""; path = holder(path) { // what is missing stands in what holds it
			line, ok = lines[path]
		}
		if !ok {
			line = 1
		}
		out[i].Path = fmt.Sprintf("line %d: %s", line, p.Path)
	}
	return out
}

// holder is the path of what holds a path's value; empty for the whole.
func holder(path string) string { return path[:max(strings.LastIndexAny(path, ".["), 0)] }

// placeLines walks the text as far as it can be read and notes the line on
// which the value of each wanted path begins.
func placeLines(data []byte, wanted map[string]bool) map[string]int {
	out := map[string]int{}
	if Fit(data, Deepest, MaxBytes) != nil {
		return out
	}
	walkPlaces(data, func(path string, at int64) bool {
		if _, twice := out[path]; wanted[path] && !twice {
			out[path] = 1 + bytes.Count(data[:at], []byte("\n"))
		}
		return len(out) < len(wanted)
	})
	return out
}

// walkPlaces hands the path of each value and the place where its first token
// ends to see, until that returns false.
func walkPlaces(data []byte, see func(path string, at int64) bool) {
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.UseNumber()
	var walk func(path string) bool
	walk = func(path string) bool {
		tok, err := dec.Token()
		if err != nil || !see(path, dec.InputOffset()) {
			return false
		}
		switch tok {
		case json.Delim('{'):
			for dec.More() {
				key, err := dec.Token()
				if err != nil {
					return false
				}
				name, _ := key.(string)
				if !walk(join(path, name)) {
					return false
				}
			}
		case json.Delim('['):
			for i := 0; dec.More(); i++ {
				if !walk(fmt.Sprintf("%s[%d]", path, i)) {
					return false
				}
			}
		default:
			return true
		}
		_, err = dec.Token()
		return err == nil
	}
	walk("")
}
