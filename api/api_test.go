package api_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"os"
	"reflect"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/document"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/store/storetest"
	"graybridge/ui"
)

// client speaks to a server over HTTP as a browser would.
type client struct {
	t      testing.TB
	url    string
	cookie string // of a session
}

type reply struct {
	Status int
	Header http.Header
	Body   []byte
}

func (r reply) into(t testing.TB, v any) {
	t.Helper()
	require.NoError(t, json.Unmarshal(r.Body, v), "%s", r.Body)
}

func start(t *testing.T) client {
	t.Helper()
	closing, close := context.WithCancel(context.Background())
	handler, _ := api.New(storetest.Store(t), api.Options{Page: ui.Handler(),
		Hosts: []string{"127.0.0.1", "localhost"}, Closing: closing, PersonKey: []byte("key")})
	server := httptest.NewServer(handler)
	t.Cleanup(func() { close(); server.Close() })
	return client{t: t, url: server.URL}
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
	if c.cookie != "" {
		req.Header.Set("Cookie", c.cookie)
	}
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

func entry(w document.Workshop) api.WorkshopEntry {
	return api.WorkshopEntry{Settings: w, People: []string{"Odile W.", "Bram T."}}
}

// newJob makes a workshop and a job in it.
func (c client) newJob() api.JobAnswer {
	c.t.Helper()
	var w api.WorkshopAnswer
	made := c.do("POST", "/api/workshops", entry(scenario.TansyLane()))
	require.Equal(c.t, http.StatusCreated, made.Status, "%s", made.Body)
	made.into(c.t, &w)
	var j api.JobAnswer
	made = c.do("POST", "/api/jobs", map[string]string{"workshop_id": w.ID, "name": "Blunger", "change_id": "create-" +
		w.ID})
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

	for name, text := range map[string]string{"not JSON": "{", "unknown key": `{"format":"gray-bridge/job","oops":1}`,
		"a list": "[]", "nothing": ""} {
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
	plan := func(uf string) plan.Plan {
		d.Bridge.Capacitor.Microfarad = uf
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
	require.Contains(t, string(curves.Body), `"rpm":14`)
	require.Contains(t, string(c.do("POST", "/api/plate/curves", document.New("Empty", scenario.TansyLane())).Body),
		`"plate":[]`)
	started := c.do("POST", "/api/capacitor/start", d)
	require.Equal(t, http.StatusOK, started.Status, "%s", started.Body)
	require.Contains(t, string(started.Body), `"up":true`)
	require.Contains(t, string(c.do("POST", "/api/capacitor/start", scenario.DryingTurntable()).Body), `"time_s":[]`)
	require.Contains(t, string(c.do("POST", "/api/capacitor/ranges", d).Body), `"windings":[`)
	require.Contains(t, string(c.do("POST", "/api/capacitor/ranges", scenario.DryingTurntable()).Body), `"chosen":[]`)
	none := c.do("POST", "/api/capacitor/island", scenario.DryingTurntable())
	require.Equal(t, http.StatusOK, none.Status)
	require.Contains(t, string(none.Body), `"contours":[]`)
}

func TestDeletedJobsComeBack(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	require.Equal(t, http.StatusNoContent, c.do("POST", "/api/jobs/"+j.ID+"/shelf",
		map[string]string{"shelf": "bin"}).Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNoContent, c.do("POST", "/api/jobs/"+j.ID+"/shelf",
		map[string]string{"shelf": "yard"}).Status)
	require.Equal(t, http.StatusOK, c.do("GET", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/jobs/nothing", nil).Status)
}

func TestWorkshopsAreMadeAndChanged(t *testing.T) {
	t.Parallel()
	c := start(t)
	set := scenario.ColdFord()
	var w api.WorkshopAnswer
	c.do("POST", "/api/workshops", entry(set)).into(t, &w)
	set.Hertz = 400
	bad := c.do("PUT", "/api/workshops/"+w.ID, entry(set), "If-Match", `"1"`)
	require.Equal(t, http.StatusUnprocessableEntity, bad.Status)
	set.Hertz, set.Name = 60, "Cold Ford"
	good := c.do("PUT", "/api/workshops/"+w.ID, entry(set), "If-Match", `"1"`)
	require.Equal(t, http.StatusOK, good.Status, "%s", good.Body)
	require.Equal(t, http.StatusConflict, c.do("PUT", "/api/workshops/"+w.ID, entry(set), "If-Match", `"1"`).Status)
	c.do("GET", "/api/workshops/"+w.ID, nil).into(t, &w)
	require.Equal(t, "Cold Ford", w.Settings.Name)
}

func TestPagesOfOtherSitesCannotChangeAnything(t *testing.T) {
	t.Parallel()
	c := start(t)
	got := c.do("POST", "/api/workshops", entry(scenario.TansyLane()), "Sec-Fetch-Site", "cross-site")
	require.Equal(t, http.StatusForbidden, got.Status)
	page := c.do("GET", "/", nil)
	require.Contains(t, page.Header.Get("Content-Security-Policy"), "default-src 'self'")
	require.NotContains(t, page.Header.Get("Content-Security-Policy"), "unsafe")
	other := c.do("POST", "/api/workshops", entry(scenario.TansyLane()), "Origin", "http://elsewhere.example")
	require.Equal(t, http.StatusForbidden, other.Status)
	lost := c.do("GET", "/api/nothing", nil)
	require.Equal(t, http.StatusNotFound, lost.Status)
	require.Contains(t, string(lost.Body), "detail")
	big := c.do("POST", "/api/plan", `{"name":"`+strings.Repeat("x", 300<<10)+`"}`)
	require.Equal(t, http.StatusRequestEntityTooLarge, big.Status)
}

func TestTheWrittenDescriptionIsWhatTheServerSays(t *testing.T) {
	t.Parallel()
	_, described := api.New(nil, api.Options{})
	says, err := json.Marshal(described.OpenAPI())
	require.NoError(t, err)
	written, err := os.ReadFile("openapi.json")
	require.NoError(t, err)
	var a1, a2 any
	require.NoError(t, json.Unmarshal(written, &a1))
	require.NoError(t, json.Unmarshal(says, &a2))
	require.True(t, reflect.DeepEqual(a1, a2), "api/openapi.json is not what the server says; run scripts/types")
}

func TestUndoRedoHistoryAndRestore(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	path := "/api/jobs/" + j.ID
	named := c.do("PUT", "/api/person", map[string]string{"name": "Odile W."})
	cookie, _, _ := strings.Cut(named.Header.Get("Set-Cookie"), ";")
	require.Contains(t, named.Header.Get("Set-Cookie"), "HttpOnly")
	d := j.Document
	d.Supply.Volts = "231"
	c.do("PUT", path, d, "If-Match", `"1"`, "Change-Id", "edit-1", "Cookie", cookie)
	var a api.JobAnswer
	undone := c.do("POST", path+"/undo", nil, "If-Match", `"2"`, "Change-Id", "undo-1")
	require.Equal(t, http.StatusOK, undone.Status, "%s", undone.Body)
	undone.into(t, &a)
	require.Empty(t, a.Document.Supply.Volts)
	require.True(t, a.CanRedo)
	require.Equal(t, http.StatusConflict, c.do("POST", path+"/undo", nil, "If-Match", `"3"`, "Change-Id",
		"undo-2").Status, "nothing more to undo")
	c.do("POST", path+"/redo", nil, "If-Match", `"3"`, "Change-Id", "redo-1").into(t, &a)
	require.Equal(t, "231", a.Document.Supply.Volts)
	a = api.JobAnswer{}
	c.do("POST", path+"/revisions/1/restore", nil, "If-Match", `"4"`, "Change-Id", "restore-1").into(t, &a)
	require.Empty(t, a.Document.Supply.Volts)
	var history struct{ Revisions []api.RevisionLine }
	c.do("GET", path+"/revisions", nil).into(t, &history)
	require.Len(t, history.Revisions, 5)
	require.Equal(t, "Odile W.", history.Revisions[3].Who)
	require.Equal(t, "supply volts 231", history.Revisions[3].What)
	c.do("GET", path+"/revisions/2", nil).into(t, &a)
	require.Equal(t, "231", a.Document.Supply.Volts)
	forged := c.do("GET", "/api/person", nil, "Cookie", strings.Replace(cookie, "=", "=x", 1))
	var who api.Whoever
	forged.into(t, &who)
	require.Empty(t, who.Name)
	require.True(t, who.In, "nobody logs in here")
}

func TestAJobGoesOutAndComesInAsItsOpenDocument(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	d := scenario.Blunger()
	c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", `"1"`, "Change-Id", "edit-1")
	file := c.do("GET", "/api/jobs/"+j.ID+"/document.json", nil)
	require.Contains(t, file.Header.Get("Content-Disposition"), "Blunger.json")
	in := func(text, change string) reply {
		return c.do("POST", "/api/import?workshop_id="+j.WorkshopID, text, "Change-Id", change)
	}
	var a api.JobAnswer
	made := in(string(file.Body), "import-1")
	require.Equal(t, http.StatusCreated, made.Status, "%s", made.Body)
	made.into(t, &a)
	require.NotEqual(t, j.ID, a.ID)
	again := c.do("GET", "/api/jobs/"+a.ID+"/document.json", nil)
	require.Equal(t, string(file.Body), string(again.Body), "the round trip is exact")

	lines := strings.Split(string(file.Body), "\n")
	for name, text := range map[string]string{
		"line 2: format":  strings.Replace(string(file.Body), "gray-bridge/job", "some/other", 1),
		"line 3: version": strings.Replace(string(file.Body), `"version": 2`, `"version": "2"`, 1),
		"line ":           strings.Join(lines[:len(lines)/2], "\n"),
		"plate.colour":    strings.Replace(string(file.Body), `"power":`, `"colour": "red", "power":`, 1),
		"name": strings.Replace(string(file.Body), `"name": "Blunger"`,
			`"name": "Blunger", "name": "twice"`, 1),
	} {
		bad := in(text, "import-bad")
		require.Equal(t, http.StatusUnprocessableEntity, bad.Status, name)
		require.Contains(t, string(bad.Body), name)
	}
	require.Equal(t, http.StatusUnprocessableEntity, in("\x00\xff not a file", "import-bad").Status)
	var yard struct{ Workshops []api.YardWorkshop }
	c.do("GET", "/api/yard", nil).into(t, &yard)
	require.Len(t, yard.Workshops[0].Jobs, 2, "nothing of the bad files was stored")
}

func TestFilesThatALinkGives(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	c.do("PUT", "/api/jobs/"+j.ID, scenario.Blunger(), "If-Match", `"1"`, "Change-Id", "edit-1")
	for _, paper := range []string{"", "?paper=letter"} {
		card := c.do("GET", "/api/jobs/"+j.ID+"/card.pdf"+paper, nil)
		require.Equal(t, http.StatusOK, card.Status)
		require.True(t, bytes.HasPrefix(card.Body, []byte("%PDF-")))
	}
	require.Equal(t, http.StatusBadRequest, c.do("GET", "/api/jobs/"+j.ID+"/card.pdf?paper=a0", nil).Status)
	for _, view := range []string{"now-path", "wanted-box", "wanted-windings"} {
		file := c.do("GET", "/api/jobs/"+j.ID+"/"+view+".svg", nil)
		require.Equal(t, "image/svg+xml", file.Header.Get("Content-Type"))
		require.Contains(t, string(file.Body), "<svg")
	}
	lost := c.do("GET", "/api/jobs/nothing/card.pdf", nil, "Accept", "text/html")
	require.Equal(t, http.StatusNotFound, lost.Status)
	require.Contains(t, string(lost.Body), "<h1>", "a person who follows a link gets a page")
}

func TestItAnswersOnlyToItsOwnNames(t *testing.T) {
	t.Parallel()
	c := start(t)
	req, err := http.NewRequest("GET", c.url+"/api/yard", nil)
	require.NoError(t, err)
	req.Host = "rebound.example"
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	res.Body.Close()
	require.Equal(t, http.StatusMisdirectedRequest, res.StatusCode)
	require.Equal(t, http.StatusOK, c.do("GET", "/api/health", nil).Status)
	require.Equal(t, http.StatusNoContent, c.do("GET", "/api/ready", nil).Status)
}

// A stream tells of a change within a moment, by id and revision only.
func TestChangesStreamToWhoListens(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	res, err := http.Get(c.url + "/api/live")
	require.NoError(t, err)
	defer res.Body.Close()
	lines := make(chan string, 100)
	go func() {
		for s := bufio.NewScanner(res.Body); s.Scan(); {
			lines <- s.Text()
		}
	}()
	said := func(want string, within time.Duration) bool {
		end := time.After(within)
		for {
			select {
			case l := <-lines:
				if strings.Contains(l, want) {
					return true
				}
			case <-end:
				return false
			}
		}
	}
	require.True(t, said("event: all", 10*time.Second))
	// A change before the server listens to its database is told by "all" again,
	// not by its id: so one of a few changes is told of by id.
	d := j.Document
	for revision := 1; ; revision++ {
		require.Less(t, revision, 10, "the stream never told of a change by its id")
		d.Supply.Volts = strconv.Itoa(230 + revision)
		c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", fmt.Sprintf("%q", strconv.Itoa(revision)), "Change-Id",
			fmt.Sprint("edit-", revision))
		if said(fmt.Sprintf(`data: {"id":"%s","revision":%d}`, j.ID, revision+1), time.Second) {
			return
		}
	}
}
