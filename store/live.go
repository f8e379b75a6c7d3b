package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgtype"
)

// Notice says what has changed. Of a job: its new latest revision, or that it lies on another
// shelf; or that somebody said something beside it, or wrote in one of its books. Of a workshop
// without a job: look at all of it. Of an account: what it may, or through what it works.
// Sharing: whether the server is open. All empty: notices may have been missed, look at
// everything.
type Notice struct {
	JobID      string `json:"j,omitempty"`
	Revision   int    `json:"r,omitempty"`
	Remark     bool   `json:"m,omitempty"`
	Log        bool   `json:"l,omitempty"`
	WorkshopID string `json:"w,omitempty"`
	Account    string `json:"a,omitempty"`
	Sharing    bool   `json:"s,omitempty"`
}

const channel = "gray_bridge_job"

// executor is a pool, a connection or a transaction.
type executor interface {
	Exec(ctx context.Context, sql string, args ...any) (pgconn.CommandTag, error)
}

// tell sends a notice to every server that listens, when the transaction ends.
func tell(ctx context.Context, on executor, n Notice) error {
	text, err := json.Marshal(n)
	if err != nil {
		return err
	}
	_, err = on.Exec(ctx, `select pg_notify($1, $2)`, channel, string(text))
	return err
}

// tellJob tells of a job's revision.
func tellJob(ctx context.Context, tx pgx.Tx, id pgtype.UUID, revision int) error {
	_, err := tx.Exec(ctx, `select pg_notify($1, json_build_object('j', id, 'r', $3::int, 'w', workshop_id)::text)
		from job where id = $2`, channel, id, revision)
	return err
}

// tellBeside tells of what lies beside a job: "m", a remark, or "l", a line of a book, as a
// Notice writes them.
func tellBeside(ctx context.Context, tx pgx.Tx, id pgtype.UUID, what string) error {
	_, err := tx.Exec(ctx, `select pg_notify($1, json_build_object('j', id, $3::text, true, 'w', workshop_id)::text)
		from job where id = $2`, channel, id, what)
	return err
}

// tellStores tells of a workshop's stores, by one of their lines.
func tellStores(ctx context.Context, tx pgx.Tx, stock pgtype.UUID) error {
	_, err := tx.Exec(ctx, `select pg_notify($1, json_build_object('w', workshop_id)::text) from stock where id = $2`,
		channel, stock)
	return err
}

// Listen hands every notice of every server on this database to hear, until
// the context ends. It holds a connection of its own and makes a new one when
// that is lost; after a loss it says so by an empty notice.
func (s *Store) Listen(ctx context.Context, hear func(Notice)) {
	for lost := false; ctx.Err() == nil; lost = true {
		if lost {
			select {
			case <-ctx.Done():
				return
			case <-time.After(time.Second):
			}
		}
		conn, err := pgx.ConnectConfig(ctx, s.own.Config().ConnConfig)
		if err != nil {
			continue
		}
		if _, err := conn.Exec(ctx, "listen "+channel); err == nil {
			if lost {
				hear(Notice{})
			}
			for {
				n, err := conn.WaitForNotification(ctx)
				if err != nil {
					break
				}
				var said Notice
				if json.Unmarshal([]byte(n.Payload), &said) == nil {
					hear(said)
				}
			}
		}
		_ = conn.Close(context.WithoutCancel(ctx))
	}
}
