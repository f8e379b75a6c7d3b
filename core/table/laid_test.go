package table_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/table"
	"graybridge/core/unit"
)

func laid(awg int, mm float64) table.Laid {
	return table.Laid{Conductor: unit.Conductor{AWG: awg, SquareMM: mm}, AirC: math.NaN()}
}

// Worked by hand from the handbook's tables.
func TestWhatAConductorCarriesAsItLies(t *testing.T) {
	marked := func(l *table.Laid) { l.Marked75 = true }
	for name, c := range map[string]struct {
		lies          func(*table.Laid)
		awg           int
		mm            float64
		amps, breaker float64
		beyond        bool
	}{
		"12 AWG, 60 °C column":                  {awg: 12, amps: 20, breaker: 20},
		"12 AWG marked 75 °C keeps its breaker": {awg: 12, lies: marked, amps: 25, breaker: 20},
		"8 AWG marked 75 °C":                    {awg: 8, lies: marked, amps: 50, breaker: 50},
		"building cable is always 60 °C": {awg: 8, lies: func(l *table.Laid) {
			l.Marked75, l.Cable = true, table.Building
		}, amps: 40, breaker: 40},
		"10 AWG at 38 °C": {awg: 10, lies: func(l *table.Laid) { l.AirC = 38 }, amps: 30 * 0.82,
			breaker: 30 * 0.82},
		"10 AWG, six together":  {awg: 10, lies: func(l *table.Laid) { l.Together = 6 }, amps: 24, breaker: 24},
		"10 AWG, ten together":  {awg: 10, lies: func(l *table.Laid) { l.Together = 10 }, beyond: true},
		"10 AWG at 50 °C":       {awg: 10, lies: func(l *table.Laid) { l.AirC = 50 }, beyond: true},
		"cord":                  {awg: 10, lies: func(l *table.Laid) { l.Cable = table.Cord }, beyond: true},
		"18 AWG is in no table": {awg: 18, beyond: true},
		"6 mm²":                 {mm: 6, amps: 38, breaker: 38},
		"6 mm² at 35 °C beside one other": {mm: 6, lies: func(l *table.Laid) { l.AirC, l.Together = 35, 2 },
			amps: 38 * 0.94 * 0.8, breaker: 38 * 0.94 * 0.8},
	} {
		l := laid(c.awg, c.mm)
		if c.lies != nil {
			c.lies(&l)
		}
		got := l.Carries()
		require.Equal(t, c.beyond, got.Beyond != "", name)
		require.InDelta(t, c.amps, got.Amps, 1e-9, name)
		require.InDelta(t, c.breaker, got.Breaker, 1e-9, name)
		require.NotEmpty(t, got.Source, name)
	}
}

func TestAThickerConductorLiesTheSame(t *testing.T) {
	l := laid(14, 0)
	l.AirC = 40
	c, ok := l.Thicker(20, 20)
	require.True(t, ok)
	require.Equal(t, unit.Conductor{AWG: 10}, c, "12 AWG carries 16.4 A at 40 °C, 10 AWG 24.6")
	_, ok = l.Thicker(500, 20)
	require.False(t, ok, "the table ends")
	c, ok = laid(0, 1.5).Thicker(25, 25)
	require.True(t, ok)
	require.Equal(t, unit.Conductor{SquareMM: 4}, c)
}
