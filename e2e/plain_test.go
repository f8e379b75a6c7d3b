package e2e

import (
	"encoding/json"
	"net/http"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/store/storetest"
)

// entryOf is what the server holds of an entry of a machine.
func entryOf(t *testing.T, url, machine string) api.JobAnswer {
	t.Helper()
	get := func(path string, into any) {
		res, err := http.Get(url + path)
		require.NoError(t, err)
		defer res.Body.Close()
		require.NoError(t, json.NewDecoder(res.Body).Decode(into))
	}
	var yard struct{ Workshops []api.YardWorkshop }
	get("/api/yard", &yard)
	for _, w := range yard.Workshops {
		for _, j := range w.Jobs {
			if j.Name == machine {
				var a api.JobAnswer
				get("/api/jobs/"+j.ID, &a)
				return a
			}
		}
	}
	t.Fatalf("no machine %s", machine)
	return api.JobAnswer{}
}

// On a plain address, by a name of the workshop's network, every edit is stored
// or shown as not stored; two windows each keep their own.
func TestNoEditVanishesOnAPlainAddress(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	plain := strings.Replace(s.url, "127.0.0.1", plainHost, 1)
	p := open(t, plain+"/")
	require.False(t, eval[bool](p, `window.isSecureContext`), "this origin is a plain one")
	require.False(t, eval[bool](p, `'randomUUID' in crypto && !!navigator.locks`))
	p.at("Blunger", "Supply")
	p.enter("supply.volts", "231")
	p.sees(".head-saved", "revision 2")
	require.Equal(t, "231", entryOf(t, s.url, "Blunger").Document.Supply.Volts)
	p.click(".bays button", "Load")
	p.enter("load.does", "stirs slip all day")
	p.sees(".head-saved", "revision 3")
	p.press("z")
	p.sees(".head-saved", "revision 4")
	require.Equal(t, "stirs slip", entryOf(t, s.url, "Blunger").Document.Machines[0].Load.Does)

	// While a field is only half typed, nothing says saved.
	p.fill(`[data-entry="load.does"] input`, "half a word")
	p.lacks(".head-saved", "Saved")
	p.key("\r")
	p.sees(".head-saved", "Saved")

	// Two windows, no server: each keeps its own edits, and both arrive.
	q := open(t, plain+"/")
	q.at("Blunger", "Supply")
	for _, w := range []*page{p, q} {
		w.expect("ERR_")
		w.expect("Failed to load")
	}
	s.kill()
	p.enter("load.does", "from the first window")
	q.enter("supply.feeder_length", "21 m")
	for _, w := range []*page{p, q} {
		w.sees(".head-saved", "Not connected")
		require.NotContains(t, eval[string](w, `document.querySelector('.head-saved').innerText`), "Saved")
	}
	require.Equal(t, 2, eval[int](p,
		`Object.keys(localStorage).filter(k => k.startsWith('gray-bridge-unsent-')).length`), "a list for each window")
	// The second window is closed before the server is back: the first takes its edits over when it is opened anew.
	require.NoError(t, chromedp.Cancel(q.ctx))
	s = serve(t, database, s.addr)
	p.sees(".head-saved", "Saved")
	p.visit(plain + "/")
	p.at("Blunger", "Supply")
	p.until("the closed window's edit is here",
		`document.querySelector('[data-entry="supply.feeder_length"] input')?.value === '21 m'`)
	p.sees(".head-saved", "Saved")
	stored := entryOf(t, s.url, "Blunger").Document
	require.Equal(t, "21 m", stored.Supply.FeederLength)
	require.Equal(t, "from the first window", stored.Machines[0].Load.Does)
	require.Zero(t, eval[int](p, `Object.keys(localStorage).filter(k => k.startsWith('gray-bridge-unsent-')).length`))
}
