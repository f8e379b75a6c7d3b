package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"math/cmplx"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/scenario"
)

// tabTo walks with Tab until the focus stands on an element.
func (p *page) tabTo(css string) {
	p.t.Helper()
	for range 90 {
		if eval[bool](p, `!!document.activeElement?.matches(`+quoted(css)+`)`) {
			return
		}
		p.key(kb.Tab)
	}
	p.t.Fatalf("Tab never came to %s\nthe page shows:\n%s", css, p.shown())
}

// boxOfWires is an unmarked motor with nine leads in delta: which tape is on
// which lead only the test knows. It answers as a meter would, by a circuit.
type boxOfWires struct{ lead map[string]string }

func (b boxOfWires) circuit() circuit.Circuit {
	return circuit.Circuit{FrequencyHz: 60, Machines: []circuit.Machine{{Name: "m", Slip: 1,
		Coils: leads.NineDelta.Layout().Coils,
		Equivalent: circuit.Equivalent{R1Ohm: 1, X1Ohm: 2.4, R2Ohm: 1.1, R2StandstillOhm: 1.3, X2Ohm: 2.6, XmOhm: 60,
			FrequencyHz: 60, Poles: 4}}}}
}

// ohms between two tapes, or open: each half coil has 1.1 Ω.
func (b boxOfWires) ohms(t *testing.T, x, y string) string {
	c := circuit.Circuit{FrequencyHz: 50, Reference: b.lead[y], Sources: []circuit.Source{{Name: "meter",
		From: b.lead[x], To: b.lead[y], VoltsRMS: 1, ResistanceOhm: 1e-6}}}
	for _, k := range leads.NineDelta.Layout().Coils {
		c.Elements = append(c.Elements, circuit.Element{Name: k.Name, Kind: circuit.Resistor, From: k.Start,
			To: k.Finish, Ohm: 1.1})
	}
	s, err := circuit.Compile(&c)
	require.NoError(t, err)
	require.NoError(t, s.Solve())
	if amps := cmplx.Abs(s.SourceAmps(0)); amps > 1e-6 {
		return fmt.Sprintf("%.1f", 1/amps+0.2) // and the probes
	}
	return "open"
}

func (b boxOfWires) volts(t *testing.T, a leads.Ask) float64 {
	c := b.circuit()
	c.Reference = b.lead[a.Feed[1]]
	c.Sources = []circuit.Source{{Name: "fed", From: b.lead[a.Feed[0]], To: b.lead[a.Feed[1]], VoltsRMS: 12}}
	if len(a.Joined) == 2 {
		c.Joints = [][]string{{b.lead[a.Joined[0]], b.lead[a.Joined[1]]}}
	}
	s, err := circuit.Compile(&c)
	require.NoError(t, err)
	require.NoError(t, s.Solve())
	return cmplx.Abs(s.Volts(b.lead[a.Read[0]], b.lead[a.Read[1]]))
}

// job asks the server for what the page shows.
func (p *page) planOf(s *server, into any) {
	p.t.Helper()
	text := eval[string](p,
		`fetch(location.pathname.replace(/^\/jobs\/([^/]+).*/, '/api/jobs/$1')).then(r => r.text())`)
	require.NoError(p.t, json.Unmarshal([]byte(text), into), "%.200s", text)
}

type leadsAnswer struct {
	Plan struct {
		Leads struct {
			Round     leads.Verdict   `json:"round"`
			Labelling leads.Labelling `json:"labelling"`
		} `json:"leads"`
		Now struct {
			Text  string `json:"text"`
			Named string `json:"named"`
		} `json:"now"`
	} `json:"plan"`
}

