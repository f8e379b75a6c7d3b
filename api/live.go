package api

import (
	"context"
	"fmt"
	"net/http"
	"sync"
	"time"

	"graybridge/store"
)

// hub hands what the store hears to every open stream of this server.
type hub struct {
	mu      sync.Mutex
	streams map[chan store.Notice]bool
}

func (h *hub) hear(n store.Notice) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for c := range h.streams {
		select {
		case c <- n:
		default: // a stream that does not drain is ended; its browser opens another and looks at everything
			delete(h.streams, c)
			close(c)
		}
	}
}

func (h *hub) join() chan store.Notice {
	c := make(chan store.Notice, 64)
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.streams == nil {
		h.streams = map[chan store.Notice]bool{}
	}
	h.streams[c] = true
	return c
}

func (h *hub) leave(c chan store.Notice) {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.streams[c] {
		delete(h.streams, c)
		close(c)
	}
}

// livePath is where changes stream from.
const livePath = "/api/live"

// heartbeat keeps a stream open through whatever stands between.
const heartbeat = 20 * time.Second

// live is a stream of server-sent events: one line a notice, ids only. The
// first event tells the browser to look at everything once. closing ends every
// stream when the server goes down.
func (s *server) live(closing context.Context) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		out := http.NewResponseController(w)
		_ = out.SetWriteDeadline(time.Time{})
		h := w.Header()
		h.Set("Content-Type", "text/event-stream")
		h.Set("Cache-Control", "no-store")
		notices := s.hub.join()
		defer s.hub.leave(notices)
		beat := time.NewTicker(heartbeat)
		defer beat.Stop()
		say := func(text string) bool {
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
			case <-beat.C:
			case n, ok := <-notices:
				switch {
				case !ok:
					return
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
