package api

import (
	"context"
	"fmt"
	"net/http"
	"sync"
	"time"

	"graybridge/store"
)

// hub hands what the store hears to the open streams of this server: to each what is within
// its reach.
type hub struct {
	mu      sync.Mutex
	streams map[chan store.Notice]listener
}

// listener is who holds a stream open.
type listener struct {
	account string
	reach   store.Reach
}

func (h *hub) hear(n store.Notice) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for c, l := range h.streams {
		if n.Account != "" {
			if n.Account == l.account { // what it may has changed: its browser opens another
				h.end(c)
			}
			continue
		}
		if !l.reach.Sees(n.WorkshopID, n.JobID) {
			continue
		}
		select {
		case c <- n:
		default: // a stream that does not drain is ended; its browser opens another and looks at everything
			h.end(c)
		}
	}
}

func (h *hub) end(c chan store.Notice) {
	delete(h.streams, c)
	close(c)
}

// endAll ends every stream: who may listen has changed.
func (h *hub) endAll() {
	h.mu.Lock()
	defer h.mu.Unlock()
	for c := range h.streams {
		h.end(c)
	}
}

func (h *hub) join(l listener) chan store.Notice {
	c := make(chan store.Notice, 64)
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.streams == nil {
		h.streams = map[chan store.Notice]listener{}
	}
	h.streams[c] = l
	return c
}

func (h *hub) leave(c chan store.Notice) {
	h.mu.Lock()
	defer h.mu.Unlock()
	if _, open := h.streams[c]; open {
		h.end(c)
	}
}

// open says how many streams there are.
func (h *hub) open() int {
	h.mu.Lock()
	defer h.mu.Unlock()
	return len(h.streams)
}

// livePath is where changes stream from.
const livePath = "/api/live"

const (
	// heartbeat keeps a stream open through whatever stands between.
	heartbeat = 20 * time.Second
	// longestStream is when who listens is asked anew whether he may.
	longestStream = 15 * time.Minute
	// drains is how long one line may take to go out.
	drains = 10 * time.Second
)

// live is a stream of server-sent events: one line a notice, ids only. The
// first event tells the browser to look at everything once. closing ends every
// stream when the server goes down.
func (s entrance) live(closing context.Context) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		out := http.NewResponseController(w)
		h := w.Header()
		h.Set("Content-Type", "text/event-stream")
		h.Set("Cache-Control", "no-store")
		notices := s.hub.join(listener{callerOf(r.Context()).Account, store.ReachOf(r.Context())})
		defer s.hub.leave(notices)
		beat := time.NewTicker(heartbeat)
		defer beat.Stop()
		long := time.NewTimer(longestStream)
		defer long.Stop()
		say := func(text string) bool {
			_ = out.SetWriteDeadline(time.Now().Add(drains))
			_, err := fmt.Fprint(w, text)
			return err == nil && out.Flush() == nil
		}
		if !say("retry: 1000\nevent: all\ndata: {}\n\n") {
			return
		}
		for {
			text := ": still here\n\n"
			select {
			case <-closing.Done():
				return
			case <-r.Context().Done():
				return
			case <-long.C:
				return
			case <-beat.C:
			case n, ok := <-notices:
				switch {
				case !ok:
					return
				case n.Log:
					text = fmt.Sprintf("event: log\ndata: {\"id\":%q}\n\n", n.JobID)
				case n.Remark:
					text = fmt.Sprintf("event: remark\ndata: {\"id\":%q}\n\n", n.JobID)
				case n.JobID == "":
					text = "event: all\ndata: {}\n\n"
				default:
					text = fmt.Sprintf("event: job\ndata: {\"id\":%q,\"revision\":%d}\n\n", n.JobID, n.Revision)
				}
			}
			if !say(text) {
				return
			}
		}
	}
}
