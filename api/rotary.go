package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/drawing"
)

// mapPath answers row by row: it is neither held until it is whole nor compressed.
const mapPath = "/api/rotary/map"

// mapSteps is how many points a balance map has each way.
const mapSteps = 60

// BalanceHead is the first line of a balance map.
type BalanceHead struct {
	Steps int `json:"steps"`
	// Reach is the right and upper end, in µF.
	Reach float64 `json:"reach_microfarad"`
	// Motors are the ids that rows name by number, the idler being -1.
	Motors []string `json:"motors" nullable:"false"`
}

// BalanceRow is one line of a balance map: row 0 has nothing from L2 to L3.
type BalanceRow struct {
	Row int `json:"row"`
	// Worst is the worst winding over plate; 0 where a motor falls out.
	Worst []float64 `json:"worst" nullable:"false"`
	Who   []int     `json:"who" nullable:"false"`
}

// ConverterDrawings are the power and the control circuit of a converter.
type ConverterDrawings struct {
	Panel  drawing.Drawing `json:"panel"`
	Ladder drawing.Drawing `json:"ladder"`
}

// rotary answers with the map of both balance banks, a row a line as it is worked out.
// It ends as soon as nobody reads on.
func (s jobs) rotary(a huma.API) {
	askAlone(
		s.server,
		a,
		"rotary-start",
		"/api/rotary/start",
		"The start of a document's idler, or of its machine beside the idler, in time domain; empty while it cannot "+
			"be worked out",
		s.films.of,
	)
	askAlone(
		s.server,
		a,
		"rotary-sizes",
		"/api/rotary/sizes",
		"Standard idlers and the owner's spares tried for a document's machines; empty while no machine is counted",
		s.sizes.of,
	)
	askAlone(
		s.server,
		a,
		"rotary-drawings",
		"/api/rotary/drawings",
		"A document's converter drawn: its panel and its control circuit; empty while it cannot be worked out",
		drawn(s.server, func(scene *drawing.Scene) ConverterDrawings {
			return ConverterDrawings{drawing.Panel(scene), drawing.Ladder(scene)}
		}),
	)
	s.documents[mapPath] = true
	huma.Register(a, huma.Operation{OperationID: "balance-map", Method: http.MethodPost, Path: mapPath,
		Summary: "The worst winding over both balance banks of a converter: a head and its rows, one JSON value a " +
			"line, as they are worked out"},
		func(ctx context.Context, in *documentInput) (*huma.StreamResponse, error) {
			d := in.about()
			if bad := d.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			m, err := picture.BalanceMapOf(ctx, d)
			if errors.Is(err, plan.ErrNone) {
				return nil, huma.Error422UnprocessableEntity("There is no converter to map yet: an idler and its " +
					"plate come first.")
			}
			if err != nil {
				return nil, problem(err)
			}
			return &huma.StreamResponse{Body: func(out huma.Context) {
				put := lineByLine(out)
				if !put(BalanceHead{mapSteps, m.Reach, m.Motors}) {
					return
				}
				_ = m.Rows(out.Context(), mapSteps, func(row int, worst []float64, who []int) bool {
					return put(BalanceRow{row, worst, who})
				})
			}}, nil
		})
}
