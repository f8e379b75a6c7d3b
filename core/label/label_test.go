package label_test

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/label"
)

// same holds two values of JSON to each other, numbers within 1 %.
func same(a, b any) bool {
	switch x := a.(type) {
	case float64:
		y, ok := b.(float64)
		return ok && math.Abs(x-y) <= 0.01*math.Abs(y)
	case []any:
		y, ok := b.([]any)
		if !ok || len(x) != len(y) {
			return false
		}
		for i := range x {
			if !same(x[i], y[i]) {
				return false
			}
		}
		return true
	}
	return a == b
}

// Every plate of the reference is read as it was made, with nothing that it does not say.
func TestThePlatesOfTheReference(t *testing.T) {
	t.Parallel()
	text, err := os.ReadFile("testdata/device-plates.json")
	require.NoError(t, err)
	var file struct{ Lines []map[string]any }
	require.NoError(t, json.Unmarshal(text, &file))
	require.Len(t, file.Lines, 60)
	for _, want := range file.Lines {
		typed := want["typed"].(string)
		d, problem := label.Read(typed)
		require.Empty(t, problem, typed)
		out, err := json.Marshal(d)
		require.NoError(t, err)
		var got map[string]any
		require.NoError(t, json.Unmarshal(out, &got))
		delete(want, "typed")
		assert.Len(t, got, len(want), "%s: %s", typed, out)
		for key, w := range want {
			assert.True(t, same(got[key], w), "%s: %s is %v, not %v", typed, key, got[key], w)
		}
	}
}

// Plates as others print and type them.
func TestPlatesOfOtherMakes(t *testing.T) {
	t.Parallel()
	pair := func(a, b float64) *label.Range { return &label.Range{Least: a, Most: b} }
	for typed, want := range map[string]label.Device{
		"IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW": {Kind: label.Drive, InputVolts: pair(220, 220),
			InputPhases: []int{1}, InputAmps: 14, OutputAmps: 7, OutputVolts: 220, Kilowatt: 1.5},
		"Input: single-phase 200 - 240 V, 50/60 Hz\nOutput: three-phase 0 - 240 V, 4,5 A, 0 - 400 Hz\n1 HP": {
			Kind: label.Drive, InputVolts: pair(200, 240), InputPhases: []int{1}, OutputAmps: 4.5, OutputVolts: 240,
			Kilowatt: 0.7457, MostHertz: 400},
		"1AC 230V 10A / 3AC 0-230V 4.5A 0.75kW": {Kind: label.Drive, InputVolts: pair(230, 230), InputPhases: []int{1},
			InputAmps: 10, OutputAmps: 4.5, OutputVolts: 230, Kilowatt: 0.75},
		"INPUT 1/3PH 200...240V 12A OUTPUT 3PH 0...240V 7.5A 750W": {Kind: label.Drive, InputVolts: pair(200, 240),
			InputPhases: []int{1, 3}, InputAmps: 12, OutputAmps: 7.5, OutputVolts: 240, Kilowatt: 0.75},
		"Input 3~ 380…415 V 50 Hz 5 A Output 3~ 0…415 V 4 A 1 1/2 HP": {Kind: label.Drive, InputVolts: pair(380, 415),
			InputPhases: []int{3}, InputAmps: 5, OutputAmps: 4, OutputVolts: 415, Kilowatt: 1.1185},
		"Supply 230 V~ 50 Hz  Arm. 0…180 V DC 7 A  Field 200 V DC": {Kind: label.Controller, InputVolts: pair(230, 230),
			InputPhases: []int{1}, ArmatureVolts: 180, ArmatureAmps: 7, FieldVolts: 200},
	} {
		d, problem := label.Read(typed)
		assert.Empty(t, problem, typed)
		d.Kilowatt, want.Kilowatt = math.Round(d.Kilowatt*1000), math.Round(want.Kilowatt*1000)
		assert.Equal(t, want, d, typed)
	}
}

func TestWhatIsNoPlateSaysWhatWouldDo(t *testing.T) {
	t.Parallel()
	for _, typed := range []string{"", "hello", "2.2 kW", "IN 1~ 230 V", "OUT 3~ 4 A", "ARM FIELD", "\x00",
		"3PH 3PH 3PH"} {
		d, problem := label.Read(typed)
		assert.NotEmpty(t, problem, "%q is read as %+v", typed, d)
		assert.Zero(t, d, typed)
	}
}

func FuzzRead(f *testing.F) {
	f.Add("IN 1~ 200…240 V 9.9 A 50/60 Hz\nOUT 3~ 0…230 V 4.5 A 0…400 Hz\n1.1 kW / 1.5 HP")
	f.Fuzz(func(t *testing.T, typed string) {
		d, problem := label.Read(typed)
		if problem == "" {
			if _, err := json.Marshal(d); err != nil {
				t.Fatal(err)
			}
		}
	})
}
