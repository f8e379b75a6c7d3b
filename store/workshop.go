package store

import (
	"context"
	"errors"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/document"
)

// Workshop is a stored workshop.
type Workshop struct {
	ID       string            `db:"id"`
	Revision int               `db:"revision"`
	Settings document.Workshop `db:"settings"`
	People   []string          `db:"people"`
	Jobs     int               `db:"jobs"`    // on the shelf that was asked for
	Example  bool              `db:"example"` // made up, to be looked at
}

const workshopColumns = `id::text, revision, settings, people, demo_key is not null as example`

// All lists all that are not in the bin, oldest first, with the number of
// machines on a shelf. On the bin's shelf the workshops in the bin stand too.
func (s Workshops) All(ctx context.Context, shelf Shelf) ([]Workshop, error) {
	rows, err := s.pool.Query(ctx,
		`select `+workshopColumns+`, (select count(*) from job j where j.workshop_id = w.id and `+on[shelf]+`)::int as jobs
		from workshop w where deleted_at is null order by created_at, id`)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[Workshop])
	return list, told(err)
}

// Binned lists those in the bin, oldest first, with the number of all
// their machines.
func (s Workshops) Binned(ctx context.Context) ([]Workshop, error) {
	rows, err := s.pool.Query(ctx,
		`select `+workshopColumns+`, (select count(*) from job j where j.workshop_id = w.id)::int as jobs
		from workshop w where deleted_at is not null order by created_at, id`)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[Workshop])
	return list, told(err)
}

// MostWorkshops is how many workshops a database may hold, the bin's too.
const MostWorkshops = 1000

// Create stores a new one. A repeated change gives the workshop that
// the first one made; an empty change id is never a repeat.
func (s Workshops) Create(ctx context.Context, changeID string, settings document.Workshop,
	people []string) (w Workshop, err error) {
	return s.createWorkshop(ctx, changeID, settings, people, "")
}

// Found stores a new one that an account owns. It is made beyond the reach of every
// request: who may is asked before.
func (s Workshops) Found(ctx context.Context, changeID string, settings document.Workshop, people []string,
	owner string) (Workshop, error) {
	return s.createWorkshop(Whole(ctx), changeID, settings, people, owner)
}

func (s Workshops) createWorkshop(ctx context.Context, changeID string, settings document.Workshop, people []string,
	owner string) (w Workshop, err error) {
	settings.Stores = nil // they are kept by themselves
	print := asked("create workshop", settings, people)
	if owner != "" {
		print = asked("create workshop", settings, people, owner)
	}
	create := func(tx pgx.Tx) error {
		var before []byte
		var id pgtype.UUID
		err := tx.QueryRow(ctx, `select workshop_id, asked from workshop_creation where change_id = $1`,
			changeID).Scan(&id, &before)
		if err == nil {
			if err := repeat(before, print); err != nil {
				return err
			}
			w, err = oneWorkshop(tx.Query(ctx, `select `+workshopColumns+`, 0 as jobs from workshop where id = $1`, id))
			return err
		}
		if !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		var count int
		if err := tx.QueryRow(ctx, `select count(*) from workshop`).Scan(&count); err != nil {
			return err
		}
		if count >= MostWorkshops {
			return &Full{"workshops", MostWorkshops}
		}
		if w, err = oneWorkshop(tx.Query(ctx,
			`insert into workshop (settings, people) values ($1, coalesce($2::text[], '{}')) returning `+workshopColumns+`, 0 as jobs`, settings, people)); err != nil {
			return err
		}
		if id, err = key(w.ID); err != nil {
			return err
		}
		if owner != "" {
			if _, err := tx.Exec(ctx, `insert into membership (workshop_id, account_id, role) values ($1, $2, 'owner')`,
				id, owner); err != nil {
				return err
			}
		}
		if changeID == "" {
			return nil
		}
		_, err = tx.Exec(ctx, `insert into workshop_creation (change_id, workshop_id, asked) values ($1, $2, $3)`,
			changeID, id, print)
		return err
	}
	err = s.txAgain(ctx, create)
	return w, err
}

func oneWorkshop(rows pgx.Rows, err error) (Workshop, error) {
	if err != nil {
		return Workshop{}, told(err)
	}
	w, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Workshop])
	return w, told(err)
}

// Save stores changed settings if the sender saw the latest revision;
// else the error is a *Conflict.
func (s Workshops) Save(ctx context.Context, id string, seen int, settings document.Workshop,
	people []string) (w Workshop, err error) {
	k, err := key(id)
	if err != nil {
		return Workshop{}, err
	}
	settings.Stores = nil
	err = s.tx(ctx, func(tx pgx.Tx) error {
		var latest int
		if err := tx.QueryRow(ctx, `select revision from workshop where id = $1 and deleted_at is null for update`,
			k).Scan(&latest); err != nil {
			return err
		}
		if latest != seen {
			return &Conflict{seen, latest}
		}
		w, err = oneWorkshop(tx.Query(ctx,
			`update workshop set settings = $2, people = coalesce($3::text[], '{}'), revision = revision + 1 where id = $1 returning `+workshopColumns+`, 0 as jobs`, k, settings, people))
		return err
	})
	return w, err
}

// Workshop finds one that is not in the bin.
func (s Workshops) Workshop(ctx context.Context, id string) (Workshop, error) {
	k, err := key(id)
	if err != nil {
		return Workshop{}, err
	}
	return oneWorkshop(s.pool.Query(ctx,
		`select `+workshopColumns+`, 0 as jobs from workshop where id = $1 and deleted_at is null`, k))
}

// Shelve puts a workshop with all its machines into the bin, or takes
// it out again.
func (s Workshops) Shelve(ctx context.Context, id string, shelf Shelf) error {
	k, err := key(id)
	if err != nil {
		return err
	}
	set := map[Shelf]string{Yard: `null`, Bin: `now()`}[shelf]
	return s.tx(ctx, func(tx pgx.Tx) error {
		var name string
		if err := tx.QueryRow(ctx, `update workshop set deleted_at = `+set+` where id = $1 returning id::text`,
			k).Scan(&name); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{WorkshopID: id})
	})
}

// Purge deletes a workshop of the bin for good, with every machine,
// history and photograph of it.
func (s Workshops) Purge(ctx context.Context, id string) error {
	k, err := key(id)
	if err != nil {
		return err
	}
	return s.tx(ctx, func(tx pgx.Tx) error {
		var binned bool
		if err := tx.QueryRow(ctx, `select deleted_at is not null from workshop where id = $1 for update`,
			k).Scan(&binned); err != nil {
			return err
		}
		if !binned {
			return ErrNotBinned
		}
		if err := tell(ctx, tx, Notice{WorkshopID: id}); err != nil {
			return err
		}
		return purgeWorkshop(ctx, tx, k)
	})
}

// purgeWorkshop deletes a workshop with every machine of it.
func purgeWorkshop(ctx context.Context, tx pgx.Tx, id pgtype.UUID) error {
	if err := purge(ctx, tx, `in (select id from job where workshop_id = $1)`, id); err != nil {
		return err
	}
	_, err := tx.Exec(ctx, `delete from workshop where id = $1`, id)
	return err
}
