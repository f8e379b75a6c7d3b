package api_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"net/http/httptrace"
	"net/http/httputil"
	"net/url"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/scenario"
	"graybridge/store/storetest"
)

// sender is the time a sender has in these tests: shorter than the questions that are asked.
const sender = 150 * time.Millisecond

// impatient is a server that gives a sender little time, and a client of its own kind. A connection
// that is quiet, or new on a busy machine, is not what is tried here: it has its minute.
func impatient(t *testing.T, http2 bool, sender time.Duration) (url string, by *http.Client) {
	t.Helper()
	closing, end := context.WithCancel(context.Background())
	handler, _ := api.New(storetest.Store(t), api.Options{Hosts: []string{"127.0.0.1", "localhost"}, Closing: closing})
	s := httptest.NewUnstartedServer(handler)
	var kind http.Protocols
	kind.SetHTTP1(!http2)
	kind.SetUnencryptedHTTP2(http2)
	s.Config.ReadTimeout, s.Config.Protocols = sender, &kind
	s.Config.ReadHeaderTimeout, s.Config.IdleTimeout = time.Minute, time.Minute
	s.Start()
	carrier := &http.Transport{Protocols: &kind}
	t.Cleanup(func() { carrier.CloseIdleConnections(); end(); s.Close() })
	return s.URL, &http.Client{Transport: carrier}
}

// question is one that takes longer than a sender has, each another: none is answered from memory.
func question(t *testing.T, name string) []byte {
	t.Helper()
	d := scenario.TileExtruder()
	d.Name = name
	body, err := json.Marshal(d)
	require.NoError(t, err)
	return body
}

// asked asks and reads to the end; reused says whether the connection had carried a request before.
func asked(t *testing.T, by *http.Client, method, where string, body []byte) (status int, reused bool,
	took time.Duration) {
	t.Helper()
	trace := &httptrace.ClientTrace{GotConn: func(i httptrace.GotConnInfo) { reused = i.Reused }}
	req, err := http.NewRequestWithContext(httptrace.WithClientTrace(t.Context(), trace), method, where,
		bytes.NewReader(body))
	require.NoError(t, err)
	req.Header.Set("Content-Type", "application/json")
	at := time.Now()
	res, err := by.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	said, err := io.ReadAll(res.Body)
	require.NoError(t, err)
	if res.StatusCode != http.StatusOK {
		t.Logf("%s", said)
	}
	return res.StatusCode, reused, time.Since(at)
}

// A question that takes longer than its sender had leaves the connection as it was: what is asked
// by it next is answered. So it is on HTTP/1.1, on HTTP/2, and behind a proxy that keeps its
// connections for whoever comes next.
func TestALongQuestionLeavesItsConnectionAlone(t *testing.T) {
	t.Parallel()
	plain, first := impatient(t, false, sender)
	multi, second := impatient(t, true, sender)
	there, err := url.Parse(plain)
	require.NoError(t, err)
	proxy := httptest.NewServer(&httputil.ReverseProxy{Rewrite: func(r *httputil.ProxyRequest) { r.SetURL(there) },
		Transport: first.Transport})
	t.Cleanup(proxy.Close)
	for _, way := range []struct {
		name, url string
		by        *http.Client
	}{{"HTTP/1.1", plain, first}, {"HTTP/2", multi, second}, {"a proxy", proxy.URL, proxy.Client()}} {
		t.Run(way.name, func(t *testing.T) {
			status, _, took := asked(t, way.by, "POST", way.url+"/api/weigh/converter", question(t, way.name))
			require.Equal(t, http.StatusOK, status)
			require.Greater(t, took, 2*sender, "the question is long enough to try this")
			for range 3 {
				status, reused, _ := asked(t, way.by, "GET", way.url+"/api/yard", nil)
				require.Equal(t, http.StatusOK, status)
				require.True(t, reused, "by the same connection")
			}
		})
	}
}

// Six at once on a few cores each wait longer than five seconds for their answer.
func TestManyLongQuestionsLeaveTheirConnectionsAlone(t *testing.T) {
	t.Parallel()
	where, _ := impatient(t, false, time.Second)
	var all sync.WaitGroup
	for i := range 6 {
		all.Go(func() {
			by := &http.Client{Transport: &http.Transport{}}
			defer by.CloseIdleConnections()
			status, _, _ := asked(t, by, "POST", where+"/api/weigh/converter", question(t, fmt.Sprint("At once ", i)))
			if status != http.StatusOK {
				t.Errorf("weighing %d: %d", i, status)
			}
			if status, _, _ := asked(t, by, "GET", where+"/api/yard", nil); status != http.StatusOK {
				t.Errorf("after weighing %d: %d", i, status)
			}
		})
	}
	all.Wait()
}
