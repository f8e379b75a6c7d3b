package store

import (
	"context"
	"crypto/sha256"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"
	"github.com/jackc/pgx/v5/pgxpool"

	"graybridge/core/people"
)

// Device is a browser or phone through which an account works.
type Device struct {
	ID, Name   string
	From, Seen time.Time
}

// Caller is who asks something through a device, and what is his.
type Caller struct {
	Account   string
	Name      string
	Keeper    bool
	Guest     bool
	Place     string // the workshop in which lies what is asked about; empty: nothing is there
	Roles     map[string]people.Role
	Reach     Reach
	staleSeen bool
}

// Sessions is the pool in which the table of sessions lies.
func (s *Store) Sessions() *pgxpool.Pool { return s.door }

// CallerBy finds who calls through a device, and the workshop of a job or of a line of stores.
// ErrNotFound where the device was ended or its account has left.
func (s Devices) CallerBy(ctx context.Context, device, jobID, stockID string) (Caller, error) {
	d, err := key(device)
	if err != nil {
		return Caller{}, err
	}
	j, _ := key(jobID)
	k, _ := key(stockID)
	c := Caller{Roles: map[string]people.Role{}}
	var workshops, roles []string
	var parts []bool
	var place pgtype.Text
	err = s.door.QueryRow(ctx, `select account::text, name, keeper, guest, stale, place::text, workshops::text[], roles,
		parts, jobs::text[] from caller($1, $2,
			$3)`, d, j, k).Scan(&c.Account, &c.Name, &c.Keeper, &c.Guest, &c.staleSeen,
		&place, &workshops, &roles, &parts, &c.Reach.Jobs)
	if err != nil {
		return Caller{}, told(err)
	}
	c.Place = place.String
	for i, w := range workshops {
		c.Roles[w] = people.Role(roles[i])
		if parts[i] {
			c.Reach.Parts = append(c.Reach.Parts, w)
		} else {
			c.Reach.Workshops = append(c.Reach.Workshops, w)
		}
	}
	if c.staleSeen { // where nothing can be written, reading goes on
		_, _ = s.door.Exec(ctx, `update device set seen_at = now() where id = $1`, d)
	}
	return c, nil
}

// MostDevices is how many an account may have at one time; the longest unused goes.
const MostDevices = 20

// renewsFor is how long a password may be chosen without the old one after an owner's code let a device
// in.
const renewsFor = "1 hour"

// EnterBy makes a device of an account; renews lets it choose a password without the old one, once.
func (s Devices) EnterBy(ctx context.Context, account, name string, renews bool) (id string, err error) {
	err = s.atDoor(ctx, func(tx pgx.Tx) error {
		if err := tx.QueryRow(ctx, `insert into device (account_id, name, renews_until) select id, $2,
				case when $3 then now() + $4::interval end from account
			where id = $1 and left_at is null returning id::text`, account, name, renews, renewsFor).Scan(&id); err != nil {
			return err
		}
		_, err := tx.Exec(ctx, `update device set ended_at = now() where id in (select id from device
			where account_id = $1 and ended_at is null order by seen_at desc, id offset $2)`, account, MostDevices)
		if err != nil {
			return err
		}
		return tellHomes(ctx, tx, account)
	})
	return id, err
}

// All lists those of some accounts that were not ended, by account, the last used first.
func (s Devices) All(ctx context.Context, accounts ...string) (map[string][]Device, error) {
	rows, err := s.door.Query(ctx, `select account_id::text, id::text, name, created_at, seen_at from device
		where account_id = any($1::uuid[]) and ended_at is null order by seen_at desc, id`, accounts)
	if err != nil {
		return nil, told(err)
	}
	all := map[string][]Device{}
	var account string
	var d Device
	_, err = pgx.ForEachRow(rows, []any{&account, &d.ID, &d.Name, &d.From, &d.Seen}, func() error {
		all[account] = append(all[account], d)
		return nil
	})
	return all, told(err)
}

