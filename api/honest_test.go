package api_test

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"log/slog"
	"math/rand/v2"
	"net/http"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"
	"github.com/xuri/excelize/v2"

	"graybridge/api"
	"graybridge/core/scenario"
)

// A document with joints that short the lines is stored, opens, says what it is
// and is undone.
func TestNoDocumentLocksItsJob(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.Blunger())
	for i, joints := range []string{"L1-L2", "L1-L2-U1", "L1-L2-L3", "L1-U1; L2-U1; W2-V1"} {
		for _, field := range []string{"found", "wanted"} {
			d := scenario.Blunger()
			d.Machines[0].Leads.Done = nil
			if field == "found" {
				d.Machines[0].Leads.Found = joints
			} else {
				d.Machines[0].Leads.Wanted = joints
			}
			saved := c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", fmt.Sprintf("%q", fmt.Sprint(j.Revision)),
				"Change-Id", fmt.Sprintf("short-%d-%s", i, field))
			require.Equal(t, http.StatusOK, saved.Status, "%s", saved.Body)
			got := c.do("GET", "/api/jobs/"+j.ID, nil)
			require.Equal(t, http.StatusOK, got.Status)
			got.into(t, &j)
			state := j.Plan.Now
			if field == "wanted" {
				state = j.Plan.Wanted
			}
			require.True(t, state.Short, "%s %s", field, joints)
			require.True(t, field == "found" || !j.Plan.Card.Ready, "no card for joints that short the lines")
		}
	}
	undone := c.do("POST", "/api/jobs/"+j.ID+"/undo", nil, "If-Match", fmt.Sprintf("%q", fmt.Sprint(j.Revision)),
		"Change-Id", "undo-short")
	require.Equal(t, http.StatusOK, undone.Status, "%s", undone.Body)
}

// A repeated creation makes one workshop, also when both come at once; the same
// id with something else in it is refused.
func TestARepeatedCreationMakesOneWorkshop(t *testing.T) {
	t.Parallel()
	c := start(t)
	body := map[string]any{"settings": scenario.TansyLane(), "people": []string{}, "change_id": "creation-1"}
	ids := make([]string, 6)
	var group sync.WaitGroup
	for i := range ids {
		group.Add(1)
		go func() {
			defer group.Done()
			made := c.do("POST", "/api/workshops", body)
			var w api.WorkshopAnswer
			if made.Status == http.StatusCreated {
				_ = json.Unmarshal(made.Body, &w)
			}
			ids[i] = w.ID
		}()
	}
	group.Wait()
	for _, id := range ids {
		require.NotEmpty(t, id)
		require.Equal(t, ids[0], id)
	}
	body["people"] = []string{"Odile W."}
	require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/workshops", body).Status)

	j := c.newJob()
	first, second := scenario.Blunger(), scenario.Blunger()
	second.Supply.Volts = "231"
	for i, want := range []int{http.StatusOK, http.StatusOK, http.StatusUnprocessableEntity} {
		d := first
		if i == 2 {
			d = second
		}
		got := c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", `"1"`, "Change-Id", "the-same-id")
		require.Equal(t, want, got.Status, "%s", got.Body)
	}
	same := map[string]string{"workshop_id": j.WorkshopID, "name": "Ball mill", "change_id": "twins-at-once"}
	made := make([]string, 6)
	for i := range made {
		group.Add(1)
		go func() {
			defer group.Done()
			r := c.do("POST", "/api/jobs", same)
			var a api.JobAnswer
			_ = json.Unmarshal(r.Body, &a)
			made[i] = fmt.Sprint(r.Status, a.ID)
		}()
	}
	group.Wait()
	for _, one := range made {
		require.Equal(t, made[0], one)
		require.True(t, strings.HasPrefix(one, "201"))
	}
	same["name"] = "Another"
	require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/jobs", same).Status)
}

