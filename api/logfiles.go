package api

import (
	"context"
	"fmt"
	"net/http"
	"net/url"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	qrcode "github.com/skip2/go-qrcode"

	"graybridge/core/logbook"
	"graybridge/core/plan"
	"graybridge/core/sound"
	"graybridge/drawing/pdf"
	"graybridge/store"
)

// logFiles are what a browser follows by a link from a machine's book.
func (s books) logFiles(r chi.Router, a huma.API) {
	s.link(r, a, "readings-file", http.MethodGet, "/api/jobs/{id}/readings.{kind:csv|xlsx}",
		"A machine's readings as a sheet", s.onMachine(s.readingsFile))
	s.link(r, a, "book-pdf", http.MethodGet, "/api/jobs/{id}/book.pdf", "A machine's book as PDF",
		s.onMachine(s.bookPDF))
	s.link(r, a, "machine-code", http.MethodGet, "/api/jobs/{id}/machine-code.png",
		"A machine's bring-up as a code for a phone's camera", s.onMachine(s.machineCode))
	huma.Register(a, huma.Operation{OperationID: "spectrum", Method: http.MethodGet,
		Path: "/api/jobs/{id}/photos/{photo}/spectrum", Summary: "A recording spread over the pitch"}, s.spectrum)
	huma.Register(a, huma.Operation{OperationID: "drop-file", Method: http.MethodDelete,
		Path: "/api/jobs/{id}/photos/{photo}", DefaultStatus: http.StatusNoContent,
		Summary: "Delete a picture or recording of the book; its digest stays, and an entry says that it was deleted"},
		s.dropFile)
}

// onMachine finds the job and the machine first.
func (s books) onMachine(give func(http.ResponseWriter, *http.Request, store.Job, string)) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		j, machine, err := s.machineOf(r.Context(), chi.URLParam(r, "id"), r.URL.Query().Get("machine"))
		if err != nil {
			refuseError(w, r, err)
			return
		}
		give(w, r, j, machine)
	}
}

// readingsFile gives every reading of a machine, the oldest first.
func (s books) readingsFile(w http.ResponseWriter, r *http.Request, j store.Job, machine string) {
	list, err := s.store.Books.Log(r.Context(), j.ID, machine, store.LogPage{Kinds: []string{"reading"},
		Most: store.MostEntries})
	if err != nil {
		refuseError(w, r, err)
		return
	}
	by := logbook.Corrected(list)
	rows := [][]string{{"entry", "taken (UTC)", "received (UTC)", "who", "revision", "what", "value", "unit", "words",
		"expected", "band", "where", "corrected by", "clock"}}
	for i := len(list) - 1; i >= 0; i-- {
		e := list[i]
		corrected := ""
		if n := by[e.N]; n > 0 {
			corrected = strconv.Itoa(n)
		}
		for _, one := range e.Reads {
			name, value := one.Name, ""
			if name == "" {
				name = one.Take
			}
			if one.Unit != "" {
				value = strconv.FormatFloat(one.Value, 'f', -1, 64)
			}
			rows = append(rows, []string{strconv.Itoa(e.N), e.Taken, e.Received, e.Who, strconv.Itoa(e.Revision), name,
				value, one.Unit, one.Words, one.Expect, one.Band, one.Where, corrected, e.Clock})
		}
	}
	name := j.Document.Of(machine).Name + " readings"
	if chi.URLParam(r, "kind") == "xlsx" {
		giveXLSX(w, r, name, rows)
		return
	}
	giveCSV(w, name, rows)
}

// mostPrinted entries of the latest are printed, with at most mostPrintedPictures pictures.
const (
	mostPrinted         = 2000
	mostPrintedPictures = 60
)

func (s books) bookPDF(w http.ResponseWriter, r *http.Request, j store.Job, machine string) {
	ctx := r.Context()
	list, err := s.store.Books.Log(ctx, j.ID, machine, store.LogPage{Most: mostPrinted})
	if err != nil {
		refuseError(w, r, err)
		return
	}
	solved, err := s.answers.of(ctx, j.Document.Of(machine))
	if err != nil {
		refuseError(w, r, err)
		return
	}
	b := pdf.Book{Title: solved.Plan.Card.Title, Plate: solved.Plan.Card.Plate, Stamp: pdf.Stamp{
		Workshop: j.Document.Workshop.Name, Revision: j.Revision, At: j.UpdatedAt.UTC()}}
	for i := len(list) - 1; i >= 0; i-- {
		b.Entries = append(b.Entries, list[i])
		b.Hash = list[i].Hash
	}
	if b.Sums, err = s.store.Books.Sums(ctx, j.ID, machine); err != nil {
		refuseError(w, r, err)
		return
	}
	printed := 0
	b.Picture = func(id string) []byte {
		if printed++; printed > mostPrintedPictures {
			return nil
		}
		p, err := s.store.Photos.PhotoOf(ctx, j.ID, id)
		if err != nil {
			return nil
		}
		return p.Picture
	}
	out, err := pdf.MachineBook(b, pdf.PaperFor(string(j.Document.Workshop.Rules)))
	if err != nil {
		refuse(w, r, http.StatusInternalServerError, "The book could not be printed: "+err.Error()+".")
		return
	}
	givePDF(w, j.Document.Name+" book", out)
}

