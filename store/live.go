package store

import (
	"context"
	"strconv"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
)

// Notice says that a job has a new latest revision or lies on another shelf. An
// empty JobID means that notices may have been missed: look at everything.
type Notice struct {
	JobID    string
	Revision int
}

const channel = "gray_bridge_job"

// tell sends a notice to every server that listens, when the transaction ends.
func tell(ctx context.Context, tx pgx.Tx, id string, revision int) error {
	_, err := tx.Exec(ctx, `select pg_notify($1, $2)`, channel, id+" "+strconv.Itoa(revision))
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
		conn, err := pgx.ConnectConfig(ctx, s.pool.Config().ConnConfig)
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
				id, number, _ := strings.Cut(n.Payload, " ")
				if revision, err := strconv.Atoi(number); err == nil {
					hear(Notice{id, revision})
				}
			}
		}
		_ = conn.Close(context.WithoutCancel(ctx))
	}
}
