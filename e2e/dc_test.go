package e2e

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/core/dc"
)

// A jigger wheel from its pasted plate to trims that are set and a card that prints.
//
// Long: one journey, told as its person goes it.
func TestAJiggerWheelFromPlateToSetTrims(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.begin("Second wheel", "north-america")
	// A DC plate typed into an empty three-phase plate is recognised, and the cure takes the bridge.
	p.fill("#plate-line", "3/4 HP 90 V DC 7.6 A 1800 rpm permanent magnet FF 1.4")
	p.key(kb.Enter)
	p.sees(".plate-line", "a DC motor")
	p.sees(".ledger", "This is a DC motor.")
	p.click(".ledger .plain", "Take the DC bridge")
	p.sees(".bench", "Armature volts, DC")
	p.sees(`[data-figure="torque"]`, "2.97")
	p.sees(`[data-figure="ra"]`, "hot")
	p.click(".bays button", "Supply")
	p.enter("supply.volts", "119")
	p.click(".bays button", "Load")
	p.click(`[data-entry="load.kind"] button`, "Constant")
	p.enter("load.share", "45 %")
	p.click(".bays button", "Leads")
	p.sees(".bench", "Which lead is which has not been found")
	p.fill(`[data-entry="leads.brushed.ohms"] textarea`, "1 2 1.0\n1 frame open")
	p.key(kb.Tab)
	p.sees(".bench", "Every lead has its name")
	p.click(".bay-tabs button", "Brushes")
	for i := range 7 {
		p.click(`.looks li:nth-child(`+strconv.Itoa(i+1)+`) button:first-child`, "Like this")
		p.until("it is noted", `document.querySelectorAll('.looks .chosen').length === `+strconv.Itoa(i+1))
	}
	p.lacks(".ledger", "have not been looked at whole")
	// Held fast and measured, the armature is no longer estimated.
	p.click(".bay-tabs button", "Armature")
	p.until("estimated", `document.querySelector('[data-figure="ra"] .ring-estimated')`)
	p.fill(`[data-entry="leads.brushed.locked"] textarea`, "4.4 V 3.2 A\n4.7 V 3.4 A\n4.3 V 3.0 A")
	p.key(kb.Tab)
	p.until("measured", `document.querySelector('[data-figure="ra"] .ring-measured')`)

	p.click(".bays button", "Bridge")
	p.sees(".ledger", "Which controller?")
	p.click(`[data-controller="sike-90"] button`, "Sike 90")
	p.sees(".bench h2", "Sike 90")
	p.sees(".bench .caution", "mains potential")
	// The dial in any of its units.
	p.click(".bay-tabs button", "Speed")
	p.enter("dc.motor_sheave", "40 mm")
	p.enter("dc.tool_sheave", "400 mm")
	p.until("the tool follows",
		`Math.abs(document.querySelector('[aria-label="Tool, rpm"]').value - document.querySelector('[aria-label="Motor, rpm"]').value / 10) < 1`)
	p.fill(`input[aria-label="Tool, rpm"]`, "90")
	p.key(kb.Enter)
	p.until("the motor follows", `Math.abs(document.querySelector('[aria-label="Motor, rpm"]').value - 900) < 1`)
	p.sees(".wave", "form factor")
	p.fill(`input[aria-label="Motor, rpm"]`, "9000")
	p.key(kb.Enter)
	p.sees(".ledger", "The dial ends at")
	p.click(`button[aria-label="Undo"]`, "")
	p.lacks(".ledger", "The dial ends at")
	// IR that hunts is a stop, and its cure takes it back.
	p.enter("dc.ir", "200 %")
	p.sees(".ledger", "the speed hunts by itself")
	p.click(".bay-tabs button", "Trims")
	p.sees(".bench", "The sheet waits")
	p.click(".ledger .plain", "Set IR to 80 %")
	p.lacks(".ledger", "hunts by itself")
	p.sees(`[data-trim="MAX"]`, "Right when")
	rows := eval[int](p, `document.querySelectorAll('.trims li').length`)
	require.Equal(t, 9, rows)
	for n := range rows {
		p.click(".trims li:not(.done) input", "")
		p.until("one more is set", `document.querySelectorAll('.trims li.done').length === `+strconv.Itoa(n+1))
	}
	p.fill(`[data-entry="dc.read_back"] textarea`, "MAX 9:00")
	p.key(kb.Tab)
	p.sees(".ledger", "MAX was found at 9:00")
	for kind, begins := range map[string]string{"csv": "code,setting", "xlsx": "PK", "pdf": "%PDF-"} {
		got := eval[string](p,
			`fetch(location.pathname.replace(/^\/jobs\/([^/]+).*/, '/api/jobs/$1/settings.`+kind+`')).then(async r => r.status + (await r.text()).slice(0, 12))`)
		require.True(t, strings.HasPrefix(got, "200"+begins), "%s: %s", kind, got)
	}
	// Stops and the swap.
	p.click(".bay-tabs button", "Start and stop")
	p.click(`[data-entry="dc.brake"] button`, "There is one")
	p.sees(".ledger", "brings it to a twentieth")
	p.enter("dc.brake_ohm", "0.5 Ω")
	p.sees(".ledger", "the commutator burns")
	p.click(".ledger .plain", "Take the plan")
	p.lacks(".ledger", "the commutator burns")
	p.click(".film-choice button", "Stop on the resistor")
	p.sees(".films", "At a stand after")
	p.click(".bay-tabs button", "Keep or swap")
	p.sees(".bench", "Frame and shaft")
	p.click(".bay-tabs button", "Wiring")
	p.until("it is drawn", `[...document.querySelectorAll('.bench svg text')].some(t => t.textContent === 'Sike 90')`)
	p.saved()
	p.click(".places-wide a, .places-phone a", "Card")
	p.sees(".card", "Turned round by its armature leads only")
	p.sees(".card", "Fastest, dial at its end")
	require.Equal(t, 1, pages(t, p, chromedp.PaperA4), "the card prints on one A4 page")
	require.Equal(t, 1, pages(t, p, chromedp.PaperLetter), "and on one Letter page")
}