// End ends one device of an account: its session is worth nothing from then on.
func (s Devices) End(ctx context.Context, account, device string) error {
	k, err := key(device)
	if err != nil {
		return err
	}
	return s.atDoor(ctx, func(tx pgx.Tx) error {
		tag, err := tx.Exec(ctx, `update device set ended_at = now() where id = $1 and account_id::text = $2
			and ended_at is null`, k, account)
		if err == nil && tag.RowsAffected() == 0 {
			err = ErrNotFound
		}
		if err != nil {
			return err
		}
		if err := tellHomes(ctx, tx, account); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{Account: account})
	})
}

// tellHomes tells every workshop of an account that its people have changed.
func tellHomes(ctx context.Context, tx pgx.Tx, account string) error {
	_, err := tx.Exec(ctx, `select pg_notify($1, json_build_object('w', workshop_id)::text) from membership
		where account_id::text = $2`, channel, account)
	return err
}

// Invite keeps a code by its hash: it lets an account in so many times, until a moment. A
// pairing code goes with the next one; a guest's link stays. renews lets whom it lets in choose a
// password without the old one.
func (s Devices) Invite(ctx context.Context, account, code string, uses int, until time.Time, renews bool) error {
	sum := sha256.Sum256([]byte(code))
	return s.atDoor(ctx, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `delete from invitation where account_id = $1 or until < now()`,
			account); err != nil {
			return err
		}
		_, err := tx.Exec(ctx, `insert into invitation (code, account_id, until, uses, renews)
			values ($1, $2, $3, $4, $5)`, sum[:], account, until, uses, renews)
		return err
	})
}

// Redeemed is whom a code lets in, until when a guest's link holds, and whether a password may be chosen
// without the old one.
type Redeemed struct {
	Account Account
	Until   time.Time
	Renews  bool
}

// Redeem takes a code. ErrNotFound where there is none, where its time is over or where it was used up.
func (s Devices) Redeem(ctx context.Context, code string) (r Redeemed, err error) {
	sum := sha256.Sum256([]byte(code))
	err = s.atDoor(ctx, func(tx pgx.Tx) error {
		var id string
		if err := tx.QueryRow(ctx, `update invitation set uses = uses - 1 where code = $1 and until > now() and uses > 0
			returning account_id::text, until, renews`, sum[:]).Scan(&id, &r.Until, &r.Renews); err != nil {
			return err
		}
		r.Account, err = oneAccount(tx.Query(ctx,
			`select `+accountColumns+` from account where id = $1 and left_at is null`, id))
		return err
	})
	return r, err
}

// Renews says whether a device was let in to choose a password without the old one, and may still.
func (s Devices) Renews(ctx context.Context, account, device string) (may bool, err error) {
	err = s.door.QueryRow(ctx, `select coalesce(bool_or(renews_until > now()), false) from device
		where id::text = $2 and account_id::text = $1 and ended_at is null`, account, device).Scan(&may)
	return may, told(err)
}

// Try says how long somebody must wait before the next try of what was tried wrongly before:
// a name from an address, an address. Zero: now.
func (s Devices) Try(ctx context.Context, what ...string) (wait time.Duration, err error) {
	var seconds float64
	err = s.door.QueryRow(ctx, `select coalesce(greatest(max(extract(epoch from next - now())), 0), 0)
		from attempt where what = any($1)`, what).Scan(&seconds)
	return time.Duration(seconds * float64(time.Second)), told(err)
}

// Wrong counts a wrong try: after the free ones each next one waits twice as long, up to a
// most. It is forgotten a day after the last.
func (s Devices) Wrong(ctx context.Context, what string, free int) error {
	const longest = 300 // seconds
	_, err := s.door.Exec(ctx, `insert into attempt as a (what, wrong, next) values ($1, 1, now())
		on conflict (what) do update set
			wrong = case when a.next < now() - interval '1 day' then 1 else a.wrong + 1 end,
			next = case when a.next < now() - interval '1 day' or a.wrong + 1 <= $2 then now()
				else now() + make_interval(secs => least(power(2, least(a.wrong - $2, 10)), $3)) end`, what, free,
		longest)
	return told(err)
}

// Right forgets the wrong tries of a name from an address.
func (s Devices) Right(ctx context.Context, what string) error {
	_, err := s.door.Exec(ctx, `delete from attempt where what = $1`, what)
	return told(err)
}
