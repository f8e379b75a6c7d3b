package api_test

import (
	"context"
	"fmt"
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/logbook"
	"graybridge/store"
)

// tenYears is a machine with 5,000 entries and 500 pictures in its book.
func tenYears(tb testing.TB) *bench {
	tb.Helper()
	b := benchOf(tb)
	ctx := store.Whole(context.Background())
	from := time.Date(2016, 1, 1, 8, 0, 0, 0, time.UTC)
	for done := 0; done < 4500; done += 100 {
		var list []logbook.Entry
		for i := range 100 {
			n := done + i
			taken := from.Add(time.Duration(n) * 17 * time.Hour).Format(time.RFC3339)
			e := logbook.Entry{ID: fmt.Sprintf("years-%d", n), Taken: taken, Revision: 2}
			switch n % 9 {
			case 0:
				e.Kind, e.Part, e.Hours, e.Cost, e.Currency = logbook.Part, &logbook.Fitted{What: "Belt"}, 1, 12, "€"
			case 1, 2:
				e.Kind, e.Words = logbook.Note, "Looked at, nothing found."
			default:
				e.Kind = logbook.Reading
				e.Reads = []logbook.Read{{Take: "load-supply", Value: 4.5 + float64(n%10)/10, Unit: "A", Name: "Amps"}}
			}
			if n == 4000 {
				e.Ran = logbook.Well
			}
			list = append(list, e)
		}
		_, _, err := b.store.Books.Append(ctx, b.job.ID, "m1", list, func(*store.Writing) error { return nil })
		require.NoError(tb, err)
	}
	var photos []logbook.Entry
	for n := range 500 {
		id, err := b.store.Photos.Add(ctx, b.job.ID, store.By{}, store.Photo{MediaType: "image/jpeg",
			Picture: make([]byte, 60<<10)})
		require.NoError(tb, err)
		photos = append(photos, logbook.Entry{ID: fmt.Sprintf("photo-%d", n), Kind: logbook.Photo, Revision: 2,
			Taken: "2026-01-01T00:00:00Z", File: &logbook.File{ID: id, Type: "image/jpeg", Bytes: 60 << 10}})
	}
	_, book, err := b.store.Books.Append(ctx, b.job.ID, "m1", photos, func(*store.Writing) error { return nil })
	require.NoError(tb, err)
	require.Equal(tb, 5000, book.N)
	return b
}

// Ten years of a machine opened: the first page of its book with what stands above it.
func BenchmarkTenYearsOpened(b *testing.B) {
	bench := tenYears(b)
	path := "/api/jobs/" + bench.job.ID + "/log"
	require.Equal(b, http.StatusOK, bench.do("GET", path, nil).Status)
	for b.Loop() {
		bench.do("GET", path, nil)
	}
}

// The next page of the same, as scrolling asks for it.
func BenchmarkTenYearsScrolled(b *testing.B) {
	bench := tenYears(b)
	path := "/api/jobs/" + bench.job.ID + "/log?before=2500"
	require.Equal(b, http.StatusOK, bench.do("GET", path, nil).Status)
	for b.Loop() {
		bench.do("GET", path, nil)
	}
}

// A reading sent and acknowledged, in a book of ten years.
func BenchmarkReadingAcknowledged(b *testing.B) {
	bench := tenYears(b)
	n := 0
	for b.Loop() {
		n++
		r := bench.do("POST", "/api/jobs/"+bench.job.ID+"/log",
			sent{"entries": []sent{{"id": fmt.Sprintf("acknowledged-%d", n),
				"kind": "reading", "taken": "2026-03-02T18:00:00Z", "reads": []sent{{"take": "load-supply",
					"value": 4.9}}}}})
		require.Equal(b, http.StatusOK, r.Status, "%s", r.Body)
	}
}

// A queue of 200 readings sent as a phone sends it, 50 at once.
func BenchmarkQueueOf200(b *testing.B) {
	bench := tenYears(b)
	n := 0
	for b.Loop() {
		for range 4 {
			var list []sent
			for range 50 {
				n++
				list = append(list, sent{"id": fmt.Sprintf("queued-%d", n), "kind": "reading",
					"taken": "2026-03-02T18:00:00Z",
					"reads": []sent{{"take": "load-supply", "value": 4.9}}})
			}
			r := bench.do("POST", "/api/jobs/"+bench.job.ID+"/log", sent{"entries": list})
			require.Equal(b, http.StatusOK, r.Status, "%s", r.Body)
		}
	}
}

// The bring-up of a machine with such a book.
func BenchmarkBringUpOpened(b *testing.B) {
	bench := tenYears(b)
	var seen api.BringUp
	for b.Loop() {
		bench.get("/api/jobs/"+bench.job.ID+"/bringup", &seen)
	}
}
