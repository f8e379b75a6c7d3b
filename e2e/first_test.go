package e2e

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// An empty product opens on the plate: what it says goes in as it stands, a workshop with volts, hertz and rules is
// made by the way, and the plan stands. The examples are not touched by it.
func TestTheFirstMinuteOfAnEmptyProduct(t *testing.T) {
	t.Parallel()
	s := serve(t, storetest.Migrated(t), "")
	p := open(t, s.url+"/")
	p.sees(".first h2", "What does the plate say?")
	p.sees(".first a", "Something is wrong")
	p.fill("#first-plate", "1 HP 208-230/460 V 3.6-3.4/1.7 A 1725 rpm 60 Hz wombat")
	p.click(".first button", "Go on")
	p.sees(".first", "Not understood, enter it on the plate: wombat")
	p.sees(".first-shop", "My workshop")
	require.Equal(t, "240", eval[string](p, `document.querySelector('.first-shop input').value`))
	require.Equal(t, "north-america", eval[string](p, `document.querySelector('.first-shop select').value`))
	p.fill("#first-name", "Band saw")
	p.click(".first button", "Start")
	p.sees(".lead", "to go")

	// One question at a time: what is not known is gone on from, with what is assumed; an answer makes room.
	first := eval[string](p, `document.querySelector('.lead strong').innerText`)
	dontKnow(p)
	p.until("another question", `document.querySelector('.lead strong').innerText !== `+quoted(first))
	p.sees(".lead-lost", "Meanwhile")
	for range 12 {
		if eval[bool](p, `document.querySelector('.lead').innerText.includes('That is all that was asked')`) {
			break
		}
		asked := eval[string](p, `document.querySelector('.lead strong').innerText`)
		dontKnow(p)
		p.until("the next question", `document.querySelector('.lead strong').innerText !== `+quoted(asked))
	}
	p.sees(".lead", "That is all that was asked")
	p.click(".lead button", "Ask again what I did not know")
	p.until("it begins anew", `document.querySelector('.lead strong').innerText === `+quoted(first))
	p.click(".lead button", "Show me everything")
	p.sees("#ledger", "What this plan says")
	p.click(".bays button", "Motor")
	p.sees(".bench h2", "Motor")
	require.Equal(t, "208-230/460", p.value("plate.volts"))
	p.sees(".head-where", "My workshop")
	p.visit(s.url + "/")
	p.sees(".workshop h2", "My workshop")
	p.sees(".machine", "Band saw")
	p.fill("#first-plate", "0.55 kW 230/400 V 2.9/1.7 A 915 rpm 50 Hz")
	p.click(".first button", "Go on")
	p.lacks(".first-shop", "My workshop") // there is one
	p.click(".first button", "Start")
	p.sees(".head-where", "Motor of 0.55 kW")
}

// dontKnow goes on from a question; the page may still move to where it is answered, so the button is pressed itself.
func dontKnow(p *page) {
	p.t.Helper()
	p.until("there is a question",
		`[...document.querySelectorAll('.lead button')].some(b => b.innerText.includes('go on'))`)
	eval[bool](p,
		`([...document.querySelectorAll('.lead button')].find(b => b.innerText.includes('go on')).click(), true)`)
}

// With the demonstration the plate is asked first too; the made-up workshops stand under it and take no machine in.
func TestExamplesAreToBeLookedAt(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sees(".first h2", "What does the plate say?")
	p.sees(".yard-examples", "Look at an example")
	p.lacks(".example button", "New machine")
	p.lacks(".example button", "Import")
	p.begin("Lathe")
	p.visit(s.url + "/")
	p.sees(".workshop:not(.example) .machine", "Lathe")
	p.lacks(".example .machine", "Lathe")
	p.visit(s.url + "/wrong")
	p.fill("#wrong-name", "Compressor")
	p.click(".wrong-new button", "Begin")
	p.sees("h1", "Something is wrong")
	p.sees(".tile", "Nothing at all")
	p.visit(s.url + "/")
	p.sees(".workshop:not(.example) .machine", "Compressor")
}
