package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"graybridge/store"
)

// keeper takes the nightly backups and lets go what is over: old revisions, the bin, pictures
// that nothing was made of.
type keeper struct {
	dir   string
	store *store.Store
}

// Backups are kept in turns: the last of each of these days, weeks and months.
const (
	keptDays   = 7
	keptWeeks  = 5
	keptMonths = 12
)

const backupStamp = "2006-01-02T150405Z"

// Where says where backups are kept.
func (k *keeper) Where() string {
	if k.dir == "" {
		return ""
	}
	at, err := filepath.Abs(k.dir)
	if err != nil {
		return k.dir
	}
	return at
}

// Take makes a backup now and notes how it went.
func (k *keeper) Take(ctx context.Context) error {
	name, rows, err := k.take(ctx, k.store, "")
	b := store.BackupTaken{File: name, Rows: rows}
	if err != nil {
		b.File, b.Trouble = "", err.Error()
	}
	return errors.Join(err, k.store.Server.NoteBackup(context.WithoutCancel(ctx), b))
}

// take writes a backup into the folder; what says what it was taken before.
func (k *keeper) take(ctx context.Context, s *store.Store, what string) (name string, rows int, err error) {
	if err := os.MkdirAll(k.dir, 0o700); err != nil {
		return "", 0, err
	}
	name = "graybridge-" + time.Now().UTC().Format(backupStamp) + what + ".backup.gz"
	rows, err = writeBackup(ctx, s, filepath.Join(k.dir, name))
	return name, rows, err
}

// openKeeping opens the database; before it is brought up to date a backup is taken.
func openKeeping(ctx context.Context, url string, k *keeper) (*store.Store, error) {
	if url == "" {
		return nil, usageError{fmt.Errorf("no database: give --database or set DATABASE_URL")}
	}
	return store.Open(ctx, url, func(ctx context.Context, s *store.Store) error {
		if k.dir == "" {
			slog.Warn("the database is brought up to date without a backup: no --backups folder was given")
			return nil
		}
		name, _, err := k.take(ctx, s, "-before-upgrade")
		if err == nil {
			fmt.Fprintf(os.Stderr, "The database is brought up to date; as it was before it is kept in %s.\n",
				filepath.Join(k.dir, name))
		}
		return err
	})
}

// nightly looks every few minutes whether a new day has begun that nobody kept yet; one of
// several servers does it.
func (k *keeper) nightly(ctx context.Context) {
	for {
		_, err := k.store.Server.Alone(ctx, "nightly", func() error { return k.night(ctx, time.Now().UTC()) })
		if err != nil && ctx.Err() == nil {
			slog.Warn("the nightly keeping did not end", "code", store.Code(err), "trouble", fmt.Sprintf("%T", err))
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(5 * time.Minute):
		}
	}
}

// night is one night's work, a backup first; what was done today already is left.
func (k *keeper) night(ctx context.Context, now time.Time) error {
	return errors.Join(k.backUp(ctx, now), k.sweep(ctx, now))
}

func (k *keeper) backUp(ctx context.Context, now time.Time) error {
	if k.dir == "" {
		return nil
	}
	last, err := k.store.Server.Backups(ctx)
	if err != nil || !due(last, now) {
		return err
	}
	return errors.Join(k.Take(ctx), k.turnOver())
}

// sweep lets go what is over, once a day; what could not be is tried again at the next look.
func (k *keeper) sweep(ctx context.Context, now time.Time) error {
	day := now.Format(time.DateOnly)
	if last, err := k.store.Keeping.NightOf(ctx); err != nil || last == day {
		return err
	}
	_, photos := k.store.Photos.PurgePhotos(ctx)
	_, _, bin := k.store.Keeping.EmptyBin(ctx, now)
	_, thinned := k.store.Keeping.Thin(ctx, now)
	if err := errors.Join(photos, bin, thinned, k.store.Keeping.Sweep(ctx)); err != nil {
		return err
	}
	return k.store.Keeping.KeptNight(ctx, day)
}

// due says whether no backup of this day was taken: one that failed is tried again after an
// hour.
func due(last []store.BackupTaken, now time.Time) bool {
	for _, b := range last {
		at := b.At.UTC()
		if b.Trouble == "" && at.Format(time.DateOnly) == now.Format(time.DateOnly) ||
			b.Trouble != "" && now.Sub(at) < time.Hour {
			return false
		}
	}
	return true
}

// turnOver deletes the backups whose turn is over; files of other names are not touched.
func (k *keeper) turnOver() error {
	all, err := filepath.Glob(filepath.Join(k.dir, "graybridge-*Z.backup.gz"))
	if err != nil {
		return err
	}
	parts, err := filepath.Glob(filepath.Join(k.dir, "graybridge-*.backup.gz.part"))
	if err != nil {
		return err
	}
	var problems []error
	for _, path := range parts { // what a killed server left half-written
		if info, err := os.Stat(path); err == nil && time.Since(info.ModTime()) > time.Hour {
			problems = append(problems, os.Remove(path))
		}
	}
	for _, path := range over(all) {
		problems = append(problems, os.Remove(path))
	}
	return errors.Join(problems...)
}

// over are those of some backups that no turn keeps: the last of each of the last days, weeks
// and months stay.
func over(paths []string) []string {
	stamped := func(path string) (time.Time, bool) {
		at, err := time.Parse(backupStamp, strings.TrimSuffix(strings.TrimPrefix(filepath.Base(path), "graybridge-"),
			".backup.gz"))
		return at, err == nil
	}
	sorted := slices.DeleteFunc(slices.Clone(paths), func(p string) bool { _, ok := stamped(p); return !ok })
	slices.SortFunc(sorted, func(a, b string) int { // the latest first
		x, _ := stamped(a)
		y, _ := stamped(b)
		return y.Compare(x)
	})
	kept := map[string]bool{}
	for _, turn := range []struct {
		most int
		of   func(time.Time) string
	}{
		{keptDays, func(t time.Time) string { return t.Format(time.DateOnly) }},
		{keptWeeks, func(t time.Time) string { y, w := t.ISOWeek(); return fmt.Sprint(y, " ", w) }},
		{keptMonths, func(t time.Time) string { return t.Format("2006-01") }},
	} {
		seen := map[string]bool{}
		for _, p := range sorted {
			at, _ := stamped(p)
			if name := turn.of(at); !seen[name] && len(seen) < turn.most {
				seen[name], kept[p] = true, true
			}
		}
	}
	return slices.DeleteFunc(sorted, func(p string) bool { return kept[p] })
}
