package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/logbook"
)

// hands writes log entries, readings, pictures and lines of stores while everything is killed, and
// remembers what was acknowledged. What has a name of its own is sent again under it until it is.
type hands struct {
	url, job, workshop string
	picture            []byte
	entries, stock     map[string]bool
	pictures           []string
	refused            []string
	count              atomic.Int64
}

// send gives the status and the body; 0: the server was not reached.
func (h *hands) send(method, path, kind string, body []byte, headers ...string) (int, []byte) {
	req, _ := http.NewRequest(method, h.url+path, bytes.NewReader(body))
	req.Header.Set("Content-Type", kind)
	for i := 0; i < len(headers); i += 2 {
		req.Header.Set(headers[i], headers[i+1])
	}
	res, err := http.DefaultClient.Do(req)
	if err != nil {
		return 0, nil
	}
	defer res.Body.Close()
	said, err := io.ReadAll(res.Body)
	if err != nil {
		return 0, nil
	}
	return res.StatusCode, said
}

// work does one thing after the other until it is stopped.
func (h *hands) work(stop <-chan struct{}) {
	until := func(path string, body map[string]any, headers ...string) ([]byte, bool) {
		text, _ := json.Marshal(body)
		for {
			status, said := h.send("POST", path, "application/json", text, headers...)
			if status == http.StatusOK || status == http.StatusCreated {
				h.count.Add(1)
				return said, true
			}
			if status == http.StatusUnprocessableEntity || status == http.StatusBadRequest {
				h.refused = append(h.refused, string(said))
				return nil, false
			}
			select {
			case <-stop:
				return nil, false
			case <-time.After(25 * time.Millisecond):
			}
		}
	}
	for n := 0; ; n++ {
		select {
		case <-stop:
			return
		case <-time.After(30 * time.Millisecond):
		}
		entry := map[string]any{"id": fmt.Sprintf("hands-entry-%d", n), "kind": "note", "words": fmt.Sprint("seen ", n),
			"taken": "2026-03-02T18:00:00Z"}
		switch n % 4 {
		case 1:
			entry["kind"], entry["words"] = "reading", ""
			entry["reads"] = []map[string]any{{"take": "own-tension", "name": "Tension", "unit": "N", "value": n}}
		case 2:
			status, said := h.send("POST", "/api/jobs/"+h.job+"/photos", "image/png", h.picture)
			if status == http.StatusCreated {
				var made struct{ ID string }
				_ = json.Unmarshal(said, &made)
				h.pictures = append(h.pictures, made.ID)
				entry["kind"], entry["file"] = "photo", made.ID
			}
		case 3:
			what := fmt.Sprintf("Can %d µF", n)
			if _, ok := until("/api/workshops/"+h.workshop+"/stores", map[string]any{"kind": "capacitor", "what": what,
				"count": 1}, "Change-Id", fmt.Sprintf("hands-stock-%d", n)); ok {
				h.stock[what] = true
			}
			continue
		}
		if _, ok := until("/api/jobs/"+h.job+"/log", map[string]any{"entries": []any{entry}}); ok {
			h.entries[entry["id"].(string)] = true
		}
	}
}

// held looks whether everything that was acknowledged is there, once.
func (h *hands) held(t *testing.T, least int) {
	t.Helper()
	require.Empty(t, h.refused)
	require.GreaterOrEqual(t, int(h.count.Load()), least, "enough was under way")
	seen := map[string]int{}
	var lines []logbook.Entry
	for _, e := range bookOf(t, h.url, h.job) {
		seen[e.ID]++
		lines = append(lines, e)
	}
	for id := range h.entries {
		require.Equal(t, 1, seen[id], id)
	}
	for i := range lines {
		require.Equal(t, i+1, lines[i].N, "no gap in the book")
	}
	for _, id := range h.pictures {
		status, _ := h.send("GET", "/api/jobs/"+h.job+"/photos/"+id, "", nil)
		require.Equal(t, http.StatusOK, status, "picture %s", id)
	}
	_, said := h.send("GET", "/api/workshops/"+h.workshop+"/stores", "", nil)
	var stores struct{ Lines []struct{ What string } }
	require.NoError(t, json.Unmarshal(said, &stores))
	there := map[string]int{}
	for _, s := range stores.Lines {
		there[s.What]++
	}
	for what := range h.stock {
		require.Equal(t, 1, there[what], what)
	}
	t.Logf("%d entries, %d pictures, %d lines of stores acknowledged and held", len(h.entries), len(h.pictures),
		len(h.stock))
}
