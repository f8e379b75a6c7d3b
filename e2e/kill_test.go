package e2e

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"math/rand/v2"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/store/storetest"
)

// writer stores one edit after the other and remembers what was acknowledged.
type writer struct {
	mu    sync.Mutex
	url   string
	id    string
	job   api.JobAnswer
	acked map[int]string // revision → volts
	n     int
	count atomic.Int64 // acknowledged
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
		w.count.Add(1)
		w.job = a
		return
	}
}

// areAtWork waits until another edit of each writer is acknowledged, however busy the
// machine is.
func areAtWork(t *testing.T, writers []*writer) {
	for _, w := range writers {
		before := w.count.Load()
		require.Eventually(t, func() bool { return w.count.Load() > before }, time.Minute, 5*time.Millisecond)
	}
}

var kills = flag.Int("kills", 20, "how often server, database or launcher are killed in the kill test")

// launcher is ./run itself, on a place of its own.
type launcher struct {
	t     *testing.T
	state string
	addr  string
	cmd   *exec.Cmd
}

func (l *launcher) start() {
	l.cmd = exec.Command(filepath.Join(storetest.Root(), "run"), "--leash")
	l.cmd.Env = append(os.Environ(), "GRAYBRIDGE_STATE="+l.state, "GRAYBRIDGE_ADDR="+l.addr)
	log, err := os.OpenFile(filepath.Join(l.state, "run.log"), os.O_CREATE|os.O_APPEND|os.O_WRONLY, 0o600)
	require.NoError(l.t, err)
	l.cmd.Stdout, l.cmd.Stderr = log, log
	require.NoError(l.t, l.cmd.Start())
	_ = log.Close()
}

func (l *launcher) ready(within time.Duration) {
	for end := time.Now().Add(within); time.Now().Before(end); time.Sleep(50 * time.Millisecond) {
		if res, err := http.Get("http://" + l.addr + "/api/ready"); err == nil {
			res.Body.Close()
			if res.StatusCode == http.StatusNoContent {
				return
			}
		}
	}
	text, _ := os.ReadFile(filepath.Join(l.state, "run.log"))
	l.t.Fatalf("the workbench did not come up within %s; its launcher said:\n%s", within, text)
}

// killOne kills the processes whose command line holds every word.
func killOne(words ...string) (killed int) {
	all, _ := filepath.Glob("/proc/[0-9]*/cmdline")
	for _, path := range all {
		text, _ := os.ReadFile(path)
		line := strings.ReplaceAll(string(text), "\x00", " ")
		fits := line != ""
		for _, w := range words {
			fits = fits && strings.Contains(line, w)
		}
		if pid, err := strconv.Atoi(strings.Split(path, "/")[2]); fits && err == nil && pid != os.Getpid() {
			if syscall.Kill(pid, syscall.SIGKILL) == nil {
				killed++
			}
		}
	}
	return killed
}

// Server, database and launcher are killed at random moments under the edits of
// several writers: every revision that was acknowledged is there with its
// document, none twice, none half. So is every reading, log entry, picture and line of stores.
//
// Long: what goes on beside each other, then what was held of it.
func TestEveryAcknowledgedRevisionOutlivesKills(t *testing.T) {
	t.Parallel()
	l := &launcher{t: t, state: filepath.Join(t.TempDir(), "state"), addr: freeAddress(t)}
	require.NoError(t, os.MkdirAll(l.state, 0o755))
	openToAll(t, l.state)
	l.start()
	t.Cleanup(func() {
		_ = l.cmd.Process.Signal(syscall.SIGTERM)
		_ = l.cmd.Wait()
		killOne("serve", "--addr", l.addr)
		killOne("postgres", l.state)
	})
	l.ready(4 * time.Minute)
	var yard struct{ Workshops []api.YardWorkshop }
	first := &writer{url: "http://" + l.addr}
	require.NoError(t, first.get("/api/yard", &yard))
	var writers []*writer
	stop, done := make(chan struct{}), make(chan struct{})
	for i, s := range yard.Workshops[0].Jobs[:3] {
		w := &writer{url: first.url, id: s.ID, acked: map[int]string{}, n: 10000 * (i + 1)}
		require.NoError(t, w.get("/api/jobs/"+w.id, &w.job))
		writers = append(writers, w)
		go func() {
			defer func() { done <- struct{}{} }()
			for {
				select {
				case <-stop:
					return
				case <-time.After(15 * time.Millisecond): // the machine also runs the other journeys
					w.edit(stop)
				}
			}
		}()
	}
	other := yard.Workshops[0].Jobs[3]
	h := &hands{url: first.url, job: other.ID, workshop: yard.Workshops[0].ID, picture: onePicture(t),
		entries: map[string]bool{}, stock: map[string]bool{}}
	go func() {
		defer func() { done <- struct{}{} }()
		h.work(stop)
	}()
	const seed = 20261125
	random := rand.New(rand.NewPCG(seed, seed))
	for range *kills {
		areAtWork(t, writers)
		time.Sleep(time.Duration(100+random.IntN(700)) * time.Millisecond)
		switch random.IntN(4) {
		case 0:
			killOne("postgres", l.state)
		case 1: // the launcher: its server ends by itself, the next launcher takes the database over
			_ = l.cmd.Process.Kill()
			_ = l.cmd.Wait()
			l.start()
		default:
			killOne("graybridge", "serve", "--addr", l.addr)
		}
		l.ready(time.Minute)
	}
	time.Sleep(300 * time.Millisecond)
	close(stop)
	for range len(writers) + 1 {
		<-done
	}
	h.held(t, *kills)
	for _, w := range writers {
		require.Greater(t, len(w.acked), *kills, "enough edits were under way (seed %d)", seed)
		var latest api.JobAnswer
		require.NoError(t, w.get("/api/jobs/"+w.id, &latest))
		seen := map[string]int{}
		for revision := w.firstRevision(); revision <= latest.Revision; revision++ {
			var then api.JobAnswer
			require.NoError(t, w.get(fmt.Sprintf("/api/jobs/%s/revisions/%d", w.id, revision), &then),
				"no gap at %d (seed %d)", revision, seed)
			require.NotEmpty(t, then.Document.Machines[0].Plate.Power, "no half document")
			seen[then.Document.Supply.Volts]++
			require.Equal(t, 1, seen[then.Document.Supply.Volts], "no edit was stored twice (seed %d)", seed)
			if volts, ok := w.acked[revision]; ok {
				require.Equal(t, volts, then.Document.Supply.Volts, "revision %d (seed %d)", revision, seed)
			}
		}
		for revision := range w.acked {
			require.GreaterOrEqual(t, latest.Revision, revision)
		}
	}
	held := 0
	for _, w := range writers {
		held += len(w.acked)
	}
	t.Logf("%d revisions, %d kills", held, *kills)
	text, _ := os.ReadFile(filepath.Join(l.state, "run.log"))
	require.Contains(t, string(text), "killed by signal 9", "the launcher says why a server was started again")
}

// firstRevision is the first one that this writer stored.
func (w *writer) firstRevision() int {
	first := w.job.Revision
	for r := range w.acked {
		first = min(first, r)
	}
	return first
}

func freeAddress(t *testing.T) string {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer l.Close()
	return l.Addr().String()
}

// openToAll lets the database's own user walk down to a folder.
func openToAll(t *testing.T, dir string) {
	t.Helper()
	for ; dir != "/" && dir != os.TempDir(); dir = filepath.Dir(dir) {
		require.NoError(t, os.Chmod(dir, 0o755))
	}
}
