package store

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/document"
)

// Job is a stored job at one revision. Its document carries the settings of
// its workshop as they are now.
type Job struct {
	ID         string            `db:"id"`
	WorkshopID string            `db:"workshop_id"`
	Revision   int               `db:"revision"`
	Document   document.Document `db:"document"`
	UpdatedAt  time.Time         `db:"updated_at"`
	Archived   bool              `db:"archived"`
	Binned     bool              `db:"binned"`
	CanUndo    bool              `db:"can_undo"`
	CanRedo    bool              `db:"can_redo"`
}

// Change is what a sender says about one change.
type Change struct {
	Seen int    // the revision that the sender saw
	ID   string // the sender's own name for the change
	By
	// Only looks at what a saved document would change; its error refuses it.
	Only func(from, to document.Document) error
}

// By is who does something: an account's name, or one that was typed where nobody logs in.
type By struct {
	Who     string
	Account string // empty: nobody logged in
}

func (b By) account() pgtype.UUID {
	id, _ := key(b.Account)
	return id
}

// most kept steps back and forward.
const mostUndo = 200

// jobColumns puts the workshop's settings of this moment into the document.
const jobColumns = `j.id::text, j.workshop_id::text, j.revision,
	jsonb_set(j.document, '{workshop}', ` + withStores + `) as document,
	j.updated_at,
	j.archived_at is not null as archived, j.deleted_at is not null as binned,
	cardinality(j.undo) > 0 as can_undo, cardinality(j.redo) > 0 as can_redo`

const fromJobs = ` from job j join workshop w on w.id = j.workshop_id `

func one(rows pgx.Rows, err error) (Job, error) {
	if err != nil {
		return Job{}, told(err)
	}
	j, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Job])
	return j, told(err)
}

// Shelf is where jobs lie.
type Shelf string

// The shelves.
const (
	Yard    Shelf = "yard"
	Archive Shelf = "archive"
	Bin     Shelf = "bin"
)

// on says what lies on a shelf. A machine of a workshop in the bin lies there
// with it.
var on = map[Shelf]string{
	Yard:    `j.deleted_at is null and j.archived_at is null`,
	Archive: `j.deleted_at is null and j.archived_at is not null`, Bin: `j.deleted_at is not null`,
}

// Page is a part of a shelf.
type Page struct {
	Shelf    Shelf
	Workshop string // id; empty: every workshop
	Find     string // words that all stand in the machine's name, work or plate
	After    string // id of the last job of the page before; empty: from the first
	Most     int
}

// All lists a page of a shelf: the workshops in the order of their making, the
// jobs of each oldest first. Each workshop's are read along their index, from the last of
// the page before.
func (s Jobs) All(ctx context.Context, p Page) ([]Job, error) {
	args := []any{p.Most}
	put := func(text string, value any) string {
		args = append(args, value)
		return fmt.Sprintf(text, len(args))
	}
	with, of, within := ``, `w.deleted_at is null`, on[p.Shelf]
	if p.Workshop != "" {
		id, err := key(p.Workshop)
		if err != nil {
			return nil, err
		}
		of += put(` and w.id = $%d`, id)
	}
	for _, word := range strings.Fields(strings.ToLower(p.Find)) {
		within += put(` and position($%d in j.finder || ' ' || lower(w.settings ->> 'name')) > 0`, word)
	}
	if p.After != "" {
		id, err := key(p.After)
		if err != nil {
			return nil, err
		}
		with = put(`with last as (select b.created_at, b.id, b.workshop_id, bw.created_at as workshop_at
			from job b join workshop bw on bw.id = b.workshop_id where b.id = $%d) `, id)
		of += ` and (w.created_at, w.id) >= (select workshop_at, workshop_id from last)`
		within += ` and (j.created_at, j.id) > (
			coalesce((select created_at from last where workshop_id = w.id), '-infinity'),
			coalesce((select id from last where workshop_id = w.id), '00000000-0000-0000-0000-000000000000'))`
	}
	rows, err := s.pool.Query(ctx,
		with+`select `+jobColumns+` from workshop w cross join lateral (select j.* from job j
			where j.workshop_id = w.id and `+within+` order by j.created_at, j.id limit $1) j
		where `+of+` order by w.created_at, w.id, j.created_at, j.id limit $1`, args...)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[Job])
	return list, told(err)
}

// Job finds one that is not in the bin.
func (s Jobs) Job(ctx context.Context, id string) (Job, error) {
	k, err := key(id)
	if err != nil {
		return Job{}, err
	}
	return one(s.pool.Query(ctx,
		`select `+jobColumns+fromJobs+`where j.id = $1 and j.deleted_at is null and w.deleted_at is null`, k))
}

// MostJobs is how many jobs a workshop may hold, the bin's too.
const MostJobs = 20000

