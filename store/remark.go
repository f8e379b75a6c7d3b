package store

import (
	"context"
	"errors"
	"time"

	"github.com/jackc/pgx/v5"
)

// Remark is what somebody said beside a machine, or an approval of it as it stood at a
// revision. An approval holds for that revision's document alone.
type Remark struct {
	ID       string     `db:"id"`
	Revision int        `db:"revision"`
	Content  int        `db:"content"` // the revision that first had the document that stood then
	Kind     RemarkKind `db:"kind"`
	Bay      string     `db:"bay"`
	Words    string     `db:"words"`
	Who      string     `db:"who"`
	Signed   bool       `db:"signed"`
	At       time.Time  `db:"at"`
	Settled  *time.Time `db:"settled_at"`
	By       string     `db:"settled_by"`
	Printed  bool       `db:"printed"` // what was approved is kept as it was printed
	// Sheet is what is approved, printed; it is read by SheetOf alone.
	Sheet []byte `db:"-"`
}

// RemarkKind tells words from approvals.
type RemarkKind string

// The kinds.
const (
	Words    RemarkKind = "remark"
	Approval RemarkKind = "approval"
	Return   RemarkKind = "return" // sent back: not yet, because
)

// MostRemarks is how many a machine may have.
const MostRemarks = 500

const remarkColumns = `m.id::text, m.revision, coalesce(r.content, m.revision) as content, m.kind, m.bay, m.words,
	coalesce(a.name, m.who) as who, m.account_id is not null as signed, m.at, m.settled_at, m.settled_by,
	m.sheet is not null as printed`

const fromRemarks = ` from remark m left join account a on a.id = m.account_id
	left join job_revision r on r.job_id = m.job_id and r.revision = m.revision `

// All lists what was said of a job, the oldest first, and the revision that first had its
// document as it stands now.
func (s Remarks) All(ctx context.Context, jobID string) (list []Remark, content int, err error) {
	k, err := key(jobID)
	if err != nil {
		return nil, 0, err
	}
	if err := s.pool.QueryRow(ctx, `select content from job where id = $1 and deleted_at is null`, k).
		Scan(&content); err != nil {
		return nil, 0, told(err)
	}
	rows, err := s.pool.Query(ctx, `select `+remarkColumns+fromRemarks+`where m.job_id = $1 order by m.at, m.id`, k)
	if err != nil {
		return nil, 0, told(err)
	}
	list, err = pgx.CollectRows(rows, pgx.RowToStructByName[Remark])
	return list, content, told(err)
}

// Add keeps what somebody says of a job at the revision that was looked at. An approval
// or a return of another than the latest is a *Conflict. A repeated change is stored once.
func (s Remarks) Add(ctx context.Context, jobID string, c Change, m Remark) error {
	k, err := key(jobID)
	if err != nil {
		return err
	}
	return s.txAgain(ctx, func(tx pgx.Tx) error {
		var latest, count int
		if err := tx.QueryRow(ctx, `select revision from job where id = $1 and deleted_at is null for update`, k).
			Scan(&latest); err != nil {
			return err
		}
		var before string
		err := tx.QueryRow(ctx, `select words from remark where change_id = $1`, c.ID).Scan(&before)
		if err == nil {
			if before != m.Words {
				return ErrOtherBody
			}
			return nil
		}
		if !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		if c.Seen > latest || m.Kind != Words && c.Seen != latest {
			return &Conflict{c.Seen, latest}
		}
		if err := tx.QueryRow(ctx, `select count(*) from remark where job_id = $1`, k).Scan(&count); err != nil {
			return err
		}
		if count >= MostRemarks {
			return &Full{"remarks on this machine", MostRemarks}
		}
		if _, err := tx.Exec(ctx, `insert into remark (job_id, revision, kind, bay, words, who, account_id, change_id,
			sheet) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`, k, c.Seen, m.Kind, m.Bay, m.Words, c.Who, c.account(),
			c.ID, m.Sheet); err != nil {
			return err
		}
		return tellBeside(ctx, tx, k, "m")
	})
}

// SheetOf is what was approved, as it was printed then; ErrNotFound where nothing was.
func (s Remarks) SheetOf(ctx context.Context, jobID, id string) (sheet []byte, err error) {
	j, k, err := keys(jobID, id)
	if err != nil {
		return nil, err
	}
	err = s.pool.QueryRow(ctx, `select sheet from remark where job_id = $1 and id = $2 and sheet is not null`, j, k).
		Scan(&sheet)
	return sheet, told(err)
}

// Settle marks words as answered; they stay.
func (s Remarks) Settle(ctx context.Context, jobID, id string, by By) error {
	j, k, err := keys(jobID, id)
	if err != nil {
		return err
	}
	return s.tx(ctx, func(tx pgx.Tx) error {
		tag, err := tx.Exec(ctx, `update remark m set settled_at = coalesce(m.settled_at, now()),
			settled_by = case when m.settled_at is null then $3 else m.settled_by end
			where m.id = $2 and m.job_id = $1 and m.kind = 'remark'`, j, k, by.Who)
		if err == nil && tag.RowsAffected() == 0 {
			err = ErrNotFound
		}
		if err != nil {
			return err
		}
		return tellBeside(ctx, tx, j, "m")
	})
}
