package entry_test

import (
	"encoding/json"
	"fmt"
	"reflect"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/openfile"
	"graybridge/core/scenario"
)

// grown is a type of document with one more text and one more choice in the chapter
// whose fields are reached by the names.
func grown(t reflect.Type, names ...string) reflect.Type {
	var fields []reflect.StructField
	for i := range t.NumField() {
		f := t.Field(i)
		switch {
		case f.Anonymous: // its fields stand here
			for k := range f.Type.NumField() {
				fields = append(fields, f.Type.Field(k))
			}
			continue
		case len(names) > 0 && f.Name == names[0] && f.Type.Kind() == reflect.Slice:
			f.Type = reflect.SliceOf(grown(f.Type.Elem(), names[1:]...))
		case len(names) > 0 && f.Name == names[0]:
			f.Type = grown(f.Type, names[1:]...)
		}
		fields = append(fields, f)
	}
	if len(names) == 0 {
		fields = append(
			fields,
			reflect.StructField{Name: "Added", Type: reflect.TypeFor[string](),
				Tag: `json:"added,omitempty" example:"as printed" doc:"what was not there before"`},
			reflect.StructField{
				Name: "Chosen",
				Type: reflect.TypeFor[string](),
				Tag:  `json:"chosen,omitempty" enum:"left,right"`,
			},
		)
	}
	for i := range fields {
		fields[i].Offset, fields[i].Index = 0, nil
	}
	return reflect.StructOf(fields)
}

// with is a document of a type, read from JSON with a value put at a path.
func with(t *testing.T, of reflect.Type, path, value string) any {
	t.Helper()
	text, err := json.Marshal(scenario.Blunger())
	require.NoError(t, err)
	var tree map[string]any
	require.NoError(t, json.Unmarshal(text, &tree))
	into := tree
	parts := strings.Split(path, ".")
	for _, part := range parts[:len(parts)-1] {
		switch next := into[part].(type) {
		case map[string]any:
			into = next
		case []any:
			into = map[string]any{"m1": next[0]}
		default:
			made := map[string]any{}
			into[part], into = made, made
		}
	}
	if value != "" {
		into[parts[len(parts)-1]] = value
	}
	text, err = json.Marshal(tree)
	require.NoError(t, err)
	out := reflect.New(of)
	require.NoError(t, openfile.Decode(text, out.Interface(), false), path)
	return out.Interface()
}

func value(doc any) any { return reflect.ValueOf(doc).Elem().Interface() }

func paths(changes []entry.Change) (out []string) {
	for _, c := range changes {
		out = append(out, c.Path)
	}
	return out
}

// A new entry is one field with its tags, whatever the chapter: it is read, checked,
// compared, merged, written and documented without another line.
func TestANewEntryIsOneFieldInAnyChapter(t *testing.T) {
	for at, names := range map[string][]string{
		"supply": {"Supply"}, "bridge": {"Bridge"}, "bridge.capacitor": {"Bridge", "Capacitor"},
		"bridge.rotary": {"Bridge", "Rotary"}, "bridge.drive": {"Bridge", "Drive"},
		"machines.m1": {"Machines"}, "machines.m1.plate": {"Machines", "Plate"},
		"machines.m1.leads": {"Machines", "Leads"},
		"machines.m1.load":  {"Machines", "Load"}, "machines.m1.protection": {"Machines", "Protection"}, "": {},
	} {
		t.Run(at, func(t *testing.T) {
			of := grown(reflect.TypeFor[document.Document](), names...)
			path := strings.TrimPrefix(at+".added", ".")
			var found *entry.Entry
			for _, e := range entry.Of(of) {
				if e.Path == strings.Replace(path, "machines.m1", "machines."+entry.Any, 1) {
					found = &e
				}
			}
			require.NotNil(t, found, "listed")
			require.Equal(t, entry.Text, found.Kind)
			require.Contains(t, entry.Table([]entry.Entry{*found}), "what was not there before")

			none, one, two := with(t, of, path, ""), with(t, of, path, "one"), with(t, of, path, "two")
			require.Empty(t, entry.Check(one))
			require.Equal(t, path, entry.Check(with(t, of, path, strings.Repeat("x", 500)))[0].Path)
			choice := strings.TrimPrefix(at+".chosen", ".")
			bad := entry.Check(with(t, of, choice, "up"))
			require.Len(t, bad, 1)
			require.Equal(t, openfile.Problem{Path: choice, Found: `"up"`, Wanted: "left, right or nothing"}, bad[0])

			require.Equal(t, []string{path}, paths(entry.Changes(value(none), value(one))))
			words := entry.Words(entry.Changes(value(one), value(two)), func(string) string { return "move" })
			require.Regexp(t, `added one → two$`, words)

			merged, both := entry.Merge(value(none), value(with(t, of, "supply.volts", "231")), value(one))
			require.Empty(t, both)
			require.ElementsMatch(t, []string{path, "supply.volts"}, paths(entry.Changes(value(none), merged)))
			_, both = entry.Merge(value(none), value(two), value(one))
			require.Equal(t, []string{path}, paths(both))
			require.Equal(t, [2]string{"two", "one"}, [2]string{both[0].From, both[0].To})

			text, err := json.Marshal(value(one))
			require.NoError(t, err)
			require.NoError(
				t,
				openfile.Decode(text, reflect.New(of).Interface(), false),
				"it comes back out of its file",
			)
			require.Contains(t, string(text), `"added":"one"`)
		})
	}
}