func TestWorkshopsGoThroughTheBin(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	path := "/api/workshops/" + j.WorkshopID
	require.Equal(t, http.StatusConflict, c.do("DELETE", path, nil).Status, "only out of the bin")
	require.Equal(t, http.StatusNoContent, c.do("POST", path+"/shelf", map[string]string{"shelf": "bin"}).Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("GET", path, nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("POST", "/api/jobs",
		map[string]string{"workshop_id": j.WorkshopID, "name": "x", "change_id": "into-the-bin"}).Status)
	var yard struct {
		Workshops []api.YardWorkshop
		Binned    []api.BinnedWorkshop
	}
	c.do("GET", "/api/yard?shelf=bin", nil).into(t, &yard)
	require.Empty(t, yard.Workshops)
	require.Equal(t, []api.BinnedWorkshop{{ID: j.WorkshopID, Name: "Tansy Lane Tileworks", Jobs: 1}}, yard.Binned)
	require.Equal(t, http.StatusNoContent, c.do("POST", path+"/shelf", map[string]string{"shelf": "yard"}).Status)
	require.Equal(t, http.StatusOK, c.do("GET", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusConflict, c.do("DELETE", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNoContent, c.do("POST", path+"/shelf", map[string]string{"shelf": "bin"}).Status)
	require.Equal(t, http.StatusNoContent, c.do("DELETE", path, nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("POST", path+"/shelf", map[string]string{"shelf": "yard"}).Status)

	j = c.newJob()
	require.Equal(t, http.StatusNoContent, c.do("POST", "/api/jobs/"+j.ID+"/shelf",
		map[string]string{"shelf": "bin"}).Status)
	require.Equal(t, http.StatusNoContent, c.do("DELETE", "/api/jobs/"+j.ID, nil).Status)
	require.Equal(t, http.StatusNotFound, c.do("POST", "/api/jobs/"+j.ID+"/shelf",
		map[string]string{"shelf": "yard"}).Status)
}

// A client's mistake is never the database's, and says where it is.
func TestAMistakeOfTheSenderIsSaidToBeHis(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	d := scenario.Blunger()
	text, err := json.Marshal(d)
	require.NoError(t, err)
	path, etag := "/api/jobs/"+j.ID, []string{"If-Match", `"1"`, "Change-Id", "mistake-1"}
	swap := func(with string) string { return strings.Replace(string(text), `"1.1 kW"`, `"`+with+`"`, 1) }
	for name, one := range map[string]struct {
		method, path string
		body         any
		headers      []string
		status       int
		says         string
	}{
		"NUL in an entry":         {"PUT", path, swap(`1.1\u0000`), etag, 422, "plate.power"},
		"no UTF-8":                {"PUT", path, swap("1.1 \xff"), etag, 422, "plate.power"},
		"revision beyond numbers": {"GET", path + "/revisions/99999999999", nil, nil, 422, "revision"},
		"history beyond numbers":  {"GET", path + "/revisions?before=99999999999999", nil, nil, 422, "before"},
		"revision that is not":    {"GET", path + "/revisions/2000000000", nil, nil, 404, ""},
		"an id that is none":      {"GET", "/api/jobs/nonsense", nil, nil, 404, ""},
		"an id with a quote":      {"GET", "/api/jobs/%27--", nil, nil, 404, ""},
		"a workshop that is none": {"POST", "/api/jobs", map[string]string{"workshop_id": "x", "name": "x",
			"change_id": "12345678"}, nil, 404, ""},
		"etag beyond numbers": {"PUT", path, string(text), []string{"If-Match", `"99999999999"`, "Change-Id",
			"m"}, 400, ""},
		"NUL in a name": {"POST", "/api/jobs", `{"workshop_id":"` + j.WorkshopID +
			`","name":"a\u0000b","change_id":"12345678"}`, nil, 422, "name"},
		"origin null": {"PUT", path, string(text), append([]string{"Origin", "null"}, etag...), 403, ""},
		"no content type": {"PUT", path, string(text), append([]string{"Content-Type", ""}, etag...), 415,
			""},
		"another content type": {"PUT", path, string(text), append([]string{"Content-Type", "text/plain"},
			etag...), 415, ""},
		"deep lists to import": {"POST", "/api/import?workshop_id=" + j.WorkshopID, strings.Repeat("[", 200000),
			[]string{"Change-Id", "deep-1"}, 422, "deep"},
		"deep lists to plan":   {"POST", "/api/plan", strings.Repeat("[", 200000), nil, 422, "deep"},
		"deep objects to plan": {"POST", "/api/plan", strings.Repeat(`{"a":`, 40000), nil, 422, "deep"},
		"a bench case that nests": {"POST", "/api/leads/bench-case",
			map[string]any{"document": d, "case": strings.Repeat("[", 150000)}, nil, 422, "deep"},
		"a drive profile that does": {"POST", "/api/drives/profile",
			map[string]string{"text": strings.Repeat("[", 150000)}, nil, 422, "deep"},
		"many values": {"POST", "/api/plan", "[" + strings.Repeat("1,", 120000) + "1]", nil, 422,
			"values"},
	} {
		got := c.do(one.method, one.path, one.body, one.headers...)
		require.Equal(t, one.status, got.Status, "%s: %.300s", name, got.Body)
		require.NotContains(t, string(got.Body), "database does not answer", name)
		require.Contains(t, string(got.Body), one.says, "%s: %.300s", name, got.Body)
		require.Less(t, len(got.Body), 40000, name)
	}
	require.Equal(t, http.StatusNoContent, c.do("GET", "/api/ready", nil).Status)
}

// hostile draws a body that nobody honest sends.
func hostile(r *rand.Rand, honest []byte) string {
	nest := []string{"[", `{"a":`, `[{"plate":`, `{"leads":{"done":[`}[r.IntN(4)]
	switch r.IntN(6) {
	case 0:
		return strings.Repeat(nest, 1+r.IntN(200000/len(nest)))
	case 1:
		return "[" + strings.Repeat(`"x",`, r.IntN(60000)) + `""]`
	case 2:
		return `{"format":"` + strings.Repeat("é", r.IntN(100000)) + `"}`
	case 3: // an honest document, cut or with a byte changed
		b := bytes.Clone(honest)
		b[r.IntN(len(b))] = byte(r.IntN(256))
		return string(b[:r.IntN(len(b))+1])
	case 4:
		return strings.Replace(string(honest), `"name":"Blunger"`, `"`+strings.Repeat("k", r.IntN(90000))+`":1`, 1)
	}
	var all strings.Builder
	all.WriteString(`{"format":"gray-bridge/job"`)
	for i := range r.IntN(8000) {
		fmt.Fprintf(&all, `,"k%d":{"a":[1,2,{}]}`, i)
	}
	return all.String() + "}"
}

// Every route that takes JSON answers a hostile body with a refusal.
func TestHostileBodiesAreRefusedOnEveryRoute(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	honest, err := json.Marshal(scenario.Blunger())
	require.NoError(t, err)
	r := rand.New(rand.NewPCG(11, 20261125))
	routes := [][2]string{{"POST", "/api/plan"}, {"POST", "/api/capacitor/island"}, {"POST", "/api/capacitor/start"},
		{"POST", "/api/capacitor/ranges"}, {"POST", "/api/plate/curves"}, {"POST", "/api/leads/mistake?mistake=x"},
		{"POST", "/api/leads/steps"}, {"POST", "/api/leads/bench-case"}, {"POST", "/api/drives/profile"},
		{"POST", "/api/drives/wiring"}, {"PUT", "/api/jobs/" + j.ID},
		{"POST", "/api/import?workshop_id=" + j.WorkshopID}, {"POST", "/api/workshops"}}
	for i := range 130 {
		route := routes[i%len(routes)]
		got := c.do(route[0], route[1], hostile(r, honest), "Change-Id", fmt.Sprint("hostile-", i), "If-Match", `"1"`)
		require.Contains(t, []int{200, 201, 400, 404, 409, 413, 422}, got.Status, "%v: %.300s", route, got.Body)
	}
}

// Any text prints, whatever the letters; no cell begins a formula.
func TestStrangeLettersGoThroughEveryOutput(t *testing.T) {
	t.Parallel()
	c := start(t)
	for i, strange := range []string{"泥浆搅拌机 ミキサー 믹서", "خلاط الطين", "ערבל חימר", "Kiln 🔥🧱 👷‍♀️", "=HYPERLINK(\"x\")",
		"@SUM(1)", "+1+1", "-2+3", strings.Repeat("Very long ", 8)[:80], "a\tb\nc"} {
		d := scenario.Blunger()
		d.Name, d.Machines[0].Load.Does, d.Machines[0].Plate.Frame = strange, strange, strange
		d.Machines[0].Load.ShownBy = strings.Repeat("x", 380)
		d.Machines[0].Load.Forbids = strings.Repeat("泥", 130)
		j := c.stored(d)
		for _, file := range []string{"card.pdf", "card.pdf?paper=letter", "connections.pdf", "parts.csv",
			"document.json", "now-path.svg", "wanted-box.svg", "wanted-windings.svg", "wanted-bench-case.json"} {
			got := c.do("GET", "/api/jobs/"+j.ID+"/"+file, nil)
			require.Equal(t, http.StatusOK, got.Status, "%d %s: %.300s", i, file, got.Body)
			if strings.HasSuffix(file, ".csv") {
				noFormula(t, got.Body)
			}
		}
		b := scenario.BallMill()
		b.Name, b.Machines[0].Load.Does = strange, strange
		b.Bridge.Drive.Own = nil
		m := c.stored(b)
		for _, file := range []string{"card.pdf", "settings.pdf", "settings.csv", "settings.xlsx", "wires.csv",
			"connections.pdf"} {
			got := c.do("GET", "/api/jobs/"+m.ID+"/"+file, nil)
			require.Equal(t, http.StatusOK, got.Status, "%d %s: %.300s", i, file, got.Body)
			if strings.HasSuffix(file, ".csv") {
				noFormula(t, got.Body)
			}
		}
	}
	long := c.do("POST", "/api/jobs", map[string]string{"workshop_id": c.newJob().WorkshopID,
		"name": strings.Repeat("n", 600), "change_id": "six-hundred"})
	require.Equal(t, http.StatusUnprocessableEntity, long.Status)
	require.Contains(t, string(long.Body), "name")
}

func noFormula(t *testing.T, body []byte) {
	t.Helper()
	rows, err := csv.NewReader(bytes.NewReader(bytes.TrimPrefix(body, []byte("\ufeff")))).ReadAll()
	require.NoError(t, err)
	for _, row := range rows {
		for _, cell := range row {
			if cell != "" {
				require.NotContains(t, "=+@\t\r", cell[:1], cell)
			}
		}
	}
}

// What the drive's display shows as a number is a number in the workbook.
func TestAWorkbookHoldsNumbersAsShown(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.BallMill())
	book := c.do("GET", "/api/jobs/"+j.ID+"/settings.xlsx", nil)
	f, err := excelize.OpenReader(bytes.NewReader(book.Body))
	require.NoError(t, err)
	numbers := 0
	for i, row := range j.Plan.Drive.Sheet {
		at, _ := excelize.CoordinatesToCellName(3, i+2)
		shown, err := f.GetCellValue("Sheet1", at)
		require.NoError(t, err)
		require.Equal(t, row.Value, shown, at)
		if kind, _ := f.GetCellType("Sheet1", at); kind == excelize.CellTypeUnset || kind == excelize.CellTypeNumber {
			numbers++
		}
	}
	require.Positive(t, numbers)
}

// A shelf of many machines comes in pages, and is searched in the database.
func TestTheYardComesInPages(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	for i := range 30 {
		name := fmt.Sprintf("Mixer %02d", i)
		require.Equal(t, http.StatusCreated, c.do("POST", "/api/jobs",
			map[string]string{"workshop_id": j.WorkshopID, "name": name, "change_id": "many-" + name}).Status)
	}
	type page struct {
		Workshops []api.YardWorkshop
		More      string
	}
	seen := map[string]bool{}
	after, pages := "", 0
	for {
		var y page
		c.do("GET", "/api/yard?most=10&after="+after, nil).into(t, &y)
		pages++
		require.Equal(t, 31, y.Workshops[0].Count)
		for _, s := range y.Workshops[0].Jobs {
			require.False(t, seen[s.ID], "no machine twice")
			seen[s.ID] = true
		}
		if after = y.More; after == "" {
			break
		}
	}
	require.Len(t, seen, 31)
	require.Equal(t, 4, pages)
	var y page
	c.do("GET", "/api/yard?find=MIXER+07", nil).into(t, &y)
	require.Len(t, y.Workshops[0].Jobs, 1)
	require.Equal(t, "Mixer 07", y.Workshops[0].Jobs[0].Name)
	c.do("GET", "/api/yard?attention=true&most=40", nil).into(t, &y)
	require.Len(t, y.Workshops[0].Jobs, 31, "empty jobs ask for something")
}

// Nothing of a document stands in the logs, whatever goes wrong.
func TestNothingOfADocumentIsLogged(t *testing.T) {
	t.Parallel()
	var log bytes.Buffer
	old := slog.Default()
	slog.SetDefault(slog.New(slog.NewJSONHandler(&log, &slog.HandlerOptions{Level: slog.LevelDebug})))
	defer slog.SetDefault(old)
	c := start(t)
	j := c.newJob()
	d := scenario.Blunger()
	d.Machines[0].Load.Does, d.Name = "secret-work", "secret-name"
	c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", `"1"`, "Change-Id", "secret-change")
	c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", `"7"`, "Change-Id", "secret-change-2")
	c.do("POST", "/api/plan", `{"name":"secret-\u0000"}`)
	c.do("GET", "/api/jobs/secret-id?find=secret", nil)
	require.Contains(t, log.String(), `"msg":"request"`)
	require.NotContains(t, log.String(), "secret")
}
