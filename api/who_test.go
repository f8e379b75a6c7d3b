package api_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/people"
)

// expected is who may call what, and where, as it was agreed: written by hand, not read from the rules
// that the program checks. A new operation stands here first.
const expected = `
anybody, server:
  person choose-person log-in let-in health ready share

member, server: whoever has logged in; nothing of a workshop is read or written
  plan curves island start ranges pair pair-proof changes merge present mistake steps from-bench-case
  wiring dial circuit mechanics read-plate read-drive-profile read-leaflet read-dc-profile shipped-drive shipped-controller
  begin-profile check-profile try-profile leaflet-settings profile-words
  dc-wiring dc-dial dc-film dc-swap rotary-drawings rotary-sizes rotary-start balance-map
  first-plate reference reference-leads reference-try symptom symptom-words weigh weigh-column weigh-motors weigh-converter weigh-taken life-step
  log-out change-password devices end-device pair-mine sharing

keeper, server: who opened the server
  unshare create-workshop backups take-backup

owner maker helper reviewer guest, mine: everybody, of what is theirs
  yard live

owner maker helper reviewer guest, job: who looks at a machine
  job history revision photo remarks review bring-up log trends spectrum symptom-known
  document-file life-file parts-file settings-file bench-case drive-profile controller-profile wires-csv readings-file
  card-pdf connections-pdf sleeves-pdf review-pdf approved-pdf book-pdf drawing-svg circuit-svg machine-code

owner maker helper reviewer guest, workshop:
  workshop stores profiles profile profile-file

owner maker helper, job: who works at the machine
  save-job add-photo write-log

owner maker reviewer, job: who speaks about the plan
  add-remark

reviewer, job:
  approve send-back

owner maker reviewer, workshop:
  people

owner maker, job: who plans
  undo redo restore-revision name-revision copy-job shelve-job take-stock settle-remark

owner maker, named:
  create-job import-job bring-life

owner maker, workshop:
  add-stock add-profile save-profile drop-profile

owner maker, stock:
  change-stock drop-stock

owner, job: what is gone for good
  purge-job drop-file

owner, workshop: whose workshop it is
  save-workshop workshop-file shelve-workshop purge-workshop
  add-person change-person remove-person pair-person end-persons-device add-guest
`

// agreed are the lines of expected by operation.
func agreed(t *testing.T) map[string]string {
	t.Helper()
	out := map[string]string{}
	head := ""
	for line := range strings.SplitSeq(expected, "\n") {
		switch {
		case line == "":
		case !strings.HasPrefix(line, " "):
			head, _, _ = strings.Cut(line, ":")
		default:
			for _, id := range strings.Fields(line) {
				require.Empty(t, out[id], "%s stands twice", id)
				out[id] = head
			}
		}
	}
	return out
}

func TestTheRulesAreThoseThatWereAgreed(t *testing.T) {
	t.Parallel()
	want := agreed(t)
	for _, op := range operations(t) {
		assert.Equal(t, want[op.ID], strings.Join(op.Who, " ")+", "+op.Where, op.ID)
		delete(want, op.ID)
	}
	assert.Empty(t, want, "operations that are gone")
}

// A password that was forgotten is chosen anew by the code that an owner gives, by that device, once; a
// code of one's own does not do it.
func TestAnOwnersCodeRenewsAForgottenPassword(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	maker, account := s.as[people.Maker], s.account[people.Maker]
	choose := func(c client, old, now string) int {
		return c.do("PUT", "/api/account/password", map[string]string{"old": old, "new": now}).Status
	}
	require.Equal(t, http.StatusNoContent, choose(maker, "", "first words of mine"))
	var own api.Code
	maker.do("POST", "/api/account/pairing", nil).into(t, &own)
	second := s.client.comes(own.Code)
	require.Equal(t, http.StatusUnauthorized, choose(second, "", "words of a stranger"), "one's own code")

	var code api.Code
	s.as[people.Owner].do("POST", "/api/workshops/"+s.mine.ID+"/people/"+account+"/pairing", nil).into(t, &code)
	r := s.client.do("POST", "/api/session/code", map[string]string{"code": code.Code, "device": "new phone"})
	var entered api.Entered
	r.into(t, &entered)
	require.True(t, entered.MayRenew)
	require.False(t, entered.NeedsPassword)
	phone := s.client.in(session(t, r))
	require.Equal(t, http.StatusNoContent, choose(phone, "", "other words of mine"))
	require.Equal(t, http.StatusUnauthorized, choose(phone, "", "a third time"), "once")
	require.Equal(t, http.StatusUnauthorized, maker.do("GET", "/api/yard", nil).Status, "the others are ended")
	in := s.client.do("POST", "/api/session", map[string]string{"name": "Bram T.", "password": "other words of mine"})
	require.Equal(t, http.StatusOK, in.Status, "%s", in.Body)
}

