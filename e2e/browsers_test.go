package e2e

import (
	"context"
	"os"
	"strings"
	"sync"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// pool are the browsers of the journeys. A journey has one for itself while it runs: a page that
// is not in front is drawn later, or not at all.
type pool struct {
	start func() (context.Context, error)
	free  chan context.Context // nil: one that was not started yet
	mu    sync.Mutex
	lent  map[string]*loan // by the journey's name
}

type loan struct {
	browser context.Context
	pages   int
}

// side is how many journeys run side by side: they wait more than they work.
const side = 3

// of is the browser of a test's journey, which gives it back with its last page.
func (p *pool) of(t *testing.T) context.Context {
	t.Helper()
	name, _, _ := strings.Cut(t.Name(), "/")
	p.mu.Lock()
	l := p.lent[name]
	p.mu.Unlock()
	if l == nil {
		l = &loan{browser: <-p.free}
		if l.browser == nil {
			var err error
			l.browser, err = p.start()
			if err != nil {
				p.free <- nil
			}
			require.NoError(t, err, "Chromium did not start")
		}
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	p.lent[name] = l
	l.pages++
	t.Cleanup(func() {
		p.mu.Lock()
		defer p.mu.Unlock()
		if l.pages--; l.pages == 0 {
			delete(p.lent, name)
			p.free <- l.browser
		}
	})
	return l.browser
}

// chromium starts a browser.
func chromium(path, profile string) (context.Context, context.CancelFunc, error) {
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.ExecPath(path),
		chromedp.UserDataDir(profile),
		chromedp.WindowSize(1280, 800), chromedp.DisableGPU, chromedp.Flag("disable-quic", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("font-render-hinting", "none"),
		chromedp.Flag("lang", "en-US"),
		chromedp.Flag("host-resolver-rules", "MAP "+plainHost+" 127.0.0.1"))
	if os.Geteuid() == 0 {
		opts = append(opts, chromedp.NoSandbox)
	}
	alloc, stop := chromedp.NewExecAllocator(context.Background(), opts...)
	browser, cancel := chromedp.NewContext(alloc)
	end := func() { cancel(); stop() }
	if err := chromedp.Do(browser); err != nil {
		end()
		return nil, nil, err
	}
	return browser, end, nil
}
