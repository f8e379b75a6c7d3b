package api_test

import (
	"context"
	"fmt"
	"net/http"
	"net/http/httptest"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/document"
	"graybridge/core/people"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

// door is a shop's door without a network: it opens wherever it is told.
type openDoor struct{ open bool }

func (d *openDoor) Offers() []string { return []string{"192.0.2.7:8463"} }
func (d *openDoor) Plan(address string) ([]string, error) {
	return []string{"https://" + address}, nil
}
func (d *openDoor) Follow(_ context.Context, now store.Sharing) error { d.open = now.Open; return nil }
func (d *openDoor) Root() ([]byte, string, string)                    { return nil, "", "" }
func (d *openDoor) Trouble() string                                   { return "" }

const goodPassword = "wet clay and slip"

// shop is a shared server with two workshops: in the first somebody of every role, in the
// second an owner alone. Each has a client of its own that is logged in.
type shop struct {
	client
	store        *store.Store
	database     string
	keeper       client // opened the server: owner of both
	mine, theirs api.WorkshopAnswer
	job, given   api.JobAnswer // in mine; the second is given to helper and guest
	their        api.JobAnswer
	stock        string
	theirStock   string
	as           map[people.Role]client
	account      map[people.Role]string
}

func opened(t testing.TB) (client, *store.Store) {
	t.Helper()
	return openedOn(t, storetest.Migrated(t))
}

func openedOn(t testing.TB, database string) (client, *store.Store) {
	t.Helper()
	closing, end := context.WithCancel(context.Background())
	st, err := store.Open(context.Background(), database)
	require.NoError(t, err)
	t.Cleanup(st.Close)
	handler, _ := api.New(st, api.Options{Closing: closing, PersonKey: []byte("key"), Sharer: &openDoor{}})
	server := httptest.NewServer(handler)
	t.Cleanup(func() { end(); server.Close() })
	return client{t: t, url: server.URL}, st
}

// session is the cookie of an answer that let somebody in.
func session(t testing.TB, r reply) string {
	t.Helper()
	require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
	cookie := (&http.Response{Header: r.Header}).Cookies()
	require.NotEmpty(t, cookie)
	require.True(t, cookie[0].HttpOnly)
	require.Equal(t, http.SameSiteStrictMode, cookie[0].SameSite)
	return cookie[0].Name + "=" + cookie[0].Value
}

func (c client) in(cookie string) client { c.cookie = cookie; return c }

// comes in by a code.
func (c client) comes(code string) client {
	c.t.Helper()
	return c.in(session(c.t, c.do("POST", "/api/session/code", map[string]string{"code": code, "device": "phone"})))
}

func (c client) made(path string, body any, into any) {
	c.t.Helper()
	r := c.do("POST", path, body, "Change-Id", fmt.Sprint("made-", time.Now().UnixNano()))
	require.Equal(c.t, http.StatusCreated, r.Status, "%s", r.Body)
	r.into(c.t, into)
}

// sharedShop opens a server and fills it.
func sharedShop(t *testing.T) shop {
	t.Helper()
	database := storetest.Database(t)
	c, st := openedOn(t, database)
	s := shop{client: c, store: st, database: database, as: map[people.Role]client{}, account: map[people.Role]string{}}
	workshop := func(c client, w document.Workshop, into *api.WorkshopAnswer) {
		c.made("/api/workshops", entry(w), into)
	}
	machine := func(c client, w, name string, into *api.JobAnswer) {
		c.made("/api/jobs", map[string]string{"workshop_id": w, "name": name, "change_id": "job-" + name}, into)
		r := c.do("PUT", "/api/jobs/"+into.ID, named(scenario.Blunger(), name), "If-Match", `"1"`, "Change-Id",
			"first-"+name)
		require.Equal(t, http.StatusOK, r.Status, "%s", r.Body)
		r.into(t, into)
	}
	stock := func(c client, w string) string {
		var line struct{ ID string }
		c.made("/api/workshops/"+w+"/stores", map[string]any{"kind": "capacitor", "what": "40 µF 450 V",
			"count": 4}, &line)
		return line.ID
	}
	workshop(c, scenario.TansyLane(), &s.mine)
	open := map[string]string{"name": "Odile W.", "password": goodPassword, "address": "192.0.2.7:8463"}
	s.keeper = c.in(session(t, c.do("POST", "/api/sharing", open)))
	workshop(s.keeper, scenario.ColdFord(), &s.theirs)
	machine(s.keeper, s.mine.ID, "Blunger", &s.job)
	machine(s.keeper, s.mine.ID, "Slip mixer", &s.given)
	machine(s.keeper, s.theirs.ID, "Pug mill", &s.their)
	s.stock, s.theirStock = stock(s.keeper, s.mine.ID), stock(s.keeper, s.theirs.ID)
	for role, name := range map[people.Role]string{people.Owner: "Lene K.", people.Maker: "Bram T.",
		people.Helper: "Tom H.", people.Reviewer: "Rita S.", people.Guest: "Visitor"} {
		var code api.Code
		if role == people.Guest {
			s.keeper.made("/api/workshops/"+s.mine.ID+"/guests", map[string]any{"name": name, "days": 2,
				"jobs": []string{s.given.ID}}, &code)
		} else {
			body := map[string]any{"name": name, "role": role}
			if role == people.Helper {
				body["jobs"] = []string{s.given.ID}
			}
			s.keeper.made("/api/workshops/"+s.mine.ID+"/people", body, &code)
		}
		s.as[role] = c.comes(code.Code)
	}
	var list struct{ People []api.Person }
	s.keeper.do("GET", "/api/workshops/"+s.mine.ID+"/people", nil).into(t, &list)
	for _, p := range list.People {
		if !p.Keeper {
			s.account[p.Role] = p.Account
		}
	}
	require.Len(t, s.account, 5)
	return s
}

func named(d document.Document, name string) document.Document { d.Name = name; return d }
