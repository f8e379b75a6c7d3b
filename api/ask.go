package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/job"
)

type documentInput struct{ Body job.Document }

type said[T any] struct{ Body T }

// ask registers a question about a document: nothing is stored, and the answer
// follows from the document alone.
func ask[In any, T any](a huma.API, id, path, summary string, of func(*In) job.Document, give func(context.Context, job.Document, *In) (T, error)) {
	huma.Register(a, huma.Operation{OperationID: id, Method: http.MethodPost, Path: path, Summary: summary},
		func(ctx context.Context, in *In) (*said[T], error) {
			d := of(in)
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
func askAlone[T any](a huma.API, id, path, summary string, give func(context.Context, job.Document) (T, error)) {
	ask(a, id, path, summary, func(in *documentInput) job.Document { return in.Body },
		func(ctx context.Context, d job.Document, _ *documentInput) (T, error) { return give(ctx, d) })
}
