package e2e

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"net/http/httputil"
	"net/url"
	"os/exec"
	"regexp"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// worker is somebody who has logged in over HTTP.
type worker struct {
	t           *testing.T
	url, cookie string
}

func (w worker) do(method, path string, body any, headers ...string) (*http.Response, []byte) {
	w.t.Helper()
	res, text, err := w.try(method, path, body, headers...)
	require.NoError(w.t, err)
	return res, text
}

func (w worker) try(method, path string, body any, headers ...string) (*http.Response, []byte, error) {
	text, _ := json.Marshal(body)
	if body == nil {
		text = nil
	}
	req, err := http.NewRequest(method, w.url+path, bytes.NewReader(text))
	if err != nil {
		return nil, nil, err
	}
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("Cookie", w.cookie)
	for i := 0; i+1 < len(headers); i += 2 {
		req.Header.Set(headers[i], headers[i+1])
	}
	res, err := http.DefaultClient.Do(req)
	if err != nil {
		return nil, nil, err
	}
	defer res.Body.Close()
	out, err := io.ReadAll(res.Body)
	return res, out, err
}

// comes in by a code or a password and keeps the cookie.
func (w worker) comes(path string, body map[string]string) worker {
	w.t.Helper()
	res, text := w.do("POST", path, body)
	require.Equal(w.t, http.StatusOK, res.StatusCode, "%s", text)
	require.NotEmpty(w.t, res.Cookies())
	w.cookie = res.Cookies()[0].Name + "=" + res.Cookies()[0].Value
	return w
}

// Two servers on one database behind a proxy: a session of one holds on the other, edits and
// events go across, and when one is killed the other goes on with nothing lost.
//
// Long: one story from the opening to the death of a server.
func TestTwoServersBehindAProxyAreOne(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	var servers [2]*server
	var hosts [2]*url.URL
	var alive [2]atomic.Bool
	var turn atomic.Int64
	proxy := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		at := int(turn.Add(1)) % 2
		if !alive[at].Load() {
			at = 1 - at
		}
		p := &httputil.ReverseProxy{FlushInterval: -1, Rewrite: func(out *httputil.ProxyRequest) {
			out.SetURL(hosts[at])
			out.Out.Host = out.In.Host
			out.SetXForwarded()
			out.Out.Header.Set("X-Forwarded-Proto", "https")
		}, ErrorHandler: func(w http.ResponseWriter, _ *http.Request, _ error) { w.WriteHeader(http.StatusBadGateway) }}
		p.ServeHTTP(w, r)
	}))
	defer proxy.Close()
	over, end := context.WithCancel(context.Background())
	defer end() // the streams, before the proxy waits for them
	for i := range servers {
		servers[i] = serve(t, database, "", "--proxy", "127.0.0.1/32", "--outside", "https://clay.example")
		hosts[i], _ = url.Parse(servers[i].url)
		alive[i].Store(true)
	}
	first := worker{t: t, url: servers[0].url}.comes("/api/sharing", map[string]string{"name": "Odile W.",
		"password": goodPassword, "address": "any"})
	require.Eventually(t, func() bool { // the other has heard of it
		res, _, err := worker{t: t, url: servers[1].url}.try("GET", "/api/yard", nil)
		return err == nil && res.StatusCode == http.StatusUnauthorized
	}, 10*time.Second, 20*time.Millisecond)
	_ = first
	owner := worker{t: t, url: proxy.URL}.comes("/api/session", map[string]string{"name": "Odile W.",
		"password": goodPassword})
	require.True(t, strings.HasPrefix(owner.cookie, "__Host-"), "over TLS the cookie is for TLS alone")
	var yard struct {
		Workshops []struct {
			ID   string
			Jobs []struct {
				ID       string
				Revision int
				Name     string
			}
		}
	}
	_, text := owner.do("GET", "/api/yard", nil)
	require.NoError(t, json.Unmarshal(text, &yard))
	job := yard.Workshops[0].Jobs[0]

	var heard sync.Map
	listen := func() {
		req, _ := http.NewRequestWithContext(over, "GET", proxy.URL+"/api/live", nil)
		req.Header.Set("Cookie", owner.cookie)
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			return
		}
		defer res.Body.Close()
		var buf [4096]byte
		for {
			n, err := res.Body.Read(buf[:])
			for _, m := range regexp.MustCompile(`"revision":(\d+)`).FindAllSubmatch(buf[:n], -1) {
				heard.Store(string(m[1]), true)
			}
			if err != nil {
				return
			}
		}
	}
	go listen()
	go listen() // one on each server
	time.Sleep(300 * time.Millisecond)
	var doc map[string]any
	_, text = owner.do("GET", "/api/jobs/"+job.ID, nil)
	var got struct {
		Revision int
		Document map[string]any
	}
	require.NoError(t, json.Unmarshal(text, &got))
	doc = got.Document
	revision := got.Revision
	edit := func() {
		doc["supply"].(map[string]any)["volts"] = fmt.Sprint(200 + revision)
		id := fmt.Sprint("across-", revision)
		require.Eventually(t, func() bool {
			res, _, err := owner.try("PUT", "/api/jobs/"+job.ID, doc, "If-Match", fmt.Sprintf("%q",
				fmt.Sprint(revision)),
				"Change-Id", id)
			return err == nil && res.StatusCode == http.StatusOK
		}, 10*time.Second, 50*time.Millisecond)
		revision++
	}
	for range 6 {
		edit()
	}
	servers[0].kill()
	alive[0].Store(false)
	for range 6 {
		edit()
	}
	_, text = owner.do("GET", "/api/jobs/"+job.ID, nil)
	require.NoError(t, json.Unmarshal(text, &got))
	require.Equal(t, revision, got.Revision)
	require.Equal(t, fmt.Sprint(200+revision-1), got.Document["supply"].(map[string]any)["volts"])
	for r := revision - 5; r <= revision; r++ {
		require.Eventually(t, func() bool { _, ok := heard.Load(fmt.Sprint(r)); return ok }, 5*time.Second,
			20*time.Millisecond, "revision %d was heard", r)
	}
}

