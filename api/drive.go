package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leaflet"
	"graybridge/core/openfile"
	"graybridge/core/picture"
	"graybridge/drawing"
	"graybridge/drawing/pdf"
	"graybridge/store"
)

type profileInput struct {
	Body struct {
		Text string `json:"text" maxLength:"200000" doc:"The text of a gray-bridge/drive-profile file"`
	}
}

type profileOutput struct{ Body drive.Profile }

type leafletInput struct {
	Body struct {
		Text    string   `json:"text" maxLength:"200000" doc:"A table out of a drive's leaflet, as text"`
		Columns []string `json:"columns,omitempty" maxItems:"5" doc:"What each column is, where they were found wrongly"`
	}
}

// LeafletLines are the lines of a leaflet's table, as they were read.
type LeafletLines struct {
	Lines []leaflet.Line `json:"lines" nullable:"false"`
	Rows  [][]string     `json:"rows" nullable:"false" doc:"The first rows, as their columns were found"`
}

type leafletOutput struct{ Body LeafletLines }

type dialInput struct {
	Way   string  `query:"way" enum:"hz,motor,tool,surface,feet" required:"true"`
	Value float64 `query:"value" minimum:"0" maximum:"1000000" required:"true"`
	documentInput
}

// Dial is where a drive's dial has to stand.
type Dial struct {
	Hertz float64 `json:"hertz"`
}

func (s jobs) drives(a huma.API) {
	ask(s.server, a, "dial", "/api/drives/dial", "The hertz at which a document's drive reaches a speed",
		func(_ context.Context, d document.Document, in *dialInput) (Dial, error) {
			hertz, ok := picture.HertzFor(d, in.Way, in.Value)
			if !ok {
				return Dial{}, huma.Error422UnprocessableEntity("This drive does not reach that speed with this " +
					"motor and these sheaves.")
			}
			return Dial{hertz}, nil
		})
	askAlone(s.server, a, "wiring", "/api/drives/wiring",
		"A document's drive drawn with its terminals and every wire to them",
		drawn(s.server, drawing.Wiring))
	huma.Register(a, huma.Operation{OperationID: "read-drive-profile", Method: http.MethodPost,
		Path: "/api/drives/profile", Summary: "A drive profile out of its file, checked; nothing is stored"},
		func(_ context.Context, in *profileInput) (*profileOutput, error) {
			p, err := drive.Decode([]byte(in.Body.Text))
			if err != nil {
				return nil, problem(openfile.WithLines([]byte(in.Body.Text), err))
			}
			if _, taken := drive.ByID(p.ID); taken {
				return nil, huma.Error422UnprocessableEntity("id: found " + p.ID +
					", which ships with the product; give yours another. Nothing was changed.")
			}
			return &profileOutput{p}, nil
		})
	huma.Register(a, huma.Operation{OperationID: "read-leaflet", Method: http.MethodPost,
		Path: "/api/drives/leaflet", Summary: "The table of a drive's leaflet, each line with the function that " +
			"it is; nothing is stored"},
		func(_ context.Context, in *leafletInput) (*leafletOutput, error) {
			lines, problem := leaflet.ReadAs(in.Body.Text, in.Body.Columns)
			if problem != "" {
				return nil, huma.Error422UnprocessableEntity(problem)
			}
			return &leafletOutput{LeafletLines{leaflet.Widened(lines), leaflet.Rows(in.Body.Text)}}, nil
		})
}

func (s jobs) driveFiles(r chi.Router, a huma.API) {
	s.link(r, a, "shipped-drive", http.MethodGet, "/api/drives/{drive}.json",
		"A drive profile that ships", s.shippedProfile)
	s.link(r, a, "drive-profile", http.MethodGet, "/api/jobs/{id}/drive-profile.json",
		"The job's own drive profile", s.file(s.profileOf))
	s.link(r, a, "settings-file", http.MethodGet, "/api/jobs/{id}/settings.{kind:csv|xlsx|pdf}",
		"The settings sheet", s.file(s.settings))
	s.link(r, a, "wires-csv", http.MethodGet, "/api/jobs/{id}/wires.csv", "The control wires", s.file(s.wires))
}

func giveProfile(w http.ResponseWriter, p drive.Profile) { giveFile(w, p.Name+" profile", p) }

func (s jobs) shippedProfile(w http.ResponseWriter, r *http.Request) {
	p, ok := drive.ByID(chi.URLParam(r, "drive"))
	if !ok {
		refuse(w, r, http.StatusNotFound, "No such drive ships with the product.")
		return
	}
	giveProfile(w, p)
}

func (s jobs) profileOf(w http.ResponseWriter, r *http.Request, j store.Job) {
	d := j.Document.Bridge.Drive
	if d.Own != nil {
		giveProfile(w, *d.Own)
		return
	}
	if p, ok := drive.ByID(d.Profile); ok {
		giveProfile(w, p)
		return
	}
	refuse(w, r, http.StatusConflict, "No drive is chosen yet.")
}

var sheetHead = []string{"code", "setting", "set to", "means", "how", "default", "read back", "note", "why", "numbers"}

func (s jobs) settings(w http.ResponseWriter, r *http.Request, j store.Job) {
	given, err := s.answers.of(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	plan := given.Plan
	sheet := plan.Settings()
	if len(sheet.Rows) == 0 {
		refuse(w, r, http.StatusConflict, "There is no sheet yet: the plate, the joints and the drive or controller "+
			"come first.")
		return
	}
	rows := [][]string{sheetHead}
	for _, x := range sheet.Rows {
		rows = append(rows, []string{x.Code, x.Name, x.Value, x.Plain, x.How, x.Default, x.ReadBack, x.Note, x.Formula,
			x.Numbers})
	}
	name := j.Document.Name + " settings"
	switch chi.URLParam(r, "kind") {
	case "csv":
		giveCSV(w, name, rows)
	case "xlsx":
		giveXLSX(w, r, name, rows)
	default:
		out, err := pdf.Sheet(plan, pdf.Stamp{Workshop: j.Document.Workshop.Name, Revision: j.Revision,
			At: j.UpdatedAt.UTC()}, pdf.PaperFor(string(j.Document.Workshop.Rules)))
		s.givePDF(w, r, name, out, err)
	}
}

func (s jobs) wires(w http.ResponseWriter, r *http.Request, j store.Job) {
	given, err := s.answers.of(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	plan := given.Plan
	wires := plan.RunList()
	if len(wires) == 0 {
		refuse(w, r, http.StatusConflict, "There is no run list yet: the plate, the joints and the drive or "+
			"controller come first.")
		return
	}
	rows := [][]string{{"run", "from", "to", "wire", "colour", "length", "ends", "note"}}
	for _, x := range wires {
		rows = append(rows, []string{x.Run, x.From, x.To, x.Wire, x.Colour, x.Length, x.End, x.Note})
	}
	giveCSV(w, j.Document.Name+" wires", rows)
}
