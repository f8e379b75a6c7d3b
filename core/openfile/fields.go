package openfile

import (
	"encoding/json"
	"reflect"
	"strings"
)

// field is one key of an object.
type field struct {
	t        reflect.Type
	limit    string
	required bool
}

func fields(t reflect.Type) map[string]field {
	out := map[string]field{}
	for i := range t.NumField() {
		f := t.Field(i)
		tag := f.Tag.Get("json")
		if f.Anonymous && tag == "" {
			for k, v := range fields(f.Type) {
				out[k] = v
			}
			continue
		}
		name, rest, _ := strings.Cut(tag, ",")
		if name == "" || name == "-" || !f.IsExported() {
			continue
		}
		out[name] = field{f.Type, f.Tag.Get("limit"), !strings.Contains(rest, "omit") && !mayBeEmpty(f.Type)}
	}
	return out
}

// mayBeEmpty says that an object has nothing in it that may not be missing: then it may be missing
// itself.
func mayBeEmpty(t reflect.Type) bool {
	if t.Kind() != reflect.Struct || reflect.PointerTo(t).Implements(reflect.TypeFor[json.Unmarshaler]()) {
		return false
	}
	for _, f := range fields(t) {
		if f.required {
			return false
		}
	}
	return true
}
