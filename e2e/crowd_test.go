package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"regexp"
	"sort"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

// crowd is a shared server with so many makers, each with a machine of the own: every second on
// a drive.
type crowd struct {
	server *server
	owner  worker
	code   string // by which one more comes in, in a browser
	people []worker
	jobs   []string
	docs   []document.Document
}

func gathered(t *testing.T, n int) crowd {
	t.Helper()
	database := storetest.Migrated(t)
	st, err := store.Open(context.Background(), database)
	require.NoError(t, err)
	defer st.Close()
	w, err := st.Workshops.Create(store.Whole(context.Background()), "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	c := crowd{server: serve(t, database, "", "--outside", "https://clay.example")}
	c.owner = worker{t: t, url: c.server.url}.comes("/api/sharing", map[string]string{"name": "Odile W.",
		"password": goodPassword, "address": "any"})
	kinds := []document.Document{scenario.Blunger(), scenario.BallMill()}
	for i := range n {
		d := kinds[i%2]
		d.Name = fmt.Sprintf("Stirrer %d", i+1)
		j, err := st.Jobs.Create(store.Whole(context.Background()), w.ID, store.Change{ID: fmt.Sprint("crowd-", i)},
			d, "new")
		require.NoError(t, err)
		c.jobs, c.docs = append(c.jobs, j.ID), append(c.docs, j.Document)
		_, text := c.owner.do("POST", "/api/workshops/"+w.ID+"/people", map[string]any{"name": fmt.Sprint("Maker ",
			i+1),
			"role": "maker"})
		var code struct{ Code string }
		require.NoError(t, json.Unmarshal(text, &code), "%s", text)
		if i == n-1 {
			c.code = code.Code
			break
		}
		c.people = append(c.people, worker{t: t, url: c.server.url}.comes("/api/session/code",
			map[string]string{"code": code.Code}))
	}
	return c
}

// edits stores one more edit of somebody's own machine and says how long it took to the answer.
func (c crowd) edits(who, revision int) (time.Duration, error) {
	d := c.docs[who]
	d.Supply.Volts = fmt.Sprintf("%.2f V", 225+float64(revision%97)/10+float64(who)/1000)
	begun := time.Now()
	res, text, err := c.people[who].try("PUT", "/api/jobs/"+c.jobs[who], d, "If-Match",
		fmt.Sprintf("%q", strconv.Itoa(revision)), "Change-Id", fmt.Sprintf("crowd-edit-%d-%d", who, revision))
	if err == nil && res.StatusCode != http.StatusOK {
		err = fmt.Errorf("%d %.200s", res.StatusCode, text)
	}
	return time.Since(begun), err
}

func milliseconds(all []time.Duration, share float64) float64 {
	sort.Slice(all, func(i, k int) bool { return all[i] < all[k] })
	return float64(all[int(share*float64(len(all)-1))].Microseconds()) / 1000
}

// peak is the most memory that a process held, in MB.
func peak(t *testing.T, pid int) float64 {
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	require.NoError(t, err)
	m := regexp.MustCompile(`VmHWM:\s+(\d+) kB`).FindSubmatch(text)
	require.Len(t, m, 2)
	kb, _ := strconv.ParseFloat(string(m[1]), 64)
	return kb / 1024
}

// paced lets each of many make an edit a pace, spread over it, until an end; wait gives what each took.
func (c *crowd) paced(t *testing.T, many int, pace time.Duration, end time.Time, revisions []int) (
	wait func() []time.Duration) {
	var mu sync.Mutex
	var took []time.Duration
	var group sync.WaitGroup
	for who := range many {
		group.Go(func() {
			time.Sleep(time.Duration(who) * pace / time.Duration(many))
			for time.Now().Before(end) {
				next := time.Now().Add(pace)
				d, err := c.edits(who, revisions[who])
				if err != nil {
					t.Errorf("maker %d: %v", who, err)
					return
				}
				revisions[who]++
				mu.Lock()
				took = append(took, d)
				mu.Unlock()
				time.Sleep(time.Until(next))
			}
		})
	}
	return func() []time.Duration {
		group.Wait()
		return took
	}
}

// steadily is the crowd at an edit of each every five seconds for five minutes: what each took, and what
// the server held after the first minute and at the end, in MB.
func (c *crowd) steadily(t *testing.T, many int, revisions []int) (took []time.Duration, early, late float64) {
	wait := c.paced(t, many, 5*time.Second, time.Now().Add(5*time.Minute), revisions)
	time.Sleep(time.Minute)
	early, _ = memory(t, c.server.cmd.Process.Pid)
	took = wait()
	late, _ = memory(t, c.server.cmd.Process.Pid)
	return took, early, late
}

// Fifty people with an edit every two seconds, each of a machine of the own, and two hundred
// open streams; then forty who plan without pause while another edits. scripts/load runs this;
// it measures and does not judge, but that nothing is lost.
//
// Long: two measurements, one after the other.
func TestCrowd(t *testing.T) {
	if *loadTo == "" {
		t.Skip("no -load file given")
	}
	const many, streams, over = 49, 200, 40 * time.Second
	c := gathered(t, many+1)
	p := another(t, c.server.url+"/let-in#"+c.code, "401")
	p.click("button", "Later")
	p.visit(c.server.url + "/jobs/" + c.jobs[many] + "/supply")
	p.until("the machine is open", `document.querySelector('[data-entry="supply.volts"] input')`)
	begun := time.Now()
	res, _ := worker{t: t, url: c.server.url}.do("POST", "/api/session", map[string]string{"name": "Odile W.",
		"password": goodPassword})
	require.Equal(t, http.StatusOK, res.StatusCode)
	logIn := time.Since(begun)
	listening, stop := context.WithCancel(context.Background())
	defer stop()
	var open atomic.Int64
	for i := range streams {
		go func() {
			req, _ := http.NewRequestWithContext(listening, "GET", c.server.url+"/api/live", nil)
			req.Header.Set("Cookie", c.people[i%many].cookie)
			res, err := http.DefaultClient.Do(req)
			if err != nil {
				return
			}
			open.Add(1)
			buf := make([]byte, 4096)
			for err == nil {
				_, err = res.Body.Read(buf)
			}
			_ = res.Body.Close()
		}()
	}
	require.Eventually(t, func() bool { return open.Load() == streams }, 20*time.Second, 20*time.Millisecond)
	revisions := make([]int, many)
	for who := range revisions {
		revisions[who] = 1
	}
	wait := c.paced(t, many, 2*time.Second, time.Now().Add(over), revisions)
	var drawn []float64
	for turn := range 4 { // each well within what a page is waited for
		drawn = append(drawn, eval[[]float64](p, fmt.Sprintf(`(async () => {
		const field = document.querySelector('[data-entry="supply.volts"] input'), out = []
		for (let i = %d; i < %d; i++) {
			const now = () => document.querySelector('.span-path').textContent
			const before = now(), begun = performance.now()
			field.focus(); field.value = String(221 + i)
			field.dispatchEvent(new Event('input', {bubbles: true})); field.blur()
			while (now() === before && performance.now() - begun < 3000) await new Promise(requestAnimationFrame)
			out.push(performance.now() - begun)
			await new Promise(r => setTimeout(r, 2000 - (performance.now() - begun)))
		}
		return out })()`, 5*turn, 5*turn+5))...)
	}
	sort.Float64s(drawn)
	took := wait()
	for who := range many {
		_, text := c.people[who].do("GET", "/api/jobs/"+c.jobs[who], nil)
		var got struct{ Revision int }
		require.NoError(t, json.Unmarshal(text, &got))
		require.Equal(t, revisions[who], got.Revision, "nothing is lost")
	}
	// The same crowd, calmer and longer.
	steady, early, late := c.steadily(t, many, revisions)
	memory := peak(t, c.server.cmd.Process.Pid)
	stop()

	flood, calm := context.WithCancel(context.Background())
	var planned atomic.Int64
	for who := 1; who <= 40; who++ {
		go func() {
			for n := 0; flood.Err() == nil; n++ {
				d := c.docs[who]
				d.Supply.Volts = fmt.Sprintf("%.3f V", 221+float64(n%3000)/300)
				if _, _, err := c.people[who].try("POST", "/api/plan", d); err == nil {
					planned.Add(1)
				}
			}
		}()
	}
	time.Sleep(2 * time.Second)
	var beside []time.Duration
	before := planned.Load()
	from := time.Now()
	for range 60 {
		d, err := c.edits(0, revisions[0])
		require.NoError(t, err)
		revisions[0]++
		beside = append(beside, d)
		time.Sleep(250 * time.Millisecond)
	}
	rate := float64(planned.Load()-before) / time.Since(from).Seconds()
	calm()
	text := fmt.Sprintf(`| what | times | median | 95 of 100 | worst | limit |
|---|---|---|---|---|---|
| an edit stored and answered with its plan, fifty people an edit every 2 s, half of them on drives,
	200 streams | %d | %.0f ms | %.0f ms | %.0f ms | |
| the same with an edit of each every 5 s, ten a second, for five minutes (memory after one minute %.0f MB,
	at the end %.0f MB) | %d | %.0f ms | %.0f ms | %.0f ms | 60 ms for 95 of 100 |
| of the first, one in a browser on the same two cores: until its figures are drawn | %d | %.0f ms | %.0f ms | %.0f ms | 100 ms for 95 of 100 |
| an edit of one, while forty others plan without pause (
	%.0f plans a second) | %d | %.0f ms | %.0f ms | %.0f ms | 150 ms for 95 of 100 |
| logging in | 1 | %.0f ms | | | 300 ms |
| most memory of the server | | %.0f MB | | | 400 MB |
`, len(took), milliseconds(took, .5), milliseconds(took, .95), milliseconds(took, 1), early, late,
		len(steady), milliseconds(steady, .5), milliseconds(steady, .95), milliseconds(steady, 1), len(drawn),
		drawn[len(drawn)/2], drawn[int(.95*float64(len(drawn)-1))], drawn[len(drawn)-1], rate, len(beside),
		milliseconds(beside, .5), milliseconds(beside, .95), milliseconds(beside, 1),
		float64(logIn.Microseconds())/1000,
		memory)
	require.NoError(t, os.WriteFile(*loadTo, []byte(text), 0o644))
	t.Log("\n" + strings.TrimSpace(text))
}
