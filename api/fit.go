package api

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/job"
	"graybridge/drawing"
)

// MechanicalDrawings are the belt and the motor in another's place, to scale.
type MechanicalDrawings struct {
	Belt drawing.Drawing `json:"belt"`
	Fit  drawing.Drawing `json:"fit"`
}

// fit answers with what stands between the shaft and the tool, drawn.
func (s *server) fit(a huma.API) {
	askAlone(s, a, "mechanics", "/api/fit/drawings", "A document's belt, and its motor over the one whose place it "+
		"takes, drawn to scale; empty while their sizes are not known",
		func(ctx context.Context, d job.Document) (MechanicalDrawings, error) {
			given, err := s.answers.of(ctx, d)
			scene := drawing.SceneOf(&given.Plan)
			return MechanicalDrawings{drawing.Belt(scene), drawing.Fit(scene)}, err
		})
}
