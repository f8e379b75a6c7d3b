package e2e

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// A machine that hums: danger first, one's own words, one check after the other, a refused one, to a dead capacitor;
// there again on another page, and answers of two people are one desk.
func TestAMachineThatHumsFindsItsCause(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(".machine-link", "Blunger")
	p.click(".span-wrong", "Something is wrong")
	p.sees("h1", "Something is wrong")
	p.fill("#symptom-words", "it buzzes and needs a push")
	p.click(".symptom-own button", "Understand it")
	p.until("the tile is touched", `document.querySelector('.tile[aria-pressed=true]')?.innerText.includes('hums')`)
	p.sees(".causes", "causes left")
	p.sees(".check h2", "Next:")
	require.Contains(t, eval[string](p, `document.querySelector('.check .caution').innerText`), "locked")
	first := eval[string](p, `document.querySelector('.check h2').innerText`)
	p.click(".check-words button", "I cannot do this")
	p.until("the next best comes", `document.querySelector('.check h2')?.innerText !== `+quoted(first))
	p.click(".symptom-told button", "Take back")
	p.until("it is asked again", `document.querySelector('.check h2')?.innerText === `+quoted(first))
	require.Contains(t, first, "µF")
	p.shot("symptom")
	p.fill("#check-value", "three")
	p.click(".check-answer button", "That is it")
	p.sees(".symptom-told", "is no answer to it")
	p.click(".symptom-told button", "Take back")
	p.sees(".check h2", "µF")
	p.fill("#check-value", "0")
	p.click(".check-answer button", "That is it")
	p.sees(".symptom-found h2", "The run capacitor is dead")
	p.sized([][2]int64{{390, 844}, {1280, 800}}, func(wide int64) {
		require.False(t, eval[bool](p, sideways), "%d px", wide)
		p.rules("the desk")
	})
	p.click(".symptom-found button", "Write it into the log")
	p.sees(".symptom-found", "It stands in the log")
	p.sees(".symptom-found", "What shows that it is cured")
	here := strings.Split(eval[string](p, "location.href"), "?")[0]

	// It is there again on another page; what is answered there is seen here.
	q := open(t, here)
	q.sees(".symptom-found h2", "The run capacitor is dead")
	q.click(".symptom-head button", "Begin anew")
	p.until("it begins anew here too", `!document.querySelector('.tile[aria-pressed=true]')`)
}

// Danger ends what is fed; a machine that nobody would plan so goes by elimination to what is left.
func TestDangerLeavesDeadChecksOnly(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.click(".machine-link", "Blunger")
	p.click(".span-wrong", "Something is wrong")
	p.click(".tile", "It smells burnt")
	p.sees(".symptom-stop", "lock it")
	p.click(".tile", "The motor gets hot")
	for range 12 {
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
