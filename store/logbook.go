package store

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/logbook"
)

// Book is where a machine's book ends.
type Book struct {
	Machine  string     `db:"machine"`
	N        int        `db:"n"`
	Hash     string     `db:"hash"`
	Revision int        `db:"revision"` // up to which changes of the plan are told
	StoodN   int        `db:"stood_n"`  // the last entry that says how things stood
	Stays    []string   `db:"stays"`    // skipped and failed gates
	Look     *time.Time `db:"look"`     // the day of the next look
	LookFor  string     `db:"look_for"`
}

const bookColumns = `machine, n, hash, revision, stood_n, stays, look, look_for`

// MostEntries is how many a machine's book may hold.
const MostEntries = 50_000

// Writing is an entry being written: what its writer makes of it once it is known what stands
// in the book.
type Writing struct {
	Book  *Book
	Known []logbook.Entry // of the bring-up, the oldest first; what was written before in the same go is among them
	Entry *logbook.Entry
	// Stays is what the Yard shows of the gates from now on; nil: as before.
	Stays []string
}

// Told is an entry that stands in the book, and whether it stood there before.
type Told struct {
	logbook.Entry
	Repeat bool
}

// Append writes entries into a machine's book, in their order, all or none. A repeat by its id
// is found and told, not written twice; the same id with another content is ErrOtherBody.
// complete is asked for each new one before it is sealed; its error ends the whole.
func (s Books) Append(ctx context.Context, jobID, machine string, entries []logbook.Entry,
	complete func(*Writing) error) (out []Told, book Book, err error) {
	k, err := key(jobID)
	if err != nil {
		return nil, Book{}, err
	}
	err = s.txAgain(ctx, func(tx pgx.Tx) (err error) {
		out = out[:0]
		if book, err = holdBook(ctx, tx, k, machine); err != nil {
			return err
		}
		before, fresh, err := known(ctx, tx, k, entries)
		if err != nil {
			return err
		}
		w := Writing{Book: &book}
		if fresh {
			if w.Known, err = bringUp(ctx, tx, k, machine); err != nil {
				return err
			}
		}
		for i := range entries {
			if told, ok := before[entries[i].ID]; ok {
				out = append(out, Told{told, true})
				continue
			}
			e := entries[i]
			if e, err = write(ctx, tx, k, &w, e, complete); err != nil {
				return err
			}
			out = append(out, Told{e, false})
			before[e.ID] = e
		}
		if !fresh {
			return nil
		}
		if err = book.save(ctx, tx, k); err != nil {
			return err
		}
		return tellBeside(ctx, tx, k, "l")
	})
	if err != nil {
		return nil, Book{}, err
	}
	return out, book, nil
}

// holdBook locks a machine's book until the transaction ends; it is begun where there is none.
func holdBook(ctx context.Context, tx pgx.Tx, job pgtype.UUID, machine string) (Book, error) {
	var there bool
	if err := tx.QueryRow(ctx, `select true from job where id = $1 and deleted_at is null`,
		job).Scan(&there); err != nil {
		return Book{}, err
	}
	if _, err := tx.Exec(ctx, `insert into log_head (job_id, machine) values ($1, $2) on conflict do nothing`, job,
		machine); err != nil {
		return Book{}, err
	}
	rows, err := tx.Query(ctx, `select `+bookColumns+` from log_head where job_id = $1 and machine = $2 for update`,
		job,
		machine)
	if err != nil {
		return Book{}, err
	}
	return pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Book])
}

// save keeps where a book ends.
func (b *Book) save(ctx context.Context, tx pgx.Tx, job pgtype.UUID) error {
	_, err := tx.Exec(ctx, `update log_head set n = $3, hash = $4, revision = $5, stood_n = $6, stays = $7,
		look = $8, look_for = $9 where job_id = $1 and machine = $2`, job, b.Machine, b.N, b.Hash, b.Revision, b.StoodN,
		b.Stays, b.Look, b.LookFor)
	return err
}

// askedEntry is the print of an entry by which a repeat is known. The revision is not of it: a sender
// who names none means the latest, and that is another one when it sends again.
func askedEntry(e logbook.Entry) []byte {
	e.Revision = 0
	return asked(e)
}

