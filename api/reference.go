package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/leads"
	"graybridge/core/reference"
	"graybridge/drawing"
)

// Pocket is the reference that needs no job.
type Pocket struct {
	Terms    []reference.Term    `json:"terms" nullable:"false"`
	Helps    []reference.Help    `json:"helps" nullable:"false"`
	Sheets   []reference.Sheet   `json:"sheets" nullable:"false"`
	Formulas []reference.Formula `json:"formulas" nullable:"false"`
	// Drawings are the small ones of the words, by name.
	Drawings map[string]drawing.Drawing `json:"drawings"`
}

// LeadDiagrams are how leads are joined.
type LeadDiagrams struct {
	Diagrams []drawing.Diagram `json:"diagrams" nullable:"false"`
}

type diagramsInput struct {
	Naming leads.Naming `query:"naming" enum:"iec,t" doc:"what is printed on the leads; the metric names where none"`
}

type tryInput struct {
	Body struct {
		Formula string            `json:"formula" maxLength:"40"`
		Typed   map[string]string `json:"typed" doc:"what was typed, by the input's id"`
	}
}

// reference registers what a shop keeps on the wall.
func (s jobs) reference(a huma.API) {
	pocket := Pocket{reference.Terms(), reference.Helps(), reference.Sheets(), reference.Formulas(), drawing.Terms()}
	huma.Register(a, huma.Operation{OperationID: "reference", Method: http.MethodGet, Path: "/api/reference",
		Summary: "The words of the trade, what each bay is for, tables with their sources, and formulas to try"},
		func(context.Context, *struct{}) (*said[Pocket], error) { return &said[Pocket]{Body: pocket}, nil })
	huma.Register(a, huma.Operation{OperationID: "reference-leads", Method: http.MethodGet,
		Path:    "/api/reference/leads",
		Summary: "How three, six, nine and twelve leads are joined, drawn"},
		func(_ context.Context, in *diagramsInput) (*said[LeadDiagrams], error) {
			return &said[LeadDiagrams]{Body: LeadDiagrams{drawing.Diagrams(in.Naming)}}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "reference-try", Method: http.MethodPost, Path: "/api/reference/try",
		Summary: "A formula with one's own figures in it; nothing is stored"},
		func(_ context.Context, in *tryInput) (*said[reference.Tried], error) {
			out, ok := reference.Try(in.Body.Formula, in.Body.Typed)
			if !ok {
				return nil, huma.Error404NotFound("There is no formula of that name.")
			}
			return &said[reference.Tried]{Body: out}, nil
		})
}
