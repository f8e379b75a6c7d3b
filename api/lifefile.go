package api

import (
	"archive/zip"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/document"
	"graybridge/core/logbook"
	"graybridge/store"
)

// A machine's life is one zip of open files: life.json says what it holds; document.json is the
// job; revisions.ndjson every revision, the oldest first, one a line; log/MACHINE.ndjson each
// book as it was written, one entry a line; files/ID.jpg, .png or .wav what lies beside the
// books. Times in the zip are fixed, so that the same life gives the same file.

const (
	lifeEnd  = "/life.zip"
	lifePath = "/api/life"
	maxLife  = 400 << 20
	// What one part may be, unpacked, and all of them together.
	maxLifeText   = 256 << 20
	maxUnpacked   = 640 << 20
	mostLifeParts = 700
)

// lifeLine is a revision as it is written out.
type lifeLine struct {
	RevisionLine
	Content  int               `json:"content"`
	Document document.Document `json:"document"`
}

var endings = map[string]string{"image/jpeg": ".jpg", "image/png": ".png", "audio/wav": ".wav"}

// lifeFiles registers a machine's life, out and in.
func (s jobs) lifeFiles(r chi.Router, a huma.API) {
	s.link(r, a, "life-file", http.MethodGet, "/api/jobs/{id}"+lifeEnd,
		"A job's whole life: document, revisions, books, pictures and recordings", s.file(s.lifeFile))
	s.link(r, a, "bring-life", http.MethodPost, lifePath, "A machine's life from its file, into the workshop that is "+
		"named (?workshop_id=)", s.bringLife)
}

func (s jobs) lifeFile(w http.ResponseWriter, r *http.Request, j store.Job) {
	_ = http.NewResponseController(w).SetWriteDeadline(time.Now().Add(longestFile))
	w.Header().Set("Content-Type", "application/zip")
	w.Header().Set("Content-Disposition", attachment(j.Document.Name+" life", "zip"))
	file := zip.NewWriter(w)
	if s.writeLife(r.Context(), file, j) != nil || file.Close() != nil {
		panic(http.ErrAbortHandler) // a file that breaks off is seen to be broken
	}
}

// writeLife writes the parts one by one: no more than one picture is held at a time.
func (s jobs) writeLife(ctx context.Context, file *zip.Writer, j store.Job) error {
	begin := func(name string) (io.Writer, error) {
		return file.CreateHeader(&zip.FileHeader{Name: name, Method: zip.Deflate})
	}
	books, err := s.store.Books.BooksOf(ctx, j.ID)
	if err != nil {
		return err
	}
	photos, err := s.store.Lives.AllPhotos(ctx, j.ID)
	if err != nil {
		return err
	}
	past, err := s.past(ctx, j)
	if err != nil {
		return err
	}
	head := logbook.LifeHead{Format: logbook.LifeFormat, Version: logbook.LifeVersion, Name: j.Document.Name,
		Revisions: len(past), Books: []logbook.Head{}, Files: len(photos)}
	for _, b := range books {
		head.Books = append(head.Books, logbook.Head{Machine: b.Machine, N: b.N, Hash: b.Hash})
	}
	out, err := begin("life.json")
	if err == nil {
		err = writeOpen(out, head)
	}
	if err != nil {
		return err
	}
	d := j.Document
	d.Workshop.Stores = nil
	if out, err = begin("document.json"); err == nil {
		err = writeOpen(out, d)
	}
	if err != nil {
		return err
	}
	if out, err = begin("revisions.ndjson"); err != nil {
		return err
	}
	lines := json.NewEncoder(out)
	lines.SetEscapeHTML(false)
	for _, p := range past {
		if err := lines.Encode(p); err != nil {
			return err
		}
	}
	for _, b := range books {
		list, err := s.store.Books.Lines(ctx, j.ID, b.Machine, 1, 0)
		if err == nil {
			out, err = begin("log/" + b.Machine + ".ndjson")
		}
		if err == nil {
			_, err = io.WriteString(out, strings.Join(list, "\n")+"\n")
		}
		if err != nil {
			return err
		}
	}
	for _, id := range photos {
		p, err := s.store.Photos.PhotoOf(ctx, j.ID, id)
		if err == nil {
			out, err = file.CreateHeader(&zip.FileHeader{Name: "files/" + id + endings[p.MediaType], Method: zip.Store})
		}
		if err == nil {
			_, err = out.Write(p.Picture)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

// past is every revision of a job, the oldest first.
func (s jobs) past(ctx context.Context, j store.Job) (out []lifeLine, err error) {
	settings := j.Document.Workshop
	settings.Stores = nil
	for before := 0; ; {
		page, err := s.store.Jobs.History(ctx, j.ID, before, historyPage)
		if err != nil {
			return nil, err
		}
		for _, r := range page {
			r.Document.Workshop = settings
			out = append(out, lifeLine{revisionLine(r.Revision), r.Content, r.Document})
			before = r.Revision.Revision
		}
		if len(page) < historyPage {
			break
		}
	}
	slices.Reverse(out)
	return out, nil
}
