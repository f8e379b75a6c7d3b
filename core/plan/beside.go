package plan

import (
	"context"

	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/rotary"
)

// Beside is another machine of a job that was solved, planned on the converter that both stand on: that
// is worked out once for all of them. To the last printed figure it equals Solve of the document with
// this machine before the others. The error is the context's.
func Beside(ctx context.Context, s *Solved, d document.Document, machine string) (out *Solved, err error) {
	d = d.Of(machine)
	if s.r == nil {
		return Solve(ctx, d)
	}
	on, ok := s.r.bridge.(rotary.Installed)
	if !ok || on.Answer == nil {
		return Solve(ctx, d)
	}
	s.turn.Lock()
	defer s.turn.Unlock()
	defer rescued(ctx, d, &out, &err)
	r := readOn(ctx, &d, capacitor.Place, on.For(machine))
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	out, err = planned(ctx, r, d)
	if out != nil {
		out.r = nil // the converter is another's
	}
	return out, err
}
