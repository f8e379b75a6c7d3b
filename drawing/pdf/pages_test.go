package pdf_test

import (
	"bytes"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/review"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/drawing"
	"graybridge/drawing/pdf"
	"graybridge/jobtest"
)

var stamp = pdf.Stamp{Workshop: "Tansy Lane Tileworks", Revision: 3, At: time.Date(2026, 11, 2, 14, 2, 0, 0, time.UTC)}

// said is the text of a page.
func said(t *testing.T, page []byte) string {
	t.Helper()
	tool, err := exec.LookPath("pdftotext")
	if err != nil {
		t.Skip("pdftotext is not here")
	}
	file := filepath.Join(t.TempDir(), "page.pdf")
	require.NoError(t, os.WriteFile(file, page, 0o644))
	out, err := exec.Command(tool, "-layout", file, "-").Output()
	require.NoError(t, err)
	return string(out)
}

func TestTheConnectionPageCarriesJointsMovesAndOhms(t *testing.T) {
	for _, d := range []document.Document{scenario.Blunger(), scenario.PugMill(), scenario.ClayShredder(),
		scenario.BallMill()} {
		for _, paper := range []pdf.Paper{pdf.A4, pdf.Letter} {
			p := plan.Make(d)
			page, err := pdf.Connections(p, drawing.All(drawing.SceneOf(&p)).Wanted, stamp, paper)
			require.NoError(t, err, d.Name)
			require.Len(t, pageObject.FindAll(page, -1), 1, d.Name)
			text := said(t, page)
			require.Contains(t, text, "Lock off and prove dead")
			require.Contains(t, text, "Mains kills")
			require.Contains(t, text, "Ohms once joined")
			require.Contains(t, text, d.Name+": connections")
			again, err := pdf.Connections(p, drawing.All(drawing.SceneOf(&p)).Wanted, stamp, paper)
			require.NoError(t, err)
			require.Equal(t, page, again, "the same plan prints the same page")
		}
	}
}

// printed are all pages of a document's machine, for each paper; every one is a file that a reader opens.
func printed(t *testing.T, d document.Document) {
	t.Helper()
	p := plan.Make(d)
	views := drawing.All(drawing.SceneOf(&p)).Wanted
	names := []leads.LeadName{}
	for i := range 90 {
		names = append(names, leads.LeadName{Tag: fmt.Sprint(i), Name: fmt.Sprintf("T%d", i+1)})
	}
	for _, paper := range []pdf.Paper{pdf.A4, pdf.Letter} {
		for what, write := range map[string]func() ([]byte, error){
			"connections": func() ([]byte, error) { return pdf.Connections(p, views, stamp, paper) },
			"card": func() ([]byte, error) {
				return pdf.Write(pdf.Card{Workshop: "Here", Card: p.Card, Drawings: views, At: stamp.At}, paper)
			},
			"sleeves": func() ([]byte, error) { return pdf.Sleeves(names, stamp, paper) },
		} {
			page, err := write()
			require.NoError(t, err, "%s of %s", what, d.Name)
			require.NotEmpty(t, pageObject.FindAll(page, -1), "%s of %s", what, d.Name)
		}
	}
}

// Every document of every machine of the demo and of the corpus is printed, in both papers.
func TestEveryMachineIsPrinted(t *testing.T) {
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			for _, m := range j.Document.Machines {
				printed(t, j.Document.Of(m.ID))
			}
		}
	}
	for i, c := range jobtest.Plates(t) {
		if !jobtest.InPart(t, i/3, 5) {
			continue
		}
		d := c.Document()
		m := &d.Machines[0]
		m.Load.Kind, m.Load.Share, m.Leads.Agreed = "constant", "60 %", "plate"
		switch i % 3 {
		case 1:
			d.Bridge.Kind, d.Bridge.Drive.Profile = document.KindDrive, "tarn-22"
		case 2: // everything apart: the longest list of moves
			m.Leads.Found = "open"
		}
		printed(t, d)
	}
}

// What does not fit on one page goes on, with nothing lost.
func TestWhatIsLongGoesOnOverPages(t *testing.T) {
	p := plan.Make(scenario.PugMill())
	for i := range 60 {
		p.Moves = append(p.Moves, leads.Move{Caution: "The lid stays locked.",
			Text: fmt.Sprintf("Move number %d: take T%d out of its cap and look at it.", i, i)})
		p.Card.Checks = append(p.Card.Checks, fmt.Sprintf("Check number %d, with who and when beside it.", i))
	}
	views := drawing.All(drawing.SceneOf(&p)).Wanted
	page, err := pdf.Connections(p, views, stamp, pdf.A4)
	require.NoError(t, err)
	require.Greater(t, len(pageObject.FindAll(page, -1)), 1)
	text := said(t, page)
	for _, want := range []string{"Move number 0", "Move number 59", "connections, continued", "Mains kills",
		"Direction"} {
		require.Contains(t, text, want)
	}
	checks := p.Card.Checks
	p = plan.Make(scenario.Blunger())
	p.Card.Checks = checks
	views = drawing.All(drawing.SceneOf(&p)).Wanted
	page, err = pdf.Write(pdf.Card{Workshop: "Here", Card: p.Card, Drawings: views, At: stamp.At}, pdf.Letter)
	require.NoError(t, err)
	require.Greater(t, len(pageObject.FindAll(page, -1)), 1)
	text = said(t, page)
	for _, want := range append([]string{"Check number 0", "Check number 59", "Readings"}, p.Card.Cautions[0][:20]) {
		require.Contains(t, text, want)
	}
}

