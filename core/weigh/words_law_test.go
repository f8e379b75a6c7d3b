package weigh_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/scenario"
	"graybridge/core/weigh"
	"graybridge/jobtest"
)

// What weighing says is said as to a neighbour.
func TestWeighingSpeaksAsToANeighbour(t *testing.T) {
	t.Parallel()
	var s jobtest.Speech
	hear := func(w weigh.Weighing) {
		s.All(w)
		for _, one := range jobtest.Sentences(w.Sentence) {
			s.Headline("answer", one)
		}
	}
	for _, w := range scenario.Workshops() {
		for _, one := range w.Jobs {
			got, err := weigh.Of(t.Context(), one.Document)
			require.NoError(t, err)
			hear(got)
		}
	}
	for i := range jobtest.UnlikeJobs {
		if jobtest.InPart(t, i, 20) {
			got, err := weigh.Of(t.Context(), jobtest.Unlike(i))
			require.NoError(t, err)
			hear(got)
		}
	}
	s.Hold(t, 200)
}