// Strangers who try a name keep nobody out who came in from a device before; a new device waits.
func TestANameIsNotKeptLockedByStrangers(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	maker := s.as[people.Maker]
	const words = "first words of mine"
	require.Equal(t, http.StatusNoContent, maker.do("PUT", "/api/account/password", map[string]string{"old": "",
		"new": words}).Status)
	in := map[string]string{"name": "Bram T.", "password": words}
	r := s.client.do("POST", "/api/session", in)
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	var known string
	for _, c := range (&http.Response{Header: r.Header}).Cookies() {
		if c.Name == "gray_bridge_known" {
			require.True(t, c.HttpOnly)
			known = c.Name + "=" + c.Value
		}
	}
	require.NotEmpty(t, known)
	// As if many addresses had tried the name: its own counter is full, theirs are not.
	db, err := pgx.Connect(t.Context(), s.database)
	require.NoError(t, err)
	defer func() { _ = db.Close(t.Context()) }()
	for range 80 {
		require.NoError(t, s.store.Devices.Wrong(t.Context(), nameCounter(t, s, db), 5))
	}
	require.Equal(t, http.StatusTooManyRequests, s.client.do("POST", "/api/session", in).Status, "a new device waits")
	ok := s.client.in(known).do("POST", "/api/session", in)
	require.Equal(t, http.StatusOK, ok.Status, "%s", ok.Body)
	forged := s.client.in(known[:len(known)-3]+"abc").do("POST", "/api/session", in)
	require.Equal(t, http.StatusTooManyRequests, forged.Status)
	other := s.client.in(known).do("POST", "/api/session", map[string]string{"name": "Bram T.",
		"password": "wrong words"})
	require.Equal(t, http.StatusUnauthorized, other.Status, "a known device still needs the password")
}

// nameCounter is the key of the counter that wrong tries of a name share.
func nameCounter(t *testing.T, s shop, db *pgx.Conn) string {
	t.Helper()
	s.client.do("POST", "/api/session", map[string]string{"name": "Bram T.", "password": "wrong once"})
	var what string
	require.NoError(t, db.QueryRow(t.Context(), `select what from attempt where what not like '%127.0.0.1%' limit 1`).
		Scan(&what))
	return what
}

// Who logs in again in the same browser ends what that browser was before.
func TestLoggingInAgainEndsTheOlderSession(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	maker := s.as[people.Maker]
	const words = "first words of mine"
	require.Equal(t, http.StatusNoContent, maker.do("PUT", "/api/account/password", map[string]string{"old": "",
		"new": words}).Status)
	r := maker.do("POST", "/api/session", map[string]string{"name": "Bram T.", "password": words, "device": "phone"})
	again := s.client.in(session(t, r))
	require.Equal(t, http.StatusOK, again.do("GET", "/api/yard", nil).Status)
	require.Equal(t, http.StatusUnauthorized, maker.do("GET", "/api/yard", nil).Status, "the older one is over")
	require.Equal(t, "no-store", again.do("GET", "/api/jobs/"+s.job.ID, nil).Header.Get("Cache-Control"),
		"nothing of the shop stays in a browser that somebody left")
	var list struct{ Devices []api.DeviceLine }
	again.do("GET", "/api/account/devices", nil).into(t, &list)
	require.Len(t, list.Devices, 1)
}

