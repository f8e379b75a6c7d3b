package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/symptom"
)

// symptom registers the desk that finds what is wrong with a machine.
func (s jobs) symptom(a huma.API) {
	askAlone(s.server, a, "symptom", "/api/symptom",
		"What is likely wrong with a document's machine that is complained of, and the next check; nothing is stored",
		s.desks.of)
	huma.Register(a, huma.Operation{OperationID: "symptom-words", Method: http.MethodGet, Path: "/api/symptom/words",
		Summary: "What may be said of a machine, in owners' words"},
		func(context.Context, *struct{}) (*said[symptom.Words], error) {
			return &said[symptom.Words]{Body: symptom.Spoken()}, nil
		})
}

// deskAt is the desk at a document's machine; of one of which too little is known it says what is asked.
func deskAt(ctx context.Context, d document.Document) (symptom.Belief, error) {
	b, err := symptom.At(ctx, d)
	if errors.Is(err, symptom.ErrNothing) {
		err = huma.Error422UnprocessableEntity("Too little is known of this machine: " + err.Error() + ".")
	}
	return b, err
}