// A controller bought used on a shunt motor: faded leads found, the field guarded, every
// step of its inspection done; its profile goes out and comes in under another name.
func TestASecondHandControllerOnAShuntMotor(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Press feed", "Leads")
	p.sees(".bench", "Which pair is the armature is not known yet")
	p.enter("leads.brushed.turned", "1 2")
	p.sees(".bench", "Every lead has its name")
	p.click(`[data-entry="leads.brushed.names"] button`, "A E D")
	p.sees(".bench", "E1, E2")
	p.click(".bays button", "Bridge")
	p.click(".bay-tabs button", "Wiring")
	p.sees(".run", "no switch, no plug, no fuse")
	p.sees(".bench", "the motor runs away")
	p.click(".bay-tabs button", "Inspect")
	p.sees(".inspect", "a lamp of 180 V")
	const left = `document.querySelectorAll('.inspect li:not(.done)').length`
	for n := eval[int](p, left); n > 0; n-- {
		p.click(".inspect li:not(.done) label", "")
		p.until("one step more", left+" === "+strconv.Itoa(n-1))
	}
	p.lacks(".ledger", "steps of its inspection are open")
	// A field of other volts burns.
	p.click(".bays button", "Motor")
	p.enter("plate.field_volts", "100 V")
	p.sees(".ledger", "would get 200 V: it burns")
	p.press("z")
	p.lacks(".ledger", "it burns")
	// The profile as a file.
	p.click(".bays button", "Bridge")
	p.click(".bay-tabs button", "Choose")
	own, _ := dc.ByID("sike-90")
	own.ID, own.Name, own.FieldAmps = "sill-5", "Sill 5", 0
	text, err := json.MarshalIndent(own, "", " ")
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "sill.json")
	give := func(text string) {
		require.NoError(t, os.WriteFile(file, []byte(text), 0o644))
		p.do(chromedp.SetUploadFiles(`.bench input[type=file]`, []string{file}))
	}
	p.expect("422")
	give(strings.Replace(string(text), `"turn": "most"`, `"turn": "mosst"`, 1))
	p.sees(".trouble", "trims[1].turn")
	p.sees(".bench h2", "Sike 90")
	give(string(text))
	p.sees(".bench h2", "Sill 5")
	p.sees(".ledger", "feeds no field, and this motor has one")
	p.press("z")
	p.sees(".bench h2", "Sike 90")
	p.saved()
}

// A controller that does not ship: from what stands on it to a card.
func TestAStrangeControllerFromItsLabelToACard(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Jigger wheel", "Bridge")
	p.click(".bay-tabs button", "Choose")
	p.enter("dc.plate", "IN 115 V AC 15 A")
	p.sees(`[data-entry="dc.plate"]`, "output's amps are missing")
	p.enter("dc.plate", "IN 120 V AC 12 A  ARM 0-90 V DC 10 A")
	p.sees(`[data-entry="dc.plate"]`, "armature: 90 V, 10.0 A")
	p.click(`[data-controller="by-plate"] button`, "Your 90 V, 10.0 A controller")
	p.sees(".bench h2", "Your 90 V, 10.0 A controller")
	p.sees(".ledger", "What stands beside the armature's two screws")
	p.click(".bay-tabs button", "Choose")
	p.enter("dc.armature_screws", "M1 M2")
	p.lacks(".ledger", "What stands beside the armature's two screws")
	p.click(".bay-tabs button", "Trims")
	p.sees(".trims", "Current limit")
	p.sees(".bench", "Each is set by the meter")
	p.click(".bay-tabs button", "Wiring")
	p.sees(".bench", "M1")
	p.saved()
	p.visit(strings.TrimSuffix(eval[string](p, "location.href"), "/bridge") + "/card")
	p.sees(".card", "Your 90 V, 10.0 A controller")
	p.sees(".card", "only its plate is known here")
}
