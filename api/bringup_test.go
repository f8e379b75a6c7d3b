package api_test

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"image/jpeg"
	"net/http"
	"reflect"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/bringup"
	"graybridge/core/logbook"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

// bench is a blunger with its book, over the wire.
type bench struct {
	client
	store    *store.Store
	t        testing.TB
	workshop string
	job      api.JobAnswer
	count    int
}

func newBench(t *testing.T) *bench { return benchOf(t) }

func benchOf(t testing.TB) *bench { return benchOn(t, storetest.Migrated(t)) }

func benchOn(t testing.TB, database string) *bench {
	t.Helper()
	c, st := openedOn(t, database)
	b := &bench{client: c, store: st, t: t}
	var w api.WorkshopAnswer
	b.made("/api/workshops", entry(scenario.TansyLane()), &w)
	b.workshop = w.ID
	b.made("/api/jobs", map[string]string{"workshop_id": w.ID, "name": "Blunger", "change_id": "job-Blunger"}, &b.job)
	b.plan(scenario.Blunger())
	return b
}

func (b *bench) plan(d any) {
	b.t.Helper()
	r := b.do("PUT", "/api/jobs/"+b.job.ID, d, "If-Match", fmt.Sprintf(`"%d"`, b.job.Revision), "Change-Id",
		fmt.Sprint("plan-", time.Now().UnixNano()))
	require.Equal(b.t, http.StatusOK, r.Status, "%s", r.Body)
	r.into(b.t, &b.job)
}

func (b *bench) see() (out api.BringUp) {
	b.t.Helper()
	b.get("/api/jobs/"+b.job.ID+"/bringup", &out)
	return out
}

func (b *bench) get(path string, into any) {
	b.t.Helper()
	r := b.do("GET", path, nil)
	require.Equal(b.t, http.StatusOK, r.Status, "%s", r.Body)
	reflect.ValueOf(into).Elem().SetZero() // what an answer leaves out is not there
	r.into(b.t, into)
}

type sent = map[string]any

func (b *bench) entry(kind string, more sent) sent {
	b.count++
	e := sent{"id": fmt.Sprintf("entry-%s-%d", b.job.ID[:8], b.count), "kind": kind, "taken": "2026-03-02T18:00:00Z"}
	for k, v := range more {
		e[k] = v
	}
	return e
}

func (b *bench) write(entries ...sent) (out struct {
	Written  []api.Written
	Book     api.BookEnd
	Clock    string
	Received time.Time
}) {
	b.t.Helper()
	r := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"entries": entries})
	require.Equal(b.t, http.StatusOK, r.Status, "%s", r.Body)
	r.into(b.t, &out)
	return out
}

func (b *bench) pass(gate string) api.Written {
	b.t.Helper()
	return b.write(b.entry("gate", sent{"gate": gate, "outcome": "passed"})).Written[0]
}

func (b *bench) reads(take string, x float64) api.Written {
	b.t.Helper()
	return b.write(b.entry("reading", sent{"reads": []sent{{"take": take, "value": x}}})).Written[0]
}

func gate(t *testing.T, b api.BringUp, id string) bringup.GateView {
	t.Helper()
	g := b.Progress.GateOf(id)
	require.NotNil(t, g, id)
	return *g
}

