package e2e

import (
	"context"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/store"
	"graybridge/store/storetest"
)

// A server on a database of an earlier program keeps it as it was before it brings it further;
// where it cannot keep it, it does not start and changes nothing.
func TestAnUpgradeTakesItsBackupFirst(t *testing.T) {
	t.Parallel()
	database := storetest.Migrated(t)
	demo(t, database)
	require.NoError(t, storetest.Back(context.Background(), database, 8))
	file := filepath.Join(t.TempDir(), "file")
	require.NoError(t, os.WriteFile(file, nil, 0o600))
	out, err := exec.Command(binary, "serve", "--addr", "127.0.0.1:0", "--database", database, "--backups",
		filepath.Join(file, "in-a-file")).CombinedOutput()
	require.Error(t, err)
	require.Contains(t, string(out), "nothing was changed")

	folder := filepath.Join(t.TempDir(), "backups")
	s := serve(t, database, "", "--backups", folder)
	require.Contains(t, s.log.String(), "before-upgrade")
	s.stop()
	kept, err := filepath.Glob(filepath.Join(folder, "*-before-upgrade.backup.gz"))
	require.NoError(t, err)
	require.Len(t, kept, 1)
	rows, err := store.Restore(context.Background(), storetest.Database(t),
		func() (io.ReadCloser, error) { return os.Open(kept[0]) })
	require.NoError(t, err)
	require.Greater(t, rows, 20)
}
