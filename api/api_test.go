package api_test

import (
	"bytes"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"os"
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/job"
	"graybridge/core/scenario"
	"graybridge/store/storetest"
	"graybridge/ui"
)

// client speaks to a server over HTTP as a browser would.
type client struct {
	t   *testing.T
	url string
}

type reply struct {
	Status int
	Header http.Header
	Body   []byte
}

func (r reply) into(t *testing.T, v any) {
	t.Helper()
	require.NoError(t, json.Unmarshal(r.Body, v), "%s", r.Body)
}

func start(t *testing.T) client {
	t.Helper()
	handler, _ := api.New(storetest.Store(t), ui.Handler())
	server := httptest.NewServer(handler)
	t.Cleanup(server.Close)
	return client{t, server.URL}
}

func (c client) do(method, path string, body any, headers ...string) reply {
	c.t.Helper()
	var text []byte
	switch b := body.(type) {
	case nil:
	case string:
		text = []byte(b)
	default:
		text, _ = json.Marshal(b)
	}
	req, err := http.NewRequest(method, c.url+path, bytes.NewReader(text))
	require.NoError(c.t, err)
	req.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(headers); i += 2 {
		req.Header.Set(headers[i], headers[i+1])
	}
	res, err := http.DefaultClient.Do(req)
	require.NoError(c.t, err)
	defer res.Body.Close()
	var out bytes.Buffer
	_, err = out.ReadFrom(res.Body)
	require.NoError(c.t, err)
	return reply{res.StatusCode, res.Header, out.Bytes()}
}

// newJob makes a workshop and a job in it.
func (c client) newJob() api.JobAnswer {
	c.t.Helper()
	var w api.WorkshopAnswer
	made := c.do("POST", "/api/workshops", scenario.TansyLane())
	require.Equal(c.t, http.StatusCreated, made.Status, "%s", made.Body)
	made.into(c.t, &w)
	var j api.JobAnswer
	made = c.do("POST", "/api/jobs", map[string]string{"workshop_id": w.ID, "name": "Blunger", "change_id": "create-1"})
	require.Equal(c.t, http.StatusCreated, made.Status, "%s", made.Body)
	made.into(c.t, &j)
	return j
}

type problem struct {
	Status int
	Detail string
	Seen   int
	Latest int
	Errors []struct{ Location, Message string }
}

func TestAJobIsSavedByWhoSawItsLatestRevision(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	require.Equal(t, 1, j.Revision)
	d := scenario.Blunger()
	path := "/api/jobs/" + j.ID

	saved := c.do("PUT", path, d, "If-Match", `"1"`, "Change-Id", "edit-1")
	require.Equal(t, http.StatusOK, saved.Status, "%s", saved.Body)
	require.Equal(t, `"2"`, saved.Header.Get("ETag"))
	var answer api.JobAnswer
	saved.into(t, &answer)
	require.True(t, answer.Plan.Computed, "the answer brings the plan")
	require.NotEmpty(t, answer.Drawings.Wanted.Path.Items)

	d.Name = "Someone else's"
	late := c.do("PUT", path, d, "If-Match", `"1"`, "Change-Id", "edit-2")
	require.Equal(t, http.StatusConflict, late.Status)
	var p problem
	late.into(t, &p)
	require.Equal(t, 1, p.Seen)
	require.Equal(t, 2, p.Latest)
	require.Contains(t, p.Detail, "Nothing was overwritten")

	blind := c.do("PUT", path, d, "Change-Id", "edit-3")
	require.Equal(t, http.StatusPreconditionRequired, blind.Status)
	nameless := c.do("PUT", path, d, "If-Match", `"2"`)
	require.Equal(t, http.StatusBadRequest, nameless.Status)
	odd := c.do("PUT", path, d, "If-Match", `"two"`, "Change-Id", "edit-4")
	require.Equal(t, http.StatusBadRequest, odd.Status)

	repeat := c.do("PUT", path, scenario.Blunger(), "If-Match", `"1"`, "Change-Id", "edit-1")
	require.Equal(t, http.StatusOK, repeat.Status)
	require.Equal(t, `"2"`, repeat.Header.Get("ETag"), "a repeat gets the stored answer")
}

func TestBadDocumentsNameEveryFieldAndStoreNothing(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	d := j.Document
	d.Name = strings.Repeat("x", 90)
	d.Workshop.Volts = 3
	bad := c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", `"1"`, "Change-Id", "edit-1")
	require.Equal(t, http.StatusUnprocessableEntity, bad.Status)
	var p problem
	bad.into(t, &p)
	var places []string
	for _, e := range p.Errors {
		places = append(places, e.Location)
	}
	require.ElementsMatch(t, []string{"body.name", "body.workshop.volts"}, places)

	for name, text := range map[string]string{"not JSON": "{", "unknown key": `{"format":"gray-bridge/job","oops":1}`, "a list": "[]", "nothing": ""} {
		got := c.do("PUT", "/api/jobs/"+j.ID, text, "If-Match", `"1"`, "Change-Id", "edit-2")
		require.GreaterOrEqual(t, got.Status, 400, name)
		require.Less(t, got.Status, 500, name)
	}
	var again api.JobAnswer
	c.do("GET", "/api/jobs/"+j.ID, nil).into(t, &again)
	require.Equal(t, 1, again.Revision)
	require.Equal(t, j.Document, again.Document)
}

