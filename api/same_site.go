package api

import (
	"errors"
	"fmt"
	"net/http"
	"net/url"
	"strings"
)

// sameSite refuses changes that another site's page sends through this browser: by the standard
// library's own rule, and where the page came by another scheme than the request, which that rule
// does not look at. Under which names the server may be called is asked before (called).
func sameSite(next http.Handler) http.Handler {
	protection := http.NewCrossOriginProtection()
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		origin := r.Header.Get("Origin")
		err := protection.Check(r)
		if err == nil && origin != "" && r.Method != http.MethodGet && r.Method != http.MethodHead {
			if from, bad := url.Parse(origin); bad != nil || from.Scheme != map[bool]string{true: "https",
				false: "http"}[overTLS(r.Context())] || from.Host != r.Host {
				err = errOtherOrigin
			}
		}
		if err != nil {
			w.Header().Set("Connection", "close") // what it sends on is not read
			refuse(w, r, http.StatusForbidden, fmt.Sprintf("This change came from a page of another site (%s) "+
				"and was not made.", short(origin)))
			return
		}
		next.ServeHTTP(w, r)
	})
}

var errOtherOrigin = errors.New("another origin")

// short keeps what is said of a sender's words readable.
func short(text string) string {
	const most = 300
	if len(text) <= most {
		return text
	}
	return strings.ToValidUTF8(text[:most], "") + "…"
}
