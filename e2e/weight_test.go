package e2e

import (
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/core/drive"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

var (
	swellTo = flag.String("swell", "", "file to write the memory table to")
	bigTo   = flag.String("big", "", "file to write the table of a big database to")
	bigRows = flag.Int("revisions", 2000000, "revisions in the big database")
)

// memory is what a process holds now and held at most, in MB.
func memory(t *testing.T, pid int) (now, most float64) {
	t.Helper()
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	require.NoError(t, err)
	read := func(name string) float64 {
		_, rest, _ := strings.Cut(string(text), name+":")
		n, _ := strconv.ParseFloat(strings.Fields(rest)[0], 64)
		return n / 1024
	}
	return read("VmRSS"), read("VmHWM")
}

// hostileBody is one that nobody honest sends: deep, wide, long, or broken.
func hostileBody(r *rand.Rand, honest string) string {
	nest := []string{"[", `{"a":`, `[{"plate":`, `{"leads":{"done":[`}[r.IntN(4)]
	switch r.IntN(6) {
	case 0:
		return strings.Repeat(nest, 240000/len(nest))
	case 1:
		return "[" + strings.Repeat(`"x",`, 58000) + `""]`
	case 2:
		return `{"format":"` + strings.Repeat("é", 120000) + `"}`
	case 3:
		return honest[:r.IntN(len(honest))] + "\xff" + honest
	case 4:
		return strings.Replace(honest, `"name":"`, `"`+strings.Repeat("k", 200000)+`":1,"name":"`, 1)
	}
	var all strings.Builder
	all.WriteString(`{"format":"gray-bridge/job"`)
	for i := range 9000 {
		fmt.Fprintf(&all, `,"k%d":{"a":[1,2,{}]}`, i)
	}
	return all.String() + "}"
}

// What hostile bodies, and documents as large as may be, make of a server.
// scripts/load runs this; it measures and does not judge.
func TestSwell(t *testing.T) {
	if *swellTo == "" {
		t.Skip("no -swell file given")
	}
	database := storetest.Migrated(t)
	demo(t, database)
	s := serve(t, database, "")
	honest, err := json.Marshal(scenario.Blunger())
	require.NoError(t, err)
	id := entryOf(t, s.url, "Blunger")
	routes := [][2]string{{"POST", "/api/plan"}, {"POST", "/api/capacitor/island"}, {"POST", "/api/capacitor/start"},
		{"POST", "/api/leads/bench-case"}, {"POST", "/api/drives/profile"}, {"PUT", "/api/jobs/" + id.ID},
		{"POST", "/api/import?workshop_id=" + id.WorkshopID}, {"POST", "/api/workshops"}}
	send := func(method, path, body string) int {
		req, _ := http.NewRequest(method, s.url+path, strings.NewReader(body))
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set("If-Match", `"1"`)
		req.Header.Set("Change-Id", fmt.Sprint(rand.Uint64()))
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			return 0
		}
		_, _ = io.Copy(io.Discard, res.Body)
		res.Body.Close()
		return res.StatusCode
	}
	var group sync.WaitGroup
	begun := time.Now()
	for n := range 8 {
		group.Add(1)
		go func() {
			defer group.Done()
			r := rand.New(rand.NewPCG(uint64(n), 11))
			for i := range 1250 {
				route := routes[(i+n)%len(routes)]
				send(route[0], route[1], hostileBody(r, string(honest)))
			}
		}()
	}
	group.Wait()
	took := time.Since(begun)
	hostileNow, hostileMost := memory(t, s.cmd.Process.Pid)

	s2 := serve(t, database, "")
	s = s2
	for i := range 700 {
		d := scenario.BallMill()
		own := drive.Shipped()[0]
		own.ID, own.Name = fmt.Sprint("own-", i), "Own"
		for len(own.Quirks) < 230 {
			own.Quirks = append(own.Quirks, strings.Repeat(fmt.Sprint("q", i), 500)[:900])
		}
		d.Bridge.Drive.Own, d.Bridge.Drive.Profile = &own, own.ID
		text, err := json.Marshal(d)
		require.NoError(t, err)
		if i == 0 {
			require.Less(t, len(text), 256<<10)
			require.Greater(t, len(text), 200<<10)
		}
		send("POST", "/api/plan", string(text))
	}
	_, fullMost := memory(t, s.cmd.Process.Pid)
	text := fmt.Sprintf(`| what | most memory | limit |
|---|---|---|
| 10,000 hostile bodies of some 240 kB on eight routes,
	eight at a time (%.0f s; %.0f MB afterwards) | %.0f MB | 300 MB |
| a server full of documents of some 230 kB | %.0f MB | 400 MB |
`, took.Seconds(), hostileNow, hostileMost, fullMost)
	require.NoError(t, os.WriteFile(*swellTo, []byte(text), 0o644))
}

