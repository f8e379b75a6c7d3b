package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

var bays = []string{"Supply", "Protection", "Bridge", "Leads", "Motor", "Load"}

// demoServer serves the made-up workshops.
func demoServer(t *testing.T) *server {
	t.Helper()
	database := storetest.Database(t)
	demo(t, database)
	return serve(t, database, "")
}

// views visits every view of a machine and calls look on each.
func views(p *page, s *server, machine string, look func(view string)) {
	p.t.Helper()
	p.visit(s.url + "/")
	p.sees(".machine", machine)
	look("yard")
	p.click(".machine-link", machine)
	for _, b := range bays {
		p.click(".bays button", b)
		p.sees(".bench h2", b)
		look(strings.ToLower(b))
	}
	p.click(".span-acts a", "Card")
	p.sees(".card h1", machine)
	look("card")
}

const sideways = `document.documentElement.scrollWidth > document.documentElement.clientWidth`

func TestNoViewScrollsSidewaysOnAPhoneOrAScreen(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	long := "Pug mill number two with a very long name that somebody gave it one spring day"
	p.click(`.workshop .strong`, "New machine")
	p.fill("#machine-name", long)
	p.key(kb.Enter)
	p.sees(".bench h2", "Motor")
	for _, size := range [][2]int64{{1280, 800}, {390, 844}, {360, 700}} {
		p.do(chromedp.EmulateViewport(size[0], size[1]))
		for _, machine := range []string{"Blunger", "Slip mixer", "Old drying turntable", long} {
			views(p, s, machine, func(view string) {
				require.False(t, eval[bool](p, sideways), "%s of %s scrolls sideways at %d px", view, machine, size[0])
			})
		}
	}
}

func TestEveryViewPassesTheAccessibilityRules(t *testing.T) {
	t.Parallel()
	axe, err := os.ReadFile(filepath.Join(storetest.Root(), "ui/node_modules/axe-core/axe.min.js"))
	require.NoError(t, err)
	s := demoServer(t)
	p := open(t, s.url+"/")
	for _, size := range [][2]int64{{1280, 800}, {390, 844}} {
		p.do(chromedp.EmulateViewport(size[0], size[1]))
		views(p, s, "Slip mixer", func(view string) {
			p.do(chromedp.Evaluate[chromedp.Void](string(axe)))
			found := eval[[]string](p, `axe.run(document, {resultTypes: ['violations']}).then(r => r.violations.filter(v => ['serious', 'critical'].includes(v.impact))
				.flatMap(v => v.nodes.map(n => v.id + ': ' + n.html.slice(0, 140) + ' ' + (n.failureSummary ?? ''))))`)
			require.Empty(t, found, "%s at %d px", view, size[0])
		})
	}
}

func TestAJobIsWorkedByKeyboardAlone(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sees(".machine", "Slip mixer")
	tabTo(p, `document.activeElement.matches('.machine-link') && document.activeElement.innerText.includes('Slip mixer')`)
	p.key(kb.Enter)
	p.sees(".next", "Choose the protection")
	for i, b := range bays {
		p.press(string(rune('1' + i)))
		p.sees(".bench h2", b)
	}
	p.press("n")
	p.until("the entry to fill has the focus", `document.activeElement.closest('[data-entry="protection.breaker"]')`)
	p.key("6 A")
	p.key(kb.Enter)
	p.sees(".bays", "6 A, relay not set")
	p.press("s")
	p.until("the state is Now", `document.querySelector('.states .chosen').innerText.includes('Now')`)
	p.press("e")
	p.until("joints as text have the focus", `document.activeElement.id === 'joints-text'`)
	eval[bool](p, `(document.activeElement.select(), true)`)
	p.key("delta")
	p.key(kb.Enter)
	p.sees(".states .chosen", "Now: delta")
	p.saved()
	p.press("z")
	p.sees(".states .chosen", "neither star nor delta")
	p.press("Z")
	p.sees(".states .chosen", "Now: delta")
	p.press("3")
	tabTo(p, `document.activeElement.matches('.handle')`)
	before := eval[string](p, `document.querySelector('.handle').getAttribute('aria-valuenow')`)
	p.key(kb.ArrowRight)
	p.until("the µF follow the arrow", `document.querySelector('.handle').getAttribute('aria-valuenow') !== `+quoted(before))
	p.press("?")
	p.sees(".keys", "joints as text")
}

