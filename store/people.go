package store

import (
	"context"
	"errors"
	"slices"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/people"
)

// Account is a person who may log in, or a guest's link.
type Account struct {
	ID       string `db:"id"`
	Name     string `db:"name"`
	Password string `db:"password"` // as it is kept; empty: none yet
	Keeper   bool   `db:"keeper"`   // opened this server, and may close it
	Guest    bool   `db:"guest"`
}

// Member is an account in one workshop.
type Member struct {
	AccountID string      `db:"account_id"`
	Name      string      `db:"name"`
	Role      people.Role `db:"role"`
	Part      bool        `db:"part"`  // of the machines that were given alone
	Until     *time.Time  `db:"until"` // a guest's last day
	Jobs      []string    `db:"jobs"`  // the machines that were given, in this workshop
	Keeper    bool        `db:"keeper"`
	Known     bool        `db:"known"` // has a password
	Seen      *time.Time  `db:"seen"`  // when one of the devices was used last
}

// What is refused of people.
var (
	// ErrNameTaken says that another account has this name.
	ErrNameTaken = errors.New("this name is taken")
	// ErrLastOwner says that a workshop would be left without an owner.
	ErrLastOwner = errors.New("the last owner of a workshop stays")
	// ErrForeignJob says that a machine is none of the workshop's.
	ErrForeignJob = errors.New("a machine of another workshop")
)

// MostMembers is how many a workshop may have, guests too.
const MostMembers = 200

const accountColumns = `id::text, name, password, keeper, guest`

// AccountNamed finds an account that may log in by its name, in any case of letters.
func (s People) AccountNamed(ctx context.Context, name string) (Account, error) {
	return oneAccount(s.door.Query(ctx, `select `+accountColumns+` from account
		where lower(name) = lower($1) and left_at is null and not guest`, strings.TrimSpace(name)))
}

func oneAccount(rows pgx.Rows, err error) (Account, error) {
	if err != nil {
		return Account{}, told(err)
	}
	a, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[Account])
	return a, told(err)
}

// AccountOf finds an account by its id.
func (s People) AccountOf(ctx context.Context, id string) (Account, error) {
	k, err := key(id)
	if err != nil {
		return Account{}, err
	}
	return oneAccount(s.door.Query(ctx, `select `+accountColumns+` from account
		where id = $1 and left_at is null`, k))
}

// FoundAccount makes the account of who opens the server: the owner of every workshop that is
// there.
func (s People) FoundAccount(ctx context.Context, name, password string) (a Account, err error) {
	err = s.tx(Whole(ctx), func(tx pgx.Tx) error {
		a, err = addAccount(ctx, tx, Account{Name: name, Password: password, Keeper: true})
		if err != nil {
			return err
		}
		_, err := tx.Exec(ctx, `insert into membership (workshop_id, account_id, role) select id, $1, 'owner' from workshop`,
			a.ID)
		return err
	})
	return a, err
}

func addAccount(ctx context.Context, tx pgx.Tx, a Account) (Account, error) {
	made, err := oneAccount(tx.Query(ctx, `insert into account (name, password, keeper, guest) values ($1, $2, $3, $4)
		returning `+accountColumns, strings.TrimSpace(a.Name), a.Password, a.Keeper, a.Guest))
	if Code(err) == uniqueViolation {
		err = ErrNameTaken
	}
	return made, err
}

// SetPassword keeps a new password of an account; of another than the keeper's console, it also
// ends every device but the one that is named.
func (s People) SetPassword(ctx context.Context, account, password, but string) error {
	return s.atDoor(ctx, func(tx pgx.Tx) error {
		tag, err := tx.Exec(ctx, `update account set password = $2 where id = $1 and left_at is null`, account,
			password)
		if err == nil && tag.RowsAffected() == 0 {
			err = ErrNotFound
		}
		if err != nil {
			return err
		}
		if _, err := tx.Exec(ctx, `update device set ended_at = now()
			where account_id = $1 and ended_at is null and id::text <> $2`, account, but); err != nil {
			return err
		}
		if _, err := tx.Exec(ctx, `update device set renews_until = null where account_id = $1`, account); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{Account: account})
	})
}

