package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/capacitor"
	"graybridge/core/job"
)

type documentInput struct{ Body job.Document }

type planOutput struct{ Body Answer }

type islandOutput struct{ Body capacitor.Island }

type curvesOutput struct{ Body job.Curves }

type rangesOutput struct{ Body job.Ranges }

type startOutput struct{ Body job.StartRun }

func (s *server) plans(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "plan", Method: http.MethodPost, Path: "/api/plan", Summary: "Plan a document without storing it"},
		func(_ context.Context, in *documentInput) (*planOutput, error) {
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &planOutput{s.answers.of(in.Body)}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "island", Method: http.MethodPost, Path: "/api/capacitor/island", Summary: "The map of capacitance and load for a document; empty without a complete plate and joints that fit"},
		func(_ context.Context, in *documentInput) (*islandOutput, error) {
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &islandOutput{s.islands.of(in.Body)}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "curves", Method: http.MethodPost, Path: "/api/plate/curves", Summary: "Torque and amps over speed for a document's motor; empty without a complete plate"},
		func(_ context.Context, in *documentInput) (*curvesOutput, error) {
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &curvesOutput{s.curves.of(in.Body)}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "start", Method: http.MethodPost, Path: "/api/capacitor/start", Summary: "The run-up of a document's motor in time domain; empty without a complete plate and joints that fit"},
		func(_ context.Context, in *documentInput) (*startOutput, error) {
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &startOutput{s.starts.of(in.Body)}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "ranges", Method: http.MethodPost, Path: "/api/capacitor/ranges", Summary: "What every load does to the windings and to a relay's poles; empty without a complete plate and joints that fit"},
		func(_ context.Context, in *documentInput) (*rangesOutput, error) {
			if bad := in.Body.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &rangesOutput{s.ranges.of(in.Body)}, nil
		})
}
