package api

import (
	"context"
	"encoding/json"
	"net/http"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/weigh"
)

// converterPath answers step by step, as one idler after the other is tried.
const converterPath = "/api/weigh/converter"

// WeighStep is one line of the answer: an idler that was tried, then the weighing with the
// converter in it, then its borders.
type WeighStep struct {
	Tried    string          `json:"tried,omitempty"`
	Weighing *weigh.Weighing `json:"weighing,omitempty"`
	Map      *weigh.WeighMap `json:"map,omitempty"`
}

type takenInput struct {
	documentInput
	Bridge string `query:"bridge" required:"true" enum:"capacitor,rotary,drive,dc"`
}

// hearing is who waits for the idlers that are tried for a document.
type hearing struct {
	mu   sync.Mutex
	ears map[string]map[chan string]bool
}

// listen hears what is said of a document until it stops listening.
func (h *hearing) listen(of string) (ear chan string, stop func()) {
	ear = make(chan string, 16)
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.ears == nil {
		h.ears = map[string]map[chan string]bool{}
	}
	if h.ears[of] == nil {
		h.ears[of] = map[chan string]bool{}
	}
	h.ears[of][ear] = true
	return ear, func() {
		h.mu.Lock()
		defer h.mu.Unlock()
		if delete(h.ears[of], ear); len(h.ears[of]) == 0 {
			delete(h.ears, of)
		}
	}
}

// say tells all who listen; who is slow misses a line, not the answer.
func (h *hearing) say(of, line string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for ear := range h.ears[of] {
		select {
		case ear <- line:
		default:
		}
	}
}

// textOf a document, by which it is known.
func textOf(d document.Document) string {
	text, err := json.Marshal(d)
	if err != nil { // a document is plain text and numbers
		panic(err)
	}
	return string(text)
}

// convert works the converter's column out and tells of each idler.
func (s jobs) convert(ctx context.Context, d document.Document) (weigh.Weighing, error) {
	w, err := s.weighings.of(ctx, d)
	if err != nil {
		return w, err
	}
	of := textOf(d)
	return weigh.ConverterOf(ctx, d, w, func(tried string) { s.tries.say(of, tried) })
}

// bordered draws the borders of a whole weighing.
func (s jobs) bordered(ctx context.Context, d document.Document) (weigh.WeighMap, error) {
	w, err := s.converted.of(ctx, d)
	if err != nil {
		return weigh.WeighMap{}, err
	}
	return weigh.MapOf(ctx, d, w)
}

// weigh registers the weighing of the bridges for a document.
func (s jobs) weigh(a huma.API) {
	askAlone(s.server, a, "weigh", "/api/weigh",
		"A document set on every bridge at its best, but for the rotary converter, "+
			"whose column comes from the converter's address; nothing is stored", s.weighings.of)
	askAlone(s.server, a, "weigh-column", "/api/weigh/column",
		"A document as it stands as one column, to set two of its "+
			"revisions beside each other; empty while nothing is computed", s.columns.of)
	askAlone(s.server, a, "weigh-motors", "/api/weigh/motors",
		"Motors that may be bought in the place of a document's first, each planned in its place; nothing is stored",
		s.motors.of)
	ask(s.server, a, "weigh-taken", "/api/weigh/taken",
		"A document with the bridge of a column taken into it; nothing is stored",
		func(ctx context.Context, d document.Document, in *takenInput) (document.Document, error) {
			of := s.weighings.of
			if in.Bridge == document.KindRotary {
				of = s.converted.of
			}
			w, err := of(ctx, d)
			if err != nil {
				return d, err
			}
			taken, ok := w.Taken(in.Body, in.Bridge)
			if !ok {
				return d,
					huma.Error422UnprocessableEntity("There is nothing to take: this bridge does not suit the motor.")
			}
			return taken, nil
		})
	s.documents[converterPath] = true
	huma.Register(a, huma.Operation{OperationID: "weigh-converter", Method: http.MethodPost, Path: converterPath,
		Summary: "The column of the rotary converter: each idler as it is tried, then the whole weighing, then its " +
			"borders over load and speed, one JSON value a line"},
		func(ctx context.Context, in *documentInput) (*huma.StreamResponse, error) {
			d := in.about()
			if bad := d.Validate(); len(bad) > 0 {
				return nil, problem(bad)
			}
			return &huma.StreamResponse{Body: func(out huma.Context) { s.streamWeighing(out, d) }}, nil
		})
}

// streamWeighing writes the steps as they come; it ends as soon as nobody reads on.
func (s jobs) streamWeighing(out huma.Context, d document.Document) {
	put := lineByLine(out)
	ctx, cancel := context.WithTimeout(out.Context(), longestWork)
	defer cancel()
	ear, stop := s.tries.listen(textOf(d))
	defer stop()
	type result struct {
		w   weigh.Weighing
		err error
	}
	done := make(chan result, 1)
	go func() {
		w, err := s.converted.of(ctx, d)
		done <- result{w, err}
	}()
	for {
		select {
		case tried := <-ear:
			if !put(WeighStep{Tried: tried}) {
				return
			}
		case r := <-done:
			if r.err != nil || !put(WeighStep{Weighing: &r.w}) {
				return
			}
			if m, err := s.borders.of(ctx, d); err == nil {
				put(WeighStep{Map: &m})
			}
			return
		}
	}
}

// rememberWeighing is what is kept of weighings: an unchanged document is not weighed again.
func (s jobs) rememberWeighing() {
	s.weighings.keep(mostPictures, weigh.Of)
	s.converted.keep(mostPictures, s.convert)
	s.weighings.part, s.converted.part = true, true
	s.borders.keep(mostPictures, s.bordered)
	s.motors.keep(mostPictures, weigh.Motors)
	s.columns.keep(mostPictures, orEmpty(weigh.ColumnOf,
		weigh.Column{Kind: weigh.None, Cells: []weigh.Cell{}, Schools: []weigh.School{}}))
}
