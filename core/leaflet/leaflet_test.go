package leaflet_test

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/drive"
	"graybridge/core/leaflet"
)

// Of the six tables of the reference 95 lines of 100 are right, and none is wrong without being asked.
func TestTheTablesOfTheReference(t *testing.T) {
	t.Parallel()
	files, err := filepath.Glob("testdata/*.txt")
	require.NoError(t, err)
	require.Len(t, files, 6)
	lines, right := 0, 0
	for _, file := range files {
		text, err := os.ReadFile(file)
		require.NoError(t, err)
		got, problem := leaflet.Read(string(text))
		require.Empty(t, problem, file)
		reference, err := os.ReadFile(strings.TrimSuffix(file, ".txt") + ".json")
		require.NoError(t, err)
		var want struct{ Lines []leaflet.Line }
		require.NoError(t, json.Unmarshal(reference, &want))
		require.Len(t, got, len(want.Lines), file)
		for i, w := range want.Lines {
			g := got[i]
			lines++
			assert.Equal(t, [4]string{w.Code, w.Name, w.Unit, w.Default},
				[4]string{g.Code, g.Name, g.Unit, g.Default}, file)
			if g.Function == w.Function {
				right++
				continue
			}
			assert.Equal(t, leaflet.Ask, g.Function, "%s, %s (%s): wrong without being asked", file, w.Name, w.Function)
		}
	}
	t.Logf("%d of %d lines right", right, lines)
	require.GreaterOrEqual(t, float64(right), 0.95*float64(lines))
}

// A table that kept its gaps and lost its places is read as the one that stands in columns.
func TestATableThatLostItsColumns(t *testing.T) {
	t.Parallel()
	wide := regexp.MustCompile(` {2,}`)
	for _, file := range []string{"testdata/drive-01.txt", "testdata/drive-02.txt"} {
		text, err := os.ReadFile(file)
		require.NoError(t, err)
		want, problem := leaflet.Read(string(text))
		require.Empty(t, problem)
		got, problem := leaflet.Read(wide.ReplaceAllString(string(text), "  "))
		require.Empty(t, problem)
		require.Len(t, got, len(want), file)
		for i, w := range want {
			require.Equal(t, [5]string{w.Code, w.Name, w.Function, w.Least, w.Most},
				[5]string{got[i].Code, got[i].Name, got[i].Function, got[i].Least, got[i].Most}, file)
			require.Equal(t, w.Default, got[i].Default, w.Name)
			require.Len(t, got[i].Choices, len(w.Choices), w.Name)
		}
	}
}

// Names of other makes: what is sure is taken, what is doubtful asked, what is none left alone.
func TestNamesOfOtherMakes(t *testing.T) {
	t.Parallel()
	for name, want := range map[string]string{
		"Accel time": "accelerate", "Accelerating time 1": "accelerate", "Accel. time 2": leaflet.Other,
		"Decel time": "decelerate", "Max. output frequency": "most-hertz", "Upper limit frequency": "most-hertz",
		"Lower limit frequency": "least-hertz", "Maximum frequency": "most-hertz", "PWM carrier freq.": "carrier",
		"Motor rated amps": "motor-amps", "Motor nameplate current": "motor-amps", "Rated motor voltage": "motor-volts",
		"Motor cos φ": "motor-power-factor", "Motor nominal speed": "motor-rpm", "Motor poles number": "motor-poles",
		"V/F base frequency": "base-hertz", "Manual torque boost": "boost", "Start command source": "run-source",
		"Frequency command source": "speed-source", "Frequency setpoint source": "speed-source",
		"Stop method": "stop-mode", "Reverse rotation inhibit": "reverse",
		"Auto restart after power failure": "restart-after-outage",
		"Motor thermal protection level":   "overload", "Skip frequency 2 lower": "skip-from-2",
		"Rated frequency": leaflet.Ask, "Skip frequency width": leaflet.Ask, "Torque current": leaflet.Ask,
		"Frequency at startup":  leaflet.Ask,
		"Jog acceleration time": leaflet.Other, "PID feedback source": leaflet.Other, "Fault record 1": leaflet.Other,
		"Backlight": leaflet.Other, "Motor stator resistance": leaflet.Other,
	} {
		assert.Equal(t, want, leaflet.FunctionOf(name), name)
	}
}

