package store

import (
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgtype"
)

// What a store refuses, and why.
var (
	// ErrNotFound says that there is no such record, or that it is in the bin.
	ErrNotFound = errors.New("not found")
	// ErrNothingToDo says that there is no step to undo or redo.
	ErrNothingToDo = errors.New("nothing to undo or redo")
	// ErrOtherBody says that a change's id was used before for something else.
	ErrOtherBody = errors.New("this change id was used for another change")
	// ErrUnstorable says that PostgreSQL cannot keep what was sent.
	ErrUnstorable = errors.New("a value that cannot be stored")
	// ErrDiskFull and ErrReadOnly say why nothing can be written.
	ErrDiskFull = errors.New("the disk of the database is full")
	ErrReadOnly = errors.New("the database takes no changes")
	// ErrFull says that a place holds as much as it may; Full says which.
	ErrFull = errors.New("no room")
	// ErrNotBinned says that only what lies in the bin is deleted for good.
	ErrNotBinned = errors.New("not in the bin")
)

// Conflict says that someone else saved first: the sender saw revision Seen,
// the store holds revision Latest.
type Conflict struct{ Seen, Latest int }

func (c *Conflict) Error() string {
	return fmt.Sprintf("revision %d was changed, the latest is %d", c.Seen, c.Latest)
}

// Full is an ErrFull with what is full.
type Full struct {
	What string
	Most int
}

func (f *Full) Error() string { return fmt.Sprintf("%s: at most %d", f.What, f.Most) }

// Is makes it an ErrFull.
func (f *Full) Is(target error) bool { return target == ErrFull }

// told turns an error of the database into one of this package where it says
// what the sender or the owner can do about it. Its text is not kept: it may
// hold what was sent.
func told(err error) error {
	if errors.Is(err, pgx.ErrNoRows) {
		return ErrNotFound
	}
	switch code := Code(err); {
	case code == "53100" || code == "58030":
		return ErrDiskFull
	case code == "25006":
		return ErrReadOnly
	case strings.HasPrefix(code, "22") || code == "54000":
		return ErrUnstorable
	}
	return err
}

// Code is PostgreSQL's five-letter code of an error; empty where it is none of
// its own.
func Code(err error) string {
	var pg *pgconn.PgError
	if errors.As(err, &pg) {
		return pg.Code
	}
	return ""
}

const uniqueViolation = "23505"

// key reads an id; what is none names no record.
func key(id string) (pgtype.UUID, error) {
	var u pgtype.UUID
	if u.Scan(id) != nil || !u.Valid {
		return u, ErrNotFound
	}
	return u, nil
}

// keys are those of a record and of what lies in it.
func keys(of, in string) (a, b pgtype.UUID, err error) {
	if a, err = key(of); err == nil {
		b, err = key(in)
	}
	return a, b, err
}

// asked is a fingerprint of what a change asks for.
func asked(what ...any) []byte {
	text, err := json.Marshal(what)
	if err != nil { // documents and settings are plain text and numbers
		panic(err)
	}
	sum := sha256.Sum256(text)
	return sum[:]
}

// repeat says whether a fingerprint stored with a change's id is that of the
// change that comes now; what was stored without one is taken as it.
func repeat(stored, now []byte) error {
	if len(stored) > 0 && string(stored) != string(now) {
		return ErrOtherBody
	}
	return nil
}
