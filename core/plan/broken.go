package plan

import (
	"fmt"
	"reflect"
	"runtime"
	"strings"
)

// Broken is a computation that broke: a fault of the program, not of what was entered. What of and
// where are names of this project's own rooms and functions, never anything that was typed.
type Broken struct {
	Of    string // what was computed: "plan", "CurvesOf"
	Where string // this project's innermost functions with their lines
}

func (b *Broken) Error() string {
	return fmt.Sprintf("this could not be computed: %s (%s)", b.Of, b.Where)
}

// noSense is where a computation ended without a fault and gave a figure that nobody can say.
const noSense = "a figure that is no number"

// brokenAt is a panic that is being recovered, with its place.
func brokenAt(of string) *Broken { return &Broken{of, PanicAt()} }

// PanicAt is the place of a panic that is being recovered: this project's innermost functions with
// their lines, no values.
func PanicAt() string {
	pcs := make([]uintptr, 64)
	frames := runtime.CallersFrames(pcs[:runtime.Callers(1, pcs)])
	var at []string
	panicked := false // what stands before it recovers
	for {
		f, more := frames.Next()
		panicked = panicked || f.Function == "runtime.gopanic"
		if name, ok := strings.CutPrefix(f.Function, "graybridge/"); ok && panicked && len(at) < 4 {
			at = append(at, fmt.Sprintf("%s:%d", name, f.Line))
		}
		if !more {
			return strings.Join(at, " < ")
		}
	}
}

// nameOf is what a picture is of.
func nameOf[T any]() string { return reflect.TypeFor[T]().String() }
