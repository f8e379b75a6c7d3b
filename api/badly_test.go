package api_test

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"math/rand/v2"
	"net/http"
	"net/url"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/people"
	"graybridge/core/scenario"
)

var badly = flag.Int("badly", 4, "how many bad calls of each kind every operation gets")

// Every operation with bad tokens, ids and bodies: it says what is wrong, breaks at nothing,
// and tells nothing of another's workshop. A longer run: go test ./api -run Badly -badly 200.
//
// Long: the three kinds of bad calls.
func TestNoOperationBreaksWhenItIsCalledBadly(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	s.keeper.do("GET", "/api/jobs/"+s.their.ID, nil).into(t, &s.their)
	const seed = 20261126
	random := rand.New(rand.NewPCG(seed, seed))
	foreign := []string{s.their.ID, s.theirs.ID, s.theirStock, "Pug mill"}
	pick := func(all ...string) string { return all[random.IntN(len(all))] }
	ids := func() string {
		return url.PathEscape(pick("", "0", "null", "..", "%00", strings.Repeat("9", 64), strings.Repeat("x", 300),
			"' or 1=1 --",
			"00000000-0000-0000-0000-000000000000", s.their.ID, s.theirs.ID, s.theirStock, s.job.ID, s.mine.ID,
			strings.ToUpper(s.job.ID), "{"+s.job.ID+"}", "泥浆", "\u202e", s.account[people.Owner]))
	}
	tokens := func() string {
		good := s.as[people.Maker].cookie
		return pick("", "gray_bridge_session=", "gray_bridge_session="+strings.Repeat("A", 43), good+"x",
			good[:len(good)-1],
			"gray_bridge_session="+strings.Repeat("A", 5000), "gray_bridge_session=\"; drop table job", "__Host-"+good,
			good+"; "+good, "gray_bridge_person=x.y")
	}
	bodies := func() string {
		d, _ := json.Marshal(scenario.Blunger())
		return pick("", "{", "null", "[]", `"x"`, "{}", `{"name":null}`, `{"name":"\u0000"}`, strings.Repeat("[", 50)+
			strings.Repeat("]", 50), `{"role":"owner","jobs":["`+s.their.ID+`"],"name":"X"}`, string(d[:len(d)/2]),
			string(d),
			`{"name":"`+strings.Repeat("a", 5000)+`"}`, `{"code":"AAAA-AAAA-AAAA-AAAA"}`,
			`{"workshop_id":"`+s.theirs.ID+
				`","name":"X","change_id":"badly-new-1"}`, `{"stock":"`+s.theirStock+
				`","machine":"m1","part":"x","count":1,"do":"reserve"}`, "\xff\xfe", `{"a":1e999}`,
			`{"words":"x","bay":"cellar"}`)
	}
	call := func(op described, path, cookie, body string) {
		req, err := http.NewRequest(op.method, s.url+path, bytes.NewReader([]byte(body)))
		if err != nil {
			return // no address at all
		}
		req.Header.Set("Content-Type", pick("application/json", "application/json", "text/plain", "image/png", ""))
		req.Header.Set("Cookie", cookie)
		req.Header.Set("If-Match", pick(`"2"`, `"0"`, "*", `"99999999999999999999"`, ""))
		req.Header.Set("Change-Id", pick("badly-1", "", strings.Repeat("c", 100), fmt.Sprint("badly-", random.Int64())))
		res, err := http.DefaultClient.Do(req)
		require.NoError(t, err, "%s %s (seed %d)", op.method, path, seed)
		defer res.Body.Close()
		said := make([]byte, 64<<10)
		n, _ := res.Body.Read(said)
		require.Less(t, res.StatusCode, 500, "%s %s as %.60s with %.200s: %s (seed %d)", op.method, path, cookie, body,
			said[:n], seed)
		for _, word := range foreign {
			if !strings.Contains(path+body, word) {
				require.NotContains(t, string(said[:n]), word, "%s %s (seed %d)", op.method, path, seed)
			}
		}
	}
	calls := 0
	for _, op := range operations(t) {
		if op.ID == "live" || op.ID == "log-out" {
			continue // a stream that goes on; and the token is needed on
		}
		good, body := op.filled(target{s.mine.ID, s.given.ID, s.stock, s.account[people.Maker]})
		text, _ := json.Marshal(body)
		for range *badly {
			call(op, good, tokens(), string(text))
			path := op.path
			for strings.Contains(path, "{") {
				path = path[:strings.Index(path, "{")] + ids() + path[strings.Index(path, "}")+1:]
			}
			call(op, path, s.as[people.Maker].cookie, string(text))
			call(op, good, s.as[people.Maker].cookie, bodies())
			call(op, path, s.as[people.Guest].cookie, bodies())
			calls += 4
		}
	}
	require.Greater(t, calls, 300)
	var still struct{ Document json.RawMessage }
	s.keeper.do("GET", "/api/jobs/"+s.their.ID, nil).into(t, &still)
	want, err := json.Marshal(s.their.Document)
	require.NoError(t, err)
	require.JSONEq(t, string(want), string(still.Document), "what is another's is as it was")
}
