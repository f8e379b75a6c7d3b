package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"net/netip"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/people"
	"graybridge/store"
)

// caller is who asks: an account by its device, or, where nobody logs in, whoever sits here.
type caller struct {
	store.Caller
	device string
	typed  string // the name chosen in this browser, where nobody logs in
	shared bool
}

type callerKey struct{}

func callerOf(ctx context.Context) caller {
	c, _ := ctx.Value(callerKey{}).(caller)
	return c
}

// by is who a change is signed by.
func by(ctx context.Context) store.By {
	c := callerOf(ctx)
	if !c.shared {
		return store.By{Who: c.typed}
	}
	return store.By{Who: c.Name, Account: c.Account}
}

// may says whether the caller may do a deed in a workshop.
func (c caller) may(workshop string, d people.Deed) bool {
	return !c.shared || c.Roles[workshop].May(d)
}

// mayAs refuses what a role does not do.
func (c caller) mayAs(workshop string, d people.Deed) error {
	if c.may(workshop, d) {
		return nil
	}
	role, ok := c.Roles[workshop]
	if !ok {
		return problem(store.ErrNotFound) // what is another's is not even there
	}
	var who []string
	for _, r := range people.Who(d) {
		who = append(who, string(r))
	}
	return huma.Error403Forbidden(fmt.Sprintf("As %s of this workshop you cannot do this; %s can. Nothing was changed.",
		role, strings.Join(who, " or ")))
}

var errLogIn = huma.Error401Unauthorized("This workshop is shared: log in first. Nothing was changed.")

var errNotShared = huma.Error403Forbidden("This workbench is not shared: it answers on its own computer alone. Its " +
	"owner opens it to the shop under Sharing there.")

// atHome says that a request comes from this very computer, neither through the shared door nor
// through a proxy: where nobody logs in, nobody else is answered.
func atHome(r *http.Request) bool {
	for _, through := range []string{"X-Forwarded-For", "X-Forwarded-Proto", "Forwarded"} {
		if r.Header.Get(through) != "" {
			return false
		}
	}
	peer, err := netip.ParseAddrPort(r.RemoteAddr)
	return err == nil && peer.Addr().Unmap().IsLoopback() && r.TLS == nil
}

// admit finds who calls an operation and whether he may, and gives the request its reach. at is the id
// in its address; empty where it has none.
func (s entrance) admit(r *http.Request, id, at string) (context.Context, error) {
	ctx := r.Context()
	rule, ok := rules[id]
	if !ok {
		return ctx, huma.Error403Forbidden("No rule says who may do this.")
	}
	if !s.shared() {
		if id != "health" && id != "ready" && !atHome(r) {
			return ctx, errNotShared
		}
		c := caller{}
		if cookie, err := r.Cookie(personCookie); err == nil {
			c.typed = s.names.who(cookie.Value)
		}
		return context.WithValue(store.Whole(ctx), callerKey{}, c), nil
	}
	if rule.open && !rule.asked {
		return context.WithValue(ctx, callerKey{}, caller{shared: true}), nil
	}
	c, err := s.calling(r, rule, at)
	switch {
	case errors.Is(err, store.ErrNotFound) && rule.open:
		return context.WithValue(ctx, callerKey{}, caller{shared: true}), nil
	case errors.Is(err, store.ErrNotFound):
		return ctx, errLogIn
	case err != nil:
		return ctx, problem(err)
	}
	if err := c.rightFor(rule, at); err != nil {
		return ctx, err
	}
	return context.WithValue(store.Reaching(ctx, c.Reach), callerKey{}, c), nil
}

// calling finds who has logged in. ErrNotFound where nobody has.
func (s entrance) calling(r *http.Request, rule rule, at string) (caller, error) {
	device, err := s.sessions.device(r)
	if err != nil {
		return caller{}, err
	}
	var jobID, stockID string
	switch rule.at {
	case inJob:
		jobID = at
	case inStock:
		stockID = at
	}
	found, err := s.store.Devices.CallerBy(r.Context(), device, jobID, stockID)
	if err != nil {
		return caller{}, err
	}
	s.seats.note(r, found.Account)
	return caller{Caller: found, device: device, shared: true}, nil
}

