package api_test

import (
	"archive/zip"
	"bytes"
	"context"
	"flag"
	"fmt"
	"io"
	"maps"
	"math/rand/v2"
	"net/http"
	"regexp"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/scenario"
)

// life gives the file of the bench's machine.
func (b *bench) life(job string) []byte {
	b.t.Helper()
	r := b.do("GET", "/api/jobs/"+job+"/life.zip", nil)
	require.Equal(b.t, http.StatusOK, r.Status)
	return r.Body
}

func (b *bench) bring(file []byte, workshop, change string) reply {
	return b.do("POST", "/api/life?workshop_id="+workshop, string(file), "Content-Type", "application/octet-stream",
		"Change-Id", change)
}

// parts of a zip by their names.
func parts(t *testing.T, file []byte) map[string][]byte {
	t.Helper()
	z, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	require.NoError(t, err)
	out := map[string][]byte{}
	for _, f := range z.File {
		in, err := f.Open()
		require.NoError(t, err)
		out[f.Name], err = io.ReadAll(in)
		require.NoError(t, err)
		require.NoError(t, in.Close())
	}
	return out
}

func zipped(t *testing.T, parts map[string][]byte) []byte {
	t.Helper()
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	for _, name := range slices.Sorted(maps.Keys(parts)) {
		w, err := z.Create(name)
		require.NoError(t, err)
		_, err = w.Write(parts[name])
		require.NoError(t, err)
	}
	require.NoError(t, z.Close())
	return out.Bytes()
}

// lived is a bench whose machine has been through something.
func lived(t *testing.T) *bench {
	t.Helper()
	b := newBench(t)
	b.pass("lock-off")
	b.pass("prove-dead")
	b.reads("discharge", 0.2)
	b.pass("discharge")
	b.write(b.entry("gate", sent{"gate": "joints", "outcome": "skipped", "words": "made last week",
		"who": "Bram T."}))
	kept, gone := b.photo(jpegOf(t, 60, 40), "image/jpeg"), b.photo(jpegOf(t, 50, 40), "image/jpeg")
	b.write(b.entry("photo", sent{"file": kept, "words": "the studs"}), b.entry("photo", sent{"file": gone}))
	require.Equal(t, http.StatusNoContent, b.do("DELETE", "/api/jobs/"+b.job.ID+"/photos/"+gone, nil).Status)
	d := scenario.Blunger()
	d.Bridge.Capacitor.Microfarad = "50"
	b.plan(d)
	b.write(b.entry("note", sent{"words": "50 µF went in.", "ran": "well"}))
	return b
}

func TestAWholeLifeGoesOutAndIn(t *testing.T) {
	t.Parallel()
	b := lived(t)
	file := b.life(b.job.ID)
	require.Equal(t, file, b.life(b.job.ID), "the same life, the same file")
	var other api.WorkshopAnswer
	b.made("/api/workshops", entry(scenario.ColdFord()), &other)
	r := b.bring(file, other.ID, "life-0001")
	require.Equal(t, http.StatusCreated, r.Status, "%s", r.Body)
	var job api.JobAnswer
	r.into(t, &job)
	require.Equal(t, other.ID, job.WorkshopID)
	require.Equal(t, b.job.Revision, job.Revision)
	again := b.bring(file, other.ID, "life-0001")
	var same api.JobAnswer
	again.into(t, &same)
	require.Equal(t, job.ID, same.ID, "a repeat is found")

	was, is := parts(t, file), parts(t, b.life(job.ID))
	require.Equal(t, slices.Sorted(maps.Keys(was)), slices.Sorted(maps.Keys(is)))
	for name := range was {
		switch name {
		case "document.json", "revisions.ndjson": // the settings are those of the new workshop
			require.Equal(t, bytes.Count(was[name], []byte("\n")), bytes.Count(is[name], []byte("\n")), name)
		default:
			require.Equal(t, string(was[name]), string(is[name]), name)
		}
	}
	var mine, theirs api.Log
	b.get("/api/jobs/"+b.job.ID+"/log", &mine)
	b.get("/api/jobs/"+job.ID+"/log", &theirs)
	require.Equal(t, mine.Entries, theirs.Entries)
	require.Equal(t, mine.Book.Hash, theirs.Book.Hash)

	var yard struct{ Workshops []api.YardWorkshop }
	b.get("/api/yard", &yard)
	shown := map[string][]string{}
	for _, w := range yard.Workshops {
		for _, j := range w.Jobs {
			shown[j.ID] = j.Stays
		}
	}
	require.Contains(t, mine.Stays[0], "Make the joints skipped by Bram T.")
	require.Equal(t, mine.Stays[:1], theirs.Stays, "also where the machine is not to be fed, and has no gates")
	require.Equal(t, map[string][]string{b.job.ID: mine.Stays, job.ID: theirs.Stays}, shown, "in the Yard too")
}

