package store_test

import (
	"context"
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

var ctx = store.Whole(context.Background())

// opened is a store over a database of its own, and a connection that sees its tables.
func opened(t *testing.T) (*store.Store, *pgx.Conn) {
	t.Helper()
	url := storetest.Database(t)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	t.Cleanup(s.Close)
	conn, err := pgx.Connect(ctx, url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = conn.Close(ctx) })
	return s, conn
}

// blunger is a workshop's first job, its entries filled in.
func blunger(t *testing.T, s *store.Store) store.Job {
	t.Helper()
	w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: "c"}, scenario.Blunger(), "new")
	require.NoError(t, err)
	return j
}

func workshopAndJob(t *testing.T, s *store.Store) (store.Workshop, store.Job) {
	t.Helper()
	w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: "create-1"}, document.New("Blunger", w.Settings), "new")
	require.NoError(t, err)
	return w, j
}

func TestAJobIsThereAgainAsItWasStored(t *testing.T) {
	t.Parallel()
	url := storetest.Database(t)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	w, j := workshopAndJob(t, s)
	d := scenario.Blunger()
	saved, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "edit-1"}, d)
	require.NoError(t, err)
	require.Equal(t, 2, saved.Revision)
	s.Close()

	s, err = store.Open(ctx, url)
	require.NoError(t, err)
	defer s.Close()
	again, err := s.Jobs.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, d, again.Document)
	require.Equal(t, 2, again.Revision)
	workshops, err := s.Workshops.All(ctx, store.Yard)
	require.NoError(t, err)
	require.Len(t, workshops, 1)
	require.Equal(t, w.Settings, workshops[0].Settings)
}

func TestASaveOfAnOldRevisionIsAConflictThatNamesBoth(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	_, j := workshopAndJob(t, s)
	d := j.Document
	d.Name = "First"
	_, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "edit-1"}, d)
	require.NoError(t, err)
	d.Name = "Second"
	_, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "edit-2"}, d)
	var conflict *store.Conflict
	require.ErrorAs(t, err, &conflict)
	require.Equal(t, store.Conflict{Seen: 1, Latest: 2}, *conflict)
	latest, err := s.Jobs.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, "First", latest.Document.Name)
}

func TestAChangeSentTwiceIsStoredOnce(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	w, j := workshopAndJob(t, s)
	d := j.Document
	d.Name = "Once"
	first, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "edit-1"}, d)
	require.NoError(t, err)
	d.Name = "Later"
	_, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: 2, ID: "edit-2"}, d)
	require.NoError(t, err)
	_, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "edit-1"}, d)
	require.ErrorIs(t, err, store.ErrOtherBody, "the same id with something else in it is no repeat")
	d.Name = "Once"
	repeat, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "edit-1"}, d)
	require.NoError(t, err)
	require.Equal(t, first.Revision, repeat.Revision, "the repeat gets the revision of the first sending")
	require.Equal(t, "Once", repeat.Document.Name)

	_, err = s.Jobs.Create(ctx, w.ID, store.Change{ID: "create-1"}, document.New("Another", w.Settings), "new")
	require.ErrorIs(t, err, store.ErrOtherBody)
	again, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: "create-1"}, j.Document, "new")
	require.NoError(t, err)
	require.Equal(t, j.ID, again.ID)
	all, err := s.Jobs.All(ctx, store.Page{Shelf: store.Yard, Most: 100})
	require.NoError(t, err)
	require.Len(t, all, 1)
}

func TestOfManyWritersOfOneRevisionOneWins(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	_, j := workshopAndJob(t, s)
	var wg sync.WaitGroup
	won := make(chan int, 20)
	for i := range 20 {
		wg.Go(func() {
			d := j.Document
			d.Name = fmt.Sprintf("Writer %d", i)
			if _, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: fmt.Sprintf("change-%d", i)}, d); err == nil {
				won <- i
			}
		})
	}
	wg.Wait()
	close(won)
	require.Len(t, won, 1)
	latest, err := s.Jobs.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, fmt.Sprintf("Writer %d", <-won), latest.Document.Name)
	require.Equal(t, 2, latest.Revision)
}

func TestADeletedJobIsGoneUntilItIsRestored(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	_, j := workshopAndJob(t, s)
	require.NoError(t, s.Jobs.Shelve(ctx, j.ID, store.Bin))
	_, err := s.Jobs.Job(ctx, j.ID)
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "edit-1"}, j.Document)
	require.ErrorIs(t, err, store.ErrNotFound)
	require.NoError(t, s.Jobs.Shelve(ctx, j.ID, store.Yard))
	back, err := s.Jobs.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, j.Document, back.Document)
	require.ErrorIs(t, s.Jobs.Shelve(ctx, "no such id", store.Bin), store.ErrNotFound)
}

