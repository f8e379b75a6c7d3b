package api

import (
	"bytes"
	"context"
	"crypto/tls"
	"image"
	"image/jpeg"
	"net/http"
	"net/http/httptest"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/plan"
)

// A computation that breaks is said with its place, counted for a monitor, and not kept as an answer.
func TestABrokenComputationIsCountedAndSaid(t *testing.T) {
	t.Parallel()
	type figure int
	breaks := true
	c := memo[figure]{most: 1 << 20, make: func(context.Context, document.Document) (figure, error) {
		if breaks {
			panic("typed by somebody")
		}
		return 7, nil
	}}
	d := document.Document{Name: "one", Machines: []document.Machine{{ID: document.First}}}
	_, err := c.of(t.Context(), d)
	var broke *plan.Broken
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

// Who came over TLS once comes so again, also behind a proxy that is trusted; on the computer itself
// nothing is said.
func TestTheSharedAddressIsKeptToTLS(t *testing.T) {
	t.Parallel()
	ask := func(behindProxy bool, change func(*http.Request)) string {
		r, w := httptest.NewRequest(http.MethodGet, "/", nil), httptest.NewRecorder()
		change(r)
		secured(behindProxy)(http.NotFoundHandler()).ServeHTTP(w, r)
		return w.Header().Get("Strict-Transport-Security")
	}
	require.NotEmpty(t, ask(false, func(r *http.Request) { r.TLS = &tls.ConnectionState{} }))
	proxied := func(r *http.Request) { r.Header.Set("X-Forwarded-Proto", "https") }
	require.NotEmpty(t, ask(true, proxied))
	require.Empty(t, ask(false, proxied), "what a stranger says of himself")
	require.Empty(t, ask(true, func(*http.Request) {}))
}

// A picture whose head is right and whose points are not there is not kept.
func TestAPictureIsSeenBeforeItIsKept(t *testing.T) {
	t.Parallel()
	var whole bytes.Buffer
	require.NoError(t, jpeg.Encode(&whole, image.NewGray(image.Rect(0, 0, 300, 200)), nil))
	_, out, err := developed(whole.Bytes())
	require.NoError(t, err)
	require.NotEmpty(t, out)
	head := bytes.Index(whole.Bytes(), []byte{0xFF, 0xDA}) // what follows are the points
	broken := append(bytes.Clone(whole.Bytes()[:head+14]), 0xFF, 0xD9)
	_, _, err = developed(broken)
	require.Error(t, err)
}
