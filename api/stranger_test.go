package api_test

import (
	"bufio"
	"fmt"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/core/people"
)

// asksWithoutSending sends the head of a request that announces a body, and nothing of that; it gives
// the answer's status.
func asksWithoutSending(t *testing.T, c client, method, path string, bytes int, headers ...string) int {
	t.Helper()
	conn, err := net.Dial("tcp", strings.TrimPrefix(c.url, "http://"))
	require.NoError(t, err)
	defer conn.Close()
	head := fmt.Sprintf("%s %s HTTP/1.1\r\nHost: %s\r\nContent-Length: %d\r\nContent-Type: application/json\r\n",
		method, path, strings.TrimPrefix(c.url, "http://"), bytes)
	if c.cookie != "" {
		head += "Cookie: " + c.cookie + "\r\n"
	}
	for i := 0; i < len(headers); i += 2 {
		head += headers[i] + ": " + headers[i+1] + "\r\n"
	}
	_, err = conn.Write([]byte(head + "\r\n"))
	require.NoError(t, err)
	require.NoError(t, conn.SetReadDeadline(time.Now().Add(3*time.Second)))
	answer, err := http.ReadResponse(bufio.NewReader(conn), nil)
	require.NoError(t, err, "%s %s waits for the body", method, path)
	_ = answer.Body.Close()
	return answer.StatusCode
}

// Who calls, and whether he may, is known before a byte of a body is read: of a picture, a life, a
// document, a log entry, on a place that is another's, and from another site's page.
func TestAStrangersBodyIsNotRead(t *testing.T) {
	t.Parallel()
	s := sharedShop(t)
	was, err := filepath.Glob(filepath.Join(os.TempDir(), "graybridge-*"))
	require.NoError(t, err)
	stranger := s.client
	stranger.cookie = ""
	for _, c := range []struct{ method, path string }{
		{"POST", "/api/jobs/" + s.job.ID + "/photos"}, {"POST", "/api/life?workshop_id=" + s.mine.ID},
		{"PUT", "/api/jobs/" + s.job.ID}, {"POST", "/api/jobs/" + s.job.ID + "/log"}, {"POST", "/api/plan"},
		{"POST", "/api/import?workshop_id=" + s.mine.ID}, {"POST", "/api/weigh"},
	} {
		require.Contains(t, []int{401, 404}, asksWithoutSending(t, stranger, c.method, c.path, 100_000), c.path)
	}
	helper, owner := s.as[people.Helper], s.as[people.Owner]
	require.Equal(t, 404, asksWithoutSending(t, helper, "POST", "/api/jobs/"+s.their.ID+"/photos", 100_000))
	require.Equal(t, 403, asksWithoutSending(t, helper, "POST", "/api/life?workshop_id="+s.mine.ID, 100_000_000))
	require.Equal(t, 404, asksWithoutSending(t, owner, "POST", "/api/life?workshop_id="+s.theirs.ID, 100_000_000))
	require.Equal(t, 403, asksWithoutSending(t, owner, "PUT", "/api/jobs/"+s.job.ID, 100_000, "Origin",
		"http://elsewhere.test", "Sec-Fetch-Site", "cross-site"))
	is, err := filepath.Glob(filepath.Join(os.TempDir(), "graybridge-*"))
	require.NoError(t, err)
	require.Len(t, is, len(was), "nothing lies on the disk")
}

// Another page's change is refused by its origin, also where only the scheme differs.
func TestAnotherOriginChangesNothing(t *testing.T) {
	t.Parallel()
	b := newBench(t)
	host := strings.TrimPrefix(b.url, "http://")
	send := func(headers ...string) int {
		return b.do("POST", "/api/plan", b.job.Document, headers...).Status
	}
	require.Equal(t, 200, send())
	require.Equal(t, 200, send("Origin", "http://"+host, "Sec-Fetch-Site", "same-origin"))
	for _, headers := range [][]string{{"Origin", "https://" + host}, {"Origin", "http://elsewhere.test"},
		{"Origin", "null"},
		{"Sec-Fetch-Site", "cross-site"}, {"Sec-Fetch-Site", "same-site"}} {
		require.Equal(t, 403, send(headers...), "%v", headers)
	}
}