func TestADamagedLifeNamesThePlaceAndStoresNothing(t *testing.T) {
	t.Parallel()
	b := lived(t)
	file := b.life(b.job.ID)
	of := parts(t, file)
	var photo string
	for name := range of {
		if strings.HasPrefix(name, "files/") {
			photo = name
		}
	}
	change := func(name string, do func([]byte) []byte) []byte {
		copied := maps.Clone(of)
		if copied[name] = do(bytes.Clone(copied[name])); copied[name] == nil {
			delete(copied, name)
		}
		return zipped(t, copied)
	}
	replaced := func(from, to string) func([]byte) []byte {
		return func(text []byte) []byte {
			require.Contains(t, string(text), from)
			return bytes.Replace(text, []byte(from), []byte(to), 1)
		}
	}
	without := func([]byte) []byte { return nil }
	for name, c := range map[string]struct {
		file []byte
		says string
	}{
		"no zip":    {[]byte("PK no"), "body.file"},
		"cut short": {file[:len(file)/2], "body.file"},
		"no head":   {change("life.json", without), "life.json"},
		"another program's": {change("life.json", replaced("gray-bridge/life", "elsewhere/life")),
			"life.json: format"},
		"a newer one": {change("life.json", replaced(`"version": 1`, `"version": 7`)), "life.json: version"},
		"a line was changed": {change("log/m1.ndjson", replaced("50 µF went in.", "55 µF went in.")),
			"log/m1.ndjson, line"},
		"a line is gone": {change("log/m1.ndjson", func(b []byte) []byte {
			lines := bytes.SplitAfter(b, []byte("\n"))
			return bytes.Join(slices.Delete(lines, 3, 4), nil)
		}), "log/m1.ndjson, line 4"},
		"the end is gone": {change("log/m1.ndjson", func(b []byte) []byte {
			lines := bytes.SplitAfter(b, []byte("\n"))
			return bytes.Join(lines[:len(lines)-2], nil)
		}), "log/m1.ndjson"},
		"a picture was changed": {change(photo, func([]byte) []byte { return jpegOf(t, 61, 40) }),
			"log/m1.ndjson, line"},
		"a picture is gone": {change(photo, without), "files"},
		"no picture":        {change(photo, func([]byte) []byte { return []byte("GIF89a") }), "files/"},
		"a foreign part":    {change("run.exe", func([]byte) []byte { return []byte("MZ") }), "run.exe"},
		"a bad revision": {change("revisions.ndjson", replaced(`"revision":2`, `"revision":1`)),
			"revisions.ndjson, line 2"},
		"a bad document": {change("revisions.ndjson", replaced(`"kind":"capacitor"`, `"kind":"steam"`)),
			"revisions.ndjson, line"},
	} {
		r := b.bring(c.file, b.workshop, "life-"+strings.ReplaceAll(name, " ", "-"))
		require.Equal(t, http.StatusUnprocessableEntity, r.Status, "%s: %s", name, r.Body)
		require.Contains(t, string(r.Body), c.says, name)
		require.Contains(t, string(r.Body), "nothing was stored", name)
	}
	var yard struct{ Workshops []api.YardWorkshop }
	b.get("/api/yard", &yard)
	require.Equal(t, 1, yard.Workshops[0].Count)
}

func TestReadingsAndBookAsFiles(t *testing.T) {
	t.Parallel()
	b := lived(t)
	r := b.do("GET", "/api/jobs/"+b.job.ID+"/readings.csv", nil)
	require.Equal(t, http.StatusOK, r.Status)
	require.Contains(t, string(r.Body), "Volts that are left")
	require.Contains(t, string(r.Body), "inside")
	r = b.do("GET", "/api/jobs/"+b.job.ID+"/readings.xlsx", nil)
	require.True(t, bytes.HasPrefix(r.Body, []byte("PK")))
	r = b.do("GET", "/api/jobs/"+b.job.ID+"/book.pdf", nil)
	require.True(t, bytes.HasPrefix(r.Body, []byte("%PDF")), "%.80s", r.Body)
	r = b.do("GET", "/api/jobs/"+b.job.ID+"/machine-code.png", nil)
	require.True(t, bytes.HasPrefix(r.Body, []byte("\x89PNG")))
}

