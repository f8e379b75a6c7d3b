package api_test

import (
	"bufio"
	"context"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/people"
	"graybridge/store/storetest"
)

// From the opening on everybody logs in, on this computer too; before and after nobody does.
func TestOpeningIsOneStepAndClosingAnother(t *testing.T) {
	t.Parallel()
	c, st := opened(t)
	c.newJob()
	require.Equal(t, http.StatusOK, c.do("GET", "/api/yard", nil).Status)
	for bad, says := range map[string]string{"short": "10 to 200 letters", "": "10 to 200 letters"} {
		r := c.do("POST", "/api/sharing", map[string]string{"name": "Odile W.", "password": bad,
			"address": "192.0.2.7"})
		require.Equal(t, http.StatusUnprocessableEntity, r.Status)
		require.Contains(t, string(r.Body), says)
	}
	require.Equal(t, http.StatusOK, c.do("GET", "/api/yard", nil).Status, "nothing half-done")
	open := map[string]string{"name": "Odile W.", "password": goodPassword, "address": "192.0.2.7"}
	keeper := c.in(session(t, c.do("POST", "/api/sharing", open)))
	require.Equal(t, http.StatusUnauthorized, c.do("GET", "/api/yard", nil).Status)
	require.Equal(t, http.StatusConflict, c.do("POST", "/api/sharing", open).Status, "it is open already")
	require.Equal(t, http.StatusConflict, c.do("PUT", "/api/person", map[string]string{"name": "Bram T."}).Status)
	var who api.Whoever
	c.do("GET", "/api/person", nil).into(t, &who)
	require.True(t, who.Shared && !who.In)
	keeper.do("GET", "/api/person", nil).into(t, &who)
	require.True(t, who.In && who.Keeper)
	require.Equal(t, "Odile W.", who.Name)
	require.Len(t, who.Roles, 1)

	require.Equal(t, http.StatusOK, keeper.do("DELETE", "/api/sharing", nil).Status)
	require.Equal(t, http.StatusOK, c.do("GET", "/api/yard", nil).Status)
	// Whoever sits here does not open it again as somebody else.
	r := c.do("POST", "/api/sharing", map[string]string{"name": "Nobody", "password": goodPassword,
		"address": "192.0.2.7"})
	require.Equal(t, http.StatusUnauthorized, r.Status)
	again := c.in(session(t, c.do("POST", "/api/sharing", open)))
	require.Equal(t, http.StatusUnauthorized, keeper.do("GET", "/api/yard", nil).Status, "what was ended stays ended")
	require.Equal(t, http.StatusOK, again.do("GET", "/api/yard", nil).Status)
	_, err := st.People.AccountNamed(context.Background(), "odile w.")
	require.NoError(t, err)
}

// Where nobody logs in, nobody from elsewhere is answered: not one who reaches the port, not one
// who comes through a proxy, not a phone whose connection outlives the closing.
func TestAClosedServerAnswersItsOwnComputerAlone(t *testing.T) {
	t.Parallel()
	handler, _ := api.New(storetest.Store(t), api.Options{Closing: t.Context(), PersonKey: []byte("key"),
		Sharer: &openDoor{}, Proxies: []string{"127.0.0.1/32"}})
	ask := func(method, path, from string, headers ...string) int {
		r := httptest.NewRequest(method, path, strings.NewReader(`{"name":"X","password":"`+goodPassword+
			`","address":"192.0.2.7"}`))
		r.RemoteAddr = from
		r.Header.Set("Content-Type", "application/json")
		for i := 0; i+1 < len(headers); i += 2 {
			r.Header.Set(headers[i], headers[i+1])
		}
		w := httptest.NewRecorder()
		handler.ServeHTTP(w, r)
		return w.Code
	}
	for _, here := range []string{"127.0.0.1:4000", "[::1]:4000", "[::ffff:127.0.0.1]:4000"} {
		require.Equal(t, http.StatusOK, ask("GET", "/api/yard", here))
	}
	require.Equal(t, http.StatusForbidden, ask("GET", "/api/yard", "192.168.1.9:4000"))
	require.Equal(t, http.StatusForbidden, ask("POST", "/api/sharing", "192.168.1.9:4000"))
	for _, headers := range [][]string{{"X-Forwarded-For", "192.168.1.9"}, {"X-Forwarded-For", "127.0.0.1"},
		{"X-Forwarded-Proto", "https"}, {"Forwarded", "for=127.0.0.1"}} {
		for _, path := range []string{"/api/yard", "/api/person", "/api/live"} {
			require.Equal(t, http.StatusForbidden, ask("GET", path, "127.0.0.1:4000", headers...), "%s %v", path,
				headers)
		}
		require.Equal(t, http.StatusForbidden, ask("POST", "/api/sharing", "127.0.0.1:4000", headers...))
		require.Equal(t, http.StatusOK, ask("GET", "/api/health", "127.0.0.1:4000", headers...))
	}
}

