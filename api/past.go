package api

import (
	"encoding/json"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
)

// endless are the paths of answers that stream; long those that are written as they are made.
func endless(r *http.Request) bool { return r.URL.Path == livePath }

func long(r *http.Request) bool {
	return r.URL.Path == mapPath || r.URL.Path == converterPath || everything(r.URL.Path)
}

// lineByLine begins an answer of one JSON value a line, each sent as soon as it is written; put is
// false when nobody reads on.
func lineByLine(out huma.Context) (put func(any) bool) {
	out.SetHeader("Content-Type", "application/x-ndjson")
	out.SetHeader("Cache-Control", "no-store")
	w := out.BodyWriter()
	write := json.NewEncoder(w)
	return func(v any) bool {
		if write.Encode(v) != nil {
			return false
		}
		if f, ok := w.(http.Flusher); ok {
			f.Flush()
		}
		return true
	}
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
