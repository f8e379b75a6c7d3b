package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/plate"
)

type firstInput struct {
	Body struct {
		Text   string `json:"text" maxLength:"2000" doc:"The plate as typed; empty where there is none"`
		Region string `json:"region,omitempty" maxLength:"40" doc:"The browser's language and region, like en-US"`
	}
}

// FirstPlate is what follows from somebody's first plate.
type FirstPlate struct {
	Read     PlateRead         `json:"read"`
	Name     string            `json:"name"`
	Workshop document.Workshop `json:"workshop"`
}

type plateLineInput struct {
	Body struct {
		Text string `json:"text" maxLength:"2000" doc:"A whole plate as typed or pasted"`
	}
}

// PlateRead is a plate laid out: what it was taken for, each piece where plates
// have it, and what was not understood.
type PlateRead struct {
	Kind  plate.LineKind `json:"kind" enum:"three-phase,single-phase,dc,universal,geared,two-speed,unknown"`
	Words string         `json:"words,omitempty"`
	Entry plate.Entry    `json:"entry"`
	Left  string         `json:"left,omitempty"`
}

func (s jobs) plans(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "read-plate", Method: http.MethodPost, Path: "/api/plate/line",
		Summary: "A whole plate as typed or pasted, laid out; nothing is stored"},
		func(_ context.Context, in *plateLineInput) (*said[PlateRead], error) {
			l := plate.ReadLine(in.Body.Text)
			return &said[PlateRead]{PlateRead{l.Kind, l.Kind.String(), l.Entry(), l.Left}}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "first-plate", Method: http.MethodPost, Path: "/api/plate/first",
		Summary: "Somebody's first plate: what was read, what the machine may be called, and the workshop that it " +
			"tells; " +
			"nothing is stored"},
		func(_ context.Context, in *firstInput) (*said[FirstPlate], error) {
			l := plate.ReadLine(in.Body.Text)
			e := l.Entry()
			return &said[FirstPlate]{Body: FirstPlate{PlateRead{l.Kind, l.Kind.String(), e, l.Left},
				document.FirstName(e),
				document.FirstWorkshop(l, in.Body.Region)}}, nil
		})
	askAlone(s.server, a, "plan", "/api/plan", "Plan a document without storing it", s.answers.of)
	askAlone(s.server, a, "island", "/api/capacitor/island",
		"The map of capacitance and load for a document; empty without "+
			"a complete plate and joints that fit", s.islands.of)
	askAlone(s.server, a, "curves", "/api/plate/curves",
		"Torque and amps over speed for a document's motor; empty without "+
			"a complete plate", s.curves.of)
	askAlone(s.server, a, "start", "/api/capacitor/start",
		"The run-up of a document's motor in time domain; empty without "+
			"a complete plate and joints that fit", s.starts.of)
	askAlone(s.server, a, "ranges", "/api/capacitor/ranges",
		"What every load does to the windings and to a relay's poles; "+
			"empty without a complete plate and joints that fit", s.ranges.of)
	askAlone(s.server, a, "pair", "/api/capacitor/pair",
		"The open arrangement of two capacitors for a document's motor: "+
			"offered or refused, and what it does; empty without a complete plate and joints that fit", s.pairs.of)
	askAlone(s.server, a, "pair-proof", "/api/capacitor/pair/proof",
		"That arrangement followed in time, and the map of both "+
			"of its µF; empty where it cannot be joined", s.proofs.of)
}
