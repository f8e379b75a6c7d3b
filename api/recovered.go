package api

import (
	"fmt"
	"log/slog"
	"net/http"

	"github.com/go-chi/chi/v5/middleware"

	"graybridge/core/plan"
)

// recovered turns a handler that broke into an answer. What broke it is not
// logged, since it may hold words of a document: where it broke is.
func recovered(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		defer func() {
			if v := recover(); v == http.ErrAbortHandler {
				panic(v) // a file that breaks off half-way: the connection ends
			} else if v != nil {
				slog.Error("a request broke", "where", plan.PanicAt(), "id", middleware.GetReqID(r.Context()))
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
