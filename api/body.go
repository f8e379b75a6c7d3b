package api

import (
	"bytes"
	"fmt"
	"io"
	"mime"
	"net/http"
	"os"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/openfile"
)

// The most bytes of a request's body, by what it carries.
const (
	maxBody    = 256 << 10 // a document, settings, a pasted file
	maxSeveral = 4 << 20   // several documents
	maxPhoto   = 4 << 20   // a photograph; the browser makes it smaller before sending, to some 300-900 kB
	maxImport  = 12 << 20  // a document with its photographs
)

// The most of a body's JSON.
const (
	deepest    = 40
	mostValues = 60000
)

func bodyLimit(r *http.Request) int64 {
	switch {
	case isPhoto(r):
		return maxPhoto
	case r.URL.Path == importPath:
		return maxImport
	case r.URL.Path == lifePath:
		return maxLife
	case r.URL.Path == changesPath || r.URL.Path == mergePath || r.URL.Path == presentPath:
		return maxSeveral
	}
	return maxBody
}

// takesDocument says that a request's body is a whole document.
func (s entrance) takesDocument(r *http.Request) bool {
	id, job := strings.CutPrefix(r.URL.Path, "/api/jobs/")
	return s.documents[r.URL.Path] || r.Method == http.MethodPut && job && !strings.Contains(id, "/")
}

func isPhoto(r *http.Request) bool {
	return strings.HasPrefix(r.URL.Path, "/api/jobs/") && strings.HasSuffix(r.URL.Path, "/photos")
}

// received reads a request's body as far as its route allows: a slow sender holds nothing else
// up.
func received(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodGet || r.Method == http.MethodHead {
			if r.Body == http.NoBody {
				allIn(w)
			}
			next.ServeHTTP(w, r)
			return
		}
		most := bodyLimit(r)
		if r.ContentLength > most {
			tooLarge(w, r, most)
			return
		}
		if r.URL.Path == lifePath {
			spooled(w, r, most, next)
			return
		}
		var into bytes.Buffer
		if r.ContentLength > 0 {
			into.Grow(int(r.ContentLength))
		}
		if _, err := io.Copy(&into, http.MaxBytesReader(w, r.Body, most)); err != nil {
			tooLarge(w, r, most)
			return
		}
		allIn(w)
		r.Body = &receivedBody{bytes.NewReader(into.Bytes()), into.Bytes()}
		next.ServeHTTP(w, r)
	})
}

// allIn ends the time a sender has: the request is here whole. A deadline that stayed would fall
// during a long answer, give the connection up, and with it every later request that comes by it.
func allIn(w http.ResponseWriter) {
	_ = http.NewResponseController(w).SetReadDeadline(time.Time{})
}

// spooled puts a body that is too large to be held into a file of its own while it is worked on.
func spooled(w http.ResponseWriter, r *http.Request, most int64, next http.Handler) {
	file, err := os.CreateTemp("", "graybridge-*")
	if err != nil {
		refuse(w, r, http.StatusInsufficientStorage, "There is no room to take the file in. Nothing was stored.")
		return
	}
	_ = os.Remove(file.Name()) // it has no name from here on: nothing of it is left, whatever ends this
	defer func() { _ = file.Close() }()
	if _, err := io.Copy(file, http.MaxBytesReader(w, r.Body, most)); err != nil {
		tooLarge(w, r, most)
		return
	}
	allIn(w)
	r.Body = file
	next.ServeHTTP(w, r)
}

// receivedBody is a body that is all there.
type receivedBody struct {
	*bytes.Reader
	all []byte
}

func (*receivedBody) Close() error { return nil }

// body looks a request's body over before anything is made of it: how deep it nests, how much
// it holds, and whether its text can be stored. A document of an earlier version goes on in the
// present one.
func (s entrance) body(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		got, ok := r.Body.(*receivedBody)
		if !ok || len(got.all) == 0 {
			next.ServeHTTP(w, r)
			return
		}
		kind, _, err := mime.ParseMediaType(r.Header.Get("Content-Type"))
		if err != nil {
			refuse(w, r, http.StatusUnsupportedMediaType, "Say in Content-Type what is sent, for instance "+
				"application/json. Nothing was stored.")
			return
		}
		// A picture is looked at where it is taken in; everything else is JSON.
		if !isPhoto(r) {
			if kind != "application/json" && r.URL.Path != importPath {
				refuse(w, r, http.StatusUnsupportedMediaType, "This is answered for Content-Type "+
					"application/json alone. Nothing was stored.")
				return
			}
			if err := openfile.Fit(got.all, deepest, mostValues); err != nil {
				refuseStatus(w, r, problem(err))
				return
			}
			if s.takesDocument(r) { // as strict as a file, and of any version
				present, err := document.Present(got.all)
				if err != nil {
					refuseStatus(w, r, problem(err))
					return
				}
				r.Body = io.NopCloser(bytes.NewReader(present))
			}
		}
		next.ServeHTTP(w, r)
	})
}

func tooLarge(w http.ResponseWriter, r *http.Request, most int64) {
	refuse(w, r, http.StatusRequestEntityTooLarge, fmt.Sprintf("The request is cut short or over %d kB. Nothing was "+
		"stored.", most>>10))
}

// refuseStatus answers with a problem whole, its fields named.
func refuseStatus(w http.ResponseWriter, r *http.Request, err error) {
	told, ok := err.(*huma.ErrorModel)
	if !ok {
		refuse(w, r, http.StatusBadRequest, err.Error())
		return
	}
	giveProblem(w, told)
}