// atDoor runs a change of who may come in.
func (s *reach) atDoor(ctx context.Context, do func(pgx.Tx) error) error {
	return txOn(ctx, s.door, do)
}

// Members lists who works in a workshop, owners first, by name. Guests whose day is over are
// not among them.
func (s People) Members(ctx context.Context, workshop string) ([]Member, error) {
	w, err := key(workshop)
	if err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(Whole(ctx), `select m.account_id::text, a.name, m.role, m.part, m.until,
			array(select g.job_id::text from given g join job j on j.id = g.job_id
				where g.account_id = m.account_id and j.workshop_id = m.workshop_id order by 1) as jobs,
			a.keeper, a.password <> '' as known,
			(select max(seen_at) from device d where d.account_id = a.id and d.ended_at is null) as seen
		from membership m join account a on a.id = m.account_id
		where m.workshop_id = $1 and (m.until is null or m.until > now())
		order by array_position(array['owner', 'maker', 'helper', 'reviewer', 'guest'], m.role), lower(a.name),
			a.id`, w)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[Member])
	return list, told(err)
}

// JobName is a machine by its name.
type JobName struct {
	ID   string `db:"id" json:"id"`
	Name string `db:"name" json:"name"`
}

// JobNames lists the machines in the yard of a workshop, oldest first.
func (s People) JobNames(ctx context.Context, workshop string) ([]JobName, error) {
	w, err := key(workshop)
	if err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(ctx, `select j.id::text, j.document ->> 'name' as name from job j
		where j.workshop_id = $1 and `+on[Yard]+` order by j.created_at, j.id`, w)
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByName[JobName])
	return list, told(err)
}

// AddMember makes an account with a role in a workshop: of a person, or a guest's. A name that
// is known in another workshop whose owner by is comes in with the account it has there.
func (s People) AddMember(ctx context.Context, workshop, by string, a Account, m Member) (Account, error) {
	w, err := key(workshop)
	if err != nil {
		return Account{}, err
	}
	err = s.tx(Whole(ctx), func(tx pgx.Tx) error {
		var count int
		if err := tx.QueryRow(ctx, `select count(*) from membership where workshop_id = (
			select id from workshop where id = $1 and deleted_at is null for update)
			and (until is null or until > now())`, w).Scan(&count); err != nil {
			return err
		}
		if count >= MostMembers {
			return &Full{"people of this workshop", MostMembers}
		}
		known := pgx.ErrNoRows
		if !a.Guest {
			var there Account
			there, known = oneAccount(tx.Query(ctx, `select `+accountColumns+` from account a
				where lower(a.name) = lower($1) and a.left_at is null and not a.guest
				and not exists (select 1 from membership where account_id = a.id and workshop_id = $2)
				and exists (select 1 from membership m join membership o on o.workshop_id = m.workshop_id
					where m.account_id = a.id and o.account_id::text = $3 and o.role = 'owner')`,
				strings.TrimSpace(a.Name), w, by))
			if known == nil {
				a = there
			}
		}
		if known != nil {
			if a, err = addAccount(ctx, tx, a); err != nil {
				return err
			}
		}
		m.AccountID = a.ID
		return setMember(ctx, tx, w, m)
	})
	return a, err
}