// A pairing code lets in once; a password lets in until it is changed; wrong tries wait longer
// and longer, under a name and from an address; what was ended is out at once, streams too.
func TestCodesPasswordsAndDevices(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	code := func() api.Code {
		var code api.Code
		r := s.keeper.do("POST", "/api/workshops/"+s.mine.ID+"/people/"+s.account[people.Maker]+"/pairing", nil)
		require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
		r.into(t, &code)
		return code
	}
	first := code()
	require.Contains(t, first.Link, "https://192.0.2.7:8463/let-in#"+first.Code)
	require.True(t, strings.HasPrefix(first.QR, "data:image/png;base64,"))
	phone := s.comes(strings.ToLower(strings.ReplaceAll(first.Code, "-", " ")))
	enter := func(code string) int {
		return s.do("POST", "/api/session/code", map[string]string{"code": code}).Status
	}
	require.Equal(t, http.StatusUnauthorized, enter(first.Code), "a code lets in once")
	older := code()
	newer := code()
	require.Equal(t, http.StatusUnauthorized, enter(older.Code), "a new code takes the one before back")
	_ = s.comes(newer.Code)

	require.Equal(t, http.StatusNoContent, phone.do("PUT", "/api/account/password", map[string]string{
		"new": "first password"}).Status)
	logIn := func(password string) reply {
		return s.do("POST", "/api/session", map[string]string{"name": "bram t.", "password": password})
	}
	desk := s.in(session(t, logIn("first password")))
	wrong := desk.do("PUT", "/api/account/password", map[string]string{"old": "not it", "new": "second password"})
	require.Equal(t, http.StatusUnauthorized, wrong.Status)
	require.Equal(t, http.StatusNoContent, desk.do("PUT", "/api/account/password", map[string]string{
		"old": "first password", "new": "second password"}).Status)
	require.Equal(t, http.StatusUnauthorized, phone.do("GET", "/api/yard", nil).Status, "other devices are ended")
	require.Equal(t, http.StatusOK, desk.do("GET", "/api/yard", nil).Status)

	var list struct{ Devices []api.DeviceLine }
	second := s.in(session(t, logIn("second password")))
	desk.do("GET", "/api/account/devices", nil).into(t, &list)
	require.Len(t, list.Devices, 2)
	stream := make(chan bool)
	go func() { // a stream of the second device
		req, _ := http.NewRequest("GET", s.url+"/api/live", nil)
		req.Header.Set("Cookie", second.cookie)
		res, err := http.DefaultClient.Do(req)
		if err == nil {
			lines := bufio.NewScanner(res.Body)
			for lines.Scan() {
			}
			_ = res.Body.Close()
		}
		close(stream)
	}()
	time.Sleep(200 * time.Millisecond)
	for _, d := range list.Devices {
		if !d.This {
			require.Equal(t, http.StatusNoContent, desk.do("DELETE", "/api/account/devices/"+d.ID, nil).Status)
		}
	}
	require.Equal(t, http.StatusUnauthorized, second.do("GET", "/api/yard", nil).Status)
	select {
	case <-stream:
	case <-time.After(5 * time.Second):
		t.Fatal("the ended device still listens")
	}
	require.Equal(t, http.StatusNoContent, desk.do("DELETE", "/api/session", nil).Status)
	require.Equal(t, http.StatusUnauthorized, desk.do("GET", "/api/yard", nil).Status)

	slowed := 0
	for range 12 {
		r := logIn("not this one")
		if r.Status == http.StatusTooManyRequests {
			slowed++
			require.NotEmpty(t, r.Header.Get("Retry-After"))
		}
	}
	require.Greater(t, slowed, 3, "wrong tries are slowed")
	require.Equal(t, http.StatusTooManyRequests, logIn("second password").Status, "the right one waits too")
}

