package api

import (
	"net"
	"net/http"
	"sync"
	"time"

	"github.com/go-chi/httprate"
)

// What one client (one network address) may take of a server at a time. Far
// above what a workshop's people do; docs/limits.md states them all.
const (
	mostAtOnce    = 64   // requests under way
	mostRequests  = 5000 // in pacedOver
	mostStreams   = 64   // open streams of changes
	mostStreamsOf = 512  // of all clients
	pacedOver     = 10 * time.Second
)

func client(r *http.Request) (string, error) {
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil {
		return r.RemoteAddr, nil
	}
	return host, nil
}

// tally counts what each client holds now.
type tally struct {
	mu  sync.Mutex
	of  map[string]int
	all int
}

func (t *tally) take(who string, most, mostOfAll int) bool {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.of == nil {
		t.of = map[string]int{}
	}
	if t.of[who] >= most || t.all >= mostOfAll {
		return false
	}
	t.of[who]++
	t.all++
	return true
}

func (t *tally) give(who string) {
	t.mu.Lock()
	defer t.mu.Unlock()
	t.all--
	if t.of[who]--; t.of[who] == 0 {
		delete(t.of, who)
	}
}

// crowded refuses what a client asks beyond its share, so that the others are
// still served.
func crowded() func(http.Handler) http.Handler {
	var underWay, streams tally
	tooMany := func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("Retry-After", "2")
		refuse(w, r, http.StatusTooManyRequests, "Too much at a time from this address; nothing was stored. Try "+
			"again in a moment.")
	}
	paced := httprate.LimitBy(mostRequests, pacedOver, client, httprate.WithLimitHandler(tooMany))
	return func(next http.Handler) http.Handler {
		return paced(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			who, _ := client(r)
			t, most, all := &underWay, mostAtOnce, 1<<20
			if r.URL.Path == livePath {
				t, most, all = &streams, mostStreams, mostStreamsOf
			}
			if !t.take(who, most, all) {
				tooMany(w, r)
				return
			}
			defer t.give(who)
			next.ServeHTTP(w, r)
		}))
	}
}
