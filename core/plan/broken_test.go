package plan

import (
	"context"
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/table"
)

// A picture that breaks says so and where; it is not taken for one that there is not.
func TestAPictureThatBreaksSaysWhere(t *testing.T) {
	t.Parallel()
	d := document.New("Broken", document.Workshop{Name: "Here", Rules: table.Metric, Volts: 230, Hertz: 50,
		Colours: document.Europe})
	_, err := Picture(t.Context(), Read(t.Context(), d), func(*Solved) (LeadsPlan,
		error) {
		panic("typed by somebody")
	})
	var broke *Broken
	require.ErrorAs(t, err, &broke)
	require.NotErrorIs(t, err, ErrNone)
	require.Equal(t, "plan.LeadsPlan", broke.Of)
	require.Contains(t, broke.Where, "core/plan.TestAPictureThatBreaks")
	require.NotContains(t, err.Error(), "typed by somebody", "nothing that was entered is told")

	_, err = Picture(t.Context(), Read(t.Context(), d), func(*Solved) (float64, error) { return math.NaN(), nil })
	require.ErrorAs(t, err, &broke)
	require.Equal(t, noSense, broke.Where)
	_, err = Picture(t.Context(), Read(t.Context(), d), func(*Solved) (LeadsPlan, error) {
		return LeadsPlan{},
			ErrNone
	})
	require.ErrorIs(t, err, ErrNone)
	gone, cancel := context.WithCancel(t.Context())
	cancel()
	_, err = Picture(gone, Read(gone, d), func(*Solved) (LeadsPlan, error) { panic("late") })
	require.ErrorIs(t, err, context.Canceled)
}

// breaking is a context that breaks the work when it is asked the second time.
type breaking struct {
	context.Context
	asked int
}

func (b *breaking) Err() error {
	if b.asked++; b.asked == 2 {
		panic("the work breaks")
	}
	return b.Context.Err()
}

// So does a plan: what was typed is shown, nothing is computed of it, and the place stands there.
func TestAPlanThatBreaksSaysWhere(t *testing.T) {
	t.Parallel()
	d := document.New("Broken", document.Workshop{Name: "Here", Rules: table.Metric, Volts: 230, Hertz: 50,
		Colours: document.Europe})
	s, err := Solve(&breaking{Context: t.Context()}, d)
	require.NoError(t, err)
	require.NotNil(t, s.Broke)
	require.Contains(t, s.Broke.Where, "core/plan.Solve")
	p := *s.Plan()
	require.Equal(t, FailedID, p.Findings[0].ID)
	require.Contains(t, p.Findings[0].Detail, s.Broke.Where)
	text, err := json.Marshal(p)
	require.NoError(t, err)
	require.NotEmpty(t, text)
}
