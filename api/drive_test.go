package api_test

import (
	"archive/zip"
	"bytes"
	"encoding/csv"
	"encoding/json"
	"net/http"
	"os"
	"reflect"
	"strings"
	"testing"

	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/drive"
	"graybridge/core/scenario"
)

func TestASheetOfSettingsIsGivenInEveryForm(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.BallMill())
	path := "/api/jobs/" + j.ID + "/settings."
	list := c.do("GET", path+"csv", nil)
	require.Equal(t, http.StatusOK, list.Status, "%s", list.Body)
	body, marked := bytes.CutPrefix(list.Body, []byte("\ufeff"))
	require.True(t, marked, "table programs know UTF-8 by its mark")
	rows, err := csv.NewReader(bytes.NewReader(body)).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 1+len(j.Plan.Drive.Sheet))
	require.Equal(t, []string{"code", "setting", "set to"}, rows[0][:3])
	book := c.do("GET", path+"xlsx", nil)
	require.Equal(t, http.StatusOK, book.Status)
	_, err = zip.NewReader(bytes.NewReader(book.Body), int64(len(book.Body)))
	require.NoError(t, err)
	page := c.do("GET", path+"pdf", nil)
	require.True(t, bytes.HasPrefix(page.Body, []byte("%PDF-")), "%.80s", page.Body)
	wires := c.do("GET", "/api/jobs/"+j.ID+"/wires.csv", nil)
	require.Contains(t, string(wires.Body), "isolator L1")
	parts := c.do("GET", "/api/jobs/"+c.stored(scenario.Blunger()).ID+"/parts.csv", nil)
	require.Contains(t, string(parts.Body), "Bleed resistor")

	none := c.do("GET", "/api/jobs/"+c.newJob().ID+"/settings.csv", nil)
	require.Equal(t, http.StatusConflict, none.Status)
	require.Contains(t, string(none.Body), "come first")
	require.Equal(t, http.StatusConflict, c.do("GET", "/api/jobs/"+c.newJob().ID+"/wires.csv", nil).Status)
	require.Equal(t, http.StatusConflict, c.do("GET", "/api/jobs/"+c.newJob().ID+"/parts.csv", nil).Status)
}

func TestAProfileGoesOutAndComesInChecked(t *testing.T) {
	t.Parallel()
	c := start(t)
	out := c.do("GET", "/api/drives/rill-15.json", nil)
	require.Equal(t, http.StatusOK, out.Status)
	require.Contains(t, out.Header.Get("Content-Disposition"), "attachment")
	require.Equal(t, http.StatusNotFound, c.do("GET", "/api/drives/nobody-9.json", nil).Status)
	give := func(text string) reply { return c.do("POST", "/api/drives/profile", map[string]string{"text": text}) }
	taken := give(string(out.Body))
	require.Equal(t, http.StatusUnprocessableEntity, taken.Status)
	require.Contains(t, string(taken.Body), "ships with the product")
	own := strings.Replace(string(out.Body), `"rill-15"`, `"beck-15"`, 1)
	var p drive.Profile
	back := give(own)
	require.Equal(t, http.StatusOK, back.Status, "%s", back.Body)
	back.into(t, &p)
	require.Equal(t, "beck-15", p.ID)
	bad := give(strings.Replace(own, `"code": "06.1"`, `"code": "06.3"`, 1))
	require.Equal(t, http.StatusUnprocessableEntity, bad.Status)
	require.Contains(t, string(bad.Body), "a code that stands once")
	of := c.do("GET", "/api/jobs/"+c.stored(scenario.BallMill()).ID+"/drive-profile.json", nil)
	require.Contains(t, string(of.Body), "tarn-22")
	require.Equal(t, http.StatusConflict, c.do("GET", "/api/jobs/"+c.newJob().ID+"/drive-profile.json", nil).Status)
}

func TestTheDialAndTheWiringAreAnsweredForADocument(t *testing.T) {
	t.Parallel()
	c := start(t)
	var dial struct{ Hertz float64 }
	got := c.do("POST", "/api/drives/dial?way=tool&value=100", scenario.BallMill())
	require.Equal(t, http.StatusOK, got.Status, "%s", got.Body)
	got.into(t, &dial)
	require.InDelta(t, 22.4, dial.Hertz, 1)
	far := c.do("POST", "/api/drives/dial?way=motor&value=90000", scenario.BallMill())
	require.Equal(t, http.StatusUnprocessableEntity, far.Status)
	require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/drives/dial?way=moon&value=1",
		scenario.BallMill()).Status)
	var d struct{ Items []any }
	c.do("POST", "/api/drives/wiring", scenario.BallMill()).into(t, &d)
	require.Greater(t, len(d.Items), 30)
	c.do("POST", "/api/drives/wiring", scenario.Blunger()).into(t, &d)
	require.Empty(t, d.Items, "no drive, no drawing")
}

// The schema in docs is the server's, and the shipped profiles are valid by it.
func TestTheProfileSchemaIsWrittenAndHolds(t *testing.T) {
	t.Parallel()
	for kind, file := range map[string]string{"drive": "drive-profile", "dc": "dc-controller-profile"} {
		said, err := api.ProfileSchema(kind)
		require.NoError(t, err)
		written, err := os.ReadFile("../docs/" + file + ".schema.json")
		require.NoError(t, err)
		require.JSONEq(t, string(said), string(written), "run scripts/types")
	}
	registry := huma.NewMapRegistry("#/$defs/", huma.DefaultSchemaNamer)
	schema := registry.Schema(reflect.TypeFor[drive.Profile](), true, "Profile")
	for _, p := range drive.Shipped() {
		text, err := json.Marshal(p)
		require.NoError(t, err)
		var value any
		require.NoError(t, json.Unmarshal(text, &value))
		var res huma.ValidateResult
		huma.Validate(registry, schema, huma.NewPathBuffer([]byte{}, 0), huma.ModeWriteToServer, value, &res)
		require.Empty(t, res.Errors, p.Name)
		delete(value.(map[string]any), "input")
		huma.Validate(registry, schema, huma.NewPathBuffer([]byte{}, 0), huma.ModeWriteToServer, value, &res)
		require.NotEmpty(t, res.Errors, "what is missing is found")
	}
}

// A leaflet's table comes back line by line; text that is none is refused with what would do.
func TestALeafletsTableIsRead(t *testing.T) {
	t.Parallel()
	c := start(t)
	var read struct {
		Lines []struct{ Code, Name, Function string }
	}
	c.do("POST", "/api/drives/leaflet", map[string]string{
		"text": "P1.02 Maximum frequency 10.0-400.0 50.0 Hz\nP1.03 Rated motor current 0.1-20.0 4.5 A"}).into(t, &read)
	require.Len(t, read.Lines, 2)
	require.Equal(t, "most-hertz", read.Lines[0].Function)
	require.Equal(t, "motor-amps", read.Lines[1].Function)
	require.Equal(t, http.StatusUnprocessableEntity,
		c.do("POST", "/api/drives/leaflet", map[string]string{"text": "hello"}).Status)
}