// A box of nine unmarked wires, from the first touch to names on sleeves, with
// no other hand than the keyboard. One reading is noted wrong; it is asked for
// again and named.
func TestUnmarkedNineLeadDeltaByKeyboard(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	stored(t, s.url, "Clay shredder", nineLeads())
	p := open(t, s.url+"/")
	box := boxOfWires{map[string]string{"1": "T8", "2": "T1", "3": "T6", "4": "T9", "5": "T3", "6": "T2", "7": "T4",
		"8": "T7", "9": "T5"}}
	p.at("Pug mill alone", "Leads") // its plate serves; its box is taken to be a stranger's
	p.tabTo(".bay-tabs button:nth-child(2)")
	p.key(kb.Enter)
	p.tabTo(`[data-entry="leads.tags"] input`)
	p.key("9" + kb.Tab + "0.2" + kb.Tab)
	p.until("two leads are asked for", `document.querySelectorAll('.tag.asked').length === 2`)
	p.tabTo("#touch-line")
	var a leadsAnswer
	for n := 0; ; n++ {
		p.saved()
		a = leadsAnswer{}
		p.planOf(s, &a)
		v := a.Plan.Leads.Round
		if len(v.Next) == 0 {
			break
		}
		require.Less(t, n, 36)
		said := box.ohms(t, v.Next[0], v.Next[1])
		p.key(v.Next[0] + " " + v.Next[1] + " " + said + kb.Enter)
		p.until("the touch is in the grid",
			fmt.Sprintf(`document.querySelectorAll('.find-grid .touched').length === %d`, n+1))
	}
	require.True(t, a.Plan.Leads.Round.Settled)
	p.sees(".find-verdict", "nine leads, delta inside")
	require.ElementsMatch(t, []string{"2", "6", "5"}, a.Plan.Leads.Round.Corners)
	p.sees(".finding-leads, .ledger", "Continuity shows nine leads, delta inside; the job says nine leads, star "+
		"inside.")
	p.tabTo(".find-says .strong")
	p.key(kb.Enter)
	p.sees(".find h3", "2. Starts and finishes")
	for n := 0; ; n++ {
		p.saved()
		a = leadsAnswer{}
		p.planOf(s, &a)
		l := a.Plan.Leads.Labelling
		if l.Settled {
			break
		}
		require.Less(t, n, 12)
		require.NotNil(t, l.Ask)
		volts := box.volts(t, *l.Ask)
		if n == 1 {
			volts = 24 - volts // read on the wrong pair of leads
		}
		p.tabTo(".find-read input")
		p.key(fmt.Sprintf("%.2f", volts) + kb.Enter)
		p.until("the reading is listed", fmt.Sprintf(`document.querySelectorAll('.find-taken li').length === %d`, n+1))
	}
	p.sees(".find-verdict", "was false")
	p.sees(".sleeves", "T9")
	p.unfold()
	p.sees(".ledger", "Continuity agrees: nine leads, delta inside.")
	// The names found are the truth or its equal by a symmetry: the same joints.
	names := map[string]string{}
	for _, n := range a.Plan.Leads.Labelling.Names {
		names[n.Tag] = n.Terminal
	}
	equal := false
	for _, sym := range leads.NineDelta.Layout().Symmetries() {
		same := true
		for tag, lead := range box.lead {
			same = same && names[tag] == sym[lead]
		}
		equal = equal || same
	}
	require.True(t, equal, "hidden %v, found %v", box.lead, names)
	// Undo takes the last reading away, and the question is there again.
	eval[bool](p, `(document.activeElement?.blur(), true)`)
	p.press("z")
	p.until("the question is back", `document.querySelector('.find-ask')`)
}

// finger drags with one finger, as on a phone.
func (p *page) finger(fromX, fromY, toX, toY float64) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	touch := func(kind input.DispatchTouchEventType, points ...*input.TouchPoint) {
		_, err := chromedp.Call(ctx, input.DispatchTouchEvent, input.DispatchTouchEventParams{Type: kind,
			TouchPoints: points})
		require.NoError(p.t, err)
	}
	touch(input.DispatchTouchEventTypeTouchStart, &input.TouchPoint{X: fromX, Y: fromY})
	for i := 1; i <= 6; i++ {
		k := float64(i) / 6
		touch(input.DispatchTouchEventTypeTouchMove, &input.TouchPoint{X: fromX + k*(toX-fromX), Y: fromY +
			k*(toY-fromY)})
	}
	touch(input.DispatchTouchEventTypeTouchEnd)
}

