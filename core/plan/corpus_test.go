package plan_test

import (
	"testing"

	"graybridge/core/document"
	"graybridge/jobtest"
)

// corpusPlate is a plate of the corpus.
type (
	corpusPlate struct{ printed }
	printed     = jobtest.Plate
)

// corpus is every plate of the reference.
func corpus(t testing.TB) (out []corpusPlate) {
	t.Helper()
	for _, p := range jobtest.Plates(t) {
		out = append(out, corpusPlate{p})
	}
	return out
}

// document is a job with the plate, leads and supply of a corpus plate and nothing else said.
func (c corpusPlate) document() document.Document { return c.Document() }

var (
	lawAll = jobtest.All
	inPart = jobtest.InPart
)

// plateWorkshop is a plain workshop on 230 V.
func plateWorkshop() document.Workshop {
	return document.Workshop{Name: "Tansy Lane Tileworks", Rules: "metric", Volts: 230, Hertz: 50,
		Colours: document.Europe}
}
