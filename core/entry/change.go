package entry

import (
	"fmt"
	"reflect"
	"slices"
	"sort"
	"strings"
)

// Change is one entry in which two documents differ, or a member of a list that
// only one of them has.
type Change struct {
	Path  string `json:"path"` // "machines.m1.plate.volts"; of a member "machines.m2"
	Label string `json:"label"`
	Kind  Kind   `json:"kind,omitempty"` // empty: a member of a list
	From  string `json:"from,omitempty"`
	To    string `json:"to,omitempty"`
	// Reading says that it is entered at the machine: a reading, a tick, a photograph.
	Reading bool `json:"reading,omitempty"`

	ticked, unticked int
}

// document is one document taken apart.
type document struct {
	order   []place
	of      map[string]place
	members map[string]reflect.Value // of lists, by path
	listed  []string
}

func take(doc reflect.Value) document {
	d := document{of: map[string]place{}, members: map[string]reflect.Value{}}
	places(doc, Entry{}, "", func(p place) {
		d.order = append(d.order, p)
		d.of[p.at] = p
	})
	d.list(doc, "")
	return d
}

func (d *document) list(v reflect.Value, at string) {
	for i := range v.NumField() {
		f := v.Type().Field(i)
		name, _ := key(f)
		if name == "" || f.Tag.Get("entry") != "" {
			continue
		}
		switch {
		case isList(f.Type):
			for k := range v.Field(i).Len() {
				path := join(join(at, name), idOf(v.Field(i).Index(k)))
				d.members[path] = v.Field(i).Index(k)
				d.listed = append(d.listed, path)
			}
		case f.Type.Kind() == reflect.Struct:
			d.list(v.Field(i), join(at, name))
		}
	}
}

// holder is the path of the list's member that holds a path; empty for none.
func (d *document) holder(path string) string {
	for _, m := range d.listed {
		if strings.HasPrefix(path, m+".") {
			return m
		}
	}
	return ""
}

// title is a member's name where it has one.
func title(member reflect.Value) string {
	for i := range member.NumField() {
		if name, _ := key(member.Type().Field(i)); name == "name" && member.Field(i).Kind() == reflect.String {
			if text := member.Field(i).String(); text != "" {
				return text
			}
		}
	}
	return idOf(member)
}

// same says that two places hold the same.
func same(a, b place) bool {
	if !a.v.IsValid() || !b.v.IsValid() {
		return a.v.IsValid() == b.v.IsValid()
	}
	if a.Kind == Ticks {
		return slices.Equal(ids(a), ids(b))
	}
	return reflect.DeepEqual(a.v.Interface(), b.v.Interface())
}

func ids(p place) []string {
	if !p.v.IsValid() {
		return nil
	}
	out := make([]string, p.v.Len())
	for i := range out {
		out[i] = p.v.Index(i).String()
	}
	return out
}

// Changes lists every entry in which two documents of one type differ, by path.
// Both are structs. Shared chapters are not the document's own and are left out.
func Changes(from, to any) []Change {
	a, b := take(reflect.ValueOf(from)), take(reflect.ValueOf(to))
	out := []Change{}
	for _, path := range b.listed {
		if _, ok := a.members[path]; !ok {
			out = append(out, Change{Path: path, Label: "machine " + title(b.members[path]), To: "added"})
		}
	}
	for _, path := range a.listed {
		if _, ok := b.members[path]; !ok {
			out = append(out, Change{Path: path, Label: "machine " + title(a.members[path]), To: "taken out"})
		}
	}
	for _, q := range b.order {
		p, ok := a.of[q.at]
		if !ok && b.holder(q.at) != "" || q.shared || same(p, q) {
			continue // what a new member brings is said by the member
		}
		c := Change{Path: q.at, Label: q.Label, Kind: q.Kind, From: p.text(), To: q.text(), Reading: q.Reading}
		if m := b.holder(q.at); m != "" && len(b.listed) > 1 {
			c.Label = title(b.members[m]) + ", " + c.Label
		}
		if q.Kind == Ticks {
			c.ticked, c.unticked = len(without(ids(q), ids(p))), len(without(ids(p), ids(q)))
			c.From, c.To = fmt.Sprintf("%d ticked", len(ids(p))), fmt.Sprintf("%d ticked", len(ids(q)))
		}
		out = append(out, c)
	}
	sort.SliceStable(out, func(i, j int) bool { return out[i].Path < out[j].Path })
	return out
}

// without is the ids of one list that another has not.
func without(all, others []string) []string {
	return slices.DeleteFunc(slices.Clone(all), func(id string) bool { return slices.Contains(others, id) })
}

// Words says changes as the revision strip shows them: "supply volts 236 → 231".
// tick names what is ticked in an entry of that kind: "move".
func Words(changes []Change, tick func(path string) string) string {
	var out []string
	count := func(n int, c Change, did string) {
		word := tick(c.Path)
		if n > 1 {
			word += "s"
		}
		if n > 0 {
			out = append(out, fmt.Sprintf("%d %s %s", n, word, did))
		}
	}
	for _, c := range changes {
		switch {
		case c.Kind == Ticks: // said last
		case c.Kind == "":
			out = append(out, c.Label+" "+c.To)
		case c.From == "":
			out = append(out, fmt.Sprintf("%s %s", c.Label, short(c.To)))
		case c.To == "":
			out = append(out, c.Label+" cleared")
		case c.From == c.To:
			out = append(out, c.Label+" changed")
		default:
			out = append(out, fmt.Sprintf("%s %s → %s", c.Label, short(c.From), short(c.To)))
		}
	}
	for _, c := range changes {
		if c.Kind == Ticks {
			count(c.ticked, c, "ticked")
			count(c.unticked, c, "unticked")
		}
	}
	if len(out) == 0 {
		return "nothing"
	}
	return strings.Join(out, "; ")
}

func short(text string) string {
	if r := []rune(text); len(r) > 40 {
		return string(r[:39]) + "…"
	}
	return text
}
