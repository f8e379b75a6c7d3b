package logbook

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
)

// Seal gives an entry its place after the last one of its book: n counts on from last, before
// is the last one's hash. The line is the entry's JSON as it is kept.
func Seal(e Entry, last int, before string) (sealed Entry, line []byte, err error) {
	e.V, e.N, e.Before, e.Hash = Version, last+1, before, ""
	if e.Hash, err = hashOf(e); err != nil {
		return e, nil, err
	}
	line, err = json.Marshal(e)
	return e, line, err
}

// hashOf is the hash of an entry that carries none.
func hashOf(e Entry) (string, error) {
	text, err := json.Marshal(e)
	if err != nil {
		return "", err
	}
	sum := sha256.New()
	sum.Write([]byte(e.Before + "\n"))
	sum.Write(text)
	return hex.EncodeToString(sum.Sum(nil)), nil
}

// Broken is where a book does not hold together.
type Broken struct {
	N   int // of the entry, as counted from the book's beginning
	Why string
}

func (b *Broken) Error() string { return fmt.Sprintf("entry %d: %s", b.N, b.Why) }

// Chain checks a machine's book line by line, the oldest first. The zero Chain is one that
// has seen nothing.
type Chain struct {
	N    int
	Head string // hash of the last entry
}

// Next checks the next line: that it can be read, is written as the book writes, counts on,
// follows its forerunner, and has the hash that it says. The error is a *Broken.
func (c *Chain) Next(line []byte) (e Entry, err error) {
	at := c.N + 1
	broken := func(why string, args ...any) (Entry, error) {
		return Entry{}, &Broken{at, fmt.Sprintf(why, args...)}
	}
	reader := json.NewDecoder(bytes.NewReader(line))
	reader.DisallowUnknownFields()
	if err := reader.Decode(&e); err != nil {
		return broken("cannot be read: %v", err)
	}
	switch {
	case e.V != Version:
		return broken("is of version %d, not of %d", e.V, Version)
	case e.N != at:
		return broken("says it is entry %d: one is missing, or the order is changed", e.N)
	case e.Before != c.Head:
		return broken("does not follow the entry before it: that one was changed, or one was taken out")
	}
	said := e.Hash
	e.Hash = ""
	hash, err := hashOf(e)
	if err != nil {
		return broken("cannot be read: %v", err)
	}
	if hash != said {
		return broken("was changed after it was written")
	}
	e.Hash = said
	if again, err := json.Marshal(e); err != nil || !bytes.Equal(again, bytes.TrimSpace(line)) {
		return broken("is not written as the book writes it")
	}
	c.N, c.Head = at, said
	return e, nil
}
