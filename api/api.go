// Package api is the product's HTTP face: it decodes, asks the core or the
// store, and encodes. One file a chapter. The OpenAPI description and the
// browser's types are generated from the Go types here.
package api

import (
	"context"
	"encoding/json"
	"fmt"
	"html"
	"net/http"
	"path"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"graybridge/core/capacitor"
	"graybridge/core/job"
	"graybridge/core/rotary"
	"graybridge/store"
)

// Version of the interface, as OpenAPI states it.
const Version = "1"

// server holds what the endpoints need.
type server struct {
	store   *store.Store
	solved  memo[*job.Solved] // what all others are taken of
	answers memo[Answer]
	islands memo[capacitor.Island]
	curves  memo[job.Curves]
	starts  memo[capacitor.StartRun]
	films   memo[rotary.Film]
	sizes   memo[rotary.Sizes]
	ranges  memo[job.Ranges]
	pairs   memo[capacitor.Pair]
	proofs  memo[capacitor.PairProof]
	people  people
	hub     hub
	// documents are the paths of questions whose body is a whole document.
	documents map[string]bool
}

// Options are what a server is told beside its store.
type Options struct {
	Page      http.Handler    // everything that is not under /api/; nil: nothing
	Hosts     []string        // names by which this server may be called; empty: any
	Closing   context.Context // ends the open streams; nil: never
	PersonKey []byte          // signs the name chosen in a browser
}

// New builds the handler: the endpoints under /api/, the page for everything
// else. A nil store still gives the description of the interface.
func New(st *store.Store, o Options) (http.Handler, huma.API) {
	if o.Closing == nil {
		o.Closing = context.Background()
	}
	srv := &server{store: st, people: people{o.PersonKey}, documents: map[string]bool{}}
	r := chi.NewRouter()
	r.Use(middleware.RequestID, logged, policed, called(o.Hosts), crowded(),
		past(livePath, past(mapPath, compressed, whole), recovered, inTime), sameSite, srv.body)
	cfg := huma.DefaultConfig("Gray Bridge", Version)
	cfg.DocsPath, cfg.CreateHooks = "", nil
	cfg.OpenAPIPath, cfg.SchemasPath = "/api/openapi", ""
	cfg.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	a := humachi.New(r, cfg)
	srv.remember()
	srv.plans(a)
	srv.rotary(a)
	srv.fit(a)
	srv.protection(a)
	srv.leads(a)
	srv.drives(a)
	srv.controllers(a)
	srv.jobs(a)
	srv.changes(a)
	srv.workshops(a)
	srv.stores(a)
	srv.persons(a)
	srv.health(a)
	if st != nil {
		go st.Listen(o.Closing, srv.hub.hear)
		r.Get(livePath, srv.live(o.Closing))
		srv.files(r)
		srv.leadsFiles(r)
		srv.driveFiles(r)
		srv.controllerFiles(r)
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
	// The words of these two are common ones.
	if own := map[string]string{"drive": "Drive", "dc": "DC"}[path.Base(t.PkgPath())]; own != "" &&
		!strings.HasPrefix(name, own) {
		return own + name
	}
	switch t.Name() {
	case "Entry", "Bridge", "Reading", "Line":
		chapter := path.Base(t.PkgPath())
		return strings.ToUpper(chapter[:1]) + chapter[1:] + t.Name()
	}
	return name
}

// refuse answers outside the described operations: with a page for a person who
// follows a link, with a problem for everything else.
func refuse(w http.ResponseWriter, r *http.Request, status int, detail string) {
	if strings.Contains(r.Header.Get("Accept"), "text/html") {
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.WriteHeader(status)
		fmt.Fprintf(w, "<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>Gray "+
			"Bridge</title><h1>%s</h1><p>%s</p><p><a href=\"/\">Go to the Yard</a></p></html>\n",
			html.EscapeString(http.StatusText(status)), html.EscapeString(detail))
		return
	}
	giveProblem(w, &huma.ErrorModel{Title: http.StatusText(status), Status: status, Detail: detail})
}

func giveProblem(w http.ResponseWriter, told *huma.ErrorModel) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(told.Status)
	_ = json.NewEncoder(w).Encode(told)
}
