package e2e

import (
	"fmt"
	"math/cmplx"
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/picture"
	"graybridge/core/scenario"
)

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
	p.click(".bay-tabs button", "Cans and parts")
	p.enter("bridge.drawer", "40, 30, 15, 10, 5, 3")
	p.sees(".cans", "yours")
	p.sees(".combos", "cheapest")
	p.click(".bay-tabs button", "Start")
	p.sees(".start .figures", "Does not come up")
	p.click(`[data-finding="capacitor.start"] .cure`, "Fit a start capacitor")
	p.sees(`[data-finding="capacitor.start"]`, "It starts with the start capacitor of")
	p.unfold()
	p.sees(`[data-finding="capacitor.start"]`, "it must drop out")
	p.sees(".start .figures", "Start capacitor out")
	p.sees(".start .figures", "Left on it")
	p.until("speed and amps are drawn", `document.querySelectorAll('.start .line-chart polyline').length >= 2`)
	p.click(`[data-entry="bridge.start_by"] button`, "A relay")
	p.click(".bay-tabs button", "Cans and parts")
	p.sees(".buys", "Voltage relay for the start capacitor")
	p.sees(".buys", "Contactor")
	p.click(".bay-tabs button", "Size")
	p.click(`[data-entry="bridge.reversing"] button`, "By a switch")
	p.sees(".finding-line", "Reverse only at standstill")
	p.sees(".span-verdict", "would run at")
	p.until("the range is drawn", `document.querySelectorAll('.line-chart polyline').length >= 3`)
	p.click(".bays button", "Protection")
	p.sees(".line-chart", "What a relay sees")
	p.saved()
	p.visit(eval[string](p, "location.href.replace(/protection$/, 'card')"))
	p.sees(".card", "Start capacitor")
}

// Readings on the running bridge: what to expect stands there first, the round
// says how many µF fewer, the cans are changed, the next round agrees.
func TestABridgeIsTrimmedFromMeasuredAmps(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Bridge")
	p.enter("bridge.microfarad", "70")
	p.click(".bay-tabs button", "Trim")
	p.sees(".trim", "The box is live for these readings")
	p.sees(".trim-form", "Amps in the motor leads")
	p.sees(".trim", "At 70 µF and 65 % load")

	round := func(microfarad float64) {
		for i, text := range trimReadings(t, microfarad) {
			p.fill(`.trim-form input[aria-label="`+trimFields[i]+`"]`, text)
		}
		p.key(kb.Enter)
	}
	p.fill(`.trim-form input[aria-label="Lead L1"]`, "4.1")
	p.key(kb.Enter)
	p.sees(".trim-go", "Of leads all 3 are needed")
	round(70)
	p.sees(".trim .finding-line", "µF fewer")
	p.sees(".trim-rounds", "Made line’s lead")
	p.click(".trim .finding-line .plain", "Put ")
	p.sees(".trim .finding-line", "read again at the same load")
	p.saved()
	uf := eval[float64](p,
		`fetch(location.pathname.replace(/^\/jobs\/([^/]+).*/, '/api/jobs/$1')).then(r => r.json()).then(j => j.plan.link.microfarad)`)
	require.Less(t, uf, 60.0)
	round(uf)
	p.sees(".trim .finding-line", "is right; the worst winding carries")
	p.until("two rounds stand there", `document.querySelectorAll('.trim-rounds table').length === 2`)
	// The load that the readings show can be taken, and undone.
	p.click(".trim .finding-line .plain", "as the load")
	p.until("taken", `!document.querySelector('.trim .finding-line .plain')`)
	p.press("z")
	p.until("and back", `document.querySelector('.trim .finding-line .plain')`)
}

// trimFields are the fields for what trimReadings gives.
var trimFields = []string{"Lead L1", "Lead L2", "Made line’s lead", "Made line to L1", "Made line to L2", "L1 to L2"}

// trimReadings is what a meter shows on a blunger that is loaded less than said
// and magnetises a little harder than its plate lets one think.
func trimReadings(t *testing.T, microfarad float64) []string {
	d := scenario.Blunger()
	d.Machines[0].Load.Share = "50 %"
	b, ok := picture.BenchCase(d, "wanted")
	require.True(t, ok)
	m := &b.Circuit.Machines[0]
	m.Equivalent.XmOhm *= 0.94
	b.Circuit.Elements[0].Microfarad = microfarad
	require.Equal(t, "run capacitor", b.Circuit.Elements[0].Name)
	s, err := circuit.Compile(&b.Circuit)
	require.NoError(t, err)
	require.NoError(t, s.Solve())
	line, through := s.SourceAmps(0), s.ElementAmps(0)
	amps := func(x complex128) string { return fmt.Sprintf("%.2f", cmplx.Abs(x)) }
	volts := func(a, b string) string { return fmt.Sprintf("%.0f", cmplx.Abs(s.Volts(a, b))) }
	return []string{amps(line + through), amps(line), amps(through), volts("L3", "L1"), volts("L3", "L2"),
		volts("L1", "L2")}
}