func TestPlanningStoresNothingAndFollowsEveryEdit(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.Blunger()
	plan := func(uf string) job.Plan {
		d.Bridge.Microfarad = uf
		var a api.Answer
		got := c.do("POST", "/api/plan", d)
		require.Equal(t, http.StatusOK, got.Status, "%s", got.Body)
		got.into(t, &a)
		return a.Plan
	}
	few, many := plan("40"), plan("80")
	require.InDelta(t, 40, few.Link.Microfarad, 0)
	require.Greater(t, many.Wanted.Coils[2].Share, few.Wanted.Coils[2].Share, "more µF feed the corner's winding more")
	var yard struct{ Workshops []api.YardWorkshop }
	c.do("GET", "/api/yard", nil).into(t, &yard)
	require.Empty(t, yard.Workshops)

	island := c.do("POST", "/api/capacitor/island", d)
	require.Equal(t, http.StatusOK, island.Status)
	curves := c.do("POST", "/api/plate/curves", d)
	require.Equal(t, http.StatusOK, curves.Status, "%s", curves.Body)
	require.Equal(t, http.StatusConflict, c.do("POST", "/api/plate/curves", job.New("Empty", scenario.TansyLane())).Status)
	none := c.do("POST", "/api/capacitor/island", scenario.DryingTurntable())
	require.Equal(t, http.StatusConflict, none.Status)
}

func TestDeletedJobsComeBack(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	require.Equal(t, http.StatusNoContent, c.do("DELETE", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNoContent, c.do("POST", "/api/jobs/"+j.ID+"/restore", nil).Status)
	require.Equal(t, http.StatusOK, c.do("GET", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/jobs/nothing", nil).Status)
}

func TestWorkshopsAreMadeAndChanged(t *testing.T) {
	t.Parallel()
	c := start(t)
	set := scenario.ColdFord()
	var w api.WorkshopAnswer
	c.do("POST", "/api/workshops", set).into(t, &w)
	set.Hertz = 400
	bad := c.do("PUT", "/api/workshops/"+w.ID, set, "If-Match", `"1"`)
	require.Equal(t, http.StatusUnprocessableEntity, bad.Status)
	set.Hertz, set.Name = 60, "Cold Ford"
	good := c.do("PUT", "/api/workshops/"+w.ID, set, "If-Match", `"1"`)
	require.Equal(t, http.StatusOK, good.Status, "%s", good.Body)
	require.Equal(t, http.StatusConflict, c.do("PUT", "/api/workshops/"+w.ID, set, "If-Match", `"1"`).Status)
	c.do("GET", "/api/workshops/"+w.ID, nil).into(t, &w)
	require.Equal(t, "Cold Ford", w.Settings.Name)
}

func TestPagesOfOtherSitesCannotChangeAnything(t *testing.T) {
	t.Parallel()
	c := start(t)
	got := c.do("POST", "/api/workshops", scenario.TansyLane(), "Sec-Fetch-Site", "cross-site")
	require.Equal(t, http.StatusForbidden, got.Status)
	page := c.do("GET", "/", nil)
	require.Contains(t, page.Header.Get("Content-Security-Policy"), "default-src 'self'")
	require.NotContains(t, page.Header.Get("Content-Security-Policy"), "unsafe")
	lost := c.do("GET", "/api/nothing", nil)
	require.Equal(t, http.StatusNotFound, lost.Status)
	require.Contains(t, string(lost.Body), "detail")
	big := c.do("POST", "/api/plan", `{"name":"`+strings.Repeat("x", 300<<10)+`"}`)
	require.Equal(t, http.StatusRequestEntityTooLarge, big.Status)
}

func TestTheWrittenDescriptionIsWhatTheServerSays(t *testing.T) {
	t.Parallel()
	_, described := api.New(nil, nil)
	says, err := json.Marshal(described.OpenAPI())
	require.NoError(t, err)
	written, err := os.ReadFile("openapi.json")
	require.NoError(t, err)
	var a1, a2 any
	require.NoError(t, json.Unmarshal(written, &a1))
	require.NoError(t, json.Unmarshal(says, &a2))
	require.True(t, reflect.DeepEqual(a1, a2), "api/openapi.json is not what the server says; run scripts/types")
}
