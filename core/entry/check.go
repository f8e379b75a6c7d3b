package entry

import (
	"fmt"
	"reflect"
	"strings"
	"unicode/utf8"

	"graybridge/core/openfile"
)

// Checker is a chapter, a list's member or a whole value with rules of its own.
// The paths of what it names are counted from itself.
type Checker interface{ Check() openfile.Problems }

// Check names every entry of a document that is over its limit or none of its
// choices, and what chapters refuse by their own rules. doc is a pointer to a
// struct. What was typed off a plate or meter is never refused for what it says.
func Check(doc any) openfile.Problems {
	var bad openfile.Problems
	v := reflect.ValueOf(doc).Elem()
	places(v, Entry{}, "", func(p place) { bad = append(bad, p.check()...) })
	return append(bad, own(v, "")...)
}

func (p place) check() openfile.Problems {
	one := func(found, wanted string) openfile.Problems {
		return openfile.Problems{{Path: p.at, Found: found, Wanted: wanted}}
	}
	switch p.Kind {
	case Choice:
		value := p.v.String()
		switch all := strings.Join(p.Choices, ", "); {
		case value == "" && p.Needed:
			return one("nothing", all)
		case value != "" && !p.has(value) && p.Needed:
			return one(fmt.Sprintf("%q", value), all)
		case value != "" && !p.has(value):
			return one(fmt.Sprintf("%q", value), all+" or nothing")
		}
	case Text, Lines:
		letters := utf8.RuneCountInString(strings.TrimSpace(p.v.String()))
		switch n := len(p.v.String()); {
		case p.shortest > 0 && (letters < p.shortest || letters > p.Most):
			return one(fmt.Sprintf("%d letters", letters), fmt.Sprintf("%d to %d letters", p.shortest, p.Most))
		case p.shortest == 0 && n > p.Most:
			return one(fmt.Sprintf("%d bytes", n), fmt.Sprintf("at most %d", p.Most))
		}
	case Ticks:
		if n := p.v.Len(); n > p.Most {
			return one(fmt.Sprintf("%d ticks", n), fmt.Sprintf("at most %d", p.Most))
		}
	case Number:
		if p.v.CanFloat() && p.least != nil && p.greatest != nil {
			if x := p.v.Float(); !(x >= *p.least && x <= *p.greatest) {
				return one(fmt.Sprint(x), fmt.Sprintf("%v to %v", *p.least, *p.greatest))
			}
		}
	}
	return nil
}

// own asks every chapter, member and whole value for its own rules.
func own(v reflect.Value, at string) (bad openfile.Problems) {
	for v.Kind() == reflect.Pointer {
		if v.IsNil() {
			return nil
		}
		v = v.Elem()
	}
	switch v.Kind() {
	case reflect.Struct:
		if v.CanAddr() && v.Addr().CanInterface() {
			if c, ok := v.Addr().Interface().(Checker); ok {
				for _, p := range c.Check() {
					bad = append(bad, openfile.Problem{Path: join(at, p.Path), Found: p.Found, Wanted: p.Wanted})
				}
			}
		}
		for i := range v.NumField() {
			f := v.Type().Field(i)
			name, _ := key(f)
			if !f.IsExported() || name == "" && !f.Anonymous {
				continue
			}
			here := at
			if name != "" {
				here = join(at, name)
			}
			bad = append(bad, own(v.Field(i), here)...)
		}
	case reflect.Slice:
		if isList(v.Type()) {
			for i := range v.Len() {
				bad = append(bad, own(v.Index(i), join(at, idOf(v.Index(i))))...)
			}
		}
	}
	return bad
}
