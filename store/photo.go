package store

import (
	"context"

	"github.com/jackc/pgx/v5"
)

// Photo is a picture of a job's joints.
type Photo struct {
	MediaType string `db:"media_type"`
	Picture   []byte `db:"picture"`
}

// AddPhoto stores a picture of a job and gives its id. ErrNotFound where there
// is no such job.
func (s *Store) AddPhoto(ctx context.Context, jobID, who string, p Photo) (id string, err error) {
	err = s.pool.QueryRow(ctx, `insert into photo (job_id, media_type, picture, who)
		select j.id, $2, $3, $4 from job j where j.id::text = $1 returning id::text`, jobID, p.MediaType, p.Picture, who).Scan(&id)
	return id, notFound(err)
}

// PhotoOf gives a stored picture of a job.
func (s *Store) PhotoOf(ctx context.Context, jobID, id string) (Photo, error) {
	rows, err := s.pool.Query(ctx, `select media_type, picture from photo where job_id::text = $1 and id::text = $2`, jobID, id)
	if err != nil {
		return Photo{}, err
	}
	p, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Photo])
	return p, notFound(err)
}
