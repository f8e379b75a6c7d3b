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

	"graybridge/core/drive"
)

// A second-hand drive, from the plate of its motor to the sheet that is keyed
// and read back.
//
// Long: one journey, told as its person goes it.
func TestASecondHandDriveFromPlateToKeyedSheet(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.begin("Ball mill two")
	for _, e := range [][2]string{{"plate.power", "0.75 kW"}, {"plate.volts", "230/400"}, {"plate.connection", "Δ/Y"},
		{"plate.amps", "3.8/2.2"}, {"plate.rpm", "925"}, {"plate.hertz", "50"}, {"plate.power_factor", "0.68"},
		{"plate.phases", "3"}} {
		p.enter(e[0], e[1])
	}
	p.click(".bays button", "Load")
	p.click(`[data-entry="load.kind"] button`, "Constant")
	p.enter("load.share", "70 %")
	p.click(".bays button", "Bridge")
	p.click(`[data-entry="bridge.kind"] button`, "Drive")
	p.sees(".ledger", "Which drive? It is chosen by amps.")
	p.sees(`[data-drive="ghyll-7"]`, "Does not fit")
	p.sees(`[data-drive="fell-40"]`, "Fits with limits")
	p.click(`[data-drive="rill-15"] button`, "Rill 15")
	p.sees(".bench h2", "Rill 15")
	p.click(".bay-tabs button", "Choose")
	p.click(`[data-entry="drive.second_hand"] button`, "Second-hand")
	p.sees(".ledger", "steps of the inspection are not done")

	p.click(".bay-tabs button", "Inspect")
	p.sees(".inspect", "Hold both arrows while the power comes on")
	p.sees(".inspect", "You should see:")
	p.enter("drive.sink_ohm", "4000 Ω")
	p.sees(".ledger", "Its heat sink is not earthed")
	p.enter("drive.sink_ohm", "0.3 Ω")
	p.lacks(".ledger", "Its heat sink is not earthed")
	const left = `document.querySelectorAll('.inspect li:not(.done)').length`
	for n := eval[int](p, left); n > 0; n-- {
		p.click(".inspect li:not(.done) label", "")
		p.until("one step more", left+" === "+strconv.Itoa(n-1))
	}
	p.lacks(".ledger", "steps of the inspection are not done")

	p.click(".bay-tabs button", "Settings")
	p.sees(".settings", "06.1")
	p.sees(".settings", "F, to 06.1, F, to 380, F")
	p.fill(`[data-entry="drive.read_back"] textarea`, "06.1 700\n05.1 0")
	p.key(kb.Tab)
	p.sees(".ledger", "06.1 stands at 700, wants 380")
	p.fill(`[data-entry="drive.read_back"] textarea`, "06.1 380\n05.1 0")
	p.key(kb.Tab)
	p.lacks(".ledger", "06.1 stands at 700")
	p.saved()
	p.click(".settings tbody tr:first-child input", "")
	p.until("a row is ticked", `document.querySelector('.settings tbody tr.done')`)
	// What the sheet said before the drive was read as second-hand.
	p.click("#settings-version", "")
	p.until("the revisions are there", `document.querySelectorAll('#settings-version option').length > 3`)
	p.key(kb.Escape)
	eval[bool](p,
		`(() => { const s = document.querySelector('#settings-version'); s.selectedIndex = s.options.length - 1; s.dispatchEvent(new Event('change')); return true })()`)
	p.sees(".settings-versions", "06.1 Overload: default, 700 → 380")
	for kind, begins := range map[string]string{"csv": "code,setting", "xlsx": "PK", "pdf": "%PDF-"} {
		got := eval[string](p,
			`fetch(location.pathname.replace(/^\/jobs\/([^/]+).*/, '/api/jobs/$1/settings.`+kind+`')).then(async r => r.status + (await r.text()).slice(0, 12))`)
		require.True(t, strings.HasPrefix(got, "200"+begins), "%s: %s", kind, got)
	}

	// One dial, any of its speeds.
	p.click(".bay-tabs button", "Speed")
	p.enter("drive.motor_sheave", "80 mm")
	p.enter("drive.tool_sheave", "336 mm")
	p.until("the tool follows", `Math.abs(document.querySelector('[aria-label="Tool, rpm"]').value - 227) < 3`)
	p.fill(`.dial input[aria-label="Tool, rpm"]`, "100")
	p.key(kb.Enter)
	p.until("the hertz follow", `Math.abs(document.querySelector('[aria-label="Drive, Hz"]').value - 22.5) < 1.2`)
	p.sees(".span-path", "Hz")
	p.expect("422")
	p.fill(`.dial input[aria-label="Motor, rpm"]`, "90000")
	p.key(kb.Enter)
	p.sees(".dial", "does not reach that speed")
	p.click(".bays button", "Protection")
	p.sees(".ledger", "The drive is the motor's overload relay")
	p.press("z")
	p.saved()
}