func TestLayoutsAndRanges(t *testing.T) {
	t.Parallel()
	for name, text := range map[string]string{
		"csv": "Parameter,Description,Setting range,Factory setting,Unit\n" +
			"P01,\"Acceleration time\",0.1 to 600.0,10.0,s\n",
		"pipes": "| No. | Name | Range | Default | Unit |\n| P01 | Acceleration time | 0,1…600,0 | 10,0 | s |\n",
		"tabs": "A drive's leaflet, page 12\n\nCode\tFunction\tUnit\tRange\tDefault\n" +
			"P01\tAcceleration time\ts\t0.1 - 600.0\t10.0\n",
		"columns": "Code  Name               Range         Default  Unit\n" +
			"P01   Acceleration time  0.1 ~ 600.0   10.0     s\n",
		"again": "Code;Name;Range;Default;Unit\nP01;Acceleration time;0.1-600.0;10.0;s\nCode;Name;Range;Default;Unit\n",
	} {
		lines, problem := leaflet.Read(text)
		require.Empty(t, problem, name)
		require.Equal(t, []leaflet.Line{{Code: "P01", Name: "Acceleration time", Function: "accelerate", Least: "0.1",
			Most: "600.0", Default: "10.0", Unit: "s"}}, lines, name)
	}
	lines, _ := leaflet.Read("Code;Name;Range;Default;Unit\nP02;Stop mode;0: ramp  1: coast;0;\n")
	require.Equal(t, []leaflet.Choice{{Value: "0", Text: "ramp"}, {Value: "1", Text: "coast"}}, lines[0].Choices)
	lines, _ = leaflet.Read("Code;Name;Range;Default;Unit\nP1;Acceleration time;;;\nP2;Ramp up time;;;\nP3;Boost;;;\n")
	require.Equal(t, []string{leaflet.Ask, leaflet.Ask, "boost"}, []string{lines[0].Function, lines[1].Function,
		lines[2].Function}, "two lines are not one function")
	for _, text := range []string{"", "no table", "Code;Name\nP1;Boost", "\x00;;;"} {
		_, problem := leaflet.Read(text)
		require.NotEmpty(t, problem, "%q", text)
	}
}

// Functions that fewer drives have are found only where they are asked for, each once.
func TestFurtherFunctions(t *testing.T) {
	t.Parallel()
	text := "Code;Name;Range;Default;Unit\n"
	want := map[string]string{
		"Preset speed 1": "preset-1", "Multi-step speed 2": "preset-2", "Jog frequency": "jog-hertz",
		"DC brake current": "dc-hold-amps", "DC injection time": "dc-hold-time",
		"Flying start": "catch-turning-motor", "Control mode selection": leaflet.Ask,
		"Analog signal loss": "signal-lost", "Communication timeout": "link-time-out",
		"V/f middle frequency": "middle-hertz", "V/f middle voltage": "middle-volts",
		"V/f minimum voltage": "low-volts", "Relay output function": leaflet.Other,
		"Jog acceleration time": leaflet.Other, "Preset speed 7": leaflet.Other,
	}
	n := 0
	for name := range want {
		n++
		text += fmt.Sprintf("P%d;%s;0-20;3;\n", n, name)
	}
	lines, problem := leaflet.Read(text)
	require.Empty(t, problem)
	for _, l := range leaflet.Widened(lines) {
		assert.Equal(t, want[l.Name], l.Function, l.Name)
	}
	mode, _ := leaflet.Read("Code;Name;Range;Default;Unit\nP1;Control mode;0: V/F  1: sensorless vector;0;\n")
	assert.Equal(t, "control-mode", leaflet.Widened(mode)[0].Function, "by its answers")
	twice, _ := leaflet.Read("Code;Name;Range;Default;Unit\nP1;Jog speed;0-20;3;\nP2;Jog frequency;0-20;3;\n")
	for _, l := range leaflet.Widened(twice) {
		assert.Equal(t, leaflet.Ask, l.Function, "two lines are not one function")
	}
}

