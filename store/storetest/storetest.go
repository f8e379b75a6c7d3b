// Package storetest gives each test a database of its own on the project's test
// cluster, which it starts when nobody has.
package storetest

import (
	"context"
	"crypto/rand"
	"encoding/hex"
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
		filepath.Join(Root(), ".local/pg-test")).Output()
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
	base, err := cluster()
	require.NoError(t, err, "the test cluster did not start")
	var random [6]byte
	_, _ = rand.Read(random[:])
	name := "test_" + hex.EncodeToString(random[:])
	ctx := context.Background()
	admin, err := pgx.Connect(ctx, base)
	require.NoError(t, err)
	defer admin.Close(ctx)
	_, err = admin.Exec(ctx, "create database "+name)
	require.NoError(t, err)
	t.Cleanup(func() {
		admin, err := pgx.Connect(ctx, base)
		if err != nil {
			return // the cluster was stopped first: nothing is left behind but a test's data
		}
		defer admin.Close(ctx)
		_, _ = admin.Exec(ctx, "drop database if exists "+name+" with (force)")
	})
	u, err := url.Parse(base)
	require.NoError(t, err)
	u.Path = "/" + name
	return u.String()
}

// Store opens a store on a database of its own.
func Store(t testing.TB) *store.Store {
	t.Helper()
	s, err := store.Open(context.Background(), Database(t))
	require.NoError(t, err)
	t.Cleanup(s.Close)
	return s
}

// Back takes a database back to an earlier step, as a program of then left it.
func Back(ctx context.Context, url string, step int64) error {
	return store.MigrateTo(ctx, url, step)
}