// A nine-lead motor on a drive that doubles 120 V and is set by jumpers: the
// joints follow the drive's volts, a contradiction is caught, wires are ticked.
func TestANineLeadMotorOnADoublingDriveSetByJumpers(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Slab roller", "Leads")
	p.sees(".states", "As wanted: star, low joints")
	p.click(".bays button", "Bridge")
	p.click(".bay-tabs button", "Settings")
	p.sees(".settings", "J1")
	p.sees(".settings", "plug J1 to right")
	p.sees(".settings", "on a clock")
	p.sees(".settings", "Jumpers and trims stand at line potential")
	p.click(".bay-tabs button", "Control")
	p.click(`[data-entry="drive.run"] button`, "Power alone")
	p.sees(".finding-line", "J3 to the middle")
	p.click(".finding-line .plain", "Run from the switch")
	p.lacks(".finding-line", "J3 to the middle")
	p.click(".bay-tabs button", "Wiring")
	p.sees(".run", "M1")
	p.until("the drive is drawn", `[...document.querySelectorAll('svg text')].some(t => t.textContent === 'Ghyll 7')`)
	before := eval[int](p, `document.querySelectorAll('.run input:checked').length`)
	p.click(".run input", "")
	p.until("a wire is landed", `document.querySelectorAll('.run input:checked').length === `+strconv.Itoa(before+1))
	p.saved()
	// On 240 V it would burst.
	p.click(".bays button", "Supply")
	p.enter("supply.volts", "240")
	p.sees(".ledger", "It doubles 120 V")
	p.press("z")
	p.lacks(".ledger", "It doubles 120 V")
}

// A drive that is not known comes in as a profile file; a bad one names line
// and field, and nothing changes.
func TestADriveProfileComesInAsAFile(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Ball mill", "Bridge")
	p.click(".bay-tabs button", "Choose")
	own, _ := drive.ByID("tarn-22")
	own.ID, own.Name = "beck-9", "Beck 9"
	text, err := json.MarshalIndent(own, "", " ")
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "beck.json")
	give := func(text string) {
		require.NoError(t, os.WriteFile(file, []byte(text), 0o644))
		p.do(chromedp.SetUploadFiles(`.weighed-file`, []string{file}))
	}
	p.expect("422")
	give(strings.Replace(string(text), `"motor-amps"`, `"motor-ampere"`, 1))
	p.sees(".trouble", "parameters[1].function")
	p.sees(".trouble", "line ")
	p.sees(".bench h2", "Tarn 22")
	give(string(text))
	p.sees(".bench h2", "Beck 9")
	p.sees(".weighed", "travels with this job")
	p.press("z")
	p.sees(".bench h2", "Tarn 22")
	p.saved()
	p.visit(eval[string](p, "location.href.replace(/bridge$/, 'card')"))
	p.sees(".card", "holds several hundred volts for 5 min")
	p.sees(".card", "E5010 Overload at")
	require.Equal(t, 1, pages(t, p, chromedp.PaperA4), "the card prints on one A4 page")
	require.Equal(t, 1, pages(t, p, chromedp.PaperLetter), "and on one Letter page")
}

