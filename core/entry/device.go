package entry

import (
	"reflect"
	"strings"

	"graybridge/core/device"
)

// Devices takes the states off every entry that names a device and lists what it was. doc is a
// pointer to a struct that nobody else holds. Entries that are empty are not listed.
func Devices(doc any) []device.Noted {
	var out []device.Noted
	places(reflect.ValueOf(doc).Elem(), Entry{}, "", func(p place) {
		text := ""
		if p.Device != "" {
			text = strings.TrimSpace(p.v.String())
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
