package api

import (
	"context"
	"encoding/json"
	"io"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/circuit"
	"graybridge/core/job"
	"graybridge/core/openfile"
	"graybridge/drawing"
	"graybridge/drawing/pdf"
	"graybridge/store"
)

// Mistaken is the state that a classic mistake leaves, with its drawings.
type Mistaken struct {
	State job.State     `json:"state"`
	Views drawing.Views `json:"views"`
}

type mistakeInput struct {
	Mistake string `query:"mistake" maxLength:"40" required:"true"`
	Body    job.Document
}

type mistakeOutput struct{ Body Mistaken }

type stepsOutput struct {
	Body struct {
		Steps []drawing.Drawing `json:"steps" nullable:"false"`
	}
}

type benchCaseInput struct {
	Body struct {
		Document job.Document `json:"document"`
		Case     string       `json:"case" maxLength:"200000" doc:"The text of a gray-bridge/bench-case file"`
	}
}

type documentOutput struct{ Body job.Document }

func (s *server) leads(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "mistake", Method: http.MethodPost, Path: "/api/leads/mistake", Summary: "What a classic mistake would do to a document's motor"},
		func(_ context.Context, in *mistakeInput) (*mistakeOutput, error) {
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			p, state, ok := job.Mistaken(in.Body, in.Mistake)
			if !ok {
				return nil, huma.Error404NotFound("These leads cannot make this mistake, or the motor cannot be computed yet.")
			}
			return &mistakeOutput{Mistaken{state, drawing.Of(&p, &state)}}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "steps", Method: http.MethodPost, Path: "/api/leads/steps", Summary: "The walk that numbers the leads of a motor whose plate is gone, drawn step by step"},
		func(_ context.Context, in *documentInput) (*stepsOutput, error) {
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			p := s.answers.of(in.Body).Plan
			out := &stepsOutput{}
			out.Body.Steps = drawing.Steps(p.Link.Kind, p.Link.Naming, p.Leads.Labelling.Names)
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "from-bench-case", Method: http.MethodPost, Path: "/api/leads/bench-case", Summary: "A document with the leads, joints, capacitor and supply of a bench case; nothing is stored"},
		func(_ context.Context, in *benchCaseInput) (*documentOutput, error) {
			b, err := circuit.DecodeBenchCase([]byte(in.Body.Case))
			if err != nil {
				return nil, problem(openfile.WithLines([]byte(in.Body.Case), err))
			}
			d, err := job.FromBenchCase(in.Body.Document, b)
			if err != nil {
				return nil, huma.Error422UnprocessableEntity("This bench case cannot be put into a job: " + err.Error() + ". Nothing was changed.")
			}
			if bad := d.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &documentOutput{d}, nil
		})
}

func (s *server) leadsFiles(r chi.Router) {
	r.Get("/api/jobs/{id}/{state:now|wanted}-bench-case.json", s.file(s.benchCase))
	r.Get("/api/jobs/{id}/connections.pdf", s.file(s.connectionsPDF))
	r.Get("/api/jobs/{id}/sleeves.pdf", s.file(s.sleevesPDF))
	r.Post("/api/jobs/{id}/photos", s.addPhoto)
	r.Get("/api/jobs/{id}/photos/{photo}", s.photo)
}

// benchCase gives the circuit now on the bench as the file that
// `graybridge solve` reads.
func (s *server) benchCase(w http.ResponseWriter, r *http.Request, j store.Job) {
	b, ok := job.BenchCase(j.Document, chi.URLParam(r, "state"))
	if !ok {
		refuse(w, r, http.StatusConflict, "There is no circuit yet: the plate and the joints come first.")
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("Content-Disposition", attachment(j.Document.Name+" bench case", "json"))
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	e.SetEscapeHTML(false)
	_ = e.Encode(b)
}

func (s *server) connectionsPDF(w http.ResponseWriter, r *http.Request, j store.Job) {
	a := s.answers.of(j.Document)
	if !a.Plan.Wanted.Known {
		refuse(w, r, http.StatusConflict, "No joints are given yet: "+a.Plan.Next.Text+".")
		return
	}
	out, err := pdf.Connections(a.Plan, a.Drawings.Wanted, pdf.Stamp{Workshop: j.Document.Workshop.Name, Revision: j.Revision, At: j.UpdatedAt.UTC()}, pdf.PaperFor(string(j.Document.Workshop.Rules)))
	s.givePDF(w, r, j.Document.Name+" connections", out, err)
}

func (s *server) sleevesPDF(w http.ResponseWriter, r *http.Request, j store.Job) {
	l := s.answers.of(j.Document).Plan.Leads.Labelling
	if !l.Settled {
		refuse(w, r, http.StatusConflict, "The leads have no names yet: the readings come first.")
		return
	}
	out, err := pdf.Sleeves(l.Names, pdf.Stamp{Workshop: j.Document.Workshop.Name + ", " + j.Document.Name, Revision: j.Revision, At: j.UpdatedAt.UTC()}, pdf.PaperFor(string(j.Document.Workshop.Rules)))
	s.givePDF(w, r, j.Document.Name+" sleeves", out, err)
}

func (s *server) givePDF(w http.ResponseWriter, r *http.Request, name string, out []byte, err error) {
	if err != nil {
		refuse(w, r, http.StatusInternalServerError, "The page could not be printed: "+err.Error()+".")
		return
	}
	w.Header().Set("Content-Type", "application/pdf")
	w.Header().Set("Content-Disposition", strings.Replace(attachment(name, "pdf"), "attachment", "inline", 1))
	_, _ = w.Write(out)
}

// mostPhoto is the most bytes of a picture; the browser makes them smaller
// before sending.
const mostPhoto = 4 << 20

// addPhoto stores a picture of the finished joints. What it is, its own bytes
// say, not its sender.
func (s *server) addPhoto(w http.ResponseWriter, r *http.Request) {
	data, err := io.ReadAll(http.MaxBytesReader(w, r.Body, mostPhoto))
	if err != nil {
		refuse(w, r, http.StatusRequestEntityTooLarge, "The picture is larger than 4 MB. Nothing was stored.")
		return
	}
	kind := http.DetectContentType(data)
	if kind != "image/jpeg" && kind != "image/png" {
		refuse(w, r, http.StatusUnsupportedMediaType, "This is no JPEG or PNG picture. Nothing was stored.")
		return
	}
	who := ""
	if c, err := r.Cookie("gray_bridge_person"); err == nil {
		who = s.people.who(c.Value)
	}
	id, err := s.store.AddPhoto(r.Context(), chi.URLParam(r, "id"), who, store.Photo{MediaType: kind, Picture: data})
	if err != nil {
		refuseStored(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.WriteHeader(http.StatusCreated)
	_ = json.NewEncoder(w).Encode(map[string]string{"id": id})
}

func (s *server) photo(w http.ResponseWriter, r *http.Request) {
	p, err := s.store.PhotoOf(r.Context(), chi.URLParam(r, "id"), chi.URLParam(r, "photo"))
	if err != nil {
		refuse(w, r, http.StatusNotFound, "There is no such picture.")
		return
	}
	w.Header().Set("Content-Type", p.MediaType)
	w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
	w.Header().Set("X-Content-Type-Options", "nosniff")
	_, _ = w.Write(p.Picture)
}
