package pdf_test

import (
	"bytes"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/drawing"
	"graybridge/drawing/pdf"
)

func card(d document.Document) pdf.Card {
	p := plan.Make(d)
	return pdf.Card{Workshop: d.Workshop.Name, Card: p.Card, Drawings: drawing.All(drawing.SceneOf(&p)).Wanted,
		Revision: 14,
		At:       time.Date(2026, 11, 2, 14, 2, 0, 0, time.UTC)}
}

var pageObject = regexp.MustCompile(`/Type\s*/Page[^s]`)

func TestEveryCardPrintsOnOnePageAndAlwaysTheSame(t *testing.T) {
	docs := []document.Document{document.New(
		"Pug mill number two with a very long name that somebody gave it one spring day",
		scenario.ColdFord())}
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			docs = append(docs, j.Document)
		}
	}
	for _, d := range docs {
		for _, paper := range []pdf.Paper{pdf.A4, pdf.Letter} {
			one, err := pdf.Write(card(d), paper)
			require.NoError(t, err, d.Name)
			require.Len(t, pageObject.FindAll(one, -1), 1, d.Name)
			two, err := pdf.Write(card(d), paper)
			require.NoError(t, err)
			require.True(t, bytes.Equal(one, two), "the same revision is the same file")
		}
	}
}

// What is read off the page is what the card says.
func TestTheCardSaysWhatThePlanSays(t *testing.T) {
	out, err := pdf.Write(card(scenario.Blunger()), pdf.A4)
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "card.pdf")
	require.NoError(t, os.WriteFile(file, out, 0o600))
	text, err := exec.Command("pdftotext", "-layout", file, "-").Output()
	require.NoError(t, err, "pdftotext is missing; ./test installs it")
	words := strings.ReplaceAll(string(text), "\u00a0", " ")
	for _, want := range []string{"Blunger", "Tansy Lane Tileworks", "revision 14, 2026-11-02", "U1-W2",
		"made third line (capacitor)", "Run capacitor", "52 µF", "4.9 A", "4.80 A", "Mains kills",
		"Locked off, proved dead", "live"} {
		require.Contains(t, words, want)
	}
}
