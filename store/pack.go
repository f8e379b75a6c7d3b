package store

import (
	"bytes"
	"compress/zlib"
	"embed"
	"encoding/json"
	"fmt"
	"io"
	"sync"

	"github.com/jackc/pgx/v5/pgtype"

	"graybridge/core/document"
)

// Revisions are many and alike, and each is a kilobyte that PostgreSQL keeps as it is: its
// own compression begins at rows of 2 kB. So they are packed here, each by itself, against
// a dictionary of documents as people fill them in. A dictionary never changes once
// something is packed against it; a better one is another file, with the next number.

//go:embed dictionary/*.jsonl
var dictionaries embed.FS

// packedWith is the dictionary that is packed against now.
const packedWith = 1

// dictionary gives one by its number.
func dictionary(number byte) ([]byte, error) {
	text, err := dictionaries.ReadFile(fmt.Sprintf("dictionary/%d.jsonl", number))
	if err != nil {
		return nil, fmt.Errorf("a revision is packed in a way (%d) that this program does not know: %w", number, err)
	}
	return text, nil
}

// packer is one compressor; making it is dearer than using it.
var packers = sync.Pool{New: func() any {
	text, err := dictionary(packedWith)
	if err != nil {
		panic(err) // it is built in
	}
	w, err := zlib.NewWriterLevelDict(io.Discard, zlib.BestCompression, text)
	if err != nil {
		panic(err)
	}
	return w
}}

// pack writes a document down for the history: the number of the dictionary, and what zlib
// makes of it. The workshop's settings are not in it: they are those of the day it is read.
func pack(d document.Document) ([]byte, error) {
	d.Workshop = document.Workshop{}
	text, err := json.Marshal(d)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	out.WriteByte(packedWith)
	w := packers.Get().(*zlib.Writer)
	defer packers.Put(w)
	w.Reset(&out)
	if _, err := w.Write(text); err != nil {
		return nil, err
	}
	if err := w.Close(); err != nil {
		return nil, err
	}
	return out.Bytes(), nil
}

// kept is a document as the history has it: packed, or as it was stored before. It carries
// the settings of its workshop as they are now.
type kept struct {
	Packed   []byte
	Document []byte
	Settings document.Workshop
}

// unpack gives the document.
func (k kept) unpack() (d document.Document, err error) {
	text := k.Document
	if len(k.Packed) > 0 {
		with, err := dictionary(k.Packed[0])
		if err != nil {
			return d, err
		}
		r, err := zlib.NewReaderDict(bytes.NewReader(k.Packed[1:]), with)
		if err != nil {
			return d, fmt.Errorf("a packed revision cannot be read: %w", err)
		}
		if text, err = io.ReadAll(r); err != nil {
			return d, fmt.Errorf("a packed revision cannot be read: %w", err)
		}
	}
	if err := json.Unmarshal(text, &d); err != nil {
		return d, err
	}
	d.Workshop = k.Settings
	return d, nil
}

// pictures are the ids of the photographs that a document names.
func pictures(d document.Document) []pgtype.UUID {
	out := []pgtype.UUID{}
	for _, id := range d.Named() {
		if one, err := key(id); err == nil {
			out = append(out, one)
		}
	}
	return out
}