var damages = flag.Int("damages", 120, "how many files of a life are damaged at random")

// Whatever a file of a life has gone through, it is taken whole or refused with its place: what
// the book's hashes and digests stand for is never taken changed.
func TestNoDamageOfALifeIsTakenForTheTruth(t *testing.T) {
	t.Parallel()
	b := lived(t)
	of := parts(t, b.life(b.job.ID))
	names := slices.Sorted(maps.Keys(of))
	r := rand.New(rand.NewPCG(19, 7))
	taken := 0
	for i := range *damages {
		copied := maps.Clone(of)
		name := names[r.IntN(len(names))]
		text := bytes.Clone(copied[name])
		at := r.IntN(len(text))
		switch r.IntN(4) {
		case 0:
			text[at] ^= 1 << r.IntN(8)
		case 1:
			text = append(text[:at], text[min(len(text), at+1+r.IntN(20)):]...)
		case 2:
			text = append(text[:at], append([]byte(`{"n":1}`), text[at:]...)...)
		default:
			text = text[:at]
		}
		copied[name] = text
		reply := b.bring(zipped(t, copied), b.workshop, fmt.Sprintf("damaged-%d", i))
		switch reply.Status {
		case http.StatusCreated: // of a revision's words, which nothing vouches for
			taken++
			var job api.JobAnswer
			reply.into(t, &job)
			got := parts(t, b.life(job.ID))
			require.Equal(t, string(of["log/m1.ndjson"]), string(got["log/m1.ndjson"]), "%s at %d", name, at)
			for file := range of {
				if strings.HasPrefix(file, "files/") {
					require.Equal(t, of[file], got[file])
				}
			}
		case http.StatusUnprocessableEntity:
			require.Contains(t, string(reply.Body), "location", "%s at %d", name, at)
		default:
			require.Fail(t, "neither taken nor refused", "%d %s: %s at %d", reply.Status, reply.Body, name, at)
		}
	}
	require.Less(t, taken, *damages/2)
}

// long is a life of so many revisions.
func long(t *testing.T, file []byte, revisions int) []byte {
	t.Helper()
	p := parts(t, file)
	lines := bytes.Split(bytes.TrimRight(p["revisions.ndjson"], "\n"), []byte("\n"))
	last := lines[len(lines)-1]
	at := regexp.MustCompile(`"revision":\d+`)
	content := regexp.MustCompile(`"content":\d+`)
	var out bytes.Buffer
	for n := 1; n <= revisions; n++ {
		line := at.ReplaceAll(last, fmt.Appendf(nil, `"revision":%d`, n))
		out.Write(content.ReplaceAll(line, fmt.Appendf(nil, `"content":%d`, n)))
		out.WriteByte('\n')
	}
	p["revisions.ndjson"] = out.Bytes()
	p["life.json"] = regexp.MustCompile(`"revisions": \d+`).ReplaceAll(p["life.json"],
		fmt.Appendf(nil, `"revisions": %d`, revisions))
	return zipped(t, p)
}

// Lives are taken in without holding a place at which plans are made: who reads meanwhile is answered,
// and the sender can see how far it is.
func TestALifeIsTakenInBesideTheOthers(t *testing.T) {
	t.Parallel()
	b := lived(t)
	file := long(t, b.life(b.job.ID), 3000)
	var wait sync.WaitGroup
	var done atomic.Int32
	for i := range 2 {
		wait.Go(func() {
			r := b.bring(file, b.workshop, fmt.Sprintf("long-life-%d", i))
			assert.Equal(t, http.StatusCreated, r.Status, "%s", r.Body)
			done.Add(1)
		})
	}
	read, steps := 0, map[string]bool{}
	for done.Load() == 0 {
		r := b.do("GET", "/api/jobs/"+b.job.ID, nil)
		require.Equal(t, http.StatusOK, r.Status)
		if done.Load() == 0 {
			read++
		}
		for i := range 2 {
			var at api.LifeStep
			b.get(fmt.Sprintf("/api/life/long-life-%d", i), &at)
			steps[at.Step] = true
			require.LessOrEqual(t, at.Done, at.Of)
		}
		time.Sleep(20 * time.Millisecond) // asked as browsers ask, or the doors refuse
	}
	wait.Wait()
	require.Greater(t, read, 5, "reads are answered while lives are taken in")
	require.True(t, steps["reading revisions"], "%v", steps)
	var after api.LifeStep
	b.get("/api/life/long-life-0", &after)
	require.Empty(t, after.Step)
}

