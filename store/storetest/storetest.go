// Package storetest gives each test a database of its own on the project's test
// cluster, which it starts when nobody has.
package storetest

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/store"
)

// cluster is the address of the test cluster: DATABASE_URL as ./test sets it,
// else the same cluster, started here.
var cluster = sync.OnceValues(func() (string, error) {
	if u := os.Getenv("DATABASE_URL"); u != "" {
		return u, nil
	}
	out, err := exec.Command(filepath.Join(Root(), "scripts/pg.sh"), "start",
		filepath.Join(Root(), ".local/pg-test"), "quick").Output()
	return strings.TrimPrefix(strings.TrimSpace(string(out)), "DATABASE_URL="), err
})

// Root is the project's folder.
func Root() string {
	_, file, _, _ := runtime.Caller(0)
	if !filepath.IsAbs(file) { // built with -trimpath: go test runs in the package's folder
		dir, _ := os.Getwd()
		for dir != "/" {
			if _, err := os.Stat(filepath.Join(dir, "go.mod")); err == nil {
				return dir
			}
			dir = filepath.Dir(dir)
		}
	}
	return filepath.Dir(filepath.Dir(filepath.Dir(file)))
}

// Database makes an empty database and returns its address; it is dropped with
// the test.
func Database(t testing.TB) string {
	t.Helper()
	return made(t, "")
}

// Migrated is Database with the tables of this program already made: a copy of one that is kept
// in the test cluster as long as no step of the tables changes.
func Migrated(t testing.TB) string {
	t.Helper()
	of, err := pattern()
	require.NoError(t, err, "the tables could not be made")
	return made(t, " template "+of)
}

// pattern is the database that others are copied from.
var pattern = sync.OnceValues(func() (string, error) {
	base, err := cluster()
	if err != nil {
		return "", err
	}
	digest := sha256.New()
	steps, err := filepath.Glob(filepath.Join(Root(), "store/migrations/*"))
	if err != nil || len(steps) == 0 {
		return "", fmt.Errorf("no steps of the tables: %w", err)
	}
	for _, step := range steps {
		text, err := os.ReadFile(step)
		if err != nil {
			return "", err
		}
		digest.Write(text)
	}
	name := "pattern_" + hex.EncodeToString(digest.Sum(nil)[:6])
	ctx := context.Background()
	admin, err := pgx.Connect(ctx, base)
	if err != nil {
		return "", err
	}
	defer admin.Close(ctx)
	const one = 7301 // one maker at a time, of all test programs
	if _, err := admin.Exec(ctx, "select pg_advisory_lock($1)", one); err != nil {
		return "", err
	}
	var there bool
	if err := admin.QueryRow(ctx, "select exists (select from pg_database where datname = $1)",
		name).Scan(&there); err != nil || there {
		return name, err
	}
	// Made under another name: what was broken off is made again.
	if _, err := admin.Exec(ctx, "drop database if exists "+name+"_making with (force)"); err != nil {
		return "", err
	}
	if _, err := admin.Exec(ctx, "create database "+name+"_making"); err != nil {
		return "", err
	}
	s, err := store.Open(ctx, at(base, name+"_making"))
	if err != nil {
		return "", err
	}
	s.Close()
	_, err = admin.Exec(ctx, "alter database "+name+"_making rename to "+name)
	return name, err
})

// at is the address of a database of the cluster.
func at(base, name string) string {
	u, err := url.Parse(base)
	if err != nil {
		return base
	}
	u.Path = "/" + name
	return u.String()
}

func made(t testing.TB, how string) string {
	t.Helper()
	base, err := cluster()
	require.NoError(t, err, "the test cluster did not start")
	var random [6]byte
	_, _ = rand.Read(random[:])
	name := "test_" + hex.EncodeToString(random[:])
	ctx := context.Background()
	admin, err := pgx.Connect(ctx, base)
	require.NoError(t, err)
	defer admin.Close(ctx)
	_, err = admin.Exec(ctx, "create database "+name+how)
	require.NoError(t, err)
	t.Cleanup(func() {
		admin, err := pgx.Connect(ctx, base)
		if err != nil {
			return // the cluster was stopped first: nothing is left behind but a test's data
		}
		defer admin.Close(ctx)
		_, _ = admin.Exec(ctx, "drop database if exists "+name+" with (force)")
	})
	return at(base, name)
}

// Store opens a store on a database of its own.
func Store(t testing.TB) *store.Store {
	t.Helper()
	s, err := store.Open(context.Background(), Migrated(t))
	require.NoError(t, err)
	t.Cleanup(s.Close)
	return s
}

// Back takes a database back to an earlier step, as a program of then left it.
func Back(ctx context.Context, url string, step int64) error {
	return store.MigrateTo(ctx, url, step)
}
