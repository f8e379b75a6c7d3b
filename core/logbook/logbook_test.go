package logbook_test

import (
	"bytes"
	"encoding/json"
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/logbook"
)

// book seals some entries one after the other.
func book(t *testing.T, entries ...logbook.Entry) (list []logbook.Entry, lines [][]byte) {
	t.Helper()
	last, before := 0, ""
	for _, e := range entries {
		sealed, line, err := logbook.Seal(e, last, before)
		require.NoError(t, err)
		last, before = sealed.N, sealed.Hash
		list, lines = append(list, sealed), append(lines, line)
	}
	return list, lines
}

func noted(words string) logbook.Entry {
	return logbook.Entry{ID: "noted-" + words, Machine: "m1", Kind: logbook.Note, Taken: "2026-03-02T18:00:00Z",
		Received: "2026-03-02T18:00:01Z", Who: "Bram T.", Revision: 3, Words: words}
}

func check(lines [][]byte) error {
	var c logbook.Chain
	for _, l := range lines {
		if _, err := c.Next(l); err != nil {
			return err
		}
	}
	return nil
}

func TestABookHoldsTogether(t *testing.T) {
	list, lines := book(t, noted("one"), noted("two"), noted("three"))
	require.NoError(t, check(lines))
	require.Equal(t, list[0].Hash, list[1].Before)
	require.Len(t, list[2].Hash, 64)
}

// Whatever is done to a book between two looks shows, with the place where it was done.
func TestWhateverIsDoneToABookShows(t *testing.T) {
	_, lines := book(t, noted("one"), noted("two"), noted("three"), noted("four"))
	edited := func(change func(e *logbook.Entry)) []byte {
		var e logbook.Entry
		require.NoError(t, json.Unmarshal(lines[1], &e))
		change(&e)
		text, err := json.Marshal(e)
		require.NoError(t, err)
		return text
	}
	resealed := func() []byte { // changed, and its own hash made anew: the next one tells
		var e logbook.Entry
		require.NoError(t, json.Unmarshal(lines[1], &e))
		e.Words = "another"
		_, line, err := logbook.Seal(e, 1, e.Before)
		require.NoError(t, err)
		return line
	}
	for name, c := range map[string]struct {
		lines [][]byte
		at    string
	}{
		"words changed": {[][]byte{lines[0], edited(func(e *logbook.Entry) { e.Words = "2" }), lines[2]},
			"entry 2"},
		"a moment changed": {[][]byte{lines[0], edited(func(e *logbook.Entry) { e.Taken = "2020" }), lines[2]},
			"entry 2"},
		"hash made anew":     {[][]byte{lines[0], resealed(), lines[2]}, "entry 3"},
		"one taken out":      {[][]byte{lines[0], lines[2], lines[3]}, "entry 2"},
		"first taken out":    {lines[1:], "entry 1"},
		"two exchanged":      {[][]byte{lines[0], lines[2], lines[1], lines[3]}, "entry 2"},
		"one put in":         {[][]byte{lines[0], lines[1], lines[1], lines[2]}, "entry 3"},
		"an unknown field":   {[][]byte{bytes.Replace(lines[0], []byte(`"v":1`), []byte(`"v":1,"x":1`), 1)}, "entry 1"},
		"no JSON":            {[][]byte{lines[0], []byte("{")}, "entry 2"},
		"spaces put between": {[][]byte{bytes.Replace(lines[0], []byte(`,"n"`), []byte(`, "n"`), 1)}, "entry 1"},
	} {
		require.ErrorContains(t, check(c.lines), c.at, name)
	}
	require.NoError(t, check(lines[:2]), "a head of it holds by itself: the hash on the card tells that the rest "+
		"is gone")
}

func FuzzABookIsReadWithoutPanic(f *testing.F) {
	e, line, _ := logbook.Seal(noted("one"), 0, "")
	f.Add(line)
	f.Add([]byte(`{"v":1,"n":1}`))
	f.Add([]byte(e.Hash))
	f.Fuzz(func(t *testing.T, line []byte) {
		var c logbook.Chain
		e, err := c.Next(line)
		if err == nil {
			again, marshal := json.Marshal(e)
			require.NoError(t, marshal)
			require.Equal(t, string(bytes.TrimSpace(line)), string(again), "what is taken is what was written")
		}
		e.Check("")
	})
}