func TestAMachineIsBroughtUp(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	first := b.see()
	require.Equal(t, bringup.LockOff, first.Progress.Next)
	require.Empty(t, first.Book.Hash)
	require.Contains(t, b.pass("discharge").Void, "Prove dead", "before its time it does not count, and is kept")
	require.Empty(t, b.pass("lock-off").Void)
	require.Empty(t, b.pass("prove-dead").Void)
	w := b.reads("discharge", 240)
	require.Equal(t, bringup.FarAbove, w.Compared[0].Stands)
	require.Contains(t, w.Compared[0].Sentence, "far above")
	require.NotEmpty(t, w.Compared[0].Meaning.Next)
	require.Contains(t, b.pass("discharge").Void, "far above")
	b.reads("discharge", 0.3)
	require.Empty(t, b.pass("discharge").Void)
	now := b.see()
	require.Equal(t, 3, now.Progress.Passed)
	require.Equal(t, bringup.Joints, now.Progress.Next)
	require.Len(t, gate(t, now, "discharge").Read, 1)
	require.Len(t, now.Book.Hash, 64)
	refused := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"entries": []sent{
		b.entry("note", sent{"words": "goes with it"}),
		b.entry("gate", sent{"gate": "earth", "outcome": "skipped", "words": "no meter"})}})
	require.Equal(t, http.StatusUnprocessableEntity, refused.Status)
	require.Contains(t, string(refused.Body), "cannot be skipped")
	require.Equal(t, now.Book.N, b.see().Book.N, "all or none")

	// A change of the plan opens what it touches, says so, and stands in the book before what follows.
	d := scenario.Blunger()
	d.Bridge.Capacitor.Microfarad = "45"
	b.plan(d)
	again := b.see()
	require.Equal(t, bringup.IsAgain, gate(t, again, "lock-off").State)
	require.Contains(t, gate(t, again, "lock-off").Says, "→ 45")
	var log api.Log
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	require.NotEmpty(t, log.Pending, "changed, and not yet in the book")
	b.pass("lock-off")
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	require.Empty(t, log.Pending)
	require.Equal(t, logbook.Revision, log.Entries[1].Kind)
	require.Contains(t, log.Entries[1].Changed[0].Value, "52 → 45")
	require.NotEmpty(t, log.Entries[1].Stood, "how things stood then")
	require.Equal(t, log.Entries[1].N, log.Entries[0].StoodAt, "what has not changed is said once")
}

// A reading of the bring-up goes into the plan by itself, as a revision by who read it, once.
func TestAReadingFlowsIntoThePlan(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	d := scenario.Blunger()
	d.Machines[0].Leads.Insulation = ""
	b.plan(d)
	at := b.job.Revision
	e := b.entry("reading", sent{"gate": "insulation", "reads": []sent{{"take": "insulation", "value": 90,
		"unit": "MΩ"}}})
	b.write(e)
	b.write(e)
	var now api.JobAnswer
	b.get("/api/jobs/"+b.job.ID, &now)
	require.Equal(t, at+1, now.Revision)
	require.Equal(t, "90 MΩ, read 2026-03-02", strings.TrimSpace(now.Document.Machines[0].Leads.Insulation))
	require.Empty(t, b.see().TakesIn)
}

// A revision that the database cannot give is no revision that was let go: the entry waits, nothing is
// written of it, and what it was made on is not rewritten. One that was let go counts as the latest.
func TestAFailingDatabaseIsNotTakenForALostRevision(t *testing.T) {
	t.Parallel()
	database := storetest.Database(t)
	b := benchOn(t, database)
	db, err := pgx.Connect(t.Context(), database)
	require.NoError(t, err)
	defer func() { _ = db.Close(context.Background()) }()
	at := b.job.Revision
	d := scenario.Blunger()
	d.Machines[0].Load.Share = "61 %"
	b.plan(d)
	e := b.entry("reading", sent{"revision": at, "reads": []sent{{"take": "insulation", "value": 90, "unit": "MΩ"}}})
	sql := func(text string) {
		_, err := db.Exec(t.Context(), text, b.job.ID, at)
		require.NoError(t, err)
	}
	sql(`update job_revision set packed = '\x00' where job_id = $1 and revision = $2`)
	r := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"entries": []sent{e}})
	require.Equal(t, http.StatusServiceUnavailable, r.Status, "%s", r.Body)
	require.Zero(t, b.see().Book.N)
	sql(`delete from job_revision where job_id = $1 and revision = $2`)
	b.write(e)
	require.NotZero(t, b.see().Book.N)
}

