package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"

	"golang.org/x/sys/unix"

	"graybridge/store"
)

// oneFile reads the flags of a command that stores, and its one FILE.
func oneFile(name, about string, args []string) (url, path string, err error) {
	f := flag.NewFlagSet(name, flag.ContinueOnError)
	database := databaseFlag(f)
	f.Usage = func() {
		fmt.Fprintf(f.Output(), "usage: graybridge %s [--database URL] FILE\n\n%s\n\n", name, about)
		f.PrintDefaults()
	}
	if err := parse(f, args); err != nil {
		return "", "", err
	}
	if f.NArg() != 1 {
		return "", "", usageError{fmt.Errorf("give one FILE")}
	}
	if *database == "" {
		return "", "", usageError{fmt.Errorf("no database: give --database or set DATABASE_URL")}
	}
	return *database, f.Arg(0), nil
}

// backup writes everything that is stored into one file. A file that is there
// already is not touched, and none is left half-written.
func backup(ctx context.Context, args []string) error {
	url, path, err := oneFile("backup", "Writes every workshop, machine, revision and photograph, as of one moment, "+
		"into a new FILE.", args)
	if err != nil {
		return err
	}
	if _, err := os.Lstat(path); err == nil {
		return usageError{fmt.Errorf("%s is there already; give a new name", path)}
	}
	s, err := open(ctx, url)
	if err != nil {
		return err
	}
	defer s.Close()
	rows, err := writeBackup(ctx, s, path)
	if err != nil {
		return err
	}
	fmt.Printf("%d rows are in %s. Restore it into an empty database now and then: a backup that was never restored "+
		"is a hope.\n", rows, path)
	return nil
}

// writeBackup writes a backup into a file; none is left half-written, also not by a kill: the file has no
// name before it is whole. Where a file system has no such files it is written beside, and swept.
func writeBackup(ctx context.Context, s *store.Store, path string) (rows int, err error) {
	fd, err := unix.Open(filepath.Dir(path), unix.O_TMPFILE|unix.O_WRONLY|unix.O_CLOEXEC, 0o600)
	if err != nil {
		return writeBackupBeside(ctx, s, path)
	}
	file := os.NewFile(uintptr(fd), path)
	defer file.Close()
	if rows, err = s.Backup(ctx, file); err == nil {
		err = file.Sync()
	}
	if err != nil {
		return rows, err
	}
	return rows, unix.Linkat(unix.AT_FDCWD, fmt.Sprintf("/proc/self/fd/%d", fd), unix.AT_FDCWD, path,
		unix.AT_SYMLINK_FOLLOW)
}

// writeBackupBeside is writeBackup where every file has a name.
func writeBackupBeside(ctx context.Context, s *store.Store, path string) (rows int, err error) {
	part := path + ".part"
	file, err := os.OpenFile(part, os.O_WRONLY|os.O_CREATE|os.O_TRUNC, 0o600)
	if err != nil {
		return 0, err
	}
	defer os.Remove(part)
	rows, err = s.Backup(ctx, file)
	if err == nil {
		err = file.Sync()
	}
	err = errors.Join(err, file.Close())
	if err == nil {
		err = os.Rename(part, path)
	}
	return rows, err
}

// restore puts a backup into an empty database.
func restore(ctx context.Context, args []string) error {
	url, path, err := oneFile("restore", "Puts a backup into an empty database. Foreign, damaged and newer files are "+
		"refused, and then nothing is stored.", args)
	if err != nil {
		return err
	}
	rows, err := store.Restore(ctx, url, func() (io.ReadCloser, error) { return os.Open(path) })
	var bad *store.BadBackup
	switch {
	case errors.As(err, &bad):
		return usageError{fmt.Errorf("%s: %w; nothing was stored", path, err)}
	case errors.Is(err, store.ErrNotEmpty):
		return usageError{err}
	case err != nil:
		return err
	}
	fmt.Printf("%d rows of %s are in the database.\n", rows, path)
	return nil
}
