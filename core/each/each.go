// Package each does one thing for many on as many cores as there are, and comes back when
// all of it is done: nothing is left behind, and what goes wrong goes wrong in the caller.
package each

import (
	"runtime"
	"sync"
)

// Of does it for every number from 0 to n-1, the first of them on the caller's own goroutine.
// What two of them share must not be changed. A panic in one of them is the caller's, after
// all have ended.
func Of(n int, do func(i int)) {
	hands := max(1, min(n, runtime.GOMAXPROCS(0)))
	var (
		wait   sync.WaitGroup
		once   sync.Once
		failed any
	)
	share := func(hand int) {
		for i := hand; i < n; i += hands {
			do(i)
		}
	}
	for hand := 1; hand < hands; hand++ {
		wait.Go(func() {
			defer func() {
				if v := recover(); v != nil {
					once.Do(func() { failed = v })
				}
			}()
			share(hand)
		})
	}
	func() {
		defer wait.Wait()
		share(0)
	}()
	if failed != nil {
		panic(failed)
	}
}
