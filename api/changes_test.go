package api_test

import (
	"encoding/json"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/scenario"
)

// first is the Blunger in the first form of the document.
func first(t *testing.T) map[string]any {
	t.Helper()
	d := scenario.Blunger()
	m := d.Machines[0]
	return map[string]any{"format": d.Format, "version": 1, "name": d.Name, "workshop": d.Workshop, "supply": d.Supply,
		"plate": m.Plate, "leads": m.Leads, "load": m.Load, "protection": m.Protection,
		"bridge": map[string]any{"kind": "capacitor", "microfarad": "52", "corner_to": "L1"}}
}

func TestTwoPersonsEditsArePutTogether(t *testing.T) {
	t.Parallel()
	c := start(t)
	base := scenario.Blunger()
	theirs, mine := base.Clone(), base.Clone()
	theirs.Supply.Volts, mine.Machines[0].Plate.RPM = "231", "1400"
	var m api.Merged
	got := c.do("POST", "/api/merge", map[string]any{"base": base, "theirs": theirs, "mine": mine})
	require.Equal(t, http.StatusOK, got.Status, "%s", got.Body)
	got.into(t, &m)
	require.Empty(t, m.Both)
	require.Equal(t, "231", m.Document.Supply.Volts)
	require.Equal(t, "1400", m.Document.Machines[0].Plate.RPM)
	require.Len(t, m.Theirs, 1)
	require.Equal(t, [4]string{"supply.volts", "supply volts", "236", "231"},
		[4]string{m.Theirs[0].Path, m.Theirs[0].Label, m.Theirs[0].From, m.Theirs[0].To})
	mine.Supply.Volts = "229"
	c.do("POST", "/api/merge", map[string]any{"base": base, "theirs": theirs, "mine": mine}).into(t, &m)
	require.Len(t, m.Both, 1)
	var d api.Changes
	c.do("POST", "/api/changes", map[string]any{"from": base, "to": mine}).into(t, &d)
	require.Len(t, d.Changes, 2)
	bad := c.do("POST", "/api/changes", map[string]any{"from": base, "to": map[string]any{"format": "x"}})
	require.Equal(t, http.StatusUnprocessableEntity, bad.Status)
	require.Contains(t, string(bad.Body), "to.")
}

// A document of the first form is taken wherever a document is, and given back in
// the present one.
func TestTheFirstFormOfADocumentIsTakenEverywhere(t *testing.T) {
	t.Parallel()
	c := start(t)
	old := first(t)
	var a api.Answer
	got := c.do("POST", "/api/plan", old)
	require.Equal(t, http.StatusOK, got.Status, "%s", got.Body)
	got.into(t, &a)
	require.Equal(t, "m1", a.Plan.Machine)
	require.True(t, a.Plan.Computed)
	j := c.newJob()
	saved := c.do("PUT", "/api/jobs/"+j.ID, old, "If-Match", `"1"`, "Change-Id", "old-window-1")
	require.Equal(t, http.StatusOK, saved.Status, "%s", saved.Body)
	var made api.JobAnswer
	saved.into(t, &made)
	require.Equal(t, 2, made.Document.Version)
	require.Equal(t, "52", made.Document.Bridge.Capacitor.Microfarad)
	again := c.do("PUT", "/api/jobs/"+j.ID, old, "If-Match", `"1"`, "Change-Id", "old-window-1")
	require.Equal(t, http.StatusOK, again.Status, "a repeat is answered, not stored twice: %s", again.Body)
	text, err := json.Marshal(old)
	require.NoError(t, err)
	require.Equal(t, http.StatusCreated, c.do("POST", "/api/import?workshop_id="+j.WorkshopID, string(text),
		"Change-Id", "old-file-1").Status)
	var p api.Present
	c.do("POST", "/api/present", map[string]any{"documents": []any{old, scenario.SlipMixer()}}).into(t, &p)
	require.Len(t, p.Documents, 2)
	require.Equal(t, "1.1 kW", p.Documents[0].Machines[0].Plate.Power)
	wrong := strings.Replace(string(text), `"power":`, `"colour":"red","power":`, 1)
	refused := c.do("POST", "/api/plan", json.RawMessage(wrong))
	require.Equal(t, http.StatusUnprocessableEntity, refused.Status)
	require.Contains(t, string(refused.Body), "plate.colour")
}

// Of a job with several machines each is asked about by its id.
func TestAMachineIsAskedAboutByItsID(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.Blunger()
	m := scenario.SlipMixer().Machines[0]
	m.ID, m.Name = "m2", "Small mixer"
	d.Machines = append(d.Machines, m)
	var a api.Answer
	c.do("POST", "/api/plan?machine=m2", d).into(t, &a)
	require.Equal(t, "m2", a.Plan.Machine)
	require.Equal(t, "Blunger, Small mixer", a.Plan.Card.Title)
	for _, r := range a.Plan.Readings {
		require.NotContains(t, r.Path, "machines.m1")
	}
	d.Machines[1].ID = "m1"
	twice := c.do("POST", "/api/plan", d)
	require.Equal(t, http.StatusUnprocessableEntity, twice.Status)
	require.Contains(t, string(twice.Body), "a second time")
	d.Machines = d.Machines[:0]
	require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/plan", d).Status)
}
