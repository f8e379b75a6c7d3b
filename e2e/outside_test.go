package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

// A drive that a machine controller commands: who may stop it, what a broken wire does, what is keyed and wired.
func TestADriveCommandedFromOutside(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Ball mill", "Bridge")
	p.click(".bay-tabs button", "Choose")
	p.click(`[data-drive="wath-11"] button`, "Wath 11")
	p.sees(".bench h2", "Wath 11")
	p.click(".bay-tabs button", "Control")
	p.click(`[data-entry="drive.run"] button`, "A machine controller")
	p.sees(".control-map thead", "Controller")
	p.click(`[data-entry="drive.emergency_stop"] button`, "None yet")
	p.sees(".bench", "a program stands between the hand and the stop")
	p.click(`[data-entry="drive.emergency_stop"] button`, "Within reach")
	p.lacks(".bench", "a program stands between the hand and the stop")
	p.click(`[data-entry="drive.speed"] button`, "0 to 10 V")
	p.sees(".bench", "A broken 0 to 10 V wire reads as zero")
	p.sees(".bench", "isolated from the mains?")
	p.click(`[data-entry="drive.isolated"] button`, "Isolated")
	p.lacks(".bench", "isolated from the mains?")
	p.click(`[data-entry="drive.speed"] button`, "4 to 20 mA")
	p.sees(".bench", "once the sheet is keyed")
	p.enter("drive.signal", "5-45 Hz")
	p.click(".control-further summary", "")
	p.enter("drive.presets", "15; 90 Hz")
	p.sees(".bench", "lies above the")
	p.enter("drive.presets", "15; 30 Hz")
	p.lacks(".bench", "lies above the")
	p.enter("drive.jog", "4 Hz")
	p.click(`[data-entry="drive.mode"] button`, "Vector")
	p.sees(".bench", "has not measured this motor")
	p.click(`[data-entry="drive.tuned"] button`, "Measured")
	p.lacks(".bench", "has not measured this motor")
	p.saved()
	p.shot("control")
	p.click(".bay-tabs button", "Settings")
	for _, code := range []string{"m50", "m54", "m55", "m56", "m58", "m59"} {
		p.sees(".settings", code)
	}
	p.click(".bay-tabs button", "Wiring")
	for _, end := range []string{"machine controller, run output", "signal of the other device, plus",
		"speed selector, contact 1"} {
		p.sees(".bench", end)
	}
}

// A motor for 400 V on a 230 V wall: the stop names a transformer, a touch puts it ahead, the plan goes on behind it.
func TestATransformerIsTakenAsACure(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Motor")
	p.enter("plate.volts", "400/690")
	p.enter("plate.amps", "2.7/1.55")
	p.sees(".ledger", "too low for this motor")
	p.click(".bays button", "Supply")
	p.sees(".bench h2", "Supply")
	p.enter("supply.transformer", "3 kVA")
	p.sees(`[data-entry="supply.transformer"]`, "like 230/400 V 3 kVA")
	p.enter("supply.transformer", "230/400 V 2.5 kVA")
	p.lacks(".ledger", "too low for this motor")
	p.sees(".bench", "Behind the transformer")
	p.sees(".bench", "Switched on, it takes")
	p.saved()
	p.click(".bays button", "Bridge")
	p.sees(".bench h2", "Bridge")
	p.click(".ledger button", "Follow the plan")
	p.lacks(".ledger", "would carry")
	p.unfold()
	p.sees(".ledger", "The transformer of 2.5 kVA carries")
}

// Motors that may be bought: each is planned in this one's place; a line that is no plate is named.
func TestMotorsAreComparedBeforeTheyAreBought(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Ball mill", "Motor")
	p.click(".candidates summary", "compare motors")
	p.sees(`[aria-label="For the shop"]`, "Three-phase, 230 V among its volts")
	p.fill(`[data-entry="plate.candidates"] textarea`, "0.75 kW 230/400 V 3.8/2.2 A 925 rpm 50 Hz; 60 €\n"+
		"0.37 kW 230/400 V 2.2/1.25 A 900 rpm 50 Hz; 20 €")
	p.key(kb.Tab)
	p.until("both are weighed", `document.querySelectorAll('[data-candidate]').length === 2`)
	p.sees("[data-candidate]", "60 €")
	require.Contains(t, eval[string](p, `document.querySelectorAll('[data-candidate]')[1].innerText`), "does not suit")
	p.saved()
	p.shot("motors")
	p.fill(`[data-entry="plate.candidates"] textarea`, "soap")
	p.key(kb.Tab)
	p.sees(`[data-entry="plate.candidates"]`, "Power, volts, amps, rpm and hertz are asked")
}

// On a phone, at the machine: a drive by its plate, its codes out of the leaflet, what is keyed is ticked.
func TestADrivesCodesAreFilledAtTheMachine(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.do(chromedp.EmulateViewport(390, 844, chromedp.EmulateMobile))
	p.visit(s.url + "/")
	p.at("Ball mill", "Bridge")
	p.click(".bay-tabs button", "Choose")
	p.enter("drive.plate", "IN: AC 1PH 220-240V 50/60Hz 14A OUT: AC 3PH 0~240V 7A 1.5kW")
	p.click(`[data-drive="by-plate"] button`, "Your 1.5 kW drive")
	p.sees(".bench h2", "Your 1.5 kW drive")
	p.click(".bay-tabs button", "Settings")
	p.fill(`.settings input[aria-label="Code of Motor's rated amps"]`, "P3.05")
	p.key(kb.Tab)
	p.saved()
	p.click(`.settings input[aria-label="P3.05 is set"]`, "")
	p.sees(".settings .settings-keyed", "keyed and read back 20")
	require.False(t, eval[bool](p, sideways), "nothing scrolls sideways")
	p.rules("settings at 390 px")
}
