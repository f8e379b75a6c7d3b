package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/bridge"
	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/openfile"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/drawing"
	"graybridge/drawing/pdf"
	"graybridge/store"
)

// Mistaken is the state that a classic mistake leaves, with its drawings.
type Mistaken struct {
	State bridge.State  `json:"state"`
	Views drawing.Views `json:"views"`
}

type mistakeInput struct {
	Mistake string `query:"mistake" maxLength:"40" required:"true"`
	documentInput
}

// Walk is the numbering of leads, step by step.
type Walk struct {
	Steps []drawing.Drawing `json:"steps" nullable:"false"`
}

type benchCaseInput struct {
	Body struct {
		Document document.Document `json:"document"`
		Case     string            `json:"case" maxLength:"200000" doc:"The text of a gray-bridge/bench-case file"`
	}
}

type documentOutput struct{ Body document.Document }

func (s jobs) leads(a huma.API) {
	ask(s.server, a, "mistake", "/api/leads/mistake", "What a classic mistake would do to a document's motor",
		func(ctx context.Context, d document.Document, in *mistakeInput) (Mistaken, error) {
			given, err := s.solved.of(ctx, d)
			if err != nil {
				return Mistaken{}, err
			}
			state, err := picture.Mistaken(ctx, given, in.Mistake)
			if errors.Is(err, plan.ErrNone) {
				return Mistaken{}, huma.Error404NotFound("These leads cannot make this mistake, or the motor cannot " +
					"be computed yet.")
			}
			if err != nil {
				return Mistaken{}, err
			}
			p := given.Plan()
			return Mistaken{state, drawing.Of(drawing.SceneOf(p), &state)}, nil
		})
	askAlone(s.server, a, "steps", "/api/leads/steps",
		"The walk that numbers the leads of a motor whose plate is gone, "+
			"drawn step by step",
		func(ctx context.Context, d document.Document) (Walk, error) {
			given, err := s.answers.of(ctx, d)
			p := given.Plan
			return Walk{drawing.Steps(p.Link.Kind, p.Link.Naming, p.Leads.Labelling.Names)}, err
		})
	huma.Register(a, huma.Operation{OperationID: "from-bench-case", Method: http.MethodPost,
		Path: "/api/leads/bench-case", Summary: "A document with the leads, joints, capacitor and supply of a bench " +
			"case; nothing is stored"},
		func(_ context.Context, in *benchCaseInput) (*documentOutput, error) {
			b, err := circuit.DecodeBenchCase([]byte(in.Body.Case))
			if err != nil {
				return nil, problem(openfile.WithLines([]byte(in.Body.Case), err))
			}
			d, err := picture.FromBenchCase(in.Body.Document, b)
			if err != nil {
				return nil, huma.Error422UnprocessableEntity("This bench case cannot be put into a job: " +
					err.Error() + ". Nothing was changed.")
			}
			if bad := d.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &documentOutput{d}, nil
		})
}

func (s jobs) leadsFiles(r chi.Router, a huma.API) {
	s.link(r, a, "bench-case", http.MethodGet, "/api/jobs/{id}/{state:now|wanted}-bench-case.json",
		"The circuit as solve reads it", s.file(s.benchCase))
	s.link(r, a, "connections-pdf", http.MethodGet, "/api/jobs/{id}/connections.pdf",
		"The connections as PDF", s.file(s.connectionsPDF))
	s.link(r, a, "sleeves-pdf", http.MethodGet, "/api/jobs/{id}/sleeves.pdf",
		"Sleeves for the leads", s.file(s.sleevesPDF))
	s.link(r, a, "add-photo", http.MethodPost, "/api/jobs/{id}/photos", "A photograph of the joints", s.addPhoto)
	s.link(r, a, "photo", http.MethodGet, "/api/jobs/{id}/photos/{photo}", "A photograph", s.photo)
}

// benchCase gives the circuit now on the bench as the file that
// `graybridge solve` reads.
func (s jobs) benchCase(w http.ResponseWriter, r *http.Request, j store.Job) {
	b, ok := picture.BenchCase(j.Document, chi.URLParam(r, "state"))
	if !ok {
		refuse(w, r, http.StatusConflict, "There is no circuit yet: the plate and the joints come first.")
		return
	}
	giveFile(w, j.Document.Name+" bench case", b)
}

func (s jobs) connectionsPDF(w http.ResponseWriter, r *http.Request, j store.Job) {
	a, err := s.answers.of(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	if !a.Plan.Wanted.Known {
		refuse(w, r, http.StatusConflict, "No joints are given yet: "+a.Plan.Next.Text+".")
		return
	}
	out, err := pdf.Connections(a.Plan, a.Drawings.Wanted, pdf.Stamp{Workshop: j.Document.Workshop.Name,
		Revision: j.Revision, At: j.UpdatedAt.UTC()}, pdf.PaperFor(string(j.Document.Workshop.Rules)))
	s.givePDF(w, r, j.Document.Name+" connections", out, err)
}

func (s jobs) sleevesPDF(w http.ResponseWriter, r *http.Request, j store.Job) {
	given, err := s.answers.of(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	l := given.Plan.Leads.Labelling
	if !l.Settled {
		refuse(w, r, http.StatusConflict, "The leads have no names yet: the readings come first.")
		return
	}
	out, err := pdf.Sleeves(l.Names, pdf.Stamp{Workshop: j.Document.Workshop.Name + ", " + j.Document.Name,
		Revision: j.Revision, At: j.UpdatedAt.UTC()}, pdf.PaperFor(string(j.Document.Workshop.Rules)))
	s.givePDF(w, r, j.Document.Name+" sleeves", out, err)
}

func (s *server) givePDF(w http.ResponseWriter, r *http.Request, name string, out []byte, err error) {
	if err != nil {
		refuse(w, r, http.StatusInternalServerError, "The page could not be printed: "+err.Error()+".")
		return
	}
	givePDF(w, name, out)
}