// machineLink is a code that a phone's camera reads, a PNG: where it opens a machine's bring-up, at
// the address under which the shop finds this server, else at the one that was called.
func (s books) machineLink(r *http.Request, id, machine string) ([]byte, error) {
	base := "http://" + r.Host
	if r.TLS != nil || r.Header.Get("X-Forwarded-Proto") == "https" {
		base = "https://" + r.Host
	}
	if now := s.sharing.Load(); len(now.Addresses) > 0 {
		base = now.Addresses[0]
	}
	return qrcode.Encode(base+"/jobs/"+url.PathEscape(id)+"/bring-up?machine="+url.QueryEscape(machine),
		qrcode.Medium, 256)
}

func (s books) machineCode(w http.ResponseWriter, r *http.Request, j store.Job, machine string) {
	picture, err := s.machineLink(r, j.ID, machine)
	if err != nil {
		refuse(w, r, http.StatusInternalServerError, "The code could not be drawn: "+err.Error()+".")
		return
	}
	w.Header().Set("Content-Type", "image/png")
	w.Header().Set("Cache-Control", "private, no-cache")
	_, _ = w.Write(picture)
}

// onCard puts what stands in a machine's book on its card, with the code by which a phone opens
// the bring-up.
func (s *server) onCard(r *http.Request, j store.Job, p *plan.Plan, card *pdf.Card) error {
	machine := j.Document.Machines[0].ID
	book, known, err := s.store.Books.BringUp(r.Context(), j.ID, machine)
	if err != nil {
		return err
	}
	if book.N > 0 {
		card.Stays = p.BringUp(known).Stays
		card.Book = fmt.Sprintf("Book of the machine: %d entries, the last %s.", book.N, logbook.Short(book.Hash))
	}
	card.Code, err = books{s}.machineLink(r, j.ID, machine)
	return err
}

type fileInput struct {
	ID    string `path:"id" maxLength:"64"`
	Photo string `path:"photo" maxLength:"64"`
}

type spectrumOutput struct{ Body sound.Spectrum }

func (s books) spectrum(ctx context.Context, in *fileInput) (*spectrumOutput, error) {
	p, err := s.store.Photos.PhotoOf(ctx, in.ID, in.Photo)
	if err != nil {
		return nil, problem(err)
	}
	clip, err := sound.Read(p.Picture)
	if err != nil {
		return nil, huma.Error409Conflict("This is no recording: " + err.Error() + ".")
	}
	return &spectrumOutput{clip.Spectrum()}, nil
}

// dropFile deletes a picture or recording, and writes so into each book that names it.
func (s books) dropFile(ctx context.Context, in *fileInput) (*struct{}, error) {
	j, err := s.store.Jobs.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(err)
	}
	p, err := s.store.Photos.PhotoOf(ctx, in.ID, in.Photo)
	if err != nil {
		return nil, problem(err)
	}
	for _, m := range j.Document.Machines {
		if m.Leads.Photo == in.Photo || m.Plate.Photo == in.Photo {
			return nil, huma.Error409Conflict("The Leads bay shows this picture: take another one there first. " +
				"Nothing was deleted.")
		}
	}
	books, err := s.store.Photos.FileIn(ctx, in.ID, in.Photo)
	if err != nil {
		return nil, problem(err)
	}
	f := fileOfPhoto(p)
	for _, machine := range books {
		e := logbook.Entry{ID: fmt.Sprintf("deleted-%s-%s", machine, in.Photo), Kind: logbook.Removed, File: &f,
			Taken: time.Now().UTC().Format(time.RFC3339), Revision: j.Revision}
		if _, _, err := s.writeIn(ctx, j, machine, "", e); err != nil {
			return nil, err
		}
	}
	return nil, problem(s.store.Photos.Drop(ctx, in.ID, in.Photo))
}
