package store

import (
	"context"
	"strconv"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/document"
	"graybridge/core/logbook"
)

// AllPhotos gives the ids of every picture and recording of a job, in their order.
func (s Lives) AllPhotos(ctx context.Context, jobID string) ([]string, error) {
	k, err := key(jobID)
	if err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(ctx, `select id::text from photo where job_id = $1 order by id`, k)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowTo[string])
	return list, told(err)
}

// Lived is what a machine's life brings in beside its document: its history, the oldest first,
// and its books as they were written.
type Lived struct {
	Past []LivedRevision
	// Last is the document of the last of them.
	Last  document.Document
	Books []LivedBook
	// Photos gives the pictures one by one until there are no more.
	Photos func() (Photo, bool, error)
	Bytes  int // of all pictures
	// Step is told how far the storing is; nil: nobody asks.
	Step func(done, of int)
}

// LivedRevision is a revision as it is kept: its document packed, so that a long life needs little
// room while it is taken in.
type LivedRevision struct {
	Revision
	packed   []byte
	pictures []pgtype.UUID
}

// NewLivedRevision packs a revision.
func NewLivedRevision(r Revision, d document.Document) (LivedRevision, error) {
	packed, err := pack(d)
	return LivedRevision{r, packed, pictures(d)}, err
}

// LivedBook is one machine's book.
type LivedBook struct {
	Machine string
	Lines   []string
	Entries []logbook.Entry
	Stays   []string // what the Yard shows of its gates
}

// filesAndBooks stores the pictures of a life, one by one, and its books with their lines.
func (l Lived) filesAndBooks(ctx context.Context, tx pgx.Tx, job pgtype.UUID, by By) error {
	for {
		p, more, err := l.Photos()
		if err != nil {
			return err
		}
		if !more {
			break
		}
		if err := insertPhoto(ctx, tx, job, by, p); err != nil {
			return err
		}
	}
	for _, b := range l.Books {
		if err := liveBook(ctx, tx, job, b, l.Past[len(l.Past)-1].Revision.Revision); err != nil {
			return err
		}
	}
	return nil
}

// liveBook stores a book of a job of which everything up to a revision is told.
func liveBook(ctx context.Context, tx pgx.Tx, job pgtype.UUID, b LivedBook, revision int) error {
	book, err := holdBook(ctx, tx, job, b.Machine)
	if err != nil {
		return err
	}
	if len(b.Entries) > MostEntries {
		return &Full{"entries in a machine's book", MostEntries}
	}
	for i, e := range b.Entries {
		taken, err := time.Parse(time.RFC3339Nano, e.Taken)
		if err != nil {
			return ErrUnstorable
		}
		if err := insertLine(ctx, tx, job, &e, taken, b.Lines[i], nil); err != nil {
			return err
		}
		book.follow(&e)
	}
	book.Revision, book.Stays = revision, append(book.Stays, b.Stays...)
	return book.save(ctx, tx, job)
}

// liveAtOnce is how many revisions go to the database together.
const liveAtOnce = 200

// revisions of a life, as they were.
func (l Lived) revisions(ctx context.Context, tx pgx.Tx, job pgtype.UUID) error {
	for done := 0; done < len(l.Past); done += liveAtOnce {
		var batch pgx.Batch
		for _, p := range l.Past[done:min(done+liveAtOnce, len(l.Past))] {
			batch.Queue(`insert into job_revision (job_id, revision, content, packed, photographs, change_id, who,
				what, label, at, asked) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, '')`, job,
				p.Revision.Revision, p.Content, p.packed, p.pictures, "life-"+strconv.Itoa(p.Revision.Revision),
				p.Who, p.What, p.Label, p.At)
		}
		if err := tx.SendBatch(ctx, &batch).Close(); err != nil {
			return err
		}
		if l.Step != nil {
			l.Step(min(done+liveAtOnce, len(l.Past)), len(l.Past))
		}
	}
	return nil
}

// Bring stores a machine's life as a new job of a workshop. A repeated change gives the job
// that the first one made.
func (s Lives) Bring(ctx context.Context, workshop string, c Change, l Lived) (made Job, err error) {
	if len(l.Past) == 0 {
		return Job{}, ErrUnstorable
	}
	last := l.Past[len(l.Past)-1]
	k, err := key(workshop)
	if err != nil {
		return Job{}, err
	}
	print := asked("life", workshop, l.Last.Name, last.Revision.Revision)
	var id pgtype.UUID
	err = s.tx(ctx, func(tx pgx.Tx) error {
		var there bool
		var err error
		if id, there, err = madeBefore(ctx, tx, k, c.ID, print); err != nil || there {
			return err
		}
		if err := roomFor(ctx, tx, k, c.By, l.Bytes); err != nil {
			return err
		}
		d := l.Last
		d.Workshop.Stores = nil
		if err := tx.QueryRow(ctx, `insert into job (workshop_id, document, revision, content) select id, $2, $3, $3
			from workshop where id = $1 and deleted_at is null returning id`, k, d, last.Revision.Revision).
			Scan(&id); err != nil {
			return err
		}
		if err := created(ctx, tx, c.ID, id, print); err != nil {
			return err
		}
		if err := l.revisions(ctx, tx, id); err != nil {
			return err
		}
		if err := l.filesAndBooks(ctx, tx, id, c.By); err != nil {
			return err
		}
		return tellJob(ctx, tx, id, last.Revision.Revision)
	})
	if err != nil {
		return Job{}, told(err)
	}
	return Jobs(s).Job(ctx, id.String())
}
