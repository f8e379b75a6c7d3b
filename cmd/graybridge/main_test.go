package main

import (
	"bytes"
	"context"
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/plan"
	"graybridge/core/scenario"
)

// called runs a command in this process and gives what a shell would see.
func called(t *testing.T, stdin string, args ...string) (status int, stdout, stderr string) {
	t.Helper()
	dir := t.TempDir()
	file := func(name, text string) *os.File {
		path := filepath.Join(dir, name)
		require.NoError(t, os.WriteFile(path, []byte(text), 0o600))
		f, err := os.OpenFile(path, os.O_RDWR, 0)
		require.NoError(t, err)
		return f
	}
	in, out := file("in", stdin), file("out", "")
	oldIn, oldOut := os.Stdin, os.Stdout
	os.Stdin, os.Stdout = in, out
	defer func() { os.Stdin, os.Stdout = oldIn, oldOut }()
	var errs bytes.Buffer
	status = run(context.Background(), args, &errs)
	text, err := os.ReadFile(out.Name())
	require.NoError(t, err)
	return status, string(text), errs.String()
}

func TestPlanReadsADocumentAndPrintsItsPlan(t *testing.T) {
	text, err := json.Marshal(scenario.Blunger())
	require.NoError(t, err)
	status, out, errs := called(t, string(text), "plan", "-")
	require.Zero(t, status, errs)
	var p plan.Plan
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	require.True(t, p.Card.Ready)

	d := scenario.Blunger()
	d.Machines[0].Plate.Power, d.Supply.Volts = "plenty", "mains"
	text, err = json.Marshal(d)
	require.NoError(t, err)
	status, out, errs = called(t, string(text), "plan", "-")
	require.Equal(t, 2, status)
	require.Empty(t, out)
	require.Contains(t, errs, "plate.power")
	require.Contains(t, errs, "supply.volts")
	require.Equal(t, 1, strings.Count(errs, "\n"), "one line")
}

func TestSolveAndDesignReadTheirFiles(t *testing.T) {
	status, out, errs := called(t, "", "solve", "../../core/circuit/testdata/bench-cases/31-rotary-idler-and-load.json")
	require.Zero(t, status, errs)
	var a circuit.Answer
	require.NoError(t, json.Unmarshal([]byte(out), &a))
	require.NotEmpty(t, a.Machines)

	status, out, errs = called(t, "", "design", "../../core/capacitor/testdata/capacitor-design-cases.json")
	require.Zero(t, status, errs)
	var list []map[string]any
	require.NoError(t, json.Unmarshal([]byte(out), &list))
	require.Len(t, list, 7)
	require.Contains(t, list[0], "continuous_share_with_that_uf")

	status, out, errs = called(t, "", "rotary", "../../core/rotary/testdata/rotary-design-cases.json")
	require.Zero(t, status, errs)
	list = nil
	require.NoError(t, json.Unmarshal([]byte(out), &list))
	require.Len(t, list, 7)
	require.Contains(t, list[6], "start_with_the_others_running")
	require.NotContains(t, list[0], "all_at_their_load", "it has no machine")

	status, out, errs = called(t, "", "dc", "../../core/dc/testdata/dc-cases.json")
	require.Zero(t, status, errs)
	list = nil
	require.NoError(t, json.Unmarshal([]byte(out), &list))
	require.Len(t, list, 6)
	require.Contains(t, list[0], "stop_by_resistor")
}

func TestBadInputIsOneLineAndStatusTwo(t *testing.T) {
	for name, args := range map[string][]string{"plan": {"plan", "-"}, "solve": {"solve", "-"},
		"design": {"design", "-"}, "rotary": {"rotary", "-"}, "dc": {"dc", "-"}} {
		for _, text := range []string{"", "{", "[]", `{"format":"x"}`, "\x00"} {
			status, out, errs := called(t, text, args...)
			require.Equal(t, 2, status, "%s of %q: %s", name, text, errs)
			require.Empty(t, out)
			require.Equal(t, 1, strings.Count(errs, "\n"), errs)
			require.Contains(t, errs, "standard input")
		}
	}
	status, _, errs := called(t, "", "solve", "/no/such/file")
	require.Equal(t, 1, status, errs)
	for _, args := range [][]string{{}, {"fly"}, {"solve"}, {"plan", "a", "b"}, {"serve", "--nonsense"},
		{"serve", "--addr", "127.0.0.1:0", "--database", ""}} {
		t.Setenv("DATABASE_URL", "")
		status, out, _ := called(t, "", args...)
		require.Equal(t, 2, status, "%v", args)
		require.Empty(t, out)
	}
}

func TestServeSaysPlainlyWhyItCannotListen(t *testing.T) {
	status, _, errs := called(t, "", "serve", "--addr", "203.0.113.1:80", "--database",
		"postgres://nobody@127.0.0.1:1/x")
	require.Equal(t, 1, status)
	require.Contains(t, errs, "cannot listen on 203.0.113.1:80")
}

// Plates of devices and a leaflet's table are read from files; what is none of them is refused in one
// line, with nothing printed.
func TestDevicesAndLeafletsAreRead(t *testing.T) {
	status, out, errs := called(t, `{"format":"gray-bridge/device-plates","version":1,"lines":[{"typed":
		"IN 1~ 200-240 V 9.9 A OUT 3~ 0-230 V 4.5 A 1.1 kW"},{"typed":"hello"}]}`, "device", "-")
	require.Zero(t, status, errs)
	var devices []map[string]any
	require.NoError(t, json.Unmarshal([]byte(out), &devices))
	require.Len(t, devices, 2)
	require.Equal(t, "drive", devices[0]["kind"])
	require.NotContains(t, devices[0], "most_hertz", "what was not read is absent")
	require.Equal(t, "hello", devices[1]["typed"])
	require.NotEmpty(t, devices[1]["problem"])

	status, out, errs = called(t, "Code;Name;Range;Default;Unit\nP1;Torque boost;0-20;3;%\n", "leaflet", "-")
	require.Zero(t, status, errs)
	require.JSONEq(t, `[{"code":"P1","name":"Torque boost","function":"boost","least":"0","most":"20","default":"3",
		"unit":"%"}]`, out)
	for _, c := range [][]string{{`{"format":"else","version":1,"lines":[]}`, "device"}, {"[", "device"},
		{"nothing", "leaflet"}, {"\xff", "leaflet"}} {
		status, out, errs = called(t, c[0], c[1], "-")
		require.Equal(t, 2, status, c)
		require.Empty(t, out)
		require.Equal(t, 1, strings.Count(errs, "\n"), errs)
	}
}
