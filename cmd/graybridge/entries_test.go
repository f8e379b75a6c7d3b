package main

import (
	"encoding/json"
	"os"
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/finding"
)

// The interface's list and the table of docs/formats.md are those of the program.
func TestTheWrittenListsOfEntriesAreThePrograms(t *testing.T) {
	all := entry.Of(reflect.TypeFor[document.Document]())
	formats, err := os.ReadFile("../../docs/formats.md")
	require.NoError(t, err)
	require.True(t, strings.Contains(string(formats), entry.Table(all)),
		"docs/formats.md is not current: run scripts/types")
	text, err := os.ReadFile("../../ui/src/job/entries.json")
	require.NoError(t, err)
	var written []entry.Field
	require.NoError(t, json.Unmarshal(text, &written))
	require.Equal(t, entry.Fields(all), written, "ui/src/job/entries.json is not current: run scripts/types")
	text, err = os.ReadFile("../../ui/src/desk/settings.json")
	require.NoError(t, err)
	var settings []entry.Setting
	require.NoError(t, json.Unmarshal(text, &settings))
	require.Equal(t, entry.Settings(all, places), settings, "ui/src/desk/settings.json is not current: run "+
		"scripts/types")
	for _, one := range settings {
		require.NotEmpty(t, finding.OfChapter(one.Chapter), "%s stands in no bay", one.Path)
	}
}