// Columns that were found wrongly are exchanged by hand.
func TestColumnsAreExchanged(t *testing.T) {
	t.Parallel()
	text := "Code;Name;Range;Unit;Default\nP1;Boost;0-20;3.0;%\n"
	wrong, _ := leaflet.Read(text)
	require.Equal(t, "%", wrong[0].Default)
	require.Equal(t, [][]string{{"P1", "Boost", "0-20", "%", "3.0"}}, leaflet.Rows(text))
	right, problem := leaflet.ReadAs(text, []string{"code", "name", "range", "unit", "default"})
	require.Empty(t, problem)
	require.Equal(t, []string{"3.0", "%"}, []string{right[0].Default, right[0].Unit})
	for _, bad := range [][]string{{"code"}, {"code", "name", "range", "unit", "unit"}, {"a", "b", "c", "d", "e"}} {
		_, problem := leaflet.ReadAs(text, bad)
		require.NotEmpty(t, problem, bad)
	}
}

// A leaflet of 400 lines, as it is pasted.
func BenchmarkLeaflet400(b *testing.B) {
	var text strings.Builder
	text.WriteString("Code  Name                         Range         Default  Unit\n")
	names := []string{"Acceleration time", "Maximum frequency", "Motor rated current", "Relay output function",
		"DC brake current", "PID proportional gain", "Preset speed 1", "Torque boost"}
	for i := range 400 {
		fmt.Fprintf(&text, "P%03d  %-27s  0.1 ~ 600.0   10.0     s\n", i, names[i%len(names)])
	}
	for b.Loop() {
		lines, problem := leaflet.Read(text.String())
		if problem != "" || len(lines) != 400 {
			b.Fatal(problem, len(lines))
		}
		leaflet.Widened(lines)
	}
}

// Every function that a table may be matched to is one that a profile knows.
func TestFunctionsAreThoseOfAProfile(t *testing.T) {
	t.Parallel()
	known := map[string]bool{}
	for _, f := range drive.Functions() {
		known[string(f)] = true
	}
	for _, f := range leaflet.Functions() {
		assert.True(t, known[f], f)
	}
}

func FuzzRead(f *testing.F) {
	f.Add("Code  Name  Range  Default  Unit\nP01  Boost  0-20  3  %\n")
	f.Fuzz(func(t *testing.T, text string) {
		lines, problem := leaflet.Read(text)
		if (len(lines) == 0) != (problem != "") {
			t.Fatal("lines or a problem")
		}
	})
}

// Lines without the head of their table, their gaps closed up as a PDF gives them.
func TestLinesWithoutTheirHead(t *testing.T) {
	t.Parallel()
	lines, problem := leaflet.Read("b001 Acceleration time 0.1-600.0 10.0 s\nb003 S-curve ratio 0-50 0 %\n" +
		"P1.02  Maximum frequency  10.0 ~ 400.0 Hz  50.0\nF-07 Motor rated current 0,1 to 20,0 4,5 A\n" +
		"b002 Reverse operation 0: allowed 1: not allowed 0\nA12 Torque boost 3 %\n")
	require.Empty(t, problem)
	require.Equal(t, []leaflet.Line{
		{Code: "b001", Name: "Acceleration time", Function: "accelerate", Least: "0.1", Most: "600.0",
			Default: "10.0", Unit: "s"},
		{Code: "b003", Name: "S-curve ratio", Function: "other", Least: "0", Most: "50", Default: "0", Unit: "%"},
		{Code: "P1.02", Name: "Maximum frequency", Function: "most-hertz", Least: "10.0", Most: "400.0",
			Default: "50.0"},
		{Code: "F-07", Name: "Motor rated current", Function: "motor-amps", Least: "0.1", Most: "20.0",
			Default: "4.5", Unit: "A"},
		{Code: "b002", Name: "Reverse operation", Function: "reverse",
			Choices: []leaflet.Choice{{Value: "0", Text: "allowed"}, {Value: "1", Text: "not allowed"}}, Default: "0"},
		{Code: "A12", Name: "Torque boost", Function: "boost", Default: "3", Unit: "%"},
	}, lines)
	for _, text := range []string{"", "hello", "Read the safety notes before page 12.\nAlways switch off.",
		"1. Loosen the 4 screws of the lid.\n2. Take it off."} {
		_, problem := leaflet.Read(text)
		require.NotEmpty(t, problem, text)
	}
}
