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

// Store is one database, with a part for each thing that is kept in it.
type Store struct {
	*reach
	Workshops Workshops
	Jobs      Jobs
	Books     Books
	People    People
	Devices   Devices
	Photos    Photos
	Remarks   Remarks
	Stock     Stock
	Profiles  Profiles
	Lives     Lives
	Server    Server
	Keeping   Keeping
}

// reach is the connections to one database: those that serve requests and those that look who
// comes in, in a role that owns nothing, and the owner's, for what is done for the whole of it.
type reach struct{ pool, door, own *pgxpool.Pool }

// over is a store over a reach.
func over(r *reach) *Store {
	return &Store{r, Workshops{r}, Jobs{r}, Books{r}, People{r}, Devices{r}, Photos{r}, Remarks{r}, Stock{r},
		Profiles{r}, Lives{r}, Server{r}, Keeping{r}}
}

// The parts of a store.
type (
	// Workshops with their settings, their bin and who made them.
	Workshops struct{ *reach }
	// Jobs with their revisions.
	Jobs struct{ *reach }
	// Books are the logs of machines, only ever added to.
	Books struct{ *reach }
	// People with their accounts and where they are members.
	People struct{ *reach }
	// Devices are what people come in by: sessions, pairings, doors.
	Devices struct{ *reach }
	// Photos of machines.
	Photos struct{ *reach }
	// Remarks on a shared sheet.
	Remarks struct{ *reach }
	// Stock is what lies in a workshop's drawers.
	Stock struct{ *reach }
	// Profiles are what a workshop knows of drives and controllers that do not ship.
	Profiles struct{ *reach }
	// Lives are machines taken in whole, with all their past.
	Lives struct{ *reach }
	// Server is how the server stands: open to others or not, its keeper, its backups.
	Server struct{ *reach }
	// Keeping is what is done every night.
	Keeping struct{ *reach }
)

// Open connects and brings the schema up to date; several servers may do so at
// the same time. before is called first where a database that holds something is to be
// brought further. The error is a *Newer where a newer program made the database.
func Open(ctx context.Context, url string, before ...func(context.Context, *Store) error) (*Store, error) {
	cfg, err := pgxpool.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("the database address cannot be used: %w", err)
	}
	cfg.MaxConns = mostOwn
	own, err := pgxpool.NewWithConfig(ctx, cfg)
	if err != nil {
		return nil, fmt.Errorf("the database address cannot be used: %w", err)
	}
	s := over(&reach{own: own})
	if err := s.prepare(ctx, before); err != nil {
		s.Close()
		return nil, err
	}
	if s.pool, err = servingPool(ctx, url, mostServing, ""); err == nil {
		s.door, err = servingPool(ctx, url, mostAtDoor, "door")
	}
	if err != nil {
		s.Close()
		return nil, err
	}
	return s, nil
}

// prepare brings the schema up to date.
func (s *Store) prepare(ctx context.Context, before []func(context.Context, *Store) error) error {
	newest, err := newestSchema()
	if err != nil {
		return err
	}
	at, err := schemaOf(ctx, s.own)
	switch {
	case err != nil:
		return fmt.Errorf("the database does not answer: %w", err)
	case at > newest:
		return &Newer{at, newest}
	case at == newest:
		return nil
	case at > 0:
		for _, do := range before {
			if err := do(ctx, s); err != nil {
				return fmt.Errorf("no backup could be taken before the database was brought up to date, and nothing "+
					"was changed: %w", err)
			}
		}
	}
	return migrate(ctx, s.own)
}

// Newer says that a database was made by a newer program.
type Newer struct{ At, Known int64 }

func (n *Newer) Error() string {
	return fmt.Sprintf("this database was made by a newer Gray Bridge (its step %d; this program knows %d): start the "+
		"newer program; nothing was changed", n.At, n.Known)
}

// schemaOf is the last step that a database was brought to; 0 for an empty one.
func schemaOf(ctx context.Context, pool *pgxpool.Pool) (at int64, err error) {
	var there bool
	if err := pool.QueryRow(ctx, `select to_regclass('public.goose_db_version') is not null`).Scan(
		&there); err != nil ||
		!there {
		return 0, err
	}
	err = pool.QueryRow(ctx, `select coalesce(max(version_id), 0) from goose_db_version where is_applied`).Scan(&at)
	return at, err
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
func (s *Store) Close() {
	for _, pool := range []*pgxpool.Pool{s.pool, s.door, s.own} {
		if pool != nil {
			pool.Close()
		}
	}
}

// CanWrite says whether the database answers and takes a change, by making one.
func (s *Store) CanWrite(ctx context.Context) error {
	err := pgx.BeginFunc(ctx, s.own, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `insert into note (key, value) values ('written', 'yes')
			on conflict (key) do update set value = excluded.value`); err != nil {
			return err
		}
		// A row finds room where a picture does not: some MB are sorted on the disk, and are gone again.
		_, err := tx.Exec(ctx, `set local work_mem = '64kB'`)
		if err == nil {
			_, err = tx.Exec(ctx, `select count(*) from (select repeat(md5(g::text), 16) as t
				from generate_series(1, 4000) g order by t offset 0) s`)
		}
		return err
	})
	return told(err)
}

func (s *reach) tx(ctx context.Context, do func(pgx.Tx) error) error { return txOn(ctx, s.pool, do) }

func txOn(ctx context.Context, pool *pgxpool.Pool, do func(pgx.Tx) error) error {
	return told(pgx.BeginFunc(ctx, pool, do))
}

// txAgain is tx for what a sender's id makes once: the same at the same moment was made by the
// other one. An id that somebody has out of this one's sight is refused.
func (s *reach) txAgain(ctx context.Context, do func(pgx.Tx) error) error {
	err := s.tx(ctx, do)
	if Code(err) == uniqueViolation {
		err = s.tx(ctx, do)
	}
	if Code(err) == uniqueViolation {
		err = ErrOtherBody
	}
	return err
}

// PersonKey signs the names chosen in browsers. The first server of a database
// makes it; all others use the same.
func (s *Store) PersonKey(ctx context.Context) ([]byte, error) {
	var key string
	err := s.own.QueryRow(ctx,
		`insert into note (key, value) values ('person-key', encode(sha256((gen_random_uuid()::text || gen_random_uuid()::text)::bytea), 'hex'))
		on conflict (key) do update set key = excluded.key returning value`).Scan(&key)
	return []byte(key), err
}
