package api

import (
	"context"
	"net/http/httptest"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/people"
	"graybridge/core/scenario"
	"graybridge/store"
	"graybridge/store/storetest"
)

// What a request's access check costs: session, device, account, roles and the machine's
// workshop, out of the database each time. scripts/bench keeps the figure.
func BenchmarkAccessCheck(b *testing.B) {
	ctx := store.Whole(context.Background())
	st := storetest.Store(b)
	w, err := st.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(b, err)
	j, err := st.Jobs.Create(ctx, w.ID, store.Change{ID: "bench-job"}, scenario.Blunger(), "new")
	require.NoError(b, err)
	a, err := st.People.AddMember(ctx, w.ID, "", store.Account{Name: "Bram T."}, store.Member{Role: people.Maker})
	require.NoError(b, err)
	device, err := st.Devices.EnterBy(ctx, a.ID, "bench", false)
	require.NoError(b, err)
	s := &server{store: st, sessions: newSessions(st)}
	s.sharing.Store(&store.Sharing{Open: true})
	cookie, err := s.sessions.begin(ctx, device, time.Time{})
	require.NoError(b, err)
	r := httptest.NewRequest("GET", "/api/jobs/"+j.ID, nil)
	r.AddCookie(&cookie)
	for b.Loop() {
		within, err := entrance{s}.admit(r, "job", j.ID)
		if err != nil || callerOf(within).Roles[w.ID] != people.Maker {
			b.Fatal(err)
		}
	}
}
