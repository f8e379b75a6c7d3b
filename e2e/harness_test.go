// Package e2e drives the real interface in a real browser against the real
// server and a real database, journey by journey.
package e2e

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

var (
	binary   string
	browsers *pool
)

func TestMain(m *testing.M) { os.Exit(run(m)) }

func run(m *testing.M) int {
	dir, err := os.MkdirTemp("", "gray-bridge-e2e-")
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer os.RemoveAll(dir)
	binary = filepath.Join(dir, "graybridge")
	build := exec.Command("go", "build", "-o", binary, "./cmd/graybridge")
	build.Dir = storetest.Root()
	if out, err := build.CombinedOutput(); err != nil {
		fmt.Fprintf(os.Stderr, "the server did not build: %v\n%s", err, out)
		return 1
	}
	path, err := exec.LookPath("chromium")
	if err != nil {
		fmt.Fprintln(os.Stderr, "Chromium is missing; ./test installs it")
		return 1
	}
	var stops []context.CancelFunc
	defer func() {
		for _, stop := range stops {
			stop()
		}
	}()
	browsers = &pool{free: make(chan context.Context, side), lent: map[string]*loan{}}
	browsers.start = func() (context.Context, error) {
		browsers.mu.Lock()
		defer browsers.mu.Unlock()
		ctx, stop, err := chromium(path, filepath.Join(dir, fmt.Sprint("profile", len(stops))))
		if err == nil {
			stops = append(stops, stop)
		}
		return ctx, err
	}
	for range side {
		browsers.free <- nil
	}
	flag.Parse()
	if err := flag.Set("test.parallel", fmt.Sprint(side)); err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	return m.Run()
}

// plainHost is a name of this machine that no browser takes for a secure one, as
// a workshop's computer has on its own network.
const plainHost = "workshop.test"

// server is a running graybridge serve.
type server struct {
	t    *testing.T
	url  string
	addr string
	cmd  *exec.Cmd
	log  *bytes.Buffer // what it wrote to its console
}

// serve starts a server on a database; addr may be empty for a free port.
func serve(t *testing.T, database, addr string, more ...string) *server {
	t.Helper()
	if addr == "" {
		addr = "127.0.0.1:0"
	}
	s := &server{t: t}
	s.cmd = exec.Command(binary, append([]string{"serve", "--addr", addr, "--database", database}, more...)...)
	s.cmd.Env = append(os.Environ(), "GRAYBRIDGE_HOST="+plainHost)
	s.log = &bytes.Buffer{}
	s.cmd.Stderr = s.log
	out, err := s.cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, s.cmd.Start())
	t.Cleanup(s.stop)
	line, err := bufio.NewReader(out).ReadString('\n')
	require.NoError(t, err, "the server said: %s", s.log)
	s.url = strings.TrimSuffix(strings.TrimSpace(line), "/")
	s.addr = strings.TrimPrefix(s.url, "http://")
	return s
}

func (s *server) stop() {
	if s.cmd.ProcessState == nil {
		_ = s.cmd.Process.Signal(syscall.SIGTERM)
		_ = s.cmd.Wait()
	}
}

func (s *server) kill() {
	_ = s.cmd.Process.Kill()
	_ = s.cmd.Wait()
}

// demo loads the made-up workshops.
func demo(t testing.TB, database string) {
	t.Helper()
	out, err := exec.Command(binary, "demo", "--database", database).CombinedOutput()
	require.NoError(t, err, "%s", out)
}

// page is a tab that complains about whatever the console complains about.
type page struct {
	t   *testing.T
	ctx context.Context

	mu       sync.Mutex
	expected []string
}

func open(t *testing.T, url string, options ...chromedp.ContextOption) *page {
	t.Helper()
	return openExpecting(t, url, nil, options...)
}

// openExpecting lets console errors pass from the first one on: a page may say them while it comes.
func openExpecting(t *testing.T, url string, expected []string, options ...chromedp.ContextOption) *page {
	t.Helper()
	ctx, cancel := chromedp.NewContext(browsers.of(t), options...)
	t.Cleanup(cancel)
	require.NoError(t, chromedp.Do(ctx))
	p := &page{t: t, ctx: ctx, expected: expected}
	messages := chromedp.Console(ctx)
	go func() {
		for m, err := range messages {
			if err != nil {
				return
			}
			if m.Type == "error" || m.Source == "security" || m.IsException() {
				// A live stream that breaks off, as on a busy machine, is taken up again by the page.
				broke := strings.HasSuffix(m.URL, "/api/live") && strings.Contains(m.Text, "ERR_INCOMPLETE_CHUNKED")
				if !broke && !p.isExpected(m.Text) {
					t.Errorf("the console says: %s", m.String())
				}
			}
		}
	}()
	p.do(chromedp.EmulateViewport(1280, 800))
	p.visit(url)
	return p
}

