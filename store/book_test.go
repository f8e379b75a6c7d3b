package store_test

import (
	"context"
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/core/logbook"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

func noted(id, words string) logbook.Entry {
	return logbook.Entry{ID: id, Kind: logbook.Note, Words: words, Taken: "2026-03-02T18:00:00Z", Revision: 1}
}

func asSent(*store.Writing) error { return nil }

// booked is a store with a machine.
func booked(t *testing.T) (s *store.Store, database, job string) {
	t.Helper()
	database = storetest.Database(t)
	s, err := store.Open(context.Background(), database)
	require.NoError(t, err)
	t.Cleanup(s.Close)
	w, err := s.Workshops.Create(ctx, "workshop-1", scenario.TansyLane(), nil)
	require.NoError(t, err)
	j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: "job-00001"}, scenario.SlipMixer(), "new")
	require.NoError(t, err)
	return s, database, j.ID
}

// Many write into one book at the same time, some of it twice: every entry stands once, the
// book counts on without a gap, and holds together.
func TestManyWriteIntoOneBook(t *testing.T) {
	t.Parallel()
	s, _, job := booked(t)
	var wait sync.WaitGroup
	for hand := range 8 {
		wait.Go(func() {
			for n := range 10 {
				e := noted(fmt.Sprintf("entry-%d-%d", hand/2, n), "words") // two hands send the same
				_, _, err := s.Books.Append(ctx, job, "m1", []logbook.Entry{e}, asSent)
				require.NoError(t, err)
			}
		})
	}
	wait.Wait()
	lines, err := s.Books.Lines(ctx, job, "m1", 1, 0)
	require.NoError(t, err)
	require.Len(t, lines, 40)
	var c logbook.Chain
	for _, l := range lines {
		_, err := c.Next([]byte(l))
		require.NoError(t, err)
	}
	book, _, err := s.Books.BringUp(ctx, job, "m1")
	require.NoError(t, err)
	require.Equal(t, c.Head, book.Hash)
}

func TestTheSumsLeaveOutWhatWasCorrected(t *testing.T) {
	t.Parallel()
	s, _, job := booked(t)
	part := logbook.Entry{ID: "part-0001", Kind: logbook.Part, Taken: "2026-04-01T08:00:00Z",
		Part: &logbook.Fitted{What: "Bearings"}, Hours: 1.5, Cost: 14, Currency: "€"}
	wrong, right := noted("wrong-001", "a slip"), noted("right-001", "put right")
	wrong.Hours, right.Corrects, right.Hours = 3, 2, 2
	_, book, err := s.Books.Append(ctx, job, "m1", []logbook.Entry{part, wrong, right}, asSent)
	require.NoError(t, err)
	sums, err := s.Books.Sums(ctx, job, "m1")
	require.NoError(t, err)
	require.InDelta(t, 3.5, sums.Hours, 1e-9, "the corrected hours do not count")
	require.InDelta(t, 14, sums.Money["€"], 1e-9)
	head, err := s.Books.Book(ctx, job, "m1")
	require.NoError(t, err)
	require.Equal(t, book, head, "the end as it was told")
	none, err := s.Books.Book(ctx, job, "m2")
	require.NoError(t, err)
	require.Equal(t, store.Book{Machine: "m2", Stays: []string{}}, none, "one that was never begun")
}

// An entry whose writer refuses takes those that came with it along: all or none.
func TestEntriesAreWrittenTogetherOrNotAtAll(t *testing.T) {
	t.Parallel()
	s, _, job := booked(t)
	refusal := fmt.Errorf("not this one")
	_, _, err := s.Books.Append(ctx, job, "m1", []logbook.Entry{noted("first-0001", "a"), noted("second-001", "b")},
		func(w *store.Writing) error {
			if w.Entry.Words == "b" {
				return refusal
			}
			return nil
		})
	require.ErrorIs(t, err, refusal)
	lines, err := s.Books.Lines(ctx, job, "m1", 1, 0)
	require.NoError(t, err)
	require.Empty(t, lines)
}

// The role that serves requests adds to a book and can neither change nor delete a line.
func TestTheServingRoleOnlyAddsToABook(t *testing.T) {
	t.Parallel()
	s, database, job := booked(t)
	_, _, err := s.Books.Append(ctx, job, "m1", []logbook.Entry{noted("entry-0001", "as it was")}, asSent)
	require.NoError(t, err)
	db, err := pgx.Connect(ctx, database)
	require.NoError(t, err)
	defer db.Close(ctx)
	_, err = db.Exec(ctx, `set role workbench_serving`)
	require.NoError(t, err)
	_, err = db.Exec(ctx, `select set_config('graybridge.reach', 'whole', false)`)
	require.NoError(t, err)
	for _, text := range []string{`update log_entry set line = 'x'`, `delete from log_entry`, `truncate log_entry`,
		`delete from log_head`} {
		_, err := db.Exec(ctx, text)
		require.ErrorContains(t, err, "permission denied", text)
	}
	var line string
	require.NoError(t, db.QueryRow(ctx, `select line from log_entry`).Scan(&line))
	require.Contains(t, line, "as it was")
}

// A revision at which a gate was passed is kept when old ones are thinned.
func TestWhatAGateWasPassedAtIsKept(t *testing.T) {
	t.Parallel()
	s, database, job := booked(t)
	for n := range 4 {
		d := scenario.SlipMixer()
		d.Supply.Volts = fmt.Sprint(230 + n)
		_, err := s.Jobs.Save(ctx, job, store.Change{Seen: n + 1, ID: fmt.Sprintf("change-%05d", n)}, d)
		require.NoError(t, err)
	}
	gate := logbook.Entry{ID: "gate-00001", Kind: logbook.Gate, Gate: "ohms", Outcome: logbook.Passed,
		Taken: "2026-03-02T18:00:00Z", Revision: 3}
	_, _, err := s.Books.Append(ctx, job, "m1", []logbook.Entry{gate}, asSent)
	require.NoError(t, err)
	db, err := pgx.Connect(context.Background(), database)
	require.NoError(t, err)
	defer db.Close(context.Background())
	_, err = db.Exec(context.Background(), `update job set undo = '{}', redo = '{}'`)
	require.NoError(t, err)
	_, err = s.Keeping.Thin(ctx, time.Now().AddDate(3, 0, 0))
	require.NoError(t, err)
	list, err := s.Jobs.Revisions(ctx, job, 0, 100)
	require.NoError(t, err)
	var kept []int
	for _, r := range list {
		kept = append(kept, r.Revision)
	}
	require.Equal(t, []int{5, 3, 1}, kept, "the latest, the one with the gate, the first")
}
