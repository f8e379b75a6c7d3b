package job_test

import (
	"encoding/json"
	"os"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/job"
	"graybridge/core/leads"
	"graybridge/core/plate"
	"graybridge/core/supply"
)

// corpusPlate is one plate of testdata/plates.json: as printed, with the
// figures that it was made from.
type corpusPlate struct {
	ID          string       `json:"id"`
	KW          float64      `json:"kw"`
	Poles       int          `json:"poles"`
	Slip        float64      `json:"slip"`
	Eta         float64      `json:"eta"`
	PowerFactor float64      `json:"power_factor"`
	AmpsLow     float64      `json:"amps_low"`
	Workshop    job.Workshop `json:"workshop"`
	Supply      supply.Entry `json:"supply"`
	LeadsKind   leads.Kind   `json:"leads_kind"`
	Plate       plate.Entry  `json:"plate"`
}

var readCorpus = sync.OnceValues(func() ([]corpusPlate, error) {
	text, err := os.ReadFile("testdata/plates.json")
	if err != nil {
		return nil, err
	}
	var file struct{ Plates []corpusPlate }
	return file.Plates, json.Unmarshal(text, &file)
})

// corpus is every plate of the reference.
func corpus(t testing.TB) []corpusPlate {
	t.Helper()
	plates, err := readCorpus()
	require.NoError(t, err)
	require.Len(t, plates, 240)
	return plates
}

// document is a job with the plate, leads and supply of a corpus plate and
// nothing else said.
func (c corpusPlate) document() job.Document {
	d := job.New(c.ID, c.Workshop)
	d.Machines[0].Plate, d.Supply, d.Machines[0].Leads.Kind = c.Plate, c.Supply, c.LeadsKind
	return d
}

// plateWorkshop is a plain workshop on 230 V.
func plateWorkshop() job.Workshop {
	return job.Workshop{Name: "Tansy Lane Tileworks", Rules: "metric", Volts: 230, Hertz: 50, Colours: job.Europe}
}