func second(d document.Document, name string) document.Document {
	d = d.Clone()
	m := scenario.SlipMixer().Machines[0]
	m.ID, m.Name = "m2", name
	d.Machines = append(d.Machines, m)
	return d
}

func TestMachinesAreToldApartByTheirID(t *testing.T) {
	base := scenario.Blunger()
	mine, theirs := second(base, "Mixer"), base.Clone()
	theirs.Machines[0].Plate.RPM = "1400"
	require.Equal(t, "machine Mixer added", document.Changed(base, mine))
	merged, both := entry.Merge(base, theirs, mine)
	require.Empty(t, both)
	require.Len(t, merged.Machines, 2)
	require.Equal(t, "1400", merged.Machines[0].Plate.RPM)

	// Theirs touches what I take out: a person has to choose.
	base = mine
	theirs = base.Clone()
	theirs.Machines[1].Load.Share = "50 %"
	mine = base.Clone()
	mine.Machines = mine.Machines[:1]
	merged, both = entry.Merge(base, theirs, mine)
	require.Equal(t, []string{"machines.m2"}, paths(both))
	require.Len(t, merged.Machines, 2, "nothing is lost meanwhile")
	require.Equal(t, "machine Mixer taken out", document.Changed(base, mine))
	require.Equal(t, "Mixer, load share 80 % → 50 %", document.Changed(base, theirs))
	merged, both = entry.Merge(base, base.Clone(), mine)
	require.Empty(t, both)
	require.Len(t, merged.Machines, 1)
}

// Two people tick moves of one list: every tick stands, every tick taken back is gone.
func TestTicksAreMergedOneByOne(t *testing.T) {
	base := scenario.Blunger()
	base.Machines[0].Leads.Done = []string{"a", "b"}
	theirs, mine := base.Clone(), base.Clone()
	theirs.Machines[0].Leads.Done = []string{"a", "b", "c"}
	mine.Machines[0].Leads.Done = []string{"b", "d"}
	merged, both := entry.Merge(base, theirs, mine)
	require.Empty(t, both)
	require.Equal(t, []string{"b", "c", "d"}, merged.Machines[0].Leads.Done)
	require.Equal(t, []string{"a", "b", "c"}, theirs.Machines[0].Leads.Done, "theirs is untouched")
}

// Settings of the workshop are not the job's: never compared, never merged, yet checked.
func TestSharedChaptersAreCheckedAlone(t *testing.T) {
	base := scenario.Blunger()
	other := base.Clone()
	other.Workshop.Volts, other.Workshop.Rules = 20, "roman"
	require.Empty(t, entry.Changes(base, other))
	merged, _ := entry.Merge(base, base.Clone(), other)
	require.Equal(t, base.Workshop, merged.Workshop)
	bad := entry.Check(&other)
	require.Len(t, bad, 2)
	require.Equal(t, "workshop.rules", bad[0].Path)
	require.Equal(t, "workshop.volts", bad[1].Path)
}

var ofAny = regexp.MustCompile(`^machines\.m\d+`)

// Values lists what a document holds; every path of it is one of the list.
func TestEveryValueStandsInTheList(t *testing.T) {
	known := map[string]bool{}
	for _, e := range entry.Of(reflect.TypeFor[document.Document]()) {
		require.False(t, known[e.Path], e.Path)
		known[e.Path] = true
	}
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			for _, v := range entry.Values(j.Document) {
				require.True(t, known[ofAny.ReplaceAllString(v.Path, "machines."+entry.Any)], v.Path)
			}
		}
	}
	require.Greater(t, len(known), 90)
}

func ExampleChanges() {
	from := scenario.Blunger()
	to := from.Clone()
	to.Supply.Volts = "231"
	for _, c := range entry.Changes(from, to) {
		fmt.Println(c.Path, c.From, c.To)
	}
	// Output: supply.volts 236 231
}
