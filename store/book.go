package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/logbook"
)

// mostReadings of the latest are looked at for a bring-up.
const mostReadings = 400

// bringUp are the entries that a bring-up is seen by: the last one of each gate that counts,
// and the latest readings, the oldest first.
func bringUp(ctx context.Context, on querier, job pgtype.UUID, machine string) ([]logbook.Entry, error) {
	return entriesOf(on.Query(ctx, `select line from (
		(select distinct on (gate) n, line from log_entry where job_id = $1 and machine = $2 and kind = 'gate' and counts
			order by gate, n desc)
		union all
		(select n, line from log_entry where job_id = $1 and machine = $2 and kind = 'reading' order by n desc limit $3)
	) e order by n`, job, machine, mostReadings))
}

// querier is a pool or a transaction.
type querier interface {
	Query(ctx context.Context, sql string, args ...any) (pgx.Rows, error)
}

func entriesOf(rows pgx.Rows, err error) ([]logbook.Entry, error) {
	if err != nil {
		return nil, err
	}
	lines, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		return nil, err
	}
	out := make([]logbook.Entry, len(lines))
	for i, l := range lines {
		if err := json.Unmarshal([]byte(l), &out[i]); err != nil {
			return nil, fmt.Errorf("a line of a book: %w", err)
		}
	}
	return out, nil
}

// Book gives the end of a machine's book. One that was never begun is empty.
func (s Books) Book(ctx context.Context, jobID, machine string) (Book, error) {
	k, err := key(jobID)
	if err != nil {
		return Book{}, err
	}
	rows, err := s.pool.Query(ctx, `select `+bookColumns+` from log_head where job_id = $1 and machine = $2`, k,
		machine)
	if err != nil {
		return Book{}, told(err)
	}
	book, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Book])
	if errors.Is(err, pgx.ErrNoRows) {
		return Book{Machine: machine, Stays: []string{}}, nil
	}
	return book, told(err)
}

// BringUp gives the end of a machine's book and what its bring-up is seen by.
func (s Books) BringUp(ctx context.Context, jobID, machine string) (Book, []logbook.Entry, error) {
	book, err := s.Book(ctx, jobID, machine)
	if err != nil || book.N == 0 {
		return book, nil, err
	}
	k, err := key(jobID)
	if err != nil {
		return Book{}, nil, err
	}
	list, err := bringUp(ctx, s.pool, k, machine)
	return book, list, told(err)
}

// Books gives the ends of all books of some jobs.
func (s Books) Books(ctx context.Context, jobIDs []string) (map[string][]Book, error) {
	keys := make([]pgtype.UUID, 0, len(jobIDs))
	for _, id := range jobIDs {
		if k, err := key(id); err == nil {
			keys = append(keys, k)
		}
	}
	rows, err := s.pool.Query(ctx, `select job_id::text as job, `+bookColumns+` from log_head where job_id = any ($1)
		order by job_id, machine`, keys)
	if err != nil {
		return nil, told(err)
	}
	type row struct {
		Job string `db:"job"`
		Book
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[row])
	if err != nil {
		return nil, told(err)
	}
	out := map[string][]Book{}
	for _, r := range list {
		out[r.Job] = append(out[r.Job], r.Book)
	}
	return out, nil
}

// BooksOf gives the ends of all books of one job.
func (s Books) BooksOf(ctx context.Context, jobID string) ([]Book, error) {
	all, err := s.Books(ctx, []string{jobID})
	if err != nil {
		return nil, err
	}
	for _, list := range all {
		return list, nil
	}
	return nil, nil
}

// Lines gives entries of a machine's book as they were written, from n on, the oldest first:
// at most most; 0: all.
func (s Books) Lines(ctx context.Context, jobID, machine string, from, most int) ([]string, error) {
	k, err := key(jobID)
	if err != nil {
		return nil, err
	}
	if most == 0 {
		most = MostEntries
	}
	rows, err := s.pool.Query(ctx, `select line from log_entry where job_id = $1 and machine = $2 and n >= $3 order by n
		limit $4`, k, machine, from, most)
	if err != nil {
		return nil, told(err)
	}
	lines, err := pgx.CollectRows(rows, pgx.RowTo[string])
	return lines, told(err)
}

