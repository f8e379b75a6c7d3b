package store

import (
	"bufio"
	"bytes"
	"compress/gzip"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"hash"
	"io"
	"io/fs"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/pressly/goose/v3"
)

// A backup is one file: gzip of lines of JSON. The first line is a
// backupHead; then, table by table, every row as PostgreSQL writes it; the last
// line counts the rows and carries the SHA-256 of everything before it. It is
// taken in one transaction, so it holds one moment of the whole database.

// BackupFormat and BackupVersion name the file.
const (
	BackupFormat  = "gray-bridge/backup"
	BackupVersion = 1
)

type backupHead struct {
	Format  string    `json:"format"`
	Version int       `json:"version"`
	Schema  int64     `json:"schema"` // the last migration
	At      time.Time `json:"at"`
}

type backupRow struct {
	Table string          `json:"table"`
	Row   json.RawMessage `json:"row"`
}

type backupEnd struct {
	Rows   map[string]int `json:"rows"`
	SHA256 string         `json:"sha256"`
}

// tables in an order in which each row finds what it refers to, with the order of their rows.
// What lets somebody in is not carried: devices, sessions, codes, the root's key, and the key that signs
// the names chosen in browsers, which the first server of the new database makes anew.
var tables = []struct{ name, order string }{
	{"note", "key"}, {"account", "id"}, {"workshop", "id"}, {"workshop_creation", "change_id"}, {"job", "id"},
	{"job_revision", "job_id, revision"}, {"creation", "change_id"}, {"photo", "job_id, id"}, {"stock", "id"},
	{"taken", "stock_id, job_id, machine, part"}, {"membership", "workshop_id, account_id"},
	{"given", "job_id, account_id"}, {"remark", "id"}, {"log_entry", "job_id, machine, n"},
	{"log_head", "job_id, machine"}, {"profile", "id"}, {"profile_version", "profile_id, revision"},
}

// BadBackup says why a file cannot be restored.
type BadBackup struct{ Why string }

func (b *BadBackup) Error() string { return b.Why }

// ErrNotEmpty says that a database holds something, which a restore would mix
// with what the backup holds.
var ErrNotEmpty = errors.New("the database is not empty: a backup is put into an empty one")

// Backup writes everything that is stored, as of one moment, and says how many
// rows it wrote.
func (s *Store) Backup(ctx context.Context, out io.Writer) (rows int, err error) {
	err = pgx.BeginTxFunc(ctx, s.own, pgx.TxOptions{IsoLevel: pgx.RepeatableRead, AccessMode: pgx.ReadOnly},
		func(tx pgx.Tx) error {
			zip := gzip.NewWriter(out)
			sum := sha256.New()
			both := io.MultiWriter(zip, sum)
			line := func(w io.Writer, v any) error {
				text, err := json.Marshal(v)
				if err == nil {
					_, err = w.Write(append(text, '\n'))
				}
				return err
			}
			head := backupHead{Format: BackupFormat, Version: BackupVersion}
			if err := tx.QueryRow(ctx,
				`select max(version_id), now() from goose_db_version where is_applied`).Scan(&head.Schema,
				&head.At); err != nil {
				return err
			}
			if err := line(both, head); err != nil {
				return err
			}
			end := backupEnd{Rows: map[string]int{}}
			for _, t := range tables {
				var there bool // not before the step that made it
				if err := tx.QueryRow(ctx, `select to_regclass('public.' || $1) is not null`, t.name).
					Scan(&there); err != nil {
					return err
				}
				if end.Rows[t.name] = 0; !there {
					continue
				}
				carried := ""
				if t.name == "note" {
					carried = ` where key <> 'person-key'`
				}
				found, err := tx.Query(ctx,
					`select row_to_json(t)::text from (select * from `+t.name+carried+`) t order by `+t.order)
				if err != nil {
					return err
				}
				var text string
				if _, err := pgx.ForEachRow(found, []any{&text}, func() error {
					end.Rows[t.name]++
					rows++
					return line(both, backupRow{t.name, json.RawMessage(text)})
				}); err != nil {
					return err
				}
			}
			end.SHA256 = hex.EncodeToString(sum.Sum(nil))
			if err := line(zip, end); err != nil {
				return err
			}
			return zip.Close()
		})
	return rows, told(err)
}

// backupReader reads a backup line by line and knows its sum so far.
type backupReader struct {
	lines *bufio.Reader
	sum   hash.Hash
	head  backupHead
}

var (
	errForeign = &BadBackup{"this is no backup of Gray Bridge"}
	errDamaged = &BadBackup{"this backup is damaged or cut short: its sum does not agree"}
)

func readBackup(in io.Reader) (*backupReader, error) {
	zip, err := gzip.NewReader(in)
	if err != nil {
		return nil, errForeign
	}
	r := &backupReader{lines: bufio.NewReaderSize(zip, 1<<20), sum: sha256.New()}
	text, err := r.lines.ReadBytes('\n')
	if err != nil || json.Unmarshal(text, &r.head) != nil || r.head.Format != BackupFormat {
		return nil, errForeign
	}
	r.sum.Write(text)
	if r.head.Version > BackupVersion {
		return nil, &BadBackup{fmt.Sprintf("this backup is of version %d, made by a newer program; this one reads up "+
			"to %d", r.head.Version, BackupVersion)}
	}
	return r, nil
}

