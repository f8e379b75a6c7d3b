package store_test

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"os"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/store"
	"graybridge/store/storetest"
)

// textsOf are the texts of a document by path, as it lies in the database.
func textsOf(at string, v any, into map[string]string) {
	switch x := v.(type) {
	case map[string]any:
		for k, one := range x {
			textsOf(strings.TrimPrefix(at+"."+k, "."), one, into)
		}
	case []any:
		var ids []string
		for _, one := range x {
			if id, ok := one.(string); ok {
				ids = append(ids, id)
			}
		}
		into[at] = strings.Join(ids, " ")
	case string:
		into[at] = x
	}
}

// lifted is where an entry of the first form of the document stands in the present one.
func lifted(path string) string {
	switch chapter, field, _ := strings.Cut(path, "."); {
	case chapter == "plate" || chapter == "leads" || chapter == "load" || chapter == "protection":
		return "machines.m1." + path
	case chapter == "drive":
		return "bridge." + path
	case chapter == "bridge" && field != "kind":
		return "bridge.capacitor." + field
	}
	return path
}

// A database of the first form of the document, with history, steps back and forward,
// profiles and ticks: every revision of it opens whole, and undo goes on where it was.
func TestEveryRevisionOfADatabaseOfTheFirstFormIsLifted(t *testing.T) {
	t.Parallel()
	ctx := store.Whole(context.Background())
	file, err := os.ReadFile("testdata/version-1.backup.gz")
	require.NoError(t, err)
	url := storetest.Database(t)
	_, err = store.Restore(ctx, url, func() (io.ReadCloser, error) { return io.NopCloser(bytes.NewReader(file)), nil })
	require.NoError(t, err)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	defer s.Close()
	conn, err := pgx.Connect(ctx, url)
	require.NoError(t, err)
	defer conn.Close(ctx)

	type stored struct {
		Job      string
		Revision int
		Document string
	}
	rows, err := conn.Query(ctx,
		`select job_id::text as job, revision, document::text as document from job_revision order by 1, 2`)
	require.NoError(t, err)
	all, err := pgx.CollectRows(rows, pgx.RowToStructByName[stored])
	require.NoError(t, err)
	require.Len(t, all, 300)
	for _, r := range all {
		j, err := s.Jobs.RevisionOf(ctx, r.Job, r.Revision)
		require.NoError(t, err)
		require.Equal(t, document.Version, j.Document.Version)
		require.Empty(t, j.Document.Validate(), "%s revision %d", r.Job, r.Revision)
		var old map[string]any
		require.NoError(t, json.Unmarshal([]byte(r.Document), &old))
		require.EqualValues(t, 1, old["version"])
		was := map[string]string{}
		textsOf("", old, was)
		now := map[string]string{}
		for _, v := range entry.Values(j.Document) {
			now[v.Path] = v.Text
		}
		for path, text := range was {
			if path == "format" || strings.HasPrefix(path, "workshop.") || strings.HasPrefix(path, "drive.own.") {
				continue
			}
			require.Equal(t, text, now[lifted(path)], "%s revision %d: %s", r.Job, r.Revision, path)
		}
		for _, f := range plan.Make(j.Document).Findings {
			require.NotEqual(t, plan.FailedID, f.ID)
			require.NotEqual(t, finding.Grade(""), f.Grade)
		}
	}

	steps := 0
	jobs, err := s.Jobs.All(ctx, store.Page{Shelf: store.Yard, Most: 100})
	require.NoError(t, err)
	require.Len(t, jobs, 22)
	for _, j := range jobs {
		if !j.CanUndo {
			continue
		}
		back, err := s.Jobs.Undo(ctx, j.ID, store.Change{Seen: j.Revision, ID: "back-" + j.ID})
		require.NoError(t, err)
		again, err := s.Jobs.Redo(ctx, j.ID, store.Change{Seen: back.Revision, ID: "again-" + j.ID})
		require.NoError(t, err)
		require.Empty(t, entry.Changes(j.Document, again.Document), j.Document.Name)
		steps++
	}
	require.Greater(t, steps, 15)
	found, err := s.Jobs.All(ctx, store.Page{Shelf: store.Yard, Find: "stirs 1.1", Most: 10})
	require.NoError(t, err)
	require.NotEmpty(t, found, "found by what its plate says, in either form")
}
