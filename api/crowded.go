package api

import (
	"net/http"
	"sync"
	"time"

	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httprate"
)

// What one address, and one account, may take of a server at a time. Far above what a
// workshop's people do; docs/limits.md states them all.
const (
	mostAtOnce    = 64   // requests under way
	mostRequests  = 5000 // of an address in pacedOver
	mostStreams   = 256  // open streams of changes of an address: a shop may have only one
	mostStreamsOf = 512  // of all
	mostOfAccount = 24   // requests of an account under way
	mostStreamsBy = 24   // open streams of an account
	mostPaced     = 1500 // requests of an account in pacedOver
	pacedOver     = 10 * time.Second
)

// client is the address that a request comes from, as far as it can be trusted: the peer's, or
// what a trusted proxy says.
func client(r *http.Request) (string, error) { return middleware.GetClientIP(r.Context()), nil }

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

// shares counts what each account holds now, streams apart, and what it asked of late.
type shares struct {
	underWay, streams tally
	pace              *httprate.RateLimiter
}

func newShares() *shares { return &shares{pace: httprate.NewRateLimiter(mostPaced, pacedOver)} }

// take counts a request of an account; ok is false beyond its share.
func (s *shares) take(w http.ResponseWriter, r *http.Request, c caller) (leave func(), ok bool) {
	if c.Account == "" {
		return func() {}, true // counted by its address
	}
	t, most := &s.underWay, mostOfAccount
	if r.URL.Path == livePath {
		t, most = &s.streams, mostStreamsBy
	}
	if s.pace.OnLimit(w, r, c.Account) || !t.take(c.Account, most, 1<<20) {
		return nil, false
	}
	return func() { t.give(c.Account) }, true
}

func tooMany(w http.ResponseWriter, r *http.Request) {
	w.Header().Set("Retry-After", "2")
	refuse(w, r, http.StatusTooManyRequests, "Too much at a time from this address or account; nothing was stored. "+
		"Try again in a moment.")
}

// crowded refuses what an address asks beyond its share, so that the others are
// still served.
func crowded() func(http.Handler) http.Handler {
	var underWay, streams tally
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
