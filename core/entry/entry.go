// Package entry is the one walk over a document. Everything that is the same for
// every entry, whatever trade it belongs to, is made from it: the list of entries
// with path, kind, limit, choices, label and example; the check of a document
// before it is planned; what changed from one document to the next, in words;
// the merging of two persons' edits; the table of docs/formats.md and the
// interface's own list.
//
// A document is a struct. Its structs are chapters, its slices of structs with an
// ID are lists whose members are told apart by that ID, everything else is an
// entry:
//
//	string               text as typed, at most LongestText bytes
//	string, entry:"lines" a list of lines, at most LongestLines bytes
//	string with enum     a choice; empty is "not said" where json has omitempty
//	float64, int, bool   a number or a yes, between minimum and maximum
//	[]string             ticks: a set of ids
//	entry:"whole"        a value that is entered and taken back as one
//	entry:"shared"       a chapter that belongs to more than this document: checked
//	                     and described, never compared or merged
//	entry:"-"            not an entry: what names the format
//
// A choice that names a device has "yes" first, then its states.
//
// Tags: label is the entry's or chapter's word (else the key with spaces), example
// and doc describe it, by:"hand" marks what is entered at the machine, enum, maxLength, minLength,
// minimum, maximum and maxItems
// bound it. A chapter's own rules stand in its Check method.
package entry

import (
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"
)

// Kind is what an entry holds.
type Kind string

// The kinds.
const (
	Text   Kind = "text"
	Lines  Kind = "lines"
	Choice Kind = "choice"
	Number Kind = "number"
	Ticks  Kind = "ticks"
	Whole  Kind = "whole"
)

// Limits in bytes of what is typed, and of ids ticked, where no tag says another.
const (
	LongestText  = 400
	LongestLines = 8000
	MostTicks    = 200
)

// Any stands in a path for the id of a list's member.
const Any = "*"

// Entry is one entry of a document.
type Entry struct {
	Path    string   `json:"path"` // "machines.*.plate.volts"
	Kind    Kind     `json:"kind"`
	Label   string   `json:"label"`
	Most    int      `json:"most,omitempty"` // bytes of text, ids ticked
	Choices []string `json:"choices,omitempty"`
	Needed  bool     `json:"needed,omitempty"` // may not be empty
	Example string   `json:"example,omitempty"`
	Doc     string   `json:"doc,omitempty"`
	// Reading says that it is entered at the machine: a reading, a tick, a photograph.
	Reading bool `json:"reading,omitempty"`
	// Device is the word for the thing that the entry names: it may be wanted, bought or seen.
	Device string `json:"device,omitempty"`

	least, greatest *float64
	shortest        int
	shared          bool
}

// Field is what the interface asks of an entry: how much may be typed, and whether it is entered at the machine.
type Field struct {
	Path    string `json:"path"`
	Most    int    `json:"most,omitempty"`
	Reading bool   `json:"reading,omitempty"`
}

// Fields are the entries of which the interface asks anything.
func Fields(all []Entry) []Field {
	var out []Field
	for _, e := range all {
		if e.Most > 0 || e.Reading {
			out = append(out, Field{e.Path, e.Most, e.Reading})
		}
	}
	return out
}

// Of lists the entries of a type of document, in the order of its fields.
func Of(t reflect.Type) []Entry {
	var out []Entry
	walkType(t, Entry{}, func(e Entry) { out = append(out, e) })
	return out
}

// key is a field's name in JSON; empty where it has none of its own.
func key(f reflect.StructField) (name string, optional bool) {
	name, rest, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name, strings.Contains(rest, "omit")
}

func join(path, key string) string {
	if path == "" {
		return key
	}
	return path + "." + key
}

// fields are the entries that the fields of a type make, by the path of what holds them: the tags
// of a type are read once.
var fields sync.Map // of heldType to []field

type heldType struct {
	path, label string
	t           reflect.Type
}

type field struct {
	Entry
	key string // empty: of what is embedded
	at  int    // its place in the struct
}

// fieldsOf are the fields of a type that are entries or hold some.
func fieldsOf(holder Entry, t reflect.Type) []field {
	k := heldType{holder.Path, holder.Label, t}
	if known, ok := fields.Load(k); ok {
		return known.([]field)
	}
	var out []field
	for i := range t.NumField() {
		if e, ok := inside(holder, t.Field(i)); ok {
			name, _ := key(t.Field(i))
			out = append(out, field{e, name, i})
		}
	}
	fields.Store(k, out)
	return out
}

// inside is what a field adds to the entry that holds it; ok is false for what is
// no entry.
func inside(holder Entry, f reflect.StructField) (e Entry, ok bool) {
	name, optional := key(f)
	if f.Anonymous && name == "" {
		return holder, true
	}
	if name == "" || name == "-" || !f.IsExported() || f.Tag.Get("entry") == "-" {
		return Entry{}, false
	}
	e = Entry{Path: join(holder.Path, name), shared: holder.shared || f.Tag.Get("entry") == "shared"}
	word := strings.ReplaceAll(name, "_", " ")
	if l := f.Tag.Get("label"); l != "" {
		word = l
	}
	if deeper(f.Type) && f.Tag.Get("entry") != "whole" {
		e.Label = word // a chapter's word stands for all that holds it
		return e, true
	}
	e.Label = strings.TrimSpace(holder.Label + " " + word)
	e.Doc, e.Example, e.Needed = f.Tag.Get("doc"), f.Tag.Get("example"), !optional
	e.Reading = f.Tag.Get("by") == "hand"
	e.Device = f.Tag.Get("device")
	e.bound(f)
	return e, true
}