// known are those of some entries that stand in the job's books already; fresh says that not
// all of them do.
func known(ctx context.Context, tx pgx.Tx, job pgtype.UUID, entries []logbook.Entry) (list map[string]logbook.Entry,
	fresh bool, err error) {
	ids := make([]string, len(entries))
	prints := map[string][2][]byte{}
	for i := range entries {
		ids[i] = entries[i].ID
		prints[entries[i].ID] = [2][]byte{askedEntry(entries[i]), asked(entries[i])}
	}
	rows, err := tx.Query(ctx, `select id, line, asked from log_entry where job_id = $1 and id = any ($2)`, job, ids)
	if err != nil {
		return nil, false, err
	}
	type found struct {
		ID    string `db:"id"`
		Line  string `db:"line"`
		Asked []byte `db:"asked"`
	}
	there, err := pgx.CollectRows(rows, pgx.RowToStructByName[found])
	if err != nil {
		return nil, false, err
	}
	list = map[string]logbook.Entry{}
	for _, f := range there {
		// Of entries written before the revision was left out of it, the print counts as it was.
		if now := prints[f.ID]; repeat(f.Asked, now[0]) != nil && repeat(f.Asked, now[1]) != nil {
			return nil, false, ErrOtherBody
		}
		var e logbook.Entry
		if err := json.Unmarshal([]byte(f.Line), &e); err != nil {
			return nil, false, fmt.Errorf("entry %s: %w", f.ID, err)
		}
		list[f.ID] = e
	}
	return list, len(list) < len(prints), nil
}

// write completes one entry, seals it and puts it at the book's end.
func write(ctx context.Context, tx pgx.Tx, job pgtype.UUID, w *Writing, e logbook.Entry,
	complete func(*Writing) error) (logbook.Entry, error) {
	b := w.Book
	if b.N >= MostEntries {
		return e, &Full{"entries in a machine's book", MostEntries}
	}
	if e.Corrects > b.N {
		return e, ErrNotFound
	}
	print := askedEntry(e)
	e.Machine, e.Received = b.Machine, moment(time.Now())
	w.Entry, w.Stays = &e, nil
	if err := complete(w); err != nil {
		return e, err
	}
	if len(e.Stood) == 0 {
		e.StoodAt = b.StoodN
	}
	sealed, line, err := logbook.Seal(e, b.N, b.Hash)
	if err != nil {
		return e, err
	}
	taken, err := time.Parse(time.RFC3339Nano, sealed.Taken)
	if err != nil {
		return e, ErrUnstorable
	}
	if err := insertLine(ctx, tx, job, &sealed, taken, string(line), print); err != nil {
		return e, err
	}
	b.follow(&sealed)
	if w.Stays != nil {
		b.Stays = w.Stays
	}
	if sealed.Kind == logbook.Revision {
		b.Revision = max(b.Revision, sealed.Revision)
	}
	if sealed.Kind == logbook.Gate || sealed.Kind == logbook.Reading {
		w.Known = append(w.Known, sealed)
	}
	return sealed, nil
}

// insertLine puts an entry at its place with the line as it was written.
func insertLine(ctx context.Context, tx pgx.Tx, job pgtype.UUID, e *logbook.Entry, taken time.Time, line string,
	print []byte) error {
	if print == nil {
		print = []byte{}
	}
	_, err := tx.Exec(ctx, `insert into log_entry (job_id, machine, n, id, kind, gate, counts, corrects, ran,
		hours, cost,
		currency, stood, revision, file, taken, line, asked)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18)`,
		job, e.Machine, e.N, e.ID, e.Kind, e.Gate, e.Void == "", e.Corrects, e.Ran, e.Hours, e.Cost, e.Currency,
		len(e.Stood) > 0, e.Revision, fileKey(e), taken, line, print)
	return err
}

// fileKey is the id of the picture or recording that an entry is of.
func fileKey(e *logbook.Entry) (k pgtype.UUID) {
	if e.File != nil && e.Kind != logbook.Removed {
		k, _ = key(e.File.ID)
	}
	return k
}

// follow moves a book's end to an entry that was put there.
func (b *Book) follow(e *logbook.Entry) {
	b.N, b.Hash = e.N, e.Hash
	if len(e.Stood) > 0 {
		b.StoodN = e.N
	}
	switch e.Look {
	case "":
	case logbook.NoLook:
		b.Look, b.LookFor = nil, ""
	default:
		if day, err := time.Parse(time.DateOnly, e.Look); err == nil {
			b.Look, b.LookFor = &day, e.LookFor
		}
	}
}

// moment is a time as the book writes it.
func moment(t time.Time) string { return t.UTC().Format("2006-01-02T15:04:05.000Z") }
