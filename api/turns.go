package api

import (
	"context"
	"math"
	"net/http"
	"runtime"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
)

// turns hands the places at which answers are worked out to who asks, so that many who plan do
// not make another wait: a finished edit goes before a question, and among equals goes first
// who used the least of late. What a place does is decode, compute and encode.
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
	mostFading = 4096             // of those kept in mind
)

func newTurns(places int) *turns {
	return &turns{free: places, used: map[string]*used{}, now: time.Now}
}

// usualPlaces: some wait for the database while others compute.
func usualPlaces() int { return runtime.GOMAXPROCS(0) + 1 }

// take waits for a place; leave gives it back. The error is the context's.
func (t *turns) take(ctx context.Context, who string, edit bool) (leave func(), err error) {
	t.mu.Lock()
	if t.free > 0 {
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
		t.next() // it was given a place in this moment
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
		t.next()
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

// next gives a place that became free to who is next; the earliest among equals.
func (t *turns) next() {
	if len(t.waiting) == 0 {
		t.free++
		return
	}
	now := t.now()
	best, least := 0, math.Inf(1)
	for i, w := range t.waiting {
		u := t.of(w.who, now).seconds
		if w.edit == t.waiting[best].edit && u < least || w.edit && !t.waiting[best].edit || i == 0 {
			best, least = i, u
		}
	}
	chosen := t.waiting[best]
	t.waiting = append(t.waiting[:best], t.waiting[best+1:]...)
	close(chosen.goes)
}

// length is how many wait.
func (t *turns) length() int {
	t.mu.Lock()
	defer t.mu.Unlock()
	return len(t.waiting)
}

// works are the operations that take a turn: all that plan, and none that holds a connection
// open for long.
func (s *server) works(r *http.Request, op *huma.Operation) bool {
	if op.OperationID == "balance-map" {
		return false // it goes on line by line, and takes its place among those at work for each
	}
	at := rules[op.OperationID].at
	return s.documents[r.URL.Path] || at == inJob || at == mine || at == inNamed
}

// inTurn lets described operations that work wait for their turn.
func (s *server) inTurn(ctx huma.Context, next func(huma.Context)) {
	r, w := humachi.Unwrap(ctx)
	if !s.works(r, ctx.Operation()) {
		next(ctx)
		return
	}
	leave, err := s.turns.take(ctx.Context(), whoAsks(ctx.Context()), r.Method == http.MethodPut)
	if err != nil {
		refuseStatus(w, r, problem(err))
		return
	}
	defer leave()
	next(ctx)
}