func tabTo(p *page, condition string) {
	p.t.Helper()
	for range 80 {
		if eval[bool](p, "!!("+condition+")") {
			return
		}
		p.key(kb.Tab)
	}
	p.t.Fatalf("no Tab leads to %s", condition)
}

// Dragging the µF moves every figure at once, stores once, and can be undone.
func TestDraggingTheMicrofaradMovesEverything(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(".machine-link", "Blunger")
	p.click(".bays button", "Bridge")
	p.until("the island is drawn", `document.querySelector('.island-land')`)
	p.sees(".handle-text", "52 µF")
	at := eval[[]float64](p, `(() => { const e = document.querySelector('.handle-shape'); e.scrollIntoView({block:'center'}); const b = e.getBoundingClientRect(); return [b.left + b.width/2, b.top + b.height/2] })()`)
	p.drag(at[0], at[1], at[0]+120, at[1])
	p.lacks(".handle-text", "52 µF")
	p.sees(`[data-finding="capacitor.heat"]`, "and burn")
	p.lacks(".span-path", "52.0 µF")
	p.until("stored once", `document.querySelector('.head-saved').innerText.includes('revision 2')`)
	p.click(`[data-finding="capacitor.heat"] .cure`, "Follow the plan")
	p.sees(`[data-finding="capacitor.heat"]`, "all day")
	p.press("z")
	p.press("z")
	p.sees(".handle-text", "52 µF")
}

// Two windows on one job: the later one sees both documents and chooses.
func TestAConflictShowsBothAndLosesNeither(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	a := open(t, s.url+"/")
	a.click(".machine-link", "Blunger")
	a.click(".bays button", "Supply")
	address := eval[string](a, "location.href")
	b := open(t, address)
	b.expect("409")
	b.sees(".bench h2", "Supply")
	a.enter("supply.volts", "231")
	a.sees(".head-saved", "revision 2")
	b.enter("supply.breaker", "25 A")
	b.sees(".conflict", "231")
	b.sees(".conflict", "25 A")
	b.click("button", "Take theirs")
	b.until("theirs is shown", `document.querySelector('[data-entry="supply.volts"] input').value === '231'`)
	b.press("z")
	b.until("mine is back", `document.querySelector('[data-entry="supply.breaker"] input').value === '25 A'`)
	b.sees(".head-saved", "revision 3")
}

// A cut connection is said, what was typed is kept, and sent once when it is back.
func TestWhatIsTypedWithoutConnectionIsSentWhenItIsBack(t *testing.T) {
	t.Parallel()
	database := storetest.Database(t)
	demo(t, database)
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.expect("ERR_")
	p.click(".machine-link", "Blunger")
	p.click(".bays button", "Supply")
	p.sees(".head-saved", "revision 1")
	s.kill()
	p.enter("supply.volts", "229")
	p.sees(".head-saved", "Not connected")
	require.Equal(t, "229", p.value("supply.volts"))
	time.Sleep(300 * time.Millisecond)
	s = serve(t, database, s.addr)
	p.until("it is stored, once", `document.querySelector('.head-saved').innerText.includes('revision 2')`)
	p.visit(s.url + "/")
	p.click(".machine-link", "Blunger")
	p.click(".bays button", "Supply")
	p.until("it is there", `document.querySelector('[data-entry="supply.volts"] input')?.value === '229'`)
}

func TestMachinesAreRenamedDeletedAndBroughtBack(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(`[data-job="Blunger"] button`, "Rename")
	p.fill("#machine-name", "Slip blunger")
	p.click("form button", "Rename")
	p.sees(".machine h3", "Slip blunger")
	p.click(`[data-job="Slip blunger"] button`, "Delete")
	p.sees(".yard-gone", "Slip blunger was deleted")
	p.lacks(".machine h3", "Slip blunger")
	p.click("button", "Bring it back")
	p.sees(".machine h3", "Slip blunger")
	p.click(".workshop button", "Settings")
	p.fill("#workshop-volts", "240")
	p.click("form button", "Save")
	p.sees(".workshop", "240 V")
}
