package e2e

import (
	"context"
	"net/url"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// A stranger with a plate in the hand: an empty Yard, a workshop, a machine,
// and a card to take to it.
//
// Long: one journey, told as its person goes it.
func TestANewOwnersFirstJobFromEmptyPlateToCard(t *testing.T) {
	t.Parallel()
	s := serve(t, storetest.Database(t), "")
	p := open(t, s.url+"/")
	p.sees("main", "No workshop yet")
	p.click("button", "New workshop")
	p.fill("#workshop-name", "Tansy Lane Tileworks")
	p.click("button", "Make the workshop")
	p.sees(".workshop h2", "Tansy Lane Tileworks")
	p.click("button", "New machine")
	p.fill("#machine-name", "Slip mixer")
	p.key("\r")
	p.sees(".bench", "Start with power, volts, rpm and hertz")
	p.sees(".next", "Read the plate")

	p.enter("plate.power", "0,25kW")
	p.sees(`[data-entry="plate.power"]`, "0.25 kW, 0.335 hp")
	p.enter("plate.volts", "230/400")
	p.enter("plate.connection", "Δ/Y")
	p.enter("plate.amps", "1,4/0,8")
	p.enter("plate.rpm", "1370")
	p.enter("plate.hertz", "50")
	p.enter("plate.power_factor", "0,66")
	p.enter("plate.phases", "3")
	p.unfold()
	p.sees(`[data-finding="plate.agrees"]`, "The plate agrees with itself")
	p.sees(`[data-finding="leads.target"]`, "Join in delta")

	// Next leads through the order of work.
	p.saved()
	p.sees(".next", "How hard does it work?")
	p.click(".next", "")
	p.click(`[data-entry="load.kind"] button`, "Fan-like")
	p.enter("load.share", "65 %")
	p.sees(".next", "Say what is joined now")
	p.click(".next", "")
	p.click(".leads-ask button", "Star")
	p.sees(".moves", "Flat link off W2-U2-V2")
	p.sees(`[data-finding="leads.fed-now"]`, "Do not feed it before")

	p.click(".bays button", "Supply")
	p.enter("supply.volts", "236 V")
	p.enter("supply.feeder_length", "18 m")
	p.enter("supply.feeder_size", "6")
	p.click(".bays button", "Bridge")
	p.sees(".schools", "Reactance")
	p.until("the island is drawn", `document.querySelector('.island-land')`)
	p.unfold()
	p.sees(`[data-finding="capacitor.heat"]`, "no winding overheats")
	p.click(".bays button", "Protection")
	p.click(".cure", "Note 6 A")
	p.until("noted", `document.querySelector('[data-entry="protection.breaker"] input').value.startsWith('6')`)
	p.saved()
	p.click(".cure", "Note 1.5 mm²")
	p.until("noted", `document.querySelector('[data-entry="protection.conductor"] input').value.startsWith('1.5')`)
	p.saved()
	p.sees(`[data-finding="protection.relay"]`, "one pole in each motor lead")
	p.click(`[data-finding="protection.relay"] .cure`, "Relay in the motor leads, set to 1.42")
	p.saved()
	p.unfold()
	p.sees(`[data-finding="protection.relay"]`, "trips before a winding stays above rated amps")

	// The moves, lock-off first, ticked one by one.
	p.click(".bays button", "Leads")
	p.sees(".moves li:first-child", "Lock off and prove dead")
	p.sees(".moves li:first-child .caution", "known live point again")
	const left = `document.querySelectorAll('.moves li:not(.done)').length`
	for n := eval[int](p, left); n > 0; n-- {
		p.click(".moves li:not(.done) .move-text", "")
		p.until("one more ticked", left+" === "+strconv.Itoa(n-1))
	}
	p.unfold()
	p.sees(`[data-finding="leads.joined"]`, "The joints are as wanted")
	p.saved()
	p.sees(".next", "Take the card to the machine")
	p.press("n")
	p.sees(".card h1", "Slip mixer")
	p.sees(".card", "U1-W2")
	p.sees(".card", "Run capacitor")
	p.sees(".card", "Mains kills")
	p.sees(".card", "Earth: body of the motor")
	require.Equal(t, 1, pages(t, p, chromedp.PaperA4), "the card prints on one A4 page")
	require.Equal(t, 1, pages(t, p, chromedp.PaperLetter), "and on one Letter page")
}

var pageObject = regexp.MustCompile(`/Type\s*/Page[^s]`)

// pages counts the pages that the browser would print.
func pages(t *testing.T, p *page, paper chromedp.PaperSize) int {
	t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	pdf, err := chromedp.Run(ctx, chromedp.PrintToPDF(chromedp.PDFPaper(paper), chromedp.PDFPreferCSSPageSize()))
	require.NoError(t, err)
	return len(pageObject.FindAll(pdf, -1))
}

// What was acknowledged is there after server and database were killed.
func TestAJobIsThereAgainAfterServerAndDatabaseWereKilled(t *testing.T) {
	t.Parallel()
	cluster := ownCluster(t)
	database := cluster("start")
	demo(t, database)
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.at("Blunger", "Supply")
	p.enter("supply.volts", "231")
	p.until("the edit is stored", `document.querySelector('.head-saved').innerText.includes('revision 2')`)

	p.expect("ERR_")
	s.kill()
	cluster("kill")
	database = cluster("start")
	s = serve(t, database, s.addr)
	p.visit(s.url + "/")
	p.at("Blunger", "Supply")
	p.until("the entry is there", `document.querySelector('[data-entry="supply.volts"] input')?.value === '231'`)
	p.sees(".head-saved", "revision 2")
}

// ownCluster gives a PostgreSQL cluster that a test may kill: "start" returns
// its address, "stop" ends it, "kill" does so without a goodbye.
func ownCluster(t *testing.T) func(act string) string {
	t.Helper()
	dir := filepath.Join(t.TempDir(), "pg")
	var port string
	cluster := func(act string) string {
		if act == "kill" {
			require.Positive(t, killOne("postgres", "-p "+port), "the database ran")
			return ""
		}
		out, err := exec.Command(filepath.Join(storetest.Root(), "scripts/pg.sh"), act, dir).Output()
		require.NoError(t, err)
		address := strings.TrimPrefix(strings.TrimSpace(string(out)), "DATABASE_URL=")
		if u, err := url.Parse(address); err == nil && act == "start" {
			port = u.Port()
		}
		return address
	}
	t.Cleanup(func() { cluster("stop") })
	return cluster
}

// Plates that cannot be right, each answered plainly and nothing lost.
func TestBadPlatesAreAnsweredPlainly(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.at("Blunger", "Motor")

	p.enter("plate.phases", "1 ~")
	p.sees(`[data-finding="plate.single-phase"]`, "This is not a three-phase motor")
	p.sees(".next", "Not a three-phase motor")
	p.enter("plate.phases", "3")

	p.enter("plate.rpm", "3600")
	p.sees(`[data-finding="plate.rpm"]`, "no speed of a three-phase induction motor at 50 Hz")
	p.until("a thread joins the entries that disagree", `document.querySelector('.thread-stop')`)
	p.enter("plate.rpm", "1410")

	p.enter("plate.power", "eleven hundred")
	p.sees(`[data-entry="plate.power"]`, "could not be read")
	require.Equal(t, "eleven hundred", p.value("plate.power"), "what was typed stays")
	p.enter("plate.power", "11 kW")
	p.sees(`[data-finding="plate.power"]`, "more would come out than goes in")
	p.enter("plate.power", "1.1 kW")
	p.enter("plate.volts", "400/690")
	p.sees(`[data-finding="leads.unreachable"]`, "is too low for this motor, however it is wired")
	p.sees(`[data-finding="leads.unreachable"]`, "transformer")
	p.saved()
	p.press("z")
	p.unfold()
	p.sees(`[data-finding="plate.agrees"]`, "The plate agrees with itself")
}