func TestAQueueArrivesOnceAndInOrder(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	var all []sent
	for i := range 40 {
		all = append(all, b.entry("reading", sent{"reads": []sent{{"take": "load-supply",
			"value": 4 + float64(i)/100}}}))
	}
	b.write(all[:25]...)
	out := b.write(all[10:]...) // the answer to the first was lost; part of it comes again
	require.Len(t, out.Written, 30)
	for i, w := range out.Written {
		require.Equal(t, 11+i, w.N)
		require.Equal(t, i < 15, w.Repeat)
	}
	other := all[3]
	other["words"] = "another content under the same name"
	r := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"entries": []sent{other}})
	require.Equal(t, http.StatusUnprocessableEntity, r.Status)
	require.Equal(t, 40, b.see().Book.N)
}

func TestAWrongClockIsNoticed(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	send := func(clock time.Time) string {
		r := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"sent": clock.UTC().Format(time.RFC3339),
			"entries": []sent{b.entry("note", sent{"words": "by this clock"})}})
		require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
		var out struct{ Clock string }
		r.into(t, &out)
		return out.Clock
	}
	require.Empty(t, send(time.Now()))
	require.Equal(t, "the device's clock was 3 hours behind", send(time.Now().Add(-3*time.Hour)))
	require.Equal(t, "the device's clock was 5 days ahead", send(time.Now().Add(5*24*time.Hour)))
	var log api.Log
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	require.Contains(t, log.Entries[0].Clock, "ahead", "it stands beside the entry")
	require.NotEqual(t, log.Entries[0].Taken, log.Entries[0].Received)
}

func TestTheBookTellsAndCorrects(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	b.write(b.entry("note", sent{"words": "Ran all week.", "ran": "well", "hours": 2}))
	b.write(b.entry("part", sent{"part": sent{"what": "Bearings", "spec": "6205"}, "hours": 3, "cost": 14.5,
		"currency": "€"}))
	b.write(b.entry("note", sent{"words": "Two hours, not three.", "corrects": 2, "hours": 2, "cost": 14.5,
		"currency": "€",
		"look":     "2026-09-01", "look_for": "grease"}))
	b.reads("load-supply", 4.9)
	var log api.Log
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	require.InDelta(t, 4, log.Sums.Hours, 1e-9)
	require.InDelta(t, 14.5, log.Sums.Money["€"], 1e-9)
	require.True(t, log.Since.Known)
	require.Equal(t, 1, log.Since.N)
	require.Len(t, log.Since.Events, 1, "readings are no changes, and what was corrected is not told")
	require.Equal(t, "2026-09-01", log.Book.Look)
	var trends struct{ Trends []api.Trend }
	b.get("/api/jobs/"+b.job.ID+"/trends", &trends)
	require.Len(t, trends.Trends, 1)
	require.Equal(t, "Amps, supply line, at your load, 65 %", strings.ReplaceAll(trends.Trends[0].Name, "\u00a0", " "))
	require.NotNil(t, trends.Trends[0].Low)
	var yard struct{ Workshops []api.YardWorkshop }
	b.get("/api/yard", &yard)
	require.Equal(t, "2026-09-01", yard.Workshops[0].Jobs[0].Look)
	b.write(b.entry("note", sent{"words": "Greased.", "look": "none"}))
	b.get("/api/yard", &yard)
	require.Empty(t, yard.Workshops[0].Jobs[0].Look)
	r := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"entries": []sent{b.entry("note", sent{"words": "x",
		"corrects": 99})}})
	require.Equal(t, http.StatusNotFound, r.Status)
}

func TestBadEntriesNameTheirField(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	for name, c := range map[string]struct {
		entry sent
		says  string
	}{
		"no reason": {b.entry("gate", sent{"gate": "ohms", "outcome": "failed"}), "body.entries[0].words"},
		"no moment": {b.entry("note", sent{"words": "x", "taken": "yesterday"}), "body.entries[0].taken"},
		"no such file": {b.entry("photo", sent{"file": "00000000-0000-0000-0000-000000000009"}),
			"body.entries[0].file"},
		"not a day":      {b.entry("note", sent{"words": "x", "look": "2026-02-31"}), "body.entries[0].look"},
		"no such kind":   {b.entry("revision", sent{"words": "x"}), "body.entries[0].kind"},
		"nothing at all": {b.entry("note", sent{}), "body.entries[0].words"},
	} {
		r := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"entries": []sent{c.entry}})
		require.Equal(t, http.StatusUnprocessableEntity, r.Status, "%s: %s", name, r.Body)
		require.Contains(t, string(r.Body), c.says, name)
	}
	require.Zero(t, b.see().Book.N)
	require.Equal(t, http.StatusNotFound, b.do("GET", "/api/jobs/"+b.job.ID+"/bringup?machine=m9", nil).Status)
}

