package api_test

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/document"
	"graybridge/core/people"
)

// Everything of a workshop goes out as open files, and what goes out comes in again as it was;
// nothing of another's is among it.
func TestEverythingOfAWorkshopGoesOutAsOpenFiles(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	d := s.job.Document
	d.Supply.Volts = "232 V"
	require.Equal(t, http.StatusOK, s.keeper.do("PUT", "/api/jobs/"+s.job.ID, d, "If-Match", `"2"`, "Change-Id",
		"one-more").Status)
	require.Equal(t, http.StatusOK, s.as[people.Reviewer].do("POST", "/api/jobs/"+s.job.ID+"/remarks",
		map[string]string{"words": "Which breaker?"}, "If-Match", `"3"`, "Change-Id", "remark-1").Status)
	// Two machines of one name do not overwrite each other.
	require.Equal(t, http.StatusCreated, s.keeper.do("POST", "/api/jobs/"+s.job.ID+"/copy", map[string]string{
		"name": "Blunger", "change_id": "copy-of-it-1"}).Status)
	s.keeper.made("/api/workshops/"+s.mine.ID+"/profiles", map[string]any{"kind": "drive",
		"profile": map[string]any{"name": "Beck 11"}}, &struct{}{})
	r := s.keeper.do("GET", "/api/workshops/"+s.mine.ID+"/everything.zip", nil)
	require.Equal(t, http.StatusOK, r.Status)
	require.Contains(t, r.Header.Get("Content-Disposition"), "Tansy Lane Tileworks.zip")
	file, err := zip.NewReader(bytes.NewReader(r.Body), int64(len(r.Body)))
	require.NoError(t, err)
	texts := map[string]string{}
	for _, f := range file.File {
		in, err := f.Open()
		require.NoError(t, err)
		text, err := io.ReadAll(in)
		require.NoError(t, err)
		texts[f.Name] = string(text)
		require.NotContains(t, string(text), "Pug mill")
		require.NotContains(t, string(text), "argon2id")
	}
	for _, name := range []string{"README.txt", "workshop.json", "stores.json", "people.json", "machines/Blunger.json",
		"machines/Blunger (2).json", "machines/Slip mixer.json", "machines/Blunger.history.json",
		"machines/Blunger.remarks.json", "profiles/beck-11.json"} {
		require.NotEmpty(t, texts[name], name)
	}
	require.Contains(t, texts["people.json"], "Bram T.")
	require.Contains(t, texts["stores.json"], "40 µF 450 V")
	var history []struct {
		api.RevisionLine
		Document document.Document
	}
	require.NoError(t, json.Unmarshal([]byte(texts["machines/Blunger.history.json"]), &history))
	require.Len(t, history, 3)
	require.Equal(t, "232 V", history[0].Document.Supply.Volts)
	in := s.keeper.do("POST", "/api/import?workshop_id="+s.theirs.ID, texts["machines/Blunger.json"], "Content-Type",
		"application/octet-stream", "Change-Id", "import-again")
	require.Equal(t, http.StatusCreated, in.Status, "%s", in.Body)
	var again api.JobAnswer
	in.into(t, &again)
	require.Equal(t, "232 V", again.Document.Supply.Volts)
}

// A sender who says what comes and sends it slowly holds no place at which others are answered.
func TestASlowSenderHoldsNobodyUp(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.newJob()
	host := strings.TrimPrefix(c.url, "http://")
	for range 12 { // more than places
		conn, err := net.Dial("tcp", host)
		require.NoError(t, err)
		t.Cleanup(func() { _ = conn.Close() })
		_, err = fmt.Fprintf(conn, "POST /api/plan HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\n"+
			"Content-Length: 2000\r\n\r\n{", host)
		require.NoError(t, err)
	}
	time.Sleep(200 * time.Millisecond)
	begun := time.Now()
	require.Equal(t, http.StatusOK, c.do("GET", "/api/jobs/"+j.ID, nil).Status)
	require.Less(t, time.Since(begun), 3*time.Second)
}

// Photographs have a room of their own, a workshop's and a person's.
func TestPhotographsBeyondTheirRoomAreRefused(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	db, err := pgx.Connect(t.Context(), s.database)
	require.NoError(t, err)
	defer db.Close(t.Context())
	send := func(c client) reply {
		return c.do("POST", "/api/jobs/"+s.given.ID+"/photos", string(onePixel()), "Content-Type", "image/png")
	}
	helper := s.as[people.Helper]
	require.Equal(t, http.StatusCreated, send(helper).Status)
	fill := func(account string, mb int) {
		_, err := db.Exec(t.Context(), `insert into photo (job_id, media_type, picture, account_id)
			select $1, 'image/png', convert_to(repeat('x', $2::int * 1048576), 'UTF8'), nullif($3,
				'')::uuid`, s.job.ID, mb,
			account)
		require.NoError(t, err)
	}
	fill(s.account[people.Helper], 200)
	full := send(helper)
	require.Equal(t, http.StatusInsufficientStorage, full.Status, "%s", full.Body)
	require.Contains(t, string(full.Body), "of one person in a day")
	require.Equal(t, http.StatusCreated, send(s.as[people.Maker]).Status, "others send on")
}

// A database that takes no changes, as one whose disk is full: who is in reads on, nobody new
// comes in and is told why, and afterwards everything is as before.
func TestWhoIsInReadsOnWhileNothingCanBeStored(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	db, err := pgx.Connect(t.Context(), s.database)
	require.NoError(t, err)
	defer db.Close(t.Context())
	turn := func(how string) {
		_, err := db.Exec(t.Context(), `set default_transaction_read_only = off`)
		require.NoError(t, err)
		_, err = db.Exec(t.Context(), `update device set seen_at = now() - interval '1 hour'`)
		require.NoError(t, err)
		_, err = db.Exec(t.Context(),
			`do $$ begin execute format('alter database %I set default_transaction_read_only = `+how+
				`', current_database()); end $$`)
		require.NoError(t, err)
		_, err = db.Exec(t.Context(), `select pg_terminate_backend(pid) from pg_stat_activity
			where datname = current_database() and pid <> pg_backend_pid()`)
		require.NoError(t, err)
	}
	maker := s.as[people.Maker]
	turn("on")
	require.Eventually(t, func() bool { return maker.do("GET", "/api/jobs/"+s.job.ID, nil).Status == http.StatusOK },
		10*time.Second, 50*time.Millisecond, "who is in reads on")
	logIn := func() reply {
		return s.do("POST", "/api/session", map[string]string{"name": "Odile W.", "password": goodPassword})
	}
	refused := logIn()
	require.Equal(t, http.StatusServiceUnavailable, refused.Status, "%s", refused.Body)
	require.Contains(t, string(refused.Body), "takes no changes")
	require.Empty(t, refused.Header.Get("Set-Cookie"))
	edit := maker.do("PUT", "/api/jobs/"+s.job.ID, s.job.Document, "If-Match", `"2"`, "Change-Id", "while-full")
	require.Equal(t, http.StatusServiceUnavailable, edit.Status, "%s", edit.Body)
	turn("off")
	require.Eventually(t, func() bool { return logIn().Status == http.StatusOK }, 10*time.Second, 50*time.Millisecond)
}
