package api

import (
	"net/http"
	"strings"
)

// endless are the paths of answers that stream; long those that are written as they are made.
func endless(r *http.Request) bool { return r.URL.Path == livePath }

func long(r *http.Request) bool {
	return r.URL.Path == mapPath || r.URL.Path == converterPath || everything(r.URL.Path)
}

// everything are files of everything of a workshop or of a machine.
func everything(path string) bool {
	return strings.HasSuffix(path, exportEnd) || strings.HasSuffix(path, lifeEnd)
}

func slow(r *http.Request) bool {
	return endless(r) || everything(r.URL.Path) || r.URL.Path == lifePath
}

// past lets some requests by middlewares that are for answers with an end, or whole ones.
func past(some func(*http.Request) bool, ms ...func(http.Handler) http.Handler) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		through := next
		for i := range ms {
			through = ms[len(ms)-1-i](through)
		}
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if some(r) {
				next.ServeHTTP(w, r)
				return
			}
			through.ServeHTTP(w, r)
		})
	}
}