// Who opened the server is put down by nobody else, not by another owner either.
func TestACoOwnerDoesNotPutTheKeeperDown(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	owner := s.as[people.Owner]
	var list struct{ People []api.Person }
	owner.do("GET", "/api/workshops/"+s.mine.ID+"/people", nil).into(t, &list)
	var keeper api.Person
	for _, p := range list.People {
		if p.Keeper {
			keeper = p
		}
	}
	require.NotEmpty(t, keeper.Account)
	at := "/api/workshops/" + s.mine.ID + "/people/" + keeper.Account
	require.Equal(t, http.StatusForbidden, owner.do("PUT", at, map[string]string{"role": "helper"}).Status)
	require.Equal(t, http.StatusForbidden, owner.do("DELETE", at, nil).Status)
	require.NotEmpty(t, keeper.Devices)
	require.Equal(t, http.StatusForbidden, owner.do("DELETE", at+"/devices/"+keeper.Devices[0].ID, nil).Status)
	require.Equal(t, http.StatusOK, s.keeper.do("GET", "/api/jobs/"+s.job.ID, nil).Status)
	require.Equal(t, http.StatusNoContent, s.keeper.do("PUT", "/api/workshops/"+s.mine.ID+"/people/"+
		s.account[people.Owner], map[string]string{"role": "maker"}).Status, "the keeper puts an owner down")
}

// What lies beside a machine goes into the bin with it, and comes back with it.
func TestHistoryAndPicturesFollowTheMachineIntoTheBin(t *testing.T) {
	t.Parallel()
	b := lived(t)
	var log struct {
		Entries []struct{ File *struct{ ID string } }
	}
	b.get("/api/jobs/"+b.job.ID+"/log", &log)
	photo := ""
	for _, e := range log.Entries {
		if e.File != nil && b.do("GET", "/api/jobs/"+b.job.ID+"/photos/"+e.File.ID, nil).Status == http.StatusOK {
			photo = e.File.ID
		}
	}
	require.NotEmpty(t, photo)
	paths := []string{"", "/photos/" + photo, "/revisions/1", "/card.pdf", "/life.zip"}
	shelf := func(to string) {
		require.Equal(t, http.StatusNoContent, b.do("POST", "/api/jobs/"+b.job.ID+"/shelf",
			map[string]string{"shelf": to}).Status)
	}
	for _, c := range []struct {
		shelf string
		want  int
	}{{"archive", http.StatusOK}, {"bin", http.StatusNotFound}, {"yard", http.StatusOK}} {
		shelf(c.shelf)
		for _, p := range paths {
			require.Equal(t, c.want, b.do("GET", "/api/jobs/"+b.job.ID+p, nil).Status, "%s in the %s", p, c.shelf)
		}
		var list struct{ Revisions []api.RevisionLine }
		b.get("/api/jobs/"+b.job.ID+"/revisions", &list)
		require.Equal(t, c.want == http.StatusOK, len(list.Revisions) > 0, "history in the %s", c.shelf)
	}
}

// A guest's last day holds in the database itself: past it the caller has no role there.
func TestAGuestsLastDayHoldsInTheDatabase(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	guest := s.as[people.Guest]
	require.Equal(t, http.StatusOK, guest.do("GET", "/api/jobs/"+s.given.ID, nil).Status)
	db, err := pgx.Connect(t.Context(), s.database)
	require.NoError(t, err)
	defer func() { _ = db.Close(t.Context()) }()
	roles := func(until string) (n int) {
		_, err := db.Exec(t.Context(), `update membership set until = now() + $2::interval where account_id = $1`,
			s.account[people.Guest], until)
		require.NoError(t, err)
		require.NoError(t, db.QueryRow(t.Context(),
			`select cardinality(c.workshops) + cardinality(c.jobs) from device d,
			caller(d.id, null, null) c where d.account_id = $1`, s.account[people.Guest]).Scan(&n))
		return n
	}
	require.Equal(t, 2, roles("1 minute"))
	require.Equal(t, http.StatusOK, guest.do("GET", "/api/jobs/"+s.given.ID, nil).Status)
	require.Zero(t, roles("-1 second"))
	require.Equal(t, http.StatusNotFound, guest.do("GET", "/api/jobs/"+s.given.ID, nil).Status)
}