// another opens a browser of its own: it has no cookie of the first. expected are console errors that pass.
func another(t *testing.T, url string, expected ...string) *page {
	t.Helper()
	return openExpecting(t, url, expected, chromedp.WithNewBrowserContext())
}

// expect lets console errors with this text pass: a cut connection, a conflict.
func (p *page) expect(text string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	p.expected = append(p.expected, text)
}

func (p *page) isExpected(text string) bool {
	p.mu.Lock()
	defer p.mu.Unlock()
	for _, e := range p.expected {
		if strings.Contains(text, e) {
			return true
		}
	}
	return false
}

// patience is how long a journey waits for what is to be seen: as long as a busy machine needs.
const patience = 40 * time.Second

func (p *page) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	if err := chromedp.Do(ctx, steps...); err != nil {
		p.t.Fatalf("%v\nthe page shows:\n%s", err, p.shown())
	}
}

func (p *page) visit(url string) {
	p.t.Helper()
	p.do(chromedp.Navigate(url))
}

func eval[T any](p *page, expression string) T {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	v, err := chromedp.Run(ctx, chromedp.Evaluate[T](expression, chromedp.EvalAwaitPromise))
	require.NoError(p.t, err, expression)
	return v
}

// shown is the text of the page, for failures.
func (p *page) shown() string {
	ctx, cancel := context.WithTimeout(p.ctx, 3*time.Second)
	defer cancel()
	text, _ := chromedp.Run(ctx, chromedp.Evaluate[string]("document.body.innerText"))
	return text
}

func quoted(s string) string {
	b, _ := json.Marshal(s)
	return string(b)
}

// until waits for a condition in the page.
func (p *page) until(what, condition string) {
	p.t.Helper()
	end := time.Now().Add(patience)
	// What the condition asks of may not be there yet.
	tried := "(() => { try { return !!(" + condition + ") } catch { return false } })()"
	for !eval[bool](p, tried) {
		if time.Now().After(end) {
			p.t.Fatalf("waited in vain for: %s\nthe page shows:\n%s", what, p.shown())
		}
		time.Sleep(40 * time.Millisecond)
	}
}

// sees waits until an element's text holds another. Spaces that keep a unit
// beside its number count as plain ones.
func (p *page) sees(css, text string) {
	p.t.Helper()
	p.until(css+" says "+text,
		fmt.Sprintf(`[...document.querySelectorAll(%s)].some(e => (e.innerText || e.textContent).replaceAll('\u00a0',' ').includes(%s))`, quoted(css), quoted(text)))
}

// lacks waits until no such element says this.
func (p *page) lacks(css, text string) {
	p.t.Helper()
	p.until(css+" no longer says "+text,
		fmt.Sprintf(`![...document.querySelectorAll(%s)].some(e => (e.innerText || e.textContent).replaceAll('\u00a0',' ').includes(%s))`, quoted(css), quoted(text)))
}

// click presses the first visible element that says text (any when empty) and is not disabled.
func (p *page) click(css, text string) {
	p.t.Helper()
	find := fmt.Sprintf(`[...document.querySelectorAll(%s)].find(e => e.getClientRects().length && !e.disabled && (e.innerText || e.textContent).replaceAll('\u00a0',' ').includes(%s))`, quoted(css), quoted(text))
	// Scrolled into view and under nothing else: a dialog that fades out still takes clicks.
	place := `(async () => { const e = ` + find +
		`; if (!e) return []; e.scrollIntoView({block:'center'}); await new Promise(r => requestAnimationFrame(() => requestAnimationFrame(r)));
		const was = e.getBoundingClientRect()
		await new Promise(r => setTimeout(r, 40))
		const b = e.getBoundingClientRect()
		if (b.top !== was.top || b.left !== was.left) return [] // a dialog still comes in
		const x = b.left + b.width/2, y = b.top + b.height/2, hit = document.elementFromPoint(x, y);
		return hit && (e.contains(hit) || hit.contains(e)) ? [x, y] : [] })()`
	var at []float64
	for end := time.Now().Add(patience); len(at) == 0; at = eval[[]float64](p, place) {
		if time.Now().After(end) {
			p.t.Fatalf("waited in vain for %s with %q to click\nthe page shows:\n%s", css, text, p.shown())
		}
		time.Sleep(30 * time.Millisecond)
	}
	p.do(chromedp.MouseClickXY(at[0], at[1]))
}

// enter types into an entry of the document and leaves it with Enter.
func (p *page) enter(path, text string) {
	p.t.Helper()
	p.fill(`[data-entry="`+path+`"] input`, text)
	p.do(chromedp.KeyEvent(kb.Enter))
}

