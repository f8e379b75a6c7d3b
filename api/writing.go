package api

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/bringup"
	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/logbook"
	"graybridge/core/meaning"
	"graybridge/core/openfile"
	"graybridge/core/plan"
	"graybridge/store"
)

// gatesAt are the gates as the plan made them at each revision that entries were made on.
type gatesAt struct {
	now     int
	plans   map[int]*plan.Plan
	book    store.Book // where it ends
	stoodAt int        // the entry whose facts stood are
	stood   []logbook.Fact
	clock   string
	by      store.By
}

// plan is the one that an entry was made on; the latest where that was let go.
func (at *gatesAt) plan(e *logbook.Entry) *plan.Plan {
	if p := at.plans[e.Revision]; p != nil {
		return p
	}
	return at.plans[at.now]
}

// writeIn writes entries into a machine's book, before them what was changed of weight in the plan
// since the last ones. clock is what is wrong with the sender's.
func (s books) writeIn(ctx context.Context, j store.Job, machine, clock string, entries ...logbook.Entry) (*gatesAt,
	[]store.Told, error) {
	at, err := s.gatesOf(ctx, j, machine, entries)
	if err != nil {
		return nil, nil, err
	}
	at.clock = clock
	before, err := s.planChanged(ctx, j, machine, at.book.Revision)
	if err != nil {
		return nil, nil, err
	}
	list, book, err := s.store.Books.Append(ctx, j.ID, machine, append(before, entries...), at.complete)
	if err != nil {
		return nil, nil, problem(err)
	}
	at.book = book
	s.flow(ctx, j.ID, machine, entries)
	return at, list[len(before):], nil
}

// flow takes what was read into the plan where it goes there by itself, as a revision by who read it.
// The book has the readings already: what fails here is logged, and stays to be taken in by hand.
func (s books) flow(ctx context.Context, id, machine string, entries []logbook.Entry) {
	if !slices.ContainsFunc(entries, func(e logbook.Entry) bool { return len(e.Reads) > 0 }) {
		return
	}
	if err := s.flown(ctx, id, machine, entries[len(entries)-1].ID); err != nil && ctx.Err() == nil {
		slog.Warn("readings stay beside the plan", "job", id, "err", err)
	}
}

func (s books) flown(ctx context.Context, id, machine, change string) error {
	j, err := s.store.Jobs.Job(ctx, id)
	if err != nil {
		return err
	}
	out, err := s.bringUp(ctx, j, machine)
	if err != nil {
		return err
	}
	solved, err := s.solved.of(ctx, j.Document.Of(machine))
	if err != nil {
		return err
	}
	next, ok, err := meaning.Flow(ctx, solved, j.Document, &out.Body.Progress)
	if err != nil || !ok {
		return err
	}
	_, err = s.store.Jobs.Save(ctx, id, store.Change{Seen: j.Revision, ID: "flow-" + change, By: by(ctx)}, next)
	return err
}

// entry is what was sent as the book writes it.
func (e LogEntry) entry(latest int) logbook.Entry {
	out := logbook.Entry{ID: e.ID, Who: strings.TrimSpace(e.Who), Kind: e.Kind, Taken: e.Taken,
		Revision: e.Revision, Corrects: e.Corrects, Gate: e.Gate, Outcome: e.Outcome, Words: e.Words, Part: e.Part,
		Hours: e.Hours, Cost: e.Cost, Currency: e.Currency, Look: e.Look, LookFor: e.LookFor, Ran: e.Ran}
	if out.Revision == 0 || out.Revision > latest {
		out.Revision = latest
	}
	for _, r := range e.Reads {
		out.Reads = append(out.Reads, logbook.Read{Take: r.Take, Name: r.Name, Unit: r.Unit, Value: r.Value,
			Words: r.Words})
	}
	if e.File != "" {
		out.File = &logbook.File{ID: e.File}
	}
	return out
}

// gatesOf plans the revisions that gates and readings were made on. One that was let go since
// is taken as the latest.
func (s books) gatesOf(ctx context.Context, j store.Job, machine string, entries []logbook.Entry) (*gatesAt, error) {
	at := &gatesAt{now: j.Revision, plans: map[int]*plan.Plan{}, by: by(ctx)}
	plan := func(revision int, d document.Document) error {
		solved, err := s.solved.of(ctx, d.Of(machine))
		if err != nil {
			return problem(err)
		}
		p := solved.Plan()
		at.plans[revision] = p
		return nil
	}
	if err := plan(j.Revision, j.Document); err != nil {
		return nil, err
	}
	for i := range entries {
		e := &entries[i]
		if at.plans[e.Revision] != nil || e.Kind != logbook.Gate && e.Kind != logbook.Reading {
			continue
		}
		old, err := s.store.Jobs.RevisionOf(ctx, j.ID, e.Revision)
		if errors.Is(err, store.ErrNotFound) { // it was let go
			e.Revision = j.Revision
			continue
		}
		if err != nil {
			return nil, problem(err)
		}
		if err := plan(e.Revision, old.Document); err != nil {
			return nil, err
		}
	}
	return at, s.lastStood(ctx, j.ID, machine, at)
}

// lastStood reads where the book ends, and how things stood at the last entry that says so.
func (s books) lastStood(ctx context.Context, id, machine string, at *gatesAt) error {
	var err error
	if at.book, err = s.store.Books.Book(ctx, id, machine); err != nil || at.book.StoodN == 0 {
		return problem(err)
	}
	lines, err := s.store.Books.Lines(ctx, id, machine, at.book.StoodN, 1)
	if err != nil {
		return problem(err)
	}
	for _, e := range parsed(lines) {
		at.stoodAt, at.stood = e.N, e.Stood
	}
	return nil
}

