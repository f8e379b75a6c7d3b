package plan

import (
	"context"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/site"
)

// Fault is one thing wrong with a motor or its bridge, and the state that it leaves.
type Fault struct {
	ID    string       `json:"id"`
	Title string       `json:"title"`
	About string       `json:"about"`
	State bridge.State `json:"state"`
}

// Faults settles every fault that these leads and this bridge can have, one after the
// other: coils open, reversed or shorted, leads exchanged or left out, a line lost,
// wrong joints, and on a capacitor a can dead, weak, left in or on the other line.
// Empty while nothing can be computed. The error is the context's.
func Faults(ctx context.Context, of *Solved) ([]Fault, error) {
	return picture(ctx, of, func(w *reading) ([]Fault, error) {
		out := []Fault{}
		for _, m := range w.mistakes() {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			out = append(out, w.fault(m))
		}
		return out, nil
	})
}

// Mistaken is one fault by its id. The error is ErrNone for one that these leads and this
// bridge cannot have, or while nothing can be computed, or the context's.
func Mistaken(ctx context.Context, of *Solved, id string) (bridge.State, error) {
	return picture(ctx, of, func(w *reading) (bridge.State, error) {
		all := w.mistakes()
		at := slices.IndexFunc(all, func(m leads.Mistake) bool { return m.ID == id })
		if at < 0 {
			return bridge.State{}, ErrNone
		}
		return w.fault(all[at]).State, nil
	})
}

// mistakes are the faults that these leads and this bridge can have.
func (w *reading) mistakes() []leads.Mistake {
	if w.site.Wanted == nil || w.site.Model == nil {
		return nil
	}
	return slices.DeleteFunc(leads.Mistakes(w.site.Hand, w.site.Wanted),
		func(m leads.Mistake) bool { return !w.bridge.Able(m) })
}

// fault settles one: the bridge with one thing of it changed.
func (w *reading) fault(m leads.Mistake) Fault {
	s := w.bridge.Settle("mistake", site.Fed{Joints: m.Joints, Coils: m.Coils, OtherLine: m.OtherLine,
		NoCap: m.NoCapacitor, StartIn: m.StartLeftIn, Can: m.Can, Bridged: m.Bridged}, true)
	s.Title, s.Note = m.Title, "a mistake, predicted"
	if m.OtherLine && s.Grade == finding.Good {
		s.Grade, s.Verdict = finding.Note, strings.TrimSuffix(s.Verdict, ".")+", turning "+s.Turns+"."
	}
	return Fault{ID: m.ID, Title: m.Title, About: m.About, State: s}
}
