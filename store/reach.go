package store

import (
	"context"
	"slices"
	"strings"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
)

// Reach is what a request may touch. The database holds it too: the serving role owns no
// table, and each of its connections is told the reach of the request that it works for, by
// which every row is judged (row-level security). A request without a reach touches nothing.
type Reach struct {
	how       string   // whole or some; the door's connections say door, and reach accounts, devices and codes
	Workshops []string // whole
	Parts     []string // workshops of which only some machines are reached
	Jobs      []string // those machines
}

type reachKey struct{}

// Whole is the reach of one person on one computer, and of the program's own work: everything.
func Whole(ctx context.Context) context.Context {
	return context.WithValue(ctx, reachKey{}, Reach{how: "whole"})
}

// Reaching gives a request its reach.
func Reaching(ctx context.Context, r Reach) context.Context {
	r.how = "some"
	return context.WithValue(ctx, reachKey{}, r)
}

// ReachOf is the reach that a request was given.
func ReachOf(ctx context.Context) Reach {
	r, _ := ctx.Value(reachKey{}).(Reach)
	return r
}

// IsWhole says that it reaches everything.
func (r Reach) IsWhole() bool { return r.how == "whole" }

// Sees says whether a notice about a job of a workshop is within the reach.
func (r Reach) Sees(workshop, job string) bool {
	switch {
	case r.IsWhole() || workshop == "" || slices.Contains(r.Workshops, workshop):
		return true
	case slices.Contains(r.Parts, workshop):
		return job == "" || slices.Contains(r.Jobs, job)
	}
	return false
}

const toldKey = "graybridge.reach"

// tellReach says a request's reach to the connection that will work for it, unless it was
// said last on the same connection.
func tellReach(ctx context.Context, conn *pgx.Conn) (bool, error) {
	r := ReachOf(ctx)
	lists := [3]string{strings.Join(r.Workshops, ","), strings.Join(r.Parts, ","), strings.Join(r.Jobs, ",")}
	now := r.how + ";" + lists[0] + ";" + lists[1] + ";" + lists[2]
	said := conn.PgConn().CustomData()
	if said[toldKey] == now {
		return true, nil
	}
	said[toldKey] = nil // should the saying fail half-way
	_, err := conn.Exec(ctx, `select set_config('graybridge.reach', $1, false), set_config('graybridge.workshops', $2, false),
		set_config('graybridge.parts', $3, false), set_config('graybridge.jobs', $4, false)`,
		r.how, lists[0], lists[1], lists[2])
	if err != nil {
		return false, err
	}
	said[toldKey] = now
	return true, nil
}

// servingPool is a pool whose connections work in the serving role. With a reach of its own that
// is told once; without one each request's is told to the connection that works for it.
func servingPool(ctx context.Context, url string, most int32, always string) (*pgxpool.Pool, error) {
	cfg, err := pgxpool.ParseConfig(url)
	if err != nil {
		return nil, err
	}
	cfg.MaxConns = most
	cfg.AfterConnect = func(ctx context.Context, conn *pgx.Conn) error {
		_, err := conn.Exec(ctx, `set role workbench_serving`)
		if err == nil && always != "" {
			_, err = conn.Exec(ctx, `select set_config('graybridge.reach', $1, false)`, always)
		}
		return err
	}
	if always == "" {
		cfg.PrepareConn = tellReach
	}
	return pgxpool.NewWithConfig(ctx, cfg)
}

// Connections of one server, beside the one that listens.
const (
	mostServing = 8
	mostAtDoor  = 4 // who comes in, and who calls
	mostOwn     = 3 // the owner's own, for what is done for the whole database
)
