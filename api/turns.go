package api

import (
	"context"
	"math"
	"net/http"
	"strings"
	"sync"
	"time"
)

// turns hands the places at which answers are worked out to who asks, so that many who plan do
// not make another wait: a finished edit goes before a question, unless its sender had much of
// late; among equals goes first who used the least. What a place does is decode, compute and
// encode.
type turns struct {
	mu      sync.Mutex
	free    int
	waiting []*turn
	used    map[string]*used
	now     func() time.Time
}

// used is the seconds of work that somebody had, fading.
type used struct {
	seconds float64
	at      time.Time
}

type turn struct {
	who  string
	edit bool
	goes chan struct{}
}

const (
	fades      = 10 * time.Second // work counts for 1/e after so long
	usualTurn  = 0.03             // seconds that a turn is taken for while it lasts
	editsFree  = 2                // seconds of work, faded, up to which somebody's edits go first
	mostFading = 4096             // of those kept in mind
)

// newTurns has so many places, and one more that waits for edits.
func newTurns(places int) *turns {
	return &turns{free: places + 1, used: map[string]*used{}, now: time.Now}
}

// needs is how many places must be free for a turn: a question leaves one to edits.
func (t *turns) needs(who string, edit bool) int {
	if edit && t.of(who, t.now()).seconds < editsFree {
		return 1
	}
	return 2
}

// take waits for a place; leave gives it back. The error is the context's.
func (t *turns) take(ctx context.Context, who string, edit bool) (leave func(), err error) {
	t.mu.Lock()
	if t.free >= t.needs(who, edit) {
		t.free--
		leave = t.begun(who)
		t.mu.Unlock()
		return leave, nil
	}
	mine := &turn{who, edit, make(chan struct{})}
	t.waiting = append(t.waiting, mine)
	t.mu.Unlock()
	select {
	case <-mine.goes:
	case <-ctx.Done():
		t.mu.Lock()
		defer t.mu.Unlock()
		for i, w := range t.waiting {
			if w == mine {
				t.waiting = append(t.waiting[:i], t.waiting[i+1:]...)
				return nil, ctx.Err()
			}
		}
		t.back() // it was given a place in this moment
		return nil, ctx.Err()
	}
	t.mu.Lock()
	defer t.mu.Unlock()
	return t.begun(who), nil
}

// begun charges a turn beforehand and gives what settles it.
func (t *turns) begun(who string) func() {
	at := t.now()
	t.of(who, at).seconds += usualTurn
	return func() {
		t.mu.Lock()
		defer t.mu.Unlock()
		end := t.now()
		t.of(who, end).seconds += end.Sub(at).Seconds() - usualTurn
		t.back()
	}
}

// of is what somebody used, as faded until now.
func (t *turns) of(who string, now time.Time) *used {
	u := t.used[who]
	if u == nil {
		if len(t.used) >= mostFading {
			for name, old := range t.used {
				if now.Sub(old.at) > 5*fades {
					delete(t.used, name)
				}
			}
		}
		u = &used{at: now}
		t.used[who] = u
	}
	u.seconds *= math.Exp(-now.Sub(u.at).Seconds() / fades.Seconds())
	u.at = now
	return u
}

// back takes a place back and gives it to who is next; the earliest among equals.
func (t *turns) back() {
	t.free++
	for len(t.waiting) > 0 {
		now := t.now()
		best, least := 0, math.Inf(1)
		for i, w := range t.waiting {
			u := t.of(w.who, now).seconds
			if w.edit && u < editsFree {
				u -= editsFree // before every question
			}
			if u < least {
				best, least = i, u
			}
		}
		chosen := t.waiting[best]
		if t.free < t.needs(chosen.who, chosen.edit) {
			return
		}
		t.free--
		t.waiting = append(t.waiting[:best], t.waiting[best+1:]...)
		close(chosen.goes)
	}
}

// length is how many wait.
func (t *turns) length() int {
	t.mu.Lock()
	defer t.mu.Unlock()
	return len(t.waiting)
}

// light are requests that work nothing out, hold a connection open, or take their place line by
// line.
func light(r *http.Request) bool {
	path := r.URL.Path
	if !strings.HasPrefix(path, "/api/") || path == livePath || strings.HasPrefix(path, lifePath) || long(r) {
		return true
	}
	for _, prefix := range []string{"/api/health", "/api/ready", "/api/person", "/api/session", "/api/account",
		"/api/sharing", "/api/backups", "/api/openapi"} {
		if strings.HasPrefix(path, prefix) {
			return true
		}
	}
	return false
}

// turned lets requests that work wait for their turn: from the reading of what was sent, which
// is there already, to the last byte of the answer, which goes out after the place was given
// back. A slow sender or reader holds none.
func (s entrance) turned(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		edit := r.Method == http.MethodPut
		leave, err := s.turns.take(r.Context(), s.seats.of(r), edit)
		if err != nil {
			refuseStatus(w, r, problem(err))
			return
		}
		h := &heldAnswer{ResponseWriter: w}
		func() {
			defer leave()
			next.ServeHTTP(h, r)
		}()
		h.out()
	})
}

// seats know which account a session belongs to, so that turns need not ask the database. A
// session that is not known yet is counted for its address.
type seats struct {
	mu sync.Mutex
	by map[string]string
}

const mostSeats = 4096

func (s *seats) note(r *http.Request, account string) {
	session := sessionOf(r)
	if session == "" {
		return
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.by == nil || len(s.by) >= mostSeats {
		s.by = map[string]string{}
	}
	s.by[session] = account
}

// of names who a request is counted for: the account, else the address with the name chosen in
// the browser.
func (s *seats) of(r *http.Request) string {
	if session := sessionOf(r); session != "" {
		s.mu.Lock()
		defer s.mu.Unlock()
		if account := s.by[session]; account != "" {
			return account
		}
	}
	who, _ := client(r)
	if c, err := r.Cookie(personCookie); err == nil {
		who += " " + c.Value
	}
	return who
}
