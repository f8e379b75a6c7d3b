package api

import (
	"context"
	"net/http"
	"time"

	"github.com/alexedwards/scs/pgxstore"
	"github.com/alexedwards/scs/v2"

	"graybridge/store"
)

// Sessions lie in the database by the hash of their token and hold the id of a device; what
// the device may is asked anew at every request.
const (
	sessionHolds  = 180 * 24 * time.Hour
	deviceKey     = "device"
	plainSession  = "gray_bridge_session"        // on this computer, over plain HTTP
	secureSession = "__Host-gray_bridge_session" // over TLS
)

type sessions struct{ plain, secure *scs.SessionManager }

func newSessions(st *store.Store) sessions {
	kept := pgxstore.NewWithCleanupInterval(st.Sessions(), 0) // the nightly sweep clears what is over
	make := func(name string, secure bool) *scs.SessionManager {
		m := scs.New()
		m.Store, m.HashTokenInStore, m.Lifetime = kept, true, sessionHolds
		m.Cookie.Name, m.Cookie.Secure, m.Cookie.SameSite = name, secure, http.SameSiteStrictMode
		return m
	}
	return sessions{make(plainSession, false), make(secureSession, true)}
}

// overTLS says whether a request came over TLS, to this server or to a proxy that it trusts.
func overTLS(ctx context.Context) bool {
	secure, _ := ctx.Value(secureKey{}).(bool)
	return secure
}

type secureKey struct{}

// secured notes how a request came; behindProxy trusts what a proxy says of it.
func secured(behindProxy bool) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			secure := r.TLS != nil || behindProxy && r.Header.Get("X-Forwarded-Proto") == "https"
			if secure { // whoever came so once comes so again
				w.Header().Set("Strict-Transport-Security", "max-age=15552000")
			}
			next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), secureKey{}, secure)))
		})
	}
}

func (s sessions) of(ctx context.Context) *scs.SessionManager {
	if overTLS(ctx) {
		return s.secure
	}
	return s.plain
}

// device is the id of the device that a request's session belongs to; empty without one.
func (s sessions) device(r *http.Request) (string, error) {
	token := sessionOf(r)
	if token == "" {
		return "", nil
	}
	m := s.of(r.Context())
	ctx, err := m.Load(r.Context(), token)
	if err != nil {
		return "", err
	}
	return m.GetString(ctx, deviceKey), nil
}

// sessionOf is the token that a request carries; empty where it is none.
func sessionOf(r *http.Request) string {
	name := plainSession
	if overTLS(r.Context()) {
		name = secureSession
	}
	cookie, err := r.Cookie(name)
	if err != nil || len(cookie.Value) > 100 {
		return ""
	}
	return cookie.Value
}

// begin makes a session of a device and gives its cookie. until ends it earlier; zero: not.
func (s sessions) begin(ctx context.Context, device string, until time.Time) (http.Cookie, error) {
	m := s.of(ctx)
	within, err := m.Load(ctx, "")
	if err != nil {
		return http.Cookie{}, err
	}
	m.Put(within, deviceKey, device)
	if !until.IsZero() {
		m.SetDeadline(within, until)
	}
	token, expiry, err := m.Commit(within)
	if err != nil {
		return http.Cookie{}, err
	}
	return http.Cookie{Name: m.Cookie.Name, Value: token, Path: "/", HttpOnly: true, Secure: m.Cookie.Secure,
		SameSite: m.Cookie.SameSite, Expires: expiry, MaxAge: int(time.Until(expiry).Seconds())}, nil
}

// over takes the cookie of a session back.
func (s sessions) over(ctx context.Context) http.Cookie {
	m := s.of(ctx)
	return http.Cookie{Name: m.Cookie.Name, Path: "/", HttpOnly: true, Secure: m.Cookie.Secure,
		SameSite: m.Cookie.SameSite, MaxAge: -1}
}
