package e2e

import (
	"bytes"
	wire "encoding/binary"
	"fmt"
	"image"
	"image/png"
	"math"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// step waits until a gate stands on the screen.
func (p *page) step(title string) {
	p.t.Helper()
	p.sees(".step h1", title)
}

// passes marks the gate on the screen as done and waits for the next.
func (p *page) passes(next string) {
	p.t.Helper()
	p.click(".step-buttons .strong", "Done")
	p.step(next)
}

// reads enters a reading of a take on the screen.
func (p *page) reads(take, value string) {
	p.t.Helper()
	at := `[data-take="` + take + `"] `
	p.fill(at+"input", value)
	p.click(at+"button", "Enter")
	p.sees(at+".take-said", strings.Replace(value, ",", ".", 1))
}

// keptOnDevice waits until the pages open without a network.
func (p *page) keptOnDevice() {
	p.t.Helper()
	end := time.Now().Add(patience)
	for !eval[bool](p,
		`(async () => (await navigator.serviceWorker.getRegistration())?.active?.state === 'activated')()`) {
		require.True(p.t, time.Now().Before(end), "the pages were not kept on the device")
		time.Sleep(50 * time.Millisecond)
	}
}

// secondBlunger is another one, whose book is empty.
func secondBlunger(t *testing.T, s *server) string {
	t.Helper()
	const name = "Second blunger"
	first := entryOf(t, s.url, "Blunger")
	body := `{"name":"` + name + `","change_id":"second-blunger"}`
	r, err := http.Post(s.url+"/api/jobs/"+first.ID+"/copy", "application/json", strings.NewReader(body))
	require.NoError(t, err)
	require.NoError(t, r.Body.Close())
	require.Equal(t, http.StatusCreated, r.StatusCode)
	return name
}

// toBringUp opens a machine's bring-up from its plan.
func (p *page) toBringUp(machine string) {
	p.t.Helper()
	p.click(`.machine[data-job="`+machine+`"] footer a`, "Bring-up")
	p.step("Lock off")
}

// The machine is brought up on a phone: in order, each reading beside what was expected, the
// server gone in the middle and the page opened anew without it; everything arrives once and in
// order, and the desk sees it.
//
// Long: one journey, told as it goes.
func TestAMachineIsBroughtUpOnAPhoneWithoutANetwork(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	name := secondBlunger(t, s)
	phone := another(t, s.url+"/")
	phone.do(chromedp.EmulateViewport(390, 844, chromedp.EmulateMobile))
	phone.toBringUp(name)
	phone.shot("bring-up-phone")
	address := eval[string](phone, "location.href")
	desk := another(t, address)
	desk.step("Lock off")
	phone.click(".step-buttons .strong", "Done")
	done := time.Now()
	desk.sees(".gates .passed", "Lock off")
	t.Logf("the desk saw it after %d ms", time.Since(done).Milliseconds())
	phone.step("Prove dead")
	phone.passes("Discharge")
	phone.until("nothing was read: it does not open", `document.querySelector('.step-buttons .strong').disabled`)
	phone.reads("discharge", "230")
	phone.sees(`[data-take="discharge"]`, "far above: stop and look")
	phone.sees(`[data-take="discharge"]`, "the bleed resistor is broken")
	phone.until("it is charged: it does not open", `document.querySelector('.step-buttons .strong').disabled`)
	phone.shot("bring-up-far")
	phone.lacks(`[data-take="discharge"]`, "not sent yet")
	phone.keptOnDevice()

	for _, p := range []*page{phone, desk} {
		p.expect("ERR_") // cut connections
		p.expect("Failed to load resource")
	}
	s.kill()
	phone.visit(address)
	phone.sees(".bring-net", "No network")
	phone.step("Discharge")
	phone.reads("discharge", "0.2")
	phone.sees(`[data-take="discharge"]`, "not sent yet")
	phone.passes("Make the joints")
	phone.sees(".bring-net", "2 on this device")
	phone.passes("Joints against the card")
	phone.passes("Ohms")
	phone.shot("bring-up-offline")
	phone.visit(address) // the browser is closed and opened: what was entered is still there
	phone.step("Ohms")
	phone.reads("ohms-1", "5,3")
	phone.reads("ohms-2", "5.4")
	phone.reads("ohms-3", "9.8")
	phone.sees(`[data-take="ohms-3"]`, "above")

	s = serve(t, database, s.addr)
	phone.lacks(".bring", "on this device")
	desk.sees(".gates .passed", "Joints against the card")
	phone.click(".step-buttons .strong", "Done")
	phone.sees(".trouble", "differs from the mean of the three")
	phone.step("Ohms")
	phone.reads("ohms-3", "5.3")
	phone.passes("Insulation")
	phone.click(".step-skip .why", "Skip this gate")
	phone.fill(".step-why input", "no tester in the house")
	phone.fill(".step-who", "Bram T.")
	phone.click(".step-why button", "Skip it")
	phone.step("Earth")
	phone.sees(".step-skip", "cannot be skipped")
	phone.reads("earth", "0.2")
	phone.passes("Turn the shaft by hand")
	phone.click(`[data-take="spin"] button`, "free and quiet")
	phone.passes("Settings")
	phone.passes("Guards on")
	phone.passes("Bump")
	phone.reads("volts", "235")
	phone.click(".step-buttons .plain", "Not right")
	phone.fill(".step-why input", "hums and stands")
	phone.click(".step-why button", "It failed")
	desk.sees(".gates .failed", "Bump")
	desk.sees(".gates .again", "Lock off")

	// What stands in the book, each once, in order.
	desk.click(".bring-links a", "Log")
	desk.sees(".entry h3", "Bump: failed")
	desk.sees(".log-stays", "Insulation skipped")
	numbers := eval[[]int](desk, `[...document.querySelectorAll('.log-entries .entry')].map(e => Number(e.dataset.n))`)
	for i, n := range numbers {
		require.Equal(t, len(numbers)-i, n)
	}
	desk.shot("log")
	desk.visit(s.url + "/")
	desk.sees(".machine", "Insulation skipped")
	desk.visit(address)
	desk.click(".gates button", "Joints")
	desk.shot("bring-up-desk")
}

// humming is a recording of two seconds with one tone.
func humming(hz, loud float64) []byte {
	const rate = 16000
	var b bytes.Buffer
	put := func(v any) { _ = wire.Write(&b, wire.LittleEndian, v) }
	b.WriteString("RIFF")
	put(uint32(36 + 4*rate))
	b.WriteString("WAVEfmt ")
	put(uint32(16))
	put([]uint16{1, 1})
	put([]uint32{rate, 2 * rate})
	put([]uint16{2, 16})
	b.WriteString("data")
	put(uint32(4 * rate))
	for i := range 2 * rate {
		put(int16(32000 * loud * math.Sin(2*math.Pi*hz*float64(i)/rate)))
	}
	return b.Bytes()
}

// onePicture is a small picture.
func onePicture(t *testing.T) []byte {
	t.Helper()
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, image.NewGray(image.Rect(0, 0, 40, 30))))
	return b.Bytes()
}