// Create stores a new job in a workshop. A repeated change gives the job
// that the first one made. what says where it comes from; more stores what
// belongs to it in the same transaction.
func (s Jobs) Create(ctx context.Context, workshopID string, c Change, d document.Document, what string,
	more ...func(context.Context, pgx.Tx, pgtype.UUID) error) (made Job, err error) {
	workshop, err := key(workshopID)
	if err != nil {
		return Job{}, err
	}
	print := asked("create", workshopID, d.Name, what)
	d.Workshop.Stores = nil // they are kept by themselves
	var id pgtype.UUID
	create := func(tx pgx.Tx) error {
		var there bool
		var err error
		if id, there, err = madeBefore(ctx, tx, workshop, c.ID, print); err != nil || there {
			return err
		}
		if err := tx.QueryRow(ctx,
			`insert into job (workshop_id, document) select id, $2 from workshop where id = $1 and deleted_at is null returning id`, workshop, d).Scan(&id); err != nil {
			return err
		}
		if err := created(ctx, tx, c.ID, id, print); err != nil {
			return err
		}
		for _, do := range more {
			if err := do(ctx, tx, id); err != nil {
				return err
			}
		}
		return keep(ctx, tx, id, 1, 1, c, what, d, print)
	}
	err = s.txAgain(ctx, create)
	if err != nil {
		return Job{}, err
	}
	return s.Job(ctx, id.String())
}

// created keeps which change made a job, by which madeBefore finds it.
func created(ctx context.Context, tx pgx.Tx, change string, job pgtype.UUID, print []byte) error {
	_, err := tx.Exec(ctx, `insert into creation (change_id, job_id, asked) values ($1, $2, $3)`, change, job, print)
	return err
}

// madeBefore finds the job that a creation made before; where there is none, the workshop must
// have room for another.
func madeBefore(ctx context.Context, tx pgx.Tx, workshop pgtype.UUID, change string, print []byte) (id pgtype.UUID,
	there bool, err error) {
	var before []byte
	err = tx.QueryRow(ctx, `select job_id, asked from creation where change_id = $1`, change).Scan(&id, &before)
	if err == nil {
		return id, true, repeat(before, print)
	}
	if !errors.Is(err, pgx.ErrNoRows) {
		return id, false, err
	}
	var count int
	if err := tx.QueryRow(ctx, `select count(*) from job where workshop_id = $1`, workshop).Scan(&count); err != nil {
		return id, false, err
	}
	if count >= MostJobs {
		return id, false, &Full{"machines of this workshop", MostJobs}
	}
	return id, false, nil
}

