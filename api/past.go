package api

import (
	"net/http"
)

// past lets one path by middlewares that are for answers with an end, or whole ones.
func past(path string, ms ...func(http.Handler) http.Handler) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		through := next
		for i := range ms {
			through = ms[len(ms)-1-i](through)
		}
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.URL.Path == path {
				next.ServeHTTP(w, r)
				return
			}
			through.ServeHTTP(w, r)
		})
	}
}
