package api_test

import (
	"encoding/json"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/dc"
	"graybridge/core/picture"
	"graybridge/core/scenario"
	"graybridge/drawing"
)

// The DC bridge over its endpoints: the dial in other units, films, the swap, the wiring.
func TestTheDCBridgeIsAsked(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.JiggerWheel()
	var dial api.DCDial
	c.do("POST", "/api/dc/dial?way=tool&value=90", d).into(t, &dial)
	require.InDelta(t, 900, dial.RPM, 1e-6, "belt 1 : 10")
	c.do("POST", "/api/dc/dial?way=volts&value=60", d).into(t, &dial)
	require.Greater(t, dial.RPM, 1000.0)
	require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/dc/dial?way=motor&value=9000", d).Status)
	for _, scene := range []string{"start", "step", "brake"} {
		var f dc.Film
		c.do("POST", "/api/dc/film?scene="+scene, d).into(t, &f)
		require.Greater(t, len(f.RPM), 50, scene)
		require.NotEmpty(t, f.Text, scene)
	}
	var swap picture.Swap
	c.do("POST", "/api/dc/swap", d).into(t, &swap)
	require.Greater(t, len(swap.Rows), 8)
	var w drawing.Drawing
	c.do("POST", "/api/dc/wiring", d).into(t, &w)
	require.Greater(t, len(w.Items), 40)
	c.do("POST", "/api/dc/wiring", scenario.Blunger()).into(t, &w)
	require.Empty(t, w.Items, "no controller, no drawing")
	var none dc.Film
	c.do("POST", "/api/dc/film?scene=start", scenario.Blunger()).into(t, &none)
	require.Empty(t, none.RPM)
	swap = picture.Swap{}
	c.do("POST", "/api/dc/swap", scenario.Blunger()).into(t, &swap)
	require.Empty(t, swap.Rows)
}

// A controller's profile goes out and comes in as a file, checked; its sheet and run list
// are files too.
func TestControllerProfilesAndSheetsAreFiles(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.JiggerWheel())
	file := c.do("GET", "/api/jobs/"+j.ID+"/controller-profile.json", nil)
	require.Equal(t, http.StatusOK, file.Status)
	var p dc.Profile
	require.NoError(t, json.Unmarshal(file.Body, &p))
	require.Equal(t, "sike-90", p.ID)
	require.Equal(t, http.StatusOK, c.do("GET", "/api/controllers/sike-90.json", nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/controllers/nobody.json", nil).Status)
	taken := c.do("POST", "/api/dc/profile", map[string]string{"text": string(file.Body)})
	require.Equal(t, http.StatusUnprocessableEntity, taken.Status, "it ships")
	mine := strings.Replace(string(file.Body), "sike-90", "mine", 1)
	require.Equal(t, http.StatusOK, c.do("POST", "/api/dc/profile", map[string]string{"text": mine}).Status)
	bad := c.do("POST", "/api/dc/profile", map[string]string{"text": strings.Replace(mine, `"quadrants": 1`,
		`"quadrants": 7`, 1)})
	require.Equal(t, http.StatusUnprocessableEntity, bad.Status)
	require.Contains(t, string(bad.Body), "quadrants")
	for path, holds := range map[string]string{"settings.csv": "MAX", "wires.csv": "A1", "settings.pdf": "%PDF",
		"settings.xlsx": "PK"} {
		got := c.do("GET", "/api/jobs/"+j.ID+"/"+path, nil)
		require.Equal(t, http.StatusOK, got.Status, path)
		require.Contains(t, string(got.Body), holds, path)
	}
}
