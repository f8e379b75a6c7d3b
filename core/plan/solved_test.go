package plan_test

import (
	"context"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/scenario"
)

// What is drawn of a document that was solved is what is drawn of the document itself, in
// whatever order and by however many it is asked; and the plan stays as it was made.
func TestPicturesOfASolvedDocumentAreThoseOfTheDocument(t *testing.T) {
	t.Parallel()
	ctx := context.Background()
	d := scenario.Blunger()
	s, err := plan.Solve(ctx, d)
	require.NoError(t, err)
	own := *s.Plan()
	require.Equal(t, plan.Make(d), own)
	var all sync.WaitGroup
	for range 4 {
		all.Go(func() {
			a, err := picture.Island(ctx, s)
			b, err2 := picture.Island(ctx, plan.Read(ctx, d))
			if err != nil || err2 != nil || len(a.Edges) != len(b.Edges) {
				t.Error("another island", err, err2)
			}
			for i := range a.Carries {
				if x, y := a.Carries[i].Share, b.Carries[i].Share; x-y > 1e-6 || y-x > 1e-6 {
					t.Error("it carries", x, "and", y)
				}
			}
		})
		all.Go(func() {
			a, err := picture.RangesOf(ctx, s)
			b, err2 := picture.RangesOf(ctx, plan.Read(ctx, d))
			if err != nil || err2 != nil || len(a.Chosen) != len(b.Chosen) {
				t.Error("another range", err, err2)
				return
			}
			for i := range a.Chosen {
				if x := a.Chosen[i].Worst - b.Chosen[i].Worst; x > 1e-6 || x < -1e-6 {
					t.Error("another worst winding at", a.Chosen[i].Load)
				}
			}
		})
		all.Go(func() {
			a, err := picture.Mistaken(ctx, s, "no-capacitor")
			b, err2 := picture.Mistaken(ctx, plan.Read(ctx, d), "no-capacitor")
			if err != nil || err2 != nil || a.Verdict != b.Verdict {
				t.Error("another fault", err, err2)
			}
		})
	}
	all.Wait()
	require.Equal(t, plan.Make(d), *s.Plan())
	none, err := plan.Solve(ctx, document.New("Empty", scenario.TansyLane()))
	require.NoError(t, err)
	_, err = picture.Island(ctx, none)
	require.ErrorIs(t, err, plan.ErrNone)
	gone, stop := context.WithCancel(ctx)
	stop()
	_, err = plan.Solve(gone, d)
	require.ErrorIs(t, err, context.Canceled)
	_, err = picture.RangesOf(gone, s)
	require.ErrorIs(t, err, context.Canceled)
}

// What a document's pictures cost beside its plan, solved once and read anew each.
func BenchmarkPictures(b *testing.B) {
	ctx := context.Background()
	d := scenario.Blunger()
	ask := func(of func() *plan.Solved) {
		_, _ = picture.RangesOf(ctx, of())
		_, _ = picture.CurvesOf(ctx, of())
		_, _ = picture.Start(ctx, of())
		_, _ = picture.Island(ctx, of())
	}
	b.Run("once", func(b *testing.B) {
		for b.Loop() {
			s, _ := plan.Solve(ctx, d)
			ask(func() *plan.Solved { return s })
		}
	})
	b.Run("anew", func(b *testing.B) {
		for b.Loop() {
			plan.Make(d)
			ask(func() *plan.Solved { return plan.Read(ctx, d) })
		}
	})
}
