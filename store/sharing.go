package store

import (
	"context"
	"errors"
	"time"

	"github.com/jackc/pgx/v5"
)

// Sharing says whether everybody logs in, and under which addresses the shop finds the server.
type Sharing struct {
	Open      bool
	Addresses []string
}

// SharingNow is how it stands.
func (s Server) SharingNow(ctx context.Context) (out Sharing, err error) {
	err = s.own.QueryRow(ctx, `select open, addresses from sharing`).Scan(&out.Open, &out.Addresses)
	if errors.Is(err, pgx.ErrNoRows) {
		return Sharing{}, nil
	}
	return out, told(err)
}

// Share keeps how it stands and tells every server. Closed, every device is ended.
func (s Server) Share(ctx context.Context, now Sharing) error {
	return txOn(ctx, s.own, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `insert into sharing (open, addresses) values ($1, coalesce($2::text[], '{}'))
			on conflict (one) do update set open = excluded.open, addresses = excluded.addresses`, now.Open,
			now.Addresses); err != nil {
			return err
		}
		if !now.Open {
			for _, text := range []string{`update device set ended_at = now() where ended_at is null`,
				`delete from sessions`, `delete from invitation`} {
				if _, err := tx.Exec(ctx, text); err != nil {
					return err
				}
			}
		}
		return tell(ctx, tx, Notice{Sharing: true})
	})
}

// HasKeeper says whether somebody opened this server before and can log in.
func (s Server) HasKeeper(ctx context.Context) (has bool, err error) {
	err = s.own.QueryRow(ctx, `select exists (select 1 from account where keeper and left_at is null)`).Scan(&has)
	return has, told(err)
}

// Authority is the workshop's own root: the names it may speak for, its certificate and key
// (DER). The first server of a database makes it, by make; all others use the same. Other names
// need another root.
func (s Server) Authority(ctx context.Context, names []string,
	make func() (certificate, key []byte, err error)) (certificate, key []byte, err error) {
	err = txOn(ctx, s.own, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `lock table authority in exclusive mode`); err != nil {
			return err
		}
		err := tx.QueryRow(ctx, `select certificate, private_key from authority where names @> $1`,
			names).Scan(&certificate,
			&key)
		if err == nil || !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		if certificate, key, err = make(); err != nil {
			return err
		}
		_, err = tx.Exec(ctx, `insert into authority (names, certificate, private_key) values ($1, $2, $3)
			on conflict (one) do update set names = excluded.names, certificate = excluded.certificate,
				private_key = excluded.private_key`, names, certificate, key)
		return err
	})
	return certificate, key, err
}

// BackupTaken is one turn of the nightly backup.
type BackupTaken struct {
	At      time.Time `db:"at"`
	File    string    `db:"file"`
	Rows    int       `db:"rows"`
	Trouble string    `db:"trouble"` // why there is none
}

// NoteBackup writes down how a turn went.
func (s Server) NoteBackup(ctx context.Context, b BackupTaken) error {
	_, err := s.own.Exec(ctx, `insert into backup_taken (at, file, rows, trouble) values (clock_timestamp(), $1, $2, $3)`,
		b.File, b.Rows, b.Trouble)
	return told(err)
}

// Backups lists the last turns, the latest first.
func (s Server) Backups(ctx context.Context) ([]BackupTaken, error) {
	rows, err := s.own.Query(ctx, `select at, file, rows, trouble from backup_taken order by at desc limit 30`)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[BackupTaken])
	return list, told(err)
}

// Alone does what only one of several servers is to do at one time; false where another does.
func (s Server) Alone(ctx context.Context, what string, do func() error) (bool, error) {
	conn, err := s.own.Acquire(ctx)
	if err != nil {
		return false, told(err)
	}
	defer conn.Release()
	var mine bool
	if err := conn.QueryRow(ctx, `select pg_try_advisory_lock(hashtext($1))`, what).Scan(&mine); err != nil || !mine {
		return false, told(err)
	}
	defer func() {
		_, _ = conn.Exec(context.WithoutCancel(ctx), `select pg_advisory_unlock(hashtext($1))`, what)
	}()
	return true, do()
}
