package api

import (
	"bytes"
	"net/http"
	"strconv"

	"github.com/go-chi/chi/v5/middleware"
)

var compressed = middleware.Compress(1, "application/json", "application/problem+json", "image/svg+xml", "text/csv")

// whole holds an answer back until all of it is there: what cannot be encoded
// never goes out behind a status that says it could.
func whole(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := &heldAnswer{ResponseWriter: w}
		next.ServeHTTP(h, r)
		if h.body.Len() > 0 && r.Method != http.MethodHead {
			w.Header().Set("Content-Length", strconv.Itoa(h.body.Len()))
		}
		h.out()
	})
}

type heldAnswer struct {
	http.ResponseWriter
	status int
	body   bytes.Buffer
}

func (h *heldAnswer) WriteHeader(status int) {
	if h.status == 0 {
		h.status = status
	}
}

// out sends what was held.
func (h *heldAnswer) out() {
	if h.status == 0 {
		h.status = http.StatusOK
	}
	h.ResponseWriter.WriteHeader(h.status)
	_, _ = h.ResponseWriter.Write(h.body.Bytes())
}

func (h *heldAnswer) Write(p []byte) (int, error) {
	h.WriteHeader(http.StatusOK)
	return h.body.Write(p)
}

// forget lets go of an answer that broke half-way.
func (h *heldAnswer) forget() {
	h.status = 0
	h.body.Reset()
	for _, name := range []string{"Content-Disposition", "ETag", "Cache-Control", "Content-Type"} {
		h.Header().Del(name)
	}
}
