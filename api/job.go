package api

import (
	"context"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/people"
	"graybridge/core/plate"
	"graybridge/store"
)

// JobAnswer is a stored job with what follows from it.
type JobAnswer struct {
	ID         string            `json:"id"`
	WorkshopID string            `json:"workshop_id"`
	Revision   int               `json:"revision"`
	SavedAt    time.Time         `json:"saved_at"`
	CanUndo    bool              `json:"can_undo"`
	CanRedo    bool              `json:"can_redo"`
	Document   document.Document `json:"document"`
	Role       people.Role       `json:"role" doc:"What the caller is here; owner where nobody logs in"`
	Answer
}

type jobOutput struct {
	ETag string `header:"ETag"`
	Body JobAnswer
}

// answered gives a job from the store with what follows from it.
func (s jobs) answered(ctx context.Context) func(store.Job, error) (*jobOutput, error) {
	return func(j store.Job, err error) (*jobOutput, error) {
		if err != nil {
			return nil, problem(err)
		}
		a, err := s.answers.of(ctx, j.Document)
		if err != nil {
			return nil, problem(err)
		}
		return &jobOutput{etag(j.Revision), JobAnswer{j.ID, j.WorkshopID, j.Revision, j.UpdatedAt, j.CanUndo,
			j.CanRedo, j.Document, roleIn(ctx, j.WorkshopID), a}}, nil
	}
}

type idInput struct {
	ID string `path:"id" maxLength:"64"`
}

type createInput struct {
	Body struct {
		WorkshopID string `json:"workshop_id" maxLength:"64"`
		Name       string `json:"name" minLength:"1" maxLength:"80"`
		ChangeID   string `json:"change_id" minLength:"8" maxLength:"64"`
		Plate      string `json:"plate,omitempty" maxLength:"2000" doc:"The whole plate as typed; each piece is laid out"`
	}
}

// ChangeInput is what every change of a stored job carries.
type ChangeInput struct {
	ID       string `path:"id" maxLength:"64"`
	IfMatch  string `header:"If-Match"`
	ChangeID string `header:"Change-Id" doc:"The sender's own name for this change; a repeat gets the stored answer" maxLength:"64"`
}

func (s *server) change(ctx context.Context, in *ChangeInput) (store.Change, error) {
	revision, err := seen(in.IfMatch)
	if err != nil {
		return store.Change{}, err
	}
	if in.ChangeID == "" {
		return store.Change{}, huma.Error400BadRequest("Name this change in Change-Id, so that a repeat is not " +
			"stored twice. Nothing was stored.")
	}
	return store.Change{Seen: revision, ID: in.ChangeID, By: by(ctx)}, nil
}

type saveInput struct {
	ChangeInput
	Body document.Document
}

type revisionInput struct {
	ChangeInput
	Revision int `path:"revision" minimum:"1" maximum:"2147483647"`
}

type lookInput struct {
	ID       string `path:"id" maxLength:"64"`
	Revision int    `path:"revision" minimum:"1" maximum:"2147483647"`
}

type nameInput struct {
	ID       string `path:"id" maxLength:"64"`
	Revision int    `path:"revision" minimum:"1" maximum:"2147483647"`
	Body     struct {
		Name string `json:"name" maxLength:"80"`
	}
}

type copyInput struct {
	ID   string `path:"id" maxLength:"64"`
	Body struct {
		Name     string `json:"name" minLength:"1" maxLength:"80"`
		ChangeID string `json:"change_id" minLength:"8" maxLength:"64"`
	}
}

type shelveInput struct {
	ID   string `path:"id" maxLength:"64"`
	Body struct {
		Shelf store.Shelf `json:"shelf" enum:"yard,archive,bin"`
	}
}

type historyInput struct {
	ID     string `path:"id" maxLength:"64"`
	Before int    `query:"before" minimum:"0" maximum:"2147483647" doc:"Only revisions older than this one; 0: from the latest"`
}

// RevisionLine is one line of a job's history.
type RevisionLine struct {
	Revision int       `json:"revision"`
	Who      string    `json:"who"`
	Signed   bool      `json:"signed" doc:"By an account, not by a typed name"`
	Label    string    `json:"label,omitempty" doc:"The name that somebody gave it: it is kept for ever"`
	What     string    `json:"what"`
	At       time.Time `json:"at"`
}

type historyOutput struct {
	Body struct {
		Revisions []RevisionLine `json:"revisions" nullable:"false"`
	}
}

const historyPage = 60