// each hands every row to take, and proves the end. The error is a *BadBackup
// where the file is at fault.
func (r *backupReader) each(take func(backupRow) error) error {
	counts := map[string]int{}
	for _, t := range tables {
		counts[t.name] = 0
	}
	for {
		text, err := r.lines.ReadBytes('\n')
		if err != nil {
			return errDamaged
		}
		var end backupEnd
		if bytes.HasPrefix(text, []byte(`{"rows":`)) && json.Unmarshal(text, &end) == nil && end.SHA256 != "" {
			for name, n := range counts {
				if end.Rows[name] != n {
					return errDamaged
				}
			}
			if _, err := r.lines.ReadByte(); end.SHA256 != hex.EncodeToString(r.sum.Sum(nil)) ||
				!errors.Is(err, io.EOF) {
				return errDamaged
			}
			return nil
		}
		r.sum.Write(text)
		var row backupRow
		if json.Unmarshal(text, &row) != nil {
			return errDamaged
		}
		if _, known := counts[row.Table]; !known {
			return errDamaged
		}
		counts[row.Table]++
		if take != nil {
			if err := take(row); err != nil {
				return err
			}
		}
	}
}

// Restore puts a backup into an empty database: it is read through and proved
// first, the schema is made as it was then, everything goes in within one
// transaction, and the schema is brought up to date. open gives the file from
// its beginning, twice.
func Restore(ctx context.Context, url string, open func() (io.ReadCloser, error)) (rows int, err error) {
	newest, err := newestSchema()
	if err != nil {
		return 0, err
	}
	var head backupHead
	read := func(take func(backupRow) error) error {
		in, err := open()
		if err != nil {
			return err
		}
		defer in.Close()
		r, err := readBackup(in)
		if err != nil {
			return err
		}
		head = r.head
		if head.Schema > newest {
			return &BadBackup{fmt.Sprintf("this backup holds tables of step %d, made by a newer program; this one "+
				"knows up to %d", head.Schema, newest)}
		}
		return r.each(take)
	}
	if err := read(nil); err != nil {
		return 0, err
	}
	pool, err := pgxpool.New(ctx, url)
	if err != nil {
		return 0, fmt.Errorf("the database address cannot be used: %w", err)
	}
	defer pool.Close()
	empty, err := isEmpty(ctx, pool)
	if err != nil {
		return 0, told(err)
	}
	if !empty {
		return 0, ErrNotEmpty
	}
	if err := migrateTo(ctx, pool, head.Schema); err != nil {
		return 0, err
	}
	err = pgx.BeginFunc(ctx, pool, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `delete from note`); err != nil {
			return err
		}
		columns := map[string]string{}
		return read(func(row backupRow) error {
			list, ok := columns[row.Table]
			if !ok { // generated columns make themselves
				if err := tx.QueryRow(ctx,
					`select string_agg(quote_ident(column_name), ', ' order by ordinal_position) from information_schema.columns
					where table_schema = 'public' and table_name = $1 and is_generated = 'NEVER'`, row.Table).Scan(&list); err != nil {
					return err
				}
				columns[row.Table] = list
			}
			rows++
			_, err := tx.Exec(ctx,
				`insert into `+row.Table+` (`+list+`) select `+list+` from json_populate_record(null::`+row.Table+`, $1::json)`, string(row.Row))
			return err
		})
	})
	if err != nil {
		return 0, told(err)
	}
	return rows, migrate(ctx, pool)
}

// isEmpty says that no workshop is stored, be it that there are no tables yet.
func isEmpty(ctx context.Context, pool *pgxpool.Pool) (bool, error) {
	var there bool
	if err := pool.QueryRow(ctx, `select to_regclass('public.workshop') is not null`).Scan(&there); err != nil ||
		!there {
		return !there, err
	}
	var any bool
	err := pool.QueryRow(ctx, `select exists (select 1 from workshop)`).Scan(&any)
	return !any, err
}

func provider(pool *pgxpool.Pool, options ...goose.ProviderOption) (*goose.Provider, func(), error) {
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, nil, err
	}
	db := stdlib.OpenDBFromPool(pool)
	p, err := goose.NewProvider(goose.DialectPostgres, db, dir, options...)
	return p, func() { _ = db.Close() }, err
}

func newestSchema() (int64, error) {
	names, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		return 0, err
	}
	var newest int64
	for _, name := range names {
		var n int64
		if _, err := fmt.Sscanf(name, "migrations/%05d", &n); err != nil {
			return 0, err
		}
		newest = max(newest, n)
	}
	return newest, nil
}

// MigrateTo takes a database to a step, also back where that loses nothing.
func MigrateTo(ctx context.Context, url string, step int64) error {
	pool, err := pgxpool.New(ctx, url)
	if err != nil {
		return err
	}
	defer pool.Close()
	return migrateTo(ctx, pool, step)
}

// migrateTo makes the schema as it was at a step. A database without workshops
// that is further already is taken back.
func migrateTo(ctx context.Context, pool *pgxpool.Pool, step int64) error {
	p, done, err := provider(pool)
	if err != nil {
		return err
	}
	defer done()
	if _, err := p.UpTo(ctx, step); err != nil {
		return err
	}
	_, err = p.DownTo(ctx, step)
	return err
}
