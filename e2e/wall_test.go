package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

// What is in the wall decides first: a breaker that does not guard its wire stops everything
// and names the cheapest cure; the workshop's circuit fills what the job does not say; what
// else runs on it counts; a feeder without an earth is not fed.
func TestTheWallAndItsCure(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Supply")
	p.sees(".wall-sentence", "Run capacitor: Nothing that is entered fails")
	p.sees(".wall-unseen", "Not looked at: panel, earth, residual-current device, wiring as found.")
	p.sees(".wall-others", "Drive: Nothing that is entered fails")
	p.enter("supply.breaker", "50 A")
	p.sees(".wall-links .weakest", "Wire")
	p.sees(".wall-sentence", "The wall does not carry it. Tightest: wire.")
	p.sees(".wall-cure", "Cheapest: a breaker of 32 A on the same wire")
	p.sees(".next", "Mend the feeder")
	p.click(".wall-links button", "Earth")
	p.until("its entry is at hand", `document.activeElement?.closest('[data-entry="supply.earth"]')`)
	p.enter("supply.earth", "none")
	p.sees(".wall-links .wall-stop", "none")
	p.enter("supply.earth", "6 mm²")
	p.enter("supply.breaker", "")
	p.saved() // what is chosen next comes with a breaker of its own
	p.click(`[data-entry="supply.circuit"] button`, "Clay room")
	p.sees(`[data-link="breaker"]`, "32 A")
	p.lacks(".wall-links .wall-stop", "A")
	p.fill(`[data-entry="supply.others"] textarea`, "kiln fan 24 A")
	p.click(".wall-sentence", "")
	p.sees(".wall-cure", "put what else runs on it (kiln fan) on another circuit")
	p.fill(`[data-entry="supply.others"] textarea`, "")
	p.click(".wall-sentence", "")
	p.click(`[data-entry="supply.residual"] button`, "Type AC")
	p.sees(`[data-link="residual"]`, "type AC")
	p.sees(".wall-sentence", "Tightest: residual-current device.")
	p.click(`[data-entry="supply.residual"] button`, "Type B")
	p.saved()
	p.click(".wall-look", "nothing of these")
	p.saved()
	p.enter("supply.panel", "6 A")
	p.sees(".wall-links .wall-caution", "6 A main")
	p.enter("supply.panel", "63 A, else 20 A")
	p.sees(".wall-others", "Rotary converter (planned)")
	p.sees(".wall-sentence", "Nothing that is entered fails; the tightest is the earth")
	p.lacks(".wall-unseen", "Not looked at")
	p.fill(`[data-entry="supply.over_time"] textarea`, "2026-02-11 18:30 205 V")
	p.click(".wall-sentence", "")
	p.sees(".ledger", "On 2026-02-11 18:30 the outlet had 205 V")
	p.enter("supply.loaded", "231 V 9.5 A")
	p.sees(".ledger", "Lights on the same panel dip by")
	p.saved()
	p.do(chromedp.EmulateViewport(390, 844))
	p.until("nothing scrolls sideways", `document.documentElement.scrollWidth <= 390`)
	p.until("the staircase is drawn", `document.querySelectorAll('.stairs [data-stair] path').length === 3`)
}
