package api

import (
	"errors"
	"fmt"
	"mime"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/plan"
	"graybridge/drawing"
	"graybridge/drawing/pdf"
	"graybridge/drawing/svg"
	"graybridge/store"
)

// files are what a browser saves or prints by following a link: the open
// document, the card as PDF, a drawing as SVG.
func (s jobs) files(r chi.Router, a huma.API) {
	s.link(r, a, "document-file", http.MethodGet, "/api/jobs/{id}/document.json",
		"The open document with its photographs", s.file(s.exportJob))
	s.link(r, a, "card-pdf", http.MethodGet, "/api/jobs/{id}/card.pdf", "The card as PDF", s.file(s.cardPDF))
	s.link(r, a, "parts-file", http.MethodGet, "/api/jobs/{id}/parts.{kind:csv|xlsx}",
		"The parts as a sheet", s.file(s.parts))
	s.link(r, a, "drawing-svg", http.MethodGet, "/api/jobs/{id}/{state:now|wanted}-{view:path|box|windings}.svg",
		"A drawing", s.file(s.drawingSVG))
	s.link(r, a, "circuit-svg", http.MethodGet, "/api/jobs/{id}/circuit-{view:power|control}.svg",
		"The circuit as it is wired", s.file(s.circuitSVG))
}

// file finds the job first.
func (s jobs) file(give func(http.ResponseWriter, *http.Request, store.Job)) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		j, err := s.store.Jobs.Job(r.Context(), chi.URLParam(r, "id"))
		if err != nil {
			refuseError(w, r, err)
			return
		}
		j.Document = j.Document.Of(r.URL.Query().Get("machine"))
		give(w, r, j)
	}
}

// refuseError says outside the described operations why there is no answer.
func refuseError(w http.ResponseWriter, r *http.Request, err error) {
	status, detail := http.StatusInternalServerError, "Something failed here."
	var told huma.StatusError
	if errors.As(problem(err), &told) {
		status, detail = told.GetStatus(), told.Error()
	}
	refuse(w, r, status, detail)
}

// attachment names a file after a machine.
func attachment(name, ending string) string {
	return mime.FormatMediaType("attachment", map[string]string{"filename": fileName(name) + "." + ending})
}

// fileName is a name without what a path would take for its own.
func fileName(name string) string {
	return strings.Map(func(c rune) rune {
		if strings.ContainsRune(`/\:*?"<>|`, c) || c < ' ' {
			return '-'
		}
		return c
	}, name)
}

