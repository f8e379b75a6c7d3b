package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// A new machine, its plate pasted whole: each piece goes where plates have it,
// and what was not understood stays in sight.
func TestAWholePlateIsPasted(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.begin("Glaze stirrer")
	p.sees(".bench h2", "Motor")
	p.sees("[data-answer]", "Still to read off the plate")
	p.click("#plate-line", "")
	p.key("0,55 kW · 230/400 V Δ/Y · 2,9/1,7 A · cos φ 0,68 · 915 1/min · 50 Hz · wombat")
	p.key(kb.Enter)
	p.sees("#plate-line-read", "three-phase motor")
	p.sees("#plate-line-read", "wombat")
	for path, want := range map[string]string{"plate.power": "0.55 kW", "plate.volts": "230/400",
		"plate.connection": "Δ/Y", "plate.amps": "2.9/1.7", "plate.rpm": "915", "plate.hertz": "50",
		"plate.power_factor": "0.68", "plate.phases": "3"} {
		p.until(path+" is laid out", `document.querySelector('[data-entry="`+path+`"] input')?.value === `+quoted(want))
	}
	p.saved()
	p.sees("[data-answer]", "Nothing to do: 0.55")
	eval[bool](p, `(document.activeElement.blur(), true)`)
	p.press("z")
	p.until("one undo takes the whole plate back",
		`document.querySelector('[data-entry="plate.power"] input')?.value === ''`)

	p.click("#plate-line", "")
	eval[bool](p, `(document.activeElement.select(), true)`)
	p.key("0,55 kW DC 180 V 3,9 A Feld 200 V 0,32 A 2000/min")
	p.key(kb.Enter)
	p.sees("#plate-line-read", "a DC motor")
}

// Who does not know is led to the way to find out, or told what is assumed.
func TestNotKnowingIsAnAnswer(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.begin("Pan mill")
	p.sees(".next", "Read the plate")
	p.click(".unsure", "I don’t know")
	p.sees("#unsure", "tachometer")
	p.click("#plate-line", "")
	p.key("1.1 kW 230/400 V Δ/Y 4.7/2.7 A 1410 rpm 50 Hz 3 PH")
	p.key(kb.Enter)
	p.sees(".next", "How hard does it work?")
	p.lacks("#unsure", "tachometer")
	p.click(".unsure", "")
	p.sees("#unsure", "A constant load of 70 % is taken until then")
	p.click("#unsure button", "Go there")
	p.sees(".bench h2", "Load")
	p.sees(`[data-finding="load.unknown"]`, "How hard does it work?")
}

// The answer stands first in every bay, and its first field is a few keys away.
func TestTheAnswerFirstByKeyboard(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Motor")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	for i, bay := range []string{"Supply", "Protection", "Bridge", "Leads", "Motor", "Load"} {
		eval[bool](p, `(document.activeElement?.blur(), true)`)
		p.press(string(rune('1' + i)))
		p.sees(".bench h2", bay)
		p.until("the bay has the focus", `document.activeElement?.id === 'bench'`)
		require.True(t, eval[bool](p, `document.querySelector('.bench').firstElementChild.matches('[data-answer]')`),
			bay)
		presses := 1
		for ; presses <= 12; presses++ {
			if eval[bool](p,
				`document.activeElement.matches('.bench :is(input, textarea, select, .choice-one, [role=slider], .move-text)')`) {
				break
			}
			p.do(chromedp.KeyEvent(kb.Tab))
		}
		require.LessOrEqual(t, presses, 12, "%s: its first field", bay)
		require.Equal(t, 1, eval[int](p, `document.querySelectorAll('h1').length`), bay)
	}
	// Greens are one line that opens; Escape leaves a field as it was.
	eval[bool](p, `(document.activeElement?.blur(), true)`)
	p.press("1")
	p.lacks(".finding", "The feeder loses")
	p.click(".greens", "checked and good")
	p.sees(".finding", "The feeder loses")
	p.fill(`[data-entry="supply.volts"] input`, "999")
	p.key(kb.Escape)
	p.until("it stands as before", `document.querySelector('[data-entry="supply.volts"] input').value === '236'`)
	p.sees(".head-saved", "revision 1")
}

// A list is one stop of the Tab key: the arrows go from one of its items to the
// next, and the way past a long ledger or a full yard is short.
func TestAListIsOneStopOfTheTabKey(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sees(".machine h3", "Blunger")
	stops := `[...document.querySelectorAll('.machines')].map((l) => [...l.querySelectorAll('.machine')].filter((m) => [...m.querySelectorAll('a, button')].some((c) => c.tabIndex === 0)).length)`
	for _, n := range eval[[]int](p, stops) {
		require.Equal(t, 1, n, "of each workshop one machine")
	}
	eval[bool](p, `(document.querySelector('.machine a').focus(), true)`)
	at := `[...document.querySelectorAll('.machines')][0].querySelectorAll('.machine')[N].contains(document.activeElement)`
	p.key(kb.ArrowDown)
	p.until("the next machine has the focus", strings.Replace(at, "N", "1", 1))
	p.key(kb.Home)
	p.until("the first one has it", strings.Replace(at, "N", "0", 1))
	p.at("Blunger", "Bridge")
	p.sees("#ledger .finding", "At your load, expect")
	eval[bool](p, `(document.querySelector('#ledger .finding button').focus(), true)`)
	p.key(kb.ArrowDown)
	p.until("the next finding has the focus",
		`document.querySelectorAll('#ledger .finding')[1].contains(document.activeElement)`)
	require.Equal(t, 1, eval[int](p,
		`[...document.querySelectorAll('#ledger .finding')].filter((f) => [...f.querySelectorAll('button')].some((b) => b.tabIndex === 0)).length`))
}
