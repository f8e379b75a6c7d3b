package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/openfile"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/drawing"
	"graybridge/store"
)

type controllerInput struct {
	Body struct {
		Text string `json:"text" maxLength:"200000" doc:"The text of a gray-bridge/dc-controller-profile file"`
	}
}

type controllerOutput struct{ Body dc.Profile }

type dcDialInput struct {
	Way   string  `query:"way" enum:"motor,tool,surface,feet,volts" required:"true"`
	Value float64 `query:"value" minimum:"0" maximum:"1000000" required:"true"`
	documentInput
}

// DCDial is where a DC dial has to stand.
type DCDial struct {
	RPM float64 `json:"rpm"`
}

type sceneInput struct {
	Scene string `query:"scene" enum:"start,step,brake" required:"true"`
	documentInput
}

func (s jobs) controllers(a huma.API) {
	ask(s.server, a, "dc-dial", "/api/dc/dial", "The motor's rpm at which a document's DC dial gives a speed",
		func(_ context.Context, d document.Document, in *dcDialInput) (DCDial, error) {
			rpm, ok := picture.RPMFor(d, in.Way, in.Value)
			if !ok {
				return DCDial{}, huma.Error422UnprocessableEntity("This motor does not reach that speed on this " +
					"controller and line.")
			}
			return DCDial{rpm}, nil
		})
	ask(s.server, a, "dc-film", "/api/dc/film",
		"A start, a load step or a stop on the resistor of a document's brushed "+
			"motor, in time; empty where there is none",
		func(ctx context.Context, d document.Document, in *sceneInput) (dc.Film, error) {
			scene := func(ctx context.Context, of *plan.Solved) (dc.Film, error) {
				return picture.SceneOf(ctx, of, dc.Scene(in.Scene))
			}
			return orEmpty(pictureOf(s.server, scene), dc.Film{Seconds: []float64{}, RPM: []float64{},
				Amps:  []float64{},
				Volts: []float64{}})(ctx, d)
		})
	askAlone(s.server, a, "dc-swap", "/api/dc/swap",
		"A document's brushed motor beside a three-phase motor on a drive, for the same machine; empty where there "+
			"is none",
		orEmpty(pictureOf(s.server, picture.SwapOf), picture.Swap{Rows: []picture.SwapRow{}}))
	askAlone(s.server, a, "dc-wiring", "/api/dc/wiring",
		"A document's DC controller drawn with its terminals, armature and "+
			"field",
		drawn(s.server, drawing.DirectWiring))
	huma.Register(a, huma.Operation{OperationID: "read-dc-profile", Method: http.MethodPost, Path: "/api/dc/profile",
		Summary: "A DC controller's profile out of its file, checked; nothing is stored"},
		func(_ context.Context, in *controllerInput) (*controllerOutput, error) {
			p, err := dc.DecodeProfile([]byte(in.Body.Text))
			if err != nil {
				return nil, problem(openfile.WithLines([]byte(in.Body.Text), err))
			}
			if _, taken := dc.ByID(p.ID); taken {
				return nil, huma.Error422UnprocessableEntity("id: found " + p.ID +
					", which ships with the product; give yours another. Nothing was changed.")
			}
			return &controllerOutput{p}, nil
		})
}

func (s jobs) controllerFiles(r chi.Router, a huma.API) {
	s.link(r, a, "shipped-controller", http.MethodGet, "/api/controllers/{controller}.json",
		"A controller profile that ships", s.shippedController)
	s.link(r, a, "controller-profile", http.MethodGet, "/api/jobs/{id}/controller-profile.json",
		"The job's own controller profile", s.file(s.controllerOf))
}

func giveController(w http.ResponseWriter, p dc.Profile) { giveFile(w, p.Name+" profile", p) }

func (s jobs) shippedController(w http.ResponseWriter, r *http.Request) {
	p, ok := dc.ByID(chi.URLParam(r, "controller"))
	if !ok {
		refuse(w, r, http.StatusNotFound, "No such controller ships with the product.")
		return
	}
	giveController(w, p)
}

func (s jobs) controllerOf(w http.ResponseWriter, r *http.Request, j store.Job) {
	d := j.Document.Bridge.DC
	if d.Own != nil {
		giveController(w, *d.Own)
		return
	}
	if p, ok := dc.ByID(d.Controller); ok {
		giveController(w, p)
		return
	}
	refuse(w, r, http.StatusConflict, "No controller is chosen yet.")
}
