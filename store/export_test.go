package store

import "github.com/jackc/pgx/v5/pgxpool"

// Serving is the pool that requests work through.
func (s *Store) Serving() *pgxpool.Pool { return s.pool }
