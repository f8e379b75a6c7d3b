package main

import (
	"archive/zip"
	"bufio"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"path"
	"strings"

	"graybridge/core/logbook"
	"graybridge/store"
)

// checkBook says whether machines' books hold together: each entry carries the hash of the one
// before, every picture and recording is the one that was entered or was deleted by an entry
// that says so. It checks the file of a machine's life, or every book of the database.
func checkBook(ctx context.Context, args []string) error {
	f := flag.NewFlagSet("check-book", flag.ContinueOnError)
	database := databaseFlag(f)
	head := f.String("head", "", "the beginning of a hash as it stands on a card: one of the books must have an "+
		"entry with it")
	f.Usage = func() {
		fmt.Fprintf(f.Output(), "usage: graybridge check-book [--head HASH] [--database URL | FILE]\n\nSays whether "+
			"machines' books hold together, in the FILE of a machine's life or in the database.\n\n")
		f.PrintDefaults()
	}
	if err := parse(f, args); err != nil {
		return err
	}
	c := &checked{head: *head, out: os.Stdout}
	switch {
	case f.NArg() == 1:
		if err := c.file(f.Arg(0)); err != nil {
			return err
		}
	case f.NArg() == 0 && *database != "":
		s, err := open(ctx, *database)
		if err != nil {
			return err
		}
		defer s.Close()
		if err := c.all(store.Whole(ctx), s); err != nil {
			return err
		}
	default:
		return usageError{errors.New("give the FILE of a machine's life, or --database")}
	}
	return c.end()
}

// checked counts what was looked at.
type checked struct {
	head                   string
	found                  bool
	books, entries, broken int
	out                    io.Writer
}

func (c *checked) say(name string, h logbook.Head, lines []string, digests map[string]string) {
	c.books++
	c.entries += len(lines)
	list, err := h.Holds(lines, digests)
	if err != nil {
		c.broken++
		fmt.Fprintf(c.out, "broken  %s, %s: %v\n", name, h.Machine, err)
		return
	}
	for _, l := range lines {
		if c.head != "" && strings.Contains(l, `"hash":"`+c.head) {
			c.found = true
		}
	}
	fmt.Fprintf(c.out, "holds   %s, %s: %d entries, ends with %s\n", name, h.Machine, h.N, h.Hash)
	for _, e := range list {
		if e.Kind == logbook.Removed && e.File != nil {
			fmt.Fprintf(c.out, "deleted %s, %s: %s by %s on %s; its SHA-256 was %s\n", name, h.Machine,
				e.File.Type, e.Who,
				e.Taken, e.File.SHA256)
		}
	}
}

func (c *checked) end() error {
	fmt.Fprintf(c.out, "%d books, %d entries, %d broken\n", c.books, c.entries, c.broken)
	switch {
	case c.broken > 0:
		return fmt.Errorf("%d of %d books do not hold together", c.broken, c.books)
	case c.head != "" && !c.found:
		return fmt.Errorf("no book has an entry with the hash %s: what that card was printed from is not here", c.head)
	}
	return nil
}

// all checks every book of a database.
func (c *checked) all(ctx context.Context, s *store.Store) error {
	books, err := s.Books.EveryBook(ctx)
	if err != nil {
		return err
	}
	for _, b := range books {
		lines, err := s.Books.Lines(ctx, b.JobID, b.Machine, 1, 0)
		if err != nil {
			return err
		}
		digests, err := s.Books.Digests(ctx, b.JobID)
		if err != nil {
			return err
		}
		c.say(b.Name, logbook.Head{Machine: b.Machine, N: b.N, Hash: b.Hash}, lines, digests)
	}
	return nil
}

// file checks the file of a machine's life.
func (c *checked) file(name string) error {
	z, err := zip.OpenReader(name)
	if err != nil {
		return usageError{fmt.Errorf("%s: no zip, or one that is cut short", name)}
	}
	defer z.Close()
	var head logbook.LifeHead
	lines, digests := map[string][]string{}, map[string]string{}
	for _, part := range z.File {
		in, err := part.Open()
		if err != nil {
			return fmt.Errorf("%s: %w", part.Name, err)
		}
		switch {
		case part.Name == "life.json":
			err = json.NewDecoder(in).Decode(&head)
		case strings.HasPrefix(part.Name, "log/"):
			scan := bufio.NewScanner(in)
			scan.Buffer(nil, 1<<22)
			machine := strings.TrimSuffix(path.Base(part.Name), ".ndjson")
			for scan.Scan() {
				lines[machine] = append(lines[machine], scan.Text())
			}
			err = scan.Err()
		case strings.HasPrefix(part.Name, "files/"):
			sum := sha256.New()
			_, err = io.Copy(sum, in)
			digests[strings.TrimSuffix(path.Base(part.Name), path.Ext(part.Name))] = hex.EncodeToString(sum.Sum(nil))
		}
		_ = in.Close()
		if err != nil {
			return fmt.Errorf("%s: %w", part.Name, err)
		}
	}
	if bad := head.Check(); len(bad) > 0 {
		return bad
	}
	for _, b := range head.Books {
		c.say(head.Name, b, lines[b.Machine], digests)
	}
	return nil
}
