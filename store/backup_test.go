package store_test

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"io"
	"regexp"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/core/plan"
	"graybridge/core/profiles"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

// rowsOf is every row of every table as text.
func rowsOf(t *testing.T, url string) map[string][]string {
	t.Helper()
	ctx := store.Whole(context.Background())
	conn, err := pgx.Connect(ctx, url)
	require.NoError(t, err)
	defer conn.Close(ctx)
	out := map[string][]string{}
	for _, table := range []string{"note", "workshop", "workshop_creation", "job", "job_revision", "creation",
		"photo", "log_entry", "log_head", "profile", "profile_version"} {
		rows, err := conn.Query(ctx, `select t::text from `+table+` t order by 1`)
		require.NoError(t, err)
		out[table], err = pgx.CollectRows(rows, pgx.RowTo[string])
		require.NoError(t, err)
	}
	return out
}

func TestABackupRestoredIsTheSameRowByRowAndPlanByPlan(t *testing.T) {
	t.Parallel()
	ctx := store.Whole(context.Background())
	from := storetest.Database(t)
	s, err := store.Open(ctx, from)
	require.NoError(t, err)
	defer s.Close()
	_, err = s.LoadDemo(ctx, scenario.Workshops(), false)
	require.NoError(t, err)
	w, err := s.Workshops.Create(ctx, "workshop-1", scenario.ColdFord(), []string{"Ansel R."})
	require.NoError(t, err)
	d := scenario.SlipMixer()
	d.Machines[0].Load.Does = "“stirs” \\ 泥浆 \U0001f525\n€"
	j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: "create-1", By: store.By{Who: "Ansel R."}}, d, "new")
	require.NoError(t, err)
	d.Supply.Volts = "231.5"
	j, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "save-1"}, d)
	require.NoError(t, err)
	_, err = s.Jobs.Undo(ctx, j.ID, store.Change{Seen: 2, ID: "undo-1"})
	require.NoError(t, err)
	_, err = s.Photos.Add(ctx, j.ID, store.By{Who: "Ansel R."}, store.Photo{MediaType: "image/png",
		Picture: []byte{0, 1, 0xFF, '\\', '"', '\n'}})
	require.NoError(t, err)
	_, err = s.Profiles.Add(ctx, w.ID, "profile-1", profiles.Drive, []byte(`{"name":"Beck 11"}`),
		store.By{Who: "Ansel R."})
	require.NoError(t, err)
	require.NoError(t, s.Workshops.Shelve(ctx, w.ID, store.Bin))

	var file bytes.Buffer
	rows, err := s.Backup(ctx, &file)
	require.NoError(t, err)
	require.Greater(t, rows, 20)
	to := storetest.Database(t)
	reader := func(data []byte) func() (io.ReadCloser, error) {
		return func() (io.ReadCloser, error) { return io.NopCloser(bytes.NewReader(data)), nil }
	}
	restored, err := store.Restore(ctx, to, reader(file.Bytes()))
	require.NoError(t, err)
	require.Equal(t, rows, restored)
	require.Equal(t, rowsOf(t, from), rowsOf(t, to))

	again, err := store.Open(ctx, to)
	require.NoError(t, err)
	defer again.Close()
	before, err := s.Jobs.All(ctx, store.Page{Shelf: store.Yard, Most: 100})
	require.NoError(t, err)
	after, err := again.Jobs.All(ctx, store.Page{Shelf: store.Yard, Most: 100})
	require.NoError(t, err)
	require.Len(t, after, len(before))
	for i := range before {
		one, err := json.Marshal(plan.Make(before[i].Document))
		require.NoError(t, err)
		two, err := json.Marshal(plan.Make(after[i].Document))
		require.NoError(t, err)
		require.Equal(t, string(one), string(two), before[i].Document.Name)
	}
	// What was undone can be done again there.
	require.NoError(t, again.Workshops.Shelve(ctx, w.ID, store.Yard))
	redone, err := again.Jobs.Redo(ctx, j.ID, store.Change{Seen: 3, ID: "redo-1"})
	require.NoError(t, err)
	require.Equal(t, "231.5", redone.Document.Supply.Volts)

	_, err = store.Restore(ctx, to, reader(file.Bytes()))
	require.ErrorIs(t, err, store.ErrNotEmpty)
}

func TestForeignDamagedAndNewerBackupsAreRefused(t *testing.T) {
	t.Parallel()
	ctx := store.Whole(context.Background())
	s := storetest.Store(t)
	_, err := s.LoadDemo(ctx, scenario.Workshops(), false)
	require.NoError(t, err)
	var file bytes.Buffer
	_, err = s.Backup(ctx, &file)
	require.NoError(t, err)
	zip, err := gzip.NewReader(bytes.NewReader(file.Bytes()))
	require.NoError(t, err)
	plain, err := io.ReadAll(zip)
	require.NoError(t, err)
	packed := func(text string) []byte {
		var out bytes.Buffer
		z := gzip.NewWriter(&out)
		_, _ = z.Write([]byte(text))
		_ = z.Close()
		return out.Bytes()
	}
	lines := strings.SplitAfter(string(plain), "\n")
	for name, one := range map[string]struct {
		data []byte
		says string
	}{
		"a text":         {[]byte("hello"), "no backup"},
		"another zip":    {packed("{}\n"), "no backup"},
		"nothing":        {nil, "no backup"},
		"cut short":      {file.Bytes()[:file.Len()/2], "damaged"},
		"without an end": {packed(strings.Join(lines[:len(lines)-2], "")), "damaged"},
		"a row missing":  {packed(strings.Join(append(append([]string{}, lines[:3]...), lines[4:]...), "")), "damaged"},
		"a volt changed": {packed(strings.Replace(string(plain), `"230/400 V"`, `"230/401 V"`, 1)), "damaged"},
		"more after it":  {packed(string(plain) + "{}\n"), "damaged"},
		"a newer one":    {packed(strings.Replace(string(plain), `"version":1`, `"version":2`, 1)), "newer"},
		"newer tables": {packed(regexp.MustCompile(`"schema":\d+`).ReplaceAllString(string(plain), `"schema":400`)),
			"newer"},
	} {
		to := storetest.Database(t)
		_, err := store.Restore(ctx, to, func() (io.ReadCloser,
			error) {
			return io.NopCloser(bytes.NewReader(one.data)), nil
		})
		var bad *store.BadBackup
		require.ErrorAs(t, err, &bad, name)
		require.Contains(t, bad.Why, one.says, name)
	}
}

