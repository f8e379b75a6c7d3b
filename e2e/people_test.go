package e2e

import (
	"fmt"
	"net"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// twoFreePorts gives an address of this machine whose port and the next are free.
func twoFreePorts(t *testing.T) string {
	t.Helper()
	for range 50 {
		l, err := net.Listen("tcp", "127.0.0.1:0")
		require.NoError(t, err)
		at := l.Addr().(*net.TCPAddr)
		next, err := net.Listen("tcp", net.JoinHostPort("127.0.0.1", strconv.Itoa(at.Port+1)))
		_ = l.Close()
		if err == nil {
			_ = next.Close()
			return at.String()
		}
	}
	t.Fatal("no two free ports beside each other")
	return ""
}

const goodPassword = "wet clay and slip"

// shares opens a server from the Yard by its owner's hand.
func (p *page) shares(address string) {
	p.t.Helper()
	p.click(".yard-head a", "Share")
	p.sees(".sharing", "Only this computer reaches the workbench")
	p.fill("#share-name", "Odile W.")
	p.fill("#share-password", goodPassword)
	p.fill("#share-again", goodPassword)
	p.fill("#share-address", address)
	p.click("button", "Open it to the shop")
	p.sees(".sharing-state", "Open to the shop")
}

// invited makes an account from the People page and gives its code.
func (p *page) invited(name, role string, machines ...string) string {
	p.t.Helper()
	p.fill(".people-form input", name)
	p.choose(".people-form select", role)
	for _, m := range machines {
		p.click(".picks button", m)
	}
	p.click("button", "Make the account")
	p.sees(".code-card h3", name)
	return eval[string](p, `document.querySelector('.code-letters').innerText`)
}

// choose takes an option of a list by its words.
func (p *page) choose(css, words string) {
	p.t.Helper()
	p.until("the option "+words+" is there", `(() => { const l = document.querySelector(`+quoted(css)+`)
		const o = [...(l?.options ?? [])].find(o => o.text.includes(`+quoted(words)+`))
		if (!o) return false
		o.selected = true; l.dispatchEvent(new Event('change', {bubbles: true})); return true })()`)
}

// comes in by a code and chooses a password.
func (p *page) comes(name, code string) {
	p.t.Helper()
	p.sees("h1", "This workshop is shared")
	p.click("button", "I have a code")
	p.fill("#door-code", strings.ToLower(code))
	p.key(kb.Enter)
	p.sees("h1", "Welcome, "+name)
	p.fill("#password-new", goodPassword)
	p.fill("#password-again", goodPassword)
	p.click("button", "Keep this password")
	p.sees("h1", "Your machines")
}

// The owner opens the server, a maker comes in on another computer, a helper on a phone, an
// electrician approves; each sees what the others do; a lost phone is ended; it is closed again.
//
// Long: one journey of four people, told as it goes.
func TestAShopOfFourWorksOnOneMachine(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "", "--backups", filepath.Join(t.TempDir(), "backups"))
	desk := open(t, s.url+"/")
	desk.expect("401") // asked before the door was shut
	desk.sees(".workshop h2", "Tansy Lane Tileworks")
	address := twoFreePorts(t)
	desk.shares(address)
	desk.sees(".sharing-link", "http://127.0.0.1:")
	desk.sees(".sharing-steps a", "https://"+address)
	desk.sees(".backups", "The last is")
	desk.shot("sharing")
	desk.click(".head-mark", "")
	desk.click(".workshop .yard-acts button", "People")
	desk.sees(".person-line", "Odile W.")
	code := desk.invited("Bram T.", "Maker")
	desk.shot("pairing")

	maker := another(t, s.url+"/", "401")
	maker.shot("log-in")
	maker.comes("Bram T.", code)
	maker.lacks(".yard-head", "New workshop")
	maker.lacks("h2", "Cold Ford")
	helperCode := desk.invited("Tom H.", "Helper", "Slip mixer")
	reviewerCode := desk.invited("Rita S.", "Reviewer")
	desk.shot("people")

	maker.at("Slip mixer", "Supply")
	maker.enter("supply.volts", "231")
	maker.saved()

	phone := another(t, s.url+"/let-in#"+helperCode, "401")
	phone.do(chromedp.EmulateViewport(390, 844, chromedp.EmulateMobile))
	phone.sees("h1", "Welcome, Tom H.")
	phone.shot("let-in")
	phone.click("button", "Later")
	phone.sees(".machine", "Slip mixer")
	phone.lacks(".machine", "Blunger")
	phone.click(".machine-link", "Slip mixer")
	phone.sees(".news", "As helper you enter readings")
	phone.click(".bays button", "Supply")
	phone.until("the breaker is the makers'", `document.querySelector('[data-entry="supply.breaker"] input').disabled`)
	phone.enter("supply.volts", "229")
	phone.saved()
	phone.click(".bays button", "Leads")
	phone.click(".bay-tabs button", "Ohms")
	phone.enter("leads.insulation", "90 MΩ")
	phone.saved()
	phone.sees(".head-saved", "revision 4")
	phone.shot("helper")
	maker.until("the maker sees the reading",
		`document.querySelector('[data-entry="supply.volts"] input').value === '229'`)

	reviewer := another(t, s.url+"/let-in#"+reviewerCode, "401")
	reviewer.click("button", "Later")
	reviewer.at("Slip mixer", "Leads")
	reviewer.click(".said", "")
	reviewer.fill("#remark-words", "Which breaker feeds the clay room?")
	reviewer.click("button", "Say it")
	reviewer.sees(".remarks", "Which breaker feeds")
	reviewer.click("button", "Approve revision 4")
	reviewer.sees(".remarks", "Approved")
	reviewer.shot("remarks")
	maker.sees(".said", "1")
	maker.sees(".span-approval", "approved by Rita S.")
	eval[bool](maker, `(scrollTo(0, 0), true)`)
	maker.shot("maker")
	maker.enter("supply.volts", "230")
	maker.saved()
	reviewer.sees(".remarks", "Approved then, changed since")

	// The page for review: by the reviewer, and by who has the owner's link and reads.
	review := s.url + "/jobs/" + strings.Split(eval[string](reviewer, "location.pathname"), "/")[2] + "/review"
	reviewer.visit(review)
	reviewer.sees(".review-approvals", "Approved then, changed since")
	reviewer.sees(".review-approvals a", "As it was approved")
	reviewer.sees(".review-form button", "Approve revision 5")
	reviewer.fill("#review-approve", "the breaker is not read yet")
	reviewer.click(".review-form button", "Not yet, because")
	reviewer.sees(".review-approvals", "Not yet")
	maker.sees(".span-approval", "not yet, because the breaker is not read yet")
	reviewer.visit(strings.TrimSuffix(review, "/review") + "/card")
	reviewer.sees(".card-decided", "sent back by Rita S.")
	peoplePage := eval[string](desk, "location.href")
	desk.visit(review)
	desk.click(".review-bar button", "A link that reads")
	desk.sees(".code-link", "let-in#")
	link := eval[string](desk, `document.querySelector('.code-link').innerText`)
	guest := another(t, s.url+"/let-in#"+strings.Split(link, "#")[1], "401")
	guest.sees(".machine", "Slip mixer")
	guest.visit(review)
	guest.sees(".sheet h1", "Slip mixer: for review")
	guest.lacks(".sheet button", "Comment here")
	guest.lacks(".sheet button", "Approve revision")
	guest.shot("guest-review")
	desk.visit(peoplePage)
	maker.press("h")
	maker.sees(".strip", "Tom H.")
	maker.sees(".strip", "Bram T.")
	maker.lacks(".strip", "Tom H. (as typed)")
	maker.click(".strip button", "Tom H.")
	maker.fill("#revision-name", "as measured")
	maker.click("button", "Name it")
	maker.sees(".strip", "as measured:")

	// A lost phone.
	desk.click(`[data-person="Tom H."] button`, "Change")
	desk.click(`[data-person="Tom H."] .devices button`, "End it")
	desk.sees(`[data-person="Tom H."] .devices`, "Not logged in anywhere")
	phone.sees("h1", "This workshop is shared")

	// Closed again: this computer works on without a log-in, the others are out.
	desk.visit(s.url + "/sharing")
	desk.click("button", "Close it again")
	desk.click("button", "Really close it")
	desk.sees(".sharing", "Only this computer reaches the workbench")
	desk.visit(s.url + "/")
	desk.sees(".workshop h2", "Cold Ford")
}

