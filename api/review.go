package api

import (
	"context"
	"fmt"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/review"
	"graybridge/drawing"
	"graybridge/drawing/pdf"
	"graybridge/store"
)

type reviewInput struct {
	ID       string `path:"id" maxLength:"64"`
	Machine  string `query:"machine" maxLength:"24" doc:"Id of the machine; empty: the first"`
	Revision int    `query:"revision" minimum:"0" doc:"As it stood at a revision; 0: as it stands now"`
}

// ReviewAnswer is a machine laid out for a licensed person, with its drawings.
type ReviewAnswer struct {
	Revision int             `json:"revision"`
	Latest   int             `json:"latest" doc:"The revision that stands now"`
	At       time.Time       `json:"at"`
	Workshop string          `json:"workshop"`
	Rules    string          `json:"rules"`
	Colours  string          `json:"colours"`
	Review   review.Review   `json:"review"`
	Path     drawing.Drawing `json:"path"`
	Power    drawing.Drawing `json:"power"`
	Control  drawing.Drawing `json:"control"`
	Machines []PlaceOf       `json:"machines" nullable:"false"`
}

// PlaceOf is a machine of a job by its id and what it is called.
type PlaceOf struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// reviews registers the page for a licensed person.
func (s books) reviews(r chi.Router, a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "review", Method: http.MethodGet, Path: "/api/jobs/{id}/review",
		Summary: "A machine laid out for a licensed person's review: its drawings, every guide value with its " +
			"source, what was estimated, measured and not checked, and what is asked"},
		func(ctx context.Context, in *reviewInput) (*said[ReviewAnswer], error) {
			j, latest, err := s.reviewed(ctx, in.ID, in.Revision)
			if err != nil {
				return nil, problem(err)
			}
			d := j.Document.Of(in.Machine)
			a, err := s.answers.of(ctx, d)
			if err != nil {
				return nil, problem(err)
			}
			c := circuitOf(drawing.SceneOf(&a.Plan))
			out := ReviewAnswer{Revision: j.Revision, Latest: latest, At: j.UpdatedAt.UTC(), Workshop: d.Workshop.Name,
				Rules: string(d.Workshop.Rules), Colours: string(d.Workshop.Colours),
				Review: review.Of(&a.Plan, d.Machines[0].Load.Does), Path: a.Drawings.Wanted.Path, Power: c.Power,
				Control: c.Control, Machines: []PlaceOf{}}
			for _, m := range j.Document.Machines {
				out.Machines = append(out.Machines, PlaceOf{m.ID, j.Document.Called(m)})
			}
			return &said[ReviewAnswer]{out}, nil
		})
	s.link(r, a, "review-pdf", http.MethodGet, "/api/jobs/{id}/review.pdf",
		"The review of all machines of a job as PDF",
		func(w http.ResponseWriter, r *http.Request) {
			revision, _ := strconv.Atoi(r.URL.Query().Get("revision"))
			j, _, err := s.reviewed(r.Context(), chi.URLParam(r, "id"), revision)
			if err != nil {
				refuseError(w, r, err)
				return
			}
			paper, ok := paperAsked(w, r, string(j.Document.Workshop.Rules))
			if !ok {
				return
			}
			out, err := s.reviewSheet(r.Context(), j, paper)
			s.givePDF(w, r, j.Document.Name+" review", out, err)
		})
	s.link(r, a, "approved-pdf", http.MethodGet, "/api/jobs/{id}/remarks/{remark}/sheet.pdf",
		"What was approved, as it was printed then", func(w http.ResponseWriter, r *http.Request) {
			sheet, err := s.store.Remarks.SheetOf(r.Context(), chi.URLParam(r, "id"), chi.URLParam(r, "remark"))
			if err != nil {
				refuseError(w, r, err)
				return
			}
			givePDF(w, "approved", sheet)
		})
}

// reviewed is a job as it stands, or stood at a revision, and the revision that stands now.
func (s books) reviewed(ctx context.Context, id string, revision int) (j store.Job, latest int, err error) {
	if j, err = s.store.Jobs.Job(ctx, id); err != nil {
		return j, 0, err
	}
	latest = j.Revision
	if revision > 0 && revision != latest {
		j, err = s.store.Jobs.RevisionOf(ctx, id, revision)
	}
	return j, latest, err
}

// reviewSheet prints a job's review, of all its machines, with what was said beside it.
func (s books) reviewSheet(ctx context.Context, j store.Job, paper pdf.Paper) ([]byte, error) {
	r := pdf.Reviewed{Stamp: pdf.Stamp{Workshop: j.Document.Workshop.Name, Revision: j.Revision, At: j.UpdatedAt.UTC()}}
	for _, m := range j.Document.Machines {
		d := j.Document.Of(m.ID)
		a, err := s.answers.of(ctx, d)
		if err != nil {
			return nil, err
		}
		c := circuitOf(drawing.SceneOf(&a.Plan))
		r.Sheets = append(r.Sheets, pdf.ReviewSheet{Review: review.Of(&a.Plan, m.Load.Does),
			Drawings: []drawing.Drawing{a.Drawings.Wanted.Path, c.Power, c.Control}})
	}
	list, _, err := s.store.Remarks.All(ctx, j.ID)
	if err != nil {
		return nil, err
	}
	for _, m := range list {
		if m.Revision > j.Revision {
			continue
		}
		text := fmt.Sprintf("%s, %s, revision %d", m.Who, m.At.UTC().Format("2006-01-02 15:04"), m.Revision)
		if m.Kind == store.Approval {
			text += ": approved"
		}
		if m.Kind == store.Return {
			text += ": not yet"
		}
		if m.Words != "" {
			text += ": " + m.Words
		}
		if m.Settled != nil {
			text += " (answered)"
		}
		r.Remarks = append(r.Remarks, text)
	}
	return pdf.Review(r, paper)
}

// paperAsked is the paper of a request, that of the rules where it names none; ok is false
// where it was refused.
func paperAsked(w http.ResponseWriter, r *http.Request, rules string) (paper pdf.Paper, ok bool) {
	switch paper = pdf.Paper(r.URL.Query().Get("paper")); paper {
	case "":
		return pdf.PaperFor(rules), true
	case pdf.A4, pdf.Letter:
		return paper, true
	}
	refuse(w, r, http.StatusBadRequest, "paper is a4 or letter.")
	return "", false
}
