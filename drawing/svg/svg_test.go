package svg_test

import (
	"encoding/xml"
	"errors"
	"io"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/drawing"
	"graybridge/drawing/svg"
)

func TestADrawingIsAFileThatStandsAlone(t *testing.T) {
	p := plan.Make(scenario.Blunger())
	set := drawing.All(drawing.SceneOf(&p))
	for _, d := range []drawing.Drawing{set.Now.Path, set.Wanted.Box, set.Wanted.Windings} {
		text := string(svg.Write(d, drawing.Coloured("europe")))
		elements := 0
		for dec := xml.NewDecoder(strings.NewReader(text)); ; {
			tok, err := dec.Token()
			if errors.Is(err, io.EOF) {
				break
			}
			require.NoError(t, err)
			if _, ok := tok.(xml.StartElement); ok {
				elements++
			}
		}
		require.Equal(t, len(d.Items)+3, elements, "every primitive, and svg, title and desc")
		require.NotContains(t, text, "style=")
		require.NotContains(t, text, "NaN")
		require.NotContains(t, strings.TrimPrefix(text, `<svg xmlns="http://www.w3.org/2000/svg"`), "http")
		require.Contains(t, text, d.Title)
	}
}

func TestWiresTakeTheWorkshopsColours(t *testing.T) {
	p := plan.Make(scenario.Blunger())
	d := drawing.All(drawing.SceneOf(&p)).Wanted.Path
	require.Contains(t, string(svg.Write(d, drawing.Coloured("europe"))), "#2e66a8")
	require.Contains(t, string(svg.Write(d, drawing.Coloured("north-america-240"))), "#b03a2e")
	require.NotContains(t, string(svg.Write(d, drawing.BlackAndWhite())), "#2e66a8")
}