// rightFor refuses an operation at a place that is not this caller's.
func (c caller) rightFor(rule rule, at string) error {
	switch rule.at {
	case ofServer:
		if !c.Keeper {
			return huma.Error403Forbidden("Only who opened this server to the shop can do this. Nothing was changed.")
		}
	case inJob:
		if c.Place == "" || !c.Reach.Sees(c.Place, at) {
			return problem(store.ErrNotFound)
		}
		return c.mayAs(c.Place, rule.deed)
	case inStock:
		return c.mayAs(c.Place, rule.deed)
	case inShop:
		return c.mayAs(at, rule.deed)
	}
	return nil
}

// admits is admit for the described operations.
func (s entrance) admits(ctx huma.Context, next func(huma.Context)) {
	r, w := humachi.Unwrap(ctx)
	s.within(w, r.WithContext(ctx.Context()), ctx.Operation().OperationID, func(within context.Context) {
		next(huma.WithContext(ctx, within))
	})
}

// admitted is admit for links.
func (s entrance) admitted(id string, give http.HandlerFunc) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		s.within(w, r, id, func(within context.Context) { give(w, r.WithContext(within)) })
	}
}

// within does what was asked if the caller may, and has not too much under way; a person who
// follows a link is refused with a page.
func (s entrance) within(w http.ResponseWriter, r *http.Request, id string, do func(context.Context)) {
	ctx := r.Context()
	if ctx.Value(admittedKey{}) != id {
		var err error
		if ctx, err = s.admit(r, id, chi.URLParam(r, "id")); err != nil {
			refuseCaller(w, r, err)
			return
		}
	}
	leave, ok := s.shares.take(w, r, callerOf(ctx))
	if !ok {
		tooMany(w, r)
		return
	}
	defer leave()
	do(ctx)
}

// refuseCaller answers who may not.
func refuseCaller(w http.ResponseWriter, r *http.Request, err error) {
	if told, ok := err.(*huma.ErrorModel); ok && len(told.Errors) == 0 {
		refuse(w, r, told.Status, told.Detail)
		return
	}
	refuseStatus(w, r, err)
}

// admittedKey marks a request whose caller was admitted to an operation before its body was read.
type admittedKey struct{}

// knows finds who sends something, and whether he may, before a byte of it is read: a stranger fills
// neither memory nor disk. What has no rule here is refused where it is answered.
func (s entrance) knows(routes chi.Routes) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			at := chi.NewRouteContext()
			if r.Method == http.MethodGet || r.Method == http.MethodHead || !routes.Match(at, r.Method, r.URL.Path) {
				next.ServeHTTP(w, r)
				return
			}
			id, ok := s.operations[r.Method+" "+at.RoutePattern()]
			if !ok {
				next.ServeHTTP(w, r)
				return
			}
			ctx, err := s.admit(r, id, at.URLParam("id"))
			if named := r.URL.Query().Get("workshop_id"); err == nil && rules[id].at == inNamed && named != "" {
				err = inWorkshop(ctx, named, rules[id].deed)
			}
			if err != nil {
				w.Header().Set("Connection", "close") // what it sends on is not read
				refuseCaller(w, r, err)
				return
			}
			next.ServeHTTP(w, r.WithContext(context.WithValue(ctx, admittedKey{}, id)))
		})
	}
}

// inWorkshop asks a caller's role in a workshop that a body names.
func inWorkshop(ctx context.Context, workshop string, d people.Deed) error {
	return callerOf(ctx).mayAs(workshop, d)
}

// only is what somebody may change of a document who notes readings alone.
func only(ctx context.Context) func(from, to document.Document) error {
	c := callerOf(ctx)
	if !c.shared || c.Roles[c.Place].May(people.Plan) {
		return nil
	}
	return func(from, to document.Document) error {
		var others []string
		for _, change := range entry.Changes(from, to) {
			if !change.Reading {
				others = append(others, change.Label)
			}
		}
		if len(others) == 0 {
			return nil
		}
		slices.Sort(others)
		return huma.Error403Forbidden(fmt.Sprintf("As %s you enter readings, ticks and photographs. This would change "+
			"%s too; nothing was stored.", c.Roles[c.Place], short(strings.Join(others, ", "))))
	}
}

// roleIn is what the caller is in a workshop.
func roleIn(ctx context.Context, workshop string) people.Role {
	if c := callerOf(ctx); c.shared {
		return c.Roles[workshop]
	}
	return people.Owner
}
