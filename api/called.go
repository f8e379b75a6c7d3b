package api

import (
	"net"
	"net/http"
	"strings"
)

// called answers only to the server's own names: another site's name may be
// made to point here.
func called(ours func(host string) bool) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if !ours(hostName(r.Host)) {
				refuse(w, r, http.StatusMisdirectedRequest, "This server is not called by that name. Start it with "+
					"--host to allow it.")
				return
			}
			next.ServeHTTP(w, r)
		})
	}
}

// hostName is a host without its port, lower case.
func hostName(host string) string {
	if name, _, err := net.SplitHostPort(host); err == nil {
		host = name
	}
	return strings.ToLower(strings.Trim(host, "[]"))
}
