package api

import (
	"archive/zip"
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"path"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/logbook"
	"graybridge/core/openfile"
	"graybridge/core/people"
	"graybridge/store"
)

// bringLife reads a life strictly: every place that is damaged or foreign is named, and then
// nothing is stored. The body lies in a file of its own.
func (s jobs) bringLife(w http.ResponseWriter, r *http.Request) {
	made, err := s.livedIn(r)
	if err != nil {
		var told *huma.ErrorModel
		if errors.As(err, &told) {
			giveProblem(w, told)
			return
		}
		refuseError(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("ETag", made.ETag)
	w.WriteHeader(http.StatusCreated)
	_ = json.NewEncoder(w).Encode(made.Body)
}

func (s jobs) livedIn(r *http.Request) (*jobOutput, error) {
	ctx, workshop, change := r.Context(), r.URL.Query().Get("workshop_id"), r.Header.Get("Change-Id")
	if err := inWorkshop(ctx, workshop, people.Plan); err != nil {
		return nil, err
	}
	if n := len(change); n < 8 || n > 64 {
		return nil, huma.Error400BadRequest("Name this change in Change-Id, 8 to 64 letters. Nothing was stored.")
	}
	done, err := takesIn(ctx, taking)
	if err != nil {
		return nil, err
	}
	defer done()
	step := s.lives.begin(change)
	defer step.end()
	shop, err := s.store.Workshops.Workshop(ctx, workshop)
	if err != nil {
		return nil, problem(err)
	}
	file, ok := r.Body.(*os.File)
	if !ok {
		return nil, problem(foreign("file", "nothing", "the file of a machine's life"))
	}
	size, err := file.Seek(0, io.SeekEnd)
	if err != nil {
		return nil, problem(err)
	}
	lived, err := readLife(ctx, file, size, shop.Settings, step.of("reading revisions"))
	if err != nil {
		return nil, problem(err)
	}
	lived.Step = step.of("storing revisions")
	if err := s.stays(ctx, &lived); err != nil {
		return nil, problem(err)
	}
	return s.answered(ctx)(s.store.Lives.Bring(ctx, shop.ID, store.Change{ID: change, By: by(ctx)}, lived))
}

// lifePart is a part of a life's file that is read.
type lifePart struct {
	name string
	file *zip.File
}

// foreign refuses a file at a place of it.
func foreign(at, found, wanted string) error {
	return openfile.Problems{{Path: at, Found: found, Wanted: wanted}}
}

// readLife reads a life, and tells how far it is. The error is openfile.Problems, or the context's when
// the sender has gone.
func readLife(ctx context.Context, data io.ReaderAt, size int64, settings document.Workshop, step func(done, of int)) (
	l store.Lived, err error) {
	archive, err := zip.NewReader(data, size)
	if err != nil {
		return l, foreign("file", "no zip, or one that is cut short", "the file of a machine's life")
	}
	if n := len(archive.File); n > mostLifeParts {
		return l, foreign("file", fmt.Sprintf("%d parts", n), fmt.Sprintf("at most %d", mostLifeParts))
	}
	var unpacked uint64
	parts := map[string]*zip.File{}
	for _, f := range archive.File {
		// What a part says of its size; what it holds beyond that is an error of the zip.
		if unpacked += f.UncompressedSize64; unpacked > maxUnpacked || f.UncompressedSize64 > maxUnpacked {
			return l, foreign("file", "more than that when unpacked", fmt.Sprintf("at most %d MB", maxUnpacked>>20))
		}
		if parts[f.Name] != nil {
			return l, foreign(oneLine(f.Name), "it stands there twice", "each part once")
		}
		parts[f.Name] = f
	}
	var head logbook.LifeHead
	if err := decodePart(parts, "life.json", &head); err != nil {
		return l, err
	}
	if bad := head.Check(); len(bad) > 0 {
		return l, bad
	}
	if err := readPast(ctx, &l, parts, settings, head.Revisions, step); err != nil {
		return l, err
	}
	if err := sameLast(parts, &l); err != nil {
		return l, err
	}
	if len(l.Past) != head.Revisions {
		return l, foreign("revisions.ndjson", fmt.Sprintf("%d revisions", len(l.Past)),
			fmt.Sprintf("%d, as life.json says", head.Revisions))
	}
	files, digests, err := lifeFilesOf(ctx, archive, &l)
	if err != nil {
		return l, err
	}
	if len(files) != head.Files {
		return l, foreign("files", fmt.Sprintf("%d files", len(files)), fmt.Sprintf("%d, as life.json says",
			head.Files))
	}
	for _, h := range head.Books {
		text, err := partText(parts, "log/"+h.Machine+".ndjson")
		if err != nil {
			return l, err
		}
		lines := strings.Split(strings.TrimRight(string(text), "\n"), "\n")
		if len(text) == 0 || lines[0] == "" {
			lines = nil
		}
		entries, err := h.Holds(lines, digests)
		if err != nil {
			return l, err
		}
		l.Books = append(l.Books, store.LivedBook{Machine: h.Machine, Lines: lines, Entries: entries})
	}
	next := 0
	l.Photos = func() (store.Photo, bool, error) {
		if next == len(files) {
			return store.Photo{}, false, nil
		}
		f := files[next]
		next++
		data, err := readPart(f.file, maxPhoto)
		if err != nil {
			return store.Photo{}, false, err
		}
		return store.Photo{ID: f.name, MediaType: typeOf(f.file.Name), Picture: data}, true, nil
	}
	return l, nil
}

// stays fills in what the Yard shows of the gates of the books that a life brings: by the plan of
// its last revision, as of every book.
func (s jobs) stays(ctx context.Context, l *store.Lived) error {
	d := l.Last
	for i := range l.Books {
		b := &l.Books[i]
		if !slices.ContainsFunc(d.Machines, func(m document.Machine) bool { return m.ID == b.Machine }) {
			continue // the machine was taken out of the job; its book stays
		}
		solved, err := s.solved.of(ctx, d.Of(b.Machine))
		if err != nil {
			return err
		}
		p := solved.Plan()
		b.Stays = p.BringUp(b.Entries).Stays
	}
	return nil
}

func typeOf(name string) string {
	for kind, ending := range endings {
		if path.Ext(name) == ending {
			return kind
		}
	}
	return ""
}

// lifeFilesOf looks at every picture and recording: what it is, its own bytes say.
func lifeFilesOf(ctx context.Context, archive *zip.Reader, l *store.Lived) (files []lifePart,
	digests map[string]string, err error) {
	digests = map[string]string{}
	for _, f := range archive.File {
		if err := ctx.Err(); err != nil {
			return nil, nil, err
		}
		name, ok := strings.CutPrefix(f.Name, "files/")
		if !ok {
			switch {
			case f.Name == "life.json", f.Name == "document.json", f.Name == "revisions.ndjson",
				strings.HasPrefix(f.Name, "log/") && strings.HasSuffix(f.Name, ".ndjson"):
				continue
			}
			return nil, nil, foreign(oneLine(f.Name), "a part that no life has", "life.json, document.json, "+
				"revisions.ndjson, log/ and files/")
		}
		id := strings.TrimSuffix(name, path.Ext(name))
		data, err := readPart(f, maxPhoto)
		if err != nil {
			return nil, nil, err
		}
		kind, kept, err := keepable(data)
		if err != nil || kind != typeOf(name) || !bytes.Equal(kept, data) || digests[id] != "" {
			return nil, nil, foreign(oneLine(f.Name), "no picture or recording as the program keeps them",
				"JPEG, PNG or WAV under the name that the book has")
		}
		digests[id] = digest(data)
		l.Bytes += len(data)
		files = append(files, lifePart{id, f})
	}
	return files, digests, nil
}

// readPast reads the revisions line by line, as many as the head says.
func readPast(ctx context.Context, l *store.Lived, parts map[string]*zip.File, settings document.Workshop, of int,
	step func(done, of int)) error {
	const name = "revisions.ndjson"
	f := parts[name]
	if f == nil {
		return foreign(name, "it is missing", "the part of a machine's life")
	}
	in, err := f.Open()
	if err != nil {
		return foreign(name, "it cannot be unpacked", "the part as it was written")
	}
	defer in.Close()
	lines := bufio.NewScanner(io.LimitReader(in, maxLifeText))
	lines.Buffer(nil, maxSeveral)
	last := 0
	for n := 1; lines.Scan(); n++ {
		if err := ctx.Err(); err != nil {
			return err
		}
		if n > of {
			return foreign(name, "more revisions than that", fmt.Sprintf("%d, as life.json says", of))
		}
		r, d, err := readRevision(lines.Bytes(), fmt.Sprintf("%s, line %d", name, n), last)
		if err != nil {
			return err
		}
		last = r.Revision
		lived, err := store.NewLivedRevision(r, d)
		if err != nil {
			return err
		}
		d.Workshop = settings
		l.Past, l.Last = append(l.Past, lived), d
		step(n, of)
	}
	switch {
	case errors.Is(lines.Err(), bufio.ErrTooLong):
		return foreign(name, "a line over 4 MB", "one revision a line")
	case lines.Err() != nil || len(l.Past) == 0:
		return foreign(name, "no revisions that can be read", "at least one")
	}
	return nil
}

// readRevision reads one line; last is the number of the one before.
func readRevision(text []byte, at string, last int) (r store.Revision, d document.Document, err error) {
	var line struct {
		RevisionLine
		Content  int             `json:"content"`
		Document json.RawMessage `json:"document"`
	}
	reader := json.NewDecoder(bytes.NewReader(text))
	reader.DisallowUnknownFields()
	if err := reader.Decode(&line); err != nil {
		return r, d, foreign(at, err.Error(), "a revision")
	}
	d, err = document.Decode(line.Document)
	var bad openfile.Problems
	if errors.As(err, &bad) {
		bad[0].Path = at + ": document." + bad[0].Path
		return r, d, bad[:1]
	}
	if err != nil {
		return r, d, foreign(at, err.Error(), "a document")
	}
	if line.Revision <= last || line.Content < 1 || line.Content > line.Revision || line.At.IsZero() {
		return r, d, foreign(at, fmt.Sprintf("revision %d of content %d", line.Revision, line.Content),
			"revisions in their order, each with its time")
	}
	return store.Revision{Revision: line.Revision, Content: line.Content, Who: line.Who, Label: line.Label,
		What: line.What, At: line.At}, d, nil
}

// sameLast refuses a document that is not that of the last revision: one of the two was changed.
func sameLast(parts map[string]*zip.File, l *store.Lived) error {
	const name = "document.json"
	text, err := partText(parts, name)
	if err != nil {
		return err
	}
	d, err := document.Decode(text)
	var bad openfile.Problems
	if errors.As(err, &bad) {
		bad[0].Path = name + ": " + bad[0].Path
		return bad[:1]
	}
	if err != nil {
		return foreign(name, err.Error(), "the machine's document")
	}
	d.Workshop = l.Last.Workshop
	if changes := entry.Changes(d, l.Last); len(changes) > 0 || d.Name != l.Last.Name {
		what := "name"
		if len(changes) > 0 {
			what = changes[0].Path
		}
		return foreign(name+": "+what, "it differs from the last revision", "the document of the last line of "+
			"revisions.ndjson")
	}
	return nil
}

func partText(parts map[string]*zip.File, name string) ([]byte, error) {
	f := parts[name]
	if f == nil {
		return nil, foreign(name, "it is missing", "the part of a machine's life")
	}
	return readPart(f, maxLifeText)
}

func readPart(f *zip.File, most int64) ([]byte, error) {
	in, err := f.Open()
	if err != nil {
		return nil, foreign(oneLine(f.Name), "it cannot be unpacked", "the part as it was written")
	}
	defer in.Close()
	data, err := io.ReadAll(io.LimitReader(in, most+1))
	switch {
	case err != nil:
		return nil, foreign(oneLine(f.Name), "it is damaged", "the part as it was written")
	case int64(len(data)) > most:
		return nil, foreign(oneLine(f.Name), "more than may be", fmt.Sprintf("at most %d MB", most>>20))
	}
	return data, nil
}

func decodePart(parts map[string]*zip.File, name string, into any) error {
	text, err := partText(parts, name)
	if err != nil {
		return err
	}
	if err := openfile.Decode(text, into, false); err != nil {
		var bad openfile.Problems
		if errors.As(err, &bad) {
			bad[0].Path = name + ": " + bad[0].Path
			return bad[:1]
		}
		return foreign(name, err.Error(), "the part as it was written")
	}
	return nil
}
