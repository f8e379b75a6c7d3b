package api_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"maps"
	"net/http"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/people"
	"graybridge/core/scenario"
)

// described is an operation as openapi.json says it.
type described struct {
	method, path string
	ID           string   `json:"operationId"`
	Who          []string `json:"x-who"`
	Where        string   `json:"x-where"`
}

func operations(t *testing.T) []described {
	t.Helper()
	text, err := os.ReadFile("openapi.json")
	require.NoError(t, err)
	var doc struct {
		Paths map[string]map[string]described
	}
	require.NoError(t, json.Unmarshal(text, &doc))
	var all []described
	for _, path := range slices.Sorted(maps.Keys(doc.Paths)) {
		for _, method := range slices.Sorted(maps.Keys(doc.Paths[path])) {
			op := doc.Paths[path][method]
			op.method, op.path = strings.ToUpper(method), path
			all = append(all, op)
		}
	}
	require.Greater(t, len(all), 80)
	return all
}

// target is where an operation is called: a workshop with a machine and a line of stores of it.
type target struct{ workshop, job, stock, account string }

// filled puts a target into a path and gives a body that is right in form.
func (op described) filled(at target) (path string, body any) {
	id := map[string]string{"job": at.job, "workshop": at.workshop, "stock": at.stock}[op.Where]
	path = strings.NewReplacer("{id}", id, "{revision}", "1", "{account}", at.account, "{device}",
		"00000000-0000-0000-0000-000000000001", "{remark}", "00000000-0000-0000-0000-000000000001", "{photo}",
		"00000000-0000-0000-0000-000000000001", "{profile}",
		"00000000-0000-0000-0000-000000000001", "{kind}", "csv", "{state}", "now", "{view}",
		map[bool]string{true: "power",
			false: "path"}[strings.Contains(op.path, "circuit-")], "{drive}", "tarn-22", "{controller}", "sike-90").
		Replace(op.path)
	if op.ID == "import-job" || op.ID == "bring-life" {
		path += "?workshop_id=" + at.workshop
	}
	d := scenario.Blunger()
	bodies := map[string]any{
		"create-job": map[string]string{"workshop_id": at.workshop, "name": "Another",
			"change_id": "matrix-new-1"},
		"copy-job":        map[string]string{"name": "A copy", "change_id": "matrix-copy-1"},
		"shelve-job":      map[string]string{"shelf": "archive"},
		"shelve-workshop": map[string]string{"shelf": "yard"},
		"name-revision":   map[string]string{"name": "as wired"},
		"take-stock": map[string]any{"stock": at.stock, "machine": "m1", "part": "run-40", "count": 1,
			"do": "reserve"},
		"add-stock":        map[string]any{"kind": "capacitor", "what": "20 µF 450 V", "count": 1},
		"change-stock":     map[string]any{"kind": "capacitor", "what": "40 µF 450 V", "count": 4},
		"add-profile":      map[string]any{"kind": "drive", "profile": map[string]any{"name": "Beck 11"}},
		"save-profile":     map[string]any{"revision": 1, "profile": map[string]any{"name": "Beck 11"}},
		"begin-profile":    map[string]any{"kind": "drive", "of": map[string]any{}},
		"check-profile":    map[string]any{"kind": "dc", "profile": map[string]any{}},
		"try-profile":      map[string]any{"kind": "drive", "profile": map[string]any{}, "deeds": []any{}},
		"leaflet-settings": map[string]any{"lines": []any{}},
		"write-log": map[string]any{"entries": []any{map[string]any{"id": fmt.Sprint("matrix-", time.Now().UnixNano()),
			"kind": "note", "words": "seen", "taken": "2026-03-02T18:00:00Z"}}},
		"add-remark": map[string]string{"words": "Why delta?"}, "approve": map[string]string{},
		"add-person":    map[string]string{"name": "New N.", "role": "maker"},
		"change-person": map[string]string{"role": "maker"},
		"add-guest":     map[string]any{"name": "Somebody", "days": 1},
		"save-workshop": entry(scenario.TansyLane()), "create-workshop": entry(scenario.ColdFord()),
		"changes": map[string]any{"from": d, "to": d}, "merge": map[string]any{"base": d, "theirs": d, "mine": d},
		"present": map[string]any{"documents": []any{d}}, "read-plate": map[string]string{"text": "1.1 kW"},
		"from-bench-case":    map[string]any{"document": d, "case": "{}"},
		"read-leaflet":       map[string]string{"text": "P1.02 Maximum frequency 10-400 Hz 50"},
		"read-drive-profile": map[string]string{"text": "{}"}, "read-dc-profile": map[string]string{"text": "{}"},
		"change-password": map[string]string{"old": "", "new": goodPassword},
		"choose-person":   map[string]string{"name": "X"},
		"log-in":          map[string]string{"name": "nobody", "password": "x", "device": ""},
		"let-in":          map[string]string{"code": "none", "device": ""},
		"share":           map[string]string{"name": "X", "password": goodPassword, "address": "192.0.2.9"},
	}
	body, ok := bodies[op.ID]
	if !ok && (op.method == http.MethodPost || op.ID == "save-job") && !strings.HasSuffix(op.path, "/undo") {
		body = d
	}
	return path, body
}

