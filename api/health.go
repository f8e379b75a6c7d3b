package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
)

type healthOutput struct {
	Body struct {
		Name string `json:"name"`
	}
}

func (s entrance) health(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "health", Method: http.MethodGet, Path: "/api/health",
		Summary: "Is it there"},
		func(context.Context, *struct{}) (*healthOutput, error) {
			out := &healthOutput{}
			out.Body.Name = "gray-bridge"
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "ready", Method: http.MethodGet, Path: "/api/ready",
		Summary: "Is it ready for work: can it store", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, _ *struct{}) (*struct{}, error) {
			if err := s.store.CanWrite(ctx); err != nil {
				return nil, huma.Error503ServiceUnavailable(notReady(err))
			}
			return nil, nil
		})
}
