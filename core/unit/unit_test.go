package unit_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/unit"
)

func TestEntriesAreReadAsPeopleWriteThem(t *testing.T) {
	for _, c := range []struct {
		name string
		kind unit.Kind
		text string
		want string
	}{
		{"two columns of volts", unit.Volts, "230/400 V", "230/400"},
		{"range and column", unit.Volts, "208-230/460", "208-230/460"},
		{"unit after each", unit.Volts, "230 V / 400 V", "230/400"},
		{"decimal comma", unit.Amps, "7,4/4,3 A", "7.4/4.3"},
		{"amps falling as volts rise", unit.Amps, "21-19/9.5 A", "19-21/9.5"},
		{"kilowatts glued", unit.Power, "2.2kW", "2200"},
		{"comma and glued", unit.Power, "0,75kW", "750"},
		{"vulgar fraction", unit.Power, "1½ HP", "1118.55"},
		{"fraction alone", unit.Power, "3/4 hp", "559.275"},
		{"mixed fraction", unit.Power, "1 1/2 HP", "1118.55"},
		{"hyphened fraction", unit.Power, "7-1/2 HP", "5592.75"},
		{"two powers for two frequencies", unit.Power, "1.1/1.3 kW", "1100/1300"},
		{"watts with thousands", unit.Power, "1100 W", "1100"},
		{"metric horsepower", unit.Power, "1 PS", "735.499"},
		{"thousands comma in rpm", unit.RPM, "1,410 r/min", "1410"},
		{"thousands point in rpm", unit.RPM, "1.410 min-1", "1410"},
		{"plain rpm", unit.RPM, "1410", "1410"},
		{"two frequencies", unit.Hertz, "50/60 Hz", "50/60"},
		{"percent", unit.Share, "79 %", "0.79"},
		{"percent without its sign", unit.Share, "79", "0.79"},
		{"comma share", unit.Share, "0,79", "0.79"},
		{"feet", unit.Length, "65 ft", "19.812"},
		{"microfarad with the Greek letter", unit.Microfarads, "52 μF", "52"},
	} {
		t.Run(c.name, func(t *testing.T) {
			cols, err := c.kind.Columns(c.text)
			require.NoError(t, err)
			require.Equal(t, c.want, cols.String())
		})
	}
}

func TestWhatCannotBeReadSaysWhatWouldDo(t *testing.T) {
	for _, c := range []struct {
		kind unit.Kind
		text string
	}{
		{unit.Volts, "23O/4OO"}, {unit.Volts, "banana"}, {unit.Volts, "230/"}, {unit.Volts, "99999"},
		{unit.Volts, "-230"}, {unit.Volts, "0"},
		{unit.Power, "2.2"}, {unit.Power, "two kW"}, {unit.Amps, "4.7 V"}, {unit.RPM, "fast"},
		{unit.Hertz, "1/2/3/4/5"}, {unit.Share, "900"},
	} {
		_, err := c.kind.Columns(c.text)
		var p *unit.Problem
		require.ErrorAs(t, err, &p, "%q", c.text)
		require.Contains(t, p.Found, c.text)
		require.Equal(t, c.kind.Example, p.Wanted)
	}
	_, _, err := unit.Volts.One("230/400")
	require.Error(t, err, "one number is wanted where two columns stand")
}

func TestConductorsOfBothWorlds(t *testing.T) {
	for text, want := range map[string]string{"6 mm²": "6 mm²", "2,5": "2.5 mm²", "8 AWG": "8 AWG", "#12": "12 AWG",
		"14ga": "14 AWG"} {
		c, ok, err := unit.ParseConductor(text)
		require.NoError(t, err, text)
		require.True(t, ok)
		require.Equal(t, strings.ReplaceAll(want, " ", unit.Space), c.String())
	}
	_, ok, err := unit.ParseConductor(" ")
	require.NoError(t, err)
	require.False(t, ok)
	_, _, err = unit.ParseConductor("thick")
	require.Error(t, err)
}

func TestFiguresShowThreeSignificantDigits(t *testing.T) {
	for x, want := range map[float64]string{4.6249: "4.62", 52.04: "52.0", 1444.2: "1440", 0.0389: "0.0389",
		9.999: "10.0", 0.9996: "1.00", 230: "230", 0: "0"} {
		require.Equal(t, want, unit.Three(x), "%v", x)
	}
	require.Equal(t, "none", unit.Three(math.NaN()))
	require.Equal(t, "72"+unit.Space+"%", unit.Percent(0.719))
}

// Any printed columns are read back as they were.
func TestPrintedColumnsAreReadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var want unit.Columns
		for range rapid.IntRange(1, 4).Draw(t, "columns") {
			low := float64(rapid.IntRange(1, 4000).Draw(t, "low")) / 10
			high := low + float64(rapid.IntRange(0, 400).Draw(t, "more"))/10
			want = append(want, unit.Range{Low: low, High: high})
		}
		got, err := unit.Amps.Columns(want.String() + " A")
		require.NoError(t, err)
		require.Equal(t, want.String(), got.String())
	})
}

func FuzzColumns(f *testing.F) {
	for _, s := range []string{"208-230/460", "1½ HP", "7,4/4,3 A", "1 1/2", "/", "½/½", "1.2.3,4", "²", "-", "9e9"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		for _, k := range []unit.Kind{unit.Volts, unit.Power, unit.RPM, unit.Share, unit.Length} {
			cols, err := k.Columns(s)
			for _, c := range cols {
				if err == nil && !(c.Low > 0 && c.High >= c.Low && c.High <= k.Largest) {
					t.Fatalf("%q read as %v", s, cols)
				}
			}
		}
	})
}

func TestADrawerIsAListOfValues(t *testing.T) {
	for text, want := range map[string][]float64{
		"40, 12, 2×30": {40, 12, 30, 30}, "40 12": {40, 12}, "12,5 µF; 8uF + 5": {12.5, 8, 5}, "3 x 10": {10, 10, 10},
		"": nil, "60": {60},
	} {
		got, err := unit.Microfarads.Each(text, 24)
		require.NoError(t, err, text)
		require.Equal(t, want, got, text)
	}
	for _, text := range []string{"many", "12, big", "99x30", "12/30", "-4"} {
		_, err := unit.Microfarads.Each(text, 24)
		require.Error(t, err, text)
	}
}
