package job_test

import (
	"crypto/sha256"
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
	corpusDigest = sha256.Sum256(text)
	var file struct{ Plates []corpusPlate }
	return file.Plates, json.Unmarshal(text, &file)
})

var corpusDigest [sha256.Size]byte

// corpusPart is the part of the corpus that the corpus chooses itself, by its digest.
func corpusPart(t testing.TB) uint8 {
	corpus(t)
	return corpusDigest[0]
}

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

// held are the running laws that hold over a part.
var held sync.Map

// inPart says whether a case of a long law is in the part that this run holds: one of so many,
// all of them with -law.all.
func inPart(t testing.TB, i, parts int) bool {
	if *lawAll || parts == 1 {
		return true
	}
	part := *lawPart
	if part < 0 {
		part = int(corpusPart(t))
	}
	if _, known := held.LoadOrStore(t.Name(), part); !known {
		t.Cleanup(func() {
			held.Delete(t.Name())
			if t.Failed() {
				t.Logf("held over part %d of %d: -law.part %d", part%parts, parts, part)
			}
		})
	}
	return i%parts == part%parts
}
