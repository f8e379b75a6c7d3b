package picture

import (
	"context"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/cause"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/site"
)

// Fault is one thing wrong with a motor or its bridge, and the state that it leaves.
type Fault struct {
	ID    string       `json:"id"`
	Title string       `json:"title"`
	About string       `json:"about"`
	Cause string       `json:"cause"` // of the catalogue, with what cures it and what proves that
	Cure  string       `json:"cure"`
	Proof string       `json:"proof"`
	State bridge.State `json:"state"`
}

// Faults settles every fault that these leads and this bridge can have, one after the
// other: coils open, reversed or shorted, leads exchanged or left out, a line lost,
// wrong joints, and on a capacitor a can dead, weak, left in or on the other line.
// Empty while nothing can be computed. The error is the context's.
func Faults(ctx context.Context, of *plan.Solved) ([]Fault, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) ([]Fault, error) {
		out := []Fault{}
		for _, m := range w.Mistakes() {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			out = append(out, faultOf(w, m))
		}
		return out, nil
	})
}

// Mistaken is one fault by its id. The error is ErrNone for one that these leads and this
// bridge cannot have, or while nothing can be computed, or the context's.
func Mistaken(ctx context.Context, of *plan.Solved, id string) (bridge.State, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) (bridge.State, error) {
		all := w.Mistakes()
		at := slices.IndexFunc(all, func(m leads.Mistake) bool { return m.ID == id })
		if at < 0 {
			return bridge.State{}, plan.ErrNone
		}
		return faultOf(w, all[at]).State, nil
	})
}

// faultOf settles one: the bridge with one thing of it changed.
func faultOf(w *plan.Solved, m leads.Mistake) Fault {
	s := w.Bridge().Settle("mistake", site.Fed{Joints: m.Joints, Coils: m.Coils, OtherLine: m.OtherLine,
		NoCap: m.NoCapacitor, StartIn: m.StartLeftIn, Can: m.Can, Bridged: m.Bridged}, true)
	s.Title, s.Note = m.Title, "a mistake, predicted"
	if m.OtherLine && s.Grade == finding.Good {
		s.Grade, s.Verdict = finding.Note, strings.TrimSuffix(s.Verdict, ".")+", turning "+s.Turns+"."
	}
	c := cause.Of(m.Cause)
	return Fault{ID: m.ID, Title: m.Title, About: m.About, Cause: c.ID, Cure: c.Cure, Proof: c.Proof, State: s}
}
