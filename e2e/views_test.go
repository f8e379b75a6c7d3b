package e2e

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

var bays = []string{"Supply", "Protection", "Bridge", "Leads", "Motor", "Load"}

// demoServer serves the made-up workshops.
func demoServer(t *testing.T) *server {
	t.Helper()
	database := storetest.Migrated(t)
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
	p.press("h")
	p.sees(".strip", "1")
	look("history")
	p.visit(strings.TrimSuffix(eval[string](p, "location.href"), "/load") + "/card")
	p.sees(".card h1", machine)
	look("card")
	p.visit(strings.TrimSuffix(eval[string](p, "location.href"), "/card") + "/weigh")
	p.until("it is weighed",
		`document.querySelector('.weigh-map') || document.querySelector('.weigh-answer')?.innerText.includes('can be weighed')`)
	look("weigh")
	p.visit(strings.TrimSuffix(eval[string](p, "location.href"), "/weigh") + "/review")
	p.sees(".sheet h1", "for review")
	look("review")
	p.visit(strings.TrimSuffix(eval[string](p, "location.href"), "/review") + "/bring-up")
	p.sees(".bring", "")
	p.until("the bring-up is there", `document.querySelector('.step, .bring-none')`)
	look("bring-up")
	p.visit(strings.TrimSuffix(strings.Split(eval[string](p, "location.href"), "?")[0], "/bring-up") + "/log")
	p.sees(".log h1", "the machine's book")
	look("log")
	p.visit(s.url + "/engine")
	p.sees(".page h1", "The engine")
	look("engine")
}

const sideways = `document.documentElement.scrollWidth > document.documentElement.clientWidth`

func TestNoViewScrollsSidewaysOnAPhoneOrAScreen(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	long := "Pug mill number two with a very long name that somebody gave it one spring day"
	p.begin(long)
	p.sees(".bench h2", "Motor")
	for _, machine := range []string{"Blunger", "Slip mixer", "Old drying turntable", long} {
		views(p, s, machine, func(view string) {
			p.sized([][2]int64{{390, 844}, {360, 700}, {1280, 800}}, func(wide int64) {
				require.False(t, eval[bool](p, sideways), "%s of %s scrolls sideways at %d px", view, machine, wide)
			})
		})
	}
}

// sized looks at what is shown in windows of several sizes; the last one stays.
func (p *page) sized(sizes [][2]int64, look func(wide int64)) {
	p.t.Helper()
	for _, size := range sizes {
		p.do(chromedp.EmulateViewport(size[0], size[1]))
		p.until("it is laid out anew", fmt.Sprintf(`innerWidth === %d`, size[0]))
		eval[bool](p, `new Promise(r => requestAnimationFrame(() => requestAnimationFrame(() => r(true))))`)
		look(size[0])
	}
}

// rules are what axe finds against a view, of what is grave.
func (p *page) rules(view string) {
	p.t.Helper()
	axe, err := os.ReadFile(filepath.Join(storetest.Root(), "ui/node_modules/axe-core/axe.min.js"))
	require.NoError(p.t, err)
	p.do(chromedp.Evaluate[chromedp.Void](string(axe)))
	found := eval[[]string](p,
		`axe.run(document, {resultTypes: ['violations']}).then(r => r.violations.filter(v => ['serious', 'critical'].includes(v.impact))
		.flatMap(v => v.nodes.map(n => v.id + ': ' + n.html.slice(0, 140) + ' ' + (n.failureSummary ?? ''))))`)
	require.Empty(p.t, found, view)
}

func TestEveryViewPassesTheAccessibilityRules(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	views(p, s, "Slip mixer", func(view string) {
		p.sized([][2]int64{{390, 844}, {1280, 800}}, func(wide int64) {
			p.rules(fmt.Sprintf("%s at %d px", view, wide))
		})
	})
}

func TestAJobIsWorkedByKeyboardAlone(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sees(".machine", "Slip mixer")
	tabTo(p, `document.activeElement.matches('.machine-link')`)
	for range 12 {
		if eval[bool](p, `document.activeElement.innerText.includes('Slip mixer')`) {
			break
		}
		p.key(kb.ArrowDown)
	}
	require.Contains(t, eval[string](p, `document.activeElement.innerText`), "Slip mixer")
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
	p.until("the µF follow the arrow",
		`document.querySelector('.handle').getAttribute('aria-valuenow') !== `+quoted(before))
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
	p.at("Blunger", "Bridge")
	p.until("the island is drawn", `document.querySelector('.island-land')`)
	p.sees(".handle-text", "52 µF")
	at := eval[[]float64](p,
		`(() => { const e = document.querySelector('.handle-shape'); e.scrollIntoView({block:'center'}); const b = e.getBoundingClientRect(); return [b.left + b.width/2, b.top + b.height/2] })()`)
	p.drag(at[0], at[1], at[0]+120, at[1])
	p.lacks(".handle-text", "52 µF")
	p.sees(`[data-finding="capacitor.heat"]`, "and burn")
	p.lacks(".span-path", "52 µF")
	p.until("stored once", `document.querySelector('.head-saved').innerText.includes('revision 2')`)
	p.click(`[data-finding="capacitor.heat"] .cure`, "µF")
	p.unfold()
	p.sees(`[data-finding="capacitor.heat"]`, "no winding overheats")
	p.press("z")
	p.press("z")
	p.sees(".handle-text", "52 µF")
}

