package e2e

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/logbook"
	"graybridge/store/storetest"
)

// bookOf reads the whole book of a machine, the oldest first.
func bookOf(t *testing.T, url, id string) (all []logbook.Entry) {
	t.Helper()
	for before := 0; ; {
		res, err := http.Get(fmt.Sprintf("%s/api/jobs/%s/log?before=%d", url, id, before))
		require.NoError(t, err)
		var page api.Log
		err = json.NewDecoder(res.Body).Decode(&page)
		require.NoError(t, res.Body.Close())
		require.NoError(t, err)
		for _, e := range page.Entries {
			all = append([]logbook.Entry{e}, all...)
			before = e.N
		}
		if !page.More {
			return all
		}
	}
}

// Server and database connections are killed while a queue is sent again and again until it is
// answered: every reading stands in the book once, in order, and the book holds together.
func TestAQueueOfReadingsSurvivesKills(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	id := entryOf(t, s.url, "Ball mill").ID
	db, err := pgx.Connect(context.Background(), database)
	require.NoError(t, err)
	defer db.Close(context.Background())
	const batches, each = 40, 5
	var sent atomic.Int64
	address := s.addr // the servers that follow have it too
	done := make(chan error, 1)
	go func() {
		for n := range batches {
			type entry map[string]any
			var list []entry
			for i := range each {
				list = append(list, entry{"id": fmt.Sprintf("reading-%d-%d", n, i), "kind": "reading",
					"taken": "2026-03-02T18:00:00Z", "reads": []entry{{"take": "rpm", "value": n*each + i}}})
			}
			text, _ := json.Marshal(entry{"entries": list})
			for tries := 0; ; tries++ {
				res, err := http.Post("http://"+address+"/api/jobs/"+id+"/log", "application/json",
					bytes.NewReader(text))
				if err == nil {
					_, err = io.Copy(io.Discard, res.Body)
					_ = res.Body.Close()
				}
				if err == nil && res.StatusCode == http.StatusOK {
					break
				}
				if tries > 2000 {
					done <- fmt.Errorf("batch %d was never answered: %v", n, err)
					return
				}
				time.Sleep(15 * time.Millisecond)
			}
			sent.Add(1)
		}
		done <- nil
	}()
	for kill := range 6 {
		until := int64(kill * 5)
		require.Eventually(t, func() bool { return sent.Load() > until }, time.Minute, 3*time.Millisecond)
		if kill%2 == 0 {
			s.kill()
			s = serve(t, database, s.addr)
			continue
		}
		_, err := db.Exec(context.Background(), `select pg_terminate_backend(pid) from pg_stat_activity
			where datname = current_database() and pid <> pg_backend_pid() and usename = current_user
				and backend_type = 'client backend'`)
		require.NoError(t, err)
	}
	require.NoError(t, <-done)
	all := bookOf(t, s.url, id)
	require.Len(t, all, batches*each)
	for i, e := range all {
		require.Equal(t, i+1, e.N)
		require.Equal(t, float64(i), e.Reads[0].Value, "in the order in which they were made")
	}
	out, err := exec.Command(binary, "check-book", "--database", database).CombinedOutput()
	require.NoError(t, err, "%s", out)
	require.Contains(t, string(out), "0 broken")
}

// A window is closed in the middle of sending, the server dies under it, and the page is opened
// again: what was entered arrives once.
func TestAClosedWindowLosesNoReading(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	p := another(t, s.url+"/")
	p.expect("ERR_")
	p.expect("Failed to load resource")
	p.expect("An unknown error occurred when fetching the script") // looking for a newer page
	p.toBringUp("Ball mill")
	address := eval[string](p, "location.href")
	p.keptOnDevice()
	s.kill()
	p.click(".gates button", "Loaded")
	for i := range 8 {
		p.reads("rpm", fmt.Sprint(940+i))
	}
	photo := filepath.Join(t.TempDir(), "shaft.png")
	require.NoError(t, os.WriteFile(photo, onePicture(t), 0o600))
	p.do(chromedp.SetUploadFiles(`.step-files input[accept="image/*"]`, []string{photo}))
	p.sees(".bring-net", "9 on this device")
	for range 3 {
		s = serve(t, database, s.addr)
		p.do(chromedp.Navigate(address)) // in the middle of whatever it was sending
		s.kill()
		p.do(chromedp.Navigate(address))
	}
	s = serve(t, database, s.addr)
	p.visit(address)
	p.until("everything was sent", `document.querySelector('.step') && !document.querySelector('.bring-net')`)
	all := bookOf(t, s.url, entryOf(t, s.url, "Ball mill").ID)
	require.Len(t, all, 9)
	for i, e := range all[:8] {
		require.Equal(t, float64(940+i), e.Reads[0].Value)
	}
	require.Equal(t, logbook.Photo, all[8].Kind)
	require.Len(t, all[8].File.SHA256, 64)
}
