package dc_test

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/dc"
)

func TestAProfileNamesEveryBadPlace(t *testing.T) {
	p, ok := dc.ByID("sike-90")
	require.True(t, ok)
	require.Empty(t, p.Validate())
	text, err := json.Marshal(p)
	require.NoError(t, err)
	again, err := dc.DecodeProfile(text)
	require.NoError(t, err)
	require.Equal(t, p, again, "out and in again")
	for old, bad := range map[string]string{
		`"way":"phase-controlled"`: `"way":"steam"`,
		`"quadrants":1`:            `"quadrants":3`,
		`"armature_volts":180`:     `"armature_volts":400`,
		`"turn":"least"`:           `"turn":"most"`,
		`"screw":"earth"`:          `"screw":"ground"`,
		`"form_factor":1.4`:        `"form_factor":0.4`,
		`"for":"input"`:            `"for":"luck"`,
	} {
		require.Contains(t, string(text), old)
		_, err := dc.DecodeProfile([]byte(strings.Replace(string(text), old, bad, 1)))
		require.Error(t, err, bad)
	}
	own := dc.Entry{Controller: "nobody"}
	require.NotEmpty(t, own.Check())
}

// A pot set by the clock gives what was wanted, whatever its ends and taper.
func TestAPotGivesWhatItsClockSays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		trim := dc.Trim{From: rapid.Float64Range(0, 5).Draw(t, "from"), To: rapid.Float64Range(5.1, 20).Draw(t, "to"),
			Taper: rapid.SampledFrom([]string{"", "straight", "slow-start"}).Draw(t, "taper")}
		want := rapid.Float64Range(0, 25).Draw(t, "want")
		share, cut := trim.Travel(want)
		require.GreaterOrEqual(t, share, 0.0)
		require.LessOrEqual(t, share, 1.0)
		if !cut {
			require.InDelta(t, want, trim.Gives(share), 0.006*(trim.To-trim.From))
		} else {
			require.True(t, want < trim.From || want > trim.To)
		}
	})
}

func TestTheClockOfAPot(t *testing.T) {
	require.Equal(t, "7:30", dc.Clock(0))
	require.Equal(t, "12:00", dc.Clock(0.5))
	require.Equal(t, "4:30", dc.Clock(1))
	c, readings := dc.Read(dc.Entry{ReadBack: "MAX 12:00\nmin 25%\nCUR 6:00\nodd"})
	require.InDelta(t, 0.5, c.Back["MAX"], 0.01)
	require.InDelta(t, 0.25, c.Back["MIN"], 0.01)
	bad := 0
	for _, r := range readings {
		if r.Problem != "" {
			bad++
		}
	}
	require.Equal(t, 2, bad, "no pot points to six")
}

func TestThePlugInResistor(t *testing.T) {
	p, _ := dc.ByID("sike-90")
	plug, ok := p.PlugFor(3.9)
	require.True(t, ok)
	require.Equal(t, "S4", plug.Marking)
	plug, ok = p.PlugFor(30)
	require.False(t, ok, "none is that large")
	require.Equal(t, "S6", plug.Marking)
}

// Trips have a kind that is known and a code that stands once; what is said of them is the leaflet's, else the kind's.
func TestTripsOfAController(t *testing.T) {
	t.Parallel()
	p, ok := dc.ByID("swire-10")
	require.True(t, ok)
	require.Empty(t, p.Validate())
	lines := dc.TripLines(&p)
	require.Len(t, lines, len(p.Trips))
	for _, l := range lines {
		require.NotEmpty(t, l.Says, l.Code)
		require.NotEmpty(t, l.Look, l.Code)
	}
	require.Empty(t, dc.TripLines(nil))
	p.Trips = append(slices.Clone(p.Trips), dc.Trip{Code: "FL", Kind: dc.FieldLost, Text: "Field"},
		dc.Trip{Code: "X", Kind: "steam"}, dc.Trip{Kind: dc.OtherTrip})
	require.Equal(t, "Field", dc.TripLines(&p)[6].Says)
	bad := p.Validate()
	require.Len(t, bad, 3)
	require.Equal(t, "trips[6].code", bad[0].Path)
	require.Equal(t, "trips[7].kind", bad[1].Path)
	require.Equal(t, "trips[8].code", bad[2].Path)
	for _, k := range dc.TripKinds() {
		require.NotEmpty(t, k.Name, k.Word)
	}
}
