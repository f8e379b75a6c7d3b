package store

import (
	"context"
	"errors"
	"fmt"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/stores"
)

// Reservation is what a machine has taken of a line of the stores.
type Reservation struct {
	StockID string `db:"stock_id"`
	JobID   string `db:"job_id"`
	Job     string `db:"job"` // its name
	Machine string `db:"machine"`
	Part    string `db:"part"`
	Count   int    `db:"count"`
	Fitted  bool   `db:"fitted"`
}

// Short says that fewer are free than were asked for.
type Short struct {
	What        string
	Asked, Free int
}

func (s *Short) Error() string {
	return fmt.Sprintf("of “%s” %d are free and %d were asked for", s.What, s.Free, s.Asked)
}

// withStores are the workshop's settings with its stores, where anything lies in them.
const withStores = `case when exists (select from stock k where k.workshop_id = w.id)
	then w.settings || jsonb_build_object('stores', stores_for(w.id, j.id)) else w.settings end`

const stockColumns = `id::text, kind, what, count, price, shop, place`

func stocked(rows pgx.Rows, err error) ([]stores.StockItem, error) {
	if err != nil {
		return nil, told(err)
	}
	list, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (i stores.StockItem, err error) {
		err = row.Scan(&i.ID, &i.Kind, &i.What, &i.Count, &i.Price, &i.Shop, &i.Place)
		return i, err
	})
	return list, told(err)
}

// All lists what lies in a workshop's drawers by kind, how many of each are reserved by
// nobody, and who has taken what.
func (s Stock) All(ctx context.Context, workshop string) ([]stores.StockItem, []Reservation, error) {
	k, err := key(workshop)
	if err != nil {
		return nil, nil, err
	}
	if _, err := Workshops(s).Workshop(ctx, workshop); err != nil {
		return nil, nil, err
	}
	list, err := stocked(s.pool.Query(ctx, `select `+stockColumns+` from stock where workshop_id = $1
		order by kind, what, id`, k))
	if err != nil {
		return nil, nil, err
	}
	rows, err := s.pool.Query(ctx, `select t.stock_id::text, t.job_id::text, j.document ->> 'name' as job,
			t.machine, t.part, t.count, t.fitted_at is not null as fitted
		from taken t join stock k on k.id = t.stock_id join job j on j.id = t.job_id
		where k.workshop_id = $1 order by t.at, t.job_id, t.part`, k)
	if err != nil {
		return nil, nil, told(err)
	}
	taken, err := pgx.CollectRows(rows, pgx.RowToStructByName[Reservation])
	if err != nil {
		return nil, nil, told(err)
	}
	free := map[string]int{}
	for _, t := range taken {
		if !t.Fitted {
			free[t.StockID] -= t.Count
		}
	}
	for i := range list {
		list[i].Free = list[i].Count + free[list[i].ID]
	}
	return list, taken, nil
}

// Add puts a line into a workshop's stores. A repeated change gives what the first made.
func (s Stock) Add(ctx context.Context, workshop, changeID string, i stores.StockItem) (stores.StockItem, error) {
	k, err := key(workshop)
	if err != nil {
		return i, err
	}
	err = s.txAgain(ctx, func(tx pgx.Tx) error {
		var id pgtype.UUID
		if err := tx.QueryRow(ctx, `select id from workshop where id = $1 and deleted_at is null for update`,
			k).Scan(&id); err != nil {
			return err
		}
		err := tx.QueryRow(ctx, `select id::text from stock where change_id = $1`, changeID).Scan(&i.ID)
		if err == nil || !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		var count int
		if err := tx.QueryRow(ctx, `select count(*) from stock where workshop_id = $1`, k).Scan(&count); err != nil {
			return err
		}
		if count >= stores.Most {
			return &Full{"lines of these stores", stores.Most}
		}
		if err := tx.QueryRow(ctx, `insert into stock (workshop_id, kind, what, count, price, shop, place, change_id)
			values ($1, $2, $3, $4, $5, $6, $7, $8) returning id::text`, k, i.Kind, i.What, i.Count, i.Price, i.Shop,
			i.Place, changeID).Scan(&i.ID); err != nil {
			return err
		}
		return tell(ctx, tx, Notice{WorkshopID: workshop})
	})
	i.Free = i.Count
	return i, err
}

// holdStock locks a line: what it is called, and how many of it are reserved and not fitted.
func holdStock(ctx context.Context, tx pgx.Tx, id pgtype.UUID) (what string, reserved int, err error) {
	err = tx.QueryRow(ctx, `select what from stock where id = $1 for update`, id).Scan(&what)
	if err != nil {
		return "", 0, err
	}
	err = tx.QueryRow(ctx, `select coalesce(sum(count), 0)::int from taken
		where stock_id = $1 and fitted_at is null`, id).Scan(&reserved)
	return what, reserved, err
}

