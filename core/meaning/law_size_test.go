package meaning_test

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/bringup"
	"graybridge/core/document"
	"graybridge/core/meaning"
	"graybridge/core/plan"
	"graybridge/jobtest"
)

// sizes are a reading over what is expected: a slip of the pen, of the range, and everything between.
var sizes = []float64{0.01, 0.1, 0.3, 0.6, 0.85, 1.2, 1.5, 2.5, 5, 10, 100}

// sizeLaw is law 21: a cause is named only where it brings a reading near, within its band doubled; ten
// or a hundred times off is asked as a slip first; where nothing comes near, that is said. named counts
// the causes, asked the slips.
func sizeLaw(d document.Document, named, slips *int) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	s, err := plan.Solve(context.Background(), d)
	if err != nil {
		return []string{"21: " + err.Error()}
	}
	gates, err := meaning.GatesOf(context.Background(), s)
	if err != nil {
		return []string{"21: " + err.Error()}
	}
	for _, g := range gates {
		for _, take := range g.Takes {
			if take.Value == nil || take.Low == nil || take.High == nil || !(*take.Value > 0) {
				continue
			}
			tried := []float64{}
			for _, size := range sizes {
				tried = append(tried, size**take.Value)
			}
			for _, m := range []bringup.Meaning{take.Above, take.Below} {
				for _, c := range m.Says {
					if c.Would != "" {
						tried = append(tried, c.Value)
					}
				}
			}
			for _, x := range tried {
				breaks21(&take, x, named, slips, breaks)
			}
		}
	}
	return broken
}

func breaks21(take *bringup.Take, x float64, named, slips *int, breaks func(string, ...any)) {
	got := take.Compare(x, "")
	if got.Stands == bringup.Inside || got.Stands == bringup.Taken {
		if len(got.Meaning.Says) > 0 {
			breaks("21: %s at %s lies inside and yet means %v", take.ID, got.Text, got.Meaning.Says)
		}
		return
	}
	near := *take.High - *take.Low
	solved, near1 := 0, 0
	for _, c := range got.Meaning.Says {
		if c.Would == "" {
			continue
		}
		solved++
		if math.Abs(x-c.Value) > near*1.0001 {
			breaks("21: %s at %s names %q, which would bring %s (band %s)", take.ID, got.Text, c.Text, c.Would,
				take.Band)
		}
		near1++
	}
	*named += near1
	side := take.Above
	if x < *take.Value {
		side = take.Below
	}
	would := 0
	for _, c := range side.Says {
		if c.Would == "" {
			continue
		}
		would++
		if math.Abs(x-c.Value) < near*0.999 && !slices.ContainsFunc(got.Meaning.Says, func(o bringup.Cause) bool {
			return o.Text == c.Text
		}) {
			breaks("21: %s at %s lies near what %q would bring and does not name it", take.ID, got.Text, c.Text)
		}
	}
	if would > 0 && solved == 0 && !strings.Contains(fmt.Sprint(got.Meaning.Says), "bring this reading near") &&
		!strings.Contains(fmt.Sprint(got.Meaning.Says), "near") {
		breaks("21: %s at %s has nothing near and does not say so: %v", take.ID, got.Text, got.Meaning.Says)
	}
	if off := math.Max(x / *take.Value, *take.Value/x); off >= 9.99 {
		*slips++
		if len(got.Meaning.Says) == 0 || got.Meaning.Says[0].Would != "" ||
			!strings.Contains(got.Meaning.Says[0].Text, "times") {
			breaks("21: %s at %s, %.0f times off, is not asked as a slip first: %v", take.ID, got.Text, off,
				got.Meaning.Says)
		}
	}
}

func TestAReadingIsJudgedByItsSize(t *testing.T) {
	named, slips := 0, 0
	t.Run("unlike jobs", func(t *testing.T) {
		jobtest.OverUnlike(t, 4, func(d document.Document) []string { var n, s int; return sizeLaw(d, &n, &s) })
	})
	step := 12
	if *jobtest.All {
		step = 1
	}
	for i, c := range jobtest.Plates(t) {
		if i%step != 0 {
			continue
		}
		d := broughtUp(c, i%2 == 1)
		for _, b := range sizeLaw(d, &named, &slips) {
			assert.Fail(t, c.ID+": "+b)
		}
	}
	require.Greater(t, named, 20, "causes are named")
	require.Greater(t, slips, 50, "slips are asked")
}
