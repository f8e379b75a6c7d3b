package store

import (
	"context"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"
)

// NightOf says which day's keeping was done last; KeptNight notes a day's.
func (s Keeping) NightOf(ctx context.Context) (day string, err error) {
	err = s.own.QueryRow(ctx, `select coalesce((select value from note where key = 'night'), '')`).Scan(&day)
	return day, told(err)
}

// KeptNight notes that a day's keeping was done.
func (s Keeping) KeptNight(ctx context.Context, day string) error {
	_, err := s.own.Exec(ctx, `insert into note (key, value) values ('night', $1)
		on conflict (key) do update set value = excluded.value`, day)
	return told(err)
}

// BinDays is how long the bin keeps what was put into it.
const BinDays = 30

// EmptyBin deletes what lay in the bin longer than BinDays at a moment: machines and whole
// workshops, with their history and photographs. It says how many of each went.
func (s Keeping) EmptyBin(ctx context.Context, now time.Time) (jobs, workshops int, err error) {
	before := now.AddDate(0, 0, -BinDays)
	err = txOn(ctx, s.own, func(tx pgx.Tx) error {
		gone := func(text string) ([]pgtype.UUID, error) {
			rows, err := tx.Query(ctx, text, before)
			if err != nil {
				return nil, err
			}
			return pgx.CollectRows(rows, pgx.RowTo[pgtype.UUID])
		}
		old, err := gone(`select id from job where deleted_at < $1 for update skip locked`)
		if err != nil {
			return err
		}
		if jobs = len(old); jobs > 0 {
			if err := purge(ctx, tx, `= any($1)`, old); err != nil {
				return err
			}
		}
		if old, err = gone(`select id from workshop where deleted_at < $1 for update skip locked`); err != nil {
			return err
		}
		workshops = len(old)
		for _, w := range old {
			if err := purgeWorkshop(ctx, tx, w); err != nil {
				return err
			}
		}
		return nil
	})
	return jobs, workshops, err
}

// Thin lets old revisions go, by this rule, and says how many went: of the last ninety days
// every one stays; of two years the last of each day; before that the last of each month.
// Always kept are a machine's first and latest, all that undo and redo may go to, what has a
// name, what somebody remarked on or approved, and what a book's gates were signed at.
func (s Keeping) Thin(ctx context.Context, now time.Time) (int64, error) {
	tag, err := s.own.Exec(ctx, `
		with old as (
			select r.job_id, r.revision, row_number() over (partition by r.job_id,
				case when r.at < $2 then to_char(r.at at time zone 'UTC',
					'YYYY-MM') else to_char(r.at at time zone 'UTC', 'YYYY-MM-DD') end
				order by r.revision desc) as turn
			from job_revision r where r.at < $1)
		delete from job_revision r using old o, job j
		where o.job_id = r.job_id and o.revision = r.revision and o.turn > 1 and j.id = r.job_id
			and r.revision > 1 and r.revision <> j.revision and r.revision <> j.content
			and r.revision <> all (j.undo) and r.revision <> all (j.redo) and r.label = ''
			and not exists (select 1 from remark m where m.job_id = r.job_id and m.revision = r.revision)
			and not exists (select 1 from log_entry e where e.job_id = r.job_id and e.revision = r.revision
				and (e.kind = 'gate' or e.stood))`,
		now.AddDate(0, 0, -90), now.AddDate(-2, 0, 0))
	return tag.RowsAffected(), told(err)
}

// Sweep lets go what lets nobody in any more: sessions and codes whose time is over, tries of
// a day ago, devices that were not used for a year.
func (s Keeping) Sweep(ctx context.Context) error {
	for _, text := range []string{`delete from sessions where expiry < now()`,
		`delete from invitation where until < now()`,
		`delete from attempt where next < now() - interval '1 day'`,
		`update device set ended_at = now() where ended_at is null and seen_at < now() - interval '1 year'`,
		`delete from backup_taken where at < now() - interval '2 years'`} {
		if _, err := s.own.Exec(ctx, text); err != nil {
			return told(err)
		}
	}
	return nil
}
