package api_test

import (
	"encoding/json"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/bridge"
	"graybridge/core/drive"
	"graybridge/core/leaflet"
	"graybridge/core/plan"
	"graybridge/core/profiles"
	"graybridge/core/scenario"
)

// A stranger's drive: from its plate to a profile of the workshop, filled from its leaflet, looked over, tried, and
// taken by a machine, which keeps the version that it was planned with.
//
// Long: one way, step by step.
func TestAProfileFromPlateToMachine(t *testing.T) {
	t.Parallel()
	c, _ := opened(t)
	var w api.WorkshopAnswer
	c.made("/api/workshops", entry(scenario.TansyLane()), &w)
	at := "/api/workshops/" + w.ID + "/profiles"

	var begun struct {
		Profile map[string]any
		Checked profiles.Checked
	}
	r := c.do("POST", "/api/profiles/begin", sent{"kind": "drive",
		"of": sent{"plate": "IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW"}})
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	r.into(t, &begun)
	begun.Profile["name"] = "Drive off the shelf"

	r = c.do("POST", "/api/drives/leaflet", sent{"text": "Code\tName\tRange\tDefault\tUnit\n" +
		"P1.01\tMotor rated current\t0.1-20.0\t7.0\tA\nP1.02\tMaximum frequency\t10.0-400.0\t50.0\tHz\n" +
		"P1.03\tAcceleration time\t0.1-600.0\t10.0\ts\nP1.04\tRun command source\t0: keypad 1: terminals\t0\t\n"})
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	var read struct{ Lines []leaflet.Line }
	r.into(t, &read)
	r = c.do("POST", "/api/profiles/settings", sent{"lines": read.Lines})
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	var settings struct{ Parameters []drive.Parameter }
	r.into(t, &settings)
	require.Len(t, settings.Parameters, 4)
	begun.Profile["parameters"] = settings.Parameters

	var p api.ProfileAnswer
	c.made(at, sent{"kind": "drive", "profile": begun.Profile}, &p)
	require.Equal(t, "drive-off-the-shelf", p.Own)
	require.True(t, p.Usable, "%v", p.Checked.Problems)
	require.Positive(t, p.Open, "it does not say everything")

	begun.Profile["output"] = sent{"amps": "seven"}
	r = c.do("PUT", at+"/"+p.ID, sent{"revision": 1, "profile": begun.Profile})
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	r.into(t, &p)
	require.False(t, p.Usable, "kept as typed, and no machine is planned on it")
	require.Equal(t, "output.amps", p.Checked.Problems[0].Path)
	r = c.do("PUT", at+"/"+p.ID, sent{"revision": 1, "profile": begun.Profile})
	require.Equal(t, http.StatusConflict, r.Status, "two windows on one profile")

	r = c.do("GET", at+"/"+p.ID+"?revision=1", nil)
	require.Equal(t, http.StatusOK, r.Status)
	r.into(t, &p)
	require.True(t, p.Usable)
	require.Len(t, p.Versions, 2)

	text, err := json.Marshal(p.Profile)
	require.NoError(t, err)
	own, err := drive.Decode(text)
	require.NoError(t, err)
	d := scenario.BallMill()
	d.Bridge.Drive.Own, d.Bridge.Drive.Profile = &own, own.ID
	var given struct{ Plan plan.Plan }
	r = c.do("POST", "/api/plan", d)
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	r.into(t, &given)
	planned := given.Plan
	require.Equal(t, "Drive off the shelf", planned.Drive.Name)
	codes := map[string]string{}
	for _, row := range planned.Drive.Sheet {
		codes[string(row.Function)] = row.Code
	}
	require.Equal(t, "P1.01", codes["motor-amps"])
	said := ""
	for _, f := range planned.Findings {
		if f.ID == "drive.lifted" {
			said = f.Detail
		}
	}
	require.Contains(t, said, "150 %", "what was taken for it is said")

	r = c.do("POST", "/api/profiles/try", sent{"kind": "drive", "profile": p.Profile, "deeds": []bridge.Deed{
		{Do: "set", Code: "P1.02", Value: "500"}, {Do: "set", Code: "P1.02", Value: "60.0"}, {Do: "run"}}})
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	var tried struct{ Outcomes []profiles.Outcome }
	r.into(t, &tried)
	require.Contains(t, tried.Outcomes[0].Refused, "400.0")
	require.Contains(t, tried.Outcomes[2].Shows, "60")

	r = c.do("GET", at+"/"+p.ID+"/profile.json", nil)
	require.Equal(t, http.StatusOK, r.Status)
	r = c.do("POST", "/api/drives/profile", sent{"text": strings.Replace(string(r.Body), `"amps": "seven"`, `"amps": 7`,
		1)})
	require.Equal(t, http.StatusUnprocessableEntity, r.Status, "its volts are gone with the output that was mended")
	r = c.do("DELETE", at+"/"+p.ID, nil)
	require.Equal(t, http.StatusNoContent, r.Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", at+"/"+p.ID, nil).Status)
}

func TestAProfileThatIsNoneIsNotKept(t *testing.T) {
	t.Parallel()
	c, _ := opened(t)
	var w api.WorkshopAnswer
	c.made("/api/workshops", entry(scenario.TansyLane()), &w)
	at := "/api/workshops/" + w.ID + "/profiles"
	of := func(name, about string) string {
		return `{"kind":"drive","profile":{"name":"` + name + `","about":"` + about + `"}}`
	}
	for body, want := range map[string]int{
		`{"kind":"drive","profile":{}}`:                    http.StatusUnprocessableEntity,
		`{"kind":"lamp","profile":{"name":"x"}}`:           http.StatusUnprocessableEntity,
		of(strings.Repeat("a", 61), ""):                    http.StatusUnprocessableEntity,
		of("a", strings.Repeat("b", profiles.MostBytes)):   http.StatusUnprocessableEntity,
		of("a", strings.Repeat("b", 3*profiles.MostBytes)): http.StatusRequestEntityTooLarge,
	} {
		r := c.do("POST", at, json.RawMessage(body), "Change-Id", "none-is-kept")
		require.Equal(t, want, r.Status, "%.60s: %s", body, r.Body)
	}
	var list struct{ Profiles []api.ProfileLine }
	c.do("GET", at, nil).into(t, &list)
	require.Empty(t, list.Profiles)
	for _, kind := range []string{"drive", "dc"} {
		r := c.do("POST", "/api/profiles/begin", sent{"kind": kind, "of": sent{"plate": "soap"}})
		require.Equal(t, http.StatusUnprocessableEntity, r.Status)
		require.Equal(t, http.StatusOK, c.do("GET", "/api/profiles/words?kind="+kind, nil).Status)
	}
}
