package store

import (
	"context"
	"errors"
	"time"

	"github.com/jackc/pgx/v5"

	"graybridge/core/job"
)

// Job is a stored job at one revision. Its document carries the settings of
// its workshop as they are now.
type Job struct {
	ID         string       `db:"id"`
	WorkshopID string       `db:"workshop_id"`
	Revision   int          `db:"revision"`
	Document   job.Document `db:"document"`
	UpdatedAt  time.Time    `db:"updated_at"`
}

// jobColumns puts the workshop's settings of this moment into the document.
const jobColumns = `j.id::text, j.workshop_id::text, j.revision,
	jsonb_set(j.document, '{workshop}', w.settings) as document, j.updated_at`

func one(rows pgx.Rows, err error) (Job, error) {
	if err != nil {
		return Job{}, err
	}
	j, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Job])
	return j, notFound(err)
}

// Jobs lists every job that is not in the bin, oldest first.
func (s *Store) Jobs(ctx context.Context) ([]Job, error) {
	rows, err := s.pool.Query(ctx, `select `+jobColumns+` from job j join workshop w on w.id = j.workshop_id
		where j.deleted_at is null order by j.created_at, j.id`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByName[Job])
}

// Job finds one that is not in the bin.
func (s *Store) Job(ctx context.Context, id string) (Job, error) {
	return one(s.pool.Query(ctx, `select `+jobColumns+` from job j join workshop w on w.id = j.workshop_id
		where j.id::text = $1 and j.deleted_at is null`, id))
}

// CreateJob stores a new job in a workshop. A repeated changeID gives the job
// that the first one made.
func (s *Store) CreateJob(ctx context.Context, workshopID, changeID string, d job.Document) (made Job, err error) {
	var id string
	err = s.tx(ctx, func(tx pgx.Tx) error {
		err := tx.QueryRow(ctx, `select job_id::text from creation where change_id = $1`, changeID).Scan(&id)
		if !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		if err := tx.QueryRow(ctx, `insert into job (workshop_id, document) select id, $2 from workshop where id::text = $1 returning id::text`, workshopID, d).Scan(&id); err != nil {
			return notFound(err)
		}
		if _, err := tx.Exec(ctx, `insert into creation (change_id, job_id) values ($1, $2::uuid)`, changeID, id); err != nil {
			return err
		}
		return keep(ctx, tx, id, 1, changeID, d)
	})
	if err != nil {
		return Job{}, err
	}
	return s.Job(ctx, id)
}

func keep(ctx context.Context, tx pgx.Tx, id string, revision int, changeID string, d job.Document) error {
	_, err := tx.Exec(ctx, `insert into job_revision (job_id, revision, document, change_id) values ($1::uuid, $2, $3, $4)`, id, revision, d, changeID)
	return err
}

// SaveJob stores a changed document if the sender saw the latest revision;
// else the error is a *Conflict. A changeID that was stored before gives the
// revision it made then.
func (s *Store) SaveJob(ctx context.Context, id string, seen int, changeID string, d job.Document) (saved Job, err error) {
	repeated := 0
	err = s.tx(ctx, func(tx pgx.Tx) error {
		var latest int
		if err := tx.QueryRow(ctx, `select revision from job where id::text = $1 and deleted_at is null for update`, id).Scan(&latest); err != nil {
			return notFound(err)
		}
		err := tx.QueryRow(ctx, `select revision from job_revision where job_id::text = $1 and change_id = $2`, id, changeID).Scan(&repeated)
		if !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		if latest != seen {
			return &Conflict{seen, latest}
		}
		if _, err := tx.Exec(ctx, `update job set document = $2, revision = revision + 1, updated_at = now() where id::text = $1`, id, d); err != nil {
			return err
		}
		return keep(ctx, tx, id, latest+1, changeID, d)
	})
	if err != nil {
		return Job{}, err
	}
	if repeated > 0 {
		return one(s.pool.Query(ctx, `select j.id::text, j.workshop_id::text, r.revision, jsonb_set(r.document, '{workshop}', w.settings) as document, r.at as updated_at
			from job j join workshop w on w.id = j.workshop_id join job_revision r on r.job_id = j.id where j.id::text = $1 and r.revision = $2`, id, repeated))
	}
	return s.Job(ctx, id)
}

// DeleteJob puts a job into the bin; RestoreJob takes it out again.
func (s *Store) DeleteJob(ctx context.Context, id string) error {
	return s.bin(ctx, id, `update job set deleted_at = now() where id::text = $1`)
}

// RestoreJob takes a job out of the bin.
func (s *Store) RestoreJob(ctx context.Context, id string) error {
	return s.bin(ctx, id, `update job set deleted_at = null where id::text = $1`)
}

func (s *Store) bin(ctx context.Context, id, statement string) error {
	tag, err := s.pool.Exec(ctx, statement, id)
	if err == nil && tag.RowsAffected() == 0 {
		return ErrNotFound
	}
	return err
}