func onePixel() []byte {
	var picture bytes.Buffer
	_ = png.Encode(&picture, image.NewGray(image.Rect(0, 0, 1, 1)))
	return picture.Bytes()
}

// asked calls an operation and gives the status; a stream is left after its first line.
func (c client) asked(op described, at target) (int, string) {
	c.t.Helper()
	path, body := op.filled(at)
	text, err := json.Marshal(body)
	require.NoError(c.t, err)
	kind := "application/json"
	if op.ID == "add-photo" {
		text, kind = onePixel(), "image/png"
	}
	if body == nil && op.ID != "add-photo" {
		text = nil
	}
	ctx, cancel := context.WithTimeout(context.Background(), 20*time.Second)
	defer cancel()
	req, err := http.NewRequestWithContext(ctx, op.method, c.url+path, bytes.NewReader(text))
	require.NoError(c.t, err)
	for name, value := range map[string]string{"Content-Type": kind, "If-Match": `"2"`, "Change-Id": "matrix-" + op.ID +
		fmt.Sprint(time.Now().UnixNano()), "Cookie": c.cookie} {
		req.Header.Set(name, value)
	}
	res, err := http.DefaultClient.Do(req)
	require.NoError(c.t, err, "%s %s", op.method, path)
	defer res.Body.Close()
	said := make([]byte, 2000)
	n, _ := res.Body.Read(said)
	return res.StatusCode, string(said[:n])
}

// barred are the answers that say "not you".
func barred(status int) bool {
	return status == http.StatusUnauthorized || status == http.StatusForbidden || status == http.StatusNotFound
}

