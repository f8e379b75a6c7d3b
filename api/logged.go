package api

import (
	"log/slog"
	"net/http"
	"time"

	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
)

// logged writes one structured line a request, and counts it: its route, never what stands in
// it or in its body.
func logged(counts *Metrics) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler { return loggedBy(counts, next) }
}

func loggedBy(counts *Metrics, next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		ww := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		begun := time.Now()
		next.ServeHTTP(ww, r)
		counts.see(r.Method, chi.RouteContext(r.Context()).RoutePattern(), ww.Status(), time.Since(begun))
		level := slog.LevelDebug
		switch {
		case ww.Status() >= 500:
			level = slog.LevelError
		case ww.Status() >= 400:
			level = slog.LevelInfo
		}
		slog.Log(r.Context(), level, "request", "method", r.Method, "route",
			chi.RouteContext(r.Context()).RoutePattern(), "status", ww.Status(),
			"ms", time.Since(begun).Milliseconds(), "id", middleware.GetReqID(r.Context()))
	})
}
