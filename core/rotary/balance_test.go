package rotary_test

import (
	"context"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/rotary"
)

// The pattern search comes as near to the least worst winding as a fine grid around it.
func TestNoNeighbourOfTheBanksFoundIsBetter(t *testing.T) {
	s := clayRoom(t)
	d := duties()
	alone := []rotary.Duty{d[0], {}, {}}
	states := rotary.Occurring{{{}, {}, {}}, alone, d}
	best, equal, err := s.Search(t.Context(), states)
	require.NoError(t, err)
	require.True(t, best.OK)
	for x := -30.0; x <= 30; x += 3 {
		for y := -30.0; y <= 30; y += 3 {
			if best.L13+x >= 0 && best.L23+y >= 0 {
				w := s.Worst(rotary.Balance{L13: best.L13 + x, L23: best.L23 + y}, states)
				require.GreaterOrEqual(t, w.Share, best.Worst.Share-0.003, "%+v %+v", x, y)
			}
		}
	}
	require.True(t, equal.OK)
	require.Equal(t, equal.L13, equal.L23)
	require.Less(t, best.Worst.Share, equal.Worst.Share, "unequal banks serve better than equal ones")
	require.Less(t, equal.Worst.Share, s.Worst(rotary.Balance{}, states).Share, "and equal ones better than none")
}

func TestAMapIsTheSamePointForPoint(t *testing.T) {
	s := clayRoom(t)
	states := rotary.Occurring{{{}, {}, {}}, duties()}
	const n = 9
	rows := 0
	require.NoError(t, s.Map(t.Context(), states, n, func(row int, worst []float64, who []int) bool {
		require.Equal(t, rows, row)
		rows++
		for i, share := range worst {
			at := rotary.Balance{L13: s.Reach() * float64(i) / (n - 1), L23: s.Reach() * float64(row) / (n - 1)}
			w := clayRoom(t).Worst(at, states)
			if math.IsInf(w.Share, 1) {
				w.Share = 0
			}
			require.InDelta(t, w.Share, share, 1e-6, "%+v", at)
		}
		return true
	}))
	require.Equal(t, n, rows)
	seen := 0
	require.NoError(t, s.Map(t.Context(), states, n, func(int, []float64, []int) bool { seen++; return seen < 2 }))
	require.Equal(t, 2, seen, "it ends where it is told to")
}

func TestTheFirstToFallOut(t *testing.T) {
	s := clayRoom(t)
	d := duties()
	factor, who, ok := s.FallsOut(d, 8)
	require.True(t, ok)
	require.GreaterOrEqual(t, who, 0, "the idler is not the weakest here")
	scaled := func(f float64) bool {
		more := duties()
		for i := range more {
			more[i].Load.Share *= f
		}
		return clayRoom(t).Settle(more).Runs
	}
	require.True(t, scaled(factor-0.02))
	require.False(t, scaled(factor+0.02))
}

// Nowhere on the whole map is a pair that serves better than the one found.
func TestNowhereOnTheMapIsBetter(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := street(t)
		for i := range d.duties {
			d.duties[i].Mode = rotary.Running
		}
		s := d.street()
		states := rotary.Occurring{make([]rotary.Duty, len(d.duties)), d.duties}
		best, _, err := s.Search(context.Background(), states)
		require.NoError(t, err)
		least := math.Inf(1)
		require.NoError(t, s.Map(context.Background(), states, 25, func(_ int, row []float64, _ []int) bool {
			for _, w := range row {
				if w > 0 {
					least = math.Min(least, w)
				}
			}
			return true
		}))
		require.Equal(t, !math.IsInf(least, 1), best.OK)
		if best.OK {
			require.LessOrEqual(t, best.Worst.Share, least+0.004)
		}
	})
}
