package api

import (
	"context"
	"net/http"
	"net/http/httptest"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/job"
)

// A computation that breaks is said with its place, counted for a monitor, and not kept as an answer.
func TestABrokenComputationIsCountedAndSaid(t *testing.T) {
	type figure int
	breaks := true
	c := memo[figure]{most: 1 << 20, make: func(context.Context, job.Document) (figure, error) {
		if breaks {
			panic("typed by somebody")
		}
		return 7, nil
	}}
	d := job.Document{Name: "one", Machines: []job.Machine{{ID: job.First}}}
	_, err := c.of(t.Context(), d)
	var broke *job.Broken
	require.ErrorAs(t, err, &broke)
	require.Contains(t, broke.Where, "api.")
	said := problem(err)
	require.ErrorContains(t, said, "This could not be computed: api.figure, at ")
	require.NotContains(t, said.Error(), "typed by somebody")

	w := httptest.NewRecorder()
	NewMetrics().ServeHTTP(w, httptest.NewRequest(http.MethodGet, "/metrics", nil))
	require.Contains(t, w.Body.String(), `graybridge_computations_broken_total{of="api.figure"} 1`)
	breaks = false
	v, err := c.of(t.Context(), d)
	require.NoError(t, err)
	require.Equal(t, figure(7), v)
}
