package entry

import (
	"reflect"
	"strings"

	"graybridge/core/device"
)

// Devices takes the states off every entry that names a device, and off readings when and by whom
// they were read, and lists what it was. doc is a pointer to a struct that nobody else holds. Empty
// entries and readings without a record are not listed.
func Devices(doc any) []device.Noted {
	var out []device.Noted
	places(reflect.ValueOf(doc).Elem(), Entry{}, "", func(p place) {
		text := ""
		switch {
		case p.Device != "":
			text = strings.TrimSpace(p.v.String())
		case p.Reading && p.Kind == Text:
			if value, n, ok := device.SplitReading(p.v.String()); ok {
				n.Path, n.Word = p.at, p.Label
				p.v.SetString(value)
				out = append(out, n)
			}
		}
		if text == "" {
			return
		}
		value, n := device.Split(text)
		if n.Path, n.Word = p.at, p.Device; value == text {
			out = append(out, n)
			return
		}
		if p.Kind == Choice {
			value = p.Choices[0]
		}
		p.v.SetString(value)
		out = append(out, n)
	})
	return out
}

// Put writes the text of an entry of a document; ok is false for a path that has none. doc is a
// pointer to a struct that nobody else holds.
func Put(doc any, path, text string) (ok bool) {
	places(reflect.ValueOf(doc).Elem(), Entry{}, "", func(p place) {
		if p.at == path && p.v.Kind() == reflect.String {
			p.v.SetString(text)
			ok = true
		}
	})
	return ok
}

// At is what stands in the entry at a path of a document; empty for a path that has none.
func At(doc any, path string) (text string) {
	places(reflect.ValueOf(doc), Entry{}, "", func(p place) {
		if p.at == path && p.v.Kind() == reflect.String {
			text = p.v.String()
		}
	})
	return text
}

// Wants writes as wanted what a document names of devices and another did not: a plan's own
// choice, which nobody has seen. What both name keeps the state that it had. now is a pointer to
// a struct.
func Wants(was, now any) {
	before := map[string]string{}
	places(reflect.ValueOf(was), Entry{}, "", func(p place) {
		if p.Device != "" {
			before[p.at] = p.v.String()
		}
	})
	places(reflect.ValueOf(now).Elem(), Entry{}, "", func(p place) {
		if p.Device == "" || p.v.String() == "" {
			return
		}
		had := before[p.at]
		was, _ := device.Split(had)
		value, n := device.Split(p.v.String())
		switch {
		case had != "" && (p.Kind == Choice || was == value):
			p.v.SetString(had)
		case n.State == device.Seen:
			p.v.SetString(p.AsWanted(value))
		}
	})
}

// AsWanted is the text of an entry's value that the plan advises: with its state where it names a
// device, as it is where it takes one back.
func (e Entry) AsWanted(value string) string {
	switch {
	case e.Device == "" || value == "":
		return value
	case e.Kind == Choice:
		return device.As("", device.Wanted)
	}
	if _, n := device.Split(value); n.State != device.Seen {
		return value
	}
	return device.As(value, device.Wanted)
}
