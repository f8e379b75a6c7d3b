package e2e

import (
	"flag"
	"fmt"
	"os"
	"sort"
	"testing"
	"time"

	"context"

	"github.com/stretchr/testify/require"

	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

var loadTo = flag.String("load", "", "file to write the load table to")

// Ten people edit ten jobs: nine over the interface, the tenth in a browser,
// where the time from the finished edit to the drawn figure is taken. scripts/load
// runs this; it measures and does not judge.
func TestLoad(t *testing.T) {
	if *loadTo == "" {
		t.Skip("no -load file given")
	}
	database := storetest.Migrated(t)
	demo(t, database)
	st, err := store.Open(context.Background(), database)
	require.NoError(t, err)
	defer st.Close()
	workshops, err := st.Workshops.All(store.Whole(context.Background()), store.Yard)
	require.NoError(t, err)
	s := serve(t, database, "")
	stop := make(chan struct{})
	var took []time.Duration
	results := make(chan []time.Duration, 9)
	for i := range 9 {
		j, err := st.Jobs.Create(store.Whole(context.Background()), workshops[0].ID,
			store.Change{ID: fmt.Sprint("load-", i)},
			scenario.Blunger(), "new")
		require.NoError(t, err)
		w := &writer{url: s.url, id: j.ID, acked: map[int]string{}, n: 1000 * i}
		require.NoError(t, w.get("/api/jobs/"+j.ID, &w.job))
		go func() {
			var mine []time.Duration
			for {
				select {
				case <-stop:
					results <- mine
					return
				case <-time.After(time.Second): // a quick person's pace
				}
				begun := time.Now()
				w.edit(stop)
				mine = append(mine, time.Since(begun))
			}
		}()
	}
	p := open(t, s.url+"/")
	p.at("Slip mixer", "Bridge")
	p.until("the island is drawn", `document.querySelector('.island-land')`)
	var drawn []float64
	for turn := range 6 { // each well within what a page is waited for
		drawn = append(drawn, eval[[]float64](p, fmt.Sprintf(`(async () => {
		const field = document.querySelector('[data-entry="bridge.microfarad"] input'), out = []
		const wait = (ms) => new Promise(r => setTimeout(r, ms))
		for (let i = %d; i < %d; i++) {
			const uf = String(12 + (i %% 20) * 0.7 + i / 100).slice(0, 6)
			field.focus(); field.value = uf
			const before = document.querySelector('.bars').innerText, begun = performance.now()
			field.dispatchEvent(new Event('input', {bubbles: true})); field.blur()
			while (document.querySelector('.bars').innerText === before &&
				performance.now() - begun < 3000) await new Promise(requestAnimationFrame)
			out.push(performance.now() - begun)
			await wait(150)
		}
		return out })()`, 10*turn, 10*turn+10))...)
	}
	close(stop)
	for range 9 {
		took = append(took, <-results...)
	}
	first := eval[[]float64](p,
		`(async () => { const seen = performance.getEntriesByType('resource').filter(e => /\.(js|css|svg)$/.test(new URL(e.name).pathname)); return [seen.reduce((n, e) => n + e.encodedBodySize, 0), seen.length] })()`)
	ms := make([]float64, len(took))
	for i, d := range took {
		ms[i] = float64(d.Microseconds()) / 1000
	}
	at := func(all []float64, share float64) float64 {
		sort.Float64s(all)
		return all[int(share*float64(len(all)-1))]
	}
	text := fmt.Sprintf(`| what | edits | median | 95 of 100 | worst | limit |
|---|---|---|---|---|---|
| an edit's figures drawn in the browser | %d | %.0f ms | %.0f ms | %.0f ms | 100 ms for 95 of 100 |
| an edit stored and answered with its plan | %d | %.0f ms | %.0f ms | %.0f ms | |
| scripts and styles of the Yard and a span together, compressed | | %.0f kB | | | 250 kB for the Yard |
`, len(drawn), at(drawn, .5), at(drawn, .95), at(drawn, 1), len(ms), at(ms, .5), at(ms, .95), at(ms, 1), first[0]/1000)
	require.NoError(t, os.WriteFile(*loadTo, []byte(text), 0o644))
}