// planChanged is an entry of what was changed of weight in the plan since a revision; none where
// nothing was.
func (s books) planChanged(ctx context.Context, j store.Job, machine string, revision int) ([]logbook.Entry, error) {
	changed, err := s.changedSince(ctx, j, machine, revision)
	if err != nil || len(changed) == 0 {
		return nil, err
	}
	return []logbook.Entry{{ID: fmt.Sprintf("plan-%s-%d-%d", machine, revision, j.Revision),
		Kind: logbook.Revision, Taken: j.UpdatedAt.UTC().Format(time.RFC3339), Revision: j.Revision,
		Changed: changed}}, nil
}

// mostChanged lines of what was changed are told.
const mostChanged = 40

// changedSince is what of weight differs between a revision of a job and the latest, for one
// machine: readings and ticks are entries of their own.
func (s books) changedSince(ctx context.Context, j store.Job, machine string, revision int) ([]logbook.Fact, error) {
	if revision == 0 || revision >= j.Revision {
		return nil, nil
	}
	old, err := s.store.Jobs.RevisionOf(ctx, j.ID, revision)
	if errors.Is(err, store.ErrNotFound) { // it was let go: nothing can be told
		return nil, nil
	}
	if err != nil {
		return nil, problem(err)
	}
	old.Document.Workshop = j.Document.Workshop
	var out []logbook.Fact
	for _, c := range entry.Changes(old.Document, j.Document) {
		if c.Reading || !ofMachine(c.Path, machine) {
			continue
		}
		out = append(out, logbook.Fact{Name: c.Label, Value: oneLine(c.From) + " → " + oneLine(c.To)})
	}
	return out[:min(len(out), mostChanged)], nil
}

// filesOf fills in what is known of the pictures and recordings that entries are of.
func (s books) filesOf(ctx context.Context, id string, entries []logbook.Entry) error {
	for i := range entries {
		f := entries[i].File
		if f == nil {
			continue
		}
		p, err := s.store.Photos.PhotoOf(ctx, id, f.ID)
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return problem(err)
		}
		if err != nil {
			return huma.Error422UnprocessableEntity("Some fields cannot be used; nothing was stored.",
				&huma.ErrorDetail{Location: fmt.Sprintf("body.entries[%d].file", i),
					Message: "want the id of a picture or recording of this job", Value: f.ID})
		}
		*f = fileOfPhoto(p)
	}
	return nil
}

// complete makes an entry whole before it is sealed: what was expected, what the gate stood
// on, whether it counts, and how things stood.
func (at *gatesAt) complete(w *store.Writing) error {
	e := w.Entry
	if e.Signed, e.Clock = at.by.Account != "", at.clock; e.Signed || at.by.Who != "" {
		e.Who = at.by.Who
	}
	p := at.plan(e)
	if why := p.Enter(e, w.Known); why != "" {
		return openfile.Problems{{Path: "entries.outcome", Found: "skipped", Wanted: "passed or failed: " + why}}
	}
	if e.Outcome == logbook.Skipped && e.Who == "" {
		return openfile.Problems{{Path: "entries.who", Found: "nobody", Wanted: "a name: who skips a gate says who"}}
	}
	if e.Kind == logbook.Gate || e.Kind == logbook.Revision { // a change of the plan opens gates again
		w.Stays = at.plans[at.now].BringUp(append(slices.Clone(w.Known), *e)).Stays
	}
	if w.Book.Revision == 0 {
		w.Book.Revision = at.now
	}
	if w.Book.StoodN != at.stoodAt {
		at.stood = nil
	}
	if stood := p.Stood(); at.stood == nil || len(logbook.Changes(at.stood, stood)) > 0 {
		e.Stood, at.stood, at.stoodAt = stood, stood, w.Book.N+1
	}
	return nil
}

// written tells an entry with its readings beside what was expected.
func (at *gatesAt) written(e store.Told) Written {
	w := Written{ID: e.ID, N: e.N, Hash: e.Hash, Repeat: e.Repeat, Void: e.Void, Compared: []bringup.Compared{}}
	v := at.plan(&e.Entry).BringUp(nil)
	for _, r := range e.Reads {
		if t, _ := v.Take(r.Take); t != nil {
			c := t.Compare(r.Value, r.Words)
			c.N, c.Taken, c.Who = e.N, e.Taken, e.Who
			w.Compared = append(w.Compared, c)
		}
	}
	return w
}

// fitted writes into a machine's book that a part out of the stores went in or came out.
func (s *server) fitted(ctx context.Context, id, machine, what string, out bool) error {
	if what == "" {
		return nil
	}
	j, machine, err := books{s}.machineOf(ctx, id, machine)
	if gone := huma.StatusError(nil); errors.As(err, &gone) && gone.GetStatus() == http.StatusNotFound {
		return nil // the machine is gone from the job: there is no book to write in
	}
	if err != nil {
		return err
	}
	now := time.Now().UTC()
	e := logbook.Entry{ID: fmt.Sprintf("stores-%d", now.UnixNano()), Kind: logbook.Part, Revision: j.Revision,
		Taken: now.Format(time.RFC3339), Part: &logbook.Fitted{What: what, Spec: "out of the stores", Out: out}}
	_, _, err = books{s}.writeIn(ctx, j, machine, "", e)
	return err
}
