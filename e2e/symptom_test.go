package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

// toDesk opens the desk of a machine of the Yard.
func (p *page) toDesk(machine string) {
	p.t.Helper()
	p.click(`.machine[data-job="`+machine+`"] footer a`, "Something is wrong")
	p.sees("h1", "Something is wrong")
	p.sees(".tile", "Nothing at all")
}

// says types what is wrong in one's own words; they become a tile.
func (p *page) says(words, tile string) {
	p.t.Helper()
	p.fill("#symptom-words", words)
	p.click(".symptom-own button", "Understand it")
	p.until("the tile is touched", `[...document.querySelectorAll('.tile[aria-pressed=true]')].
		some(t => t.innerText.includes(`+quoted(tile)+`))`)
}

// looks answers one check after the other as a meter would, what it has no answer to it cannot do, until the desk has
// found something.
func (p *page) looks(meter map[string]string) (asked []string) {
	p.t.Helper()
	const found = `!!document.querySelector('.symptom-found')`
	for range 25 {
		p.until("a check, or what it is", `document.querySelector('.check, .symptom-found')`)
		if eval[bool](p, found) {
			return asked
		}
		id := eval[string](p, `document.querySelector('.check').dataset.check`)
		require.NotEmpty(p.t, eval[string](p, `document.querySelector('.check .caution').innerText`), id)
		asked = append(asked, id)
		value, ok := meter[id]
		word := `.check-words [data-value="` + value + `"]`
		switch {
		case !ok:
			p.click(".check-words button", "I cannot do this")
		case eval[bool](p, `!!document.querySelector(`+quoted(word)+`)`):
			p.click(word, "")
		default:
			p.fill("#check-value", value)
			p.click(".check-answer button", "That is it")
		}
		p.until("the desk goes on from "+id,
			found+` || document.querySelector('.check')?.dataset.check !== `+quoted(id))
	}
	require.Fail(p.t, "the desk does not come to an end", "%v", asked)
	return nil
}

// A machine that hums: danger first, one's own words, one check after the other, a refused one, to a dead capacitor;
// there again on another page, answers of two people are one desk; the cure is proved and goes into the log.
func TestAMachineThatHumsFindsItsCause(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(".machine-link", "Blunger")
	p.click(".span-wrong", "Something is wrong")
	p.sees("h1", "Something is wrong")
	p.says("it buzzes and stalls", "hums")
	p.sees(".causes", "causes left")
	p.sees(".check h2", "Next:")
	p.click(".said-on button", "That is all")
	p.sees(".chip", "It hums and does not turn")
	require.Contains(t, eval[string](p, `document.querySelector('.check .caution').innerText`), "locked")
	first := eval[string](p, `document.querySelector('.check h2').innerText`)
	p.click(".check-words button", "I cannot do this")
	p.until("the next best comes", `document.querySelector('.check h2')?.innerText !== `+quoted(first))
	p.click(".symptom-told button", "Take back")
	p.until("it is asked again", `document.querySelector('.check h2')?.innerText === `+quoted(first))
	require.Contains(t, first, "µF")
	p.sees(".ruler-line b", "")
	p.shot("symptom")
	p.fill("#check-value", "three")
	p.click(".check-answer button", "That is it")
	p.sees(".symptom-asks", "A figure is wanted here, in µF")
	p.click(".symptom-asks button", "Take back")
	p.sees(".check h2", "µF")
	p.fill("#check-value", "52000")
	p.click(".check-answer button", "That is it")
	p.sees(".symptom-asks", "hardly possible")
	p.click(".symptom-asks button", "Take back")
	p.sees(".check h2", "µF")
	p.fill("#check-value", "0")
	p.click(".check-answer button", "That is it")
	p.sees(".symptom-found h2", "The run capacitor is dead")
	p.sees(".found-figures", "The plan has 52 µF")
	p.click(".causes summary", "The run capacitor is dead")
	p.sees(".causes-why", "that fits")
	p.click(".causes details[open] .why", "Draw the box with it")
	p.sees(".causes details[open] .drawing", "")
	p.sized([][2]int64{{390, 844}, {1280, 800}}, func(wide int64) {
		require.False(t, eval[bool](p, sideways), "%d px", wide)
		p.rules("the desk")
	})
	p.fill("#found-value", "30")
	p.click(".found-proof button", "That is it")
	p.sees(".found-proof", "It is not cured yet")
	p.fill("#found-value", "51.5")
	p.click(".found-proof button", "That is it")
	p.sees(".found-proof", "That proves it")
	p.click(".symptom-found button", "into the log")
	p.sees(".symptom-found", "It stands in the log")
	here := strings.Split(eval[string](p, "location.href"), "?")[0]

	// It is there again on another page; what is answered there is seen here.
	q := open(t, here)
	q.sees(".symptom-found h2", "The run capacitor is dead")
	q.click(".symptom-head button", "Begin anew")
	p.until("it begins anew here too", `document.querySelector('.tile') && !document.querySelector('.chip')`)
	q.visit(strings.Replace(here, "/desk", "/log", 1))
	q.sees(".entries, main", "The run capacitor is dead")
}

