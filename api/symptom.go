package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/symptom"
	"graybridge/store"
)

// oneDesk is what a machine with its worlds is taken to hold, in bytes.
const oneDesk = 3 << 20

// mostDesks are kept, in bytes.
const mostDesks = 64 << 20

// symptom registers the desk that finds what is wrong with a machine.
func (s jobs) symptom(a huma.API) {
	askAlone(s.server, a, "symptom", "/api/symptom",
		"What is likely wrong with a document's machine that is complained of, and the next check; nothing is stored",
		func(ctx context.Context, d document.Document) (symptom.Belief, error) {
			o, err := s.desks.of(ctx, symptom.Bare(d))
			if err != nil {
				return symptom.Belief{}, err
			}
			return o.At(d), nil
		})
	huma.Register(a, huma.Operation{OperationID: "symptom-words", Method: http.MethodGet, Path: "/api/symptom/words",
		Summary: "What may be said of a machine, in owners' words"},
		func(context.Context, *struct{}) (*said[symptom.Words], error) {
			return &said[symptom.Words]{Body: symptom.Spoken()}, nil
		})
}

// opened is a document's machine with every world of it solved; of one of which too little is known it says what is
// asked.
func opened(ctx context.Context, d document.Document) (*symptom.Opened, error) {
	b, err := symptom.Open(ctx, d)
	if errors.Is(err, symptom.ErrNothing) {
		err = huma.Error422UnprocessableEntity("The desk asks for more: " + err.Error() + ".")
	}
	return b, err
}

// knownDesk registers what a machine's book tells the desk before anything is asked.
func (s books) knownDesk(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "symptom-known", Method: http.MethodGet, Path: "/api/jobs/{id}/desk",
		Summary: "What a machine's book tells the symptom desk: readings, and what has changed since it last ran well"},
		func(ctx context.Context, in *machineInput) (*said[symptom.Known], error) {
			j, machine, err := s.machineOf(ctx, in.ID, in.Machine)
			if err != nil {
				return nil, err
			}
			list, err := s.store.Books.Log(ctx, j.ID, machine, store.LogPage{Most: mostDeskBook})
			if err != nil {
				return nil, problem(err)
			}
			return &said[symptom.Known]{Body: symptom.FromBook(list, j.Document.Bridge.Kind)}, nil
		})
}

// mostDeskBook entries of a book, the latest, are looked through for what they tell.
const mostDeskBook = 200
