package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

// From the drawers to the parts list: a can is put into the stores, the plan of a machine draws
// on it, reserves it, fits it, and it is counted down; another machine sees that it is gone; the
// list goes to the shop with prices and as a file.
func TestFromTheStoresToThePartsList(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sees(".machine", "Slip mixer")
	p.click(".workshop .yard-acts button", "Stores")
	p.sees("h1", "Stores")
	p.sees(".stock", "9 A AC-3, coil 230 V")
	p.fill(".stock-what input", "50 µF 450 V film")
	p.click(".stock-form button", "Put it in")
	p.sees(".stock", "50 µF 450 V film")
	p.visit(s.url + "/")
	p.at("Blunger", "Bridge")
	p.click(".bay-tabs button", "Cans and parts")
	p.sees("[data-part=contactor]", "9 A AC-3, coil 230 V, drawer 2; 1 free")
	p.click("[data-part=contactor] button", "Reserve")
	p.sees("[data-part=contactor]", "1 reserved")
	p.sees("[data-part=contactor] th", "there")
	other := open(t, s.url+"/")
	other.at("Slip mixer", "Bridge")
	other.click(".bay-tabs button", "Cans and parts")
	other.sees("[data-part=contactor]", "Contactor")
	other.lacks("[data-part=contactor]", "9 A AC-3, coil 230 V")
	p.fill("[data-part=wire] .have input", "7")
	p.click("[data-part=wire] button", "Reserve")
	p.sees("[data-part=wire]", "7 m reserved")
	p.click("[data-part=contactor] button", "Fitted")
	p.sees("[data-part=contactor]", "1 fitted")
	p.fill(`[data-entry="parts.prices"] textarea`, "overload relay: 31.20 €, corner shop")
	p.click(".buys h3", "")
	p.sees("[data-part=relay]", "corner shop")
	p.sees(".buys", "31.20")
	p.enter("parts.hours", "6 h")
	p.sees(".buys", "6 h of work")
	p.until("the list can be taken along", `document.querySelector('.buys a[href*="parts.xlsx"]') !== null`)
	p.saved()
	p.visit(s.url + "/")
	p.click(".workshop .yard-acts button", "Stores")
	p.until("the contactor is counted down", `[...document.querySelectorAll('[data-stock^="9 A AC-3"] td')].map(x => x.textContent.trim()).slice(0, 2).join() === '0,0'`)
	p.sees(`[data-stock^="9 A AC-3"]`, "Blunger 1 fitted")
	p.click(`[data-stock^="50 µF"] button`, "Take out")
	p.lacks(".stock", "50 µF 450 V film")
	p.do(chromedp.EmulateViewport(390, 844))
	p.until("nothing scrolls sideways", `document.documentElement.scrollWidth <= 390`)
}
