package e2e

import (
	"testing"
	"time"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"

	"graybridge/store/storetest"
)

// The pocket reference without a machine: a word by another name, leads in the other naming, a table, a formula with
// one's own figures; a word touched in a plan; what a bay is for.
func TestThePocketReference(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/reference")
	p.sees(".word", "made third line")
	p.fill(".words-find input", "wild leg")
	p.sees(".word", "made third line")
	p.lacks(".word", "slip")
	p.fill(".words-find input", "no such thing")
	p.sees(".words", "No word of that name")

	p.click(".pocket-parts a", "Leads")
	p.sees(".diagram h3", "Nine leads, star inside: star, low joints")
	p.sees(`[data-diagram="Six leads: delta"] li`, "U1-W2 to L1")
	p.click(".choice-one", "T1 to T12")
	p.sees(`[data-diagram="Six leads: delta"] li`, "T1-T6 to L1")

	p.click(".pocket-parts a", "Wires and breakers")
	p.sees("#earths td", "10")
	p.click(".pocket-parts a", "Formulas")
	p.fill(`[data-formula="belt"] label:nth-of-type(1) input`, "1420")
	p.fill(`[data-formula="belt"] label:nth-of-type(2) input`, "80 mm")
	p.fill(`[data-formula="belt"] label:nth-of-type(3) input`, "wide")
	p.sees(`[data-formula="belt"] [role=alert]`, "“wide” could not be read")
	p.fill(`[data-formula="belt"] label:nth-of-type(3) input`, "8 in")
	p.sees(`[data-formula="belt"] .formula-result`, "559 rpm")

	p.visit(s.url + "/")
	p.at("Blunger", "Bridge")
	p.click(".help summary", "What this bay is for")
	p.sees(".help", "What people get wrong")
	p.click(".bench .term, .ledger .term", "made third line")
	p.sees(".term-card", "Never feed lights")
	p.key(kb.Escape)
	p.lacks(".term-card", "Never feed lights")

	p.click(".head-find", "Find or do")
	p.fill(".palette-field", "service factor")
	p.click("#palette-list li", "in motor")
	p.until("the field has the focus", `document.activeElement?.closest('[data-entry="plate.service_factor"]')`)
	p.click(".head-find", "Find or do")
	p.fill(".palette-field", "bleed")
	p.click("#palette-list li", "bleed resistor")
	p.sees(".term-card", "empties it within a minute")
	p.click(".term-card a", "All words")
	p.sees(".word", "bleed resistor")
}

// The reference was opened once on this device: it is there without a network, but for what is worked out.
func TestTheReferenceIsThereWithoutANetwork(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	s := serve(t, database, "")
	p := another(t, s.url+"/reference")
	p.sees(".word", "made third line")
	p.keptOnDevice()
	p.visit(s.url + "/reference")
	p.sees(".word", "made third line")
	kept := `(async () => (await (await caches.open('reference')).keys()).length >= 3)()`
	require.Eventually(t, func() bool { return eval[bool](p, kept) }, patience, 50*time.Millisecond)
	p.expect("ERR_")
	p.expect("Failed to load resource")
	p.expect("does not answer")
	s.kill()
	p.visit(s.url + "/reference")
	p.fill(".words-find input", "VFD")
	p.sees(".word", "drive")
	p.click(".pocket-parts a", "Leads")
	p.sees(".diagram h3", "Six leads: star")
	p.click(".pocket-parts a", "Wires and breakers")
	p.sees("#wires-metric", "Source:")
}
