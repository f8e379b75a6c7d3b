package supply_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/supply"
	"graybridge/core/table"
)

func grade(s supply.Supply, draw *supply.Draw, id string) finding.Grade {
	for _, f := range s.Judge(draw, table.Metric) {
		if f.ID == id {
			return f.Grade
		}
	}
	return ""
}

var draw = &supply.Draw{RunAmps: 4.7, RunVolts: 235.4, StartAmps: 20, StartVolts: 233.6}

func TestAFeederOfEitherWorldHasItsResistance(t *testing.T) {
	s, readings := supply.Read(supply.Entry{Volts: "236", FeederLength: "18 m", FeederSize: "6 mm²",
		Breaker: "32 A"}, table.Metric,
		230, 50)
	require.Equal(t, finding.Measured, s.VoltsMark)
	require.InDelta(t, 2*18*22.5e-3/6, s.FeederOhm, 1e-9, "22.5/A mΩ per m, there and back")
	for _, r := range readings {
		require.Empty(t, r.Problem)
	}
	us, _ := supply.Read(supply.Entry{FeederLength: "65 ft", FeederSize: "8 AWG"}, table.Metric, 240, 60)
	require.InDelta(t, 2*65*0.778/1000, us.FeederOhm, 1e-4, "0.778 Ω per 1000 ft")
}

func TestWhatIsNotMeasuredStaysOpen(t *testing.T) {
	s, _ := supply.Read(supply.Entry{}, table.Metric, 230, 50)
	require.Equal(t, finding.Estimated, s.VoltsMark)
	require.Equal(t, finding.Open, grade(s, nil, "supply.measure"))
	require.Equal(t, finding.Open, grade(s, nil, "supply.feeder"))
	require.Empty(t, s.Figures(nil))
	require.Len(t, s.Figures(draw), 5)
}

func TestVoltsFarFromNominalAndLongFeedersAreCautions(t *testing.T) {
	s, _ := supply.Read(supply.Entry{Volts: "198"}, table.Metric, 230, 50)
	require.Equal(t, finding.Caution, grade(s, draw, "supply.volts"))
	s, _ = supply.Read(supply.Entry{Volts: "236", FeederLength: "120 m", FeederSize: "1.5",
		Breaker: "5 A"}, table.Metric, 230, 50)
	require.Equal(t, finding.Caution, grade(s, &supply.Draw{RunAmps: 4.7, RunVolts: 220, StartAmps: 20,
		StartVolts: 180}, "supply.drop"))
	require.Equal(t, finding.Caution, grade(s, draw, "supply.breaker"), "94 % of the feeder's breaker")
	s, _ = supply.Read(supply.Entry{Volts: "236", FeederLength: "18 m", FeederSize: "6",
		Breaker: "32"}, table.Metric, 230, 50)
	require.Equal(t, finding.Good, grade(s, draw, "supply.drop"))
	require.Empty(t, grade(s, draw, "supply.breaker"))
}

func TestASupplyIsOneNumber(t *testing.T) {
	_, readings := supply.Read(supply.Entry{Volts: "230/400", FeederLength: "far", FeederSize: "fat"},
		table.Metric, 230, 50)
	require.Len(t, readings, 3)
	for _, r := range readings {
		require.NotEmpty(t, r.Problem, r.Path)
	}
}

// A feeder loses three percent at most, running, and its breaker carries four fifths: just below and
// just above.
func TestAFeederJustGoodEnough(t *testing.T) {
	s, _ := supply.Read(supply.Entry{Volts: "200", FeederLength: "18 m", FeederSize: "6 mm²",
		Breaker: "20 A"}, table.Metric, 200, 50)
	at := func(amps, volts float64) *supply.Draw {
		return &supply.Draw{RunAmps: amps, RunVolts: volts, StartAmps: amps, StartVolts: volts}
	}
	require.Equal(t, finding.Good, grade(s, at(5, 194.1), "supply.drop"))
	require.Equal(t, finding.Caution, grade(s, at(5, 193.9), "supply.drop"))
	require.Empty(t, grade(s, at(15.9, 198), "supply.breaker"))
	require.Equal(t, finding.Caution, grade(s, at(16.1, 198), "supply.breaker"))
}