func TestSettingsOfAWorkshopReachItsJobs(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	w, j := workshopAndJob(t, s)
	set := w.Settings
	set.Volts = 240
	_, err := s.Workshops.Save(ctx, w.ID, w.Revision, set, nil)
	require.NoError(t, err)
	again, err := s.Jobs.Job(ctx, j.ID)
	require.NoError(t, err)
	require.InDelta(t, 240, again.Document.Workshop.Volts, 0)
	_, err = s.Workshops.Save(ctx, w.ID, w.Revision, set, nil)
	var conflict *store.Conflict
	require.ErrorAs(t, err, &conflict)
}

func TestTheDemoLoadsOnceAndResetTouchesNoOtherJob(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	loaded, err := s.LoadDemo(ctx, scenario.Workshops(), false)
	require.NoError(t, err)
	require.True(t, loaded)
	loaded, err = s.LoadDemo(ctx, scenario.Workshops(), false)
	require.NoError(t, err)
	require.False(t, loaded)

	workshops, err := s.Workshops.All(ctx, store.Yard)
	require.NoError(t, err)
	require.Len(t, workshops, 2)
	own, err := s.Jobs.Create(ctx, workshops[0].ID, store.Change{ID: "own-1"}, document.New("My own",
		workshops[0].Settings),
		"new")
	require.NoError(t, err)
	jobs, err := s.Jobs.All(ctx, store.Page{Shelf: store.Yard, Most: 100})
	require.NoError(t, err)
	changed := jobs[0]
	changed.Document.Name = "Changed"
	_, err = s.Jobs.Save(ctx, changed.ID, store.Change{Seen: changed.Revision, ID: "edit-1"}, changed.Document)
	require.NoError(t, err)

	_, err = s.LoadDemo(ctx, scenario.Workshops(), true)
	require.NoError(t, err)
	mine, err := s.Jobs.Job(ctx, own.ID)
	require.NoError(t, err)
	require.Equal(t, own.Document, mine.Document)
	require.Equal(t, 1, mine.Revision)
	renewed, err := s.Jobs.Job(ctx, changed.ID)
	require.NoError(t, err)
	require.NotEqual(t, "Changed", renewed.Document.Name)
	require.Equal(t, 3, renewed.Revision, "the renewal is a revision too")
}

// Steps back and forward are kept with the job: another server, or the same one
// after a restart, goes on where they stood.
func TestUndoAndRedoOutliveTheServer(t *testing.T) {
	t.Parallel()
	url := storetest.Database(t)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	_, j := workshopAndJob(t, s)
	for i, volts := range []string{"231", "232", "233"} {
		d := j.Document
		d.Supply.Volts = volts
		j, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: i + 1, ID: "edit-" + volts, By: store.By{Who: "Bram T."}}, d)
		require.NoError(t, err)
	}
	s.Close()
	s, err = store.Open(ctx, url)
	require.NoError(t, err)
	defer s.Close()

	step := func(do func(context.Context, string, store.Change) (store.Job, error), want string) {
		t.Helper()
		j, err = do(ctx, j.ID, store.Change{Seen: j.Revision, ID: fmt.Sprintf("step-%d", j.Revision)})
		require.NoError(t, err)
		require.Equal(t, want, j.Document.Supply.Volts)
	}
	step(s.Jobs.Undo, "232")
	step(s.Jobs.Undo, "231")
	require.True(t, j.CanUndo && j.CanRedo)
	step(s.Jobs.Redo, "232")
	step(s.Jobs.Undo, "231")
	step(s.Jobs.Undo, "")
	require.False(t, j.CanUndo)
	_, err = s.Jobs.Undo(ctx, j.ID, store.Change{Seen: j.Revision, ID: "one-too-many"})
	require.ErrorIs(t, err, store.ErrNothingToDo)
	step(s.Jobs.Redo, "231")

	d := j.Document
	d.Supply.Volts = "240"
	j, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: j.Revision, ID: "edit-240"}, d)
	require.NoError(t, err)
	require.False(t, j.CanRedo, "a new edit ends what could be redone")
	step(s.Jobs.Undo, "231")

	j, err = s.Jobs.Restore(ctx, j.ID, store.Change{Seen: j.Revision, ID: "restore", By: store.By{Who: "Odile W."}}, 4)
	require.NoError(t, err)
	require.Equal(t, "233", j.Document.Supply.Volts)
	step(s.Jobs.Undo, "231")

	history, err := s.Jobs.Revisions(ctx, j.ID, 0, 100)
	require.NoError(t, err)
	require.Len(t, history, j.Revision)
	require.Equal(t, "new", history[len(history)-1].What)
	second := history[len(history)-2]
	require.Equal(t, "supply volts 231", second.What)
	require.Equal(t, "Bram T.", second.Who)
	require.Equal(t, "revision 4 restored: supply volts 231 → 233", history[1].What)
	older, err := s.Jobs.Revisions(ctx, j.ID, 4, 2)
	require.NoError(t, err)
	require.Equal(t, []int{3, 2}, []int{older[0].Revision, older[1].Revision})
	then, err := s.Jobs.RevisionOf(ctx, j.ID, 3)
	require.NoError(t, err)
	require.Equal(t, "232", then.Document.Supply.Volts)
}