// setMember keeps a role, and the machines that were given.
func setMember(ctx context.Context, tx pgx.Tx, workshop pgtype.UUID, m Member) error {
	if _, err := tx.Exec(ctx, `insert into membership (workshop_id, account_id, role, part, until) values ($1, $2, $3, $4, $5)
		on conflict (workshop_id, account_id) do update set role = excluded.role, part = excluded.part,
			until = excluded.until`, workshop, m.AccountID, m.Role, m.Part, m.Until); err != nil {
		return err
	}
	if _, err := tx.Exec(ctx, `delete from given g using job j where j.id = g.job_id and j.workshop_id = $1
		and g.account_id = $2`, workshop, m.AccountID); err != nil {
		return err
	}
	jobs := slices.Compact(slices.Sorted(slices.Values(m.Jobs)))
	tag, err := tx.Exec(ctx, `insert into given (job_id, account_id) select id, $2 from job
		where workshop_id = $1 and id::text = any($3)`, workshop, m.AccountID, jobs)
	if err == nil && int(tag.RowsAffected()) != len(jobs) {
		err = ErrForeignJob
	}
	if err != nil {
		return err
	}
	if err := tellHomes(ctx, tx, m.AccountID); err != nil {
		return err
	}
	return tell(ctx, tx, Notice{Account: m.AccountID})
}

// SetMember changes a member's role and machines. One owner stays.
func (s People) SetMember(ctx context.Context, workshop string, m Member) error {
	w, err := key(workshop)
	if err != nil {
		return err
	}
	return s.tx(Whole(ctx), func(tx pgx.Tx) error {
		if err := becomes(ctx, tx, w, m.AccountID, m.Role); err != nil {
			return err
		}
		return setMember(ctx, tx, w, m)
	})
}

// becomes locks a workshop's people and says whether one of them may become something else, or
// nothing: one owner stays, and a guest is a guest until the link's day.
func becomes(ctx context.Context, tx pgx.Tx, workshop pgtype.UUID, account string, role people.Role) error {
	k, err := key(account)
	if err != nil {
		return err
	}
	if _, err := tx.Exec(ctx, `select 1 from workshop where id = $1 for update`, workshop); err != nil {
		return err
	}
	var last bool
	err = tx.QueryRow(ctx, `select m.role = 'owner' and not exists (select 1 from membership o
			where o.workshop_id = m.workshop_id and o.role = 'owner' and o.account_id <> m.account_id)
		from membership m where m.workshop_id = $1 and m.account_id = $2 and ($3 = '' or m.role <> 'guest')`,
		workshop, k, string(role)).Scan(&last)
	if err == nil && last && role != people.Owner {
		err = ErrLastOwner
	}
	return err
}

// Leave takes an account out of a workshop. What it signed stays signed. An account that is at
// home nowhere any more is closed: its devices end and its name is free.
func (s People) Leave(ctx context.Context, workshop, account string) error {
	w, err := key(workshop)
	if err != nil {
		return err
	}
	return s.tx(Whole(ctx), func(tx pgx.Tx) error {
		if err := becomes(ctx, tx, w, account, ""); err != nil {
			return err
		}
		for _, text := range []string{
			`delete from given g using job j where j.id = g.job_id and j.workshop_id = $1 and g.account_id = $2`,
			`delete from membership where workshop_id = $1 and account_id = $2`,
		} {
			if _, err := tx.Exec(ctx, text, w, account); err != nil {
				return err
			}
		}
		for _, text := range []string{
			`update account a set left_at = now(), password = '' where id = $1 and not keeper
				and not exists (select 1 from membership where account_id = a.id)`,
			`update device d set ended_at = now() from account a where d.account_id = $1 and a.id = $1
				and a.left_at is not null and d.ended_at is null`,
			`delete from invitation i using account a where i.account_id = $1 and a.id = $1 and a.left_at is not null`,
		} {
			if _, err := tx.Exec(ctx, text, account); err != nil {
				return err
			}
		}
		if err := tell(ctx, tx, Notice{WorkshopID: workshop}); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{Account: account})
	})
}

// HomesOf are the roles of an account in every workshop.
func (s People) HomesOf(ctx context.Context, account string) (map[string]people.Role, error) {
	rows, err := s.pool.Query(Whole(ctx), `select workshop_id::text, role from membership
		where account_id::text = $1 and (until is null or until > now())`, account)
	if err != nil {
		return nil, told(err)
	}
	homes := map[string]people.Role{}
	var workshop string
	var role people.Role
	_, err = pgx.ForEachRow(rows, []any{&workshop, &role}, func() error {
		homes[workshop] = role
		return nil
	})
	return homes, told(err)
}