// jobs registers what is asked and changed of jobs.
//
// Long: a table of routes, each by itself.
func (s jobs) jobs(a huma.API) {
	register := func(id, method, path, summary string, status int) huma.Operation {
		return huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, DefaultStatus: status}
	}
	huma.Register(a, register("yard", http.MethodGet, "/api/yard", "Every workshop with its jobs and their live state",
		0), s.yard)
	huma.Register(a, register("create-job", http.MethodPost, "/api/jobs", "A new, empty job", http.StatusCreated),
		func(ctx context.Context, in *createInput) (*jobOutput, error) {
			if err := inWorkshop(ctx, in.Body.WorkshopID, people.Plan); err != nil {
				return nil, err
			}
			w, err := s.store.Workshops.Workshop(ctx, in.Body.WorkshopID)
			if err != nil {
				return nil, problem(err)
			}
			d := document.New(in.Body.Name, w.Settings)
			d.Machines[0].Plate = plate.ReadLine(in.Body.Plate).Entry()
			if bad := d.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return s.answered(ctx)(s.store.Jobs.Create(ctx, w.ID, store.Change{ID: in.Body.ChangeID, By: by(ctx)}, d,
				"new"))
		})
	huma.Register(a, register("job", http.MethodGet, "/api/jobs/{id}", "A job with its plan", 0),
		func(ctx context.Context, in *idInput) (*jobOutput, error) {
			return s.answered(ctx)(s.store.Jobs.Job(ctx, in.ID))
		})
	huma.Register(a, register("save-job", http.MethodPut, "/api/jobs/{id}",
		"Store a changed document as a new revision", 0),
		func(ctx context.Context, in *saveInput) (*jobOutput, error) {
			c, err := s.change(ctx, &in.ChangeInput)
			if err != nil {
				return nil, err
			}
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			c.Only = only(ctx)
			return s.answered(ctx)(s.store.Jobs.Save(ctx, in.ID, c, in.Body))
		})
	stepped := func(do func(context.Context, string, store.Change) (store.Job, error)) func(context.Context,
		*ChangeInput) (*jobOutput, error) {
		return func(ctx context.Context, in *ChangeInput) (*jobOutput, error) {
			c, err := s.change(ctx, in)
			if err != nil {
				return nil, err
			}
			return s.answered(ctx)(do(ctx, in.ID, c))
		}
	}
	huma.Register(a, register("undo", http.MethodPost, "/api/jobs/{id}/undo", "One step back", 0),
		stepped(s.store.Jobs.Undo))
	huma.Register(a, register("redo", http.MethodPost, "/api/jobs/{id}/redo", "One step forward again", 0),
		stepped(s.store.Jobs.Redo))
	huma.Register(a, register("restore-revision", http.MethodPost, "/api/jobs/{id}/revisions/{revision}/restore",
		"Make an earlier revision the latest", 0),
		func(ctx context.Context, in *revisionInput) (*jobOutput, error) {
			c, err := s.change(ctx, &in.ChangeInput)
			if err != nil {
				return nil, err
			}
			return s.answered(ctx)(s.store.Jobs.Restore(ctx, in.ID, c, in.Revision))
		})
	huma.Register(a, register("revision", http.MethodGet, "/api/jobs/{id}/revisions/{revision}",
		"A job as it was at one revision", 0),
		func(ctx context.Context, in *lookInput) (*jobOutput, error) {
			return s.answered(ctx)(s.store.Jobs.RevisionOf(ctx, in.ID, in.Revision))
		})
	huma.Register(a, register("history", http.MethodGet, "/api/jobs/{id}/revisions", "A job's history, latest first",
		0), s.history)
	huma.Register(a, register("name-revision", http.MethodPut, "/api/jobs/{id}/revisions/{revision}/name",
		"A name for a revision, by which it is kept for ever; empty: none", http.StatusNoContent),
		func(ctx context.Context, in *nameInput) (*struct{}, error) {
			return nil, problem(s.store.Jobs.NameRevision(ctx, in.ID, in.Revision, strings.TrimSpace(in.Body.Name)))
		})
	huma.Register(a, register("copy-job", http.MethodPost, "/api/jobs/{id}/copy",
		"A job of its own with the same document", http.StatusCreated),
		func(ctx context.Context, in *copyInput) (*jobOutput, error) {
			return s.answered(ctx)(s.store.Jobs.Copy(ctx, in.ID, store.Change{ID: in.Body.ChangeID,
				By: by(ctx)}, in.Body.Name))
		})
	huma.Register(a, register("shelve-job", http.MethodPost, "/api/jobs/{id}/shelf",
		"Into the yard, the archive or the bin", http.StatusNoContent),
		func(ctx context.Context, in *shelveInput) (*struct{}, error) {
			return nil, problem(s.store.Jobs.Shelve(ctx, in.ID, in.Body.Shelf))
		})
	huma.Register(a, register("purge-job", http.MethodDelete, "/api/jobs/{id}",
		"Delete a job of the bin for good, with its history", http.StatusNoContent),
		func(ctx context.Context, in *idInput) (*struct{}, error) {
			return nil, problem(s.store.Jobs.Purge(ctx, in.ID))
		})
	huma.Register(a, huma.Operation{OperationID: "import-job", Method: http.MethodPost, Path: importPath,
		Summary: "A job from its open document, with its photographs", DefaultStatus: http.StatusCreated,
		MaxBodyBytes: maxImport}, s.importJob)
}

func revisionLine(r store.Revision) RevisionLine {
	return RevisionLine{r.Revision, r.Who, r.Signed, r.Label, r.What, r.At}
}

func (s jobs) history(ctx context.Context, in *historyInput) (*historyOutput, error) {
	list, err := s.store.Jobs.Revisions(ctx, in.ID, in.Before, historyPage)
	if err != nil {
		return nil, problem(err)
	}
	out := &historyOutput{}
	out.Body.Revisions = []RevisionLine{}
	for _, r := range list {
		out.Body.Revisions = append(out.Body.Revisions, revisionLine(r))
	}
	return out, nil
}
