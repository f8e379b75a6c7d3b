package api

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"unicode/utf8"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/openfile"
	"graybridge/core/people"
	"graybridge/store"
)

// WorkshopAnswer is a stored workshop.
type WorkshopAnswer struct {
	ID       string            `json:"id"`
	Revision int               `json:"revision"`
	Settings document.Workshop `json:"settings"`
	People   []string          `json:"people" nullable:"false"` // first name and initial
	Role     people.Role       `json:"role" doc:"What the caller is here; owner where nobody logs in"`
	Example  bool              `json:"example,omitempty" doc:"Made up, to be looked at"`
}

type workshopOutput struct {
	ETag string `header:"ETag"`
	Body WorkshopAnswer
}

func workshopAnswer(ctx context.Context, w store.Workshop) *workshopOutput {
	return &workshopOutput{etag(w.Revision), WorkshopAnswer{w.ID, w.Revision, w.Settings, w.People,
		roleIn(ctx, w.ID), w.Example}}
}

// WorkshopEntry is a workshop as it is entered.
type WorkshopEntry struct {
	Settings document.Workshop `json:"settings"`
	People   []string          `json:"people" nullable:"false" maxItems:"60"`
}

// validate names every bad field.
func (w WorkshopEntry) validate() openfile.Problems {
	bad := w.Settings.Validate("settings.")
	for i, name := range w.People {
		if n := utf8.RuneCountInString(strings.TrimSpace(name)); n == 0 || n > 60 {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("people[%d]", i), Found: fmt.Sprintf("%d letters", n),
				Wanted: "1 to 60 letters"})
		}
	}
	return bad
}

type newWorkshop struct {
	Body struct {
		WorkshopEntry
		ChangeID string `json:"change_id,omitempty" minLength:"8" maxLength:"64" doc:"The sender's own name for this creation; a repeat gets the same workshop"`
	}
}

type shelveWorkshop struct {
	ID   string `path:"id" maxLength:"64"`
	Body struct {
		Shelf store.Shelf `json:"shelf" enum:"yard,bin"`
	}
}

type changedWorkshop struct {
	ID      string `path:"id" maxLength:"64"`
	IfMatch string `header:"If-Match"`
	Body    WorkshopEntry
}

func (s jobs) workshops(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "create-workshop", Method: http.MethodPost, Path: "/api/workshops",
		Summary: "A new workshop", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *newWorkshop) (*workshopOutput, error) {
			if bad := in.Body.validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			create := s.store.Workshops.Create
			if c := callerOf(ctx); c.shared {
				create = func(ctx context.Context, id string, set document.Workshop, names []string) (store.Workshop,
					error) {
					return s.store.Workshops.Found(ctx, id, set, names, c.Account)
				}
			}
			w, err := create(ctx, in.Body.ChangeID, in.Body.Settings, in.Body.People)
			if err != nil {
				return nil, problem(err)
			}
			return workshopAnswer(ctx, w), nil
		})
	huma.Register(a, huma.Operation{OperationID: "workshop", Method: http.MethodGet, Path: "/api/workshops/{id}",
		Summary: "A workshop's settings"},
		func(ctx context.Context, in *idInput) (*workshopOutput, error) {
			w, err := s.store.Workshops.Workshop(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			return workshopAnswer(ctx, w), nil
		})
	huma.Register(a, huma.Operation{OperationID: "save-workshop", Method: http.MethodPut, Path: "/api/workshops/{id}",
		Summary: "Store changed settings"},
		func(ctx context.Context, in *changedWorkshop) (*workshopOutput, error) {
			revision, err := seen(in.IfMatch)
			if err != nil {
				return nil, err
			}
			if bad := in.Body.validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			w, err := s.store.Workshops.Save(ctx, in.ID, revision, in.Body.Settings, in.Body.People)
			if err != nil {
				return nil, problem(err)
			}
			return workshopAnswer(ctx, w), nil
		})
	huma.Register(a, huma.Operation{OperationID: "shelve-workshop", Method: http.MethodPost,
		Path: "/api/workshops/{id}/shelf", Summary: "A workshop with all its machines into the bin, or out again",
		DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *shelveWorkshop) (*struct{}, error) {
			return nil, problem(s.store.Workshops.Shelve(ctx, in.ID, in.Body.Shelf))
		})
	huma.Register(a, huma.Operation{OperationID: "purge-workshop", Method: http.MethodDelete,
		Path: "/api/workshops/{id}", Summary: "Delete a workshop of the bin for good, with every machine and history " +
			"of it", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *idInput) (*struct{}, error) {
			return nil, problem(s.store.Workshops.Purge(ctx, in.ID))
		})
}