// Who goes away ends the work, and the next one is taken in.
func TestALifeWhoseSenderGoesIsNotTakenIn(t *testing.T) {
	t.Parallel()
	b := lived(t)
	file := long(t, b.life(b.job.ID), 3000)
	ctx, gone := context.WithCancel(t.Context())
	req, err := http.NewRequestWithContext(ctx, http.MethodPost, b.url+"/api/life?workshop_id="+b.workshop,
		bytes.NewReader(file))
	require.NoError(t, err)
	req.Header.Set("Change-Id", "life-that-goes")
	ended := make(chan error, 1)
	go func() {
		_, err := http.DefaultClient.Do(req)
		ended <- err
	}()
	for at := (api.LifeStep{}); at.Done < 20; { // it is at work; asked as a browser asks, or the doors refuse
		b.get("/api/life/life-that-goes", &at)
		time.Sleep(50 * time.Millisecond)
	}
	gone()
	require.Error(t, <-ended)
	require.Eventually(t, func() bool {
		var at api.LifeStep
		b.get("/api/life/life-that-goes", &at)
		return at.Step == ""
	}, 10*time.Second, 20*time.Millisecond, "the work ends")
	r := b.bring(b.life(b.job.ID), b.workshop, "life-after-it")
	require.Equal(t, http.StatusCreated, r.Status, "%s", r.Body)
	var yard struct{ Workshops []api.YardWorkshop }
	b.get("/api/yard", &yard)
	require.Equal(t, 2, yard.Workshops[0].Count, "the first and the one after it")
}

// What a life may hold has an end, and its document is that of its last revision.
func TestALifeHasLimitsAndOneTruth(t *testing.T) {
	t.Parallel()
	b := lived(t)
	file := b.life(b.job.ID)
	refused := func(name string, p map[string][]byte, wanted string) {
		t.Helper()
		r := b.bring(zipped(t, p), b.workshop, "life-refused-"+name)
		require.Equal(t, http.StatusUnprocessableEntity, r.Status, "%s: %s", name, r.Body)
		require.Contains(t, string(r.Body), wanted, name)
	}
	p := parts(t, file)
	p["document.json"] = []byte(`{}`)
	refused("empty", p, "document.json")
	p = parts(t, file)
	p["document.json"] = bytes.ReplaceAll(p["document.json"], []byte(`"50"`), []byte(`"80"`))
	refused("another", p, "it differs from the last revision")
	p = parts(t, file)
	delete(p, "document.json")
	refused("without", p, "document.json")
	p = parts(t, file)
	p["revisions.ndjson"] = append(p["revisions.ndjson"], p["revisions.ndjson"]...)
	refused("more", p, "as life.json says")
	p = parts(t, file)
	p["revisions.ndjson"] = bytes.Repeat([]byte{0}, 20<<20)
	refused("zeros", p, "revisions.ndjson")
	p = parts(t, file)
	for i := range 800 {
		p[fmt.Sprintf("files/%d.jpg", i)] = []byte("x")
	}
	refused("parts", p, "at most 700")
	p = parts(t, file)
	p["life.json"] = regexp.MustCompile(`"revisions": \d+`).ReplaceAll(p["life.json"], []byte(`"revisions": 90000`))
	refused("many", p, "1 to 20000")

	var out bytes.Buffer
	z := zip.NewWriter(&out)
	w, err := z.CreateRaw(&zip.FileHeader{Name: "revisions.ndjson", Method: zip.Deflate, UncompressedSize64: 900 << 20,
		CompressedSize64: 2})
	require.NoError(t, err)
	_, err = w.Write([]byte{3, 0})
	require.NoError(t, err)
	require.NoError(t, z.Close())
	r := b.bring(out.Bytes(), b.workshop, "life-refused-bomb")
	require.Equal(t, http.StatusUnprocessableEntity, r.Status)
	require.Contains(t, string(r.Body), "at most 640 MB")
}
