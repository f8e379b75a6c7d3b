package e2e

import (
	"testing"
)

func TestZZ(t *testing.T) {
	s := demoServer(t)
	p := open(t, s.url+"/reference")
	p.sees(".word", "made third line")
	p.picture("ref-words")
	p.click(".pocket-parts a", "Leads")
	p.sees(".diagram h3", "Nine leads, star inside: star, low joints")
	p.picture("ref-leads")
	p.click(".pocket-parts a", "Frames")
	p.picture("ref-frames")
	p.click(".pocket-parts a", "Colours")
	p.picture("ref-marks")
	p.click(".pocket-parts a", "Formulas")
	p.click(`[data-formula="discharge"] button`, "Fill in")
	p.sees(`[data-formula="discharge"]`, "It can keep")
	p.picture("ref-formulas")
	p.visit(s.url + "/")
	p.at("Blunger", "Bridge")
	p.picture("bay")
	p.click(".help summary", "What this bay is for")
	p.click(".bench .term, .ledger .term", "made third line")
	p.sees(".term-card", "Never feed lights")
	p.picture("bay-help")
}
