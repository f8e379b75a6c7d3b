package entry

import (
	"slices"
	"strings"
)

// Setting is an entry as somebody looks for it: where it stands, what it is called, in which chapter.
type Setting struct {
	Path    string `json:"path"` // within a machine where it is one's: "plate.volts"
	Label   string `json:"label"`
	Chapter string `json:"chapter"` // "plate"
}

// Settings are the entries that a person may look for by name, of the chapters that are named; none of what is entered
// by a list's own hand.
func Settings(all []Entry, chapters []string) []Setting {
	out := []Setting{}
	for _, e := range all {
		path := strings.TrimPrefix(e.Path, "machines."+Any+".")
		chapter, _, _ := strings.Cut(path, ".")
		if strings.Contains(path, Any) || !slices.Contains(chapters, chapter) {
			continue
		}
		out = append(out, Setting{path, e.Label, chapter})
	}
	return out
}