// Two windows on one job that both hold the same entry: the later one sees both
// and chooses, and undo gives the other.
func TestAConflictShowsBothAndLosesNeither(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	a := open(t, s.url+"/")
	a.at("Blunger", "Supply")
	address := eval[string](a, "location.href")
	b := open(t, address)
	b.expect("409")
	b.sees(".bench h2", "Supply")
	b.deafen()
	a.enter("supply.volts", "231")
	a.sees(".head-saved", "revision 2")
	b.hear()
	b.enter("supply.volts", "229")
	b.sees(".conflict", "231")
	b.sees(".conflict", "229")
	b.click("button", "Take theirs")
	b.until("theirs is shown", `document.querySelector('[data-entry="supply.volts"] input').value === '231'`)
	b.saved()
	b.press("Z")
	b.until("mine is back", `document.querySelector('[data-entry="supply.volts"] input').value === '229'`)
	a.until("and reaches the other window",
		`document.querySelector('[data-entry="supply.volts"] input').value === '229'`)
}

// Two windows on one job that touch different entries: each change arrives in
// the other by itself, and edits made at the same moment both stand.
func TestChangesArriveInTheOtherWindowAndAreMerged(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	a := open(t, s.url+"/")
	a.at("Blunger", "Supply")
	b := open(t, eval[string](a, "location.href"))
	b.expect("409")
	b.sees(".bench h2", "Supply")
	b.saved()
	a.enter("supply.volts", "231")
	b.until("the other's volts arrive", `document.querySelector('[data-entry="supply.volts"] input').value === '231'`)
	b.sees(".news", "supply volts")
	b.sees(".head-saved", "revision 2")

	b.deafen()
	a.enter("supply.breaker", "20 A")
	a.sees(".head-saved", "revision 3")
	b.hear()
	b.enter("supply.feeder_length", "21 m")
	b.sees(".news", "Both changes stand")
	b.until("both are here",
		`document.querySelector('[data-entry="supply.breaker"] input').value === '20 A' && document.querySelector('[data-entry="supply.feeder_length"] input').value === '21 m'`)
	a.until("and in the other window",
		`document.querySelector('[data-entry="supply.feeder_length"] input').value === '21 m'`)
}

// Undo goes on after the server was started anew; the strip says who changed
// what, and any revision can be looked at and restored.
func TestUndoAfterARestartAndTheRevisionStrip(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.expect("ERR_")
	p.click(".person", "Who are you?")
	p.click(".person-names button", "Bram T.")
	p.sees(".person", "Bram T.")
	p.at("Blunger", "Supply")
	for i, volts := range []string{"231", "232", "233"} {
		p.enter("supply.volts", volts)
		p.until("stored",
			`document.querySelector('.head-saved').innerText.includes('revision `+string(rune('2'+i))+`')`)
	}
	s.kill()
	serve(t, database, s.addr)
	p.visit(eval[string](p, "location.href"))
	p.sees(".bench h2", "Supply")
	p.press("z")
	p.until("one step back", `document.querySelector('[data-entry="supply.volts"] input').value === '232'`)
	p.press("z")
	p.until("two steps back", `document.querySelector('[data-entry="supply.volts"] input').value === '231'`)
	p.press("Z")
	p.until("and forward", `document.querySelector('[data-entry="supply.volts"] input').value === '232'`)
	p.press("h")
	p.sees(".strip", "supply volts 232 → 233")
	p.sees(".strip", "Bram T.")
	p.click(".strip button", "as the demonstration has it")
	p.sees(".looked", "As it was at revision 1")
	p.sees(".looked", "236")
	p.click("button", "Restore revision 1")
	p.until("restored", `document.querySelector('[data-entry="supply.volts"] input').value === '236'`)
	p.sees(".strip", "revision 1 restored")
}

func TestThePaletteFindsMachinesFindingsAndCommands(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sees(".machine", "Blunger")
	p.press("/")
	p.until("its field has the focus", `document.activeElement.matches('.palette-field')`)
	p.key("tile blun")
	p.sees("#palette-list", "Blunger")
	p.key(kb.Enter)
	p.sees(".bays", "Supply")
	p.press("/")
	p.until("its field has the focus", `document.activeElement.matches('.palette-field')`)
	p.key("relay slow")
	p.sees("#palette-list", "can miss a slow overload")
	p.key(kb.Enter)
	p.sees(".bench h2", "Protection")
	p.press("g")
	p.press("y")
	p.sees("h1", "Your machines")
	p.press("?")
	p.click(".keys-off", "Single letters act")
	p.key(kb.Escape)
	p.until("the dialog is gone", `!document.querySelector('.keys')?.offsetParent`)
	p.press("g")
	p.press("e")
	time.Sleep(300 * time.Millisecond)
	p.sees("h1", "Your machines")
}

