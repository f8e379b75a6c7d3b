package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

// A drive that does not ship: from what stands on it to a profile of the workshop with its codes, tried, and a card.
//
// Long: one journey, told as its person goes it.
func TestAStrangersDriveBecomesAProfile(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(".workshop .plain", "Drives")
	p.sees("h1", "Drives and controllers")
	p.sees(".profiles-none", "read its label")
	p.expect("status of 422") // a plate that is none
	p.fill(".profiles-plate input", "a label of soap")
	p.click(".profiles-begin .strong", "Begin")
	p.sees(".trouble", "Neither an input nor an output")
	p.fill(".profiles-plate input", "IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW")
	p.click(".profiles-begin .strong", "Begin")
	p.sees(".profile-aside", "What it does not say")
	p.fill(`[data-path="name"] input`, "Beck 15")
	p.key(kb.Tab)
	p.sees("h1", "Beck 15")
	p.sees(".profile-aside", "Good to plan with")

	// What contradicts is said at its field, while it is typed.
	p.fill(`[data-path="input.volts.least"] input`, "260")
	p.key(kb.Tab)
	p.sees(".profile-aside h2", "Not to be planned on yet")
	p.fill(`[data-path="input.volts.least"] input`, "200")
	p.key(kb.Tab)
	p.sees(".profile-aside h2", "Good to plan with")

	// Its leaflet, pasted: what is sure is taken, what is doubtful is asked, one line after the other.
	p.click(".profile-paste summary", "")
	p.fill("#profile-leaflet", "b001 Acceleration time 0.1-600.0 10.0 s\nb002 Deceleration time 0.1-600.0 10.0 s\n"+
		"b005 Rated current of motor 0.1-20.0 7.0 A\nb011 Maximum frequency 10.0-400.0 50.0 Hz\n"+
		"b012 Ramp 0.1-600.0 10.0 s\nb020 Run command source 0: keypad 1: terminals 0\nb033 S-curve ratio 0-50 0 %")
	p.click(".profile-paste button", "Read it")
	p.sees(".profile-paste", "of 7 lines are sure")
	for eval[bool](p, `!!document.querySelector('.profile-ask')`) {
		n := eval[string](p, `document.querySelector('.profile-ask strong').innerText`)
		p.click(".profile-ask button", "None of these")
		p.until("the next is asked", `document.querySelector('.profile-ask strong')?.innerText !== `+quoted(n))
	}
	p.click(".profile-read .strong", "Take these codes")
	p.sees(".profile-paste", "5 codes are in the list below")
	p.until("they stand there", `[...document.querySelectorAll('[data-row]')]
		.filter(r => /^parameters\.\d+$/.test(r.dataset.row)).length === 5`)
	p.click(".profile-store", "Store it")
	p.sees(".profile-head", "Version 1")

	// Tried: it takes what its leaflet says and refuses what it does not.
	p.choose(".try-set select", "b011")
	p.fill(".try-set input", "500")
	p.click(".try-set button", "Set")
	p.sees(".try", "goes from 10.0 to 400.0")
	p.fill(".try-set input", "60.0")
	p.click(".try-set button", "Set")
	p.sees(".try-display", "b011 60.0")
	p.click(".try-keys button", "Run")
	p.sees(".try-display", "up to 60 Hz")
	p.click(".try-keys button", "Let it trip")
	p.click(".try-keys button", "Run")
	p.sees(".try", "Find out why")
	p.shot("profile")

	// A machine is planned on it, down to the card.
	p.visit(s.url + "/")
	p.at("Ball mill", "Bridge")
	p.click(".bay-tabs button", "Choose")
	p.click(`[data-own="beck-15"] button`, "Plan on it")
	p.sees(".bench h2", "Beck 15")
	p.sees(".ledger", "does not say everything")
	p.click(".bay-tabs button", "Settings")
	p.sees(".settings", "b005")
	p.click(".trips summary", "When it trips")
	p.sees(".trips", "Is the machine stuck?")
	p.saved()
	machine := strings.TrimSuffix(eval[string](p, "location.href"), "/bridge")
	p.visit(machine + "/card")
	p.sees(".card", "Beck 15")
	p.sees(".card", "b005")

	// Two windows on one profile: the second is told, nothing is overwritten.
	p.expect("status of 409")
	p.visit(s.url + "/")
	p.click(".workshop .plain", "Drives")
	p.click(`[data-profile="beck-15"] a`, "Beck 15")
	p.sees(".profile-head", "Version 1")
	q := open(t, eval[string](p, "location.href"))
	q.sees(".profile-head", "Version 1")
	q.fill(`[data-path="wait_minutes"] input`, "5")
	q.key(kb.Tab)
	p.fill(`[data-path="wait_minutes"] input`, "15")
	p.key(kb.Tab)
	q.click(".profile-store", "Store version 2")
	q.sees(".profile-head", "Version 2")
	p.click(".profile-store", "Store version 2")
	p.sees(".trouble", "Nothing was overwritten")
	p.click(".trouble button", "Store mine over it")
	p.sees(".profile-head", "Version 3")
	p.sees(".profile-versions", "Version 2")
	require.Equal(t, "15", eval[string](p, `document.querySelector('[data-path="wait_minutes"] input').value`))

	// The machine stays on the version that it was planned with until somebody takes the new one over.
	p.visit(machine + "/bridge")
	p.click(".bay-tabs button", "Choose")
	p.sees(`[data-own="beck-15"]`, "This machine stands on version 1")
	p.click(`[data-own="beck-15"] button`, "Take version 3 over")
	p.sees(`[data-own="beck-15"]`, "This machine is planned on it")
}

// What was entered of a drive by its plate becomes its profile; a controller is described the same way.
func TestASheetsCodesBecomeAProfile(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.at("Ball mill", "Bridge")
	p.click(".bay-tabs button", "Choose")
	p.enter("drive.plate", "IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW")
	p.click(`[data-drive="by-plate"] button`, "")
	p.enter("drive.motor_screws", "T1 T2 T3")
	p.click(".bay-tabs button", "Settings")
	p.fill(`.settings input[aria-label="Code of Motor's rated amps"]`, "P3.05")
	p.key(kb.Tab)
	p.saved()
	p.click(".bay-tabs button", "Choose")
	p.click(".own-profiles a", "Make a profile of this drive")
	p.until("its code came along",
		`document.querySelector('[data-row="parameters.0"] [data-path="code"] input')?.value === 'P3.05'`)
	p.until("and its screws",
		`[...document.querySelectorAll('[data-row^="terminals."] input')].some(i => i.value === 'T2')`)
	p.click(".profile-store", "Store it")
	p.sees(".profile-head", "Version 1")

	p.visit(s.url + "/")
	p.click(".workshop .plain", "Drives")
	p.choose(".profiles-begin select", "DC controller")
	p.choose(".profiles-begin label:nth-of-type(3) select", "Sike 90")
	p.click(".profiles-begin .strong", "Begin")
	p.sees("h1", "Sike 90, changed")
	p.fill(`[data-path="amps"] input`, "6")
	p.key(kb.Tab)
	p.sees(`[data-path="amps"]`, "the one that ships: 10")
	p.click(".profile-store", "Store it")
	p.sees(".profile-head", "Version 1")
	p.click(".try-keys button", "Run")
	p.sees(".try-display", "unloaded")
	p.visit(s.url + "/")
	p.at("Press feed", "Bridge")
	p.click(".bay-tabs button", "Choose")
	p.click(`[data-own="sike-90-changed"] button`, "Plan on it")
	p.sees(".bench h2", "Sike 90, changed")
}