// The log by hand: an entry, a part with its cost, a correction that stands beside it, a
// photograph, a next look that the Yard shows, readings over the months.
func TestTheLogIsWrittenByHand(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	name := secondBlunger(t, s)
	p := another(t, s.url+"/")
	p.at(name, "Supply")
	p.click(".places-wide a, .places-phone a", "Log")
	p.sees(".log", "The book is empty")
	p.choose(".form select", "well")
	p.fill(".form textarea", "Ran all week, quiet.")
	p.click(".form .strong", "Write it down")
	p.sees(".entry h3", "Ran all week, quiet.")
	p.sees(".log-since", "Since it last ran well")
	p.click(".form-kinds label", "Part")
	p.fill(`.form input[placeholder="Bearings"]`, "Bearings")
	p.fill("#log-hours", "1.5")
	p.click(".form .strong", "Write it down")
	p.sees(".log-since li", "Bearings fitted")
	p.click(`.entry[data-n="2"] button`, "Correct")
	p.sees(".form .caution", "This corrects entry 2")
	p.fill(".form textarea", "It was the belt, not the bearings.")
	p.click(".form .strong", "Write it down")
	p.sees(".entry .entry-note", "Corrected by entry 3")
	p.click(".form-kinds label", "Reading")
	p.fill(`.form input[placeholder="Belt tension"]`, "Belt tension")
	p.fill(`.form input[placeholder="N"]`, "N")
	p.fill(`.form .form-row label:nth-child(2) input`, "31")
	p.click(".form .strong", "Write it down")
	p.sees(".entry h3", "Belt tension 31 N")
	before, after, photo := filepath.Join(t.TempDir(), "before.wav"), filepath.Join(t.TempDir(), "after.wav"),
		filepath.Join(t.TempDir(), "studs.png")
	require.NoError(t, os.WriteFile(before, humming(125, 0.5), 0o600))
	require.NoError(t, os.WriteFile(after, humming(125, 0.05), 0o600))
	require.NoError(t, os.WriteFile(photo, onePicture(t), 0o600))
	for i, file := range []string{before, after} {
		p.do(chromedp.SetUploadFiles(`.form input[accept="audio/*"]`, []string{file}))
		p.sees(".form-acts", "A recording of")
		p.click(".form .strong", "Write it down")
		p.until("the recording is in the "+
			"book", fmt.Sprintf(`document.querySelectorAll('.entry.sound').length === %d`, i+1))
		p.click(`.entry.sound:first-of-type button, .entry.sound button`, "Spread over the pitch")
	}
	p.sees(".spectra li", "tones stand out at 125 Hz")
	p.until("both are drawn", `document.querySelectorAll('.spectra .after').length > 10`)
	p.do(chromedp.SetUploadFiles(`.form input[accept="image/*"]`, []string{photo}))
	p.sees(".form-acts", "A photograph of")
	p.click(".form .strong", "Write it down")
	p.until("the picture is shown", `document.querySelector('.entry.photo img')?.naturalWidth > 0`)
	p.shot("log-by-hand")
	p.click("button", "Readings over the months")
	p.sees(".log-once li", "Belt tension")
	require.False(t, eval[bool](p, sideways))
	p.do(chromedp.EmulateViewport(390, 844))
	require.False(t, eval[bool](p, sideways))
}