// keep writes a revision down and tells every listening server.
func keep(ctx context.Context, tx pgx.Tx, id pgtype.UUID, revision, content int, c Change, what string,
	d document.Document,
	print []byte) error {
	packed, err := pack(d)
	if err != nil {
		return err
	}
	if _, err := tx.Exec(ctx,
		`insert into job_revision (job_id, revision, content, packed, photographs, change_id, who, what, asked, account_id)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
		id, revision, content, packed, pictures(d), c.ID, c.Who, what, print, c.account()); err != nil {
		return err
	}
	return tellJob(ctx, tx, id, revision)
}

// current is a job's row, locked for a change.
type current struct {
	revision, content int
	undo, redo        []int
	document          document.Document
}

// change runs one change of a job: the sender must have seen the latest
// revision, and a change that was stored before gives what it made then. do
// turns the row into its next state and says what was done; it gets the
// transaction to look things up.
func (s Jobs) change(ctx context.Context, id string, c Change, print []byte,
	do func(tx pgx.Tx, job pgtype.UUID, now *current) (what string, err error)) (Job, error) {
	k, err := key(id)
	if err != nil {
		return Job{}, err
	}
	repeated := 0
	err = s.tx(ctx, func(tx pgx.Tx) error {
		var now current
		if err := tx.QueryRow(ctx,
			`select revision, content, undo, redo, document from job where id = $1 and deleted_at is null for update`,
			k).
			Scan(&now.revision, &now.content, &now.undo, &now.redo, &now.document); err != nil {
			return err
		}
		var before []byte
		err := tx.QueryRow(ctx, `select revision, asked from job_revision where job_id = $1 and change_id = $2`, k,
			c.ID).Scan(&repeated, &before)
		if err == nil {
			return repeat(before, print)
		}
		if !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		if now.revision != c.Seen {
			return &Conflict{c.Seen, now.revision}
		}
		now.revision++
		what, err := do(tx, k, &now)
		if err != nil {
			return err
		}
		if n := len(now.undo); n > mostUndo {
			now.undo = now.undo[n-mostUndo:]
		}
		if _, err := tx.Exec(ctx,
			`update job set document = $2, revision = $3, content = $4, undo = $5, redo = $6, updated_at = now() where id = $1`,
			k, now.document, now.revision, now.content, now.undo, now.redo); err != nil {
			return err
		}
		return keep(ctx, tx, k, now.revision, now.content, c, what, now.document, print)
	})
	if err != nil {
		return Job{}, err
	}
	if repeated > 0 {
		return s.RevisionOf(ctx, id, repeated)
	}
	return s.Job(ctx, id)
}

// Save stores a changed document if the sender saw the latest revision;
// else the error is a *Conflict.
func (s Jobs) Save(ctx context.Context, id string, c Change, d document.Document) (Job, error) {
	d.Workshop.Stores = nil // they are kept by themselves
	return s.change(ctx, id, c, asked("save", d), func(_ pgx.Tx, _ pgtype.UUID, now *current) (string, error) {
		if c.Only != nil {
			if err := c.Only(now.document, d); err != nil {
				return "", err
			}
		}
		what := document.Changed(now.document, d)
		now.undo, now.redo = append(now.undo, now.content), []int{}
		now.document, now.content = d, now.revision
		return what, nil
	})
}

// Undo goes one step back; Redo forward again. Both survive any restart.
func (s Jobs) Undo(ctx context.Context, id string, c Change) (Job, error) {
	return s.step(ctx, id, c, "undone: ", func(now *current) (from, to *[]int) { return &now.undo, &now.redo })
}

// Redo takes an undo back.
func (s Jobs) Redo(ctx context.Context, id string, c Change) (Job, error) {
	return s.step(ctx, id, c, "done again: ", func(now *current) (from, to *[]int) { return &now.redo, &now.undo })
}

func (s Jobs) step(ctx context.Context, id string, c Change, word string,
	stacks func(*current) (from, to *[]int)) (Job, error) {
	return s.change(ctx, id, c, asked(word), func(tx pgx.Tx, id pgtype.UUID, now *current) (string, error) {
		from, to := stacks(now)
		n := len(*from)
		if n == 0 {
			return "", ErrNothingToDo
		}
		target := (*from)[n-1]
		*from, *to = slices.Clone((*from)[:n-1]), append(*to, now.content)
		return back(ctx, tx, id, now, target, word)
	})
}

// Restore makes an earlier revision's document the latest; it can be undone.
func (s Jobs) Restore(ctx context.Context, id string, c Change, revision int) (Job, error) {
	return s.change(ctx, id, c, asked("restore", revision), func(tx pgx.Tx, id pgtype.UUID, now *current) (string,
		error) {
		now.undo, now.redo = append(now.undo, now.content), []int{}
		return back(ctx, tx, id, now, revision, fmt.Sprintf("revision %d restored: ", revision))
	})
}

// back puts the document of a revision in place of the present one.
func back(ctx context.Context, tx pgx.Tx, id pgtype.UUID, now *current, revision int, word string) (string, error) {
	was := now.document
	old := kept{Settings: was.Workshop}
	err := tx.QueryRow(ctx, `select packed, document, content from job_revision where job_id = $1 and revision = $2`,
		id,
		revision).Scan(&old.Packed, &old.Document, &now.content)
	if err != nil {
		return "", told(err)
	}
	if now.document, err = old.unpack(); err != nil {
		return "", err
	}
	return word + document.Changed(was, now.document), nil
}

// Copy makes a job of its own from another's document as it stands, with its
// photographs.
func (s Jobs) Copy(ctx context.Context, id string, c Change, name string) (Job, error) {
	j, err := s.Job(ctx, id)
	if err != nil {
		return Job{}, err
	}
	from, err := key(id)
	if err != nil {
		return Job{}, err
	}
	d := j.Document
	what := "copied from " + d.Name
	d.Name = name
	return s.Create(ctx, j.WorkshopID, c, d, what, func(ctx context.Context, tx pgx.Tx, to pgtype.UUID) error {
		// A photograph keeps its id where it goes: the documents name it.
		_, err := tx.Exec(ctx, `insert into photo (id, job_id, media_type, picture, who, created_at, account_id)
			select id, $2, media_type, picture, who, created_at, account_id from photo where job_id = $1`, from, to)
		return err
	})
}

// Shelve puts a job on a shelf: into the yard, the archive or the bin.
func (s Jobs) Shelve(ctx context.Context, id string, shelf Shelf) error {
	k, err := key(id)
	if err != nil {
		return err
	}
	set := map[Shelf]string{
		Yard: `deleted_at = null, archived_at = null`, Archive: `deleted_at = null, archived_at = now()`,
		Bin: `deleted_at = now()`,
	}[shelf]
	return s.tx(ctx, func(tx pgx.Tx) error {
		var revision int
		if err := tx.QueryRow(ctx, `update job set `+set+` where id = $1 returning revision`,
			k).Scan(&revision); err != nil {
			return err
		}
		return tellJob(ctx, tx, k, revision)
	})
}

// Purge deletes a job of the bin for good, with its history and photographs.
func (s Jobs) Purge(ctx context.Context, id string) error {
	k, err := key(id)
	if err != nil {
		return err
	}
	return s.tx(ctx, func(tx pgx.Tx) error {
		var binned bool
		if err := tx.QueryRow(ctx, `select deleted_at is not null from job where id = $1 for update`,
			k).Scan(&binned); err != nil {
			return err
		}
		if !binned {
			return ErrNotBinned
		}
		return purge(ctx, tx, `= $1`, k)
	})
}

// purge deletes the jobs that a condition on their id names.
func purge(ctx context.Context, tx pgx.Tx, which string, arg any) error {
	for _, text := range []string{`delete from photo where job_id `, `delete from creation where job_id `,
		`delete from job_revision where job_id `, `delete from job where id `} {
		if _, err := tx.Exec(ctx, text+which, arg); err != nil {
			return err
		}
	}
	return nil
}
