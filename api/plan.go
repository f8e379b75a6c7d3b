package api

import "github.com/danielgtaylor/huma/v2"

func (s *server) plans(a huma.API) {
	askAlone(a, "plan", "/api/plan", "Plan a document without storing it", s.answers.of)
	askAlone(a, "island", "/api/capacitor/island", "The map of capacitance and load for a document; empty without a complete plate and joints that fit", s.islands.of)
	askAlone(a, "curves", "/api/plate/curves", "Torque and amps over speed for a document's motor; empty without a complete plate", s.curves.of)
	askAlone(a, "start", "/api/capacitor/start", "The run-up of a document's motor in time domain; empty without a complete plate and joints that fit", s.starts.of)
	askAlone(a, "ranges", "/api/capacitor/ranges", "What every load does to the windings and to a relay's poles; empty without a complete plate and joints that fit", s.ranges.of)
}
