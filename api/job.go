package api

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"net/http"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/finding"
	"graybridge/core/job"
	"graybridge/drawing"
	"graybridge/store"
)

// JobAnswer is a stored job with what follows from it.
type JobAnswer struct {
	ID         string       `json:"id"`
	WorkshopID string       `json:"workshop_id"`
	Revision   int          `json:"revision"`
	SavedAt    time.Time    `json:"saved_at"`
	Document   job.Document `json:"document"`
	Answer
}

type jobOutput struct {
	ETag string `header:"ETag"`
	Body JobAnswer
}

func output(j store.Job) *jobOutput {
	return &jobOutput{etag(j.Revision), JobAnswer{j.ID, j.WorkshopID, j.Revision, j.UpdatedAt, j.Document, answer(j.Document)}}
}

// Summary is a job as the Yard shows it.
type Summary struct {
	ID       string          `json:"id"`
	Name     string          `json:"name"`
	Does     string          `json:"does,omitempty"`
	SavedAt  time.Time       `json:"saved_at"`
	Grade    finding.Grade   `json:"grade"`
	Sentence string          `json:"sentence"` // the gravest finding, or the state
	Next     job.Next        `json:"next"`
	Bays     []job.BayState  `json:"bays" nullable:"false"`
	Span     drawing.Drawing `json:"span"`
}

// YardWorkshop is a workshop with its jobs.
type YardWorkshop struct {
	ID       string       `json:"id"`
	Revision int          `json:"revision"`
	Settings job.Workshop `json:"settings"`
	Jobs     []Summary    `json:"jobs" nullable:"false"`
}

type yardOutput struct {
	Body struct {
		Workshops []YardWorkshop `json:"workshops" nullable:"false"`
	}
}

// summaries remembers what was computed for unchanged documents; it is only a
// saving of time, any server can make it again.
type summaries struct {
	mu   sync.Mutex
	made map[[32]byte]Summary
}

const mostSummaries = 2000

func (c *summaries) of(j store.Job) Summary {
	text, err := json.Marshal(j.Document)
	key := sha256.Sum256(text)
	c.mu.Lock()
	s, ok := c.made[key]
	c.mu.Unlock()
	if !ok || err != nil {
		s = summarise(j.Document)
		c.mu.Lock()
		if c.made == nil || len(c.made) >= mostSummaries {
			c.made = map[[32]byte]Summary{}
		}
		c.made[key] = s
		c.mu.Unlock()
	}
	s.ID, s.SavedAt = j.ID, j.UpdatedAt
	return s
}

func summarise(d job.Document) Summary {
	p := job.Make(d)
	s := Summary{Name: d.Name, Does: d.Load.Does, Grade: finding.Good, Sentence: p.Wanted.Verdict, Next: p.Next, Bays: p.Bays, Span: drawing.Span(&p, &p.Now)}
	if len(p.Findings) > 0 && p.Findings[0].Grade.Rank() < finding.Note.Rank() {
		s.Grade, s.Sentence = p.Findings[0].Grade, p.Findings[0].Sentence
	}
	return s
}

type idInput struct {
	ID string `path:"id" maxLength:"64"`
}

type createInput struct {
	Body struct {
		WorkshopID string `json:"workshop_id" maxLength:"64"`
		Name       string `json:"name" minLength:"1" maxLength:"80"`
		ChangeID   string `json:"change_id" minLength:"8" maxLength:"64"`
	}
}

type saveInput struct {
	ID       string `path:"id" maxLength:"64"`
	IfMatch  string `header:"If-Match"`
	ChangeID string `header:"Change-Id" doc:"The sender's own name for this change; a repeat gets the stored answer" maxLength:"64"`
	Body     job.Document
}

func (s *server) jobs(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "yard", Method: http.MethodGet, Path: "/api/yard", Summary: "Every workshop with its jobs and their live state"}, s.yard)
	huma.Register(a, huma.Operation{OperationID: "create-job", Method: http.MethodPost, Path: "/api/jobs", Summary: "A new, empty job", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *createInput) (*jobOutput, error) {
			w, err := s.store.Workshop(ctx, in.Body.WorkshopID)
			if err != nil {
				return nil, problem(err)
			}
			d := job.New(in.Body.Name, w.Settings)
			if bad := d.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			j, err := s.store.CreateJob(ctx, w.ID, in.Body.ChangeID, d)
			if err != nil {
				return nil, problem(err)
			}
			return output(j), nil
		})
	huma.Register(a, huma.Operation{OperationID: "job", Method: http.MethodGet, Path: "/api/jobs/{id}", Summary: "A job with its plan"},
		func(ctx context.Context, in *idInput) (*jobOutput, error) {
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			return output(j), nil
		})
	huma.Register(a, huma.Operation{OperationID: "save-job", Method: http.MethodPut, Path: "/api/jobs/{id}", Summary: "Store a changed document as a new revision"}, s.saveJob)
	huma.Register(a, huma.Operation{OperationID: "delete-job", Method: http.MethodDelete, Path: "/api/jobs/{id}", Summary: "Put a job into the bin", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *idInput) (*struct{}, error) {
			return nil, problem(s.store.DeleteJob(ctx, in.ID))
		})
	huma.Register(a, huma.Operation{OperationID: "restore-job", Method: http.MethodPost, Path: "/api/jobs/{id}/restore", Summary: "Take a job out of the bin", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *idInput) (*struct{}, error) {
			return nil, problem(s.store.RestoreJob(ctx, in.ID))
		})
}

func (s *server) saveJob(ctx context.Context, in *saveInput) (*jobOutput, error) {
	revision, err := seen(in.IfMatch)
	if err != nil {
		return nil, err
	}
	if in.ChangeID == "" {
		return nil, huma.Error400BadRequest("Name this change in Change-Id, so that a repeat is not stored twice. Nothing was stored.")
	}
	if bad := in.Body.Validate(); len(bad) > 0 {
		return nil, problem(bad)
	}
	j, err := s.store.SaveJob(ctx, in.ID, revision, in.ChangeID, in.Body)
	if err != nil {
		return nil, problem(err)
	}
	return output(j), nil
}

func (s *server) yard(ctx context.Context, _ *struct{}) (*yardOutput, error) {
	workshops, err := s.store.Workshops(ctx)
	if err != nil {
		return nil, problem(err)
	}
	jobs, err := s.store.Jobs(ctx)
	if err != nil {
		return nil, problem(err)
	}
	out := &yardOutput{}
	out.Body.Workshops = []YardWorkshop{}
	for _, w := range workshops {
		y := YardWorkshop{w.ID, w.Revision, w.Settings, []Summary{}}
		for _, j := range jobs {
			if j.WorkshopID == w.ID {
				y.Jobs = append(y.Jobs, s.summaries.of(j))
			}
		}
		out.Body.Workshops = append(out.Body.Workshops, y)
	}
	return out, nil
}