// Every operation of openapi.json, as every role and as a stranger, in the own workshop and in a
// foreign one: who is named may, everybody else is refused, and what is foreign is not even
// there. Each role works on a shop of its own, so that none finds what another has changed.
func TestEveryOperationAnswersWhoItSaysAndNobodyElse(t *testing.T) {
	t.Parallel()
	ops := operations(t)
	callers := append([]people.Role{"stranger"}, people.Roles()...)
	for _, role := range callers {
		t.Run(string(role), func(t *testing.T) {
			t.Parallel()
			calls := 0
			// What ends the caller, or the sharing itself, comes last.
			ordered := slices.Clone(ops)
			last := func(op described) int {
				return max(slices.Index([]string{"remove-person", "purge-job", "shelve-workshop", "purge-workshop",
					"change-password", "unshare", "log-out"}, op.ID), -1)
			}
			slices.SortStableFunc(ordered, func(a, b described) int { return last(a) - last(b) })
			s := sharedShop(t)
			c, signed := s.as[role]
			if !signed {
				c = s.client
			}
			home := target{s.mine.ID, s.given.ID, s.stock, s.account[people.Maker]}
			elsewhere := target{s.theirs.ID, s.their.ID, s.theirStock, s.account[people.Maker]}
			for _, op := range ordered {
				may := slices.Contains(op.Who, "anybody") || signed && slices.Contains(op.Who, "member") ||
					slices.Contains(op.Who, string(role))
				if op.Where == "job" || op.Where == "workshop" || op.Where == "stock" || op.Where == "named" {
					status, said := c.asked(op, elsewhere)
					want := http.StatusNotFound
					if !signed {
						want = http.StatusUnauthorized
					}
					require.Equal(t, want, status, "%s elsewhere as %s: %s", op.ID, role, said)
					calls++
				}
				status, said := c.asked(op, home)
				calls++
				switch {
				case !may:
					want := http.StatusForbidden
					if !signed {
						want = http.StatusUnauthorized
					}
					require.Equal(t, want, status, "%s as %s: %s", op.ID, role, said)
				case op.ID == "log-in" || op.ID == "let-in": // wrong ones
					require.Equal(t, http.StatusUnauthorized, status, "%s: %s", op.ID, said)
				case op.ID == "save-job" && role == people.Helper: // the whole document is not the helper's
					require.Equal(t, http.StatusForbidden, status, said)
					require.Contains(t, said, "readings, ticks and photographs")
				case role == people.Guest && (op.ID == "pair-mine" || op.ID == "change-password"):
					require.Equal(t, http.StatusForbidden, status, said)
				case strings.Contains(op.path, "{device}") || strings.Contains(op.path, "{remark}") ||
					strings.Contains(op.path, "{photo}") || // a made-up one, where it may be asked for
					strings.Contains(op.path, "{profile}"):
					require.Equal(t, http.StatusNotFound, status, "%s: %s", op.ID, said)
				default:
					require.False(t, barred(status), "%s as %s: %d %s", op.ID, role, status, said)
					require.Less(t, status, 500, "%s as %s: %s", op.ID, role, said)
				}
			}
			require.GreaterOrEqual(t, calls, len(ops)*3/2)
			t.Logf("%d calls as %s", calls, role)
		})
	}
}

// What the machine is not given to does not exist for helper and guest, in lists neither.
func TestAHelperReachesTheGivenMachinesAlone(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	for _, role := range []people.Role{people.Helper, people.Guest} {
		require.Equal(t, http.StatusOK, s.as[role].do("GET", "/api/jobs/"+s.given.ID, nil).Status)
		for _, id := range []string{s.job.ID, s.their.ID} {
			require.Equal(t, http.StatusNotFound, s.as[role].do("GET", "/api/jobs/"+id, nil).Status)
			require.Equal(t, http.StatusNotFound, s.as[role].do("GET", "/api/jobs/"+id+"/card.pdf", nil).Status)
		}
		yard := string(s.as[role].do("GET", "/api/yard", nil).Body)
		require.Contains(t, yard, s.given.ID)
		require.NotContains(t, yard, s.job.ID)
		require.NotContains(t, yard, s.their.ID)
		require.NotContains(t, yard, s.theirs.ID)
		require.Contains(t, yard, `"count":1,`)
	}
	d := s.given.Document
	d.Machines[0].Leads.Done = append([]string{}, d.Machines[0].Leads.Done...)
	d.Supply.Volts, d.Machines[0].Leads.Insulation = "233 V", "90 MΩ"
	path := "/api/jobs/" + s.given.ID
	saved := s.as[people.Helper].do("PUT", path, d, "If-Match", `"2"`, "Change-Id", "reading-1")
	require.Equal(t, http.StatusOK, saved.Status, "%s", saved.Body)
	d.Machines[0].Protection.Breaker = "63 A"
	refused := s.as[people.Helper].do("PUT", path, d, "If-Match", `"3"`, "Change-Id", "not-mine")
	require.Equal(t, http.StatusForbidden, refused.Status)
	require.Contains(t, string(refused.Body), "breaker")
	ahead := s.as[people.Helper].do("PUT", path, d, "If-Match", `"4"`, "Change-Id", "ahead")
	require.Equal(t, http.StatusConflict, ahead.Status, "a revision that is not there yet is none that was seen")
}
