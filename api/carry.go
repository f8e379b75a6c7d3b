package api

import (
	"context"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"io"
	"net/http"

	"graybridge/core/document"
	"graybridge/core/openfile"
	"graybridge/core/people"
	"graybridge/store"
)

// importPath takes a job's file.
const importPath = "/api/import"

type importInput struct {
	WorkshopID string `query:"workshop_id" maxLength:"64" required:"true"`
	ChangeID   string `header:"Change-Id" maxLength:"64" required:"true"`
	RawBody    []byte
}

// importing bounds the files that are taken in at one time: each may hold its
// size several times over while it is read.
var importing = make(chan struct{}, 2)

// takesIn waits until a file may be taken in at some places; done is called when it was.
func takesIn(ctx context.Context, places chan struct{}) (done func(), err error) {
	select {
	case places <- struct{}{}:
		return func() { <-places }, nil
	case <-ctx.Done():
		return nil, problem(ctx.Err())
	}
}

// importJob reads a job's file strictly; what it is refused for is named by
// line and field, and nothing is stored.
func (s jobs) importJob(ctx context.Context, in *importInput) (*jobOutput, error) {
	if err := inWorkshop(ctx, in.WorkshopID, people.Plan); err != nil {
		return nil, err
	}
	done, err := takesIn(ctx, importing)
	if err != nil {
		return nil, err
	}
	defer done()
	f, err := document.DecodeFile(in.RawBody)
	if err != nil {
		return nil, problem(openfile.WithLines(in.RawBody, err))
	}
	var photos []store.Photo
	for i, p := range f.Photographs {
		kind, data, err := developed(p.Bytes())
		if err != nil {
			return nil, problem(openfile.Problems{{Path: fmt.Sprintf("photographs[%d]", i), Found: err.Error(),
				Wanted: photographWanted}})
		}
		photos = append(photos, store.Photo{ID: p.ID, MediaType: kind, Picture: data})
	}
	w, err := s.store.Workshops.Workshop(ctx, in.WorkshopID)
	if err != nil {
		return nil, problem(err)
	}
	f.Document.Workshop = w.Settings
	return s.answered(ctx)(s.store.Jobs.Create(ctx, w.ID, store.Change{ID: in.ChangeID, By: by(ctx)}, f.Document,
		"imported", s.store.Photos.WithPhotos(w.ID, by(ctx), photos)))
}

// exportJob gives the job as a file, with the photographs that it names. It is
// no described operation: the browser only follows a link to it.
func (s jobs) exportJob(w http.ResponseWriter, r *http.Request, j store.Job) {
	f, err := s.fileOf(r.Context(), j)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	giveFile(w, j.Document.Name, f)
}

// fileOf is a job as its open file.
func (s jobs) fileOf(ctx context.Context, j store.Job) (document.File, error) {
	photos, err := s.store.Photos.PhotosOf(ctx, j.ID, j.Document.Named())
	f := document.File{Document: j.Document}
	for _, p := range photos {
		f.Photographs = append(f.Photographs, document.Photograph{ID: p.ID, MediaType: p.MediaType,
			Picture: base64.StdEncoding.EncodeToString(p.Picture)})
	}
	return f, err
}

// giveFile gives an open file under a machine's name.
func giveFile(w http.ResponseWriter, name string, v any) {
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("Content-Disposition", attachment(name, "json"))
	if err := writeOpen(w, v); err != nil {
		panic(err) // the answer is held back until here: the person is told
	}
}

// writeOpen writes an open file, to be read by people too.
func writeOpen(w io.Writer, v any) error {
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	e.SetEscapeHTML(false)
	return e.Encode(v)
}
