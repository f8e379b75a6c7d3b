package drawing_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/leads"
	"graybridge/core/reference"
	"graybridge/drawing"
)

// Every drawing that a word of the glossary names is there, and none that nobody names.
func TestWordsHaveTheirDrawings(t *testing.T) {
	t.Parallel()
	drawn := drawing.Terms()
	named := map[string]bool{}
	for _, term := range reference.Terms() {
		if term.Drawn != "" {
			named[term.Drawn] = true
			assert.NotEmpty(t, drawn[term.Drawn].Items, "%s: %s", term.Name, term.Drawn)
		}
	}
	require.Len(t, drawn, len(named))
	for name, d := range drawn {
		for _, i := range d.Items {
			if i.Kind == drawing.KindText {
				half := 3.1 * float64(len([]rune(i.Text)))
				assert.GreaterOrEqual(t, i.X-half, 0.0, "%s: “%s” stays on its sheet", name, i.Text)
				assert.LessOrEqual(t, i.X+half, d.Width, "%s: “%s” stays on its sheet", name, i.Text)
				assert.LessOrEqual(t, i.Y, d.Height, name)
			}
		}
	}
}

// The pocket's diagrams are the tables that plans join by: each line once, each lead of the kind in one joint at most.
func TestDiagramsShowTheTables(t *testing.T) {
	t.Parallel()
	for _, n := range []leads.Naming{leads.IEC, leads.T} {
		all := drawing.Diagrams(n)
		require.Len(t, all, 12)
		for _, d := range all {
			require.NotEmpty(t, d.Drawing.Items, d.Title)
			require.NotEmpty(t, d.Joints, d.Title)
			lines := 0
			for _, j := range d.Joints {
				for _, l := range leads.Lines {
					if len(j) >= 2 && j[len(j)-2:] == l {
						lines++
					}
				}
			}
			require.Equal(t, 3, lines, "%s: %v", d.Title, d.Joints)
		}
	}
}
