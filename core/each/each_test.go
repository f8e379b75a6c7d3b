package each_test

import (
	"runtime"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/each"
)

func TestEachIsDoneOnce(t *testing.T) {
	for _, cores := range []int{1, 2, 7} {
		before := runtime.GOMAXPROCS(cores)
		done := make([]atomic.Int32, 100)
		each.Of(len(done), func(i int) { done[i].Add(1) })
		runtime.GOMAXPROCS(before)
		for i := range done {
			require.EqualValues(t, 1, done[i].Load(), "%d on %d cores", i, cores)
		}
	}
	each.Of(0, func(int) { t.Error("there is nothing to do") })
}

func TestAPanicIsTheCallers(t *testing.T) {
	var others atomic.Int32
	require.PanicsWithValue(t, "broken", func() {
		each.Of(50, func(i int) {
			if i == 20 {
				panic("broken")
			}
			others.Add(1)
		})
	})
	require.Positive(t, others.Load())
}
