// Package store keeps workshops and jobs in PostgreSQL: nothing but storing
// and finding. Every change of a job is a revision of its own; who saves says
// which revision they saw, and a change that is sent twice is stored once.
package store

import (
	"context"
	"embed"
	"fmt"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a pool of connections to one database.
type Store struct{ pool *pgxpool.Pool }

// Open connects and brings the schema up to date; several servers may do so at
// the same time.
func Open(ctx context.Context, url string) (*Store, error) {
	pool, err := pgxpool.New(ctx, url)
	if err != nil {
		return nil, fmt.Errorf("the database address cannot be used: %w", err)
	}
	if err := migrate(ctx, pool); err != nil {
		pool.Close()
		return nil, err
	}
	return &Store{pool}, nil
}

func migrate(ctx context.Context, pool *pgxpool.Pool) error {
	locker, err := lock.NewPostgresSessionLocker()
	if err != nil {
		return err
	}
	p, done, err := provider(pool, goose.WithSessionLocker(locker))
	if err != nil {
		return err
	}
	defer done()
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("the database could not be brought up to date: %w", err)
	}
	return nil
}

// Close lets all connections go.
func (s *Store) Close() { s.pool.Close() }

// CanWrite says whether the database answers and takes a change, by making one.
func (s *Store) CanWrite(ctx context.Context) error {
	_, err := s.pool.Exec(ctx,
		`insert into note (key, value) values ('written', 'yes') on conflict (key) do update set value = excluded.value`)
	return told(err)
}

func (s *Store) tx(ctx context.Context, do func(pgx.Tx) error) error {
	return told(pgx.BeginFunc(ctx, s.pool, do))
}

// PersonKey signs the names chosen in browsers. The first server of a database
// makes it; all others use the same.
func (s *Store) PersonKey(ctx context.Context) ([]byte, error) {
	var key string
	err := s.pool.QueryRow(ctx,
		`insert into note (key, value) values ('person-key', encode(sha256((gen_random_uuid()::text || gen_random_uuid()::text)::bytea), 'hex'))
		on conflict (key) do update set key = excluded.key returning value`).Scan(&key)
	return []byte(key), err
}
