// Package each does one thing for many on as many cores as there are, and comes back when
// all of it is done: nothing is left behind, and what goes wrong goes wrong in the caller.
package each

import (
	"runtime"
	"sync"
)

// Of does it for every number from 0 to n-1. Each is done once, on some goroutine; what two
// of them share must not be changed. A panic in one of them is the caller's, after all have
// ended.
func Of(n int, do func(i int)) {
	hands := min(n, runtime.GOMAXPROCS(0))
	if hands < 2 {
		for i := range n {
			do(i)
		}
		return
	}
	var (
		wait   sync.WaitGroup
		once   sync.Once
		failed any
	)
	for hand := range hands {
		wait.Go(func() {
			defer func() {
				if v := recover(); v != nil {
					once.Do(func() { failed = v })
				}
			}()
			for i := hand; i < n; i += hands {
				do(i)
			}
		})
	}
	wait.Wait()
	if failed != nil {
		panic(failed)
	}
}
