package api

import (
	"context"
	"net/http"
	"time"
)

// longestWork is how long one request may take; only the stream of changes
// stays open.
const longestWork = 20 * time.Second

func inTime(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		ctx, cancel := context.WithTimeout(r.Context(), longestWork)
		defer cancel()
		next.ServeHTTP(w, r.WithContext(ctx))
	})
}
