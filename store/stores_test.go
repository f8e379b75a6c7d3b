package store_test

import (
	"errors"
	"fmt"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/document"
	"graybridge/core/scenario"
	"graybridge/core/stores"
	"graybridge/store"
)

var cans = stores.StockItem{Kind: stores.Capacitor, What: "40 µF 450 V film", Count: 3, Price: "12.50 €"}

func TestOfManyWhoReserveTheLastOnlySomeGetIt(t *testing.T) {
	t.Parallel()
	s, _ := opened(t)
	w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	line, err := s.Stock.Add(ctx, w.ID, "add-line-1", cans)
	require.NoError(t, err)
	again, err := s.Stock.Add(ctx, w.ID, "add-line-1", cans)
	require.NoError(t, err)
	require.Equal(t, line.ID, again.ID, "sent twice, put in once")
	var got atomic.Int32
	var all sync.WaitGroup
	for i := range 10 {
		j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: fmt.Sprintf("job-%d-of-ten", i)}, document.New("Mixer",
			w.Settings), "new")
		require.NoError(t, err)
		all.Go(func() {
			_, err := s.Stock.Take(ctx, j.ID, line.ID, "m1", "run-40", 1, store.Reserve, store.By{Who: "Bram T."})
			var short *store.Short
			if err == nil {
				got.Add(1)
			} else if !errors.As(err, &short) {
				t.Errorf("%v", err)
			}
		})
	}
	all.Wait()
	require.EqualValues(t, 3, got.Load())
	list, taken, err := s.Stock.All(ctx, w.ID)
	require.NoError(t, err)
	require.Equal(t, 0, list[0].Free)
	require.Len(t, taken, 3)
	var short *store.Short
	require.ErrorAs(t, s.Stock.Drop(ctx, line.ID), &short, "reserved things stay")
	fewer := list[0]
	fewer.Count = 2
	_, err = s.Stock.Save(ctx, fewer)
	require.ErrorAs(t, err, &short)
}

// Whatever is done in whatever order and as often as it may be: what is there plus what is
// fitted stays the same, nothing is reserved twice, and a job sees what it may take.
func TestNothingIsLostOrMadeInTheStores(t *testing.T) {
	t.Parallel()
	s, _ := opened(t)
	w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	n := 0
	rapid.Check(t, func(t *rapid.T) {
		n++
		item := cans
		item.Count = rapid.IntRange(0, 6).Draw(t, "there")
		item.What = fmt.Sprintf("40 µF 450 V, lot %d", n)
		line, err := s.Stock.Add(ctx, w.ID, fmt.Sprintf("add-lot-%d", n), item)
		require.NoError(t, err)
		var jobs []store.Job
		for i := range 2 {
			j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: fmt.Sprintf("lot-%d-job-%d", n, i)}, scenario.Blunger(),
				"new")
			require.NoError(t, err)
			jobs = append(jobs, j)
		}
		for range rapid.IntRange(1, 12).Draw(t, "deeds") {
			j := jobs[rapid.IntRange(0, 1).Draw(t, "job")]
			do := rapid.SampledFrom([]store.Take{store.Reserve, store.Release, store.Fit, store.Unfit}).Draw(t, "do")
			part := rapid.SampledFrom([]string{"run-40", "start"}).Draw(t, "part")
			_, err := s.Stock.Take(ctx, j.ID, line.ID, "m1", part, rapid.IntRange(1, 4).Draw(t, "count"), do,
				store.By{Who: "Odile W."})
			var short *store.Short
			if err != nil && !errors.As(err, &short) && !errors.Is(err, store.ErrNothingToDo) {
				t.Fatalf("%s: %v", do, err)
			}
			list, taken, err := s.Stock.All(ctx, w.ID)
			require.NoError(t, err)
			there, fitted, held, free := 0, 0, 0, 0
			for _, l := range list {
				if l.ID == line.ID {
					there, free = l.Count, l.Free
				}
			}
			for _, k := range taken {
				switch {
				case k.StockID != line.ID:
				case k.Fitted:
					fitted += k.Count
				default:
					held += k.Count
				}
			}
			require.Equal(t, item.Count, there+fitted)
			require.True(t, free == there-held && free >= 0, "%d there, %d held, %d free", there, held, free)
			seen, err := s.Jobs.Job(ctx, j.ID)
			require.NoError(t, err)
			for _, l := range seen.Document.Workshop.Stores {
				if l.ID == line.ID {
					mine := 0
					for _, k := range l.Taken {
						if !k.Fitted {
							mine += k.Count
						}
					}
					require.Equal(t, free+mine, l.Free, "what nobody else has")
				}
			}
		}
		if rapid.Bool().Draw(t, "emptied") {
			for _, j := range jobs {
				require.NoError(t, s.Jobs.Shelve(ctx, j.ID, store.Bin))
				require.NoError(t, s.Jobs.Purge(ctx, j.ID))
			}
			require.NoError(t, s.Stock.Drop(ctx, line.ID))
		}
	})
}

func TestStoresOfAnotherWorkshopAreNotTaken(t *testing.T) {
	t.Parallel()
	s, _ := opened(t)
	w, err := s.Workshops.Create(ctx, "", scenario.ColdFord(), nil)
	require.NoError(t, err)
	line, err := s.Stock.Add(ctx, w.ID, "add-line-2", cans)
	require.NoError(t, err)
	j := blunger(t, s)
	_, err = s.Stock.Take(ctx, j.ID, line.ID, "m1", "run-40", 1, store.Reserve, store.By{})
	require.ErrorIs(t, err, store.ErrNotFound)
	seen, err := s.Jobs.Job(ctx, j.ID)
	require.NoError(t, err)
	require.Empty(t, seen.Document.Workshop.Stores)
	d := seen.Document
	d.Workshop.Stores = []stores.StockItem{line}
	saved, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "smuggled"}, d)
	require.NoError(t, err)
	require.Empty(t, saved.Document.Workshop.Stores, "stores are kept by themselves, never by a job")
}
