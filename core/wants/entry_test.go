package wants_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/wants"
)

func TestWhatIsWantedIsReadAsPeopleTypeIt(t *testing.T) {
	for _, c := range []struct {
		typed wants.Entry
		want  func(wants.Wants) bool
		bad   string // path of the entry that cannot be read
	}{
		{wants.Entry{}, func(w wants.Wants) bool { return w.OneSpeed() && !w.SpeedSaid && w.Hours == 4 }, ""},
		{wants.Entry{Slowest: "30 %"}, func(w wants.Wants) bool { return w.Slowest == 0.3 && w.Fastest == 1 }, ""},
		{wants.Entry{Slowest: "423 rpm"}, func(w wants.Wants) bool { return w.Slowest == 0.3 }, ""},
		{wants.Entry{Fastest: "120 %"}, func(w wants.Wants) bool { return w.Fastest == 1.2 && w.Slowest == 1 }, ""},
		{wants.Entry{Slowest: "slow"}, wants.Wants.OneSpeed, "weigh.slowest"},
		{wants.Entry{Slowest: "0 %"}, wants.Wants.OneSpeed, "weigh.slowest"},
		{wants.Entry{Hours: "6,5 h", Days: "240 days"}, func(w wants.Wants) bool {
			return w.Hours == 6.5 &&
				w.Days == 240
		}, ""},
		{wants.Entry{Hours: "30 h"}, func(w wants.Wants) bool { return w.Hours == 4 }, "weigh.hours_a_day"},
		{wants.Entry{Price: "0.2877 €"}, func(w wants.Wants) bool { return w.Price == 0.2877 && w.Currency == "€" },
			""},
		{wants.Entry{Price: "cheap"}, func(w wants.Wants) bool { return w.Price == 0 }, "weigh.kilowatt_hour"},
		{wants.Entry{Turns: wants.Both}, func(w wants.Wants) bool { return w.Both }, ""},
	} {
		w, readings := wants.Read(c.typed, 1410)
		require.True(t, c.want(w), "%+v read as %+v", c.typed, w)
		bad := ""
		for _, r := range readings {
			if r.Problem != "" {
				bad = r.Path
				require.NotEmpty(t, r.Wanted)
			}
		}
		require.Equal(t, c.bad, bad, "%+v", c.typed)
	}
}

// One speed is from nine tenths to eleven tenths.
func TestOneSpeedJustBelowAndJustAbove(t *testing.T) {
	for _, c := range []struct {
		slowest, fastest float64
		one              bool
	}{{0.91, 1.09, true}, {0.89, 1, false}, {1, 1.11, false}, {1, 1, true}} {
		require.Equal(t, c.one, wants.Wants{Slowest: c.slowest, Fastest: c.fastest}.OneSpeed(), "%+v", c)
	}
}
