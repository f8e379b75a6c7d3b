package unit_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/unit"
)

// A prefix keeps its case: M is a million, m a thousandth, and what could be either is asked.
func TestPrefixesKeepTheirCase(t *testing.T) {
	for _, c := range []struct {
		kind  unit.Kind
		typed string
		want  float64
	}{
		{unit.Ohms, "1 MΩ", 1e6}, {unit.Ohms, "20 kΩ", 2e4}, {unit.Ohms, "0.2", 0.2}, {unit.Ohms, "50 mΩ", 0.05},
		{unit.Megohms, "20 MΩ", 20}, {unit.Megohms, "800 kΩ", 0.8}, {unit.Megohms, "50", 50},
		{unit.Microfarads, "52 µF", 52}, {unit.Microfarads, "52 MFD", 52}, {unit.Microfarads, "52 mfd", 52},
		{unit.Microfarads, "52 MF", 52},
	} {
		got, ok, err := c.kind.One(c.typed)
		require.True(t, ok && err == nil, "%s: %v", c.typed, err)
		require.InEpsilon(t, c.want, got, 1e-9, c.typed)
	}
	for typed, kind := range map[string]unit.Kind{"0.052 mF": unit.Microfarads, "50 mΩ": unit.Megohms} {
		_, _, err := kind.One(typed)
		require.Error(t, err, typed)
		require.NotEqual(t, "otherwise", unit.Wanted(err, "otherwise"), "%s is asked", typed)
	}
	_, _, err := unit.Ohms.One("12 V")
	require.Error(t, err, "another unit is refused")
}

// A meter off its scale is a reading.
func TestAMeterOffItsScaleReads(t *testing.T) {
	for _, typed := range []string{"OL", "ol", "open", "∞"} {
		require.True(t, unit.BeyondScale(typed), typed)
		x, ok, err := unit.Ohms.Meter(typed)
		require.True(t, ok && err == nil && math.IsInf(x, 1), typed)
	}
	require.False(t, unit.BeyondScale("0.2"))
	x, ok, err := unit.Ohms.Meter("0.2 Ω")
	require.True(t, ok && err == nil)
	require.Equal(t, 0.2, x)
}

// Breakers and wires as people write them; a bare figure that is a size in AWG alone is asked.
func TestBreakersAndWiresAsPeopleWriteThem(t *testing.T) {
	for typed, want := range map[string]float64{"C16": 16, "B 20 A": 20, "2P C16": 16, "16": 16, "16A": 16,
		"20A 2P": 20, "6 A": 6} {
		got, ok, err := unit.Breaker(typed)
		require.True(t, ok && err == nil, typed)
		require.Equal(t, want, got, typed)
	}
	for _, typed := range []string{"big", "-5 A", "C"} {
		_, _, err := unit.Breaker(typed)
		require.Error(t, err, typed)
	}
	for typed, want := range map[string]unit.Conductor{"AWG 12": {AWG: 12}, "12 AWG": {AWG: 12}, "#12": {AWG: 12},
		"2.5 mm²": {SquareMM: 2.5}, "2,5": {SquareMM: 2.5}, "6": {SquareMM: 6}} {
		got, ok, err := unit.ParseConductor(typed)
		require.True(t, ok && err == nil, typed)
		require.Equal(t, want, got, typed)
	}
	for _, typed := range []string{"12", "14", "8"} {
		_, _, err := unit.ParseConductor(typed)
		require.Equal(t, typed+" AWG or "+typed+" mm²", unit.Wanted(err, ""), typed)
	}
}

// Where sizes are told in AWG a bare figure that is a size in both is asked, elsewhere it is mm².
func TestABareSizeIsAskedWhereBothAreUsed(t *testing.T) {
	for _, typed := range []string{"4", "6", "10", " 16 "} {
		_, ok, err := unit.ParseConductorIn(true, typed)
		require.False(t, ok, typed)
		bare := strings.TrimSpace(typed)
		require.Equal(t, bare+" AWG or "+bare+" mm²", unit.Wanted(err, ""), typed)
		c, ok, err := unit.ParseConductorIn(false, typed)
		require.True(t, ok && err == nil, typed)
		require.Greater(t, c.SquareMM, 3.9, typed)
	}
	c, ok, err := unit.ParseConductorIn(true, "10 AWG")
	require.True(t, ok && err == nil)
	require.Equal(t, 10, c.AWG)
}