// How quick a big database answers: many revisions, thousands of machines.
//
// Long: one large database, looked at from every side.
func TestBigDatabase(t *testing.T) {
	if *bigTo == "" {
		t.Skip("no -big file given")
	}
	ctx := store.Whole(context.Background())
	database := storetest.Migrated(t)
	demo(t, database)
	db, err := pgx.Connect(ctx, database)
	require.NoError(t, err)
	defer db.Close(ctx)
	const machines = 10000
	exec := func(text string, args ...any) {
		_, err := db.Exec(ctx, text, args...)
		require.NoError(t, err)
	}
	exec(`insert into job (workshop_id, document) select w.id, jsonb_set(j.document, '{name}', to_jsonb('Mixer ' || n)) from generate_series(1, $1::int) n,
		(select id from workshop order by created_at limit 1) w,
			(select document from job order by created_at limit 1) j`, machines)
	exec(`insert into job_revision (job_id, revision, content, packed, change_id, who, what)
		select j.id, r, r, p.packed, 'fill-' || r, 'Odile W.', 'volts ' || (200 + r % 60)
		from (select * from job where demo_key is null) j,
			(select r.packed from job_revision r join job j on j.id = r.job_id order by j.created_at,
				r.revision limit 1) p,
			generate_series(1, $1::int) r`, max(1, *bigRows/machines))
	exec(`update job set revision = $1, content = $1 where demo_key is null`, max(1, *bigRows/machines))
	exec(`vacuum analyze`)
	// What is read through from end to end, on any table that grows.
	scanned := func() (n int64) {
		exec(`select pg_stat_clear_snapshot()`)
		require.NoError(t, db.QueryRow(ctx, `select coalesce(sum(seq_tup_read), 0) from pg_stat_user_tables
			where relname in ('job', 'job_revision', 'photo', 'creation')`).Scan(&n))
		return n
	}
	s := serve(t, database, "")
	ids, err := pgx.CollectRows(must(db.Query(ctx,
		`select id::text from job where demo_key is null order by created_at, id limit 400`)), pgx.RowTo[string])
	require.NoError(t, err)
	get := func(path string) float64 {
		begun := time.Now()
		res, err := http.Get(s.url + path)
		require.NoError(t, err)
		_, _ = io.Copy(io.Discard, res.Body)
		res.Body.Close()
		require.Equal(t, http.StatusOK, res.StatusCode, path)
		return float64(time.Since(begun).Microseconds()) / 1000
	}
	shelf, err := store.Open(ctx, database)
	require.NoError(t, err)
	defer shelf.Close()
	read := func(id string) float64 {
		begun := time.Now()
		_, err := shelf.Jobs.Job(ctx, id)
		require.NoError(t, err)
		return float64(time.Since(begun).Microseconds()) / 1000
	}
	var history, fetched, opened, yard, search []float64
	time.Sleep(2 * time.Second) // the statistics arrive a second late
	after, before := "", scanned()
	for i := range 40 {
		history = append(history, get("/api/jobs/"+ids[i]+"/revisions"))
		fetched = append(fetched, read(ids[50+i]))
		opened = append(opened, get("/api/jobs/"+ids[100+i]))
		yard = append(yard, get("/api/yard?after="+after))
		after = ids[i*5]
		search = append(search, get(fmt.Sprintf("/api/yard?find=mixer+%d", 1000+i)))
	}
	time.Sleep(2 * time.Second)
	require.Less(t, scanned()-before, int64(machines), "no table is read through for a page, a machine or a name")
	stop := make(chan struct{})
	results := make(chan []float64, 10)
	for i := range 10 {
		w := &writer{url: s.url, id: ids[200+i], acked: map[int]string{}, n: 1000 * i}
		require.NoError(t, w.get("/api/jobs/"+w.id, &w.job))
		go func() {
			var mine []float64
			for {
				select {
				case <-stop:
					results <- mine
					return
				case <-time.After(time.Duration(700+rand.IntN(600)) * time.Millisecond): // a quick person's pace
				}
				begun := time.Now()
				w.edit(stop)
				mine = append(mine, float64(time.Since(begun).Microseconds())/1000)
			}
		}()
	}
	time.Sleep(20 * time.Second)
	close(stop)
	var edits []float64
	for range 10 {
		edits = append(edits, <-results...)
	}
	line := func(what string, all []float64, limit string) string {
		slices.Sort(all)
		at := func(share float64) float64 { return all[int(share*float64(len(all)-1))] }
		return fmt.Sprintf("| %s | %d | %.1f ms | %.1f ms | %.1f ms | %s |\n", what, len(all), at(.5), at(.95), at(1),
			limit)
	}
	text := fmt.Sprintf("%d machines, %d revisions.\n\n| what | times | median | 95 of 100 | worst | limit "+
		"|\n|---|---|---|---|---|---|\n", machines, *bigRows) +
		line("an edit stored and answered, ten people at an edit a second each", edits, "40 ms for 95 of 100") +
		line("a page of a history", history, "30 ms") +
		line("a machine opened, planned anew with its bands", opened, "20 ms") +
		line("of that, read from the database", fetched, "") +
		line("a page of the Yard, every plan made anew", yard, "150 ms") +
		line("a machine found in the Yard", search, "150 ms")
	require.NoError(t, os.WriteFile(*bigTo, []byte(text), 0o644))
}

func must[T any](v T, err error) T {
	if err != nil {
		panic(err)
	}
	return v
}