// A guest's link works until its day, and no longer; who leaves keeps what was signed.
func TestGuestsEndAndLeaversKeepTheirNames(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	guest := s.as[people.Guest]
	require.Equal(t, http.StatusOK, guest.do("GET", "/api/yard", nil).Status)
	db, err := pgx.Connect(context.Background(), s.database)
	require.NoError(t, err)
	defer db.Close(context.Background())
	ended, err := db.Exec(context.Background(), `update membership set until = now() - interval '1 minute'
		where role = 'guest'`)
	require.NoError(t, err)
	require.EqualValues(t, 1, ended.RowsAffected())
	require.Equal(t, http.StatusNotFound, guest.do("GET", "/api/jobs/"+s.given.ID, nil).Status)
	require.NotContains(t, string(guest.do("GET", "/api/yard", nil).Body), s.given.ID)

	d := s.job.Document
	d.Supply.Volts = "231 V"
	r := s.as[people.Maker].do("PUT", "/api/jobs/"+s.job.ID, d, "If-Match", `"2"`, "Change-Id", "brams-edit")
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	path := "/api/workshops/" + s.mine.ID + "/people/"
	require.Equal(t, http.StatusNoContent, s.keeper.do("DELETE", path+s.account[people.Maker], nil).Status)
	require.Equal(t, http.StatusUnauthorized, s.as[people.Maker].do("GET", "/api/yard", nil).Status)
	var history struct{ Revisions []api.RevisionLine }
	s.keeper.do("GET", "/api/jobs/"+s.job.ID+"/revisions", nil).into(t, &history)
	require.Equal(t, "Bram T.", history.Revisions[0].Who)
	require.True(t, history.Revisions[0].Signed)
	// The last owner stays; two owners may part.
	require.Equal(t, http.StatusNoContent, s.keeper.do("DELETE", path+s.account[people.Owner], nil).Status)
	var list struct{ People []api.Person }
	s.keeper.do("GET", "/api/workshops/"+s.mine.ID+"/people", nil).into(t, &list)
	last := s.keeper.do("DELETE", path+list.People[0].Account, nil)
	require.Equal(t, http.StatusConflict, last.Status, "%s", last.Body)
}

// An owner gives no way into another's workshop: who is at home there too is not paired by him,
// and comes in here by the account of there.
func TestNoOwnerOpensAnothersWorkshop(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	var code api.Code
	// The keeper owns both and takes the maker of the first into the second.
	r := s.keeper.do("POST", "/api/workshops/"+s.theirs.ID+"/people", map[string]any{"name": "bram t.",
		"role": "maker"})
	require.Equal(t, http.StatusCreated, r.Status, "%s", r.Body)
	owner := s.as[people.Owner] // of the first alone
	path := "/api/workshops/" + s.mine.ID + "/people/"
	refused := owner.do("POST", path+s.account[people.Maker]+"/pairing", nil)
	require.Equal(t, http.StatusForbidden, refused.Status, "%s", refused.Body)
	var list struct{ People []api.Person }
	owner.do("GET", "/api/workshops/"+s.mine.ID+"/people", nil).into(t, &list)
	for _, p := range list.People {
		if p.Keeper {
			require.Equal(t, http.StatusForbidden, owner.do("POST", path+p.Account+"/pairing", nil).Status)
		}
	}
	taken := owner.do("POST", "/api/workshops/"+s.mine.ID+"/people", map[string]any{"name": "BRAM T.", "role": "maker"})
	require.Equal(t, http.StatusConflict, taken.Status)
	owner.do("POST", path+s.account[people.Helper]+"/pairing", nil).into(t, &code)
	require.NotEmpty(t, code.Code, "who is at home here alone is paired")
	require.Equal(t, http.StatusNotFound, s.keeper.do("PUT", path+s.account[people.Guest],
		map[string]any{"role": "maker"}).Status, "a link that many may have is no maker")
	require.Equal(t, http.StatusUnprocessableEntity, s.keeper.do("PUT", path+s.account[people.Helper],
		map[string]any{"role": "helper", "jobs": []string{s.their.ID}}).Status, "another workshop's machine is not "+
		"given")
}