func TestASheetOfSettingsRunsOnOverPages(t *testing.T) {
	p := plan.Make(scenario.BallMill())
	page, err := pdf.Sheet(p, stamp, pdf.A4)
	require.NoError(t, err)
	require.Len(t, pageObject.FindAll(page, -1), 1)
	text := said(t, page)
	for _, r := range p.Drive.Sheet {
		require.Contains(t, text, r.Code)
	}
	long := p
	many := *p.Drive
	many.Sheet = nil
	for range 6 {
		many.Sheet = append(many.Sheet, p.Drive.Sheet...)
	}
	long.Drive = &many
	page, err = pdf.Sheet(long, stamp, pdf.Letter)
	require.NoError(t, err)
	require.Greater(t, len(pageObject.FindAll(page, -1)), 1)

	d := scenario.BallMill()
	d.Bridge.Drive = drive.Entry{Profile: "rill-15", SecondHand: "yes", ReadBack: "06.1 700"}
	second, err := pdf.Sheet(plan.Make(d), stamp, pdf.A4)
	require.NoError(t, err)
	text = said(t, second)
	require.Contains(t, text, "read", "what was read back stands where the default stood")
	require.Contains(t, text, "380")
	require.Contains(t, text, "04.2", "where its speed comes from is keyed too")
}

func TestEveryNameIsPrintedTwiceAsASleeve(t *testing.T) {
	names := []leads.LeadName{{Tag: "1", Terminal: "T8", Name: "T8"}, {Tag: "2", Terminal: "T1", Name: "T1"}}
	page, err := pdf.Sleeves(names, stamp, pdf.A4)
	require.NoError(t, err)
	text := said(t, page)
	require.Contains(t, text, "T8")
	require.Contains(t, text, "(1)")
}

// The circuit and its parts follow the card on pages of their own: the card stays one page.
func TestTheCircuitFollowsTheCard(t *testing.T) {
	for _, d := range []document.Document{scenario.Blunger(), scenario.BallMill(), scenario.JiggerWheel()} {
		p := plan.Make(d)
		scene := drawing.SceneOf(&p)
		card := pdf.Card{Workshop: d.Workshop.Name, Card: p.Card, Drawings: drawing.All(scene).Wanted, Revision: 3}
		alone, err := pdf.Write(card, pdf.A4)
		require.NoError(t, err, d.Name)
		require.Len(t, pageObject.FindAll(alone, -1), 1, d.Name)
		card.Circuit = pdf.Sheets(drawing.Power(scene), drawing.Ladder(scene), drawing.Drawing{})
		require.Len(t, card.Circuit, 2, d.Name)
		for _, b := range p.Buys {
			card.Buys = append(card.Buys, pdf.Bought{What: b.What, Spec: b.Spec, Price: "9.80"})
		}
		whole, err := pdf.Write(card, pdf.Letter)
		require.NoError(t, err, d.Name)
		require.Greater(t, len(pageObject.FindAll(whole, -1)), 1, d.Name)
		text := said(t, whole)
		for _, b := range p.Buys {
			require.Contains(t, strings.Join(strings.Fields(text), " "), strings.Fields(b.What)[0], d.Name)
		}
		require.Contains(t, text, "as it is wired")
		require.Contains(t, text, protection.Mark(d.Workshop.Rules, protection.Contactor))
	}
}

// The review carries every figure with its source and every question, on as many pages as it
// takes, and says what it is for.
func TestAReviewPrintsEveryFigureAndQuestion(t *testing.T) {
	for _, d := range []document.Document{scenario.Blunger(), scenario.ClayRoom(), scenario.PressFeed()} {
		p := plan.Make(d)
		r := review.Of(&p, "")
		scene := drawing.SceneOf(&p)
		of := pdf.Reviewed{Sheets: []pdf.ReviewSheet{{Review: r,
			Drawings: []drawing.Drawing{drawing.All(scene).Wanted.Path,
				drawing.Power(scene), drawing.Ladder(scene)}}}, Stamp: pdf.Stamp{Workshop: "Tansy Lane Tileworks",
			Revision: 3, At: time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)},
			Remarks: []string{"Rita S., 2026-03-02, revision 3: approved"}}
		page, err := pdf.Review(of, pdf.A4)
		require.NoError(t, err)
		text := strings.Join(strings.Fields(said(t, page)), " ")
		flat := func(s string) string { return strings.Join(strings.Fields(unit.PlainSpaces(s)), " ") }
		require.Contains(t, text, flat("For a licensed person's review."))
		require.Contains(t, text, "Rita S.")
		words := map[string]bool{}
		for _, w := range strings.Fields(text) {
			words[w] = true
		}
		for _, q := range r.Questions {
			for _, w := range strings.Fields(flat(q)) {
				require.True(t, words[w], "%s: %s", q, w)
			}
		}
		for _, s := range r.Sections {
			for _, f := range s.Figures {
				for _, w := range strings.Fields(flat(f.Name)) {
					require.True(t, words[w], "%s", f.Name)
				}
			}
		}
		again, err := pdf.Review(of, pdf.A4)
		require.NoError(t, err)
		require.True(t, bytes.Equal(page, again), "the same review, the same pages")
	}
}
