package e2e

import (
	"context"
	"flag"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

var picturesTo = flag.String("pictures", "", "folder to write the pictures of docs/screenshots to")

// picture writes what the tab shows now.
func (p *page) picture(name string) {
	p.t.Helper()
	time.Sleep(500 * time.Millisecond) // what fades has faded
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	png, err := chromedp.Run(ctx, chromedp.CaptureScreenshot())
	require.NoError(p.t, err)
	require.NoError(p.t, os.WriteFile(filepath.Join(*picturesTo, name+".png"), png, 0o644))
}

// The pictures of the README, from the made-up workshops. scripts/pictures runs
// this; an ordinary test run does not rewrite them.
//
// Long: a list of pictures, one after the other.
func TestPictures(t *testing.T) {
	if *picturesTo == "" {
		t.Skip("no -pictures folder given")
	}
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sees(".machine", "Slip mixer")
	p.lacks(".machine", "being worked out")
	p.picture("yard")
	bay := func(machine, bay, name string) {
		p.visit(s.url + "/")
		p.at(machine, bay)
		if bay == "Bridge" && machine == "Blunger" {
			p.until("the island is drawn", `document.querySelector('.island-land')`)
		}
		eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
		if name != "" {
			p.picture(name)
		}
	}
	bay("Slip mixer", "Leads", "leads")
	bay("Blunger", "Bridge", "bridge")
	tab := func(machine, where, title, name string) {
		bay(machine, where, "")
		p.click(".bay-tabs button", title)
		eval[bool](p, `(document.activeElement?.blur(), true)`)
		if name != "" {
			p.picture(name)
		}
	}
	p.visit(s.url + "/reference#leads")
	p.sees(".diagram h3", "Twelve leads")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("reference")
	bay("Blunger", "Supply", "supply")
	p.do(chromedp.EmulateViewport(1280, 1100))
	bay("Clay room converter", "Leads", "")
	p.click(".machine-chooser button", "Pug mill")
	p.click(".bay-tabs button", "Joints")
	p.sees(".machine-chooser .chosen", "Pug mill")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.click(".bays button", "Bridge")
	p.sees(".motors h3", "Pug mill at work")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("converter-street")
	tab("Ball mill", "Bridge", "Speed", "drive-speed")
	p.do(chromedp.EmulateViewport(1280, 1000))
	tab("Jigger wheel", "Bridge", "Speed", "dc-speed")
	p.do(chromedp.EmulateViewport(1280, 1150))
	bay("Blunger", "Protection", "")
	p.until("both are drawn", `document.querySelectorAll('.bench .sheet svg').length === 2`)
	eval[bool](p,
		`(document.activeElement?.blur(), [...document.querySelectorAll('.bench h3')].find(h => h.textContent.includes('As it is wired')).scrollIntoView(), window.scrollBy(0, -330), true)`)
	p.picture("circuit")
	p.do(chromedp.EmulateViewport(1280, 900))
	bay("Ball mill", "Bridge", "")
	p.click(".bridge-kind a", "weigh them")
	p.until("it is weighed", `document.querySelectorAll('.weigh-map rect').length > 50`)
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("weigh")
	p.click(".weigh-where a", "electrician")
	p.sees(".review-asks", "Does the local code agree")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("review")
	p.do(chromedp.EmulateViewport(1280, 800))
	p.visit(s.url + "/")
	p.click(".workshop .yard-acts button", "Drives")
	p.choose(".profiles-begin label:nth-of-type(3) select", "Wath 11")
	p.click(".profiles-begin .strong", "Begin")
	p.sees(".profile-aside", "Good to plan with")
	p.click(".profile-store", "Store it")
	p.sees(".profile-head", "Version 1")
	eval[bool](p, `(document.querySelector('[aria-label="Functions and codes"]').scrollIntoView(), true)`)
	p.picture("profile")
	p.visit(s.url + "/")
	p.click(`.machine[data-job="Blunger"] footer a`, "Log")
	p.sees(".entry h3", "Quiet again.")
	p.click("button", "Readings over the months")
	p.sees(".trend", "Amps, supply line")
	eval[bool](p, `(document.activeElement?.blur(), document.querySelector('.log-trends').scrollIntoView(), true)`)
	p.picture("log")
	p.visit(s.url + "/")
	p.click(`.machine[data-job="Blunger"] footer a`, "Bring-up")
	p.click(".gates button", "First hour")
	p.sees(".heat", "looks to settle")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("bring-up")
	p.do(chromedp.EmulateViewport(390, 844))
	p.visit(s.url + "/")
	p.click(`.machine[data-job="Slip mixer"] footer a`, "Bring-up")
	p.passes("Prove dead")
	p.passes("Discharge")
	p.reads("discharge", "64")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("phone-bring-up")
	bay("Blunger", "Bridge", "phone-bridge")
	p.do(chromedp.EmulateViewport(1000, 1180))
	p.visit(s.url + "/")
	p.click(".machine-link", "Blunger")
	p.click(".places-wide a, .places-phone a", "Card")
	p.sees(".card", "Mains kills")
	p.picture("card")
	p.do(chromedp.EmulateViewport(1280, 1000))
	bay("Blunger", "Bridge", "")
	p.click(`[data-entry="bridge.kind"] button`, "Drive")
	p.enter("drive.plate", "IN: AC 1PH 220-240V 50/60Hz 14A OUT: AC 3PH 0~240V 7A 1.5kW")
	p.sees(".bench h2", "Your 1.5 kW drive")
	p.enter("drive.motor_screws", "U V W")
	p.click(".bay-tabs button", "Settings")
	p.fill(`.settings input[aria-label="Code of Motor's rated amps"]`, "P3.05")
	p.key(kb.Tab)
	p.saved()
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("drive-by-plate")
	p.visit(s.url + "/")
	p.do(chromedp.EmulateViewport(1280, 800))
	p.click(".machine-link", "Slip mixer")
	p.click(".span-wrong", "Something is wrong")
	p.click(".tile", "It hums and does not turn")
	p.sees(".causes", "causes left")
	p.click(".said-on button", "That is all")
	p.sees(".chip", "It hums and does not turn")
	eval[bool](p, `(document.activeElement?.blur(), window.scrollTo(0, 0), true)`)
	p.picture("symptom")
}
