package store_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/openfile"
	"graybridge/core/profiles"
	"graybridge/core/scenario"
	"graybridge/store"
)

func TestAWorkshopsProfilesHaveVersions(t *testing.T) {
	t.Parallel()
	s, _ := opened(t)
	w := newWorkshop(t, s)
	odile := store.By{Who: "Odile W."}
	p, err := s.Profiles.Add(ctx, w, "profile-1", profiles.Drive, []byte(`{"name":"Tarn 22","mine":1}`), odile)
	require.NoError(t, err)
	require.Equal(t, "tarn-22-2", p.Own, "one ships under that name")
	again, err := s.Profiles.Add(ctx, w, "profile-1", profiles.Drive, []byte(`{"name":"Tarn 22"}`), odile)
	require.NoError(t, err)
	require.Equal(t, p, again, "a change that is sent twice is stored once")
	second, err := s.Profiles.Add(ctx, w, "profile-2", profiles.Controller, []byte(`{"name":"Tarn 22"}`), odile)
	require.NoError(t, err)
	require.Equal(t, "tarn-22-3", second.Own)

	next, err := s.Profiles.Save(ctx, w, p.ID, 1, []byte(`{"name":"Tarn 22 of the shed","mine":2}`),
		store.By{Who: "Bram T."})
	require.NoError(t, err)
	var doc map[string]any
	require.NoError(t, json.Unmarshal([]byte(next.Document), &doc))
	require.Equal(t, map[string]any{"format": "gray-bridge/drive-profile", "version": 1.0, "id": "tarn-22-2",
		"name": "Tarn 22 of the shed", "mine": 2.0, "revision": 2.0}, doc)
	_, err = s.Profiles.Save(ctx, w, p.ID, 1, []byte(`{"name":"Late"}`), odile)
	var stale *store.Conflict
	require.ErrorAs(t, err, &stale, "two windows: the second is told")
	require.Equal(t, 2, stale.Latest)

	old, versions, err := s.Profiles.One(ctx, w, p.ID, 1)
	require.NoError(t, err)
	require.Contains(t, old.Document, `"mine":1`)
	require.Equal(t, []string{"Bram T.", "Odile W."}, []string{versions[0].Who, versions[1].Who})
	all, err := s.Profiles.All(ctx, w)
	require.NoError(t, err)
	require.Equal(t, []string{"Tarn 22", "Tarn 22 of the shed"}, []string{all[0].Name, all[1].Name})

	other := newWorkshop(t, s)
	_, _, err = s.Profiles.One(ctx, other, p.ID, 0)
	require.ErrorIs(t, err, store.ErrNotFound, "another workshop's is not found through this one")
	require.ErrorIs(t, s.Profiles.Drop(ctx, other, p.ID), store.ErrNotFound)
	require.NoError(t, s.Profiles.Drop(ctx, w, p.ID))
	_, _, err = s.Profiles.One(ctx, w, p.ID, 0)
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = s.Profiles.Save(ctx, w, p.ID, 2, []byte(`{"name":"Gone"}`), odile)
	require.ErrorIs(t, err, store.ErrNotFound)
	third, err := s.Profiles.Add(ctx, w, "profile-3", profiles.Drive, []byte(`{"name":"Tarn 22"}`), odile)
	require.NoError(t, err)
	require.Equal(t, "tarn-22-4", third.Own, "an id is never given twice: machines carry it")

	var bad openfile.Problems
	for _, text := range []string{`[]`, `{}`, `{"name":"  "}`} {
		_, err = s.Profiles.Add(ctx, w, "profile-"+text, profiles.Drive, []byte(text), odile)
		require.ErrorAs(t, err, &bad, text)
	}
	for n := len(all) + 1; n < profiles.Most; n++ {
		_, err = s.Profiles.Add(ctx, w, "", profiles.Drive, []byte(`{"name":"More"}`), odile)
		require.NoError(t, err)
	}
	_, err = s.Profiles.Add(ctx, w, "", profiles.Drive, []byte(`{"name":"One more"}`), odile)
	var full *store.Full
	require.ErrorAs(t, err, &full)
}

func newWorkshop(t *testing.T, s *store.Store) string {
	t.Helper()
	w, err := s.Workshops.Create(ctx, "", scenario.TansyLane(), nil)
	require.NoError(t, err)
	return w.ID
}