// jpegOf is a JPEG of a size.
func jpegOf(t *testing.T, w, h int) []byte {
	t.Helper()
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, image.NewGray(image.Rect(0, 0, w, h)), nil))
	return out.Bytes()
}

func (b *bench) photo(data []byte, kind string) string {
	b.t.Helper()
	r := b.do("POST", "/api/jobs/"+b.job.ID+"/photos", string(data), "Content-Type", kind)
	require.Equal(b.t, http.StatusCreated, r.Status, "%s", r.Body)
	var made struct{ ID string }
	r.into(b.t, &made)
	return made.ID
}

func TestPicturesAreKeptSmallAndLeaveTheirDigest(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	id := b.photo(jpegOf(t, 3000, 1500), "image/jpeg")
	b.write(b.entry("photo", sent{"file": id, "words": "the box, closed"}))
	var log api.Log
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	f := log.Entries[0].File
	require.Len(t, f.SHA256, 64)
	r := b.do("GET", "/api/jobs/"+b.job.ID+"/photos/"+id, nil)
	size, _, err := image.DecodeConfig(bytes.NewReader(r.Body))
	require.NoError(t, err)
	require.Equal(t, 2000, size.Width, "made smaller")
	require.Equal(t, http.StatusNoContent, b.do("DELETE", "/api/jobs/"+b.job.ID+"/photos/"+id, nil).Status)
	require.Equal(t, http.StatusNotFound, b.do("GET", "/api/jobs/"+b.job.ID+"/photos/"+id, nil).Status)
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	require.Equal(t, logbook.Removed, log.Entries[0].Kind)
	require.Equal(t, f.SHA256, log.Entries[0].File.SHA256)
}

func TestAPartOutOfTheStoresStandsInTheBook(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	var line struct{ ID string }
	b.made("/api/workshops/"+b.workshop+"/stores", sent{"kind": "capacitor", "what": "40 µF 450 V", "count": 2}, &line)
	take := func(do string) {
		r := b.do("POST", "/api/jobs/"+b.job.ID+"/stores", sent{"stock": line.ID, "machine": "m1", "part": "run-40",
			"count": 1, "do": do})
		require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	}
	for _, do := range []string{"reserve", "fit", "fit", "unfit"} {
		take(do)
	}
	var log api.Log
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	require.Len(t, log.Entries, 2, "reserving is no part fitted, and what is in is in once")
	require.Equal(t, "40 µF 450 V", log.Entries[1].Part.What)
	require.False(t, log.Entries[1].Part.Out)
	require.True(t, log.Entries[0].Part.Out)
}

func TestWhoSkipsAGateSaysWho(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	for _, g := range []string{"lock-off", "prove-dead"} {
		b.pass(g)
	}
	b.reads("discharge", 0.1)
	b.pass("discharge")
	skip := b.entry("gate", sent{"gate": "joints", "outcome": "skipped", "words": "made last week"})
	r := b.do("POST", "/api/jobs/"+b.job.ID+"/log", sent{"entries": []sent{skip}})
	require.Equal(t, http.StatusUnprocessableEntity, r.Status)
	require.Contains(t, string(r.Body), "entries.who")
	skip["who"] = "Bram T."
	require.Empty(t, b.write(skip).Written[0].Void)
	stays := b.see().Progress.Stays
	require.Equal(t, []string{"Make the joints skipped by Bram T.: made last week"}, stays)
	var yard struct{ Workshops []api.YardWorkshop }
	b.get("/api/yard", &yard)
	require.Equal(t, stays, yard.Workshops[0].Jobs[0].Stays, "in the Yard too")
	card := b.do("GET", "/api/jobs/"+b.job.ID+"/card.pdf", nil)
	require.Equal(t, http.StatusOK, card.Status)
}