// Danger ends what is fed; a machine that nobody would plan so goes by elimination to what is left.
func TestDangerLeavesDeadChecksOnly(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(".machine-link", "Blunger")
	p.click(".span-wrong", "Something is wrong")
	p.click(".tile", "It smells burnt")
	p.sees(".said-stop", "lock it")
	p.click(".tile", "The motor gets hot")
	for range 40 {
		p.until("a check, or what it is", `document.querySelector('.check, .symptom-found')`)
		if eval[bool](p, `!!document.querySelector('.symptom-found')`) {
			break
		}
		p.sees(".check .caution", "")
		caution := eval[string](p, `document.querySelector('.check .caution').innerText`)
		require.NotContains(t, caution, "Live")
		now := eval[string](p, `document.querySelector('.check h2').innerText`)
		p.click(".check-words button", "I cannot do this")
		p.until("it goes on", `!!document.querySelector('.symptom-found') ||
			document.querySelector('.check h2')?.innerText !== `+quoted(now))
	}
	p.sees(".symptom-found", "Nothing more would tell")
}

// An overload that trips after minutes: once the load, which the plan takes over by one touch and gives back by
// another, once the dial.
func TestARelayThatTripsAfterMinutes(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toDesk("Blunger")
	p.click(".tile", "The overload trips after minutes")
	p.click(".tile.small", "After some minutes")
	healthy := map[string]string{"microfarad": "52", "shaft": "free", "joints": "L1-U1-W2; L2-V1-U2; L3-W1-V2",
		"relay set": "4.5", "capacitor line": "L1", "ohms L1-L2": "5.4", "ohms L1-L3": "5.4", "ohms L2-L3": "5.4",
		"insulation": "80", "load uncoupled": "well", "belt": "good", "sheaves": "own", "motor fan": "clear",
		"relay poles": "all", "feet": "tight", "bearings": "smooth", "screws": "tight", "damper": "set"}
	p.looks(healthy)
	p.sees(".symptom-found h2", "The machine asks too much of it")
	if eval[bool](p, `!!document.querySelector('.found-take button')`) {
		p.click(".found-take button", "Plan it with a load of")
		p.sees(".found-take", "It stands in the plan")
		p.click(".found-take button", "Undo")
		p.sees(".found-take button", "Plan it with a load of")
	}
	p.click(".symptom-head button", "Begin anew")
	p.click(".tile", "The overload trips after minutes")
	healthy["relay set"], healthy["load uncoupled"] = "2.6", "same"
	p.looks(healthy)
	p.sees(".symptom-found h2", "The overload relay is set too low")
}

// Turning the wrong way is a capacitor on the other line; a hot capacitor is one of the wrong class.
func TestBackwardAndAHotCapacitor(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toDesk("Blunger")
	p.click(".tile", "It turns the wrong way")
	p.looks(map[string]string{"capacitor line": "L2", "joints": "L1-U1-W2; L2-V1-U2; L3-W1-V2"})
	p.sees(".symptom-found h2", "The capacitor sits on the other line")
	p.click(".symptom-head button", "Begin anew")
	p.says("the capacitor gets hot", "capacitor gets hot")
	p.looks(map[string]string{"capacitor print": "start", "microfarad": "52", "capacitor line": "L1"})
	p.sees(".symptom-found h2", "A start capacitor serves as run capacitor")
	p.sees(".symptom-found", "bursts")
}

// A drive that gives up while coming up: its code, the ramp that would do in this job.
func TestADriveThatTripsComingUp(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toDesk("Ball mill")
	p.click(".tile", "Its drive trips while coming up")
	p.sees(".said-code", "What does its display show?")
	code := eval[string](p, `[...document.querySelectorAll('#symptom-code option')].
		find(o => /running up|acceler|coming up/i.test(o.innerText))?.value ?? ''`)
	require.NotEmpty(t, code, "a code for over-current coming up")
	eval[bool](p, `(s => (s.value = `+quoted(code)+`, s.dispatchEvent(new Event('change', {bubbles: true}))))(
		document.querySelector('#symptom-code'))`)
	p.sees(".said-code", "longer ramp")
	asked := p.looks(map[string]string{"ramp up": "1", "shaft": "free", "amps keyed": "3.8",
		"joints":      "L1-U1-W2; L2-V1-U2; L3-W1-V2",
		"motor wires": "card", "boost keyed": "sheet"})
	require.LessOrEqual(t, len(asked), 5, "%v", asked)
	p.sees(".symptom-found h2", "The ramp up is too short")
	p.sees(".found-figures", "the shortest that would do is")
	p.sees(".chip", "Display: "+code)
}

// One line of the converter reads off: a bank that has lost its capacitors.
func TestAConverterWithALowLine(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toDesk("Clay room converter")
	p.says("low leg", "reads off")
	p.looks(map[string]string{"microfarad L1-L3": "0", "microfarad L2-L3": "19", "idler turns": "forward"})
	p.sees(".symptom-found h2", "The capacitors L1-L3 are dead or off")
}