// place is the middle of what a drawing shows for a lead: its name.
func (p *page) place(lead string) (x, y float64) {
	p.t.Helper()
	at := eval[[]float64](p,
		`(() => { const e = [...document.querySelectorAll('.box-hands text')].find(t => t.textContent.trim() === `+quoted(lead)+`);
		if (!e) return [0, 0]; const r = e.getBoundingClientRect(); return [r.left + r.width / 2, r.top +
			r.height / 2] })()`)
	require.NotZero(p.t, at[0], "%s is in the drawing", lead)
	return at[0], at[1]
}

// A nine-lead star motor as delivered, on its high joints, is joined anew on a
// phone by dragging lead after lead to its cap.
func TestHighJointsToLowByDragOnAPhone(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	stored(t, s.url, "Clay shredder", nineLeads())
	p := open(t, s.url+"/")
	p.do(chromedp.EmulateViewport(390, 844, chromedp.EmulateTouch))
	p.visit(s.url + "/")
	p.at("Pug mill alone", "Leads")
	p.click(".path-strip", "")
	p.click(".states button", "Now")
	p.sees(".span-verdict", "burn winding")
	for n, move := range [][2]string{{"T7", "T1"}, {"T8", "T2"}, {"T9", "T3"}, {"T5", "T4"}, {"T6", "T4"}} {
		eval[bool](p, `(document.querySelector('.box-hands').scrollIntoView({block: 'center'}), true)`)
		time.Sleep(150 * time.Millisecond)
		fx, fy := p.place(move[0])
		tx, ty := p.place(move[1])
		p.finger(fx, fy, tx, ty)
		want := map[int]string{0: "L1-T1-T7", 1: "L2-T2-T8", 2: "L3-T3-T9", 3: "T4-T5", 4: "T4-T5-T6"}[n]
		p.until(move[0]+" is with "+move[1],
			`document.querySelector('#joints-text').value.split('; ').includes(`+quoted(want)+`)`)
	}
	p.sees(".states", "star, low joints")
	p.saved()
	var a leadsAnswer
	p.planOf(s, &a)
	require.Equal(t, "star, low joints", a.Plan.Now.Named)
	p.sees(".moves", "Joined as wanted")
	// A lead let go over nothing hangs free; undo puts it back.
	eval[bool](p, `(document.querySelector('.box-hands').scrollIntoView({block: 'center'}), true)`)
	time.Sleep(150 * time.Millisecond)
	x, y := p.place("T6")
	box := eval[[]float64](p,
		`(() => { const r = document.querySelector('.box-hands svg').getBoundingClientRect(); return [r.left, r.bottom] })()`)
	p.finger(x, y, box[0]+12, box[1]-6)
	p.until("T6 is free", `document.querySelector('#joints-text').value.endsWith('T4-T5')`)
	p.press("z")
	p.until("T6 is back", `document.querySelector('#joints-text').value.endsWith('T4-T5-T6')`)
	// Two taps do the same.
	p.do(chromedp.MouseClickXY(p.place("T6")))
	p.sees(".box-held", "T6 in the hand")
	p.do(chromedp.MouseClickXY(p.place("T1")))
	p.until("T6 is with T1", `document.querySelector('#joints-text').value.includes('L1-T1-T6-T7')`)
}

