package dc_test

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/dc"
)

const bare = `{"format":"gray-bridge/dc-controller-profile","version":1,"id":"syke-5","name":"Syke 5",
	"way":"phase-controlled","amps":5,"inputs":[{"least_volts":208,"most_volts":264,"armature_volts":180}]}`

func TestAControllerOfThePlateAloneIsOfUse(t *testing.T) {
	p, err := dc.DecodeProfile([]byte(bare))
	require.NoError(t, err)
	back, err := json.Marshal(p)
	require.NoError(t, err)
	require.JSONEq(t, bare, string(back), "what nobody said is not written")
	full := p.Lifted()
	require.Equal(t, []any{1.4, 5000.0, 1}, []any{full.Factor, full.PotOhm, full.Quadrants})
	require.NotEmpty(t, full.Screws)
	var missing []string
	for _, l := range p.Lacks() {
		missing = append(missing, l.Path)
	}
	require.Subset(t, missing, []string{"form_factor", "line_fuse_amps", "terminals", "trims"})
	shipped := dc.Shipped()[0]
	require.Empty(t, shipped.Lacks())
}

func TestAControllerBeginsFromItsPlate(t *testing.T) {
	p, problem := dc.FromPlate("IN 230 V AC ARM 180 V DC 10 A FLD 200 V DC")
	require.Empty(t, problem)
	require.Equal(t, 10.0, p.Amps)
	require.Zero(t, p.Factor, "a plate does not say it")
	p.ID = "mine"
	require.Empty(t, p.Validate())
	for _, typed := range []string{"", "nothing", "IN 1~ 200-240 V OUT 3~ 0-230 V 4.5 A"} {
		_, problem := dc.FromPlate(typed)
		require.NotEmpty(t, problem, typed)
	}
}

// Volts turned by hand at a transformer: no trims and no pot are asked of it, and it limits no amps.
func TestABridgeBehindATransformerHasNoTrims(t *testing.T) {
	p, ok := dc.ByID("thirl-5")
	require.True(t, ok)
	require.Empty(t, p.Lacks())
	bareFull, err := dc.DecodeProfile([]byte(strings.Replace(bare, "phase-controlled", "full-wave", 1)))
	require.NoError(t, err)
	for _, l := range bareFull.Lacks() {
		require.NotContains(t, []string{"trims", "pot_ohm"}, l.Path)
	}
	require.Equal(t, 1.11, bareFull.Lifted().Factor)
	halved := strings.NewReplacer("phase-controlled", "half-wave", "180", "90").Replace(bare)
	half, err := dc.DecodeProfile([]byte(halved))
	require.NoError(t, err)
	require.Equal(t, 1.9, half.Lifted().Factor)
	_, err = dc.DecodeProfile([]byte(strings.Replace(bare, "phase-controlled", "half-wave", 1)))
	require.ErrorContains(t, err, "armature_volts", "half of the waves give no 180 V from 264 V")
}

func TestAControllerIsTriedFromItsProfile(t *testing.T) {
	p, ok := dc.ByID("sike-90")
	require.True(t, ok)
	steps := p.Try([]bridge.Deed{{Do: "dial", Value: "100"}, {Do: "set", Code: "MAX", Value: "80 %"},
		{Do: "set", Code: "MIN", Value: "0"}, {Do: "run"}, {Do: "dial", Value: "0"}, {Do: "dial", Value: "140"},
		{Do: "set", Code: "WHAT", Value: "10"}, {Do: "stop"}})
	require.Zero(t, steps[0].Volts, "inhibited")
	require.InDelta(t, 90, steps[3].Volts, 1e-9, "0.6 to 1.1 of its range, at 80 %")
	require.Zero(t, steps[4].Volts)
	require.NotEmpty(t, steps[5].Refused)
	require.NotEmpty(t, steps[6].Refused)
	require.Zero(t, steps[7].Volts)
}