// Save changes a line: never to fewer than are reserved of it.
func (s Stock) Save(ctx context.Context, i stores.StockItem) (stores.StockItem, error) {
	k, err := key(i.ID)
	if err != nil {
		return i, err
	}
	err = s.tx(ctx, func(tx pgx.Tx) error {
		what, held, err := holdStock(ctx, tx, k)
		if err != nil {
			return err
		}
		if i.Count < held {
			return &Short{what, held, i.Count}
		}
		i.Free = i.Count - held
		if _, err := tx.Exec(ctx, `update stock set kind = $2, what = $3, count = $4, price = $5, shop = $6, place = $7
			where id = $1`, k, i.Kind, i.What, i.Count, i.Price, i.Shop, i.Place); err != nil {
			return err
		}
		return tellStores(ctx, tx, k)
	})
	return i, err
}

// Drop takes a line out of the stores, if no machine has reserved of it.
func (s Stock) Drop(ctx context.Context, id string) error {
	k, err := key(id)
	if err != nil {
		return err
	}
	return s.tx(ctx, func(tx pgx.Tx) error {
		what, held, err := holdStock(ctx, tx, k)
		if err != nil {
			return err
		}
		if held > 0 {
			return &Short{what, held, 0}
		}
		if err := tellStores(ctx, tx, k); err != nil {
			return err
		}
		_, err = tx.Exec(ctx, `delete from stock where id = $1`, k)
		return err
	})
}

// Take is what is done with a line of the stores for a part of a job.
type Take string

// What can be done; each, done twice, is done once.
const (
	Reserve Take = "reserve" // so many, for this part
	Release Take = "release" // what is reserved and not fitted
	Fit     Take = "fit"     // the reserved are in the machine: counted down
	Unfit   Take = "unfit"   // out again: counted up, still reserved
)

// Take reserves, releases, fits or takes out again what a part of a job has of a line.
// The error is *Short where fewer are free. moved is the line's own name where something went into
// the machine or came out; empty where nothing did.
func (s Stock) Take(ctx context.Context, jobID, stockID, machine, part string, count int, do Take,
	by By) (moved string, err error) {
	j, err := key(jobID)
	if err != nil {
		return "", err
	}
	k, err := key(stockID)
	if err != nil {
		return "", err
	}
	err = s.tx(ctx, func(tx pgx.Tx) error {
		var what string
		moved = ""
		var there, others, mine int
		var fitted bool
		if err := tx.QueryRow(ctx, `select s.what, s.count from stock s join job j on j.workshop_id = s.workshop_id
			where s.id = $1 and j.id = $2 and j.deleted_at is null for update of s`, k, j).
			Scan(&what, &there); err != nil {
			return err
		}
		if err := tx.QueryRow(ctx, `select coalesce(sum(count) filter (where fitted_at is null and not
				(job_id = $2 and machine = $3 and part = $4)), 0)::int,
				coalesce(max(count) filter (where job_id = $2 and machine = $3 and part = $4), 0)::int,
				coalesce(bool_or(fitted_at is not null) filter (where job_id = $2 and machine = $3 and part = $4),
					false)
			from taken where stock_id = $1`, k, j, machine, part).Scan(&others, &mine, &fitted); err != nil {
			return err
		}
		if err := take(ctx, tx, do, taking{k, j, machine, part, by, what, count, there, others, mine,
			fitted}); err != nil {
			return err
		}
		if do == Fit && !fitted || do == Unfit && fitted {
			moved = what
		}
		return tellStores(ctx, tx, k) // every job of the workshop may take fewer, or more, now
	})
	return moved, err
}

// taking is one line of the stores and one part, locked.
type taking struct {
	stock, job                 pgtype.UUID
	machine, part              string
	by                         By
	what                       string
	count, there, others, mine int
	fitted                     bool
}

func take(ctx context.Context, tx pgx.Tx, do Take, t taking) (err error) {
	switch {
	case do == Reserve && !t.fitted:
		if free := t.there - t.others; t.count > free {
			return &Short{t.what, t.count, free}
		}
		_, err = tx.Exec(ctx, `insert into taken (stock_id, job_id, machine, part, count, who, account_id)
			values ($1, $2, $3, $4, $5, $6, $7) on conflict (stock_id, job_id, machine, part)
			do update set count = excluded.count, who = excluded.who, account_id = excluded.account_id`,
			t.stock, t.job, t.machine, t.part, t.count, t.by.Who, t.by.account())
	case do == Release && !t.fitted:
		_, err = tx.Exec(ctx, `delete from taken where stock_id = $1 and job_id = $2 and machine = $3 and part = $4`,
			t.stock, t.job, t.machine, t.part)
	case do == Fit && !t.fitted && t.mine > 0:
		if t.mine > t.there {
			return &Short{t.what, t.mine, t.there}
		}
		err = t.move(ctx, tx, `now()`, -t.mine)
	case do == Unfit && t.fitted:
		err = t.move(ctx, tx, `null`, t.mine)
	case (do == Fit || do == Unfit) && t.mine == 0:
		return ErrNothingToDo
	}
	return err
}

// move counts the line and marks the part with it.
func (t taking) move(ctx context.Context, tx pgx.Tx, fitted string, by int) error {
	if _, err := tx.Exec(ctx, `update stock set count = count + $2 where id = $1`, t.stock, by); err != nil {
		return err
	}
	_, err := tx.Exec(ctx, `update taken set fitted_at = `+fitted+`, who = $5, account_id = $6 where stock_id = $1
		and job_id = $2 and machine = $3 and part = $4`, t.stock, t.job, t.machine, t.part, t.by.Who, t.by.account())
	return err
}
