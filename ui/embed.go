// Package ui carries the built browser part inside the server and serves it.
package ui

import (
	"embed"
	"io/fs"
	"net/http"
	"path"
	"strings"
)

//go:embed all:dist
var dist embed.FS

var types = map[string]string{
	".html": "text/html; charset=utf-8", ".js": "text/javascript; charset=utf-8", ".css": "text/css; charset=utf-8",
	".svg": "image/svg+xml", ".woff2": "font/woff2", ".json": "application/json", ".txt": "text/plain; charset=utf-8",
	".png": "image/png", ".webmanifest": "application/manifest+json",
}

// notBuilt is shown when the server was built without its browser part.
const notBuilt = "The browser part was not built into this server. Run ./run, which builds both.\n"

// Handler serves the built files, compressed where the browser takes it, and
// the page itself for every other address, so that deep links work.
func Handler() http.Handler {
	files, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // the folder is embedded above
	}
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		if info, err := fs.Stat(files, name); err != nil || info.IsDir() {
			if strings.HasPrefix(name, "assets/") {
				http.NotFound(w, r)
				return
			}
			name = "index.html"
		}
		if _, err := fs.Stat(files, name); err != nil {
			http.Error(w, notBuilt, http.StatusServiceUnavailable)
			return
		}
		h := w.Header()
		h.Set("Content-Type", types[path.Ext(name)])
		h.Set("Cache-Control", "no-cache")
		if strings.HasPrefix(name, "assets/") {
			h.Set("Cache-Control", "public, max-age=31536000, immutable")
		}
		h.Add("Vary", "Accept-Encoding")
		accepts := r.Header.Get("Accept-Encoding")
		for _, c := range [][2]string{{"br", ".br"}, {"gzip", ".gz"}} {
			if _, err := fs.Stat(files, name+c[1]); err == nil && strings.Contains(accepts, c[0]) {
				h.Set("Content-Encoding", c[0])
				name += c[1]
				break
			}
		}
		http.ServeFileFS(w, r, files, name)
	})
}
