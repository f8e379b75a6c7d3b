package api

import (
	"github.com/danielgtaylor/huma/v2"

	"graybridge/drawing"
)

// MechanicalDrawings are the belt and the motor in another's place, to scale.
type MechanicalDrawings struct {
	Belt drawing.Drawing `json:"belt"`
	Fit  drawing.Drawing `json:"fit"`
}

// fit answers with what stands between the shaft and the tool, drawn.
func (s jobs) fit(a huma.API) {
	askAlone(s.server, a, "mechanics", "/api/fit/drawings",
		"A document's belt, and its motor over the one whose place it "+
			"takes, drawn to scale; empty while their sizes are not known",
		drawn(s.server, func(scene *drawing.Scene) MechanicalDrawings {
			return MechanicalDrawings{drawing.Belt(scene), drawing.Fit(scene)}
		}))
}
