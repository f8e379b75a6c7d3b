// Package api is the product's HTTP face: it decodes, asks the core or the
// store, and encodes. One file a chapter. The OpenAPI description and the
// browser's types are generated from the Go types here.
package api

import (
	"context"
	"encoding/json"
	"fmt"
	"html"
	"log/slog"
	"net/http"
	"net/url"
	"path"
	"reflect"
	"runtime"
	"slices"
	"strings"
	"sync/atomic"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"graybridge/core/bringup"
	"graybridge/core/capacitor"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/core/symptom"
	"graybridge/core/weigh"
	"graybridge/store"
)

// Version of the interface, as OpenAPI states it.
const Version = "1"

// memos are what was computed of documents lately.
type memos struct {
	solved  memo[*plan.Solved] // what all others are taken of
	answers memo[Answer]
	streets memo[[]gravest]
	islands memo[capacitor.Island]
	curves  memo[picture.Curves]
	starts  memo[capacitor.StartRun]
	films   memo[rotary.Film]
	sizes   memo[rotary.Sizes]
	ranges  memo[picture.Ranges]
	pairs   memo[capacitor.Pair]
	proofs  memo[capacitor.PairProof]
	gates   memo[[]bringup.Gate]
	// Of the bridges beside each other: without the converter, with it, and its borders.
	weighings memo[weigh.Weighing]
	converted memo[weigh.Weighing]
	borders   memo[weigh.WeighMap]
	columns   memo[weigh.Column]
	motors    memo[weigh.Bought]
	desks     memo[*symptom.Opened]
}

// server holds what the endpoints need.
type server struct {
	store *store.Store
	memos
	tries  hearing
	names  names
	hub    hub
	turns  *turns
	seats  seats
	shares *shares
	lives  lives // that are taken in now
	// How the server stands open, and what opens it and keeps it.
	sharing  atomic.Pointer[store.Sharing]
	sessions sessions
	sharer   Sharer
	keeping  Keeping
	// documents are the paths of questions whose body is a whole document.
	documents map[string]bool
	// operations are the ids by method and pattern of their address.
	operations map[string]string
}

// The three parts of a server.
type (
	// entrance is who comes in, by what, and what they may.
	entrance struct{ *server }
	// jobs are documents with all that is computed of them, and where they are kept.
	jobs struct{ *server }
	// books are what happened to machines: bring-up, log, photographs, remarks.
	books struct{ *server }
)

// Options are what a server is told beside its store.
type Options struct {
	Page      http.Handler    // everything that is not under /api/; nil: nothing
	Hosts     []string        // names by which this server may be called; empty: any
	Closing   context.Context // ends the open streams; nil: never
	PersonKey []byte          // signs the name chosen in a browser
	Sharer    Sharer          // opens the server to the shop; nil: it stays closed
	Keeping   Keeping         // takes backups; nil: none
	// Proxies are the networks of proxies whose word on who calls and how is taken.
	Proxies []string
	Metrics *Metrics // counts for a monitor; nil: nothing is counted
}