func (p *page) fill(css, text string) {
	p.t.Helper()
	// What is above it may still grow while it is clicked: then the click went beside it.
	focused := `!!document.activeElement?.matches(` + quoted(css) + `)`
	for end := time.Now().Add(patience); ; {
		p.click(css, "")
		for try := 0; try < 25 && !eval[bool](p, focused); try++ {
			time.Sleep(40 * time.Millisecond)
		}
		if eval[bool](p, focused) {
			break
		}
		if time.Now().After(end) {
			p.t.Fatalf("%s does not take the focus\nthe page shows:\n%s", css, p.shown())
		}
	}
	eval[bool](p, `(document.activeElement.select(), true)`)
	if text == "" {
		p.do(chromedp.KeyEvent(kb.Backspace))
		return
	}
	p.do(chromedp.KeyEvent(text))
}

// key types into whatever has the focus, or presses a named key of kb.
func (p *page) key(keys string) {
	p.t.Helper()
	p.do(chromedp.KeyEvent(keys))
}

// press strikes one letter as a keyboard does: its character comes with the
// key, so that a shortcut which takes the key leaves nothing to type.
func (p *page) press(letter string) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	for _, typ := range []input.DispatchKeyEventType{input.DispatchKeyEventTypeKeyDown,
		input.DispatchKeyEventTypeKeyUp} {
		params := input.DispatchKeyEventParams{Type: typ, Key: letter}
		if typ == input.DispatchKeyEventTypeKeyDown {
			params.Text = letter
		}
		if strings.ToUpper(letter) == letter && strings.ToLower(letter) != letter {
			params.Modifiers = int64(chromedp.ModifierShift)
		}
		_, err := chromedp.Call(ctx, input.DispatchKeyEvent, params)
		require.NoError(p.t, err)
	}
}

// at opens a bay of a machine named in the yard.
func (p *page) at(machine, bay string) {
	p.t.Helper()
	p.click(".machine-link", machine)
	p.click(".bays button", bay)
	p.sees(".bench h2", bay)
}

// deafen keeps the job's news from this page until hear, so that its next edit
// rests on an old revision.
func (p *page) deafen() {
	p.t.Helper()
	eval[bool](p,
		`(window.fetchAsItWas = window.fetch, window.fetch = (r) => r.method === 'GET' && r.url.includes('/api/jobs/') && !window.late ? new Promise(() => {}) : window.fetchAsItWas(r), true)`)
}

func (p *page) hear() {
	p.t.Helper()
	eval[bool](p, `window.late = true`)
}

// unfold opens what the ledger folds: the greens and every note.
func (p *page) unfold() {
	p.t.Helper()
	p.until("the ledger is unfolded",
		`(() => { const shut = [...document.querySelectorAll('.greens[aria-expanded=false], .ledger .why[aria-expanded=false]')].filter(e => e.matches('.greens') || e.innerText.trim() === 'More'); shut.forEach(e => e.click()); return shut.length === 0 })()`)
}

// saved waits until everything typed is stored.
func (p *page) saved() {
	p.t.Helper()
	p.sees(".head-saved", "Saved")
}

func (p *page) value(path string) string {
	p.t.Helper()
	return eval[string](p, `document.querySelector('[data-entry=`+quoted(path)+`] input').value`)
}

// drag moves the mouse with its button down, in steps.
func (p *page) drag(fromX, fromY, toX, toY float64) {
	p.t.Helper()
	p.do(chromedp.MouseEvent(input.DispatchMouseEventTypeMousePressed, fromX, fromY, chromedp.ButtonLeft,
		chromedp.ClickCount(1)))
	for i := 1; i <= 8; i++ {
		k := float64(i) / 8
		p.do(chromedp.MouseEvent(input.DispatchMouseEventTypeMouseMoved, fromX+k*(toX-fromX), fromY+k*(toY-fromY),
			chromedp.ButtonLeft))
	}
	p.do(chromedp.MouseEvent(input.DispatchMouseEventTypeMouseReleased, toX, toY, chromedp.ButtonLeft,
		chromedp.ClickCount(1)))
}

// begin starts a machine without a plate in a workshop of one's own, which the first makes; by metric rules, or by
// those that are named.
func (p *page) begin(name string, rules ...string) {
	p.t.Helper()
	p.click(".first button", "I cannot read it")
	p.sees(".first h2", "A new machine")
	eval[bool](p, `(s => (s && (s.value = `+quoted(append(rules, "metric")[0])+`, s.dispatchEvent(new Event('change'))),
		true))(document.querySelector('.first-shop select'))`)
	p.fill("#first-name", name)
	p.click(".first button", "Start")
	p.until("the first question's field has the focus", `document.activeElement?.closest('[data-entry]')`)
	p.click(".lead button", "Show me everything")
	p.sees(".bench h2", "Motor")
}
