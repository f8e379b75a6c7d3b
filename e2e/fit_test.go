package e2e

import (
	"github.com/chromedp/chromedp"
	"testing"
)

// A replacement motor: the old one's plate and frame, what survives, what to bore and drill, the
// order of the work; then the sheave that keeps the machine's speed.
func TestAReplacementMotor(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Motor")
	p.click("details.fit summary", "In another motor")
	p.lacks(".fit-order li", "")
	for _, e := range [][2]string{{"fit.plate.power", "0.75 kW"}, {"fit.plate.volts", "230 V"},
		{"fit.plate.amps", "5.6 A"}, {"fit.plate.rpm", "925"}, {"fit.other.frame", "80"}} {
		p.enter(e[0], e[1])
	}
	p.click("[data-entry='fit.plate.phases'] button", "One phase")
	p.click("[data-entry='fit.coupling'] button", "Coupling")
	p.sees(".fit-table", "10 mm too high: its base goes down")
	p.sees(".fit-table", "5 mm thicker")
	p.until("both are drawn, with a table for readers", `document.querySelector('details.fit .drawing svg') &&
		document.querySelector('details.fit .drawing table').textContent.includes('shaft height 80')`)
	p.sees(".ledger", "10 mm too high: its base must go down")
	p.sees(".fit-terms", "1290 VA")
	p.sees(".fit-order li", "Bring the base down by 10 mm")
	p.enter("fit.this.height", "80 mm")
	p.sees(".fit-table", "stands at the same height")
	p.lacks(".ledger", "its base must go down")
	p.enter("fit.this.overall", "310 mm")
	p.enter("fit.room", "300 mm")
	p.sees(".ledger", "10 mm longer than the room for it")

	p.click(".bays button", "Load")
	p.click("details.belt summary", "Sheaves and belt")
	p.enter("load.belt.motor", "80 mm")
	p.enter("load.belt.tool", "200 mm")
	p.enter("load.belt.centre", "400 mm")
	p.sees("details.belt", "Belt length asked")
	p.until("the belt is drawn", `document.querySelector('details.belt .drawing svg')`)
	p.enter("load.belt.wanted", "370 rpm")
	p.sees(".belt-change", "For 370 rpm at the machine")
	p.sees(".belt-change", "straightedge")
	p.enter("load.belt.most", "400 rpm")
	p.sees(".ledger", "over the 400 rpm that its maker allows")
	p.saved()
	p.do(chromedp.Reload())
	p.sees("details.belt", "For 370 rpm at the machine")
}
