package e2e

import (
	"io/fs"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// builds serves the browser part as it was built, or a newer build of it: the same files under other
// names, as another build has them. It can be gone, or break off one file.
type builds struct {
	mu     sync.Mutex
	newer  bool
	gone   bool
	broken string // of the newer one: what it does not give
	files  map[string][]byte
	asked  map[string]int
}

var (
	digested = regexp.MustCompile(`([\w.-]+)-([\w-]{8})\.(js|css|woff2)\b`)
	cacheID  = regexp.MustCompile(`gray-bridge-\d+`)
)

// renamed is a text in which every file with a digest in its name has another one.
func renamed(text string) string {
	text = digested.ReplaceAllString(text, "$1-$2.newer.$3")
	return cacheID.ReplaceAllString(text, "gray-bridge-9999999999999")
}

func readBuild(t *testing.T) map[string][]byte {
	t.Helper()
	dist := filepath.Join(storetest.Root(), "ui", "dist")
	out := map[string][]byte{}
	require.NoError(t, filepath.WalkDir(dist, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || strings.HasSuffix(path, ".gz") || strings.HasSuffix(path, ".br") {
			return err
		}
		data, err := os.ReadFile(path)
		out["/"+filepath.ToSlash(strings.TrimPrefix(path, dist+string(filepath.Separator)))] = data
		return err
	}))
	require.Greater(t, len(out), 20)
	return out
}

func (b *builds) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	b.mu.Lock()
	defer b.mu.Unlock()
	name := r.URL.Path
	b.asked[name]++
	if b.gone || b.newer && b.broken != "" && strings.Contains(name, b.broken) {
		panic(http.ErrAbortHandler)
	}
	if strings.HasPrefix(name, "/api/") {
		http.Error(w, `{"detail":"nothing here"}`, http.StatusServiceUnavailable)
		return
	}
	if filepath.Ext(name) == "" {
		name = "/index.html"
	}
	if b.newer {
		name = strings.ReplaceAll(name, ".newer.", ".")
		if name == r.URL.Path && strings.HasPrefix(name, "/assets/") && renamed(name) != name { // the older build's
			http.NotFound(w, r)
			return
		}
	} else if strings.Contains(name, ".newer.") {
		http.NotFound(w, r)
		return
	}
	data, ok := b.files[name]
	if !ok {
		http.NotFound(w, r)
		return
	}
	ext := filepath.Ext(name)
	if b.newer && (ext == ".js" || ext == ".css" || ext == ".html") {
		data = []byte(renamed(string(data)))
		if ext == ".js" && name == "/sw.js" {
			data = append(data, "\n// newer\n"...)
			data = []byte(regexp.MustCompile(`revision:"[0-9a-f]+"`).ReplaceAllString(string(data), `revision:"newer"`))
		}
	}
	w.Header().Set("Content-Type", map[string]string{".js": "text/javascript", ".css": "text/css", ".html": "text/html",
		".svg": "image/svg+xml", ".woff2": "font/woff2", ".png": "image/png",
		".webmanifest": "application/manifest+json"}[ext])
	w.Header().Set("Cache-Control", "no-cache")
	if strings.HasPrefix(name, "/assets/") {
		w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
	}
	_, _ = w.Write(data)
}

func (b *builds) set(do func()) {
	b.mu.Lock()
	defer b.mu.Unlock()
	do()
}

// A page that sleeps while the product is renewed under it opens again without a network, and still
// finds its own scripts; a renewal that broke off leaves the old one whole.
func TestAnUpgradeUnderASleepingPage(t *testing.T) {
	t.Parallel()
	for _, c := range []struct {
		name          string
		cached, whole bool
	}{{"with the browser's own cache", true, true}, {"without it", false, true},
		{"a renewal that broke off", true, false}} {
		t.Run(c.name, func(t *testing.T) {
			b := &builds{files: readBuild(t), asked: map[string]int{}}
			s := httptest.NewServer(b)
			t.Cleanup(s.Close)
			p := open(t, "about:blank")
			p.expect("ERR_")
			p.expect("Failed to")
			p.expect("error")
			if !c.cached {
				_, err := chromedp.Call(p.ctx, network.SetCacheDisabled,
					network.SetCacheDisabledParams{CacheDisabled: true})
				require.NoError(t, err)
			}
			p.visit(s.URL + "/")
			p.until("the page stands", `!!document.querySelector('.head-mark')`)
			eval[bool](p, `navigator.serviceWorker.register('/sw.js').then(() => true)`)
			p.keptOnDevice()
			p.visit(s.URL + "/")
			p.until("it is served by the worker", `!!navigator.serviceWorker.controller`)
			old := eval[string](p, `(async () => (await (await caches.open((await caches.keys()).find((k) =>
				k.includes('precache')))).keys()).map((r) => r.url).find((u) => /LogView.*\.js/.test(u)))()`)
			require.Contains(t, old, "/assets/")

			b.set(func() {
				if b.newer = true; !c.whole {
					b.broken = "LogView"
				}
			})
			eval[bool](p, `navigator.serviceWorker.getRegistration().then((r) => r.update()).then(() => true, () => true)`)
			if c.whole {
				p.until("the newer one is whole", `(async () => (await caches.keys()).some((k) => k.includes('9999999999999')) &&
					(await navigator.serviceWorker.getRegistration()).active?.state === 'activated' &&
					!(await navigator.serviceWorker.getRegistration()).waiting &&
					!(await navigator.serviceWorker.getRegistration()).installing)()`)
			} else {
				time.Sleep(time.Second)
			}
			b.set(func() { b.gone = true })
			require.True(t, eval[bool](p, `fetch('`+old+`').then((r) => r.ok)`), "a script of the page that sleeps")
			p.visit(s.URL + "/")
			p.until("the page is there without a network", `!!document.querySelector('.head-mark')`)
			p.visit(s.URL + "/job/x/log")
			p.until("so is another", `!!document.querySelector('.head-mark')`)
		})
	}
}
