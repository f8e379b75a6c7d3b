package store_test

import (
	"context"
	"fmt"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/job"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

var ctx = context.Background()

func workshopAndJob(t *testing.T, s *store.Store) (store.Workshop, store.Job) {
	t.Helper()
	w, err := s.CreateWorkshop(ctx, scenario.TansyLane())
	require.NoError(t, err)
	j, err := s.CreateJob(ctx, w.ID, "create-1", job.New("Blunger", w.Settings))
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
	saved, err := s.SaveJob(ctx, j.ID, 1, "edit-1", d)
	require.NoError(t, err)
	require.Equal(t, 2, saved.Revision)
	s.Close()

	s, err = store.Open(ctx, url)
	require.NoError(t, err)
	defer s.Close()
	again, err := s.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, d, again.Document)
	require.Equal(t, 2, again.Revision)
	workshops, err := s.Workshops(ctx)
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
	_, err := s.SaveJob(ctx, j.ID, 1, "edit-1", d)
	require.NoError(t, err)
	d.Name = "Second"
	_, err = s.SaveJob(ctx, j.ID, 1, "edit-2", d)
	var conflict *store.Conflict
	require.ErrorAs(t, err, &conflict)
	require.Equal(t, store.Conflict{Seen: 1, Latest: 2}, *conflict)
	latest, err := s.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, "First", latest.Document.Name)
}

func TestAChangeSentTwiceIsStoredOnce(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	w, j := workshopAndJob(t, s)
	d := j.Document
	d.Name = "Once"
	first, err := s.SaveJob(ctx, j.ID, 1, "edit-1", d)
	require.NoError(t, err)
	d.Name = "Later"
	_, err = s.SaveJob(ctx, j.ID, 2, "edit-2", d)
	require.NoError(t, err)
	repeat, err := s.SaveJob(ctx, j.ID, 1, "edit-1", d)
	require.NoError(t, err)
	require.Equal(t, first.Revision, repeat.Revision, "the repeat gets the revision of the first sending")
	require.Equal(t, "Once", repeat.Document.Name)

	again, err := s.CreateJob(ctx, w.ID, "create-1", job.New("Another", w.Settings))
	require.NoError(t, err)
	require.Equal(t, j.ID, again.ID)
	all, err := s.Jobs(ctx)
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
			if _, err := s.SaveJob(ctx, j.ID, 1, fmt.Sprintf("change-%d", i), d); err == nil {
				won <- i
			}
		})
	}
	wg.Wait()
	close(won)
	require.Len(t, won, 1)
	latest, err := s.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, fmt.Sprintf("Writer %d", <-won), latest.Document.Name)
	require.Equal(t, 2, latest.Revision)
}

func TestADeletedJobIsGoneUntilItIsRestored(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	_, j := workshopAndJob(t, s)
	require.NoError(t, s.DeleteJob(ctx, j.ID))
	_, err := s.Job(ctx, j.ID)
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = s.SaveJob(ctx, j.ID, 1, "edit-1", j.Document)
	require.ErrorIs(t, err, store.ErrNotFound)
	require.NoError(t, s.RestoreJob(ctx, j.ID))
	back, err := s.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Equal(t, j.Document, back.Document)
	require.ErrorIs(t, s.DeleteJob(ctx, "no such id"), store.ErrNotFound)
}

func TestSettingsOfAWorkshopReachItsJobs(t *testing.T) {
	t.Parallel()
	s := storetest.Store(t)
	w, j := workshopAndJob(t, s)
	set := w.Settings
	set.Volts = 240
	_, err := s.SaveWorkshop(ctx, w.ID, w.Revision, set)
	require.NoError(t, err)
	again, err := s.Job(ctx, j.ID)
	require.NoError(t, err)
	require.InDelta(t, 240, again.Document.Workshop.Volts, 0)
	_, err = s.SaveWorkshop(ctx, w.ID, w.Revision, set)
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

	workshops, err := s.Workshops(ctx)
	require.NoError(t, err)
	require.Len(t, workshops, 2)
	own, err := s.CreateJob(ctx, workshops[0].ID, "own-1", job.New("My own", workshops[0].Settings))
	require.NoError(t, err)
	jobs, err := s.Jobs(ctx)
	require.NoError(t, err)
	changed := jobs[0]
	changed.Document.Name = "Changed"
	_, err = s.SaveJob(ctx, changed.ID, changed.Revision, "edit-1", changed.Document)
	require.NoError(t, err)

	_, err = s.LoadDemo(ctx, scenario.Workshops(), true)
	require.NoError(t, err)
	mine, err := s.Job(ctx, own.ID)
	require.NoError(t, err)
	require.Equal(t, own.Document, mine.Document)
	require.Equal(t, 1, mine.Revision)
	renewed, err := s.Job(ctx, changed.ID)
	require.NoError(t, err)
	require.NotEqual(t, "Changed", renewed.Document.Name)
	require.Equal(t, 3, renewed.Revision, "the renewal is a revision too")
}