// The rest of the bay: a mistake beside the right joints, a bump the wrong way,
// insulation, a bench case out and in, a photograph, clips that keep the job
// open, and the pages to print.
//
// Long: one journey, told as its person goes it.
func TestLeadsBayEndToEnd(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	stored(t, s.url, "Clay shredder", nineLeads())
	p := open(t, s.url+"/")
	p.at("Pug mill alone", "Leads")
	eval[bool](p,
		`(() => { const e = document.querySelector('.mistake-choice select'); e.value = 'delta-table'; e.dispatchEvent(new Event('change')); return true })()`)
	p.sees(".span-verdict", "expect the breaker to open at once")
	p.sees(".leads-right", "As wanted: star, low joints")
	p.sees(".span-path", "breaker opens")
	p.click(".states button", "As wanted")
	p.lacks(".span-verdict", "breaker")
	p.sees(".ways", "star, high joints")
	p.sees(".ways", "Reduced power")

	// A table pasted into the text of the round is read touch by touch.
	p.click(".bay-tabs button", "Find out")
	p.enter("leads.tags", "9")
	p.click(".find summary", "Paste a table")
	p.fill(`[data-entry="leads.touches"] textarea`, "1 2 open\n1 3 1.1")
	p.key(kb.Tab)
	p.until("two touches are in the grid", `document.querySelectorAll('.find-grid .touched').length === 2`)
	p.press("z")
	p.press("z")
	// The page grows shorter as the grid goes: what is clicked next stands still only then.
	p.until("the touches are undone", `document.querySelectorAll('.find-grid .touched').length === 0`)
	p.click(".bay-tabs button", "Direction")
	p.click(".choice-one", "The wrong way")
	p.sees(".finding-line", "turned the wrong way with the capacitor on L1")
	p.click(".finding-line .plain", "Capacitor to L2")
	p.sees(".finding-line", "bump once more")

	p.click(".bay-tabs button", "Ohms")
	p.enter("leads.insulation", "12 MΩ")
	p.sees(".finding-line", "Say what the insulation was measured with")
	p.click(".choice-one", "Multimeter")
	p.sees(".finding-line", "cannot pass a winding")
	p.click(".choice-one", "500 V insulation tester")
	p.sees(".finding-line", "it may run, but is damp or old")

	p.click(".bay-tabs button", "No plate")
	p.sees(".steps", "Begin at the top corner")
	for range 5 {
		p.click(".steps-go .strong", "Next step")
	}
	p.sees(".steps .for-readers", "T4-T5-T6")

	p.click(".bay-tabs button", "Extras")
	p.fill(`[data-entry="leads.extras"] textarea`, "P1 P2 thermal protector")
	p.key(kb.Tab)
	p.sees(".extras", "never into a joint")
	p.saved()
	dir := t.TempDir()
	bench := eval[string](p,
		`fetch(document.querySelector('.extras-files a[href*="bench-case"]').href).then(r => r.text())`)
	b, err := circuit.DecodeBenchCase([]byte(bench))
	require.NoError(t, err)
	answer, err := circuit.SolveCase(&b.Circuit)
	require.NoError(t, err)
	require.Greater(t, -answer.Machines["motor"].TorqueNm, 4.0, "capacitor on L2: it turns backward under its load")
	changed := filepath.Join(dir, "case.json")
	b.Joints = [][]string{{"L1", "line 1"}, {"L2", "line 2"}, {"L1", "T1"}, {"L2", "T2"}, {"L3", "T3"}, {"T4", "T7"},
		{"T5", "T8"}, {"T6", "T9"}}
	text, err := json.Marshal(b)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(changed, text, 0o644))
	p.do(chromedp.SetUploadFiles(`.extras-files input[type=file]`, []string{changed}))
	p.sees(".states", "star, high joints")
	for _, page := range []string{"connections.pdf"} {
		kind := eval[string](p,
			`fetch(location.pathname.replace(/^\/jobs\/([^/]+).*/, '/api/jobs/$1/`+page+`')).then(async r => r.status + r.headers.get('content-type') + (await r.text()).slice(0, 5))`)
		require.Equal(t, "200application/pdf%PDF-", kind)
	}
	p.sees(`[data-entry="leads.photo"]`, "Studs or caps")
	shot, err := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
	require.NoError(t, err)
	picture := filepath.Join(dir, "caps.png")
	require.NoError(t, os.WriteFile(picture, shot, 0o644))
	p.do(chromedp.SetUploadFiles(`[data-entry="leads.photo"] input[type=file]`, []string{picture}))
	p.until("the photograph is shown", `document.querySelector('[data-entry="leads.photo"] img')?.naturalWidth > 100`)

	p.click(".bay-tabs button", "Joints")
	p.click(".clips", "test clips")
	p.sees(".ledger", "Joined with test clips: not finished.")
}

// nineLeads is the pug mill as a job of its own, on a capacitor.
func nineLeads() document.Document {
	d := scenario.PugMill()
	d.Name = "Pug mill alone"
	return d
}