// An identical creation at the same moment, a full shelf of photographs, and
// what no database keeps are told apart.
func TestRefusalsSayWhatIsWrong(t *testing.T) {
	t.Parallel()
	ctx := store.Whole(context.Background())
	s := storetest.Store(t)
	w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: "c"}, scenario.Blunger(), "new")
	require.NoError(t, err)
	for i := range store.MostPhotos {
		_, err = s.Photos.Add(ctx, j.ID, store.By{}, store.Photo{MediaType: "image/png", Picture: []byte{byte(i)}})
		require.NoError(t, err)
	}
	_, err = s.Photos.Add(ctx, j.ID, store.By{}, store.Photo{MediaType: "image/png", Picture: []byte{0}})
	require.ErrorIs(t, err, store.ErrFull)
	d := scenario.Blunger()
	d.Name = "a\x00b"
	_, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "nul"}, d)
	require.ErrorIs(t, err, store.ErrUnstorable)
	_, err = s.Jobs.RevisionOf(ctx, j.ID, 1<<40)
	require.Error(t, err)
	require.NoError(t, s.CanWrite(ctx))
	_, err = s.Jobs.Job(ctx, "no id")
	require.ErrorIs(t, err, store.ErrNotFound)
	n, err := s.Photos.PurgePhotos(ctx)
	require.NoError(t, err)
	require.Zero(t, n, "what was taken today is kept")
}

// A database that takes no changes is not ready, and says why.
func TestADatabaseThatTakesNoChangesIsSaidToBeSo(t *testing.T) {
	t.Parallel()
	ctx := store.Whole(context.Background())
	url := storetest.Database(t)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	s.Close()
	conn, err := pgx.Connect(ctx, url)
	require.NoError(t, err)
	_, err = conn.Exec(ctx,
		`do $$ begin execute format('alter database %I set default_transaction_read_only = on', current_database()); end $$`)
	require.NoError(t, err)
	require.NoError(t, conn.Close(ctx))
	s, err = store.Open(ctx, url)
	require.NoError(t, err)
	defer s.Close()
	require.ErrorIs(t, s.CanWrite(ctx), store.ErrReadOnly)
	_, err = s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.ErrorIs(t, err, store.ErrReadOnly)
}

// Look-ups go by the keys: at many rows no plan reads a whole table.
func TestLookUpsUseTheirKeys(t *testing.T) {
	t.Parallel()
	s, conn := opened(t)
	j := blunger(t, s)
	exec := func(text string, args ...any) {
		_, err := conn.Exec(ctx, text, args...)
		require.NoError(t, err)
	}
	exec(`insert into job (workshop_id, document) select workshop_id, '{"name":"x"}' from job, generate_series(1, 3000)`)
	exec(`insert into job_revision (job_id, revision, content, document, change_id) select id, r, r, '{}', 'f' || r from job, generate_series(2, 12) r`)
	exec(`insert into creation (change_id, job_id) select 'x' || id, id from job`)
	exec(`vacuum analyze`)
	scans := func() (n int64) {
		require.NoError(t, conn.QueryRow(ctx,
			`select sum(seq_tup_read) from pg_stat_user_tables where relname in ('job', 'job_revision', 'creation', 'photo')`).Scan(&n))
		return n
	}
	exec(`select pg_stat_force_next_flush()`)
	before := scans()
	d := j.Document
	d.Supply.Volts = "230"
	_, err := s.Jobs.Save(ctx, j.ID, store.Change{Seen: 1, ID: "e"}, d)
	require.Error(t, err, "the filled revisions stand there")
	_, err = s.Jobs.Job(ctx, j.WorkshopID)
	require.ErrorIs(t, err, store.ErrNotFound)
	var one string
	require.NoError(t, conn.QueryRow(ctx, `select id::text from job order by id limit 1`).Scan(&one))
	_, err = s.Jobs.Revisions(ctx, one, 0, 60)
	require.NoError(t, err)
	_, err = s.Jobs.RevisionOf(ctx, one, 5)
	require.NoError(t, err)
	s.Close()
	exec(`select pg_stat_clear_snapshot()`)
	require.Less(t, scans()-before, int64(3000), "none of them read a table through")
}

// What lets somebody in is in no backup, the key that signs names in browsers neither.
func TestABackupCarriesNoKey(t *testing.T) {
	t.Parallel()
	ctx := store.Whole(context.Background())
	url := storetest.Database(t)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	defer s.Close()
	key, err := s.PersonKey(ctx)
	require.NoError(t, err)
	require.NotEmpty(t, key)
	var file bytes.Buffer
	_, err = s.Backup(ctx, &file)
	require.NoError(t, err)
	in, err := gzip.NewReader(&file)
	require.NoError(t, err)
	text, err := io.ReadAll(in)
	require.NoError(t, err)
	require.NotContains(t, string(text), string(key))
	require.NotContains(t, string(text), "person-key")
}
