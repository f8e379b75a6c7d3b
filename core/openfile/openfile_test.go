package openfile_test

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/openfile"
)

type inner struct {
	Ohm  float64 `json:"ohm" limit:">0"`
	Note string  `json:"note,omitempty"`
}

type file struct {
	Name   string             `json:"name"`
	Count  int                `json:"count"`
	On     bool               `json:"on,omitempty"`
	Parts  []inner            `json:"parts"`
	Shares map[string]float64 `json:"shares,omitempty"`
	Least  float64            `json:"least,omitempty" limit:">=0"`
	Free   json.RawMessage    `json:"free,omitempty"`
}

const good = `{"name":"n","count":3,"on":true,"parts":[{"ohm":1.5}],"shares":{"a":1},"least":0,"free":{"x":[1,null]}}`

func TestAGoodFileIsRead(t *testing.T) {
	var f file
	require.NoError(t, openfile.Decode([]byte(good), &f, false))
	require.Equal(t, 3, f.Count)
	require.InDelta(t, 1.5, f.Parts[0].Ohm, 0)
	require.JSONEq(t, `{"x":[1,null]}`, string(f.Free))
	require.NoError(
		t,
		openfile.Decode([]byte(`{"name":"n","count":0,"parts":null}`), &f, false),
		"a null list is an empty one",
	)
	require.NoError(
		t,
		openfile.Decode([]byte(`{"name":"n","count":0,"parts":[],"more":1}`), &f, true),
		"more keys where they are allowed",
	)
}

func TestEveryBadPlaceIsNamedAtOnce(t *testing.T) {
	for name, c := range map[string]struct {
		text  string
		paths []string
	}{
		"missing":            {`{"count":1,"parts":[]}`, []string{"name"}},
		"missing deep":       {`{"name":"n","count":1,"parts":[{}]}`, []string{"parts[0].ohm"}},
		"case of a key":      {`{"Name":"n","name":"n","count":1,"parts":[]}`, []string{"Name"}},
		"a key twice":        {`{"name":"n","name":"m","count":1,"parts":[]}`, []string{"name"}},
		"null number":        {`{"name":"n","count":null,"parts":[]}`, []string{"count"}},
		"string for number":  {`{"name":"n","count":"3","parts":[]}`, []string{"count"}},
		"fraction for whole": {`{"name":"n","count":1.5,"parts":[]}`, []string{"count"}},
		"number for text":    {`{"name":7,"count":1,"parts":[]}`, []string{"name"}},
		"object for list":    {`{"name":"n","count":1,"parts":{}}`, []string{"parts"}},
		"list for object":    {`[]`, []string{"file"}},
		"limits": {`{"name":"n","count":1,"parts":[{"ohm":0},{"ohm":-1}],"least":-0.1}`,
			[]string{"least", "parts[0].ohm", "parts[1].ohm"}},
		"too great":          {`{"name":"n","count":1,"parts":[{"ohm":1e999}]}`, []string{"parts[0].ohm"}},
		"key twice in a map": {`{"name":"n","count":1,"parts":[],"shares":{"a":1,"a":2}}`, []string{"shares.a"}},
		"more after the end": {good + `{}`, []string{"file"}},
		"three bad places": {`{"name":1,"count":"x","parts":[{"ohm":"y"}]}`,
			[]string{"count", "name", "parts[0].ohm"}},
		"an empty text":       {``, []string{"file"}},
		"cut short":           {`{"name":"n","count":1`, []string{"count", "parts"}},
		"null for everything": {`null`, []string{"file"}},
	} {
		t.Run(name, func(t *testing.T) {
			f := file{Name: "kept"}
			err := openfile.Decode([]byte(c.text), &f, false)
			var bad openfile.Problems
			require.ErrorAs(t, err, &bad)
			var paths []string
			for _, p := range bad {
				paths = append(paths, p.Path)
				require.NotEmpty(t, p.Found)
				require.NotEmpty(t, p.Wanted)
			}
			require.ElementsMatch(t, c.paths, paths, "%v", err)
			require.NotContains(t, err.Error(), "\n", "one line")
			require.Equal(t, file{Name: "kept"}, f, "nothing was written")
		})
	}
}

func TestAFileOverTheLimitIsTooLarge(t *testing.T) {
	var f file
	err := openfile.Decode([]byte(`{"name":"`+strings.Repeat("x", openfile.MaxBytes)+`"}`), &f, false)
	require.ErrorContains(t, err, "16 MiB")
}

func TestProblemsCanCarryTheirLine(t *testing.T) {
	text := []byte("{\n  \"name\": 7,\n  \"count\": 1,\n  \"parts\": [\n    {\"ohm\": 1},\n    {}\n  ]\n}")
	var f file
	err := openfile.WithLines(text, openfile.Decode(text, &f, false))
	require.ErrorContains(t, err, "line 2: name")
	require.ErrorContains(t, err, "line 6: parts[1].ohm")
	cut := []byte("{\n\"name\": \"n\",\n\"count\": ")
	require.ErrorContains(t, openfile.WithLines(cut, openfile.Decode(cut, &f, false)), "line ")
	require.NoError(t, openfile.WithLines(nil, nil))
}

// Whatever is accepted, encoding/json accepts too and reads to the same.
func FuzzDecode(f *testing.F) {
	f.Add([]byte(good))
	f.Add([]byte(`{"name":"n","count":1e2,"parts":[{"ohm":1e-300}]}`))
	f.Add([]byte("{\"na\\u006de\":\"n\",\"count\":1,\"parts\":[]}"))
	f.Fuzz(func(t *testing.T, data []byte) {
		var strict, plain file
		if openfile.Decode(data, &strict, false) != nil {
			return
		}
		require.NoError(t, json.Unmarshal(data, &plain))
		require.Equal(t, plain, strict)
	})
}
