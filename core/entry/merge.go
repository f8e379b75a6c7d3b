package entry

import (
	"reflect"
	"slices"
	"strings"
)

// Merge puts what one person changed since the base into what another has stored
// meanwhile. both are the entries that the two changed to different things, mine
// as To and theirs as From: a person has to choose, and the document is then
// theirs with what could be merged. Ticks are merged one by one.
func Merge[T any](base, theirs, mine T) (merged T, both []Change) {
	into := clone(reflect.ValueOf(theirs))
	b, t, m := take(reflect.ValueOf(base)), take(reflect.ValueOf(theirs)), take(reflect.ValueOf(mine))
	clash := func(path, label string, kind Kind, from, to string) {
		both = append(both, Change{Path: path, Label: label, Kind: kind, From: from, To: to})
	}
	for _, path := range m.listed {
		if _, old := b.members[path]; old {
			continue
		}
		if there, taken := t.members[path]; taken {
			if !reflect.DeepEqual(there.Interface(), m.members[path].Interface()) {
				clash(path, "machine "+title(m.members[path]), "", "added", "added")
			}
			continue
		}
		appendMember(into, path, m.members[path])
	}
	for _, path := range b.listed {
		if _, kept := m.members[path]; kept {
			continue
		}
		if there, ok := t.members[path]; ok {
			if !reflect.DeepEqual(there.Interface(), b.members[path].Interface()) {
				clash(path, "machine "+title(b.members[path]), "", "changed", "taken out")
				continue
			}
			removeMember(into, path)
		}
	}
	result := take(into)
	for _, q := range m.order {
		base, known := b.of[q.at]
		if q.shared || !known || same(base, q) {
			continue
		}
		to, there := result.of[q.at]
		now, ok := t.of[q.at]
		switch {
		case !ok || !there:
			clash(q.at, q.Label, q.Kind, "taken out", q.text())
		case q.Kind == Ticks:
			gone := without(ids(base), ids(q))
			all := append(ids(now), without(without(ids(q), ids(base)), ids(now))...)
			all = slices.DeleteFunc(all, func(id string) bool { return slices.Contains(gone, id) })
			to.v.Set(reflect.ValueOf(all).Convert(to.v.Type()))
		case !same(base, now) && !same(now, q):
			clash(q.at, q.Label, q.Kind, now.text(), q.text())
		default:
			to.v.Set(clone(q.v))
		}
	}
	return into.Interface().(T), both
}

// at finds the list that holds a member's path.
func at(v reflect.Value, here, path string) (list reflect.Value, ok bool) {
	for i := range v.NumField() {
		f := v.Type().Field(i)
		name, _ := key(f)
		if name == "" {
			continue
		}
		next := join(here, name)
		switch {
		case isList(f.Type) && len(path) > len(next) && path[:len(next)+1] == next+".":
			return v.Field(i), true
		case f.Type.Kind() == reflect.Struct:
			if list, ok := at(v.Field(i), next, path); ok {
				return list, true
			}
		}
	}
	return reflect.Value{}, false
}

func appendMember(v reflect.Value, path string, member reflect.Value) {
	if list, ok := at(v, "", path); ok {
		list.Set(reflect.Append(list, clone(member)))
	}
}

func removeMember(v reflect.Value, path string) {
	list, ok := at(v, "", path)
	if !ok {
		return
	}
	kept := reflect.MakeSlice(list.Type(), 0, list.Len())
	for i := range list.Len() {
		if one := list.Index(i); path[strings.LastIndex(path, ".")+1:] != idOf(one) {
			kept = reflect.Append(kept, one)
		}
	}
	list.Set(kept)
}

// clone copies a value so that nothing of it is shared with the first.
func clone(v reflect.Value) reflect.Value {
	out := reflect.New(v.Type()).Elem()
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			out.Set(reflect.New(v.Type().Elem()))
			out.Elem().Set(clone(v.Elem()))
		}
	case reflect.Slice:
		if !v.IsNil() {
			out.Set(reflect.MakeSlice(v.Type(), v.Len(), v.Len()))
			for i := range v.Len() {
				out.Index(i).Set(clone(v.Index(i)))
			}
		}
	case reflect.Map:
		if !v.IsNil() {
			out.Set(reflect.MakeMapWithSize(v.Type(), v.Len()))
			for _, k := range v.MapKeys() {
				out.SetMapIndex(k, clone(v.MapIndex(k)))
			}
		}
	case reflect.Struct:
		out.Set(v) // what is not exported goes along
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				out.Field(i).Set(clone(v.Field(i)))
			}
		}
	default:
		out.Set(v)
	}
	return out
}

// Clone is a document of which nothing is shared with the first.
func Clone[T any](doc T) T { return clone(reflect.ValueOf(doc)).Interface().(T) }
