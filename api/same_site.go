package api

import (
	"fmt"
	"net/http"
	"net/url"
	"strings"
)

// sameSite refuses changes that another site's page sends through this browser.
func sameSite(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet && r.Method != http.MethodHead {
			site, origin := r.Header.Get("Sec-Fetch-Site"), r.Header.Get("Origin")
			from, err := url.Parse(origin)
			if site != "" && site != "same-origin" && site != "none" || origin != "" &&
				(err != nil || from.Host != r.Host) {
				refuse(w, r, http.StatusForbidden, fmt.Sprintf("This change came from a page of another site (%s) "+
					"and was not made.", short(origin)))
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
