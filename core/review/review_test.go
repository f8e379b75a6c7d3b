package review_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/review"
	"graybridge/core/scenario"
)

// A review leaves nothing out of a plan that a licensed person must see: every figure of it with
// a source, every stop, caution and open question at its bay, and each size as a question.
func TestAReviewCarriesEveryFigureWithItsSource(t *testing.T) {
	t.Parallel()
	seen := 0
	for _, shop := range scenario.Workshops() {
		for _, one := range shop.Jobs {
			p := plan.Make(one.Document)
			r := review.Of(&p, one.Document.Machines[0].Load.Does)
			text := map[string]bool{}
			for _, s := range r.Sections {
				for _, f := range s.Figures {
					require.NotEmpty(t, f.Source, "%s %s", one.Document.Name, f.Name)
					text[f.Name+" "+f.Text] = true
					seen++
				}
				for _, f := range s.Findings {
					text[f.Sentence] = true
				}
			}
			for _, of := range [][]finding.Figure{p.Supply, p.Guard, p.Load, p.Motor} {
				for _, f := range of {
					require.True(t, text[f.Name+" "+f.Text], "%s: %s", one.Document.Name, f.Name)
				}
			}
			for _, f := range p.Findings {
				if f.Grade != finding.Good {
					require.True(t, text[f.Sentence], "%s: %s", one.Document.Name, f.Sentence)
				}
				if f.Grade == finding.Stop {
					require.Equal(t, finding.Stop, r.Grade, one.Document.Name)
				}
				if f.Grade == finding.Caution {
					require.LessOrEqual(t, r.Grade.Rank(), finding.Caution.Rank(), one.Document.Name)
				}
			}
			for _, f := range p.Guard {
				if strings.Contains(f.Note, "guide value") {
					require.Contains(t, strings.Join(r.Questions, "\n"), f.Text, one.Document.Name)
				}
			}
			require.NotContains(t, strings.Join(r.Questions, " "), "safe")
		}
	}
	require.Greater(t, seen, 150)
}

// What was measured is listed whole, whichever bay it was entered at.
func TestAReviewListsAllThatWasMeasured(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Supply.Volts, d.Supply.Loaded, d.Supply.OverTime = "236 V", "233 V 8 A", "2026-03-02 18:00 229 V"
	m := &d.Machines[0]
	m.Load.Belt.Motor, m.Load.Belt.Tool, m.Load.Belt.ToolRPM = "80 mm", "240 mm", "452 rpm"
	m.Leads.LineOhms, m.Plate.WindingOhms = "5.1, 5.1, 5.1", "7.6 Ω"
	p := plan.Make(d)
	all := strings.Join(review.Of(&p, "").Measured, "\n")
	for _, text := range []string{"236", "233", "229", "452", "7.6", "Line ohms"} {
		require.Contains(t, all, text)
	}
}
