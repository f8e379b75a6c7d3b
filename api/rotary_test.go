package api_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/core/scenario"
	"graybridge/store"
)

// The map comes row by row: its head is there before its last row is worked out, and the
// work ends when nobody reads on.
func TestTheBalanceMapComesRowByRow(t *testing.T) {
	t.Parallel()
	c := start(t)
	text, err := json.Marshal(scenario.ClayRoom())
	require.NoError(t, err)
	ask := func(ctx context.Context) *http.Response {
		req, err := http.NewRequestWithContext(ctx, "POST", c.url+"/api/rotary/map", bytes.NewReader(text))
		require.NoError(t, err)
		req.Header.Set("Content-Type", "application/json")
		res, err := http.DefaultClient.Do(req)
		require.NoError(t, err)
		require.Equal(t, http.StatusOK, res.StatusCode)
		return res
	}
	res := ask(t.Context())
	defer res.Body.Close()
	require.EqualValues(t, -1, res.ContentLength, "it is not held until it is whole")
	lines := bufio.NewScanner(res.Body)
	lines.Buffer(nil, 1<<20)
	require.True(t, lines.Scan())
	var head api.BalanceHead
	require.NoError(t, json.Unmarshal(lines.Bytes(), &head))
	require.Equal(t, []string{"m2", "m3"}, head.Motors)
	for row := range head.Steps {
		require.True(t, lines.Scan(), "row %d", row)
		var r api.BalanceRow
		require.NoError(t, json.Unmarshal(lines.Bytes(), &r))
		require.Equal(t, row, r.Row)
		require.Len(t, r.Worst, head.Steps)
		require.Len(t, r.Who, head.Steps)
	}
	require.False(t, lines.Scan())

	ctx, cancel := context.WithCancel(t.Context())
	cut := ask(ctx)
	first := make([]byte, 16)
	_, err = cut.Body.Read(first)
	require.NoError(t, err)
	cancel()
	cut.Body.Close()
	begun := time.Now()
	c.do("POST", "/api/plan", scenario.ClayRoom())
	require.Less(t, time.Since(begun), 10*time.Second, "the server goes on")
}

// Every question of a converter is answered, and empty where there is no converter.
func TestQuestionsOfAConverter(t *testing.T) {
	t.Parallel()
	c := start(t)
	d := scenario.ClayRoom()
	d.Bridge.Rotary.Spares = "5 HP 230/460 V 13.2/6.6 A 1750 rpm 60 Hz\nnonsense"
	var sizes rotary.Sizes
	c.do("POST", "/api/rotary/sizes", d).into(t, &sizes)
	require.Equal(t, []string{"nonsense"}, sizes.Unread)
	require.True(t, sizes.Rows[0].Yours)
	require.True(t, sizes.Rows[1].Own)
	require.Greater(t, len(sizes.Rows), 4)
	var film rotary.Film
	c.do("POST", "/api/rotary/start?machine=m3", d).into(t, &film)
	require.Equal(t, "m3", film.Speeds[0].ID)
	require.True(t, film.Up)
	var drawn api.ConverterDrawings
	c.do("POST", "/api/rotary/drawings", d).into(t, &drawn)
	require.NotEmpty(t, drawn.Panel.Items)
	require.NotEmpty(t, drawn.Ladder.Items)

	for _, other := range []document.Document{scenario.Blunger(), scenario.BallMill()} {
		sizes, film, drawn = rotary.Sizes{}, rotary.Film{}, api.ConverterDrawings{}
		c.do("POST", "/api/rotary/sizes", other).into(t, &sizes)
		require.Empty(t, sizes.Rows)
		c.do("POST", "/api/rotary/start", other).into(t, &film)
		require.Empty(t, film.TimeS)
		c.do("POST", "/api/rotary/drawings", other).into(t, &drawn)
		require.Empty(t, drawn.Panel.Items)
		require.Equal(t, http.StatusUnprocessableEntity, c.do("POST", "/api/rotary/map", other).Status)
	}
}

// The Yard speaks for every machine of a converter.
func TestTheYardShowsTheStreet(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.ClayRoom())
	var yard struct {
		Workshops []struct {
			Jobs []api.Summary `json:"jobs"`
		} `json:"workshops"`
	}
	c.do("GET", "/api/yard", nil).into(t, &yard)
	for _, w := range yard.Workshops {
		for _, s := range w.Jobs {
			if s.ID != j.ID {
				continue
			}
			require.Equal(t, "Idler, Pug mill, Clay crusher", s.Does)
			require.EqualValues(t, "stop", s.Grade, "60 Hz motors in a workshop of 50 Hz")
			require.NotEmpty(t, s.Sentence)
			return
		}
	}
	t.Fatal("the converter is not in the yard")
}

// A Yard of converters that nobody has opened yet is answered at once, with what is ready; the rest
// follows, with the gravest of every machine of each street.
func TestAColdYardOfConvertersFollows(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	want := map[string]finding.Grade{}
	for i := range 12 {
		d := scenario.ClayRoom()
		d.Name, d.Workshop = fmt.Sprintf("Converter %d", i), scenario.TansyLane() // where it will stand
		d.Supply.FeederLength = fmt.Sprintf("%d ft", 40+i)
		var j api.JobAnswer
		b.made("/api/jobs", map[string]string{"workshop_id": b.workshop, "name": d.Name,
			"change_id": fmt.Sprint("cold-converter-", i)}, &j)
		_, err := b.store.Jobs.Save(store.Whole(t.Context()), j.ID, store.Change{Seen: 1,
			ID: fmt.Sprint("cold-first-", i)}, d)
		require.NoError(t, err)
		grade := finding.Good
		for _, m := range d.Machines {
			f := plan.Make(d.Of(m.ID)).Findings
			if len(f) > 0 && f[0].Grade.Rank() < min(grade.Rank(), finding.Note.Rank()) {
				grade = f[0].Grade
			}
		}
		want[j.ID] = grade
	}
	var yard struct{ Workshops []api.YardWorkshop }
	for end := time.Now().Add(time.Minute); ; {
		b.get("/api/yard?most=60", &yard)
		waits := 0
		for _, s := range yard.Workshops[0].Jobs {
			if s.Waits {
				waits++
				require.NotEmpty(t, s.Name)
			}
		}
		if waits == 0 {
			break
		}
		require.True(t, time.Now().Before(end), "%d still wait", waits)
	}
	require.Len(t, yard.Workshops[0].Jobs, 13)
	for _, s := range yard.Workshops[0].Jobs {
		if g, ok := want[s.ID]; ok {
			require.Equal(t, g, s.Grade, s.Name)
		}
	}
}