// A drive that does not ship: from what stands on it to a card, and its codes from the leaflet.
func TestAFifthDriveFromItsLabelToACard(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Blunger", "Bridge")
	p.click(`[data-entry="bridge.kind"] button`, "Drive")
	p.sees(".ledger", "Which drive? It is chosen by amps.")
	// Two that may be bought, beside each other.
	p.click(".candidates summary", "")
	p.sees(".candidates", "at least 5.30 A")
	p.fill(`[data-entry="drive.candidates"] textarea`,
		"IN 1~ 200-240 V OUT 3~ 0-240 V 3 A 0.55 kW; 60 €\nIN 1~ 200-240 V 9.9 A OUT 3~ 0-240 V 7 A 1.5 kW; 140 €")
	p.key(kb.Tab)
	p.sees("[data-candidate]", "It is too small")
	p.sees("[data-candidate]", "140 €")
	p.enter("drive.plate", "Power 1.5 kW")
	p.sees(`[data-entry="drive.plate"]`, "Neither an input nor an output stands there")
	p.enter("drive.plate", "IN: AC 1PH 220-240V 50/60Hz 14A OUT: AC 3PH 0~240V 7A 1.5kW")
	p.sees(".bench h2", "Your 1.5 kW drive")
	p.sees(`[data-entry="drive.plate"]`, "in: one phase 220-240 V 14.0 A; out: 7.00 A, 240 V, 1.5 kW")
	p.sees(`[data-drive="by-plate"]`, "Fits")
	p.sees(".ledger", "What stands beside the three motor screws of your drive?")
	p.click(".bay-tabs button", "Choose")
	p.enter("drive.motor_screws", "U2 V2 W2")
	p.lacks(".ledger", "What stands beside the three motor screws")
	p.click(".bay-tabs button", "Settings")
	p.sees(".settings", "Motor's rated amps")
	p.fill(`.settings input[aria-label="Code of Motor's rated amps"]`, "P3.05")
	p.key(kb.Tab)
	p.saved()
	// The leaflet's table, pasted: what is sure goes to the sheet, what is doubtful is asked.
	p.click(".leaflet summary", "")
	p.fill("#leaflet-text", "b001 Acceleration time 0.1-600.0 10.0 s\nb003 S-curve ratio 0-50 0 %\n"+
		"b011 Maximum frequency 10.0-400.0 50.0 Hz\nb012 Ramp 0.1-600.0 10.0 s")
	p.click(".leaflet button", "Read it")
	p.sees(".leaflet", "2 of 19 settings found")
	p.click(".leaflet button", "Write these codes on the sheet")
	p.sees(".leaflet", "2 codes were written on the sheet")
	p.until("the code stands there",
		`document.querySelector('.settings input[aria-label="Code of Acceleration time"]').value === 'b001'`)
	p.click(`.settings input[aria-label="P3.05 is set"]`, "")
	p.until("it is ticked", `document.querySelector('.settings tr.done')?.innerText.includes("Motor's rated amps")`)
	p.sees(".settings tr.done .settings-keyed", "keyed and read back 20")
	p.click(".bay-tabs button", "Wiring")
	p.sees(".bench", "V2")
	p.saved()
	p.visit(strings.TrimSuffix(eval[string](p, "location.href"), "/bridge") + "/card")
	p.sees(".card", "Your 1.5 kW drive")
	p.sees(".card", "P3.05 Motor's rated amps")
	p.sees(".card", "b001 Acceleration time")
	p.sees(".card", "____ Deceleration time")

	// One that is made for three phases hangs on its leaflet.
	p.visit(strings.TrimSuffix(eval[string](p, "location.href"), "/card") + "/bridge")
	p.click(".bay-tabs button", "Choose")
	p.enter("drive.plate", "IN 3~ 200-240 V 12 A OUT 3~ 0-240 V 11 A 2.2 kW")
	p.sees(".ledger", "allow one phase at its three-phase input?")
	p.click(`[data-entry="drive.one_phase"] button`, "No, or it does not say")
	p.sees(".ledger", "it has no supply here")
	p.click(`[data-entry="drive.one_phase"] button`, "Yes, it says so")
	p.sees(".ledger", "ask its maker before one phase")
}
