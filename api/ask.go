package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
)

// documentInput is a question about a whole document.
type documentInput struct {
	Machine string `query:"machine" maxLength:"24" doc:"Id of the machine that is asked about; empty: the first"`
	Body    document.Document
}

// about is the document with the machine that is asked about before the others.
func (in *documentInput) about() document.Document { return in.Body.Of(in.Machine) }

type said[T any] struct{ Body T }

// ask registers a question about a document: nothing is stored, and the answer
// follows from the document alone.
func ask[In any, T any, P interface {
	*In
	about() document.Document
}](s *server, a huma.API, id, path, summary string, give func(context.Context, document.Document, *In) (T, error)) {
	s.documents[path] = true
	huma.Register(a, huma.Operation{OperationID: id, Method: http.MethodPost, Path: path, Summary: summary},
		func(ctx context.Context, in *In) (*said[T], error) {
			d := P(in).about()
			if bad := d.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			v, err := give(ctx, d, in)
			if err != nil {
				return nil, problem(err)
			}
			return &said[T]{v}, nil
		})
}

// askAlone is ask where the document is all there is.
func askAlone[T any](s *server, a huma.API, id, path, summary string,
	give func(context.Context, document.Document) (T, error)) {
	ask(s, a, id, path, summary,
		func(ctx context.Context, d document.Document, _ *documentInput) (T, error) { return give(ctx, d) })
}
