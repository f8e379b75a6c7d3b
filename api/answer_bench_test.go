package api

import (
	"context"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"encoding/json"

	"graybridge/core/scenario"
)

// A question about a document as a browser asks it: read, planned anew, drawn, written out and
// compressed. scripts/bench keeps the figure.
func BenchmarkPlanAnswered(b *testing.B) {
	handler, _ := New(nil, Options{Closing: context.Background()})
	d := scenario.SlipMixer()
	for n := 0; b.Loop(); n++ {
		d.Supply.Volts = fmt.Sprintf("%.3f V", 225+float64(n%20000)/2000)
		text, _ := json.Marshal(d)
		r := httptest.NewRequest("POST", "/api/plan", strings.NewReader(string(text)))
		r.RemoteAddr = "127.0.0.1:4000"
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set("Accept-Encoding", "gzip")
		w := httptest.NewRecorder()
		handler.ServeHTTP(w, r)
		if w.Code != http.StatusOK {
			b.Fatal(w.Code, w.Body)
		}
	}
}
