package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/core/weigh"
)

var writeExamples = flag.Bool("examples", false, "write the example jobs anew")

// The example jobs that ship are read, planned and weighed as they lie there.
func TestTheExampleJobsArePlannedAndWeighed(t *testing.T) {
	for name, d := range map[string]document.Document{"blunger": scenario.Blunger(), "press-feed": scenario.PressFeed(),
		"shredder": scenario.ClayShredder()} {
		path := "../../docs/examples/" + name + ".json"
		text, err := json.MarshalIndent(d, "", "  ")
		require.NoError(t, err)
		if text = append(text, '\n'); *writeExamples {
			require.NoError(t, os.WriteFile(path, text, 0o644))
		}
		written, err := os.ReadFile(path)
		require.NoError(t, err)
		require.True(t, bytes.Equal(text, written), "%s is not the workshop's own; go test "+
			"./cmd/graybridge -examples", path)

		status, out, errs := called(t, "", "plan", path)
		require.Zero(t, status, errs)
		var p plan.Plan
		require.NoError(t, json.Unmarshal([]byte(out), &p))
		require.NotEmpty(t, p.Findings)

		status, out, errs = called(t, "", "weigh", path)
		require.Zero(t, status, errs)
		var w weigh.WholeWeighing
		require.NoError(t, json.Unmarshal([]byte(out), &w))
		require.Len(t, w.Columns, 5)
		require.NotEmpty(t, w.Best)
		require.NotEmpty(t, w.Sentence)
	}
}

// Every column is worked out, and its document is the job on that bridge; bad input is told as plan
// tells it.
func TestWeighPrintsEachColumnWithItsDocument(t *testing.T) {
	d := scenario.Blunger()
	text, err := json.Marshal(d)
	require.NoError(t, err)
	status, out, errs := called(t, string(text), "weigh", "-")
	require.Zero(t, status, errs)
	var w struct {
		Best    string
		Columns []struct {
			Kind     string
			Waits    bool
			Document *document.Document
		}
	}
	require.NoError(t, json.Unmarshal([]byte(out), &w))
	for _, c := range w.Columns {
		require.False(t, c.Waits, c.Kind)
		if c.Document == nil {
			require.NotEqual(t, w.Best, c.Kind)
			continue
		}
		require.Equal(t, c.Kind, c.Document.Bridge.Kind)
		p := plan.Make(*c.Document)
		require.Empty(t, p.Unreadable(), c.Kind)
	}
	d.Supply.Volts = "mains"
	text, err = json.Marshal(d)
	require.NoError(t, err)
	status, out, errs = called(t, string(text), "weigh", "-")
	require.Equal(t, 2, status)
	require.Empty(t, out)
	require.Contains(t, errs, "supply.volts")
}