func TestAMachineGoesOutAsAFileAndComesInAgain(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.expect("422")
	p.begin("Lathe") // no example takes a machine in
	p.visit(s.url + "/")
	p.sees(".machine", "Blunger")
	give := func(change string) {
		eval[bool](p, `(async () => {
			const link = document.querySelector('[data-job="Blunger"] a[download]').href
			let text = await (await fetch(link)).text()
			`+change+`
			const field = document.querySelector('[aria-label="File to import"]'), files = new DataTransfer()
			files.items.add(new File([text], 'machine.json', {type: 'application/json'}))
			;[...document.querySelectorAll('.workshop button')].find(b => b.innerText === 'Import').onclick ?? 0
			field.onclick = (e) => e.preventDefault()
			;[...document.querySelectorAll('.workshop button')].find(b => b.innerText === 'Import').click()
			field.files = files.files
			field.dispatchEvent(new Event('change'))
			return true })()`)
	}
	give(`text = text.replace('"rpm": "1410"', '"rpm": 1410')`)
	p.sees(".trouble", "line ")
	p.sees(".trouble", "plate.rpm")
	give(`text = text.replace('"name": "Blunger"', '"name": "Blunger from a file"')`)
	p.sees(".head-where", "Blunger from a file")
	p.sees(".bays", "52 µF run to L1")
	p.visit(s.url + "/")
	p.until("one more machine", `document.querySelectorAll('.machine').length === 12`)
}

func TestTwoHundredMachinesStayFindable(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	st, err := store.Open(context.Background(), database)
	require.NoError(t, err)
	defer st.Close()
	workshops, err := st.Workshops.All(store.Whole(context.Background()), store.Yard)
	require.NoError(t, err)
	for i := range 200 {
		d := scenario.Blunger()
		d.Name = fmt.Sprintf("Stirrer %03d", i)
		d.Supply.Volts = fmt.Sprint(220 + i%30)
		_, err := st.Jobs.Create(store.Whole(context.Background()), workshops[0].ID,
			store.Change{ID: fmt.Sprintf("stirrer-%d", i)},
			d, "new")
		require.NoError(t, err)
	}
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.until("a page is here", `document.querySelectorAll('.machine').length >= 24`)
	p.sees(".yard-more", "of 210")
	for _, n := range []int{60, 100, 140, 180, 210} { // each machine brings its plan: waited for a few at a time
		p.until("more come as one goes down", fmt.Sprintf(`(document.querySelector('.yard-more')?.scrollIntoView(),
			document.querySelectorAll('.machine').length >= %d)`, n))
	}
	require.Equal(t, 210, eval[int](p, `document.querySelectorAll('.machine').length`))
	p.lacks(".yard-more", "of 210")
	p.fill(".yard-question input", "stirrer 137")
	p.until("one is found", `document.querySelectorAll('.machine').length === 1`)
	p.sees(".machine h3", "Stirrer 137")
	p.click(".machine-link", "Stirrer 137")
	p.sees(".head-where", "Stirrer 137")
}

// A cut connection is said, what was typed is kept, and sent once when it is back.
func TestWhatIsTypedWithoutConnectionIsSentWhenItIsBack(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.expect("ERR_")
	p.at("Blunger", "Supply")
	p.sees(".head-saved", "revision 1")
	s.kill()
	p.enter("supply.volts", "229")
	p.sees(".head-saved", "Not connected")
	require.Equal(t, "229", p.value("supply.volts"))
	time.Sleep(300 * time.Millisecond)
	s = serve(t, database, s.addr)
	p.until("it is stored, once", `document.querySelector('.head-saved').innerText.includes('revision 2')`)
	p.visit(s.url + "/")
	p.at("Blunger", "Supply")
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
	p.sees(".yard-gone", "Slip blunger is in the bin")
	p.lacks(".machine h3", "Slip blunger")
	p.click("button", "Bring it back")
	p.sees(".machine h3", "Slip blunger")
	p.click(`[data-job="Slip blunger"] button`, "Copy")
	p.click("form button", "Copy")
	p.sees(".machine h3", "Slip blunger, copy")
	p.click(`[data-job="Slip blunger, copy"] button`, "Archive")
	p.lacks(".machine h3", "Slip blunger, copy")
	p.click(".shelves button", "Archive")
	p.sees(".machine h3", "Slip blunger, copy")
	p.click(".machine button", "Back to the yard")
	p.click(".shelves button", "In the yard")
	p.sees(".machine h3", "Slip blunger, copy")
	p.click(".workshop button", "Settings")
	p.fill("#workshop-volts", "240")
	p.click("form button", "Save")
	p.sees(".workshop", "240 V")
}
