package store

import (
	"context"
	"time"

	"github.com/jackc/pgx/v5"

	"graybridge/core/document"
)

// Revision is one line of a job's history.
type Revision struct {
	Revision int       `db:"revision"`
	Content  int       `db:"content"` // the revision that first had this document
	Who      string    `db:"who"`
	Signed   bool      `db:"signed"` // by an account, not by a typed name
	Label    string    `db:"label"`  // the name that somebody gave it
	What     string    `db:"what"`
	At       time.Time `db:"at"`
}

// Revisions lists a job's history, latest first, at most n lines older than
// before (0: from the latest).
func (s Jobs) Revisions(ctx context.Context, id string, before, n int) ([]Revision, error) {
	k, err := key(id)
	if err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(ctx, `select `+revisionColumns+fromRevisions, k, before, n)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[Revision])
	return list, told(err)
}

const revisionColumns = `r.revision, r.content, coalesce(a.name, r.who) as who, r.account_id is not null as signed, r.label,
	r.what, r.at`

const fromRevisions = ` from job_revision r left join account a on a.id = r.account_id
	where r.job_id = $1 and ($2 = 0 or r.revision < $2) and ` + jobStands + ` order by r.revision desc limit $3`

// jobStands holds for what lies beside a job ($1) that is not in the bin, nor its workshop: history and
// pictures follow the job.
const jobStands = `exists (select from job j join workshop w on w.id = j.workshop_id
	where j.id = $1 and j.deleted_at is null and w.deleted_at is null)`

// Past is a revision with its document, without the settings of its workshop.
type Past struct {
	Revision
	Document document.Document
}

// History is Revisions with their documents.
func (s Jobs) History(ctx context.Context, id string, before, n int) ([]Past, error) {
	k, err := key(id)
	if err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(ctx, `select `+revisionColumns+`, r.packed, r.document`+fromRevisions, k, before, n)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (p Past, err error) {
		var old kept
		if err := row.Scan(&p.Revision.Revision, &p.Content, &p.Who, &p.Signed, &p.Label, &p.What, &p.At, &old.Packed,
			&old.Document); err != nil {
			return p, err
		}
		p.Document, err = old.unpack()
		return p, err
	})
	return list, told(err)
}

// RevisionOf is a job as it was at one revision.
func (s Jobs) RevisionOf(ctx context.Context, id string, revision int) (j Job, err error) {
	k, err := key(id)
	if err != nil {
		return Job{}, err
	}
	var old kept
	err = s.pool.QueryRow(ctx,
		`select j.id::text, j.workshop_id::text, r.revision, r.packed, r.document,
			`+withStores+`, r.at,
			j.archived_at is not null, j.deleted_at is not null, cardinality(j.undo) > 0, cardinality(j.redo) > 0
		from job j join workshop w on w.id = j.workshop_id join job_revision r on r.job_id = j.id
		where j.id = $1 and r.revision = $2 and j.deleted_at is null and w.deleted_at is null`,
		k, revision).Scan(&j.ID, &j.WorkshopID, &j.Revision, &old.Packed, &old.Document,
		&old.Settings, &j.UpdatedAt, &j.Archived, &j.Binned, &j.CanUndo, &j.CanRedo)
	if err != nil {
		return Job{}, told(err)
	}
	if j.Document, err = old.unpack(); err != nil {
		return Job{}, err
	}
	return j, nil
}

// NameRevision gives a revision a name of its own, by which it is kept for ever; an empty one
// takes the name away.
func (s Jobs) NameRevision(ctx context.Context, id string, revision int, name string) error {
	k, err := key(id)
	if err != nil {
		return err
	}
	tag, err := s.pool.Exec(ctx, `update job_revision r set label = $3 from job j
		where r.job_id = $1 and r.revision = $2 and j.id = r.job_id and j.deleted_at is null`, k, revision, name)
	if err == nil && tag.RowsAffected() == 0 {
		err = ErrNotFound
	}
	return told(err)
}
