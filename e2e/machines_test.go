package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/http"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/scenario"
	"graybridge/store/storetest"
)

// stored puts a document in the place of a job's own.
func stored(t *testing.T, url, inPlaceOf string, d document.Document) {
	t.Helper()
	a := entryOf(t, url, inPlaceOf)
	text, err := json.Marshal(d)
	require.NoError(t, err)
	req, err := http.NewRequest("PUT", url+"/api/jobs/"+a.ID, bytes.NewReader(text))
	require.NoError(t, err)
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("If-Match", fmt.Sprintf("%q", fmt.Sprint(a.Revision)))
	req.Header.Set("Change-Id", "two-machines")
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	require.Equal(t, http.StatusOK, res.StatusCode)
}

// A job with several machines has a chooser, each machine its own bays and card; a
// job with one has none.
func TestMachinesOfOneJobAreWorkedOnOneByOne(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	p := open(t, s.url+"/")
	p.at("Slip mixer", "Motor")
	require.False(t, eval[bool](p, `!!document.querySelector('.machine-chooser')`))

	d := scenario.Blunger()
	second := scenario.SlipMixer().Machines[0]
	second.ID, second.Name = "m2", "Small mixer"
	d.Machines[0].Name = "Big one"
	d.Machines = append(d.Machines, second)
	stored(t, s.url, "Blunger", d)
	p.visit(s.url + "/")
	p.at("Blunger", "Motor")
	p.sees(".machine-chooser .chosen", "Big one")
	require.Equal(t, "1.1 kW", p.value("plate.power"))
	p.press("]")
	p.sees(".machine-chooser .chosen", "Small mixer")
	p.until("its plate stands there", `document.querySelector('[data-entry="plate.power"] input').value === '0.25 kW'`)
	p.sees(".bays", "0.25")
	p.enter("plate.frame", "71B")
	p.saved()
	a := entryOf(t, s.url, "Blunger")
	require.Equal(t, "71B", a.Document.Machines[1].Plate.Frame)
	require.Equal(t, "90S", a.Document.Machines[0].Plate.Frame)
	require.Equal(t, []string{"m1", "m2"}, []string{a.Document.Machines[0].ID, a.Document.Machines[1].ID})
	p.sees(".bays", "0.25")
	p.press("h")
	p.sees(".strip", "Small mixer, plate frame")
	p.press("h")
	p.press("p")
	p.sees(".card h1", "Small mixer")
}

// What a window of an earlier program had not sent, in the first form of the document,
// is taken over and stored.
func TestUnsentEditsOfTheFirstFormAreStored(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	a := entryOf(t, s.url, "Blunger")
	m := a.Document.Machines[0]
	old := map[string]any{"format": "gray-bridge/job", "version": 1, "name": a.Document.Name,
		"workshop": a.Document.Workshop,
		"supply":   a.Document.Supply, "plate": m.Plate, "leads": m.Leads, "load": m.Load, "protection": m.Protection,
		"bridge": map[string]any{"kind": "capacitor", "microfarad": a.Document.Bridge.Capacitor.Microfarad,
			"corner_to": "L1"}}
	before, err := json.Marshal(old)
	require.NoError(t, err)
	m.Plate.Frame = "90L"
	old["plate"] = m.Plate
	after, err := json.Marshal(old)
	require.NoError(t, err)
	unsent := fmt.Sprintf(`{"revision": %d, "base": %s, "changes": [{"id": "left-behind-1", "document": %s, "before": %s}]}`,
		a.Revision, before, after, before)
	p := open(t, s.url+"/")
	p.sees(".machine h3", "Blunger")
	eval[bool](p, fmt.Sprintf(`(localStorage.setItem('gray-bridge-unsent-%s-gone', %s), true)`, a.ID, quoted(unsent)))
	p.at("Blunger", "Motor")
	p.sees(".head-saved", "revision 2")
	require.Equal(t, "90L", p.value("plate.frame"))
	require.Equal(t, "90L", entryOf(t, s.url, "Blunger").Document.Machines[0].Plate.Frame)
	require.True(t, eval[bool](p, fmt.Sprintf(`localStorage.getItem('gray-bridge-unsent-%s-gone') === null`, a.ID)))
}
