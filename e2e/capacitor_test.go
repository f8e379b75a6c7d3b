package e2e

import "testing"

// The owner's drawer sizes the bridge, a start capacitor brings a loaded machine
// up, and what a relay sees stands beside what the winding feels.
func TestABridgeIsSizedFromTheDrawerAndStarted(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Load")
	p.click(`[data-entry="load.kind"] button`, "Constant")
	p.enter("load.share", "50 %")
	p.click(`[data-entry="load.start"] button`, "Loaded")
	p.click(".bays button", "Bridge")
	p.sees(".span-verdict", "hum and not turn")
	p.enter("bridge.microfarad", "")
	p.enter("bridge.drawer", "40, 30, 15, 10, 5, 3")
	p.sees(".cans", "yours")
	p.sees(".start .figures", "Does not come up")
	p.click(`[data-finding="capacitor.start"] .cure`, "Fit a start capacitor")
	p.sees(`[data-finding="capacitor.start"]`, "it must drop out")
	p.sees(".start .figures", "Start capacitor out")
	p.sees(".start .figures", "Left on it")
	p.sees(".span-verdict", "would run at")
	p.until("three pictures of lines", `document.querySelectorAll('.line-chart polyline').length >= 6`)
	p.click(".bays button", "Protection")
	p.sees(".line-chart", "What a relay sees")
	p.saved()
	p.visit(eval[string](p, "location.href.replace(/protection$/, 'card')"))
	p.sees(".card", "Start capacitor")
}
