package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// toWeigh opens the weighing of a machine from its bridge's bay.
func (p *page) toWeigh(machine string) {
	p.t.Helper()
	p.at(machine, "Bridge")
	p.click(".bridge-kind a", "weigh them")
	p.sees(".weigh-answer", "Take ")
}

// The first question of an owner: the bridges stand beside each other, the answer turns with what
// is wanted, and the one that is chosen is taken in one change that can be undone.
//
// Long: one journey, told as it goes.
func TestTheBridgesAreWeighedAndOneIsTaken(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toWeigh("Clay shredder")
	p.sees(`[data-column="capacitor"]`, "Run capacitor")
	p.sees(".weigh-tried, [data-cell='rotary starts']", "")
	p.sees(".weigh-answer", "Take the rotary converter")
	p.until("the borders are drawn", `document.querySelectorAll('.weigh-map rect').length > 50`)
	p.sees(`[data-cell="capacitor cannot"]`, "too much for this method")
	p.sees(`.decides[data-cell="rotary starts"]`, "this decides the column")
	p.shot("weigh")
	eval[bool](p, `(document.querySelector('.weigh-borders').scrollIntoView(), true)`)
	p.shot("weigh-borders")

	// A lighter load that starts free: the answer turns, and nothing is stored by it.
	eval[bool](p,
		`(e => { e.value = '40'; e.dispatchEvent(new Event('input', {bubbles: true})); return true })(document.querySelector('.wants input[name="share"]'))`)
	p.choose(`.wants select[name="start"]`, "free")
	p.sees(".wants-differs", "differ from the job")
	p.until("every bridge is weighed anew",
		`!document.querySelector('.weigh-answer').innerText.includes('still being')`)
	p.sees(`[data-cell="rotary starts"]`, "12 % is to be there")
	p.click(".wants-differs button", "Back to the job")
	p.lacks(".weigh", "differ from the job")
	p.sees(`[data-cell="rotary starts"]`, "96 % is to be there")

	// A variant is kept as it is, before the choice changes the job.
	p.fill("#variant-name", "with a capacitor")
	p.click(".variants button", "as a variant")
	p.until("the variant is kept", `document.querySelector('#variant-name').value === ''`)
	p.click(`[data-column="rotary"] button`, "Choose")
	p.sees(".bench h2", "Bridge")
	p.sees(".bays", "converter, worst winding")
	p.sees(".machine-chooser", "idler")
	p.toWeighAgain()
	p.click(".variants-list button", "with a capacitor")
	p.sees(".variants thead", "As it is now")
	p.sees(".variants thead", "with a capacitor")
	eval[bool](p, `(document.querySelector('.variants').scrollIntoView(), true)`)
	p.shot("weigh-variants")
	p.visit(s.url + "/")
	p.at("Clay shredder", "Bridge")
	p.press("z")
	p.sees(".bays", "µF run to L1")
	p.lacks(".bays", "converter, worst winding")
}

// toWeighAgain opens the weighing from the span's own bar.
func (p *page) toWeighAgain() {
	p.t.Helper()
	p.click(".places-wide a, .places-phone a", "Weigh")
	p.sees(".weigh-answer", "Take ")
}

// A machine that no bridge will do for says what is left; one without a plate says what comes first.
func TestWhatCannotBeWeighedSaysWhy(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Old drying turntable", "Bridge")
	p.click(".bridge-kind a", "weigh them")
	p.sees(".weigh-answer", "None of these as it stands")
	p.sees(".weigh-way", "A transformer")
	p.sees(".weigh-way", "From 236 V to 400 V")
	p.shot("weigh-none")
	p.visit(s.url + "/")
	p.begin("Kiln lift")
	p.sees(".bench h2", "Motor")
	p.click(".places-wide a, .places-phone a", "Weigh")
	p.sees(".weigh-answer", "Then the bridges can be weighed")
	p.shot("weigh-empty")
}

// On a phone one bridge at a time is read, and nothing runs sideways.
func TestBridgesAreWeighedOnAPhone(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toWeigh("Ball mill")
	p.do(chromedp.EmulateViewport(390, 844))
	p.sees(".weigh-pick button", "Drive")
	require.False(t, eval[bool](p, sideways))
	p.shot("weigh-phone")
	p.click(".weigh-pick button", "Run capacitor")
	p.sees(`[data-cell="capacitor windings"]`, "%")
	require.False(t, eval[bool](p, sideways))
	p.rules("weighing at 390 px")
	p.do(chromedp.EmulateViewport(1280, 800))
	p.rules("weighing at 1280 px")
}

// A licensed person reads the whole plan on one page; what is said there stands at its place in
// the job until it is answered.
func TestAReviewIsReadAndAnswered(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Bridge")
	p.click(".places-wide a, .places-phone a", "Weigh")
	p.click(".weigh-where a", "electrician")
	p.sees(".sheet h1", "Blunger: for review")
	p.sees(".review-asks", "Does the local code agree")
	p.sees(`[data-review="protection"]`, "guide value")
	p.shot("review")
	p.click(`[data-review="protection"] h2 button`, "Comment here")
	p.fill("#review-protection", "A thermistor, please.")
	p.click(".review-form button", "Say it")
	p.sees(".review-said", "A thermistor, please.")
	p.rules("review at 1280 px")
	p.do(chromedp.EmulateViewport(390, 844))
	require.False(t, eval[bool](p, sideways))
	p.rules("review at 390 px")
	p.shot("review-phone")
	p.do(chromedp.EmulateViewport(1280, 800))
	p.click(".review-bar a", "Back to the plan")
	p.click(".bays button", "Protection")
	p.sees(".ledger [data-remark]", "A thermistor, please.")
	p.shot("ledger-remark")
	p.click(".ledger [data-remark] button", "Answered")
	p.lacks(".ledger", "A thermistor, please.")
}
