// Package api is the product's HTTP face: it decodes, asks the core or the
// store, and encodes. One file a chapter. The OpenAPI description and the
// browser's types are generated from the Go types here.
package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"path"
	"reflect"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"graybridge/core/openfile"
	"graybridge/store"
)

// Version of the interface, as OpenAPI states it.
const Version = "1"

// server holds what the endpoints need.
type server struct {
	store     *store.Store
	summaries summaries
}

// maxBody is the most bytes of a request; the largest honest document is far
// below.
const maxBody = 256 << 10

// New builds the handler: the endpoints under /api/, the page for everything
// else. A nil store still gives the description of the interface.
func New(s *store.Store, page http.Handler) (http.Handler, huma.API) {
	r := chi.NewRouter()
	r.Use(middleware.RequestID, logged, recovered, guarded)
	cfg := huma.DefaultConfig("Gray Bridge", Version)
	cfg.DocsPath, cfg.CreateHooks = "", nil
	cfg.OpenAPIPath, cfg.SchemasPath = "/api/openapi", ""
	cfg.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	a := humachi.New(r, cfg)
	srv := &server{store: s}
	srv.plans(a)
	srv.jobs(a)
	srv.workshops(a)
	srv.health(a)
	r.NotFound(func(w http.ResponseWriter, req *http.Request) {
		if strings.HasPrefix(req.URL.Path, "/api/") || page == nil {
			refuse(w, http.StatusNotFound, "There is nothing at this address.")
			return
		}
		page.ServeHTTP(w, req)
	})
	return r, a
}

// schemaName puts the chapter before names that several chapters have.
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
		t = t.Elem()
	}
	name := huma.DefaultSchemaNamer(t, hint)
	switch t.Name() {
	case "Entry", "Bridge", "Reading", "Line":
		chapter := path.Base(t.PkgPath())
		return strings.ToUpper(chapter[:1]) + chapter[1:] + t.Name()
	}
	return name
}

// logged writes one line a request: no path parameters' contents, no bodies.
func logged(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		ww := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		next.ServeHTTP(ww, r)
		if ww.Status() >= 500 {
			slog.Error("request", "method", r.Method, "path", r.URL.Path, "status", ww.Status(), "id", middleware.GetReqID(r.Context()))
		}
	})
}

func recovered(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		defer func() {
			if v := recover(); v != nil {
				slog.Error("panic", "value", v, "id", middleware.GetReqID(r.Context()))
				refuse(w, http.StatusInternalServerError, fmt.Sprintf("Something failed here. What you stored before is kept. Quote %s if you report it.", middleware.GetReqID(r.Context())))
			}
		}()
		next.ServeHTTP(w, r)
	})
}

// refuse answers with a problem outside the described operations.
func refuse(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Title: http.StatusText(status), Status: status, Detail: detail})
}

// policy is the content policy: everything from here, nothing inline.
const policy = "default-src 'self'; style-src 'self'; script-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

// guarded sets the policies and refuses changes that another site's page sends
// through this browser.
func guarded(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		if r.Method != http.MethodGet && r.Method != http.MethodHead {
			if site := r.Header.Get("Sec-Fetch-Site"); site != "" && site != "same-origin" && site != "none" {
				refuse(w, http.StatusForbidden, "This change came from a page of another site and was not made.")
				return
			}
			body, err := io.ReadAll(http.MaxBytesReader(w, r.Body, maxBody))
			if err != nil {
				refuse(w, http.StatusRequestEntityTooLarge, fmt.Sprintf("The request is cut short or over %d kB. Nothing was stored.", maxBody>>10))
				return
			}
			r.Body = io.NopCloser(bytes.NewReader(body))
		}
		next.ServeHTTP(w, r)
	})
}

// problem turns an error of core or store into an answer that says what
// happened, what was kept and what to do.
func problem(err error) error {
	var conflict *store.Conflict
	var bad openfile.Problems
	switch {
	case err == nil:
		return nil
	case errors.As(err, &bad):
		details := make([]error, len(bad))
		for i, p := range bad {
			details[i] = &huma.ErrorDetail{Location: "body." + p.Path, Message: "want " + p.Wanted, Value: p.Found}
		}
		return huma.Error422UnprocessableEntity("Some fields cannot be used; nothing was stored.", details...)
	case errors.As(err, &conflict):
		return &ConflictError{
			Title: "Conflict", Status: http.StatusConflict, Seen: conflict.Seen, Latest: conflict.Latest,
			Detail: fmt.Sprintf("You changed revision %d, but revision %d was stored meanwhile. Nothing was overwritten; look at the latest and choose.", conflict.Seen, conflict.Latest),
		}
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("There is no such record; it may have been deleted.")
	case errors.Is(err, context.Canceled):
		return huma.NewError(499, "The request was given up.")
	}
	slog.Error("store", "error", err)
	return huma.Error503ServiceUnavailable("The database does not answer. What was stored before is kept; try again in a moment.")
}

// ConflictError names both revisions.
type ConflictError struct {
	Title  string `json:"title"`
	Status int    `json:"status"`
	Detail string `json:"detail"`
	Seen   int    `json:"seen"`
	Latest int    `json:"latest"`
}

func (e *ConflictError) Error() string { return e.Detail }

// GetStatus makes it an answer of its own.
func (e *ConflictError) GetStatus() int { return e.Status }

// ContentType is that of problem answers.
func (e *ConflictError) ContentType(string) string { return "application/problem+json" }

func etag(revision int) string { return `"` + strconv.Itoa(revision) + `"` }

// seen reads If-Match; a change without it is refused.
func seen(ifMatch string) (int, error) {
	if ifMatch == "" {
		return 0, huma.NewError(http.StatusPreconditionRequired, "Say which revision you changed: send If-Match with its ETag. Nothing was stored.")
	}
	n, err := strconv.Atoi(strings.Trim(strings.TrimPrefix(ifMatch, "W/"), `"`))
	if err != nil {
		return 0, huma.Error400BadRequest(`If-Match is not an ETag of a revision, like "3". Nothing was stored.`)
	}
	return n, nil
}

type healthOutput struct {
	Body struct {
		Name     string `json:"name"`
		Database bool   `json:"database"`
	}
}

func (s *server) health(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "health", Method: http.MethodGet, Path: "/api/health", Summary: "Is it there, and does its database answer"},
		func(ctx context.Context, _ *struct{}) (*healthOutput, error) {
			out := &healthOutput{}
			out.Body.Name = "gray-bridge"
			out.Body.Database = s.store != nil && s.store.Ping(ctx) == nil
			return out, nil
		})
}
