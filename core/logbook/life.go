package logbook

import (
	"encoding/hex"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"graybridge/core/openfile"
)

// LifeFormat and LifeVersion name the file of a machine's whole life.
const (
	LifeFormat  = "gray-bridge/life"
	LifeVersion = 1
)

// Head is where one machine's book ends, as the file says it.
type Head struct {
	Machine string `json:"machine"`
	N       int    `json:"n"`
	Hash    string `json:"hash"`
}

// LifeHead is the first thing in the file of a machine's life: what it holds.
type LifeHead struct {
	Format    string `json:"format"`
	Version   int    `json:"version"`
	Name      string `json:"name"`
	Revisions int    `json:"revisions"`
	Books     []Head `json:"books"`
	Files     int    `json:"files"` // pictures and recordings
}

// Most that a file of a life may say that it holds.
const (
	mostRevisions = 20_000
	mostBooks     = 12
	mostFiles     = 600
)

var machineName = regexp.MustCompile(`^[a-z][a-z0-9-]{0,23}$`)

// Check says what of a head cannot be.
func (h LifeHead) Check() (bad openfile.Problems) {
	add := func(path, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: found, Wanted: wanted})
	}
	if h.Format != LifeFormat {
		add("life.json: format", fmt.Sprintf("%q", h.Format), fmt.Sprintf("%q", LifeFormat))
	}
	if h.Version != LifeVersion {
		add("life.json: version", fmt.Sprint(h.Version), fmt.Sprint(LifeVersion))
	}
	if h.Revisions < 1 || h.Revisions > mostRevisions {
		add("life.json: revisions", fmt.Sprint(h.Revisions), fmt.Sprintf("1 to %d", mostRevisions))
	}
	if len(h.Books) > mostBooks {
		add("life.json: books", fmt.Sprintf("%d books", len(h.Books)), fmt.Sprintf("at most %d", mostBooks))
	}
	if h.Files < 0 || h.Files > mostFiles {
		add("life.json: files", fmt.Sprint(h.Files), fmt.Sprintf("at most %d", mostFiles))
	}
	seen := map[string]bool{}
	for i, b := range h.Books {
		if !machineName.MatchString(b.Machine) || seen[b.Machine] {
			add(fmt.Sprintf("life.json: books[%d].machine", i), fmt.Sprintf("%q", b.Machine),
				"a machine's id, each once")
		}
		seen[b.Machine] = true
	}
	return bad
}

// Holds checks the lines of one book against its head, and that every picture and recording
// that it names is there whole, or was deleted by an entry that says so: digests by id. The
// error is openfile.Problems and names file and line.
func (h Head) Holds(lines []string, digests map[string]string) ([]Entry, error) {
	name := "log/" + h.Machine + ".ndjson"
	var c Chain
	list := make([]Entry, 0, len(lines))
	gone := map[string]bool{}
	for i, l := range lines {
		e, err := c.Next([]byte(l))
		if err != nil {
			return nil, openfile.Problems{{Path: fmt.Sprintf("%s, line %d", name, i+1), Found: err.Error(),
				Wanted: "the book as it was written"}}
		}
		if e.Machine != h.Machine {
			return nil, openfile.Problems{{Path: fmt.Sprintf("%s, line %d: machine", name, i+1),
				Found: fmt.Sprintf("%q", e.Machine), Wanted: fmt.Sprintf("%q", h.Machine)}}
		}
		if bad := e.checkStored(); len(bad) > 0 {
			bad[0].Path = fmt.Sprintf("%s, line %d: %s", name, i+1, bad[0].Path)
			return nil, bad[:1]
		}
		if e.Kind == Removed && e.File != nil {
			gone[e.File.ID] = true
		}
		list = append(list, e)
	}
	if c.N != h.N || c.Head != h.Hash {
		return nil, openfile.Problems{{Path: name, Found: fmt.Sprintf("%d entries that end with %s", c.N,
			Short(c.Head)),
			Wanted: fmt.Sprintf("%d entries that end with %s, as life.json says", h.N, Short(h.Hash))}}
	}
	for i, e := range list {
		if e.File == nil || e.Kind == Removed || gone[e.File.ID] {
			continue
		}
		if got := digests[e.File.ID]; got != e.File.SHA256 {
			found := "another file than was entered"
			if got == "" {
				found = "no such file"
			}
			return nil, openfile.Problems{{Path: fmt.Sprintf("%s, line %d: file %s", name, i+1, e.File.ID),
				Found:  found,
				Wanted: "the file whose digest is " + Short(e.File.SHA256)}}
		}
	}
	return list, nil
}

// checkStored is Check for an entry that the book itself may have written.
func (e Entry) checkStored() openfile.Problems {
	bad := e.Check("")
	return slices.DeleteFunc(bad, func(p openfile.Problem) bool {
		return (e.Kind == Revision || e.Kind == Removed) && !strings.HasPrefix(p.Path, "taken")
	})
}

// Short is the beginning of a hash as it stands on cards, enough to tell two apart.
func Short(hash string) string {
	if _, err := hex.DecodeString(hash); err != nil || len(hash) < 12 {
		return "nothing"
	}
	return hash[:12]
}