func TestABadEntryNamesItsField(t *testing.T) {
	ok := noted("seen")
	require.Empty(t, ok.Check(""))
	for path, change := range map[string]func(*logbook.Entry){
		"kind":          func(e *logbook.Entry) { e.Kind = "hearsay" },
		"id":            func(e *logbook.Entry) { e.ID = "x" },
		"words":         func(e *logbook.Entry) { e.Words = "  " },
		"taken":         func(e *logbook.Entry) { e.Taken = "2026-02-30T10:00:00Z" },
		"look":          func(e *logbook.Entry) { e.Look = "in spring" },
		"hours":         func(e *logbook.Entry) { e.Hours = -1 },
		"ran":           func(e *logbook.Entry) { e.Ran = "so so" },
		"gate":          func(e *logbook.Entry) { e.Kind, e.Outcome = logbook.Gate, logbook.Passed },
		"outcome":       func(e *logbook.Entry) { e.Kind, e.Gate = logbook.Gate, "ohms" },
		"reads":         func(e *logbook.Entry) { e.Kind = logbook.Reading },
		"part.what":     func(e *logbook.Entry) { e.Kind = logbook.Part },
		"file.id":       func(e *logbook.Entry) { e.Kind = logbook.Photo },
		"reads[0].take": func(e *logbook.Entry) { e.Kind, e.Reads = logbook.Reading, []logbook.Read{{Value: 3}} },
	} {
		e := noted("seen")
		change(&e)
		bad := e.Check("entries[2].")
		require.NotEmpty(t, bad, path)
		require.Equal(t, "entries[2]."+path, bad[0].Path)
		require.NotEmpty(t, bad[0].Wanted)
	}
	skipped := logbook.Entry{ID: "gate-0001", Kind: logbook.Gate, Gate: "ohms", Outcome: logbook.Skipped,
		Taken: ok.Taken}
	require.Equal(t, "words", skipped.Check("")[0].Path, "a skip wants its reason")
}

// The standard library's own calendar is the witness.
func TestMinutesAreCountedAsTheCalendarDoes(t *testing.T) {
	from := "2023-12-31T23:59:30Z"
	for _, to := range []string{"2024-01-01T00:00:00Z", "2024-02-29T12:00:00Z", "2024-03-01T00:00:00.5Z",
		"2100-03-01T06:07:08Z", "1999-12-31T00:00:00Z"} {
		a, err := time.Parse(time.RFC3339Nano, from)
		require.NoError(t, err)
		b, err := time.Parse(time.RFC3339Nano, to)
		require.NoError(t, err)
		require.InDelta(t, b.Sub(a).Minutes(), logbook.Minutes(to)-logbook.Minutes(from), 1e-6, to)
	}
	require.True(t, math.IsNaN(logbook.Minutes("yesterday")))
}

func TestWhatHasChangedSinceItLastRanWell(t *testing.T) {
	ran := noted("ran all week")
	ran.Ran, ran.Stood = logbook.Well, []logbook.Fact{{Name: "Run capacitor", Value: "52 µF"}, {Name: "Belt",
		Value: "new"}}
	part := logbook.Entry{ID: "part-0001", Machine: "m1", Kind: logbook.Part, Taken: "2026-04-01T08:00:00Z",
		Received: "2026-04-01T08:00:00Z", Part: &logbook.Fitted{What: "Bearings"}, Hours: 1.5, Cost: 14, Currency: "€"}
	wrong := noted("a slip")
	wrong.Hours = 3
	right := noted("put right")
	right.Corrects, right.Hours = 3, 2
	list, _ := book(t, ran, part, wrong, right)
	now := []logbook.Fact{{Name: "Run capacitor", Value: "60 µF"}, {Name: "Relay", Value: "4.9 A"}}
	s := logbook.SinceWell(list, now)
	require.True(t, s.Known)
	require.Equal(t, 1, s.N)
	require.Len(t, s.Events, 2, "what was corrected is not told")
	require.Equal(t, "put right", s.Events[0].Words, "the latest first")
	require.Equal(t, []logbook.Fact{{Name: "Run capacitor", Value: "52 µF → 60 µF"}, {Name: "Relay",
		Value: "nothing → 4.9 A"},
		{Name: "Belt", Value: "new → nothing"}}, s.Facts)
	require.False(t, logbook.SinceWell(list[1:], now).Known)
	require.False(t, strings.Contains(list[3].Words, "slip"))
}
