package store_test

import (
	"context"
	"fmt"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/core/logbook"
	"graybridge/core/people"
	"graybridge/core/profiles"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

// Row-level security is the second lock: the serving role owns no table, every table that holds
// work has a policy, and a query without its condition returns nothing foreign, whatever the
// program forgot.
//
// Long: two workshops of everything, looked at from every reach.
func TestAQueryWithoutItsConditionReturnsNothingForeign(t *testing.T) {
	t.Parallel()
	s, owner := opened(t)
	var ids [2]struct{ workshop, job, given string }
	for i := range ids {
		w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
		require.NoError(t, err)
		for k, name := range []string{"Blunger", "Slip mixer"} {
			j, err := s.Jobs.Create(ctx, w.ID, store.Change{ID: fmt.Sprint("c", i, k)}, scenario.Blunger(), "new "+name)
			require.NoError(t, err)
			_, err = s.Photos.Add(ctx, j.ID, store.By{}, store.Photo{MediaType: "image/png", Picture: []byte{1}})
			require.NoError(t, err)
			require.NoError(t, s.Remarks.Add(ctx, j.ID, store.Change{Seen: 1, ID: fmt.Sprint("r", i, k)},
				store.Remark{Kind: store.Words, Words: "x"}))
			_, _, err = s.Books.Append(ctx, j.ID, "m1", []logbook.Entry{noted(fmt.Sprint("entry-", i, k), "x")}, asSent)
			require.NoError(t, err)
			ids[i].given, ids[i].job = ids[i].job, j.ID
		}
		ids[i].workshop = w.ID
		a, err := s.People.AddMember(ctx, w.ID, "", store.Account{Name: fmt.Sprint("Person ", i)},
			store.Member{Role: people.Helper, Part: true, Jobs: []string{ids[i].given}})
		require.NoError(t, err)
		require.NotEmpty(t, a.ID)
		_, err = owner.Exec(ctx, `insert into stock (workshop_id, kind, what, count) values ($1, 'cap', 'small', 3)`,
			w.ID)
		require.NoError(t, err)
		_, err = owner.Exec(ctx, `insert into taken (stock_id, job_id, machine, part, count)
			select id, $2, 'm1', 'x', 1 from stock where workshop_id = $1`, w.ID, ids[i].job)
		require.NoError(t, err)
		_, err = s.Profiles.Add(ctx, w.ID, fmt.Sprint("profile-", i), profiles.Drive, []byte(`{"name":"Beck 11"}`),
			store.By{Who: "Odile W."})
		require.NoError(t, err)
	}
	var owned, bare int
	require.NoError(t, owner.QueryRow(ctx, `select count(*) from pg_class c join pg_roles r on r.oid = c.relowner
		where r.rolname = 'workbench_serving'`).Scan(&owned))
	require.Zero(t, owned, "the serving role owns nothing")
	// Every table that the serving role may read is locked by rows, but the one of opaque sessions.
	require.NoError(t, owner.QueryRow(ctx,
		`select count(*) from pg_class c where c.relkind = 'r' and not c.relrowsecurity
		and c.relname <> 'sessions' and has_table_privilege('workbench_serving', c.oid, 'select')
		and c.relnamespace = 'public'::regnamespace`).Scan(&bare))
	require.Zero(t, bare)

	counts := func(ctx context.Context) map[string]int {
		out := map[string]int{}
		for table, key := range map[string]string{"workshop": "id", "job": "id", "job_revision": "job_id",
			"creation": "job_id", "photo": "job_id", "stock": "id", "taken": "stock_id", "membership": "workshop_id",
			"account": "id", "given": "job_id", "remark": "job_id", "profile": "id", "profile_version": "profile_id",
			"log_entry": "job_id", "log_head": "job_id", "device": "id", "invitation": "account_id",
			"attempt": "what"} {
			var n int
			require.NoError(t, s.Serving().QueryRow(ctx, `select count(`+key+`) from `+table).Scan(&n))
			out[table] = n
		}
		return out
	}
	none := counts(context.Background())
	for table, n := range none {
		require.Zero(t, n, "without a reach nothing of %s is there", table)
	}
	whole := counts(ctx)
	one := counts(store.Reaching(context.Background(), store.Reach{Workshops: []string{ids[0].workshop}}))
	for _, table := range []string{"workshop", "job", "job_revision", "creation", "photo", "stock", "taken",
		"membership",
		"account", "given", "remark", "log_entry", "log_head", "profile", "profile_version"} {
		require.Equal(t, whole[table], 2*one[table], "half of %s is this workshop's", table)
		require.Positive(t, one[table], table)
	}
	part := counts(store.Reaching(context.Background(), store.Reach{Parts: []string{ids[0].workshop},
		Jobs: []string{ids[0].given}}))
	require.Equal(t, 1, part["job"])
	require.Equal(t, 1, part["remark"])
	require.Zero(t, part["membership"], "who works there is not told to who was given a machine")

	// Nor is anything foreign changed, deleted or put elsewhere.
	within := store.Reaching(context.Background(), store.Reach{Workshops: []string{ids[0].workshop}})
	for _, text := range []string{`update job set archived_at = now()`, `delete from remark`} {
		_, err := s.Serving().Exec(within, text)
		require.NoError(t, err)
	}
	var left int
	require.NoError(t, owner.QueryRow(ctx, `select count(*) from job where archived_at is null`).Scan(&left))
	require.Equal(t, 2, left)
	require.NoError(t, owner.QueryRow(ctx, `select count(*) from remark`).Scan(&left))
	require.Equal(t, 2, left)
	_, err := s.Serving().Exec(within, `update job set workshop_id = $1`, ids[1].workshop)
	require.Error(t, err, "a machine is not put into another's workshop")
	for _, text := range []string{`select 1 from note`, `select 1 from authority`, `select 1 from sharing`,
		`drop table remark`, `alter table job disable row level security`} {
		_, err := s.Serving().Exec(ctx, text)
		require.Error(t, err, text)
	}
}

// Thinning follows its rule and keeps what it says.
func TestOldRevisionsAreThinnedByTheRule(t *testing.T) {
	t.Parallel()
	s, db := opened(t)
	j := blunger(t, s)
	d := j.Document
	save := func(volts string) {
		d.Supply.Volts = volts
		var err error
		j, err = s.Jobs.Save(ctx, j.ID, store.Change{Seen: j.Revision, ID: fmt.Sprint("save-", j.Revision)}, d)
		require.NoError(t, err)
	}
	for i := range 60 {
		save(fmt.Sprint(200 + i))
	}
	now := time.Date(2026, 11, 26, 12, 0, 0, 0, time.UTC)
	at := func(revision int, day time.Time) {
		_, err := db.Exec(ctx, `update job_revision set at = $3 where job_id = $1 and revision = $2`, j.ID, revision,
			day)
		require.NoError(t, err)
	}
	// 1 to 20 three years ago on four days of one month, 21 to 40 two hundred days ago on two
	// days, the rest of late.
	for r := 1; r <= 20; r++ {
		at(r, time.Date(2023, 11, 1+r/6, r, 0, 0, 0, time.UTC))
	}
	for r := 21; r <= 40; r++ {
		at(r, now.AddDate(0, 0, -200+r/31).Add(time.Duration(r)*time.Minute))
	}
	_, err := db.Exec(ctx, `update job set undo = '{5, 25}' where id = $1`, j.ID)
	require.NoError(t, err)
	require.NoError(t, s.Jobs.NameRevision(ctx, j.ID, 7, "as bought"))
	require.NoError(t, s.Remarks.Add(ctx, j.ID, store.Change{Seen: 9, ID: "said-1"}, store.Remark{Kind: store.Words,
		Words: "x"}))
	gone, err := s.Keeping.Thin(ctx, now)
	require.NoError(t, err)
	var kept []int
	for _, r := range revisions(t, s, j.ID) {
		if r.Revision <= 40 {
			kept = append(kept, r.Revision)
		}
	}
	require.ElementsMatch(t, []int{1, 5, 7, 9, 20, 25, 30, 40}, kept)
	require.EqualValues(t, 32, gone)
	again, err := s.Keeping.Thin(ctx, now)
	require.NoError(t, err)
	require.Zero(t, again, "thinned once")
	back, err := s.Jobs.Undo(ctx, j.ID, store.Change{Seen: j.Revision, ID: "undo-1"})
	require.NoError(t, err)
	require.Equal(t, "223", back.Document.Supply.Volts, "what undo goes to is there")
}

func revisions(t *testing.T, s *store.Store, id string) (all []store.Revision) {
	t.Helper()
	for before := 0; ; {
		page, err := s.Jobs.Revisions(ctx, id, before, 60)
		require.NoError(t, err)
		if all = append(all, page...); len(page) < 60 {
			return all
		}
		before = page[len(page)-1].Revision
	}
}

// What lay in the bin for its time is gone with its pictures; what lies there shorter stays.
func TestTheBinIsEmptiedAfterItsTime(t *testing.T) {
	t.Parallel()
	s, db := opened(t)
	old, young := blunger(t, s), store.Job{}
	young, err := s.Jobs.Create(ctx, old.WorkshopID, store.Change{ID: "young"}, scenario.Blunger(), "new")
	require.NoError(t, err)
	_, err = s.Photos.Add(ctx, old.ID, store.By{}, store.Photo{MediaType: "image/png", Picture: []byte{1}})
	require.NoError(t, err)
	w, err := s.Workshops.Create(ctx, "", scenario.ColdFord(), nil)
	require.NoError(t, err)
	_, err = s.Jobs.Create(ctx, w.ID, store.Change{ID: "theirs"}, scenario.Blunger(), "new")
	require.NoError(t, err)
	for _, id := range []string{old.ID, young.ID} {
		require.NoError(t, s.Jobs.Shelve(ctx, id, store.Bin))
	}
	require.NoError(t, s.Workshops.Shelve(ctx, w.ID, store.Bin))
	now := time.Now().UTC()
	_, err = db.Exec(ctx, `update job set deleted_at = $2 where id = $1`, old.ID, now.AddDate(0, 0, -store.BinDays-1))
	require.NoError(t, err)
	_, err = db.Exec(ctx, `update workshop set deleted_at = $2 where id = $1`, w.ID, now.AddDate(0, 0,
		-store.BinDays-1))
	require.NoError(t, err)
	jobs, workshops, err := s.Keeping.EmptyBin(ctx, now)
	require.NoError(t, err)
	require.Equal(t, []int{1, 1}, []int{jobs, workshops})
	var left, pictures, revisions int
	require.NoError(t, db.QueryRow(ctx, `select count(*) from job`).Scan(&left))
	require.NoError(t, db.QueryRow(ctx, `select count(*) from photo`).Scan(&pictures))
	require.NoError(t, db.QueryRow(ctx, `select count(*) from job_revision`).Scan(&revisions))
	require.Equal(t, []int{1, 0, 1}, []int{left, pictures, revisions})
}

// An older program on a newer database says so in one sentence and changes nothing; before a
// database is brought further its backup is taken, and where none can be nothing is changed.
func TestADatabaseIsBroughtForwardWithABackupAndNeverBack(t *testing.T) {
	t.Parallel()
	url := storetest.Database(t)
	s, err := store.Open(ctx, url)
	require.NoError(t, err)
	w, _ := workshopAndJob(t, s)
	s.Close()
	db, err := pgx.Connect(ctx, url)
	require.NoError(t, err)
	defer db.Close(ctx)
	_, err = db.Exec(ctx, `insert into goose_db_version (version_id, is_applied) values (99999, true)`)
	require.NoError(t, err)
	_, err = store.Open(ctx, url)
	var newer *store.Newer
	require.ErrorAs(t, err, &newer)
	require.Contains(t, err.Error(), "start the newer program; nothing was changed")
	_, err = db.Exec(ctx, `delete from goose_db_version where version_id = 99999`)
	require.NoError(t, err)

	require.NoError(t, storetest.Back(ctx, url, 8))
	taken := 0
	_, err = store.Open(ctx, url, func(context.Context, *store.Store) error { return fmt.Errorf("no room") })
	require.ErrorContains(t, err, "no backup could be taken")
	var there bool
	require.NoError(t, db.QueryRow(ctx, `select to_regclass('account') is not null`).Scan(&there))
	require.False(t, there, "nothing was changed")
	again, err := store.Open(ctx, url, func(ctx context.Context, s *store.Store) error {
		taken++
		rows, err := s.Backup(ctx, nothing{})
		require.Greater(t, rows, 3)
		return err
	})
	require.NoError(t, err)
	defer again.Close()
	require.Equal(t, 1, taken)
	found, err := again.Workshops.Workshop(ctx, w.ID)
	require.NoError(t, err)
	require.Equal(t, w.Settings, found.Settings)
}

type nothing struct{}

func (nothing) Write(p []byte) (int, error) { return len(p), nil }
