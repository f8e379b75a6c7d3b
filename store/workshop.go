package store

import (
	"context"

	"github.com/jackc/pgx/v5"

	"graybridge/core/job"
)

// Workshop is a stored workshop.
type Workshop struct {
	ID       string       `db:"id"`
	Revision int          `db:"revision"`
	Settings job.Workshop `db:"settings"`
	People   []string     `db:"people"`
}

const workshopColumns = `id::text, revision, settings, people`

// Workshops lists all, oldest first.
func (s *Store) Workshops(ctx context.Context) ([]Workshop, error) {
	rows, err := s.pool.Query(ctx, `select `+workshopColumns+` from workshop order by created_at, id`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByName[Workshop])
}

// CreateWorkshop stores a new one.
func (s *Store) CreateWorkshop(ctx context.Context, settings job.Workshop, people []string) (Workshop, error) {
	rows, err := s.pool.Query(ctx, `insert into workshop (settings, people) values ($1, coalesce($2::text[], '{}')) returning `+workshopColumns, settings, people)
	if err != nil {
		return Workshop{}, err
	}
	return pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Workshop])
}

// SaveWorkshop stores changed settings if the sender saw the latest revision;
// else the error is a *Conflict.
func (s *Store) SaveWorkshop(ctx context.Context, id string, seen int, settings job.Workshop, people []string) (w Workshop, err error) {
	err = s.tx(ctx, func(tx pgx.Tx) error {
		var latest int
		if err := tx.QueryRow(ctx, `select revision from workshop where id::text = $1 for update`, id).Scan(&latest); err != nil {
			return notFound(err)
		}
		if latest != seen {
			return &Conflict{seen, latest}
		}
		rows, err := tx.Query(ctx, `update workshop set settings = $2, people = coalesce($3::text[], '{}'), revision = revision + 1 where id::text = $1 returning `+workshopColumns, id, settings, people)
		if err != nil {
			return err
		}
		w, err = pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Workshop])
		return err
	})
	return w, err
}

// Workshop finds one.
func (s *Store) Workshop(ctx context.Context, id string) (Workshop, error) {
	rows, err := s.pool.Query(ctx, `select `+workshopColumns+` from workshop where id::text = $1`, id)
	if err != nil {
		return Workshop{}, err
	}
	w, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Workshop])
	return w, notFound(err)
}