// Opened from the console, the owner comes in by the code that it prints, once.
func TestAServerIsOpenedAndAnOwnerRenewedFromTheConsole(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	at := twoFreePorts(t)
	s := serve(t, database, "", "--share", at, "--owner", "Ansel R.")
	code := regexp.MustCompile(`let-in#([A-Z2-7-]{19})`).FindStringSubmatch(s.log.String())
	require.Len(t, code, 2, "%s", s.log)
	w := worker{t: t, url: s.url}
	res, _ := w.do("GET", "/api/yard", nil)
	require.Equal(t, http.StatusUnauthorized, res.StatusCode)
	in := w.comes("/api/session/code", map[string]string{"code": code[1]})
	_, text := in.do("GET", "/api/person", nil)
	require.Contains(t, string(text), `"keeper":true`)
	res, _ = w.do("POST", "/api/session/code", map[string]string{"code": code[1]})
	require.Equal(t, http.StatusUnauthorized, res.StatusCode)
	s.stop()

	s = serve(t, database, s.addr)
	res, _ = w.do("GET", "/api/yard", nil)
	require.Equal(t, http.StatusUnauthorized, res.StatusCode, "it stays open until it is closed")
	res, _ = in.do("GET", "/api/yard", nil)
	require.Equal(t, http.StatusOK, res.StatusCode, "and who was in stays in")
	out, err := exec.Command(binary, "password", "--database", database, "ansel r.").CombinedOutput()
	require.NoError(t, err, "%s", out)
	require.Contains(t, string(out), "https://"+at+"/let-in#")
	res, _ = in.do("GET", "/api/yard", nil)
	require.Equal(t, http.StatusUnauthorized, res.StatusCode)
	s.stop()
	serve(t, database, s.addr, "--share", "off")
	res, _ = w.do("GET", "/api/yard", nil)
	require.Equal(t, http.StatusOK, res.StatusCode)
	bad, err := exec.Command(binary, "serve", "--addr", "127.0.0.1:0", "--database", database, "--metrics",
		"0.0.0.0:9464").CombinedOutput()
	require.Error(t, err)
	require.Contains(t, string(bad), "want a loopback address")
}

// The figures for a monitor name routes and never what stands in a request.
func TestFiguresForAMonitorAreOnLoopbackAndWithoutContent(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	at := twoFreePorts(t)
	s := serve(t, database, "", "--metrics", at)
	w := worker{t: t, url: s.url}
	for range 3 {
		w.do("GET", "/api/yard?find=blunger", nil)
	}
	res, text := worker{t: t, url: "http://" + at}.do("GET", "/metrics", nil)
	require.Equal(t, http.StatusOK, res.StatusCode)
	require.Contains(t, string(text), `graybridge_requests_total{method="GET",route="/api/yard",status="200"} 3`)
	require.Contains(t, string(text), "graybridge_request_seconds_bucket")
	require.Contains(t, string(text), "process_resident_memory_bytes")
	require.NotContains(t, string(text), "blunger")
}