// NamedBook is where a book of the database ends, and what its job is called.
type NamedBook struct {
	JobID   string `db:"job_id"`
	Name    string `db:"name"`
	Machine string `db:"machine"`
	N       int    `db:"n"`
	Hash    string `db:"hash"`
}

// EveryBook gives every book that was begun.
func (s Books) EveryBook(ctx context.Context) ([]NamedBook, error) {
	rows, err := s.pool.Query(ctx, `select h.job_id::text as job_id, coalesce(j.document ->> 'name', '') as name,
		h.machine, h.n,
		h.hash from log_head h join job j on j.id = h.job_id where h.n > 0 order by 2, 1, 3`)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[NamedBook])
	return list, told(err)
}

// Digests gives the SHA-256 of every picture and recording of a job by its id.
func (s Books) Digests(ctx context.Context, jobID string) (map[string]string, error) {
	k, err := key(jobID)
	if err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(ctx, `select id::text, encode(sha256(picture), 'hex') from photo where job_id = $1`, k)
	if err != nil {
		return nil, told(err)
	}
	defer rows.Close()
	out := map[string]string{}
	for rows.Next() {
		var id, sum string
		if err := rows.Scan(&id, &sum); err != nil {
			return nil, told(err)
		}
		out[id] = sum
	}
	return out, told(rows.Err())
}

// LogPage says which entries of a book are asked for, the latest first.
type LogPage struct {
	Before int      // only entries before this one; 0: from the end
	Kinds  []string // empty: all
	Most   int
}

// Log gives a page of a machine's book, the latest first.
func (s Books) Log(ctx context.Context, jobID, machine string, p LogPage) ([]logbook.Entry, error) {
	k, err := key(jobID)
	if err != nil {
		return nil, err
	}
	if p.Before == 0 {
		p.Before = MostEntries + 1
	}
	list, err := entriesOf(s.pool.Query(ctx, `select line from log_entry where job_id = $1 and machine = $2 and n < $3
		and (cardinality($4::text[]) = 0 or kind = any ($4)) order by n desc limit $5`, k, machine, p.Before,
		append([]string{}, p.Kinds...), p.Most))
	return list, told(err)
}

// correctedOnes are the entries of a book that a later one corrects.
const correctedOnes = `array(select corrects from log_entry where job_id = $1 and machine = $2 and corrects > 0)`

// Sums adds up hours and money of a machine's book: what was corrected does not count.
func (s Books) Sums(ctx context.Context, jobID, machine string) (logbook.Sums, error) {
	out := logbook.Sums{Money: map[string]float64{}}
	k, err := key(jobID)
	if err != nil {
		return out, err
	}
	rows, err := s.pool.Query(ctx, `select currency, sum(hours) as hours, sum(cost) as cost from log_entry
		where job_id = $1 and machine = $2 and (hours <> 0 or cost <> 0) and n <> all (`+correctedOnes+`)
		group by currency`, k, machine)
	if err != nil {
		return out, told(err)
	}
	type sum struct {
		Currency string  `db:"currency"`
		Hours    float64 `db:"hours"`
		Cost     float64 `db:"cost"`
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[sum])
	for _, one := range list {
		out.Hours += one.Hours
		if one.Cost != 0 {
			out.Money[one.Currency] += one.Cost
		}
	}
	return out, told(err)
}

// SinceWell gives the part of a machine's book from where it last ran well, the oldest first,
// with the entry before it that says how things stood then: what logbook.SinceWell reads.
func (s Books) SinceWell(ctx context.Context, jobID, machine string) ([]logbook.Entry, error) {
	k, err := key(jobID)
	if err != nil {
		return nil, err
	}
	list, err := entriesOf(s.pool.Query(ctx, `with well as (select max(n) as n from log_entry where job_id = $1
			and machine = $2 and (ran = 'well' or kind = 'gate' and gate = 'loaded' and counts)
			and n <> all (`+correctedOnes+`)),
		stood as (select max(e.n) as n from log_entry e where job_id = $1 and machine = $2 and stood
			and e.n <= (select n from well))
		select line from log_entry e where job_id = $1 and machine = $2 and (e.n in (select n from stood union
			select n from well) or e.n > (select n from well) and kind not in ('reading', 'photo',
				'sound')) order by e.n`, k,
		machine))
	return list, told(err)
}
