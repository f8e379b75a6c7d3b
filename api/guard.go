package api

import (
	"fmt"
	"net"
	"net/http"
	"net/url"
	"slices"
	"strings"
)

// policy is the content policy: everything from here, nothing inline.
const policy = "default-src 'self'; style-src 'self'; script-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

func policed(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		next.ServeHTTP(w, r)
	})
}

// called answers only to the server's own names: another site's name may be
// made to point here.
func called(hosts []string) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if len(hosts) > 0 && !slices.Contains(hosts, hostName(r.Host)) {
				refuse(w, r, http.StatusMisdirectedRequest, "This server is not called by that name. Start it with --host to allow it.")
				return
			}
			next.ServeHTTP(w, r)
		})
	}
}

// sameSite refuses changes that another site's page sends through this browser.
func sameSite(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet && r.Method != http.MethodHead {
			site, origin := r.Header.Get("Sec-Fetch-Site"), r.Header.Get("Origin")
			from, err := url.Parse(origin)
			if site != "" && site != "same-origin" && site != "none" || origin != "" && (err != nil || from.Host != r.Host) {
				refuse(w, r, http.StatusForbidden, fmt.Sprintf("This change came from a page of another site (%s) and was not made.", short(origin)))
				return
			}
		}
		next.ServeHTTP(w, r)
	})
}

// short keeps what is said of a sender's words readable.
func short(text string) string {
	const most = 300
	if len(text) <= most {
		return text
	}
	return strings.ToValidUTF8(text[:most], "") + "…"
}

// hostName is a host without its port, lower case.
func hostName(host string) string {
	if name, _, err := net.SplitHostPort(host); err == nil {
		host = name
	}
	return strings.ToLower(strings.Trim(host, "[]"))
}
