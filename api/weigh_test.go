package api_test

import (
	"archive/zip"
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/document"
	"graybridge/core/people"
	"graybridge/core/scenario"
	"graybridge/core/weigh"
)

// steps reads the converter's answer line by line.
func steps(t *testing.T, c client, d document.Document) (out []api.WeighStep) {
	t.Helper()
	res := c.do("POST", "/api/weigh/converter", d)
	require.Equal(t, http.StatusOK, res.Status, "%s", res.Body)
	lines := bufio.NewScanner(bytes.NewReader(res.Body))
	lines.Buffer(nil, 1<<22)
	for lines.Scan() {
		var s api.WeighStep
		require.NoError(t, json.Unmarshal(lines.Bytes(), &s))
		out = append(out, s)
	}
	require.NoError(t, lines.Err())
	return out
}

// The bridges are weighed for a document, the converter's column comes step by step after the
// others, and what is chosen is a document that differs in its bridge alone.
func TestADocumentIsWeighedAndABridgeTaken(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.ClayShredder()
	var w weigh.Weighing
	c.do("POST", "/api/weigh", d).into(t, &w)
	require.Len(t, w.Columns, 5)
	require.True(t, w.Columns[1].Waits)
	all := steps(t, c, d)
	require.Greater(t, len(all), 2)
	require.NotEmpty(t, all[0].Tried)
	last := all[len(all)-2].Weighing
	require.NotNil(t, last)
	require.Equal(t, weigh.Rotary, last.Best)
	require.NotEmpty(t, all[len(all)-1].Map.Best)

	var taken document.Document
	c.do("POST", "/api/weigh/taken?bridge=rotary", d).into(t, &taken)
	require.Equal(t, document.KindRotary, taken.Bridge.Kind)
	require.Len(t, taken.Machines, 2)
	require.Equal(t, document.Idler, taken.Machines[1].Role)
	require.Equal(t, d.Machines[0].Plate, taken.Machines[0].Plate)
	require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/weigh/taken?bridge=dc", d).Status)

	var column weigh.Column
	c.do("POST", "/api/weigh/column", taken).into(t, &column)
	require.Equal(t, last.Columns[1].Grade, column.Grade)
	require.Equal(t, last.Columns[1].Cell(weigh.AllDay).Text, column.Cell(weigh.AllDay).Text)
}

// A document that nothing changed in is not weighed again.
func TestAnUnchangedDocumentIsNotWeighedAgain(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.Blunger()
	d.Name = "Weighed once"
	steps(t, c, d)
	at := time.Now()
	again := steps(t, c, d)
	require.Len(t, again, 2, "no idler is tried again")
	require.Less(t, time.Since(at), 100*time.Millisecond)
}

// Who goes away stops the converter's search.
func TestWhoGoesAwayStopsTheConverter(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.TileExtruder()
	d.Name = "Stopped"
	body, err := json.Marshal(d)
	require.NoError(t, err)
	ctx, cancel := context.WithCancel(t.Context())
	req, err := http.NewRequestWithContext(ctx, "POST", c.url+"/api/weigh/converter", bytes.NewReader(body))
	require.NoError(t, err)
	req.Header.Set("Content-Type", "application/json")
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	_, err = bufio.NewReader(res.Body).ReadString('\n')
	require.NoError(t, err)
	cancel()
	again := steps(t, c, d)
	require.NotNil(t, again[len(again)-2].Weighing, "it is worked out for the next who asks")
}

// A licensed person reads what stands, says what there is to say, and approves: what was approved
// stays as it was printed, and is shown as stale after a change. A guest reads, and no more.
func TestWhatIsApprovedStaysAsItWasPrinted(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	reviewer, guest := s.as[people.Reviewer], s.as[people.Guest]
	var r api.ReviewAnswer
	got := reviewer.do("GET", "/api/jobs/"+s.given.ID+"/review", nil)
	require.Equal(t, http.StatusOK, got.Status, "%s", got.Body)
	got.into(t, &r)
	require.NotEmpty(t, r.Review.Questions)
	require.NotEmpty(t, r.Power.Items)
	require.Equal(t, http.StatusOK, guest.do("GET", "/api/jobs/"+s.given.ID+"/review", nil).Status)
	require.Equal(t, http.StatusForbidden, guest.do("POST", "/api/jobs/"+s.given.ID+"/approvals",
		map[string]string{}, "If-Match", `"2"`, "Change-Id", "guest-approves").Status)
	seen := fmt.Sprintf(`"%d"`, r.Latest)
	approved := reviewer.do("POST", "/api/jobs/"+s.given.ID+"/approvals", map[string]string{"words": "As planned."},
		"If-Match", seen, "Change-Id", "approve-once")
	require.Equal(t, http.StatusOK, approved.Status, "%s", approved.Body)
	var list struct{ Remarks []api.RemarkLine }
	approved.into(t, &list)
	require.Len(t, list.Remarks, 1)
	require.True(t, list.Remarks[0].Printed)
	sheet := "/api/jobs/" + s.given.ID + "/remarks/" + list.Remarks[0].ID + "/sheet.pdf"
	before := reviewer.do("GET", sheet, nil)
	require.Equal(t, http.StatusOK, before.Status)
	require.Equal(t, "%PDF", string(before.Body[:4]))

	d := s.given.Document
	d.Machines[0].Load.Share = "40 %"
	changed := s.as[people.Maker].do("PUT", "/api/jobs/"+s.given.ID, d, "If-Match", seen, "Change-Id", "after-approval")
	require.Equal(t, http.StatusOK, changed.Status, "%s", changed.Body)
	reviewer.do("GET", "/api/jobs/"+s.given.ID+"/remarks", nil).into(t, &list)
	require.True(t, list.Remarks[0].Stale)
	require.Equal(t, before.Body, guest.do("GET", sheet, nil).Body)
	reviewer.do("GET", "/api/jobs/"+s.given.ID+fmt.Sprintf("/review?revision=%d", r.Latest), nil).into(t, &r)
	require.Less(t, r.Revision, r.Latest)
	all := s.keeper.do("GET", "/api/workshops/"+s.mine.ID+"/everything.zip", nil)
	files, err := zip.NewReader(bytes.NewReader(all.Body), int64(len(all.Body)))
	require.NoError(t, err)
	kept, err := files.Open("machines/Slip mixer.approved-" + list.Remarks[0].ID + ".pdf")
	require.NoError(t, err)
	text, err := io.ReadAll(kept)
	require.NoError(t, err)
	require.Equal(t, before.Body, text)
	require.Equal(t, http.StatusNotFound, reviewer.do("GET", strings.Replace(sheet, s.given.ID, s.job.ID, 1),
		nil).Status)
	pdf := reviewer.do("GET", "/api/jobs/"+s.given.ID+"/review.pdf?paper=letter", nil)
	require.Equal(t, "%PDF", string(pdf.Body[:4]))
}
