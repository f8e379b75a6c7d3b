package api_test

import (
	"bytes"
	"image"
	"image/png"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/scenario"
)

// stored is a job that holds a document.
func (c client) stored(d document.Document) api.JobAnswer {
	c.t.Helper()
	j := c.newJob()
	saved := c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", `"1"`, "Change-Id", "fill")
	require.Equal(c.t, http.StatusOK, saved.Status, "%s", saved.Body)
	saved.into(c.t, &j)
	return j
}

func TestAMistakeIsAnsweredWithItsStateAndDrawings(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.PugMill()
	var m api.Mistaken
	made := c.do("POST", "/api/leads/mistake?mistake=delta-table", d)
	require.Equal(t, http.StatusOK, made.Status, "%s", made.Body)
	made.into(t, &m)
	require.True(t, m.State.Trips)
	require.NotEmpty(t, m.Views.Box.Items)
	require.NotEmpty(t, m.Views.Windings.Items)
	require.Equal(t, http.StatusNotFound, c.do("POST", "/api/leads/mistake?mistake=star-table", d).Status,
		"a star cannot take its own table by mistake")
	d.Machines[0].Leads.Kind = "five"
	require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/leads/mistake?mistake=delta-table", d).Status)
}

func TestTheNumberingWalkIsDrawnForEveryKind(t *testing.T) {
	t.Parallel()
	c := start(t)
	for _, kind := range []leads.Kind{leads.NineStar, leads.NineDelta, leads.Twelve} {
		d := scenario.PugMill()
		d.Machines[0].Leads.Kind = kind
		var out struct{ Steps []struct{ Items []any } }
		made := c.do("POST", "/api/leads/steps", d)
		require.Equal(t, http.StatusOK, made.Status, "%s", made.Body)
		made.into(t, &out)
		require.GreaterOrEqual(t, len(out.Steps), 5, kind)
		for _, s := range out.Steps {
			require.NotEmpty(t, s.Items)
		}
	}
}

func TestABenchCaseGoesOutOfOneJobIntoAnother(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.PugMill())
	out := c.do("GET", "/api/jobs/"+j.ID+"/wanted-bench-case.json", nil)
	require.Equal(t, http.StatusOK, out.Status, "%s", out.Body)
	require.Contains(t, out.Header.Get("Content-Disposition"), "attachment")
	fresh := document.New("Fresh", scenario.ColdFord())
	back := c.do("POST", "/api/leads/bench-case", map[string]any{"document": fresh, "case": string(out.Body)})
	require.Equal(t, http.StatusOK, back.Status, "%s", back.Body)
	var d document.Document
	back.into(t, &d)
	require.Equal(t, leads.NineStar, d.Machines[0].Leads.Kind)
	require.Contains(t, d.Machines[0].Leads.Found, "T4-T5-T6")

	bad := c.do("POST", "/api/leads/bench-case", map[string]any{"document": fresh,
		"case": strings.Replace(string(out.Body), `"frequency_hz"`, `"frequenzy"`, 1)})
	require.Equal(t, http.StatusUnprocessableEntity, bad.Status)
	require.Contains(t, string(bad.Body), "frequenzy", "the field is named")
	none := c.do("GET", "/api/jobs/"+c.newJob().ID+"/now-bench-case.json", nil)
	require.Equal(t, http.StatusConflict, none.Status)
	require.Contains(t, string(none.Body), "the plate and the joints come first")
}

func TestConnectionPageAndSleevesArePrinted(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.PugMill())
	page := c.do("GET", "/api/jobs/"+j.ID+"/connections.pdf", nil)
	require.Equal(t, http.StatusOK, page.Status, "%s", page.Body)
	require.True(t, bytes.HasPrefix(page.Body, []byte("%PDF-")))
	unnamed := c.do("GET", "/api/jobs/"+j.ID+"/sleeves.pdf", nil)
	require.Equal(t, http.StatusConflict, unnamed.Status)
	require.Contains(t, string(unnamed.Body), "the readings come first")
	d := scenario.PugMill()
	d.Machines[0].Leads.Agreed = ""
	none := c.do("GET", "/api/jobs/"+c.stored(d).ID+"/connections.pdf", nil)
	require.Equal(t, http.StatusConflict, none.Status, "no joint list before the family is known")
}

func TestAPictureOfTheJointsIsKeptWithItsJob(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	var picture bytes.Buffer
	require.NoError(t, png.Encode(&picture, image.NewGray(image.Rect(0, 0, 8, 8))))
	made := c.do("POST", "/api/jobs/"+j.ID+"/photos", picture.String())
	require.Equal(t, http.StatusCreated, made.Status, "%s", made.Body)
	var id struct{ ID string }
	made.into(t, &id)
	got := c.do("GET", "/api/jobs/"+j.ID+"/photos/"+id.ID, nil)
	require.Equal(t, picture.Bytes(), got.Body)
	require.Equal(t, "image/png", got.Header.Get("Content-Type"))
	require.Equal(t, "nosniff", got.Header.Get("X-Content-Type-Options"))

	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/jobs/"+c.newJob().ID+"/photos/"+id.ID, nil).Status,
		"a picture belongs to one job")
	require.Equal(t, http.StatusUnsupportedMediaType, c.do("POST", "/api/jobs/"+j.ID+"/photos",
		"<svg onload=x>").Status)
	require.Equal(t, http.StatusRequestEntityTooLarge, c.do("POST", "/api/jobs/"+j.ID+"/photos",
		strings.Repeat("x", 5<<20)).Status)
	require.Equal(t, http.StatusNotFound, c.do("POST", "/api/jobs/00000000-0000-0000-0000-000000000000/photos",
		picture.String()).Status)
}
