package store

import (
	"context"
	"errors"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/profiles"
)

// Profile is what a workshop knows of a drive or controller, at its last version.
type Profile struct {
	ID       string        `db:"id"`
	Workshop string        `db:"workshop_id"`
	Kind     profiles.Kind `db:"kind"`
	Own      string        `db:"own_id"` // its id among the workshop's, which stands in its file
	Name     string        `db:"name"`
	Revision int           `db:"revision"`
	Document string        `db:"document"` // as it was typed
	Who      string        `db:"who"`
	At       time.Time     `db:"at"`
}

// ProfileVersion is one version of a profile, without what it says.
type ProfileVersion struct {
	Revision int       `db:"revision"`
	Who      string    `db:"who"`
	At       time.Time `db:"at"`
}

const profileColumns = `p.id::text, p.workshop_id::text, p.kind, p.own_id, p.name, v.revision, v.document, v.who, v.at`

const lastVersion = ` from profile p join profile_version v on v.profile_id = p.id and v.revision = p.revision `

func profilesOf(rows pgx.Rows, err error) ([]Profile, error) {
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[Profile])
	return list, told(err)
}

// All are a workshop's profiles at their last versions, by name.
func (s Profiles) All(ctx context.Context, workshop string) ([]Profile, error) {
	k, err := key(workshop)
	if err != nil {
		return nil, err
	}
	if _, err := Workshops(s).Workshop(ctx, workshop); err != nil {
		return nil, err
	}
	return profilesOf(s.pool.Query(ctx, `select `+profileColumns+lastVersion+
		`where p.workshop_id = $1 and p.dropped_at is null order by lower(p.name), p.id`, k))
}

// One is a workshop's profile at a version, 0 the last, with all its versions, the last first.
func (s Profiles) One(ctx context.Context, workshop, id string, revision int) (Profile, []ProfileVersion, error) {
	w, err := key(workshop)
	if err != nil {
		return Profile{}, nil, err
	}
	k, err := key(id)
	if err != nil {
		return Profile{}, nil, err
	}
	list, err := profilesOf(s.pool.Query(ctx, `select `+profileColumns+` from profile p
		join profile_version v on v.profile_id = p.id and v.revision = coalesce(nullif($3, 0), p.revision)
		where p.workshop_id = $1 and p.id = $2 and p.dropped_at is null`, w, k, revision))
	if err != nil {
		return Profile{}, nil, err
	}
	if len(list) == 0 {
		return Profile{}, nil, ErrNotFound
	}
	rows, err := s.pool.Query(ctx, `select revision, who, at from profile_version where profile_id = $1
		order by revision desc limit 200`, k)
	if err != nil {
		return Profile{}, nil, told(err)
	}
	versions, err := pgx.CollectRows(rows, pgx.RowToStructByName[ProfileVersion])
	return list[0], versions, told(err)
}

// Add puts a profile into a workshop under an id of its own. A repeated change gives what the first made. The error
// is *Full where the workshop has as many as it may.
func (s Profiles) Add(ctx context.Context, workshop, changeID string, kind profiles.Kind, document []byte,
	by By) (p Profile, err error) {
	w, err := key(workshop)
	if err != nil {
		return p, err
	}
	err = s.txAgain(ctx, func(tx pgx.Tx) error {
		if err := tx.QueryRow(ctx, `select id from workshop where id = $1 and deleted_at is null for update`, w).
			Scan(new(pgtype.UUID)); err != nil {
			return err
		}
		var id pgtype.UUID
		err := tx.QueryRow(ctx, `select id from profile where change_id = nullif($1, '') and workshop_id = $2`, changeID, w).Scan(&id)
		if err == nil || !errors.Is(err, pgx.ErrNoRows) {
			if err == nil {
				p, err = lastOf(ctx, tx, id)
			}
			return err
		}
		rows, err := tx.Query(ctx, `select own_id from profile where workshop_id = $1`, w)
		if err != nil {
			return err
		}
		taken := map[string]bool{}
		list, err := pgx.CollectRows(rows, pgx.RowTo[string])
		if err != nil {
			return err
		}
		for _, own := range list {
			taken[own] = true
		}
		if len(list) >= profiles.Most {
			return &Full{"profiles of this workshop", profiles.Most}
		}
		name, err := profiles.NameOf(document)
		if err != nil {
			return err
		}
		own := profiles.IDOf(name, func(id string) bool { return taken[id] })
		text, _, err := profiles.Named(kind, document, own, 1)
		if err != nil {
			return err
		}
		if err := tx.QueryRow(ctx, `insert into profile (workshop_id, kind, own_id, name, change_id)
			values ($1, $2, $3, $4, nullif($5, '')) returning id`, w, kind, own, name, changeID).Scan(&id); err != nil {
			return err
		}
		if err := version(ctx, tx, id, 1, text, by); err != nil {
			return err
		}
		if p, err = lastOf(ctx, tx, id); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{WorkshopID: workshop})
	})
	return p, err
}

func version(ctx context.Context, tx pgx.Tx, id pgtype.UUID, revision int, text []byte, by By) error {
	_, err := tx.Exec(ctx, `insert into profile_version (profile_id, revision, document, who) values ($1, $2, $3, $4)`,
		id, revision, string(text), by.Who)
	return err
}

func lastOf(ctx context.Context, tx pgx.Tx, id pgtype.UUID) (Profile, error) {
	rows, err := tx.Query(ctx, `select `+profileColumns+lastVersion+`where p.id = $1`, id)
	if err != nil {
		return Profile{}, err
	}
	return pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Profile])
}

// Save keeps a new version of a profile. The error is *Conflict where another stored one since the version seen.
func (s Profiles) Save(ctx context.Context, workshop, id string, seen int, document []byte,
	by By) (p Profile, err error) {
	w, err := key(workshop)
	if err != nil {
		return p, err
	}
	k, err := key(id)
	if err != nil {
		return p, err
	}
	err = s.tx(ctx, func(tx pgx.Tx) error {
		var last int
		var kind profiles.Kind
		var own string
		if err := tx.QueryRow(ctx, `select revision, kind, own_id from profile
			where id = $1 and workshop_id = $2 and dropped_at is null for update`, k, w).
			Scan(&last, &kind, &own); err != nil {
			return err
		}
		if last != seen {
			return &Conflict{seen, last}
		}
		text, name, err := profiles.Named(kind, document, own, last+1)
		if err != nil {
			return err
		}
		if err := version(ctx, tx, k, last+1, text, by); err != nil {
			return err
		}
		if _, err := tx.Exec(ctx, `update profile set revision = $2, name = $3 where id = $1`, k, last+1,
			name); err != nil {
			return err
		}
		if p, err = lastOf(ctx, tx, k); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{WorkshopID: workshop})
	})
	return p, err
}

// Drop takes a profile off a workshop's list. Machines that were planned on it carry it on.
func (s Profiles) Drop(ctx context.Context, workshop, id string) error {
	w, err := key(workshop)
	if err != nil {
		return err
	}
	k, err := key(id)
	if err != nil {
		return err
	}
	return s.tx(ctx, func(tx pgx.Tx) error {
		if err := tx.QueryRow(ctx, `update profile set dropped_at = now()
			where id = $1 and workshop_id = $2 and dropped_at is null returning id`, k, w).
			Scan(new(pgtype.UUID)); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{WorkshopID: workshop})
	})
}
