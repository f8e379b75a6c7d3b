package api

import (
	"net/http"
	"strings"
)

// policy is the content policy: everything from here, nothing inline. What is at blob: are
// pictures and recordings that are still on the device.
const policy = "default-src 'self'; style-src 'self'; script-src 'self'; img-src 'self' data: blob:; " +
	"font-src 'self'; media-src 'self' blob:; worker-src 'self'; manifest-src 'self'; connect-src 'self'; " +
	"object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

func policed(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		next.ServeHTTP(w, r)
	})
}

// unkept keeps what a shared server answers of a shop from lying in a browser's own store after somebody
// has left. What names a rule of its own (a picture, a file of the page) keeps that.
func (s entrance) unkept(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if s.shared() && strings.HasPrefix(r.URL.Path, "/api/") {
			w.Header().Set("Cache-Control", "no-store")
		}
		next.ServeHTTP(w, r)
	})
}
