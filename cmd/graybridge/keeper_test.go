package main

import (
	"context"
	"errors"
	"io"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

// Five hundred nights: the last of seven days, of five weeks and of twelve months are kept, and
// nothing that is named otherwise is touched.
func TestBackupsAreKeptInTurns(t *testing.T) {
	var all []string
	first := time.Date(2025, 7, 1, 2, 0, 0, 0, time.UTC)
	for night := range 500 {
		all = append(all, "/b/graybridge-"+first.AddDate(0, 0, night).Format(backupStamp)+".backup.gz")
	}
	last := first.AddDate(0, 0, 499)
	all = append(all, "/b/graybridge-mine.backup.gz",
		"/b/graybridge-"+last.Format(backupStamp)+"-before-upgrade.backup.gz")
	gone := map[string]bool{}
	for _, p := range over(all) {
		gone[p] = true
	}
	kept := map[string]bool{}
	for _, p := range all {
		if !gone[p] {
			kept[p] = true
		}
	}
	name := func(at time.Time) string { return "/b/graybridge-" + at.Format(backupStamp) + ".backup.gz" }
	for day := range keptDays {
		require.True(t, kept[name(last.AddDate(0, 0, -day))], "day %d", day)
	}
	for month := 1; month < keptMonths; month++ { // the last night of each month before
		end := time.Date(last.Year(), last.Month()-time.Month(month)+1, 0, 2, 0, 0, 0, time.UTC)
		require.True(t, kept[name(end)], "month of %s", end)
	}
	require.True(t, kept["/b/graybridge-mine.backup.gz"])
	require.LessOrEqual(t, len(kept), keptDays+keptWeeks+keptMonths+2)
	require.Empty(t, over(all[:3]), "what is few is kept")
}

func TestABackupIsDueOnceADayAndAgainAnHourAfterAFailure(t *testing.T) {
	now := time.Date(2026, 11, 26, 2, 0, 0, 0, time.UTC)
	turn := func(ago time.Duration, trouble string) []store.BackupTaken {
		return []store.BackupTaken{{At: now.Add(-ago), Trouble: trouble}}
	}
	require.True(t, due(nil, now))
	require.False(t, due(turn(time.Hour, ""), now))
	require.True(t, due(turn(3*time.Hour, ""), now), "yesterday's")
	require.False(t, due(turn(30*time.Minute, "no room"), now))
	require.True(t, due(turn(61*time.Minute, "no room"), now))
}

// A night's backup restores to the same; a folder that cannot be written to is said, leaves
// nothing half-written, and what was taken before stays.
func TestANightsBackupRestoresAndAFailedOneIsSaid(t *testing.T) {
	ctx := store.Whole(context.Background())
	s := storetest.Store(t)
	_, err := s.LoadDemo(ctx, scenario.Workshops(), false)
	require.NoError(t, err)
	k := &keeper{dir: filepath.Join(t.TempDir(), "backups"), store: s}
	require.NoError(t, k.night(ctx, time.Now().UTC()))
	require.NoError(t, k.night(ctx, time.Now().UTC()))
	files, err := filepath.Glob(filepath.Join(k.dir, "*"))
	require.NoError(t, err)
	require.Len(t, files, 1, "one a day, and nothing half-written")
	info, err := os.Stat(files[0])
	require.NoError(t, err)
	require.Equal(t, os.FileMode(0o600), info.Mode().Perm(), "for its owner's eyes")
	rows, err := store.Restore(ctx, storetest.Database(t), func() (io.ReadCloser, error) { return os.Open(files[0]) })
	require.NoError(t, err)
	list, err := s.Server.Backups(ctx)
	require.NoError(t, err)
	require.Equal(t, rows, list[0].Rows)

	good := k.dir
	k.dir = filepath.Join(files[0], "no-folder")
	require.Error(t, k.Take(ctx))
	list, err = s.Server.Backups(ctx)
	require.NoError(t, err)
	require.NotEmpty(t, list[0].Trouble)
	k.dir = good
	files, err = filepath.Glob(filepath.Join(k.dir, "*"))
	require.NoError(t, err)
	require.Len(t, files, 1)
	// A disk that is full in the middle of a backup: none is left half-written.
	_, err = s.Backup(ctx, &short{left: 500})
	require.ErrorIs(t, err, errNoRoom)
}

var errNoRoom = errors.New("no room")

type short struct{ left int }

func (s *short) Write(p []byte) (int, error) {
	if s.left -= len(p); s.left < 0 {
		return 0, errNoRoom
	}
	return len(p), nil
}

// A forgotten password is renewed at the console by a code that lets in once.
func TestAForgottenPasswordIsRenewedAtTheConsole(t *testing.T) {
	ctx := context.Background()
	url := storetest.Database(t)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	defer s.Close()
	a, err := s.People.FoundAccount(ctx, "Odile W.", "sealed")
	require.NoError(t, err)
	device, err := s.Devices.EnterBy(ctx, a.ID, "phone", false)
	require.NoError(t, err)
	status, _, errs := called(t, "", "password", "--database", url, "Nobody")
	require.Equal(t, 2, status)
	require.Contains(t, errs, "nobody here is called Nobody")
	status, out, errs := called(t, "", "password", "--database", url, "odile w.")
	require.Zero(t, status, errs)
	require.Contains(t, out, "comes in once, within an hour, by the code")
	again, err := s.People.AccountOf(ctx, a.ID)
	require.NoError(t, err)
	require.Empty(t, again.Password)
	_, err = s.Devices.CallerBy(ctx, device, "", "")
	require.ErrorIs(t, err, store.ErrNotFound, "the lost device is out")
}