// An event of one workshop never reaches another, nor one of a machine that was not given.
func TestEventsStayInTheirWorkshop(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	heard := func(c client) <-chan string {
		req, err := http.NewRequest("GET", s.url+"/api/live", nil)
		require.NoError(t, err)
		req.Header.Set("Cookie", c.cookie)
		res, err := http.DefaultClient.Do(req)
		require.NoError(t, err)
		t.Cleanup(func() { _ = res.Body.Close() })
		lines := make(chan string, 100)
		go func() {
			scan := bufio.NewScanner(res.Body)
			for scan.Scan() {
				if strings.HasPrefix(scan.Text(), "data: {\"id\"") {
					lines <- scan.Text()
				}
			}
		}()
		return lines
	}
	helper, keeper, maker := heard(s.as[people.Helper]), heard(s.keeper), heard(s.as[people.Maker])
	time.Sleep(300 * time.Millisecond)
	for i, j := range []api.JobAnswer{s.their, s.job, s.given} {
		d := j.Document
		d.Supply.Volts = fmt.Sprint(220 + i)
		r := s.keeper.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", `"2"`, "Change-Id", "event-edit")
		require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	}
	next := func(c <-chan string) string {
		select {
		case line := <-c:
			return line
		case <-time.After(5 * time.Second):
			t.Fatal("nothing was heard")
			return ""
		}
	}
	require.Contains(t, next(keeper), s.their.ID)
	require.Contains(t, next(maker), s.job.ID, "the first that a maker of the other workshop hears")
	require.Contains(t, next(maker), s.given.ID)
	require.Contains(t, next(helper), s.given.ID, "the first and only one for whom one machine was given")
	select {
	case line := <-helper:
		t.Fatalf("also heard %s", line)
	case <-time.After(300 * time.Millisecond):
	}
}

// An approval holds for the machine as it stood: undone back to it, it holds again.
func TestAnApprovalIsStaleAfterAChange(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	path := "/api/jobs/" + s.job.ID
	reviewer, maker := s.as[people.Reviewer], s.as[people.Maker]
	late := reviewer.do("POST", path+"/approvals", map[string]string{}, "If-Match", `"1"`, "Change-Id", "approve-old")
	require.Equal(t, http.StatusConflict, late.Status, "only what stands now is approved")
	var said struct{ Remarks []api.RemarkLine }
	r := reviewer.do("POST", path+"/approvals", map[string]string{"words": "As discussed."}, "If-Match", `"2"`,
		"Change-Id", "approve-now")
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	_ = reviewer.do("POST", path+"/approvals", map[string]string{"words": "As discussed."}, "If-Match", `"2"`,
		"Change-Id",
		"approve-now")
	stale := func() bool {
		maker.do("GET", path+"/remarks", nil).into(t, &said)
		require.Len(t, said.Remarks, 1, "a repeat is stored once")
		require.Equal(t, "Rita S.", said.Remarks[0].Who)
		return said.Remarks[0].Stale
	}
	require.False(t, stale())
	d := s.job.Document
	d.Supply.Volts = "229"
	require.Equal(t, http.StatusOK, maker.do("PUT", path, d, "If-Match", `"2"`, "Change-Id", "after").Status)
	require.True(t, stale())
	require.Equal(t, http.StatusOK, maker.do("POST", path+"/undo", nil, "If-Match", `"3"`, "Change-Id", "back").Status)
	require.False(t, stale())
	require.Equal(t, http.StatusNoContent, maker.do("PUT", path+"/revisions/2/name", map[string]string{
		"name": "as approved"}).Status)
}