// A brushed motor that surges, and one without its field: the danger stands first.
func TestADCMotorThatSurges(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toDesk("Press feed")
	p.lacks(".tile", "The idler hums and does not turn")
	p.says("it surges", "speed wanders")
	p.looks(map[string]string{"trim IR": "high", "brushes": "good", "speed dial": "smooth"})
	p.sees(".symptom-found h2", "IR compensation is turned too far")
	p.click(".symptom-head button", "Begin anew")
	p.click(".tile", "It runs away")
	p.looks(map[string]string{"ohms field": "open", "trim most": "card", "tachometer": "on"})
	p.sees(".symptom-found h2", "The field has no current")
	p.sees(".symptom-found .caution", "runs away or burns")
}

// A machine that nobody planned, on a phone, from the Yard: no plate is needed, one check fills the screen, and what
// nobody knows is said.
func TestAMachineThatNobodyPlannedOnAPhone(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := another(t, s.url+"/")
	p.do(chromedp.EmulateViewport(390, 844, chromedp.EmulateMobile))
	p.click(".first a", "Something is wrong")
	p.fill("#wrong-name", "Neighbour's grinder")
	p.click(".wrong-new button", "Begin")
	p.sees("#symptom-fed", "between the supply and the motor")
	p.click(".tile", "A drive")
	p.sees(".tile", "Its drive trips at work")
	p.click(".tile", "A run capacitor")
	p.lacks(".tile", "Its drive trips at work")
	p.click(".tile", "It hums and does not turn")
	p.sees(".symptom-presumed", "plate is not known")
	p.sees(".symptom-presumed", "volts, amps, power")
	p.click(".said-on button", "That is all")
	p.sees(".check h2", "Next:")
	p.sees(".causes-fold", "causes left")
	p.until("the list is folded", `document.querySelector('.causes ul').offsetParent === null`)
	require.False(t, eval[bool](p, sideways))
	require.True(t, eval[bool](p, `[...document.querySelectorAll('main button, main input, main summary')].
		every(b => !b.offsetHeight || b.getBoundingClientRect().height >= 40 || b.matches('.why'))`), "small targets")
	p.shot("symptom-phone")
	p.looks(map[string]string{"shaft": "held", "microfarad": "40", "ohms L1-L2": "4", "ohms L1-L3": "4",
		"ohms L2-L3": "4", "brake": "none"})
	p.sees(".symptom-found h2", "The shaft is held")
	p.visit(s.url + "/")
	p.sees(".machine", "Neighbour's grinder")
}

// None of the known causes: it is said plainly, with who could tell.
func TestNoneOfTheKnownCauses(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.toDesk("Blunger")
	for _, tile := range []string{"It sparks", "It turns the wrong way", "It starts by itself", "Its speed wanders",
		"The leakage device trips"} {
		p.click(".tile", tile)
	}
	asked := p.looks(map[string]string{"microfarad": "52", "shaft": "free", "joints": "L1-U1-W2; L2-V1-U2; L3-W1-V2",
		"insulation": "200", "capacitor line": "L1", "screws": "tight", "belt": "good", "bearings": "smooth",
		"ohms L1-L2": "5.4", "ohms L1-L3": "5.4", "ohms L2-L3": "5.4", "bleed resistor": "there", "hertz": "50",
		"lead sleeves": "whole", "load uncoupled": "same", "volts post": "236", "relay set": "4.5",
		"amps swing":  "steady",
		"amps supply": "4.8", "rpm": "1444", "runs when spun": "true"})
	p.sees(".symptom-found h2", "None of the known causes explains this")
	require.NotEmpty(t, asked)
	p.sees(".symptom-found", "Print this page")
}

// A reading far outside at the bring-up leads to the desk, which takes it over; by keyboard alone, at 200 %.
func TestTheBringUpLeadsToTheDeskByKeyboard(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(`.machine[data-job="Slip mixer"] footer a`, "Bring-up")
	p.step("Lock off")
	p.click(".step-buttons button", "Not right")
	p.click(".step-why a", "Find out what it is")
	p.sees("h1", "Something is wrong")
	p.sees(".tile", "It hums and does not turn")
	p.do(chromedp.EmulateViewport(640, 400)) // 1280 at 200 %
	require.False(t, eval[bool](p, sideways))
	tabTo(p,
		`document.activeElement.matches('.tile') && document.activeElement.innerText.includes('It hums and does not turn')`)
	p.key(kb.Enter)
	tabTo(p, `document.activeElement.matches('.said-on button')`)
	p.key(kb.Enter)
	p.sees(".check h2", "Next:")
	require.NotEmpty(t, eval[string](p, `document.querySelector('.ruler caption').innerText`))
	tabTo(p, `document.activeElement.id === 'check-value' || document.activeElement.matches('.check-words button')`)
	if eval[bool](p, `document.activeElement.id === 'check-value'`) {
		p.key("0")
	}
	p.key(kb.Enter)
	p.sees(".symptom-told", "Take back")
	require.False(t, eval[bool](p, sideways))
}
