// Package jobtest is what the tests of several rooms are held over: the corpus of plates, and
// which part of it a long test takes.
package jobtest

import (
	"crypto/sha256"
	"encoding/json"
	"flag"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/plate"
	"graybridge/core/supply"
)

// Plate is one plate of testdata/plates.json: as printed, with the figures that it was made
// from.
type Plate struct {
	ID          string            `json:"id"`
	KW          float64           `json:"kw"`
	Poles       int               `json:"poles"`
	Slip        float64           `json:"slip"`
	Eta         float64           `json:"eta"`
	PowerFactor float64           `json:"power_factor"`
	AmpsLow     float64           `json:"amps_low"`
	Workshop    document.Workshop `json:"workshop"`
	Supply      supply.Entry      `json:"supply"`
	LeadsKind   leads.Kind        `json:"leads_kind"`
	Plate       plate.Entry       `json:"plate"`
}

// Document is a job with the plate, leads and supply of a corpus plate and nothing else said.
func (c Plate) Document() document.Document {
	d := document.New(c.ID, c.Workshop)
	d.Machines[0].Plate, d.Supply, d.Machines[0].Leads.Kind = c.Plate, c.Supply, c.LeadsKind
	return d
}

var (
	// All is set where every plate of the corpus is held to the laws, not a part.
	All = flag.Bool("law.all", false, "hold every plate of the corpus to the law, not a part")

	part = flag.Int("law.part", -1, "which part of the corpus the long laws are held over; "+
		"by default the corpus itself chooses, and a failure says which")
)

var read = sync.OnceValues(func() ([]Plate, error) {
	text, err := os.ReadFile(filepath.Join(root(), "core/plan/testdata/plates.json"))
	if err != nil {
		return nil, err
	}
	digest = sha256.Sum256(text)
	var file struct{ Plates []Plate }
	return file.Plates, json.Unmarshal(text, &file)
})

var digest [sha256.Size]byte

// root is the project's folder: tests run in their package's.
func root() string {
	dir, _ := os.Getwd()
	for dir != "/" {
		if _, err := os.Stat(filepath.Join(dir, "go.mod")); err == nil {
			break
		}
		dir = filepath.Dir(dir)
	}
	return dir
}

// Plates are all of the corpus.
func Plates(t testing.TB) []Plate {
	t.Helper()
	plates, err := read()
	require.NoError(t, err)
	require.Len(t, plates, 240)
	return plates
}

// held are the running laws that hold over a part.
var held sync.Map

// InPart says whether a case of a long law is in the part that this run holds: one of so many,
// all of them with -law.all.
func InPart(t testing.TB, i, parts int) bool {
	t.Helper()
	if *All || parts == 1 {
		return true
	}
	at := *part
	if at < 0 { // the corpus chooses by its digest
		Plates(t)
		at = int(digest[0])
	}
	if _, known := held.LoadOrStore(t.Name(), at); !known {
		t.Cleanup(func() {
			held.Delete(t.Name())
			if t.Failed() {
				t.Logf("held over part %d of %d: -law.part %d", at%parts, parts, at)
			}
		})
	}
	return i%parts == at%parts
}