// deeper says that a type holds entries rather than being one.
func deeper(t reflect.Type) bool {
	return t.Kind() == reflect.Struct || isList(t)
}

func isList(t reflect.Type) bool {
	return t.Kind() == reflect.Slice && t.Elem().Kind() == reflect.Struct
}

// bound reads kind and limits off the tags of a field that is an entry.
func (e *Entry) bound(f reflect.StructField) {
	number := func(tag string) *float64 {
		x, err := strconv.ParseFloat(f.Tag.Get(tag), 64)
		if err != nil {
			return nil
		}
		return &x
	}
	most := func(tag string, usual int) int {
		if n := number(tag); n != nil {
			return int(*n)
		}
		return usual
	}
	if all := f.Tag.Get("enum"); all != "" {
		e.Choices = strings.Split(all, ",")
	}
	switch {
	case f.Tag.Get("entry") == "whole":
		e.Kind = Whole
	case f.Type.Kind() == reflect.Slice:
		e.Kind, e.Most = Ticks, most("maxItems", MostTicks)
	case f.Type.Kind() != reflect.String:
		e.Kind, e.least, e.greatest = Number, number("minimum"), number("maximum")
	case e.Choices != nil:
		e.Kind = Choice
	case f.Tag.Get("entry") == "lines":
		e.Kind, e.Most = Lines, most("maxLength", LongestLines)
	default:
		e.Kind, e.Most, e.shortest = Text, most("maxLength", LongestText), most("minLength", 0)
	}
}

func walkType(t reflect.Type, holder Entry, see func(Entry)) {
	for i := range t.NumField() {
		f := t.Field(i)
		e, ok := inside(holder, f)
		switch {
		case !ok:
		case e.Kind != "":
			see(e)
		case isList(f.Type):
			e.Path = join(e.Path, Any)
			walkType(f.Type.Elem(), e, see)
		default:
			walkType(f.Type, e, see)
		}
	}
}

// place is an entry of one document: where it stands and what is there.
type place struct {
	Entry
	at string // with the ids of lists' members
	v  reflect.Value
}

// places hands every entry of a document to see, in the order of its fields.
func places(v reflect.Value, holder Entry, at string, see func(place)) {
	for _, f := range fieldsOf(holder, v.Type()) {
		e, here, one := f.Entry, at, v.Field(f.at)
		if f.key != "" {
			here = join(at, f.key)
		}
		switch {
		case e.Kind != "":
			see(place{e, here, one})
		case isList(one.Type()):
			e.Path = join(e.Path, Any)
			for k := range one.Len() {
				member := one.Index(k)
				places(member, e, join(here, idOf(member)), see)
			}
		default:
			places(one, e, here, see)
		}
	}
}

// idOf is what tells a member of a list apart.
func idOf(member reflect.Value) string {
	for i := range member.NumField() {
		if name, _ := key(member.Type().Field(i)); name == "id" {
			return member.Field(i).String()
		}
	}
	return ""
}

// text is what an entry holds, as it is shown.
func (p place) text() string {
	switch p.Kind {
	case Number:
		if p.v.IsZero() {
			return ""
		}
		return fmt.Sprint(p.v.Interface())
	case Ticks:
		all := make([]string, p.v.Len())
		for i := range all {
			all[i] = p.v.Index(i).String()
		}
		return strings.Join(all, " ")
	case Whole:
		switch {
		case p.v.IsZero():
			return ""
		case p.v.CanInterface():
			if s, ok := p.v.Interface().(fmt.Stringer); ok {
				return s.String()
			}
		}
		return "entered"
	}
	return p.v.String()
}

// Value is an entry of a document with what stands there.
type Value struct {
	Path string // "machines.m1.plate.volts"
	Text string
}

// Values lists every entry of a document that is not empty. doc is a struct.
func Values(doc any) []Value {
	var out []Value
	places(reflect.ValueOf(doc), Entry{}, "", func(p place) {
		if t := p.text(); t != "" {
			out = append(out, Value{p.at, t})
		}
	})
	return out
}

// Table is the list of entries as a Markdown table: path, what, example.
func Table(all []Entry) string {
	var b strings.Builder
	b.WriteString("| entry | what | example |\n|---|---|---|\n")
	for _, e := range all {
		what := e.Label
		if e.Doc != "" {
			what += ": " + e.Doc
		}
		switch e.Kind {
		case Choice:
			what += fmt.Sprintf("; `%s`", strings.Join(e.Choices, "`, `"))
			if !e.Needed {
				what += " or empty"
			}
		case Ticks:
			what += fmt.Sprintf("; a list of ids, at most %d", e.Most)
		case Lines:
			what += fmt.Sprintf("; one a line, at most %d bytes", e.Most)
		case Number:
			if e.least != nil && e.greatest != nil {
				what += fmt.Sprintf("; a number, %v to %v", *e.least, *e.greatest)
			}
		}
		example := ""
		if e.Example != "" {
			example = "“" + e.Example + "”"
		}
		fmt.Fprintf(&b, "| `%s` | %s | %s |\n", e.Path, what, example)
	}
	return b.String()
}

// has says that a choice is one of an entry's.
func (e Entry) has(choice string) bool { return slices.Contains(e.Choices, choice) }
