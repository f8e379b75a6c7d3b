package e2e

import (
	"context"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/store"
	"graybridge/store/storetest"
)

// Server and database are killed while people log in and backups are taken: who was let in is
// in, a backup that is there is whole, and what was half-written is none.
//
// Long: the deaths and what is looked at after them.
func TestLogInsAndBackupsOutliveKills(t *testing.T) {
	t.Parallel()
	cluster := ownCluster(t)
	database := cluster("start")
	demo(t, database)
	folder := filepath.Join(t.TempDir(), "backups")
	start := func(addr string) *server {
		return serve(t, database, addr, "--backups", folder, "--outside", "https://clay.example")
	}
	s := start("")
	owner := worker{t: t, url: s.url}.comes("/api/sharing", map[string]string{"name": "Odile W.",
		"password": goodPassword, "address": "any"})
	var mu sync.Mutex
	var in []string
	over := make(chan struct{})
	var group sync.WaitGroup
	for n := range 3 {
		group.Go(func() {
			for {
				select {
				case <-over:
					return
				default:
				}
				res, _, err := worker{t: t, url: s.url}.try("POST", "/api/session", map[string]string{"name": "Odile " +
					"W.",
					"password": goodPassword, "device": fmt.Sprint("browser ", n)})
				if err != nil || res.StatusCode != http.StatusOK {
					time.Sleep(50 * time.Millisecond)
					continue
				}
				mu.Lock()
				in = append(in, res.Cookies()[0].Name+"="+res.Cookies()[0].Value)
				mu.Unlock()
			}
		})
	}
	group.Go(func() {
		for {
			select {
			case <-over:
				return
			default:
				_, _, _ = owner.try("POST", "/api/backups", nil)
			}
		}
	})
	const seed = 20261126
	random := rand.New(rand.NewPCG(seed, seed))
	for range 6 {
		time.Sleep(time.Duration(300+random.IntN(500)) * time.Millisecond)
		if random.IntN(2) == 0 {
			cluster("kill")
			require.Equal(t, database, cluster("start"), "it comes back on its port")
		} else {
			s.kill()
			s = start(s.addr)
		}
	}
	time.Sleep(time.Second)
	close(over)
	group.Wait()
	require.Greater(t, len(in), 6)
	valid := 0
	for _, cookie := range in {
		res, _ := worker{t: t, url: s.url, cookie: cookie}.do("GET", "/api/person", nil)
		require.Equal(t, http.StatusOK, res.StatusCode)
		if res, _ := (worker{t: t, url: s.url, cookie: cookie}).do("GET", "/api/yard",
			nil); res.StatusCode == http.StatusOK {
			valid++
		}
	}
	require.GreaterOrEqual(t, valid, min(len(in), store.MostDevices-2), "who was let in is in (seed %d)", seed)
	kept, err := filepath.Glob(filepath.Join(folder, "*.backup.gz"))
	require.NoError(t, err)
	require.NotEmpty(t, kept)
	for _, path := range kept[max(0, len(kept)-4):] {
		rows, err := store.Restore(context.Background(), storetest.Database(t),
			func() (io.ReadCloser, error) { return os.Open(path) })
		require.NoError(t, err, "%s (seed %d)", path, seed)
		require.Greater(t, rows, 20)
	}
	all, err := os.ReadDir(folder)
	require.NoError(t, err)
	for _, f := range all {
		require.True(t, strings.HasSuffix(f.Name(), ".backup.gz") || strings.HasSuffix(f.Name(), ".part"), f.Name())
	}
}
