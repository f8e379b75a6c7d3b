package bringup_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/core/logbook"
)

// A later reading outside opens a passed gate again, and all that hangs on it.
func TestALaterReadingReopensItsGate(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	s.through(bringup.Match)
	require.Equal(t, bringup.IsPassed, s.state(bringup.Discharge))
	s.read("discharge", bringup.CanDead, "")
	require.Equal(t, bringup.IsPassed, s.state(bringup.Discharge), "at the limit it still counts as dead")
	s.read("discharge", 230, "")
	require.Equal(t, bringup.IsAgain, s.state(bringup.Discharge))
	v := s.see()
	require.Contains(t, v.GateOf("discharge").Says, "230")
	require.Contains(t, v.GateOf("discharge").Says, "Odile W.")
	require.False(t, v.GateOf("match").Ready, "what hangs on it waits")
	s.read("discharge", 0.2, "")
	require.Equal(t, bringup.IsAgain, s.state(bringup.Discharge), "a good reading alone is no pass")
	require.Empty(t, s.do(bringup.Discharge, logbook.Passed, ""))
	require.Equal(t, bringup.IsPassed, s.state(bringup.Discharge))
}

// A reading from another phone counts at the time at which it was taken: before the pass it
// stands beside it, but proof of discharge is asked anew.
func TestALateReadingCountsWhenItWasTaken(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	s.through("")
	late := func(take string, x float64, taken string) {
		s.write(logbook.Entry{Kind: logbook.Reading, Reads: []logbook.Read{{Take: take, Value: x}}})
		s.book[len(s.book)-1].Taken = taken
	}
	late("load-supply", 12, "2026-03-02T17:00:00Z")
	require.Equal(t, bringup.IsPassed, s.state(bringup.Loaded), "taken before the pass")
	late("load-supply", 12, "2026-03-02T19:00:00Z")
	require.Equal(t, bringup.IsAgain, s.state(bringup.Loaded), "taken after it")
	late("discharge", 200, "2026-03-02T17:00:00Z")
	require.Equal(t, bringup.IsAgain, s.state(bringup.Discharge), "asked anew, whenever it was taken")
}

// What hums and stands, or turns the other way, passes no gate.
func TestWhatHumsAndStandsBlocks(t *testing.T) {
	for _, seen := range []string{"it hums and does not turn", bringup.OtherWay} {
		s := &shop{t: t, gates: bringup.Gates(ground())}
		s.through(bringup.Direction)
		s.read("direction", 0, seen)
		require.NotEmpty(t, s.do(bringup.Direction, logbook.Passed, "went on all the same"), seen)
		require.NotEqual(t, bringup.IsPassed, s.state(bringup.Direction), seen)
		s.read("direction", 0, "as wanted")
		require.Empty(t, s.do(bringup.Direction, logbook.Passed, ""), seen)
	}
}

// A cause is named only where it brings the reading near; ten times off is asked as a slip.
func TestAReadingIsJudgedByItsSize(t *testing.T) {
	value, low, high := 4.8, 4.3, 5.4
	heavy := bringup.Cause{Text: "the load is heavier", Would: "6.0 A", Value: 6}
	rest := bringup.Cause{Text: "the meter is on another lead"}
	take := bringup.Take{ID: "load-supply", Name: "Amps", Unit: "A", Value: &value, Low: &low, High: &high,
		Mark: finding.Estimated, Above: bringup.Meaning{Says: []bringup.Cause{heavy, rest}, At: "rpm"},
		Below: bringup.Meaning{Says: []bringup.Cause{rest}}}
	says := func(x float64) (out []string) {
		for _, c := range take.Compare(x, "").Meaning.Says {
			out = append(out, c.Text)
		}
		return out
	}
	for _, c := range []struct {
		read float64
		says []string
	}{
		{5.5, []string{heavy.Text, rest.Text}},
		{7.09, []string{heavy.Text, rest.Text}},
		{7.11, []string{"none of the usual causes brings it near", rest.Text}}, // 6.0 and its band, 1.1
		{33, []string{"none of the usual causes brings it near", rest.Text}},   // 6.9 times
		{34, []string{"a slip of the pen or the meter's range: it is about 10 times too large",
			"none of the usual causes brings it near", rest.Text}},
		{480, []string{"a slip of the pen or the meter's range: it is about 100 times too large",
			"none of the usual causes brings it near", rest.Text}},
		{0.48, []string{"a slip of the pen or the meter's range: it is about 10 times too small", rest.Text}},
	} {
		require.Equal(t, c.says, says(c.read), "%g A", c.read)
	}
	require.Empty(t, take.Compare(7.2, "").Meaning.At, "no reading is named that would tell causes apart that are none")
}