// New builds the handler: the endpoints under /api/, the page for everything
// else. A nil store still gives the description of the interface.
func New(st *store.Store, o Options) (http.Handler, huma.API) {
	if o.Closing == nil {
		o.Closing = context.Background()
	}
	opened := st != nil
	if !opened {
		st = &store.Store{}
	}
	srv := &server{store: st, names: names{o.PersonKey}, documents: map[string]bool{}, operations: map[string]string{},
		sharer:  o.Sharer,
		keeping: o.Keeping, turns: newTurns(runtime.GOMAXPROCS(0)), shares: newShares()}
	srv.sharing.Store(&store.Sharing{})
	r := chi.NewRouter()
	r.Use(srv.through(o, r)...)
	cfg := huma.DefaultConfig("Gray Bridge", Version)
	cfg.DocsPath, cfg.CreateHooks = "", nil
	cfg.OpenAPIPath, cfg.SchemasPath = "/api/openapi", ""
	// The body is here before an operation begins (received), so none sets a time for it anew.
	cfg.OnAddOperation = append(cfg.OnAddOperation, func(_ *huma.OpenAPI, o *huma.Operation) {
		o.BodyReadTimeout = -1
		srv.operations[o.Method+" "+o.Path] = o.OperationID
	})
	cfg.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	a := humachi.New(r, cfg)
	come, work, write := entrance{srv}, jobs{srv}, books{srv}
	a.UseMiddleware(come.admits)
	work.remember()
	come.register(r, a, o)
	work.register(r, a)
	write.register(r, a)
	tellRules(a)
	if opened {
		srv.sessions = newSessions(st)
		o.Metrics.watch(srv)
		srv.begin(o.Closing)
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

// through is what every request goes through, from the top.
func (s *server) through(o Options, r chi.Router) []func(http.Handler) http.Handler {
	come := entrance{s}
	all := []func(http.Handler) http.Handler{middleware.ClientIPFromRemoteAddr}
	if len(o.Proxies) > 0 {
		all = append(all, middleware.ClientIPFromXFF(o.Proxies...)) // what it knows of the address goes before
	}
	return append(all,
		middleware.RequestID,
		secured(len(o.Proxies) > 0),
		logged(o.Metrics),
		policed,
		called(s.hosts(o.Hosts)), // only by its own names
		crowded(),                // so many at one time, so many in ten seconds
		come.unkept,
		sameSite,
		come.knows(r), // who calls, and whether he may, before a body is read
		received,      // the body
		past(slow, inTime),
		past(light, come.turned), // a place at which answers are worked out
		past(endless, past(long, compressed, whole), recovered),
		come.body,
	)
}

// register registers the operations of the entrance.
func (s entrance) register(r chi.Router, a huma.API, o Options) {
	s.changes(a)
	s.persons(a)
	s.enter(a)
	s.peopleOf(a)
	s.opening(a)
	s.health(a)
	s.link(r, a, "live", http.MethodGet, livePath, "What changes, as a stream of events", s.live(o.Closing))
}

// register registers what documents are asked and how they are kept.
func (s jobs) register(r chi.Router, a huma.API) {
	s.plans(a)
	s.rotary(a)
	s.weigh(a)
	s.symptom(a)
	s.reference(a)
	s.fit(a)
	s.protection(a)
	s.leads(a)
	s.drives(a)
	s.controllers(a)
	s.jobs(a)
	s.workshops(a)
	s.stores(a)
	s.profiles(a)
	s.lifeSteps(a)
	s.files(r, a)
	s.leadsFiles(r, a)
	s.driveFiles(r, a)
	s.profileFiles(r, a)
	s.controllerFiles(r, a)
	s.workshopFiles(r, a)
	s.lifeFiles(r, a)
}

// register registers what is written of machines.
func (s books) register(r chi.Router, a huma.API) {
	s.bringUps(a)
	s.knownDesk(a)
	s.logs(a)
	s.remarks(a)
	s.reviews(r, a)
	s.logFiles(r, a)
}

const looksAgain = 20 * time.Second

// begin looks how the server stands open and listens from then on.
func (s *server) begin(closing context.Context) {
	look := func() {
		if err := s.lookAtSharing(closing); err != nil && closing.Err() == nil {
			slog.Error("sharing", "code", store.Code(err), "kind", fmt.Sprintf("%T", err))
		}
	}
	look()
	go func() { // should a notice be missed, or a door have been shut from outside
		again := time.NewTicker(looksAgain)
		defer again.Stop()
		for {
			select {
			case <-closing.Done():
				return
			case <-again.C:
				look()
			}
		}
	}()
	go s.store.Listen(closing, func(n store.Notice) {
		if n == (store.Notice{}) || n.Sharing { // missed, or changed
			look()
		}
		if !n.Sharing {
			s.hub.hear(n)
		}
	})
}

// hosts are the names by which the server may be called: those it was told, and, while it is
// open, those under which the shop finds it.
func (s *server) hosts(told []string) func(string) bool {
	return func(host string) bool {
		if len(told) == 0 || slices.Contains(told, host) {
			return true
		}
		return slices.ContainsFunc(s.sharing.Load().Addresses, func(link string) bool {
			u, err := url.Parse(link)
			return err == nil && strings.EqualFold(u.Hostname(), host)
		})
	}
}

// schemaName puts the chapter before names that several chapters have.
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
		t = t.Elem()
	}
	name := huma.DefaultSchemaNamer(t, hint)
	// The words of these are common ones.
	if own := map[string]string{"drive": "Drive", "dc": "DC", "logbook": "Book",
		"weigh": "Weigh"}[path.Base(t.PkgPath())]; own != "" &&
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
