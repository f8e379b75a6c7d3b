package e2e

import (
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"net/http"
	"os"
	"slices"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/scenario"
	"graybridge/store/storetest"
)

var yardTo = flag.String("yard", "", "file to write the table of a Yard of converters to")

// A Yard of a thousand converters, each with three motors, as nobody has opened it yet and warm; and a
// machine with 250 revisions. scripts/load runs this; it measures and does not judge.
//
// Long: one measurement after the other.
func TestConverterYard(t *testing.T) {
	if *yardTo == "" {
		t.Skip("no -yard file given")
	}
	ctx := context.Background()
	database := storetest.Migrated(t)
	demo(t, database)
	db, err := pgx.Connect(ctx, database)
	require.NoError(t, err)
	defer db.Close(ctx)
	d := scenario.ClayRoom()
	text, err := json.Marshal(d)
	require.NoError(t, err)
	const machines = 1000
	_, err = db.Exec(ctx, `insert into job (workshop_id, document)
		select w.id, jsonb_set(jsonb_set($2::jsonb, '{name}', to_jsonb('Converter ' || n)), '{supply,feeder_length}',
			to_jsonb((30 + n % 200) || ' ft'))
		from generate_series(1, $1::int) n, (select id from workshop order by created_at limit 1) w`, machines,
		string(text))
	require.NoError(t, err)
	_, err = db.Exec(ctx, `vacuum analyze`)
	require.NoError(t, err)
	s := serve(t, database, "")
	var out struct {
		Workshops []api.YardWorkshop
		More      string
	}
	get := func(path string) float64 {
		begun := time.Now()
		res, err := http.Get(s.url + path)
		require.NoError(t, err)
		body, err := io.ReadAll(res.Body)
		require.NoError(t, err)
		_ = res.Body.Close()
		took := float64(time.Since(begun).Microseconds()) / 1000
		require.Equal(t, http.StatusOK, res.StatusCode, "%s", body)
		out.Workshops, out.More = nil, ""
		require.NoError(t, json.Unmarshal(body, &out))
		return took
	}
	waits := func() (n int) {
		for _, w := range out.Workshops {
			for _, j := range w.Jobs {
				if j.Waits {
					n++
				}
			}
		}
		return n
	}
	var cold, settled, warm []float64
	after := ""
	for range 6 {
		path := "/api/yard?most=60&after=" + after
		begun := time.Now()
		cold = append(cold, get(path))
		for waits() > 0 {
			time.Sleep(time.Second)
			get(path)
		}
		settled = append(settled, float64(time.Since(begun).Milliseconds()))
		for range 10 {
			warm = append(warm, get(path))
		}
		after = out.More
	}
	w := &writer{url: s.url, id: entryOf(t, s.url, "Blunger").ID, acked: map[int]string{}, n: 1000}
	require.NoError(t, w.get("/api/jobs/"+w.id, &w.job))
	for range 250 {
		w.edit(make(chan struct{}))
	}
	var opened []float64
	for range 60 {
		begun := time.Now()
		require.NoError(t, w.get("/api/jobs/"+w.id, &w.job))
		opened = append(opened, float64(time.Since(begun).Microseconds())/1000)
	}
	line := func(what string, all []float64, limit string) string {
		slices.Sort(all)
		at := func(share float64) float64 { return all[int(share*float64(len(all)-1))] }
		return fmt.Sprintf("| %s | %d | %.0f ms | %.0f ms | %.0f ms | %s |\n", what, len(all), at(.5), at(.95), at(1),
			limit)
	}
	table := "| what | times | median | 95 of 100 | worst | limit |\n|---|---|---|---|---|---|\n" +
		line("first answer of a page of 60 converters with three motors each, nothing planned yet", cold, "1 s") +
		line("until the last of them is planned", settled, "") + line("the same page warm", warm, "250 ms") +
		line("a machine with 250 revisions opened", opened, "20 ms for 95 of 100")
	require.NoError(t, os.WriteFile(*yardTo, []byte(table), 0o644))
	t.Log("\n" + table)
}
