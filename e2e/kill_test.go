package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
)

// writer stores one edit after the other and remembers what was acknowledged.
type writer struct {
	mu    sync.Mutex
	url   string
	id    string
	job   api.JobAnswer
	acked map[int]string // revision → volts
	n     int
}

func (w *writer) get(path string, into any) error {
	res, err := http.Get(w.url + path)
	if err != nil {
		return err
	}
	defer res.Body.Close()
	if res.StatusCode != http.StatusOK {
		return fmt.Errorf("status %d", res.StatusCode)
	}
	return json.NewDecoder(res.Body).Decode(into)
}

// edit sends one change, again and again under the same name until it is
// answered or the test moves on.
func (w *writer) edit(stop <-chan struct{}) {
	w.n++
	volts, change := fmt.Sprintf("%d.%d", 220+w.n%30, w.n), fmt.Sprintf("change-%d", w.n)
	d := w.job.Document
	d.Supply.Volts = volts
	text, _ := json.Marshal(d)
	for {
		select {
		case <-stop:
			return
		default:
		}
		w.mu.Lock()
		url := w.url
		w.mu.Unlock()
		req, _ := http.NewRequest("PUT", url+"/api/jobs/"+w.id, bytes.NewReader(text))
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set("If-Match", fmt.Sprintf("%q", fmt.Sprint(w.job.Revision)))
		req.Header.Set("Change-Id", change)
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			time.Sleep(20 * time.Millisecond)
			continue
		}
		var a api.JobAnswer
		err = json.NewDecoder(res.Body).Decode(&a)
		res.Body.Close()
		if res.StatusCode != http.StatusOK || err != nil {
			time.Sleep(20 * time.Millisecond)
			continue
		}
		w.acked[a.Revision] = volts
		w.job = a
		return
	}
}

// Server and database are killed at random moments under edits: every revision
// that was acknowledged is there with its document, none twice, none half.
func TestEveryAcknowledgedRevisionOutlivesKills(t *testing.T) {
	t.Parallel()
	cluster := ownCluster(t)
	database := cluster("start")
	demo(t, database)
	s := serve(t, database, "")
	w := &writer{url: s.url, acked: map[int]string{}}
	var yard struct{ Workshops []api.YardWorkshop }
	require.NoError(t, w.get("/api/yard", &yard))
	w.id = yard.Workshops[0].Jobs[0].ID
	require.NoError(t, w.get("/api/jobs/"+w.id, &w.job))
	stop, done := make(chan struct{}), make(chan struct{})
	go func() {
		defer close(done)
		for {
			select {
			case <-stop:
				return
			default:
				w.edit(stop)
			}
		}
	}()
	const seed = 20261125
	random := rand.New(rand.NewPCG(seed, seed))
	for round := range 6 {
		time.Sleep(time.Duration(100+random.IntN(500)) * time.Millisecond)
		if random.IntN(2) == 0 || round == 0 {
			s.kill()
		} else {
			killDatabase(t, database)
			s.kill()
		}
		database = cluster("start")
		s = serve(t, database, s.addr)
	}
	time.Sleep(200 * time.Millisecond)
	close(stop)
	<-done
	require.Greater(t, len(w.acked), 20, "enough edits were under way (seed %d)", seed)

	var latest api.JobAnswer
	require.NoError(t, w.get("/api/jobs/"+w.id, &latest))
	for revision, volts := range w.acked {
		var then api.JobAnswer
		require.NoError(t, w.get(fmt.Sprintf("/api/jobs/%s/revisions/%d", w.id, revision), &then), "revision %d (seed %d)", revision, seed)
		require.Equal(t, volts, then.Document.Supply.Volts, "revision %d (seed %d)", revision, seed)
		require.GreaterOrEqual(t, latest.Revision, revision)
	}
	seen := map[string]int{}
	for revision := 2; revision <= latest.Revision; revision++ {
		var then api.JobAnswer
		require.NoError(t, w.get(fmt.Sprintf("/api/jobs/%s/revisions/%d", w.id, revision), &then), "no gap at %d", revision)
		require.NotEmpty(t, then.Document.Plate.Power, "no half document")
		seen[then.Document.Supply.Volts]++
		require.Equal(t, 1, seen[then.Document.Supply.Volts], "no edit was stored twice")
	}
}
