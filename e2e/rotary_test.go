package e2e

import (
	"strconv"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

// plateOf types a plate into the machine that is worked on, and says that its leads are
// six, joined in delta.
func (p *page) plateOf(entries [][2]string) {
	p.t.Helper()
	p.click(".bays button", "Motor")
	for _, e := range entries {
		p.enter(e[0], e[1])
	}
}

// From two plates to balanced cans and a card: an idler, a machine on it, the wrong
// direction caught, the cans chosen on their map.
//
// Long: one journey, told as its person goes it.
func TestAConverterFromTwoPlatesToItsCard(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.begin("Slip room converter")
	p.plateOf(
		[][2]string{
			{"plate.power", "4 kW"},
			{"plate.volts", "230/400"},
			{"plate.connection", "Δ/Y"},
			{"plate.amps", "14.6/8.4"},
			{"plate.rpm", "1440"},
			{"plate.hertz", "50"},
			{"plate.power_factor", "0.82"},
			{"plate.phases", "3"},
		},
	)
	p.click(".bays button", "Bridge")
	p.click(`[data-entry="bridge.kind"] button`, "Rotary converter")
	p.sees(".ledger", "Say which motor is the idler.")
	p.click(".ledger .cure", "is the idler")
	p.sees(".ledger", "No machine stands on this idler yet.")

	p.click(".machine-chooser .setting", "Machines")
	p.sees(".el-dialog", "Machines of this job")
	p.click(".el-dialog button", "Add a machine")
	p.until("two machines", `document.querySelectorAll('.machines li').length === 2`)
	p.fill(`[data-machine="m2"] input`, "Mud pan")
	p.key(kb.Tab)
	p.sees(".machine-chooser", "Mud pan")
	p.key(kb.Escape)
	p.until("the dialog is gone", `![...document.querySelectorAll('.el-dialog')].some(e => e.offsetParent)`)
	p.sees(".ledger", "Not counted yet: Mud pan.")
	p.plateOf(
		[][2]string{
			{"plate.power", "2.2 kW"},
			{"plate.volts", "230/400"},
			{"plate.connection", "Δ/Y"},
			{"plate.amps", "8.7/5.0"},
			{"plate.rpm", "1430"},
			{"plate.hertz", "50"},
			{"plate.power_factor", "0.81"},
			{"plate.phases", "3"},
		},
	)
	p.click(".bays button", "Load")
	p.click(`[data-entry="load.kind"] button`, "Constant")
	p.enter("load.share", "85 %")
	p.click(".bays button", "Bridge")
	p.lacks(".ledger", "Not counted yet")
	p.sees(`[data-motor="m2"]`, "Runs")
	p.sees(".motors h3", "Mud pan at work")
	p.click(`[data-motor="m2"] .switch`, "Runs")
	p.sees(".motors h3", "The idler alone")

	// The map, by hand and by keys; what is chosen is in the document.
	p.click(".bay-tabs button", "Balance cans")
	p.sees(".options", "Two equal banks")
	p.click(`[data-option="best"] button`, "best found")
	p.saved()
	best := p.value("rotary.l1_l3_microfarad")
	n, err := strconv.ParseFloat(best, 64)
	require.NoError(t, err)
	require.Greater(t, n, 20.0)
	p.until("the map is whole", `document.querySelector('.map-land, .map-contour')`)
	eval[bool](p, `(document.querySelector('.map-handle').focus(), true)`)
	p.key(kb.ArrowRight)
	p.until(
		"one microfarad more",
		`document.querySelector('[data-entry="rotary.l1_l3_microfarad"] input').value === `+quoted(
			strconv.FormatFloat(n+1, 'f', -1, 64),
		),
	)
	box := eval[[]float64](
		p,
		`(() => { const b = document.querySelector('.balance-picture svg').getBoundingClientRect(); return [b.left, b.top, b.width, b.height] })()`,
	)
	p.drag(box[0]+box[2]*0.3, box[1]+box[3]*0.5, box[0]+box[2]*0.2, box[1]+box[3]*0.2)
	p.saved()
	p.sees(".ledger", "would bring the worst winding to")
	p.click(`[data-option="best"] button`, "best found")

	// Spun the wrong way.
	p.sees(".ledger", "Which way is the idler spun?")
	p.click(`[data-entry="rotary.spun"] button`, "Backward")
	p.sees(".do, .bench", "would burn")
	p.click(`[data-entry="rotary.spun"] button`, "Forward")
	p.lacks(".do, .bench", "would burn")

	p.click(".bay-tabs button", "Which idler")
	p.sees(".sizes", "serves")
	p.click(".bay-tabs button", "Start")
	p.click(`[data-entry="rotary.start_by"] button`, "Start capacitor, button")
	p.sees(".ledger", "Size the start capacitor")
	p.click(".ledger .cure", "Note")
	p.sees(".film", "Inrush, peak")
	p.click(".bay-tabs button", "Timetable")
	p.click(`[data-entry="rotary.controls"] button`, "The made line")
	p.sees(".ledger", "Controls hang on the made line")
	p.click(`[data-entry="rotary.controls"] button`, "Lines 1 and 2")
	p.click(`[data-entry="rotary.drops_out"] button`, "Yes, each one")

	// The keys [ and ] go from machine to machine; each has a card of its own.
	p.press("[")
	p.sees(".machine-chooser .chosen", "Idler")
	p.click(".plan-bar a, .plan-bar button, a, button", "Card")
	p.sees("body", "Balance cans L1-L3")
	p.sees("body", "The made line is live as long as the idler turns")
}

// On a phone the street is one column, its switches a thumb wide, and nothing scrolls
// sideways.
func TestTheStreetOnAPhone(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.do(chromedp.EmulateViewport(390, 844))
	p.at("Clay room converter", "Bridge")
	p.click(".machine-chooser button", "Pug mill")
	p.sees(".motors h3", "Pug mill at work")
	p.click(`[data-motor="m3"] .switch`, "Stands")
	p.sees(".motors", "kept apart by the shop")
	require.GreaterOrEqual(
		t,
		eval[float64](p, `document.querySelector('.switch').getBoundingClientRect().height`),
		44.0,
	)
	for _, tab := range []string{"Balance cans", "Which idler", "Start", "Timetable"} {
		p.click(".bay-tabs button", tab)
		p.until("nothing scrolls sideways in "+tab, `document.documentElement.scrollWidth <= 390`)
	}
}

// A machine comes in from a job of its own, with the way back to its history; that job
// then goes to the archive.
func TestAMachineIsBroughtInFromAnotherJob(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Clay room converter", "Bridge")
	p.click(".machine-chooser .setting", "Machines")
	p.fill(`.bring input`, "Slab roller")
	p.key(kb.Enter)
	p.click(".found button", "Slab roller")
	p.until("it stands there", `document.querySelectorAll('.machines li').length === 4`)
	p.sees(".origin", "its earlier history")
	p.click(".el-dialog button", "Put its own job into the archive")
	p.lacks(".el-dialog", "stands here now")
	p.key(kb.Escape)
	p.click(".machine-chooser button", "Slab roller")
	p.click(".bays button", "Motor")
	p.until("its plate came with it", `document.querySelector('[data-entry="plate.power"] input').value === '1/2 HP'`)
	p.saved()
	p.visit(s.url + "/")
	p.sees(".machine", "Clay room converter")
	p.lacks(".machine strong, .machine h3", "Slab roller")
}
