package store

import (
	"context"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/core/stores"
)

// LoadDemo stores the made-up workshops. Without reset it does so once in the
// life of a database; with reset it puts them back as they were, and touches
// no job that a person made. loaded is false when there was nothing to do.
func (s *Store) LoadDemo(ctx context.Context, workshops []scenario.Workshop, reset bool) (loaded bool, err error) {
	err = txOn(ctx, s.own, func(tx pgx.Tx) error {
		tag, err := tx.Exec(ctx, `insert into note (key, value) values ('demo', 'loaded') on conflict do nothing`)
		if err != nil {
			return err
		}
		loaded = tag.RowsAffected() == 1 || reset
		if !loaded {
			return nil
		}
		for _, w := range workshops {
			if err := loadWorkshop(ctx, tx, w); err != nil {
				return fmt.Errorf("demo workshop %s: %w", w.Key, err)
			}
		}
		return nil
	})
	return loaded, err
}

func loadWorkshop(ctx context.Context, tx pgx.Tx, w scenario.Workshop) error {
	var id string
	if err := tx.QueryRow(ctx,
		`insert into workshop (demo_key, settings, people) values ($1, $2, coalesce($3::text[], '{}'))
		on conflict (demo_key) do update set settings = excluded.settings, people = excluded.people,
			revision = workshop.revision + 1,
			deleted_at = null returning id::text`, w.Key, w.Set, w.People).Scan(&id); err != nil {
		return err
	}
	if err := loadStores(ctx, tx, id, w.Stores); err != nil {
		return err
	}
	for _, j := range w.Jobs {
		var jobID pgtype.UUID
		var revision int
		if err := tx.QueryRow(ctx, `insert into job (workshop_id, demo_key, document) values ($1::uuid, $2, $3)
			on conflict (workshop_id, demo_key) do update set document = excluded.document, revision = job.revision + 1,
				undo = job.undo || job.content, redo = '{}', content = job.revision + 1, deleted_at = null,
					archived_at = null, updated_at = now()
			returning id, revision`, id, j.Key, j.Document).Scan(&jobID, &revision); err != nil {
			return err
		}
		if err := keep(ctx, tx, jobID, revision, revision, Change{ID: fmt.Sprintf("demo-%d-%d", revision,
			time.Now().UnixNano())}, "as the demonstration has it", j.Document, []byte{}); err != nil {
			return err
		}
		if err := loadBook(ctx, tx, jobID, j, revision); err != nil {
			return err
		}
	}
	return nil
}

// loadBook writes a demonstration's book where none was begun, as it would have been entered.
func loadBook(ctx context.Context, tx pgx.Tx, id pgtype.UUID, j scenario.Job, revision int) error {
	list := scenario.Books()[j.Key]
	if len(list) == 0 {
		return nil
	}
	book, err := holdBook(ctx, tx, id, list[0].Machine)
	if err != nil || book.N > 0 {
		return err
	}
	plan := plan.Make(j.Document)
	w := Writing{Book: &book}
	for _, e := range list {
		e.Revision = revision
		if _, err := write(ctx, tx, id, &w, e, func(w *Writing) error {
			w.Entry.Received = e.Received
			if why := plan.Enter(w.Entry, w.Known); why != "" {
				return fmt.Errorf("entry %s: %s", e.ID, why)
			}
			if w.Book.N == 0 {
				w.Entry.Stood = plan.Stood()
			}
			return nil
		}); err != nil {
			return err
		}
	}
	book.Revision = revision
	book.Stays = plan.BringUp(w.Known).Stays
	return book.save(ctx, tx, id)
}

// loadStores fills a demonstration's stores where nothing lies in them.
func loadStores(ctx context.Context, tx pgx.Tx, workshop string, items []stores.StockItem) error {
	var there int
	if err := tx.QueryRow(ctx, `select count(*) from stock where workshop_id = $1::uuid`, workshop).
		Scan(&there); err != nil || there > 0 {
		return err
	}
	for _, i := range items {
		if _, err := tx.Exec(ctx, `insert into stock (workshop_id, kind, what, count, price, shop, place)
			values ($1::uuid, $2, $3, $4, $5, $6, $7)`, workshop, i.Kind, i.What, i.Count, i.Price, i.Shop,
			i.Place); err != nil {
			return err
		}
	}
	return nil
}
