package reference_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/reference"
	"graybridge/jobtest"
)

// The glossary has every word of the trade once, each with its meaning in two sentences that a neighbour understands.
func TestTheGlossary(t *testing.T) {
	t.Parallel()
	terms := reference.Terms()
	require.GreaterOrEqual(t, len(terms), 150)
	names, drawn := map[string]string{}, 0
	var s jobtest.Speech
	for _, one := range terms {
		for _, name := range append([]string{one.Name, one.America}, one.Also...) {
			if name = strings.ToLower(name); name == "" || name == one.Name && names[name] == one.Name {
				continue
			}
			if name == strings.ToLower(one.America) && names[name] == one.Name {
				continue
			}
			assert.Empty(t, names[name], "%s is said of %s too", name, one.Name)
			names[name] = one.Name
		}
		if n := len(jobtest.Sentences(one.Means)); n < 1 || n > 2 {
			t.Errorf("%s has %d sentences", one.Name, n)
		}
		s.Text(one.Means)
		if one.At != "" {
			assert.Contains(t, finding.Bays, finding.Bay(one.At), one.Name)
		}
		if one.Drawn != "" {
			drawn++
		}
	}
	assert.Greater(t, drawn, 25)
	s.Hold(t, 140)
}

// Every bay says what it is for, what it needs and what people get wrong; the bridge's bay once a bridge.
func TestEveryBayHasItsHelp(t *testing.T) {
	t.Parallel()
	var s jobtest.Speech
	said := map[string]bool{}
	for _, h := range reference.Helps() {
		said[h.Bay+h.Kind] = true
		for _, text := range []string{h.For, h.Needs, h.Wrong} {
			require.Len(t, jobtest.Sentences(text), 1, text)
			s.Text(text)
		}
	}
	for _, b := range finding.Bays {
		if b != finding.Bridge {
			assert.True(t, said[string(b)], b)
		}
	}
	for _, kind := range []string{document.KindCapacitor, document.KindRotary, document.KindDrive, document.KindDC} {
		assert.True(t, said["bridge"+kind], kind)
	}
	s.Hold(t, 20)
}

// Every sheet is whole: a source, as many cells as columns, no row empty.
func TestSheetsAreWhole(t *testing.T) {
	t.Parallel()
	by := map[string]reference.Sheet{}
	for _, s := range reference.Sheets() {
		by[s.ID] = s
		assert.NotEmpty(t, s.Source, s.ID)
		assert.NotEmpty(t, s.About, s.ID)
		require.NotEmpty(t, s.Rows, s.ID)
		for _, row := range s.Rows {
			require.Len(t, row, len(s.Columns), "%s: %v", s.ID, row)
			require.NotEmpty(t, row[0], s.ID)
		}
		for _, row := range s.Colours {
			require.Len(t, row, len(s.Columns), s.ID)
		}
	}
	row := func(sheet, first string) []string {
		i := slices.IndexFunc(by[sheet].Rows, func(r []string) bool { return r[0] == first })
		require.GreaterOrEqual(t, i, 0, "%s has no %s", sheet, first)
		return by[sheet].Rows[i]
	}
	// Read off the handbook of the trade.
	assert.Equal(t, "16\u00a0A", row("wires-metric", "1.5\u00a0mm²")[2])
	assert.Equal(t, "15\u00a0A", row("wires-north-america", "14\u00a0AWG")[2])
	assert.Equal(t, []string{"90S", "90", "140", "100", "56", "24", "50", "8"}, row("frames-iec", "90S"))
	assert.Equal(t, []string{"80, 90", "130", "165", "200", "12 mm hole"}, row("faces-large", "80, 90"))
	assert.Equal(t, []string{"90", "95", "115", "140", "M8"}, row("faces-small", "90"))
	assert.Equal(t, "4.500 in", row("faces-america", "56C, 143TC, 145TC")[1])
	assert.Equal(t, "5.875 in", row("faces-america", "56C, 143TC, 145TC")[2])
	assert.Equal(t, "10\u00a0AWG", row("earths", "60\u00a0A")[1])
}

// Formulas are worked as by hand; what cannot be read is said at its field, and nothing is made of a half.
func TestFormulasAreTried(t *testing.T) {
	t.Parallel()
	for _, c := range []struct {
		id    string
		typed map[string]string
		first string
	}{
		{"synchronous", map[string]string{"hertz": "50", "poles": "4"}, "1500 rpm"},
		{"synchronous", map[string]string{"hertz": "60 Hz", "poles": "6 poles"}, "1200 rpm"},
		{"slip", map[string]string{"hertz": "50", "poles": "4", "rated": "1420", "read": "1460"}, "about 50 % of " +
			"full load"},
		{"amps", map[string]string{"power": "1.1 kW", "volts": "230", "pf": "0.78", "efficiency": "78 %"},
			"4.54 A in each line, at full load"}, // 1100/(1.732·230·0.78·0.78)
		{"torque", map[string]string{"power": "1.5 kW", "rpm": "1432"}, "10 N·m, 7.38 lb·ft"},
		{"low-volts", map[string]string{"volts": "207", "rated": "230"}, "81 % of its torque"},
		{"heat", map[string]string{"amps": "5.64 A", "rated": "4.7"}, "120 % of rated amps"},
		{"feeder", map[string]string{"volts": "230", "amps": "10", "length": "25 m", "size": "2.5 mm²"},
			"4.5 V lost, 2 %"}, // 10 · 50 m · 22.5 mΩ/2.5
		{"feeder", map[string]string{"volts": "240", "amps": "20", "length": "100 ft", "size": "12 AWG"},
			"7.9 V lost, 3.3 %"}, // 20 · 200 ft · 1.98 Ω/1000 ft
		{"discharge", map[string]string{"microfarad": "50", "volts": "350"},
			"It can keep 495 V and 6.13 J: that hurts or kills."},
		{"belt", map[string]string{"rpm": "1420", "own": "80 mm", "other": "200 mm"}, "568 rpm"},
		{"turns", map[string]string{"amps": "3.3", "turns": "3"}, "1.10 A"},
		{"insulation", map[string]string{"megohm": "20 MΩ", "celsius": "20"}, "5.00 MΩ at 40 °C"},
	} {
		got, ok := reference.Try(c.id, c.typed)
		require.True(t, ok, c.id)
		require.Empty(t, got.Problems, c.id)
		assert.Equal(t, c.first, strings.ReplaceAll(got.Results[0], "\u00a0", " "), c.id)
	}
	got, ok := reference.Try("belt", map[string]string{"rpm": "fast", "own": "80"})
	require.True(t, ok)
	require.Empty(t, got.Results)
	require.Contains(t, got.Problems["rpm"], "“fast”")
	got, _ = reference.Try("slip", map[string]string{"hertz": "50", "poles": "4", "rated": "1420", "read": "1700"})
	require.Contains(t, got.Problems["read"], "less than")
	got, _ = reference.Try("feeder", map[string]string{"volts": "230", "amps": "9", "length": "5 m", "size": "13 AWG"})
	require.NotEmpty(t, got.Problems["size"])
	_, ok = reference.Try("moon", nil)
	require.False(t, ok)
	for _, f := range reference.Formulas() { // the examples make a whole
		typed := map[string]string{}
		for _, in := range f.Inputs {
			typed[in.ID] = in.Example
		}
		got, _ := reference.Try(f.ID, typed)
		require.Empty(t, got.Problems, f.ID)
		require.NotEmpty(t, got.Results, f.ID)
	}
}
