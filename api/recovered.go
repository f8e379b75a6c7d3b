package api

import (
	"fmt"
	"log/slog"
	"net/http"
	"runtime"
	"strings"

	"github.com/go-chi/chi/v5/middleware"
)

// recovered turns a handler that broke into an answer. What broke it is not
// logged, since it may hold words of a document: where it broke is.
func recovered(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		defer func() {
			if v := recover(); v == http.ErrAbortHandler {
				panic(v) // a file that breaks off half-way: the connection ends
			} else if v != nil {
				slog.Error("a request broke", "where", where(), "id", middleware.GetReqID(r.Context()))
				if h, ok := w.(*heldAnswer); ok {
					h.forget()
				}
				refuse(w, r, http.StatusInternalServerError, fmt.Sprintf("Something failed here. What you stored "+
					"before is kept. Quote %s if you report it.", middleware.GetReqID(r.Context())))
			}
		}()
		next.ServeHTTP(w, r)
	})
}

// where is the place of a panic that is being recovered: this project's
// innermost functions, no values.
func where() string {
	pcs := make([]uintptr, 64)
	frames := runtime.CallersFrames(pcs[:runtime.Callers(3, pcs)])
	var at []string
	for {
		f, more := frames.Next()
		if name, ok := strings.CutPrefix(f.Function, "graybridge/"); ok && len(at) < 4 {
			at = append(at, fmt.Sprintf("%s:%d", name, f.Line))
		}
		if !more {
			return strings.Join(at, " < ")
		}
	}
}
