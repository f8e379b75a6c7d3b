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
	"html"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"path"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"graybridge/core/capacitor"
	"graybridge/core/job"
	"graybridge/core/openfile"
	"graybridge/store"
)

// Version of the interface, as OpenAPI states it.
const Version = "1"

// server holds what the endpoints need.
type server struct {
	store   *store.Store
	answers memo[Answer]
	islands memo[capacitor.Island]
	curves  memo[job.Curves]
	starts  memo[job.StartRun]
	ranges  memo[job.Ranges]
	people  people
	hub     hub
}

// Options are what a server is told beside its store.
type Options struct {
	Page      http.Handler    // everything that is not under /api/; nil: nothing
	Hosts     []string        // names by which this server may be called; empty: any
	Closing   context.Context // ends the open streams; nil: never
	PersonKey []byte          // signs the name chosen in a browser
}

// maxBody is the most bytes of a request; the largest honest document is far
// below.
const maxBody = 256 << 10

// New builds the handler: the endpoints under /api/, the page for everything
// else. A nil store still gives the description of the interface.
func New(st *store.Store, o Options) (http.Handler, huma.API) {
	if o.Closing == nil {
		o.Closing = context.Background()
	}
	r := chi.NewRouter()
	r.Use(middleware.RequestID, logged, recovered, guarded(o.Hosts), limited)
	cfg := huma.DefaultConfig("Gray Bridge", Version)
	cfg.DocsPath, cfg.CreateHooks = "", nil
	cfg.OpenAPIPath, cfg.SchemasPath = "/api/openapi", ""
	cfg.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	a := humachi.New(r, cfg)
	srv := &server{store: st, people: people{o.PersonKey}}
	srv.answers.make, srv.islands.make, srv.curves.make, srv.starts.make, srv.ranges.make = answer, island, curves, startRun, ranges
	srv.plans(a)
	srv.leads(a)
	srv.drives(a)
	srv.jobs(a)
	srv.workshops(a)
	srv.persons(a)
	srv.health(a)
	if st != nil {
		go st.Listen(o.Closing, srv.hub.hear)
		r.Get(livePath, srv.live(o.Closing))
		srv.files(r)
		srv.leadsFiles(r)
		srv.driveFiles(r)
	}
	r.NotFound(func(w http.ResponseWriter, req *http.Request) {
		if strings.HasPrefix(req.URL.Path, "/api/") || o.Page == nil {
			refuse(w, req, http.StatusNotFound, "There is nothing at this address.")
			return
		}
		o.Page.ServeHTTP(w, req)
	})
	return r, a
}

// schemaName puts the chapter before names that several chapters have.
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
		t = t.Elem()
	}
	name := huma.DefaultSchemaNamer(t, hint)
	if path.Base(t.PkgPath()) == "drive" && !strings.HasPrefix(name, "Drive") { // its words are common ones
		return "Drive" + name
	}
	switch t.Name() {
	case "Entry", "Bridge", "Reading", "Line":
		chapter := path.Base(t.PkgPath())
		return strings.ToUpper(chapter[:1]) + chapter[1:] + t.Name()
	}
	return name
}

// logged writes one structured line a request: its route, never what stands in
// it or in its body.
func logged(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		ww := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		begun := time.Now()
		next.ServeHTTP(ww, r)
		level := slog.LevelDebug
		switch {
		case ww.Status() >= 500:
			level = slog.LevelError
		case ww.Status() >= 400:
			level = slog.LevelInfo
		}
		slog.Log(r.Context(), level, "request", "method", r.Method, "route", chi.RouteContext(r.Context()).RoutePattern(), "status", ww.Status(),
			"ms", time.Since(begun).Milliseconds(), "id", middleware.GetReqID(r.Context()))
	})
}

func recovered(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		defer func() {
			if v := recover(); v != nil {
				slog.Error("panic", "value", v, "id", middleware.GetReqID(r.Context()))
				refuse(w, r, http.StatusInternalServerError, fmt.Sprintf("Something failed here. What you stored before is kept. Quote %s if you report it.", middleware.GetReqID(r.Context())))
			}
		}()
		next.ServeHTTP(w, r)
	})
}

// refuse answers outside the described operations: with a page for a person who
// follows a link, with a problem for everything else.
func refuse(w http.ResponseWriter, r *http.Request, status int, detail string) {
	if strings.Contains(r.Header.Get("Accept"), "text/html") {
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.WriteHeader(status)
		fmt.Fprintf(w, "<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>Gray Bridge</title><h1>%s</h1><p>%s</p><p><a href=\"/\">Go to the Yard</a></p></html>\n",
			html.EscapeString(http.StatusText(status)), html.EscapeString(detail))
		return
	}
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Title: http.StatusText(status), Status: status, Detail: detail})
}

// policy is the content policy: everything from here, nothing inline.
const policy = "default-src 'self'; style-src 'self'; script-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

// guarded sets the policies, answers only to its own names (another site's name
// may be made to point here), and refuses changes that another site's page
// sends through this browser.
func guarded(hosts []string) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			h := w.Header()
			h.Set("Content-Security-Policy", policy)
			h.Set("X-Content-Type-Options", "nosniff")
			h.Set("Referrer-Policy", "no-referrer")
			if len(hosts) > 0 && !slices.Contains(hosts, hostName(r.Host)) {
				refuse(w, r, http.StatusMisdirectedRequest, "This server is not called by that name. Start it with --host to allow it.")
				return
			}
			if r.Method != http.MethodGet && r.Method != http.MethodHead {
				site := r.Header.Get("Sec-Fetch-Site")
				origin, err := url.Parse(r.Header.Get("Origin"))
				if site != "" && site != "same-origin" && site != "none" || err != nil || origin.Host != "" && origin.Host != r.Host {
					refuse(w, r, http.StatusForbidden, "This change came from a page of another site and was not made.")
					return
				}
				body, err := io.ReadAll(http.MaxBytesReader(w, r.Body, maxBody))
				if err != nil {
					refuse(w, r, http.StatusRequestEntityTooLarge, fmt.Sprintf("The request is cut short or over %d kB. Nothing was stored.", maxBody>>10))
					return
				}
				r.Body = io.NopCloser(bytes.NewReader(body))
			}
			next.ServeHTTP(w, r)
		})
	}
}

// longestWork is how long one request may take; only the stream of changes
// stays open.
const longestWork = 20 * time.Second

func limited(next http.Handler) http.Handler {
	inTime := middleware.Timeout(longestWork)(next)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path == livePath {
			next.ServeHTTP(w, r)
			return
		}
		inTime.ServeHTTP(w, r)
	})
}

// hostName is a host without its port, lower case.
func hostName(host string) string {
	if name, _, err := net.SplitHostPort(host); err == nil {
		host = name
	}
	return strings.ToLower(strings.Trim(host, "[]"))
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
	case errors.Is(err, store.ErrNothingToDo):
		return huma.Error409Conflict("There is no step to undo or redo.")
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
		Name string `json:"name"`
	}
}

func (s *server) health(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "health", Method: http.MethodGet, Path: "/api/health", Summary: "Is it there"},
		func(context.Context, *struct{}) (*healthOutput, error) {
			out := &healthOutput{}
			out.Body.Name = "gray-bridge"
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "ready", Method: http.MethodGet, Path: "/api/ready", Summary: "Is it ready for work: does its database answer", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, _ *struct{}) (*struct{}, error) { return nil, problem(s.store.Ping(ctx)) })
}
