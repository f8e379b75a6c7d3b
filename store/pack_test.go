package store_test

import (
	"encoding/json"
	"fmt"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/plate"
	"graybridge/core/scenario"
	"graybridge/store"
)

// What a revision costs in the database, row and keys together: measured over four hundred
// edits of two machines, as a hand makes them.
func TestARevisionIsSmall(t *testing.T) {
	t.Parallel()
	s, conn := opened(t)
	w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	documents := 0
	text, err := os.ReadFile("../core/plan/testdata/plates.json")
	require.NoError(t, err)
	var file struct {
		Plates []struct {
			ID    string
			Plate plate.Entry
		}
	}
	require.NoError(t, json.Unmarshal(text, &file))
	for k, c := range file.Plates[10:12] { // plates that the dictionary does not know
		d := document.New("Machine of plate "+c.ID, scenario.TansyLane())
		d.Machines[0].Plate = c.Plate
		d.Machines[0].Leads.Kind, d.Machines[0].Leads.Found = leads.Six, "U1-W2; V1-U2; W1-V2"
		d.Machines[0].Load.Does = "rolls slabs"
		j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: fmt.Sprint("c", k)}, d, "new")
		require.NoError(t, err)
		for i := range 200 {
			j.Document.Machines[0].Load.Share = fmt.Sprintf("%d %%", 20+i%70)
			j.Document.Supply.Volts = fmt.Sprint(225 + i%20)
			j, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: j.Revision, ID: fmt.Sprintf("edit %d of %d by a browser",
				i, k),
				By: store.By{Who: "Odile W."}}, j.Document)
			require.NoError(t, err)
			documents++
		}
	}
	var packed, row, whole float64
	require.NoError(t, conn.QueryRow(ctx, `select avg(length(packed)), avg(pg_column_size(r.*)),
		pg_total_relation_size('job_revision')::float8 / count(*) from job_revision r`).Scan(&packed, &row, &whole))
	t.Logf("%d revisions: packed document %.0f bytes, row %.0f, with its keys and free room %.0f", documents, packed,
		row,
		whole)
	require.Less(t, packed, 200.0)
	require.Less(t, whole, 900.0)
}

// A photograph that a document names, or named once, is kept; one that nothing was made of
// goes after a day.
func TestOnlyPhotographsThatNothingNamesArePurged(t *testing.T) {
	t.Parallel()
	s, conn := opened(t)
	j := blunger(t, s)
	var ids []string
	for i := range 3 {
		id, err := s.Photos.Add(ctx, j.ID, store.By{}, store.Photo{MediaType: "image/png", Picture: []byte{byte(i)}})
		require.NoError(t, err)
		ids = append(ids, id)
	}
	for i, id := range ids[:2] { // the second takes the first one's place
		j.Document.Machines[0].Leads.Photo = id
		saved, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: j.Revision, ID: fmt.Sprint("e", i)}, j.Document)
		require.NoError(t, err)
		j = saved
	}
	_, err := conn.Exec(ctx, `update photo set created_at = now() - interval '3 days'`)
	require.NoError(t, err)
	n, err := s.Photos.PurgePhotos(ctx)
	require.NoError(t, err)
	require.EqualValues(t, 1, n)
	for i, id := range ids {
		_, err := s.Photos.PhotoOf(ctx, j.ID, id)
		if i < 2 {
			require.NoError(t, err, "named by a revision")
		} else {
			require.ErrorIs(t, err, store.ErrNotFound)
		}
	}
	back, err := s.Jobs.Undo(ctx, j.ID, store.Change{Seen: j.Revision, ID: "u"})
	require.NoError(t, err)
	require.Equal(t, ids[0], back.Document.Machines[0].Leads.Photo)
}

// A revision packed in a way that is not known is said to be so; the job itself still opens.
func TestARevisionPackedByANewerProgram(t *testing.T) {
	t.Parallel()
	s, conn := opened(t)
	j := blunger(t, s)
	_, err := conn.Exec(ctx, `update job_revision set packed = set_byte(packed, 0, 200)`)
	require.NoError(t, err)
	_, err = s.Jobs.RevisionOf(ctx, j.ID, 1)
	require.ErrorContains(t, err, "packed in a way (200) that this program does not know")
	_, err = s.Jobs.Job(ctx, j.ID)
	require.NoError(t, err)
	_, err = conn.Exec(ctx, `update job_revision set packed = '\x0100'`)
	require.NoError(t, err)
	_, err = s.Jobs.RevisionOf(ctx, j.ID, 1)
	require.ErrorContains(t, err, "cannot be read")
}
