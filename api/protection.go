package api

import (
	"github.com/danielgtaylor/huma/v2"

	"graybridge/drawing"
)

// CircuitDrawings are a circuit as it is wired.
type CircuitDrawings struct {
	Power   drawing.Drawing `json:"power"`
	Control drawing.Drawing `json:"control"`
}

// protection answers with the circuit from the line to the motor, drawn.
func (s jobs) protection(a huma.API) {
	askAlone(s.server, a, "circuit", "/api/protection/drawings",
		"A document's circuit as it is wired: power and control; "+
			"empty while nothing is sized",
		drawn(s.server, circuitOf))
}

func circuitOf(scene *drawing.Scene) CircuitDrawings {
	out := CircuitDrawings{drawing.Power(scene), drawing.Ladder(scene)}
	if scene.Converter != nil && !scene.Branch { // the whole converter, with its idler
		out.Power = drawing.Panel(scene)
	}
	return out
}
