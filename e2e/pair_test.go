package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

// An owner whose blunger never runs light tries two capacitors where one does not carry the
// load: they are offered, proved in time and put on a card; another value shows what it does,
// and a machine that idles is refused them.
func TestTwoCapacitorsWhereOneDoesNotCarry(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Load")
	p.enter("load.share", "80 %")
	p.enter("load.lightest", "70 %")
	p.saved()
	p.click(".bays button", "Bridge")
	p.click(".bay-tabs button", "Two capacitors")
	p.sees(".pair-answer", "Two capacitors carry what one cannot")
	p.sees(".pair-lines", "Idling, load lost")
	p.sees(".caution", "discharge both")
	p.until("the map of both µF is drawn", `document.querySelectorAll('.pair-map rect').length > 400`)
	p.until("it is proved in time", `document.querySelector('[data-pair="proof-up"]')`)
	p.sees(".pair-card", "Lock off, prove dead")
	p.sees(".pair-card", "bleed")
	if *picturesTo != "" {
		p.do(chromedp.EmulateViewport(1280, 1500))
		eval[bool](p, `(window.scrollTo(0, 260), true)`)
		p.picture("pair")
		p.do(chromedp.EmulateViewport(390, 844))
		eval[bool](p, `(document.querySelector('.pair-answer').scrollIntoView(), true)`)
		p.picture("pair-phone")
		p.do(chromedp.EmulateViewport(1280, 800))
	}
	p.enter("bridge.pair_first_microfarad", "9")
	p.until("what a wrong value does is shown",
		`document.querySelector('[data-pair="usual"]')?.innerText.match(/1[1-9][0-9]/)`)
	p.sees(".pair-answer", "Not with these µF")
	p.click(".bays button", "Load")
	p.enter("load.lightest", "0 %")
	p.saved()
	p.click(".bays button", "Bridge")
	p.click(".bay-tabs button", "Two capacitors")
	p.enter("bridge.pair_first_microfarad", "")
	p.sees(".pair-answer", "it runs too light at times")
}