func TestShelvesAndCopies(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	_, j := workshopAndJob(t, s)
	on := func(shelf store.Shelf) int {
		list, err := s.Jobs.All(ctx, store.Page{Shelf: shelf, Most: 100})
		require.NoError(t, err)
		return len(list)
	}
	require.NoError(t, s.Jobs.Shelve(ctx, j.ID, store.Archive))
	require.Equal(t, []int{0, 1, 0}, []int{on(store.Yard), on(store.Archive), on(store.Bin)})
	require.NoError(t, s.Jobs.Shelve(ctx, j.ID, store.Bin))
	require.Equal(t, []int{0, 0, 1}, []int{on(store.Yard), on(store.Archive), on(store.Bin)})
	require.NoError(t, s.Jobs.Shelve(ctx, j.ID, store.Yard))
	twin, err := s.Jobs.Copy(ctx, j.ID, store.Change{ID: "copy-1"}, "Blunger, copy")
	require.NoError(t, err)
	again, err := s.Jobs.Copy(ctx, j.ID, store.Change{ID: "copy-1"}, "Blunger, copy")
	require.NoError(t, err)
	require.Equal(t, twin.ID, again.ID, "a repeat makes no second copy")
	require.NotEqual(t, j.ID, twin.ID)
	require.Equal(t, 2, on(store.Yard))
}

// A change stored through one server is heard by another on the same database,
// also after its listening connection was cut.
func TestChangesAreHeardByOtherServers(t *testing.T) {
	t.Parallel()
	url := storetest.Database(t)
	writer, err := store.Open(ctx, url)
	require.NoError(t, err)
	defer writer.Close()
	reader, err := store.Open(ctx, url)
	require.NoError(t, err)
	defer reader.Close()
	_, j := workshopAndJob(t, writer)
	heard := make(chan store.Notice, 100)
	listening, stop := context.WithCancel(ctx)
	defer stop()
	go reader.Listen(listening, func(n store.Notice) { heard <- n })
	wait := func(want store.Notice) {
		t.Helper()
		for {
			select {
			case n := <-heard:
				if n == want {
					return
				}
			case <-time.After(10 * time.Second):
				t.Fatalf("never heard %v", want)
			}
		}
	}
	save := func() store.Notice {
		var err error
		d := j.Document
		d.Supply.Volts = fmt.Sprint(230 + j.Revision)
		j, err = writer.Jobs.Save(ctx, j.ID, store.Change{Seen: j.Revision, ID: fmt.Sprint("edit-", j.Revision)}, d)
		require.NoError(t, err)
		return store.Notice{JobID: j.ID, Revision: j.Revision, WorkshopID: j.WorkshopID}
	}
	require.Eventually(t, func() bool { save(); return len(heard) > 0 }, 10*time.Second, 50*time.Millisecond)
	wait(save())
	db, err := pgx.Connect(ctx, url)
	require.NoError(t, err)
	defer db.Close(ctx)
	_, err = db.Exec(ctx,
		`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query like 'listen%'`)
	require.NoError(t, err)
	wait(store.Notice{})
	wait(save())
}

// A picture belongs to its job, and goes with it.
func TestAPictureIsKeptWithItsJob(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	w, j := workshopAndJob(t, s)
	other, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: "create-2"}, document.New("Slip mixer", w.Settings), "new")
	require.NoError(t, err)
	id, err := s.Photos.Add(ctx, j.ID, store.By{Who: "Odile W."}, store.Photo{MediaType: "image/png",
		Picture: []byte{1, 2, 3}})
	require.NoError(t, err)
	got, err := s.Photos.PhotoOf(ctx, j.ID, id)
	require.NoError(t, err)
	require.Equal(t, store.Photo{ID: id, MediaType: "image/png", Picture: []byte{1, 2, 3}}, got)
	_, err = s.Photos.PhotoOf(ctx, other.ID, id)
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = s.Photos.PhotoOf(ctx, j.ID, "no such id")
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = s.Photos.Add(ctx, "00000000-0000-0000-0000-000000000000", store.By{},
		store.Photo{MediaType: "image/png", Picture: []byte{1}})
	require.ErrorIs(t, err, store.ErrNotFound)
}
