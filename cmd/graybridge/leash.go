package main

import (
	"os"
	"slices"
	"strconv"
	"time"
)

// launcherEnv is the process id of the launcher, as ./run sets it.
const launcherEnv = "GRAYBRIDGE_LAUNCHER"

// leash ends the program when its launcher is gone, after which it would hold
// port and database for nobody. It is the program's first act: a launcher that
// was killed before this process ran its first instruction is no longer its
// parent. end is asked first; what has not ended some seconds later is ended.
func leash(args []string, end func()) {
	launcher, err := strconv.Atoi(os.Getenv(launcherEnv))
	if err != nil {
		if !slices.Contains(args, "--leash") && !slices.Contains(args, "-leash") {
			return
		}
		launcher = os.Getppid()
	}
	gone := func() bool { return os.Getppid() != launcher }
	if gone() {
		os.Exit(1)
	}
	go func() {
		for !gone() {
			time.Sleep(100 * time.Millisecond)
		}
		end()
		time.Sleep(4 * time.Second)
		os.Exit(1)
	}()
}
