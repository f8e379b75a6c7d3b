package api_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
)

// What is left out, and what is left empty, is the same at every door: the file of the command and
// each address that takes a document.
func TestWhatIsLeftOutIsTheSameAtEveryDoor(t *testing.T) {
	t.Parallel()
	c := start(t)
	parts := []string{`"supply":{}`, `"bridge":{"kind":""}`, `"machines":[{"id":"m1","plate":{"power":"1.1 kW"},` +
		`"leads":{},"load":{},"protection":{}}]`}
	head := `{"format":"gray-bridge/job","version":2,"name":"Left out","workshop":{"name":"Tansy Lane Tileworks",` +
		`"rules":"metric","volts":230,"hertz":50,"colours":"europe"}`
	text := func(parts ...string) string { return head + "," + strings.Join(parts, ",") + "}" }
	for name, text := range map[string]string{
		"an empty bridge": text(parts...),
		"no bridge":       text(parts[0], parts[2]),
		"no supply":       text(parts[1], parts[2]),
		"no protection":   text(parts[0], parts[1], strings.Replace(parts[2], `,"protection":{}`, "", 1)),
		"a name alone":    text(`"machines":[{"id":"m1"}]`),
	} {
		_, err := document.DecodeFile([]byte(text))
		require.NoError(t, err, name)
		for _, path := range []string{"/api/plan", "/api/weigh"} {
			res := c.do("POST", path, text)
			require.Equal(t, http.StatusOK, res.Status, "%s at %s: %s", name, path, res.Body)
		}
	}
}