// The places of a shared workshop, with a long name and on a phone: by the rules for everybody,
// nothing sideways; the whole of a log-in by keyboard.
func TestTheDoorAndThePeopleAreForEverybody(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "", "--backups", filepath.Join(t.TempDir(), "backups"))
	p := another(t, s.url+"/sharing", "401")
	p.sees(".sharing", "Only this computer")
	sizes := [][2]int64{{1280, 800}, {390, 844}, {360, 700}}
	looks := func(view string) {
		t.Helper()
		for _, size := range sizes {
			p.do(chromedp.EmulateViewport(size[0], size[1]))
			require.False(t, eval[bool](p, sideways), "%s scrolls sideways at %d px", view, size[0])
			p.rules(fmt.Sprintf("%s at %d px", view, size[0]))
		}
		p.do(chromedp.EmulateViewport(1280, 800))
	}
	looks("sharing, closed")
	p.visit(s.url + "/")
	p.shares(twoFreePorts(t))
	p.sees(".backups", "The last is")
	looks("sharing, open")
	p.click(".head-mark", "")
	p.click(".workshop .yard-acts button", "People")
	long := "Wilhelmina-Charlotte of the upper clay room and the glaze K."
	p.invited(long, "Helper", "Slip mixer")
	p.click("button", "A link for a guest")
	looks("people")
	p.click(`.person-line .why`, "Change")
	looks("a person")
	p.click(".person", "")
	p.sees(".el-dialog", "Where you are logged in")
	p.click("button", "Pair another phone")
	p.sees(".el-dialog .code-card", "comes in by this")
	looks("the account")
	p.click("button", "Log out on this device")
	p.sees("h1", "This workshop is shared")
	looks("log-in")
	tabTo(p, `document.activeElement.id === 'door-name'`)
	p.key("odile w.")
	tabTo(p, `document.activeElement.id === 'door-password'`)
	p.key("not the password" + kb.Enter)
	p.sees(".door", "lets nobody in")
	tabTo(p, `document.activeElement.id === 'door-password'`)
	p.key(goodPassword + kb.Enter)
	p.sees("h1", "Your machines")
	p.at("Slip mixer", "Leads")
	p.press("r")
	p.sees(".el-drawer", "Nothing was said yet")
	looks("remarks")
}

// shot takes a picture where pictures are wanted.
func (p *page) shot(name string) {
	if *picturesTo != "" {
		p.picture(name)
	}
}
