package store

import (
	"context"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"
)

// Photo is a picture of a job's joints, or what lies beside its book: a picture or a short
// recording. Its id stays with it where its job is
// copied or carried in a file: documents name it.
type Photo struct {
	ID        string `db:"id" json:"id"`
	MediaType string `db:"media_type" json:"media_type"`
	Picture   []byte `db:"picture" json:"picture"`
}

// What pictures may take: so many of a job, so many MB of a workshop, and of an account in a
// day.
const (
	MostPhotos     = 600
	MostPhotoMB    = 4000
	MostPhotoMBDay = 200
)

// roomFor refuses pictures beyond what their workshop, or their sender of late, may keep: also
// of what is beyond the sender's reach. Two who send at the same moment are counted one after the other.
func roomFor(ctx context.Context, tx pgx.Tx, workshop pgtype.UUID, by By, size int) error {
	if size == 0 {
		return nil
	}
	if _, err := tx.Exec(ctx, `select pg_advisory_xact_lock(hashtext('room ' || $1::uuid::text))`,
		workshop); err != nil {
		return err
	}
	var kept, sent int64
	if err := tx.QueryRow(ctx, `select kept, sent from photo_room($1, $2)`, workshop, by.account()).Scan(&kept,
		&sent); err != nil {
		return err
	}
	if kept+int64(size) > MostPhotoMB<<20 {
		return &Full{"MB of photographs of this workshop", MostPhotoMB}
	}
	if by.Account != "" && sent+int64(size) > MostPhotoMBDay<<20 {
		return &Full{"MB of photographs of one person in a day", MostPhotoMBDay}
	}
	return nil
}

// Add stores a picture of a job and gives its id. ErrNotFound where there
// is no such job.
func (s Photos) Add(ctx context.Context, jobID string, by By, p Photo) (id string, err error) {
	k, err := key(jobID)
	if err != nil {
		return "", err
	}
	j, err := Jobs(s).Job(ctx, jobID)
	if err != nil {
		return "", err
	}
	workshop, err := key(j.WorkshopID)
	if err != nil {
		return "", err
	}
	err = s.tx(ctx, func(tx pgx.Tx) error {
		if err := roomFor(ctx, tx, workshop, by, len(p.Picture)); err != nil {
			return err
		}
		var count int
		if err := tx.QueryRow(ctx,
			`select count(p.id) from job j left join photo p on p.job_id = j.id where j.id = $1 and j.deleted_at is null group by j.id`, k).Scan(&count); err != nil {
			return err
		}
		if count >= MostPhotos {
			return &Full{"photographs of this machine", MostPhotos}
		}
		return tx.QueryRow(ctx,
			`insert into photo (job_id, media_type, picture, who, account_id) values ($1, $2, $3, $4, $5)
			returning id::text`, k, p.MediaType, p.Picture, by.Who, by.account()).Scan(&id)
	})
	return id, err
}

// WithPhotos stores pictures with a new job of a workshop, under the ids that its document
// names.
func (s Photos) WithPhotos(workshop string, by By, photos []Photo) func(context.Context, pgx.Tx, pgtype.UUID) error {
	return func(ctx context.Context, tx pgx.Tx, job pgtype.UUID) error {
		size := 0
		for _, p := range photos {
			size += len(p.Picture)
		}
		w, err := key(workshop)
		if err == nil && size > 0 {
			err = roomFor(ctx, tx, w, by, size)
		}
		if err != nil {
			return err
		}
		for _, p := range photos {
			if err := insertPhoto(ctx, tx, job, by, p); err != nil {
				return err
			}
		}
		return nil
	}
}

// insertPhoto stores a picture under the id that it has.
func insertPhoto(ctx context.Context, tx pgx.Tx, job pgtype.UUID, by By, p Photo) error {
	id, err := key(p.ID)
	if err != nil {
		return ErrUnstorable
	}
	_, err = tx.Exec(ctx,
		`insert into photo (id, job_id, media_type, picture, who, account_id) values ($1, $2, $3, $4, $5, $6)`,
		id, job, p.MediaType, p.Picture, by.Who, by.account())
	return err
}

// PhotoOf gives a stored picture of a job.
func (s Photos) PhotoOf(ctx context.Context, jobID, id string) (Photo, error) {
	list, err := s.photos(ctx, jobID, id)
	if err == nil && len(list) == 0 {
		err = ErrNotFound
	}
	if err != nil {
		return Photo{}, err
	}
	return list[0], nil
}

func (s Photos) photos(ctx context.Context, jobID string, ids ...string) ([]Photo, error) {
	k, err := key(jobID)
	if err != nil {
		return nil, err
	}
	keys := make([]pgtype.UUID, 0, len(ids))
	for _, id := range ids {
		if one, err := key(id); err == nil {
			keys = append(keys, one)
		}
	}
	rows, err := s.pool.Query(ctx,
		`select id::text, media_type, picture from photo where job_id = $1 and id = any($2) and `+jobStands, k, keys)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[Photo])
	return list, told(err)
}

// PhotosOf gives the pictures of a job that a document of it names.
func (s Photos) PhotosOf(ctx context.Context, jobID string, ids []string) ([]Photo, error) {
	return s.photos(ctx, jobID, ids...)
}

// PurgePhotos deletes pictures that no revision of their job names, and no book of it, and that are
// older than a day: they were taken, and nothing was made of them.
func (s Photos) PurgePhotos(ctx context.Context) (int64, error) {
	tag, err := s.own.Exec(ctx, `delete from photo p where p.created_at < now() - interval '1 day'
		and not exists (select 1 from job_revision r where r.job_id = p.job_id and r.photographs @> array[p.id]
			and r.photographs <> '{}')
		and not exists (select 1 from log_entry e where e.job_id = p.job_id and e.file = p.id)`)
	return tag.RowsAffected(), told(err)
}

// Drop deletes a picture or recording of a job; its book keeps the digest.
func (s Photos) Drop(ctx context.Context, jobID, id string) error {
	j, k, err := keys(jobID, id)
	if err != nil {
		return err
	}
	tag, err := s.pool.Exec(ctx, `delete from photo where job_id = $1 and id = $2`, j, k)
	if err == nil && tag.RowsAffected() == 0 {
		err = ErrNotFound
	}
	return told(err)
}

// FileIn gives the machines of a job whose books name a picture or recording.
func (s Photos) FileIn(ctx context.Context, jobID, id string) ([]string, error) {
	j, k, err := keys(jobID, id)
	if err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(ctx, `select distinct machine from log_entry where job_id = $1 and file = $2 order by 1`, j, k)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowTo[string])
	return list, told(err)
}