func (s jobs) cardPDF(w http.ResponseWriter, r *http.Request, j store.Job) {
	paper := pdf.Paper(r.URL.Query().Get("paper"))
	if paper == "" {
		paper = pdf.A4
	}
	if paper != pdf.A4 && paper != pdf.Letter {
		refuse(w, r, http.StatusBadRequest, "paper is a4 or letter.")
		return
	}
	a, err := s.answers.of(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	card := pdf.Card{Workshop: j.Document.Workshop.Name, Card: a.Plan.Card, Drawings: a.Drawings.Wanted,
		Revision: j.Revision, At: j.UpdatedAt.UTC()}
	if err := s.onCard(r, j, &a.Plan, &card); err != nil {
		refuseError(w, r, err)
		return
	}
	switch with := r.URL.Query().Get("with"); with {
	case "":
	case "circuit":
		c := circuitOf(drawing.SceneOf(&a.Plan))
		card.Circuit = pdf.Sheets(c.Power, c.Control)
		card.Buys = bought(&a.Plan)
	default:
		refuse(w, r, http.StatusBadRequest, "with is circuit, or nothing.")
		return
	}
	out, err := pdf.Write(card, paper)
	if err != nil {
		refuse(w, r, http.StatusInternalServerError, "The card could not be printed: "+err.Error()+".")
		return
	}
	givePDF(w, j.Document.Name+" card", out)
}

// givePDF gives a document that a browser shows, and saves under its name.
func givePDF(w http.ResponseWriter, name string, out []byte) {
	w.Header().Set("Content-Type", "application/pdf")
	w.Header().Set("Content-Disposition", strings.Replace(attachment(name, "pdf"), "attachment", "inline", 1))
	_, _ = w.Write(out)
}

// bought are the parts as the card lists them.
func bought(p *plan.Plan) (out []pdf.Bought) {
	for _, b := range p.Buys {
		one := pdf.Bought{What: b.What, Spec: b.Spec, Price: b.Price}
		if b.Count > 1 {
			one.What = fmt.Sprintf("%d × %s", b.Count, b.What)
		}
		for i, h := range b.Have {
			if i > 0 {
				one.Have += "; "
			}
			one.Have += h.Words()
		}
		if one.Have == "" && b.Own {
			one.Have = "there"
		}
		out = append(out, one)
	}
	return out
}

// parts gives the parts of the job as a table for a shop.
func (s jobs) parts(w http.ResponseWriter, r *http.Request, j store.Job) {
	given, err := s.answers.of(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	p := given.Plan
	if len(p.Buys) == 0 {
		refuse(w, r, http.StatusConflict, "There is no parts list yet: the bridge is not sized.")
		return
	}
	rows := [][]string{{"count", "part", "what it must be", "note", "price", "shop", "there already", "in stores",
		"guide value"}}
	yes := map[bool]string{true: "yes"}
	for _, b := range p.Buys {
		held := make([]string, 0, len(b.Have))
		for _, h := range b.Have {
			held = append(held, h.Words())
		}
		rows = append(rows, []string{strconv.Itoa(b.Count), b.What, b.Spec, b.Note, b.Price, b.Shop, yes[b.Own],
			strings.Join(held, "; "), yes[b.Planning]})
	}
	for _, g := range p.Fit.Gets {
		rows = append(rows, []string{"1", "For the motor's place", g, "", "", "", "", "", "yes"})
	}
	for _, t := range p.Parts.Tools {
		rows = append(rows, []string{"", "Tool", t, "", "", "", "", "", ""})
	}
	if p.Parts.Hours != "" {
		rows = append(rows, []string{"", "Work", p.Parts.Hours, "", "", "", "", "", ""})
	}
	name := j.Document.Name + " parts"
	if chi.URLParam(r, "kind") == "xlsx" {
		giveXLSX(w, r, name, rows)
		return
	}
	giveCSV(w, name, rows)
}

func (s jobs) drawingSVG(w http.ResponseWriter, r *http.Request, j store.Job) {
	given, err := s.answers.of(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	views := given.Drawings.Wanted
	if chi.URLParam(r, "state") == "now" {
		views = given.Drawings.Now
	}
	view := chi.URLParam(r, "view")
	giveSVG(w, j, view, map[string]drawing.Drawing{"path": views.Path, "box": views.Box,
		"windings": views.Windings}[view])
}

// circuitSVG gives the circuit as it is wired.
func (s jobs) circuitSVG(w http.ResponseWriter, r *http.Request, j store.Job) {
	c, err := drawn(s.server, circuitOf)(r.Context(), j.Document)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	view := chi.URLParam(r, "view")
	d := map[string]drawing.Drawing{"power": c.Power, "control": c.Control}[view]
	if len(d.Items) == 0 {
		refuse(w, r, http.StatusConflict, "There is no circuit yet: the bridge is not sized.")
		return
	}
	giveSVG(w, j, view+" circuit", d)
}

func giveSVG(w http.ResponseWriter, j store.Job, view string, d drawing.Drawing) {
	w.Header().Set("Content-Type", "image/svg+xml")
	w.Header().Set("Content-Disposition", attachment(j.Document.Name+" "+view, "svg"))
	_, _ = w.Write(svg.Write(d, drawing.Coloured(string(j.Document.Workshop.Colours))))
}
